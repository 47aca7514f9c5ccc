using System.Text.Json.Serialization;
using Kalpa.Core.Life;

namespace Kalpa.Core.Facts;

/// <summary>Another word on the year something was laid: a range of whole years, both included, and who says so.</summary>
public sealed record YearEvidence(int From, int To, AgeSource Source, string Note = "");

/// <summary>Where a component lies by the covering.</summary>
[JsonConverter(typeof(CamelCaseEnum<StackPlace>))]
public enum StackPlace
{
    Over,
    Under,
    Beside,
}

/// <summary>
/// A component of a slope's assembly besides its covering, of a kind of the rule book. <paramref name="Order"/> counts away from the covering, from 1;
/// the year laid is a range of whole years, both included, null where unknown. A renewed component is another one: the old one ends.
/// </summary>
public sealed record ComponentFact(
    Guid Id,
    Guid SlopeId,
    string Kind,
    StackPlace Place,
    int Order,
    int? LaidFrom,
    int? LaidTo,
    AgeSource AgeSource,
    IReadOnlyList<YearEvidence>? Evidence = null,
    DateOnly? EndedOn = null,
    string Note = ""
) : IFact;

/// <summary>
/// The inspector is done with a slope and said, before Kalpa's figure was shown, how many years it has: both null when no guess was made.
/// </summary>
public sealed record SignOffFact(Guid Id, Guid VisitId, Guid SlopeId, double? GuessLow, double? GuessHigh, string By, DateTimeOffset At)
    : IVisitFact;

/// <summary>
/// The inspector's decision on a slope's years: another method than the firm's, or figures of their own with the reason; what was computed is kept beside it.
/// </summary>
public sealed record LifeOpinionFact(
    Guid Id,
    Guid VisitId,
    Guid SlopeId,
    School? School,
    YearsLeft? Overruled,
    string Reason,
    string By,
    DateTimeOffset At
) : IVisitFact;

/// <summary>The firm's own way of stating life; null: age and look combined.</summary>
public sealed record LifeProfileFact(Guid Id, School? School) : IFact;

[JsonConverter(typeof(CamelCaseEnum<PlannedKind>))]
public enum PlannedKind
{
    Solar,
    Sale,
    Lease,
    Other,
}

/// <summary>
/// Something planned that the roof must last for: so many years, on these slopes (empty: the whole roof). Prices, where known, in the firm's money:
/// the re-roof of the slopes, taking an array off and on again once, and the yearly rate that later money is worth less by (percent).
/// </summary>
public sealed record PlannedFact(
    Guid Id,
    Guid VisitId,
    PlannedKind Kind,
    int Years,
    IReadOnlyList<Guid> SlopeIds,
    double? ReroofPrice = null,
    double? OffAndOnPrice = null,
    double? RatePercent = null,
    Guid? RoofId = null
) : IRoofFact;

/// <summary>What a series runs along.</summary>
[JsonConverter(typeof(CamelCaseEnum<SeriesAlong>))]
public enum SeriesAlong
{
    UpTheSlope,
    DownTheWall,
    AlongTheEdge,
    OverVisits,
}

/// <summary>One quantity measured at even steps, in the order of measuring.</summary>
public sealed record SeriesFact(
    Guid Id,
    Guid VisitId,
    Guid? SlopeId,
    string Quantity,
    SeriesAlong Along,
    string Place,
    IReadOnlyList<MeasureFact> Readings,
    Guid? RoofId = null
) : IRoofFact;

/// <summary>
/// An earlier visit of the same roof: what was rated, guessed and decided then. <paramref name="Others"/>: it was another firm's, and is known by its report.
/// </summary>
public sealed record PastVisit(
    Guid VisitId,
    DateOnly On,
    string Inspector,
    IReadOnlyList<StageFact> Stages,
    IReadOnlyList<SignOffFact> SignOffs,
    [property: JsonPropertyName("opinions")] IReadOnlyList<LifeOpinionFact> LifeOpinions,
    IReadOnlyList<SeriesFact> Series,
    [property: JsonPropertyName("judgements")] IReadOnlyList<OpinionFact>? SlopeOpinions = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] OthersReport? Others = null
);
