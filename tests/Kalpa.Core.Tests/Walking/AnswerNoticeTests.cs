using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Walking;

/// <summary>An answer that says something is wrong is offered as a finding until one says it (common practice: what is known is on the list of work or dismissed with a reason).</summary>
public class AnswerNoticeTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static IReadOnlyList<PlanNotice> Noticed(
        string question,
        string option,
        Guid? slope = null,
        string kind = CoveringKind.LaminatedShingle,
        params FindingFact[] found
    ) =>
        Assessor
            .Assess(
                Roof.With(
                    Roof.With(kind, 2016, found),
                    r => r with { Answers = [new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, question, slope, [option])] }
                ),
                Book
            )
            .Noticed
        ?? [];

    [Theory]
    [InlineData("ventilation", "short", false, CoveringKind.LaminatedShingle, "vent-area-short", "attic")]
    [InlineData("ventilation", "none", false, CoveringKind.LaminatedShingle, "vent-area-short", "attic")]
    [InlineData("trees", "over", false, CoveringKind.LaminatedShingle, "tree-over", "ground")]
    [InlineData("hazards", "fibres", false, CoveringKind.LaminatedShingle, "unknown-fibers", "attic")]
    [InlineData("footing", "soft", true, CoveringKind.LaminatedShingle, "deck-soft", "field")]
    [InlineData("footing", "hole", true, CoveringKind.LaminatedShingle, "daylight-deck", "attic")]
    [InlineData("footing", "hole", true, CoveringKind.Epdm, "membrane-hole", "field")]
    [InlineData("hail", "bruised", true, CoveringKind.LaminatedShingle, "hail-bruise", "field")]
    [InlineData("hail", "bruised", true, CoveringKind.Tpo, "membrane-hail", "field")]
    [InlineData("hail", "bruised", true, CoveringKind.Slate, "hail-dents", "ground")]
    [InlineData("ponding", "tenth", true, CoveringKind.Epdm, "ponding", "drains")]
    [InlineData("ponding", "quarter", true, CoveringKind.Epdm, "ponding", "drains")]
    [InlineData("ponding", "more", true, CoveringKind.Epdm, "ponding", "drains")]
    public void What_an_answer_says_is_offered_as_a_finding(
        string question,
        string option,
        bool onSlope,
        string kind,
        string code,
        string station
    )
    {
        var notice = Noticed(question, option, onSlope ? Roof.A.Id : null, kind).ShouldHaveSingleItem();
        (notice.Condition, notice.Station, notice.SlopeId).ShouldBe((code, station, onSlope ? Roof.A.Id : null));
    }

    [Theory]
    [InlineData("ventilation", "good")]
    [InlineData("ventilation", "unknown")]
    [InlineData("trees", "near")]
    [InlineData("hazards", "bees")]
    [InlineData("footing", "sound")]
    [InlineData("hail", "none")]
    public void An_answer_that_says_nothing_wrong_is_not(string question, string option) => Noticed(question, option).ShouldBeEmpty();

    /// <summary>Shingles do not pond: the answer stays what wears them, and no finding is made of it.</summary>
    [Fact]
    public void What_does_not_suit_the_covering_is_not_offered() => Noticed("ponding", "more", Roof.A.Id).ShouldBeEmpty();

    [Theory]
    [InlineData("vent-area-short", false)]
    [InlineData("soffit-blocked", false)]
    [InlineData("boot-collar-torn", true)]
    public void A_finding_that_says_it_ends_the_offer(string code, bool offered) =>
        Noticed("ventilation", "short", found: Roof.Found(code)).Any().ShouldBe(offered);

    [Fact]
    public void A_finding_on_another_slope_does_not()
    {
        var soft = Roof.Found("deck-soft");
        Noticed("footing", "soft", Roof.A.Id, found: soft with { SlopeId = Roof.B.Id }).ShouldHaveSingleItem();
        Noticed("footing", "soft", Roof.A.Id, found: soft with { SlopeId = Roof.A.Id }).ShouldBeEmpty();
        Noticed("footing", "soft", Roof.A.Id, found: soft with { SlopeId = null }).ShouldBeEmpty();
    }

    [Fact]
    public void It_says_what_was_answered_and_how_urgent_it_would_be()
    {
        var notice = Noticed("footing", "soft", Roof.A.Id).ShouldHaveSingleItem();
        notice.Why.ShouldBe("Walkability: “Soft underfoot” was answered.");
        (notice.Name, notice.Urgency, notice.Key).ShouldBe(("Soft roof deck", UrgencyClass.MakeSafeNow, $"answer:footing:{Roof.A.Id}"));
    }
}
