using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Measuring;

/// <summary>
/// A spot found on the plan: inches east, north and above the ground, and how far it is down the slope to its edge and up to its top, feet along the
/// roof. <paramref name="OnSlope"/> is false where the slope has moved from under it or is gone: then it needs a place.
/// </summary>
public sealed record PlacedSpot(Guid Id, Guid SlopeId, bool OnSlope, double X, double Y, double Z, double? EaveFeet, double? RidgeFeet);

/// <summary>Where details, findings and photos lie.</summary>
public static class DetailPlaces
{
    public static PlacedSpot Of(PlanShape shape, Guid id, Spot spot)
    {
        if (shape.Facet(spot.SlopeId) is not { } facet || !double.IsFinite(spot.Along) || !double.IsFinite(spot.Up))
        {
            return new PlacedSpot(id, spot.SlopeId, false, 0, 0, 0, null, null);
        }
        var at = facet.Frame.Place(spot);
        var within =
            Polygons.Contains(facet.Loop, at)
            || Polygons.Sides(facet.Loop).Any(s => Polygons.OnSegment(at, s.From, s.To, PlanTolerances.OnLineInches));
        var up = facet.Frame.Along.Left;
        var factor = new Pitch(facet.RisePer12).SlopeFactor;
        return new PlacedSpot(
            id,
            spot.SlopeId,
            within,
            Quantise.Measure(at.X),
            Quantise.Measure(at.Y),
            Quantise.Measure(facet.Plane.Height(at)),
            Feet(Reach(facet.Loop, at, up * -1)),
            Feet(Reach(facet.Loop, at, up))
        );
        double? Feet(double? inches) => inches is null ? null : Quantise.Feet(inches.Value * factor / Length.InchesPerFoot);
    }

    /// <summary>The spot of a place of the plan: on the highest slope there; null beside the roof.</summary>
    public static Spot? At(PlanShape shape, double x, double y, Guid? planRevision)
    {
        var at = new PlanPoint(x, y);
        var facet = shape.Facets.Where(f => Polygons.Contains(f.Loop, at)).MaxBy(f => f.Plane.Height(at));
        if (facet is null)
        {
            return null;
        }
        var (along, up) = facet.Frame.Of(at);
        return new Spot(facet.SlopeId, Quantise.Measure(along), Quantise.Measure(up), planRevision);
    }

    /// <summary>Inches on plan from a place in a direction to the outline; null from outside.</summary>
    private static double? Reach(List<PlanPoint> loop, PlanPoint at, PlanPoint direction)
    {
        const double Far = 1e6;
        var hits = Polygons
            .Sides(loop)
            .Select(s => Polygons.Meet(at, at + (direction * Far), s.From, s.To))
            .Where(hit => hit is not null)
            .Select(hit => at.To(hit!.Value))
            .ToList();
        if (hits.Count == 0)
        {
            return null;
        }
        // A place on the outline meets its own side at once: what counts is how far the slope goes on from there, if it does.
        var first = hits.Where(inches => inches > PlanTolerances.OnLineInches).DefaultIfEmpty(0).Min();
        return first > 0 && Polygons.Contains(loop, at + (direction * (first / 2))) ? first : 0;
    }
}
