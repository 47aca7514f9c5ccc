using System.Text.Json;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Bids;
using Kalpa.Core.Computing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.NewWork;
using Kalpa.Core.Options;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Core.Rules;
using Kalpa.Core.Sun;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Contracts;

/// <summary>The one JSON of Kalpa: command line, HTTP, sync, browser. Source-generated, so that nothing is reflected over.</summary>
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    NumberHandling = JsonNumberHandling.Strict,
    GenerationMode = JsonSourceGenerationMode.Metadata,
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
[JsonSerializable(typeof(FactChange))]
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
[JsonSerializable(typeof(OwnerReplyFact))]
[JsonSerializable(typeof(JobDoneFact))]
[JsonSerializable(typeof(QuantitySetFact))]
[JsonSerializable(typeof(BidFact))]
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
[JsonSerializable(typeof(ComponentFact))]
[JsonSerializable(typeof(SignOffFact))]
[JsonSerializable(typeof(LifeOpinionFact))]
[JsonSerializable(typeof(LifeProfileFact))]
[JsonSerializable(typeof(PlannedFact))]
[JsonSerializable(typeof(SeriesFact))]
[JsonSerializable(typeof(AssemblyAnswer))]
[JsonSerializable(typeof(SunRequest))]
[JsonSerializable(typeof(SunAnswer))]
[JsonSerializable(typeof(LastingRequest))]
[JsonSerializable(typeof(LastingAnswer))]
[JsonSerializable(typeof(OpinionFact))]
[JsonSerializable(typeof(LocalProfileFact))]
[JsonSerializable(typeof(FirmRulesFact))]
[JsonSerializable(typeof(CombinationsAnswer))]
[JsonSerializable(typeof(ProblemsAnswer))]
[JsonSerializable(typeof(DecideAnswer))]
[JsonSerializable(typeof(JobsAnswer))]
[JsonSerializable(typeof(QuantitiesAnswer))]
[JsonSerializable(typeof(CostAnswer))]
[JsonSerializable(typeof(OptionsAnswer))]
[JsonSerializable(typeof(BidScope))]
[JsonSerializable(typeof(BidComparison))]
[JsonSerializable(typeof(WordingRequest))]
[JsonSerializable(typeof(FindingWords))]
[JsonSerializable(typeof(OrderRequest))]
[JsonSerializable(typeof(OrderAnswer))]
[JsonSerializable(typeof(LogicRequest))]
[JsonSerializable(typeof(GalvanicRequest))]
[JsonSerializable(typeof(GalvanicAnswer))]
[JsonSerializable(typeof(LogicAnswer))]
[JsonSerializable(typeof(TouchedAnswer))]
[JsonSerializable(typeof(FirmRulesAnswer))]
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
[JsonSerializable(typeof(IReadOnlyList<SignInAnswer>))]
[JsonSerializable(typeof(IReadOnlyList<string>))]
[JsonSerializable(typeof(ClientFailure))]
[JsonSerializable(typeof(SignInRequest))]
[JsonSerializable(typeof(SetUpRequest))]
[JsonSerializable(typeof(IReadOnlyList<DemoPerson>))]
[JsonSerializable(typeof(HomeAnswer))]
[JsonSerializable(typeof(PropertyLine))]
[JsonSerializable(typeof(PropertyDossier))]
[JsonSerializable(typeof(VisitDossier))]
[JsonSerializable(typeof(VisitFacts))]
[JsonSerializable(typeof(PropertyFacts))]
[JsonSerializable(typeof(DossierRequest))]
[JsonSerializable(typeof(BlobAnswer))]
[JsonSerializable(typeof(BookAnswer))]
[JsonSerializable(typeof(BookChangesAnswer))]
[JsonSerializable(typeof(RecurringAnswer))]
[JsonSerializable(typeof(ProblemAnswer))]
public sealed partial class KalpaJson : JsonSerializerContext
{
    /// <summary>The same JSON, each list's members worked out when the first is met.</summary>
    internal static KalpaJson WithLazyLists() => new(new JsonSerializerOptions(Default.Options) { Converters = { new LazyLists() } });
}
