using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Server.SetUp;
using Kalpa.Store.Dossiers;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Properties;

/// <summary>The home screen, and a property with its roofs.</summary>
public static class PropertyEndpoints
{
    public static void MapProperties(this IEndpointRouteBuilder api)
    {
        api.MapGet("home", Home).WithName("getHome");
        api.MapGet("properties/{id:guid}/facts", Facts).WithName("getPropertyFacts").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("properties/{id:guid}", Get).WithName("getProperty").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Ok<HomeAnswer>> Home(DossierReader dossiers, Today today, CancellationToken cancel) =>
        TypedResults.Ok(await dossiers.Home(today.Day, cancel));

    private static async Task<Results<Ok<PropertyDossier>, ProblemHttpResult>> Get(
        Guid id,
        DossierReader dossiers,
        Today today,
        CancellationToken cancel
    ) => await dossiers.Property(id, today.Day, cancel) is { } dossier ? TypedResults.Ok(dossier) : Problems.NotFound("property");

    private static async Task<Results<Ok<PropertyFacts>, ProblemHttpResult>> Facts(
        Guid id,
        DossierReader dossiers,
        Today today,
        CancellationToken cancel
    ) => await dossiers.PropertyFacts(id, today.Day, cancel) is { } facts ? TypedResults.Ok(facts) : Problems.NotFound("property");
}
