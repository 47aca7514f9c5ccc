using System.Net.Mime;
using System.Security.Claims;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Server.Features.Links;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Kalpa.Store.Signing;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Signing;

/// <summary>Signed reports for whoever made them: what became of each signature, its files, and the links that were made to it.</summary>
public static class SigningEndpoints
{
    private const int MostNameLength = 200;
    private const int MostDays = 365;

    public static void MapSigning(this IEndpointRouteBuilder api)
    {
        api.MapGet("letterhead", Letterhead).WithName("getLetterhead");
        api.MapGet("visits/{id:guid}/signed", List).WithName("getSignedReports").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("signed/{id:guid}/report.pdf", Pdf)
            .WithName("getSignedPdf")
            .Produces<byte[]>(contentType: MediaTypeNames.Application.Pdf)
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("signed/{id:guid}/report.html", Page)
            .WithName("getSignedPage")
            .Produces<byte[]>(contentType: MediaTypeNames.Text.Html)
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("signed/{id:guid}/report.json", Data)
            .WithName("getSignedData")
            .Produces<byte[]>(contentType: MediaTypeNames.Application.Json)
            .ProducesProblem(StatusCodes.Status404NotFound);
        api.MapPost("signed/{id:guid}/print", Print).WithName("printSignedReport").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapGet("visits/{id:guid}/report-links", Links).WithName("getReportLinks").ProducesProblem(StatusCodes.Status404NotFound);
        api.MapPost("visits/{id:guid}/report-links", MakeLink)
            .WithName("makeReportLink")
            .ProducesProblem(StatusCodes.Status404NotFound)
            .ProducesProblem(StatusCodes.Status422UnprocessableEntity);
        api.MapDelete("report-links/{id:guid}", Revoke).WithName("revokeReportLink").ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<Ok<LetterheadAnswer>> Letterhead(DossierReader reader, KalpaDb db, CurrentFirm firm, CancellationToken cancel)
    {
        var heads = new List<FactHead>();
        var letterhead = await reader.Letterhead(heads, cancel);
        var name = await db.Firms.Where(f => f.Id == firm.FirmId).Select(f => f.Name).FirstAsync(cancel);
        return TypedResults.Ok(new LetterheadAnswer(name, letterhead, heads));
    }

    private static async Task<Results<Ok<IReadOnlyList<SignedReportAnswer>>, ProblemHttpResult>> List(
        Guid id,
        KalpaDb db,
        SignedReports reports,
        CancellationToken cancel
    ) =>
        await HasVisit(db, id, cancel)
            ? TypedResults.Ok<IReadOnlyList<SignedReportAnswer>>([.. (await reports.Of(id, cancel)).Select(r => r.Answer)])
            : Problems.NotFound("visit");

    private static Task<Results<FileContentHttpResult, ProblemHttpResult>> Pdf(Guid id, SignedReports reports, CancellationToken cancel) =>
        File(id, SignedFile.Pdf, MediaTypeNames.Application.Pdf, reports, cancel);

    private static Task<Results<FileContentHttpResult, ProblemHttpResult>> Page(Guid id, SignedReports reports, CancellationToken cancel) =>
        File(id, SignedFile.Page, MediaTypeNames.Text.Html, reports, cancel);

    private static Task<Results<FileContentHttpResult, ProblemHttpResult>> Data(Guid id, SignedReports reports, CancellationToken cancel) =>
        File(id, SignedFile.Data, MediaTypeNames.Application.Json, reports, cancel);

    /// <summary>The bytes as they were frozen.</summary>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> File(
        Guid id,
        SignedFile kind,
        string mediaType,
        SignedReports reports,
        CancellationToken cancel
    )
    {
        if (await reports.Find(id, cancel) is not { } found || await reports.Bytes(found.Row, kind, cancel) is not { } bytes)
        {
            return Problems.NotFound("signed report");
        }
        var extension = kind.ToString().ToLowerInvariant() switch
        {
            "page" => "html",
            "data" => "json",
            var same => same,
        };
        return TypedResults.File(bytes, mediaType, $"roof-report-signed-version-{found.Row.Version}.{extension}");
    }

    private static async Task<Results<Ok<SignedReportAnswer>, ProblemHttpResult>> Print(
        Guid id,
        ReportFreezer freezer,
        SignedReports reports,
        CancellationToken cancel
    ) =>
        await freezer.PrintWithoutMissing(id, cancel) && await reports.Find(id, cancel) is { } found
            ? TypedResults.Ok(found.Answer)
            : Problems.NotFound("report to print");

    private static async Task<Results<Ok<IReadOnlyList<ReportLinkAnswer>>, ProblemHttpResult>> Links(
        Guid id,
        KalpaDb db,
        SharedLinks links,
        CancellationToken cancel
    ) =>
        await HasVisit(db, id, cancel)
            ? TypedResults.Ok<IReadOnlyList<ReportLinkAnswer>>([
                .. (await links.Of(id, LinkPurpose.Report, cancel)).Select(link => Answer(link, null)),
            ])
            : Problems.NotFound("visit");

    private static async Task<Results<Ok<ReportLinkAnswer>, ProblemHttpResult>> MakeLink(
        Guid id,
        ReportLinkRequest request,
        ClaimsPrincipal person,
        KalpaDb db,
        SharedLinks links,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var signed = await db.SignedReports.AsNoTracking().FirstOrDefaultAsync(s => s.Id == request.SignatureId && s.VisitId == id, cancel);
        if (signed is null or { Version: 0 })
        {
            return Problems.NotFound("signed report");
        }
        if (string.IsNullOrWhiteSpace(request.ForWhom) || request.ForWhom.Length > MostNameLength || request.Days is < 1 or > MostDays)
        {
            return Problems.Of(
                StatusCodes.Status422UnprocessableEntity,
                "link.bad",
                "That link cannot be made",
                $"Name who the link is for, and let it last 1 to {MostDays} days."
            );
        }
        var wanted = new LinkWanted(id, LinkPurpose.Report, request.ForWhom, request.Days, request.SignatureId);
        var (link, secret) = await links.Make(wanted, CurrentFirm.SenderOf(person, clock), cancel);
        return TypedResults.Ok(Answer(link, $"/shared/{secret}/"));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Revoke(Guid id, SharedLinks links, CancellationToken cancel) =>
        await links.Revoke(id, LinkPurpose.Report, cancel) ? TypedResults.NoContent() : Problems.NotFound("link");

    private static ReportLinkAnswer Answer(SharedLink link, string? path) =>
        new(
            link.Id,
            link.SignatureId ?? Guid.Empty,
            link.ForWhom,
            new DateTimeOffset(link.MadeAtTicks, TimeSpan.Zero),
            new DateTimeOffset(link.ExpiresAtTicks, TimeSpan.Zero),
            link.Revoked,
            link.Opened,
            link.OpenedAtTicks is { } at ? new DateTimeOffset(at, TimeSpan.Zero) : null,
            path
        );

    private static Task<bool> HasVisit(KalpaDb db, Guid id, CancellationToken cancel) =>
        db.Visits.AnyAsync(v => v.Id == id && !v.Deleted, cancel);
}
