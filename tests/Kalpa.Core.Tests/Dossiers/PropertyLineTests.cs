using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Dossiers;

/// <summary>What a list says of a property: its next day due, its fewest years, its roofs.</summary>
public class PropertyLineTests
{
    private static readonly DateOnly Seen = new(2026, 5, 31);
    private static readonly DateTimeOffset Noon = new(2026, 5, 31, 12, 0, 0, TimeSpan.Zero);

    /// <summary>Common practice: what cannot wait is due on the day it was seen, a season is three months, a year twelve.</summary>
    [Theory]
    [InlineData(UrgencyClass.MakeSafeNow, 2026, 5, 31)]
    [InlineData(UrgencyClass.BeforeNextRain, 2026, 5, 31)]
    [InlineData(UrgencyClass.ThisSeason, 2026, 8, 31)]
    [InlineData(UrgencyClass.WithinYear, 2027, 5, 31)]
    public void Urgency_gives_the_last_day(UrgencyClass urgency, int year, int month, int day) =>
        PropertyLines.DueOn(urgency, Seen).ShouldBe(new DateOnly(year, month, day));

    private static PropertyLine? Line(params (FactKind Kind, IFact Fact)[] facts) =>
        PropertyLines.Of(
            new FactSet(facts.Select(f => new StandingFact(f.Kind, f.Fact, Guid.NewGuid(), false)), []),
            House.Id,
            new DateOnly(2026, 9, 18),
            RuleBook.Current
        );

    private static readonly PropertyFact House = new(
        Guid.CreateVersion7(),
        "House",
        "1 Quay",
        "owner",
        WeatherExposure.Ordinary,
        Tags: ["listed"]
    );
    private static readonly BuildingFact Building = new(Guid.CreateVersion7(), House.Id, "House");
    private static readonly RoofFact Main = new(Guid.CreateVersion7(), Building.Id, "Main");
    private static readonly RoofFact Porch = new(Guid.CreateVersion7(), Building.Id, "Porch");

    private static (FactKind, IFact)[] Roof(RoofFact roof, int laid, DateOnly? on = null, DateTimeOffset? finished = null)
    {
        var slope = new SlopeFact(
            Guid.CreateVersion7(),
            roof.Id,
            "A",
            "",
            TypedPitch.Of("6/12", PitchSource.Tape),
            Facing.South,
            Under.Attic
        );
        return
        [
            (FactKind.Roof, roof),
            (FactKind.Slope, slope),
            (
                FactKind.Covering,
                new CoveringFact(Guid.CreateVersion7(), slope.Id, CoveringKind.LaminatedShingle, laid, laid, AgeSource.Permit)
            ),
            .. on is { } day
                ? [(FactKind.Visit, (IFact)new VisitFact(Guid.CreateVersion7(), [roof.Id], day, "Tess Tester", "", FinishedAt: finished))]
                : Array.Empty<(FactKind, IFact)>(),
        ];
    }

    [Fact]
    public void The_fewest_years_of_all_its_roofs_are_its_years_and_the_first_day_is_its_day()
    {
        var line = Line([
            (FactKind.Property, House),
            (FactKind.Building, Building),
            .. Roof(Main, 2022, Seen, Noon),
            .. Roof(Porch, 2002, Seen, Noon),
        ])!;
        line.Roofs.Select(r => r.RoofName).ShouldBe(["Main", "Porch"]);
        line.Tags.ShouldBe(["listed"]);
        var years = line.Roofs.Select(r => r.Slopes.Single().Life!.Stated!.Likely).ToList();
        years[1].ShouldBeLessThan(years[0]);
        line.LeastYears.ShouldBe(years[1]);
        // The old porch is looked at again within a year of the visit, or worked on before.
        line.NextDue!.Value.ShouldBeInRange(Seen, Seen.AddMonths(12));
    }

    /// <summary>While a visit goes on its figures are hidden from the eye; an order by them would tell.</summary>
    [Fact]
    public void Years_that_are_hidden_are_no_years_of_the_list()
    {
        var line = Line([(FactKind.Property, House), (FactKind.Building, Building), .. Roof(Main, 2002, Seen)])!;
        line.Roofs[0].Slopes.ShouldHaveSingleItem().FiguresCovered.ShouldBeTrue();
        line.LeastYears.ShouldBeNull();
    }

    [Fact]
    public void A_roof_nobody_has_visited_is_judged_for_today()
    {
        var line = Line([(FactKind.Property, House), (FactKind.Building, Building), .. Roof(Main, 2022)])!;
        line.Roofs[0].LatestVisit.ShouldBeNull();
        line.Roofs[0].AsOf.ShouldBe(new DateOnly(2026, 9, 18));
    }

    [Fact]
    public void A_property_without_a_roof_has_neither_day_nor_years()
    {
        var line = Line((FactKind.Property, House))!;
        line.Roofs.ShouldBeEmpty();
        line.NextDue.ShouldBeNull();
        line.LeastYears.ShouldBeNull();
        Line().ShouldBeNull();
    }
}
