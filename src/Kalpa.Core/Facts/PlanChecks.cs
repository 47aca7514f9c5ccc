using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.Facts;

/// <summary>
/// Whether a plan or a detail can be recorded. A plan that does not close is recorded all the same, so that no drawing is lost; its shape is assessed
/// where it is measured. Refused is only what is no plan: no numbers, or more of them than any roof has.
/// </summary>
internal static class PlanChecks
{
    /// <summary>More than any house or small commercial building has; the work grows with the square of it.</summary>
    private const int MostParts = 40;
    private const int MostZones = 60;
    private const int MostZoneCorners = 60;
    private const int MostCorners = 400;

    /// <summary>A plan lies within eight miles of its origin: what is farther was typed or converted wrong.</summary>
    private const double FarthestInches = 500_000;
    private const double LargestDetailInches = 1_200;
    private const double LargestPipeInches = 24;
    private const double LargestGutterInches = 36;
    private const double SteepestGutter = 12;
    private const double HighestInches = 12_000;

    public static void Of(IFact fact, FactChecks.Found found)
    {
        switch (fact)
        {
            case PlanFact plan:
                Plan(plan, found);
                break;
            case DetailFact detail:
                Detail(detail, found);
                break;
        }
    }

    private static void Plan(PlanFact plan, FactChecks.Found found)
    {
        found.If(plan.Parts.Count > MostParts, "plan.too-many-parts", $"A plan has at most {MostParts} parts.");
        found.If(
            plan.Zones.Count > MostZones,
            "plan.too-many-zones",
            $"A plan has at most {MostZones} places with something else under them."
        );
        found.If(
            plan.Parts.Any(p => p.Corners.Count is < 3 or > StraightSkeleton.MostCorners),
            "plan.corners",
            $"A part has 3 to {StraightSkeleton.MostCorners} corners."
        );
        found.If(
            plan.Parts.Sum(p => p.Corners.Count) > MostCorners,
            "plan.too-many-corners",
            $"All parts together have at most {MostCorners} corners."
        );
        found.If(
            plan.Zones.Any(z => z.Corners.Count is < 3 or > MostZoneCorners || z.Corners.Any(c => !(Near(c.X) && Near(c.Y)))),
            "plan.bad-zone",
            $"A place with something else under it has 3 to {MostZoneCorners} corners, each with its place."
        );
        found.If(
            plan.Parts.Any(p =>
                p.Alone is { } alone
                && !(alone.RisePer12 is >= 0 and <= Pitch.SteepestRisePer12 && Math.Abs(alone.AzimuthDegrees) <= LargestTurnDegrees)
            ),
            "plan.bad-lone-slope",
            "A single slope needs a pitch from 0 to 24 in 12 and the way it falls."
        );
        found.If(
            plan.Parts.Any(p => p.Corners.Any(c => !Sound(c))),
            "plan.no-number",
            "Every corner needs a place, a pitch and an overhang in numbers."
        );
        found.If(
            plan.Parts.Any(p => !(Math.Abs(p.HeightInches) <= HighestInches)),
            "plan.bad-height",
            $"An eave height lies within {HighestInches / 12:0} ft of the ground."
        );
        var ids = plan
            .Parts.SelectMany(p => p.Corners)
            .Select(c => c.Id)
            .Concat(plan.Parts.Select(p => p.Id))
            .Concat(plan.Zones.Select(z => z.Id))
            .ToList();
        found.If(ids.Count != ids.Distinct().Count(), "plan.same-id", "Two things on the plan have the same id.");
        var slopes = plan.Parts.SelectMany(p => p.Alone is { } alone ? [alone.SlopeId] : p.Corners.Select(c => c.SlopeId)).ToList();
        found.If(slopes.Count != slopes.Distinct().Count(), "plan.same-slope", "Two edges carry the same slope.");
        found.If(!(plan.WallInches is >= 0 and <= 60), "plan.bad-wall", "A wall is 0 to 60 in thick.");
        found.If(
            plan.IceBarrierInches is not null and not (>= 0 and <= HighestInches),
            "plan.bad-barrier",
            "A barrier's width is zero or more."
        );
        found.Text(plan.Source, string.Concat(plan.Parts.Select(p => p.Name)));
    }

    private static bool Sound(PlanCorner corner) =>
        Near(corner.X)
        && Near(corner.Y)
        && Math.Abs(corner.RisePer12) <= LargestRise
        && corner.OverhangInches is >= 0 and <= LargestDetailInches
        && corner.ParapetInches is >= 0 and <= LargestDetailInches;

    /// <summary>Typed before it is corrected; what cannot be built is reported where the plan is measured.</summary>
    private const double LargestRise = 1_000;

    private const double LargestTurnDegrees = 720;

    private static bool Near(double inches) => Math.Abs(inches) <= FarthestInches;

    internal static void Spot(Spot? spot, FactChecks.Found found) =>
        found.If(
            spot is not null && !(Near(spot.Along) && Near(spot.Up)),
            "spot.no-place",
            "A place on a slope needs its distances along and up."
        );

    private static void Detail(DetailFact detail, FactChecks.Found found)
    {
        found.If(!(Near(detail.Spot.Along) && Near(detail.Spot.Up)), "detail.no-place", "A detail needs its place on a slope.");
        foreach (var size in new[] { detail.WidthInches, detail.LengthInches, detail.HeightInches })
        {
            found.If(
                size is not null and not (> 0 and <= LargestDetailInches),
                "detail.bad-size",
                "A size is more than zero and at most 100 ft."
            );
        }
        found.If(
            detail.PipeInches is not null and not (> 0 and <= LargestPipeInches),
            "detail.bad-pipe",
            $"Enter the inside of the drain’s pipe in inches, more than 0 and up to {LargestPipeInches:0}."
        );
        found.If(
            detail.Gutter is { } gutter
                && !(
                    gutter.WidthInches is > 0 and <= LargestGutterInches
                    && gutter.DepthInches is null or (> 0 and <= LargestGutterInches)
                    && gutter.FallInchesIn10Feet is >= 0 and <= SteepestGutter
                ),
            "detail.bad-gutter",
            $"Enter the gutter’s width and depth in inches, up to {LargestGutterInches:0}, and its fall in inches to 10 ft, 0 to {SteepestGutter:0}."
        );
        found.Key(detail.Kind, DetailKind.All.Contains(detail.Kind), "detail.unknown-kind", "kind of detail");
        found.Text(detail.Name);
    }
}
