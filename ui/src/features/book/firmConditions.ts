import Papa from 'papaparse'
import * as z from 'zod'
import type { OwnCondition } from '../../api/types'
import { consequences } from '../../shared/ownCondition'

/** The columns of a file of the firm's own conditions, in its order. */
const columns = ['title', 'seen', 'consequence', 'recommendation', 'trade'] as const

const kinds = Object.keys(consequences) as [OwnCondition['consequence'], ...OwnCondition['consequence'][]]
const text = (what: string) => z.string(`${what} is missing`).trim().min(1, `${what} is missing`)
const one = z.object({
  title: text('title'),
  seen: text('seen'),
  consequence: z.enum(kinds, `consequence is one of ${kinds.join(', ')}`),
  recommendation: text('recommendation'),
  trade: z.string().trim().default(''),
})

export const jsonOf = (conditions: OwnCondition[]) => `${JSON.stringify(conditions, [...columns], 2)}\n`

export const csvOf = (conditions: OwnCondition[]) => `${Papa.unparse(conditions, { columns: [...columns] })}\n`

export type ReadFile = { conditions: OwnCondition[]; problems: string[] }

/** A file of conditions, JSON or CSV with a header; what is wrong is named by its row, and nothing of a faulty file is taken. */
export function readConditions(file: string): ReadFile {
  const rows = file.trimStart().startsWith('[') ? rowsOfJson(file) : rowsOfCsv(file)
  if (typeof rows === 'string') return { conditions: [], problems: [rows] }
  const read = rows.map((row) => one.safeParse(row))
  const problems = read.flatMap((result, at) =>
    result.success ? [] : result.error.issues.map(({ message }) => `Row ${at + 1}: ${message}.`),
  )
  const titles = rows.map((row) => String((row as OwnCondition)?.title ?? '').trim())
  const twice = titles.find((title, at) => title && titles.indexOf(title) !== at)
  if (twice) problems.push(`“${twice}” is there twice. Give each a title of its own.`)
  if (rows.length === 0) problems.push('The file holds no conditions.')
  return {
    conditions: problems.length > 0 ? [] : read.flatMap((result) => (result.success ? [result.data] : [])),
    problems,
  }
}

function rowsOfJson(file: string): unknown[] | string {
  try {
    return JSON.parse(file) as unknown[]
  } catch {
    return 'The file is not complete JSON. Export it again, or use CSV.'
  }
}

function rowsOfCsv(file: string): unknown[] | string {
  const { data, meta } = Papa.parse<Record<string, string>>(file.trim(), { header: true, skipEmptyLines: true })
  const missing = columns.filter((column) => column !== 'trade' && !meta.fields?.includes(column))
  return missing.length > 0 ? `The first line has to name the columns; missing: ${missing.join(', ')}.` : data
}

/** The file's conditions laid over those there: one of the same title is replaced, the rest are added. */
export const merged = (there: OwnCondition[], read: OwnCondition[]) => [
  ...there.filter(({ title }) => read.every((other) => other.title !== title)),
  ...read,
]
