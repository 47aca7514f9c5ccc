using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Rules;

public class CombinationTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    public static TheoryData<string> All => [.. Book.Combinations.Select(c => c.Id)];

    private static FindingFact Seen(string code, Guid? slope, WaterEvidence? evidence = null) =>
        Roof.Finding(code, "field") with
        {
            SlopeId = slope,
            Evidence = evidence ?? WaterEvidence.NoneSeen,
        };

    private static (List<FindingFact> Findings, List<AnswerFact> Answers) Parts(Combination combination)
    {
        var findings = new List<FindingFact>();
        var answers = new List<AnswerFact>();
        foreach (var need in combination.Needs)
        {
            if (need.Question is { } question)
            {
                answers.Add(new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, question, null, [need.Is![0]]));
                continue;
            }
            for (var i = 0; i < need.Count; i++)
            {
                findings.Add(Seen(need.Seen![i % need.Seen.Count], Roof.A.Id, need.Evidence));
            }
        }
        return (findings, answers);
    }

    private static CombinationFacts Facts(Combination combination, IReadOnlyList<FindingFact> findings, IReadOnlyList<AnswerFact> answers)
    {
        var family = combination.Needs.SelectMany(n => n.Families ?? []).Concat([CoveringFamily.Asphalt]).First();
        return new CombinationFacts(findings, new Dictionary<Guid, CoveringFamily> { [Roof.A.Id] = family }, answers);
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Means_something_with_all_its_parts_and_nothing_without_one(string id)
    {
        var combination = Book.Combinations.Single(c => c.Id == id);
        var (findings, answers) = Parts(combination);
        var met = Combinations.Of(Book, Facts(combination, findings, answers)).Single(c => c.Id == id);
        met.Because.ShouldStartWith("Together: ");
        met.Findings.ShouldBeSubsetOf(findings.Select(f => f.Id));
        foreach (var need in combination.Needs.Where(n => n.Seen is not null))
        {
            var left = findings.Where(f => !need.Seen!.Contains(f.Condition)).ToList();
            Combinations.Of(Book, Facts(combination, left, answers)).ShouldNotContain(c => c.Id == id);
        }
        foreach (var need in combination.Needs.Where(n => n.Question is not null))
        {
            Combinations.Of(Book, Facts(combination, findings, [])).ShouldNotContain(c => c.Id == id);
        }
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Makes_nothing_less_urgent(string id)
    {
        var combination = Book.Combinations.Single(c => c.Id == id);
        var (findings, answers) = Parts(combination);
        var records = VisitRecords.None with { Answers = answers };
        var together = Assessor.Assess(Roof.Input with { Findings = findings, Records = records }, Book);
        foreach (var finding in findings)
        {
            var alone = Assessor.Assess(Roof.Input with { Findings = [finding] }, Book).Findings[0].Urgency;
            var here = together.Findings.Single(f => f.FindingId == finding.Id).Urgency;
            (here.Class >= alone.Class).ShouldBeTrue(combination.Id);
            // What becomes a danger to people has no price any more.
            (here.Consequence == Consequence.LifeSafety || here.LossHigh >= alone.LossHigh).ShouldBeTrue(combination.Id);
        }
    }

    /// <summary>What blocked weep holes and rotten wood mean together asks for nothing else; what short edge metal and rotten wood mean does.</summary>
    [Fact]
    public void Of_several_the_first_that_asks_for_another_remedy_gives_it()
    {
        FindingFact[] found = [Seen("weep-blocked", Roof.A.Id), Seen("fascia-rotten", Roof.A.Id), Seen("drip-edge-lap-short", Roof.A.Id)];
        var rotten = Assessor.Assess(Roof.Input with { Findings = found }, Book).Findings.Single(f => f.FindingId == found[1].Id);
        rotten.Together.Select(c => c.Id).ShouldBe(["weeps-back-up", "drip-edge-rot"]);
        rotten.RemedyTitle.ShouldBe("Replace the edge metal and the wood together");
    }

    [Fact]
    public void Parts_on_two_slopes_are_not_together()
    {
        var laid = Book.Combinations.Single(c => c.Id == "laid-under");
        FindingFact[] apart = [Seen("boot-flange-buried", Roof.A.Id), Seen("cement-all-round", Roof.B.Id)];
        Combinations.Of(Book, Facts(laid, apart, [])).ShouldBeEmpty();
    }

    [Fact]
    public void Parts_at_two_details_of_a_slope_are_not_together()
    {
        var laid = Book.Combinations.Single(c => c.Id == "laid-under");
        FindingFact[] apart =
        [
            Seen("boot-flange-buried", Roof.A.Id) with
            {
                DetailId = Guid.CreateVersion7(),
            },
            Seen("cement-all-round", Roof.A.Id) with
            {
                DetailId = Guid.CreateVersion7(),
            },
        ];
        Combinations.Of(Book, Facts(laid, apart, [])).ShouldBeEmpty();
    }

    [Fact]
    public void Is_told_in_the_finding_and_in_the_work()
    {
        FindingFact[] both = [Seen("boot-flange-buried", Roof.A.Id), Seen("cement-all-round", Roof.A.Id)];
        var judged = Assessor.Assess(Roof.Input with { Findings = both }, Book);
        judged.Combinations.Single().Id.ShouldBe("laid-under");
        judged.Findings.ShouldAllBe(f => f.Together.Single().Id == "laid-under");
        judged.Work.Where(w => w.FindingId is not null).ShouldAllBe(w => w.Why.Contains("only the cement keeps water out"));
    }

    [Theory]
    [MemberData(nameof(All))]
    public void Its_logic_reads_in_words(string id)
    {
        var logic = RuleLogic.Of(Book, Book.Combinations.Single(c => c.Id == id));
        logic.Lines.Count.ShouldBeGreaterThanOrEqualTo(4);
        logic.Lines.ShouldAllBe(line => line.Length > 5);
    }

    [Fact]
    public void The_logic_of_every_condition_reads_in_words()
    {
        foreach (var condition in Book.Conditions)
        {
            var lines = RuleLogic.Of(Book, condition).Lines;
            lines.Count.ShouldBeGreaterThanOrEqualTo(3, condition.Code);
            lines.ShouldAllBe(line => line.EndsWith('.'), condition.Code);
        }
    }
}
