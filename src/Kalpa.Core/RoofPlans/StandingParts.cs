using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans;

/// <summary>
/// Dormers and additions that stand on a slope: their slopes end where they run into it. What remains of each is the part above the slope's plane, so
/// that its valleys need not be drawn.
/// </summary>
internal static class StandingParts
{
    public static List<PlanFacet> Trim(PlanFact plan, List<PlanFacet> facets, List<PlanProblem> problems)
    {
        var kept = new List<PlanFacet>();
        var parts = plan.Parts.ToDictionary(p => p.Id);
        foreach (var facet in facets)
        {
            WorkBudget.Check();
            var part = parts[facet.PartId];
            if (part.OnSlope is not { } hostId)
            {
                kept.Add(facet);
                continue;
            }
            var host = facets.FirstOrDefault(f => f.SlopeId == hostId && f.PartId != part.Id);
            if (host is null)
            {
                problems.Add(
                    new PlanProblem(
                        "plan.stands-on-nothing",
                        $"{PlanSolver.Named(part)} stands on a slope that is not on the plan. Choose another.",
                        part.Id
                    )
                );
                kept.Add(facet);
            }
            else if (Above(facet, host) is { } above)
            {
                kept.Add(above);
            }
        }
        BeyondTheSlope(plan, kept, problems);
        return kept;
    }

    private static PlanFacet? Above(PlanFacet facet, PlanFacet host)
    {
        var gap = facet.Plane.Gradient - host.Plane.Gradient;
        var loop = Polygons.Clip(facet.Loop, gap, host.Plane.AtOrigin - facet.Plane.AtOrigin);
        return loop.Count < 3 || Polygons.SignedArea(loop) < PlanTolerances.SameInches
            ? null
            : PlanSolver.Facet(facet.SlopeId, facet.PartId, facet.EdgeId, loop, facet.Plane, facet.Frame);
    }

    /// <summary>Well inside another slope's outline, not merely on the line between them.</summary>
    private static bool Over(PlanFacet other, PlanPoint at) =>
        Polygons.Contains(other.Loop, at)
        && Polygons.Sides(other.Loop).All(s => Polygons.DistanceToSegment(at, s.From, s.To) > PlanTolerances.LeastEdgeInches);

    /// <summary>A dormer that reaches over the ridge of the roof it stands on would need trimming there too: it is said instead.</summary>
    private static void BeyondTheSlope(PlanFact plan, List<PlanFacet> kept, List<PlanProblem> problems)
    {
        foreach (var part in plan.Parts.Where(p => p.OnSlope is not null))
        {
            var host = kept.FirstOrDefault(f => f.SlopeId == part.OnSlope);
            if (host is null)
            {
                continue;
            }
            var others = kept.Where(f => f.PartId == host.PartId && f.SlopeId != host.SlopeId).ToList();
            var beyond = kept.Where(f => f.PartId == part.Id)
                .SelectMany(f => f.Corners)
                .FirstOrDefault(c => others.Any(o => Over(o, c.Point)));
            if (beyond is not null)
            {
                problems.Add(
                    new PlanProblem(
                        "plan.beyond-slope",
                        $"{PlanSolver.Named(part)} reaches over the edge of the slope it stands on. Make it shorter or lower.",
                        part.Id,
                        null,
                        beyond.X,
                        beyond.Y
                    )
                );
            }
        }
    }
}
