import { describe, expect, it } from 'vitest'
import { carryDay, clockOffsetMs, localIso, noteServerDate } from './clock'

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

describe('the day something was recorded', () => {
  // 1:30 in the morning by UTC is still the evening before on a cold coast to the west.
  const at = Date.UTC(2026, 8, 19, 1, 30, 0)

  it.each([
    [-240, '2026-09-18T21:30:00.000-04:00'],
    [-210, '2026-09-18T22:00:00.000-03:30'],
    [0, '2026-09-19T01:30:00.000Z'],
    [345, '2026-09-19T07:15:00.000+05:45'],
  ])('is the day of its place (%i minutes from UTC)', (offset, text) => {
    expect(localIso(at, offset)).toBe(text)
    expect(Date.parse(text)).toBe(at)
  })
})
