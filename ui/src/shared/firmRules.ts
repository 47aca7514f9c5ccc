import type { FirmRulesFact } from '../api/types'
import { newId } from './uuid'

// Made on the first change and the same for every later one of this page: two quick taps are one record.
const firstId = newId()

/** The firm's ways, or the beginning of them. */
export const firmRulesOf = (rules: FirmRulesFact | null | undefined): FirmRulesFact =>
  rules ?? { id: firstId, views: [], phrases: [], voice: 'plain' }
