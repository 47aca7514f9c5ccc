import type { WorkItem } from '../../api/types'

/** Jobs that renew the covering of their slopes. */
export const renewals: ReadonlySet<WorkItem['kind']> = new Set(['reroof', 'rebuild', 'relay'])
