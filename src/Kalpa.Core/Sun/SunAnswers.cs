using Kalpa.Core.Facts;

namespace Kalpa.Core.Sun;

/// <summary>
/// Asks for the sun on slopes at a latitude (degrees, north positive). With <paramref name="Longitude"/> (degrees, east positive) and
/// <paramref name="At"/> also where the sun stands then.
/// </summary>
public sealed record SunRequest(double Latitude, IReadOnlyList<SunPlane> Slopes, double? Longitude = null, DateTimeOffset? At = null);

/// <summary>A plane by its rise in 12 and the compass degrees that it falls towards.</summary>
public sealed record SunPlane(double RisePer12, double AzimuthDegrees);

/// <summary>Yearly clear-sky beam dose of each plane in kWh/m², and relative to the mean of all.</summary>
public sealed record SunAnswer(IReadOnlyList<PlaneDose> Slopes, double? ElevationDegrees, double? AzimuthDegrees);

public sealed record PlaneDose(double YearlyKwhPerSquareMetre, double RelativeToMean);

public static class SunAnswers
{
    public static SunAnswer Of(SunRequest request)
    {
        var dose = new SunDose(request.Latitude);
        var yearly = request.Slopes.Select(s => dose.Yearly(s.RisePer12, s.AzimuthDegrees)).ToList();
        var mean = yearly.Count == 0 ? 0 : yearly.Average();
        SunPlace? sun = request is { Longitude: { } longitude, At: { } at } ? SolarPosition.Of(at, request.Latitude, longitude) : null;
        return new SunAnswer(
            [.. yearly.Select(y => new PlaneDose(Math.Round(y, 0), mean > 0 ? Quantise.Factor(y / mean) : 1))],
            sun is { } up ? Quantise.Area(up.ElevationDegrees) : null,
            sun is { } from ? Quantise.Area(from.AzimuthDegrees) : null
        );
    }

    /// <summary>
    /// The dose of each slope relative to the mean of the roof, by the way it falls and its pitch; empty without a latitude. Each slope counts by its
    /// area where all are measured, else all alike.
    /// </summary>
    public static IReadOnlyDictionary<Guid, double> Relative(
        double? latitude,
        IReadOnlyList<SlopeFact> slopes,
        Func<SlopeFact, RoofPlans.SlopeSize?> sizeOf
    )
    {
        var relative = new Dictionary<Guid, double>();
        if (latitude is not { } at || slopes.Count == 0)
        {
            return relative;
        }
        var dose = new SunDose(at);
        var areas = slopes.Select(s => sizeOf(s)?.TrueAreaSquareFeet ?? 0).ToList();
        var measured = areas.All(a => a > 0);
        var yearly = slopes.Select(s => dose.Yearly(s.Pitch.RisePer12, SunDose.AzimuthOf(s.Facing))).ToList();
        var weights = areas.Select(a => measured ? a : 1).ToList();
        var mean = yearly.Zip(weights, (y, w) => y * w).Sum() / weights.Sum();
        for (var i = 0; i < slopes.Count; i++)
        {
            relative[slopes[i].Id] = mean > 0 ? Quantise.Factor(yearly[i] / mean) : 1;
        }
        return relative;
    }
}
