import type { LastingAnswer, PlannedKind, School, SeriesAlong } from '../../api/types'

export const schools: Record<School, string> = {
  combined: 'Age and look combined',
  whatIsSeen: 'By what is seen',
  ageTable: 'By age table',
}

export const plannedKinds: Record<PlannedKind, string> = {
  solar: 'Solar',
  sale: 'A sale',
  lease: 'A lease',
  other: 'Something else',
}

export const verdictWords: Record<LastingAnswer['verdict'], string> = {
  yes: 'Yes',
  no: 'No',
  doubtful: 'Doubtful',
  cannotTell: 'Cannot tell',
}

export const alongs: Record<SeriesAlong, string> = {
  upTheSlope: 'Up the slope',
  downTheWall: 'Down a wall',
  alongTheEdge: 'Along an edge',
  overVisits: 'Over visits',
}
