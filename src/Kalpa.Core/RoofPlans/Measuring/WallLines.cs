using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Measuring;

/// <summary>The exterior wall line of a part: its outline moved inwards by each edge's overhang.</summary>
internal static class WallLines
{
    /// <summary>Empty where the overhangs leave nothing, or the outline cannot be read.</summary>
    public static IReadOnlyList<ZonePoint> Of(PlanPart part)
    {
        var corners = part.Corners;
        var loop = corners.Select(c => new PlanPoint(c.X, c.Y)).ToList();
        if (loop.Count < 3 || loop.Any(p => !p.IsFinite) || Polygons.Crossing(loop) is not null)
        {
            return [];
        }
        var walls = new List<PlanPoint>();
        for (var i = 0; i < loop.Count; i++)
        {
            var before = (i + loop.Count - 1) % loop.Count;
            walls.Add(Corner(loop, before, i, corners[before].OverhangInches, corners[i].OverhangInches));
        }
        return Polygons.SignedArea(walls) > 0 && Polygons.Crossing(walls) is null ? [.. walls.Select(p => new ZonePoint(p.X, p.Y))] : [];
    }

    private static PlanPoint Corner(List<PlanPoint> loop, int before, int at, double overBefore, double overAfter)
    {
        var u = (loop[at] - loop[before]).Unit;
        var v = (loop[(at + 1) % loop.Count] - loop[at]).Unit;
        var cross = u.Cross(v);
        if (Math.Abs(cross) <= PlanTolerances.ParallelSine)
        {
            return loop[at] + (v.Left * overAfter);
        }
        // The corner moves by m with m · u.Left = overBefore and m · v.Left = overAfter.
        return loop[at] + (((v * overBefore) - (u * overAfter)) * (1 / cross));
    }
}
