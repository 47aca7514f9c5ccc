import { expect, test } from 'vitest'
import { inTurn } from './turns'

const later = (ms: number) => new Promise((done) => setTimeout(done, ms))

test('a sign-in waits for the sign-out before it, and a failure holds nothing up', async () => {
  const done: string[] = []
  const out = inTurn(async () => {
    await later(20)
    done.push('out')
    throw new Error('no connection')
  })
  const entry = inTurn(async () => {
    done.push('in')
    return 'Osric'
  })
  await expect(out).rejects.toThrow('no connection')
  expect(await entry).toBe('Osric')
  expect(done).toEqual(['out', 'in'])
})
