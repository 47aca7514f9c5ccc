using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>The water itself: what falls, what is driven on walls, and its way down node by node.</summary>
internal sealed partial class WaterNetwork
{
    /// <summary>Half of a wall's area counts for the rain driven on it: common to plumbing codes.</summary>
    private const double WallShare = 0.5;

    private void DriveOntoWalls(IReadOnlyList<PlanEdge> edges)
    {
        foreach (var edge in edges.Where(e => e.StepInches > 0 && e.Class is EdgeClass.Headwall or EdgeClass.Sidewall or EdgeClass.Step))
        {
            var facet = Facets.Find(f => f.SlopeId == edge.SlopeId);
            var (from, to) = (edge.From.Point, edge.To.Point);
            var amount = from.To(to) * edge.StepInches * WallShare;
            if (facet is null)
            {
                continue;
            }
            var middle = from.Towards(to, 0.5);
            var lower = facet.Height(from) < facet.Height(to) ? from : to;
            if (Channels.Find(c => c.Facet == facet && On(middle, c)) is { } channel)
            {
                var (one, other) = (Held(channel, from), Held(channel, to));
                Spread(channel, Math.Min(one, other), Math.Max(one, other), amount, 0);
                continue;
            }
            var (a, b) = (facet.Of(from), facet.Of(to));
            if (Math.Abs(a.U - b.U) > PlanTolerances.LeastEdgeInches && AlongTops(facet, a, b, amount))
            {
                continue;
            }
            // A wall that stands along the fall sheds down itself: its water arrives at its lower end.
            if (Beside(facet, lower) is { } cell)
            {
                var (u, v) = facet.Of(lower);
                var held = Math.Clamp(u, cell.U0, cell.U1);
                cell.In.Add(new Inflow(held, held, amount, 0, v, v, true, null, 0, 0));
            }
        }

        static double Held(Channel channel, PlanPoint at) => Math.Clamp(Along(channel.Upper, channel.Direction, at), 0, channel.Inches);
    }

    private static void Spread(Node node, double from, double to, double amount, double down)
    {
        var per = to > from ? amount / (to - from) : 0;
        node.In.Add(
            to > from
                ? new Inflow(from, to, per, per, down, down, true, null, 0, 0)
                : new Inflow(from, from, amount, 0, down, down, true, null, 0, 0)
        );
    }

    /// <summary>Over the strips that begin at a wall, each by its width; false where none begins there.</summary>
    private static bool AlongTops(Facet facet, (double U, double V) a, (double U, double V) b, double amount)
    {
        var (least, most) = (Math.Min(a.U, b.U), Math.Max(a.U, b.U));
        var begun = facet
            .Cells.Select(c => (Cell: c, From: Math.Max(c.U0, least), To: Math.Min(c.U1, most)))
            .Where(c => c.To - c.From > PlanTolerances.SameInches && Begins(c.Cell, (c.From + c.To) / 2))
            .ToList();
        var width = begun.Sum(c => c.To - c.From);
        foreach (var (cell, from, to) in begun)
        {
            Spread(cell, from, to, amount * (to - from) / width, cell.Top((from + to) / 2));
        }
        return begun.Count > 0;

        bool Begins(Cell cell, double u) =>
            Math.Abs(cell.Top(u) - (a.V + ((b.V - a.V) * (u - a.U) / (b.U - a.U)))) <= PlanTolerances.MeetInches;
    }

    private static Cell? Beside(Facet facet, PlanPoint at)
    {
        foreach (var (across, down) in new[] { (0.0, 1.0), (1.0, 0.0), (-1.0, 0.0), (1.0, -1.0), (-1.0, -1.0) })
        {
            var near = at + (((facet.Plan.Frame.Along * across) + (facet.Down * down)) * PlanTolerances.BesideInches);
            if (facet.Has(near) && facet.CellAt(near) is { } cell)
            {
                return cell;
            }
        }
        return null;
    }

    private void TakeTops()
    {
        foreach (var facet in Facets)
        {
            foreach (var (detail, loop) in facet.Things)
            {
                var others = facet.Things.Where(t => t.Detail.Id.CompareTo(detail.Id) < 0).Select(t => (IReadOnlyList<PlanPoint>)t.Loop);
                var hidden = facet
                    .Near.Where(o => o.Number != facet.Number && Polygons.Contains(o.Plan.Loop, Polygons.Centroid(loop)))
                    .ToList();
                if (
                    hidden.Exists(o =>
                        o.Height(Polygons.Centroid(loop)) > facet.Height(Polygons.Centroid(loop)) + PlanTolerances.MeetInches
                    )
                )
                {
                    continue;
                }
                IReadOnlyList<IReadOnlyList<PlanPoint>> taken = [.. others, .. facet.Holes];
                var own = Polygons.CoveredArea(facet.Plan.Loop, [loop, .. taken]) - Polygons.CoveredArea(facet.Plan.Loop, taken);
                if (own > 0)
                {
                    Tops[detail.Id] = Tops.GetValueOrDefault(detail.Id) + own;
                }
            }
        }
    }

    /// <summary>Every node sends when all that runs to it has come; where some wait for each other, the highest begins.</summary>
    private void Send()
    {
        var nodes = Nodes.ToList();
        foreach (var exit in nodes.SelectMany(n => n.Exits))
        {
            exit.To.Waiting++;
        }
        var ready = new Queue<Node>(nodes.Where(n => n.Waiting == 0));
        var waiting = nodes.Where(n => n.Waiting > 0).ToHashSet();
        while (ready.Count > 0 || waiting.Count > 0)
        {
            WorkBudget.Check();
            if (ready.Count == 0)
            {
                var first = waiting.OrderByDescending(n => n.Height).First();
                waiting.Remove(first);
                Notes.Add("Slopes run into each other in a circle here; water that comes round again counts as undrained.");
                ready.Enqueue(first);
            }
            var node = ready.Dequeue();
            SendOn(node);
            foreach (var exit in node.Exits)
            {
                exit.To.Waiting--;
                if (exit.To.Waiting == 0 && waiting.Remove(exit.To))
                {
                    ready.Enqueue(exit.To);
                }
            }
        }
    }

    private void SendOn(Node node)
    {
        node.Sent = true;
        List<Inflow> flows = node is Cell { Exposed: true } own ? [.. node.In, own.Own] : [.. node.In];
        if (node is Cell flat && node.Exits.Count == 0)
        {
            ToNearestDrain(flat, flows);
            return;
        }
        var streams = flows.Where(f => f.IsStream).ToLookup(f => node.Taken(f.U0));
        List<Inflow> spread = [.. flows.Where(f => !f.IsStream)];
        for (var i = 0; i < node.Exits.Count; i++)
        {
            var exit = node.Exits[i];
            if (exit.To is { Sent: true } and not Outlet)
            {
                var again = Sink(
                    node is Cell cell ? cell.Facet.Place(exit.U0, cell.Bottom(exit.U0)) : ((node as Channel)?.Lower ?? default),
                    Facets[0].SlopeId
                );
                exit = new Exit(exit.U0, exit.U1, again, 0, 0, 0, 0, true);
            }
            Pass(node, exit, spread, [.. streams[i]]);
        }
    }

    private static void Pass(Node node, Exit exit, List<Inflow> spread, List<Inflow> streams)
    {
        if (exit.AsStream)
        {
            foreach (var wall in new[] { false, true })
            {
                var amount =
                    spread.Where(f => f.Wall == wall).Sum(f => f.Between(exit.U0, exit.U1))
                    + streams.Where(f => f.Wall == wall).Sum(f => f.Q0);
                if (amount > 0)
                {
                    Receive(exit.To, new Inflow(exit.Shift, exit.Shift, amount, exit.U1, exit.V0, exit.V1, wall, node, 0, exit.U0));
                }
            }
            return;
        }
        double T(double u) => (exit.Scale * u) + exit.Shift;
        double V(double u) => exit.U1 > exit.U0 ? exit.V0 + ((exit.V1 - exit.V0) * (u - exit.U0) / (exit.U1 - exit.U0)) : exit.V0;
        foreach (var stream in streams)
        {
            var t = T(stream.U0);
            Receive(exit.To, new Inflow(t, t, stream.Q0, stream.U0, V(stream.U0), V(stream.U0), stream.Wall, node, 0, stream.U0));
        }
        foreach (var flow in spread)
        {
            var (a, b) = (Math.Max(flow.U0, exit.U0), Math.Min(flow.U1, exit.U1));
            if (b <= a)
            {
                continue;
            }
            var per = Math.Abs(exit.Scale);
            var (t0, t1) = (T(a), T(b));
            var back = 1 / exit.Scale;
            Receive(
                exit.To,
                t0 <= t1
                    ? new Inflow(t0, t1, flow.At(a) / per, flow.At(b) / per, V(a), V(b), flow.Wall, node, back, -exit.Shift * back)
                    : new Inflow(t1, t0, flow.At(b) / per, flow.At(a) / per, V(b), V(a), flow.Wall, node, back, -exit.Shift * back)
            );
        }
    }

    /// <summary>
    /// Taken in within the receiver's own bounds: parts that were drawn a hair apart lose no drop, what misses by that hair arrives at the edge.
    /// </summary>
    private static void Receive(Node to, Inflow flow)
    {
        var (least, most) = to switch
        {
            Cell cell => (cell.U0, cell.U1),
            Channel channel => (0, channel.Inches),
            Gutter gutter => (0, gutter.Run.Inches),
            _ => (double.MinValue, double.MaxValue),
        };
        if (flow.U0 >= least && flow.U1 <= most)
        {
            to.In.Add(flow);
            return;
        }
        var (u0, u1) = (Math.Clamp(flow.U0, least, most), Math.Clamp(flow.U1, least, most));
        if (flow.IsStream || u1 - u0 <= PlanTolerances.SameInches)
        {
            (double From, double To) back = flow.IsStream
                ? (flow.Shift, flow.Q1)
                : ((flow.Scale * flow.U0) + flow.Shift, (flow.Scale * flow.U1) + flow.Shift);
            to.In.Add(
                flow with
                {
                    U0 = u0,
                    U1 = u0,
                    Q0 = flow.Amount,
                    Q1 = Math.Max(back.From, back.To),
                    Scale = 0,
                    Shift = Math.Min(back.From, back.To),
                }
            );
            return;
        }
        var kept = flow with { U0 = u0, U1 = u1, Q0 = flow.At(u0), Q1 = flow.At(u1), V0 = flow.LandsAt(u0), V1 = flow.LandsAt(u1) };
        var more = kept.Amount > 0 ? flow.Amount / kept.Amount : 1;
        to.In.Add(kept with { Q0 = kept.Q0 * more, Q1 = kept.Q1 * more });
    }

    /// <summary>A dead flat slope: what falls or lands on it goes to the nearest drain.</summary>
    private void ToNearestDrain(Cell cell, List<Inflow> flows)
    {
        var drains = Drains(cell.Facet).ConvertAll(d => (Detail: d, At: cell.Facet.Plan.Frame.Place(d.Spot)));
        if (drains.Count == 0)
        {
            var sink = Sink(cell.Facet.Place((cell.U0 + cell.U1) / 2, cell.Bottom0), cell.Facet.SlopeId);
            sink.In.AddRange(flows.Select(f => new Inflow(0, 0, f.Amount, 0, 0, 0, f.Wall, cell, 0, f.U0)));
            return;
        }
        foreach (var flow in flows)
        {
            if (flow.From is null && !flow.Wall)
            {
                foreach (var (detail, at) in drains)
                {
                    var mine = CounterClockwise(cell.Outline);
                    foreach (var other in drains.Where(d => d.Detail.Id != detail.Id))
                    {
                        // The side of the line midway that is nearer to this drain.
                        var normal = at - other.At;
                        mine = Polygons.Clip(mine, normal, (at.Dot(at) - other.At.Dot(other.At)) / 2);
                    }
                    if (mine.Count > 2)
                    {
                        var amount = Polygons.SignedArea(mine);
                        OutletOf(detail, cell.Facet, drains.Count > 1).In.Add(new Inflow(0, 0, amount, 0, 0, 0, false, cell, 0, 0));
                    }
                }
                continue;
            }
            var u = (flow.U0 + flow.U1) / 2;
            var landing = cell.Facet.Place(u, flow.LandsAt(u));
            var nearest = drains.MinBy(d => d.At.To(landing)).Detail;
            OutletOf(nearest, cell.Facet, drains.Count > 1).In.Add(new Inflow(0, 0, flow.Amount, 0, 0, 0, flow.Wall, cell, 0, u));
        }
    }

    private static List<PlanPoint> CounterClockwise(List<PlanPoint> loop)
    {
        if (Polygons.SignedArea(loop) < 0)
        {
            loop.Reverse();
        }
        return loop;
    }
}
