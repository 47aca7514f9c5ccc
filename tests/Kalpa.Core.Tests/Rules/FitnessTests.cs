using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

public class FitnessTests
{
    // Least slopes of IRC 2021 R905 (values from memory); errors of the ways of reading are common practice.
    [Theory]
    [InlineData(CoveringKind.ThreeTabShingle, "0.7:12", PitchSource.Tape, FitnessState.Unfit)] // the shingled patio roof
    [InlineData(CoveringKind.LaminatedShingle, "2:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.LaminatedShingle, "1.95:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.LaminatedShingle, "2:12", PitchSource.Phone, FitnessState.Unknown)] // good to 0.1:12
    [InlineData(CoveringKind.LaminatedShingle, "1.85:12", PitchSource.Phone, FitnessState.Unfit)]
    [InlineData(CoveringKind.LaminatedShingle, "2.5:12", PitchSource.ByEye, FitnessState.Unknown)]
    [InlineData(CoveringKind.LaminatedShingle, "4:12", PitchSource.ByEye, FitnessState.Fit)]
    [InlineData(CoveringKind.ClayTile, "2.4:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.ClayTile, "2.5:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.Epdm, "0.25:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.Epdm, "0.2:12", PitchSource.Tape, FitnessState.Unknown)] // a matter of whether it drains
    [InlineData(CoveringKind.MetalStandingSeam, "0.2:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.Copper, "0.25:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.Zinc, "0.2:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.MetalShingle, "3:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.MetalShingle, "2.9:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.CoalTar, "0.125:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.CoalTar, "0.11:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.SprayedFoam, "0.25:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.LiquidApplied, "0.2:12", PitchSource.Tape, FitnessState.Unknown)]
    [InlineData(CoveringKind.WoodShake, "3:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.WoodShake, "2.9:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.SyntheticSlate, "3.9:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.SyntheticShake, "4:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.AsbestosCement, "3.9:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.Polycarbonate, "1:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.Polycarbonate, "0.9:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.Glass, "3:12", PitchSource.Tape, FitnessState.Fit)]
    [InlineData(CoveringKind.Glass, "2.9:12", PitchSource.Tape, FitnessState.Unfit)]
    [InlineData(CoveringKind.Planted, "0.25:12", PitchSource.Tape, FitnessState.Fit)]
    public void A_covering_below_its_least_slope_is_unfit(string kind, string pitch, PitchSource source, FitnessState state) =>
        Fitness.Of(RuleBook.Current, kind, TypedPitch.Of(pitch, source)).State.ShouldBe(state);

    [Fact]
    public void Unknown_says_what_settles_it() =>
        Fitness
            .Of(RuleBook.Current, CoveringKind.LaminatedShingle, TypedPitch.Of("2:12", PitchSource.Phone))
            .ToSettle!.ShouldContain("tape and a level");
}
