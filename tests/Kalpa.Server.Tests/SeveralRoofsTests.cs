using System.Text.RegularExpressions;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;

namespace Kalpa.Server.Tests;

/// <summary>House and garage on one visit: stored, read back and reported building by building.</summary>
public sealed partial class SeveralRoofsTests : IAsyncLifetime
{
    private readonly TestServer server = new();
    private readonly TestRoof house = new();
    private readonly BuildingFact garage;
    private readonly RoofFact flat;
    private readonly SlopeFact slope;
    private readonly VisitFact visit;
    private readonly FindingFact stain;
    private Inspector tess = null!;

    public SeveralRoofsTests()
    {
        garage = new BuildingFact(Guid.CreateVersion7(), house.Property.Id, "Garage");
        flat = new RoofFact(Guid.CreateVersion7(), garage.Id, "Flat roof");
        slope = house.Slope with { Id = Guid.CreateVersion7(), RoofId = flat.Id, Letter = "B" };
        visit = house.Visit with { Roofs = [house.Roof.Id, flat.Id] };
        stain = house.Finding with
        {
            Id = Guid.CreateVersion7(),
            SlopeId = null,
            RoofId = flat.Id,
            Condition = "attic-stain",
            Station = "attic",
            Measure = null,
        };
    }

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    private FactChange[] Garage =>
        [
            Inspector.Change(FactKind.Building, garage),
            Inspector.Change(FactKind.Roof, flat),
            Inspector.Change(FactKind.Slope, slope),
            Inspector.Change(FactKind.Finding, stain),
        ];

    private FactChange[] Changes =>
        [.. house.Changes.Where(c => c.Kind != FactKind.Visit), Inspector.Change(FactKind.Visit, visit), .. Garage];

    private Task<VisitDossier> Visit() => tess.Get<VisitDossier>($"/api/visits/{visit.Id}");

    /// <summary>A visit shows when all its roofs have come, whichever comes last.</summary>
    [Fact]
    public async Task A_visit_waits_for_each_of_its_roofs()
    {
        await tess.Send([.. Changes.Where(c => c.FactId != flat.Id && c.Kind != FactKind.Finding)]);
        (await tess.Get<HomeAnswer>("/api/home")).FactsWaiting.ShouldBe(2);
        await tess.Send([.. Changes.Where(c => c.FactId == flat.Id || c.Kind == FactKind.Finding)]);
        (await tess.Get<HomeAnswer>("/api/home")).FactsWaiting.ShouldBe(0);
        var roofs = (await Visit()).Roofs;
        roofs.Select(r => r.Name).ShouldBe(["House", "Garage"]);
        roofs[1].Facts.Findings.ShouldBe([stain]);
        roofs[1].FirstFinding.ShouldBe(2);
    }

    [Fact]
    public async Task A_roof_taken_in_later_is_looked_at_from_then_on()
    {
        await tess.Send(house.Changes);
        await tess.Send([.. Garage.Where(c => c.Kind != FactKind.Finding)]);
        (await Visit()).Roofs.ShouldHaveSingleItem();
        (await Visit()).PropertyRoofs.Select(r => r.Name).ShouldBe(["House", "Garage"]);
        await tess.Send(Inspector.Change(FactKind.Visit, visit));
        (await Visit()).Roofs.Count.ShouldBe(2);
        var home = await tess.Get<HomeAnswer>("/api/home");
        home.Properties.Single().Roofs.ShouldAllBe(r => r.LatestVisit!.Id == visit.Id);
    }

    /// <summary>The house is torn down or was entered twice: what was seen of the garage stays.</summary>
    [Fact]
    public async Task A_visit_whose_first_roof_was_deleted_goes_on_with_the_others()
    {
        await tess.Send(Changes);
        await tess.Send(Inspector.Change(FactKind.Roof, house.Roof) with { Deleted = true });
        var roofs = (await Visit()).Roofs;
        roofs.ShouldHaveSingleItem().Name.ShouldBe("Garage");
        roofs[0].Facts.Findings.ShouldContain(stain);
        var property = await tess.Get<PropertyDossier>($"/api/properties/{house.Property.Id}");
        property.Visits.ShouldHaveSingleItem().Id.ShouldBe(visit.Id);
    }

    [Theory]
    [InlineData("visit.no-roof")]
    [InlineData("visit.roof-twice")]
    [InlineData("visit.too-many-roofs")]
    public async Task A_visit_to_no_roof_or_to_one_twice_is_refused(string code)
    {
        await tess.Send(house.Changes);
        IReadOnlyList<Guid> roofs = code switch
        {
            "visit.no-roof" => [],
            "visit.roof-twice" => [house.Roof.Id, house.Roof.Id],
            _ => [.. Enumerable.Range(0, 51).Select(_ => Guid.CreateVersion7())],
        };
        var receipt = (await tess.Send(Inspector.Change(FactKind.Visit, visit with { Roofs = roofs })))[0];
        receipt.Outcome.ShouldBe(ChangeOutcome.Refused);
        receipt.Problems.ShouldHaveSingleItem().Code.ShouldBe(code);
    }

    /// <summary>The outline of the page: a roof's parts stand under its name, and findings have one count.</summary>
    [Fact]
    public async Task The_report_goes_building_by_building_with_one_plan_of_work()
    {
        await tess.Send(Changes);
        var html = await tess.Http.GetStringAsync($"/api/visits/{visit.Id}/report");
        var outline = Headings().Matches(html).Select(m => (Level: int.Parse(m.Groups[1].Value), Text: m.Groups[2].Value.Trim())).ToList();
        outline
            .Where(h => h.Level == 2)
            .Select(h => h.Text)
            .ShouldBe([
                "Summary",
                "The roof: House",
                "The roof: Garage",
                "Findings and recommendations",
                "Scope and limitations",
                "Appendix: how it was evaluated",
            ]);
        foreach (var (at, roof) in (await Visit()).Roofs.Index())
        {
            var job = roof.Assessment.Work[0];
            outline.ShouldContain((3, $"{roof.Name}, job {job.Number}: {job.Title}"));
            var finding = roof.Assessment.Findings.Single();
            html.ShouldContain($"<span class=\"num-of\">{at + 1}</span> <strong>{finding.Name}.</strong>");
        }
        html.ShouldContain("House and Garage");
        // No level is left out on the way down.
        outline.Zip(outline.Skip(1)).ShouldAllBe(pair => pair.Second.Level <= pair.First.Level + 1);
    }

    [Fact]
    public async Task A_report_of_one_roof_has_no_level_more_than_it_needs()
    {
        await tess.Send(house.Changes);
        var html = await tess.Http.GetStringAsync($"/api/visits/{visit.Id}/report");
        var outline = Headings().Matches(html).Select(m => int.Parse(m.Groups[1].Value)).ToList();
        outline.Max().ShouldBe(3);
        outline.Zip(outline.Skip(1)).ShouldAllBe(pair => pair.Second <= pair.First + 1);
    }

    [GeneratedRegex("<h([1-6])[^>]*>(?:<svg.*?</svg>)?([^<]*)", RegexOptions.Singleline)]
    private static partial Regex Headings();
}
