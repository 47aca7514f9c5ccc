using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Water;

namespace Kalpa.Core.Tests.Water;

/// <summary>Where the water goes on roofs that can be worked by hand (plane geometry; areas in square feet on plan).</summary>
public sealed class RainMapTests
{
    private const double Exact = 1e-6;

    private static RainAnswer Rain(PlanFact plan, params DetailFact[] details) =>
        RainMaps.Of(new RainRequest(plan, details, 6, Paths: true));

    private static RainAnswer At(PlanFact plan, double x, double y, params DetailFact[] details) =>
        RainMaps.Of(new RainRequest(plan, details, 6, Points: [new RainPoint(x * 12, y * 12)]));

    private static double To(RainAnswer answer, Guid slope, OutletKind kind = OutletKind.Eave) =>
        answer.Outlets.Where(o => o.SlopeId == slope && o.Kind == kind).Sum(o => o.Area.RoofSquareFeet);

    private static DetailFact Thing(int id, string kind, Guid slope, double along, double up, double? wide = null, double? @long = null) =>
        new(Plans.Id(id), Plans.Id(9000), kind, new Spot(slope, along * 12, up * 12), wide * 12, @long * 12);

    private static void Closes(RainAnswer answer, double squareFeet)
    {
        answer.RainSquareFeet.ShouldBe(squareFeet, Exact);
        answer.OutSquareFeet.ShouldBe(squareFeet, Exact);
        answer.Notes.ShouldBeEmpty();
    }

    [Fact]
    public void A_gable_sheds_half_over_each_eave()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var answer = Rain(Plans.Of(house));
        Closes(answer, 1200);
        To(answer, house.Corners[0].SlopeId).ShouldBe(600, Exact);
        To(answer, house.Corners[2].SlopeId).ShouldBe(600, Exact);
        // 15 ft of plan run: 15 square feet to each foot of eave, 6 in/h on 600 sq ft are 37.4 gal/min.
        answer.Eaves.ShouldAllBe(e => Math.Abs(e.PerFootFrom - 15) < 1e-4 && Math.Abs(e.PerFootTo - 15) < 1e-4);
        answer.Outlets.ShouldAllBe(o => Math.Abs(o.Gpm - 37.4) < 0.01);
    }

    [Fact]
    public void A_hip_sheds_by_its_triangles_and_trapezoids()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6);
        var answer = At(Plans.Of(house), 20, 0.001);
        Closes(answer, 1200);
        To(answer, house.Corners[0].SlopeId).ShouldBe(375, Exact);
        To(answer, house.Corners[1].SlopeId).ShouldBe(225, Exact);
        To(answer, house.Corners[2].SlopeId).ShouldBe(375, Exact);
        To(answer, house.Corners[3].SlopeId).ShouldBe(225, Exact);
        // At mid-eave the strip of a foot reaches to the ridge.
        answer.Points[0].Area!.RoofSquareFeet.ShouldBe(15, 0.01);
    }

    [Fact]
    public void A_wing_gathers_its_whole_width_times_the_depth_in_each_valley()
    {
        // Wing of half-width 10 ft on a main roof of half-depth 15 ft, one pitch, one eave height: each valley gets 10 · 15.
        var house = Plans.Part(1, [(0, 0), (20, 0), (20, -15), (40, -15), (40, 0), (60, 0), (60, 30), (0, 30)], 6, 2, 5, 7);
        var answer = Rain(Plans.Of(house));
        Closes(answer, (60 * 30) + (20 * 15));
        var valleys = answer.Channels.Where(c => c.Kind == ChannelKind.Valley).ToList();
        valleys.Count.ShouldBe(2);
        valleys.ShouldAllBe(v => Math.Abs(v.Area.RoofSquareFeet - 150) < Exact);
        // 150 sq ft at 6 in/h: 9.35 gal/min.
        valleys.ShouldAllBe(v => Math.Abs(v.Gpm - 9.35) < 0.01);
    }

    [Theory]
    // A foot up the slope of 12:12 counts as 0.7071 ft of plan: taped lengths lie along the roof.
    [InlineData(3, 7.5)]
    [InlineData(2, 5)]
    public void A_chimney_sends_what_meets_its_back_to_both_corners(double wide, double eachCorner)
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var slope = house.Corners[0].SlopeId;
        var run = Math.Cos(Math.Atan(0.5));
        // Its uphill side lies 5 ft of plan below the ridge, which stands 15 ft in.
        var chimney = Thing(700, DetailKind.Chimney, slope, 20, 10 - 1, wide, 2 / run);
        var answer = Rain(Plans.Of(house), chimney);
        Closes(answer, 1200);
        answer.Outlets.Single(o => o.Kind == OutletKind.TopOfThing).Area.RoofSquareFeet.ShouldBe(wide * 2, Exact);
        var back = answer.Channels.Single(c => c.Kind == ChannelKind.AroundThing);
        back.Area.RoofSquareFeet.ShouldBe(2 * eachCorner, Exact);
        back.LevelFeet.ShouldBe(wide, 1e-6);
        answer.Details.Single().Area!.RoofSquareFeet.ShouldBe(2 * eachCorner, 0.05);
        answer.Details.Single().PerFoot.ShouldBe(5, 0.05);
        // Just below its corner a strip of a foot has that stream in it; below its middle only what fell there.
        var corner = At(Plans.Of(house), 20 + (wide / 2) + 0.1, 4, chimney).Points[0];
        corner.Gathered.ShouldBeTrue();
        corner.Area!.RoofSquareFeet.ShouldBe(eachCorner + (0.4 * 4) + (0.6 * 11), 0.02);
        var shadow = At(Plans.Of(house), 20, 4, chimney).Points[0];
        shadow.Gathered.ShouldBeFalse();
        shadow.Area!.RoofSquareFeet.ShouldBe(4, 0.02);
    }

    /// <summary>Rain on a flue that stands in a chimney is the chimney's: the flue has no outlet of its own, not even an empty one.</summary>
    [Fact]
    public void Rain_on_a_thing_within_another_counts_once()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var slope = house.Corners[0].SlopeId;
        var run = Math.Cos(Math.Atan(0.5));
        var answer = Rain(
            Plans.Of(house),
            Thing(700, DetailKind.Chimney, slope, 20, 8, 4, 4 / run),
            Thing(701, DetailKind.Flue, slope, 20, 8, 1, 1 / run)
        );
        Closes(answer, 1200);
        var top = answer.Outlets.Single(o => o.Kind == OutletKind.TopOfThing);
        top.Area.RoofSquareFeet.ShouldBe(16, Exact);
    }

    [Fact]
    public void A_narrow_pipe_parts_no_water()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var answer = Rain(Plans.Of(house), Thing(700, DetailKind.Flue, house.Corners[0].SlopeId, 20, 5, 11.9 / 12, 1));
        answer.Channels.ShouldBeEmpty();
        answer.Details.Single().Area!.RoofSquareFeet.ShouldBe(10, 0.01);
        Rain(Plans.Of(house), Thing(700, DetailKind.Flue, house.Corners[0].SlopeId, 20, 5, 1, 1)).Channels.Count.ShouldBe(1);
    }

    [Fact]
    public void A_gable_dormer_sends_its_valleys_round_its_front()
    {
        // 12:12 on 12:12, eaves 4 ft over the house's slope at its front: what falls on it leaves by its own eaves and valleys.
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 12, 1, 3);
        var dormer = Plans.Rectangle(2, 15, 3, 10, 14, 12, 0, 2) with
        {
            Kind = PartKind.Dormer,
            HeightInches = 17 * 12,
            OnSlope = house.Corners[0].SlopeId,
        };
        var answer = Rain(Plans.Of(house, dormer));
        Closes(answer, 1200);
        To(answer, house.Corners[0].SlopeId).ShouldBe(600, Exact);
        answer.Channels.ShouldContain(c => c.Kind == ChannelKind.Valley && c.Area.RoofSquareFeet > 0);
    }

    [Fact]
    public void An_upper_eave_without_a_gutter_sheds_on_the_roof_below()
    {
        // Upper roof 12 ft deep sheds its south half on a porch that runs along it: 20 ft · 6 ft on top of the porch's own 20 · 8.
        var house = Plans.Rectangle(1, 0, 0, 20, 12, 6, 1, 3);
        var porch = Plans.OneSlope(2, 0, -8, 20, 8, 3, 180, 6);
        var answer = Rain(Plans.Of(house, porch));
        Closes(answer, 240 + 160);
        To(answer, porch.Alone!.SlopeId).ShouldBe(160 + 120, Exact);
        // A downspout in the middle of that eave takes it, and lets it fall on the porch in one place.
        var spout = Thing(701, DetailKind.Downspout, house.Corners[0].SlopeId, 10, 0);
        var led = Rain(Plans.Of(house, porch), spout);
        Closes(led, 400);
        led.Gutters.Single().Downspouts.Single().Area.RoofSquareFeet.ShouldBe(120, Exact);
        To(led, porch.Alone!.SlopeId).ShouldBe(280, Exact);
        At(Plans.Of(house, porch), 10, -4, spout).Points[0].Gathered.ShouldBeTrue();
        At(Plans.Of(house, porch), 10, -4).Points[0].Gathered.ShouldBeFalse();
        // A blocked gutter catches nothing.
        RainMaps.Of(new RainRequest(Plans.Of(house, porch), [spout], 6, GuttersBlocked: true)).Gutters.ShouldBeEmpty();
    }

    /// <summary>
    /// An L of two gabled arms, 20 ft wide and 40 ft long outside: the valley from the inner corner to the ridge gathers two triangles of 50, the eaves beside it have 200 each, the
    /// outer ones 400 less the triangle beyond the hip, and nothing runs over the gables.
    /// </summary>
    [Fact]
    public void An_L_gathers_in_its_valley_and_parts_at_its_hip()
    {
        var house = Plans.Part(1, [(0, 0), (40, 0), (40, 20), (20, 20), (20, 40), (0, 40)], 6, 1, 4);
        var answer = Rain(Plans.Of(house));
        Closes(answer, 1200);
        var valley = answer.Channels.Single();
        valley.Kind.ShouldBe(ChannelKind.Valley);
        valley.Area.RoofSquareFeet.ShouldBe(100, Exact);
        (valley.To.X, valley.To.Y).ShouldBe((240, 240));
        double Eave(int corner) => answer.Eaves.Where(e => e.SlopeId == house.Corners[corner].SlopeId).Sum(e => e.SquareFeet);
        new[] { 0, 2, 3, 5 }.Select(c => Math.Round(Eave(c), 6)).ShouldBe([350, 200, 200, 350]);
    }

    /// <summary>A cross of two ridges, arms 20 ft wide and 10 ft long: four valleys of two triangles of 50 each, eight eaves of 10 ft with 10 ft above them.</summary>
    [Fact]
    public void A_cross_gathers_in_four_valleys()
    {
        var house = Plans.Part(
            1,
            [(10, 0), (30, 0), (30, 10), (40, 10), (40, 30), (30, 30), (30, 40), (10, 40), (10, 30), (0, 30), (0, 10), (10, 10)],
            6,
            0,
            3,
            6,
            9
        );
        var answer = Rain(Plans.Of(house));
        Closes(answer, 1200);
        answer.Channels.Select(c => Math.Round(c.Area.RoofSquareFeet, 6)).ShouldBe([100, 100, 100, 100]);
        answer.Eaves.GroupBy(e => e.SlopeId).Select(g => Math.Round(g.Sum(e => e.SquareFeet), 6)).ShouldBe(Enumerable.Repeat(100.0, 8));
        answer.Outlets.ShouldAllBe(o => o.Kind == OutletKind.Eave);
    }

    /// <summary>The house's eave is 20 ft of the porch's 30: below it each foot of the porch's eave gets 6 + 8, beside it 8.</summary>
    [Fact]
    public void An_eave_has_the_water_of_the_upper_roof_only_below_it()
    {
        var house = Plans.Rectangle(1, 0, 0, 20, 12, 6, 1, 3);
        var porch = Plans.OneSlope(2, 0, -8, 30, 8, 3, 180, 6);
        var eaves = Rain(Plans.Of(house, porch)).Eaves.Where(e => e.SlopeId == porch.Alone!.SlopeId).ToList();
        eaves.Sum(e => e.SquareFeet).ShouldBe(120 + 240, 1e-4);
        static double At(double inches) => inches < 240 ? 14 : 8;
        eaves.Count(e => e.From.X < 240).ShouldBeGreaterThan(0);
        eaves.Count(e => e.To.X > 240).ShouldBeGreaterThan(0);
        foreach (var eave in eaves)
        {
            eave.PerFootFrom.ShouldBe(At(eave.From.X), 1e-4);
            eave.PerFootTo.ShouldBe(At(eave.To.X), 1e-4);
        }
        // What a downspout lets fall in one place is on no foot of eave.
        var spout = Thing(701, DetailKind.Downspout, house.Corners[0].SlopeId, 10, 0);
        Rain(Plans.Of(house, porch), spout)
            .Eaves.Where(e => e.SlopeId == porch.Alone!.SlopeId)
            .ShouldAllBe(e => Math.Abs(e.PerFootFrom - 8) < 1e-4 && Math.Abs(e.PerFootTo - 8) < 1e-4);
    }

    /// <summary>A downspout stands clear of its wall: it lands 3 in out (from memory).</summary>
    [Theory]
    [InlineData(2.9, true)]
    [InlineData(3.1, false)]
    public void A_downspout_lands_on_a_roof_that_begins_close_enough(double gapInches, bool lands)
    {
        var house = Plans.Rectangle(1, 0, 0, 20, 12, 6, 1, 3);
        var porch = Plans.OneSlope(2, 0, -8 - (gapInches / 12), 20, 8, 3, 180, 6);
        var spout = Thing(701, DetailKind.Downspout, house.Corners[0].SlopeId, 10, 0);
        var answer = Rain(Plans.Of(house, porch), spout);
        To(answer, porch.Alone!.SlopeId).ShouldBe(lands ? 160 + 120 : 160, Exact);
        answer.Outlets.Count(o => o.Kind == OutletKind.Downspout).ShouldBe(lands ? 0 : 1);
    }

    [Theory]
    [InlineData(0, 40, 300, 300)]
    [InlineData(0, 20, 150, 450)]
    [InlineData(10, 30, 300, 300)]
    [InlineData(5, 15, 150, 450)]
    public void Downspouts_share_a_gutter_midway(double first, double second, double one, double other)
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var slope = house.Corners[0].SlopeId;
        var answer = Rain(
            Plans.Of(house),
            Thing(701, DetailKind.Downspout, slope, first, 0),
            Thing(702, DetailKind.Downspout, slope, second, 0)
        );
        Closes(answer, 1200);
        var gutter = answer.Gutters.Single();
        gutter.Feet.ShouldBe(40, 0.01);
        gutter.MidwayAssumed.ShouldBeTrue();
        gutter.Downspouts.Select(d => Math.Round(d.Area.RoofSquareFeet, 6)).ShouldBe([one, other]);
    }

    [Fact]
    public void Two_downspouts_in_one_place_lose_nothing()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var slope = house.Corners[0].SlopeId;
        var answer = Rain(Plans.Of(house), Thing(701, DetailKind.Downspout, slope, 10, 0), Thing(702, DetailKind.Downspout, slope, 10, 0));
        Closes(answer with { Notes = [] }, 1200);
        answer.Gutters.Single().Downspouts.Sum(d => d.Area.RoofSquareFeet).ShouldBe(600, Exact);
    }

    [Fact]
    public void A_downspout_that_no_water_reaches_is_told()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3);
        var answer = Rain(Plans.Of(house), Thing(701, DetailKind.Downspout, house.Corners[0].SlopeId, 10, 12));
        answer.Notes.ShouldBe(["No water runs to the downspout where it is on the plan. Check its place."]);
        answer.Gutters.ShouldBeEmpty();
    }

    [Fact]
    public void A_gutter_round_a_hip_roof_shares_across_its_seam()
    {
        var house = Plans.Rectangle(1, 0, 0, 40, 30, 6);
        var spouts = Enumerable
            .Range(0, 4)
            .Select(i => Thing(701 + i, DetailKind.Downspout, house.Corners[i].SlopeId, i % 2 == 0 ? 20 : 15, 0))
            .ToArray();
        var answer = Rain(Plans.Of(house), spouts);
        Closes(answer, 1200);
        // Between the middles of a long and a short side are 20 + 15 ft of gutter; midway is 17.5 ft from each, 2.5 ft short of the corner on the long side. Within 2.5 ft
        // of a corner the strips reach 0 to 2.5 ft up: 3.125 sq ft. So each long side keeps 375 − 2 · 3.125, and each short one has 225 + 2 · 3.125.
        answer
            .Gutters.Single()
            .Downspouts.Select(d => Math.Round(d.Area.RoofSquareFeet, 4))
            .Order()
            .ShouldBe([231.25, 231.25, 368.75, 368.75]);
    }

    [Fact]
    public void A_membrane_behind_parapets_runs_to_its_scuppers()
    {
        var flat = Plans.OneSlope(1, 0, 0, 60, 40, 0.25, 180, 12);
        flat = flat with { Corners = [.. flat.Corners.Select(c => c with { ParapetInches = 24 })] };
        var slope = flat.Alone!.SlopeId;
        // Nothing lets it out: all of it stands along the low parapet.
        var ponded = Rain(Plans.Of(flat));
        Closes(ponded, 2400);
        ponded.Outlets.ShouldAllBe(o => o.Kind == OutletKind.Undrained);
        ponded.Channels.Single().LevelFeet.ShouldBe(60, 0.01);
        // Two scuppers in the low parapet at 10 and 50 ft share it midway.
        var scuppers = new[] { Low(701, 10), Low(702, 30) };
        var led = Rain(Plans.Of(flat), scuppers);
        Closes(led, 2400);
        led.Outlets.Select(o => (o.Kind, Math.Round(o.Area.RoofSquareFeet, 4)))
            .OrderBy(o => o.Item2)
            .ShouldBe([(OutletKind.Scupper, 800), (OutletKind.Scupper, 1600)]);
        led.Outlets.ShouldAllBe(o => !o.Assumed);

        DetailFact Low(int id, double x)
        {
            var spot = PlanSpotsAt(Plans.Of(flat), x, 0.5);
            return new DetailFact(Plans.Id(id), Plans.Id(9000), DetailKind.Scupper, spot);
        }
    }

    [Fact]
    public void A_dead_flat_roof_drains_to_the_nearest_drain()
    {
        var flat = Plans.OneSlope(1, 0, 0, 60, 40, 0, 180, 12);
        flat = flat with { Corners = [.. flat.Corners.Select(c => c with { ParapetInches = 24 })] };
        var plan = Plans.Of(flat);
        var answer = Rain(plan, Drain(701, 10, 20), Drain(702, 40, 20));
        Closes(answer, 2400);
        answer.Outlets.OrderBy(o => o.Area.RoofSquareFeet).Select(o => Math.Round(o.Area.RoofSquareFeet, 4)).ShouldBe([1000, 1400]);
        answer.Outlets.ShouldAllBe(o => o.Kind == OutletKind.Drain && o.Assumed);

        DetailFact Drain(int id, double x, double y) => new(Plans.Id(id), Plans.Id(9000), DetailKind.Drain, PlanSpotsAt(plan, x, y));
    }

    private static Spot PlanSpotsAt(PlanFact plan, double x, double y) =>
        Core.RoofPlans.Measuring.DetailPlaces.At(PlanSolver.Solve(plan), x * 12, y * 12, null)!;

    [Fact]
    public void Half_a_wall_above_counts_beside_the_roof()
    {
        // Upper house 10 ft higher, its wall on the lower roof's top: rain is driven on half of what shows of it.
        var lower = Plans.OneSlope(1, 0, 0, 20, 10, 6, 180, 10);
        var upper = Plans.OneSlope(2, 0, 10, 20, 10, 0.5, 0, 25);
        var answer = Rain(Plans.Of(lower, upper));
        Closes(answer, 400);
        var step = PlanEdges.Classify(Plans.Of(lower, upper), PlanSolver.Solve(Plans.Of(lower, upper))).Single(e => e.StepInches > 0);
        answer.Outlets.Sum(o => o.Area.WallSquareFeet).ShouldBe(20 * (step.StepInches / 12) / 2, 1e-3);
    }

    [Fact]
    public void A_plan_of_letters_says_so_and_a_place_beside_the_roof_too()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
        var unsized = Rain(plan with { Sized = false });
        unsized.Measured.ShouldBeFalse();
        unsized.Notes.Single().ShouldBe("The plan has no sizes yet: give it lengths and pitches.");
        var beside = At(plan, 100, 100).Points.Single();
        beside.Area.ShouldBeNull();
        beside.Words.ShouldBe("Outside the roof.");
    }

    /// <summary>Three figures at most: from 10 on one decimal.</summary>
    [Theory]
    [InlineData(5, "10 sq ft of roof drains here across 1 ft: 0.62 gal/min at 6 in/h.")]
    [InlineData(4.74, "10.3 sq ft of roof drains here across 1 ft: 0.64 gal/min at 6 in/h.")]
    [InlineData(5.26, "9.74 sq ft of roof drains here across 1 ft: 0.61 gal/min at 6 in/h.")]
    public void What_arrives_is_said_in_the_trades_words(double north, string words) =>
        At(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3)), 20, north).Points.Single().Words.ShouldBe(words);
}
