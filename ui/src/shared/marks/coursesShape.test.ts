import { describe, expect, it } from 'vitest'
import { coursesShape } from './coursesShape'

const count = (kinds: string[], kind: string) => kinds.filter((other) => other === kind).length

describe('courses', () => {
  it('draw one tab a year: behind, sure, and hatched to the high figure', () => {
    const { tabs } = coursesShape(20.2, { low: 4.1, likely: 8.3, high: 13.4 })
    const kinds = tabs.map((tab) => tab.kind)
    expect([count(kinds, 'weathered'), count(kinds, 'whole'), count(kinds, 'hatched')]).toEqual([20, 4, 10])
  })

  it('put the notch at the likely year', () => {
    const { notchX, tabs } = coursesShape(10, { low: 2, likely: 5, high: 9 })
    expect(notchX).toBeCloseTo(15 * (tabs[0]?.width ?? 0))
  })

  it('draw a slope at its end without a notch', () =>
    expect(coursesShape(30, { low: 0, likely: 0, high: 0 }).notchX).toBeNull())

  it('never grow wider than their row', () =>
    expect(coursesShape(150, { low: 20, likely: 40, high: 80 }).width).toBeLessThanOrEqual(460.001))
})
