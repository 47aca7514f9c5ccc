using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

internal enum BorderKind
{
    /// <summary>On to a slope at the same height, or down onto a lower one.</summary>
    Onto,
    Gathers,
    Off,
}

/// <summary>A stretch of a strip's lower border and what lies beyond it. <see cref="Other"/>: the slope it runs onto, or forms the line with.</summary>
internal sealed record Border(
    Cell Cell,
    double U0,
    double U1,
    PlanPoint From,
    PlanPoint To,
    PlanPoint Outward,
    BorderKind Kind,
    ChannelKind Channel,
    Facet? Other,
    DetailFact? Thing,
    bool Falls
);

/// <summary>What lies beyond the lower borders of strips: found from heights, never from angles.</summary>
internal sealed class WaterBorders
{
    private readonly Dictionary<Guid, List<(PlanPoint From, PlanPoint To)>> parapets;

    public WaterBorders(PlanFact plan) =>
        parapets = plan.Parts.ToDictionary(
            p => p.Id,
            p =>
                p.Corners.Select(
                        (c, i) =>
                        {
                            var next = p.Corners[(i + 1) % p.Corners.Count];
                            return (c.ParapetInches, From: new PlanPoint(c.X, c.Y), To: new PlanPoint(next.X, next.Y));
                        }
                    )
                    .Where(c => c.ParapetInches > 0)
                    .Select(c => (c.From, c.To))
                    .ToList()
        );

    public IEnumerable<Border> Of(Cell cell)
    {
        var facet = cell.Facet;
        var (from, to) = (facet.Place(cell.U0, cell.Bottom0), facet.Place(cell.U1, cell.Bottom1));
        var outward = (to - from).Unit.Left;
        if (outward.Dot(facet.Down) < 0)
        {
            outward *= -1;
        }
        var cuts = Cuts(facet, from, to);
        for (var i = 0; i + 1 < cuts.Count; i++)
        {
            var (a, b) = (cuts[i], cuts[i + 1]);
            if (b - a > ShortestShare)
            {
                var (start, end) = (from.Towards(to, a), from.Towards(to, b));
                yield return Beyond(cell, start, end, cell.U0 + ((cell.U1 - cell.U0) * a), cell.U0 + ((cell.U1 - cell.U0) * b), outward);
            }
        }
    }

    private const double ShortestShare = 1e-9;

    /// <summary>Shares of the border's length at which its neighbor can change.</summary>
    private static List<double> Cuts(Facet facet, PlanPoint from, PlanPoint to)
    {
        var along = to - from;
        var length = along.Length;
        var box = Boxes.Of([from, to], PlanTolerances.OnLineInches);
        var cuts = new List<double> { 0, 1 };
        var loops = facet
            .Near.Where(o => o.Box.MeetsSegment(from, to))
            .Select(o => (IReadOnlyList<PlanPoint>)o.Plan.Loop)
            .Concat(facet.Holes)
            .Concat(facet.Things.Select(t => t.Loop));
        foreach (var (a, b) in loops.SelectMany(Polygons.Sides))
        {
            if (!box.MeetsSegment(a, b))
            {
                continue;
            }
            if (Polygons.OnSegment(a, from, to, PlanTolerances.OnLineInches))
            {
                cuts.Add(Math.Clamp((a - from).Dot(along) / (length * length), 0, 1));
            }
            else if (Polygons.Meet(from, to, a, b) is { } at)
            {
                cuts.Add(Math.Clamp((at - from).Dot(along) / (length * length), 0, 1));
            }
        }
        cuts.Sort();
        return cuts;
    }

    private Border Beyond(Cell cell, PlanPoint from, PlanPoint to, double u0, double u1, PlanPoint outward)
    {
        var facet = cell.Facet;
        var middle = from.Towards(to, 0.5);
        var beside = middle + (outward * PlanTolerances.BesideInches);
        var height = facet.Height(middle);
        if (facet.Things.Find(t => Polygons.Contains(t.Loop, beside)) is { Detail: { } thing })
        {
            return Made(BorderKind.Gathers, ChannelKind.AroundThing, null, thing, false);
        }
        if (facet.Has(beside))
        {
            return Made(BorderKind.Onto, default, facet, null, false);
        }
        Facet? level = null;
        Facet? above = null;
        Facet? below = null;
        foreach (var other in facet.Near)
        {
            if (!other.Box.Holds(beside) || !Polygons.Contains(other.Plan.Loop, beside))
            {
                continue;
            }
            var step = other.Height(middle) - height;
            if (Math.Abs(step) <= PlanTolerances.MeetInches)
            {
                level ??= other.InHole(beside) ? null : other;
            }
            else if (step > 0)
            {
                above = other;
            }
            else if (other.Has(beside) && (below is null || other.Height(middle) > below.Height(middle)))
            {
                below = other;
            }
        }
        if (level is not null)
        {
            return level.Down.Dot(outward) > FallsAway
                ? Made(BorderKind.Onto, default, level, null, false)
                : Made(BorderKind.Gathers, ChannelKind.Valley, level, null, false);
        }
        if (above is not null || facet.InHole(beside))
        {
            return Made(BorderKind.Gathers, ChannelKind.Wall, above, null, false);
        }
        if (OnParapet(facet, middle))
        {
            return Made(BorderKind.Gathers, ChannelKind.Parapet, null, null, false);
        }
        return below is not null ? Made(BorderKind.Onto, default, below, null, true) : Made(BorderKind.Off, default, null, null, true);

        Border Made(BorderKind kind, ChannelKind channel, Facet? other, DetailFact? detail, bool falls) =>
            new(cell, u0, u1, from, to, outward, kind, channel, other, detail, falls);
    }

    /// <summary>Cosine below which a slope runs along a border rather than away from it.</summary>
    private const double FallsAway = 1e-6;

    public bool OnParapet(Facet facet, PlanPoint at) =>
        parapets[facet.Part.Id].Exists(p => Polygons.OnSegment(at, p.From, p.To, PlanTolerances.OnLineInches));
}
