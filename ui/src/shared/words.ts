import type { ExcuseReason, Facing, FindingFact, LookFact, MeasureFact, SlopeFact } from '../api/types'

/** Names of enums on screen. Judgement comes worded from the core; nothing is judged here. */
export const facings: Record<Facing, string> = {
  north: 'North',
  northEast: 'North-east',
  east: 'East',
  southEast: 'South-east',
  south: 'South',
  southWest: 'South-west',
  west: 'West',
  northWest: 'North-west',
}

export const beneaths: Record<SlopeFact['beneath'], string> = {
  finishedRoom: 'Finished room',
  openAttic: 'Open attic',
  garage: 'Garage',
  porch: 'Porch or open air',
}

export const pitchSources: Record<SlopeFact['pitch']['source'], string> = {
  tape: 'Tape and level',
  digitalLevel: 'Digital level',
  phone: 'Phone',
  byEye: 'By eye',
}

export const ageSources = {
  permit: 'Permit',
  stamp: 'Maker’s stamp',
  owner: 'Owner’s word',
  neighbours: 'Neighbours’ roofs',
  byEye: 'By eye',
  unknown: 'Not known',
} as const

export const evidences: Record<FindingFact['evidence'], string> = {
  noneSeen: 'None seen',
  suspected: 'Suspected',
  stained: 'Stained',
  active: 'Coming in',
}

export const extents: Record<FindingFact['extent'], string> = {
  onePlace: 'One place',
  scattered: 'Scattered',
  general: 'General',
}

export const measuredHows: Record<MeasureFact['how'], string> = { tape: 'Tape', byTouch: 'By touch', byEye: 'By eye' }

export const lookHows: Record<NonNullable<LookFact['how']>, string> = {
  walked: 'Walked',
  fromLadder: 'From the ladder',
  fromGround: 'From the ground',
  byCamera: 'By camera',
  fromInside: 'From inside',
}

export const excuses: Record<ExcuseReason, string> = {
  tooSteep: 'Too steep',
  tooHigh: 'Out of reach',
  wet: 'Wet',
  snow: 'Snow or ice',
  fragile: 'Fragile',
  locked: 'No access',
  covered: 'Covered',
  notThere: 'Nothing of the kind here',
}

const dayFormat = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' })

export const dayText = (isoDay: string) => dayFormat.format(new Date(`${isoDay}T00:00:00Z`))

export const percentText = (share: number) => `${Math.round(share * 100)} %`
