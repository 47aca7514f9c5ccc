using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Life;

/// <summary>"Will it last N years?"</summary>
public class LastingTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static LastingSlope Slope(string letter, int laid, int stage, FitnessState fitness = FitnessState.Fit) =>
        new(
            Guid.Parse($"00000000-0000-7000-8000-0000000000{(int)letter[0]:x2}"),
            letter,
            fitness,
            new LifeFacts(
                CoveringKind.LaminatedShingle,
                WeatherExposure.Ordinary,
                laid,
                laid,
                AgeSource.Permit,
                1,
                [new StageShare(stage, 100)],
                new DateOnly(2026, 7, 2)
            )
        );

    private static LastingAnswer Of(int years, params LastingSlope[] slopes) =>
        Lasting.Of(Book, new LastingRequest(PlannedKind.Sale, years, slopes));

    [Fact]
    public void A_new_roof_lasts_five_years() => Of(5, Slope("A", 2025, 0)).Verdict.ShouldBe(LastingVerdict.Yes);

    [Fact]
    public void A_worn_roof_does_not_last_twenty() => Of(20, Slope("A", 2006, 3)).Verdict.ShouldBe(LastingVerdict.No);

    [Fact]
    public void Between_low_and_likely_it_is_doubtful_and_says_what_to_find_out()
    {
        var life = RemainingLife.Of(Book, Slope("A", 2012, 1).Facts).Stated!;
        var answer = Of((int)Math.Round((life.Low + life.Likely) / 2), Slope("A", 2012, 1));
        answer.Verdict.ShouldBe(LastingVerdict.Doubtful);
        answer.First.ShouldNotBeEmpty();
    }

    /// <summary>A chain is no stronger than its links, and no weaker than if they failed each for itself.</summary>
    [Property(MaxTest = 60)]
    public Property All_together_last_no_surer_than_the_weakest_and_no_less_sure_than_apart() =>
        Prop.ForAll(
            (from a in Gen.Choose(0, 3) from b in Gen.Choose(0, 3) from years in Gen.Choose(1, 15) select (a, b, years)).ToArbitrary(),
            at =>
            {
                var answer = Of(at.years, Slope("A", 2012, at.a), Slope("B", 2014, at.b));
                var each = answer.Slopes.Select(s => s.Chance!.Value).ToList();
                return answer.Chance <= each.Min() + 0.002 && answer.Chance >= each[0] * each[1] - 0.01;
            }
        );

    [Property(MaxTest = 40)]
    public Property Longer_is_never_surer() =>
        Prop.ForAll(
            Gen.Choose(1, 25).ToArbitrary(),
            years => Of(years + 1, Slope("A", 2014, 1)).Chance <= Of(years, Slope("A", 2014, 1)).Chance
        );

    [Fact]
    public void An_unfit_slope_lasts_for_nothing_however_good_it_looks()
    {
        var answer = Of(1, Slope("A", 2025, 0, FitnessState.Unfit));
        answer.Verdict.ShouldBe(LastingVerdict.No);
        answer.First.ShouldContain(f => f.StartsWith("Rebuild slope A"));
    }

    [Fact]
    public void A_slope_of_which_nothing_is_known_leaves_it_open()
    {
        var unknown = Slope("A", 2020, 0);
        var facts = unknown.Facts with { LaidFrom = null, LaidTo = null, Shares = null };
        Of(5, unknown with { Facts = facts }).Verdict.ShouldBe(LastingVerdict.CannotTell);
    }

    [Fact]
    public void An_array_on_a_worn_roof_comes_off_and_on_again()
    {
        var solar = Lasting.Of(Book, new LastingRequest(PlannedKind.Solar, 25, [Slope("A", 2008, 2)]));
        solar.Choice!.OffIfLeft.ShouldBeGreaterThan(0.9);
        solar.Choice.OffIfReroofed.ShouldBeLessThan(solar.Choice.OffIfLeft);
        solar.Choice.LikelyYear!.Value.ShouldBeLessThan(15);
        solar.Choice.PriceNow.ShouldBeNull();
        solar.Choice.Words.ShouldContain("re-roof first with a longer-lived one");
    }

    /// <summary>The answer is one: what is to be done first is what the prices say.</summary>
    [Theory]
    [InlineData(1_000, 20_000, "Re-roofing first is cheaper", "Re-roof slope A.")]
    [InlineData(
        20_000,
        1_000,
        "Waiting is cheaper",
        "Plan to remove the array from slope A once, to re-roof it, and to put the array back."
    )]
    public void What_comes_first_never_contradicts_the_prices(double reroof, double offAndOn, string words, string first)
    {
        var request = new LastingRequest(PlannedKind.Solar, 25, [Slope("A", 2014, 1)], null, reroof, offAndOn, 3);
        var answer = Lasting.Of(Book, request);
        answer.Choice!.Words.ShouldContain(words);
        answer.First[0].ShouldBe(first);
    }

    [Fact]
    public void An_unfit_slope_leaves_nothing_to_weigh()
    {
        var answer = Lasting.Of(
            Book,
            new LastingRequest(PlannedKind.Solar, 10, [Slope("A", 2025, 0, FitnessState.Unfit)], null, 9_000, 3_000, 3)
        );
        answer.Choice.ShouldBeNull();
        answer.First[0].ShouldStartWith("Rebuild slope A");
    }

    /// <summary>Laminated shingles of 15 to 30 years outlast an array of ten, not one of 25.</summary>
    [Theory]
    [InlineData(10, "Re-roof first, or put it on another slope")]
    [InlineData(25, "not likely to outlast the array either")]
    public void The_advice_goes_by_what_a_new_covering_would_last(int years, string words) =>
        Lasting.Of(Book, new LastingRequest(PlannedKind.Solar, years, [Slope("A", 2008, 3)])).Choice!.Words.ShouldContain(words);

    [Fact]
    public void An_array_of_few_years_goes_on_a_young_roof() =>
        Lasting
            .Of(Book, new LastingRequest(PlannedKind.Solar, 5, [Slope("A", 2024, 0)]))
            .Choice!.Words.ShouldContain("It can go on this roof.");

    /// <summary>Worked by hand: a spent roof costs re-roof and array now, or the re-roof and the array's off-and-on within the first year: the latter is dearer by that.</summary>
    [Fact]
    public void On_a_spent_roof_waiting_costs_the_array_off_and_on()
    {
        var solar = Lasting.Of(
            Book,
            new LastingRequest(
                PlannedKind.Solar,
                10,
                [Slope("A", 2006, 4)],
                null,
                ReroofPrice: 20_000,
                OffAndOnPrice: 5_000,
                RatePercent: 0
            )
        );
        var (now, later) = (solar.Choice!.PriceNow!.Value, solar.Choice.PriceLater!.Value);
        (later - now).ShouldBeInRange(4_000, 5_600);
        solar.Choice.YearsGivenUp.ShouldBe(0);
    }

    [Fact]
    public void Money_that_falls_due_later_weighs_less()
    {
        LastingRequest At(double rate) => new(PlannedKind.Solar, 25, [Slope("A", 2016, 1)], null, 20_000, 5_000, rate);
        Lasting.Of(Book, At(6)).Choice!.PriceLater!.Value.ShouldBeLessThan(Lasting.Of(Book, At(0)).Choice!.PriceLater!.Value);
    }
}
