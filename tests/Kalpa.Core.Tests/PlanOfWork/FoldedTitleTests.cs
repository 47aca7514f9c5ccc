using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>Two repairs of one problem are one job whose title a person can still say.</summary>
public class FoldedTitleTests
{
    private static string Of(string cause, string damage)
    {
        FindingFact Found(string code) =>
            At(code, "chimney", WaterEvidence.Active) with
            {
                SlopeId = Roof.A.Id,
                Outcome = FindingOutcome.Mend,
            };
        var firm = new FirmRulesFact(
            Guid.CreateVersion7(),
            [],
            [],
            Remedies: [new FirmRemedy("crown-cracked", cause, ["Do it"]), new FirmRemedy("mortar-open", damage, ["Do it"])]
        );
        var input = On(CoveringKind.LaminatedShingle, 2016, 1, Found("crown-cracked"), Found("mortar-open")) with { Firm = firm };
        return Assessor.Assess(input, RuleBook.Current).Work.Single(w => w.Resolves?.Count == 2).Title;
    }

    private static string Long(int characters) => "R" + new string('e', characters - 1);

    [Fact]
    public void Two_short_ones_are_said_together() =>
        Of("Rebuild the crown", "Repoint the brick").ShouldBe("Rebuild the crown and repoint the brick");

    /// <summary>Up to 90 characters; the bound is the product's own.</summary>
    [Theory]
    [InlineData(45, true)]
    [InlineData(46, false)]
    public void Long_ones_are_counted(int damage, bool together) =>
        Of(Long(40), Long(damage))
            .ShouldBe(together ? $"{Long(40)} and {char.ToLowerInvariant('R')}{Long(damage)[1..]}" : $"{Long(40)}, with 1 related repair");

    /// <summary>What passes for a repair and is none is said of the lesser of two where nothing passes for the first.</summary>
    [Fact]
    public void What_is_no_repair_is_said_of_whichever_has_it()
    {
        var book = RuleBook.Current;
        var led = 0;
        foreach (var condition in book.Conditions.Where(c => c.Remedy.NotARepair.Length == 0 && c.DefaultOutcome == FindingOutcome.Mend))
        {
            var first = At(condition.Code, "rear", WaterEvidence.Active);
            var gutter = At("gutter-clogged", "rear") with { Problem = new ChosenProblem(first.Id) };
            var input = On(CoveringKind.LaminatedShingle, 2018, 1, first, gutter);
            var job = Assessor.Assess(input, book).Work.FirstOrDefault(w => w.Resolves?.Count == 2 && w.FindingId == first.Id);
            if (job is not null)
            {
                led++;
                job.NotARepair.ShouldBe(book.FindCondition("gutter-clogged")!.Remedy.NotARepair, condition.Code);
            }
        }
        led.ShouldBeGreaterThan(3);
    }

    [Fact]
    public void One_that_is_double_in_itself_is_told_apart() =>
        Of("Take the crown off and pour a new one", "Repoint the brick")
            .ShouldBe("Take the crown off and pour a new one; repoint the brick");
}
