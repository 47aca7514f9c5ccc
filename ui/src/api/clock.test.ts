import { describe, expect, it } from 'vitest'
import { carryDay, clockOffsetMs, noteServerDate } from './clock'

describe('the clock', () => {
  it('is set right by the server’s, however wrong the device’s', () => {
    const year = 365 * 86_400_000
    noteServerDate('Fri, 18 Sep 2026 10:00:00 GMT', Date.UTC(2026, 8, 18, 10) - year)
    expect(clockOffsetMs()).toBe(year)
    noteServerDate(null)
    noteServerDate('no date')
    expect(clockOffsetMs()).toBe(year)
  })

  it.each([
    ['2026-09-18', 0, '2026-09-18'],
    ['2026-09-18', 25 * 3_600_000, '2026-09-19'],
    ['2026-12-31', 24 * 3_600_000, '2027-01-01'],
    ['2026-09-18', -48 * 3_600_000, '2026-09-18'],
  ])('carries the day %s on by %i ms to %s', (day, ms, then) => {
    const told = new Date(2026, 8, 18, 12).getTime()
    expect(carryDay(day, told, told + ms)).toBe(then)
  })
})
