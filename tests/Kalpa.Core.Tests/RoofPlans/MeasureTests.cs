using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>Areas, edges and take-off against formulas and the framing tables printed on every steel square (common practice).</summary>
public sealed class MeasureTests
{
    private const double Hundredth = 0.02;

    [Fact]
    public void AGableRoofMeasuresAsTheFormulaSays()
    {
        var answer = Plans.Measure(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3)));

        answer.Problems.ShouldBeEmpty();
        answer.Facets.Count.ShouldBe(2);
        // 1,200 ft² × √(1 + ¼) and a rake of 15 ft × the same.
        answer.TrueSquareFeet.ShouldBe(1200 * Math.Sqrt(1.25), Hundredth);
        answer.Feet(EdgeClass.Ridge).ShouldBe(40, Hundredth);
        answer.Feet(EdgeClass.Rake).ShouldBe(4 * 15 * Math.Sqrt(1.25), 0.05);
        answer.Feet(EdgeClass.Eave).ShouldBe(80, Hundredth);
        answer.Feet(EdgeClass.Hip).ShouldBe(0);
    }

    [Fact]
    public void AHipRoofMeasuresAsTheFormulaSays()
    {
        var answer = Plans.Measure(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6)));

        answer.TrueSquareFeet.ShouldBe(1200 * Math.Sqrt(1.25), Hundredth);
        answer.Feet(EdgeClass.Ridge).ShouldBe(10, Hundredth);
        // Framing table at 6:12: 18.00 in of hip to a foot of common run, 15 ft of run.
        answer.Feet(EdgeClass.Hip).ShouldBe(4 * 22.5, 0.05);
        answer.Facets.Select(f => f.Facing).ShouldBe([Facing.South, Facing.East, Facing.North, Facing.West], ignoreOrder: true);
    }

    /// <summary>
    /// Length of common rafter and of hip or valley per foot of run, inches, as stamped on framing squares (published widely; written here from memory
    /// and equal to √(144 + r²) and √(288 + r²) rounded to a hundredth).
    /// </summary>
    [Theory]
    [InlineData(2, 12.16, 17.09)]
    [InlineData(3, 12.37, 17.23)]
    [InlineData(4, 12.65, 17.44)]
    [InlineData(5, 13.00, 17.69)]
    [InlineData(6, 13.42, 18.00)]
    [InlineData(8, 14.42, 18.76)]
    [InlineData(10, 15.62, 19.70)]
    [InlineData(12, 16.97, 20.78)]
    [InlineData(18, 21.63, 24.74)]
    public void CommonAndHipAgreeWithTheFramingTables(double rise, double commonPerFoot, double hipPerFoot)
    {
        const double Run = 10;
        var answer = Plans.Measure(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 2 * Run, rise)));

        answer.Facets[0].SlopeFeet.ShouldBe(commonPerFoot * Run / 12, Hundredth);
        var hips = answer.Edges.Where(e => e.Class == EdgeClass.Hip).ToList();
        hips.Count.ShouldBe(4);
        hips.ShouldAllBe(h => Math.Abs(h.TrueFeet - (hipPerFoot * Run / 12)) < Hundredth);
    }

    [Fact]
    public void AnLHasOneValleyAndFiveHipsOrAsManyRakesAsGables()
    {
        var hipped = Plans.Measure(Plans.Of(Plans.Part(1, Plans.LShape, 8)));
        hipped.Edges.Count(e => e.Class == EdgeClass.Valley).ShouldBe(1);
        hipped.Feet(EdgeClass.Valley).ShouldBeGreaterThan(0);
        hipped.TrueSquareFeet.ShouldBe(((40 * 20) + (18 * 25)) * Math.Sqrt(1 + (4 / 9.0)), Hundredth * 4);

        var gabled = Plans.Measure(Plans.Of(Plans.Part(1, Plans.LShape, 8, 1, 4)));
        gabled.Facets.Count.ShouldBe(4);
        gabled.Edges.Count(e => e.Class == EdgeClass.Rake).ShouldBe(4);
        gabled.Edges.Count(e => e.Class == EdgeClass.Valley).ShouldBe(1);
    }

    [Fact]
    public void AShedEndsInATopEdgeAndTwoRakes()
    {
        var answer = Plans.Measure(Plans.Of(Plans.OneSlope(1, 0, 0, 16, 9, 3, 180, 8)));

        answer.Feet(EdgeClass.Eave).ShouldBe(16, Hundredth);
        answer.Feet(EdgeClass.Ridge).ShouldBe(16, Hundredth);
        answer.Feet(EdgeClass.Rake).ShouldBe(2 * 9 * Math.Sqrt(1 + (1 / 16.0)), Hundredth);
        answer.Facets[0].Facing.ShouldBe(Facing.South);
        answer.Facets[0].HighInches.ShouldBe((8 * 12) + (9 * 12 * 3 / 12.0), Hundredth);
    }

    [Fact]
    public void APorchUnderAWallHasAHeadwallAndTheHouseKeepsItsEave()
    {
        // The porch's top lies a foot inside the eave of the house, under its overhang.
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var porch = Plans.OneSlope(2, 10, -8, 16, 9, 2, 180, 7);
        var answer = Plans.Measure(Plans.Of(house, porch));

        answer.Problems.ShouldBeEmpty();
        answer.Feet(EdgeClass.Headwall).ShouldBe(16, Hundredth);
        var wall = answer.Edges.Single(e => e.Class == EdgeClass.Headwall);
        // At the porch's top, 7 ft and 9 ft of run at 2:12; the house stands at 10 ft and a foot of run at 6:12 there.
        wall.StepInches.ShouldBe((120 + 6) - (84 + 18), 0.1);
        answer
            .Edges.Where(e => e.SlopeId == house.Corners[0].SlopeId && e.Class == EdgeClass.Eave)
            .Sum(e => e.PlanFeet)
            .ShouldBe(40, Hundredth);
        answer.Closings.ShouldAllBe(c => c.Closes);
    }

    [Fact]
    public void ASideWallRunsUpTheSlopeOfALowerAddition()
    {
        var tall = Plans.Rectangle(1, 0, 0, 20, 30, 6, 0, 2) with { HeightInches = 240 };
        // It begins at the wall, a foot inside the tall part's overhang.
        var low = Plans.Rectangle(2, 19, 0, 15, 30, 6, 1, 3);
        var answer = Plans.Measure(Plans.Of(tall, low));

        // Both slopes of the addition run against the tall part's wall.
        answer.Edges.Count(e => e.Class == EdgeClass.Sidewall).ShouldBe(2);
        answer.Feet(EdgeClass.Sidewall).ShouldBe(30 * Math.Sqrt(1.25), Hundredth);
    }

    /// <summary>The wall of the tall part stands a foot inside its eave: only a roof that reaches it, or nearly, is flashed to it; under the overhang alone its side is free.</summary>
    [Theory]
    [InlineData(19, 2)]
    [InlineData(19.3, 2)]
    [InlineData(19.4, 0)]
    [InlineData(19.9, 0)]
    public void Under_an_overhang_alone_there_is_no_side_wall(double from, int walls)
    {
        var tall = Plans.Rectangle(1, 0, 0, 20, 30, 6, 0, 2) with { HeightInches = 240 };
        var low = Plans.Rectangle(2, from, 0, 15, 30, 6, 1, 3);
        Plans.Measure(Plans.Of(tall, low)).Edges.Count(e => e.Class == EdgeClass.Sidewall).ShouldBe(walls);
    }

    [Fact]
    public void AGableDormerGetsItsValleysAndCoversItsGround()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 12, 1, 3);
        // Ten feet wide on the south slope, its front 3 ft in from the eave, running back past where it can stand clear.
        var dormer = Plans.Rectangle(2, 10, 3, 10, 12, 6, 0, 2) with
        {
            Kind = PartKind.Dormer,
            HeightInches = 120 + (5 * 12),
            OnSlope = house.Corners[0].SlopeId,
        };
        var answer = Plans.Measure(Plans.Of(house, dormer));

        answer.Problems.ShouldBeEmpty();
        // Its ridge stands 7.5 ft over the eave of the house and meets the 12:12 slope 7.5 ft in; its eaves meet it 5 ft in.
        answer.Edges.Count(e => e.Class == EdgeClass.Valley).ShouldBe(2);
        answer.Feet(EdgeClass.Ridge).ShouldBe(40 + 4.5, Hundredth);
        var covered = (10 * 2) + (10 * 2.5 / 2);
        answer.Facets.Single(f => f.SlopeId == house.Corners[0].SlopeId).CoveredSquareFeet.ShouldBe(covered, Hundredth);
        answer.PlanSquareFeet.ShouldBe(1200, Hundredth);
        answer.Edges.Count(e => e.Class == EdgeClass.Sidewall).ShouldBe(2);
        answer.Feet(EdgeClass.Headwall).ShouldBe(10, Hundredth);
    }

    [Fact]
    public void AGambrelBreaksItsPitch()
    {
        var lower = Plans.OneSlope(1, 0, 0, 30, 5, 20, 180, 8);
        var upper = Plans.OneSlope(2, 0, 5, 30, 8, 6, 180, 8 + (5 * 20 / 12.0));
        var answer = Plans.Measure(Plans.Of(lower, upper));

        answer.Feet(EdgeClass.PitchBreak).ShouldBe(30, Hundredth);
        answer.Feet(EdgeClass.Eave).ShouldBe(30, Hundredth);
    }

    [Fact]
    public void TheWallLineLiesInsideByTheOverhang()
    {
        var answer = Plans.Measure(Plans.Of(Plans.Part(1, Plans.LShape, 6)));
        var points = answer.WallLines.SelectMany(w => w).ToList();

        points.Min(p => p.X).ShouldBe(12, 1e-9);
        points.Max(p => p.X).ShouldBe((40 * 12) - 12, 1e-9);
        points.ShouldContain(new ZonePoint((18 * 12) - 12, (20 * 12) - 12));
        answer.WallLines.Count.ShouldBe(6);
    }

    [Fact]
    public void WhatLiesUnderASlopeAddsUp()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6)) with
        {
            Zones = [new PlanZone(Plans.Id(77), Under.Garage, [new(0, 0), new(120, 0), new(120, 360), new(0, 360)])],
        };
        var answer = Plans.Measure(plan);

        answer.Under.Where(u => u.Under == Under.Garage).Sum(u => u.SquareFeet).ShouldBe(300, Hundredth);
        answer.Under.Sum(u => u.SquareFeet).ShouldBe(1200, Hundredth * 2);
    }

    [Fact]
    public void TheTakeOffOfAGableAddsUp()
    {
        var takeOff = Plans.Measure(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3))).TakeOff;
        double Amount(string key) => takeOff.Steep.Single(l => l.Key == key).Amount;

        takeOff.LowSlope.ShouldBeEmpty();
        // 13.42 squares and a tenth: common practice for a plain gable.
        takeOff.WastePercent.ShouldBe(10);
        Amount("covering").ShouldBe(14.76, Hundredth);
        Amount("bundles").ShouldBe(45);
        Amount("caps").ShouldBe(40, Hundredth);
        Amount("starter").ShouldBe(80 + 67.08, 0.05);
        // 147.08 ft and 5% in lengths of 10 ft that each give 118 in: 15.7, so 16 lengths.
        Amount("drip-edge").ShouldBe(160);
        // Overhang 12 in, wall 6 in, 24 in inside at 6:12: 46.96 in, so two courses along 80 ft.
        Amount("ice-barrier").ShouldBe(80 * 2 * 3, 0.1);
    }

    [Fact]
    public void ACutUpRoofWastesMoreAndAFlatOneIsListedByItself()
    {
        Plans.Measure(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6))).TakeOff.WastePercent.ShouldBe(15);
        var flat = Plans.OneSlope(1, 0, 0, 50, 40, 0.25, 90, 12);
        flat = flat with { Corners = [.. flat.Corners.Select((c, i) => c with { ParapetInches = i == 1 ? 0 : 18 })] };
        DetailFact Detail(int id, string kind, double? wide = null, double? deep = null) =>
            new(Plans.Id(id), Plans.Id(9000), kind, new Spot(flat.Alone!.SlopeId, 0, 0), wide, deep);
        var takeOff = Plans
            .Measure(Plans.Of(flat), Detail(1, DetailKind.Curb, 48, 36), Detail(2, DetailKind.Drain), Detail(3, DetailKind.PitchPan))
            .TakeOff;
        double Amount(string key) => takeOff.LowSlope.Single(l => l.Key == key).Amount;

        takeOff.Steep.ShouldBeEmpty();
        Amount("parapet").ShouldBe(50 + 50 + 40, 0.1);
        Amount("drains").ShouldBe(1);
        Amount("pitch-pans").ShouldBe(1);
        Amount("membrane").ShouldBe((2000 * Math.Sqrt(1 + (0.25 * 0.25 / 144))) - 12, 0.1);
        // 8 in up 140 ft of parapet and round 14 ft of curb.
        Amount("base-flashing").ShouldBe((140 + 14) * 8 / 12.0, 0.1);
    }
}
