using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Measuring;

namespace Kalpa.Core.Water;

/// <summary>A slope prepared for water: its own coordinates, what stands on it, and its strips.</summary>
internal sealed class Facet
{
    public required int Number { get; init; }
    public required PlanFacet Plan { get; init; }
    public required PlanPart Part { get; init; }
    public required Box Box { get; init; }

    /// <summary>Things wide enough to part the water, as they stand on the plan.</summary>
    public List<(DetailFact Detail, List<PlanPoint> Loop)> Things { get; } = [];

    /// <summary>What ends the slope within its outline: dormers on it, walls of higher parts.</summary>
    public List<IReadOnlyList<PlanPoint>> Holes { get; } = [];

    /// <summary>Other slopes whose boxes meet this one's.</summary>
    public List<Facet> Near { get; } = [];

    public List<Cell> Cells { get; } = [];

    public Guid SlopeId => Plan.SlopeId;

    /// <summary>Straight downhill on the plan.</summary>
    public PlanPoint Down => Plan.Frame.Along.Left * -1;

    public (double U, double V) Of(PlanPoint at)
    {
        var (along, up) = Plan.Frame.Of(at);
        return (along, -up);
    }

    public PlanPoint Place(double u, double v) => Plan.Frame.Origin + (Plan.Frame.Along * u) + (Down * v);

    public double Height(PlanPoint at) => Plan.Plane.Height(at);

    /// <summary>Within the outline, and not under what stands on it.</summary>
    public bool Has(PlanPoint at) =>
        Box.Holds(at) && Polygons.Contains(Plan.Loop, at) && !InHole(at) && Things.TrueForAll(t => !Polygons.Contains(t.Loop, at));

    public bool InHole(PlanPoint at) => Holes.Exists(hole => Polygons.Contains(hole, at));

    public Cell? CellAt(PlanPoint at)
    {
        var (u, v) = Of(at);
        Cell? best = null;
        foreach (var cell in Cells)
        {
            if (u < cell.U0 - Slack || u > cell.U1 + Slack)
            {
                continue;
            }
            var held = Math.Clamp(u, cell.U0, cell.U1);
            if (v >= cell.Top(held) - Slack && v <= cell.Bottom(held) + Slack)
            {
                // On a line between two strips the one that has the place within goes before the one that only touches it.
                if (u >= cell.U0 && u < cell.U1 && v >= cell.Top(held) && v <= cell.Bottom(held))
                {
                    return cell;
                }
                best ??= cell;
            }
        }
        return best;
    }

    private const double Slack = PlanTolerances.OnLineInches;
}

/// <summary>Slopes of a plan cut into strips that every drop crosses from top to bottom.</summary>
internal static class WaterFacets
{
    /// <summary>A thing narrower than this parts no water (from memory), inches.</summary>
    public const double LeastWidthInches = 12;

    public static List<Facet> Of(PlanFact plan, PlanShape shape, IReadOnlyList<DetailFact> details)
    {
        var parts = plan.Parts.ToDictionary(p => p.Id);
        var walls = plan.Parts.Where(HasWalls).ToDictionary(p => p.Id, WallLines.Loop);
        var facets = shape
            .Facets.Select(
                (f, i) =>
                    new Facet
                    {
                        Number = i,
                        Plan = f,
                        Part = parts[f.PartId],
                        Box = Boxes.Of(f.Loop, PlanTolerances.BesideInches),
                    }
            )
            .ToList();
        foreach (var facet in facets)
        {
            facet.Near.AddRange(facets.Where(o => o != facet && o.Box.Meets(facet.Box)));
            facet.Holes.AddRange(facet.Near.Where(o => o.Part.OnSlope == facet.SlopeId).Select(o => (IReadOnlyList<PlanPoint>)o.Plan.Loop));
            facet.Holes.AddRange(
                facet
                    .Near.Where(o => o.Part.Id != facet.Part.Id && o.Part.OnSlope is null && facet.Part.OnSlope != o.SlopeId)
                    .GroupBy(o => o.Part.Id)
                    .Where(g => walls.TryGetValue(g.Key, out var loop) && loop.Count > 2 && Above(g, facet))
                    .Select(g => walls[g.Key])
            );
            facet.Things.AddRange(details.Where(d => d.Spot.SlopeId == facet.SlopeId && Parts(d)).Select(d => (d, Outline(d, facet))));
        }
        foreach (var facet in facets)
        {
            WorkBudget.Check();
            Cut(facet);
        }
        return facets;
    }

    private static bool HasWalls(PlanPart part) => part.Kind != PartKind.Porch && part.Under is not (Under.OpenAir or Under.Porch);

    /// <summary>Whether a part's slopes lie above this one wherever they share ground, and share any.</summary>
    private static bool Above(IEnumerable<Facet> part, Facet facet)
    {
        var shared = false;
        foreach (var other in part)
        {
            foreach (var at in Common(other.Plan.Loop, facet.Plan.Loop))
            {
                if (other.Height(at) <= facet.Height(at) + PlanTolerances.MeetInches)
                {
                    return false;
                }
                shared = true;
            }
        }
        return shared;
    }

    private static IEnumerable<PlanPoint> Common(List<PlanPoint> one, List<PlanPoint> other) =>
        one.Where(p => Polygons.Contains(other, p))
            .Concat(other.Where(p => Polygons.Contains(one, p)))
            .Concat(
                Polygons
                    .Sides(one)
                    .SelectMany(s => Polygons.Sides(other).Select(t => Polygons.Meet(s.From, s.To, t.From, t.To)))
                    .Where(at => at is not null)
                    .Select(at => at!.Value)
            );

    private static bool Parts(DetailFact detail) =>
        detail is { WidthInches: >= LeastWidthInches, LengthInches: > 0 }
        && detail.Kind
            is DetailKind.Chimney
                or DetailKind.Curb
                or DetailKind.Skylight
                or DetailKind.Hatch
                or DetailKind.SunTunnel
                or DetailKind.Flue
                or DetailKind.Vent
        && double.IsFinite(detail.Spot.Along)
        && double.IsFinite(detail.Spot.Up);

    private static List<PlanPoint> Outline(DetailFact detail, Facet facet)
    {
        var (u, v) = (detail.Spot.Along, -detail.Spot.Up);
        var half = detail.WidthInches!.Value / 2;
        // Its length was taped up the slope.
        var run = detail.LengthInches!.Value / new Pitch(facet.Plan.RisePer12).SlopeFactor / 2;
        return
        [
            facet.Place(u - half, v + run),
            facet.Place(u + half, v + run),
            facet.Place(u + half, v - run),
            facet.Place(u - half, v - run),
        ];
    }

    private readonly record struct Line(double U0, double V0, double U1, double V1)
    {
        public double At(double u) => V0 + ((V1 - V0) * (u - U0) / (U1 - U0));
    }

    private static void Cut(Facet facet)
    {
        // Slopes of one part lie beside each other.
        var over = facet
            .Near.Where(o =>
                o.Part.Id != facet.Part.Id && o.Part.OnSlope != facet.SlopeId && Polygons.CoveredArea(facet.Plan.Loop, [o.Plan.Loop]) > 1
            )
            .ToList();
        List<IReadOnlyList<PlanPoint>> loops =
        [
            facet.Plan.Loop,
            .. facet.Holes,
            .. facet.Things.Select(t => (IReadOnlyList<PlanPoint>)t.Loop),
            .. over.Select(o => (IReadOnlyList<PlanPoint>)o.Plan.Loop),
        ];
        var lines = new List<Line>();
        var cuts = new List<double>();
        foreach (var (from, to) in loops.SelectMany(Polygons.Sides))
        {
            var (a, b) = (facet.Of(from), facet.Of(to));
            cuts.Add(a.U);
            cuts.Add(b.U);
            if (Math.Abs(a.U - b.U) > PlanTolerances.SameInches)
            {
                lines.Add(a.U < b.U ? new Line(a.U, a.V, b.U, b.V) : new Line(b.U, b.V, a.U, a.V));
            }
        }
        for (var i = 0; i < lines.Count; i++)
        {
            for (var j = i + 1; j < lines.Count; j++)
            {
                if (Crossing(lines[i], lines[j]) is { } at)
                {
                    cuts.Add(at);
                }
            }
        }
        cuts.Sort();
        var (least, most) = (facet.Plan.Loop.Min(p => facet.Of(p).U), facet.Plan.Loop.Max(p => facet.Of(p).U));
        for (var i = 0; i + 1 < cuts.Count; i++)
        {
            var (u0, u1) = (cuts[i], cuts[i + 1]);
            if (u1 - u0 > PlanTolerances.SameInches && u0 >= least - PlanTolerances.SameInches && u1 <= most + PlanTolerances.SameInches)
            {
                Stack(facet, lines, u0, u1, over);
            }
        }
    }

    private static double? Crossing(Line a, Line b)
    {
        var (from, to) = (Math.Max(a.U0, b.U0), Math.Min(a.U1, b.U1));
        if (to - from <= PlanTolerances.SameInches)
        {
            return null;
        }
        var (before, after) = (a.At(from) - b.At(from), a.At(to) - b.At(to));
        return before * after < 0 ? from + ((to - from) * before / (before - after)) : null;
    }

    /// <summary>The strips of one slab, from the top of the slope down.</summary>
    private static void Stack(Facet facet, List<Line> lines, double u0, double u1, List<Facet> over)
    {
        var middle = (u0 + u1) / 2;
        var crossed = lines
            .Where(l => l.U0 <= u0 + PlanTolerances.SameInches && l.U1 >= u1 - PlanTolerances.SameInches)
            .OrderBy(l => l.At(middle))
            .ToList();
        Cell? above = null;
        for (var i = 0; i + 1 < crossed.Count; i++)
        {
            var (top, bottom) = (crossed[i], crossed[i + 1]);
            var (v0, v1) = (top.At(middle), bottom.At(middle));
            if (v1 - v0 <= PlanTolerances.SameInches)
            {
                continue;
            }
            var at = facet.Place(middle, (v0 + v1) / 2);
            if (!facet.Has(at))
            {
                above = null;
                continue;
            }
            var cell = new Cell
            {
                Facet = facet,
                U0 = u0,
                U1 = u1,
                Top0 = top.At(u0),
                Top1 = top.At(u1),
                Bottom0 = bottom.At(u0),
                Bottom1 = bottom.At(u1),
                Exposed = !over.Exists(o => Hides(o, facet, at)),
                Height = facet.Height(facet.Place(middle, v1)),
            };
            if (above is not null)
            {
                above.Below = cell;
            }
            facet.Cells.Add(cell);
            above = cell;
        }
    }

    /// <summary>The higher slope has the rain; of two at one height the first has it.</summary>
    private static bool Hides(Facet other, Facet facet, PlanPoint at)
    {
        if (!other.Box.Holds(at) || !Polygons.Contains(other.Plan.Loop, at) || other.InHole(at))
        {
            return false;
        }
        var higher = other.Height(at) - facet.Height(at);
        return higher > PlanTolerances.MeetInches || (Math.Abs(higher) <= PlanTolerances.MeetInches && other.Number < facet.Number);
    }
}
