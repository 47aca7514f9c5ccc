using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Measuring;

namespace Kalpa.Core.RoofPlans.Editing;

/// <summary>Asks where spots lie after a plan was changed. <paramref name="MayChangeSlope"/>: whether one may go to another slope (details; never findings).</summary>
public sealed record PlanSpotsRequest(PlanFact Before, PlanFact After, IReadOnlyList<SpotOf> Spots, bool MayChangeSlope);

/// <summary>The spots that read differently now.</summary>
public sealed record PlanSpotsAnswer(IReadOnlyList<SpotOf> Changed);

/// <summary>
/// Carries spots over a change of the plan. A chimney does not walk because an eave was corrected: what lies on a part that keeps its place keeps its
/// own; what lies on a part that was moved or turned as a whole goes with it, and then its spot reads the same.
/// </summary>
public static class PlanSpots
{
    public static PlanSpotsAnswer Of(PlanSpotsRequest request)
    {
        var (before, after) = (PlanSolver.Solve(request.Before), PlanSolver.Solve(request.After));
        var rigid = request
            .After.Parts.Where(p => request.Before.Parts.Any(old => old.Id == p.Id && MovedWhole(old, p)))
            .Select(p => p.Id)
            .ToHashSet();
        var changed = new List<SpotOf>();
        foreach (var (id, spot) in request.Spots.Select(s => (s.Id, s.Spot)))
        {
            if (before.Facet(spot.SlopeId) is not { } old || rigid.Contains(old.PartId))
            {
                continue;
            }
            var at = old.Frame.Place(spot);
            // Off its slope it keeps its place all the same: there it waits to be put anew.
            if ((Find(after, old, at, request.MayChangeSlope) ?? after.Facet(old.SlopeId)) is { } facet)
            {
                var (along, up) = facet.Frame.Of(at);
                var now = new Spot(facet.SlopeId, Quantise.Measure(along), Quantise.Measure(up), spot.PlanRevision);
                if (now != spot)
                {
                    changed.Add(new SpotOf(id, now));
                }
            }
        }
        return new PlanSpotsAnswer(changed);
    }

    private static PlanFacet? Find(PlanShape after, PlanFacet old, PlanPoint at, bool mayChange)
    {
        var own = after.Facet(old.SlopeId);
        if (own is not null && Polygons.Contains(own.Loop, at))
        {
            return own;
        }
        return mayChange ? after.Facets.FirstOrDefault(f => f.PartId == old.PartId && Polygons.Contains(f.Loop, at)) : null;
    }

    /// <summary>The same outline shifted or turned: all its sides keep their lengths and it keeps its spread.</summary>
    private static bool MovedWhole(PlanPart old, PlanPart now)
    {
        if (old.Corners.Count != now.Corners.Count || old.Corners.Where((c, i) => c.Id != now.Corners[i].Id).Any())
        {
            return false;
        }
        var moved = old.Corners.Where((c, i) => c.X != now.Corners[i].X || c.Y != now.Corners[i].Y).Any();
        return moved
            && Enumerable.Range(0, old.Corners.Count).All(i => Same(old, now, 0, i) && Same(old, now, i, (i + 1) % old.Corners.Count));
    }

    private static bool Same(PlanPart old, PlanPart now, int i, int j) =>
        Math.Abs(Distance(old, i, j) - Distance(now, i, j)) <= PlanTolerances.OnLineInches;

    private static double Distance(PlanPart part, int i, int j) =>
        new PlanPoint(part.Corners[i].X, part.Corners[i].Y).To(new PlanPoint(part.Corners[j].X, part.Corners[j].Y));
}
