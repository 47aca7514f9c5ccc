using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.NewWork;

/// <summary>Only what the crew is to do is on the punch list, with its measure, limit and steps (common practice).</summary>
public class PunchListTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static FindingFact F(string code, string? measure = null) => Roof.Found(code, measure: measure);

    private static PunchItemFact Item(FindingFact? finding, string what = "") =>
        new(Guid.CreateVersion7(), Roof.Visit.Id, finding?.Id, Roof.A.Id, what, "", "Crew 7", null);

    private static IReadOnlyList<PunchAnswer> Punch(
        IReadOnlyList<FindingFact> findings,
        IReadOnlyList<PunchItemFact> items,
        params PunchReplyFact[] replies
    ) =>
        Assessor
            .Assess(Roof.With(Roof.Input with { Findings = findings }, r => r with { PunchItems = items, PunchReplies = replies }), Book)
            .NewWork!.Punch;

    [Fact]
    public void A_defect_comes_with_its_measure_its_limit_and_its_steps()
    {
        var lap = F("drip-edge-lap-short", "1/16");
        var item = Punch([lap], [Item(lap)]).Single();
        item.Measured.ShouldBe("Measured 1/16 in; required at least 2 in (IRC 2021 R905.2.8.5): short by 1 15/16 in.");
        item.Steps.ShouldBe(Book.FindCondition("drip-edge-lap-short")!.Remedy.Steps);
        // What is not measured says so, and where there is no limit nothing is said of one.
        var bare = F("drip-edge-lap-short");
        Punch([bare], [Item(bare)]).Single().Measured.ShouldBe("Not measured; required at least 2 in (IRC 2021 R905.2.8.5).");
        var nail = F("nail-exposed");
        Punch([nail], [Item(nail)]).Single().Measured.ShouldBe("");
    }

    [Fact]
    public void What_conforms_is_noted_or_is_another_trade_s_is_not_the_crew_s()
    {
        var conforms = F("drip-edge-lap-short", "2");
        var noted = F("boot-flange-buried") with { Deciding = [new DecidingAnswer("flange-shows", "passes")] };
        var mason = F("crown-cracked");
        mason = mason with { Outcome = FindingOutcome.OtherTrade };
        var given = F("veneer-leaning");
        var defect = F("nail-exposed");
        FindingFact[] all = [conforms, noted, mason, given, defect];
        List<PunchItemFact> items = [.. all.Select(f => Item(f))];
        Punch(all, items).Select(i => i.ItemId).ShouldBe([items[^1].Id]);
    }

    [Fact]
    public void What_was_put_on_the_list_by_hand_or_answered_by_the_crew_stays()
    {
        var byHand = Item(null, "Sweep the gutters");
        var conforms = F("drip-edge-lap-short", "2");
        var answered = Item(conforms);
        var reply = new PunchReplyFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            answered.Id,
            "Jonna",
            "",
            new string('a', 64),
            DateTimeOffset.UnixEpoch
        );
        Punch([conforms], [byHand, answered], reply).Select(i => i.ItemId).ShouldBe([byHand.Id, answered.Id], ignoreOrder: true);
        Punch([conforms], [byHand, answered]).Select(i => i.ItemId).ShouldBe([byHand.Id]);
    }
}
