using Kalpa.Store.Upkeep;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Upkeep;

/// <summary>Whether the server works, for whatever watches it: codes only, no words about the data.</summary>
public static class HealthEndpoint
{
    private const string Damaged = "store.damaged";

    public static void MapHealth(this IEndpointRouteBuilder app) => app.MapGet("/health", Get).AllowAnonymous().ExcludeFromDescription();

    /// <summary><c>ok</c>, or the codes of what is wrong; 503 when nothing is saved any more.</summary>
    private static ContentHttpResult Get(StoreHealth health)
    {
        var codes = health.Notices().Select(n => n.Code).ToList();
        return TypedResults.Text(
            codes.Count == 0 ? "ok" : string.Join('\n', codes),
            statusCode: codes.Contains(Damaged) ? StatusCodes.Status503ServiceUnavailable : StatusCodes.Status200OK
        );
    }
}
