using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>How much slope sheds its water past a finding (methods, section 3, in its simplest form: the run above it).</summary>
public static class WaterRuns
{
    private const double InchesPerFoot = 12;

    /// <summary>A detail out on the slope has about half of it above: common practice where no place was put.</summary>
    private const double OutOnTheSlope = 0.5;

    /// <summary>
    /// A valley takes water from both sides: where the slope has no size it counts for a run of half as much again as an ordinary twelve feet. From memory.
    /// </summary>
    private const double GatheredFeet = 18;

    /// <summary>
    /// Feet along the slope above the finding: from its place on the plan, else from the size of the slope and where on it such a thing lies. Where the slope has
    /// no size, null, and an ordinary figure for what gathers water.
    /// </summary>
    public static double? Feet(FindingFact finding, Condition condition, SlopeFact? slope, PlannedRoof planned)
    {
        if (slope is null)
        {
            return null;
        }
        if (planned.FeetAbove(planned.SpotOf(finding)) is { } above)
        {
            return Quantise.Measure(above);
        }
        return Whole(slope, planned) is { } whole ? Quantise.Measure(whole * Share(condition, finding.Station))
            : condition.Water == WaterAt.Gathered ? GatheredFeet
            : null;
    }

    private static double? Whole(SlopeFact slope, PlannedRoof planned) =>
        planned.SizeOf(slope)?.SlopeLengthFeet ?? (slope.PlanRun is { } run ? run.Inches / InchesPerFoot * Steepness(slope) : null);

    /// <summary>Length along the slope for one of plan.</summary>
    private static double Steepness(SlopeFact slope) => 1 / Math.Cos(Math.Atan(slope.Pitch.RisePer12 / InchesPerFoot));

    /// <summary>
    /// The share of the slope whose water passes: a ridge sheds and gathers none; a valley gathers half of each of two slopes; the eave has the whole
    /// slope above it; anything else about half.
    /// </summary>
    private static double Share(Condition condition, string station) =>
        condition.Water switch
        {
            WaterAt.None => 0,
            WaterAt.Gathered => 1,
            _ => station is "edges" or "gutters" or "walls" or "drains" ? 1 : OutOnTheSlope,
        };
}
