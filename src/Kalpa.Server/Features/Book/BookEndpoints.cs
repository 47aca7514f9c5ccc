using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Book;

/// <summary>The rule book as the screens need it.</summary>
public static class BookEndpoints
{
    public static void MapBook(this IEndpointRouteBuilder api) => api.MapGet("book", Get).WithName("getBook");

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
                book.Factors
            )
        );
}
