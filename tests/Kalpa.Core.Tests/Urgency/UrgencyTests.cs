using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Urgency;

public class UrgencyTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>From most to least adverse: what nobody looked for may be there.</summary>
    private static readonly List<WaterEvidence> Adverse =
    [
        WaterEvidence.Active,
        WaterEvidence.Stained,
        WaterEvidence.Suspected,
        WaterEvidence.NotChecked,
        WaterEvidence.NoneSeen,
    ];

    private static readonly Gen<UrgencyFacts> AnyFacts =
        from condition in Gen.Elements(Book.Conditions.Select(c => c.Code).ToArray())
        from evidence in Gen.Elements(Enum.GetValues<WaterEvidence>())
        from extent in Gen.Elements(Enum.GetValues<Extent>())
        from beneath in Gen.Elements(Enum.GetValues<Under>())
        from people in Gen.Elements(true, false)
        from outcome in Gen.Elements(VerdictOutcome.Short, VerdictOutcome.CannotTell, VerdictOutcome.Seen, VerdictOutcome.Conforms)
        from shortfall in Gen.Choose(0, 100)
        from nearEnd in Gen.Elements(true, false)
        from run in Gen.Choose(0, 60)
        from rise in Gen.Choose(0, 18)
        from weight in Gen.Elements(0.5, 1, 1.5)
        from least in Gen.Elements<Likelihood?>(null, Likelihood.Possible, Likelihood.NearlySure)
        from reroof in Gen.Elements(true, false)
        from underside in Gen.Elements(true, false)
        from harsh in Gen.Elements(WeatherExposure.Ordinary, WeatherExposure.HotOrHail)
        select new UrgencyFacts(condition, evidence, extent, beneath, people, outcome, shortfall / 100.0, nearEnd)
        {
            WaterRunFeet = run,
            RisePer12 = rise,
            Weight = weight,
            LeastLikelihood = least,
            Exposure = harsh,
            ReroofDue = reroof,
            UndersideSeen = underside,
        };

    [Property]
    public Property More_adverse_evidence_is_never_less_urgent() =>
        Never_less((facts, worse) => facts with { Evidence = Adverse[Math.Min(Adverse.IndexOf(facts.Evidence), worse)] });

    [Property]
    public Property A_larger_extent_is_never_less_urgent() =>
        Never_less((facts, worse) => facts with { Extent = (Extent)Math.Max((int)facts.Extent, Math.Min(2, worse)) });

    [Property]
    public Property A_larger_shortfall_is_never_less_urgent() =>
        Never_less((facts, worse) => facts with { Shortfall = Math.Min(1, facts.Shortfall + worse / 4.0) });

    [Property]
    public Property People_below_are_never_less_urgent() => Never_less((facts, _) => facts with { PeopleBelow = true });

    [Property]
    public Property More_water_from_above_is_never_less_urgent() =>
        Never_less((facts, worse) => facts with { WaterRunFeet = facts.WaterRunFeet + 10 * worse });

    [Property]
    public Property A_combination_is_never_less_urgent() =>
        Never_less(
            (facts, worse) =>
                facts with
                {
                    LeastLikelihood = (Likelihood)Math.Max((int)(facts.LeastLikelihood ?? Likelihood.Unlikely), worse),
                    LeastConsequence = worse > 1 ? Consequence.WaterIn : null,
                }
        );

    [Property]
    public Property What_can_hurt_somebody_is_immediate_and_has_no_price_and_nothing_else_is() =>
        Prop.ForAll(
            AnyFacts.ToArbitrary(),
            facts =>
            {
                var condition = Book.FindCondition(facts.Condition)!;
                var stands = condition.Hazard == Hazard.Present && facts.Outcome != VerdictOutcome.Conforms;
                var danger = stands || (facts.PeopleBelow && condition.CanFall);
                var answer = Of(facts);
                return answer.Class == UrgencyClass.MakeSafeNow == danger && (!danger || (answer.LossLow, answer.LossHigh) == (0, 0));
            }
        );

    [Property]
    public Property A_dry_reading_lowers_by_half_at_most_and_only_where_somebody_looked() =>
        Prop.ForAll(
            AnyFacts.ToArbitrary(),
            facts =>
            {
                var dry = facts with { Evidence = WaterEvidence.NoneSeen, Under = Under.Attic };
                var unseen = Of(dry with { UndersideSeen = false }).Chance;
                var seen = Of(dry with { UndersideSeen = true }).Chance;
                var notChecked = Of(dry with { UndersideSeen = true, Evidence = WaterEvidence.NotChecked }).Chance;
                return seen <= unseen && seen >= unseen / 2 - 0.001 && unseen == notChecked;
            }
        );

    private static Property Never_less(Func<UrgencyFacts, int, UrgencyFacts> worsen) =>
        Prop.ForAll(
            (from facts in AnyFacts from worse in Gen.Choose(0, 3) select (facts, worse)).ToArbitrary(),
            at =>
            {
                var before = Of(at.facts);
                var after = Of(worsen(at.facts, at.worse));
                // What becomes a danger to people has no price any more.
                var priced = after.Class != UrgencyClass.MakeSafeNow;
                return after.Class >= before.Class && (!priced || after.LossHigh >= before.LossHigh);
            }
        );

    // Common practice: what an experienced roofer would say of each.
    [Theory]
    [InlineData("boot-collar-torn", WaterEvidence.Active, false, UrgencyClass.BeforeNextRain)]
    [InlineData("boot-collar-torn", WaterEvidence.Stained, false, UrgencyClass.BeforeNextRain)]
    [InlineData("boot-collar-torn", WaterEvidence.NoneSeen, false, UrgencyClass.ThisSeason)]
    [InlineData("tile-slipped", WaterEvidence.NoneSeen, true, UrgencyClass.MakeSafeNow)] // above an entrance
    [InlineData("tile-slipped", WaterEvidence.NoneSeen, false, UrgencyClass.WithinYear)]
    [InlineData("kickout-missing", WaterEvidence.NoneSeen, false, UrgencyClass.WithinYear)]
    [InlineData("kickout-missing", WaterEvidence.Stained, false, UrgencyClass.ThisSeason)]
    [InlineData("overhang-off", WaterEvidence.NoneSeen, false, UrgencyClass.Watch)]
    public void Acts_when_a_roofer_would(string condition, WaterEvidence evidence, bool people, UrgencyClass expected) =>
        Of(new UrgencyFacts(condition, evidence, Extent.OnePlace, Under.HeatedRoom, people, VerdictOutcome.Seen, 0, false))
            .Class.ShouldBe(expected);

    [Fact]
    public void Dry_under_an_open_attic_counts_and_dry_under_a_ceiling_hardly_does()
    {
        var facts = new UrgencyFacts(
            "valley-cracked",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            Under.Attic,
            false,
            VerdictOutcome.Seen,
            0,
            false,
            UndersideSeen: true
        );
        Of(facts).LossHigh.ShouldBeLessThan(Of(facts with { Under = Under.HeatedRoom }).LossHigh);
        Of(facts).Why.ShouldContain("No water signs were found below, where a leak would show.");
        var excused = Of(facts with { UndersideSeen = false });
        excused.LossHigh.ShouldBe(Of(facts with { Under = Under.HeatedRoom }).LossHigh);
        excused.Why.ShouldContain("No water signs were found, but the underside was not inspected.");
        Of(facts with { Under = Under.HeatedRoom })
            .Why.ShouldContain("No water signs were found, but a finished ceiling or wall can hide a leak.");
        Of(facts with { Evidence = WaterEvidence.NotChecked }).Why.ShouldContain("Water signs were not checked.");
        // No attic between: what lies behind a cathedral ceiling is as hidden as over a flat one.
        Of(facts with { Under = Under.CathedralCeiling }).ShouldBeEquivalentTo(Of(facts with { Under = Under.HeatedRoom }));
    }

    [Fact]
    public void Small_things_on_a_roof_near_its_end_go_with_the_re_roof()
    {
        var facts = new UrgencyFacts(
            "nail-exposed",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            Under.Attic,
            false,
            VerdictOutcome.Seen,
            0,
            true
        );
        Of(facts).Class.ShouldBe(UrgencyClass.WithReroof);
        Of(facts with { NearEnd = false }).Class.ShouldBe(UrgencyClass.Watch);
    }

    // Common practice: nobody remakes the laps of a slope that is stripped within the year; a stain or a danger does not wait for it.
    [Theory]
    [InlineData("drip-edge-lap-short", WaterEvidence.NoneSeen, false, UrgencyClass.WithReroof)]
    [InlineData("tab-unsealed", WaterEvidence.NoneSeen, false, UrgencyClass.WithReroof)]
    [InlineData("drip-edge-lap-short", WaterEvidence.Stained, false, UrgencyClass.ThisSeason)]
    [InlineData("boot-collar-torn", WaterEvidence.Stained, false, UrgencyClass.BeforeNextRain)]
    [InlineData("tile-slipped", WaterEvidence.NoneSeen, true, UrgencyClass.MakeSafeNow)]
    public void What_may_wait_a_year_goes_with_a_re_roof_due_within_it(
        string condition,
        WaterEvidence evidence,
        bool people,
        UrgencyClass expected
    )
    {
        var facts = new UrgencyFacts(condition, evidence, Extent.Scattered, Under.Attic, people, VerdictOutcome.Seen, 0, true);
        Of(facts with { ReroofDue = true }).Class.ShouldBe(expected);
    }

    [Fact]
    public void Why_one_stands_above_another_is_told_by_danger_class_or_cost()
    {
        var facts = new UrgencyFacts(
            "boot-collar-torn",
            WaterEvidence.Stained,
            Extent.OnePlace,
            Under.HeatedRoom,
            false,
            VerdictOutcome.Seen,
            0,
            false
        );
        var boot = Of(facts);
        var dry = Of(facts with { Evidence = WaterEvidence.NoneSeen });
        var danger = Of(facts with { Condition = "tile-slipped", PeopleBelow = true, Evidence = WaterEvidence.NoneSeen });
        Reasons.Above(danger, "Replace the boot", boot).ShouldContain("someone can be injured");
        Reasons.Above(boot, "Replace the boot", dry).ShouldContain("more likely here");
        Reasons.Above(boot, "Replace the boot", boot).ShouldContain("either may come first");
    }

    [Fact]
    public void Nails_and_words_go_with_the_class()
    {
        foreach (var urgency in Enum.GetValues<UrgencyClass>())
        {
            ((int)urgency).ShouldBeInRange(1, 6);
            Urgencies.Words(urgency).ShouldNotBeEmpty();
        }
        Enum.GetValues<UrgencyClass>().Select(Urgencies.Words).ShouldBeUnique();
    }

    private static UrgencyAnswer Of(UrgencyFacts facts) => Urgencies.Of(Book, Book.FindCondition(facts.Condition)!, facts);
}
