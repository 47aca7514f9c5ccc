using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.RoofPlans;

/// <summary>
/// Raises the slopes of a plan (methods, section 2). A part that cannot be raised is left out with its problems; the others stand. Lengths in inches,
/// heights above the ground.
/// </summary>
public static class PlanSolver
{
    private const double SquareInchesPerSquareFoot = 144;

    /// <summary>Farther apart in height than this, one part stands clear above another, inches.</summary>
    private const double ClearInches = 1;

    private const double DegreesPerRadian = 180 / Math.PI;

    public static PlanShape Solve(PlanFact plan) => Solve(plan, null);

    /// <param name="known">What parts came to before, for a plan that is solved again and again.</param>
    internal static PlanShape Solve(PlanFact plan, RaisedParts? known)
    {
        var problems = new List<PlanProblem>();
        var facets = plan.Parts.SelectMany(part => known is null ? OfPart(part, problems) : known.Of(part, problems, OfPart)).ToList();
        var trimmed = StandingParts.Trim(plan, facets, problems);
        Overlaps(plan, trimmed, problems, known);
        var standing = plan.Parts.Where(p => p.OnSlope is not null).ToLookup(p => p.OnSlope!.Value, p => p.Id);
        return new PlanShape([.. trimmed.Select(With)], problems);

        PlanFacet With(PlanFacet facet)
        {
            var covering = Covering([.. standing[facet.SlopeId]], trimmed);
            return known is null || covering.Count > 0 ? Measured(facet, covering) : known.Measured(facet, f => Measured(f, []));
        }
    }

    /// <summary>Degrees from north towards east of the way a slope falls; its gradient points the other way.</summary>
    internal static double Azimuth(PlanPoint gradient)
    {
        var degrees = Math.Atan2(-gradient.X, -gradient.Y) * DegreesPerRadian;
        return Math.Round(degrees < 0 ? degrees + 360 : degrees, 2) % 360;
    }

    /// <summary>The nearest of the eight points; each holds 45°.</summary>
    internal static Facing FacingOf(double azimuthDegrees) => (Facing)((int)Math.Floor(((azimuthDegrees % 360) + 22.5) / 45) % 8);

    private static IEnumerable<PlanFacet> OfPart(PlanPart part, List<PlanProblem> problems)
    {
        if (!double.IsFinite(part.HeightInches))
        {
            problems.Add(new PlanProblem("plan.no-height", $"Give {Named(part)} an eave height.", part.Id));
            return [];
        }
        return part.Alone is { } alone ? OfLone(part, alone, problems) : OfFootprint(part, problems);
    }

    private static IEnumerable<PlanFacet> OfFootprint(PlanPart part, List<PlanProblem> problems)
    {
        var answer = StraightSkeleton.Of([.. part.Corners.Select(c => new FootprintCorner(c.X, c.Y, c.RisePer12, c.Gable))]);
        problems.AddRange(answer.Problems.Select(p => Placed(part, p)));
        return answer.Faces.Select(face => OfFace(part, face));
    }

    private static PlanFacet OfFace(PlanPart part, SkeletonFace face)
    {
        var corner = part.Corners[face.Edge];
        var next = part.Corners[(face.Edge + 1) % part.Corners.Count];
        var origin = new PlanPoint(corner.X, corner.Y);
        var along = (new PlanPoint(next.X, next.Y) - origin).Unit;
        var plane = Plane.Through(origin, part.HeightInches, along.Left * (corner.RisePer12 / Pitch.Run));
        return Facet(corner.SlopeId, part.Id, corner.Id, [.. face.Corners.Select(c => c.Point)], plane, new Frame(origin, along));
    }

    private static IEnumerable<PlanFacet> OfLone(PlanPart part, LoneSlope alone, List<PlanProblem> problems)
    {
        // Any pitch serves the checks of shape; the slope's own is checked below, where zero is a flat roof and no fault.
        var faults = FootprintChecks.Of([.. part.Corners.Select(c => new FootprintCorner(c.X, c.Y, Pitch.Run))]);
        problems.AddRange(faults.Select(p => Placed(part, p)));
        if (!(alone.RisePer12 >= 0 && alone.RisePer12 <= Pitch.SteepestRisePer12 && double.IsFinite(alone.AzimuthDegrees)))
        {
            problems.Add(new PlanProblem("plan.bad-pitch", $"Give {Named(part)} a pitch from 0 to 24:12 and the way it falls.", part.Id));
            return [];
        }
        if (faults.Count > 0)
        {
            return [];
        }
        var downhill = new PlanPoint(Math.Sin(alone.AzimuthDegrees / DegreesPerRadian), Math.Cos(alone.AzimuthDegrees / DegreesPerRadian));
        var origin = new PlanPoint(part.Corners[0].X, part.Corners[0].Y);
        var plane = Plane.Through(origin, part.HeightInches, downhill * (-alone.RisePer12 / Pitch.Run));
        var loop = part.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList();
        var facet = Facet(alone.SlopeId, part.Id, null, loop, plane, new Frame(origin, downhill.Left));
        // A level slope has no gradient to read its azimuth from.
        return [facet with { AzimuthDegrees = alone.AzimuthDegrees % 360, Facing = FacingOf(alone.AzimuthDegrees) }];
    }

    internal static PlanFacet Facet(Guid slopeId, Guid partId, Guid? edgeId, List<PlanPoint> loop, Plane plane, Frame frame)
    {
        var azimuth = Azimuth(plane.Gradient);
        return new PlanFacet(
            slopeId,
            partId,
            edgeId,
            [.. loop.Select(p => new RoofPoint(Quantise.Measure(p.X), Quantise.Measure(p.Y), Quantise.Measure(plane.Height(p))))],
            plane.Gradient.Length * Pitch.Run,
            azimuth,
            FacingOf(azimuth),
            0,
            0,
            0,
            0,
            0,
            0,
            0,
            0,
            0
        )
        {
            Plane = plane,
            Loop = loop,
            Frame = frame,
        };
    }

    private static PlanFacet Measured(PlanFacet facet, List<IReadOnlyList<PlanPoint>> covering)
    {
        var label = Polygons.Inside(facet.Loop);
        var covered = Polygons.CoveredArea(facet.Loop, covering);
        var plan = (Polygons.SignedArea(facet.Loop) - covered) / SquareInchesPerSquareFoot;
        var factor = new Pitch(facet.RisePer12).SlopeFactor;
        var up = facet.Loop.Select(p => facet.Frame.Of(p).Up).ToList();
        return facet with
        {
            LabelX = Quantise.Measure(label.X),
            LabelY = Quantise.Measure(label.Y),
            PlanSquareFeet = Quantise.Area(plan),
            CoveredSquareFeet = Quantise.Area(covered / SquareInchesPerSquareFoot),
            TrueSquareFeet = Quantise.Area(plan * factor),
            Squares = Quantise.Area(plan * factor / SlopeSize.SquareFeetPerSquare),
            LowInches = Quantise.Measure(facet.Corners.Min(c => c.Z)),
            HighInches = Quantise.Measure(facet.Corners.Max(c => c.Z)),
            SlopeFeet = Quantise.Feet((up.Max() - up.Min()) * factor / Length.InchesPerFoot),
            RisePer12 = Quantise.Measure(facet.RisePer12),
        };
    }

    /// <summary>What stands on a slope hides it: the covering stops there.</summary>
    private static List<IReadOnlyList<PlanPoint>> Covering(List<Guid> standing, List<PlanFacet> all) =>
        standing.Count == 0 ? [] : [.. all.Where(f => standing.Contains(f.PartId)).Select(f => (IReadOnlyList<PlanPoint>)f.Loop)];

    private static void Overlaps(PlanFact plan, List<PlanFacet> facets, List<PlanProblem> problems, RaisedParts? known)
    {
        var parts = plan.Parts.ToDictionary(p => p.Id);
        var free = facets
            .Where(f => parts[f.PartId].OnSlope is null)
            .Select(f => new Boxed(f, Boxes.Of(f.Loop, PlanTolerances.SameInches), known?.WasClear(f) == true))
            .ToList();
        for (var i = 0; i < free.Count; i++)
        {
            for (var j = i + 1; j < free.Count; j++)
            {
                var (a, b) = (free[i].Facet, free[j].Facet);
                // Two slopes that are as they were are as clear of each other as they were.
                if (free[i].Clear && free[j].Clear)
                {
                    continue;
                }
                if (a.PartId != b.PartId && free[i].Box.Meets(free[j].Box) && Clash(free[i], free[j]) is { } at)
                {
                    problems.Add(
                        new PlanProblem(
                            "plan.overlap",
                            $"{Named(parts[a.PartId])} and {Named(parts[b.PartId])} overlap at one height here. Move one, give it another height, or let it stand on a slope.",
                            b.PartId,
                            null,
                            at.X,
                            at.Y
                        )
                    );
                    return;
                }
            }
        }
        known?.AreClear(free.Select(f => f.Facet));
    }

    /// <summary><paramref name="Clear"/>: it clashed with none when it was drawn the last time.</summary>
    private readonly record struct Boxed(PlanFacet Facet, Box Box, bool Clear);

    /// <summary>
    /// A place of two slopes' common ground where neither is clear of the other; null where they only touch or one stands well above. Under the hand this is asked many
    /// times a second, by an interpreted core: what lies outside of the other's box is not looked at closely.
    /// </summary>
    private static PlanPoint? Clash(Boxed one, Boxed other)
    {
        var (a, b) = (one.Facet, other.Facet);
        var common = new List<PlanPoint>();
        AddWithin(common, a.Loop, other);
        AddWithin(common, b.Loop, one);
        var sides = Polygons.Sides(b.Loop).Where(t => one.Box.MeetsSegment(t.From, t.To)).ToList();
        foreach (var s in Polygons.Sides(a.Loop).Where(s => sides.Count > 0 && other.Box.MeetsSegment(s.From, s.To)))
        {
            foreach (var t in sides)
            {
                if (Polygons.Meet(s.From, s.To, t.From, t.To) is { } at)
                {
                    common.Add(at);
                }
            }
        }
        if (common.Count < 3)
        {
            return null;
        }
        var middle = new PlanPoint(common.Average(p => p.X), common.Average(p => p.Y));
        // What only touches has its common points in one line: no ground in common.
        var spread = common.Max(p => common.Max(q => Math.Abs((p - middle).Cross(q - middle))));
        if (spread < PlanTolerances.LeastAreaSquareInches)
        {
            return null;
        }
        var apart = common.Select(p => a.Plane.Height(p) - b.Plane.Height(p)).ToList();
        return apart.Min() < ClearInches && apart.Max() > -ClearInches ? middle : null;
    }

    private static void AddWithin(List<PlanPoint> common, List<PlanPoint> points, Boxed other)
    {
        foreach (var point in points)
        {
            if (other.Box.Holds(point) && Polygons.Contains(other.Facet.Loop, point))
            {
                common.Add(point);
            }
        }
    }

    private static PlanProblem Placed(PlanPart part, SkeletonProblem problem) =>
        new(
            problem.Code,
            problem.Text,
            part.Id,
            problem.Edge < part.Corners.Count ? part.Corners[problem.Edge].Id : null,
            problem.X,
            problem.Y
        );

    internal static string Named(PlanPart part) => part.Name.Length > 0 ? part.Name : $"the {part.Kind.ToString().ToLowerInvariant()}";
}
