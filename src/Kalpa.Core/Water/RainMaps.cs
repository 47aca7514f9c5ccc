using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.Water;

/// <summary>Where the rain goes on a plan, what arrives where, and where it came from (methods, section 3).</summary>
public static class RainMaps
{
    private const double SquareInches = 144;
    private const double InchesPerFoot = 12;

    /// <summary>Rain from nothing to more than any that has been measured for five minutes, inches an hour.</summary>
    public const double MostInchesPerHour = 30;

    /// <summary>Widths of strip that mean something at one place, feet.</summary>
    public const double LeastStripFeet = 0.25;
    public const double MostStripFeet = 100;

    public static RainAnswer Of(RainRequest request)
    {
        var shape = PlanSolver.Solve(request.Plan);
        var edges = PlanEdges.Classify(request.Plan, shape);
        return Of(request, shape, edges);
    }

    internal static RainAnswer Of(RainRequest request, PlanShape shape, IReadOnlyList<PlanEdge> edges)
    {
        if (!request.Plan.Sized || shape.Facets.Count == 0)
        {
            return new RainAnswer(
                false,
                request.InchesPerHour,
                0,
                0,
                [],
                [],
                [],
                [],
                [],
                [],
                [],
                ["The plan has no sizes yet: give it lengths and pitches."],
                [],
                DetailNames.Of(request.Details)
            );
        }
        var network = new WaterNetwork(request.Plan, shape, edges, request.Details, !request.GuttersBlocked);
        return new RainMap(network, request).Answer();
    }

    /// <summary>A plan's water, to be asked for places: at an inch an hour, gutters working.</summary>
    internal static RainMap MapOf(PlanFact plan, PlanShape shape, IReadOnlyList<PlanEdge> edges, IReadOnlyList<DetailFact> details) =>
        new(new WaterNetwork(plan, shape, edges, details, true), new RainRequest(plan, details, 1), draws: false);

    internal static double Feet2(double squareInches) => squareInches / SquareInches;

    internal static RainPoint Point(PlanPoint at) => new(Quantise.Measure(at.X), Quantise.Measure(at.Y));

    internal static double Feet(double inches) => inches / InchesPerFoot;
}
