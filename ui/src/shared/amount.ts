import type { AmountKind, BookAnswer, Condition, FindingAmount } from '../api/types'

/** How the extent of a condition is given: as itself says, or as its element is. */
export const amountKindOf = (book: Pick<BookAnswer, 'elements'>, condition: Condition): AmountKind =>
  condition.amount ?? book.elements.find(({ key }) => key === condition.element)?.amount ?? 'none'

/** Offered on the wheel; what lies between is typed. */
export const likelyAmounts: Record<Exclude<AmountKind, 'none'>, FindingAmount[]> = {
  count: [1, 2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 30, 40, 60, 100].map((count) => ({ count })),
  length: [1, 2, 3, 4, 6, 8, 10, 12, 15, 20, 25, 30, 40, 50, 60, 80, 100].map((feet) => ({ feet })),
  area: (
    [
      [1, 1],
      [2, 2],
      [2, 4],
      [3, 3],
      [3, 6],
      [4, 4],
      [4, 6],
      [4, 8],
      [6, 10],
      [8, 8],
      [10, 10],
      [10, 20],
      [20, 20],
      [20, 40],
    ] as const
  ).map(([widthFeet, heightFeet]) => ({ widthFeet, heightFeet })),
}

/** "3", "12 ft", "4 × 6 ft". */
export const amountText = ({ count, feet, widthFeet, heightFeet }: FindingAmount): string =>
  count != null ? `${count}` : feet != null ? `${feet} ft` : `${widthFeet} × ${heightFeet} ft`

const FIGURE = String.raw`(\d+(?:[.,]\d+)?)\s*(?:ft|feet|')?`
const area = new RegExp(`^${FIGURE}\\s*(?:x|×|by|\\*)\\s*${FIGURE}$`, 'i')
const single = new RegExp(`^${FIGURE}$`, 'i')
const number = (text: string) => Number(text.replace(',', '.'))

/** What was typed as an amount of this kind, or what is wrong with it; an area is two figures, a count a whole one. */
export function readAmount(typed: string, kind: AmountKind): FindingAmount | { problem: string } {
  const [, width, height] = area.exec(typed.trim()) ?? []
  if (width && height) {
    if (kind === 'count' || kind === 'length') return { problem: asks[kind] }
    return inRange([number(width), number(height)], ([widthFeet, heightFeet]) => ({ widthFeet, heightFeet }))
  }
  const [, one] = single.exec(typed.trim()) ?? []
  if (!one || kind === 'area') return { problem: asks[kind] }
  const hasUnit = /ft|feet|'/i.test(typed)
  if (kind === 'length' || (kind === 'none' && hasUnit)) return inRange([number(one)], ([feet]) => ({ feet }))
  return Number.isInteger(number(one)) && number(one) >= 1 && number(one) <= 10_000 && !hasUnit
    ? { count: number(one) }
    : { problem: asks.count }
}

const asks: Record<AmountKind, string> = {
  count: 'Enter how many: a whole number such as 3.',
  length: 'Enter a length in feet such as 12.',
  area: 'Enter width × height in feet, such as 4 x 6.',
  none: 'Enter a count (3), a length (12 ft) or an area (4 x 6 ft).',
}

const MOST_FEET = 5000

const inRange = (figures: number[], make: (figures: number[]) => FindingAmount) =>
  figures.every((figure) => figure > 0 && figure <= MOST_FEET)
    ? make(figures)
    : { problem: `Feet are over 0 and at most ${MOST_FEET}.` }
