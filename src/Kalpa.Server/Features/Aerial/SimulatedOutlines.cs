using System.Globalization;
using System.Text;

namespace Kalpa.Server.Features.Aerial;

/// <summary>Where outlines from above come from.</summary>
public interface IOutlineSupplier
{
    bool Simulated { get; }

    string Name { get; }

    /// <summary>Outlines at an address as GeoJSON; null where it knows none.</summary>
    /// <exception cref="OutlineSupplierException">The supplier does not answer.</exception>
    Task<string?> Outlines(string address, bool fail, CancellationToken cancel);
}

public sealed class OutlineSupplierException(string message) : Exception(message);

/// <summary>
/// A made-up supplier that ships with Kalpa and says so: it knows the addresses of the demo, takes its time, and fails when asked to. It stands in
/// until a firm connects a supplier of its own.
/// </summary>
public sealed class SimulatedOutlines(KalpaOutlineDelay delay) : IOutlineSupplier
{
    private const double FeetPerMetre = 1 / 0.3048;
    private const double MetresPerDegree = 6_371_008.8 * Math.PI / 180;

    /// <summary>Somewhere in the sea: the demo's town is on no map.</summary>
    private const double Longitude = 0.5;

    private const double Latitude = 60;

    private sealed record Outline(string Name, double HeightFeet, (double X, double Y)[] Feet);

    /// <summary>By the beginning of the address, feet east and north.</summary>
    private static readonly Dictionary<string, Outline[]> Known = new(StringComparer.OrdinalIgnoreCase)
    {
        ["4 Lantern Steps"] =
        [
            new("house", 10, [(0, 0), (42, 0), (42, 29), (38, 29), (38, 53.25), (16, 53.25), (16, 29), (0, 29)]),
            new("boat porch", 8, [(6, -8.33), (22, -8.33), (22, 1), (6, 1)]),
        ],
        ["11 Net Loft Lane"] = [new("schoolhouse", 14, [(0, 0), (46, 0), (46, 31), (0, 31)])],
        ["2 Ropewalk Quay"] =
        [
            new("shop", 16, [(0, 0), (48, 0), (48, 36), (0, 36)]),
            new("store", 10, [(48, 4), (66, 4), (66, 30), (48, 30)]),
        ],
        ["Pier Head"] = [new("office", 11, [(0, 0), (40, 0), (40, 26), (0, 26)])],
    };

    public bool Simulated => true;

    public string Name => "Simulated outlines from above, made up by Kalpa";

    public async Task<string?> Outlines(string address, bool fail, CancellationToken cancel)
    {
        await Task.Delay(delay.Time, cancel);
        if (fail)
        {
            throw new OutlineSupplierException("The simulated supplier was asked to fail. Try again, or draw the outline by hand.");
        }
        var known = Known.Where(k => address.StartsWith(k.Key, StringComparison.OrdinalIgnoreCase)).Select(k => k.Value).FirstOrDefault();
        return known is null ? null : GeoJson(known);
    }

    private static string GeoJson(Outline[] outlines)
    {
        var features = outlines.Select(outline =>
        {
            var ring = string.Join(',', outline.Feet.Append(outline.Feet[0]).Select(Coordinate));
            return $$$"""{"type":"Feature","properties":{"name":"{{{outline.Name}}}","heightInches":{{{Text(outline.HeightFeet * 12)}}}},"geometry":{"type":"Polygon","coordinates":[[{{{ring}}}]]}}""";
        });
        return new StringBuilder("""{"type":"FeatureCollection","features":[""").AppendJoin(',', features).Append("]}").ToString();
    }

    private static string Coordinate((double X, double Y) feet)
    {
        var (east, north) = (feet.X / FeetPerMetre, feet.Y / FeetPerMetre);
        var longitude = Longitude + (east / (MetresPerDegree * Math.Cos(Latitude * Math.PI / 180)));
        return $"[{Text(longitude)},{Text(Latitude + (north / MetresPerDegree))}]";
    }

    private static string Text(double value) => Math.Round(value, 9).ToString(CultureInfo.InvariantCulture);
}

/// <summary>How long the simulated supplier takes; tests make it short.</summary>
public sealed record KalpaOutlineDelay(TimeSpan Time)
{
    public static KalpaOutlineDelay Usual { get; } = new(TimeSpan.FromSeconds(1.2));
}
