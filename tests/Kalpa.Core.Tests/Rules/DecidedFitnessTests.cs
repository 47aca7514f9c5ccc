using Kalpa.Core.Assessing;
using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Rules;

/// <summary>
/// Whether a slope is suitable as built where that depends on an answer: sealed laps, a membrane that drains, boards under wood. Sections and values from memory:
/// confirm them with the locally adopted edition.
/// </summary>
public class DecidedFitnessTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static Fitness Fit(string kind, string pitch, params FindingFact[] findings) =>
        Assessor
            .Assess(
                Roof.With(kind, 2021, findings) with
                {
                    Slopes = [Roof.A with { Pitch = TypedPitch.Of(pitch, PitchSource.Tape) }],
                },
                Book
            )
            .Slopes[0]
            .Fitness!;

    private static FindingFact Said(string code, string decision, string option) => Roof.Found(code, decided: $"{decision}={option}");

    // R905.10.2: lapped without sealant 3:12, with sealant 1/2:12.
    [Theory]
    [InlineData("1/12", "sealed", FitnessState.Fit)]
    [InlineData("0.5/12", "sealed", FitnessState.Fit)]
    [InlineData("0.4/12", "sealed", FitnessState.Unfit)]
    [InlineData("2.9/12", "unsealed", FitnessState.Unfit)]
    [InlineData("3/12", "unsealed", FitnessState.Fit)]
    [InlineData("1/12", null, FitnessState.Unknown)]
    [InlineData("3/12", null, FitnessState.Fit)]
    [InlineData("0.4/12", null, FitnessState.Unfit)]
    public void Lapped_metal_goes_by_its_sealant(string pitch, string? laps, FitnessState expected)
    {
        var fitness = laps is null
            ? Fit(CoveringKind.MetalLapped, pitch)
            : Fit(CoveringKind.MetalLapped, pitch, Said("metal-screws-out", "lap-sealed", laps));
        fitness.State.ShouldBe(expected);
        if (expected == FitnessState.Unknown)
        {
            fitness.ToSettle!.ShouldContain("Are the panel laps sealed?");
        }
    }

    // R905.11–R905.13; R908.1 accepts less where a roof that is replaced drains. An eighth is the least that keeps draining (common practice).
    [Theory]
    [InlineData("0.25/12", null, FitnessState.Fit)]
    [InlineData("0.125/12", "drains", FitnessState.Fit)]
    [InlineData("0.125/12", "ponds", FitnessState.Unfit)]
    [InlineData("0.125/12", null, FitnessState.Unknown)]
    [InlineData("0.1/12", "drains", FitnessState.Unfit)]
    public void A_flat_membrane_that_drains_is_suitable_with_a_note(string pitch, string? drainage, FitnessState expected)
    {
        var fitness = drainage is null
            ? Fit(CoveringKind.Tpo, pitch)
            : Fit(CoveringKind.Tpo, pitch, Said("covering-too-flat", "roof-drains", drainage));
        fitness.State.ShouldBe(expected);
        if (expected == FitnessState.Fit && drainage is not null)
        {
            fitness.Reason.ShouldContain("accepted because it drains within two days");
        }
    }

    [Fact]
    public void Drains_that_were_inspected_with_nothing_standing_answer_for_themselves()
    {
        var slope = Roof.A with { Pitch = TypedPitch.Of("0.125/12", PitchSource.Tape) };
        var input = Roof.Input with
        {
            Slopes = [slope],
            Coverings = [new CoveringFact(Guid.CreateVersion7(), slope.Id, CoveringKind.Tpo, 2021, 2021, AgeSource.Permit)],
            Looks = [new LookFact(Guid.CreateVersion7(), Roof.Visit.Id, "drains", slope.Id, LookState.Looked)],
        };
        Assessor.Assess(input, Book).Slopes[0].Fitness!.State.ShouldBe(FitnessState.Fit);
        var pond = input with { Findings = [Roof.Finding("ponding", "drains")] };
        Assessor.Assess(pond, Book).Slopes[0].Fitness!.State.ShouldBe(FitnessState.Unfit);
    }

    // Common practice: wood shingles on spaced boards are laid without underlayment.
    [Theory]
    [InlineData("spaced", FitnessState.Fit)]
    [InlineData("solid", FitnessState.Unfit)]
    public void Wood_on_spaced_boards_is_not_unfit_for_want_of_underlayment(string boards, FitnessState expected)
    {
        var finding = Said("wood-underlayment-none", "sheathing", boards) with { Extent = Extent.General };
        Fit(CoveringKind.WoodShingle, "6/12", finding).State.ShouldBe(expected);
    }
}
