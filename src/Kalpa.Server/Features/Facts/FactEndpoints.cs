using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Kalpa.Server.SetUp;
using Kalpa.Store.Facts;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Facts;

/// <summary>The one way in for everything recorded.</summary>
public static class FactEndpoints
{
    private const int MostChanges = 500;

    public static void MapFacts(this IEndpointRouteBuilder api) => api.MapPost("facts", Send).WithName("sendFacts");

    private static async Task<Results<Ok<ChangeReceipts>, ProblemHttpResult>> Send(
        FactChanges changes,
        ClaimsPrincipal person,
        FactLog log,
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
        return TypedResults.Ok(await log.Accept(changes, CurrentFirm.SenderOf(person, clock), book, cancel));
    }
}
