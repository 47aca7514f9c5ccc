using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>What follows from the size of a thing: a figure in the unit of the material that it is for, and how it comes about.</summary>
public sealed record SizedMeasure(double Value, string Words);

/// <summary>
/// What a chimney, a chase, a skylight or a pocket takes by its own size: by the geometry of a slope, not by a usual amount. Widths run along the eave, lengths up the
/// slope; inches. Allowances and laps are common practice where nothing else is named.
/// </summary>
public static class SizedThings
{
    public const string Steps = "steps";
    public const string Apron = "apron";
    public const string BackPan = "backPan";
    public const string Counter = "counter";
    public const string CricketValleys = "cricketValleys";
    public const string CricketArea = "cricketArea";
    public const string Blank = "blank";
    public const string ChaseSides = "chaseWalls";
    public const string CrownFeet3 = "crownVolume";
    public const string Around = "around";
    public const string Lumber = "lumber";
    public const string Deck = "deck";

    /// <summary>Metal across the low or high side reaches so far past both corners together.</summary>
    private const double PastCornersInches = 12;

    /// <summary>A chase cover turns down so far on each side, and its edge is bent out to a drip.</summary>
    private const double TurnDownInches = 4;

    private const double DripInches = 3.0 / 8;

    /// <summary>Boards of a chase rot from the top down; so much is taken where nobody measured it (common practice).</summary>
    public const double ChaseDecayedFeet = 10;

    /// <summary>A crown overhangs the masonry on each side so that it drips clear of it, is so thick on average, and leaves out a flue of this size.</summary>
    private const double CrownOverhangInches = 2;

    private const double CrownThickInches = 4;
    private const double FlueInches = 13;

    /// <summary>Membrane is lapped over the corners of a skylight.</summary>
    private const double CornerLapsInches = 48;

    /// <summary>Steep enough that strip shingles need no second underlayment (IRC 2021 R905.1.1).</summary>
    public const double PocketRisePer12 = 4;

    private const double RafterSpacingInches = 24;

    /// <summary>Lumber is bought in even feet.</summary>
    private const double LumberStepFeet = 2;

    private const double CubicInchesPerFoot3 = 1728;
    private const double SquareInchesPerFoot2 = 144;

    /// <summary>Every measure that materials of a shape may go by.</summary>
    public static IReadOnlyList<string> MeasuresOf(SizedShape shape) =>
        shape switch
        {
            SizedShape.Chimney => [Steps, Apron, BackPan, Counter],
            SizedShape.Cricket => [CricketValleys, CricketArea],
            SizedShape.Chase => [Blank],
            SizedShape.ChaseWalls => [ChaseSides],
            SizedShape.Crown => [CrownFeet3],
            SizedShape.Skylight => [Steps, Around],
            _ => [Lumber, Deck],
        };

    /// <summary>
    /// By the name of the measure; empty where the size does not make the thing (a pocket that is no flatter than <see cref="PocketRisePer12"/>).
    /// Sizes are above nothing, the pitch is that of the slope around.
    /// </summary>
    public static IReadOnlyDictionary<string, SizedMeasure> Of(
        SizedShape shape,
        double widthInches,
        double lengthInches,
        double risePer12
    ) =>
        shape switch
        {
            SizedShape.Chimney => Chimney(widthInches, lengthInches, risePer12),
            SizedShape.Cricket => Cricket(widthInches, risePer12),
            SizedShape.Chase => Chase(widthInches, lengthInches),
            SizedShape.ChaseWalls => ChaseWalls(widthInches, lengthInches),
            SizedShape.Crown => Crown(widthInches, lengthInches),
            SizedShape.Skylight => Skylight(widthInches, lengthInches),
            _ => Pocket(widthInches, lengthInches, risePer12),
        };

    /// <summary>The size as it is said: <c>36 × 24 in</c>.</summary>
    public static string SizeWords(double widthInches, double lengthInches) =>
        $"{new Length(widthInches).ToInchNumber()} × {new Length(lengthInches).ToInchNumber()} in";

    /// <summary>The length is on plan, as a tape along a level measures it: its sides run up the slope.</summary>
    private static Dictionary<string, SizedMeasure> Chimney(double width, double length, double rise)
    {
        var side = length * new Pitch(rise).SlopeFactor;
        var feet = ((2 * side) + (2 * width)) / Length.InchesPerFoot;
        var across = (width + PastCornersInches) / Length.InchesPerFoot;
        return new()
        {
            [Steps] = StepsAlong(side),
            [Apron] = new(across, $"{Inches(width)} and 6 in past each corner"),
            // A wide chimney has a cricket in its place.
            [BackPan] =
                width > Crickets.WidestWithoutInches
                    ? new(0, "a cricket in its place")
                    : new(across, $"{Inches(width)} and 6 in past each corner"),
            [Counter] = new(feet, $"{QuantityMath.Figure(feet)} ft around, the sides up the slope"),
        };
    }

    /// <summary>Its ridge is level and runs from the middle of the chimney's back to the slope.</summary>
    private static Dictionary<string, SizedMeasure> Cricket(double width, double rise)
    {
        if (rise <= 0)
        {
            return [];
        }
        var height = Crickets.HeightInches(width, rise);
        var run = height * 12 / rise;
        var valley = Math.Sqrt(Math.Pow(width / 2, 2) + (run * run) + (height * height));
        var area = run * Math.Sqrt((height * height) + Math.Pow(width / 2, 2)) / SquareInchesPerFoot2;
        return new()
        {
            [CricketValleys] = new(
                2 * valley / Length.InchesPerFoot,
                $"2 valleys of {Inches(valley)}; {Inches(height)} high, {Inches(run)} back"
            ),
            [CricketArea] = new(area, $"{QuantityMath.Figure(area)} ft² on both sides"),
        };
    }

    private static Dictionary<string, SizedMeasure> Chase(double width, double length)
    {
        const double More = 2 * (TurnDownInches + DripInches);
        return new()
        {
            [Blank] = new(
                1,
                $"blank {SizeWords(width + More, length + More)} for {SizeWords(width, length)} over the siding; hole 1/2 in wider than the liner"
            ),
        };
    }

    /// <summary>All four sides, as far down from the top as they are taken to have decayed.</summary>
    private static Dictionary<string, SizedMeasure> ChaseWalls(double width, double length)
    {
        var around = 2 * (width + length) / Length.InchesPerFoot;
        return new()
        {
            [ChaseSides] = new(
                around * ChaseDecayedFeet,
                $"the top {QuantityMath.Figure(ChaseDecayedFeet)} ft of four sides, {QuantityMath.Figure(around)} ft around"
            ),
        };
    }

    private static Dictionary<string, SizedMeasure> Crown(double width, double length)
    {
        var (wide, deep) = (width + (2 * CrownOverhangInches), length + (2 * CrownOverhangInches));
        var volume = Math.Max(0, (wide * deep) - (FlueInches * FlueInches)) * CrownThickInches / CubicInchesPerFoot3;
        return new() { [CrownFeet3] = new(volume, $"{SizeWords(wide, deep)}, 4 in thick, less a flue of 13 × 13 in") };
    }

    /// <summary>The length is true, along the slope.</summary>
    private static Dictionary<string, SizedMeasure> Skylight(double width, double length)
    {
        var feet = ((2 * (width + length)) + CornerLapsInches) / Length.InchesPerFoot;
        return new() { [Steps] = StepsAlong(length), [Around] = new(feet, $"around {SizeWords(width, length)}, and 4 ft for the corners") };
    }

    /// <summary>Raised to <see cref="PocketRisePer12"/>; the length is the run of the pocket up the slope, on plan.</summary>
    private static Dictionary<string, SizedMeasure> Pocket(double width, double length, double rise)
    {
        if (rise >= PocketRisePer12)
        {
            return [];
        }
        var lift = length * (PocketRisePer12 - rise) / 12;
        var each = length * new Pitch(PocketRisePer12).SlopeFactor / Length.InchesPerFoot;
        var bought = QuantityMath.Up(each / LumberStepFeet) * LumberStepFeet;
        var pieces = QuantityMath.Up(width / RafterSpacingInches) + 1;
        var area = each * width / Length.InchesPerFoot;
        return new()
        {
            [Lumber] = new(
                pieces * bought,
                $"{QuantityMath.Figure(pieces)} pieces of {QuantityMath.Figure(bought)} ft, cut to {QuantityMath.Figure(each)} ft, 24 in apart; raised {Inches(lift)} at the back for 4:12"
            ),
            [Deck] = new(area, $"{QuantityMath.Figure(area)} ft² at 4:12"),
        };
    }

    /// <summary>One for each course along a side and one at its end, on both sides.</summary>
    private static SizedMeasure StepsAlong(double sideInches)
    {
        var side = QuantityMath.Up(sideInches / QuantityMath.ShingleExposureInches) + 1;
        return new(2 * side, $"{QuantityMath.Figure(side)} on each side at 5 in exposure");
    }

    private static string Inches(double inches) => $"{new Length(inches).ToInchNumber()} in";
}
