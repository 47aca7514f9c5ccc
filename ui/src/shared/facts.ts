import { useMutation, useQueryClient } from '@tanstack/react-query'
import { ApiError, api, dataOf } from '../api/client'
import type { ChangeReceipt, Fact, FactHead, FactKind } from '../api/types'
import { keys } from './queries'
import { newId } from './uuid'

const CONTRACT_VERSION = 1

export type Change = { kind: FactKind; fact: Fact; deleted?: boolean }

function deviceName() {
  return /Mobi|Android/i.test(navigator.userAgent) ? 'phone' : 'desk'
}

/**
 * Records facts in one request. A refused fact throws with the server's own words; nothing else of the request is lost.
 * `heads` are the revisions that the changed facts were read at.
 */
export async function recordFacts(changes: Change[], heads: FactHead[] = []): Promise<ChangeReceipt[]> {
  const bases = new Map(heads.map((head) => [head.factId, head.revision]))
  const body = {
    changes: changes.map(({ kind, fact, deleted }) => ({
      requestId: newId(),
      factId: fact.id,
      kind,
      baseRevision: bases.get(fact.id) ?? null,
      recordedAt: new Date().toISOString(),
      device: deviceName(),
      contractVersion: CONTRACT_VERSION,
      deleted: deleted ?? false,
      payload: fact,
    })),
  }
  const { receipts } = await dataOf(api.POST('/api/facts', { body }))
  const refused = receipts.find((receipt) => receipt.outcome === 'refused')
  if (refused) {
    const [problem] = refused.problems
    throw new ApiError(422, problem?.code ?? 'fact.refused', 'That was not recorded', problem?.text ?? '')
  }
  return receipts
}

const showsFacts = new Set<string>([keys.home[0], keys.property('')[0], keys.visit('')[0]])

/** Recording from a screen: afterwards everything that shows facts is fetched again. */
export function useRecord(heads: FactHead[] = []) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: (changes: Change[]) => recordFacts(changes, heads),
    onSuccess: () => queries.invalidateQueries({ predicate: ({ queryKey }) => showsFacts.has(String(queryKey[0])) }),
  })
}
