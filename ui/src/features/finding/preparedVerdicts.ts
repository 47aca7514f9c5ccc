import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import type {
  Condition,
  CoveringFact,
  DecidingAnswer,
  LocalLimit,
  LocalProfileFact,
  MeasureFact,
  Quantity,
} from '../../api/types'
import { coreQuery } from '../../core/useCore'

/** Where something is measured, as far as it is known. */
export type VerdictPlace = {
  covering: CoveringFact['kind'] | null
  risePer12: number | null
  local: LocalProfileFact | null
  deciding: DecidingAnswer[] | null
  /** The firm's own values. */
  firm: LocalLimit[] | null
}

/** Asks for the verdicts of the six keys before one is tapped, so that a tap only has to show. */
export function usePreparedVerdicts(
  condition: Condition | null,
  quantity: Quantity | undefined,
  at: VerdictPlace,
  how: MeasureFact['how'],
) {
  const queries = useQueryClient()
  useEffect(() => {
    if (!condition || !quantity) return
    for (const typed of quantity.likely) {
      void (async () => {
        const read = await queries.fetchQuery(
          coreQuery('parse-measure', { text: typed, unit: quantity.unit, bareUnit: 'inch' }),
        )
        if (read.value == null) return
        const measure = { typed, value: read.value, how }
        await queries.prefetchQuery(coreQuery('verdict', { condition: condition.code, ...at, measure }))
      })().catch(() => undefined)
    }
  }, [condition, quantity, at, how, queries])
}
