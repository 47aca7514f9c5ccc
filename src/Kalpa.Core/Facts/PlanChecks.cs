using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.Facts;

/// <summary>
/// Whether a plan or a detail can be recorded. A plan that does not close is recorded all the same, so that no drawing is lost; its shape is judged
/// where it is measured. Refused is only what is no plan: no numbers, or more of them than any roof has.
/// </summary>
internal static class PlanChecks
{
    private const int MostParts = 200;
    private const int MostZones = 100;
    private const double LargestDetailInches = 1_200;
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
            plan.Parts.Any(p => p.Corners.Any(c => !Sound(c))),
            "plan.no-number",
            "Every corner needs a place, a pitch and an overhang in numbers."
        );
        found.If(
            plan.Parts.Any(p => !(Math.Abs(p.HeightInches) <= HighestInches)),
            "plan.bad-height",
            $"An eave height lies within {HighestInches / 12:0} ft of the ground."
        );
        var ids = plan.Parts.SelectMany(p => p.Corners).Select(c => c.Id).Concat(plan.Parts.Select(p => p.Id)).ToList();
        found.If(ids.Count != ids.Distinct().Count(), "plan.same-id", "Two things on the plan have the same id.");
        var slopes = plan.Parts.SelectMany(p => p.Alone is { } alone ? [alone.SlopeId] : p.Corners.Select(c => c.SlopeId)).ToList();
        found.If(slopes.Count != slopes.Distinct().Count(), "plan.same-slope", "Two edges carry the same slope.");
        found.If(!(plan.WallInches is >= 0 and <= 60), "plan.bad-wall", "A wall is 0 to 60 in thick.");
        found.If(
            plan.IceBarrierInches is not null and not (>= 0 and <= HighestInches),
            "plan.bad-barrier",
            "A barrier's width is nought or more."
        );
        found.Text(plan.Source, string.Concat(plan.Parts.Select(p => p.Name)));
    }

    private static bool Sound(PlanCorner corner) =>
        double.IsFinite(corner.X)
        && double.IsFinite(corner.Y)
        && double.IsFinite(corner.RisePer12)
        && corner.OverhangInches is >= 0 and <= LargestDetailInches
        && corner.ParapetInches is >= 0 and <= LargestDetailInches;

    private static void Detail(DetailFact detail, FactChecks.Found found)
    {
        found.If(
            !double.IsFinite(detail.Spot.Along) || !double.IsFinite(detail.Spot.Up),
            "detail.no-place",
            "A detail needs its place on a slope."
        );
        foreach (var size in new[] { detail.WidthInches, detail.LengthInches, detail.HeightInches })
        {
            found.If(
                size is not null and not (> 0 and <= LargestDetailInches),
                "detail.bad-size",
                "A size is more than nought and at most 100 ft."
            );
        }
        found.Text(detail.Name);
    }
}
