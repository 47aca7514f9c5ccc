import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { Condition, CoveringFact, MeasureFact, Quantity } from '../../api/types'
import { coreQuery } from '../../core/useCore'

/** Asks for the verdicts of the six keys before one is tapped, so that a tap only has to show. */
export function usePreparedVerdicts(
  condition: Condition | null,
  quantity: Quantity | undefined,
  covering: CoveringFact['kind'] | null,
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
        await queries.prefetchQuery(coreQuery('verdict', { condition: condition.code, covering, measure }))
      })().catch(() => undefined)
    }
  }, [condition, quantity, covering, how, queries])
}
