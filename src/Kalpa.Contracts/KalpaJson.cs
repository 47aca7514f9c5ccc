using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.NewWork;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Contracts;

/// <summary>The one JSON of Kalpa: command line, HTTP, sync, browser. Source-generated, so that nothing is reflected over.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    NumberHandling = JsonNumberHandling.Strict,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[JsonSerializable(typeof(AssessInput))]
[JsonSerializable(typeof(Assessment))]
[JsonSerializable(typeof(VerdictRequest))]
[JsonSerializable(typeof(Verdict))]
[JsonSerializable(typeof(LifeFacts))]
[JsonSerializable(typeof(LifeAnswer))]
[JsonSerializable(typeof(UrgencyFacts))]
[JsonSerializable(typeof(UrgencyAnswer))]
[JsonSerializable(typeof(ParseMeasureRequest))]
[JsonSerializable(typeof(ParsedMeasure))]
[JsonSerializable(typeof(ComputeProblem))]
[JsonSerializable(typeof(FactChanges))]
[JsonSerializable(typeof(ChangeReceipts))]
[JsonSerializable(typeof(PropertyFact))]
[JsonSerializable(typeof(BuildingFact))]
[JsonSerializable(typeof(RoofFact))]
[JsonSerializable(typeof(SlopeFact))]
[JsonSerializable(typeof(CoveringFact))]
[JsonSerializable(typeof(VisitFact))]
[JsonSerializable(typeof(LookFact))]
[JsonSerializable(typeof(StageFact))]
[JsonSerializable(typeof(FindingFact))]
[JsonSerializable(typeof(PhotoFact))]
[JsonSerializable(typeof(AnswerFact))]
[JsonSerializable(typeof(ToDoFact))]
[JsonSerializable(typeof(ProtectionFact))]
[JsonSerializable(typeof(ClipFact))]
[JsonSerializable(typeof(RecheckFact))]
[JsonSerializable(typeof(SampleFact))]
[JsonSerializable(typeof(CourseFact))]
[JsonSerializable(typeof(PunchItemFact))]
[JsonSerializable(typeof(PunchReplyFact))]
[JsonSerializable(typeof(PunchDecisionFact))]
[JsonSerializable(typeof(WeatherLimitsFact))]
[JsonSerializable(typeof(SkeletonRequest))]
[JsonSerializable(typeof(SkeletonAnswer))]
[JsonSerializable(typeof(ClassifyRequest))]
[JsonSerializable(typeof(ClassifyAnswer))]
[JsonSerializable(typeof(DraftRequest))]
[JsonSerializable(typeof(DraftAnswer))]
[JsonSerializable(typeof(PlanRequest))]
[JsonSerializable(typeof(PlanAnswer))]
[JsonSerializable(typeof(TakeOff))]
[JsonSerializable(typeof(IceRequest))]
[JsonSerializable(typeof(IceAnswer))]
[JsonSerializable(typeof(PlanEditRequest))]
[JsonSerializable(typeof(PlanEditAnswer))]
[JsonSerializable(typeof(PlanSlopesRequest))]
[JsonSerializable(typeof(PlanSlopesAnswer))]
[JsonSerializable(typeof(PlanSpotsRequest))]
[JsonSerializable(typeof(PlanSpotsAnswer))]
[JsonSerializable(typeof(SpotRequest))]
[JsonSerializable(typeof(SpotAnswer))]
[JsonSerializable(typeof(RunsRequest))]
[JsonSerializable(typeof(RunsAnswer))]
[JsonSerializable(typeof(StarterRequest))]
[JsonSerializable(typeof(StarterAnswer))]
[JsonSerializable(typeof(ImportRequest))]
[JsonSerializable(typeof(ImportAnswer))]
[JsonSerializable(typeof(PlanExportRequest))]
[JsonSerializable(typeof(PlanTextAnswer))]
[JsonSerializable(typeof(NoticesRequest))]
[JsonSerializable(typeof(NoticesAnswer))]
[JsonSerializable(typeof(PlanFact))]
[JsonSerializable(typeof(DetailFact))]
[JsonSerializable(typeof(NoticeReplyFact))]
[JsonSerializable(typeof(AerialAnswer))]
[JsonSerializable(typeof(IntervalRequest))]
[JsonSerializable(typeof(Share))]
[JsonSerializable(typeof(LadderRequest))]
[JsonSerializable(typeof(LadderAnswer))]
[JsonSerializable(typeof(GoingRequest))]
[JsonSerializable(typeof(GoingAnswer))]
[JsonSerializable(typeof(PicksRequest))]
[JsonSerializable(typeof(PicksAnswer))]
[JsonSerializable(typeof(HabitsAnswer))]
[JsonSerializable(typeof(FactVersions))]
[JsonSerializable(typeof(WeatherAnswer))]
[JsonSerializable(typeof(BlobState))]
[JsonSerializable(typeof(PunchLinkRequest))]
[JsonSerializable(typeof(PunchLinkAnswer))]
[JsonSerializable(typeof(IReadOnlyList<PunchLinkAnswer>))]
[JsonSerializable(typeof(CrewList))]
[JsonSerializable(typeof(CrewReply))]
[JsonSerializable(typeof(LiveEvent))]
[JsonSerializable(typeof(SessionAnswer))]
[JsonSerializable(typeof(SignInRequest))]
[JsonSerializable(typeof(SetUpRequest))]
[JsonSerializable(typeof(IReadOnlyList<DemoPerson>))]
[JsonSerializable(typeof(HomeAnswer))]
[JsonSerializable(typeof(PropertyDossier))]
[JsonSerializable(typeof(VisitDossier))]
[JsonSerializable(typeof(BlobAnswer))]
[JsonSerializable(typeof(BookAnswer))]
[JsonSerializable(typeof(ProblemAnswer))]
public sealed partial class KalpaJson : JsonSerializerContext;
