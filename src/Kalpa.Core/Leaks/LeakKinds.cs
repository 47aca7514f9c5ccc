using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Leaks;

/// <summary>When water of one cause shows: what the owner sees follows from it.</summary>
[JsonConverter(typeof(CamelCaseEnum<LeakSignature>))]
public enum LeakSignature
{
    AnyRain,
    Volume,
    Wind,
    SlowStore,
    Thaw,
    Condensation,
    Equipment,
    Piping,
    Other,
}

/// <summary>How a part's chance to leak goes with its age.</summary>
public enum PartClock
{
    BuiltWrong,
    Wears,
    NailRust,
    Chance,
}

/// <summary>Coverings as leaks know them.</summary>
public enum LeakGroup
{
    Shingle,
    Tile,
    Metal,
    LowSlope,
}

/// <summary>
/// A way in for water. <paramref name="Weights"/>: how often it is the cause, for shingle (slate and wood too), tile, metal and low slope; planning figures from
/// memory. <paramref name="OverArea"/>: it can be anywhere on the slope, so that one needs no place. <paramref name="NotTheCovering"/>: another trade's.
/// </summary>
public sealed record LeakKind(
    string Key,
    string Name,
    LeakSignature Signature,
    PartClock Clock,
    IReadOnlyList<double> Weights,
    string Words,
    bool OverArea,
    bool NotTheCovering
)
{
    public double Weight(LeakGroup group) => Weights[(int)group];
}

/// <summary>The ways in that are told apart; all figures are planning figures from memory, none was measured.</summary>
public static class LeakKinds
{
    public const string SomethingElse = "something-else";

    /// <summary>Weight of what is not on the list.</summary>
    public const double SomethingElseWeight = 6;

    public static IReadOnlyList<LeakKind> All { get; } =
    [
        new("pipe-boot", "Pipe boot", LeakSignature.AnyRain, PartClock.Wears, [12, 6, 7, 4], "the collar of the pipe boot", false, false),
        new("flue-collar", "Flue collar", LeakSignature.AnyRain, PartClock.Wears, [3, 3, 3, 2], "the flue collar", false, false),
        new(
            "skylight-flashing",
            "Skylight flashing",
            LeakSignature.AnyRain,
            PartClock.Wears,
            [6, 6, 6, 5],
            "the skylight flashing",
            false,
            false
        ),
        new(
            "chimney-flashing",
            "Chimney flashing",
            LeakSignature.AnyRain,
            PartClock.Wears,
            [9, 8, 7, 4],
            "the step or counterflashing at the chimney",
            false,
            false
        ),
        new(
            "covering-worn",
            "Covering worn through",
            LeakSignature.AnyRain,
            PartClock.Wears,
            [3, 1, 2, 4],
            "the worn covering",
            true,
            false
        ),
        new(
            "boot-flange",
            "Boot flange lapped wrong",
            LeakSignature.AnyRain,
            PartClock.BuiltWrong,
            [4, 3, 2, 0],
            "the flange of the pipe boot",
            false,
            false
        ),
        new(
            "step-flashing",
            "Sidewall step flashing",
            LeakSignature.AnyRain,
            PartClock.BuiltWrong,
            [5, 5, 4, 0],
            "the step flashing at the wall",
            false,
            false
        ),
        new(
            "slope-too-low",
            "Slope too low for the covering",
            LeakSignature.AnyRain,
            PartClock.BuiltWrong,
            [5, 5, 4, 0],
            "the laps of a slope that is too low",
            true,
            false
        ),
        new(
            "tie-in",
            "Tie-in to another roof",
            LeakSignature.AnyRain,
            PartClock.BuiltWrong,
            [5, 4, 4, 4],
            "the tie-in of two roofs",
            false,
            false
        ),
        new("solar-foot", "Solar mount", LeakSignature.AnyRain, PartClock.BuiltWrong, [4, 3, 1, 2], "a solar mount", false, false),
        new("nail-pop", "Nail pop", LeakSignature.AnyRain, PartClock.Chance, [2, 0, 0, 0], "a popped nail", true, false),
        new(
            "broken-piece",
            "Torn, cracked or slipped piece",
            LeakSignature.AnyRain,
            PartClock.Chance,
            [4, 6, 2, 0],
            "a broken or missing piece",
            true,
            false
        ),
        new("mount", "Mount or old hole", LeakSignature.AnyRain, PartClock.Chance, [5, 3, 3, 4], "a mount or an old hole", false, false),
        new(
            "valley-nails",
            "Nails in the valley",
            LeakSignature.AnyRain,
            PartClock.NailRust,
            [3, 2, 2, 0],
            "a nail in the valley",
            false,
            false
        ),
        new(
            "low-nails",
            "Nails in the water path",
            LeakSignature.AnyRain,
            PartClock.NailRust,
            [4, 0, 0, 0],
            "a nail in the water path",
            true,
            false
        ),
        new(
            "chimney-back",
            "Uphill side of the chimney",
            LeakSignature.Volume,
            PartClock.BuiltWrong,
            [4, 4, 4, 2],
            "the uphill side of the chimney",
            false,
            false
        ),
        new(
            "kick-out",
            "No kick-out flashing",
            LeakSignature.Volume,
            PartClock.BuiltWrong,
            [4, 4, 2, 0],
            "the lower end of the wall flashing",
            false,
            false
        ),
        new("dead-pocket", "Dead pocket", LeakSignature.Volume, PartClock.BuiltWrong, [6, 6, 5, 3], "the dead pocket", false, false),
        new("eave-edge", "Eave edge", LeakSignature.Volume, PartClock.BuiltWrong, [2, 2, 1, 0], "the eave edge", false, false),
        new("valley-lining", "Valley lining", LeakSignature.Volume, PartClock.Wears, [8, 10, 6, 0], "the valley", false, false),
        new(
            "underlayment",
            "Underlayment at end of life",
            LeakSignature.Volume,
            PartClock.Wears,
            [1, 12, 1, 0],
            "the underlayment",
            true,
            false
        ),
        new("gutter-overflow", "Gutter overflow", LeakSignature.Volume, PartClock.Chance, [5, 3, 3, 2], "the gutter", false, false),
        new(
            "headwall-apron",
            "Headwall apron",
            LeakSignature.Wind,
            PartClock.BuiltWrong,
            [3, 3, 3, 0],
            "the apron flashing at the wall",
            false,
            false
        ),
        new("rake", "Rake edge", LeakSignature.Wind, PartClock.BuiltWrong, [1, 1, 2, 0], "the rake edge", false, false),
        new("exhaust-hood", "Exhaust hood", LeakSignature.Wind, PartClock.Chance, [3, 2, 1, 1], "the exhaust hood", false, false),
        new("ridge-vent", "Ridge vent", LeakSignature.Wind, PartClock.Chance, [2, 1, 3, 0], "the ridge vent", false, false),
        new("turbine", "Turbine vent", LeakSignature.Wind, PartClock.Wears, [3, 2, 1, 2], "the turbine vent", false, false),
        new("ridge-caps", "Ridge or hip caps", LeakSignature.Wind, PartClock.Wears, [2, 4, 3, 0], "the ridge caps", false, false),
        new("ice-dam", "Ice dam", LeakSignature.Thaw, PartClock.Chance, [8, 4, 2, 1], "water behind ice at the eave", false, false),
        new(
            "metal-seam",
            "Metal lap or seam",
            LeakSignature.AnyRain,
            PartClock.Wears,
            [0, 0, 8, 0],
            "a lap or seam of the metal",
            false,
            false
        ),
        new("washers", "Screw washers", LeakSignature.AnyRain, PartClock.Wears, [0, 0, 10, 0], "the screw washers", true, false),
        new("field-seam", "Membrane seam", LeakSignature.AnyRain, PartClock.Wears, [0, 0, 0, 12], "a seam of the membrane", false, false),
        new(
            "base-flashing",
            "Base flashing or bar",
            LeakSignature.AnyRain,
            PartClock.Wears,
            [0, 0, 0, 12],
            "the base flashing",
            false,
            false
        ),
        new("pitch-pan", "Pitch pan", LeakSignature.AnyRain, PartClock.Wears, [0, 0, 0, 12], "the pitch pan", false, false),
        new("curb-flashing", "Curb flashing", LeakSignature.AnyRain, PartClock.Wears, [0, 0, 0, 8], "the curb flashing", false, false),
        new(
            "split",
            "Split or pulled joint",
            LeakSignature.AnyRain,
            PartClock.Wears,
            [0, 0, 0, 5],
            "a split in the membrane or a joint",
            false,
            false
        ),
        new("scupper-box", "Scupper box", LeakSignature.AnyRain, PartClock.BuiltWrong, [0, 0, 0, 6], "the scupper box", false, false),
        new("puncture", "Puncture", LeakSignature.AnyRain, PartClock.Chance, [0, 0, 0, 8], "a hole in the membrane", true, false),
        new(
            "backed-out-fastener",
            "Backed-out fastener",
            LeakSignature.AnyRain,
            PartClock.NailRust,
            [0, 0, 0, 3],
            "a fastener under the sheet",
            true,
            false
        ),
        new("drain-clamp", "Drain clamp", LeakSignature.Volume, PartClock.Wears, [0, 0, 0, 8], "the clamp of the drain", false, false),
        new(
            "coping",
            "Coping or edge joint",
            LeakSignature.Wind,
            PartClock.Wears,
            [0, 0, 0, 7],
            "a joint of the coping or edge metal",
            false,
            false
        ),
        new(
            "wet-insulation",
            "Wet insulation",
            LeakSignature.SlowStore,
            PartClock.Chance,
            [0, 0, 0, 4],
            "water held in the insulation",
            true,
            false
        ),
        new(
            "masonry",
            "Masonry or crown",
            LeakSignature.SlowStore,
            PartClock.Wears,
            [5, 5, 5, 3],
            "the masonry or crown of the chimney",
            false,
            true
        ),
        new("chase-cover", "Chase cover", LeakSignature.AnyRain, PartClock.Wears, [5, 5, 5, 0], "the chase cover", false, true),
        new(
            "wall-or-window",
            "Siding or window",
            LeakSignature.Wind,
            PartClock.Wears,
            [6, 6, 6, 4],
            "the siding or window above",
            false,
            true
        ),
        new("parapet", "Parapet wall", LeakSignature.Wind, PartClock.Wears, [0, 0, 0, 7], "the parapet wall", false, true),
        new(
            "unit-cabinet",
            "Rooftop unit cabinet",
            LeakSignature.Wind,
            PartClock.Wears,
            [0, 0, 0, 5],
            "the cabinet of the rooftop unit",
            false,
            true
        ),
        new(
            "interior-leader",
            "Interior leader",
            LeakSignature.Volume,
            PartClock.Wears,
            [0, 0, 0, 5],
            "the leader inside the building",
            false,
            true
        ),
        new(
            "attic-condensation",
            "Attic condensation or frost",
            LeakSignature.Condensation,
            PartClock.Chance,
            [4, 1, 4, 4],
            "condensation in the attic or roof space",
            true,
            true
        ),
        new(
            "flue-condensate",
            "Flue condensate",
            LeakSignature.Condensation,
            PartClock.Chance,
            [2, 2, 2, 1],
            "condensate in the flue",
            false,
            true
        ),
        new(
            "fan-duct",
            "Fan or dryer duct",
            LeakSignature.Condensation,
            PartClock.BuiltWrong,
            [4, 3, 3, 1],
            "condensation in a fan or dryer duct",
            false,
            true
        ),
        new(
            "skylight-unit",
            "Skylight unit",
            LeakSignature.Condensation,
            PartClock.Wears,
            [3, 3, 3, 3],
            "condensation on the skylight, or its own seal",
            false,
            true
        ),
        new(
            "air-handler-pan",
            "Air handler pan",
            LeakSignature.Equipment,
            PartClock.Chance,
            [6, 6, 6, 6],
            "the pan or drain of the air handler",
            false,
            true
        ),
        new(
            "cold-pipe",
            "Sweating cold pipe",
            LeakSignature.Equipment,
            PartClock.Chance,
            [2, 2, 2, 2],
            "a sweating cold pipe",
            false,
            true
        ),
        new("supply-pipe", "Supply pipe", LeakSignature.Piping, PartClock.Chance, [4, 4, 4, 4], "a water supply pipe", false, true),
        new("waste-pipe", "Waste pipe", LeakSignature.Piping, PartClock.Chance, [3, 3, 3, 3], "a waste pipe", false, true),
        new("fixture-above", "Fixture above", LeakSignature.Piping, PartClock.Chance, [4, 4, 4, 4], "a tub or fixture above", false, true),
        new(
            "sprinkler",
            "Sprinkler or heating pipe",
            LeakSignature.Piping,
            PartClock.Chance,
            [1, 1, 1, 1],
            "a sprinkler or heating pipe",
            false,
            true
        ),
        new(
            "water-heater",
            "Water heater or humidifier",
            LeakSignature.Piping,
            PartClock.Chance,
            [2, 2, 2, 2],
            "a water heater or humidifier",
            false,
            true
        ),
        new(
            "gable-vent",
            "Gable vent",
            LeakSignature.Wind,
            PartClock.Chance,
            [2, 2, 2, 0],
            "rain or snow blown in at the gable vent",
            false,
            true
        ),
        new(
            "snow-vent",
            "Snow in a vent",
            LeakSignature.Thaw,
            PartClock.Chance,
            [1, 1, 1, 1],
            "snow that blew into a vent and melted",
            false,
            true
        ),
        new("balcony", "Balcony above", LeakSignature.AnyRain, PartClock.BuiltWrong, [2, 2, 2, 2], "the balcony above", false, true),
    ];

    private static readonly Dictionary<string, LeakKind> ByKey = All.ToDictionary(k => k.Key);

    public static LeakKind? Find(string key) => ByKey.GetValueOrDefault(key);

    /// <summary>Factor of a part's age in years when it first leaked: to 3, to 10, to 20, above (planning figures, from memory).</summary>
    public static double AgeFactor(PartClock clock, double? years)
    {
        if (years is not { } age)
        {
            return 1;
        }
        var band =
            age <= YoungYears ? 0
            : age <= MiddleYears ? 1
            : age <= OldYears ? 2
            : 3;
        return clock switch
        {
            PartClock.BuiltWrong => BuiltWrong[band],
            PartClock.Wears => Wears[band],
            PartClock.NailRust => NailRust[band],
            _ => 1,
        };
    }

    private const double YoungYears = 3;
    private const double MiddleYears = 10;
    private const double OldYears = 20;
    private static readonly double[] BuiltWrong = [2.5, 1.5, 0.8, 0.5];
    private static readonly double[] Wears = [0.2, 0.7, 1.5, 2.2];
    private static readonly double[] NailRust = [0.3, 1.3, 1.5, 1.2];
}
