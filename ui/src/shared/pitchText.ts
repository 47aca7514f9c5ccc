const eighths = ['', '1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8']
const roundedTo = 0.005

/** A pitch as the trade says it and as the core prints it: 6:12, 1/4:12, 2 1/2:12; what is no eighth in decimals. */
export function pitchText(risePer12: number): string {
  const count = Math.round(risePer12 * 8)
  if (Math.abs(risePer12 - count / 8) > roundedTo) return `${Number(risePer12.toFixed(2))}:12`
  const [whole, part] = [Math.floor(count / 8), count % 8]
  return `${[whole > 0 || part === 0 ? whole : '', eighths[part]].filter((word) => word !== '').join(' ')}:12`
}
