using System.Net.Mime;
using System.Text;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Reports;
using Kalpa.Server.Features.Links;
using Kalpa.Server.Features.Live;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Kalpa.Store.Signing;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Signing;

/// <summary>
/// A signed report as a page, for whoever holds its link: the frozen page with a bar above it that says what it is, and a box for questions below. It needs no script
/// and no sign-in. A link that is wrong, over or revoked shows a page that says so.
/// </summary>
public static class SharedReportEndpoints
{
    /// <summary>A client asks a handful; a link that fell into other hands is stopped soon.</summary>
    private const int MostQuestions = 50;

    private const long MostFormBytes = 20_000;
    private const string Html = "text/html; charset=utf-8";

    public static void MapSharedReports(this IEndpointRouteBuilder app)
    {
        var shared = app.MapGroup("/shared/{secret}").AllowAnonymous().ExcludeFromDescription();
        shared.MapGet("", Page);
        shared.MapGet("report.pdf", Pdf);
        shared.MapGet("pictures/{name}", Picture);
        shared.MapPost("questions", Ask).DisableAntiforgery().WithMetadata(new RequestSizeLimitAttribute(MostFormBytes));
    }

    /// <summary>What every request by a link needs.</summary>
    private sealed record Desk(
        SharedLinks Links,
        CurrentFirm Firm,
        SignedReports Reports,
        SignedFiles Files,
        KalpaDb Db,
        SigningReader Reader,
        ReportPages Pages,
        TimeProvider Clock
    );

    private static async Task<IResult> Page(
        string secret,
        [FromQuery] bool? asked,
        HttpContext http,
        [AsParameters] Desk desk,
        CancellationToken cancel
    )
    {
        if (!http.Request.Path.Value!.EndsWith('/'))
        {
            // Pictures are named beside the page.
            return TypedResults.Redirect($"/shared/{secret}/");
        }
        return await Enter(secret, desk, cancel) is var (link, report)
            ? await Shown(link, report, new QuestionEntry { Sent = asked == true }, http, desk, count: asked != true, cancel)
            : await NotFound(http, desk);
    }

    private static async Task<IResult> Pdf(string secret, HttpContext http, [AsParameters] Desk desk, CancellationToken cancel) =>
        await Enter(secret, desk, cancel) is var (_, report) && await desk.Reports.Bytes(report.Row, SignedFile.Pdf, cancel) is { } bytes
            ? TypedResults.File(bytes, MediaTypeNames.Application.Pdf, $"roof-report-version-{report.Row.Version}.pdf")
            : await NotFound(http, desk);

    /// <summary>Only pictures of the link's own report.</summary>
    private static async Task<IResult> Picture(
        string secret,
        string name,
        [AsParameters] Desk desk,
        HttpContext http,
        CancellationToken cancel
    )
    {
        var sha256 = Path.GetFileNameWithoutExtension(name);
        if (await Enter(secret, desk, cancel) is not var (link, report) || !SignedFiles.PicturesOf(report.Row).Contains(sha256))
        {
            return TypedResults.NotFound();
        }
        http.Response.Headers.CacheControl = "private, max-age=86400";
        return TypedResults.PhysicalFile(desk.Files.Path(link.FirmId, sha256, SignedFile.Picture), MediaTypeNames.Image.Jpeg);
    }

    private static async Task<IResult> Ask(
        string secret,
        [FromForm] string? words,
        [FromForm] string? by,
        [FromForm] string? contact,
        HttpContext http,
        [AsParameters] Desk desk,
        FactLog log,
        LiveVisits live,
        RuleBook book,
        CancellationToken cancel
    )
    {
        if (await Enter(secret, desk, cancel) is not var (link, report))
        {
            return await NotFound(http, desk);
        }
        var entry = new QuestionEntry
        {
            Words = words ?? "",
            By = by ?? "",
            Contact = contact ?? "",
        };
        if (entry.Words.Trim().Length == 0)
        {
            return await Shown(link, report, entry with { Fault = "Enter your question." }, http, desk, count: false, cancel);
        }
        if (!await desk.Links.CountReply(link, MostQuestions, cancel))
        {
            const string full = "This link takes no more questions. Call or write to the inspector.";
            return await Shown(link, report, entry with { Fault = full }, http, desk, count: false, cancel);
        }
        var now = desk.Clock.GetUtcNow();
        var fact = new ReportQuestionFact(
            Guid.CreateVersion7(now),
            link.VisitId,
            report.Row.Id,
            entry.Words.Trim(),
            entry.By.Trim().Length > 0 ? entry.By.Trim() : link.ForWhom,
            now,
            entry.Contact.Trim(),
            LinkId: link.Id
        );
        var change = new FactChange(
            fact.Id,
            fact.Id,
            FactKind.ReportQuestion,
            null,
            now,
            "report link",
            FactChange.CurrentContractVersion,
            false,
            JsonSerializer.SerializeToElement(fact, KalpaJson.Default.ReportQuestionFact)
        );
        var changes = new FactChanges([change]);
        var receipts = await log.Accept(changes, new Sender(link.FirmId, link.MadeById, now), book, cancel);
        if (receipts.Receipts[0] is { Outcome: ChangeOutcome.Refused } refused)
        {
            return await Shown(link, report, entry with { Fault = refused.Problems[0].Text }, http, desk, count: false, cancel);
        }
        live.Tell(link.FirmId, changes, receipts, fact.By, now);
        http.Response.Headers.Location = $"/shared/{secret}/?asked=true#questions";
        return TypedResults.StatusCode(StatusCodes.Status303SeeOther);
    }

    private static async Task<IResult> Shown(
        SharedLink link,
        FoundReport report,
        QuestionEntry entry,
        HttpContext http,
        Desk desk,
        bool count,
        CancellationToken cancel
    )
    {
        if (await desk.Reports.Bytes(report.Row, SignedFile.Page, cancel) is not { } bytes)
        {
            return await NotFound(http, desk);
        }
        if (count)
        {
            await desk.Links.CountOpened(link, cancel);
        }
        var asked = await desk.Reader.Questions(link.VisitId, link.Id, cancel);
        var firm = await desk.Db.Firms.Where(f => f.Id == link.FirmId).Select(f => f.Name).FirstAsync(cancel);
        var view = new SharedView(
            firm,
            link.ForWhom,
            report.Answer.Version,
            report.Answer.Name,
            report.Answer.SignedAt,
            new DateTimeOffset(link.ExpiresAtTicks, TimeSpan.Zero),
            report.Answer.PdfSha256,
            report.Signature.Withdrawn,
            report.ReplacedBy is { } by ? new SharedSuccessor(by.Version, by.SignedAt) : null,
            asked,
            entry
        );
        var page = await desk.Pages.Shared(Encoding.UTF8.GetString(bytes), view, PageSecurity.NonceOf(http));
        return Answered(http, page, entry.Fault.Length > 0 ? StatusCodes.Status422UnprocessableEntity : StatusCodes.Status200OK);
    }

    private static async Task<IResult> NotFound(HttpContext http, Desk desk) =>
        Answered(http, await desk.Pages.NoReport(PageSecurity.NonceOf(http)), StatusCodes.Status404NotFound);

    private static ContentHttpResult Answered(HttpContext http, string page, int status)
    {
        // Somebody's data: for whoever holds the link, and for no search engine.
        http.Response.Headers.CacheControl = "no-store";
        http.Response.Headers["X-Robots-Tag"] = "noindex, nofollow";
        return TypedResults.Content(page, Html, Encoding.UTF8, status);
    }

    /// <summary>From here on the request sees the link's firm.</summary>
    private static async Task<(SharedLink Link, FoundReport Report)?> Enter(string secret, Desk desk, CancellationToken cancel)
    {
        if (await desk.Links.Find(secret, LinkPurpose.Report, cancel) is not { SignatureId: { } signature } link)
        {
            return null;
        }
        desk.Firm.FirmId = link.FirmId;
        return await desk.Reports.Find(signature, cancel) is { } report ? (link, report) : null;
    }
}
