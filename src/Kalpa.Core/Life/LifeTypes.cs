using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>Three ways practitioners arrive at a remaining life.</summary>
[JsonConverter(typeof(CamelCaseEnum<School>))]
public enum School
{
    AgeTable,
    WhatIsSeen,
    Combined,
}

/// <summary>
/// What is known of a slope's assembly on the day. Years laid are ranges of whole years, null where unknown. <paramref name="Shares"/> rates the layer that
/// keeps the water out (null: no stage recorded); <paramref name="CoveringShares"/> the covering where another layer keeps the water out.
/// <paramref name="Without"/> names factors that are left out, to see what they cost; <paramref name="Deep"/> asks for the cost of each factor and for the
/// facts that would narrow the range most.
/// </summary>
public sealed record LifeFacts(
    string Kind,
    WeatherExposure Exposure,
    int? LaidFrom,
    int? LaidTo,
    AgeSource AgeSource,
    int Layers,
    IReadOnlyList<StageShare>? Shares,
    DateOnly AsOf,
    int? HorizonYears = null,
    IReadOnlyList<ComponentLife>? Components = null,
    IReadOnlyList<StageShare>? CoveringShares = null,
    IReadOnlyList<EarlierLook>? Earlier = null,
    IReadOnlyList<YearEvidence>? Evidence = null,
    IReadOnlyList<WearFact>? Wear = null,
    double? SunRatio = null,
    NailRate? Nails = null,
    School? FirmSchool = null,
    School? ChosenSchool = null,
    YearsLeft? Overruled = null,
    string OverruleReason = "",
    IReadOnlyList<string>? Without = null,
    bool Deep = false
);

/// <summary>A component besides the covering, of a kind of the book, with what is known of it.</summary>
public sealed record ComponentLife(
    Guid Id,
    string Kind,
    StackPlace Place,
    int? LaidFrom,
    int? LaidTo,
    AgeSource AgeSource,
    IReadOnlyList<StageShare>? Shares = null,
    IReadOnlyList<EarlierLook>? Earlier = null,
    IReadOnlyList<YearEvidence>? Evidence = null
);

/// <summary>The stage of an earlier visit.</summary>
public sealed record EarlierLook(DateOnly On, IReadOnlyList<StageShare> Shares);

/// <summary>An option of a factor of the book that a fact decides, and where the fact comes from.</summary>
public sealed record WearFact(string Factor, string Option, string From);

/// <summary>Nails counted on courses picked beforehand.</summary>
public sealed record NailRate(int Wrong, int Looked);

/// <summary>Years left: P10, P50 and P90.</summary>
public sealed record YearsLeft(double Low, double Likely, double High);

public sealed record SurvivalChance(int Years, double Chance);

/// <summary>One method's answer; without years, the reason why it has none.</summary>
public sealed record SchoolAnswer(School School, YearsLeft? Left, string Why, IReadOnlyList<SurvivalChance> Chances);

/// <summary>
/// A factor of ISO 15686-8 with the fact it comes from. <paramref name="Applied"/> false: left out, with the reason. <paramref name="CostYears"/> is what it
/// takes from the likely figure (negative: adds), asked for with depth.
/// </summary>
public sealed record LifeFactor(
    string Key,
    string Letter,
    string Name,
    double Value,
    string Reason,
    bool Applied,
    SourceClass SourceClass,
    double? CostYears = null
);

public sealed record AgeRange(double Low, double High, AgeSource Source);

/// <summary>
/// One component of the assembly: its own remaining life and, for one that is replaced separately, the calendar year it falls due.
/// <paramref name="Id"/> null: the covering itself, or a layer that is assumed because none was recorded.
/// </summary>
public sealed record ComponentAnswer(
    Guid? Id,
    string Kind,
    string Name,
    StackPlace? Place,
    ComponentPart Part,
    bool Assumed,
    bool Governs,
    AgeRange? Age,
    int? Stage,
    YearsLeft? Left,
    DueYears? Due,
    string Words
);

/// <summary>Calendar years between which something falls due, and the likely one.</summary>
public sealed record DueYears(int From, int Likely, int To);

/// <summary>A fact that would narrow the range: by so many years narrower, or moved by as much.</summary>
public sealed record Narrowing(string Text, double Years, bool Narrows);

/// <summary>Figures that the inspector put in the place of those computed, with the reason.</summary>
public sealed record OverruledLife(YearsLeft Computed, string Reason);

/// <summary>
/// Remaining life of a slope: what is stated, all three methods, the assembly, and why. <paramref name="Clash"/>: age and condition do not fit one roof, with what
/// settles it; null where they agree or one is unknown. <paramref name="Unseen"/>: why nothing is stated where the layer that decides was not seen.
/// </summary>
public sealed record LifeAnswer(
    YearsLeft? Stated,
    School? StatedSchool,
    string WhySchool,
    OverruledLife? Overruled,
    AgeRange? Age,
    ReferenceLife Reference,
    double MisfitYears,
    string Governing,
    IReadOnlyList<ComponentAnswer> Components,
    IReadOnlyList<LifeFactor> Factors,
    IReadOnlyList<SchoolAnswer> Schools,
    IReadOnlyList<SurvivalChance> Chances,
    IReadOnlyList<Narrowing> Narrowing,
    IReadOnlyList<string> Reasons,
    string Headline,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Clash = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] UnseenLayer? Unseen = null
);

/// <summary>
/// The layer that decides was neither seen nor dated, so that no figure is stated. <paramref name="Words"/> says what to do, <paramref name="Could"/> what it could
/// have left (years), and <paramref name="Conclude"/> what a lender or buyer may conclude meanwhile.
/// </summary>
public sealed record UnseenLayer(string Name, string Words, UnseenRange Could, string Conclude);

/// <summary>From what the charts give one as old as the covering, to what one that was replaced lately would have, in years.</summary>
public sealed record UnseenRange(double Low, double High);
