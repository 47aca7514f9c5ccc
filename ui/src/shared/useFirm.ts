import { use } from 'react'
import type { FirmRulesFact } from '../api/types'
import { useRecord } from './facts'
import { firmRulesOf } from './firmRules'
import { PersonName } from './person'
import { useFirmRules } from './queries'

/** The firm's ways as they stand, and how they are changed: each change counts the version up and says whose it is. */
export function useFirm() {
  const firm = useFirmRules()
  const record = useRecord(firm.heads)
  const changedBy = use(PersonName)
  const rules = firmRulesOf(firm.rules)
  const keep = (fields: Partial<FirmRulesFact>) =>
    record.mutate([{ kind: 'firmRules', fact: { ...rules, ...fields, version: (rules.version ?? 0) + 1, changedBy } }])
  return {
    rules,
    keep,
    saving: record.isPending,
    saved: record.isSuccess,
    error: record.isError ? record.error : null,
    me: changedBy,
  }
}
