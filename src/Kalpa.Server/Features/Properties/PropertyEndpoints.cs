using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Summaries;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Properties;

/// <summary>The home screen, and a property with its roofs.</summary>
public static class PropertyEndpoints
{
    public static void MapProperties(this IEndpointRouteBuilder api)
    {
        api.MapGet("home", Home).WithName("getHome").ProducesProblem(StatusCodes.Status400BadRequest);
        api.MapGet("properties/{id:guid}/facts", Facts).WithName("getPropertyFacts").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("properties/{id:guid}", Get).WithName("getProperty").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Results<Ok<HomeAnswer>, ProblemHttpResult>> Home(
        HomeReader home,
        KalpaDb db,
        Today today,
        ClaimsPrincipal person,
        CancellationToken cancel,
        string words = "",
        string order = "nextDue",
        bool due = false,
        bool notVisited = false,
        bool mine = false,
        bool unfinished = false,
        int page = 1
    )
    {
        if (!Enum.TryParse<HomeOrder>(order, ignoreCase: true, out var by) || !Enum.IsDefined(by))
        {
            return Problems.Of(
                StatusCodes.Status400BadRequest,
                "home.bad-order",
                "There is no such order",
                $"There is no order \"{order}\": ask for nextDue, lastVisit, name or yearsLeft."
            );
        }
        var id = CurrentFirm.PersonOf(person);
        var name = mine ? await db.Users.Where(p => p.Id == id).Select(p => p.DisplayName).FirstAsync(cancel) : null;
        return TypedResults.Ok(await home.Page(new HomeQuery(words, by, due, notVisited, name, unfinished, page), today.Day, cancel));
    }

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
