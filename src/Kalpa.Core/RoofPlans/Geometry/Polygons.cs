using System.Runtime.InteropServices;

namespace Kalpa.Core.RoofPlans.Geometry;

/// <summary>Polygons of the plan: loops of points, counter-clockwise, not closed by repeating the first.</summary>
public static class Polygons
{
    /// <summary>Square inches; negative for a clockwise loop. Shoelace formula about the first point, which keeps digits far from the origin.</summary>
    public static double SignedArea(IReadOnlyList<PlanPoint> loop)
    {
        var twice = 0.0;
        for (var i = 1; i + 1 < loop.Count; i++)
        {
            twice += (loop[i] - loop[0]).Cross(loop[i + 1] - loop[0]);
        }
        return twice / 2;
    }

    public static double Perimeter(IReadOnlyList<PlanPoint> loop) => Sides(loop).Sum(side => side.From.To(side.To));

    public static IEnumerable<(PlanPoint From, PlanPoint To)> Sides(IReadOnlyList<PlanPoint> loop)
    {
        for (var i = 0; i < loop.Count; i++)
        {
            yield return (loop[i], loop[(i + 1) % loop.Count]);
        }
    }

    /// <summary>Whether the point lies inside; on the boundary either answer may come.</summary>
    public static bool Contains(IReadOnlyList<PlanPoint> loop, PlanPoint point)
    {
        if (loop.Count == 0)
        {
            return false;
        }
        // Plain numbers in one loop, no calls: an interpreted core does this thousands of times a step.
        var corners = loop is List<PlanPoint> list ? CollectionsMarshal.AsSpan(list) : [.. loop];
        var (x, y) = (point.X, point.Y);
        var (lastX, lastY) = (corners[^1].X, corners[^1].Y);
        var wasAbove = lastY > y;
        var inside = false;
        foreach (ref readonly var corner in corners)
        {
            var (cornerX, cornerY) = (corner.X, corner.Y);
            var above = cornerY > y;
            if (above != wasAbove && x < ((lastX - cornerX) * (y - cornerY) / (lastY - cornerY)) + cornerX)
            {
                inside = !inside;
            }
            (lastX, lastY, wasAbove) = (cornerX, cornerY, above);
        }
        return inside;
    }

    public static PlanPoint Centroid(IReadOnlyList<PlanPoint> loop)
    {
        var area = SignedArea(loop);
        if (Math.Abs(area) < PlanTolerances.SameInches)
        {
            return new PlanPoint(loop.Average(p => p.X), loop.Average(p => p.Y));
        }
        var sum = new PlanPoint(0, 0);
        for (var i = 1; i + 1 < loop.Count; i++)
        {
            var (a, b) = (loop[i] - loop[0], loop[i + 1] - loop[0]);
            sum += (a + b) * a.Cross(b);
        }
        return loop[0] + (sum * (1 / (6 * area)));
    }

    /// <summary>A point well inside: the centroid where it lies inside, else the middle of the widest crossing at mid height. For letters and labels.</summary>
    public static PlanPoint Inside(IReadOnlyList<PlanPoint> loop)
    {
        var centroid = Centroid(loop);
        if (Contains(loop, centroid))
        {
            return centroid;
        }
        var y = centroid.Y;
        var crossings = Sides(loop)
            .Where(s => s.From.Y > y != s.To.Y > y)
            .Select(s => s.From.X + ((s.To.X - s.From.X) * (y - s.From.Y) / (s.To.Y - s.From.Y)))
            .Order()
            .ToList();
        var widest = Enumerable
            .Range(0, crossings.Count / 2)
            .Select(i => (From: crossings[2 * i], To: crossings[(2 * i) + 1]))
            .MaxBy(span => span.To - span.From);
        return new PlanPoint((widest.From + widest.To) / 2, y);
    }

    /// <summary>Where two sides that are not neighbours touch or cross; null for a simple loop.</summary>
    public static PlanPoint? Crossing(IReadOnlyList<PlanPoint> loop)
    {
        const double Slack = PlanTolerances.SameInches;
        for (var i = 0; i < loop.Count; i++)
        {
            var (a, b) = (loop[i], loop[(i + 1) % loop.Count]);
            var (west, east) = (Math.Min(a.X, b.X) - Slack, Math.Max(a.X, b.X) + Slack);
            var (south, north) = (Math.Min(a.Y, b.Y) - Slack, Math.Max(a.Y, b.Y) + Slack);
            for (var j = i + 1; j < loop.Count; j++)
            {
                var neighbours = j == i + 1 || (i == 0 && j == loop.Count - 1);
                var (c, d) = (loop[j], loop[(j + 1) % loop.Count]);
                // Most sides are far from each other: asked here, that costs no call.
                if (
                    !neighbours
                    && (
                        (c.X < west && d.X < west)
                        || (c.X > east && d.X > east)
                        || (c.Y < south && d.Y < south)
                        || (c.Y > north && d.Y > north)
                    )
                )
                {
                    continue;
                }
                if (neighbours ? FoldsBack(loop, i, j) : Meet(a, b, c, d) is not null)
                {
                    return neighbours ? (j == i + 1 ? b : a) : Meet(a, b, c, d);
                }
            }
        }
        return null;
    }

    /// <summary>Where two segments touch or cross, or null. Of overlapping ones, an end on the other.</summary>
    public static PlanPoint? Meet(PlanPoint a, PlanPoint b, PlanPoint c, PlanPoint d)
    {
        if (!BoxesMeet(a, b, c, d))
        {
            return null;
        }
        var (u, v) = (b - a, d - c);
        var cross = u.Cross(v);
        if (Math.Abs(cross) > PlanTolerances.ParallelSine * u.Length * v.Length)
        {
            var t = (c - a).Cross(v) / cross;
            var s = (c - a).Cross(u) / cross;
            return t is >= 0 and <= 1 && s is >= 0 and <= 1 ? a + (u * t) : null;
        }
        const double Same = PlanTolerances.SameInches;
        return OnSegment(c, a, b, Same) ? c
            : OnSegment(d, a, b, Same) ? d
            : OnSegment(a, c, d, Same) ? a
            : OnSegment(b, c, d, Same) ? b
            : null;
    }

    public static bool OnSegment(PlanPoint point, PlanPoint from, PlanPoint to, double within) =>
        point.X >= Math.Min(from.X, to.X) - within
        && point.X <= Math.Max(from.X, to.X) + within
        && point.Y >= Math.Min(from.Y, to.Y) - within
        && point.Y <= Math.Max(from.Y, to.Y) + within
        && DistanceToSegment(point, from, to) <= within;

    public static double DistanceToSegment(PlanPoint point, PlanPoint from, PlanPoint to)
    {
        var along = to - from;
        var share = along.Dot(along) > 0 ? Math.Clamp((point - from).Dot(along) / along.Dot(along), 0, 1) : 0;
        return point.To(from + (along * share));
    }

    /// <summary>The part of the loop where <c>normal · p ≥ offset</c> (Sutherland and Hodgman, 1974, one side); exact for convex loops.</summary>
    public static List<PlanPoint> Clip(IReadOnlyList<PlanPoint> loop, PlanPoint normal, double offset)
    {
        var kept = new List<PlanPoint>();
        foreach (var (from, to) in Sides(loop))
        {
            var (a, b) = (normal.Dot(from) - offset, normal.Dot(to) - offset);
            if (a >= 0)
            {
                kept.Add(from);
            }
            if (a > 0 != b > 0 && a != 0 && b != 0)
            {
                kept.Add(from.Towards(to, a / (a - b)));
            }
        }
        return kept;
    }

    /// <summary>
    /// Square inches of <paramref name="loop"/> that <paramref name="others"/> cover together. Exact: between neighbouring corners and crossings the
    /// covered width is linear in x, so that its middle gives the slab's area.
    /// </summary>
    public static double CoveredArea(IReadOnlyList<PlanPoint> loop, IReadOnlyList<IReadOnlyList<PlanPoint>> others)
    {
        WorkBudget.Check();
        if (others.Count == 0)
        {
            return 0;
        }
        IReadOnlyList<PlanPoint>[] all = [loop, .. others];
        var sides = all.SelectMany(Sides).ToList();
        var cuts = new List<double>(all.SelectMany(l => l).Select(p => p.X));
        for (var i = 0; i < sides.Count; i++)
        {
            for (var j = i + 1; j < sides.Count; j++)
            {
                if (Meet(sides[i].From, sides[i].To, sides[j].From, sides[j].To) is { } at)
                {
                    cuts.Add(at.X);
                }
            }
        }
        cuts.Sort();
        var area = 0.0;
        for (var i = 0; i + 1 < cuts.Count; i++)
        {
            var width = cuts[i + 1] - cuts[i];
            if (width > 0)
            {
                var x = cuts[i] + (width / 2);
                area += width * Common(Spans(loop, x), [.. others.SelectMany(other => Spans(other, x))]);
            }
        }
        return area;
    }

    private static List<(double From, double To)> Spans(IReadOnlyList<PlanPoint> loop, double x)
    {
        var ys = Sides(loop)
            .Where(s => s.From.X > x != s.To.X > x)
            .Select(s => s.From.Y + ((s.To.Y - s.From.Y) * (x - s.From.X) / (s.To.X - s.From.X)))
            .Order()
            .ToList();
        return [.. Enumerable.Range(0, ys.Count / 2).Select(i => (ys[2 * i], ys[(2 * i) + 1]))];
    }

    /// <summary>Length that the spans have in common with the union of the others.</summary>
    private static double Common(List<(double From, double To)> spans, List<(double From, double To)> others)
    {
        var total = 0.0;
        foreach (var (from, to) in spans)
        {
            var reached = from;
            foreach (var other in others.OrderBy(o => o.From))
            {
                var start = Math.Max(other.From, reached);
                var end = Math.Min(other.To, to);
                if (end > start)
                {
                    total += end - start;
                    reached = end;
                }
            }
        }
        return total;
    }

    private static bool FoldsBack(IReadOnlyList<PlanPoint> loop, int i, int j)
    {
        var (first, second) = j == i + 1 ? (i, j) : (j, i);
        var u = loop[(first + 1) % loop.Count] - loop[first];
        var v = loop[(second + 1) % loop.Count] - loop[second];
        return u.Dot(v) < 0 && Math.Abs(u.Cross(v)) <= PlanTolerances.ParallelSine * u.Length * v.Length;
    }

    private static bool BoxesMeet(PlanPoint a, PlanPoint b, PlanPoint c, PlanPoint d)
    {
        const double Slack = PlanTolerances.SameInches;
        return Math.Max(a.X, b.X) + Slack >= Math.Min(c.X, d.X)
            && Math.Max(c.X, d.X) + Slack >= Math.Min(a.X, b.X)
            && Math.Max(a.Y, b.Y) + Slack >= Math.Min(c.Y, d.Y)
            && Math.Max(c.Y, d.Y) + Slack >= Math.Min(a.Y, b.Y);
    }
}
