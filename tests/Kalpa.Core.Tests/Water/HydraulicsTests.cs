using Kalpa.Core.Water;

namespace Kalpa.Core.Tests.Water;

/// <summary>
/// Worked values of the formulas in hydraulics texts (rational method, Manning, Francis, sharp-edged orifice, level channel with growing flow), computed apart
/// from this code; the coefficients are handbook values from memory.
/// </summary>
public sealed class HydraulicsTests
{
    [Theory]
    [InlineData(1200, 6, 74.8)]
    [InlineData(150, 8, 12.47)]
    [InlineData(600, 6, 37.4)]
    [InlineData(96.25, 1, 1)]
    public void Rain_by_the_rational_method(double squareFeet, double inches, double gpm) =>
        Hydraulics.RainGpm(squareFeet, inches).ShouldBe(gpm, gpm * 0.001);

    private const double SixteenthToTheFoot = 1.0 / 16 / 12;

    [Fact]
    public void Gutters_by_Manning()
    {
        Hydraulics.HalfRoundGpm(6, SixteenthToTheFoot).ShouldBe(98.7, 0.1);
        Hydraulics.HalfRoundGpm(5, SixteenthToTheFoot).ShouldBe(60.7, 0.1);
        Hydraulics.KStyleGpm(5, SixteenthToTheFoot).ShouldBe(78.1, 0.1);
        Hydraulics.BoxGpm(4, 3, SixteenthToTheFoot).ShouldBe(72.2, 0.1);
        // Four times the fall carries twice as much.
        (Hydraulics.BoxGpm(4, 3, 4 * SixteenthToTheFoot) / Hydraulics.BoxGpm(4, 3, SixteenthToTheFoot)).ShouldBe(2, 1e-9);
    }

    [Theory]
    [InlineData(0, 46.5)]
    [InlineData(20, 41.9)]
    [InlineData(40, 38.5)]
    [InlineData(60, 35.9)]
    public void A_level_gutter_carries_less_the_longer_it_is(double feet, double gpm) =>
        Hydraulics.LevelGpm(4, 3, feet).ShouldBe(gpm, 0.15);

    [Fact]
    public void Downspouts_by_weir_or_orifice()
    {
        Hydraulics.DownspoutGpm(2, 3, 2.5).ShouldBe(41.1, 0.1);
        Hydraulics.DownspoutGpm(3, 4, 2.5).ShouldBe(82.2, 0.1);
        Hydraulics.DownspoutSquareFeet(2, 3).ShouldBe(600);
        // Under a shallow head the weir governs: 3.33 · (10/12 ft) · (0.25/12)^1.5 cfs.
        Hydraulics.DownspoutGpm(2, 3, 0.25).ShouldBe(3.33 * (10 / 12.0) * Math.Pow(0.25 / 12, 1.5) * 448.83, 0.01);
    }

    [Theory]
    [InlineData(3, 177)]
    [InlineData(4, 268)]
    [InlineData(5, 360)]
    [InlineData(6, 416)]
    public void A_scupper_is_a_weir_and_then_an_orifice(double head, double gpm) => Hydraulics.ScupperGpm(12, 4, head).ShouldBe(gpm, 0.6);

    [Theory]
    [InlineData(1, 84.8)]
    [InlineData(2, 109)]
    [InlineData(3, 122)]
    public void A_drain_is_a_weir_and_then_an_orifice(double head, double gpm) => Hydraulics.DrainGpm(10, 4, 2, head).ShouldBe(gpm, 0.5);

    [Fact]
    public void A_valleys_jet_lands_or_overshoots()
    {
        var slow = Hydraulics.ValleyJet(6, 40, 1, 5, 1);
        slow.ReachInches.ShouldBe(5.66, 0.01);
        slow.DepthInches.ShouldBe(0.97, 0.01);
        slow.FeetPerSecond.ShouldBe(4.86, 0.02);
        slow.LandsInches.ShouldBe(2.1, 0.1);
        slow.TopLandsInches.ShouldBe(3.5, 0.1);
        slow.CanOvershoot.ShouldBeFalse();
        var fast = Hydraulics.ValleyJet(8, 75, 3, 5, 1);
        fast.FeetPerSecond.ShouldBe(6.56, 0.02);
        fast.LandsInches.ShouldBe(4.6, 0.1);
        fast.TopLandsInches.ShouldBe(6.3, 0.1);
        fast.CanOvershoot.ShouldBeTrue();
    }

    [Theory]
    [InlineData(0.69, false)]
    [InlineData(0.71, true)]
    public void It_is_said_from_seven_tenths_of_the_reach(double share, bool said) =>
        new ValleyJet(1, 5, 1, share * 10, 10).CanOvershoot.ShouldBe(said);

    [Fact]
    public void Standing_water_weighs() => Hydraulics.PondPounds(400, 3).ShouldBe(6240);
}

/// <summary>What is said of things that carry water, at the bound and either side.</summary>
public sealed class DrainageTests
{
    private static DrainageAnswer Of(DrainageRequest request) => Drainages.Of(request);

    private static readonly GutterSize FiveInch = new(GutterShape.KStyle, 5, null, 0.625);

    [Fact]
    public void A_gutter_that_is_too_small_says_by_how_much_and_where_to_lead_it()
    {
        var answer = Of(new DrainageRequest(null, 1300, 6, FiveInch));
        answer.Gpm!.Value.ShouldBe(81.04, 0.01);
        answer.Parts[0].Words.ShouldBe("Gutter, sloped: carries 78.1 gal/min; 81 gal/min arrive, 2.94 too much.");
        answer.Parts[0].Enough.ShouldBeFalse();
        // 78.1 gal/min at 6 in/h are 1,253 sq ft.
        answer.Parts[0].ServesSquareFeet!.Value.ShouldBe(1253, 1);
        answer.Leads.ShouldBe(["Install a wider gutter, or another outlet that halves the run."]);
    }

    [Fact]
    public void Leaves_take_three_tenths_of_it()
    {
        var answer = Of(new DrainageRequest(60, null, null, FiveInch));
        answer.Parts[0].Words.ShouldBe("Gutter, sloped: carries 78.1 gal/min; 77% of it is used.");
        answer.Parts[1].CapacityGpm.ShouldBe(0.7 * answer.Parts[0].CapacityGpm, 1e-3);
        answer.Parts[1].Enough.ShouldBeFalse();
        answer.Leads.ShouldBe(["Keep the gutter clean: with leaves in it, it is too small."]);
    }

    [Theory]
    [InlineData(41.0, true)]
    [InlineData(41.2, false)]
    public void A_downspout_is_full_at_its_orifice(double gpm, bool enough) =>
        Of(new DrainageRequest(gpm, null, null, null, new DownspoutSize(2, 3))).Parts[0].Enough.ShouldBe(enough);

    [Fact]
    public void The_trades_rule_for_a_downspout_stands_beside_its_opening() =>
        // 6 sq in serve 600 sq ft: 37.4 gal/min at 6 in/h, less than its opening takes.
        Of(new DrainageRequest(null, 700, 6, null, new DownspoutSize(2, 3)))
            .Parts[1]
            .Words.ShouldBe("Downspout, by 1 sq in for 100 sq ft: carries 37.4 gal/min; 43.6 gal/min arrive, 6.23 too much.");

    [Fact]
    public void A_level_gutter_is_not_told_by_Manning_who_would_say_nothing_flows() =>
        Of(new DrainageRequest(10, null, null, new GutterSize(GutterShape.Box, 4, 3, 0, 40))).Parts[0].CapacityGpm.ShouldBe(38.5, 0.2);

    [Theory]
    [InlineData(1.9, false)]
    [InlineData(2.0, true)]
    public void Two_inches_of_standing_water_ask_for_an_engineer(double inches, bool asks)
    {
        var pond = Of(new DrainageRequest(Pond: new PondSize(400, inches, inches, 1600, 0.25))).Pond!;
        pond.AskEngineer.ShouldBe(asks);
        pond.ShareOfSlope.ShouldBe(0.25);
        pond.Words.Contains("structural engineer", StringComparison.Ordinal).ShouldBe(asks);
    }

    [Theory]
    [InlineData(0.24, true)]
    [InlineData(0.25, false)]
    public void So_does_a_slope_under_a_quarter_inch(double rise, bool asks) =>
        Of(new DrainageRequest(Pond: new PondSize(400, 1, null, null, rise))).Pond!.AskEngineer.ShouldBe(asks);

    [Fact]
    public void Each_thing_that_makes_a_pond_worse_is_named()
    {
        var pond = Of(new DrainageRequest(Pond: new PondSize(400, 3, 3, null, 0.1, true, true, true, true))).Pond!;
        pond.Pounds.ShouldBe(6240);
        pond.Reasons.ShouldBe([
            "water 3 in deep",
            "deeper than at the last visit",
            "slope under 1/4:12",
            "overflow missing or blocked",
            "deck sags",
            "new equipment near",
        ]);
        // Half the deepest is the mean where only that was measured.
        Of(new DrainageRequest(Pond: new PondSize(400, 1))).Pond!.Pounds.ShouldBe(1040);
    }

    [Fact]
    public void A_valleys_stream_is_told_whatever_the_gutter_carries()
    {
        var answer = Of(new DrainageRequest(75, Valley: new ValleySize(8, 3, 5, 1)));
        answer.JetWords.ShouldBe(
            "The valley’s stream lands 6.27 in out; the gutter reaches 5.66 in: it can overshoot the gutter, whatever the gutter carries."
        );
        answer.Leads.ShouldHaveSingleItem().ShouldStartWith("Raise the gutter’s front at the valley");
    }

    /// <summary>3.33 · (0.667 − 0.033 ft) · (2/12 ft)^1.5 = 0.1436 cfs, 64.4 gal/min: Francis’ weir with both ends contracted, worked by hand.</summary>
    [Theory]
    [InlineData(8, 4, 2, 64.4, "Scupper, water below its top")]
    [InlineData(12, 4, 3.99, 267, "Scupper, water below its top")]
    [InlineData(12, 4, 4, 268, "Scupper, under water")]
    [InlineData(12, 4, 5, 360, "Scupper, under water")]
    public void A_scupper_is_told_by_its_water(double wide, double high, double head, double gpm, string name)
    {
        var part = Of(new DrainageRequest(40, Scupper: new ScupperSize(wide, high, head))).Parts.Single();
        part.Part.ShouldBe(name);
        part.CapacityGpm.ShouldBe(gpm, 1);
        part.Enough.ShouldBeTrue();
        part.Share!.Value.ShouldBe(40 / gpm, 0.01);
    }

    [Fact]
    public void A_drain_is_told_with_the_area_it_serves()
    {
        // 109 gal/min at 3 in/h: 109 · 96.25 / 3 = 3,497 sq ft, more than the 3,600 asked.
        var part = Of(new DrainageRequest(null, 3600, 3, Drain: new DrainSize(10, 4, 2, 2))).Parts.Single();
        part.Part.ShouldBe("Roof drain");
        part.CapacityGpm.ShouldBe(109, 0.5);
        part.ServesSquareFeet!.Value.ShouldBe(3497, 20);
        part.Enough.ShouldBeFalse();
        Of(new DrainageRequest(null, 3400, 3, Drain: new DrainSize(10, 4, 2, 2))).Parts.Single().Enough.ShouldBeTrue();
    }

    /// <summary>98.7 gal/min for a half-round of 6 in, 72.2 for a box of 4 by 3 in, sloped 1/16 in to the foot.</summary>
    [Theory]
    [InlineData(GutterShape.HalfRound, 6, null, 98.7)]
    [InlineData(GutterShape.HalfRound, 5, null, 60.7)]
    [InlineData(GutterShape.Box, 4, 3.0, 72.2)]
    public void A_sloped_gutter_is_told_by_its_shape(GutterShape shape, double wide, double? deep, double gpm) =>
        Drainages.GutterGpm(new GutterSize(shape, wide, deep, 0.625)).ShouldBe(gpm, 0.1);

    /// <summary>A level gutter carries what a rectangle of the same depth and area does; a box without a depth is as deep as it is wide.</summary>
    [Theory]
    [InlineData(GutterShape.HalfRound, 6, null, 4.712, 3)]
    [InlineData(GutterShape.KStyle, 5, null, 4.15, 3)]
    [InlineData(GutterShape.Box, 4, 3.0, 4, 3)]
    [InlineData(GutterShape.Box, 4, null, 4, 4)]
    public void A_level_gutter_is_a_rectangle_of_its_area(GutterShape shape, double wide, double? deep, double width, double depth) =>
        Drainages
            .GutterGpm(new GutterSize(shape, wide, deep, 0, 40))
            .ShouldBe(Hydraulics.LevelGpm(width, depth, 40), 0.01 * Hydraulics.LevelGpm(width, depth, 40));
}
