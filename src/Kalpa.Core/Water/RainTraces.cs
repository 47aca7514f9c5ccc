using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>Up the slope: the ground that water came from. Down it: a drop's course to where it leaves.</summary>
internal sealed partial class RainMap
{
    /// <summary>The ground of a strip's stretch down to a line across it, and all that runs onto it.</summary>
    private void Ground(Cell cell, double from, double to, double until, List<List<PlanPoint>> ground)
    {
        if (!draws || ground.Count >= MostPolygons)
        {
            return;
        }
        if (cell.Exposed && to > from)
        {
            var facet = cell.Facet;
            // A strip that ends in a point has its two borders there in either order, by a hair.
            double Held(double u) => Math.Max(cell.Top(u), Math.Min(until, cell.Bottom(u)));
            ground.Add([
                facet.Place(from, cell.Top(from)),
                facet.Place(from, Held(from)),
                facet.Place(to, Held(to)),
                facet.Place(to, cell.Top(to)),
            ]);
        }
        foreach (var flow in cell.In)
        {
            var (a, b) = (Math.Max(from, flow.U0), Math.Min(to, flow.U1));
            if ((b > a || (flow.IsStream && flow.U0 >= from && flow.U0 <= to)) && flow.LandsAt(a) <= until + PlanTolerances.OnLineInches)
            {
                Upstream(flow, a, b, ground);
            }
        }
    }

    private List<List<PlanPoint>> Came(Inflow flow, double from, double to)
    {
        var ground = new List<List<PlanPoint>>();
        Upstream(flow, from, to, ground);
        return ground;
    }

    /// <summary>What a stretch of inflow comes from.</summary>
    private void Upstream(Inflow flow, double from, double to, List<List<PlanPoint>> ground)
    {
        if (flow.From is null || ground.Count >= MostPolygons)
        {
            return;
        }
        var (a, b) = flow.IsStream ? (flow.Shift, flow.Q1) : ((flow.Scale * from) + flow.Shift, (flow.Scale * to) + flow.Shift);
        (a, b) = (Math.Min(a, b), Math.Max(a, b));
        if (flow.From is Cell cell)
        {
            Ground(cell, a, b, double.MaxValue, ground);
            return;
        }
        foreach (var earlier in flow.From.In)
        {
            var (c, d) = (Math.Max(a, earlier.U0), Math.Min(b, earlier.U1));
            if (d > c || (earlier.IsStream && earlier.U0 >= a && earlier.U0 <= b))
            {
                Upstream(earlier, c, d, ground);
            }
        }
    }

    /// <summary>A drop's course from a place to where it leaves, on the plan.</summary>
    private static List<RainPoint> Onward(Facet facet, PlanPoint at) =>
        facet.CellAt(at) is { } cell
            ? [.. Course(cell, Math.Clamp(facet.Of(at).U, cell.U0, cell.U1), facet.Of(at).V).Select(RainMaps.Point)]
            : [];

    private static List<PlanPoint> Course(Cell start, double u, double v)
    {
        List<PlanPoint> course = [start.Facet.Place(u, v)];
        Node? node = start;
        for (var i = 0; node is not null && i < LongestCourse; i++)
        {
            var (exits, exit) = (node.Exits, node.Taken(u));
            switch (node)
            {
                case Cell cell:
                    course.Add(cell.Facet.Place(u, cell.Bottom(u)));
                    break;
                case Channel channel when exit >= 0:
                    var end =
                        channel.IsLevel && exits[exit].U0 <= PlanTolerances.SameInches && exits.Count > 1 ? channel.Upper : channel.Lower;
                    course.Add(end);
                    break;
                case Gutter gutter when exit >= 0:
                    var place = u;
                    var spout = gutter.Downspouts.FirstOrDefault(d => d.Stretches.Exists(r => place >= r.From && place <= r.To));
                    course.Add(EaveRuns.At(gutter.Run.Line, (spout ?? gutter.Downspouts[0]).At));
                    break;
                default:
                    break;
            }
            if (exit < 0 || exits[exit].To is Outlet)
            {
                if (exit >= 0 && exits[exit].To is Outlet { DetailId: not null } drain)
                {
                    course.Add(drain.FromPoint);
                }
                return course;
            }
            var taken = exits[exit];
            u = taken.AsStream ? taken.Shift : (taken.Scale * u) + taken.Shift;
            node = taken.To;
            if (node is Cell landing)
            {
                u = Math.Clamp(u, landing.U0, landing.U1);
                course.Add(landing.Facet.Place(u, taken.AsStream ? taken.V0 : landing.Top(u)));
            }
        }
        return course;
    }

    /// <summary>Courses of drops from the tops of the slopes, so far apart that the drawing stays light.</summary>
    private List<RainPath> Paths()
    {
        var tops = network
            .Facets.SelectMany(f => f.Cells)
            .Where(c => c.Exposed && !c.In.Exists(f => f is { IsStream: false, Wall: false }))
            .ToList();
        var spacing = Math.Max(PathSpacing, tops.Sum(c => c.U1 - c.U0) / MostPaths);
        var paths = new List<RainPath>();
        foreach (var cell in tops)
        {
            WorkBudget.Check();
            var count = Math.Max(1, (int)Math.Round((cell.U1 - cell.U0) / spacing));
            for (var i = 0; i < count; i++)
            {
                var u = cell.U0 + ((cell.U1 - cell.U0) * (i + 0.5) / count);
                var course = Course(cell, u, cell.Top(u));
                var line = new List<int>(course.Count * 2);
                foreach (var point in course)
                {
                    line.Add((int)Math.Round(point.X));
                    line.Add((int)Math.Round(point.Y));
                }
                paths.Add(new RainPath(line, Quantise.Area(RainMaps.Feet2((cell.Bottom(u) - cell.Top(u)) * (cell.U1 - cell.U0) / count))));
            }
        }
        return paths;
    }
}
