import { describe, expect, it } from 'vitest'
import { sayingOf, sharesOf } from './stageShares'

describe('stages as people say them', () => {
  it.each([
    { most: 1, worse: null },
    { most: 1, worse: { stage: 3, percent: 10, local: false } },
    { most: 0, worse: { stage: 4, percent: 40, local: true } },
  ])('%j comes back from its shares, which close to a hundred', (saying) => {
    const shares = sharesOf(saying)
    expect(shares.reduce((sum, share) => sum + share.percent, 0)).toBe(100)
    expect(sayingOf(shares)).toEqual(saying)
  })

  it('keep the largest share and the worst of three', () => {
    const saying = sayingOf([
      { stage: 1, percent: 45, local: false },
      { stage: 2, percent: 40, local: false },
      { stage: 3, percent: 15, local: false },
    ])
    expect(saying).toEqual({ most: 1, worse: { stage: 3, percent: 15, local: false } })
  })

  it('of no shares are nothing said', () => expect(sayingOf([])).toBeNull())
})
