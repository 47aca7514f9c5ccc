using Kalpa.Core.GoingUp;

namespace Kalpa.Server.Features.Weather;

/// <summary>Where the weather comes from.</summary>
public interface IWeatherService
{
    bool Simulated { get; }

    string Name { get; }

    /// <summary>The hours of a day at a place.</summary>
    IReadOnlyList<WeatherHour> Hours(Guid place, DateOnly day);
}

/// <summary>
/// Made-up weather that ships with Kalpa and says so: a cold coast's day, the same for the same place and date. It stands in until a firm connects
/// a service of its own.
/// </summary>
public sealed class SimulatedWeather : IWeatherService
{
    private const int HoursADay = 24;

    public bool Simulated => true;

    public string Name => "Simulated weather, made up by Kalpa";

    public IReadOnlyList<WeatherHour> Hours(Guid place, DateOnly day)
    {
        // Not a seed of secrets: only the same day again.
        var random = new Random(HashCode(place) ^ day.DayNumber);
        var mean = 50 - (18 * Math.Cos(2 * Math.PI * (day.DayOfYear - 20) / 365.0)) + random.Next(-6, 7);
        var wind = 4 + (random.NextDouble() * 14);
        var rainFrom = random.Next(0, 40);
        var rainHours = random.Next(1, 7);
        return
        [
            .. Enumerable
                .Range(0, HoursADay)
                .Select(hour =>
                {
                    var raining = hour >= rainFrom && hour < rainFrom + rainHours;
                    var drying = hour >= rainFrom && hour < rainFrom + rainHours + 2;
                    var breeze = wind * (0.7 + (0.6 * Math.Sin(Math.PI * Math.Clamp(hour - 6, 0, 14) / 14)));
                    return new WeatherHour(
                        new DateTimeOffset(day.ToDateTime(new TimeOnly(hour, 0)), TimeSpan.Zero),
                        Math.Round(breeze),
                        Math.Round(breeze * 1.5),
                        raining ? Math.Round(0.02 + (0.1 * random.NextDouble()), 2) : 0,
                        Math.Round(mean - (7 * Math.Cos(2 * Math.PI * (hour - 3) / HoursADay))),
                        drying,
                        false
                    );
                }),
        ];
    }

    /// <summary>The same on every machine and in every run, unlike the framework's own.</summary>
    private static int HashCode(Guid place)
    {
        var hash = 17;
        foreach (var part in place.ToByteArray())
        {
            hash = unchecked((hash * 31) + part);
        }
        return hash;
    }
}
