import { useMutation } from '@tanstack/react-query'
import type { FactHead } from '../api/types'
import { type Change, recordChanges } from '../offline/outbox'
import { useNamingRoof } from './roofOfRecords'

export type { Change } from '../offline/outbox'

/**
 * Recording from a screen: the change is safe on this device when it succeeds, counts at once, and is sent when that is possible. `heads` are the
 * revisions that the changed facts were read at.
 */
export function useRecord(heads: FactHead[] = []) {
  const named = useNamingRoof()
  return useMutation({
    mutationFn: (changes: Change[]) => recordChanges(changes.map(named), heads),
    networkMode: 'always',
  })
}
