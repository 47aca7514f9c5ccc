using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.RoofPlans;

/// <summary>
/// A line that comes to be on the roof where a slope is framed steeper and runs up onto another one: a valley or a break of pitch. <paramref name="FeetUp"/>: how far it
/// lies up the other slope from the old border, along the roof at most; <paramref name="CoveredSquareFeet"/>: of the other slope, along the roof, lies under the new deck.
/// </summary>
public sealed record NewFold(
    Guid SlopeId,
    Guid OtherSlopeId,
    EdgeClass Class,
    RoofPoint From,
    RoofPoint To,
    double TrueFeet,
    double FeetUp,
    double CoveredSquareFeet
);

/// <summary>
/// Slopes that are framed steeper about their eaves: where their new planes meet the slopes beside. A slope keeps its width; what stands above it as a wall stays one.
/// </summary>
internal static class Steepening
{
    private const double SquareInchesPerSquareFoot = 144;

    public static IReadOnlyList<NewFold> Of(PlanShape shape, IReadOnlySet<Guid> slopes, Func<Guid, Guid, bool?> meet, double risePer12) =>
        [
            .. shape
                .Facets.Where(own => slopes.Contains(own.SlopeId) && own.RisePer12 < risePer12)
                .SelectMany(own =>
                    shape
                        .Facets.Where(other => !slopes.Contains(other.SlopeId) && meet(own.SlopeId, other.SlopeId) == true)
                        .Select(other => Between(own, other, Raised(own, risePer12)))
                )
                .OfType<NewFold>(),
        ];

    /// <summary>The plane through the slope's eave at the new pitch.</summary>
    private static Plane Raised(PlanFacet facet, double risePer12)
    {
        var low = facet.Loop.MinBy(p => facet.Frame.Of(p).Up);
        return Plane.Through(low, facet.Plane.Height(low), facet.Frame.Along.Left * (risePer12 / Pitch.Run));
    }

    private static NewFold? Between(PlanFacet own, PlanFacet other, Plane raised)
    {
        var gap = raised.Gradient - other.Plane.Gradient;
        if (gap.Length < PlanTolerances.FlatFold)
        {
            return null;
        }
        // What of the other slope lies under the new plane, as wide as the slope is that is raised.
        var along = own.Loop.Select(p => own.Frame.Of(p).Along).ToList();
        var axis = own.Frame.Along;
        var at = axis.Dot(own.Frame.Origin);
        var under = Polygons.Clip(other.Loop, gap, other.Plane.AtOrigin - raised.AtOrigin);
        under = Polygons.Clip(under, axis, at + along.Min());
        under = Polygons.Clip(under, axis * -1, -(at + along.Max()));
        // Only what the slope runs up onto from its own border, not what lies under its plane elsewhere.
        if (under.Count < 3 || !under.Exists(p => NearBorder(own.Loop, p)))
        {
            return null;
        }
        var ends = Polygons
            .Sides(under)
            .Where(s => Meets(s.From) && Meets(s.To) && s.From.To(s.To) > PlanTolerances.LeastEdgeInches)
            .ToList();
        if (ends.Count == 0)
        {
            return null;
        }
        var (from, to) = ends.MaxBy(s => s.From.To(s.To));
        var (low, high) = (raised.Height(from), raised.Height(to));
        var outward = (gap * -1).Unit;
        var feetUp = under.Max(p => Math.Abs((p - from).Dot(outward)));
        var slope = new Pitch(other.RisePer12).SlopeFactor;
        return new NewFold(
            own.SlopeId,
            other.SlopeId,
            PlanEdges.Fold(raised, other.Plane, from, to, outward),
            new RoofPoint(Quantise.Measure(from.X), Quantise.Measure(from.Y), Quantise.Measure(low)),
            new RoofPoint(Quantise.Measure(to.X), Quantise.Measure(to.Y), Quantise.Measure(high)),
            Quantise.Feet(Math.Sqrt(Math.Pow(from.To(to), 2) + Math.Pow(high - low, 2)) / Length.InchesPerFoot),
            Quantise.Feet(feetUp * slope / Length.InchesPerFoot),
            Quantise.Area(Math.Abs(Polygons.SignedArea(under)) * slope / SquareInchesPerSquareFoot)
        );

        bool Meets(PlanPoint p) => Math.Abs(raised.Height(p) - other.Plane.Height(p)) < PlanTolerances.MeetInches;
    }

    private static bool NearBorder(List<PlanPoint> loop, PlanPoint at) =>
        Polygons.Contains(loop, at)
        || Polygons.Sides(loop).Any(s => Polygons.DistanceToSegment(at, s.From, s.To) < PlanTolerances.BesideInches);
}
