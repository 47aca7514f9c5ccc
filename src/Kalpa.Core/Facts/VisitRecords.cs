using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

/// <summary>An answer to a question of the book, as keys tapped, words typed, or both.</summary>
public sealed record AnswerFact(
    Guid Id,
    Guid VisitId,
    string Question,
    Guid? SlopeId,
    IReadOnlyList<string> Chosen,
    string Typed = "",
    Guid? RoofId = null
) : IRoofFact;

/// <summary>
/// Something to come back to: it shows at <paramref name="Station"/> (empty: at wrap-up). One made by a rule names it in <paramref name="Rule"/>;
/// <paramref name="Outcome"/> says what became of it.
/// </summary>
public sealed record ToDoFact(
    Guid Id,
    Guid VisitId,
    string Text,
    string Station,
    Guid? SlopeId,
    Guid? FindingId,
    string Rule,
    bool Done,
    string Outcome = "",
    Guid? RoofId = null
) : IRoofFact;

/// <summary>Interim protection: what was covered or plugged, by whom, and until when it is good.</summary>
public sealed record ProtectionFact(
    Guid Id,
    Guid VisitId,
    Guid? SlopeId,
    Guid? FindingId,
    string What,
    string ByWhom,
    DateOnly GoodUntil,
    Guid? RoofId = null
) : IRoofFact;

/// <summary>A recording of speech or video; to be written up until <paramref name="Words"/> says what it holds.</summary>
public sealed record ClipFact(
    Guid Id,
    Guid VisitId,
    Guid? FindingId,
    Guid? SlopeId,
    string Station,
    ClipKind Kind,
    string Sha256,
    double Seconds,
    string Words = "",
    DateTimeOffset? TakenAt = null,
    Guid? RoofId = null
) : IRoofFact;

/// <summary>How a finding of an earlier visit stands today.</summary>
public sealed record RecheckFact(Guid Id, Guid VisitId, Guid FindingId, RecheckOutcome Outcome, string Note = "", Guid? RoofId = null)
    : IRoofFact;

/// <summary>The courses of a slope picked for a check before anybody climbed; counted from the eave, the first course being 1.</summary>
public sealed record SampleFact(Guid Id, Guid VisitId, Guid SlopeId, int CoursesOnSlope, IReadOnlyList<int> Picked) : IVisitFact;

/// <summary>One course looked at: nails seen, those wrong and in which way, and its exposure.</summary>
public sealed record CourseFact(
    Guid Id,
    Guid VisitId,
    Guid SlopeId,
    int Course,
    int NailsLooked,
    IReadOnlyList<NailCount> Wrong,
    MeasureFact? Exposure = null
) : IVisitFact;

public sealed record NailCount(NailFault Fault, int Count);

/// <summary>An item of the punch list. A hold point must be accepted before it is covered.</summary>
public sealed record PunchItemFact(
    Guid Id,
    Guid VisitId,
    Guid? FindingId,
    Guid? SlopeId,
    string What,
    string Fix,
    string Crew,
    DateOnly? DueOn,
    bool HoldPoint = false,
    Guid? RoofId = null
) : IRoofFact;

/// <summary>The crew says an item is fixed, with the photo that shows it.</summary>
public sealed record PunchReplyFact(Guid Id, Guid VisitId, Guid PunchItemId, string By, string Note, string Sha256, DateTimeOffset At)
    : IVisitFact;

/// <summary>The inspector accepts a reply, or refuses it with a reason.</summary>
public sealed record PunchDecisionFact(
    Guid Id,
    Guid VisitId,
    Guid PunchItemId,
    Guid ReplyId,
    bool Accepted,
    string Reason,
    string By,
    DateTimeOffset At
) : IVisitFact;

/// <summary>The firm's own limits for going up: wind in miles per hour, rain in inches per hour, temperatures in degrees Fahrenheit.</summary>
public sealed record WeatherLimitsFact(
    Guid Id,
    double WaitGustMph = 20,
    double NoGoGustMph = 30,
    double WaitRainInchesPerHour = 0.01,
    double IceBelowF = 36,
    double WaitHeatF = 90,
    double NoGoHeatF = 100
) : IFact
{
    /// <summary>What the trade keeps to where a firm has said nothing else (common practice).</summary>
    public static WeatherLimitsFact Usual { get; } = new(Guid.Empty);
}

/// <summary>The visit before this one, for a follow-up; <paramref name="Done"/>: its jobs that were done since, with the tests of its leaks and the rains that came.</summary>
public sealed record LastTime(
    Guid VisitId,
    DateOnly On,
    IReadOnlyList<FindingFact> Findings,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<JobDoneFact>? Done = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<LeakTestFact>? LeakTests = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<LeakRainFact>? LeakRains = null
);

/// <summary>Everything else that was recorded on a visit.</summary>
public sealed record VisitRecords(
    IReadOnlyList<PhotoFact> Photos,
    IReadOnlyList<AnswerFact> Answers,
    IReadOnlyList<ToDoFact> ToDos,
    IReadOnlyList<ProtectionFact> Protections,
    IReadOnlyList<ClipFact> Clips,
    IReadOnlyList<RecheckFact> Rechecks,
    IReadOnlyList<SampleFact> Samples,
    IReadOnlyList<CourseFact> Courses,
    IReadOnlyList<PunchItemFact> PunchItems,
    IReadOnlyList<PunchReplyFact> PunchReplies,
    IReadOnlyList<PunchDecisionFact> PunchDecisions,
    LastTime? LastTime = null,
    IReadOnlyList<NoticeReplyFact>? NoticeReplies = null,
    IReadOnlyList<SignOffFact>? SignOffs = null,
    [property: JsonPropertyName("opinions")] IReadOnlyList<LifeOpinionFact>? LifeOpinions = null,
    IReadOnlyList<PlannedFact>? Planned = null,
    IReadOnlyList<SeriesFact>? Series = null,
    IReadOnlyList<PastVisit>? PastVisits = null,
    [property: JsonPropertyName("judgements")] IReadOnlyList<OpinionFact>? SlopeOpinions = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<OwnerReplyFact>? OwnerReplies = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<JobDoneFact>? JobsDone = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<QuantitySetFact>? QuantitiesSet = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<BidFact>? Bids = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<LeakTestFact>? LeakTests = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<LeakRainFact>? LeakRains = null
)
{
    public static VisitRecords None { get; } = new([], [], [], [], [], [], [], [], [], [], []);
}
