using System.Globalization;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>Labor-hours on site (people × hours), without travel: low, likely and high, with what they were multiplied by.</summary>
public sealed record LaborHours(double Low, double Likely, double High, string Basis);

/// <summary>
/// What may be found once the work is open, and is paid as found: low, likely and high. <paramref name="Opened"/>: squares of deck, or feet of eave, that are laid open.
/// </summary>
public sealed record Allowance(
    string Item,
    string Unit,
    double Low,
    double Likely,
    double High,
    string Basis,
    WoodPart Part,
    double Opened
);

/// <summary>
/// What a job takes: planning figures, never an order. <paramref name="Hours"/> are null where nothing was measured or the rule book has none;
/// <paramref name="Assumed"/> says what was taken for granted and what to measure.
/// </summary>
public sealed record JobQuantities(
    IReadOnlyList<TakeOffLine> Lines,
    LaborHours? Hours,
    IReadOnlyList<Allowance> Allowances,
    IReadOnlyList<string> Assumed
);

/// <summary>What keeps water out until a job is done, as a sentence, and the last day it is good for.</summary>
public sealed record InterimProtection(string Words, DateOnly GoodUntil);

/// <summary>Low, likely and high, as they are added and multiplied.</summary>
public readonly record struct Spread(double Low, double Likely, double High)
{
    public static Spread Of(IReadOnlyList<double> figures) => new(figures[0], figures[1], figures[2]);

    public static Spread operator +(Spread one, Spread other) => new(one.Low + other.Low, one.Likely + other.Likely, one.High + other.High);

    public static Spread operator *(Spread one, double by) => new(one.Low * by, one.Likely * by, one.High * by);
}

/// <summary>What figures of a job have in common.</summary>
public static class QuantityMath
{
    /// <summary>A whole unit that a sum of decimals misses by less than this is that unit.</summary>
    private const double UnitTolerance = 1e-9;

    /// <summary>Exposure of common strip shingles (common practice).</summary>
    public const double ShingleExposureInches = 5;

    public static string Figure(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    public static double Up(double amount) => Math.Ceiling(amount - UnitTolerance);

    /// <summary>What pitch costs in labor, rise in 12 to factor, straight lines between (from memory; up to 5:12 a roof is walked like a floor).</summary>
    private static readonly (double Rise, double Factor)[] Steepness = [(5, 1), (8, 1.2), (12, 1.5), (16, 1.9)];

    /// <summary>
    /// What the height of the eave costs in labor, feet above the ground to factor, straight lines between (from memory; a one-story eave is loaded from the truck).
    /// </summary>
    private static readonly (double Feet, double Factor)[] Heights = [(12, 1), (22, 1.15), (32, 1.35), (45, 1.6)];

    public static double PitchFactor(double risePer12) => Between(Steepness, risePer12);

    public static double HeightFactor(double eaveFeet) => Between(Heights, eaveFeet);

    private static double Between((double At, double Factor)[] table, double at)
    {
        for (var row = 1; row < table.Length; row++)
        {
            var ((low, from), (high, to)) = (table[row - 1], table[row]);
            if (at <= high)
            {
                return from + ((to - from) * Math.Max(0, at - low) / (high - low));
            }
        }
        return table[^1].Factor;
    }

    /// <summary>What it costs in labor to carry material from the street (from memory).</summary>
    private const double CarriedFactor = 1.1;

    /// <summary>Whatever comes together, work is not slower than this (from memory).</summary>
    private const double MostFactor = 2.5;

    /// <summary>Hours to a tenth, with what they count and leave out. <paramref name="hours"/> hold the pitch already, and not yet the way to the roof.</summary>
    public static LaborHours Hours(Spread hours, double pitchFactor, WorkAccess access)
    {
        var height = access.EaveFeet is { } feet ? HeightFactor(feet) : 1;
        var carried = access.NoTruck ? CarriedFactor : 1;
        var way = Math.Min(height * carried, MostFactor / pitchFactor);
        var all = hours * way;
        string[] basis =
        [
            "on site without travel",
            access.EaveFeet is { } known ? string.Create(CultureInfo.InvariantCulture, $"eave at {known:0} ft") : "one story",
            .. Times(pitchFactor, "for the pitch"),
            .. Times(height, "for the height"),
            .. Times(carried, "without truck access"),
            .. way < height * carried
                ? [string.Create(CultureInfo.InvariantCulture, $"{MostFactor:0.##} times in all at most")]
                : Array.Empty<string>(),
        ];
        return new(Tenth(all.Low), Tenth(all.Likely), Tenth(all.High), string.Join(", ", basis));
    }

    private static IEnumerable<string> Times(double factor, string why) =>
        factor > Told ? [string.Create(CultureInfo.InvariantCulture, $"{factor:0.##} times {why}")] : [];

    /// <summary>A factor that is one when it is printed is not told.</summary>
    private const double Told = 1.005;

    /// <summary>Nothing is done in no time.</summary>
    private const double LeastHours = 0.1;

    internal static double Tenth(double hours) => Math.Max(LeastHours, Math.Round(hours + UnitTolerance, 1, MidpointRounding.AwayFromZero));
}
