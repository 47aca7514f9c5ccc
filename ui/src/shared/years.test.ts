import { describe, expect, it } from 'vitest'
import { readYears } from './years'

describe('a year or an age as said', () => {
  it.each([
    ['2006', 2006, 2006],
    ['1998–2003', 1998, 2003],
    ['1998 to 03', 1998, 2003],
    ['10 to 15, I’d say', 2011, 2016],
    ['15-10', 2011, 2016],
    ['about 12 years', 2012, 2016],
    ['12 years', 2014, 2014],
    ['0', 2026, 2026],
    ['', null, null],
  ])('%s', (typed, from, to) => {
    expect(readYears(typed, 2026)).toEqual({ ok: true, from, to })
  })

  it.each(['old', '3 or 4 or 5', '2031', '2010–1990', '700'])('%s says what to type', (typed) => {
    expect(readYears(typed, 2026)).toMatchObject({ ok: false })
  })
})
