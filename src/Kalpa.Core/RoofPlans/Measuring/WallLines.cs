using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Measuring;

/// <summary>The exterior wall line: each part's outline moved inwards by its edges' overhangs, without what runs inside another part.</summary>
internal static class WallLines
{
    /// <summary>A wall within another's thickness is one with it, inches.</summary>
    private const double SameWallInches = 3;

    /// <summary>Stretches of wall between two points each, inches. An open porch has none.</summary>
    public static IReadOnlyList<IReadOnlyList<ZonePoint>> Of(PlanFact plan)
    {
        var loops = plan.Parts.Where(HasWalls).Select(p => (Part: p, Loop: Loop(p))).Where(w => w.Loop.Count > 2).ToList();
        return
        [
            .. loops.SelectMany(own =>
                Polygons
                    .Sides(own.Loop)
                    .SelectMany(side => Outside(side.From, side.To, [.. loops.Where(o => o.Part != own.Part).Select(o => o.Loop)]))
            ),
        ];
    }

    private static bool HasWalls(PlanPart part) =>
        part.Under is Under.HeatedRoom or Under.Attic or Under.Garage or Under.ElectricalGear or Under.CathedralCeiling;

    private static IEnumerable<IReadOnlyList<ZonePoint>> Outside(PlanPoint from, PlanPoint to, List<IReadOnlyList<PlanPoint>> others)
    {
        var along = to - from;
        var cuts = others
            .SelectMany(Polygons.Sides)
            .Select(s => Polygons.Meet(from, to, s.From, s.To))
            .Where(at => at is not null)
            .Select(at => from.To(at!.Value) / along.Length)
            .Concat([0, 1])
            .Order()
            .ToList();
        for (var i = 0; i + 1 < cuts.Count; i++)
        {
            var (a, b) = (from + (along * cuts[i]), from + (along * cuts[i + 1]));
            if (a.To(b) > SameWallInches && !others.Any(o => Polygons.Contains(o, a.Towards(b, 0.5))))
            {
                yield return [new ZonePoint(a.X, a.Y), new ZonePoint(b.X, b.Y)];
            }
        }
    }

    /// <summary>Empty where the overhangs leave nothing, or the outline cannot be read.</summary>
    public static IReadOnlyList<PlanPoint> Loop(PlanPart part)
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
        // Overhangs wider than half of it either way turn a whole rectangle about: its area is as it was, and its walls run backwards.
        var forwards = Enumerable
            .Range(0, loop.Count)
            .All(i => (walls[(i + 1) % loop.Count] - walls[i]).Dot(loop[(i + 1) % loop.Count] - loop[i]) > 0);
        return forwards && Polygons.SignedArea(walls) > 0 && Polygons.Crossing(walls) is null ? walls : [];
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
