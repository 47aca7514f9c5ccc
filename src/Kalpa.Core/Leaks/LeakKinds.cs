using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using static Kalpa.Core.Leaks.LeakSignature;
using static Kalpa.Core.Leaks.PartClock;

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
        OnRoof("pipe-boot", "Pipe boot", AnyRain, Wears, [12, 6, 7, 4], "the collar of the pipe boot"),
        OnRoof("flue-collar", "Flue collar", AnyRain, Wears, [3, 3, 3, 2], "the flue collar"),
        OnRoof("skylight-flashing", "Skylight flashing", AnyRain, Wears, [6, 6, 6, 5], "the skylight flashing"),
        OnRoof("chimney-flashing", "Chimney flashing", AnyRain, Wears, [9, 8, 7, 4], "the step or counter-flashing at the chimney"),
        Anywhere("covering-worn", "Covering worn through", AnyRain, Wears, [3, 1, 2, 4], "the worn covering"),
        OnRoof("boot-flange", "Boot flange lapped wrong", AnyRain, BuiltWrong, [4, 3, 2, 0], "the flange of the pipe boot"),
        OnRoof("step-flashing", "Sidewall step flashing", AnyRain, BuiltWrong, [5, 5, 4, 0], "the step flashing at the wall"),
        Anywhere(
            "slope-too-low",
            "Slope too low for the covering",
            AnyRain,
            BuiltWrong,
            [5, 5, 4, 0],
            "the laps of a slope that is too low"
        ),
        OnRoof("tie-in", "Tie-in to another roof", AnyRain, BuiltWrong, [5, 4, 4, 4], "the tie-in of two roofs"),
        OnRoof("solar-foot", "Solar mount", AnyRain, BuiltWrong, [3, 4, 1, 2], "a solar mount"),
        Anywhere("nail-pop", "Nail pop", AnyRain, Chance, [2, 0, 0, 0], "a popped nail"),
        Anywhere("broken-piece", "Torn, cracked or slipped piece", AnyRain, Chance, [4, 6, 2, 0], "a broken or missing piece"),
        OnRoof("mount", "Mount or old hole", AnyRain, Chance, [5, 3, 3, 4], "a mount or an old hole"),
        OnRoof("valley-nails", "Nails in the valley", AnyRain, NailRust, [3, 2, 2, 0], "a nail in the valley"),
        Anywhere("low-nails", "Nails in the water path", AnyRain, NailRust, [4, 0, 0, 0], "a nail in the water path"),
        OnRoof("chimney-back", "Uphill side of the chimney", Volume, BuiltWrong, [4, 4, 4, 2], "the uphill side of the chimney"),
        OnRoof("kick-out", "No kick-out flashing", Volume, BuiltWrong, [4, 4, 2, 0], "the lower end of the wall flashing"),
        OnRoof("dead-pocket", "Dead pocket", Volume, BuiltWrong, [6, 6, 5, 3], "the dead pocket"),
        OnRoof("eave-edge", "Eave edge", Volume, BuiltWrong, [2, 2, 1, 0], "the eave edge"),
        OnRoof("valley-lining", "Valley lining", Volume, Wears, [8, 10, 6, 0], "the valley"),
        Anywhere("underlayment", "Underlayment at end of life", Volume, Wears, [1, 12, 1, 0], "the underlayment"),
        OnRoof("gutter-overflow", "Gutter overflow", Volume, Chance, [5, 3, 3, 2], "the gutter"),
        OnRoof("headwall-apron", "Headwall apron", Wind, BuiltWrong, [3, 3, 3, 0], "the apron flashing at the wall"),
        OnRoof("rake", "Rake edge", Wind, BuiltWrong, [1, 1, 2, 0], "the rake edge"),
        OnRoof("exhaust-hood", "Exhaust hood", Wind, Chance, [3, 2, 1, 1], "the exhaust hood"),
        OnRoof("ridge-vent", "Ridge vent", Wind, Chance, [2, 1, 3, 0], "the ridge vent"),
        OnRoof("turbine", "Turbine vent", Wind, Wears, [3, 2, 1, 2], "the turbine vent"),
        OnRoof("ridge-caps", "Ridge or hip caps", Wind, Wears, [2, 4, 3, 0], "the ridge caps"),
        OnRoof("ice-dam", "Ice dam", Thaw, Chance, [8, 4, 2, 1], "water behind ice at the eave"),
        OnRoof("metal-seam", "Metal lap or seam", AnyRain, Wears, [0, 0, 8, 0], "a lap or seam of the metal"),
        Anywhere("washers", "Screw washers", AnyRain, Wears, [0, 0, 10, 0], "the screw washers"),
        OnRoof("field-seam", "Membrane seam", AnyRain, Wears, [0, 0, 0, 12], "a seam of the membrane"),
        OnRoof("base-flashing", "Base flashing or bar", AnyRain, Wears, [0, 0, 0, 12], "the base flashing"),
        OnRoof("pitch-pan", "Pitch pan", AnyRain, Wears, [0, 0, 0, 12], "the pitch pan"),
        OnRoof("curb-flashing", "Curb flashing", AnyRain, Wears, [0, 0, 0, 8], "the curb flashing"),
        OnRoof("split", "Split or pulled joint", AnyRain, Wears, [0, 0, 0, 5], "a split in the membrane or a joint"),
        OnRoof("scupper-box", "Scupper box", AnyRain, BuiltWrong, [0, 0, 0, 6], "the scupper box"),
        Anywhere("puncture", "Puncture", AnyRain, Chance, [0, 0, 0, 8], "a hole in the membrane"),
        Anywhere("backed-out-fastener", "Backed-out fastener", AnyRain, NailRust, [0, 0, 0, 3], "a fastener under the sheet"),
        OnRoof("drain-clamp", "Drain clamp", Volume, Wears, [0, 0, 0, 8], "the clamp of the drain"),
        OnRoof("coping", "Coping or edge joint", Wind, Wears, [0, 0, 0, 7], "a joint of the coping or edge metal"),
        Anywhere("wet-insulation", "Wet insulation", SlowStore, Chance, [0, 0, 0, 4], "water held in the insulation"),
        OtherTrade("masonry", "Masonry or crown", SlowStore, Wears, [5, 5, 5, 3], "the masonry or crown of the chimney"),
        OtherTrade("chase-cover", "Chase cover", AnyRain, Wears, [5, 5, 5, 0], "the chase cover"),
        OtherTrade("wall-or-window", "Siding or window", Wind, Wears, [6, 6, 6, 4], "the siding or window above"),
        OtherTrade("parapet", "Parapet wall", Wind, Wears, [0, 0, 0, 7], "the parapet wall"),
        OtherTrade("unit-cabinet", "Rooftop unit cabinet", Wind, Wears, [0, 0, 0, 5], "the cabinet of the rooftop unit"),
        OtherTrade("interior-leader", "Interior leader", Volume, Wears, [0, 0, 0, 5], "the leader inside the building"),
        OtherTradeAnywhere(
            "attic-condensation",
            "Attic condensation or frost",
            Condensation,
            Chance,
            [4, 1, 4, 4],
            "condensation in the attic or roof space"
        ),
        OtherTrade("flue-condensate", "Flue condensate", Condensation, Chance, [2, 2, 2, 1], "condensate in the flue"),
        OtherTrade("fan-duct", "Fan or dryer duct", Condensation, BuiltWrong, [4, 3, 3, 1], "condensation in a fan or dryer duct"),
        OtherTrade("skylight-unit", "Skylight unit", Condensation, Wears, [3, 3, 3, 3], "condensation on the skylight, or its own seal"),
        OtherTrade("air-handler-pan", "Air handler pan", Equipment, Chance, [6, 6, 6, 6], "the pan or drain of the air handler"),
        OtherTrade("cold-pipe", "Sweating cold pipe", Equipment, Chance, [2, 2, 2, 2], "a sweating cold pipe"),
        OtherTrade("supply-pipe", "Supply pipe", Piping, Chance, [4, 4, 4, 4], "a water supply pipe"),
        OtherTrade("waste-pipe", "Waste pipe", Piping, Chance, [3, 3, 3, 3], "a waste pipe"),
        OtherTrade("fixture-above", "Fixture above", Piping, Chance, [4, 4, 4, 4], "a tub or fixture above"),
        OtherTrade("sprinkler", "Sprinkler or heating pipe", Piping, Chance, [1, 1, 1, 1], "a sprinkler or heating pipe"),
        OtherTrade("water-heater", "Water heater or humidifier", Piping, Chance, [2, 2, 2, 2], "a water heater or humidifier"),
        OtherTrade("gable-vent", "Gable vent", Wind, Chance, [2, 2, 2, 0], "rain or snow blown in at the gable vent"),
        OtherTrade("snow-vent", "Snow in a vent", Thaw, Chance, [1, 1, 1, 1], "snow that blew into a vent and melted"),
        OtherTrade("balcony", "Balcony above", AnyRain, BuiltWrong, [2, 2, 2, 2], "the balcony above"),
    ];

    /// <summary>At a part of the roof, which has a place.</summary>
    private static LeakKind OnRoof(string key, string name, LeakSignature when, PartClock clock, double[] weights, string words) =>
        new(key, name, when, clock, weights, words, false, false);

    /// <summary>Anywhere on the slope.</summary>
    private static LeakKind Anywhere(string key, string name, LeakSignature when, PartClock clock, double[] weights, string words) =>
        new(key, name, when, clock, weights, words, true, false);

    private static LeakKind OtherTrade(string key, string name, LeakSignature when, PartClock clock, double[] weights, string words) =>
        new(key, name, when, clock, weights, words, false, true);

    private static LeakKind OtherTradeAnywhere(
        string key,
        string name,
        LeakSignature when,
        PartClock clock,
        double[] weights,
        string words
    ) => new(key, name, when, clock, weights, words, true, true);

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
            PartClock.BuiltWrong => BuiltWrongByBand[band],
            PartClock.Wears => WearsByBand[band],
            PartClock.NailRust => NailRustByBand[band],
            _ => 1,
        };
    }

    private const double YoungYears = 3;
    private const double MiddleYears = 10;
    private const double OldYears = 20;
    private static readonly double[] BuiltWrongByBand = [2.5, 1.5, 0.8, 0.5];
    private static readonly double[] WearsByBand = [0.2, 0.7, 1.5, 2.2];
    private static readonly double[] NailRustByBand = [0.3, 1.3, 1.5, 1.2];
}
