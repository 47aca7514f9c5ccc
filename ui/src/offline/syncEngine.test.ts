import { describe, expect, it } from 'vitest'
import type { PropertyFact } from '../api/types'
import type { BlobState, Entry, LocalBlob, Receipt } from './entry'
import { Halt, RefusedBatch, RefusedBytes, type SyncStore, sendAll, type Wire } from './syncEngine'

const RUNS = 3_000

/** A small generator with a seed: the same run again when one fails. */
function randomOf(seed: number) {
  let state = seed * 2654435761 + 1
  return (below: number) => {
    state = (Math.imul(state ^ (state >>> 15), 2246822519) + 0x9e3779b9) | 0
    const mixed = Math.imul(state ^ (state >>> 13), 3266489917)
    return ((mixed ^ (mixed >>> 16)) >>> 0) % below
  }
}

type Random = ReturnType<typeof randomOf>

/** What the server is, in a few lines: changes once, bytes in place. */
class Oracle {
  changes = new Map<string, Entry>()
  order: string[] = []
  reports = new Set<string>()
  bytes = new Map<string, number>()
  whole = new Set<string>()

  state = (sha256: string): BlobState => ({
    sha256,
    received: this.bytes.get(sha256) ?? 0,
    whole: this.whole.has(sha256),
    reportHeld: this.reports.has(sha256),
  })

  take(entry: Entry): Receipt {
    const known = this.changes.has(entry.requestId)
    if (!known) {
      this.changes.set(entry.requestId, entry)
      this.order.push(entry.requestId)
    }
    return {
      requestId: entry.requestId,
      outcome: known ? 'alreadyKnown' : 'accepted',
      revision: entry.requestId,
      problems: [],
    }
  }

  append(sha256: string, offset: number, length: number, total: number): BlobState {
    const held = this.bytes.get(sha256) ?? 0
    if (held === offset) this.bytes.set(sha256, held + length)
    if ((this.bytes.get(sha256) ?? 0) >= total) this.whole.add(sha256)
    return this.state(sha256)
  }
}

/** A wire that may break before the server hears, or after; bytes may arrive in part. */
function wire(oracle: Oracle, random: Random, cuts: number): Wire {
  const maybe = async <T>(act: () => T): Promise<T> => {
    if (random(cuts) === 0) throw new Halt('offline')
    const answer = act()
    if (random(cuts) === 0) throw new Halt('offline')
    return answer
  }
  return {
    sendFacts: (entries) => maybe(() => entries.map((entry) => oracle.take(entry))),
    sendReport: (blob) =>
      maybe(() => {
        oracle.reports.add(blob.sha256)
        return oracle.state(blob.sha256)
      }),
    blobState: (sha256) => maybe(() => oracle.state(sha256)),
    sendPiece: (blob, offset, length) =>
      maybe(() => {
        if (random(cuts) === 0) {
          oracle.append(blob.sha256, offset, random(length + 1), blob.bytes)
          throw new Halt('offline')
        }
        return oracle.append(blob.sha256, offset, length, blob.bytes)
      }),
  }
}

/** One device's memory. */
class Memory implements SyncStore {
  entries: Entry[] = []
  blobs: LocalBlob[] = []
  waiting = async (limit: number, without?: ReadonlySet<string>) =>
    this.entries.filter((entry) => !entry.problem && !without?.has(entry.requestId)).slice(0, limit)
  settle = async (sent: Entry[], receipts: Receipt[]) => {
    const answers = new Map(receipts.map((receipt) => [receipt.requestId, receipt]))
    this.entries = this.entries.flatMap((entry) => {
      const receipt = sent.includes(entry) ? answers.get(entry.requestId) : undefined
      if (!receipt) return [entry]
      const [problem] = receipt.problems
      return receipt.outcome === 'refused' ? [{ ...entry, problem: problem ?? { code: '', text: '' } }] : []
    })
  }
  private next = (field: 'reportSent' | 'whole') => this.blobs.find((blob) => blob[field] === 0 && !blob.problem)
  nextReport = async () => this.next('reportSent')
  nextOriginal = async () => this.next('whole')
  private mark = (sha256: string, fields: Partial<LocalBlob>) => {
    this.blobs = this.blobs.map((blob) => (blob.sha256 === sha256 ? { ...blob, ...fields } : blob))
  }
  reportSent = async (sha256: string) => this.mark(sha256, { reportSent: 1 })
  originalSent = async (sha256: string) => this.mark(sha256, { reportSent: 1, whole: 1 })
  refuseBlob = async (sha256: string, problem: { code: string; text: string }) => this.mark(sha256, { problem })
}

let made = 0
function entry(device: number): Entry {
  const id = `${device}-${++made}`
  return {
    requestId: id,
    personId: 'p',
    kind: 'property',
    factId: id,
    baseRevision: null,
    settles: null,
    recordedAt: '',
    device: String(device),
    deleted: false,
    fact: { id, name: '', address: '', owner: '', exposure: 'ordinary', note: '' } satisfies PropertyFact,
  }
}

const blob = (sha256: string, bytes: number): LocalBlob => ({
  sha256,
  personId: 'p',
  original: new Blob(['x']),
  report: new Blob(['r']),
  bytes,
  reportSent: 0,
  whole: 0,
  addedAt: 0,
})

describe('sending from three devices that lose their connection at any moment', () => {
  it(`brings every change and every byte over exactly once, in ${RUNS} random runs`, async () => {
    for (let seed = 1; seed <= RUNS; seed++) {
      const random = randomOf(seed)
      const oracle = new Oracle()
      const devices = [new Memory(), new Memory(), new Memory()]
      const all: string[] = []
      const pictures: LocalBlob[] = []
      for (let step = 0; step < 14; step++) {
        const number = random(3)
        const device = devices[number] as Memory
        if (random(4) === 0) {
          // Two devices may hold the same picture.
          const picture = blob(`sha-${seed}-${random(4)}`, 1 + random(5 * 1024 * 1024))
          const same = pictures.find((other) => other.sha256 === picture.sha256)
          const kept = same ? { ...same, reportSent: 0 as const, whole: 0 as const } : picture
          if (!device.blobs.some((other) => other.sha256 === kept.sha256)) device.blobs.push(kept)
          if (!same) pictures.push(picture)
        } else {
          const change = entry(number)
          device.entries.push(change)
          all.push(change.requestId)
        }
        if (random(3) === 0) await sendAll(device, wire(oracle, random, 5)).catch(onlyHalts)
      }
      for (const device of devices) {
        for (let tries = 0; device.entries.length + device.blobs.filter((b) => !b.whole).length > 0; tries++) {
          expect(tries, `seed ${seed}`).toBeLessThan(500)
          await sendAll(device, wire(oracle, random, 6)).catch(onlyHalts)
        }
      }
      expect([...oracle.order].sort(), `seed ${seed}`).toEqual([...all].sort())
      expect(
        pictures.every((p) => oracle.whole.has(p.sha256) && oracle.bytes.get(p.sha256) === p.bytes),
        `seed ${seed}`,
      ).toBe(true)
    }
    // What is tested is that nothing is lost, not how fast: a busy machine takes its time for so many runs.
  }, 60_000)

  it('sends each device’s changes in the order they were made', async () => {
    const oracle = new Oracle()
    const device = new Memory()
    device.entries = Array.from({ length: 250 }, () => entry(0))
    const made = device.entries.map((e) => e.requestId)
    await sendAll(device, wire(oracle, randomOf(1), 1_000_000))
    expect(oracle.order).toEqual(made)
  })

  it('sends facts before report-size pictures and those before any original, and facts made meanwhile in between', async () => {
    const oracle = new Oracle()
    const device = new Memory()
    device.entries = [entry(0)]
    device.blobs = [blob('a', 3 * 1024 * 1024), blob('b', 10)]
    const said: string[] = []
    const real = wire(oracle, randomOf(1), 1_000_000)
    const spied: Wire = {
      ...real,
      sendFacts: (entries) => {
        said.push('facts')
        return real.sendFacts(entries)
      },
      sendReport: (b) => {
        said.push(`report ${b.sha256}`)
        return real.sendReport(b)
      },
      sendPiece: (b, offset, length) => {
        said.push(`piece ${b.sha256}`)
        if (said.length === 4) device.entries.push(entry(0))
        return real.sendPiece(b, offset, length)
      },
    }
    await sendAll(device, spied)
    expect(said).toEqual(['facts', 'report a', 'report b', 'piece a', 'facts', 'piece a', 'piece a', 'piece b'])
  })

  it('puts refused bytes aside with the server’s words and goes on with the next', async () => {
    const oracle = new Oracle()
    const device = new Memory()
    device.blobs = [blob('bad', 10), blob('good', 10)]
    const real = wire(oracle, randomOf(1), 1_000_000)
    await sendAll(device, {
      ...real,
      sendReport: (b) =>
        b.sha256 === 'bad' ? Promise.reject(new RefusedBytes('photo.damaged', 'cut off')) : real.sendReport(b),
    })
    expect(device.blobs[0]?.problem).toEqual({ code: 'photo.damaged', text: 'cut off' })
    expect(oracle.whole.has('good')).toBe(true)
  })

  it('finds the one change for which a whole batch is refused, and sends all the others', async () => {
    const oracle = new Oracle()
    const device = new Memory()
    device.entries = Array.from({ length: 230 }, () => entry(0))
    device.blobs = [blob('behind', 10)]
    const bad = device.entries[137]?.requestId
    const others = device.entries.map((e) => e.requestId).filter((id) => id !== bad)
    const real = wire(oracle, randomOf(1), 1_000_000)
    await sendAll(device, {
      ...real,
      sendFacts: (entries) =>
        entries.some((e) => e.requestId === bad)
          ? Promise.reject(new RefusedBatch('request.bad-json', 'cannot be read', false))
          : real.sendFacts(entries),
    })
    expect(oracle.order).toEqual(others)
    expect(device.entries.map((e) => [e.requestId, e.problem?.code])).toEqual([[bad, 'request.bad-json']])
    expect(oracle.whole.has('behind')).toBe(true)
  })

  it('sends everything else when one change breaks the server, and keeps that one for later', async () => {
    const oracle = new Oracle()
    const device = new Memory()
    device.entries = Array.from({ length: 20 }, () => entry(0))
    device.blobs = [blob('behind', 10)]
    const bad = device.entries[3]?.requestId
    const real = wire(oracle, randomOf(1), 1_000_000)
    const breaking: Wire = {
      ...real,
      sendFacts: (entries) =>
        entries.some((e) => e.requestId === bad)
          ? Promise.reject(new RefusedBatch('server.failed', 'broke', true))
          : real.sendFacts(entries),
    }
    await expect(sendAll(device, breaking)).rejects.toThrow(Halt)
    expect(oracle.order).toHaveLength(19)
    expect(oracle.whole.has('behind')).toBe(true)
    expect(device.entries.map((e) => [e.requestId, e.problem])).toEqual([[bad, undefined]])
    await sendAll(device, real)
    expect(device.entries).toEqual([])
  })

  it('never sends for ever a change that the answer does not speak of', async () => {
    const device = new Memory()
    device.entries = [entry(0), entry(0)]
    const real = wire(new Oracle(), randomOf(1), 1_000_000)
    await sendAll(device, { ...real, sendFacts: async (entries) => (await real.sendFacts(entries)).slice(0, 1) })
    expect(device.entries.map((e) => e.problem?.code)).toEqual(['fact.no-answer'])
  })

  it('never swallows what is not a broken connection', async () => {
    const device = new Memory()
    device.entries = [entry(0)]
    const broken = {
      ...wire(new Oracle(), randomOf(1), 1_000_000),
      sendFacts: () => Promise.reject(new Error('a fault')),
    }
    await expect(sendAll(device, broken)).rejects.toThrow('a fault')
    expect(device.entries).toHaveLength(1)
  })
})

function onlyHalts(error: unknown) {
  if (!(error instanceof Halt)) throw error
}
