using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>The take-off's constants at their bounds, on shapes whose measures follow from plane geometry.</summary>
public class TakeOffValueTests
{
    private static double Amount(PlanAnswer answer, string key) =>
        answer.TakeOff.Steep.Concat(answer.TakeOff.LowSlope).SingleOrDefault(l => l.Key == key)?.Amount ?? 0;

    private static PlanAnswer Gable(double rise) => Plans.Measure(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, rise, 1, 3)));

    /// <summary>IRC 2021 R905.1.1: two layers of underlayment from 2 to under 4 in 12, one from there on.</summary>
    [Theory]
    [InlineData(2, 2)]
    [InlineData(3.9, 2)]
    [InlineData(4, 1)]
    [InlineData(6, 1)]
    public void Underlayment_is_doubled_under_four_in_twelve(double rise, double layers)
    {
        var squares = 12 * Math.Sqrt(1 + (rise / 12 * (rise / 12)));
        Amount(Gable(rise), "underlayment").ShouldBe(layers * squares, 0.02);
    }

    /// <summary>IRC 2021 R905.2.2: shingles from 2 in 12; below it a slope without a recorded covering is listed as a low one.</summary>
    [Theory]
    [InlineData(1.99, true)]
    [InlineData(2, false)]
    public void Under_two_in_twelve_a_slope_is_listed_as_low(double rise, bool low) =>
        (Gable(rise).TakeOff.LowSlope.Count > 0, Gable(rise).TakeOff.Steep.Count > 0).ShouldBe((low, !low));

    /// <summary>
    /// Drip edge in lengths of 10 ft lapped 2 in (IRC 2021 R905.2.8.5): 80 ft of eaves and 4 rakes of 15 × √1.25 ft are 147.08 ft, and with 5 % for the ends
    /// cut off (common practice) 16 lengths of 9 ft 10 in. Strip shingles: 3 bundles to a square (common practice), 10 % waste on a plain gable.
    /// </summary>
    [Fact]
    public void A_gable_s_edge_metal_and_bundles()
    {
        var gable = Gable(6);
        Amount(gable, "drip-edge").ShouldBe(160);
        Amount(gable, "starter").ShouldBe(80 + (4 * 15 * Math.Sqrt(1.25)), 0.05);
        gable.TakeOff.WastePercent.ShouldBe(10);
        var squares = 12 * Math.Sqrt(1.25);
        Amount(gable, "covering").ShouldBe(squares * 1.1, 0.02);
        Amount(gable, "bundles").ShouldBe(Math.Ceiling(squares * 1.1 * 3));
        Amount(gable, "caps").ShouldBe(40, 0.02);
    }

    /// <summary>A hip roof 40 by 30 ft at 6 in 12 has four hips of 15 × √(2 + 0.25) = 22.5 ft: 90 ft on 13.42 squares, 6.7 ft to a square: 15 % waste.</summary>
    [Fact]
    public void A_hip_roof_s_caps_and_waste()
    {
        var hip = Plans.Measure(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6)));
        hip.Feet(EdgeClass.Hip).ShouldBe(90, 0.05);
        Amount(hip, "caps").ShouldBe(100, 0.05);
        hip.TakeOff.WastePercent.ShouldBe(15);
        Amount(hip, "valleys").ShouldBe(0);
    }

    /// <summary>
    /// Two layers of No. 30 felt in rolls of 200 ft² net with 5 % for cuts (common practice): 975 ft² take 10.24 rolls, which is 11, where half that waste would be 10; a
    /// tenth of the tile breaks and ten are spare.
    /// </summary>
    [Fact]
    public void A_relay_takes_two_layers_of_felt_and_a_tenth_of_new_tile()
    {
        // All but level, so that its area is that of the plan.
        var plan = Plans.Of(Plans.OneSlope(1, 0, 0, 30, 32.5, 3e-6, 180, 9));
        var lines = PlannedRoof
            .Of(plan, [])
            .TakeOffOf(
                new HashSet<Guid> { Plans.Id(151) },
                [],
                new Dictionary<Guid, CoveringFamily> { [Plans.Id(151)] = CoveringFamily.Tile },
                true
            )!
            .Steep;
        double Of(string key) => lines.Single(l => l.Key == key).Amount;
        Of("felt").ShouldBe(11);
        // 12 by 13 1/2 in of each tile is seen: 975 × 144 / 162 = 866.7.
        Of("lifted").ShouldBe(867);
        Of("new-tile").ShouldBe(87 + 10);
        Of("battens").ShouldBe(975 * 12 / 13.5, .1);
    }

    /// <summary>
    /// A low wing against a tall block: where the wing's sloping side meets the block's wall there is step flashing, and where its top does, an apron; the
    /// step between two parts at different heights is a wall to be flashed as well.
    /// </summary>
    [Fact]
    public void Walls_over_and_beside_a_slope_are_flashed()
    {
        // The wing falls to the west from the block's wall at its top: 20 ft of head wall.
        var walls = Plans.Measure(Plans.Of(Block, Plans.OneSlope(2, -15, 10, 15, 20, 4, 270, 9)));
        (walls.Feet(EdgeClass.Headwall) + walls.Feet(EdgeClass.Step)).ShouldBe(20, 0.05);
        Amount(walls, "apron-flashing").ShouldBe(20, 0.05);
        Amount(walls, "step-flashing").ShouldBe(0);
        // Turned to fall south, its side lies along the wall: 20 ft on plan, 20 × √(1 + (4/12)²) along the roof.
        var side = Plans.Measure(Plans.Of(Block, Plans.OneSlope(2, -15, 10, 15, 20, 4, 180, 9)));
        Amount(side, "step-flashing").ShouldBe(20 * Math.Sqrt(1 + (1.0 / 9)), 0.05);
        Amount(side, "apron-flashing").ShouldBe(0);
        // A flat wing meets it in a step: it has no top, and is to be flashed all the same.
        var flat = Plans.Measure(Plans.Of(Block, Plans.OneSlope(2, -15, 10, 15, 20, 3, 90, 9)));
        Amount(flat, "apron-flashing").ShouldBe(20, 0.05);
        flat.Feet(EdgeClass.Step).ShouldBe(20, 0.05);
    }

    /// <summary>A block with an eave height of 20 ft whose roof ends at its walls.</summary>
    private static PlanPart Block
    {
        get
        {
            var part = Plans.Rectangle(1, 0, 0, 30, 40, 6, 0, 2);
            return part with { HeightInches = 240, Corners = [.. part.Corners.Select(c => c with { OverhangInches = 0 })] };
        }
    }

    /// <summary>
    /// An edge that runs within 20° of level is an eave, a steeper one a rake: a single slope turned so much against its outline (common practice; the sine of
    /// the turn decides).
    /// </summary>
    [Theory]
    [InlineData(0, 80, 60)]
    [InlineData(19.9, 80, 60)]
    [InlineData(20.1, 0, 140)]
    public void An_eave_is_level_within_twenty_degrees(double turn, double level, double rake)
    {
        var answer = Plans.Measure(Plans.Of(Plans.OneSlope(1, 0, 0, 40, 30, 6, 180 + turn, 10)));
        double PlanFeet(EdgeClass of) => answer.Edges.Where(e => e.Class == of).Sum(e => e.PlanFeet);
        (PlanFeet(EdgeClass.Eave) + PlanFeet(EdgeClass.Ridge)).ShouldBe(level, 0.05);
        PlanFeet(EdgeClass.Rake).ShouldBe(rake, 0.05);
    }
}
