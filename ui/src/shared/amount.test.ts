import { describe, expect, it } from 'vitest'
import { amountText, readAmount } from './amount'

describe('an amount as typed', () => {
  it.each([
    ['3', 'count', { count: 3 }],
    ['12', 'length', { feet: 12 }],
    ['12.5 ft', 'length', { feet: 12.5 }],
    ["12'", 'length', { feet: 12 }],
    ['4 x 6', 'area', { widthFeet: 4, heightFeet: 6 }],
    ['4×6 ft', 'area', { widthFeet: 4, heightFeet: 6 }],
    ["4' by 6.5'", 'area', { widthFeet: 4, heightFeet: 6.5 }],
    ['3', 'none', { count: 3 }],
    ['12 ft', 'none', { feet: 12 }],
    ['4x6', 'none', { widthFeet: 4, heightFeet: 6 }],
    ['5000', 'length', { feet: 5000 }],
  ] as const)('%s as %s', (typed, kind, read) => expect(readAmount(typed, kind)).toEqual(read))

  it.each([
    ['', 'count'],
    ['2.5', 'count'],
    ['3 ft', 'count'],
    ['0', 'count'],
    ['4 x 6', 'count'],
    ['4 x 6', 'length'],
    ['0', 'length'],
    ['5000.1', 'length'],
    ['12', 'area'],
    ['4 x', 'area'],
    ['4 x 0', 'area'],
    ['some', 'none'],
  ] as const)('%s is no %s', (typed, kind) => expect(readAmount(typed, kind)).toHaveProperty('problem'))

  it('is shown with its unit', () => {
    expect([{ count: 3 }, { feet: 12 }, { widthFeet: 4, heightFeet: 6 }].map(amountText)).toEqual([
      '3',
      '12 ft',
      '4 × 6 ft',
    ])
  })
})
