using System.Net;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Measuring;
using NetTopologySuite.Features;
using NetTopologySuite.IO.Converters;

namespace Kalpa.Server.Tests;

/// <summary>Plans over the wire: kept with their history, read by other programs, and asked for from the simulated supplier.</summary>
public sealed class PlanTests
{
    private const double FeetPerMetre = 1 / 0.3048;
    private const double MetresPerDegree = 6_371_008.8 * Math.PI / 180;

    private static readonly JsonSerializerOptions GeoJson = new() { Converters = { new GeoJsonConverterFactory() } };

    private static async Task<(Inspector Marit, VisitDossier Visit)> Pilots(TestServer server)
    {
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0].LatestVisit!.Id;
        return (marit, await marit.Get<VisitDossier>($"/api/visits/{id}"));
    }

    [Fact]
    public async Task The_geojson_is_read_by_an_independent_library_and_has_the_same_areas()
    {
        await using var server = new TestServer(demo: true);
        var (marit, visit) = await Pilots(server);
        var text = await marit.Http.GetStringAsync($"/api/visits/{visit.Visit.Id}/plan.geojson");

        var read = JsonSerializer.Deserialize<FeatureCollection>(text, GeoJson)!;

        var slopes = read.Where(f => (string)f.Attributes["kalpa"] == "slope").ToList();
        slopes.Count.ShouldBe(5);
        foreach (var slope in slopes)
        {
            slope.Geometry.IsValid.ShouldBeTrue();
            var squareFeet = slope.Geometry.Area * MetresPerDegree * MetresPerDegree * FeetPerMetre * FeetPerMetre;
            var plan = Convert.ToDouble(slope.Attributes["planSquareFeet"], System.Globalization.CultureInfo.InvariantCulture);
            // What the wing stands on is not counted as slope B's own.
            var covered = (string)slope.Attributes["letter"] == "B" ? squareFeet - plan : 0;
            squareFeet.ShouldBe(plan + covered, 0.5);
        }
        read.Count(f => (string)f.Attributes["kalpa"] == "detail").ShouldBe(visit.Roofs[0].Details.Count);
        read.Count(f => (string)f.Attributes["kalpa"] == "edge").ShouldBeGreaterThan(10);
    }

    [Fact]
    public async Task The_take_off_is_a_table_and_the_drawing_has_the_numbers_of_the_report()
    {
        await using var server = new TestServer(demo: true);
        var (marit, visit) = await Pilots(server);

        var csv = await marit.Http.GetStringAsync($"/api/visits/{visit.Visit.Id}/takeoff.csv");
        csv.Split('\n')[0].Trim().ShouldBe("list,item,amount,unit,basis");
        csv.ShouldContain("Ice barrier");

        var svg = await marit.Http.GetStringAsync($"/api/visits/{visit.Visit.Id}/plan.svg");
        var drawing = System.Xml.Linq.XDocument.Parse(svg).Root!;
        drawing.Name.LocalName.ShouldBe("svg");
        var numbers = drawing
            .Descendants()
            .Where(e => (string?)e.Attribute("class") == "pinnumber")
            .Select(e => int.Parse(e.Value))
            .ToList();
        var pinned = visit
            .Roofs[0]
            .Assessment.Findings.Select((f, i) => (f.FindingId, i + 1))
            .Where(f => visit.Roofs[0].Facts.Findings.First(x => x.Id == f.FindingId).Spot is not null);
        numbers.ShouldBe(pinned.Select(p => p.Item2), ignoreOrder: true);

        var report = await marit.Http.GetStringAsync($"/api/visits/{visit.Visit.Id}/report");
        report.ShouldContain("Roof plan");
        report.ShouldContain("Drip edge");
    }

    [Fact]
    public async Task A_plan_is_kept_and_a_stale_one_keeps_both_versions()
    {
        await using var server = new TestServer(demo: true);
        var (marit, visit) = await Pilots(server);
        var head = visit.Heads.Single(h => h.FactId == visit.Roofs[0].Plan!.Id).Revision;
        var wider = visit.Roofs[0].Plan! with { WallInches = 8 };
        var first = Inspector.Change(FactKind.Plan, wider) with { BaseRevision = head };
        var second = Inspector.Change(FactKind.Plan, visit.Roofs[0].Plan! with { WallInches = 10 }) with { BaseRevision = head };

        await marit.Send(first, second);

        var after = await marit.Get<VisitDossier>($"/api/visits/{visit.Visit.Id}");
        after.Heads.Single(h => h.FactId == visit.Roofs[0].Plan!.Id).Clash.ShouldBeTrue();
        after.Roofs[0].Plan!.WallInches.ShouldBe(10);
    }

    [Fact]
    public async Task A_plan_that_is_none_is_refused_with_what_to_do()
    {
        await using var server = new TestServer(demo: true);
        var (marit, visit) = await Pilots(server);
        var twice = visit.Roofs[0].Plan! with
        {
            Id = Guid.CreateVersion7(),
            Parts = [.. visit.Roofs[0].Plan!.Parts, visit.Roofs[0].Plan!.Parts[0]],
        };

        var receipts = await marit.Send(Inspector.Change(FactKind.Plan, twice));

        receipts[0].Problems[0].Code.ShouldBe("plan.same-id");
    }

    [Fact]
    public async Task The_simulated_supplier_answers_says_so_and_can_fail()
    {
        await using var server = new TestServer(demo: true);
        var (marit, visit) = await Pilots(server);

        var answer = await marit.Get<AerialAnswer>($"/api/properties/{visit.Property.Id}/outlines");
        answer.Simulated.ShouldBeTrue();
        answer.From.ShouldContain("Simulated");
        var read = Core.RoofPlans.Files.OutlineReader.Read(new Core.RoofPlans.Files.ImportRequest(answer.GeoJson));
        read.Outlines.Count.ShouldBe(2);
        read.Outlines.ShouldAllBe(o => o.Problem == null);
        // The house is 53 ft 3 in deep.
        (read.Outlines[0].Corners.Max(c => c.Y) - read.Outlines[0].Corners.Min(c => c.Y)).ShouldBe(53.25 * 12, 0.1);

        var failed = await marit.Http.GetAsync($"/api/properties/{visit.Property.Id}/outlines?fail=true");
        failed.StatusCode.ShouldBe(HttpStatusCode.BadGateway);
        (await failed.Code()).ShouldBe("aerial.failed");
        var unknown = await marit.Http.GetAsync($"/api/properties/{Guid.CreateVersion7()}/outlines");
        unknown.StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_roof_without_a_plan_says_what_to_do()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var id = home.Properties.Single(p => p.PropertyName == "Ferry Office").Roofs[0].LatestVisit!.Id;
        foreach (var file in new[] { "plan.geojson", "plan.svg", "takeoff.csv" })
        {
            var answer = await marit.Http.GetAsync($"/api/visits/{id}/{file}");
            answer.StatusCode.ShouldBe(HttpStatusCode.NotFound);
            (await answer.Code()).ShouldBe("plan.none");
        }
    }

    /// <summary>The pilots' house was drawn to be measured: what its plan says, worked by hand.</summary>
    [Fact]
    public async Task The_demos_plan_measures_what_was_drawn()
    {
        await using var server = new TestServer(demo: true);
        var (_, visit) = await Pilots(server);
        var answer = PlanMeasures.Of(
            new PlanRequest(visit.Roofs[0].Plan!, visit.Roofs[0].Details, visit.Roofs[0].Facts.Coverings, visit.Roofs[0].Facts.AsOf),
            Core.Rules.RuleBook.Current
        );

        answer.Problems.ShouldBeEmpty();
        answer.Closings.ShouldAllBe(c => c.Closes);
        // Main wing 42 × 29 ft, 24 ft 3 in of wing 21 ft wide beyond its eave, porch 16 ft × 9.33 ft.
        answer.PlanSquareFeet.ShouldBe((42 * 29) + (24.25 * 21) + (16 * 9.33), 1);
    }
}
