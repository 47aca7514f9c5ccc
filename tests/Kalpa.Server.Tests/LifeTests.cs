using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;

namespace Kalpa.Server.Tests;

/// <summary>What bears on a roof's years, over the wire and from visit to visit.</summary>
public sealed class LifeTests
{
    private static readonly DateTimeOffset At = new(2026, 5, 1, 12, 0, 0, TimeSpan.Zero);

    private static ComponentFact Boot(TestRoof roof) =>
        new(Guid.CreateVersion7(), roof.Slope.Id, "boot", StackPlace.Beside, 1, 2010, 2010, AgeSource.Owner);

    [Fact]
    public async Task A_component_hangs_on_its_slope_and_is_there_for_the_visit_and_the_property()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        var boot = Boot(roof);
        // It comes before its slope and waits.
        var early = await tess.Send(Inspector.Change(FactKind.Component, boot));
        early.ShouldHaveSingleItem().Outcome.ShouldBe(ChangeOutcome.Waiting);
        await tess.Send(roof.Changes);

        var visit = await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}");
        visit.Roofs[0].Facts.Components!.ShouldHaveSingleItem().ShouldBe(boot);
        visit.Roofs[0].Assessment.Slopes[0].Life!.Components.ShouldContain(c => c.Id == boot.Id && c.Due != null);
        var property = await tess.Get<PropertyDossier>($"/api/properties/{roof.Property.Id}");
        property.Components.ShouldHaveSingleItem().Id.ShouldBe(boot.Id);
        visit.Heads.ShouldContain(h => h.FactId == boot.Id);
    }

    [Fact]
    public async Task A_guess_covers_nothing_any_more_and_the_next_visit_tells_who_was_nearer()
    {
        await using var server = new TestServer();
        var tess = await server.FirstInspector();
        var roof = new TestRoof();
        var stage = new StageFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Slope.Id, [new StageShare(1, 100)]);
        await tess.Send([.. roof.Changes, Inspector.Change(FactKind.Stage, stage)]);
        (await Slope(tess, roof.Visit.Id)).FiguresCovered.ShouldBeTrue();

        var signed = new SignOffFact(Guid.CreateVersion7(), roof.Visit.Id, roof.Slope.Id, 6, 8, "Tess Tester", At);
        await tess.Send(Inspector.Change(FactKind.SignOff, signed));
        var slope = await Slope(tess, roof.Visit.Id);
        slope.FiguresCovered.ShouldBeFalse();
        slope.SignedOff.ShouldBe(signed);

        var later = roof.Visit with { Id = Guid.CreateVersion7(), On = roof.Visit.On.AddYears(4) };
        var worse = stage with { Id = Guid.CreateVersion7(), VisitId = later.Id, Shares = [new StageShare(2, 100)] };
        await tess.Send(Inspector.Change(FactKind.Visit, later), Inspector.Change(FactKind.Stage, worse));
        var check = (await Slope(tess, later.Id)).LastForecast!;
        (check.On, check.GuessLow, check.GuessHigh).ShouldBe((roof.Visit.On, 6, 8));
        check.YearsSince.ShouldBe(4, 0.05);
        var facts = (await tess.Get<VisitDossier>($"/api/visits/{later.Id}")).Roofs[0].Facts;
        facts.Records!.PastVisits!.ShouldHaveSingleItem().Stages.ShouldHaveSingleItem().Id.ShouldBe(stage.Id);
    }

    [Fact]
    public async Task The_firms_way_of_stating_life_counts_on_every_roof_and_on_no_other_firms()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var pilots = home.Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0].LatestVisit!.Id;
        (await Slope(marit, pilots)).Life!.StatedSchool.ShouldBe(School.Combined);

        await marit.Send(Inspector.Change(FactKind.LifeProfile, new LifeProfileFact(Guid.CreateVersion7(), School.AgeTable)));

        (await Slope(marit, pilots)).Life!.StatedSchool.ShouldBe(School.AgeTable);
        var stated = (await marit.Get<VisitDossier>($"/api/visits/{pilots}")).Roofs[0].Assessment.Slopes.Select(s => s.Life?.Stated);
        var listed = (await marit.SettledHome()).Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0];
        listed.Slopes.Select(s => s.Life?.Stated).ShouldBe(stated);
    }

    [Fact]
    public async Task The_report_states_an_overruled_figure_and_keeps_the_computed_one()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var home = await marit.Get<HomeAnswer>("/api/home");
        var pilots = home.Properties.Single(p => p.PropertyName == "Pilot’s House").Roofs[0].LatestVisit!.Id;
        var slope = await Slope(marit, pilots);
        var own = new LifeOpinionFact(
            Guid.CreateVersion7(),
            pilots,
            slope.SlopeId,
            null,
            new YearsLeft(4, 6, 9),
            "the harbor side was re-laid by half",
            "Marit Quillon",
            At
        );
        await marit.Send(Inspector.Change(FactKind.LifeOpinion, own));

        var html = System.Net.WebUtility.HtmlDecode(await marit.Http.GetStringAsync($"/api/visits/{pilots}/report"));
        html.ShouldContain("4–9 years, most likely 6");
        html.ShouldContain("the harbor side was re-laid by half.");
        html.ShouldContain("What shortens it:");
        html.ShouldContain("Will it last 25 years for solar?");
        html.ShouldContain("Measurement series");
        (await Slope(marit, pilots)).Life!.Overruled!.Computed.ShouldBe(slope.Life!.Stated);
    }

    private static async Task<Core.Assessing.SlopeAssessment> Slope(Inspector inspector, Guid visit) =>
        (await inspector.Get<VisitDossier>($"/api/visits/{visit}")).Roofs[0].Assessment.Slopes[0];
}
