import Dexie, { type Table } from 'dexie'
import type { Entry, LocalBlob } from './entry'

/** An answer of the server as last fetched, for when it cannot be asked. */
export type KeptAnswer = { personId: string; key: string; json: unknown; at: number; shape?: number }

class Device extends Dexie {
  outbox!: Table<Entry, number>
  answers!: Table<KeptAnswer, [string, string]>
  blobs!: Table<LocalBlob, [string, string]>
  settings!: Table<{ key: string; value: unknown }, string>

  constructor(name: string) {
    super(name)
    this.version(1).stores({
      outbox: '++seq, &requestId, personId',
      answers: '[personId+key], personId',
      blobs: '[personId+sha256], [personId+reportSent], [personId+whole], addedAt',
      settings: 'key',
    })
    // What waits is counted by keys alone, without reading a picture; only refused pictures have a problem's code and stand in its index.
    this.version(2).stores({
      blobs:
        '[personId+sha256], [personId+reportSent], [personId+whole], [personId+whole+bytes], [personId+problem.code], addedAt',
    })
  }
}

export const openDevice = (name = 'kalpa') => new Device(name)
export type DeviceDb = Device

/** Everything that this device holds without a connection. */
export const device = openDevice()
