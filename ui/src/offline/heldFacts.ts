import type {
  DossierRequest,
  FirmRulesAnswer,
  FirmRulesFact,
  HeldFact,
  PendingChange,
  PropertyDossier,
  VisitDossier,
} from '../api/types'
import { type Applied, applyToProperty, applyToVisit } from './applyChanges'
import { contractOf, type Entry } from './entry'

/**
 * Facts as this device holds them, with the dossier made from them; null where none has been made yet. `behind`: facts were added since it was made, so the
 * core is asked for another.
 */
export type Held<D> = { today: string; facts: HeldFact[]; dossier: D | null; behind?: boolean }

export type HeldVisit = Held<VisitDossier>
export type HeldProperty = Held<PropertyDossier>

export const pendingOf = (entry: Applied & Pick<Entry, 'contractVersion'>): PendingChange => ({
  requestId: entry.requestId,
  kind: entry.kind,
  factId: entry.factId,
  deleted: entry.deleted,
  contractVersion: contractOf(entry),
  payload: entry.fact,
})

/** What the core is asked to make a dossier from. */
export const requestOf = (id: string, held: Held<unknown>, entries: Entry[]): DossierRequest => ({
  id,
  today: held.today,
  facts: held.facts,
  changes: entries.map(pendingOf),
})

/** Facts after changes that the server has taken: each change is the revision its fact stands at. */
export function withAccepted(facts: HeldFact[], changes: Pick<Entry, keyof Applied | 'contractVersion'>[]): HeldFact[] {
  const standing = new Map(facts.map((fact) => [fact.factId, fact]))
  for (const change of changes) {
    if (change.deleted) standing.delete(change.factId)
    else
      standing.set(change.factId, {
        kind: change.kind,
        factId: change.factId,
        revision: change.requestId,
        clash: standing.get(change.factId)?.clash ?? false,
        contractVersion: contractOf(change),
        payload: change.fact,
      })
  }
  return [...standing.values()]
}

export const acceptedVisit = (held: HeldVisit, changes: Entry[]): HeldVisit => ({
  ...held,
  facts: withAccepted(held.facts, changes),
  dossier: held.dossier && applyToVisit(held.dossier, changes),
  behind: true,
})

export const acceptedProperty = (held: HeldProperty, changes: Entry[]): HeldProperty => ({
  ...held,
  facts: withAccepted(held.facts, changes),
  dossier: held.dossier && applyToProperty(held.dossier, changes),
  behind: true,
})

/** The firm's settings after changes that the server has taken: the next change is made from these, not from those before. */
export const acceptedFirmRules = (held: FirmRulesAnswer, changes: Entry[]): FirmRulesAnswer => {
  const last = changes.filter((change) => change.kind === 'firmRules').at(-1)
  if (!last) return held
  const clash = held.heads.some((head) => head.factId === last.factId && head.clash)
  return { rules: last.fact as FirmRulesFact, heads: [{ factId: last.factId, revision: last.requestId, clash }] }
}
