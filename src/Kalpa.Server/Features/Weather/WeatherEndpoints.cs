using Kalpa.Contracts;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Weather;

/// <summary>Weather at a property on the day, and the firm's limits for going up.</summary>
public static class WeatherEndpoints
{
    public static void MapWeather(this IEndpointRouteBuilder api) =>
        api.MapGet("properties/{id:guid}/weather", Get).WithName("getWeather").ProducesProblem(StatusCodes.Status404NotFound);

    private static async Task<Results<Ok<WeatherAnswer>, ProblemHttpResult>> Get(
        Guid id,
        KalpaDb db,
        DossierReader dossiers,
        IWeatherService weather,
        Today today,
        CancellationToken cancel
    )
    {
        if (!await db.Properties.AnyAsync(p => p.Id == id && !p.Deleted, cancel))
        {
            return Problems.NotFound("property");
        }
        var (limits, revision) = await dossiers.WeatherLimits(cancel);
        return TypedResults.Ok(new WeatherAnswer(weather.Simulated, weather.Name, weather.Hours(id, today.Day), limits, revision));
    }
}
