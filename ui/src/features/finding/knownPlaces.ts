import type { DetailFact, FindingFact } from '../../api/types'
import { detailNames } from '../../shared/roofPlan/planWords'

const MOST = 6

/** A longer one is a description, not a name. */
const LONGEST = 40

type Placed = Pick<FindingFact, 'id' | 'slopeId' | 'place'>
type Thing = Pick<DetailFact, 'kind' | 'name' | 'spot'>

/**
 * Places that have a name already, to be chosen with a thumb: those of the same slope first, the last one named before the others, then what stands on the plan there. Findings are taken together
 * by the same words for a place, so the words are offered instead of being typed a second time.
 */
export function knownPlaces(
  draft: Placed,
  findings: readonly Placed[],
  details: readonly Thing[] = [],
  most = MOST,
): string[] {
  const others = findings.filter(({ id }) => id !== draft.id).reverse()
  const isHere = ({ slopeId }: Placed) => (slopeId ?? null) === (draft.slopeId ?? null)
  const things = details.filter(({ spot }) => !draft.slopeId || spot.slopeId === draft.slopeId)
  const named = [
    ...others.filter(isHere).map(({ place }) => place),
    ...things.map(({ kind, name }) => name || onlyOne(kind, things)),
    ...others.filter((other) => !isHere(other)).map(({ place }) => place),
  ]
  const byWords = new Map<string, string>()
  for (const place of named.map((words) => words.trim()).filter((words) => words && words.length <= LONGEST)) {
    if (!byWords.has(place.toLowerCase())) byWords.set(place.toLowerCase(), place)
  }
  return [...byWords.values()].slice(0, most)
}

/** One boot of three is no place. */
function onlyOne(kind: string, things: readonly Thing[]) {
  const unnamed = things.filter((other) => other.kind === kind && !other.name)
  return unnamed.length === 1 && kind in detailNames ? detailNames[kind as keyof typeof detailNames].toLowerCase() : ''
}
