import { describe, expect, it } from 'vitest'
import { inTurns } from './photoUploads'

describe('photos on their way', () => {
  it('go so many at a time, each once, and all of them', async () => {
    let now = 0
    let most = 0
    const sent: number[] = []
    await inTurns([1, 2, 3, 4, 5, 6, 7], 3, async (item) => {
      now++
      most = Math.max(most, now)
      await new Promise((done) => setTimeout(done, item % 2))
      sent.push(item)
      now--
    })
    expect(most).toBe(3)
    expect(sent.sort()).toEqual([1, 2, 3, 4, 5, 6, 7])
  })

  it('need no lane when there are none', async () => {
    await expect(inTurns([], 3, () => Promise.reject(new Error('never')))).resolves.toBeUndefined()
  })
})
