import type { components } from './schema'

type Schemas = components['schemas']

export type Assessment = Schemas['Assessment']
export type AssessInput = Schemas['AssessInput']
export type BlobAnswer = Schemas['BlobAnswer']
export type BookAnswer = Schemas['BookAnswer']
export type BuildingFact = Schemas['BuildingFact']
export type ChangeReceipt = Schemas['ChangeReceipt']
export type Condition = Schemas['Condition']
export type Covering = Schemas['Covering']
export type CoveringFact = Schemas['CoveringFact']
export type ExcuseReason = NonNullable<Schemas['LookFact']['excuse']>
export type Facing = Schemas['Facing']
export type FactHead = Schemas['FactHead']
export type FactKind = Schemas['FactKind']
export type FindingFact = Schemas['FindingFact']
export type HomeAnswer = Schemas['HomeAnswer']
export type LifeAnswer = Schemas['LifeAnswer']
export type LifeFacts = Schemas['LifeFacts']
export type LookFact = Schemas['LookFact']
export type MeasureFact = Schemas['MeasureFact']
export type ParsedMeasure = Schemas['ParsedMeasure']
export type ParseMeasureRequest = Schemas['ParseMeasureRequest']
export type PhotoFact = Schemas['PhotoFact']
export type PropertyDossier = Schemas['PropertyDossier']
export type PropertyFact = Schemas['PropertyFact']
export type Quantity = Schemas['Quantity']
export type RoofFact = Schemas['RoofFact']
export type RoofSummary = Schemas['RoofSummary']
export type SessionAnswer = Schemas['SessionAnswer']
export type SlopeAssessment = Schemas['SlopeAssessment']
export type SlopeFact = Schemas['SlopeFact']
export type StageFact = Schemas['StageFact']
export type StageShare = Schemas['StageShare']
export type Station = Schemas['Station']
export type UrgencyAnswer = Schemas['UrgencyAnswer']
export type UrgencyFacts = Schemas['UrgencyFacts']
export type Verdict = Schemas['Verdict']
export type VerdictRequest = Schemas['VerdictRequest']
export type VisitDossier = Schemas['VisitDossier']
export type VisitFact = Schemas['VisitFact']
export type WorkItem = Schemas['WorkItem']
export type YearsLeft = Schemas['YearsLeft']

/** A fact of any kind. */
export type Fact =
  | PropertyFact
  | BuildingFact
  | RoofFact
  | SlopeFact
  | CoveringFact
  | VisitFact
  | LookFact
  | StageFact
  | FindingFact
  | PhotoFact
