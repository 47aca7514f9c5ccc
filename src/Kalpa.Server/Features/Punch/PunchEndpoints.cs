using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Punch;

/// <summary>Making and revoking a crew's links.</summary>
public static class PunchEndpoints
{
    private const int MostCrewLength = 200;

    public static void MapPunchLinks(this IEndpointRouteBuilder api)
    {
        api.MapGet("visits/{id:guid}/punch-links", List).WithName("getPunchLinks");
        api.MapPost("visits/{id:guid}/punch-links", Make).WithName("makePunchLink").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapDelete("punch-links/{id:guid}", Revoke).WithName("revokePunchLink").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Results<Ok<IReadOnlyList<PunchLinkAnswer>>, ProblemHttpResult>> List(
        Guid id,
        KalpaDb db,
        PunchLinks links,
        CancellationToken cancel
    ) => await HasVisit(db, id, cancel) ? TypedResults.Ok(await links.Of(id, cancel)) : Problems.NotFound("visit");

    private static async Task<Results<Ok<PunchLinkAnswer>, ProblemHttpResult>> Make(
        Guid id,
        PunchLinkRequest request,
        ClaimsPrincipal person,
        KalpaDb db,
        PunchLinks links,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!await HasVisit(db, id, cancel))
        {
            return Problems.NotFound("visit");
        }
        if (string.IsNullOrWhiteSpace(request.Crew) || request.Crew.Length > MostCrewLength || request.Days is < 1 or > PunchLinks.MostDays)
        {
            return Problems.Of(
                StatusCodes.Status422UnprocessableEntity,
                "punch.bad-link",
                "That link cannot be made",
                $"Name the crew, and let the link last 1 to {PunchLinks.MostDays} days."
            );
        }
        return TypedResults.Ok(await links.Make(id, request, CurrentFirm.SenderOf(person, clock), cancel));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Revoke(Guid id, PunchLinks links, CancellationToken cancel) =>
        await links.Revoke(id, cancel) ? TypedResults.NoContent() : Problems.NotFound("link");

    private static Task<bool> HasVisit(KalpaDb db, Guid id, CancellationToken cancel) =>
        db.Visits.AnyAsync(v => v.Id == id && !v.Deleted, cancel);
}
