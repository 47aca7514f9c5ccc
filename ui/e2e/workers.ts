import { availableParallelism } from 'node:os'

/** Files of tests run side by side, each worker with a server and data of its own; a page and its core fill about one processor. */
export const WORKERS = Math.min(2, availableParallelism())

/** The setting that tells a worker where its server is. */
export const addressSetting = (worker: number | string) => `KALPA_ADDRESS_${worker}`
