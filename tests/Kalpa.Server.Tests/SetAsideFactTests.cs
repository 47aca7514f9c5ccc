using System.Net;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Tests;

/// <summary>Facts that an earlier version let in and that would break what is made of them: kept, told, and left out.</summary>
public sealed class SetAsideFactTests : IAsyncLifetime
{
    private readonly TestServer server = new();
    private readonly TestRoof roof = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    public static TheoryData<string> OldFaults =>
        new()
        {
            """{"earlier":[null]}""",
            """{"extent":"here and there"}""",
            """{"place":null}""",
            """{"measure":{"typed":"1/8","value":1e308,"how":"tape"}}""",
        };

    [Theory]
    [MemberData(nameof(OldFaults))]
    public async Task A_finding_that_cannot_be_used_is_told_and_forbids_any_all_clear(string fields)
    {
        await tess.Send(roof.Changes);
        await server.InStore(
            async (_, db) =>
            {
                var row = await db.Findings.SingleAsync();
                row.Payload = Changed(row.Payload, fields);
                await db.SaveChangesAsync();
            }
        );
        var visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        visit.Roofs[0].Facts.Findings.ShouldBeEmpty();
        var told = visit.SetAside.ShouldHaveSingleItem();
        (told.FactId, told.Kind).ShouldBe((roof.Finding.Id, FactKind.Finding));
        told.Text.ShouldNotBeNullOrWhiteSpace();
        var page = await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report");
        page.ShouldContain("1 record of this property could not be read safely");
        page.ShouldNotContain("No defects were observed");
        (await tess.Get<HomeAnswer>("/api/home")).Properties.ShouldHaveSingleItem().Roofs.ShouldHaveSingleItem();
    }

    [Theory]
    [InlineData("""{"zones":[{"id":"0199aaaa-0000-7000-8000-000000000001","under":"attic","corners":[]}]}""")]
    [InlineData("""{"zones":[{"id":"0199aaaa-0000-7000-8000-000000000001","under":"attic","corners":null}]}""")]
    [InlineData("""{"zones":[null]}""")]
    [InlineData("""{"parts":[null]}""")]
    public async Task A_plan_that_breaks_its_measures_is_told_and_the_visit_and_its_report_still_answer(string fields)
    {
        var plan = new PlanFact(Guid.CreateVersion7(), roof.Roof.Id, false, "test", [], []);
        await tess.Send([.. roof.Changes, Inspector.Change(FactKind.Plan, plan)]);
        await server.InStore(
            async (_, db) =>
            {
                var row = await db.Records.SingleAsync(r => r.Kind == FactKind.Plan);
                row.Payload = Changed(row.Payload, fields);
                await db.SaveChangesAsync();
            }
        );
        var visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        (visit.Roofs[0].Plan, visit.SetAside.Single().Kind).ShouldBe((null, FactKind.Plan));
        foreach (var path in new[] { $"/api/visits/{roof.Visit.Id}/report", $"/api/properties/{roof.Property.Id}" })
        {
            (await tess.Http.GetAsync(path)).StatusCode.ShouldBe(HttpStatusCode.OK, path);
        }
        (await tess.Http.GetAsync($"/api/visits/{roof.Visit.Id}/plan.svg")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    private static string Changed(string payload, string fields)
    {
        var fact = JsonNode.Parse(payload)!.AsObject();
        foreach (var (name, value) in JsonNode.Parse(fields)!.AsObject())
        {
            fact[name] = value?.DeepClone();
        }
        return fact.ToJsonString();
    }
}
