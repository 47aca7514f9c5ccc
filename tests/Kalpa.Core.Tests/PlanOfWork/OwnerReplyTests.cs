using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>What the owner says to the work: it stands beside the job it answers, in words a third party can read, and no reply is lost.</summary>
public class OwnerReplyTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static OwnerReplyFact Reply(
        string title,
        OwnerDecision decision,
        Guid? finding = null,
        Guid? slope = null,
        string words = "",
        string who = "",
        string option = "",
        int day = 20
    ) => new(Guid.CreateVersion7(), Roof.Visit.Id, title, decision, who, new DateOnly(2026, 9, day), words, finding, slope, option);

    private static Assessment Judged(AssessInput input, params OwnerReplyFact[] replies) =>
        Assessor.Assess(Roof.With(input, r => r with { OwnerReplies = replies }), Book);

    [Fact]
    public void A_reply_stands_beside_its_job()
    {
        var boot = At("boot-collar-torn", "vent", WaterEvidence.Active);
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, boot);
        string Words(OwnerReplyFact reply) => Judged(input, reply).Work.ShouldHaveSingleItem().Reply!.Words;
        Words(Reply("Replace the pipe boot", OwnerDecision.Accepted, boot.Id)).ShouldBe("Accepted by the owner on September 20, 2026.");
        Words(Reply("Replace the pipe boot", OwnerDecision.PutOff, boot.Id, words: "after the sale ", who: "A. Holm"))
            .ShouldBe("Put off by A. Holm on September 20, 2026: “after the sale”.");
        // What was asked is said where it is asked differently now.
        Words(Reply("Reseal the boot", OwnerDecision.Declined, boot.Id))
            .ShouldBe("Declined by the owner on September 20, 2026 (asked as “reseal the boot”).");
        Judged(input, Reply("Replace the pipe boot", OwnerDecision.Declined, boot.Id)).Work[0].Reply!.Caution.ShouldBe("");
        Judged(input).Work[0].Reply.ShouldBeNull();
        Judged(input).Replies.ShouldBeNull();
    }

    /// <summary>Who declines what can injure people, or puts it off, is told so; who accepts it is not.</summary>
    [Theory]
    [InlineData(OwnerDecision.Accepted, "")]
    [InlineData(OwnerDecision.Declined, "Someone can be injured until this is done.")]
    [InlineData(OwnerDecision.PutOff, "Someone can be injured until this is done.")]
    public void A_danger_that_is_not_removed_is_said(OwnerDecision decision, string caution)
    {
        var flue = At("flue-open-attic", "attic");
        var item = Judged(On(CoveringKind.LaminatedShingle, 2018, 1, flue), Reply("Stop using it", decision, flue.Id)).Work[0];
        item.Urgency.ShouldBe(UrgencyClass.MakeSafeNow);
        item.Reply!.Caution.ShouldBe(caution);
    }

    [Fact]
    public void A_reply_to_a_finding_holds_for_the_job_it_is_done_with()
    {
        var (cover, wall) = (At("chase-cover-dished", "chase"), At("chase-siding-swollen", "chase", WaterEvidence.Stained));
        var judged = Judged(
            On(CoveringKind.LaminatedShingle, 2016, 1, cover, wall),
            Reply("Replace the siding", OwnerDecision.Accepted, wall.Id)
        );
        judged.Work.ShouldHaveSingleItem().FindingId.ShouldBe(cover.Id);
        judged.Work[0].Reply!.Decision.ShouldBe(OwnerDecision.Accepted);
    }

    /// <summary>A re-roof is known by its slope and by what was asked: replacing it is not the same question as planning it.</summary>
    [Fact]
    public void A_reply_to_a_section_holds_as_long_as_it_is_asked_the_same()
    {
        var input = On(
            CoveringKind.ThreeTabShingle,
            2001,
            3,
            At("tab-unsealed", "", extent: Extent.General, decided: "repair-replace=bare")
        );
        var reply = Reply("Re-roof slope A", OwnerDecision.Declined, slope: Roof.A.Id, words: "too dear");
        Judged(input, reply)
            .Work.Single(w => w.Kind == WorkKind.Reroof)
            .Reply!.Words.ShouldBe("Declined by the owner on September 20, 2026: “too dear”.");
        var other = Judged(input, reply with { Title = "Plan the re-roof of slope A" });
        other.Work.ShouldAllBe(w => w.Reply == null);
        other.Replies!.ShouldHaveSingleItem().Of.ShouldBe("Plan the re-roof of slope A");
    }

    /// <summary>The latest reply stands at the job; an earlier one, one to an option and one to a job that is gone are told beside the list.</summary>
    [Fact]
    public void No_reply_is_lost()
    {
        var boot = At("boot-collar-torn", "vent", WaterEvidence.Active);
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, boot);
        var judged = Judged(
            input,
            Reply("Replace the pipe boot", OwnerDecision.Accepted, boot.Id, day: 22),
            Reply("Replace the pipe boot", OwnerDecision.Declined, boot.Id, day: 21),
            Reply("Re-roof now", OwnerDecision.Declined, option: "all", day: 20),
            Reply("Replace the ridge cap", OwnerDecision.PutOff, Guid.CreateVersion7(), day: 23)
        );
        judged.Work[0].Reply!.Decision.ShouldBe(OwnerDecision.Accepted);
        judged.Replies!.Select(r => r.Of).ShouldBe(["Re-roof now", "Replace the pipe boot", "Replace the ridge cap"]);
        judged.Replies!.Select(r => r.Option).ShouldBe(["all", "", ""]);
        Judged(input with { Findings = [] }, Reply("Replace the pipe boot", OwnerDecision.Accepted, boot.Id)).Replies!.Count.ShouldBe(1);
    }

    [Theory]
    [InlineData("", "owner-reply.of-nothing")]
    [InlineData("  ", "owner-reply.of-nothing")]
    [InlineData("Replace the pipe boot", null)]
    public void A_reply_is_to_something(string title, string? code) =>
        FactChecks.Of(Reply(title, OwnerDecision.Accepted), Book).Select(p => p.Code).ShouldBe(code is null ? [] : [code]);
}
