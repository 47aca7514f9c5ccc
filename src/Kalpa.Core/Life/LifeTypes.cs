using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

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
/// What is known of a covering on the day. The year laid is a range of whole years, null where unknown. <paramref name="Shares"/> null: no stage recorded.
/// <paramref name="HorizonYears"/> asks for the chance of lasting so many years as well.
/// </summary>
public sealed record LifeFacts(
    CoveringKind Kind,
    Exposure Exposure,
    int? LaidFrom,
    int? LaidTo,
    AgeSource AgeSource,
    int Layers,
    IReadOnlyList<StageShare>? Shares,
    DateOnly AsOf,
    int? HorizonYears = null
);

/// <summary>Years left: P10, P50 and P90.</summary>
public sealed record YearsLeft(double Low, double Likely, double High);

public sealed record SurvivalChance(int Years, double Chance);

/// <summary>One school's answer; without years, the reason why it has none.</summary>
public sealed record SchoolAnswer(School School, YearsLeft? Left, string Why, IReadOnlyList<SurvivalChance> Chances);

/// <summary>A factor of ISO 15686-8 with the fact it comes from.</summary>
public sealed record LifeFactor(string Letter, string Name, double Value, string Reason);

public sealed record AgeRange(double Low, double High, AgeSource Source);

/// <summary>Remaining life of a slope's covering: what is stated, all three schools, and why.</summary>
public sealed record LifeAnswer(
    YearsLeft? Stated,
    School? StatedSchool,
    AgeRange? Age,
    ReferenceLife Reference,
    double MisfitYears,
    IReadOnlyList<LifeFactor> Factors,
    IReadOnlyList<SchoolAnswer> Schools,
    IReadOnlyList<SurvivalChance> Chances,
    IReadOnlyList<string> Reasons,
    string Headline
);
