using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>What a firm adds to the rule book reaches the judgement: its remedies, and its values where no code or instruction sets one.</summary>
public class FirmsBookTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static FirmRulesFact Firm { get; } = new(Guid.CreateVersion7(), [], []);

    [Fact]
    public void The_firms_remedy_is_what_the_work_says()
    {
        var firm = Firm with
        {
            Remedies = [new FirmRemedy("boot-collar-torn", "Replace the boot with lead", ["Lift two courses", "Set a lead boot"])],
        };
        var input = Roof.With(CoveringKind.LaminatedShingle, 2015, Roof.Finding("boot-collar-torn", "penetrations")) with { Firm = firm };
        var assessed = Assessor.Assess(input, Book);
        var work = assessed.Work.Single(w => w.FindingId is not null);
        work.Title.ShouldBe("Replace the boot with lead");
        work.Steps.ShouldBe(["Lift two courses", "Set a lead boot"]);
        work.NotARepair.ShouldBe(Book.FindCondition("boot-collar-torn")!.Remedy.NotARepair);
        assessed.Findings[0].Means.ShouldContain("Replace the boot with lead");
    }

    // Common practice in the book: base flashing 8 in; what the firm sets in its place decides, at the bound and below it.
    [Theory]
    [InlineData("6", null, VerdictOutcome.Short)]
    [InlineData("6", 6.0, VerdictOutcome.Conforms)]
    [InlineData("5 15/16", 6.0, VerdictOutcome.Short)]
    [InlineData("8", null, VerdictOutcome.Conforms)]
    [InlineData("8", 10.0, VerdictOutcome.Short)]
    public void The_firms_value_replaces_good_practice(string typed, double? least, VerdictOutcome outcome)
    {
        var firm = Firm with { Limits = least is null ? null : [new LocalLimit("base-flashing-height", least, null, "our roofs")] };
        var finding = Roof.Finding("base-flashing-low", "walls") with
        {
            SlopeId = Roof.A.Id,
            Measure = Tape.Of(Book.FindCondition("base-flashing-low")!, typed),
        };
        var verdict = Assessor.Assess(Roof.With(CoveringKind.Epdm, 2015, finding) with { Firm = firm }, Book).Findings[0].Verdict;
        verdict.Outcome.ShouldBe(outcome);
        if (least is not null)
        {
            verdict.Source.ShouldBe("The firm’s value: our roofs");
            verdict.LimitId.ShouldStartWith("firm:");
        }
    }

    // IRC 2021 R905.2.8.5 sets 2 in for the lap of drip edge.
    [Fact]
    public void What_a_code_sets_stands_and_is_refused_as_the_firms()
    {
        var firm = Firm with { Limits = [new LocalLimit("drip-edge-lap", 1, null)] };
        FactChecks.Of(firm, Book).Select(p => p.Code).ShouldContain("firm.limit-binds");
        var finding = Roof.Finding("drip-edge-lap-short", "edges") with
        {
            Measure = Tape.Of(Book.FindCondition("drip-edge-lap-short")!, "1 1/2"),
        };
        Assessor
            .Assess(Roof.With(CoveringKind.LaminatedShingle, 2015, finding) with { Firm = firm }, Book)
            .Findings[0]
            .Verdict.Outcome.ShouldBe(VerdictOutcome.Short);
    }

    // Common practice in the book: glass from 3:12.
    [Theory]
    [InlineData(null, FitnessState.Unfit)]
    [InlineData(2.0, FitnessState.Fit)]
    [InlineData(2.5, FitnessState.Unfit)]
    public void The_firms_least_slope_decides_whether_it_is_fit(double? least, FitnessState state)
    {
        var input = Roof.With(CoveringKind.Glass, 2015);
        input = input with
        {
            Slopes = [.. input.Slopes.Select(s => s with { Pitch = TypedPitch.Of("2:12", PitchSource.Tape) })],
            Firm = Firm with { Limits = least is null ? null : [new LocalLimit("least-slope-glass", least, null)] },
        };
        Assessor.Assess(input, Book).Slopes[0].Fitness!.State.ShouldBe(state);
    }

    [Fact]
    public void Incomplete_or_unknown_entries_are_named()
    {
        var firm = Firm with
        {
            Remedies = [new FirmRemedy("boot-collar-torn", "", ["x"]), new FirmRemedy("no-such", "Do it", ["x"])],
            Limits = [new LocalLimit("no-such", 1, null), new LocalLimit("base-flashing-height", null, null)],
            Words = [new FirmWords("no-such-either", ["x"])],
        };
        FactChecks
            .Of(firm, Book)
            .Select(p => p.Code)
            .ShouldBe(["firm.unknown-condition", "firm.remedy-incomplete", "local.unknown-limit", "local.no-bound"], ignoreOrder: true);
    }
}
