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

    private static readonly Gen<UrgencyFacts> AnyFacts =
        from condition in Gen.Elements(Book.Conditions.Select(c => c.Code).ToArray())
        from evidence in Gen.Elements(Enum.GetValues<WaterEvidence>())
        from extent in Gen.Elements(Enum.GetValues<Extent>())
        from beneath in Gen.Elements(Enum.GetValues<Beneath>())
        from people in Gen.Elements(true, false)
        from outcome in Gen.Elements(VerdictOutcome.Short, VerdictOutcome.CannotTell, VerdictOutcome.Seen, VerdictOutcome.Conforms)
        from shortfall in Gen.Choose(0, 100)
        from nearEnd in Gen.Elements(true, false)
        select new UrgencyFacts(condition, evidence, extent, beneath, people, outcome, shortfall / 100.0, nearEnd);

    [Property]
    public Property More_adverse_evidence_is_never_less_urgent() =>
        Never_less((facts, worse) => facts with { Evidence = (WaterEvidence)Math.Min((int)facts.Evidence, worse) });

    [Property]
    public Property A_larger_extent_is_never_less_urgent() =>
        Never_less((facts, worse) => facts with { Extent = (Extent)Math.Max((int)facts.Extent, Math.Min(2, worse)) });

    [Property]
    public Property A_larger_shortfall_is_never_less_urgent() =>
        Never_less((facts, worse) => facts with { Shortfall = Math.Min(1, facts.Shortfall + worse / 4.0) });

    [Property]
    public Property People_below_are_never_less_urgent() => Never_less((facts, _) => facts with { PeopleBelow = true });

    private static Property Never_less(Func<UrgencyFacts, int, UrgencyFacts> worsen) =>
        Prop.ForAll(
            (from facts in AnyFacts from worse in Gen.Choose(0, 3) select (facts, worse)).ToArbitrary(),
            at =>
            {
                var before = Of(at.facts);
                var after = Of(worsen(at.facts, at.worse));
                return after.Class >= before.Class && after.LossHigh >= before.LossHigh;
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
        Of(new UrgencyFacts(condition, evidence, Extent.OnePlace, Beneath.FinishedRoom, people, VerdictOutcome.Seen, 0, false))
            .Class.ShouldBe(expected);

    [Fact]
    public void Dry_under_an_open_attic_counts_and_dry_under_a_ceiling_hardly_does()
    {
        var facts = new UrgencyFacts(
            "valley-cracked",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            Beneath.OpenAttic,
            false,
            VerdictOutcome.Seen,
            0,
            false
        );
        Of(facts).LossHigh.ShouldBeLessThan(Of(facts with { Beneath = Beneath.FinishedRoom }).LossHigh);
        Of(facts).Why.ShouldContain(w => w.Contains("where it would be seen"));
    }

    [Fact]
    public void Small_things_on_a_roof_near_its_end_go_with_the_re_roof()
    {
        var facts = new UrgencyFacts(
            "nail-exposed",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            Beneath.OpenAttic,
            false,
            VerdictOutcome.Seen,
            0,
            true
        );
        Of(facts).Class.ShouldBe(UrgencyClass.WithReroof);
        Of(facts with { NearEnd = false }).Class.ShouldBe(UrgencyClass.Watch);
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
