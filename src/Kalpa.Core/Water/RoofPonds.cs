using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Water;

/// <summary>
/// A finding of standing water with its area (square feet), its share of the slope and its weight. <paramref name="Drawn"/>: the area is that of its outline on the
/// plan, else that of its recorded width and height; <paramref name="Answer"/>: null until its depth is measured.
/// </summary>
public sealed record RoofPond(
    Guid FindingId,
    Guid? SlopeId,
    double SquareFeet,
    bool Drawn,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? ShareOfSlope = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] PondAnswer? Answer = null
);

/// <summary>What a judgement knows of a roof's standing water and of what carries its water away.</summary>
internal sealed record RoofWater(IReadOnlyList<RoofPond>? Ponds, IReadOnlyList<OutletSize> Outlets)
{
    public static RoofWater Of(AssessInput input, PlannedRoof planned) =>
        new(RoofPonds.Of(input, planned), planned.OutletSizes(input.Local?.Rain?.InchesPerHour));
}

/// <summary>Ponds of a visit, each with everything else that was found on its slope: an overflow that does not work or a deck that sags makes it a matter for an engineer.</summary>
public static class RoofPonds
{
    /// <summary>The condition of the rule book that is a pond.</summary>
    public const string Condition = "ponding";

    /// <summary>Water that cannot leave if the drain stops.</summary>
    private static readonly string[] NoOverflow = ["overflow-none", "overflow-high", "scupper-low"];

    private const string SaggingDeck = "plane-sagging";

    /// <summary>A ring is chalked and a rule held by hand: depths closer than this are the same, inches (from memory).</summary>
    private const double SameDepthInches = 0.25;

    /// <summary>Null where no finding says how large a pond is.</summary>
    internal static IReadOnlyList<RoofPond>? Of(AssessInput input, PlannedRoof planned)
    {
        var ponds = input
            .Findings.Where(f => f.Condition == Condition)
            .OrderBy(f => f.Id)
            .Select(f => Of(f, input, planned))
            .OfType<RoofPond>()
            .ToList();
        return ponds.Count > 0 ? ponds : null;
    }

    /// <summary>Share of a slope that its drawn ponds cover; null where none is drawn, or the slope has no size.</summary>
    internal static double? ShareOf(Guid slopeId, AssessInput input, PlannedRoof planned)
    {
        var drawn = input
            .Findings.Where(f => f.Condition == Condition && f.SlopeId == slopeId)
            .Select(f => DrawnSquareFeet(f, planned))
            .OfType<double>()
            .ToList();
        return drawn.Count > 0 && planned.PlanSquareFeet(slopeId) is { } whole ? drawn.Sum() / whole : null;
    }

    /// <summary>Square feet of a pond's outline on the plan; null where none is drawn or the plan has no size.</summary>
    internal static double? DrawnSquareFeet(FindingFact finding, PlannedRoof planned) =>
        finding is { SlopeId: { } slope, Pond.Outline: { } corners } ? planned.SquareFeetOf(slope, corners) : null;

    private static RoofPond? Of(FindingFact finding, AssessInput input, PlannedRoof planned)
    {
        var outline = DrawnSquareFeet(finding, planned);
        if ((outline ?? (finding.Amount?.WidthFeet * finding.Amount?.HeightFeet)) is not ({ } area and > 0))
        {
            return null;
        }
        var slope = input.Slopes.FirstOrDefault(s => s.Id == finding.SlopeId);
        var whole = slope is null ? null : planned.PlanSquareFeet(slope.Id) ?? planned.SizeOf(slope)?.PlanAreaSquareFeet;
        var answer = finding.Pond is { DeepestInches: { } deepest } seen
            ? Drainages.OfPond(
                new PondSize(
                    area,
                    deepest,
                    seen.AverageInches,
                    whole,
                    slope?.Pitch.RisePer12,
                    IsDeeper(finding, deepest, input),
                    FoundWith(finding, input, NoOverflow),
                    FoundWith(finding, input, [SaggingDeck]),
                    seen.NewEquipment
                )
            )
            : null;
        return new RoofPond(
            finding.Id,
            finding.SlopeId,
            Quantise.Area(area),
            outline is not null,
            whole is > 0 ? Quantise.Factor(area / whole.Value) : null,
            answer
        );
    }

    private static bool FoundWith(FindingFact pond, AssessInput input, string[] conditions) =>
        input.Findings.Any(f =>
            conditions.Contains(f.Condition) && (f.SlopeId == pond.SlopeId || f.SlopeId is null || pond.SlopeId is null)
        );

    /// <summary>Against the deepest pond of the same slope at the visit before.</summary>
    private static bool IsDeeper(FindingFact pond, double inches, AssessInput input) =>
        (input.Records?.LastTime?.Findings ?? [])
            .Where(f => f.Condition == Condition && f.SlopeId == pond.SlopeId)
            .Select(f => f.Pond?.DeepestInches)
            .Max()
            is { } before
        && inches > before + SameDepthInches;
}
