using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Server.Features.Links;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Punch;

/// <summary>Making and revoking a crew's links.</summary>
public static class PunchEndpoints
{
    private const int MostCrewLength = 200;
    private const int MostDays = 120;

    public static void MapPunchLinks(this IEndpointRouteBuilder api)
    {
        api.MapGet("visits/{id:guid}/punch-links", List).WithName("getPunchLinks");
        api.MapPost("visits/{id:guid}/punch-links", Make).WithName("makePunchLink").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapDelete("punch-links/{id:guid}", Revoke).WithName("revokePunchLink").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Results<Ok<IReadOnlyList<PunchLinkAnswer>>, ProblemHttpResult>> List(
        Guid id,
        KalpaDb db,
        SharedLinks links,
        CancellationToken cancel
    ) =>
        await HasVisit(db, id, cancel)
            ? TypedResults.Ok<IReadOnlyList<PunchLinkAnswer>>([
                .. (await links.Of(id, LinkPurpose.PunchList, cancel)).Select(link => Answer(link, null)),
            ])
            : Problems.NotFound("visit");

    private static async Task<Results<Ok<PunchLinkAnswer>, ProblemHttpResult>> Make(
        Guid id,
        PunchLinkRequest request,
        ClaimsPrincipal person,
        KalpaDb db,
        SharedLinks links,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!await HasVisit(db, id, cancel))
        {
            return Problems.NotFound("visit");
        }
        if (string.IsNullOrWhiteSpace(request.Crew) || request.Crew.Length > MostCrewLength || request.Days is < 1 or > MostDays)
        {
            return Problems.Of(
                StatusCodes.Status422UnprocessableEntity,
                "punch.bad-link",
                "That link cannot be made",
                $"Name the crew, and let the link last 1 to {MostDays} days."
            );
        }
        var wanted = new LinkWanted(id, LinkPurpose.PunchList, request.Crew, request.Days);
        var (link, secret) = await links.Make(wanted, CurrentFirm.SenderOf(person, clock), cancel);
        return TypedResults.Ok(Answer(link, $"/crew/{secret}"));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Revoke(Guid id, SharedLinks links, CancellationToken cancel) =>
        await links.Revoke(id, LinkPurpose.PunchList, cancel) ? TypedResults.NoContent() : Problems.NotFound("link");

    private static PunchLinkAnswer Answer(SharedLink link, string? path) =>
        new(link.Id, link.ForWhom, new DateTimeOffset(link.ExpiresAtTicks, TimeSpan.Zero), link.Revoked, path);

    private static Task<bool> HasVisit(KalpaDb db, Guid id, CancellationToken cancel) =>
        db.Visits.AnyAsync(v => v.Id == id && !v.Deleted, cancel);
}
