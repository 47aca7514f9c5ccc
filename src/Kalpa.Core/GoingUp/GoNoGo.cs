using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.GoingUp;

[JsonConverter(typeof(CamelCaseEnum<Going>))]
public enum Going
{
    Go,
    Wait,
    NoGo,
}

/// <summary>Weather of an hour: wind and gusts in mph, rain in inches per hour, air in °F; wet surface and thunder as yes or no.</summary>
public sealed record WeatherHour(
    DateTimeOffset At,
    double WindMph,
    double GustMph,
    double RainInchesPerHour,
    double AirF,
    bool SurfaceWet,
    bool Thunder
);

public sealed record GoingAnswer(Going Going, string Words, IReadOnlyList<string> Reasons);

/// <summary>Go, wait or do not go up: the worst of wind, wet, ice, heat and thunder, against the firm's limits (common practice). A person on site may always say no.</summary>
public static class GoNoGo
{
    /// <summary>Rise in 12 over which nobody walks a wet slope (common practice).</summary>
    private const double SteepWetPitch = 6;

    /// <param name="seen">Keys of the question <c>sky</c> tapped on site; they go before what a service says.</param>
    /// <param name="steepestRise">Rise in 12 of the steepest slope to be walked; 0 where none is.</param>
    public static GoingAnswer Of(WeatherHour? hour, IReadOnlyList<string> seen, double steepestRise, WeatherLimitsFact limits)
    {
        var reasons = new List<(Going Going, string Text)>();
        OfService(hour, steepestRise, limits, reasons);
        OfEye(seen, steepestRise, reasons);
        if (hour is null && seen.Count == 0)
        {
            reasons.Add((Going.Wait, "Neither the forecast nor the current conditions are known: check first."));
        }
        var going = reasons.Count == 0 ? Going.Go : reasons.Max(r => r.Going);
        var words = going switch
        {
            Going.Go => "Go",
            Going.Wait => "Wait",
            _ => "Do not go up",
        };
        return new GoingAnswer(going, words, [.. reasons.OrderByDescending(r => r.Going).Select(r => r.Text).Distinct()]);
    }

    private static void OfService(WeatherHour? hour, double steepest, WeatherLimitsFact limits, List<(Going, string)> reasons)
    {
        if (hour is null)
        {
            return;
        }
        if (hour.Thunder)
        {
            reasons.Add((Going.NoGo, "Thunder is forecast."));
        }
        if (hour.GustMph >= limits.WaitGustMph)
        {
            var no = hour.GustMph >= limits.NoGoGustMph;
            reasons.Add(
                (
                    no ? Going.NoGo : Going.Wait,
                    $"Gusts of {hour.GustMph:0} mph; the limit is {(no ? limits.NoGoGustMph : limits.WaitGustMph):0} mph."
                )
            );
        }
        if (hour.AirF <= limits.IceBelowF && (hour.SurfaceWet || hour.RainInchesPerHour > 0))
        {
            reasons.Add((Going.NoGo, $"Wet at {hour.AirF:0} °F: ice is likely at {limits.IceBelowF:0} °F and below."));
        }
        else if (hour.AirF <= limits.IceBelowF)
        {
            reasons.Add((Going.Wait, $"{hour.AirF:0} °F: check for frost before stepping; the limit is {limits.IceBelowF:0} °F."));
        }
        else if (hour.RainInchesPerHour >= limits.WaitRainInchesPerHour || hour.SurfaceWet)
        {
            reasons.Add(
                Wet(
                    steepest,
                    hour.RainInchesPerHour >= limits.WaitRainInchesPerHour
                        ? $"Rain of {hour.RainInchesPerHour:0.##} in/h"
                        : "The surface is still wet"
                )
            );
        }
        if (hour.AirF >= limits.WaitHeatF)
        {
            var no = hour.AirF >= limits.NoGoHeatF;
            reasons.Add(
                (
                    no ? Going.NoGo : Going.Wait,
                    $"{hour.AirF:0} °F: coverings scuff and people tire; the limit is {(no ? limits.NoGoHeatF : limits.WaitHeatF):0} °F."
                )
            );
        }
    }

    private static void OfEye(IReadOnlyList<string> seen, double steepest, List<(Going, string)> reasons)
    {
        foreach (var key in seen)
        {
            switch (key)
            {
                case "thunder":
                    reasons.Add((Going.NoGo, "Thunder, by ear."));
                    break;
                case "ice":
                    reasons.Add((Going.NoGo, "Frost or ice, by eye."));
                    break;
                case "wet":
                    reasons.Add(Wet(steepest, "Wet, by eye"));
                    break;
                case "gusts":
                    reasons.Add((Going.Wait, "Gusts, as felt on site."));
                    break;
                case "heat":
                    reasons.Add((Going.Wait, "Hot underfoot: go early or late."));
                    break;
            }
        }
    }

    private static (Going, string) Wet(double steepest, string what) =>
        steepest > SteepWetPitch
            ? (Going.NoGo, $"{what}, on {new Pitch(steepest).ToTradeText()}: too steep to walk wet.")
            : (Going.Wait, $"{what}: wait until it is dry.");
}
