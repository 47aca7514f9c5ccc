using System.Net.Mime;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Reports;
using Kalpa.Reports.Printing;
using Kalpa.Server.SetUp;
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
        api.MapGet("book/recurring", Recurring).WithName("getRecurring");
        api.MapGet("book/prices/versions", PriceVersions).WithName("getPriceVersions");
        api.MapGet("book/wood", Wood).WithName("getWoodFound");
        api.MapGet("book/repairs", Repairs).WithName("getRepairsHeld");
        api.MapGet("book/changes", (RuleBook book) => TypedResults.Ok(new BookChangesAnswer(book.Versions))).WithName("getBookChanges");
        api.MapGet("book/print.pdf", Print).WithName("printBook").Produces<byte[]>(contentType: MediaTypeNames.Application.Pdf);
    }

    /// <summary>Findings saved that a rule touches, by the codes of its conditions, parted by commas.</summary>
    private static async Task<Ok<TouchedAnswer>> Touched(string conditions, TouchedReader reader, CancellationToken cancel) =>
        TypedResults.Ok(await reader.Touched(conditions.Split(',', StringSplitOptions.RemoveEmptyEntries), MostTouched, cancel));

    private static async Task<Ok<FirmRulesAnswer>> Firm(DossierReader reader, CancellationToken cancel)
    {
        var heads = new List<FactHead>();
        return TypedResults.Ok(new FirmRulesAnswer(await reader.FirmRules(heads, cancel), heads));
    }

    private static async Task<Ok<RecurringAnswer>> Recurring(DossierReader reader, RecurringReader recurring, CancellationToken cancel) =>
        TypedResults.Ok(await recurring.Recurring(await reader.FirmRules([], cancel), cancel));

    private static async Task<Ok<PriceVersionsAnswer>> PriceVersions(FirmHistoryReader history, CancellationToken cancel) =>
        TypedResults.Ok(await history.Prices(cancel));

    private static async Task<Ok<WoodFoundAnswer>> Wood(FirmHistoryReader history, CancellationToken cancel) =>
        TypedResults.Ok(await history.Wood(cancel));

    private static async Task<Ok<RepairsHeldAnswer>> Repairs(FirmHistoryReader history, CancellationToken cancel) =>
        TypedResults.Ok(await history.Repairs(cancel));

    /// <summary>The book to take along on paper: all of it, or what is met on one family of coverings, with what the firm has of its own.</summary>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Print(
        string? family,
        RuleBook book,
        DossierReader reader,
        ReportPages pages,
        PdfPrinter printer,
        CancellationToken cancel
    )
    {
        CoveringFamily? of = null;
        if (family is not null)
        {
            if (!family.All(char.IsAsciiLetter) || !Enum.TryParse<CoveringFamily>(family, ignoreCase: true, out var known))
            {
                return Problems.NotFound("family of coverings");
            }
            of = known;
        }
        var html = await pages.BookHtml(new BookModel(book, of, await reader.FirmRules([], cancel)));
        var name = of is null ? "rule-book" : $"rule-book-{of.Value.ToString().ToLowerInvariant()}";
        return TypedResults.File(await printer.Print(html, cancel), MediaTypeNames.Application.Pdf, $"{name}.pdf");
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
                book.LookAlikes,
                book.Prices,
                book.CoveringRemedies
            )
        );
}
