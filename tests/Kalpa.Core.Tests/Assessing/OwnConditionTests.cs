using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Tests.Wording;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>What the rule book has no condition for goes through urgency, work and report like any other finding.</summary>
public class OwnConditionTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static FindingFact Own(
        Consequence consequence,
        string trade = "",
        WaterEvidence water = WaterEvidence.NotChecked,
        bool below = false
    ) =>
        Roof.Finding(OwnCondition.Key, "field") with
        {
            Evidence = water,
            PeopleBelow = below,
            Place = "north end of the ridge",
            Own = new OwnCondition("loose weather vane", "The weather vane was loose", consequence, "Refasten the weather vane.", trade),
        };

    private static (FindingAssessment Finding, WorkItem? Work) Judge(FindingFact finding, params FindingFact[] others)
    {
        var assessed = Assessor.Assess(Roof.Input with { Findings = [finding, .. others] }, Book);
        return (assessed.Findings.Single(f => f.FindingId == finding.Id), assessed.Work.SingleOrDefault(w => w.FindingId == finding.Id));
    }

    [Fact]
    public void It_is_a_finding_with_its_own_title_sentence_remedy_and_work()
    {
        var (finding, work) = Judge(Own(Consequence.WaterIn));
        finding.Unjudged.ShouldBeFalse();
        finding.Name.ShouldBe("Loose weather vane");
        finding.Observed.ShouldBe("Slope A (south), north end of the ridge: The weather vane was loose. Water signs were not checked.");
        finding.Means.ShouldStartWith("If left, water can enter the building. Refasten the weather vane");
        work!.Title.ShouldBe("Refasten the weather vane");
        work.Steps.ShouldBe(["Refasten the weather vane"]);
        work.Trade.ShouldBe("");
        PlainEnglish.Faults($"{finding.Observed} {finding.Means}").ShouldBeEmpty();
    }

    [Fact]
    public void Another_trade_is_named() => Judge(Own(Consequence.WaterIn, "electrician")).Work!.Trade.ShouldBe("electrician");

    /// <summary>Common practice: what can injure people who pass below is immediate, appearance is for the record.</summary>
    [Theory]
    [InlineData(Consequence.LifeSafety, WaterEvidence.NotChecked, true, UrgencyClass.MakeSafeNow)]
    [InlineData(Consequence.LifeSafety, WaterEvidence.NotChecked, false, UrgencyClass.WithinYear)]
    [InlineData(Consequence.WaterIn, WaterEvidence.Active, false, UrgencyClass.BeforeNextRain)]
    [InlineData(Consequence.Looks, WaterEvidence.NoneSeen, false, UrgencyClass.Watch)]
    public void Its_urgency_goes_by_what_it_can_lead_to_and_by_water(
        Consequence consequence,
        WaterEvidence water,
        bool below,
        UrgencyClass urgency
    ) => Judge(Own(consequence, water: water, below: below)).Finding.Urgency.Class.ShouldBe(urgency);

    /// <summary>Nobody said that it can fall.</summary>
    [Fact]
    public void A_danger_to_those_below_is_not_called_a_fall() =>
        Judge(Own(Consequence.LifeSafety, below: true))
            .Finding.Urgency.Why[0]
            .ShouldBe("It can injure people, and people pass or stand below.");

    [Fact]
    public void It_stands_in_the_order_with_the_rest()
    {
        var own = Own(Consequence.WaterIn, water: WaterEvidence.Active);
        var assessed = Assessor.Assess(
            Roof.Input with
            {
                Findings = [Roof.Found("algae-streaks"), own, Roof.Found("tab-unsealed", WaterEvidence.NoneSeen)],
            },
            Book
        );
        assessed.Work[0].FindingId.ShouldBe(own.Id);
        assessed.Problems.ShouldBeEmpty();
    }

    [Theory]
    [InlineData("", "seen", "do", false)]
    [InlineData("title", " ", "do", false)]
    [InlineData("title", "seen", "", false)]
    [InlineData("title", "seen", "do", true)]
    public void Title_sight_and_recommendation_are_needed(string title, string seen, string recommendation, bool whole)
    {
        var fact = Own(Consequence.WaterIn) with { Own = new OwnCondition(title, seen, Consequence.WaterIn, recommendation) };
        FactChecks.Of(fact, Book).Any(p => p.Code == "finding.own-incomplete").ShouldBe(!whole);
    }

    [Fact]
    public void It_is_one_or_the_other()
    {
        var both = Own(Consequence.WaterIn) with { Condition = "boot-collar-torn" };
        FactChecks.Of(both, Book).Select(p => p.Code).ShouldContain("finding.own-and-condition");
        FactChecks.Of(Own(Consequence.WaterIn), Book).ShouldBeEmpty();
    }

    /// <summary>In a check of new work it is named among what was found apart from the picked courses.</summary>
    [Fact]
    public void It_is_a_spot_check_of_new_work()
    {
        var check = Roof.Input with
        {
            Findings = [Own(Consequence.WaterIn)],
            Records = VisitRecords.None with { Samples = [new SampleFact(Guid.CreateVersion7(), Roof.Visit.Id, Roof.A.Id, 30, [3])] },
        };
        Assessor.Assess(check, Book).NewWork!.Hunted.ShouldBe(["Loose weather vane on slope A"]);
    }

    [Fact]
    public void A_word_of_scorn_in_it_is_doubted() =>
        Judge(Own(Consequence.WaterIn) with { Own = new OwnCondition("Vane", "Shoddy work was seen", Consequence.Looks, "Refasten it") })
            .Finding.Words.Doubts.ShouldNotBeEmpty();
}
