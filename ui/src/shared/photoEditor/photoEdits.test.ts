import { describe, expect, it } from 'vitest'
import { arrowHead, isPlain, markOf, noEdits, straightFrame } from './photoEdits'

describe('a straightened photo', () => {
  it('is enlarged until no corner of its frame is empty, as the server does it', () => {
    // cos 10° + sin 10° · 4/3 by a pocket calculator; the server's own test holds the same figure.
    expect(straightFrame(4, 3, 10).zoom).toBeCloseTo(1.21634, 5)
    expect(straightFrame(3, 4, -10).zoom).toBeCloseTo(1.21634, 5)
    for (const turn of [-15, -3, 0, 0.5, 15])
      for (const [x, y] of [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as const) {
        const at = straightFrame(4, 3, turn).toOriginal({ x, y })
        expect(Math.min(at.x, at.y)).toBeGreaterThanOrEqual(-1e-9)
        expect(Math.max(at.x, at.y)).toBeLessThanOrEqual(1 + 1e-9)
      }
  })

  it('turns clockwise: the middle of the right side goes down', () => {
    const at = straightFrame(1, 1, 10).toFrame({ x: 1, y: 0.5 })
    expect(at.y).toBeGreaterThan(0.5)
    expect(straightFrame(4, 3, 7).toOriginal(straightFrame(4, 3, 7).toFrame({ x: 0.3, y: 0.8 }))).toEqual({
      x: expect.closeTo(0.3, 9),
      y: expect.closeTo(0.8, 9),
    })
  })
})

describe('marks', () => {
  it('are saved on the original, whatever the turn', () => {
    const plain = straightFrame(4, 3, 0)
    expect(markOf('arrow', { x: 0.1, y: 0.2 }, { x: 0.5, y: 0.6 }, plain)).toEqual({
      kind: 'arrow',
      x: expect.closeTo(0.1, 12),
      y: expect.closeTo(0.2, 12),
      toX: expect.closeTo(0.5, 12),
      toY: expect.closeTo(0.6, 12),
      number: 0,
    })
    const turned = straightFrame(4, 3, 12)
    const mark = markOf('arrow', { x: 0.4, y: 0.4 }, { x: 0.6, y: 0.5 }, turned)
    expect(turned.toFrame({ x: mark.x, y: mark.y }).x).toBeCloseTo(0.4, 9)
  })

  it('a blurred box covers all that was drawn on the turned picture', () => {
    const frame = straightFrame(4, 3, 12)
    const [from, to] = [
      { x: 0.3, y: 0.4 },
      { x: 0.6, y: 0.7 },
    ]
    const box = markOf('blur', from, to, frame)
    for (const corner of [from, to, { x: from.x, y: to.y }, { x: to.x, y: from.y }]) {
      const at = frame.toOriginal(corner)
      expect(at.x).toBeGreaterThanOrEqual(box.x - 1e-9)
      expect(at.x).toBeLessThanOrEqual(box.toX + 1e-9)
      expect(at.y).toBeGreaterThanOrEqual(box.y - 1e-9)
      expect(at.y).toBeLessThanOrEqual(box.toY + 1e-9)
    }
  })

  it('an arrow’s head lies behind its tip, the same on both sides', () => {
    const [left, right] = arrowHead({ x: 0, y: 0 }, { x: 100, y: 0 }, 5)
    expect(left).toEqual({ x: 80, y: 12 })
    expect(right).toEqual({ x: 80, y: -12 })
  })

  it('nothing done is plain', () => {
    expect(isPlain(noEdits)).toBe(true)
    expect(isPlain({ marks: [], turnDegrees: 0.5 })).toBe(false)
    expect(isPlain({ marks: [], turnDegrees: 0, crop: { x: 0, y: 0, width: 1, height: 0.5 } })).toBe(false)
  })
})
