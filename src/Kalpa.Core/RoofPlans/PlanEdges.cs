using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.RoofPlans;

/// <summary>
/// Classes of all borders, from the planes alone: never typed in, so never wrong by a slip (methods, section 2). Every border is cut where its
/// neighbour changes. Beside each stretch one looks for a slope: one at the same height makes a fold, a higher one a wall, none a free edge.
/// </summary>
public static class PlanEdges
{
    /// <summary>A free edge within this angle of level is an eave or a top; past it, a rake.</summary>
    private const double LevelSine = 0.342; // sin 20°

    public static IReadOnlyList<PlanEdge> Classify(PlanFact plan, PlanShape shape) => Classify(plan, shape, null);

    /// <param name="known">Borders of the plan before, for one that is drawn again and again.</param>
    internal static IReadOnlyList<PlanEdge> Classify(PlanFact plan, PlanShape shape, KnownEdges? known)
    {
        known?.Begin(plan);
        var scene = new Scene(plan, shape, known);
        var edges = new List<PlanEdge>();
        for (var i = 0; i < shape.Facets.Count; i++)
        {
            WorkBudget.Check();
            var near = scene.Near(i);
            foreach (var side in scene.Sides[i])
            {
                var beside = scene.Beside(side, near);
                var facets = new List<PlanFacet>(beside.Count);
                foreach (var n in beside)
                {
                    facets.Add(shape.Facets[n]);
                }
                if (known?.Of(side, facets, scene.InWalls) is { } same)
                {
                    edges.AddRange(same);
                    continue;
                }
                var first = edges.Count;
                scene.Forget();
                foreach (var (from, to) in Stretches(side, scene, beside))
                {
                    Add(edges, side, from, to, facets, scene);
                }
                known?.Keep(side, facets, edges[first..], [.. scene.Asked], [.. scene.WallsAsked]);
            }
        }
        return edges;
    }

    /// <summary>One side of a slope's outline, with what is recorded of the footprint's edge it lies on.</summary>
    internal readonly record struct Side(PlanFacet Facet, PlanPoint From, PlanPoint To, double Overhang, double Parapet);

    /// <summary>A plan prepared for looking round: boxes say quickly which slopes can be neighbours at all.</summary>
    private sealed class Scene
    {
        private readonly List<Box> boxes;
        private readonly Dictionary<Guid, PlanPart> parts;
        private readonly Dictionary<Guid, IReadOnlyList<PlanPoint>> walls = [];

        public Scene(PlanFact plan, PlanShape shape, KnownEdges? known)
        {
            standing = plan.Parts.Where(p => p.OnSlope is not null).ToDictionary(p => p.Id, p => p.OnSlope!.Value);
            parts = plan.Parts.ToDictionary(p => p.Id);
            boxes = [.. shape.Facets.Select(f => Boxes.Of(f.Loop, PlanTolerances.BesideInches))];
            var outlines = new Dictionary<Guid, List<(PlanCorner, PlanPoint, PlanPoint, Box)>>();
            Sides =
            [
                .. shape.Facets.Select(f =>
                {
                    var part = parts[f.PartId];
                    return known is null ? Made() : known.SidesOf(f, part, Made);

                    List<Side> Made()
                    {
                        if (!outlines.TryGetValue(part.Id, out var outline))
                        {
                            outlines[part.Id] = outline = Outline(part);
                        }
                        return SidesOf(f, outline);
                    }
                }),
            ];
        }

        /// <summary>Points that were tested for another slope since <see cref="Forget"/>.</summary>
        public List<PlanPoint> Asked { get; } = [];

        /// <summary>Points that were tested for the walls of a part since then, with the answer.</summary>
        public List<(Guid Part, PlanPoint At, bool In)> WallsAsked { get; } = [];

        public void Forget()
        {
            Asked.Clear();
            WallsAsked.Clear();
        }

        /// <summary>Whether a place lies within the walls of a part, or at them; seldom asked, and the wall line is costly.</summary>
        public bool InWalls(Guid part, PlanPoint at)
        {
            if (!walls.TryGetValue(part, out var wall))
            {
                walls[part] = wall = WallLines.Loop(parts[part]);
            }
            return wall.Count == 0
                || Polygons.Contains(wall, at)
                || Polygons.Sides(wall).Any(s => Polygons.OnSegment(at, s.From, s.To, PlanTolerances.AtWallInches));
        }

        private readonly Dictionary<Guid, Guid> standing;

        public bool Stands(PlanFacet facet, PlanFacet on) =>
            standing.Count > 0 && standing.TryGetValue(facet.PartId, out var host) && host == on.SlopeId;

        public List<List<Side>> Sides { get; }

        /// <summary>Slopes that can be beside one at all.</summary>
        public List<int> Near(int facet)
        {
            var near = new List<int>();
            for (var i = 0; i < boxes.Count; i++)
            {
                if (i != facet && boxes[i].Meets(boxes[facet]))
                {
                    near.Add(i);
                }
            }
            return near;
        }

        /// <summary>Of these, the slopes that can be beside one side.</summary>
        public List<int> Beside(Side side, List<int> near)
        {
            var box = Boxes.Of([side.From, side.To], PlanTolerances.BesideInches);
            var beside = new List<int>();
            foreach (var n in near)
            {
                if (boxes[n].Meets(box))
                {
                    beside.Add(n);
                }
            }
            return beside;
        }

        private static List<(PlanCorner, PlanPoint, PlanPoint, Box)> Outline(PlanPart part)
        {
            var points = part.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList();
            return
            [
                .. part.Corners.Select(
                    (c, i) =>
                    {
                        var (from, to) = (points[i], points[(i + 1) % points.Count]);
                        return (c, from, to, Boxes.Of([from, to], PlanTolerances.OnLineInches));
                    }
                ),
            ];
        }

        private static List<Side> SidesOf(PlanFacet facet, List<(PlanCorner Corner, PlanPoint From, PlanPoint To, Box Box)> outline)
        {
            var sides = new List<Side>();
            for (var i = 0; i < facet.Loop.Count; i++)
            {
                var (from, to) = (facet.Loop[i], facet.Loop[(i + 1) % facet.Loop.Count]);
                if (from.To(to) <= PlanTolerances.SameInches)
                {
                    continue;
                }
                PlanCorner? under = null;
                foreach (var (corner, start, end, box) in outline)
                {
                    if (
                        box.Holds(from)
                        && box.Holds(to)
                        && Polygons.OnSegment(from, start, end, PlanTolerances.OnLineInches)
                        && Polygons.OnSegment(to, start, end, PlanTolerances.OnLineInches)
                    )
                    {
                        under = corner;
                        break;
                    }
                }
                sides.Add(new Side(facet, from, to, under?.OverhangInches ?? 0, under?.ParapetInches ?? 0));
            }
            return sides;
        }
    }

    /// <summary>The side cut where a border of another slope ends on it or crosses it.</summary>
    private static List<(PlanPoint From, PlanPoint To)> Stretches(Side side, Scene scene, List<int> near)
    {
        var along = side.To - side.From;
        var length = along.Length;
        var box = Boxes.Of([side.From, side.To], PlanTolerances.OnLineInches);
        var cuts = new List<double> { 0, length };
        foreach (var other in near)
        {
            foreach (var border in scene.Sides[other])
            {
                if (!box.MeetsSegment(border.From, border.To))
                {
                    continue;
                }
                if (Polygons.OnSegment(border.From, side.From, side.To, PlanTolerances.OnLineInches))
                {
                    cuts.Add((border.From - side.From).Dot(along) / length);
                }
                else if (Polygons.Meet(side.From, side.To, border.From, border.To) is { } at)
                {
                    cuts.Add((at - side.From).Dot(along) / length);
                }
            }
        }
        cuts.Sort();
        var stretches = new List<(PlanPoint, PlanPoint)>();
        for (var i = 0; i + 1 < cuts.Count; i++)
        {
            var (from, to) = (Math.Clamp(cuts[i], 0, length), Math.Clamp(cuts[i + 1], 0, length));
            if (to - from > PlanTolerances.OnLineInches)
            {
                stretches.Add((side.From + (along * (from / length)), side.From + (along * (to / length))));
            }
        }
        return stretches;
    }

    private static void Add(List<PlanEdge> edges, Side side, PlanPoint from, PlanPoint to, List<PlanFacet> near, Scene scene)
    {
        var facet = side.Facet;
        var middle = from.Towards(to, 0.5);
        var outward = (to - from).Unit.Left * -1;
        var beside = middle + (outward * PlanTolerances.BesideInches);
        var within = middle - (outward * PlanTolerances.BesideInches);
        var height = facet.Plane.Height(middle);
        scene.Asked.Add(beside);
        scene.Asked.Add(within);
        PlanFacet? level = null;
        PlanFacet? above = null;
        PlanFacet? host = null;
        foreach (var other in near)
        {
            if (scene.Stands(other, facet) && Polygons.Contains(other.Loop, within))
            {
                // What stands on the slope runs out over its border here: there is none on the roof.
                edges.Add(Edge(EdgeClass.Seam, side, other.SlopeId, from, to));
                return;
            }
            if (!Polygons.Contains(other.Loop, beside))
            {
                continue;
            }
            var step = other.Plane.Height(middle) - height;
            if (Math.Abs(step) <= PlanTolerances.MeetInches)
            {
                level ??= other;
            }
            else if (step > 0 && (above is null || other.Plane.Height(middle) < above.Plane.Height(middle)))
            {
                above = other;
            }
            host = scene.Stands(facet, other) ? other : host;
        }
        if (level is not null)
        {
            // A fold between outlines is met from both sides and listed from one; one across the middle of a slope (a dormer's valley) only once.
            if (Polygons.Contains(level.Loop, within) || facet.SlopeId.CompareTo(level.SlopeId) < 0)
            {
                edges.Add(Edge(Fold(facet.Plane, level.Plane, from, to, outward), side, level.SlopeId, from, to));
            }
            return;
        }
        var wall = Wall(facet, from, to, outward);
        // Under an overhang the side of a slope is free: the wall stands farther in.
        if (above is not null && (wall != EdgeClass.Sidewall || AtItsWalls(above)))
        {
            edges.Add(
                Edge(wall, side, above.SlopeId, from, to) with
                {
                    StepInches = Quantise.Measure(above.Plane.Height(middle) - height),
                }
            );
            return;
        }
        edges.Add(Edge(Free(facet, from, to, outward), side, null, from, to));
        if (host is not null)
        {
            // What stands on a slope ends it with a wall of its own.
            var below = side with
            {
                Facet = host,
                Overhang = 0,
                Parapet = 0,
            };
            edges.Add(
                Edge(Wall(host, from, to, outward * -1), below, facet.SlopeId, from, to) with
                {
                    StepInches = Quantise.Measure(height - host.Plane.Height(middle)),
                }
            );
        }

        bool AtItsWalls(PlanFacet other)
        {
            var found = scene.InWalls(other.PartId, beside);
            scene.WallsAsked.Add((other.PartId, beside, found));
            return found;
        }
    }

    private static PlanEdge Edge(EdgeClass @class, Side side, Guid? other, PlanPoint from, PlanPoint to)
    {
        var (low, high) = (side.Facet.Plane.Height(from), side.Facet.Plane.Height(to));
        var plan = from.To(to);
        var rise = high - low;
        return new PlanEdge(
            @class,
            side.Facet.SlopeId,
            other,
            new RoofPoint(Quantise.Measure(from.X), Quantise.Measure(from.Y), Quantise.Measure(low)),
            new RoofPoint(Quantise.Measure(to.X), Quantise.Measure(to.Y), Quantise.Measure(high)),
            Quantise.Feet(plan / Length.InchesPerFoot),
            Quantise.Feet(Math.Sqrt((plan * plan) + (rise * rise)) / Length.InchesPerFoot),
            Quantise.Measure(Math.Abs(rise) / plan * Pitch.Run),
            0,
            side.Overhang,
            side.Parapet
        );
    }

    /// <summary>The class of a line where two planes meet; <paramref name="outward"/> points from the first to the other.</summary>
    internal static EdgeClass Fold(Plane plane, Plane other, PlanPoint from, PlanPoint to, PlanPoint outward)
    {
        // How each plane runs away from the line, rise over run.
        var ours = -plane.Gradient.Dot(outward);
        var theirs = other.Gradient.Dot(outward);
        var level = Math.Abs(plane.Gradient.Dot((to - from).Unit)) <= PlanTolerances.LevelRise;
        if (Math.Abs(ours + theirs) <= PlanTolerances.FlatFold)
        {
            return EdgeClass.Seam;
        }
        return (ours, theirs) switch
        {
            (< -PlanTolerances.FlatFold, < -PlanTolerances.FlatFold) => level ? EdgeClass.Ridge : EdgeClass.Hip,
            (> PlanTolerances.FlatFold, > PlanTolerances.FlatFold) => EdgeClass.Valley,
            _ => EdgeClass.PitchBreak,
        };
    }

    private static EdgeClass Free(PlanFacet facet, PlanPoint from, PlanPoint to, PlanPoint outward)
    {
        var steep = facet.Plane.Gradient.Length;
        if (steep <= PlanTolerances.FlatFold)
        {
            return EdgeClass.Eave;
        }
        if (Math.Abs(facet.Plane.Gradient.Dot((to - from).Unit)) > LevelSine * steep)
        {
            return EdgeClass.Rake;
        }
        return facet.Plane.Gradient.Dot(outward) < 0 ? EdgeClass.Eave : EdgeClass.Ridge;
    }

    /// <summary>A wall over the top of a slope, along its side, or where water runs against it or stands (a step with a pocket).</summary>
    private static EdgeClass Wall(PlanFacet facet, PlanPoint from, PlanPoint to, PlanPoint outward)
    {
        var steep = facet.Plane.Gradient.Length;
        if (steep <= PlanTolerances.FlatFold)
        {
            return EdgeClass.Step;
        }
        if (Math.Abs(facet.Plane.Gradient.Dot((to - from).Unit)) > LevelSine * steep)
        {
            return EdgeClass.Sidewall;
        }
        return facet.Plane.Gradient.Dot(outward) > 0 ? EdgeClass.Headwall : EdgeClass.Step;
    }
}
