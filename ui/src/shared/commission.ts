import type { VisitFact } from '../api/types'

type Commission = NonNullable<VisitFact['commission']>

/** A visit's commission with some of it changed; where none was recorded, a condition report for nobody in particular. */
export const commissionWith = (commission: Commission | null | undefined, fields: Partial<Commission>): Commission => ({
  purpose: 'condition',
  forWhom: '',
  dueOn: null,
  licence: '',
  ...commission,
  ...fields,
})
