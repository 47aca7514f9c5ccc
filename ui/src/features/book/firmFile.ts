import Papa from 'papaparse'
import * as z from 'zod'
import type { BookAnswer, FirmRulesFact, OwnCondition } from '../../api/types'
import { consequences } from '../../shared/ownCondition'

/** The columns of a file of the firm's own conditions, in its order. */
const columns = ['title', 'seen', 'consequence', 'recommendation', 'trade', 'words', 'by'] as const
const needed = ['title', 'seen', 'consequence', 'recommendation'] as const

const kinds = Object.keys(consequences) as [OwnCondition['consequence'], ...OwnCondition['consequence'][]]
const text = (what: string) => z.string(`${what} is missing`).trim().min(1, `${what} is missing`)
/** A list, or words in one cell parted by semicolons. */
const words = z
  .union([z.array(z.string()), z.string()])
  .nullish()
  .transform((given) =>
    (typeof given === 'string' ? given.split(';') : (given ?? [])).map((word) => word.trim()).filter(Boolean),
  )
const condition = z
  .object({
    title: text('title'),
    seen: text('seen'),
    consequence: z.enum(kinds, `consequence is one of ${kinds.join(', ')}`),
    recommendation: text('recommendation'),
    trade: z.string().trim().default(''),
    words,
    by: z.string().trim().nullish(),
  })
  // What is empty is left out: a file written again is the same file.
  .transform(
    ({ words, by, ...own }): OwnCondition => ({ ...own, ...(words.length > 0 && { words }), ...(by && { by }) }),
  )

const bound = z
  .number()
  .nonnegative('a limit is zero or more')
  .nullish()
  .transform((value) => value ?? null)
const firmBook = z.object({
  conditions: z.array(condition).default([]),
  phrases: z.array(z.object({ condition: text('condition'), means: text('means') })).default([]),
  remedies: z
    .array(z.object({ condition: text('condition'), title: text('title'), steps: z.array(text('step')).min(1) }))
    .default([]),
  limits: z
    .array(z.object({ limitId: text('limitId'), least: bound, most: bound, source: z.string().default('') }))
    .default([]),
  words: z.array(z.object({ condition: text('condition'), words: z.array(text('word')).min(1) })).default([]),
})

export type FirmBook = Pick<FirmRulesFact, 'conditions' | 'phrases' | 'remedies' | 'limits' | 'words'>

/** All that the firm has of its own: conditions, wording, remedies, limits, search words. */
export const jsonOf = ({ conditions, phrases, remedies, limits, words }: FirmBook) =>
  `${JSON.stringify({ conditions, phrases, remedies, limits, words }, null, 2)}\n`

/** The conditions as a table, their search words in one cell. */
export const csvOf = (conditions: OwnCondition[]) =>
  `${Papa.unparse(
    conditions.map((own) => ({ ...own, words: (own.words ?? []).join('; '), by: own.by ?? '' })),
    { columns: [...columns] },
  )}\n`

export type ReadFile = { firm: Partial<FirmBook>; problems: string[] }

type Known = Pick<BookAnswer, 'conditions' | 'limits'>

/**
 * A file of the firm's book: JSON of all of it, or of conditions only, or CSV of conditions with a header. What is wrong is named by its row, and nothing of a
 * faulty file is taken.
 */
export function readFirmBook(file: string, book: Known): ReadFile {
  const begins = file.trimStart().at(0)
  if (begins === '{') return readWhole(file, book)
  const rows = begins === '[' ? parsed(file) : rowsOfCsv(file)
  if (typeof rows === 'string') return { firm: {}, problems: [rows] }
  const read = (rows as unknown[]).map((row) => condition.safeParse(row))
  const problems = read.flatMap((result, at) =>
    result.success ? [] : result.error.issues.map(({ message }) => `Row ${at + 1}: ${message}.`),
  )
  const conditions = read.flatMap((result) => (result.success ? [result.data] : []))
  problems.push(...twice(conditions))
  if (read.length === 0) problems.push('The file holds no conditions.')
  return { firm: problems.length > 0 ? {} : { conditions }, problems }
}

function readWhole(file: string, book: Known): ReadFile {
  const raw = parsed(file)
  if (typeof raw === 'string') return { firm: {}, problems: [raw] }
  const read = firmBook.safeParse(raw)
  if (!read.success) {
    const problems = read.error.issues.map(({ path, message }) => {
      const [part, row] = path
      return `${String(part)}${row === undefined ? '' : `, row ${Number(row) + 1}`}: ${message}.`
    })
    return { firm: {}, problems }
  }
  const firm = read.data
  const codes = new Set(book.conditions.map(({ code }) => code))
  const limits = new Set(book.limits.map(({ id }) => id))
  const unknown = [
    ...[...firm.phrases, ...firm.remedies, ...firm.words]
      .map((own) => own.condition)
      .filter((code) => !codes.has(code)),
    ...firm.limits.map(({ limitId }) => limitId).filter((id) => !limits.has(id)),
  ]
  const problems = [
    ...twice(firm.conditions),
    ...[...new Set(unknown)].map((key) => `The rule book has no “${key}”. Remove it, or update Kalpa.`),
  ]
  return { firm: problems.length > 0 ? {} : firm, problems }
}

function twice(conditions: OwnCondition[]): string[] {
  const titles = conditions.map(({ title }) => title)
  return [...new Set(titles.filter((title, at) => titles.indexOf(title) !== at))].map(
    (title) => `“${title}” is there twice. Give each a title of its own.`,
  )
}

function parsed(file: string): unknown {
  try {
    return JSON.parse(file)
  } catch {
    return 'The file is not complete JSON. Export it again, or use CSV.'
  }
}

function rowsOfCsv(file: string): unknown[] | string {
  const { data, meta } = Papa.parse<Record<string, string>>(file.trim(), { header: true, skipEmptyLines: true })
  const missing = needed.filter((column) => !meta.fields?.includes(column))
  return missing.length > 0 ? `The first line has to name the columns; missing: ${missing.join(', ')}.` : data
}

const over = <T>(there: T[] | null | undefined, read: T[] | null | undefined, key: (one: T) => string): T[] => {
  const taken = new Set((read ?? []).map(key))
  return [...(there ?? []).filter((one) => !taken.has(key(one))), ...(read ?? [])]
}

/** The file laid over what is there: what has the same key is replaced, the rest is added. */
export const merged = (there: FirmBook, read: Partial<FirmBook>): FirmBook => ({
  conditions: over(there.conditions, read.conditions, ({ title }) => title),
  phrases: over(there.phrases, read.phrases, ({ condition }) => condition),
  remedies: over(there.remedies, read.remedies, ({ condition }) => condition),
  limits: over(there.limits, read.limits, ({ limitId }) => limitId),
  words: over(there.words, read.words, ({ condition }) => condition),
})

export const countOf = (firm: Partial<FirmBook>) =>
  Object.values(firm).reduce((sum, entries) => sum + (entries?.length ?? 0), 0)
