import 'fake-indexeddb/auto'
import { describe, expect, it } from 'vitest'
import { openDevice } from './database'
import { deviceStore } from './deviceStore'
import type { Entry, LocalBlob, Receipt } from './entry'
import { picturesOf } from './outbox'

const entry = (requestId: string, personId: string): Entry =>
  ({ requestId, personId, kind: 'look', factId: requestId, fact: { id: requestId } }) as Entry
const blob = (sha256: string, personId: string): LocalBlob => ({
  sha256,
  personId,
  original: new Blob(['o']),
  report: null,
  bytes: 1,
  reportSent: 0,
  whole: 0,
  addedAt: 0,
})
const receipt = (requestId: string, outcome: Receipt['outcome'], text = ''): Receipt => ({
  requestId,
  outcome,
  revision: null,
  problems: text ? [{ factId: requestId, code: 'bad', text }] : [],
})
let devices = 0
async function filled(hasRoom = false) {
  const db = openDevice(`test-${++devices}`)
  await db.outbox.bulkAdd([entry('a', 'marit'), entry('b', 'osric'), entry('c', 'marit'), entry('d', 'marit')])
  await db.blobs.bulkAdd([blob('1', 'marit'), blob('2', 'osric')])
  const accepted: string[] = []
  const store = deviceStore(db, 'marit', {
    onAccepted: async (entries) => void accepted.push(...entries.map((e) => e.requestId)),
    onWanted: async () => undefined,
    hasRoom: async () => hasRoom,
  })
  return { db, store, accepted }
}

describe('what one person has on a device', () => {
  it('is never anybody else’s', async () => {
    const { store } = await filled()
    expect((await store.waiting(10)).map((e) => e.requestId)).toEqual(['a', 'c', 'd'])
    expect((await store.nextReport())?.sha256).toBe('1')
    await store.originalSent('1')
    expect(await store.nextReport()).toBeUndefined()
    expect(await store.nextOriginal()).toBeUndefined()
  })

  it('is taken out when the server has it, kept with its problem when refused, and kept when unanswered', async () => {
    const { db, store, accepted } = await filled()
    const sent = await store.waiting(10)
    await store.settle(sent, [receipt('a', 'accepted'), receipt('c', 'refused', 'Say why.')])
    expect(accepted).toEqual(['a'])
    expect((await store.waiting(10)).map((e) => e.requestId)).toEqual(['d'])
    const left = await db.outbox.where('personId').equals('marit').toArray()
    expect(left.map((e) => e.problem?.text)).toEqual(['Say why.', undefined])
  })

  it('queues an original again that the server lost, while it is still here', async () => {
    const { store } = await filled()
    await store.reportSent('1')
    expect(await store.sendAgain(['1'])).toBe(false)
    await store.originalSent('1')
    // Its bytes were let go when they were sent: the file has to be chosen again.
    expect(await store.sendAgain(['1'])).toBe(false)
    expect(await store.nextOriginal()).toBeUndefined()
    const roomy = (await filled(true)).store
    await roomy.originalSent('1')
    expect(await roomy.nextOriginal()).toBeUndefined()
    expect(await roomy.sendAgain(['1', '9'])).toBe(true)
    expect((await roomy.nextOriginal())?.sha256).toBe('1')
    expect((await roomy.nextReport())?.sha256).toBe('1')
  })

  it('counts a clash and a fact that waits as taken: both are on the server', async () => {
    const { store, accepted } = await filled()
    await store.settle(await store.waiting(10), [
      receipt('a', 'clashed'),
      receipt('c', 'waiting'),
      receipt('d', 'alreadyKnown'),
    ])
    expect(accepted).toEqual(['a', 'c', 'd'])
    expect(await store.waiting(10)).toEqual([])
  })

  it('puts refused bytes aside', async () => {
    const { db, store } = await filled()
    await store.refuseBlob('1', { code: 'photo.damaged', text: 'cut off' })
    expect(await store.nextOriginal()).toBeUndefined()
    expect((await db.blobs.get(['marit', '1']))?.problem?.code).toBe('photo.damaged')
  })

  it('lays what was taken into what is kept before it leaves the queue', async () => {
    const { db } = await filled()
    const queued: number[] = []
    const store = deviceStore(db, 'marit', {
      onAccepted: async () => void queued.push(await db.outbox.where('personId').equals('marit').count()),
      onWanted: async () => undefined,
      hasRoom: async () => false,
    })
    await store.settle(await store.waiting(10), [receipt('a', 'accepted')])
    expect(queued).toEqual([3])
    expect((await store.waiting(10)).map((e) => e.requestId)).toEqual(['c', 'd'])
  })

  it('counts pictures that wait by number and bytes, refused ones apart, sent ones and other people’s not at all', async () => {
    const { db, store } = await filled()
    await db.blobs.bulkAdd([
      { ...blob('3', 'marit'), bytes: 700 },
      { ...blob('4', 'marit'), bytes: 20_000 },
    ])
    expect(await picturesOf('marit', db)).toEqual({ picturesWaiting: 3, bytesWaiting: 20_701, refusedPictures: [] })
    await store.reportSent('3')
    expect((await picturesOf('marit', db)).picturesWaiting).toBe(3)
    await store.refuseBlob('4', { code: 'photo.damaged', text: 'cut off' })
    expect(await picturesOf('marit', db)).toEqual({
      picturesWaiting: 2,
      bytesWaiting: 701,
      refusedPictures: [{ sha256: '4', text: 'cut off' }],
    })
    await store.originalSent('3')
    expect(await picturesOf('marit', db)).toMatchObject({ picturesWaiting: 1, bytesWaiting: 1 })
    expect(await picturesOf('nobody', db)).toEqual({ picturesWaiting: 0, bytesWaiting: 0, refusedPictures: [] })
  })
})
