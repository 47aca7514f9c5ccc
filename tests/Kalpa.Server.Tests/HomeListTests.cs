using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store;
using Kalpa.Store.Summaries;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>The list of properties: pages, orders, filters, search; and that its stored lines are never behind without saying so.</summary>
public sealed class HomeListTests : IAsyncLifetime
{
    private static readonly DateOnly Today = new(2026, 9, 18);
    private static readonly DateTimeOffset Done = new(2026, 5, 1, 15, 0, 0, TimeSpan.Zero);

    private readonly TestServer server = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    private async Task<TestRoof> Add(string name, Func<TestRoof, FactChange[]>? change = null)
    {
        var roof = new TestRoof();
        await tess.Send([Inspector.Change(FactKind.Property, roof.Property with { Name = name }), .. roof.Changes[1..]]);
        if (change is not null)
        {
            await tess.Send(change(roof));
        }
        return roof;
    }

    private async Task<string[]> Names(string query) => [.. (await tess.SettledHome(query)).Properties.Select(p => p.PropertyName)];

    [Fact]
    public async Task Pages_hold_twenty_five_and_each_property_is_on_one_of_them()
    {
        for (var i = 0; i < 27; i++)
        {
            await tess.Send(Inspector.Change(FactKind.Property, new TestRoof().Property with { Name = $"House {i:00}" }));
        }
        var first = await tess.SettledHome("?order=name");
        (first.Found, first.All, first.Page, first.PageSize).ShouldBe((27, 27, 1, 25));
        var second = await tess.SettledHome("?order=name&page=2");
        first
            .Properties.Concat(second.Properties)
            .Select(p => p.PropertyName)
            .ShouldBe(Enumerable.Range(0, 27).Select(i => $"House {i:00}"));
        second.Properties.Count.ShouldBe(2);
        // A page past the end is the last one, one before the first the first.
        (await tess.SettledHome("?order=name&page=99")).Page.ShouldBe(2);
        (await tess.SettledHome("?order=name&page=-1")).Page.ShouldBe(1);
    }

    [Theory]
    [InlineData("harbour", "Harbour House")]
    [InlineData("HARBOUR  house", "Harbour House")]
    [InlineData("mole lane", "Net Loft")]
    [InlineData("pilot's", "Pilot’s Rest")]
    [InlineData("zoe", "Net Loft")]
    [InlineData("ZOE\u0308 hale", "Net Loft")]
    [InlineData("church", "Harbour House,Net Loft")]
    [InlineData("church loft", "Net Loft")]
    [InlineData("50%", "")]
    [InlineData("_", "")]
    public async Task Search_wants_every_word_somewhere_in_name_address_owner_or_tags(string words, string expected)
    {
        var property = new TestRoof().Property;
        PropertyFact Of(string name, string address, string owner, params string[] tags) =>
            property with
            {
                Id = Guid.CreateVersion7(),
                Name = name,
                Address = address,
                Owner = owner,
                Tags = tags,
            };
        await tess.Send(
            Inspector.Change(FactKind.Property, Of("Harbour House", "1 Quay", "the parish", "church")),
            Inspector.Change(FactKind.Property, Of("Net Loft", "4 Mole Lane", "Zoë Hale", "Church", "listed")),
            Inspector.Change(FactKind.Property, Of("Pilot’s Rest", "2 Quay", "the pilots"))
        );
        string.Join(',', await Names($"?order=name&words={Uri.EscapeDataString(words)}")).ShouldBe(expected);
    }

    [Fact]
    public async Task Orders_put_the_first_due_the_last_visited_and_the_fewest_years_first()
    {
        await Add(
            "Worn",
            roof =>
                [
                    Inspector.Change(FactKind.Covering, roof.Covering with { LaidFrom = 1996, LaidTo = 1996 }),
                    Inspector.Change(FactKind.Visit, roof.Visit with { FinishedAt = Done }),
                ]
        );
        await Add(
            "Sound",
            roof => [Inspector.Change(FactKind.Visit, roof.Visit with { On = new DateOnly(2026, 8, 1), FinishedAt = Done })]
        );
        await tess.Send(Inspector.Change(FactKind.Property, new TestRoof().Property with { Name = "Bare" }));
        (await Names("?order=yearsLeft")).ShouldBe(["Worn", "Sound", "Bare"]);
        (await Names("?order=lastVisit")).ShouldBe(["Sound", "Worn", "Bare"]);
        (await Names("?order=name")).ShouldBe(["Bare", "Sound", "Worn"]);
        var due = await tess.SettledHome("?order=nextDue");
        due.Properties.Select(p => p.NextDue ?? DateOnly.MaxValue).ShouldBeInOrder();
        due.Properties[^1].NextDue.ShouldBeNull();

        // A danger to people, seen last of all, goes before every day.
        var loose = await Add("Loose", roof => [Inspector.Change(FactKind.Visit, roof.Visit with { On = Today })]);
        await tess.Send(
            Inspector.Change(
                FactKind.Finding,
                loose.Finding with
                {
                    Id = Guid.CreateVersion7(),
                    Condition = "mortar-open",
                    Station = "walls",
                    Measure = null,
                    PeopleBelow = true,
                }
            )
        );
        (await Names("?order=nextDue"))[0].ShouldBe("Loose");
    }

    [Theory]
    [InlineData("newest")]
    [InlineData("7")]
    public async Task An_order_that_there_is_not_is_refused_with_those_there_are(string order)
    {
        using var answer = await tess.Http.GetAsync($"/api/home?order={order}");
        answer.StatusCode.ShouldBe(System.Net.HttpStatusCode.BadRequest);
        (await answer.Code()).ShouldBe("home.bad-order");
    }

    [Fact]
    public async Task Filters_tell_what_is_due_long_unseen_ones_own_and_unfinished()
    {
        await Add("Open");
        await Add("Done", roof => [Inspector.Change(FactKind.Visit, roof.Visit with { FinishedAt = Done }, null)]);
        // A year and a day ago, and a year to the day.
        await Add(
            "Long ago",
            roof => [Inspector.Change(FactKind.Visit, roof.Visit with { On = Today.AddYears(-1).AddDays(-1), FinishedAt = Done })]
        );
        await Add("A year ago", roof => [Inspector.Change(FactKind.Visit, roof.Visit with { On = Today.AddYears(-1), FinishedAt = Done })]);
        await Add("Another’s", roof => [Inspector.Change(FactKind.Visit, roof.Visit with { Inspector = "Ned Other", FinishedAt = Done })]);
        await tess.Send(Inspector.Change(FactKind.Property, new TestRoof().Property with { Name = "Never" }));
        (await Names("?order=name&unfinished=true")).ShouldBe(["Open"]);
        (await Names("?order=name&notVisited=true")).ShouldBe(["Long ago", "Never"]);
        var mine = await Names("?order=name&mine=true");
        mine.ShouldContain("Open");
        mine.ShouldNotContain("Another’s");
        mine.ShouldNotContain("Never");
        var due = await tess.SettledHome("?due=true");
        due.Properties.ShouldAllBe(p => p.NextDue <= Today);
        due.Properties.Select(p => p.PropertyName).ShouldContain("Long ago");
        due.Found.ShouldBeLessThan(due.All);
    }

    [Fact]
    public async Task Whatever_is_recorded_changed_or_deleted_shows_at_once_or_says_that_it_is_to_come()
    {
        var roof = await Add("House");
        var before = (await tess.SettledHome()).Properties.ShouldHaveSingleItem();
        var due = before.Roofs[0].DueCount;

        var torn = roof.Finding with
        {
            Id = Guid.CreateVersion7(),
            Condition = "boot-collar-torn",
            Station = "penetrations",
            Evidence = WaterEvidence.Active,
            Measure = null,
        };
        var receipt = (await tess.Send(Inspector.Change(FactKind.Finding, torn)))[0];
        var after = (await tess.Get<HomeAnswer>("/api/home")).Properties.ShouldHaveSingleItem();
        (after.Fresh ? after.Roofs[0].DueCount : due + 1).ShouldBe(due + 1);
        (await tess.SettledHome()).Properties[0].Roofs[0].DueCount.ShouldBe(due + 1);

        await tess.Send(Inspector.Change(FactKind.Finding, torn, receipt.Revision, deleted: true));
        (await tess.SettledHome()).Properties[0].Roofs[0].DueCount.ShouldBe(due);
    }

    [Fact]
    public async Task A_deleted_property_is_in_no_list_and_one_brought_back_is()
    {
        var roof = await Add("House");
        await tess.Send(Inspector.Change(FactKind.Property, roof.Property, null, deleted: true));
        (await tess.SettledHome()).All.ShouldBe(0);
        await tess.Send(Inspector.Change(FactKind.Property, roof.Property with { Name = "Back" }));
        (await Names("")).ShouldBe(["Back"]);
    }

    [Fact]
    public async Task A_new_month_another_book_and_the_firms_ways_put_every_line_behind_and_nothing_else_does()
    {
        await Add("House");
        await tess.SettledHome();
        await using var scope = server.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<KalpaDb>();
        Task<int> Behind(RuleBook book, DateOnly day) =>
            db.PropertySummaries.IgnoreQueryFilters().CountAsync(new SummaryKeeper(db, book).Behind(day));
        (await Behind(RuleBook.Current, Today)).ShouldBe(0);
        (await Behind(RuleBook.Current, new DateOnly(2026, 9, 30))).ShouldBe(0);
        (await Behind(RuleBook.Current, new DateOnly(2026, 10, 1))).ShouldBe(1);
        (await Behind(RuleBook.Current.Under(BookOverlay.Of("own")), Today)).ShouldBe(1);

        var marked = (await db.PropertySummaries.IgnoreQueryFilters().AsNoTracking().SingleAsync()).Changes;
        await tess.Send(Inspector.Change(FactKind.LifeProfile, new LifeProfileFact(Guid.CreateVersion7(), Core.Life.School.AgeTable)));
        (await db.PropertySummaries.IgnoreQueryFilters().AsNoTracking().SingleAsync()).Changes.ShouldBe(marked + 1);
    }

    [Fact]
    public async Task A_line_equals_what_the_property_itself_says()
    {
        await using var demo = new TestServer(demo: true);
        var marit = await demo.DemoInspector();
        foreach (var line in (await marit.SettledHome()).Properties)
        {
            var property = await marit.Get<PropertyDossier>($"/api/properties/{line.PropertyId}");
            foreach (var roof in line.Roofs)
            {
                var summary = property.Summaries.Single(s => s.RoofId == roof.RoofId);
                roof.Headline.ShouldBe(summary.Headline);
                roof.DueCount.ShouldBe(summary.Due.Count);
                roof.Slopes.Select(s => s.Life?.Stated).ShouldBe(summary.Slopes.Select(s => s.Life?.Stated));
            }
        }
    }
}
