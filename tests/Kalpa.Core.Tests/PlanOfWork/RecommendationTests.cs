using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>The inspector's recommendation governs the decision on a slope, of the findings on it, and when (common practice).</summary>
public class RecommendationTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly FindingFact Boot = At("boot-collar-torn", "bath");
    private static readonly AssessInput Young = On(CoveringKind.LaminatedShingle, 2016, 1, Boot);

    [Theory]
    [InlineData(OpinionAction.Replace, null, "Re-roof slope A.")]
    [InlineData(OpinionAction.Replace, "2027-10-01", "Re-roof slope A by October 1, 2027.")]
    [InlineData(OpinionAction.Repair, null, "Repair slope A and keep the covering.")]
    [InlineData(OpinionAction.Repair, "2026-11-01", "Repair slope A by November 1, 2026 and keep the covering.")]
    [InlineData(OpinionAction.Monitor, null, "Maintain slope A.")]
    [InlineData(OpinionAction.Document, null, "Maintain slope A.")]
    [InlineData(OpinionAction.HaveJudged, null, "Have slope A evaluated by a roofer.")]
    [InlineData(OpinionAction.Investigate, "2026-11-01", "Have slope A evaluated by a roofer by November 1, 2026.")]
    public void It_governs_and_what_was_computed_stands_beside_it(OpinionAction action, string? day, string statement)
    {
        var opinion = Recommended(action, Roof.A.Id, day);
        var judged = Assessor.Assess(With(Young, opinion), Book);
        judged.Decision.ShouldBe(statement);
        var decision = judged.RoofDecisions[0];
        decision.ByInspector.ShouldBeTrue();
        decision.Why.ShouldBe("The inspector recommends it: the owner sells.");
        decision.Computed.ShouldBe(
            action == OpinionAction.Repair
                ? "The computed decision agrees."
                : "Computed: repair slope A and keep the covering. Single defects are repaired; the covering stays."
        );
        judged.Work.Any(w => w.FindingId == Boot.Id && w.Until.Length == 0).ShouldBe(action != OpinionAction.Replace);
        judged.Work.Any(w => w.Kind == WorkKind.Reroof).ShouldBe(action == OpinionAction.Replace);
        // One for the slope goes before one for the whole roof.
        var roof = Recommended(OpinionAction.Monitor, null) with
        {
            Id = Guid.Empty,
        };
        Assessor.Assess(With(Young, roof, opinion), Book).Decision.ShouldBe(statement);
    }

    /// <summary>Short enough to stand on the plan, with the year where there is one.</summary>
    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, OpinionAction.Replace, "Re-roof")]
    [InlineData(CoveringKind.Epdm, OpinionAction.Replace, "Replace")]
    [InlineData(CoveringKind.LaminatedShingle, OpinionAction.Repair, "Repair")]
    [InlineData(CoveringKind.LaminatedShingle, OpinionAction.Monitor, "Maintain")]
    [InlineData(CoveringKind.LaminatedShingle, OpinionAction.HaveJudged, "Evaluate")]
    [InlineData(CoveringKind.LaminatedShingle, null, "Re-roof 2030")]
    public void The_plan_carries_it_in_a_word(string kind, OpinionAction? action, string mark)
    {
        var due = WithYears(On(kind, 2016, null), (Roof.A, 4));
        var input = action is { } recommended ? With(due, Recommended(recommended, Roof.A.Id, "2027-10-01")) : due;
        Assessor.Assess(input, Book).RoofDecisions[0].Mark.ShouldBe(mark);
    }

    /// <summary>The visit is of September 18, 2026: a season is a quarter of a year.</summary>
    [Theory]
    [InlineData("2026-12-19", OpinionEvent.None, UrgencyClass.ThisSeason)]
    [InlineData("2026-12-20", OpinionEvent.None, UrgencyClass.WithinYear)]
    [InlineData("2027-09-18", OpinionEvent.None, UrgencyClass.WithinYear)]
    [InlineData("2027-09-19", OpinionEvent.None, UrgencyClass.WithReroof)]
    [InlineData(null, OpinionEvent.None, UrgencyClass.WithinYear)]
    [InlineData(null, OpinionEvent.Winter, UrgencyClass.ThisSeason)]
    [InlineData(null, OpinionEvent.Closing, UrgencyClass.WithinYear)]
    public void Its_day_and_its_event_say_how_soon(string? day, OpinionEvent waitsFor, UrgencyClass urgency)
    {
        Assessment Judged(OpinionAction action) =>
            Assessor.Assess(With(On(CoveringKind.LaminatedShingle, 2016, 1), Recommended(action, null, day, waitsFor)), Book);
        Judged(OpinionAction.Replace).Work.ShouldHaveSingleItem().Urgency.ShouldBe(urgency);
        var evaluated = Judged(OpinionAction.HaveJudged).Work.ShouldHaveSingleItem();
        evaluated.Kind.ShouldBe(WorkKind.Evaluate);
        evaluated.Urgency.ShouldBe(urgency == UrgencyClass.WithReroof ? UrgencyClass.Watch : urgency);
    }

    /// <summary>What can wait a year waits for a re-roof that the inspector has within it, and not for one that the inspector does not have.</summary>
    [Fact]
    public void Findings_wait_for_the_re_roof_that_is_recommended()
    {
        UrgencyClass Lap(AssessInput input, params OpinionFact[] opinions) =>
            Assessor.Assess(With(input, opinions), Book).Findings.Single().Urgency.Class;
        var lap = Roof.Found("drip-edge-lap-short", WaterEvidence.NoneSeen, "1");
        var (young, old) = (
            On(CoveringKind.LaminatedShingle, 2018, 0, lap),
            WithYears(On(CoveringKind.LaminatedShingle, 2016, null, lap), (Roof.A, 1))
        );
        Lap(young).ShouldNotBe(UrgencyClass.WithReroof);
        Lap(young, Recommended(OpinionAction.Replace, Roof.A.Id)).ShouldBe(UrgencyClass.WithReroof);
        Lap(old).ShouldBe(UrgencyClass.WithReroof);
        Lap(old, Recommended(OpinionAction.Repair, Roof.A.Id)).ShouldBe(Lap(young));
        // Somebody else is yet to say.
        Lap(old, Recommended(OpinionAction.HaveJudged, Roof.A.Id)).ShouldBe(UrgencyClass.WithReroof);
    }

    [Theory]
    [InlineData("2026-09-17", true)]
    [InlineData("2026-09-18", false)]
    public void A_day_that_is_over_is_refused(string day, bool refused)
    {
        var opinion = Recommended(OpinionAction.Replace, null, day) with
        {
            At = new DateTimeOffset(2026, 9, 18, 22, 0, 0, TimeSpan.FromHours(-4)),
        };
        FactChecks.Of(opinion, Book).Any(p => p.Code == "opinion.day-past").ShouldBe(refused);
    }

    /// <summary>A recommendation to replace that names no time leaves a slope with up to five years planned, and small repairs on it as they are.</summary>
    [Theory]
    [InlineData(1, "With re-roof")]
    [InlineData(1.1, "Within a year")]
    [InlineData(5, "Within a year")]
    [InlineData(5.1, "With re-roof")]
    public void A_recommendation_without_a_time_leaves_the_computed_one_of_a_planned_slope(double likely, string words)
    {
        var judged = new WholeRoofs.ToldRoof()
            .Slope("A", "6/12", Facing.South, CoveringKind.LaminatedShingle, 2012, null)
            .Lasts("A", new YearsLeft(1, likely, 9))
            .Recommends(OpinionAction.Replace, "A")
            .Finds("A", "nail-pop", "over the kitchen")
            .Judged();
        judged.Findings.Single().Urgency.Words.ShouldBe(words);
    }
}
