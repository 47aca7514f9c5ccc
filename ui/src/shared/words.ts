import type {
  Basis,
  CodeFamily,
  CommissionPurpose,
  ExcuseReason,
  Facing,
  FactKind,
  FindingFact,
  FindingOutcome,
  LookFact,
  MeasureFact,
  NailFault,
  OpinionAction,
  OpinionEvent,
  PhotoRole,
  ProofKind,
  RecheckOutcome,
  SlopeFact,
  Under,
  UrgencyClass,
} from '../api/types'

/** Names of enums on screen. Judgement comes worded from the core; nothing is judged here. */
export const facings: Record<Facing, string> = {
  north: 'North',
  northEast: 'Northeast',
  east: 'East',
  southEast: 'Southeast',
  south: 'South',
  southWest: 'Southwest',
  west: 'West',
  northWest: 'Northwest',
}

export const unders: Record<Under, string> = {
  heatedRoom: 'Finished room',
  attic: 'Attic',
  garage: 'Garage',
  overhang: 'Overhang',
  porch: 'Porch',
  openAir: 'Open air',
  cathedralCeiling: 'Cathedral ceiling',
  electricalGear: 'Electrical equipment',
}

export const pitchSources: Record<SlopeFact['pitch']['source'], string> = {
  tape: 'Tape and level',
  digitalLevel: 'Digital level',
  phone: 'Phone',
  byEye: 'By eye',
  plan: 'Taken from the plan',
}

export const ageSources = {
  permit: 'Permit',
  stamp: 'Manufacturer’s stamp',
  owner: 'Owner’s word',
  neighbours: 'Neighbors’ roofs',
  byEye: 'By eye',
  report: 'Earlier report',
  unknown: 'Not known',
} as const

export const evidences: Record<FindingFact['evidence'], string> = {
  notChecked: 'Not checked',
  noneSeen: 'None found',
  suspected: 'Suspected',
  stained: 'Staining',
  active: 'Active leak',
}

export const extents: Record<FindingFact['extent'], string> = {
  onePlace: 'One spot',
  scattered: 'Several spots',
  general: 'Widespread',
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
  storm: 'Storm',
  dark: 'Dark',
  unsafe: 'Not safe',
}

/** What hides a thing that is there. */
export const hiders = { covered: 'By what covers it', snow: 'By snow or ice', wet: 'By standing water' } as const

/** Why one comes down at once. */
export const comingDownReasons = { storm: 'Storm', dark: 'Dark', unsafe: 'Not safe' } as const

export const purposes: Record<CommissionPurpose, string> = {
  condition: 'Condition',
  buyer: 'Buyer',
  estimate: 'Estimate',
  installerCheck: 'New-work check',
  leak: 'Leak',
  claim: 'Damage claim',
  sale: 'Sale',
  solar: 'Solar',
  followUp: 'Follow-up',
}

export const outcomes: Record<FindingOutcome, string> = {
  mend: 'Repair',
  watch: 'Monitor',
  investigate: 'Further evaluation',
  haveJudged: 'Specialist',
  otherTrade: 'Other trade',
  documentOnly: 'Document only',
}

export const proofs: Record<ProofKind, string> = {
  seenFromOutside: 'Seen outside',
  seenFromInside: 'Seen inside',
  waterTest: 'Water test',
  openedUp: 'Opened up',
  meter: 'Meter',
  ownerSaw: 'Owner saw it',
}

export const photoRoles: Record<PhotoRole, string> = { seen: 'As seen', before: 'Before', after: 'After' }

export const recheckOutcomes: Record<RecheckOutcome, string> = {
  same: 'Unchanged',
  worse: 'Worse',
  mended: 'Repaired',
  gone: 'Gone',
}

export const nailFaults: Record<NailFault, string> = {
  high: 'High',
  low: 'Low',
  overDriven: 'Over-driven',
  underDriven: 'Under-driven',
  crooked: 'Crooked',
  inJoint: 'In a joint',
  missing: 'Missing',
}

export const bases: Record<Basis, string> = {
  observed: 'Observed',
  inferred: 'Inferred',
  suspected: 'Suspected',
}

export const urgencies: Record<UrgencyClass, string> = {
  makeSafeNow: 'Immediate (safety)',
  beforeNextRain: 'Before next rain',
  thisSeason: 'This season',
  withinYear: 'Within a year',
  withReroof: 'With re-roof',
  watch: 'Monitor',
}

export const codeFamilies: Record<CodeFamily, string> = {
  residential: 'House',
  smallCommercial: 'Small commercial',
}

export const opinionActions: Record<OpinionAction, string> = {
  monitor: 'Monitor',
  document: 'Document only',
  investigate: 'Further evaluation',
  haveJudged: 'Specialist',
  repair: 'Repair',
  relay: 'Lift and relay',
  recover: 'Recover',
  reslope: 'Re-slope to 4:12',
  replace: 'Replace',
}

export const opinionEvents: Record<OpinionEvent, string> = {
  none: 'No event',
  closing: 'Before the closing',
  solar: 'Before an array',
  winter: 'Before winter',
  storm: 'After the next storm',
}

export const sourceClasses = {
  published: 'published',
  commonPractice: 'common practice',
  makersInstruction: 'manufacturer’s instruction',
  memory: 'from memory',
} as const

const dayFormat = new Intl.DateTimeFormat('en-US', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' })

export const dayText = (isoDay: string) => dayFormat.format(new Date(`${isoDay}T00:00:00Z`))

const timeFormat = new Intl.DateTimeFormat('en-US', { dateStyle: 'medium', timeStyle: 'short' })

export const timeText = (iso: string) => timeFormat.format(new Date(iso))

/** A full hour of the day, 0 to 23: "2 PM". */
export const hourText = (hour: number) => `${hour % 12 || 12} ${hour < 12 ? 'AM' : 'PM'}`

export const sizeText = (bytes: number) =>
  bytes >= 1e9
    ? `${(bytes / 1e9).toFixed(1)} GB`
    : bytes >= 1e6
      ? `${Math.round(bytes / 1e6)} MB`
      : `${Math.ceil(bytes / 1e3)} kB`

export const percentText = (share: number) => `${Math.round(share * 100)}%`

/** What a single record is called. */
export const factKinds: Record<FactKind, string> = {
  property: 'Property',
  building: 'Building',
  roof: 'Roof',
  slope: 'Slope',
  covering: 'Covering',
  visit: 'Visit',
  look: 'Inspected place',
  stage: 'Condition rating',
  finding: 'Finding',
  photo: 'Photo',
  answer: 'Answer',
  toDo: 'To-do',
  protection: 'Interim protection',
  clip: 'Recording',
  recheck: 'Re-inspected finding',
  sample: 'Sample of courses',
  course: 'Course',
  punchItem: 'Punch-list item',
  punchReply: 'Crew reply',
  punchDecision: 'Decision on a crew reply',
  ownerReply: 'Owner’s reply',
  jobDone: 'Work done',
  quantitySet: 'Quantity set',
  bid: 'Bid',
  reportSignature: 'Signature under the report',
  reportQuestion: 'Question from a client',
  letterhead: 'Letterhead',
  engagement: 'Scope, limits and fee',
  reportDelivery: 'Delivery of the report',
  leakTest: 'Leak test',
  leakRain: 'Rain since a repair',
  weatherLimits: 'Weather limits',
  plan: 'Roof plan',
  detail: 'Detail on the plan',
  noticeReply: 'Reply to a notice',
  component: 'Component',
  signOff: 'Confirmed slope',
  lifeOpinion: 'Remaining-life override',
  lifeProfile: 'Remaining-life setting',
  planned: 'Planned use',
  series: 'Measurement series',
  opinion: 'Recommendation',
  localProfile: 'Local code values',
  firmRules: 'Firm settings',
}

const momentFormat = new Intl.DateTimeFormat('en-US', { dateStyle: 'medium', timeStyle: 'short' })

/** A moment as this device's place has it: Sep 18, 2026, 2:05 PM. */
export const momentText = (iso: string) => momentFormat.format(new Date(iso))
