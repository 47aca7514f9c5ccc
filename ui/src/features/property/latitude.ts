/** Degrees as typed: 44.3, −33.9, 44.3 N, 33.9° S; undefined when they do not read. */
export function readLatitude(typed: string): number | undefined {
  const match = /^\s*([+−-]?)\s*(\d{1,2}(?:[.,]\d+)?)\s*°?\s*([nNsS]?)\s*$/.exec(typed)
  if (!match) return undefined
  const [, sign, digits = '', side = ''] = match
  const degrees = Number(digits.replace(',', '.'))
  const south = side.toLowerCase() === 's' || sign === '-' || sign === '−'
  return degrees <= 90 ? (south ? -degrees : degrees) : undefined
}
