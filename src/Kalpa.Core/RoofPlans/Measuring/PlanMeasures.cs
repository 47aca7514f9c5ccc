using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Measuring;

/// <summary>Total of one class of edges, feet along the roof.</summary>
public sealed record EdgeTotal(EdgeClass Class, double TrueFeet);

/// <summary>Whether a slope's classified borders add up to its outline, feet on plan.</summary>
public sealed record Closing(Guid SlopeId, double OutlineFeet, double ClassedFeet, bool Closes);

/// <summary>What lies under a slope, square feet on plan.</summary>
public sealed record UnderShare(Guid SlopeId, Under Under, double SquareFeet);

/// <summary>Everything a plan says of itself. <paramref name="Measured"/> is false while it has letters but no sizes: then no number may be shown.</summary>
public sealed record PlanAnswer(
    bool Measured,
    IReadOnlyList<PlanFacet> Facets,
    IReadOnlyList<PlanEdge> Edges,
    IReadOnlyList<PlanProblem> Problems,
    double PlanSquareFeet,
    double TrueSquareFeet,
    double Squares,
    IReadOnlyList<EdgeTotal> Totals,
    IReadOnlyList<Closing> Closings,
    IReadOnlyList<IReadOnlyList<ZonePoint>> WallLines,
    IReadOnlyList<UnderShare> Under,
    IReadOnlyList<PlacedSpot> Details,
    IReadOnlyList<PlacedSpot> Spots,
    TakeOff TakeOff,
    IReadOnlyList<IceReach> Ice,
    IReadOnlyList<PlacedOutline> Outlines
);

/// <summary>A spot of a finding or a photo, to be found on the plan.</summary>
public sealed record SpotOf(Guid Id, Spot Spot);

/// <summary>An outline drawn on a slope, of a finding, to be found on the plan.</summary>
public sealed record OutlineOf(Guid Id, Guid SlopeId, IReadOnlyList<PondCorner> Corners);

/// <summary>An outline found on the plan: inches east and north.</summary>
public sealed record PlacedOutline(Guid Id, Guid SlopeId, IReadOnlyList<ZonePoint> Corners);

/// <summary>Asks for everything a plan says of itself: details, coverings on its slopes on a day, spots, outlines, and the height of an ice dam.</summary>
public sealed record PlanRequest(
    PlanFact Plan,
    IReadOnlyList<DetailFact> Details,
    IReadOnlyList<CoveringFact> Coverings,
    DateOnly AsOf,
    IReadOnlyList<SpotOf>? Spots = null,
    double DamInches = 0,
    IReadOnlyList<OutlineOf>? Outlines = null
);

/// <summary>Measures a plan: areas, edges, details, take-off and ice in one go.</summary>
public static class PlanMeasures
{
    /// <summary>Borders are rounded to a hundredth of a foot each: so much may an outline of many stretches miss.</summary>
    private const double ClosingFeet = 0.1;

    public static PlanAnswer Of(PlanRequest request, Rules.RuleBook book)
    {
        var plan = request.Plan;
        var shape = PlanSolver.Solve(plan);
        var edges = PlanEdges.Classify(plan, shape);
        var families = Families(request.Coverings, request.AsOf, book);
        var placed = request.Details.Select(d => DetailPlaces.Of(shape, d.Id, d.Spot)).ToList();
        return new PlanAnswer(
            plan.Sized && shape.Facets.Count > 0,
            shape.Facets,
            edges,
            [.. shape.Problems, .. OffTheRoof(request.Details, placed)],
            Quantise.Area(shape.Facets.Sum(f => f.PlanSquareFeet)),
            Quantise.Area(shape.Facets.Sum(f => f.TrueSquareFeet)),
            Quantise.Area(shape.Facets.Sum(f => f.Squares)),
            [.. edges.GroupBy(e => e.Class).OrderBy(g => g.Key).Select(g => new EdgeTotal(g.Key, Quantise.Feet(g.Sum(e => e.TrueFeet))))],
            Closings(shape, edges),
            WallLines.Of(plan),
            [.. shape.Facets.SelectMany(f => UnderOf(plan, f))],
            placed,
            [.. (request.Spots ?? []).Select(s => DetailPlaces.Of(shape, s.Id, s.Spot))],
            TakeOffs.Of(plan, shape, edges, request.Details, families),
            IceReaches.Of(plan, shape, edges, Math.Clamp(request.DamInches, 0, IceReaches.HighestDamInches)),
            [.. (request.Outlines ?? []).Select(o => Placed(shape, o)).OfType<PlacedOutline>()]
        );
    }

    private static PlacedOutline? Placed(PlanShape shape, OutlineOf outline) =>
        shape.Facet(outline.SlopeId) is { } facet
            ? new PlacedOutline(
                outline.Id,
                outline.SlopeId,
                [
                    .. outline
                        .Corners.Select(c => facet.Frame.Place(new Spot(outline.SlopeId, c.Along, c.Up)))
                        .Select(p => new ZonePoint(Quantise.Measure(p.X), Quantise.Measure(p.Y))),
                ]
            )
            : null;

    /// <summary>The family of covering on each slope on a day; a slope without one, or with one that is not known, is left out.</summary>
    internal static Dictionary<Guid, CoveringFamily> Families(IReadOnlyList<CoveringFact> coverings, DateOnly day, Rules.RuleBook book) =>
        coverings
            .Select(c => c.SlopeId)
            .Distinct()
            .Select(id => Assessing.Assessor.CoveringOn(coverings, id, day))
            .OfType<CoveringFact>()
            .Where(c => book.FindCovering(c.Kind) is not null)
            .ToDictionary(c => c.SlopeId, c => book.Covering(c.Kind).Family);

    /// <summary>Folds are listed once, so they count for both slopes.</summary>
    public static IReadOnlyList<Closing> Closings(PlanShape shape, IReadOnlyList<PlanEdge> edges)
    {
        var own = edges.ToLookup(e => e.SlopeId);
        var shared = edges.Where(e => e.OtherSlopeId is not null && e.StepInches == 0).ToLookup(e => e.OtherSlopeId!.Value);
        return [.. shape.Facets.Select(f => Closes(f, own[f.SlopeId].Concat(shared[f.SlopeId])))];
    }

    private static Closing Closes(PlanFacet facet, IEnumerable<PlanEdge> edges)
    {
        var outline = Polygons.Perimeter(facet.Loop) / Measures.Length.InchesPerFoot;
        // A wall of something standing on the slope, and its valley, lie within the outline.
        bool OnOutline(PlanEdge e)
        {
            var middle = e.From.Point.Towards(e.To.Point, 0.5);
            return Polygons.Sides(facet.Loop).Any(s => Polygons.OnSegment(middle, s.From, s.To, PlanTolerances.OnLineInches));
        }
        var classed = edges.Where(OnOutline).Sum(e => e.PlanFeet);
        return new Closing(facet.SlopeId, Quantise.Feet(outline), Quantise.Feet(classed), Math.Abs(outline - classed) <= ClosingFeet);
    }

    private static IEnumerable<UnderShare> UnderOf(PlanFact plan, PlanFacet facet)
    {
        var whole = Polygons.SignedArea(facet.Loop) / 144;
        var rest = whole;
        foreach (var zone in plan.Zones)
        {
            var area = Polygons.CoveredArea(facet.Loop, [zone.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList()]) / 144;
            if (area > 0)
            {
                rest -= area;
                yield return new UnderShare(facet.SlopeId, zone.Under, Quantise.Area(area));
            }
        }
        yield return new UnderShare(facet.SlopeId, plan.Parts.First(p => p.Id == facet.PartId).Under, Quantise.Area(Math.Max(0, rest)));
    }

    private static IEnumerable<PlanProblem> OffTheRoof(IReadOnlyList<DetailFact> details, List<PlacedSpot> placed) =>
        placed
            .Where(p => !p.OnSlope)
            .Select(p => new PlanProblem(
                "detail.off-slope",
                $"The {Words(details.First(d => d.Id == p.Id).Kind)} lies off its slope. Give it a place.",
                null,
                p.Id,
                p.X,
                p.Y
            ));

    internal static string Words(string kind) => BookKey.InWords(kind);
}
