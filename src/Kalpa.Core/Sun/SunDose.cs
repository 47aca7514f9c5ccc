using Kalpa.Core.Facts;

namespace Kalpa.Core.Sun;

/// <summary>
/// Yearly clear-sky beam dose on a slope's plane. Klein's average day of each month stands for the month (Solar Energy 19, 1977); beam through the air
/// after Meinel, I = 1.353 · 0.7^(m^0.678) kW/m², air mass m after Kasten and Young (Applied Optics 28, 1989).
/// </summary>
public sealed class SunDose
{
    /// <summary>Klein's average days, as days of the year from 1.</summary>
    private static readonly int[] AverageDays = [17, 47, 75, 105, 135, 162, 198, 228, 258, 288, 318, 344];

    private static readonly int[] DaysOfMonth = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

    private const double SolarConstant = 1.353;
    private const double Transmittance = 0.7;
    private const double Degree = Math.PI / 180;

    /// <summary>Degrees of hour angle to a step: twelve minutes.</summary>
    private const double StepDegrees = 3;

    private const double HoursPerStep = StepDegrees / 15;

    /// <summary>A year without a leap day; declination hardly differs from year to year.</summary>
    private static readonly DateTimeOffset YearStart = new(2023, 1, 1, 12, 0, 0, TimeSpan.Zero);

    private readonly List<(double East, double North, double Up, double Energy)> rays = [];

    /// <summary>Sun's rays over a year at a latitude (degrees, north positive). Throws <see cref="ArgumentOutOfRangeException"/> beyond the poles.</summary>
    public SunDose(double latitude)
    {
        if (!(Math.Abs(latitude) <= 90))
        {
            throw new ArgumentOutOfRangeException(nameof(latitude), latitude, "A latitude lies between −90 and 90 degrees.");
        }
        for (var month = 0; month < AverageDays.Length; month++)
        {
            var (declination, _) = SolarPosition.Of(YearStart.AddDays(AverageDays[month] - 1));
            for (var hour = -180 + StepDegrees / 2; hour < 180; hour += StepDegrees)
            {
                var sun = SolarPosition.Of(latitude, declination, hour);
                if (sun.ElevationDegrees > 0)
                {
                    Add(sun, DaysOfMonth[month] * HoursPerStep);
                }
            }
        }
    }

    /// <summary>Beam dose in kilowatt-hours per square metre and year on a plane of a rise in 12 that falls towards an azimuth (degrees).</summary>
    public double Yearly(double risePer12, double azimuthDegrees)
    {
        var tilt = Math.Atan(risePer12 / 12);
        var azimuth = azimuthDegrees * Degree;
        var (east, north, up) = (Math.Sin(tilt) * Math.Sin(azimuth), Math.Sin(tilt) * Math.Cos(azimuth), Math.Cos(tilt));
        double sum = 0;
        foreach (var ray in rays)
        {
            sum += Math.Max(0, ray.East * east + ray.North * north + ray.Up * up) * ray.Energy;
        }
        return sum;
    }

    /// <summary>Compass degrees of one of the eight facings.</summary>
    public static double AzimuthOf(Facing facing) => (int)facing * 45;

    /// <summary>Relative path through the air; 1 with the sun overhead, about 38 at the horizon.</summary>
    public static double AirMass(double elevationDegrees) =>
        1 / (Math.Sin(elevationDegrees * Degree) + 0.50572 * Math.Pow(elevationDegrees + 6.07995, -1.6364));

    private void Add(SunPlace sun, double hours)
    {
        var (elevation, azimuth) = (sun.ElevationDegrees * Degree, sun.AzimuthDegrees * Degree);
        var beam = SolarConstant * Math.Pow(Transmittance, Math.Pow(AirMass(sun.ElevationDegrees), 0.678));
        rays.Add((Math.Cos(elevation) * Math.Sin(azimuth), Math.Cos(elevation) * Math.Cos(azimuth), Math.Sin(elevation), beam * hours));
    }
}
