using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Server.SetUp;
using Kalpa.Store.Dossiers;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Visits;

/// <summary>A visit with its facts and their judgement.</summary>
public static class VisitEndpoints
{
    public static void MapVisits(this IEndpointRouteBuilder api)
    {
        api.MapGet("visits/{id:guid}", Get).WithName("getVisit").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("visits/{id:guid}/facts", Facts).WithName("getVisitFacts").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Results<Ok<VisitDossier>, ProblemHttpResult>> Get(
        Guid id,
        DossierReader dossiers,
        CancellationToken cancel
    ) => await dossiers.Visit(id, cancel) is { } dossier ? TypedResults.Ok(dossier) : Problems.NotFound("visit");

    private static async Task<Results<Ok<VisitFacts>, ProblemHttpResult>> Facts(
        Guid id,
        DossierReader dossiers,
        Today today,
        CancellationToken cancel
    ) => await dossiers.VisitFacts(id, today.Day, cancel) is { } facts ? TypedResults.Ok(facts) : Problems.NotFound("visit");
}
