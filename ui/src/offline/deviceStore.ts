import type { DeviceDb } from './database'
import type { Entry, LocalBlob } from './entry'
import type { SyncStore } from './syncEngine'

type Hooks = {
  /** Changes that the server has taken. */
  onAccepted(entries: Entry[]): Promise<void>
  onChanged(): Promise<void>
}

/** What one person has waiting on this device. */
export function deviceStore(db: DeviceDb, personId: string, hooks: Hooks): SyncStore {
  const row = (sha256: string): [string, string] => [personId, sha256]
  const next = (index: '[personId+reportSent]' | '[personId+whole]') =>
    db.blobs
      .where(index)
      .equals([personId, 0])
      .filter((blob: LocalBlob) => !blob.problem)
      .first()
  return {
    waiting: (limit) =>
      db.outbox
        .where('personId')
        .equals(personId)
        .filter((entry) => !entry.problem)
        .limit(limit)
        .sortBy('seq'),
    async settle(sent, receipts) {
      const byRequest = new Map(receipts.map((receipt) => [receipt.requestId, receipt]))
      const accepted: Entry[] = []
      await db.transaction('rw', db.outbox, async () => {
        for (const entry of sent) {
          const receipt = byRequest.get(entry.requestId)
          if (!receipt || entry.seq === undefined) continue
          if (receipt.outcome === 'refused') {
            const [problem] = receipt.problems
            await db.outbox.update(entry.seq, {
              problem: { code: problem?.code ?? 'fact.refused', text: problem?.text ?? 'The server refused it.' },
            })
          } else {
            await db.outbox.delete(entry.seq)
            accepted.push(entry)
          }
        }
      })
      await hooks.onAccepted(accepted)
      await hooks.onChanged()
    },
    nextReport: () => next('[personId+reportSent]'),
    nextOriginal: () => next('[personId+whole]'),
    async reportSent(sha256) {
      await db.blobs.update(row(sha256), { reportSent: 1 })
      await hooks.onChanged()
    },
    async originalSent(sha256) {
      // The report-size copy stays: it is looked at without a connection.
      await db.blobs.update(row(sha256), { reportSent: 1, whole: 1, original: null })
      await hooks.onChanged()
    },
    async refuseBlob(sha256, problem) {
      await db.blobs.update(row(sha256), { problem })
      await hooks.onChanged()
    },
  }
}
