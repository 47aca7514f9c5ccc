import { readSheet } from 'read-excel-file/node'
import { describe, expect, it } from 'vitest'
import writeExcelFile from 'write-excel-file/node'
import type { Price } from '../../api/types'
import { cellsOfCsv } from '../../shared/cells'
import { csvOf, faultOf, heldPrices, readPrices, tableOf } from './priceFile'

const row = (key: string, unit: string, price: [number, number, number]): Price => ({
  key,
  name: `Name of ${key}, with a comma`,
  unit,
  group: 'Group',
  price,
  kind: 'material',
})
const rows = [row('boot', 'each', [14, 22, 45]), row('siding', 'ft²', [4, 6.5, 12])]
const day = '2026-09-18'
const read = (lines: string) => readPrices(cellsOfCsv(`key,name,unit,low,likely,high,from\n${lines}`), rows, day)

describe('the price list as a file', () => {
  it('has the firm’s figures in the place of the examples', () => {
    const held = heldPrices(rows, [{ key: 'boot', low: 1, likely: 2, high: 3 }])
    expect(held.map(({ low, likely, high, own }) => [low, likely, high, own])).toEqual([
      [1, 2, 3, true],
      [4, 6.5, 12, false],
    ])
  })

  it('is read back from CSV as it was written; examples stay examples', () => {
    const held = heldPrices(rows, [{ key: 'boot', low: 1, likely: 2, high: 3 }])
    expect(readPrices(cellsOfCsv(csvOf(held)), rows, day)).toEqual({
      prices: [{ key: 'boot', low: 1, likely: 2, high: 3, on: day }],
      problems: [],
    })
  })

  it('is read back from a workbook as it was written', async () => {
    const held = heldPrices(rows, [{ key: 'siding', low: 4.25, likely: 6.5, high: 12 }])
    const bytes = await writeExcelFile(tableOf(held).map((cells) => cells.map((value) => ({ value })))).toBuffer()
    const cells = await readSheet(bytes)
    expect(cells[2]).toEqual(['siding', 'Name of siding, with a comma', 'ft²', 4.25, 6.5, 12, 'firm'])
    expect(readPrices(cells, rows, day).prices).toEqual([{ key: 'siding', low: 4.25, likely: 6.5, high: 12, on: day }])
  })

  it.each([
    ['boot,,each,$1,2,"1,003",', [{ key: 'boot', low: 1, likely: 2, high: 1003, on: day }]],
    ['boot,,each,0,0,0,firm', [{ key: 'boot', low: 0, likely: 0, high: 0, on: day }]],
    ['boot,,each,1,2,3,example', []],
  ])('takes %s', (line, prices) => {
    expect(read(line)).toEqual({ prices, problems: [] })
  })

  it.each([
    ['boot,,,1,2,3', 'Row 2: the unit is missing; Name of boot, with a comma is priced per each.'],
    ['boot,,ft,1,2,3', 'Row 2: Name of boot, with a comma is priced per each, not per ft.'],
    ['boot,,each,-1,2,3', 'Row 2: Name of boot, with a comma: a price is zero or more.'],
    ['boot,,each,3,2,4', 'Row 2: Name of boot, with a comma: low, likely and high must go from smallest to largest.'],
    ['boot,,each,1,many,4', 'Row 2: Name of boot, with a comma: enter low, likely and high as numbers.'],
    ['boot,,each,1,,4', 'Row 2: Name of boot, with a comma: enter low, likely and high as numbers.'],
    ['boot,,each,1,2,3\nboot,,each,1,2,3', 'Row 3: “boot” is there twice; remove one of the two.'],
    ['shoe,,each,1,2,3', 'Row 2: the price list has no “shoe”.'],
    [',,each,1,2,3', 'Row 2: the key is missing.'],
    ['', 'The file holds no prices.'],
  ])('names what is wrong with %s and takes nothing', (lines, problem) => {
    expect(read(lines)).toEqual({
      prices: [],
      problems: [problem],
    })
  })

  it('names the columns a file lacks', () => {
    expect(readPrices(cellsOfCsv('key,low\nboot,1'), rows, day).problems).toEqual([
      'The first row has to name the columns; missing: unit, likely, high.',
    ])
  })

  it.each([
    [1, 1, 1, null],
    [0, 1, 2, null],
    [2, 1, 2, 'low, likely and high must go from smallest to largest'],
    [0, 3, 2, 'low, likely and high must go from smallest to largest'],
    [-0.01, 1, 2, 'a price is zero or more'],
    [Number.NaN, 1, 2, 'enter low, likely and high as numbers'],
  ])('looks at %d, %d, %d', (low, likely, high, fault) => {
    expect(faultOf(low, likely, high)).toBe(fault)
  })
})
