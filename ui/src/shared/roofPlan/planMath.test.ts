import { describe, expect, it } from 'vitest'
import { feetText, placeOf, shadeOf, snapped, viewOf, zoomed } from './planMath'

describe('lengths in words', () => {
  it.each([
    [0, '0 in'],
    [0.25, '1/4 in'],
    [11.75, '11 3/4 in'],
    [12, '1 ft'],
    [222, '18 ft 6 in'],
    [222.5, '18 ft 6 1/2 in'],
    [11.999, '1 ft'],
    [503.99, '42 ft'],
  ])('%f inches reads as %s', (inches, text) => {
    expect(feetText(inches)).toBe(text)
  })
})

describe('the hand on the plan', () => {
  const corners = [
    { x: 0, y: 0 },
    { x: 480, y: 360 },
  ]
  it('takes the corner when near one, its line when near that, and whole inches elsewhere', () => {
    expect(snapped({ x: 477, y: 356 }, corners, 10)).toMatchObject({ x: 480, y: 360 })
    expect(snapped({ x: 3.3, y: 200.4 }, corners, 10)).toMatchObject({ x: 0, y: 200 })
    expect(snapped({ x: 100.6, y: 200.4 }, corners, 10)).toMatchObject({ x: 101, y: 200 })
  })
  it('keeps the place under the finger when zooming', () => {
    const view = viewOf(corners, 1.6)
    const at = placeOf(view, 0.3, 0.8)
    const closer = placeOf(zoomed(view, 2, at), 0.3, 0.8)
    expect(closer.x).toBeCloseTo(at.x)
    expect(closer.y).toBeCloseTo(at.y)
  })
  it('shows all of a plan in any window', () => {
    for (const shape of [0.5, 1, 2]) {
      const view = viewOf(corners, shape)
      expect(view.west).toBeLessThan(0)
      expect(view.west + view.width).toBeGreaterThan(480)
      expect(view.north).toBeGreaterThan(360)
      expect(view.north - view.height).toBeLessThan(0)
      expect(view.width / view.height).toBeCloseTo(shape)
    }
  })
  it('shades slopes that fall away from the light', () => {
    expect(shadeOf(135, 8)).toBeGreaterThan(shadeOf(315, 8))
    expect(shadeOf(135, 0)).toBe(0.5)
  })
})
