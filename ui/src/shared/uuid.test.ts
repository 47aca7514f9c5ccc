import { describe, expect, it } from 'vitest'
import { newId } from './uuid'

describe('an id made here', () => {
  it('is a version 7 UUID by RFC 9562, with the time in front', () => {
    // The example of RFC 9562, appendix A.6: 2022-02-22T19:22:22.000Z.
    const random = Uint8Array.from([0x0c, 0xc3, 0x18, 0xc4, 0xdc, 0x0c, 0x0c, 0x07, 0x39, 0x8f])
    expect(newId(0x017f22e279b0, random)).toBe('017f22e2-79b0-7cc3-98c4-dc0c0c07398f')
  })

  it('sorts by when it was made', () => {
    expect(newId(1_000) < newId(2_000)).toBe(true)
  })

  it('sorts in the order made within one millisecond, and when the clock is set back', () => {
    const now = Date.UTC(2030, 0, 1)
    const ids = [...Array.from({ length: 6_000 }, () => newId(now)), newId(now - 5_000), newId(now + 1_000)]
    expect([...ids].sort()).toEqual(ids)
  })

  it('is never the same twice', () => {
    expect(new Set(Array.from({ length: 500 }, () => newId(5))).size).toBe(500)
  })
})
