import type { LookFact, SlopeFact, Station } from '../../api/types'

export type CellState = 'open' | 'looked' | 'excused'

export type Place = { station: Station; slope: SlopeFact | null }

/** The places of a station: each slope, or the roof as a whole. */
export const placesOf = (station: Station, slopes: SlopeFact[]): Place[] =>
  station.perSlope ? slopes.map((slope) => ({ station, slope })) : [{ station, slope: null }]

/** The look recorded at a place, if any; ids sort by when they were made, so the last one counts. */
export const lookAt = (looks: LookFact[], { station, slope }: Place): LookFact | undefined =>
  looks
    .filter((look) => look.station === station.key && look.slopeId === (slope?.id ?? null))
    .sort((a, b) => a.id.localeCompare(b.id))
    .at(-1)

export const stateOf = (look: LookFact | undefined): CellState => {
  if (!look) return 'open'
  return look.state === 'looked' || (look.state === 'excused' && look.excuse === 'notThere') ? 'looked' : 'excused'
}

/** Where “the same again” goes: the next slope of the station, then the first again; the same place where there is no other. */
export function nextPlace(station: Station, slopes: SlopeFact[], slopeId: string | null): SlopeFact | null {
  if (!station.perSlope) return slopes.find(({ id }) => id === slopeId) ?? null
  const at = slopes.findIndex(({ id }) => id === slopeId)
  return slopes[(at + 1) % slopes.length] ?? null
}
