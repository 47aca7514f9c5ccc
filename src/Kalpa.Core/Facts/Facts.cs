using System.Text.Json.Serialization;
using Kalpa.Core.Measures;

namespace Kalpa.Core.Facts;

/// <summary>A length as typed, with its value in inches.</summary>
public sealed record TypedLength(string Typed, double Inches)
{
    public static TypedLength Of(string typed, LengthUnit bareUnit = LengthUnit.Foot) =>
        new(
            typed,
            LengthText.Parse(typed, bareUnit).Value?.Inches ?? throw new ArgumentException($"\"{typed}\" is not a length.", nameof(typed))
        );
}

/// <summary>A pitch as typed, its rise in 12, and how it was read.</summary>
public sealed record TypedPitch(string Typed, double RisePer12, PitchSource Source)
{
    public static TypedPitch Of(string typed, PitchSource source) =>
        new(
            typed,
            PitchText.Parse(typed).Value?.RisePer12 ?? throw new ArgumentException($"\"{typed}\" is not a pitch.", nameof(typed)),
            source
        );
}

/// <summary>A measurement as typed; <paramref name="Value"/> is in the quantity's own unit (inches, rise in 12, or a count).</summary>
public sealed record MeasureFact(string Typed, double Value, MeasuredHow How);

/// <summary>Anything recorded: a thing with an identity made where it was recorded.</summary>
public interface IFact
{
    Guid Id { get; }
}

/// <summary>What was recorded on a visit, and goes with it.</summary>
public interface IVisitFact : IFact
{
    Guid VisitId { get; }
}

/// <summary>
/// What may be recorded of a roof as a whole. <see cref="RoofId"/> says of which where it hangs on no slope and no finding; null: the first roof of its visit.
/// </summary>
public interface IRoofFact : IVisitFact
{
    Guid? RoofId { get; }
}

// ---- Structure ----

/// <summary>
/// <paramref name="Latitude"/> in degrees, north positive; null where not recorded: then the sun is left out of the years. <paramref name="Tags"/> are the
/// firm's own words to find it by.
/// </summary>
public sealed record PropertyFact(
    Guid Id,
    string Name,
    string Address,
    string Owner,
    WeatherExposure Exposure,
    string Note = "",
    double? Latitude = null,
    IReadOnlyList<string>? Tags = null
) : IFact;

public sealed record BuildingFact(Guid Id, Guid PropertyId, string Name) : IFact;

public sealed record RoofFact(Guid Id, Guid BuildingId, string Name) : IFact;

/// <summary>
/// A planar facet. <paramref name="EaveLength"/> and <paramref name="PlanRun"/> are plan dimensions; null until measured. <paramref name="Under"/>: what was
/// seen to lie under it; null: what the plan has there. What the plan measures of a slope is worked out from the plan and not recorded here.
/// </summary>
public sealed record SlopeFact(
    Guid Id,
    Guid RoofId,
    string Letter,
    string Name,
    TypedPitch Pitch,
    Facing Facing,
    Under? Under = null,
    TypedLength? EaveLength = null,
    TypedLength? PlanRun = null,
    DateOnly? RetiredOn = null
) : IFact;

/// <summary>
/// What covers a slope from when to when: a re-roof adds one and ends the one before, so an old visit keeps what it saw.
/// The year laid is a range of whole years, both included; null where unknown. <paramref name="Evidence"/>: what else speaks for a year.
/// </summary>
public sealed record CoveringFact(
    Guid Id,
    Guid SlopeId,
    string Kind,
    int? LaidFrom,
    int? LaidTo,
    AgeSource AgeSource,
    int Layers = 1,
    DateOnly? EndedOn = null,
    IReadOnlyList<YearEvidence>? Evidence = null
) : IFact;

// ---- Observations ----

/// <summary>
/// A report that somebody else wrote: what it <paramref name="Promises"/> in its words, and its PDF named by its SHA-256 (null: none is attached).
/// </summary>
public sealed record OthersReport(string Promises = "", string? Sha256 = null);

/// <summary>
/// A visit to a property. <paramref name="Roofs"/>: the roofs it looks at, in the order they are walked. <paramref name="Walk"/> is the key of its walk order (empty: the one that suits commission and covering);
/// <paramref name="FinishedAt"/> is null while it is open. <paramref name="Others"/>: it was made by another firm, whose name is the inspector's, and is known by its report
/// only; null for a visit of one's own.
/// </summary>
public sealed record VisitFact(
    Guid Id,
    IReadOnlyList<Guid> Roofs,
    DateOnly On,
    string Inspector,
    string Purpose,
    string Weather = "",
    Commission? Commission = null,
    string Walk = "",
    DateTimeOffset? FinishedAt = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] OthersReport? Others = null
) : IFact
{
    /// <summary>A condition report where nothing else was asked for.</summary>
    public static CommissionPurpose PurposeOf(VisitFact? visit) => visit?.Commission?.Purpose ?? CommissionPurpose.Condition;
}

/// <summary>
/// For whom a visit is made, what for, by when, under what licence. It picks walk order, wording, claims, prices and form of report. <paramref name="Terms"/>: how the
/// owner values later money where options are compared; <paramref name="LeftOut"/>: parts that this report does without.
/// </summary>
public sealed record Commission(
    CommissionPurpose Purpose,
    string ForWhom = "",
    DateOnly? DueOn = null,
    string Licence = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] OwnerTerms? Terms = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<ReportSection>? LeftOut = null
);

/// <summary>
/// Years the owner looks ahead, percent a year of interest and of growth of prices, and percent of what a covering is still worth that counts at the end; null: the
/// usual. Years of warranty on new work, as bids or the manufacturer state them; null: not entered.
/// </summary>
public sealed record OwnerTerms(
    int? Years = null,
    double? InterestPercent = null,
    double? PriceGrowthPercent = null,
    double? WorthLeftPercent = null,
    int? WorkmanshipYears = null,
    int? ManufacturerYears = null
);

/// <summary>A slope at a station (or a station of the whole roof, without slope) looked at, or excused with a reason.</summary>
public sealed record LookFact(
    Guid Id,
    Guid VisitId,
    string Station,
    Guid? SlopeId,
    LookState State,
    LookHow? How = null,
    ExcuseReason? Excuse = null,
    string Note = "",
    Guid? RoofId = null
) : IRoofFact;

/// <summary>
/// Condition of a slope as stages by share of its area. Without <paramref name="ComponentId"/> it rates the layer that keeps the water out; else the
/// component, or the covering, of that id.
/// </summary>
public sealed record StageFact(Guid Id, Guid VisitId, Guid SlopeId, IReadOnlyList<StageShare> Shares, Guid? ComponentId = null)
    : IVisitFact;

/// <summary>Stage 0 to 4 on a share of the area (percent); local when the wear has a cause of its own and goes with its repair.</summary>
public sealed record StageShare(int Stage, double Percent, bool Local = false);

public sealed record FindingFact(
    Guid Id,
    Guid VisitId,
    Guid? SlopeId,
    string Station,
    string Condition,
    string Place,
    WaterEvidence Evidence,
    Extent Extent,
    MeasureFact? Measure = null,
    bool PeopleBelow = false,
    string Note = "",
    FindingOutcome Outcome = FindingOutcome.Mend,
    SuspectedCause? Cause = null,
    IReadOnlyList<EarlierView>? Earlier = null,
    Spot? Spot = null,
    Guid? DetailId = null,
    Basis Basis = Basis.Observed,
    IReadOnlyList<DecidingAnswer>? Deciding = null,
    IReadOnlyList<ChosenView>? Views = null,
    MovedUrgency? Moved = null,
    OwnWords? OwnWords = null,
    Guid? RoofId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] OwnCondition? Own = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] FindingAmount? Amount = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] ChosenProblem? Problem = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] StainSeen? Stain = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] PondSeen? Pond = null
) : IRoofFact;

/// <summary>
/// How much of it there is, as counted or measured: a count, a length in feet, or a width and a height in feet; exactly one of the three.
/// </summary>
public sealed record FindingAmount(int? Count = null, double? Feet = null, double? WidthFeet = null, double? HeightFeet = null);

/// <summary>
/// Where the inspector put a finding: to the problem of the finding of this id; the id of the finding itself splits it off from whatever Kalpa would put it with.
/// <paramref name="Reason"/> may be empty.
/// </summary>
public sealed record ChosenProblem(Guid Id, string Reason = "");

/// <summary>What a finding may come from. It stays suspected until proofs of two kinds stand behind it.</summary>
public sealed record SuspectedCause(string Words, IReadOnlyList<ProofKind> Proofs);

/// <summary>What was thought of a finding before, kept with the reason for changing it.</summary>
public sealed record EarlierView(
    string Condition,
    string Measured,
    WaterEvidence Evidence,
    Extent Extent,
    FindingOutcome Outcome,
    string Reason,
    DateTimeOffset Until
);

/// <summary>
/// A photo: its bytes are another thing, named by their SHA-256 in lower-case hexadecimal. <paramref name="WriteUp"/>: taken without words,
/// to be written up before the visit is finished. <paramref name="Edits"/>: what was done to it; null where it is shown as it was taken.
/// </summary>
public sealed record PhotoFact(
    Guid Id,
    Guid VisitId,
    Guid? FindingId,
    Guid? SlopeId,
    string Sha256,
    string Caption,
    DateTimeOffset? TakenAt = null,
    string? Station = null,
    PhotoRole Role = PhotoRole.Seen,
    bool WriteUp = false,
    Spot? Spot = null,
    Guid? DetailId = null,
    Guid? RoofId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] PhotoEdits? Edits = null
) : IRoofFact;
