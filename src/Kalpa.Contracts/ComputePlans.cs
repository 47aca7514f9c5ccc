using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>The methods about roof plans.</summary>
public static partial class Compute
{
    private static Outcome<ClassifyAnswer> Classify(ClassifyRequest request)
    {
        var shape = PlanSolver.Solve(request.Plan);
        var edges = PlanEdges.Classify(request.Plan, shape);
        return new ClassifyAnswer(shape.Facets, edges, PlanMeasures.Closings(shape, edges), shape.Problems);
    }

    private static DraftAnswer Draft(PlanFact plan)
    {
        var shape = PlanSolver.Solve(plan);
        var edges = PlanEdges.Classify(plan, shape);
        var number = new Dictionary<Guid, int>();
        var slopes = new List<DraftSlope>(shape.Facets.Count);
        foreach (var facet in shape.Facets)
        {
            number[facet.SlopeId] = slopes.Count;
            var outline = new List<int>(2 * facet.Corners.Count);
            foreach (var corner in facet.Corners)
            {
                outline.Add(Hundredths(corner.X));
                outline.Add(Hundredths(corner.Y));
            }
            slopes.Add(
                new DraftSlope(
                    facet.SlopeId,
                    facet.PartId,
                    (int)Math.Round(facet.AzimuthDegrees),
                    Hundredths(facet.RisePer12),
                    [Hundredths(facet.LabelX), Hundredths(facet.LabelY)],
                    outline
                )
            );
        }
        return new DraftAnswer(
            plan.Sized && slopes.Count > 0,
            slopes,
            edges
                .Select(e => new DraftEdge(
                    e.Class,
                    number[e.SlopeId],
                    [Hundredths(e.From.X), Hundredths(e.From.Y), Hundredths(e.To.X), Hundredths(e.To.Y)],
                    Hundredths(e.TrueFeet)
                ))
                .ToList(),
            shape.Problems,
            Core.Quantise.Area(shape.Facets.Sum(f => f.Squares)),
            TakeOffs.Of(plan, shape, edges, [], NoFamilies)
        );
    }

    private static readonly Dictionary<Guid, CoveringFamily> NoFamilies = [];

    private static int Hundredths(double value) => (int)Math.Round(value * 100);

    private static Outcome<IceAnswer> Ice(IceRequest request)
    {
        if (!(request.DamInches >= 0 && request.DamInches <= IceReaches.HighestDamInches))
        {
            return new ComputeProblem("ice.bad-dam", "$.damInches", $"A dam stands 0 to {IceReaches.HighestDamInches:0} in high.");
        }
        var shape = PlanSolver.Solve(request.Plan);
        return new IceAnswer(IceReaches.Of(request.Plan, shape, PlanEdges.Classify(request.Plan, shape), request.DamInches));
    }

    private static Outcome<SpotAnswer> PlanSpot(SpotRequest request) =>
        new SpotAnswer(DetailPlaces.At(PlanSolver.Solve(request.Plan), request.X, request.Y, request.PlanRevision));

    /// <summary>The same text on every way out: as GeoJSON.</summary>
    public static PlanTextAnswer GeoJson(PlanExportRequest request, RuleBook book) =>
        new(
            PlanGeoJson.Write(
                request.Plan.Plan,
                PlanMeasures.Of(request.Plan, book),
                request.Plan.Details,
                request.Slopes.ToDictionary(s => s.Id, s => s.Letter)
            )
        );
}
