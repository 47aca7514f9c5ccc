using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

[JsonConverter(typeof(CamelCaseEnum<LeakSurface>))]
public enum LeakSurface
{
    Ceiling,
    Wall,
    Deck,
    SkylightShaft,
}

[JsonConverter(typeof(CamelCaseEnum<StainShape>))]
public enum StainShape
{
    Ring,
    Streak,
    Spreading,
    AtWall,
    AtFixture,
    Many,
}

/// <summary>What lies between the roof and the stain: it decides how far water travels before it drops.</summary>
[JsonConverter(typeof(CamelCaseEnum<LeakAssembly>))]
public enum LeakAssembly
{
    Rafters,
    Trusses,
    Boards,
    OnUnderlayment,
    TileUnderlayment,
    Cathedral,
    FluteDeck,
    Concrete,
    OldRoof,
}

/// <summary>What stands above the stain, where no plan says it.</summary>
[JsonConverter(typeof(CamelCaseEnum<LeakNear>))]
public enum LeakNear
{
    MidSlope,
    Valley,
    Chimney,
    Vent,
    Eave,
    Wall,
    Skylight,
    Ridge,
}

[JsonConverter(typeof(CamelCaseEnum<LeakTestKind>))]
public enum LeakTestKind
{
    ProbeSeam,
    LiftLap,
    GutterLook,
    Meter,
    Attic,
    AtticInRain,
    Hose,
    Dye,
    Flood,
    Infrared,
    RunEquipment,
    SupplyMeter,
    HumidityLog,
    WaitForWeather,
}

[JsonConverter(typeof(CamelCaseEnum<LeakTestResult>))]
public enum LeakTestResult
{
    Wet,
    Dry,
    Unclear,
}

/// <summary>
/// A stain as it looks from inside. <paramref name="FromEaveWall"/> and <paramref name="FromLeftWall"/>: feet, level, from the inner face of the outside wall under
/// the eave, and of the one at the left end as one faces the slope from outside; together they place it under the slope. <paramref name="Across"/>: the framing,
/// boards or flutes above it run across the slope; null or false: down it.
/// </summary>
public sealed record StainSeen(
    LeakSurface? Surface = null,
    StainShape? Shape = null,
    LeakAssembly? Assembly = null,
    LeakNear? Near = null,
    double? FromEaveWall = null,
    double? FromLeftWall = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Across = null
);

/// <summary>
/// A test of where a stain's water gets in. <paramref name="FindingId"/> is the stain, <paramref name="Ways"/> are the ways in that are tested together, and
/// <paramref name="Of"/> the finding or detail at which, where one is on record. Without a result it is still running; <paramref name="Minutes"/> from
/// <paramref name="At"/> to its end, or to the first drip.
/// </summary>
public sealed record LeakTestFact(
    Guid Id,
    Guid VisitId,
    Guid FindingId,
    LeakTestKind Test,
    IReadOnlyList<string> Ways,
    DateTimeOffset At,
    LeakTestResult? Result = null,
    int? Minutes = null,
    Guid? Of = null,
    bool AfterRepair = false,
    string Note = "",
    Guid? RoofId = null
) : IRoofFact;

/// <summary>
/// A rain since a leak was repaired: whether it was as hard, and with wind from the same side, as those in which it leaked, and whether water came.
/// <paramref name="FindingId"/> is the stain.
/// </summary>
public sealed record LeakRainFact(
    Guid Id,
    Guid VisitId,
    Guid FindingId,
    DateOnly On,
    bool Alike,
    bool Water,
    string Note = "",
    Guid? RoofId = null
) : IRoofFact;
