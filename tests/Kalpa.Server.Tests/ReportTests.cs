using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using Kalpa.Contracts;
using Kalpa.Core.Bids;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;

namespace Kalpa.Server.Tests;

public sealed class ReportTests
{
    [Fact]
    public async Task The_demos_report_says_what_was_found_on_page_and_on_paper()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0].LatestVisit!.Id;
        var visit = await marit.Get<VisitDossier>($"/api/visits/{id}");

        var html = await marit.Http.GetStringAsync($"/api/visits/{id}/report");
        html.ShouldContain("Roof condition report");
        html.ShouldNotContain("<script");
        html.ShouldContain(visit.Roofs[0].Facts.Records!.Photos[0].Sha256);

        var pdf = await marit.Http.GetByteArrayAsync($"/api/visits/{id}/report.pdf");
        pdf.Length.ShouldBeLessThan(8_000_000);
        var raw = Encoding.Latin1.GetString(pdf);
        raw.ShouldContain("/MarkInfo"); // tagged
        raw.ShouldContain("/Outlines");
        var text = await Pdf.TextOf(pdf);
        foreach (var finding in visit.Roofs[0].Assessment.Findings)
        {
            text.ShouldContain(Pdf.Squeezed(finding.Name));
        }
        visit
            .Roofs[0]
            .Assessment.Slopes.Where(s => s.Fitness!.State == Core.Rules.FitnessState.Fit)
            .ShouldAllBe(s => text.Contains(Pdf.Squeezed(s.Life!.Headline)));
        text.ShouldContain(Pdf.Squeezed("Not suitable as built."));
        text.ShouldContain(Pdf.Squeezed(visit.Roofs[0].Assessment.Coverage.Limitations[0]));
        text.ShouldContain(Pdf.Squeezed("Page 1 of"));
    }

    /// <summary>
    /// One block a job with its findings inside: what was observed stands in the report once, every job once, and each page has its number, the firm and the property at its
    /// foot. Ten findings on five slopes take eight pages at most before the appendix.
    /// </summary>
    [Fact]
    public async Task Each_finding_is_told_once_with_what_to_do_about_it()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        foreach (var property in (await marit.Get<HomeAnswer>("/api/home")).Properties)
        {
            var id = property.Roofs[0].LatestVisit!.Id;
            var visit = await marit.Get<VisitDossier>($"/api/visits/{id}");
            var html = WebUtility.HtmlDecode(await marit.Http.GetStringAsync($"/api/visits/{id}/report"));
            foreach (var finding in visit.Roofs.SelectMany(r => r.Assessment.Findings))
            {
                Times(html, finding.Observed).ShouldBe(1, $"{property.PropertyName}: {finding.Observed}");
            }
            foreach (
                var job in visit.Roofs.Where(r => r.Assessment.Commission.Sections.Contains("work")).SelectMany(r => r.Assessment.Work)
            )
            {
                html.ShouldMatch($">({job.Number}\\. |[\\w ]+, job {job.Number}: ){Regex.Escape(job.Title)}</h");
            }
            var pages = await Pdf.PagesOf(await marit.Http.GetByteArrayAsync($"/api/visits/{id}/report.pdf"));
            foreach (var (at, page) in pages.Index())
            {
                page.ShouldContain($"Page{at + 1}of{pages.Count}");
                page.ShouldContain(Pdf.Squeezed($"Saltmere Roof Survey · {property.PropertyName}"));
            }
            pages.TakeWhile(p => !p.Contains("Appendix", StringComparison.Ordinal)).Count().ShouldBeLessThanOrEqualTo(8);
        }
    }

    /// <summary>A board that can wait a year is replaced this season for the gutter that hangs on it: the report says one time for it, and what comes first, to the owner and to bidders.</summary>
    [Fact]
    public async Task A_job_says_what_is_done_before_it_and_its_findings_no_other_time()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Net Loft").Roofs[0].LatestVisit!.Id;
        var slope = (await marit.Get<VisitDossier>($"/api/visits/{id}")).Roofs[0].Facts.Slopes[0].Id;
        foreach (var (station, condition) in new[] { ("edges", "starter-board-rot"), ("gutters", "gutter-off") })
        {
            await marit.Send(
                Inspector.Change(
                    FactKind.Finding,
                    new FindingFact(
                        Guid.CreateVersion7(),
                        id,
                        slope,
                        station,
                        condition,
                        "front eave",
                        WaterEvidence.NotChecked,
                        Extent.OnePlace
                    )
                )
            );
        }
        var work = (await marit.Get<VisitDossier>($"/api/visits/{id}")).Roofs[0].Assessment.Work;
        var board = work.Single(w => w.Title == "Replace the starter board");
        var html = WebUtility.HtmlDecode(await marit.Http.GetStringAsync($"/api/visits/{id}/report"));
        html.ShouldContain(
            $"<strong>Do first: job {board.Number}, replace the starter board. </strong>Decayed wood is replaced before a gutter or edge metal is fastened to it."
        );
        board.UrgencyWords.ShouldBe("This season");
        html.ShouldContain("Fasteners of the first course and the gutter can lose their hold. Replace the starter board.");
        html.ShouldContain("Rehang or replace the gutter (this season).");
        (await Pdf.TextOf(await marit.Http.GetByteArrayAsync($"/api/visits/{id}/scope.pdf"))).ShouldContain(
            Pdf.Squeezed($"Hold point. Not before job {board.Number} is done (replace the starter board): decayed wood is replaced")
        );
    }

    /// <summary>What may be left out goes, whole; what warns stays, whatever is left out.</summary>
    [Fact]
    public async Task Parts_are_left_out_and_what_warns_is_not()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0].LatestVisit!.Id;
        var dossier = await marit.Get<VisitDossier>($"/api/visits/{id}");
        var (visit, heads) = (dossier.Visit, dossier.Heads);
        (ReportSection Section, string Heading)[] parts =
        [
            (ReportSection.SlopePhotos, "<strong>Slope A (south)"),
            (ReportSection.PlannedUse, "Will it last"),
            (ReportSection.NoDefects, "Inspected, no defects observed"),
            (ReportSection.Life, "Life of each slope"),
            (ReportSection.Quantities, "Quantities of the whole roof"),
            (ReportSection.Series, "Measurement series"),
            (ReportSection.Practice, "Where practice differs"),
        ];
        var whole = await Html();
        parts.ShouldAllBe(part => whole.Contains(part.Heading));
        var revision = heads.Single(h => h.FactId == id).Revision;
        await marit.Send(
            Inspector.Change(
                FactKind.Visit,
                visit with
                {
                    Commission = visit.Commission! with { LeftOut = Enum.GetValues<ReportSection>() },
                },
                revision
            )
        );
        var brief = await Html();
        parts.ShouldAllBe(part => !brief.Contains(part.Heading));
        foreach (
            var kept in new[] { "Summary", "Findings and recommendations", "Scope and limitations", "Not inspected, and why", "Cautions" }
        )
        {
            brief.ShouldContain(kept);
        }

        Task<string> Html() => marit.Http.GetStringAsync($"/api/visits/{id}/report");
    }

    /// <summary>One plan of work: jobs of both roofs by need, each with its roof; scope and slopes roof by roof.</summary>
    [Fact]
    public async Task Several_roofs_have_one_plan_of_work()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Cooper’s Yard").Roofs[0].LatestVisit!.Id;
        var visit = await marit.Get<VisitDossier>($"/api/visits/{id}");
        var html = await marit.Http.GetStringAsync($"/api/visits/{id}/report");
        var jobs = visit
            .Roofs.SelectMany(roof => roof.Assessment.Work.Select(item => (Roof: roof.Name, Item: item)))
            .OrderByDescending(job => job.Item.Urgency)
            .ThenBy(job => job.Item.Number)
            .Select(job => html.IndexOf($">{job.Roof}, job {job.Item.Number}: {job.Item.Title}</h3>", StringComparison.Ordinal))
            .ToList();
        jobs.Count.ShouldBeGreaterThan(3);
        jobs.ShouldAllBe(at => at > 0);
        jobs.ShouldBeInOrder();
        Times(html, ">Findings and recommendations</h2>").ShouldBe(1);
        Times(html, ">Scope and limitations</h2>").ShouldBe(1);
        foreach (var roof in visit.Roofs)
        {
            Times(html, $">The roof: {roof.Name}</h2>").ShouldBe(1);
            Times(html, $">Inspected, no defects observed: {roof.Name}</h3>").ShouldBe(1);
        }
    }

    /// <summary>Agreed on before the climb: in the report, and as a sheet of its own with the fee, which no report has.</summary>
    [Fact]
    public async Task What_was_agreed_on_is_printed()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0].LatestVisit!.Id;
        var agreed = Pdf.Squeezed("Agreed to by Harrowgate-Lund family, September 11, 2026.");
        var report = await Pdf.TextOf(await marit.Http.GetByteArrayAsync($"/api/visits/{id}/report.pdf"));
        report.ShouldContain(agreed);
        report.ShouldNotContain("$475");
        var sheet = await Pdf.TextOf(await marit.Http.GetByteArrayAsync($"/api/visits/{id}/agreement.pdf"));
        sheet.ShouldContain(Pdf.Squeezed("Inspection agreement"));
        sheet.ShouldContain(Pdf.Squeezed("Fee $475, due on delivery of the report."));
        sheet.ShouldContain(Pdf.Squeezed("September 11, 2026, 10:20 AM"));
        sheet.ShouldContain(Pdf.Squeezed("Structure, code compliance and hidden damage are not evaluated."));
        var other = home.Properties.Single(p => p.PropertyName == "Cooper’s Yard").Roofs[0].LatestVisit!.Id;
        var blank = await Pdf.TextOf(await marit.Http.GetByteArrayAsync($"/api/visits/{other}/agreement.pdf"));
        blank.ShouldContain(Pdf.Squeezed("Client, date and signature:"));
        (await marit.Http.GetAsync($"/api/visits/{Guid.CreateVersion7()}/agreement.pdf")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    private static int Times(string text, string part) => text.Split(part).Length - 1;

    /// <summary>What somebody calls a property is text at the foot of a page, whatever it looks like.</summary>
    [Fact]
    public async Task A_name_at_the_foot_of_a_page_ends_no_style_sheet()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        const string Name = """Rook "n" \ <b></style> House""";
        await tess.Send([
            .. roof.Changes.Where(c => c.Kind != FactKind.Property),
            Inspector.Change(FactKind.Property, roof.Property with { Name = Name }),
        ]);
        var html = await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report");
        Times(html, "</style>").ShouldBe(1);
        (await Pdf.TextOf(await tess.Http.GetByteArrayAsync($"/api/visits/{roof.Visit.Id}/report.pdf"))).ShouldContain(
            Pdf.Squeezed($"Test Survey · {Name}")
        );
    }

    [Fact]
    public async Task Bidders_get_every_job_with_a_blank_price_and_no_cost()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0].LatestVisit!.Id;
        var scope = BidScopes.Of((await marit.Get<VisitDossier>($"/api/visits/{id}")).Roofs[0].Assessment);
        scope.Jobs.Count.ShouldBeGreaterThan(5);

        var text = await Pdf.TextOf(await marit.Http.GetByteArrayAsync($"/api/visits/{id}/scope.pdf"));
        foreach (var job in scope.Jobs)
        {
            text.ShouldContain(Pdf.Squeezed($"{job.Number}. {job.Title}"));
            job.Lines.Where(l => l.Paid == BidPaid.AsFound).ShouldAllBe(l => text.Contains(Pdf.Squeezed($"{l.Item}, paid as found")));
        }
        scope.NotIncluded.ShouldAllBe(line => text.Contains(Pdf.Squeezed(line)));
        // Only the head of the column has a dollar sign, on each page that the table reaches.
        text.Replace("Price,$", "", StringComparison.Ordinal).ShouldNotContain("$");
        (await marit.Http.GetAsync($"/api/visits/{Guid.CreateVersion7()}/scope.pdf")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task An_unknown_visit_is_a_problem_with_a_code()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var response = await marit.Http.GetAsync($"/api/visits/{Guid.CreateVersion7()}/report.pdf");
        response.StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await response.Code()).ShouldBe("not-found");
    }
}
