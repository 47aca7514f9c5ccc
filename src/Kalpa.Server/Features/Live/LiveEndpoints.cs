using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Live;

/// <summary>A visit as it arrives, as server-sent events.</summary>
public static class LiveEndpoints
{
    public static void MapLive(this IEndpointRouteBuilder api) =>
        api.MapGet("visits/{id:guid}/live", Watch).WithName("watchVisit").ExcludeFromDescription();

    private static async Task<Results<ServerSentEventsResult<LiveEvent>, ProblemHttpResult>> Watch(
        Guid id,
        ClaimsPrincipal person,
        KalpaDb db,
        LiveVisits live,
        IHostApplicationLifetime lifetime,
        HttpContext http
    )
    {
        if (!await db.Visits.AnyAsync(v => v.Id == id, http.RequestAborted))
        {
            return Problems.NotFound("visit");
        }
        // A listener must not hold up the end of the server.
        var ends = CancellationTokenSource.CreateLinkedTokenSource(http.RequestAborted, lifetime.ApplicationStopping);
        http.Response.RegisterForDispose(ends);
        return TypedResults.ServerSentEvents(live.Watch(CurrentFirm.FirmOf(person)!.Value, id, ends.Token), "arrived");
    }
}
