using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Kalpa.Server.Features.Live;
using Kalpa.Server.SetUp;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Facts;

/// <summary>The one way in for everything recorded.</summary>
public static class FactEndpoints
{
    private const int MostChanges = 500;

    public static void MapFacts(this IEndpointRouteBuilder api)
    {
        api.MapPost("facts", Send).WithName("sendFacts");
        api.MapGet("facts/{id:guid}/versions", Versions).WithName("getVersions").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("habits", Habits).WithName("getHabits");
    }

    private static async Task<Results<Ok<FactVersions>, ProblemHttpResult>> Versions(Guid id, FactLog log, CancellationToken cancel) =>
        await log.Versions(id, cancel) is { } versions ? TypedResults.Ok(versions) : Problems.NotFound("fact");

    private static async Task<Ok<HabitsAnswer>> Habits(ClaimsPrincipal person, DossierReader dossiers, CancellationToken cancel) =>
        TypedResults.Ok(await dossiers.Habits(CurrentFirm.PersonOf(person), cancel));

    private static async Task<Results<Ok<ChangeReceipts>, ProblemHttpResult>> Send(
        FactChanges changes,
        ClaimsPrincipal person,
        FactLog log,
        LiveVisits live,
        RuleBook book,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (changes.Changes.Count > MostChanges)
        {
            return Problems.Of(
                StatusCodes.Status413PayloadTooLarge,
                "facts.too-many",
                "Too many changes at once",
                $"Send at most {MostChanges} changes in one request."
            );
        }
        var sender = CurrentFirm.SenderOf(person, clock);
        var receipts = await log.Accept(changes, sender, book, cancel);
        live.Tell(sender.FirmId, changes, receipts, person.Identity?.Name ?? "", sender.Now);
        return TypedResults.Ok(receipts);
    }
}
