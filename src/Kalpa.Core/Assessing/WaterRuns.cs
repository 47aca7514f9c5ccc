using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.Assessing;

/// <summary>How much slope sheds its water past a finding (methods, section 3, in its simplest form: the run above it).</summary>
internal static class WaterRuns
{
    private const double InchesPerFoot = 12;

    /// <summary>Feet along the slope above the finding; null where the slope was not measured.</summary>
    public static double? Feet(FindingFact finding, SlopeFact? slope)
    {
        if (slope is null || Whole(slope) is not { } whole)
        {
            return null;
        }
        if (finding.Spot is { } spot && spot.SlopeId == slope.Id)
        {
            var above = whole - spot.Up / InchesPerFoot * Steepness(slope);
            return Quantise.Measure(Math.Max(0, above));
        }
        return Quantise.Measure(whole * Share(finding.Station));
    }

    private static double? Whole(SlopeFact slope) =>
        slope.Planned is { } planned ? planned.SlopeFeet
        : slope.PlanRun is { } run ? run.Inches / InchesPerFoot * Steepness(slope)
        : null;

    /// <summary>Length along the slope for one of plan.</summary>
    private static double Steepness(SlopeFact slope) => 1 / Math.Cos(Math.Atan(slope.Pitch.RisePer12 / InchesPerFoot));

    /// <summary>Where no place was put: the eave has the whole slope above it, a detail about half, a ridge none; a valley gathers two slopes.</summary>
    private static double Share(string station) =>
        station switch
        {
            "edges" or "gutters" or "walls" or "drains" => 1,
            _ => 0.5,
        };
}
