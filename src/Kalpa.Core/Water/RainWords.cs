using System.Globalization;

namespace Kalpa.Core.Water;

/// <summary>Water in the words of the trade.</summary>
internal static class RainWords
{
    public static string Arrives(WaterArea area, double gpm, double inchesPerHour, double widthFeet, bool gathered)
    {
        var over = widthFeet > 0 ? $" across {Number(widthFeet)} ft" : "";
        var wall = area.WallSquareFeet > 0 ? $" and {Number(area.WallSquareFeet)} sq ft of wall (half of it)" : "";
        var stream = gathered && widthFeet > 0 ? " A stream from a valley, wall or downspout runs in." : "";
        return $"{Number(area.RoofSquareFeet)} sq ft of roof{wall} {(wall.Length > 0 ? "drain" : "drains")} here{over}: {Number(gpm)} gal/min at {Number(inchesPerHour)} in/h.{stream}";
    }

    /// <summary>Three figures at most, as on a tape: nobody measures rain closer.</summary>
    public static string Number(double value) =>
        value >= 100 ? value.ToString("#,0", CultureInfo.InvariantCulture)
        : value >= 10 ? value.ToString("0.#", CultureInfo.InvariantCulture)
        : value.ToString("0.##", CultureInfo.InvariantCulture);
}
