/** Text needs this contrast to its ground: WCAG 2.2, success criterion 1.4.3. */
export const readable = 4.5

/** Contrast ratio (1 to 21) of a color #rrggbb to white, as WCAG 2.2 defines it. */
export function contrastOnWhite(color: string): number {
  const part = (at: number) => {
    const value = Number.parseInt(color.slice(at, at + 2), 16) / 255
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4
  }
  return 1.05 / (0.2126 * part(1) + 0.7152 * part(3) + 0.0722 * part(5) + 0.05)
}
