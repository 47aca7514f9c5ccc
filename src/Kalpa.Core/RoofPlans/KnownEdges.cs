using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans;

/// <summary>
/// Borders of slopes, kept from one solving to the next while somebody drags a corner: what one side comes to holds as long as its slope is the same object, what is recorded of
/// the side is the same, and so is all that was found beside it: slopes, and walls where these were looked for. For one thread.
/// </summary>
internal sealed class KnownEdges
{
    private sealed record Known(
        PlanEdges.Side Side,
        List<PlanFacet> Beside,
        List<PlanEdge> Edges,
        List<PlanPoint> Asked,
        List<(Guid Part, PlanPoint At, bool In)> Walls
    );

    private sealed record OfSlope(PlanPart Part, List<PlanEdges.Side> Sides, List<Known> BySide);

    private Dictionary<PlanFacet, OfSlope> now = new(ReferenceEqualityComparer.Instance);
    private Dictionary<PlanFacet, OfSlope> before = new(ReferenceEqualityComparer.Instance);
    private List<(Guid Part, Guid? On)> standing = [];

    /// <summary>A plan is looked at. Where other parts stand on slopes than before, nothing holds.</summary>
    public void Begin(PlanFact plan)
    {
        var stands = plan.Parts.Select(p => (p.Id, p.OnSlope)).ToList();
        before = stands.SequenceEqual(standing) ? now : new(ReferenceEqualityComparer.Instance);
        now = new(ReferenceEqualityComparer.Instance);
        standing = stands;
    }

    /// <summary>The sides of a slope with what is recorded of them: as they were where its part is the same, else worked out.</summary>
    public List<PlanEdges.Side> SidesOf(PlanFacet facet, PlanPart part, Func<List<PlanEdges.Side>> make)
    {
        var sides = before.TryGetValue(facet, out var known) && ReferenceEquals(known.Part, part) ? known.Sides : make();
        now[facet] = new OfSlope(part, sides, []);
        return sides;
    }

    /// <summary>The borders of one side; null where they have to be worked out. Of the same slope, a side lies where it lay.</summary>
    public List<PlanEdge>? Of(PlanEdges.Side side, List<PlanFacet> beside, Func<Guid, PlanPoint, bool> inWalls)
    {
        var kept = now[side.Facet].BySide;
        if (
            !before.TryGetValue(side.Facet, out var slope)
            // A plan that was given up half way leaves sides without borders.
            || slope.BySide.ElementAtOrDefault(kept.Count) is not { } known
            || !known.Side.Overhang.Equals(side.Overhang)
            || !known.Side.Parapet.Equals(side.Parapet)
            || known.Beside.Count != beside.Count
            || !AllSame(known, beside)
            || !known.Walls.TrueForAll(w => inWalls(w.Part, w.At) == w.In)
        )
        {
            return null;
        }
        kept.Add(known with { Beside = beside });
        return known.Edges;
    }

    /// <summary>What a side came to. Sides come in their order.</summary>
    public void Keep(
        PlanEdges.Side side,
        List<PlanFacet> beside,
        List<PlanEdge> edges,
        List<PlanPoint> asked,
        List<(Guid Part, PlanPoint At, bool In)> walls
    ) => now[side.Facet].BySide.Add(new Known(side, beside, edges, asked, walls));

    private static bool AllSame(Known known, List<PlanFacet> beside)
    {
        for (var i = 0; i < beside.Count; i++)
        {
            if (!ReferenceEquals(known.Beside[i], beside[i]) && !SameHere(known, known.Beside[i], beside[i]))
            {
                return false;
            }
        }
        return true;
    }

    /// <summary>
    /// Whether a slope that was drawn anew is to this side what it was: with the same borders along it, over the same places, and in the same plane where it is over any.
    /// </summary>
    private static bool SameHere(Known known, PlanFacet was, PlanFacet now)
    {
        if (was.SlopeId != now.SlopeId || was.PartId != now.PartId)
        {
            return false;
        }
        var box = Boxes.Of([known.Side.From, known.Side.To], PlanTolerances.OnLineInches);
        var (before, after) = (0, 0);
        while (true)
        {
            before = NextAlong(was.Loop, before, box);
            after = NextAlong(now.Loop, after, box);
            var (ended, endedToo) = (before == was.Loop.Count, after == now.Loop.Count);
            if (ended || endedToo)
            {
                if (ended != endedToo)
                {
                    return false;
                }
                break;
            }
            if (Border(was.Loop, before) != Border(now.Loop, after))
            {
                return false;
            }
            (before, after) = (before + 1, after + 1);
        }
        foreach (var at in known.Asked)
        {
            var over = Polygons.Contains(was.Loop, at);
            if (over != Polygons.Contains(now.Loop, at) || (over && was.Plane != now.Plane))
            {
                return false;
            }
        }
        return true;
    }

    /// <summary>The next border, from this one on, whose box meets another; the number of borders where there is none.</summary>
    private static int NextAlong(List<PlanPoint> loop, int from, Box box)
    {
        while (from < loop.Count && !box.MeetsSegment(loop[from], loop[from + 1 == loop.Count ? 0 : from + 1]))
        {
            from++;
        }
        return from;
    }

    private static (PlanPoint From, PlanPoint To) Border(List<PlanPoint> loop, int at) =>
        (loop[at], loop[at + 1 == loop.Count ? 0 : at + 1]);
}
