import { readSheet } from 'read-excel-file/node'
import { describe, expect, it } from 'vitest'
import writeExcelFile from 'write-excel-file/node'
import type { BidScope } from '../../api/types'
import { sheetOf } from './scopeSheet'

const scope: BidScope = {
  decision: 'Repair slope A and keep the covering.',
  jobs: [
    {
      number: 1,
      title: 'Replace the pipe boot',
      place: 'Slope A, stack',
      trade: '',
      until: '',
      steps: ['Cut the nails'],
      notARepair: 'Sealant.',
      lines: [
        { key: '1.1', item: 'The job complete', amount: 1, unit: 'job', basis: '', paid: 'sum' },
        { key: '1.2', item: 'Pipe boot', amount: 1, unit: 'piece', basis: 'counted', paid: 'within' },
        { key: '1.3', item: 'Deck sheathing', amount: 0.5, unit: 'sheets', basis: '0 to 1', paid: 'asFound' },
      ],
      holdPoints: [],
      toConfirm: [],
      findings: [],
    },
  ],
  notIncluded: [],
  terms: [],
  whyNot: '',
}

describe('the sheet for bidders', () => {
  it('has a line for the job and one for each thing it takes, and its prices are blank', () => {
    expect(sheetOf([{ name: 'Main', scope }]).slice(1)).toEqual([
      [
        '1.1',
        'Replace the pipe boot (Slope A, stack)',
        'The job complete',
        1,
        'job',
        'One price',
        undefined,
        undefined,
        undefined,
      ],
      ['1.2', '', 'Pipe boot', 1, 'piece', 'In the price of the job', undefined, undefined, undefined],
      ['1.3', '', 'Deck sheathing', 0.5, 'sheets', 'As found, by the unit', undefined, undefined, undefined],
    ])
  })

  it('names the roof where there are several', () => {
    const keys = sheetOf([
      { name: 'House', scope },
      { name: 'Garage', scope },
    ]).map(([key]) => key)
    expect(keys[1]).toBe('House 1.1')
    expect(keys[4]).toBe('Garage 1.1')
  })

  it('is read back from a workbook as it was written', async () => {
    const rows = sheetOf([{ name: 'Main', scope }])
    const bytes = await writeExcelFile(rows.map((cells) => cells.map((value) => ({ value })))).toBuffer()
    const cells = await readSheet(bytes)
    expect(cells[0]?.[2]).toBe('Work')
    expect(cells[3]?.slice(0, 6)).toEqual(['1.3', null, 'Deck sheathing', 0.5, 'sheets', 'As found, by the unit'])
    expect(cells[3]?.slice(6).every((cell) => cell === null)).toBe(true)
  })
})
