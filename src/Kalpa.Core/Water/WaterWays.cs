using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>Where water goes on from each strip, line and gutter.</summary>
internal sealed partial class WaterNetwork
{
    private void Join(Border border)
    {
        var (cell, u0, u1) = (border.Cell, border.U0, border.U1);
        if (border.Kind == BorderKind.Gathers)
        {
            var channel = Channels.First(c =>
                c.Facet == cell.Facet
                && c.Kind == border.Channel
                && c.OtherSlopeId == border.Other?.SlopeId
                && On(border.From.Towards(border.To, 0.5), c)
            );
            Add(
                cell,
                u0,
                u1,
                channel,
                Along(channel.Upper, channel.Direction, border.From),
                Along(channel.Upper, channel.Direction, border.To)
            );
            return;
        }
        if (border.Falls)
        {
            Falls.Add(border);
            var middle = border.From.Towards(border.To, 0.5);
            if (
                Gutters.Find(g =>
                    g.Run.SlopeIds.Contains(cell.Facet.SlopeId) && EaveRuns.Place(g.Run.Line, middle).Away <= PlanTolerances.OnLineInches
                ) is
                { } gutter
            )
            {
                var at = EaveRuns.Place(gutter.Run.Line, middle).At;
                var half = border.From.To(border.To) / 2;
                // Along the gutter's own direction a stretch may run either way.
                var forward = EaveRuns.Place(gutter.Run.Line, border.From.Towards(border.To, 0.75)).At > at;
                Add(cell, u0, u1, gutter, forward ? at - half : at + half, forward ? at + half : at - half);
                return;
            }
        }
        if (border.Other is { } other)
        {
            Onto(border, other);
            return;
        }
        var outlet = new Outlet
        {
            Kind =
                Math.Abs(cell.Facet.Height(border.From) - cell.Facet.Height(border.To))
                <= PlanTolerances.LevelRise * border.From.To(border.To)
                    ? OutletKind.Eave
                    : OutletKind.Rake,
            SlopeId = cell.Facet.SlopeId,
            FromPoint = border.From,
            ToPoint = border.To,
        };
        Outlets.Add(outlet);
        Add(cell, u0, u1, outlet, 0, border.From.To(border.To));
    }

    private static double Along(PlanPoint from, PlanPoint direction, PlanPoint at) => (at - from).Dot(direction);

    private static void Add(Node from, double u0, double u1, Node to, double t0, double t1, double v0 = 0, double v1 = 0)
    {
        var scale = (t1 - t0) / (u1 - u0);
        from.Exits.Add(new Exit(u0, u1, to, scale, t0 - (scale * u0), v0, v1, false));
    }

    /// <summary>Onto the strips of a slope, cut where they change.</summary>
    private void Onto(Border border, Facet other)
    {
        var (a, b) = (other.Of(border.From), other.Of(border.To));
        var share = new List<double> { 0, 1 };
        // Along a line that runs straight down the lower slope all lands in one stream: it is told in pieces, by how far down it lands.
        var straight = Math.Abs(b.U - a.U) <= PlanTolerances.SameInches;
        for (var piece = 1.0; straight && piece < Math.Ceiling(Math.Abs(b.V - a.V) / PieceInches); piece++)
        {
            share.Add(piece / Math.Ceiling(Math.Abs(b.V - a.V) / PieceInches));
        }
        foreach (var cell in other.Cells)
        {
            foreach (var u in new[] { cell.U0, cell.U1 })
            {
                var at = (u - a.U) / (b.U - a.U);
                if (!straight && at is > 0 and < 1)
                {
                    share.Add(at);
                }
            }
        }
        share.Sort();
        for (var i = 0; i + 1 < share.Count; i++)
        {
            var (s0, s1) = (share[i], share[i + 1]);
            if (s1 - s0 <= 1e-9)
            {
                continue;
            }
            var on = border.From.Towards(border.To, (s0 + s1) / 2);
            var middle = on + ((border.Falls ? border.Outward : other.Down) * PlanTolerances.BesideInches);
            var (u0, u1) = (border.U0 + ((border.U1 - border.U0) * s0), border.U0 + ((border.U1 - border.U0) * s1));
            var (t0, t1) = (a.U + ((b.U - a.U) * s0), a.U + ((b.U - a.U) * s1));
            var (v0, v1) = (a.V + ((b.V - a.V) * s0), a.V + ((b.V - a.V) * s1));
            if ((other.CellAt(middle) ?? other.CellAt(on)) is not { } cell)
            {
                border.Cell.Exits.Add(new Exit(u0, u1, Sink(on, other.SlopeId), 0, 0, 0, 0, true));
            }
            else if (straight)
            {
                border.Cell.Exits.Add(new Exit(u0, u1, cell, 0, Math.Clamp(t0, cell.U0, cell.U1), (v0 + v1) / 2, (v0 + v1) / 2, true));
            }
            else
            {
                Add(border.Cell, u0, u1, cell, t0, t1, v0, v1);
            }
        }
    }

    /// <summary>Pieces in which a stream beside something is told, inches.</summary>
    private const double PieceInches = 24;

    private Outlet Sink(PlanPoint at, Guid slopeId)
    {
        var sink = new Outlet
        {
            Kind = OutletKind.Undrained,
            SlopeId = slopeId,
            FromPoint = at,
            ToPoint = at,
        };
        Outlets.Add(sink);
        return sink;
    }

    private void GutterWays(Gutter gutter)
    {
        Share(gutter);
        foreach (var spout in gutter.Downspouts)
        {
            var place = EaveRuns.At(gutter.Run.Line, spout.At);
            var facet = Facets.First(f => f.SlopeId == spout.Detail.Spot.SlopeId);
            var landing = place + (facet.Down * FallsOutInches);
            if (Lower(landing, facet.Height(place)) is { } below && below.CellAt(landing) is { } cell)
            {
                var (u, v) = below.Of(place);
                Lead(spout, cell, Math.Clamp(u, cell.U0, cell.U1), v);
                continue;
            }
            var outlet = new Outlet
            {
                Kind = OutletKind.Downspout,
                SlopeId = facet.SlopeId,
                DetailId = spout.Detail.Id,
                FromPoint = place,
                ToPoint = place,
            };
            Outlets.Add(outlet);
            Lead(spout, outlet, 0, 0);
        }

        void Lead(Downspout spout, Node to, double at, double down) =>
            gutter.Exits.AddRange(spout.Stretches.Select(s => new Exit(s.From, s.To, to, 0, at, down, down, true)));
    }

    /// <summary>Farther out than its eave by this a downspout lands, inches.</summary>
    private const double FallsOutInches = 3;

    /// <summary>
    /// Each stretch runs to the nearer downspout: the high points are midway. Round a whole house the last downspout and the first share what is between them as
    /// well, over the place where the line begins.
    /// </summary>
    private static void Share(Gutter gutter)
    {
        var (spouts, length) = (gutter.Downspouts, gutter.Run.Inches);
        for (var i = 0; i + 1 < spouts.Count; i++)
        {
            var middle = (spouts[i].At + spouts[i + 1].At) / 2;
            Add(spouts[i], spouts[i].At, middle);
            Add(spouts[i + 1], middle, spouts[i + 1].At);
        }
        var (first, last) = (spouts[0], spouts[^1]);
        // How far past the last one its share reaches: to the end, or midway round to the first.
        var reach = gutter.Run.Closed ? last.At + ((first.At + length - last.At) / 2) : length;
        Add(last, last.At, Math.Min(reach, length));
        Add(last, 0, reach - length);
        Add(first, reach, length);
        Add(first, Math.Max(0, reach - length), first.At);

        static void Add(Downspout spout, double from, double to)
        {
            if (to - from > PlanTolerances.SameInches)
            {
                spout.Stretches.Add((from, to));
            }
        }
    }

    private Facet? Lower(PlanPoint at, double height) =>
        Facets.Where(f => f.Has(at) && f.Height(at) < height - PlanTolerances.MeetInches).MaxBy(f => f.Height(at));

    /// <summary>Where a line's water goes: to drains on it, else over its lower end; a level one to both ends, to the nearest drain, or nowhere.</summary>
    private void ChannelWays(Channel channel)
    {
        var facet = channel.Facet;
        var drains = Drains(facet)
            .Select(d => (Detail: d, At: facet.Plan.Frame.Place(d.Spot)))
            .Select(d =>
                (
                    d.Detail,
                    Along: Math.Clamp(Along(channel.Upper, channel.Direction, d.At), 0, channel.Inches),
                    Away: Polygons.DistanceToSegment(d.At, channel.Upper, channel.Lower)
                )
            )
            .ToList();
        var on = drains.Where(d => d.Away <= TakesWithinInches).OrderBy(d => d.Along).ToList();
        if (channel.IsLevel)
        {
            var down = EndOf(channel, channel.Lower, channel.Direction);
            var up = EndOf(channel, channel.Upper, channel.Direction * -1);
            if (on.Count == 0 && down is null && up is null && drains.Count > 0)
            {
                on = [.. drains.OrderBy(d => d.Along)];
            }
            if (on.Count > 0)
            {
                for (var i = 0; i < on.Count; i++)
                {
                    var low = i == 0 ? 0 : (on[i - 1].Along + on[i].Along) / 2;
                    var high = i == on.Count - 1 ? channel.Inches : (on[i].Along + on[i + 1].Along) / 2;
                    Whole(channel, low, high, (OutletOf(on[i].Detail, facet, on[i].Away > TakesWithinInches), 0, 0));
                }
                return;
            }
            var half = channel.Inches / 2;
            if (down is { } right && up is { } left)
            {
                Whole(channel, 0, half, left);
                Whole(channel, half, channel.Inches, right);
            }
            else
            {
                Whole(channel, 0, channel.Inches, down ?? up ?? (Sink(channel.Lower, facet.SlopeId), 0, 0));
            }
            return;
        }
        var from = 0.0;
        foreach (var drain in on)
        {
            Whole(channel, from, drain.Along, (OutletOf(drain.Detail, facet, false), 0, 0));
            from = drain.Along;
        }
        Whole(
            channel,
            from,
            channel.Inches,
            EndOf(channel, channel.Lower, channel.Direction)
                ?? (drains.Count > 0 ? OutletOf(drains.MinBy(d => d.Away).Detail, facet, true) : Sink(channel.Lower, facet.SlopeId), 0, 0)
        );
    }

    private static void Whole(Channel channel, double from, double to, (Node Node, double At, double Down) target)
    {
        if (to - from > PlanTolerances.SameInches)
        {
            channel.Exits.Add(new Exit(from, to, target.Node, 0, target.At, target.Down, target.Down, true));
        }
    }

    /// <summary>
    /// Where a stream goes on from the end of a line: down another line, onto a slope, into a gutter, over the edge. Null where nothing leads on.
    /// </summary>
    private (Node Node, double At, double Down)? EndOf(Channel channel, PlanPoint end, PlanPoint direction)
    {
        var height = end == channel.Lower ? channel.LowerHeight : channel.UpperHeight;
        Channel? next = null;
        foreach (var other in Channels)
        {
            if (
                other != channel
                && On(end, other)
                && !other.IsLevel
                && other.Lower.To(end) > PlanTolerances.AtWallInches / 4
                && Math.Abs(other.HeightAt(Along(other.Upper, other.Direction, end)) - height) <= PlanTolerances.MeetInches
                && (next is null || Fall(other) > Fall(next))
            )
            {
                next = other;
            }
        }
        if (next is not null)
        {
            return (next, Math.Clamp(Along(next.Upper, next.Direction, end), 0, next.Inches), 0);
        }
        var onto = Facets
            .Where(f => f.Box.Holds(end) && Math.Abs(f.Height(end) - height) <= PlanTolerances.MeetInches)
            .Select(f => (Facet: f, Cell: Entered(f, end, direction)))
            .Where(f => f.Cell is not null)
            .OrderByDescending(f => f.Facet.Plan.Plane.Gradient.Length)
            .ThenBy(f => f.Facet.SlopeId)
            .FirstOrDefault();
        if (onto.Cell is { } cell)
        {
            var (u, v) = onto.Facet.Of(end);
            return (cell, Math.Clamp(u, cell.U0, cell.U1), v);
        }
        if (
            Channels.Find(c =>
                c != channel && c.IsLevel && On(end, c) && c.Kind is not ChannelKind.AroundThing && c.Facet != channel.Facet
            ) is
            { } standing
        )
        {
            return (standing, Math.Clamp(Along(standing.Upper, standing.Direction, end), 0, standing.Inches), 0);
        }
        if (Gutters.Find(g => EaveRuns.Place(g.Run.Line, end).Away <= PlanTolerances.OnLineInches) is { } gutter)
        {
            return (gutter, EaveRuns.Place(gutter.Run.Line, end).At, 0);
        }
        if (channel.Kind == ChannelKind.AroundThing || borders.OnParapet(channel.Facet, end))
        {
            return null;
        }
        foreach (var way in new[] { direction, channel.Facet.Down })
        {
            var beyond = end + (way * PlanTolerances.BesideInches);
            if (Lower(beyond, height) is { } lower && lower.CellAt(beyond) is { } landing)
            {
                var (u, v) = lower.Of(beyond);
                return (landing, Math.Clamp(u, landing.U0, landing.U1), v);
            }
            if (Facets.TrueForAll(f => !f.Box.Holds(beyond) || !Polygons.Contains(f.Plan.Loop, beyond)))
            {
                var outlet = new Outlet
                {
                    Kind = OutletKind.Eave,
                    SlopeId = channel.Facet.SlopeId,
                    FromPoint = end,
                    ToPoint = end,
                };
                Outlets.Add(outlet);
                return (outlet, 0, 0);
            }
        }
        return null;
    }

    private static double Fall(Channel channel) => (channel.UpperHeight - channel.LowerHeight) / channel.Inches;

    /// <summary>
    /// The strip of a slope that a stream enters at a place: straight downhill from it, or a hair to the side where it comes down a thing's corner or along a wall.
    /// </summary>
    private static Cell? Entered(Facet facet, PlanPoint at, PlanPoint direction)
    {
        var side = facet.Plan.Frame.Along * (direction.Dot(facet.Plan.Frame.Along) < 0 ? -1 : 1);
        foreach (var aside in new[] { 1.0, 0, -1 })
        {
            var near = at + (facet.Down * PlanTolerances.BesideInches) + (side * (aside * PlanTolerances.BesideInches));
            if (facet.Has(near) && facet.CellAt(near) is { } cell)
            {
                return cell;
            }
        }
        return null;
    }
}
