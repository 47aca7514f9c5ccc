using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>Whether a re-roof may go over the old covering: IRC 2021 R908.3.1.1 (soaked or deteriorated base; slate or tile; two or more coverings).</summary>
public class RecoveringTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static WorkItem Reroof(string kind, int layers = 1, params FindingFact[] findings)
    {
        var input = WithYears(On(kind, 1995, null, findings), (Roof.A, 1));
        input = input with { Coverings = [.. input.Coverings.Select(c => c with { Layers = layers })] };
        return Assessor.Assess(input, Book).Work.Single(w => w.Kind == WorkKind.Reroof);
    }

    private static string Step(WorkItem item) => item.Steps.Single(s => s.StartsWith("Tear off", StringComparison.Ordinal));

    [Theory]
    [InlineData(
        CoveringKind.LaminatedShingle,
        1,
        "Tear off to the deck. A second layer is not ruled out by what was found, but it hides the deck and the flashings"
    )]
    [InlineData(CoveringKind.LaminatedShingle, 2, "Tear off to the deck: 2 layers already; another is not allowed (IRC R908.3.1.1)")]
    [InlineData(CoveringKind.Slate, 1, "Tear off to the deck: no recover over slate (IRC R908.3.1.1)")]
    [InlineData(
        CoveringKind.Tpo,
        1,
        "Tear off, or recover if core cuts and a moisture survey show one dry layer; the manufacturer has to agree"
    )]
    [InlineData(CoveringKind.Tpo, 3, "Tear off to the deck: 3 layers already; another is not allowed (IRC R908.3.1.1)")]
    public void What_lies_there_decides(string kind, int layers, string step) => Step(Reroof(kind, layers)).ShouldBe(step);

    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, "deck-soft", "soft")]
    [InlineData(CoveringKind.LaminatedShingle, "shingle-curled", "curl")]
    [InlineData(CoveringKind.Tpo, "insulation-wet", "wet")]
    public void A_soaked_or_deteriorated_base_takes_no_second_covering(string kind, string code, string named)
    {
        var step = Step(Reroof(kind, 1, At(code, "eave")));
        step.ShouldStartWith("Tear off to the deck: no recover over ");
        step.ShouldEndWith(" (IRC R908.3.1.1)");
        step.ShouldContain(named);
        // Only put on record it is no work, and rules nothing out.
        Step(Reroof(kind, 1, At(code, "eave") with { Outcome = FindingOutcome.DocumentOnly })).ShouldNotContain("no recover");
    }

    [Fact]
    public void Layers_come_from_what_is_recorded_of_the_covering_or_found_whichever_is_more()
    {
        AssessInput With(int layers, params FindingFact[] found)
        {
            var input = On(CoveringKind.LaminatedShingle, 2012, null, found);
            return input with { Coverings = [.. input.Coverings.Select(c => c with { Layers = layers })] };
        }
        Layers(With(1)).ShouldBe(1);
        Layers(With(2)).ShouldBe(2);
        Layers(With(1, At("second-layer", "rake"))).ShouldBe(2);
        Layers(With(3, At("second-layer", "rake"))).ShouldBe(3);
        // What lay there before the last re-roof is gone.
        var ended = With(3);
        Layers(ended with { Coverings = [ended.Coverings[0] with { EndedOn = ended.AsOf }] }).ShouldBe(1);

        // And the tear-off follows: a second layer is torn off and paid for.
        int Layers(AssessInput input) =>
            Assessor
                .Assess(WithYears(input with { Slopes = [Taped] }, (Roof.A, 1)), Book)
                .Work.SingleOrDefault(w => w.IsRenewal)
                ?.Quantities?.Assumed.Select(s => s.EndsWith("layers to tear off, as recorded.", StringComparison.Ordinal) ? s[0] - '0' : 0)
                .Max()
                is > 1
                    and var said
                ? said
                : 1;
    }

    private static readonly SlopeFact Taped = Roof.A with
    {
        EaveLength = new TypedLength("50 ft", 600),
        PlanRun = new TypedLength("20 ft", 240),
    };
}
