using System.Net;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Server.Tests;

/// <summary>The rule book over the wire: what it touches, local rules, the firm's defaults, opinions.</summary>
public sealed class BookTests
{
    private static readonly DateTimeOffset At = new(2026, 5, 1, 12, 0, 0, TimeSpan.Zero);

    [Fact]
    public async Task A_jurisdictions_value_judges_the_visit_and_stands_in_the_report_beside_the_books()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        var local = new LocalProfileFact(
            Guid.CreateVersion7(),
            roof.Property.Id,
            CodeFamily.Residential,
            "Saltmere",
            "2024",
            [new LocalLimit("drip-edge-lap", 3, null, "section 9")]
        );
        await tess.Send([.. roof.Changes, Inspector.Change(FactKind.LocalProfile, local)]);

        var visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        var verdict = visit.Roofs[0].Assessment.Findings[0].Verdict;
        verdict.Source.ShouldBe("Saltmere, 2024: section 9");
        verdict.Limits!.Single(l => l.Id == "drip-edge-lap").Standing.ShouldBe(LimitStanding.Overridden);
        visit.Heads.ShouldContain(h => h.FactId == local.Id);
        (await tess.Get<PropertyDossier>($"/api/properties/{roof.Property.Id}")).Local!.Id.ShouldBe(local.Id);
        var report = await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report");
        report.ShouldContain("at least 3 in");
        report.ShouldContain("at least 2 in");
        report.ShouldContain("Local rules: Saltmere, 2024");
    }

    [Fact]
    public async Task What_a_rule_touches_is_counted_and_deleted_findings_are_not()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        var again = roof.Finding with { Id = Guid.CreateVersion7(), Measure = null };
        await tess.Send([.. roof.Changes, Inspector.Change(FactKind.Finding, again)]);
        var touched = await tess.Get<TouchedAnswer>("/api/book/touched?conditions=drip-edge-lap-short,overhang-off");
        touched.Count.ShouldBe(2);
        touched.Findings.ShouldAllBe(f => f.PropertyName == "Test House" && f.Slope == "A");
        touched.Findings.Select(f => f.Measured).ShouldBe(["1/8", ""], ignoreOrder: true);
        (await tess.Get<TouchedAnswer>("/api/book/touched?conditions=overhang-off")).Count.ShouldBe(0);
    }

    [Fact]
    public async Task The_firms_way_and_phrase_count_on_every_visit()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        await tess.Send(roof.Changes);
        (await tess.Get<FirmRulesAnswer>("/api/book/firm")).Rules.ShouldBeNull();
        var ways = new FirmRulesFact(
            Guid.CreateVersion7(),
            [new ChosenView("kickout", "note")],
            [new FirmPhrase("drip-edge-lap-short", "Water gets behind the metal.")]
        );
        await tess.Send(Inspector.Change(FactKind.FirmRules, ways));
        (await tess.Get<FirmRulesAnswer>("/api/book/firm")).Heads.ShouldHaveSingleItem().FactId.ShouldBe(ways.Id);
        var judged = (await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}")).Roofs[0].Assessment.Findings[0];
        judged.Means.ShouldBe("Water gets behind the metal.");
    }

    [Fact]
    public async Task The_book_is_printed_for_a_covering_with_what_the_firm_has_of_its_own()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var firm = new FirmRulesFact(
            Guid.CreateVersion7(),
            [],
            [],
            Conditions: [new OwnCondition("Loose weather vane", "The vane was loose.", Consequence.LifeSafety, "Refasten the vane")],
            Remedies: [new FirmRemedy("boot-collar-torn", "Replace the boot with lead", ["Lift two courses", "Set a lead boot"])]
        );
        await tess.Send(Inspector.Change(FactKind.FirmRules, firm));
        var text = await Pdf.TextOf(await tess.Http.GetByteArrayAsync("/api/book/print.pdf?family=asphalt"));
        text.ShouldContain(Pdf.Squeezed(RuleBook.Current.Version));
        foreach (var condition in RuleBook.Current.Conditions)
        {
            text.Contains(Pdf.Squeezed(condition.Sees)).ShouldBe(condition.AppliesTo(CoveringFamily.Asphalt), condition.Code);
        }
        text.ShouldContain(Pdf.Squeezed("Drip edge lap: at least 2 in").Replace("Dripedgelap:", "", StringComparison.Ordinal));
        text.ShouldContain(Pdf.Squeezed("Replace the boot with lead (the firm’s): Lift two courses; Set a lead boot."));
        text.ShouldContain(Pdf.Squeezed("Refasten the vane"));
        (await tess.Http.GetAsync("/api/book/print.pdf?family=straw")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Own_words_that_recur_are_suggested_until_the_firm_has_them()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        FindingFact Own(string title, string seen) =>
            roof.Finding with
            {
                Id = Guid.CreateVersion7(),
                Condition = OwnCondition.Key,
                Measure = null,
                Own = new OwnCondition(title, seen, Consequence.Looks, "Refasten it"),
            };
        await tess.Send([
            .. roof.Changes,
            Inspector.Change(FactKind.Finding, Own("Loose vane", "first")),
            Inspector.Change(FactKind.Finding, Own("Bent finial", "once")),
        ]);
        (await tess.Get<RecurringAnswer>("/api/book/recurring")).Findings.ShouldBeEmpty();
        await tess.Send(Inspector.Change(FactKind.Finding, Own(" loose Vane", "second")));
        var recurring = (await tess.Get<RecurringAnswer>("/api/book/recurring")).Findings.ShouldHaveSingleItem();
        (recurring.Count, recurring.Own.Seen).ShouldBe((2, "second"));
        var firm = new FirmRulesFact(Guid.CreateVersion7(), [], [], Conditions: [recurring.Own]);
        await tess.Send(Inspector.Change(FactKind.FirmRules, firm));
        (await tess.Get<RecurringAnswer>("/api/book/recurring")).Findings.ShouldBeEmpty();
    }

    private static FirmPrice Price(string key, double dollars) => new(key, dollars, dollars, dollars);

    /// <summary>Each price list that was set stands on file with what it changed; a change of anything else makes no version of it.</summary>
    [Fact]
    public async Task Versions_of_the_price_list_are_told_the_newest_first()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        (await tess.Get<PriceVersionsAnswer>("/api/book/prices/versions")).Versions.ShouldBeEmpty();
        var firm = new FirmRulesFact(Guid.CreateVersion7(), [], [], Prices: [Price("labor", 90), Price("pipe-boot", 20)]);
        async Task Set(FirmRulesFact rules)
        {
            var heads = (await tess.Get<FirmRulesAnswer>("/api/book/firm")).Heads;
            await tess.Send(Inspector.Change(FactKind.FirmRules, rules, heads.Count > 0 ? heads[0].Revision : null));
        }
        await Set(firm);
        await Set(firm with { Voice = Voice.Technical });
        await Set(firm with { Prices = [Price("labor", 100)] });
        var versions = (await tess.Get<PriceVersionsAnswer>("/api/book/prices/versions")).Versions;
        versions.Select(v => v.By).ShouldBe(["Tess Tester", "Tess Tester"]);
        versions[0].Prices.ShouldBe([Price("labor", 100)]);
        versions[0]
            .Changes.ShouldBe([
                new PriceChange("labor", Price("labor", 90), Price("labor", 100)),
                new PriceChange("pipe-boot", Price("pipe-boot", 20), null),
            ]);
        versions[1].Changes.Select(c => (c.Key, c.Before)).ShouldBe([("labor", null), ("pipe-boot", null)]);
    }

    [Fact]
    public async Task Wood_that_finished_jobs_found_is_added_up_by_its_part()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        FactChange Done(params WoodFound[] wood) =>
            Inspector.Change(
                FactKind.JobDone,
                new JobDoneFact(
                    Guid.CreateVersion7(),
                    roof.Visit.Id,
                    "Re-roof slope A",
                    roof.Visit.On,
                    [],
                    [roof.Slope.Id],
                    Renewal: true,
                    Wood: wood.Length > 0 ? wood : null
                )
            );
        var second = Done(new(WoodPart.Deck, 6, 0), new(WoodPart.Fascia, 40, 4));
        await tess.Send([.. roof.Changes, Done(new WoodFound(WoodPart.Deck, 14, 3)), second, Done()]);
        var found = await tess.Get<WoodFoundAnswer>("/api/book/wood");
        found.Jobs.ShouldBe(2);
        found.Found.ShouldBe([new(WoodPart.Deck, 20, 3), new(WoodPart.Fascia, 40, 4)]);
    }

    [Fact]
    public async Task Repairs_are_told_by_how_they_held()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        var stain = new FindingFact(
            Guid.CreateVersion7(),
            roof.Visit.Id,
            roof.Slope.Id,
            "inside",
            "ceiling-stain",
            "bath",
            WaterEvidence.Stained,
            Extent.OnePlace
        );
        FactChange Rain(int day) =>
            Inspector.Change(
                FactKind.LeakRain,
                new LeakRainFact(Guid.CreateVersion7(), roof.Visit.Id, stain.Id, roof.Visit.On.AddDays(day), true, false)
            );
        var done = new JobDoneFact(Guid.CreateVersion7(), roof.Visit.Id, "Replace the pipe boot", roof.Visit.On, [stain.Id], []);
        await tess.Send([.. roof.Changes, Inspector.Change(FactKind.Finding, stain), Inspector.Change(FactKind.JobDone, done), Rain(2)]);
        var before = (await tess.Get<RepairsHeldAnswer>("/api/book/repairs")).Repairs.ShouldHaveSingleItem();
        (before.Title, before.Done, before.Held).ShouldBe(("Replace the pipe boot", 1, 0));
        await tess.Send([Rain(4)]);
        (await tess.Get<RepairsHeldAnswer>("/api/book/repairs")).Repairs.Single().Held.ShouldBe(1);
    }

    [Fact]
    public async Task What_changed_since_an_edition_is_told_the_newest_first()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var changes = await tess.Get<BookChangesAnswer>("/api/book/changes");
        changes.Versions[0].Version.ShouldBe(RuleBook.Current.Version);
        changes.Versions.Count.ShouldBeGreaterThan(1);
        changes.Versions.Select(v => v.On).ShouldBe(changes.Versions.Select(v => v.On).OrderDescending());
    }

    [Fact]
    public async Task An_opinion_stands_in_the_report_and_in_the_next_visits_history()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        OpinionFact Opinion(Guid visit, OpinionAction action, string because) =>
            new(Guid.CreateVersion7(), visit, roof.Slope.Id, action, "", because, OpinionEvent.None, null, [], [], "Tess Tester", At);
        await tess.Send([.. roof.Changes, Inspector.Change(FactKind.Opinion, Opinion(roof.Visit.Id, OpinionAction.Monitor, "laps hold"))]);
        (await tess.Http.GetStringAsync($"/api/visits/{roof.Visit.Id}/report")).ShouldContain("Slope A: Monitor.");

        var later = roof.Visit with { Id = Guid.CreateVersion7(), On = roof.Visit.On.AddYears(1) };
        var replace = Opinion(later.Id, OpinionAction.Replace, "laps opened");
        await tess.Send(Inspector.Change(FactKind.Visit, later), Inspector.Change(FactKind.Opinion, replace));
        var told = (await tess.Get<VisitDossier>($"/api/visits/{later.Id}")).Roofs[0].Assessment.Opinions.ShouldHaveSingleItem();
        told.History.ShouldHaveSingleItem().ShouldBe("On May 1, 2026: monitor, because laps hold.");
    }

    [Fact]
    public async Task A_bad_local_value_is_refused_with_what_to_do()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        await tess.Send(roof.Changes);
        var bad = new LocalProfileFact(
            Guid.CreateVersion7(),
            roof.Property.Id,
            CodeFamily.Residential,
            "Saltmere",
            "",
            [new LocalLimit("no-such-limit", 3, null)]
        );
        var receipt = (await tess.Send(Inspector.Change(FactKind.LocalProfile, bad))).ShouldHaveSingleItem();
        receipt.Outcome.ShouldBe(ChangeOutcome.Refused);
        receipt.Problems.ShouldContain(p => p.Code == "local.unknown-limit");
    }
}
