using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Tests.Measures;

public class SlopeSizeTests
{
    /// <summary>Worked example of the trade: a 40 × 30 ft gable at 6:12 has 1,341.6 ft² true area on rafters of 16.77 ft (framing tables).</summary>
    [Fact]
    public void Two_slopes_of_a_gable_make_the_handbook_area()
    {
        var size = SlopeSize.Of(Slope("6/12", "40'", "15'"))!;
        (2 * size.TrueAreaSquareFeet).ShouldBe(1341.6, 0.05);
        (2 * size.PlanAreaSquareFeet).ShouldBe(1200);
        size.SlopeLengthFeet.ShouldBe(16.77, 0.005);
        (2 * size.Squares).ShouldBe(13.416, 0.01);
    }

    [Fact]
    public void A_missing_dimension_gives_no_size_rather_than_nought() => SlopeSize.Of(Slope("6/12", "40'", null)).ShouldBeNull();

    private static SlopeFact Slope(string pitch, string eave, string? run) =>
        new(
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            "A",
            "",
            TypedPitch.Of(pitch, PitchSource.Tape),
            Facing.South,
            Under.Attic,
            TypedLength.Of(eave),
            run is null ? null : TypedLength.Of(run)
        );
}
