import Papa from 'papaparse'

export const cellsOfCsv = (text: string): string[][] => Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data

/** Rows of a file, CSV or Excel by its name. The workbook's code comes only when one is read. */
export async function cellsOf(file: File): Promise<unknown[][]> {
  if (!file.name.toLowerCase().endsWith('.xlsx')) return cellsOfCsv(await file.text())
  const { readSheet } = await import('read-excel-file/browser')
  return readSheet(file)
}

/** The files of rows that can be read, for a file picker. */
export const SHEET_FILES = '.csv,.xlsx,text/csv,application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** A figure as people type it: $1,200. */
export const figure = (cell: unknown) => {
  const text = String(cell ?? '').replace(/[$,\s]/g, '')
  return text === '' ? Number.NaN : Number(text)
}
