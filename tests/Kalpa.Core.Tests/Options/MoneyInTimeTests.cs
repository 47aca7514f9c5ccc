using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Options;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Options;

/// <summary>
/// Amounts in time against interest tables as printed in textbooks of engineering economics (from memory), and against sums done by hand.
/// </summary>
public class MoneyInTimeTests
{
    /// <summary>(A/P, 8%, 10) = 0.14903; (P/A, 5%, 20) = 12.4622; without interest a year is an equal part.</summary>
    [Fact]
    public void Equal_yearly_amounts_are_those_of_the_tables()
    {
        new MoneyInTime(.08, 0).Yearly(10).ShouldBe(.14903, 5e-6);
        (1 / new MoneyInTime(.05, .04).Yearly(20)).ShouldBe(12.4622, 5e-5);
        new MoneyInTime(0, 0).Yearly(4).ShouldBe(.25);
    }

    /// <summary>(P/F, 8%, 10) = 0.4632; where prices grow as interest does, later is as dear as now.</summary>
    [Fact]
    public void A_later_amount_costs_less_by_interest_and_more_by_growth()
    {
        new MoneyInTime(.08, 0).Today(10).ShouldBe(.4632, 5e-5);
        new MoneyInTime(.05, .05).Today(10).ShouldBe(1);
        new MoneyInTime(.05, .04).Today(0).ShouldBe(1);
        new MoneyInTime(.03, .04).Today(1).ShouldBe(1.04 / 1.03, 1e-12);
    }

    /// <summary>A roof at 14,000 three years later: about 400 at 5% and 4%, about 1,860 at 8% and 3% (worked by hand).</summary>
    [Fact]
    public void Delay_is_worth_what_it_is_by_hand()
    {
        new MoneyInTime(.05, .04).OfDelay(14_000, 3).ShouldBe(396.2, .1);
        new MoneyInTime(.08, .03).OfDelay(14_000, 3).ShouldBe(1855.9, .1);
        new MoneyInTime(.05, .04).OfDelay(14_000, 0).ShouldBe(0);
    }

    /// <summary>Paid evenly over the years: the table's factor for the ends of years, times i / ln(1 + i).</summary>
    [Fact]
    public void A_yearly_damage_is_paid_evenly()
    {
        new MoneyInTime(.05, 0).Flow(20).ShouldBe(12.4622 * .05 / Math.Log(1.05), 1e-3);
        new MoneyInTime(.04, .04).Flow(7).ShouldBe(7);
        new MoneyInTime(.05, .04).Flow(0).ShouldBe(0);
    }

    [Fact]
    public void Terms_not_said_are_the_usual_ones()
    {
        MoneyInTime.Filled(null).ShouldBe(new OwnerTerms(20, 5, 4, 50));
        MoneyInTime.Filled(new OwnerTerms(7, PriceGrowthPercent: 0)).ShouldBe(new OwnerTerms(7, 5, 0, 50));
        MoneyInTime.Of(new OwnerTerms(1, 5, 4, 50)).ShouldBe(new MoneyInTime(.05, .04));
    }

    /// <summary>1,000 every ten years from the fifth on, without interest: two within twenty years, and half of the second is left then.</summary>
    [Theory]
    [InlineData(5, 10, 20, 0, 2000)]
    [InlineData(5, 10, 20, 1, 1500)]
    [InlineData(5, 10, 20, .5, 1750)]
    [InlineData(20, 10, 20, 1, 0)]
    [InlineData(19.9, 10, 20, 0, 1000)]
    [InlineData(24, 10, 20, 1, -400)]
    [InlineData(40, 10, 20, 1, -1000)]
    [InlineData(0, 0, 3, 0, 3000)]
    public void A_covering_is_renewed_each_time_it_ends(double first, double life, double years, double worth, double cost) =>
        new RenewalChain(1000, first, life).Cost(new MoneyInTime(.04, .04), years, worth).ShouldBe(cost, 1e-9);

    /// <summary>With interest: 1,000 after 5 and 15 years at 8%, and half of 1,000 back after 20: 680.58 + 315.24 − 107.27.</summary>
    [Fact]
    public void Later_renewals_and_what_is_left_are_brought_to_today() =>
        new RenewalChain(1000, 5, 10).Cost(new MoneyInTime(.08, 0), 20, 1).ShouldBe(888.55, .01);

    /// <summary>A tenth ends in the first year, four tenths in the second, none in the third, four in the fourth, and a tenth lasts beyond.</summary>
    [Theory]
    [InlineData(.05, .5)]
    [InlineData(.1, 1)]
    [InlineData(.3, 1.5)]
    [InlineData(.5, 2)]
    [InlineData(.7, 3.5)]
    [InlineData(.9, 4)]
    [InlineData(.95, 4)]
    public void Years_are_drawn_from_the_chances_of_lasting_them(double share, double years) =>
        LifeDraws.Years([.9, .5, .5, .1], share).ShouldBe(years, 1e-9);

    /// <summary>Slate laid today may last longer than the 100 years to which lives are told apart; three-tab shingles do not (common practice).</summary>
    [Fact]
    public void Lives_are_told_apart_up_to_a_hundred_years()
    {
        Most(CoveringKind.Slate).ShouldBe(100);
        Most(CoveringKind.ThreeTabShingle).ShouldBeInRange(20, 50);

        static double Most(string kind)
        {
            var day = new DateOnly(2026, 9, 18);
            var laid = new LifeFacts(kind, WeatherExposure.Ordinary, 2026, 2026, AgeSource.Permit, 1, [new StageShare(0, 100)], day);
            return LifeDraws.Of(RuleBook.Current, laid, CostDriver.RemainingLife).Max();
        }
    }
}
