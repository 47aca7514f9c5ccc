using System.Net.Mime;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Reports;
using Kalpa.Reports.Printing;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Photos;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Reports;

/// <summary>The report of a visit as the page that is previewed, and that page printed.</summary>
public static class ReportEndpoints
{
    public static void MapReports(this IEndpointRouteBuilder api)
    {
        api.MapGet("visits/{id:guid}/report", Preview).WithName("getReport").Produces<string>(contentType: MediaTypeNames.Text.Html);
        api.MapGet("visits/{id:guid}/report.pdf", Pdf)
            .WithName("getReportPdf")
            .Produces<byte[]>(contentType: MediaTypeNames.Application.Pdf);
        api.MapGet("visits/{id:guid}/scope.pdf", Scope)
            .WithName("getScopePdf")
            .Produces<byte[]>(contentType: MediaTypeNames.Application.Pdf);
        api.MapGet("visits/{id:guid}/agreement.pdf", Agreement)
            .WithName("getAgreementPdf")
            .Produces<byte[]>(contentType: MediaTypeNames.Application.Pdf);
    }

    private static async Task<Results<ContentHttpResult, ProblemHttpResult>> Preview(
        Guid id,
        HttpContext http,
        DossierReader dossiers,
        KalpaDb db,
        CurrentFirm firm,
        PhotoIntake photos,
        RuleBook book,
        ReportPages pages,
        CancellationToken cancel
    )
    {
        if (await dossiers.Visit(id, cancel) is not { } visit)
        {
            return Problems.NotFound("visit");
        }
        var shown = await photos.Shown([.. ReportModel.PicturesOf(visit).Select(p => p.Sha256).Distinct()], cancel);
        var model = await Model(visit, db, firm, book, photo => shown.Contains(photo.Sha256) ? AddressOf(photo) : null, cancel);
        return TypedResults.Content(await pages.Html(model, PageSecurity.NonceOf(http)), "text/html; charset=utf-8");
    }

    /// <summary>What it takes to print a visit.</summary>
    private sealed record Press(
        DossierReader Dossiers,
        KalpaDb Db,
        CurrentFirm Firm,
        PhotoReader Photos,
        RuleBook Book,
        ReportPages Pages,
        PdfPrinter Printer
    );

    private static Task<Results<FileContentHttpResult, ProblemHttpResult>> Pdf(
        Guid id,
        [AsParameters] Press press,
        CancellationToken cancel
    ) => Printed(id, press, model => press.Pages.Html(model, nonce: null), "roof-report", cancel);

    /// <summary>The plan of work as bidders price it, printed.</summary>
    private static Task<Results<FileContentHttpResult, ProblemHttpResult>> Scope(
        Guid id,
        [AsParameters] Press press,
        CancellationToken cancel
    ) => Printed(id, press, press.Pages.ScopeHtml, "scope-of-work", cancel);

    /// <summary>What was agreed on with the client, printed; blank lines to sign where nothing was.</summary>
    private static Task<Results<FileContentHttpResult, ProblemHttpResult>> Agreement(
        Guid id,
        [AsParameters] Press press,
        CancellationToken cancel
    ) => Printed(id, press, press.Pages.AgreementHtml, "inspection-agreement", cancel, ReportModel.LogoOf);

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Printed(
        Guid id,
        Press press,
        Func<ReportModel, Task<string>> page,
        string name,
        CancellationToken cancel,
        Func<VisitDossier, IEnumerable<PhotoFact>>? pictures = null
    )
    {
        if (await press.Dossiers.Visit(id, cancel) is not { } visit)
        {
            return Problems.NotFound("visit");
        }
        var inlined = await Inline((pictures ?? ReportModel.PicturesOf)(visit), press.Firm, press.Photos, cancel);
        var model = await Model(visit, press.Db, press.Firm, press.Book, photo => inlined.GetValueOrDefault(photo.Id), cancel);
        var pdf = await press.Printer.Print(await page(model), cancel);
        return TypedResults.File(pdf, MediaTypeNames.Application.Pdf, FileName(name, visit));
    }

    private static async Task<ReportModel> Model(
        VisitDossier visit,
        KalpaDb db,
        CurrentFirm firm,
        RuleBook book,
        Func<PhotoFact, string?> source,
        CancellationToken cancel
    )
    {
        var name = await db.Firms.Where(f => f.Id == firm.FirmId).Select(f => f.Name).FirstAsync(cancel);
        return new ReportModel(name, visit, RoofContents.Of(visit, book), book, source);
    }

    private static string AddressOf(PhotoFact photo) =>
        photo.Edits is { } edits
            ? $"/api/photos/{photo.Sha256}/report?of={photo.Id}&edits={ReportStamps.OfEdits(edits)}"
            : $"/api/photos/{photo.Sha256}/report";

    private static async Task<Dictionary<Guid, string>> Inline(
        IEnumerable<PhotoFact> pictures,
        CurrentFirm firm,
        PhotoReader photos,
        CancellationToken cancel
    )
    {
        var inlined = new Dictionary<Guid, string>();
        foreach (var photo in pictures)
        {
            if (await photos.Find(firm.FirmId, photo.Sha256, Rendition.Report, photo.Edits, cancel) is { } found)
            {
                inlined[photo.Id] = $"data:image/jpeg;base64,{Convert.ToBase64String(await File.ReadAllBytesAsync(found.Path, cancel))}";
            }
        }
        return inlined;
    }

    private static string FileName(string document, VisitDossier visit)
    {
        var name = new string([.. visit.Property.Name.Select(c => char.IsLetterOrDigit(c) ? c : '-')]);
        return $"{document}-{name}-{visit.Visit.On:yyyy-MM-dd}.pdf";
    }
}
