namespace Kalpa.Core.Sun;

/// <summary>Where the sun stands: degrees above the horizon (no refraction), degrees clockwise from north.</summary>
public readonly record struct SunPlace(double ElevationDegrees, double AzimuthDegrees);

/// <summary>
/// Solar position by the equations of the NOAA solar calculator, after Meeus, Astronomical Algorithms, low accuracy: about a hundredth of a
/// degree between 1900 and 2100.
/// </summary>
public static class SolarPosition
{
    private const double Degree = Math.PI / 180;
    private const double JulianDayOfUnixEpoch = 2_440_587.5;
    private const double JulianDayOf2000 = 2_451_545;
    private const double DaysPerCentury = 36_525;
    private const double MinutesPerDay = 1_440;

    /// <summary>Declination (degrees) and equation of time (minutes, apparent less mean solar time).</summary>
    public static (double DeclinationDegrees, double EquationOfTimeMinutes) Of(DateTimeOffset at)
    {
        var day = JulianDayOfUnixEpoch + (at - DateTimeOffset.UnixEpoch).TotalDays;
        var century = (day - JulianDayOf2000) / DaysPerCentury;
        var meanLongitude = (280.46646 + century * (36_000.76983 + century * 0.0003032)) % 360 * Degree;
        var anomaly = (357.52911 + century * (35_999.05029 - 0.0001537 * century)) * Degree;
        var eccentricity = 0.016708634 - century * (0.000042037 + 0.0000001267 * century);
        var centre =
            Math.Sin(anomaly) * (1.914602 - century * (0.004817 + 0.000014 * century))
            + Math.Sin(2 * anomaly) * (0.019993 - 0.000101 * century)
            + Math.Sin(3 * anomaly) * 0.000289;
        var node = (125.04 - 1934.136 * century) * Degree;
        var apparent = meanLongitude + (centre - 0.00569 - 0.00478 * Math.Sin(node)) * Degree;
        var meanObliquity = 23 + (26 + (21.448 - century * (46.815 + century * (0.00059 - century * 0.001813))) / 60) / 60;
        var obliquity = (meanObliquity + 0.00256 * Math.Cos(node)) * Degree;
        var declination = Math.Asin(Math.Sin(obliquity) * Math.Sin(apparent)) / Degree;
        var y = Math.Pow(Math.Tan(obliquity / 2), 2);
        var equation =
            y * Math.Sin(2 * meanLongitude)
            - 2 * eccentricity * Math.Sin(anomaly)
            + 4 * eccentricity * y * Math.Sin(anomaly) * Math.Cos(2 * meanLongitude)
            - 0.5 * y * y * Math.Sin(4 * meanLongitude)
            - 1.25 * eccentricity * eccentricity * Math.Sin(2 * anomaly);
        return (declination, 4 * equation / Degree);
    }

    /// <summary>The sun at an instant over a place; latitude and longitude in degrees, north and east positive.</summary>
    public static SunPlace Of(DateTimeOffset at, double latitude, double longitude)
    {
        var (declination, equation) = Of(at);
        var solarMinutes = at.UtcDateTime.TimeOfDay.TotalMinutes + equation + 4 * longitude;
        var hourAngle = solarMinutes / MinutesPerDay * 360 - 180;
        return Of(latitude, declination, hourAngle);
    }

    /// <summary>The sun from latitude, declination and hour angle (0 at solar noon, 15 degrees an hour, afternoon positive), all in degrees.</summary>
    public static SunPlace Of(double latitude, double declination, double hourAngle)
    {
        var (lat, dec, hour) = (latitude * Degree, declination * Degree, hourAngle * Degree);
        var up = Math.Sin(lat) * Math.Sin(dec) + Math.Cos(lat) * Math.Cos(dec) * Math.Cos(hour);
        var east = -Math.Cos(dec) * Math.Sin(hour);
        var north = Math.Cos(lat) * Math.Sin(dec) - Math.Sin(lat) * Math.Cos(dec) * Math.Cos(hour);
        var azimuth = Math.Atan2(east, north) / Degree;
        return new SunPlace(Math.Asin(Math.Clamp(up, -1, 1)) / Degree, (azimuth + 360) % 360);
    }
}
