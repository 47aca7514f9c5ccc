import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Fact } from '../api/types'
import { device } from './database'
import type { Entry } from './entry'
import { outboxState, recordChanges, savingCount, setOutbox, watchOutbox, whileSaving } from './outbox'

const note = (id: string) => ({ id }) as Fact
const shown = () => outboxState().entries.map((entry) => entry.factId)
let unwatch = () => {}

beforeEach(async () => {
  await device.outbox.clear()
  await device.blobs.clear()
  setOutbox({ personId: 'marit', loaded: false, entries: [] })
  unwatch = watchOutbox('marit')
  await vi.waitFor(() => expect(outboxState().loaded).toBe(true))
})
afterEach(() => unwatch())

describe('what waits on a device', () => {
  it('is shown as soon as it is recorded, and gone when it was taken', async () => {
    await recordChanges([{ kind: 'look', fact: note('a') }], [])
    expect(shown()).toEqual(['a'])
    await device.outbox.clear()
    await vi.waitFor(() => expect(shown()).toEqual([]))
  })

  it('is being saved until the last of it is on the device, whether that went well or not', async () => {
    const ends: (() => void)[] = []
    const slow = () => new Promise<void>((end) => ends.push(end))
    const photo = whileSaving(slow)
    const damaged = whileSaving(async () => {
      await slow()
      throw new Error('damaged')
    })
    expect(savingCount()).toBe(2)
    await recordChanges([{ kind: 'look', fact: note('a') }], [])
    expect(savingCount()).toBe(2)
    ends[1]?.()
    await expect(damaged).rejects.toThrow('damaged')
    expect(savingCount()).toBe(1)
    ends[0]?.()
    await photo
    expect(savingCount()).toBe(0)
  })

  it('holds the page open while something is being saved', async () => {
    const closing = () => {
      const event = new Event('beforeunload', { cancelable: true })
      window.dispatchEvent(event)
      return event.defaultPrevented
    }
    expect(closing()).toBe(false)
    await whileSaving(async () => expect(closing()).toBe(true))
    expect(closing()).toBe(false)
  })

  it('follows what another tab records, and nothing of another person', async () => {
    const row = (factId: string, personId: string) =>
      ({ requestId: factId, personId, kind: 'look', factId, fact: note(factId) }) as Entry
    await device.outbox.bulkAdd([row('theirs', 'osric'), row('mine', 'marit')])
    await vi.waitFor(() => expect(shown()).toEqual(['mine']))
  })

  it('is built on what another tab recorded of the same fact, told here yet or not', async () => {
    const other = { requestId: 'r1', personId: 'marit', kind: 'look', factId: 'a', fact: note('a') } as Entry
    await device.outbox.add(other)
    const [made] = await recordChanges(
      [
        { kind: 'look', fact: note('a') },
        { kind: 'look', fact: note('a'), deleted: true },
        { kind: 'look', fact: note('b') },
      ],
      [
        { factId: 'a', revision: 'old' },
        { factId: 'b', revision: 'read' },
      ] as never,
    )
    const rows = await device.outbox.orderBy('seq').toArray()
    expect(rows.map((row) => row.baseRevision ?? null)).toEqual([null, 'r1', made?.revision, 'read'])
    expect(rows.map((row) => row.deleted ?? false)).toEqual([false, false, true, false])
  })

  it('replaces a refused change of the same fact, which never reached the server', async () => {
    await recordChanges([{ kind: 'look', fact: note('a') }], [])
    await device.outbox.toCollection().modify({ problem: { code: 'fact.refused', text: 'Say why.' } })
    await recordChanges([{ kind: 'look', fact: note('a') }], [])
    const rows = await device.outbox.toArray()
    expect(rows).toHaveLength(1)
    expect(rows[0]).toMatchObject({ factId: 'a', baseRevision: null })
    expect(rows[0]?.problem).toBeUndefined()
  })

  it('counts a picture as waiting once it is kept, and not when it is whole on the server', async () => {
    const kept = {
      sha256: '1',
      personId: 'marit',
      original: null,
      report: null,
      bytes: 9,
      reportSent: 0,
      whole: 0,
    } as const
    await device.blobs.add({ ...kept, addedAt: 0 })
    await vi.waitFor(() => expect(outboxState()).toMatchObject({ picturesWaiting: 1, bytesWaiting: 9 }))
    await device.blobs.update(['marit', '1'], { whole: 1 })
    await vi.waitFor(() => expect(outboxState()).toMatchObject({ picturesWaiting: 0, bytesWaiting: 0 }))
  })
})
