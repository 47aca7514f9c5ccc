using System.Net;
using System.Text;
using Kalpa.Contracts;
using Kalpa.Core.Bids;
using Kalpa.Core.Dossiers;

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
