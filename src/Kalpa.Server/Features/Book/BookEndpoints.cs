using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Rules;
using Kalpa.Store.Dossiers;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Book;

/// <summary>The rule book as the screens need it.</summary>
public static class BookEndpoints
{
    /// <summary>As many as one reads; the count tells of the rest.</summary>
    private const int MostTouched = 30;

    public static void MapBook(this IEndpointRouteBuilder api)
    {
        api.MapGet("book", Get).WithName("getBook");
        api.MapGet("book/touched", Touched).WithName("getTouched");
        api.MapGet("book/firm", Firm).WithName("getFirmRules");
    }

    /// <summary>Findings saved that a rule touches, by the codes of its conditions, parted by commas.</summary>
    private static async Task<Ok<TouchedAnswer>> Touched(string conditions, TouchedReader reader, CancellationToken cancel) =>
        TypedResults.Ok(await reader.Touched(conditions.Split(',', StringSplitOptions.RemoveEmptyEntries), MostTouched, cancel));

    private static async Task<Ok<FirmRulesAnswer>> Firm(DossierReader reader, CancellationToken cancel)
    {
        var heads = new List<FactHead>();
        return TypedResults.Ok(new FirmRulesAnswer(await reader.FirmRules(heads, cancel), heads));
    }

    private static Ok<BookAnswer> Get(RuleBook book) =>
        TypedResults.Ok(
            new BookAnswer(
                book.Version,
                book.Hash,
                book.Stations,
                book.Conditions,
                book.Quantities,
                book.Coverings,
                book.Walks,
                book.Commissions,
                book.Questions,
                book.Components,
                book.Factors,
                book.Limits,
                book.Decisions,
                book.Combinations,
                book.Limits.ToDictionary(l => l.Id, l => Verdicts.LimitText(book.FindQuantity(l.Quantity)!, l)),
                book.Elements,
                book.LookAlikes
            )
        );
}
