using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>The packed knowledge is validated here, once, and not at each start.</summary>
public class RuleBookTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    [Fact]
    public void Holds_together() => BookChecks.Of(Book).ShouldBeEmpty();

    [Fact]
    public void Holds_a_body_of_knowledge()
    {
        Book.Conditions.Count.ShouldBeGreaterThanOrEqualTo(140);
        Book.Limits.Count.ShouldBeGreaterThanOrEqualTo(70);
        Book.Combinations.Count.ShouldBeGreaterThanOrEqualTo(25);
        Book.Decisions.Count(d => d.Disputed).ShouldBe(30); // every row where good people differ
        string[] shipped =
        [
            CoveringKind.ThreeTabShingle,
            CoveringKind.LaminatedShingle,
            CoveringKind.ClayTile,
            CoveringKind.ConcreteTile,
            CoveringKind.Slate,
            CoveringKind.WoodShingle,
            CoveringKind.MetalLapped,
            CoveringKind.MetalStandingSeam,
            CoveringKind.RollRoofing,
            CoveringKind.BuiltUp,
            CoveringKind.ModifiedBitumen,
            CoveringKind.Epdm,
            CoveringKind.Tpo,
            CoveringKind.Pvc,
            CoveringKind.Copper,
            CoveringKind.Zinc,
            CoveringKind.MetalShingle,
            CoveringKind.CoalTar,
            CoveringKind.SprayedFoam,
            CoveringKind.LiquidApplied,
            CoveringKind.WoodShake,
            CoveringKind.AsbestosCement,
            CoveringKind.SyntheticSlate,
            CoveringKind.SyntheticShake,
            CoveringKind.Polycarbonate,
            CoveringKind.Glass,
            CoveringKind.Planted,
        ];
        Book.Coverings.Select(c => c.Kind).ShouldBe(shipped, ignoreOrder: true);
        // Harm to people is not priced.
        Book.Harm.Select(h => h.Consequence).ShouldBe(Enum.GetValues<Consequence>().Except([Consequence.LifeSafety]), ignoreOrder: true);
        Book.YearChances.Select(c => c.Likelihood).ShouldBe(Enum.GetValues<Likelihood>());
        Book.YearChances.Select(c => c.Chance).ShouldBe([0.04, 0.12, 0.35, 0.8]);
    }

    [Fact]
    public void Codes_are_used_once()
    {
        Book.Conditions.Select(c => c.Code).ShouldBeUnique();
        Book.Limits.Select(l => l.Id).ShouldBeUnique();
        Book.Quantities.Select(q => q.Id).ShouldBeUnique();
        Book.Stations.Select(s => s.Key).ShouldBeUnique();
    }

    [Fact]
    public void Every_condition_can_be_found_checked_and_mended()
    {
        foreach (var condition in Book.Conditions)
        {
            condition.Stations.ShouldNotBeEmpty(condition.Code);
            condition.Stations.ShouldAllBe(s => Book.FindStation(s) != null, condition.Code);
            condition.Remedy.Steps.ShouldNotBeEmpty(condition.Code);
            condition.Words.ShouldNotBeEmpty(condition.Code);
            string[] texts = [condition.Name, condition.Sees, condition.Check, condition.Meaning, condition.Remedy.Title];
            texts.ShouldAllBe(t => t.Length > 3, condition.Code);
        }
    }

    [Fact]
    public void Every_measured_condition_has_a_limit_that_can_apply()
    {
        foreach (var condition in Book.Conditions.Where(c => c.Quantity is not null))
        {
            Book.FindQuantity(condition.Quantity!).ShouldNotBeNull(condition.Code);
            Book.Coverings.Where(c => condition.AppliesTo(c.Family))
                .Any(c => Book.LimitsOn(condition.Quantity!).Any(l => l.AppliesTo(c.Kind)))
                .ShouldBeTrue(condition.Code);
        }
    }

    [Fact]
    public void Every_limit_has_a_bound_a_source_and_a_reason()
    {
        foreach (var limit in Book.Limits)
        {
            (limit.Least ?? limit.Most).ShouldNotBeNull(limit.Id);
            (limit.Least <= limit.Most || limit.Least is null || limit.Most is null).ShouldBeTrue(limit.Id);
            limit.Source.Length.ShouldBeGreaterThan(3, limit.Id);
            limit.Why.Length.ShouldBeGreaterThan(10, limit.Id);
            Book.FindQuantity(limit.Quantity).ShouldNotBeNull(limit.Id);
        }
    }

    [Fact]
    public void Every_likely_measure_reads()
    {
        foreach (var quantity in Book.Quantities)
        {
            quantity.Likely.Count.ShouldBe(6, quantity.Id);
            quantity.Likely.ShouldAllBe(l => MeasureReading.Read(l, quantity.Unit, LengthUnit.Inch).Value != null, quantity.Id);
        }
    }

    [Fact]
    public void Every_covering_has_lives_and_stages()
    {
        foreach (var covering in Book.Coverings)
        {
            covering.StageLooks.Count.ShouldBe(5);
            covering.Stages.Breaks.Count.ShouldBe(4);
            covering.Stages.Breaks.ShouldBeInOrder();
            covering.Stages.SpreadLate.ShouldBeLessThanOrEqualTo(0.05);
            covering.Lives.ShouldAllBe(l => l.Low > 0 && l.Low < l.Likely && l.Likely < l.High);
        }
    }

    // Life-expectancy charts of inspectors' and lenders' bodies (values from memory): the chart figure lies inside the range.
    [Theory]
    [InlineData(CoveringKind.ThreeTabShingle, 20)]
    [InlineData(CoveringKind.LaminatedShingle, 30)]
    [InlineData(CoveringKind.WoodShingle, 25)]
    [InlineData(CoveringKind.BuiltUp, 30)]
    [InlineData(CoveringKind.ModifiedBitumen, 20)]
    [InlineData(CoveringKind.Slate, 60)]
    [InlineData(CoveringKind.Epdm, 25)]
    public void Published_charts_fall_inside_the_reference_life(string kind, double chartYears)
    {
        var life = Book.Covering(kind).LifeIn(WeatherExposure.Ordinary);
        chartYears.ShouldBeInRange(life.Low, life.High);
    }

    // Nobody stands at a station of a walk with nothing to look for.
    [Fact]
    public void Every_station_that_looks_at_the_roof_has_conditions_for_every_covering()
    {
        string[] stations = ["ground", "edges", "field", "penetrations", "ridges", "walls", "gutters", "attic", "inside", "deck"];
        foreach (var station in stations)
        {
            foreach (var family in Enum.GetValues<CoveringFamily>())
            {
                Book.ConditionsAt(station, family).Count().ShouldBeGreaterThanOrEqualTo(2, $"{station}, {family}");
            }
        }
    }

    [Fact]
    public void A_wrong_code_finds_nothing() => Book.FindCondition("no-such-thing").ShouldBeNull();
}
