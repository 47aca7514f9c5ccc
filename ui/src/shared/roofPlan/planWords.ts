import type { EdgeClass, PartKind, StarterForm } from '../../api/types'

/** Kinds of detail that can be put on a plan. One on file that is none of these keeps its own name. */
export const detailNames = {
  boot: 'Boot',
  flue: 'Flue',
  chimney: 'Chimney',
  skylight: 'Skylight',
  curb: 'Curb',
  pitchPan: 'Pitch pan',
  drain: 'Drain',
  scupper: 'Scupper',
  downspout: 'Downspout',
  wallEnd: 'Wall end',
  mount: 'Mount',
  vent: 'Vent',
  hatch: 'Hatch',
  expansionJoint: 'Expansion joint',
  walkway: 'Walkway',
  gasPipe: 'Gas-pipe support',
  serviceMast: 'Service mast',
  sunTunnel: 'Sun tunnel',
} as const

export type DetailKind = keyof typeof detailNames

/** A key in words, where no list names it. */
export const keyInWords = (key: string) =>
  key
    .replace(/([A-Z])/g, ' $1')
    .replaceAll('-', ' ')
    .toLowerCase()
    .trim()

export const detailName = (kind: string): string =>
  kind in detailNames ? detailNames[kind as DetailKind] : `Recorded as “${keyInWords(kind)}”`

/** What each detail looks like from above, in a square of 16 about its middle. */
export const detailMarks: Record<DetailKind, string> = {
  boot: 'M-7 0 a7 7 0 1 0 14 0 a7 7 0 1 0 -14 0 M-2.5 0 a2.5 2.5 0 1 0 5 0 a2.5 2.5 0 1 0 -5 0',
  flue: 'M-6 0 a6 6 0 1 0 12 0 a6 6 0 1 0 -12 0 M-6 0 h12 M0 -6 v12',
  chimney: 'M-7 -5 h14 v10 h-14 z M-4 -2 h3 v4 h-3 z M1 -2 h3 v4 h-3 z',
  skylight: 'M-6 -7 h12 v14 h-12 z M-6 -7 l12 14',
  curb: 'M-7 -7 h14 v14 h-14 z M-4 -4 h8 v8 h-8 z',
  pitchPan: 'M-7 -5 h14 v10 h-14 z M-3 0 h.1 M3 0 h.1',
  drain: 'M-7 0 a7 7 0 1 0 14 0 a7 7 0 1 0 -14 0 M-4 -4 l8 8 M4 -4 l-8 8',
  scupper: 'M-7 -4 h14 M-7 4 h14 M0 -4 v12 M-3 5 l3 3 l3 -3',
  downspout: 'M-4 -7 h8 v8 h-8 z M0 1 v6 M-3 4 l3 3 l3 -3',
  wallEnd: 'M-7 6 h9 v-13 M2 6 l5 -6',
  mount: 'M0 -7 v14 M-7 0 h14',
  vent: 'M-7 -6 h14 v12 h-14 z M-7 -2 h14 M-7 2 h14',
  hatch: 'M-7 -7 h14 v14 h-14 z M-7 -3 h14 M-2 3 h4',
  expansionJoint: 'M-7 -3 h14 M-7 3 h14 M-5 -3 l3 6 M0 -3 l3 6',
  walkway: 'M-4 -7 h8 v6 h-8 z M-4 1 h8 v6 h-8 z',
  gasPipe: 'M-7 0 h14 M-3 -4 v8 M3 -4 v8',
  serviceMast: 'M-3 0 a3 3 0 1 0 6 0 a3 3 0 1 0 -6 0 M3 0 l4 -6 M3 0 l4 6',
  sunTunnel: 'M-6 0 a6 6 0 1 0 12 0 a6 6 0 1 0 -12 0 M-2 0 h4 M0 -2 v4',
}

/** A kind that no list knows is a plain cross. */
export const detailMark = (kind: string): string =>
  kind in detailMarks ? detailMarks[kind as DetailKind] : detailMarks.mount

export const edgeNames: Record<EdgeClass, string> = {
  eave: 'Eaves',
  rake: 'Rakes',
  ridge: 'Ridges and tops',
  hip: 'Hips',
  valley: 'Valleys',
  headwall: 'Head walls',
  sidewall: 'Side walls',
  pitchBreak: 'Pitch breaks',
  step: 'Steps',
  seam: 'Borders in one plane',
}

export const partNames: Record<PartKind, string> = {
  house: 'House',
  addition: 'Addition',
  porch: 'Porch',
  dormer: 'Dormer',
  shed: 'Shed',
  flat: 'Flat part',
}

export const formNames: Record<StarterForm, string> = {
  gable: 'Gable',
  hip: 'Hip',
  l: 'L',
  t: 'T',
  shed: 'Shed',
  flat: 'Flat',
}

/** The stop of the walk at which a detail is looked at. */
export const stationOf = (kind: string) =>
  kind === 'chimney' || kind === 'wallEnd'
    ? 'walls'
    : kind === 'downspout'
      ? 'gutters'
      : kind === 'walkway' || kind === 'expansionJoint'
        ? 'field'
        : 'penetrations'
