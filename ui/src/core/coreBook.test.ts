import { expect, it, vi } from 'vitest'
import { coreBook, noteBook, watchCoreBook } from './coreBook'

it('reads the book from what was judged, and from a dossier that holds it', () => {
  const told = vi.fn()
  const stop = watchCoreBook(told)
  noteBook({ printed: '1/2' })
  noteBook(null)
  expect(coreBook()).toBeNull()
  noteBook({ bookVersion: '2026.11.6', bookHash: 'a' })
  expect(coreBook()).toEqual({ version: '2026.11.6', hash: 'a' })
  noteBook({ assessment: { bookVersion: '2026.11.7', bookHash: 'b' } })
  noteBook({ assessment: { bookVersion: '2026.11.7', bookHash: 'b' } })
  expect(coreBook()).toEqual({ version: '2026.11.7', hash: 'b' })
  expect(told).toHaveBeenCalledTimes(2)
  stop()
})
