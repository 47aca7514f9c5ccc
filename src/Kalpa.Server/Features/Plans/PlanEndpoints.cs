using System.Globalization;
using CsvHelper;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Reports;
using Kalpa.Server.SetUp;
using Kalpa.Store.Dossiers;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Kalpa.Server.Features.Plans;

/// <summary>A roof plan of a visit as files: GeoJSON, a drawing with the findings' numbers, and the take-off as a table.</summary>
public static class PlanEndpoints
{
    private const string Svg = "image/svg+xml";
    private const string Csv = "text/csv";
    private const string GeoJson = "application/geo+json";

    public static void MapPlans(this IEndpointRouteBuilder api)
    {
        api.MapGet("visits/{id:guid}/plan.geojson", AsGeoJson).WithName("getPlanGeoJson").Produces<string>(contentType: GeoJson);
        api.MapGet("visits/{id:guid}/plan.svg", AsSvg).WithName("getPlanSvg").Produces<string>(contentType: Svg);
        api.MapGet("visits/{id:guid}/takeoff.csv", AsCsv).WithName("getTakeOffCsv").Produces<string>(contentType: Csv);
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> AsGeoJson(
        Guid id,
        Guid? roof,
        DossierReader dossiers,
        RuleBook book,
        CancellationToken cancel
    )
    {
        if (await Of(id, roof, dossiers, book, cancel) is not { Roof: { Plan: { } plan } of })
        {
            return NoPlan();
        }
        var request = new PlanRequest(plan, of.Details, of.Facts.Coverings, of.Facts.AsOf);
        return File(ComputeServices.GeoJson(new PlanExportRequest(request, of.Facts.Slopes), book).Value!.Text, GeoJson, "plan.geojson");
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> AsSvg(
        Guid id,
        Guid? roof,
        DossierReader dossiers,
        RuleBook book,
        ReportPages pages,
        CancellationToken cancel
    )
    {
        if (await Of(id, roof, dossiers, book, cancel) is not { } model || await pages.PlanSvg(model) is not { } svg)
        {
            return NoPlan();
        }
        return File(svg, Svg, "plan.svg");
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> AsCsv(
        Guid id,
        Guid? roof,
        DossierReader dossiers,
        RuleBook book,
        CancellationToken cancel
    )
    {
        if (await Of(id, roof, dossiers, book, cancel) is not { Plan: { Measured: true } plan })
        {
            return NoPlan();
        }
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using (var csv = CsvWriter.Create(text, new CsvWriterOptions(), leaveOpen: true))
        {
            csv.WriteHeader(["list", "item", "amount", "unit", "basis"]);
            Lines(csv, "steep", plan.TakeOff.Steep);
            Lines(csv, "low slope", plan.TakeOff.LowSlope);
        }
        return File(text.ToString(), Csv, "takeoff.csv");
    }

    /// <summary>A roof of the visit, the first where none is named; null where there is no such visit or roof.</summary>
    private static async Task<RoofReport?> Of(Guid id, Guid? roof, DossierReader dossiers, RuleBook book, CancellationToken cancel) =>
        await dossiers.Visit(id, cancel) is { } visit && visit.Roofs.FirstOrDefault(r => roof is null || r.Roof.Id == roof) is { } of
            ? new RoofReport(visit, RoofContents.Of(of, book), book, _ => "")
            : null;

    private static void Lines(CsvWriter csv, string list, IReadOnlyList<TakeOffLine> lines)
    {
        foreach (var line in lines)
        {
            csv.WriteRecord([list, line.Item, line.Amount.ToString("0.##", CultureInfo.InvariantCulture), line.Unit, line.Basis]);
        }
    }

    private static FileContentHttpResult File(string text, string type, string name) =>
        TypedResults.File(System.Text.Encoding.UTF8.GetBytes(text), type, name);

    private static ProblemHttpResult NoPlan() =>
        Problems.Of(
            StatusCodes.Status404NotFound,
            "plan.none",
            "There is no measured plan of this roof",
            "Make a plan with sizes first; then it can be taken out as a file."
        );
}
