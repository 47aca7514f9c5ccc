using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>An answer that decides changes verdict, outcome, title, steps and text together (common practice).</summary>
public class DecidedOutcomeTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static FindingFact F(
        string code,
        string? decision = null,
        string? option = null,
        WaterEvidence water = WaterEvidence.NotChecked,
        string? measure = null
    ) => Roof.Found(code, water, measure, decision is null ? null : $"{decision}={option}");

    private static (FindingAssessment Judged, WorkItem? Work) Judge(FindingFact finding, string kind = CoveringKind.LaminatedShingle)
    {
        var judged = Assessor.Assess(Roof.With(kind, 2018, finding), Book);
        // Where the answer ends repair of the slope, the job is its renewal.
        return (
            judged.Findings.Single(),
            judged.Work.SingleOrDefault(w => w.FindingId == finding.Id && w.Until.Length == 0)
                ?? judged.Work.SingleOrDefault(w => w.Included?.Any(f => f.FindingId == finding.Id) == true)
        );
    }

    /// <summary>Every answer that is asked for, on a condition it bears on, dry: what its view says is what the finding says.</summary>
    public static TheoryData<string, string> Answers =>
        new(
            from decision in Book.Decisions
            where decision is { From: KnownFrom.Asked }
            from rule in decision.By
            let view = decision.View(rule.View)
            where view.Outcome is not null || view.Remedy.Length > 0
            select (decision.Key, rule.Is[0])
        );

    [Theory]
    [MemberData(nameof(Answers))]
    public void What_the_view_says_is_what_the_finding_says(string key, string option)
    {
        var decision = Book.FindDecision(key)!;
        var view = decision.View(decision.RuleFor(option)!.View);
        var kind = decision.Kinds?.FirstOrDefault(k => k.Option == option)?.Kinds[0] ?? KindOf(decision.Conditions[0]);
        var (judged, work) = Judge(F(decision.Conditions[0], key, option), kind);
        if (view.Outcome is { } outcome)
        {
            judged.Outcome.ShouldBe(outcome);
        }
        if (view.Remedy.Length > 0)
        {
            judged.RemedyTitle.ShouldBe(view.Remedy);
            work.ShouldNotBeNull();
            if (work.Included is null)
            {
                work.Title.ShouldEndWith(view.Remedy[1..]);
            }
            else
            {
                Book.StopsOf(decision.Conditions[0]).ShouldNotBeEmpty();
            }
            judged.Means.ShouldContain(view.Remedy[1..]);
        }
        judged.RemedySteps.ShouldBe(view.Steps ?? Book.On(kind, Book.FindCondition(view.As ?? decision.Conditions[0])!).Remedy.Steps);
        judged.Means.ShouldContain(view.Words);
        (judged.Verdict.Note + judged.Verdict.Why).ShouldContain(view.Words);
    }

    private static string KindOf(string code) =>
        Book.FindCondition(code)!.Families?[0] switch
        {
            CoveringFamily.Membrane => CoveringKind.Tpo,
            CoveringFamily.Tile => CoveringKind.ClayTile,
            CoveringFamily.Metal => CoveringKind.MetalStandingSeam,
            _ => CoveringKind.LaminatedShingle,
        };

    [Fact]
    public void Stucco_without_a_kick_out_and_no_signs_is_a_note_with_a_recommendation()
    {
        var (judged, work) = Judge(F("kickout-missing", "kickout", "none", WaterEvidence.NoneSeen));
        (judged.Verdict.Outcome, judged.Verdict.Headline).ShouldBe((VerdictOutcome.Noted, "Noted, with a recommendation"));
        work!.Title.ShouldBe("Recommended: install a kick-out flashing with the next roof or wall work");
        work.Trade.ShouldBe("");
        judged.Means.ShouldContain("Recommended: install a kick-out flashing");
    }

    [Theory]
    [InlineData("signs", WaterEvidence.NotChecked)]
    [InlineData("none", WaterEvidence.Stained)] // a stain goes before what was said
    [InlineData(null, WaterEvidence.Stained)]
    public void Stucco_without_a_kick_out_and_signs_is_opened_by_a_specialist(string? answer, WaterEvidence water)
    {
        var (judged, work) = Judge(F("kickout-missing", answer is null ? null : "kickout", answer, water));
        judged.Verdict.Outcome.ShouldBe(VerdictOutcome.Seen);
        if (answer == "none")
        {
            work!.Title.ShouldNotStartWith("Recommended");
            return;
        }
        judged.Outcome.ShouldBe(FindingOutcome.HaveJudged);
        (work!.Title, work.Trade).ShouldBe(("Have the wall opened and evaluated, then install a kick-out", "building-envelope specialist"));
    }

    [Fact]
    public void What_the_inspector_chose_stands_before_what_an_answer_decides()
    {
        var (judged, _) = Judge(F("kickout-missing", "kickout", "signs") with { Outcome = FindingOutcome.OtherTrade });
        judged.Outcome.ShouldBe(FindingOutcome.OtherTrade);
    }

    [Theory]
    [InlineData("seam-open")]
    [InlineData("seam-taped")]
    [InlineData("membrane-hole")]
    public void A_failed_test_weld_is_a_replacement_without_weld_steps(string code)
    {
        var (judged, work) = Judge(F(code, "sheet-kind", "not"), CoveringKind.Tpo);
        work!.Title.ShouldBe("Replace the membrane on slope A");
        judged.RemedySteps.ShouldNotContain(s => s.Contains("weld", StringComparison.OrdinalIgnoreCase));
        judged.Means.ShouldContain("The test weld failed");
    }

    /// <summary>EPDM is bonded with primer and tape: no work on it speaks of welding, in title, steps or text.</summary>
    [Fact]
    public void On_EPDM_nothing_is_welded()
    {
        var onMembranes = Book.Conditions.Where(c => c.Families?.Contains(CoveringFamily.Membrane) == true).ToList();
        onMembranes.Count.ShouldBeGreaterThan(30);
        foreach (var condition in onMembranes)
        {
            var (_, work) = Judge(F(condition.Code), CoveringKind.Epdm);
            var text = work is null ? "" : $"{work.Title} {string.Join(' ', work.Steps)} {work.NotARepair}";
            text.ShouldNotContain("weld", Case.Insensitive, condition.Code);
        }
        var (seam, _) = Judge(F("seam-open"), CoveringKind.Epdm);
        seam.RemedyTitle.ShouldBe("Repair the open seam");
        seam.RemedySteps.ShouldContain(s => s.StartsWith("Prime"));
        seam.Means.ShouldContain("EPDM is repaired with primer and tape");
        Judge(F("seam-open"), CoveringKind.ModifiedBitumen)
            .Judged.RemedySteps.ShouldContain("Cover it with a ply of the same kind, 8 in wide");
        // A glued seam is how rubber is joined.
        Judge(F("seam-glued"), CoveringKind.Epdm).Judged.Verdict.Outcome.ShouldBe(VerdictOutcome.Noted);
        Judge(F("seam-glued"), CoveringKind.Tpo).Judged.Verdict.Outcome.ShouldBe(VerdictOutcome.Seen);
    }

    [Theory]
    [InlineData("pocket", "Re-slope the pocket to 4:12 or steeper", "Frame and sheathe")]
    [InlineData("pocket-low", "Replace the covering with a low-slope membrane", "Install a membrane")]
    public void A_flat_pocket_is_re_sloped_where_there_is_headroom(string size, string title, string step)
    {
        var (judged, _) = Judge(F("pocket-dead", "flat-part", size));
        judged.RemedyTitle.ShouldBe(title);
        judged.RemedySteps.ShouldContain(s => s.StartsWith(step));
    }

    /// <summary>A defect plainly seen stands without a measure and beside one that conforms; a measure that misses makes it worse.</summary>
    [Theory]
    [InlineData("chase-cover-rusted", "5", "1")]
    [InlineData("edge-metal-loose", "6", "24")]
    [InlineData("seam-glued", "0", "3")]
    public void A_measure_that_conforms_never_erases_a_seen_defect(string code, string inside, string outside)
    {
        var kind = KindOf(code);
        var bare = Judge(F(code), kind);
        var good = Judge(F(code, measure: inside), kind);
        var bad = Judge(F(code, measure: outside), kind);
        (bare.Judged.Verdict.Outcome, bare.Judged.Verdict.Headline).ShouldBe((VerdictOutcome.Seen, "Observed"));
        good.Judged.Verdict.Outcome.ShouldBe(VerdictOutcome.Seen);
        good.Judged.Verdict.Note.ShouldContain("within the limit");
        good.Judged.Name.ShouldBe(Book.FindCondition(code)!.Name);
        bad.Judged.Verdict.Outcome.ShouldBeOneOf(VerdictOutcome.Short, VerdictOutcome.Over);
        bad.Judged.Urgency.LossHigh.ShouldBeGreaterThan(bare.Judged.Urgency.LossHigh);
        (good.Judged.Urgency.LossHigh, bare.Work, good.Work is null).ShouldBe((bare.Judged.Urgency.LossHigh, bare.Work, false));
    }

    [Fact]
    public void A_measure_that_conforms_is_not_called_a_defect()
    {
        var cricket = F("cricket-missing", measure: "28") with { Place = "kitchen chimney" };
        var (judged, work) = Judge(cricket);
        judged.Name.ShouldBe("Width across the slope 28 in: no cricket required (at most 30 in)");
        judged.Observed.ShouldStartWith(
            "Slope A (south), kitchen chimney: Width across the slope 28 in, no cricket required (at most 30 in; IRC 2021 R903.2.2, R1003.20)."
        );
        work.ShouldBeNull();
    }

    /// <summary>What was recorded under the old mixed key is judged as the rust that one saw, its measure beside it.</summary>
    [Fact]
    public void An_old_chase_cover_is_judged_as_rusted()
    {
        var (judged, work) = Judge(F("chase-cover-rusted", measure: "5") with { Condition = "chase-cover-poor" });
        judged.Name.ShouldBe("Rusted chase cover");
        work!.Title.ShouldBe("Replace the chase cover");
    }
}
