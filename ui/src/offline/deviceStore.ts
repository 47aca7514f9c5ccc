import type { DeviceDb } from './database'
import type { Entry, LocalBlob, Receipt } from './entry'
import type { SyncStore } from './syncEngine'

type Hooks = {
  /** Changes that the server has taken. */
  onAccepted(entries: Entry[]): Promise<void>
  /** Whether sent originals may stay on this device. */
  hasRoom(): Promise<boolean>
  /** Originals the server asks for again. */
  onWanted(hashes: string[]): Promise<void>
}

type DeviceStore = SyncStore & {
  /** Queues originals again that are still on this device; true when there were any. */
  sendAgain(wanted: string[]): Promise<boolean>
}

/** What one person has waiting on this device. */
export function deviceStore(db: DeviceDb, personId: string, hooks: Hooks): DeviceStore {
  const row = (sha256: string): [string, string] => [personId, sha256]
  const next = (index: '[personId+reportSent]' | '[personId+whole]') =>
    db.blobs
      .where(index)
      .equals([personId, 0])
      .filter((blob: LocalBlob) => !blob.problem)
      .first()
  return {
    waiting: (limit, without) =>
      db.outbox
        .where('personId')
        .equals(personId)
        .filter((entry) => !entry.problem && !without?.has(entry.requestId))
        .limit(limit)
        .sortBy('seq'),
    async settle(sent, receipts) {
      const byRequest = new Map(receipts.map((receipt) => [receipt.requestId, receipt]))
      const answered = sent.flatMap((entry) => {
        const receipt = byRequest.get(entry.requestId)
        return receipt && entry.seq !== undefined ? [{ entry, seq: entry.seq, receipt }] : []
      })
      // What the server set aside is safe there, but does not show: it stays here too, and is said.
      const stays = ({ outcome }: Receipt) => outcome === 'refused' || outcome === 'setAside'
      const kept = answered.filter(({ receipt }) => stays(receipt))
      const taken = answered.filter(({ receipt }) => !stays(receipt))
      // Laid into what is kept before it leaves the queue: at no moment is it in neither.
      await hooks.onAccepted(taken.map(({ entry }) => entry))
      await db.transaction('rw', db.outbox, async () => {
        for (const { seq, receipt } of kept) {
          const [problem] = receipt.problems
          await db.outbox.update(seq, {
            problem: { code: problem?.code ?? 'fact.refused', text: problem?.text ?? 'The server refused it.' },
          })
        }
        await db.outbox.bulkDelete(taken.map(({ seq }) => seq))
      })
    },
    nextReport: () => next('[personId+reportSent]'),
    nextOriginal: () => next('[personId+whole]'),
    async reportSent(sha256) {
      await db.blobs.update(row(sha256), { reportSent: 1 })
    },
    async originalSent(sha256) {
      // The report-size copy stays: it is looked at without a connection. The original stays for a while too where there is room: the server may
      // ask for it again.
      const kept = (await hooks.hasRoom()) ? {} : { original: null }
      await db.blobs.update(row(sha256), { reportSent: 1, whole: 1, ...kept })
    },
    async sendAgain(wanted) {
      const queued = await db.blobs
        .where('[personId+whole]')
        .equals([personId, 1])
        .filter((blob) => blob.original !== null && wanted.includes(blob.sha256))
        .modify({ whole: 0, reportSent: 0 })
      await hooks.onWanted(wanted)
      return queued > 0
    },
    async refuseBlob(sha256, problem) {
      await db.blobs.update(row(sha256), { problem })
    },
  }
}
