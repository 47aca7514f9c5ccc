using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Skeletons;

/// <summary>Collects the lines that the skeleton leaves behind and puts each slope's outline together from them.</summary>
internal sealed class FaceBuilder(IReadOnlyList<FootprintCorner> corners)
{
    private readonly List<RoofPoint> nodes = [.. corners.Select(c => new RoofPoint(c.X, c.Y, 0))];
    private readonly List<(int From, int To)>[] sides =
    [
        .. corners.Select((_, i) => new List<(int, int)> { (i, (i + 1) % corners.Count) }),
    ];

    /// <summary>A node where something happens; the corners of the footprint are nodes 0, 1, 2 …</summary>
    public int Node(PlanPoint at, double z)
    {
        nodes.Add(new RoofPoint(at.X, at.Y, z));
        return nodes.Count - 1;
    }

    /// <summary>The line that a corner of the wave ran from one node to another, between the slope before it and the slope after it.</summary>
    public void Ran(int from, int to, int before, int after)
    {
        if (from == to || before == after)
        {
            return;
        }
        // Counter-clockwise a slope's outline climbs at the end of its front and comes down at the front's beginning.
        sides[before].Add((from, to));
        sides[after].Add((to, from));
    }

    /// <summary>A level line where two fronts met head on; <paramref name="face"/>'s front ran from the one node to the other.</summary>
    public void Top(int from, int to, int face) => sides[face].Add((to, from));

    /// <summary>The slopes that cover ground; null when an outline does not close, which a sound wave never leaves.</summary>
    public List<SkeletonFace>? Faces()
    {
        var faces = new List<SkeletonFace>();
        for (var edge = 0; edge < corners.Count; edge++)
        {
            if (Outline(edge) is not { } outline)
            {
                return null;
            }
            var loop = outline.Select(n => nodes[n]).ToList();
            if (!corners[edge].Gable && Polygons.SignedArea([.. loop.Select(p => p.Point)]) > PlanTolerances.SameInches)
            {
                faces.Add(new SkeletonFace(edge, loop));
            }
        }
        return faces;
    }

    private List<int>? Outline(int edge)
    {
        var left = sides[edge].ToLookup(s => s.From);
        var used = new HashSet<(int, int)>();
        var outline = new List<int> { edge };
        var at = sides[edge][0].To;
        used.Add(sides[edge][0]);
        while (at != edge)
        {
            outline.Add(at);
            var next = left[at].Where(s => !used.Contains(s)).Take(1).ToList();
            if (next.Count == 0)
            {
                return null;
            }
            used.Add(next[0]);
            at = next[0].To;
        }
        return outline;
    }
}
