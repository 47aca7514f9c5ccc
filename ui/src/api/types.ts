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
export type LeftOpen = Schemas['LeftOpen']
export type Verdict = Schemas['Verdict']
export type VerdictRequest = Schemas['VerdictRequest']
export type VisitDossier = Schemas['VisitDossier']
export type VisitFact = Schemas['VisitFact']
export type WorkItem = Schemas['WorkItem']
export type YearsLeft = Schemas['YearsLeft']

export type AgendaAnswer = Schemas['AgendaAnswer']
export type AnswerFact = Schemas['AnswerFact']
export type ClipFact = Schemas['ClipFact']
export type Commission = Schemas['Commission']
export type CommissionPurpose = Schemas['CommissionPurpose']
export type CommissionRule = Schemas['CommissionRule']
export type CourseFact = Schemas['CourseFact']
export type CrewItem = Schemas['CrewItem']
export type CrewList = Schemas['CrewList']
export type Due = Schemas['Due']
export type EarlierView = Schemas['EarlierView']
export type FactVersion = Schemas['FactVersion']
export type FactVersions = Schemas['FactVersions']
export type FindingOutcome = Schemas['FindingOutcome']
export type FootingAnswer = Schemas['FootingAnswer']
export type GoingAnswer = Schemas['GoingAnswer']
export type GoingRequest = Schemas['GoingRequest']
export type HabitsAnswer = Schemas['HabitsAnswer']
export type LadderAnswer = Schemas['LadderAnswer']
export type LadderRequest = Schemas['LadderRequest']
export type NailFault = Schemas['NailFault']
export type NewWorkAnswer = Schemas['NewWorkAnswer']
export type PhotoRole = Schemas['PhotoRole']
export type PicksAnswer = Schemas['PicksAnswer']
export type PicksRequest = Schemas['PicksRequest']
export type Progress = Schemas['Progress']
export type ProofKind = Schemas['ProofKind']
export type ProtectionFact = Schemas['ProtectionFact']
export type PunchAnswer = Schemas['PunchAnswer']
export type PunchDecisionFact = Schemas['PunchDecisionFact']
export type PunchItemFact = Schemas['PunchItemFact']
export type PunchLinkAnswer = Schemas['PunchLinkAnswer']
export type PunchReplyFact = Schemas['PunchReplyFact']
export type Question = Schemas['Question']
export type RecheckFact = Schemas['RecheckFact']
export type RecheckOutcome = Schemas['RecheckOutcome']
export type SampleFact = Schemas['SampleFact']
export type SlopeSample = Schemas['SlopeSample']
export type SuspectedCause = Schemas['SuspectedCause']
export type ToDo = Schemas['ToDo']
export type ToDoFact = Schemas['ToDoFact']
export type VisitRecords = Schemas['VisitRecords']
export type WalkOrder = Schemas['WalkOrder']
export type WeatherAnswer = Schemas['WeatherAnswer']
export type WeatherHour = Schemas['WeatherHour']
export type WeatherLimitsFact = Schemas['WeatherLimitsFact']
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
  | AnswerFact
  | ToDoFact
  | ProtectionFact
  | ClipFact
  | RecheckFact
  | SampleFact
  | CourseFact
  | PunchItemFact
  | PunchReplyFact
  | PunchDecisionFact
  | WeatherLimitsFact
