using System.Net.Mime;
using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Server.Features.Live;
using Kalpa.Server.Features.Signing;
using Kalpa.Server.SetUp;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Facts;

/// <summary>The one way in for everything recorded.</summary>
public static class FactEndpoints
{
    private const int MostChanges = 500;

    /// <summary>A hundred plans of the largest size.</summary>
    private const long MostBytes = 20_000_000;

    public static void MapFacts(this IEndpointRouteBuilder api)
    {
        api.MapPost("facts", Send)
            .WithName("sendFacts")
            .Accepts<FactChanges>(MediaTypeNames.Application.Json)
            .ProducesProblem(StatusCodes.Status400BadRequest)
            .ProducesProblem(StatusCodes.Status413PayloadTooLarge)
            .ProducesProblem(StatusCodes.Status503ServiceUnavailable)
            .WithMetadata(new Microsoft.AspNetCore.Mvc.RequestSizeLimitAttribute(MostBytes));
        api.MapGet("facts/{id:guid}/versions", Versions).WithName("getVersions").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("habits", Habits).WithName("getHabits");
    }

    private static async Task<Results<Ok<FactVersions>, ProblemHttpResult>> Versions(Guid id, FactLog log, CancellationToken cancel) =>
        await log.Versions(id, cancel) is { } versions ? TypedResults.Ok(versions) : Problems.NotFound("fact");

    private static async Task<Ok<HabitsAnswer>> Habits(ClaimsPrincipal person, DossierReader dossiers, CancellationToken cancel) =>
        TypedResults.Ok(await dossiers.Habits(CurrentFirm.PersonOf(person), cancel));

    /// <summary>Each change gets its own receipt, in the order sent: one that cannot be read is refused alone.</summary>
    private static async Task<Results<Ok<ChangeReceipts>, ProblemHttpResult>> Send(
        HttpRequest request,
        ClaimsPrincipal person,
        FactLog log,
        LiveVisits live,
        ReportFreezer freezer,
        SigningSignal signing,
        RuleBook book,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        using var reader = new StreamReader(request.Body);
        var (entries, fault) = FactBatch.Read(await reader.ReadToEndAsync(cancel));
        if (fault is not null)
        {
            return Problems.Of(StatusCodes.Status400BadRequest, "request.bad-json", "The request cannot be read", fault);
        }
        if (entries.Count > MostChanges)
        {
            return Problems.Of(
                StatusCodes.Status413PayloadTooLarge,
                "facts.too-many",
                "Too many changes at once",
                $"Send at most {MostChanges} changes in one request."
            );
        }
        var sender = CurrentFirm.SenderOf(person, clock);
        var readable = new FactChanges([.. entries.Select(e => e.Change).OfType<FactChange>()]);
        var receipts = await log.Accept(readable, sender, book, cancel);
        live.Tell(sender.FirmId, readable, receipts, person.Identity?.Name ?? "", sender.Now);
        if (readable.Changes.Any(c => c.Kind == FactKind.ReportSignature))
        {
            // At once: whatever comes next is of another report.
            await freezer.FreezeNew(cancel);
            signing.Raise();
        }
        var next = new Queue<ChangeReceipt>(receipts.Receipts);
        return TypedResults.Ok(new ChangeReceipts([.. entries.Select(e => e.Refusal ?? next.Dequeue())]));
    }
}
