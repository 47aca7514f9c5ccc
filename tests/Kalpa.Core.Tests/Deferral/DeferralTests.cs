using Kalpa.Core.Assessing;
using Kalpa.Core.Deferral;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using static Kalpa.Core.Tests.PlanOfWork.Cases;
using Money = Kalpa.Core.Tests.Costs.PlainPrices;

namespace Kalpa.Core.Tests.Deferral;

/// <summary>What follows when work is left undone: the arithmetic against closed forms of probability theory, and what facts do to it.</summary>
public class DeferralTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    // ---- the arithmetic ----

    /// <summary>One stage: 1 − (1 − p)^n, the geometric distribution.</summary>
    [Theory]
    [InlineData(.12, 1)]
    [InlineData(.12, 10)]
    [InlineData(.95, 3)]
    public void One_stage_goes_by_the_geometric_distribution(double p, int years) =>
        StagesOfDamage.Happened([p], years)[^1][0].ShouldBe(1 - Math.Pow(1 - p, years), 1e-12);

    /// <summary>
    /// Two stages: the chance that the sum of two geometric waits is longer than n years is (p(1 − q)^n − q(1 − p)^n)/(p − q). Worked by hand for two years: both have
    /// happened only if each came at once, p × q.
    /// </summary>
    [Theory]
    [InlineData(.35, .1, 2)]
    [InlineData(.35, .1, 10)]
    [InlineData(.05, .8, 15)]
    public void Two_stages_go_by_the_sum_of_two_waits(double p, double q, int years)
    {
        var longer = ((p * Math.Pow(1 - q, years)) - (q * Math.Pow(1 - p, years))) / (p - q);
        StagesOfDamage.Happened([p, q], years)[^1][1].ShouldBe(1 - longer, 1e-12);
        StagesOfDamage.Happened([p, q], 2)[^1][1].ShouldBe(p * q, 1e-12);
        StagesOfDamage.Happened([p, q], 2)[0][1].ShouldBe(0, 1e-12);
    }

    [Fact]
    public void Chances_never_fall_with_the_years_nor_rise_with_the_stage()
    {
        var by = StagesOfDamage.Happened([.3, .12, .06], 30);
        by.Zip(by.Skip(1)).ShouldAllBe(y => y.First.Zip(y.Second).All(s => s.First <= s.Second + 1e-12));
        by.ShouldAllBe(y => y[0] >= y[1] && y[1] >= y[2]);
    }

    [Theory]
    [InlineData(.049, "less than 1 in 10")]
    [InlineData(.05, "1 in 10")]
    [InlineData(.749, "7 in 10")]
    [InlineData(.75, "8 in 10")]
    [InlineData(.949, "9 in 10")]
    [InlineData(.95, "nearly certain")]
    public void A_chance_is_said_in_tenths(double chance, string words) => Deferrals.Chance(chance).ShouldBe(words);

    // ---- on a roof ----

    private static WorkItem Job(AssessInput input, string title) => Assessor.Assess(input, Book).Work.Single(w => w.Title == title);

    private static AssessInput Kickout(params FindingFact[] more) =>
        On(CoveringKind.LaminatedShingle, 2012, 1, [At("kickout-missing", "porch wall", WaterEvidence.Suspected), .. more]);

    private static DeferralAnswer Left(AssessInput input, string title) => Job(input, title).IfLeft.ShouldNotBeNull();

    /// <summary>The first stage has the finding's own chance, later ones the book's: what is known of the finding moves all of them.</summary>
    [Fact]
    public void The_first_stage_goes_by_the_findings_own_chance()
    {
        var judged = Assessor.Assess(Kickout(), Book);
        var own = judged.Findings[0].Urgency.Chance;
        var left = Left(Kickout(), judged.Work[0].Title);
        (left.Early, left.Years).ShouldBe((5, 10));
        left.Stages.Select(s => s.What).ShouldBe(["The sheathing behind it rots", "The rot reaches the framing"]);
        left.Stages[0].Chance.ShouldBe(1 - Math.Pow(1 - own, 10), .0006);
        left.Stages[0].EarlyChance.ShouldBe(1 - Math.Pow(1 - own, 5), .0006);
        // 0.1 a year for the framing (from memory).
        left.Stages[1].Chance.ShouldBe(StagesOfDamage.Happened([own, .1], 10)[^1][1], .0006);
        left.Words.ShouldStartWith("If left for 10 years: the sheathing behind it rots (");
    }

    /// <summary>What was found already is no chance any more: the next stage begins with it.</summary>
    [Fact]
    public void Damage_that_was_found_has_happened()
    {
        var left = Assessor.Assess(Kickout(At("siding-decayed", "porch wall")), Book).Work.Single(w => w.IfLeft is not null).IfLeft!;
        left.Stages[0].Happened.ShouldBeTrue();
        left.Stages[1].Chance.ShouldBe(1 - Math.Pow(1 - .1, 10), .0006);
        left.Words.ShouldBe("If left for 10 years: the rot reaches the framing (7 in 10).");
    }

    /// <summary>Damage of one problem that another trade puts right has happened all the same; damage elsewhere has not.</summary>
    [Theory]
    [InlineData("porch wall", true)]
    [InlineData("chimney", false)]
    public void Damage_of_the_same_problem_counts_whoever_puts_it_right(string place, bool happened)
    {
        var siding = At("siding-decayed", place) with { Outcome = FindingOutcome.OtherTrade };
        var work = Assessor.Assess(Kickout(siding), Book).Work;
        work.Single(w => w.IfLeft is not null).IfLeft!.Stages[0].Happened.ShouldBe(happened);
    }

    [Theory]
    [InlineData(Under.Attic, "Water stains the ceiling and wets the insulation")]
    [InlineData(Under.CathedralCeiling, "Water stains the ceiling and wets the insulation")]
    [InlineData(Under.Porch, "The deck around it rots")]
    [InlineData(Under.Overhang, "The deck around it rots")]
    [InlineData(Under.OpenAir, "The deck around it rots")]
    [InlineData(Under.Garage, "The deck around it rots")]
    public void What_is_spoiled_depends_on_what_lies_below(Under under, string first)
    {
        var input = On(CoveringKind.LaminatedShingle, 2012, 1, At("boot-collar-torn", "vent", WaterEvidence.Active));
        var work = Assessor.Assess(input with { Slopes = [Roof.A with { Under = under }] }, Book).Work;
        work.Single(w => w.FindingId is not null).IfLeft!.Stages[0].What.ShouldBe(first);
    }

    /// <summary>Without a condition that a chain begins with nothing is said, and what endangers people is not weighed at all.</summary>
    [Theory]
    [InlineData("siding-decayed")]
    [InlineData("flue-open-attic")]
    [InlineData("tab-unsealed")]
    public void Nothing_is_said_where_the_book_knows_no_consequence(string code) =>
        Assessor.Assess(On(CoveringKind.LaminatedShingle, 2012, 1, At(code, "wall")), Book).Work.ShouldAllBe(w => w.IfLeft == null);

    /// <summary>The owner's years are looked at, no longer than fifteen; a damage record says no costs.</summary>
    [Theory]
    [InlineData(null, 10)]
    [InlineData(3, 3)]
    [InlineData(15, 15)]
    [InlineData(40, 15)]
    public void It_looks_as_far_as_the_owner_does(int? years, int shown)
    {
        var input = Owned(Kickout(), CommissionPurpose.Condition, years);
        var left = Assessor.Assess(input, Book).Work[0].IfLeft!;
        (left.Years, left.Early).ShouldBe((shown, Math.Min(5, shown)));
        left.Cost.ShouldStartWith($"Expected cost of leaving it for {shown} years: $");
        var record = Assessor.Assess(Owned(Kickout(), CommissionPurpose.Claim, years), Book).Work[0].IfLeft!;
        (record.Cost, record.Stages[0].Cost, record.Stages[0].Chance).ShouldBe((null, null, left.Stages[0].Chance));
    }

    private static AssessInput Owned(AssessInput input, CommissionPurpose purpose, int? years) =>
        input with
        {
            Visit = input.Visit! with { Commission = new Commission(purpose, Terms: new OwnerTerms(years)) },
        };

    /// <summary>
    /// By hand, at no interest and no growth, at one price each: damage of 1,000 with the finding's chance, then of 10,000 at 0.1 a year. In one year only the first can have
    /// happened.
    /// </summary>
    [Fact]
    public void The_expected_cost_is_the_sum_over_the_stages()
    {
        var prices = Money.Firm(Money.At("damage-sheathing", 1_000), Money.At("damage-wall-framing", 10_000));
        double Expected(int years)
        {
            var input = Kickout() with { Firm = prices };
            var owned = input with
            {
                Visit = input.Visit! with
                {
                    Commission = new Commission(CommissionPurpose.Condition, Terms: new OwnerTerms(years, 0, 0, 0)),
                },
            };
            return Assessor.Assess(owned, Book).Work[0].IfLeft!.Expected![years - 1];
        }
        var own = Assessor.Assess(Kickout(), Book).Findings[0].Urgency.Chance;
        Expected(1).ShouldBe(1_000 * own, .01);
        Expected(2).ShouldBe((1_000 * (1 - Math.Pow(1 - own, 2))) + (10_000 * own * .1), .01);
    }

    /// <summary>Closing the fireplace is a way out that costs less than a new unit.</summary>
    [Fact]
    public void A_fireplace_may_be_closed_in_the_place_of_a_new_unit()
    {
        var prices = Money.Firm(Money.At("damage-fireplace", 6_000), Money.At("close-fireplace", 900));
        var input = On(CoveringKind.LaminatedShingle, 2012, 1, At("chase-cover-dished", "chase")) with { Firm = prices };
        Assessor.Assess(input, Book).Work[0].IfLeft!.Stages[1].Cost.ShouldBe("$6,000; or close the fireplace for good: $900");
    }

    // ---- the book ----

    /// <summary>Every chain: a fact that starts it, and its near miss.</summary>
    [Fact]
    public void Each_chain_is_met_by_its_conditions_and_by_no_other()
    {
        Book.DeferralChains.Count.ShouldBe(9);
        foreach (var chain in Book.DeferralChains)
        {
            chain.Stages[0].AYear.ShouldBeNull(chain.Key);
            chain
                .Conditions.Select(c => Book.FindCondition(c)!.Consequence)
                .Except([Consequence.WaterIn, Consequence.HiddenWet])
                .ShouldBeEmpty(chain.Key);
        }
    }
}
