using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Skeletons;

/// <summary>Whether a footprint can carry a roof. All faults are collected; each names its edge and place.</summary>
internal static class FootprintChecks
{
    /// <summary>Coordinates beyond this are no building, inches (over three miles): they come from a mistaken unit.</summary>
    public const double FarthestInches = 200_000;

    public static List<SkeletonProblem> Of(IReadOnlyList<FootprintCorner> corners)
    {
        var problems = new List<SkeletonProblem>();
        void Add(string code, string text, int edge, PlanPoint? at = null)
        {
            var place = at ?? (edge < corners.Count ? corners[edge].Point : new PlanPoint(0, 0));
            problems.Add(new SkeletonProblem(code, text, edge, place.IsFinite ? place.X : 0, place.IsFinite ? place.Y : 0));
        }
        if (corners.Count is < 3 or > StraightSkeleton.MostCorners)
        {
            Add("footprint.corners", $"A footprint has 3 to {StraightSkeleton.MostCorners} corners; this one has {corners.Count}.", 0);
            return problems;
        }
        for (var i = 0; i < corners.Count; i++)
        {
            OfCorner(corners, i, Add);
        }
        if (problems.Count == 0)
        {
            OfShape(corners, Add);
        }
        return problems;
    }

    private static void OfCorner(IReadOnlyList<FootprintCorner> corners, int i, Action<string, string, int, PlanPoint?> add)
    {
        var (corner, next) = (corners[i], corners[(i + 1) % corners.Count]);
        if (!corner.Point.IsFinite || Math.Abs(corner.X) > FarthestInches || Math.Abs(corner.Y) > FarthestInches)
        {
            add("footprint.no-place", "This corner has no place on the plan. Put it again.", i, null);
            return;
        }
        if (corner.Point.To(next.Point) < PlanTolerances.LeastEdgeInches)
        {
            add("footprint.short-edge", "Two corners lie on each other. Remove one of them.", i, null);
        }
        if (corner.Gable)
        {
            return;
        }
        if (corner.RisePer12 == 0)
        {
            add("footprint.no-pitch", "This edge has no pitch. Give it one, or draw a flat part as one slope.", i, Middle(corner, next));
        }
        else if (!(corner.RisePer12 > 0 && corner.RisePer12 <= Pitch.SteepestRisePer12))
        {
            add("footprint.bad-pitch", $"A pitch lies between 0 and {Pitch.SteepestRisePer12:0}:12.", i, Middle(corner, next));
        }
    }

    private static void OfShape(IReadOnlyList<FootprintCorner> corners, Action<string, string, int, PlanPoint?> add)
    {
        List<PlanPoint> loop = [.. corners.Select(c => c.Point)];
        if (Polygons.Crossing(loop) is { } crossing)
        {
            add("footprint.crosses-itself", "The footprint crosses itself here. Move a corner until it no longer does.", 0, crossing);
            return;
        }
        var area = Polygons.SignedArea(loop);
        if (area < 0)
        {
            add("footprint.clockwise", "The footprint runs the wrong way around: give its corners counter-clockwise.", 0, null);
        }
        else if (area < PlanTolerances.LeastAreaSquareInches)
        {
            add("footprint.no-area", "The footprint covers less than a square foot.", 0, null);
        }
        for (var i = 0; i < corners.Count; i++)
        {
            OfNeighbours(corners, i, add);
        }
        if (corners.All(c => c.Gable))
        {
            add("footprint.all-gables", "Every edge is a gable: no slope rises. Give an edge its pitch back.", 0, null);
        }
    }

    /// <summary>In one line, slopes of unequal pitch have no common border that sheds water.</summary>
    private static void OfNeighbours(IReadOnlyList<FootprintCorner> corners, int i, Action<string, string, int, PlanPoint?> add)
    {
        var before = (i + corners.Count - 1) % corners.Count;
        var inLine = Front.Of(corners[before], corners[i]).ParallelTo(Front.Of(corners[i], corners[(i + 1) % corners.Count]));
        var same = corners[before].Gable == corners[i].Gable && (corners[i].Gable || corners[before].RisePer12 == corners[i].RisePer12);
        if (inLine && !same)
        {
            add(
                "footprint.unequal-in-line",
                "Two edges in one line have unequal pitches. Give both the same pitch, or set one of them back.",
                i,
                null
            );
        }
    }

    private static PlanPoint Middle(FootprintCorner from, FootprintCorner to) => from.Point.Towards(to.Point, 0.5);
}
