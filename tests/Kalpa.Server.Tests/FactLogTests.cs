using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

public sealed class FactLogTests : IAsyncLifetime
{
    private readonly TestServer server = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task Facts_come_back_judged()
    {
        var roof = new TestRoof();
        (await tess.Send(roof.Changes)).ShouldAllBe(r => r.Outcome == ChangeOutcome.Accepted);
        var visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        visit.Roofs[0].Facts.Findings.ShouldHaveSingleItem().ShouldBe(roof.Finding);
        visit.Roofs[0].Facts.Slopes.ShouldHaveSingleItem().ShouldBe(roof.Slope);
        visit.Roofs[0].Assessment.Findings[0].Verdict.Headline.ShouldBe("Short by 1 7/8 in");
        var home = await tess.Get<HomeAnswer>("/api/home");
        home.Properties.ShouldHaveSingleItem().Roofs.ShouldHaveSingleItem().Slopes[0].Life!.Stated.ShouldNotBeNull();
    }

    [Fact]
    public async Task The_same_request_twice_counts_once()
    {
        var roof = new TestRoof();
        var changes = roof.Changes;
        await tess.Send(changes);
        (await tess.Send(changes)).ShouldAllBe(r => r.Outcome == ChangeOutcome.AlreadyKnown);
        await InStore(async db => (await db.Revisions.CountAsync()).ShouldBe(changes.Length));
    }

    [Fact]
    public async Task Facts_may_arrive_in_any_order()
    {
        var roof = new TestRoof();
        foreach (var change in roof.Changes.Reverse())
        {
            var receipt = (await tess.Send(change))[0];
            receipt.Outcome.ShouldBe(change.Kind == FactKind.Property ? ChangeOutcome.Accepted : ChangeOutcome.Waiting);
        }
        (await tess.Get<HomeAnswer>("/api/home")).FactsWaiting.ShouldBe(0);
        (await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}")).Roofs[0].Facts.Findings.ShouldHaveSingleItem();
    }

    [Fact]
    public async Task A_stale_base_keeps_both_versions_until_somebody_chooses()
    {
        var roof = new TestRoof();
        var first = (await tess.Send(roof.Changes))[^1].Revision;
        var mine = (await tess.Send(Inspector.Change(FactKind.Finding, roof.Finding with { Note = "mine" }, first)))[0];
        var theirs = (await tess.Send(Inspector.Change(FactKind.Finding, roof.Finding with { Note = "theirs" }, first)))[0];
        (mine.Outcome, theirs.Outcome).ShouldBe((ChangeOutcome.Accepted, ChangeOutcome.Clashed));

        var visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        visit.Roofs[0].Facts.Findings[0].Note.ShouldBe("theirs");
        visit.Heads.Single(h => h.FactId == roof.Finding.Id).Clash.ShouldBeTrue();
        await InStore(async db => (await db.Revisions.CountAsync(r => r.FactId == roof.Finding.Id)).ShouldBe(3));

        // Going on from one of them chooses nothing.
        var further = (await tess.Send(Inspector.Change(FactKind.Finding, roof.Finding with { Note = "further" }, theirs.Revision)))[0];
        further.Outcome.ShouldBe(ChangeOutcome.Clashed);
        var versions = await tess.Get<FactVersions>($"/api/facts/{roof.Finding.Id}/versions");
        versions.Versions.Select(v => v.Revision).ShouldBe([further.Revision!.Value, mine.Revision!.Value]);
        versions.Versions.ShouldAllBe(v => v.By == "Tess Tester");

        var chosen = Inspector.Change(FactKind.Finding, roof.Finding with { Note = "chosen" }, further.Revision);
        await tess.Send(chosen with { Settles = [mine.Revision.Value] });
        visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        visit.Heads.Single(h => h.FactId == roof.Finding.Id).Clash.ShouldBeFalse();
    }

    [Fact]
    public async Task Deleting_is_a_fact_and_can_be_undone()
    {
        var roof = new TestRoof();
        var first = (await tess.Send(roof.Changes))[^1].Revision;
        var gone = (await tess.Send(Inspector.Change(FactKind.Finding, roof.Finding, first, deleted: true)))[0];
        (await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}")).Roofs[0].Facts.Findings.ShouldBeEmpty();
        await tess.Send(Inspector.Change(FactKind.Finding, roof.Finding, gone.Revision));
        (await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}")).Roofs[0].Facts.Findings.ShouldHaveSingleItem();
    }

    [Fact]
    public async Task A_refused_fact_takes_no_other_with_it()
    {
        var roof = new TestRoof();
        var bad = Inspector.Change(FactKind.Slope, roof.Slope with { Id = Guid.CreateVersion7(), Letter = "?" });
        var receipts = await tess.Send([.. roof.Changes, bad]);
        receipts[^1].Outcome.ShouldBe(ChangeOutcome.Refused);
        receipts[^1].Problems[0].Code.ShouldBe("slope.bad-letter");
        receipts.SkipLast(1).ShouldAllBe(r => r.Outcome == ChangeOutcome.Accepted);
    }

    [Fact]
    public async Task Unknown_fields_of_a_payload_are_kept()
    {
        var roof = new TestRoof();
        var payload = JsonSerializer.SerializeToNode(roof.Property, KalpaJson.Default.PropertyFact)!.AsObject();
        payload["parcelNumber"] = "from a newer device";
        var change = Inspector.Change(FactKind.Property, roof.Property) with { Payload = payload.Deserialize<JsonElement>() };
        (await tess.Send(change))[0].Outcome.ShouldBe(ChangeOutcome.Accepted);
        await InStore(async db => (await db.Properties.SingleAsync()).Payload.ShouldContain("from a newer device"));
    }

    [Fact]
    public async Task Projections_can_be_made_again_from_the_log()
    {
        var roof = new TestRoof();
        var first = (await tess.Send([.. roof.Changes.Reverse()]))[0].Revision;
        await tess.Send(Inspector.Change(FactKind.Finding, roof.Finding with { Note = "later" }, first));
        await tess.Send(Inspector.Change(FactKind.Finding, roof.Finding with { Note = "clash" }, first));
        var before = await Rows();
        using (var scope = server.Services.CreateScope())
        {
            SetFirm(scope);
            await scope.ServiceProvider.GetRequiredService<FactLog>().Rebuild(CancellationToken.None);
        }
        (await Rows()).ShouldBe(before);
    }

    [Fact]
    public async Task A_fact_of_another_firm_cannot_be_changed_or_seen()
    {
        var roof = new TestRoof();
        await tess.Send(roof.Changes);
        using var scope = server.Services.CreateScope();
        var stranger = new Sender(Guid.CreateVersion7(), Guid.CreateVersion7(), DateTimeOffset.UnixEpoch);
        scope.ServiceProvider.GetRequiredService<SetUp.CurrentFirm>().FirmId = stranger.FirmId;
        var log = scope.ServiceProvider.GetRequiredService<FactLog>();
        var receipts = await log.Accept(
            new FactChanges([Inspector.Change(FactKind.Finding, roof.Finding)]),
            stranger,
            RuleBook.Current,
            default
        );
        receipts.Receipts[0].Problems[0].Code.ShouldBe("fact.not-found");
        var db = scope.ServiceProvider.GetRequiredService<KalpaDb>();
        (await db.Findings.CountAsync() + await db.Revisions.CountAsync() + await db.Properties.CountAsync()).ShouldBe(0);
    }

    [Fact]
    public async Task A_newer_contract_is_refused_rather_than_misread()
    {
        var change = Inspector.Change(FactKind.Property, new TestRoof().Property) with
        {
            ContractVersion = FactChange.CurrentContractVersion + 1,
        };
        (await tess.Send(change))[0].Problems[0].Code.ShouldBe("fact.newer-contract");
    }

    private async Task<List<string>> Rows()
    {
        var rows = new List<string>();
        await InStore(async db =>
        {
            rows.AddRange(await db.Properties.Select(r => $"{r.Id} {r.RevisionId} {r.Clash} {r.Payload}").ToListAsync());
            rows.AddRange(await db.Slopes.Select(r => $"{r.Id} {r.RevisionId} {r.Clash} {r.Payload}").ToListAsync());
            rows.AddRange(await db.Findings.Select(r => $"{r.Id} {r.RevisionId} {r.Clash} {r.Payload}").ToListAsync());
        });
        rows.Sort(StringComparer.Ordinal);
        return rows;
    }

    private async Task InStore(Func<KalpaDb, Task> look)
    {
        using var scope = server.Services.CreateScope();
        SetFirm(scope);
        await look(scope.ServiceProvider.GetRequiredService<KalpaDb>());
    }

    private static void SetFirm(IServiceScope scope)
    {
        var firm = scope.ServiceProvider.GetRequiredService<SetUp.CurrentFirm>();
        firm.FirmId = scope.ServiceProvider.GetRequiredService<KalpaDb>().Set<Firm>().Single().Id;
    }
}
