import { readSheet } from 'read-excel-file/node'
import { describe, expect, it } from 'vitest'
import writeExcelFile from 'write-excel-file/node'
import type { BidComparison, BidScope } from '../../api/types'
import { cellsOfCsv } from '../../shared/cells'
import { readBid } from './bidSheet'
import { sheetOf } from './scopeSheet'

const boot = '0198c000-0000-7000-8000-000000000001'
const slope = '0198c000-0000-7000-8000-000000000002'

const job = (number: number, title: string, lines: BidScope['jobs'][number]['lines']): BidScope['jobs'][number] => ({
  number,
  title,
  place: '',
  trade: '',
  until: '',
  steps: [],
  notARepair: '',
  lines,
  holdPoints: [],
  toConfirm: [],
  findings: [],
})

const scope: BidScope = {
  decision: '',
  jobs: [
    job(1, 'Replace the pipe boot', [
      { key: '1.1', item: 'The job complete', amount: 1, unit: 'job', basis: '', paid: 'sum' },
      { key: '1.2', item: 'Pipe boot', amount: 2, unit: 'each', basis: '', paid: 'within' },
    ]),
    job(2, 'Re-roof slope A', [
      { key: '2.1', item: 'The job complete', amount: 1, unit: 'job', basis: '', paid: 'sum' },
      { key: '2.2', item: 'Deck sheathing', amount: 4, unit: 'sheets', basis: '', paid: 'asFound' },
    ]),
  ],
  notIncluded: [],
  terms: [],
  whyNot: '',
}

const row = (
  number: number,
  title: string,
  findingId: string | null,
  slopeId: string,
): BidComparison['jobs'][number] => ({
  number,
  title,
  place: '',
  range: null,
  entries: [],
  found: [],
  findingId,
  slopeId,
})

const jobs = [row(1, 'Replace the pipe boot', boot, slope), row(2, 'Re-roof slope A', null, slope)]

const read = (lines: string) => readBid(cellsOfCsv(`Line,Work,"Unit price, $","Price, $"\n${lines}`), scope, jobs)

const ofBoot = (price: number) => ({ title: 'Replace the pipe boot', item: '', price, findingId: boot, slopeId: null })

describe('a bid sheet that was filled in', () => {
  it('is read from the workbook that was sent, with what the bidder wrote into it', async () => {
    const cells = sheetOf([{ name: 'Main', scope }])
    const [unit, price] = [cells[0]?.indexOf('Unit price, $') ?? -1, cells[0]?.indexOf('Price, $') ?? -1]
    const filled = cells.map((line) => [...line])
    for (const line of filled) {
      if (line[0] === '1.1') line[price] = 480
      if (line[0] === '2.1') line[price] = 14200
      if (line[0] === '2.2') line[unit] = 65.5
    }
    const rows = filled.map((line) => line.map((value) => ({ value })))
    const book = await writeExcelFile(rows).toBuffer()
    expect(readBid(await readSheet(book), scope, jobs)).toEqual({
      prices: [
        ofBoot(480),
        { title: 'Re-roof slope A', item: '', price: 14200, findingId: null, slopeId: slope },
        { title: 'Re-roof slope A', item: 'Deck sheathing', price: 65.5, findingId: null, slopeId: slope },
      ],
      problems: [],
    })
  })

  it('takes what the bidder added on a line without a number', () => {
    expect(read('1.1,The job complete,,"$1,480"\n,Permit,,90').prices).toEqual([
      ofBoot(1480),
      { title: '', item: 'Permit', price: 90, findingId: null, slopeId: null },
    ])
  })

  it('adds up the parts of a job that has no price of its own, and leaves them out of one that has', () => {
    expect(read('1.2,Pipe boot,60,').prices).toEqual([ofBoot(120)])
    expect(read('1.1,The job complete,,400\n1.2,Pipe boot,60,').prices).toEqual([ofBoot(400)])
  })

  it('makes a unit price of a price for all of it', () => {
    expect(read('2.2,Deck sheathing,,260').prices[0]?.price).toBe(65)
  })

  it('names what is wrong by its row, and takes nothing', () => {
    const wrong = (lines: string) => {
      const { prices, problems } = read(lines)
      expect(prices).toEqual([])
      return problems
    }
    expect(wrong('1.1,The job complete,,480\n9.1,The job complete,,5')).toEqual(['Row 3: the scope has no line 9.1.'])
    expect(wrong('1.1,The job complete,,about 500')).toEqual(['Row 2: a price is a number of dollars, zero or more.'])
    expect(wrong('1.1,The job complete,,-5')).toEqual(['Row 2: a price is a number of dollars, zero or more.'])
    expect(wrong('1.1,The job complete,,5\n1.1,The job complete,,6')).toEqual([
      'Row 3: line 1.1 is there twice; remove one of the two.',
    ])
    expect(wrong('1.2,Lead sleeve,5,')).toEqual([
      'Row 2: line 1.2 is “Pipe boot” in the scope now, and “Lead sleeve” in the sheet. The plan has changed: send the new sheet, or enter the prices by hand.',
    ])
    expect(wrong(',,,5')).toEqual(['Row 2: name what is added under Work.'])
    expect(wrong('1.1,The job complete,,')).toEqual(['The sheet holds no prices.'])
    expect(readBid([['Line', 'Work']], scope, jobs).problems).toEqual([
      'The first row has to name the columns; missing: Price or Unit price.',
    ])
  })
})
