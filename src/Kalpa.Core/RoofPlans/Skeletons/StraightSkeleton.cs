using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Skeletons;

/// <summary>
/// The roof over a footprint: from every edge a slope of its own pitch rises inwards, and slopes end where they meet (the weighted straight skeleton;
/// Aichholzer and others, 1995; weights: Eppstein and Erickson, 1999). A gable's edge raises a wall instead: its neighbours run out to it.
/// A level line is raised through the roof; its corners run along hips and valleys. Two things happen to it: a front shrinks to nothing, or a reflex
/// corner runs into a front. At a reflex corner between unequal pitches the corner runs where the two planes meet, and when it hits a front, that front
/// is cut there and its two sides go on apart.
/// Symbols: z height in inches; speed = run / rise, so that a steep slope's front moves slowly.
/// </summary>
public static class StraightSkeleton
{
    /// <summary>More corners than any roof has; keeps bad input from holding up the device.</summary>
    public const int MostCorners = 400;

    /// <summary>Each thing that happens removes a front or cuts the wave in two: far fewer than this many times the corners.</summary>
    private const int MostEventsPerCorner = 20;

    /// <summary>Two fronts or corners that close by less than this (inches per inch of height) do not close.</summary>
    private const double Closing = 1e-12;

    /// <summary>Slopes of a simple, counter-clockwise footprint; problems name the edge and the place. Nothing is thrown for bad footprints.</summary>
    public static SkeletonAnswer Of(IReadOnlyList<FootprintCorner> corners)
    {
        var problems = FootprintChecks.Of(corners);
        if (problems.Count > 0)
        {
            return new SkeletonAnswer([], problems);
        }
        var fronts = corners.Select((c, i) => Front.Of(c, corners[(i + 1) % corners.Count])).ToArray();
        var quick = Raised(corners, fronts, thorough: false);
        return quick.Problems.Count == 0 && Tile(corners, quick.Faces) ? quick : Raised(corners, fronts, thorough: true);
    }

    private static SkeletonAnswer Raised(IReadOnlyList<FootprintCorner> corners, Front[] fronts, bool thorough)
    {
        var faces = new FaceBuilder(corners);
        var stuck = Raise(corners, fronts, faces, thorough);
        if (stuck is null && faces.Faces() is { } whole)
        {
            return new SkeletonAnswer(whole, []);
        }
        return new SkeletonAnswer([], [stuck ?? Failed(corners, 0)]);
    }

    private static bool Tile(IReadOnlyList<FootprintCorner> corners, IReadOnlyList<SkeletonFace> faces)
    {
        var whole = Polygons.SignedArea([.. corners.Select(c => c.Point)]);
        var covered = faces.Sum(f => Polygons.SignedArea([.. f.Corners.Select(c => c.Point)]));
        return Math.Abs(whole - covered) <= TileShare * whole;
    }

    /// <summary>Share of the ground that rounding may leave uncovered.</summary>
    private const double TileShare = 1e-6;

    private static SkeletonProblem? Raise(IReadOnlyList<FootprintCorner> corners, Front[] fronts, FaceBuilder faces, bool thorough)
    {
        var first = new List<WaveCorner>();
        for (var i = 0; i < corners.Count; i++)
        {
            var before = (i + corners.Count - 1) % corners.Count;
            first.Add(new WaveCorner(before, i, Path.Of(fronts[before], fronts[i], corners[i].Point, 0)!.Value, i));
        }
        var waiting = new Stack<(List<WaveCorner> Loop, double Z)>([(first, 0)]);
        var events = 0;
        while (waiting.TryPop(out var wave))
        {
            WorkBudget.Check();
            if (NextHeight(wave.Loop, fronts, wave.Z) is not { } z || ++events > MostEventsPerCorner * corners.Count)
            {
                return Failed(corners, wave.Loop[0].After);
            }
            var (loops, stuck) = new WaveCleaner(fronts, faces, wave.Loop, z, thorough).Run();
            if (loops is null)
            {
                return Unequal(corners, stuck!.Value);
            }
            foreach (var loop in loops)
            {
                waiting.Push((loop, z));
            }
        }
        return null;
    }

    /// <summary>The height at which the next thing happens in a loop; null when nothing ever does.</summary>
    private static double? NextHeight(List<WaveCorner> loop, Front[] fronts, double z)
    {
        var places = new PlanPoint[loop.Count];
        for (var i = 0; i < places.Length; i++)
        {
            places[i] = loop[i].Path.Place(z);
        }
        var soonest = double.PositiveInfinity;
        for (var i = 0; i < loop.Count; i++)
        {
            var next = (i + 1) % loop.Count;
            var front = fronts[loop[i].After];
            var length = (places[next] - places[i]).Dot(front.Along);
            var change = (loop[next].Path.Velocity - loop[i].Path.Velocity).Dot(front.Along);
            if (change < -Closing)
            {
                soonest = Math.Min(soonest, Math.Max(0, -length / change));
            }
        }
        for (var i = 0; i < loop.Count; i++)
        {
            if (fronts[loop[i].Before].Along.Cross(fronts[loop[i].After].Along) < -PlanTolerances.ParallelSine)
            {
                soonest = Math.Min(soonest, RunsInto(loop, fronts, places, i, z, soonest));
            }
        }
        return double.IsFinite(soonest) ? z + soonest : null;
    }

    /// <summary>How much higher a reflex corner runs into a front of its loop; infinity when none comes sooner than <paramref name="soonest"/>.</summary>
    private static double RunsInto(List<WaveCorner> loop, Front[] fronts, PlanPoint[] places, int corner, double z, double soonest)
    {
        var path = loop[corner].Path;
        for (var j = 0; j < loop.Count; j++)
        {
            var next = j + 1 == loop.Count ? 0 : j + 1;
            if (j == corner || next == corner)
            {
                continue;
            }
            var front = fronts[loop[j].After];
            var ahead = front.Ahead(places[corner], z);
            var change = front.Normal.Dot(path.Velocity) - front.Speed;
            if (!(change < -Closing) || ahead < -PlanTolerances.SameInches)
            {
                continue;
            }
            var after = Math.Max(0, -ahead / change);
            if (after >= soonest)
            {
                continue;
            }
            var hit = path.Place(z + after);
            var from = (hit - loop[j].Path.Place(z + after)).Dot(front.Along);
            var to = (loop[next].Path.Place(z + after) - hit).Dot(front.Along);
            if (from >= -PlanTolerances.SameInches && to >= -PlanTolerances.SameInches)
            {
                soonest = after;
            }
        }
        return soonest;
    }

    private static SkeletonProblem Failed(IReadOnlyList<FootprintCorner> corners, int edge) =>
        new(
            "footprint.no-roof",
            "No roof closes over these edges. Give at least one more edge a pitch instead of a gable.",
            edge,
            corners[edge].X,
            corners[edge].Y
        );

    private static SkeletonProblem Unequal(IReadOnlyList<FootprintCorner> corners, int edge) =>
        new(
            "footprint.unequal-in-line",
            "Two slopes of unequal pitch would run on in one line here. Give both the same pitch, or draw them one by one.",
            edge,
            corners[edge].X,
            corners[edge].Y
        );
}
