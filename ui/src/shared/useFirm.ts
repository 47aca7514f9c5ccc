import { useMutation } from '@tanstack/react-query'
import { use, useRef } from 'react'
import type { FirmRulesFact } from '../api/types'
import { recordChanges } from '../offline/outbox'
import { firmRulesOf } from './firmRules'
import { PersonName } from './person'
import { useFirmRules } from './queries'

/** The firm's ways as they stand, and how they are changed: each change counts the version up and says whose it is. */
export function useFirm() {
  const firm = useFirmRules()
  const changedBy = use(PersonName)
  const standing = firmRulesOf(firm.rules)
  // A second change may come before the device tells that the first one stands: it is made to that, not beside it.
  const kept = useRef<FirmRulesFact | null>(null)
  const latest = () => (kept.current && (kept.current.version ?? 0) > (standing.version ?? 0) ? kept.current : standing)
  const rules = latest()
  const record = useMutation({
    mutationFn: async (fields: Partial<FirmRulesFact>) => {
      // A change made before what stands is known would replace all of it.
      if (!firm.known) throw new Error('The firm’s settings are not loaded yet. Wait until they are, then try again.')
      const before = latest()
      const fact = { ...before, ...fields, version: (before.version ?? 0) + 1, changedBy }
      kept.current = fact
      return recordChanges([{ kind: 'firmRules', fact }], firm.heads).catch((error) => {
        kept.current = null
        throw error
      })
    },
    networkMode: 'always',
  })
  return {
    rules,
    known: firm.known,
    keep: record.mutate,
    saving: record.isPending,
    saved: record.isSuccess,
    error: record.isError ? record.error : null,
    me: changedBy,
  }
}
