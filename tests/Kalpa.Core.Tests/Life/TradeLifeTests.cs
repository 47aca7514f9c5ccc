using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Life;

/// <summary>What a good inspector says of a roof of a known age that looks so or so (common practice, from memory), and what no roof may do.</summary>
public class TradeLifeTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 9, 18);

    /// <summary>Two lives are taken on the finer grid of the two: figures are off by less than a cell.</summary>
    private const double OneCell = 0.2;

    private static LifeFacts Roof(string kind, int age, int? stage) =>
        new(
            kind,
            WeatherExposure.Ordinary,
            Day.Year - age,
            Day.Year - age,
            AgeSource.Permit,
            1,
            stage is { } seen ? [new StageShare(seen, 100)] : null,
            Day
        );

    private static LifeAnswer Of(string kind, int age, int? stage) => RemainingLife.Of(Book, Roof(kind, age, stage));

    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, 3, 3, 0, 5, true)]
    [InlineData(CoveringKind.LaminatedShingle, 3, 2, 2, 10, true)]
    [InlineData(CoveringKind.LaminatedShingle, 8, 0, 10, 22, false)]
    [InlineData(CoveringKind.LaminatedShingle, 12, 1, 5, 15, false)]
    [InlineData(CoveringKind.LaminatedShingle, 20, 2, 2, 8, false)]
    [InlineData(CoveringKind.LaminatedShingle, 24, 3, 0, 3, false)]
    [InlineData(CoveringKind.LaminatedShingle, 30, 0, 3, 12, true)]
    [InlineData(CoveringKind.LaminatedShingle, 50, 2, 2, 8, true)]
    [InlineData(CoveringKind.ThreeTabShingle, 15, 2, 1, 6, false)]
    [InlineData(CoveringKind.MetalStandingSeam, 10, 3, 0, 10, true)]
    [InlineData(CoveringKind.MetalStandingSeam, 30, 1, 15, 35, false)]
    [InlineData(CoveringKind.Slate, 20, 3, 0, 10, true)]
    [InlineData(CoveringKind.Slate, 80, 1, 30, 70, false)]
    [InlineData(CoveringKind.Epdm, 5, 3, 0, 4, true)]
    [InlineData(CoveringKind.Epdm, 30, 1, 2, 9, true)]
    [InlineData(CoveringKind.BuiltUp, 30, 1, 4, 12, true)]
    [InlineData(CoveringKind.ModifiedBitumen, 4, 3, 0, 4, true)]
    [InlineData(CoveringKind.WoodShingle, 5, 3, 0, 4, true)]
    [InlineData(CoveringKind.WoodShingle, 25, 2, 2, 8, false)]
    [InlineData(CoveringKind.Tpo, 8, 2, 1, 6, false)]
    [InlineData(CoveringKind.Copper, 60, 1, 25, 60, false)]
    [InlineData(CoveringKind.Zinc, 30, 1, 20, 45, false)]
    [InlineData(CoveringKind.MetalShingle, 20, 1, 12, 30, false)]
    [InlineData(CoveringKind.CoalTar, 20, 1, 6, 18, false)]
    [InlineData(CoveringKind.SprayedFoam, 12, 1, 6, 15, false)]
    [InlineData(CoveringKind.LiquidApplied, 8, 2, 1, 6, false)]
    [InlineData(CoveringKind.WoodShake, 20, 2, 3, 11, false)]
    [InlineData(CoveringKind.AsbestosCement, 40, 2, 8, 25, false)]
    [InlineData(CoveringKind.SyntheticSlate, 12, 1, 10, 30, false)]
    [InlineData(CoveringKind.SyntheticShake, 12, 1, 10, 30, false)]
    public void The_likely_years_are_those_a_roofer_would_say(string kind, int age, int stage, double from, double to, bool clash)
    {
        var life = Of(kind, age, stage);
        life.Stated!.Likely.ShouldBeInRange(from, to);
        (life.Clash is not null).ShouldBe(clash, life.Clash);
    }

    /// <summary>More roofs of the kinds one meets in a year, each with the years a roofer would give it; broad where good people differ.</summary>
    [Theory]
    [InlineData(CoveringKind.ThreeTabShingle, 5, 0, 8, 16)]
    [InlineData(CoveringKind.ThreeTabShingle, 10, 1, 4, 11)]
    [InlineData(CoveringKind.ThreeTabShingle, 20, 3, 0, 3)]
    [InlineData(CoveringKind.LaminatedShingle, 2, 0, 14, 26)]
    [InlineData(CoveringKind.LaminatedShingle, 5, 1, 8, 20)]
    [InlineData(CoveringKind.LaminatedShingle, 16, 2, 2, 9)]
    [InlineData(CoveringKind.LaminatedShingle, 18, 3, 0, 4)]
    [InlineData(CoveringKind.LaminatedShingle, 22, 1, 2, 9)]
    [InlineData(CoveringKind.RollRoofing, 5, 1, 2, 7)]
    [InlineData(CoveringKind.RollRoofing, 10, 3, 0, 2)]
    [InlineData(CoveringKind.Slate, 60, 0, 35, 80)]
    [InlineData(CoveringKind.Slate, 100, 2, 8, 35)]
    [InlineData(CoveringKind.WoodShingle, 10, 1, 8, 20)]
    [InlineData(CoveringKind.WoodShingle, 30, 3, 0, 5)]
    [InlineData(CoveringKind.MetalLapped, 15, 1, 12, 32)]
    [InlineData(CoveringKind.MetalLapped, 30, 2, 4, 16)]
    [InlineData(CoveringKind.MetalStandingSeam, 45, 2, 6, 20)]
    [InlineData(CoveringKind.BuiltUp, 10, 1, 8, 19)]
    [InlineData(CoveringKind.BuiltUp, 20, 2, 2, 9)]
    [InlineData(CoveringKind.BuiltUp, 25, 3, 0, 4)]
    [InlineData(CoveringKind.ModifiedBitumen, 10, 1, 5, 14)]
    [InlineData(CoveringKind.ModifiedBitumen, 15, 2, 1, 8)]
    [InlineData(CoveringKind.Pvc, 8, 0, 9, 20)]
    [InlineData(CoveringKind.Pvc, 15, 2, 2, 9)]
    [InlineData(CoveringKind.Pvc, 20, 3, 0, 4)]
    [InlineData(CoveringKind.Tpo, 3, 0, 6, 15)]
    [InlineData(CoveringKind.Tpo, 12, 2, 1, 6)]
    [InlineData(CoveringKind.Tpo, 15, 3, 0, 3)]
    [InlineData(CoveringKind.Epdm, 12, 1, 4, 14)]
    [InlineData(CoveringKind.Epdm, 20, 2, 2, 9)]
    [InlineData(CoveringKind.ConcreteTile, 15, 0, 7, 18)]
    [InlineData(CoveringKind.ClayTile, 20, 1, 3, 12)]
    [InlineData(CoveringKind.ClayTile, 24, 2, 1, 7)]
    [InlineData(CoveringKind.ClayTile, 30, 3, 0, 4)]
    [InlineData(CoveringKind.Copper, 30, 0, 30, 65)]
    [InlineData(CoveringKind.Zinc, 60, 2, 4, 22)]
    [InlineData(CoveringKind.WoodShake, 8, 0, 12, 26)]
    [InlineData(CoveringKind.CoalTar, 30, 2, 2, 11)]
    [InlineData(CoveringKind.SprayedFoam, 22, 3, 0, 5)]
    [InlineData(CoveringKind.SyntheticSlate, 30, 2, 3, 15)]
    [InlineData(CoveringKind.Polycarbonate, 3, 0, 7, 15)]
    [InlineData(CoveringKind.Polycarbonate, 14, 2, 1, 5)]
    [InlineData(CoveringKind.Glass, 12, 1, 8, 22)]
    [InlineData(CoveringKind.Planted, 10, 1, 15, 38)]
    [InlineData(CoveringKind.Planted, 30, 2, 3, 18)]
    public void An_ordinary_roof_has_the_years_a_roofer_would_give_it(string kind, int age, int stage, double from, double to) =>
        Of(kind, age, stage).Stated!.Likely.ShouldBeInRange(from, to);

    /// <summary>Felt under concrete tile, seen thick and gritty after 26 years: 4 to 14 years more.</summary>
    [Fact]
    public void Felt_that_looks_new_has_years_left() => Of(CoveringKind.ConcreteTile, 26, 0).Stated!.Likely.ShouldBeInRange(4, 14);

    [Fact]
    public void A_clash_names_the_age_of_the_look_that_of_the_record_and_what_settles_it()
    {
        Of(CoveringKind.LaminatedShingle, 3, 3)
            .Clash.ShouldBe(
                "The wear on the laminated shingles is typical of about 21 years; the record says 3. Check the year against the permit or the manufacturer’s stamp. "
                    + "If it is right, this is early failure: check for hail, a defective product or poor installation."
            );
        Of(CoveringKind.LaminatedShingle, 30, 0)
            .Clash.ShouldBe(
                "The wear on the laminated shingles is typical of about 6 years; the record says 30. Check the year, and ask whether it was replaced since. "
                    + "If the year is right, it is wearing slowly and has outlasted the charts."
            );
        Of(CoveringKind.LaminatedShingle, 3, 3)
            .Reasons[0]
            .ShouldStartWith("The wear on the laminated shingles is typical of about 21 years");
    }

    [Theory]
    [InlineData(1, "age and stage are both recorded, and each corrects the other")]
    [InlineData(2, "age and stage are both recorded; at this much wear, condition leads")]
    public void It_is_said_which_of_age_and_look_leads(int stage, string why) =>
        Of(CoveringKind.LaminatedShingle, 14, stage).WhySchool.ShouldBe(why);

    [Fact]
    public void Nothing_clashes_where_age_or_look_is_not_known()
    {
        Of(CoveringKind.LaminatedShingle, 60, null).Clash.ShouldBeNull();
        RemainingLife.Of(Book, Roof(CoveringKind.LaminatedShingle, 3, 3) with { LaidFrom = null, LaidTo = null }).Clash.ShouldBeNull();
        // An age guessed from the look is the look.
        RemainingLife.Of(Book, Roof(CoveringKind.LaminatedShingle, 3, 3) with { AgeSource = AgeSource.ByEye }).Clash.ShouldBeNull();
    }

    public static TheoryData<string> Kinds => [.. Book.Coverings.Select(c => c.Kind)];

    /// <summary>At one look of stage 2 or worse a younger roof has no more years than an older one, by more than half a year.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void At_a_worn_look_a_younger_roof_has_no_longer(string kind)
    {
        var covering = Book.Covering(kind);
        var reference = covering.LifeIn(WeatherExposure.Ordinary);
        // The stage of a tile slope is its underlayment's: the tile itself is not rated, and from its own low figure on its years count.
        var longest = (int)(covering is { KeepsWaterOut: not null, Family: CoveringFamily.Tile } ? reference.Low : reference.High + 10);
        for (var stage = 2; stage <= 4; stage++)
        {
            var most = 0.0;
            for (var age = 1; age <= longest; age += 2)
            {
                var likely = Of(kind, age, stage).Stated!.Likely;
                likely.ShouldBeGreaterThanOrEqualTo(most - 0.51, $"stage {stage} at {age} years");
                most = Math.Max(most, likely);
            }
        }
    }

    /// <summary>Copper on a slate slope ends it sooner or not at all, however good it looks for its age.</summary>
    [Theory]
    [InlineData(40, 1)]
    [InlineData(70, 1)]
    [InlineData(70, 2)]
    [InlineData(100, 0)]
    public void A_second_component_never_lengthens_a_slope(int age, int stage)
    {
        var slate = Roof(CoveringKind.Slate, age, stage);
        var alone = RemainingLife.Of(Book, slate).Stated!;
        foreach (var (years, look) in new (int, int?)[] { (10, 0), (age, 0), (age, 1), (age, 3), (120, 0), (age, null) })
        {
            var copper = new ComponentLife(
                Guid.CreateVersion7(),
                "copper",
                StackPlace.Beside,
                Day.Year - years,
                Day.Year - years,
                AgeSource.Permit,
                look is { } seen ? [new StageShare(seen, 100)] : null
            );
            var both = RemainingLife.Of(Book, slate with { Components = [copper] }).Stated!;
            both.Low.ShouldBeLessThanOrEqualTo(alone.Low + OneCell, $"copper of {years} years, stage {look}");
            both.Likely.ShouldBeLessThanOrEqualTo(alone.Likely + OneCell, $"copper of {years} years, stage {look}");
            both.High.ShouldBeLessThanOrEqualTo(alone.High + OneCell, $"copper of {years} years, stage {look}");
        }
    }

    /// <summary>A look like new never leaves less than the age alone, and no look leaves more than a better one.</summary>
    [Theory]
    [MemberData(nameof(Kinds))]
    public void A_better_look_never_leaves_less(string kind)
    {
        var longest = (int)Book.Covering(kind).LifeIn(WeatherExposure.Ordinary).High + 10;
        for (var age = 1; age <= longest; age += 3)
        {
            var looks = Enumerable.Range(0, 5).Select(stage => Of(kind, age, stage)).ToList();
            var alone = looks[0].Schools.Single(s => s.School == School.AgeTable).Left!;
            looks[0].Stated!.Likely.ShouldBeGreaterThanOrEqualTo(alone.Likely - 0.1, $"{age} years");
            for (var stage = 1; stage < looks.Count; stage++)
            {
                var (better, worse) = (looks[stage - 1].Stated!, looks[stage].Stated!);
                worse.Low.ShouldBeLessThanOrEqualTo(better.Low, $"stage {stage} at {age} years");
                worse.Likely.ShouldBeLessThanOrEqualTo(better.Likely, $"stage {stage} at {age} years");
                worse.High.ShouldBeLessThanOrEqualTo(better.High, $"stage {stage} at {age} years");
            }
        }
    }
}
