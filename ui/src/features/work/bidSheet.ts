import type { BidComparison, BidPrice, BidScope } from '../../api/types'
import { figure } from '../../shared/cells'

export type ReadBid = { prices: BidPrice[]; problems: string[] }

type Line = {
  number: number
  key: string
  item: string
  amount: number
  paid: BidScope['jobs'][number]['lines'][number]['paid']
}

const text = (cell: unknown) => String(cell ?? '').trim()

/**
 * The prices of a bid sheet that a bidder has filled in, held against the scope as it is now. What is wrong is named by its row (the header is row 1), and nothing of a
 * faulty sheet is taken. Parts of a job that are priced one by one are its price where the job itself has none; a line without a number is one that the bidder added.
 */
export function readBid(cells: unknown[][], scope: BidScope, jobs: BidComparison['jobs']): ReadBid {
  const header = (cells[0] ?? []).map((cell) => text(cell).toLowerCase())
  const column = (name: string) => header.findIndex((cell) => cell === name || cell.startsWith(`${name},`))
  const at = { line: column('line'), work: column('work'), unit: column('unit price'), price: column('price') }
  const missing = [
    at.line < 0 && 'Line',
    at.work < 0 && 'Work',
    at.unit < 0 && at.price < 0 && 'Price or Unit price',
  ].filter(Boolean)
  if (missing.length > 0)
    return { prices: [], problems: [`The first row has to name the columns; missing: ${missing.join(', ')}.`] }
  const lines = new Map<string, Line>(
    scope.jobs.flatMap(({ number, lines: own }) => own.map((line) => [line.key, { number, ...line }] as const)),
  )
  const asked = new Map(jobs.map((job) => [job.number, job]))
  const problems: string[] = []
  const prices: BidPrice[] = []
  const parts = new Map<number, number>()
  const whole = new Set<number>()
  const seen = new Set<string>()
  const of = (number: number) => {
    const job = asked.get(number)
    return {
      title: job?.title ?? '',
      findingId: job?.findingId ?? null,
      slopeId: job?.findingId ? null : (job?.slopeId ?? null),
    }
  }
  const read = (row: unknown[], column: number) => (column < 0 || text(row[column]) === '' ? null : figure(row[column]))

  /** What is wrong with a row, undefined where nothing is; what is right is taken. */
  const taken = (row: unknown[]): string | undefined => {
    const [key, work, unit, price] = [text(row[at.line]), text(row[at.work]), read(row, at.unit), read(row, at.price)]
    if (unit === null && price === null) return undefined
    if ([unit, price].some((sum) => sum !== null && !(sum >= 0))) return 'a price is a number of dollars, zero or more'
    if (key === '') {
      if (work === '') return 'name what is added under Work'
      prices.push({ title: '', item: work, price: price ?? unit ?? 0, findingId: null, slopeId: null })
      return undefined
    }
    const line = lines.get(key)
    if (!line) return `the scope has no line ${key}`
    if (seen.has(key)) return `line ${key} is there twice; remove one of the two`
    seen.add(key)
    if (work !== '' && work !== line.item)
      return `line ${key} is “${line.item}” in the scope now, and “${work}” in the sheet. The plan has changed: send the new sheet, or enter the prices by hand`
    if (line.paid === 'sum') {
      whole.add(line.number)
      prices.push({ ...of(line.number), item: '', price: price ?? unit ?? 0 })
    } else if (line.paid === 'asFound') {
      const each = unit ?? (line.amount > 0 ? (price ?? 0) / line.amount : null)
      if (each === null) return 'enter a unit price'
      prices.push({ ...of(line.number), item: line.item, price: Math.round(each * 100) / 100 })
    } else {
      parts.set(line.number, (parts.get(line.number) ?? 0) + (price ?? (unit ?? 0) * line.amount))
    }
    return undefined
  }
  for (const [index, row] of cells.slice(1).entries()) {
    const wrong = taken(row)
    if (wrong) problems.push(`Row ${index + 2}: ${wrong}.`)
  }
  for (const [number, sum] of parts) if (!whole.has(number)) prices.push({ ...of(number), item: '', price: sum })
  if (prices.length === 0 && problems.length === 0) problems.push('The sheet holds no prices.')
  return { prices: problems.length > 0 ? [] : prices, problems }
}
