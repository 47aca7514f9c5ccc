import { useMutation } from '@tanstack/react-query'
import { use } from 'react'
import type { FirmRulesFact } from '../api/types'
import { recordChanges } from '../offline/outbox'
import { firmRulesOf } from './firmRules'
import { PersonName } from './person'
import { useFirmRules } from './queries'

/** The firm's ways as they stand, and how they are changed: each change counts the version up and says whose it is. */
export function useFirm() {
  const firm = useFirmRules()
  const changedBy = use(PersonName)
  const rules = firmRulesOf(firm.rules)
  const record = useMutation({
    mutationFn: async (fields: Partial<FirmRulesFact>) => {
      // A change made before what stands is known would replace all of it.
      if (!firm.known) throw new Error('The firm’s settings are not loaded yet. Wait until they are, then try again.')
      return recordChanges(
        [{ kind: 'firmRules', fact: { ...rules, ...fields, version: (rules.version ?? 0) + 1, changedBy } }],
        firm.heads,
      )
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
