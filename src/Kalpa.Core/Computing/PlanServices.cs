using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Core.Rules;
using Kalpa.Core.Water;

namespace Kalpa.Core.Computing;

/// <summary>The methods about roof plans, water and leaks.</summary>
public static partial class ComputeServices
{
    public static Outcome<ClassifyAnswer> Classify(ClassifyRequest request, RuleBook book)
    {
        var shape = PlanSolver.Solve(request.Plan);
        var edges = PlanEdges.Classify(request.Plan, shape);
        return new ClassifyAnswer(shape.Facets, edges, PlanMeasures.Closings(shape, edges), shape.Problems);
    }

    public static Outcome<DraftAnswer> Draft(DraftRequest request, RuleBook book) =>
        DraftOf(request.Plan, PlanSolver.Solve(request.Plan), null);

    internal static DraftAnswer DraftOf(PlanFact plan, PlanShape shape, KnownDraft? known)
    {
        var edges = PlanEdges.Classify(plan, shape, known?.Edges);
        var number = new Dictionary<Guid, int>();
        var slopes = new List<DraftSlope>(shape.Facets.Count);
        foreach (var facet in shape.Facets)
        {
            number[facet.SlopeId] = slopes.Count;
            slopes.Add(known is null ? Slope(facet) : known.Slope(facet, Slope));
        }
        var drawn = new List<DraftEdge>(edges.Count);
        foreach (var edge in edges)
        {
            var slope = number[edge.SlopeId];
            drawn.Add(known is null ? Edge(edge, slope) : known.Edge(edge, slope, Edge));
        }
        return new DraftAnswer(
            plan.Sized && slopes.Count > 0,
            slopes,
            drawn,
            shape.Problems,
            Quantise.Area(shape.Facets.Sum(f => f.Squares)),
            TakeOffs.Of(plan, shape, edges, [], NoFamilies)
        );
    }

    private static DraftSlope Slope(PlanFacet facet)
    {
        var outline = new List<int>(2 * facet.Corners.Count);
        foreach (var corner in facet.Corners)
        {
            outline.Add(Hundredths(corner.X));
            outline.Add(Hundredths(corner.Y));
        }
        return new DraftSlope(
            facet.SlopeId,
            facet.PartId,
            (int)Math.Round(facet.AzimuthDegrees),
            Hundredths(facet.RisePer12),
            [Hundredths(facet.LabelX), Hundredths(facet.LabelY)],
            outline
        );
    }

    private static DraftEdge Edge(PlanEdge edge, int slope) =>
        new(
            edge.Class,
            slope,
            [Hundredths(edge.From.X), Hundredths(edge.From.Y), Hundredths(edge.To.X), Hundredths(edge.To.Y)],
            Hundredths(edge.TrueFeet)
        );

    public static Outcome<SkeletonAnswer> Skeleton(SkeletonRequest request, RuleBook book) => StraightSkeleton.Of(request.Corners);

    public static Outcome<PlanAnswer> Plan(PlanRequest request, RuleBook book) => PlanMeasures.Of(request, book);

    public static Outcome<TakeOff> TakeOff(PlanRequest request, RuleBook book) => PlanMeasures.Of(request, book).TakeOff;

    public static Outcome<PlanEditAnswer> PlanEdit(PlanEditRequest request, RuleBook book) => PlanEdits.Of(request);

    public static Outcome<PlanSlopesAnswer> OfPlanSlopes(PlanSlopesRequest request, RuleBook book) => PlanSlopes.Of(request);

    public static Outcome<PlanSpotsAnswer> OfPlanSpots(PlanSpotsRequest request, RuleBook book) => PlanSpots.Of(request);

    public static Outcome<RunsAnswer> Runs(RunsRequest request, RuleBook book) => PlanRuns.Of(request);

    public static Outcome<StarterAnswer> Starter(StarterRequest request, RuleBook book) => PlanStarters.Of(request);

    public static Outcome<ImportAnswer> Import(ImportRequest request, RuleBook book) => OutlineReader.Read(request);

    public static Outcome<NoticesAnswer> Notices(NoticesRequest request, RuleBook book) => PlanNotices.Of(request, book);

    private static readonly Dictionary<Guid, CoveringFamily> NoFamilies = [];

    private static int Hundredths(double value) => (int)Math.Round(value * 100);

    public static Outcome<IceAnswer> Ice(IceRequest request, RuleBook book)
    {
        if (!(request.DamInches >= 0 && request.DamInches <= IceReaches.HighestDamInches))
        {
            return new ComputeProblem("ice.bad-dam", "$.damInches", $"A dam stands 0 to {IceReaches.HighestDamInches:0} in high.");
        }
        var shape = PlanSolver.Solve(request.Plan);
        return new IceAnswer(IceReaches.Of(request.Plan, shape, PlanEdges.Classify(request.Plan, shape), request.DamInches));
    }

    public static Outcome<RainAnswer> Rain(RainRequest request, RuleBook book) => RainMaps.Of(request);

    public static Outcome<RainTableAnswer> Rains(RainTableRequest request, RuleBook book) => RainTable.Shipped;

    public static Outcome<DrainageAnswer> Drainage(DrainageRequest request, RuleBook book) =>
        request is { Gutter: null, Downspout: null, Scupper: null, Drain: null, Valley: null, Pond: null }
            ? new ComputeProblem("drainage.nothing", "$", "Give a gutter, downspout, scupper, drain, valley or pond.")
        : request is { Valley: not null, Gpm: null } and ({ SquareFeet: null } or { InchesPerHour: null })
            ? new ComputeProblem(
                "drainage.no-flow",
                "$.gpm",
                "A valley’s stream needs its flow: give gallons a minute, or an area and inches an hour."
            )
        : Drainages.Of(request);

    public static Outcome<LeakAnswer> Leak(LeakRequest request, RuleBook book)
    {
        if (book.FindCovering(request.Covering) is null)
        {
            return new ComputeProblem("leak.unknown-covering", "$.covering", $"The rule book has no covering \"{request.Covering}\".");
        }
        var unknown = (request.Findings ?? []).FirstOrDefault(f => book.FindCondition(f.Condition) is null);
        return unknown is not null
            ? new ComputeProblem("leak.unknown-condition", "$.findings", $"The rule book has no condition \"{unknown.Condition}\".")
            : LeakDesk.Of(request, book);
    }

    public static Outcome<SpotAnswer> PlanSpot(SpotRequest request, RuleBook book) =>
        new SpotAnswer(DetailPlaces.At(PlanSolver.Solve(request.Plan), request.X, request.Y, request.PlanRevision));

    /// <summary>The same text on every way out: as GeoJSON.</summary>
    public static Outcome<PlanTextAnswer> GeoJson(PlanExportRequest request, RuleBook book) =>
        new PlanTextAnswer(
            PlanGeoJson.Write(
                request.Plan.Plan,
                PlanMeasures.Of(request.Plan, book),
                request.Plan.Details,
                request.Slopes.ToDictionary(s => s.Id, s => s.Letter)
            )
        );
}
