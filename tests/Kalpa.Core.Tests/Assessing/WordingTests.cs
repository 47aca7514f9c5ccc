using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Assessing;

public class WordingTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly Condition Boot = Book.FindCondition("boot-collar-torn")!;
    private static readonly Verdict Seen = Verdicts.Of(Book, Boot, CoveringKind.LaminatedShingle, null);

    private static FindingFact Finding(WaterEvidence evidence, Extent extent = Extent.OnePlace, string place = "") =>
        new(Guid.CreateVersion7(), Guid.Empty, null, "penetrations", Boot.Code, place, evidence, extent);

    [Theory]
    [InlineData(WaterEvidence.Active, "An active leak was seen.")]
    [InlineData(WaterEvidence.Stained, "Staining was seen.")]
    [InlineData(WaterEvidence.Suspected, "suspected, not confirmed")]
    [InlineData(WaterEvidence.NoneSeen, "No water signs were found.")]
    [InlineData(WaterEvidence.NotChecked, "Water signs were not checked.")]
    public void What_was_seen_is_told_apart_from_what_is_suspected(WaterEvidence evidence, string words) =>
        Words.Observed(Boot, Finding(evidence), null, Seen).ShouldContain(words);

    [Theory]
    [InlineData(Extent.OnePlace, "Soil pipe: The collar of the pipe boot was torn or cracked. ")]
    [InlineData(Extent.Scattered, "Soil pipe: The collar of the pipe boot was torn or cracked at several spots. ")]
    [InlineData(Extent.General, "Soil pipe: The collar of the pipe boot was torn or cracked, widespread. ")]
    public void The_extent_is_said(Extent extent, string words) =>
        Words.Observed(Boot, Finding(WaterEvidence.NoneSeen, extent, "soil pipe"), null, Seen).ShouldStartWith(words);

    [Fact]
    public void A_finding_that_was_not_measured_says_so()
    {
        var lap = Book.FindCondition("drip-edge-lap-short")!;
        var verdict = Verdicts.Of(Book, lap, CoveringKind.LaminatedShingle, null);
        Words
            .Observed(lap, Finding(WaterEvidence.NoneSeen), null, verdict, Book.FindQuantity(lap.Quantity!))
            .ShouldContain("Drip edge lap: not measured; required at least 2 in (IRC 2021 R905.2.8.5).");
    }

    [Fact]
    public void Sentences_of_every_generated_visit_are_whole()
    {
        foreach (var visit in new VisitGenerator(17).Visits(30))
        {
            foreach (var finding in Core.Assessing.Assessor.Assess(visit, Book).Findings)
            {
                finding.Observed.ShouldEndWith(".");
                finding.Means.ShouldEndWith(".");
                finding.Observed.ShouldNotContain("  ");
                finding.Observed.ShouldNotContain("..");
                finding.Urgency.Why.ShouldAllBe(why => why.EndsWith('.'));
            }
        }
    }

    [Fact]
    public void Every_excuse_has_words_of_its_own() => Enum.GetValues<ExcuseReason>().Select(Coverages.Words).ShouldBeUnique();

    [Fact]
    public void The_same_facts_give_the_same_words()
    {
        var visit = new VisitGenerator(23).Visit(3, 8);
        var (a, b) = (Core.Assessing.Assessor.Assess(visit, Book), Core.Assessing.Assessor.Assess(visit, Book));
        a.Findings.Select(f => f.Observed).ShouldBe(b.Findings.Select(f => f.Observed));
        a.Headline.ShouldBe(b.Headline);
    }

    [Fact]
    public void No_finding_blames_anybody()
    {
        string[] blame = ["roofer's fault", "careless", "botched", "incompetent", "negligent"];
        foreach (var condition in Book.Conditions)
        {
            var all =
                $"{condition.Name} {condition.Sees} {condition.Meaning} {string.Join(' ', condition.Remedy.Steps)} {condition.Remedy.NotARepair}";
            blame.ShouldAllBe(word => !all.Contains(word, StringComparison.OrdinalIgnoreCase), condition.Code);
        }
        Urgencies.Words(UrgencyClass.Watch).ShouldBe("Monitor");
    }
}
