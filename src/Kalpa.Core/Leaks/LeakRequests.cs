using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Leaks;

[JsonConverter(typeof(CamelCaseEnum<DetailLook>))]
public enum DetailLook
{
    NotInspected,
    Looked,
    Probed,
}

/// <summary>
/// A finding as it bears on a leak: feet down the slope from it to the stain and to the side, null where nobody knows; <paramref name="SquareFeet"/> of roof that
/// drain to it; <paramref name="AtStain"/>: by the words for their places they are at one place or at two, null where the words do not say.
/// </summary>
public sealed record LeakFinding(
    string Condition,
    double? Down = null,
    double? Side = null,
    WaterEvidence Water = WaterEvidence.NotChecked,
    Guid? Id = null,
    double? SquareFeet = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? AtStain = null
);

/// <summary>A thing on the roof above the stain, and how closely it was looked at without finding anything.</summary>
public sealed record LeakDetail(
    string Kind,
    double? Down = null,
    double? Side = null,
    DetailLook Look = DetailLook.NotInspected,
    Guid? Id = null,
    double? SquareFeet = null
);

/// <summary>A test of one way in, and what came of it.</summary>
public sealed record LeakTested(string Kind, LeakTestKind Test, LeakTestResult Result, Guid? Id = null);

/// <summary>
/// Asks where a leak comes from. <paramref name="When"/>, <paramref name="Wind"/>, <paramref name="Delay"/> and <paramref name="Tried"/> are keys of the owner's
/// questions; years: age of the covering and of the house, and how long ago it first leaked. Facing and pitch: of the slope above. <paramref name="ByEye"/>: places
/// were put by eye, good to about three feet; <paramref name="Repaired"/>: ways in that were repaired, and it leaks still.
/// </summary>
public sealed record LeakRequest(
    string Covering,
    IReadOnlyList<string> When,
    double? AgeYears = null,
    double? HouseYears = null,
    double RisePer12 = 6,
    Facing? Facing = null,
    LeakAssembly? Assembly = null,
    LeakSurface? Surface = null,
    LeakNear? Near = null,
    StainShape? Shape = null,
    string Wind = "",
    string Delay = "",
    double? YearsSinceFirst = null,
    IReadOnlyList<string>? Tried = null,
    IReadOnlyList<LeakFinding>? Findings = null,
    IReadOnlyList<LeakDetail>? Details = null,
    IReadOnlyList<LeakTested>? Tests = null,
    bool ColdClimate = true,
    bool ByEye = false,
    IReadOnlyList<string>? Repaired = null,
    bool Across = false
);

/// <summary>
/// A way in with its chance. <paramref name="For"/> and <paramref name="Against"/>: why, in a sentence each; <paramref name="Settle"/>: what would settle it.
/// </summary>
public sealed record LeakCandidate(
    string Kind,
    string Name,
    Guid? FindingId,
    Guid? DetailId,
    double Chance,
    bool NotTheCovering,
    double? Down,
    double? Side,
    string For,
    string Against,
    string Settle
);

/// <summary>
/// A test to make next: what it costs and tells. Bits: how much of the doubt it is expected to take away; <paramref name="Of"/>: the finding or detail it is made at,
/// where it is one that is on record.
/// </summary>
public sealed record LeakTestPlan(
    LeakTestKind Test,
    string Name,
    IReadOnlyList<string> Kinds,
    int Minutes,
    double Bits,
    string How,
    string Caution,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Guid? Of = null
);

[JsonConverter(typeof(CamelCaseEnum<LeakState>))]
public enum LeakState
{
    NotExplained,
    Open,
    MostLikely,
    Found,
}

/// <summary>Where a leak comes from, the most likely first; what to test next; and what the answers do not fit together on.</summary>
public sealed record LeakAnswer(
    LeakState State,
    string Words,
    IReadOnlyList<LeakCandidate> Candidates,
    IReadOnlyList<LeakTestPlan> Tests,
    IReadOnlyList<string> Clashes
);
