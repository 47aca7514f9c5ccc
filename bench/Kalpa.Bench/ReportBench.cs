using System.Text;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Reports;
using Kalpa.Reports.Printing;
using Kalpa.Samples;
using Kalpa.Store.Photos;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;

namespace Kalpa.Bench;

/// <summary>
/// A report of 20 findings and 40 photos beside Chromium printing a bare page with the same pictures, and one of 60 photos with a plan. Medians of five.
/// </summary>
internal static class ReportBench
{
    private const int Findings = 20;
    private const int Photos = 40;
    private const int MostPhotos = 60;
    private const int Runs = 5;

    public static async Task Run(string photoFolder, Action<string, string, string, string, string> print)
    {
        var sources = Directory.GetFiles(photoFolder, "*.jpg").Order().Select(file => DataAddress(file)).ToList();
        var model = Model(Photos, null, sources);
        var services = new ServiceCollection().AddLogging().BuildServiceProvider();
        var pages = new ReportPages(services, NullLoggerFactory.Instance);
        await using var printer = new PdfPrinter();
        byte[] pdf = [];
        var ours = await Timing.MedianMilliseconds(1, Runs, async () => pdf = await printer.Print(await pages.Html(model, null), default));
        var html = await Timing.MedianMilliseconds(1, Runs, () => pages.Html(model, null));
        var bare = new StringBuilder("<!DOCTYPE html><title>bare</title>");
        foreach (var photo in ReportModel.PicturesOf(model.Visit))
        {
            bare.Append($"<img style=\"width:45%\" src=\"{model.PhotoSource(photo)}\">");
        }
        var theirs = await Timing.MedianMilliseconds(1, Runs, () => printer.Print(bare.ToString(), default));
        print("report PDF, 20 findings and 40 photos", $"{ours:0} ms", $"{theirs:0} ms bare page", $"{ours / theirs:0.00}", "< 1.35");
        print("of which the HTML page", $"{html:0} ms", "", "", "< 100 ms");
        print("its size", $"{pdf.Length / 1e6:0.0} MB", "", "", "< 8 MB");
        var large = Model(MostPhotos, PlanSamples.Any(new Random(7)).Plan, sources);
        var whole = await Timing.MedianMilliseconds(1, Runs, async () => pdf = await printer.Print(await pages.Html(large, null), default));
        print($"report PDF, {MostPhotos} photos and a plan", $"{whole:0} ms, {pdf.Length / 1e6:0.0} MB", "", "", "< 4,000 ms");
    }

    private static ReportModel Model(int count, PlanFact? plan, List<string> sources)
    {
        var visit = new VisitGenerator(7).Visit(4, Findings) with { Plan = plan };
        var photos = Enumerable
            .Range(0, count)
            .Select(i => new PhotoFact(Guid.CreateVersion7(), Guid.Empty, visit.Findings[i % Findings].Id, null, $"{i}", $"Photo {i}"))
            .ToList();
        var dossier = Dossier(visit, photos);
        return new ReportModel(
            "Bench",
            dossier,
            RoofContents.Of(dossier, RuleBook.Current),
            RuleBook.Current,
            photo => sources[int.Parse(photo.Sha256) % sources.Count]
        );
    }

    private static string DataAddress(string file)
    {
        var report = Pictures.Renditions(file).First(r => r.Rendition == Rendition.Report);
        return $"data:image/jpeg;base64,{Convert.ToBase64String(report.Jpeg)}";
    }

    private static VisitDossier Dossier(AssessInput facts, IReadOnlyList<PhotoFact> photos) =>
        new(
            new PropertyFact(Guid.Empty, "Bench", "", "", facts.Exposure),
            new VisitFact(Guid.Empty, [Guid.Empty], facts.AsOf, "Bench", ""),
            [
                new RoofVisit(
                    "Roof",
                    new BuildingFact(Guid.Empty, Guid.Empty, "House"),
                    new RoofFact(Guid.Empty, Guid.Empty, "Roof"),
                    facts with
                    {
                        Records = VisitRecords.None with { Photos = photos },
                    },
                    [],
                    Assessor.Assess(facts, RuleBook.Current),
                    FirstFinding: 1,
                    []
                ),
            ],
            [],
            [],
            null,
            []
        );
}
