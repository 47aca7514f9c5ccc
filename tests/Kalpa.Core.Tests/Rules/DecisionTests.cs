using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Rules;

public class DecisionTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    public static TheoryData<string> All => [.. Book.Decisions.Select(d => d.Key)];

    private static FindingFact Finding(Decision decision, string? option = null, string? view = null) =>
        Roof.Finding(decision.Conditions[0], "field") with
        {
            Deciding = option is null ? null : [new DecidingAnswer(decision.Key, option)],
            Views = view is null ? null : [new ChosenView(decision.Key, view)],
        };

    [Theory]
    [MemberData(nameof(All))]
    public void Every_answer_that_decides_gives_its_view_and_the_others_stay_named(string key)
    {
        var decision = Book.FindDecision(key)!;
        if (decision.From != KnownFrom.Asked)
        {
            return;
        }
        foreach (var rule in decision.By)
        {
            foreach (var option in rule.Is)
            {
                var answer = Decisions.Of(decision, Finding(decision, option), new DecisionFacts());
                answer.View.ShouldBe(rule.View);
                answer.By.ShouldBe(DecidedBy.Fact);
                answer.Open.ShouldBeFalse();
                answer.Others.Count.ShouldBe(decision.Views.Count - 1);
            }
        }
    }

    [Theory]
    [MemberData(nameof(All))]
    public void An_unseen_fact_gives_every_branch_and_the_test_that_settles_it_and_changes_nothing(string key)
    {
        var decision = Book.FindDecision(key)!;
        var answer = Decisions.Of(decision, Finding(decision), new DecisionFacts());
        answer.Open.ShouldBeTrue();
        answer.Branches.Count.ShouldBe(decision.By.Count);
        answer.Settle.ShouldEndWith(".");
        var effect = Decisions.Effect(Book, Finding(decision), Book.FindCondition(decision.Conditions[0])!, null, [answer]);
        effect.Weight.ShouldBe(1);
        effect.NoDefect.ShouldBeFalse();
    }

    [Theory]
    [MemberData(nameof(All))]
    public void The_inspectors_view_goes_before_the_fact_and_the_fact_before_the_firm(string key)
    {
        var decision = Book.FindDecision(key)!;
        var other = decision.Views.First(v => v.Key != decision.Firm).Key;
        var firm = new FirmRulesFact(Guid.CreateVersion7(), [new ChosenView(key, other)], []);
        Decisions.Of(decision, Finding(decision), new DecisionFacts(Firm: firm)).View.ShouldBe(other);
        var own = Decisions.Of(decision, Finding(decision, view: decision.Firm), new DecisionFacts(Firm: firm));
        own.View.ShouldBe(decision.Firm);
        own.By.ShouldBe(DecidedBy.Inspector);
    }

    // The rows of the closing table that a recorded fact settles (common practice).
    [Theory]
    [InlineData("flange-shows", "passes", "may")]
    [InlineData("face-flashing", "masonry", "fine")]
    [InlineData("face-flashing", "framed", "no")]
    [InlineData("clear-sealant", "tile", "fine")]
    [InlineData("cement-role", "ply", "wrong")]
    [InlineData("valley-way", "long", "ribbed")]
    [InlineData("repair-replace", "bare", "replace")]
    [InlineData("mounts", "new", "move")]
    [InlineData("new-underlayment", "shingle", "synthetic")]
    [InlineData("least-slope", "double", "two")]
    public void The_fact_decides(string key, string option, string view)
    {
        var decision = Book.FindDecision(key)!;
        Decisions.Of(decision, Finding(decision, option), new DecisionFacts()).View.ShouldBe(view);
    }

    // Common practice: EPDM is taped, TPO and PVC are welded; nobody is asked what the covering itself says.
    [Fact]
    public void What_the_covering_says_is_not_asked_and_what_it_cannot_be_is_not_offered()
    {
        var sheet = Book.FindDecision("sheet-kind")!;
        var epdm = Decisions.Of(sheet, Finding(sheet), new DecisionFacts(Kind: CoveringKind.Epdm));
        epdm.Asked.ShouldBeFalse();
        epdm.View.ShouldBe("primer");
        var tpo = Decisions.Of(sheet, Finding(sheet), new DecisionFacts(Kind: CoveringKind.Tpo));
        tpo.Asked.ShouldBeTrue();
        tpo.Options.ShouldNotContain(o => o.Key == "tape");
        tpo.Branches.ShouldAllBe(b => !b.If.Contains("EPDM"));
        var sealant = Book.FindDecision("clear-sealant")!;
        Decisions.Of(sealant, Finding(sealant), new DecisionFacts(Kind: CoveringKind.ClayTile)).View.ShouldBe("fine");
        Decisions.Of(sealant, Finding(sealant), new DecisionFacts(Kind: CoveringKind.LaminatedShingle)).View.ShouldBe("never");
    }

    // Common practice: a missing kick-out over a stained wall is a fault, whether or not somebody is asked about the stain twice.
    [Theory]
    [InlineData(WaterEvidence.Active, "fault", false)]
    [InlineData(WaterEvidence.Stained, "fault", false)]
    [InlineData(WaterEvidence.Suspected, "fault", true)] // the firm's default while nobody knows
    [InlineData(WaterEvidence.NoneSeen, "fault", true)]
    public void Stains_recorded_on_the_finding_answer_for_themselves(WaterEvidence evidence, string view, bool open)
    {
        var kickout = Book.FindDecision("kickout")!;
        var answer = Decisions.Of(kickout, Finding(kickout) with { Evidence = evidence }, new DecisionFacts());
        answer.View.ShouldBe(view);
        answer.Open.ShouldBe(open);
        var said = Finding(kickout, "none") with { Evidence = evidence };
        Decisions.Of(kickout, said, new DecisionFacts()).View.ShouldBe("note"); // what was said goes first
    }

    [Fact]
    public void What_is_recorded_elsewhere_is_not_asked_again()
    {
        var ponding = Book.FindDecision("standing-water")!;
        var answer = Decisions.Of(ponding, Finding(ponding), new DecisionFacts(CoveringFamily.Tile));
        answer.Asked.ShouldBeFalse();
        answer.View.ShouldBe("failure");
        Decisions.Of(ponding, Finding(ponding), new DecisionFacts(CoveringFamily.Membrane)).View.ShouldBe("drain");
    }

    [Fact]
    public void A_hidden_flange_whose_headlap_passes_the_pipe_is_noted_and_no_work_but_stains_make_it_a_fault_again()
    {
        var finding = Roof.Finding("boot-flange-buried", "penetrations") with { Deciding = [new DecidingAnswer("flange-shows", "passes")] };
        var noted = Assessor.Assess(Roof.Input with { Findings = [finding] }, Book);
        noted.Findings[0].Verdict.Outcome.ShouldBe(VerdictOutcome.Noted);
        noted.Work.ShouldNotContain(w => w.FindingId == finding.Id);
        var stained = Assessor.Assess(Roof.Input with { Findings = [finding with { Evidence = WaterEvidence.Stained }] }, Book);
        stained.Work.ShouldContain(w => w.FindingId == finding.Id);
    }

    [Fact]
    public void Best_practice_that_is_absent_is_no_defect_until_there_are_signs()
    {
        var gutter = Roof.Finding("gutter-missing", "gutters") with { SlopeId = null };
        Assessor.Assess(Roof.Input with { Findings = [gutter] }, Book).Findings[0].Verdict.Outcome.ShouldBe(VerdictOutcome.Noted);
        var wet = gutter with { Evidence = WaterEvidence.Stained };
        Assessor.Assess(Roof.Input with { Findings = [wet] }, Book).Findings[0].Verdict.Outcome.ShouldBe(VerdictOutcome.Seen);
    }

    [Fact]
    public void A_cracked_valley_tells_both_branches_until_the_membrane_is_seen()
    {
        var crack = Roof.Finding("valley-cracked", "ridges") with { SlopeId = Roof.A.Id };
        var open = Assessor.Assess(Roof.Input with { Findings = [crack] }, Book).Findings[0];
        open.Means.ShouldContain("“Membrane seen below”:");
        open.Means.ShouldContain("“Bare deck or felt”:");
        open.Means.ShouldContain("To find out:");
        var seen = crack with { Deciding = [new DecidingAnswer("valley-membrane", "yes")] };
        var bare = crack with { Deciding = [new DecidingAnswer("valley-membrane", "no")] };
        var saved = Assessor.Assess(Roof.Input with { Findings = [seen] }, Book).Findings[0];
        var wet = Assessor.Assess(Roof.Input with { Findings = [bare] }, Book).Findings[0];
        saved.Urgency.LossHigh.ShouldBeLessThan(open.Urgency.LossHigh);
        wet.Urgency.LossHigh.ShouldBeGreaterThan(open.Urgency.LossHigh);
    }
}
