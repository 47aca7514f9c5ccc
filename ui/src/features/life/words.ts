import type { LastingAnswer, PlannedKind, School, SeriesAlong } from '../../api/types'

export const schools: Record<School, string> = {
  combined: 'Combined',
  whatIsSeen: 'Condition only',
  ageTable: 'Age only',
}

export const plannedKinds: Record<PlannedKind, string> = {
  solar: 'Solar',
  sale: 'Sale',
  lease: 'A lease',
  other: 'Something else',
}

export const verdictWords: Record<LastingAnswer['verdict'], string> = {
  yes: 'Yes',
  no: 'No',
  doubtful: 'Uncertain',
  cannotTell: 'Cannot tell',
}

export const alongs: Record<SeriesAlong, string> = {
  upTheSlope: 'Up the slope',
  downTheWall: 'Down a wall',
  alongTheEdge: 'Along an edge',
  overVisits: 'Over visits',
}
