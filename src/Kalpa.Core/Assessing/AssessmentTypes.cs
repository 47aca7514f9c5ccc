using System.Text.Json.Serialization;
using Kalpa.Core.Costs;
using Kalpa.Core.Coverage;
using Kalpa.Core.Deferral;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.Life;
using Kalpa.Core.Monitoring;
using Kalpa.Core.NewWork;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Series;
using Kalpa.Core.Urgency;
using Kalpa.Core.Walking;
using Kalpa.Core.Water;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>
/// Everything that is known of one roof at one visit. <paramref name="Latitude"/> in degrees; <paramref name="FirmSchool"/> is the firm's own way of
/// stating life. <paramref name="Plan"/> and <paramref name="Details"/>: the roof's plan and the details placed on it, null where none has been drawn.
/// <paramref name="Unread"/>: so many facts saved could not be read, so that nothing may be called clear.
/// </summary>
public sealed record AssessInput(
    WeatherExposure Exposure,
    DateOnly AsOf,
    IReadOnlyList<SlopeFact> Slopes,
    IReadOnlyList<CoveringFact> Coverings,
    IReadOnlyList<LookFact> Looks,
    IReadOnlyList<StageFact> Stages,
    IReadOnlyList<FindingFact> Findings,
    VisitFact? Visit = null,
    VisitRecords? Records = null,
    IReadOnlyList<ComponentFact>? Components = null,
    double? Latitude = null,
    School? FirmSchool = null,
    LocalProfileFact? Local = null,
    FirmRulesFact? Firm = null,
    PlanFact? Plan = null,
    IReadOnlyList<DetailFact>? Details = null,
    int? Unread = null
);

/// <summary>
/// What Kalpa concludes of one roof at one visit: a pure function of the facts, the rule book and the day. <paramref name="NoWork"/> is what an empty list of work
/// says, an all-clear only of what was inspected and assessed; empty where there is work; <paramref name="RoofProblems"/> put the
/// findings of one cause at one place together; <paramref name="RoofDecisions"/> say what is to be done with the slopes, <paramref name="Decision"/> as one statement, and
/// <paramref name="WithoutJob"/> why a finding asks for nothing; <paramref name="Cost"/>: what the work is likely to cost together, null where the commission gives no
/// prices or nothing has a figure; <paramref name="Replies"/>: what the owner says to an option, or to a job that the list has no more;
/// <paramref name="Done"/>: jobs of this visit, and of the one before, that were done; <paramref name="Ponds"/>: standing water with its area and weight;
/// <paramref name="Outlets"/>: whether downspouts, drains and scuppers of a recorded size carry what drains to them;
/// <paramref name="Noticed"/>: what answers say is wrong and no finding has.
/// </summary>
public sealed record Assessment(
    string BookVersion,
    string BookHash,
    string MethodVersion,
    DateOnly AsOf,
    string Headline,
    IReadOnlyList<SlopeAssessment> Slopes,
    IReadOnlyList<FindingAssessment> Findings,
    IReadOnlyList<WorkItem> Work,
    CoverageAnswer Coverage,
    IReadOnlyList<string> Cautions,
    IReadOnlyList<FactProblem> Problems,
    Progress Progress,
    CommissionAnswer Commission,
    NewWorkAnswer? NewWork,
    NextLook? NextLook,
    IReadOnlyList<LastingAnswer> Planned,
    IReadOnlyList<SeriesAnswer> Series,
    IReadOnlyList<CombinationAnswer> Combinations,
    IReadOnlyList<OpinionAnswer> Opinions,
    string NoWork,
    IReadOnlyList<RoofProblem> RoofProblems,
    IReadOnlyList<RoofDecision> RoofDecisions,
    string Decision,
    IReadOnlyList<FindingWithoutJob> WithoutJob,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] WorkCost? Cost = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<OwnerReplyAnswer>? Replies = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<DoneAnswer>? Done = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<StainLeak>? Leaks = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<RoofPond>? Ponds = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<OutletSize>? Outlets = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<PlanNotice>? Noticed = null
);

/// <summary>
/// What the commission decides for this visit, in the words of the report; <paramref name="Scope"/> and <paramref name="Limits"/> are the rule book's, for where client
/// and firm have none of their own.
/// </summary>
public sealed record CommissionAnswer(
    string Form,
    string Opening,
    bool Prices,
    IReadOnlyList<string> MayClaim,
    IReadOnlyList<string> Sections,
    string Scope,
    string Limits
)
{
    /// <summary>Whether its report speaks of the slopes: their condition, and how long they last.</summary>
    [JsonIgnore]
    public bool HasSlopes => Sections.Contains("slopes");
}

/// <summary>
/// A slope as assessed. <paramref name="LifeFacts"/> are the facts its life was assessed by. <paramref name="FiguresCovered"/>: the visit goes on and the slope is
/// not signed off, so its years are not shown lest they lead the eye.
/// </summary>
public sealed record SlopeAssessment(
    Guid SlopeId,
    string Letter,
    Facing Facing,
    string PitchText,
    double PitchDegrees,
    string? CoveringText,
    SlopeSize? Size,
    Fitness? Fitness,
    LifeAnswer? Life,
    LifeFacts? LifeFacts,
    SignOffFact? SignedOff,
    bool FiguresCovered,
    NextLook? NextLook,
    ForecastCheck? LastForecast,
    OwnerWords? ForOwner
);

/// <summary>
/// A finding as assessed. <paramref name="Decisions"/>: what decides it and the views on it; <paramref name="Together"/>: what it means with other findings;
/// <paramref name="Trade"/>: who repairs it where a roofer does not; <paramref name="Unjudged"/>: the rule book does not know its condition, so it stands as
/// recorded; <paramref name="Outcome"/>: what is recommended, by the inspector or by what an answer decided;
/// <paramref name="Amount"/>: how much of it there is, null where no figure says it.
/// </summary>
public sealed record FindingAssessment(
    Guid FindingId,
    Guid? SlopeId,
    string Name,
    Verdict Verdict,
    UrgencyAnswer Urgency,
    string Observed,
    string Means,
    IReadOnlyList<DecisionAnswer> Decisions,
    IReadOnlyList<CombinationAnswer> Together,
    FindingWords Words,
    string RemedyTitle,
    IReadOnlyList<string> RemedySteps,
    string Trade,
    bool Unjudged = false,
    FindingOutcome Outcome = FindingOutcome.Mend,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Amount? Amount = null
)
{
    /// <summary>A note whose recommendation is listed beside the work: no defect, but better done with the next work there.</summary>
    [JsonIgnore]
    public bool Recommended => Verdict.Outcome == VerdictOutcome.Noted && Outcome == FindingOutcome.Watch;
}

[JsonConverter(typeof(CamelCaseEnum<WorkKind>))]
public enum WorkKind
{
    /// <summary>Repairs a finding.</summary>
    Repair,

    /// <summary>A slope that is not suitable as built.</summary>
    Rebuild,

    /// <summary>A covering at or near the end of its life.</summary>
    Reroof,

    /// <summary>A component that is renewed alone and falls due.</summary>
    Renew,

    /// <summary>Something that has to be seen before anything can be said of the slope.</summary>
    Evaluate,

    /// <summary>Tile that is lifted and relaid on new underlayment.</summary>
    Relay,
}

/// <summary>A finding that a job resolves or includes.</summary>
public sealed record JobFinding(Guid FindingId, string Name, string Place);

/// <summary>A job of the same list that has to be done first; <paramref name="Why"/> as a sentence.</summary>
public sealed record JobBefore(int Number, string Title, string Why)
{
    public string Words => $"Do first: job {Number}, {Sentences.Lower(Title)}. {Why}";
}

/// <summary>A finding that is in no job, and why.</summary>
public sealed record FindingWithoutJob(Guid FindingId, string Name, string Why);

/// <summary>
/// Something to do, in order of need; <paramref name="Number"/> counts from 1. <paramref name="AboveNext"/>: why it stands above the next, empty where that is
/// plain; <paramref name="Trade"/>: who does it where a roofer does not; <paramref name="Resolves"/>: the findings that are done with it, the cause first;
/// <paramref name="Included"/>: what is on a section that is renewed, and is done with that; <paramref name="Until"/> says how long a repair has to hold, empty
/// for a permanent one; <paramref name="Quantities"/>: what it takes, null where the rule book has no recipe; <paramref name="Interim"/>: what keeps water out until
/// it is done; <paramref name="Photos"/>: what is photographed before it is covered; <paramref name="Cost"/>: what it is likely to cost, null where the commission gives no
/// prices or nothing says what it takes; <paramref name="Reply"/>: what the owner says to it, null where nothing is recorded;
/// <paramref name="Temporary"/>: it only keeps water out until its section is renewed; <paramref name="IfLeft"/>: what follows if it is left undone, null where
/// the rule book does not know or it is not put off; <paramref name="New"/>: the covering that is laid by it, empty for the same again;
/// <paramref name="After"/>: the jobs that have to be done before it, in the order of the list, null where it waits for none.
/// </summary>
public sealed record WorkItem(
    int Number,
    WorkKind Kind,
    string Title,
    string Place,
    UrgencyClass Urgency,
    [property: JsonPropertyName("nails")] int Marks,
    string UrgencyWords,
    string Why,
    IReadOnlyList<string> Steps,
    string NotARepair,
    double LossLow,
    double LossHigh,
    Guid? FindingId,
    Guid? SlopeId,
    string AboveNext = "",
    string Trade = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Amount? Amount = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<JobFinding>? Resolves = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<JobFinding>? Included = null,
    string Until = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] JobQuantities? Quantities = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] InterimProtection? Interim = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<string>? Photos = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] JobCost? Cost = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] OwnerReplyAnswer? Reply = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool Temporary = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DeferralAnswer? IfLeft = null,
    [property: JsonIgnore] string New = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<JobBefore>? After = null
)
{
    /// <summary>Whether the covering of a section is renewed by it.</summary>
    [JsonIgnore]
    public bool IsRenewal => Kind is WorkKind.Reroof or WorkKind.Rebuild or WorkKind.Relay;
}

/// <summary>A fact that could not be assessed, with what to do about it.</summary>
public sealed record FactProblem(Guid FactId, string Code, string Text);
