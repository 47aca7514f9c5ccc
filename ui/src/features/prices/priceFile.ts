import Papa from 'papaparse'
import type { FirmPrice, Price } from '../../api/types'
import { figure } from '../../shared/cells'

/** The columns of a price list as a file: what is read back goes by the key, and by the unit as a check. */
const columns = ['key', 'name', 'unit', 'low', 'likely', 'high', 'from'] as const
const needed = ['key', 'unit', 'low', 'likely', 'high'] as const
const EXAMPLE = 'example'
const FIRM = 'firm'

export type Cell = string | number
/** A row of the list with the figures that hold, and whether the firm has set or accepted them. */
export type HeldPrice = Price & { low: number; likely: number; high: number; own: boolean }

/** The price list with the firm's figures in the place of the examples. */
export const heldPrices = (rows: Price[], own: FirmPrice[]): HeldPrice[] => {
  const byKey = new Map(own.map((price) => [price.key, price]))
  return rows.map((row) => {
    const set = byKey.get(row.key)
    const [low = 0, likely = 0, high = 0] = row.price
    return { ...row, low: set?.low ?? low, likely: set?.likely ?? likely, high: set?.high ?? high, own: Boolean(set) }
  })
}

/** Header and rows, as a spreadsheet shows them. */
export const tableOf = (held: HeldPrice[]): Cell[][] => [
  [...columns],
  ...held.map(({ key, name, unit, low, likely, high, own }) => [
    key,
    name,
    unit,
    low,
    likely,
    high,
    own ? FIRM : EXAMPLE,
  ]),
]

export const csvOf = (held: HeldPrice[]) => `${Papa.unparse(tableOf(held))}\n`

/** What is wrong with a price, null where nothing is. */
export function faultOf(low: number, likely: number, high: number): string | null {
  if (![low, likely, high].every(Number.isFinite)) return 'enter low, likely and high as numbers'
  if (low < 0) return 'a price is zero or more'
  if (low > likely || likely > high) return 'low, likely and high must go from smallest to largest'
  return null
}

export type ReadPrices = { prices: FirmPrice[]; problems: string[] }

/**
 * A price list read from a file. What is wrong is named by its row (the header is row 1), and nothing of a faulty file is taken. Rows that the file calls examples
 * stay examples.
 */
export function readPrices(cells: unknown[][], rows: Price[], on: string): ReadPrices {
  const header = (cells[0] ?? []).map((cell) =>
    String(cell ?? '')
      .trim()
      .toLowerCase(),
  )
  const missing = needed.filter((column) => !header.includes(column))
  if (missing.length > 0)
    return { prices: [], problems: [`The first row has to name the columns; missing: ${missing.join(', ')}.`] }
  const at = (row: unknown[], column: (typeof columns)[number]) => row[header.indexOf(column)]
  const known = new Map(rows.map((row) => [row.key, row]))
  const seen = new Set<string>()
  const problems: string[] = []
  const prices: FirmPrice[] = []
  /** What is wrong with a row, undefined where nothing is; what is right is taken. */
  const taken = (row: unknown[]): string | undefined => {
    const key = String(at(row, 'key') ?? '').trim()
    const unit = String(at(row, 'unit') ?? '').trim()
    const price = known.get(key)
    if (!price) return key === '' ? 'the key is missing' : `the price list has no “${key}”`
    if (seen.has(key)) return `“${key}” is there twice; remove one of the two`
    seen.add(key)
    if (unit === '') return `the unit is missing; ${price.name} is priced per ${price.unit}`
    if (unit !== price.unit) return `${price.name} is priced per ${price.unit}, not per ${unit}`
    const [low, likely, high] = [figure(at(row, 'low')), figure(at(row, 'likely')), figure(at(row, 'high'))]
    const fault = faultOf(low, likely, high)
    if (fault) return `${price.name}: ${fault}`
    if (String(at(row, 'from') ?? '').trim() !== EXAMPLE) prices.push({ key, low, likely, high, on })
    return undefined
  }
  for (const [index, row] of cells.slice(1).entries()) {
    if (row.every((cell) => String(cell ?? '').trim() === '')) continue
    const wrong = taken(row)
    if (wrong) problems.push(`Row ${index + 2}: ${wrong}.`)
  }
  if (seen.size === 0 && problems.length === 0) problems.push('The file holds no prices.')
  return { prices: problems.length > 0 ? [] : prices, problems }
}
