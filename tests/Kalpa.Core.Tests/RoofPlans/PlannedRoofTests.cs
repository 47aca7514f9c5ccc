using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>
/// The plan as input to the judgement. The house is 40 by 30 ft with a gable roof at 6 in 12: each slope runs 15 ft on plan, 15 × √1.25 = 16.77 ft along the
/// roof (plane geometry).
/// </summary>
public class PlannedRoofTests
{
    private static readonly PlanFact House = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
    private static readonly double SlopeFeet = 15 * Math.Sqrt(1.25);
    private static readonly IReadOnlyList<SlopeFact> Slopes = PlanSlopes.Of(new PlanSlopesRequest(null, House, [], Plans.Day)).Changed;
    private static readonly SlopeFact South = Slopes.Single(s => s.Facing == Facing.South);

    private static PlanFact Pitched(double rise) =>
        House with
        {
            Parts = [House.Parts[0] with { Corners = [.. House.Parts[0].Corners.Select(c => c with { RisePer12 = rise })] }],
        };

    private static Assessment Assess(PlanFact? plan, SlopeFact slope, FindingFact? finding = null, params DetailFact[] details) =>
        Assessor.Assess(
            new AssessInput(
                WeatherExposure.Ordinary,
                new DateOnly(2026, 9, 18),
                [slope],
                [new CoveringFact(Plans.Id(900), slope.Id, CoveringKind.LaminatedShingle, 2016, 2016, AgeSource.Permit)],
                [],
                [],
                finding is null ? [] : [finding],
                Plan: plan,
                Details: details
            ),
            RuleBook.Current
        );

    private static FindingFact Finding(
        Spot? spot = null,
        Guid? detail = null,
        string condition = "boot-collar-torn",
        string station = "penetrations"
    ) =>
        new(
            Plans.Id(901),
            Plans.Id(902),
            South.Id,
            station,
            condition,
            "",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            Spot: spot,
            DetailId: detail
        );

    private static double? Run(FindingFact finding, PlanFact? plan, SlopeFact slope, params DetailFact[] details) =>
        WaterRuns.Feet(finding, RuleBook.Current.FindCondition(finding.Condition)!, slope, PlannedRoof.Of(plan, details));

    [Fact]
    public void A_slope_whose_pitch_is_the_plan_s_follows_it()
    {
        Assess(House, South).Slopes[0].PitchText.ShouldBe("6:12");
        Assess(Pitched(9), South).Slopes[0].PitchText.ShouldBe("9:12");
        Assess(Pitched(9), South).Problems.ShouldBeEmpty();
    }

    [Fact]
    public void Water_from_above_counts_at_a_place_as_its_own_slope_does()
    {
        // A lean-to of 3:12 under the house's south eave: 4 ft of its own run above the place, 15 ft of the house's that fall on it, and half of 2 ft of wall.
        var porch = Plans.OneSlope(2, 0, -8, 40, 8, 3, 180, 6);
        var own = Plans.Of(porch);
        var below = Plans.Of(House.Parts[0], porch);
        var factor = Math.Sqrt(1 + (0.25 * 0.25));
        Feet(own).ShouldBe(4 * factor, 0.02);
        Feet(below).ShouldBe(20 * factor, 0.02);

        double Feet(PlanFact plan)
        {
            var spot = Core.RoofPlans.Measuring.DetailPlaces.At(PlanSolver.Solve(plan), 240, -48, null)!;
            return PlannedRoof.Of(plan, []).FeetAbove(spot)!.Value;
        }
    }

    /// <summary>The last plan solved is kept: one that differs in anything is solved anew, one that says the same gives the same.</summary>
    [Fact]
    public void A_plan_that_differs_in_anything_is_another_plan()
    {
        double Area(PlanFact plan) => PlannedRoof.Of(plan, []).SizeOf(South)!.TrueAreaSquareFeet;
        var first = Area(House);
        Area(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3))).ShouldBe(first);
        foreach (var corner in Enumerable.Range(0, 4))
        {
            var corners = House.Parts[0].Corners.Select((c, i) => i == corner ? c with { X = c.X + (corner is 0 or 3 ? -60 : 60) } : c);
            Area(House);
            Area(House with { Parts = [House.Parts[0] with { Corners = [.. corners] }] }).ShouldNotBe(first);
        }
        Area(House);
        Area(House with { Parts = [House.Parts[0], Plans.OneSlope(2, 100, 0, 10, 10, 4, 180, 8)] }).ShouldBe(first);
        PlannedRoof.Of(House with { Sized = false }, []).SizeOf(South).ShouldBeNull();
    }

    [Fact]
    public void A_measured_pitch_governs_and_the_clash_is_told()
    {
        var taped = South with { Pitch = TypedPitch.Of("6/12", PitchSource.Tape) };
        var assessment = Assess(Pitched(9), taped);
        assessment.Slopes[0].PitchText.ShouldBe("6:12");
        var problem = assessment.Problems.ShouldHaveSingleItem();
        (problem.FactId, problem.Code).ShouldBe((South.Id, "slope.pitch-clash"));
        problem.Text.ShouldContain("measured at 6:12; the plan draws it at 9:12");
    }

    /// <summary>A reading by eye is good to one in twelve; a taped one is held to a quarter, as plans are drawn (common practice).</summary>
    [Theory]
    [InlineData(PitchSource.Tape, 6.25, false)]
    [InlineData(PitchSource.Tape, 6.26, true)]
    [InlineData(PitchSource.DigitalLevel, 5.75, false)]
    [InlineData(PitchSource.DigitalLevel, 5.74, true)]
    [InlineData(PitchSource.ByEye, 7, false)]
    [InlineData(PitchSource.ByEye, 7.1, true)]
    public void Pitches_clash_where_they_are_further_apart_than_they_may_be_off(PitchSource source, double planned, bool clashes) =>
        Assess(Pitched(planned), South with { Pitch = TypedPitch.Of("6/12", source) }).Problems.Count.ShouldBe(clashes ? 1 : 0);

    [Fact]
    public void The_plan_changes_fitness_and_size_at_once()
    {
        // Shingles want 2 in 12 at least: R905.2.2.
        Assess(Pitched(1.5), South).Slopes[0].Fitness!.State.ShouldBe(FitnessState.Unknown, "a pitch from the plan is an estimate");
        Assess(Pitched(6), South).Slopes[0].Fitness!.State.ShouldBe(FitnessState.Fit);
        Assess(House, South).Slopes[0].Size!.TrueAreaSquareFeet.ShouldBe(600 * Math.Sqrt(1.25), 0.05);
        var wide = Plans.Of(Plans.Rectangle(1, 0, 0, 60, 30, 6, 1, 3));
        Assess(wide, South).Slopes[0].Size!.TrueAreaSquareFeet.ShouldBe(900 * Math.Sqrt(1.25), 0.05);
        Assess(null, South).Slopes[0].Size.ShouldBeNull();
    }

    [Theory]
    [InlineData(0, 1.0)]
    [InlineData(45, 0.75)]
    [InlineData(90, 0.5)]
    [InlineData(180, 0.0)]
    public void The_water_above_a_pinned_finding_comes_from_the_plan(double upInches, double share)
    {
        var spot = new Spot(South.Id, 240, upInches);
        Run(Finding(spot), House, South)!.Value.ShouldBe(SlopeFeet * share, 0.02);
        // So does that of a finding at a detail, wherever the detail stands.
        var boot = new DetailFact(Plans.Id(903), House.RoofId, DetailKind.Boot, spot);
        Run(Finding(detail: boot.Id), House, South, boot)!.Value.ShouldBe(SlopeFeet * share, 0.02);
    }

    [Theory]
    [InlineData("boot-collar-torn", "penetrations", 0.5)]
    [InlineData("drip-edge-lap-short", "edges", 1)]
    [InlineData("gutter-clogged", "gutters", 1)]
    [InlineData("kickout-missing", "walls", 1)]
    [InlineData("valley-narrow", "ridges", 1)]
    [InlineData("ridge-cap-loose", "ridges", 0)]
    [InlineData("nail-exposed", "ridges", 0.5)]
    public void Without_a_place_it_comes_from_where_such_a_thing_lies(string condition, string station, double share) =>
        Run(Finding(condition: condition, station: station), House, South)!.Value.ShouldBe(SlopeFeet * share, 0.02);

    [Fact]
    public void Without_any_size_there_is_no_run()
    {
        Run(Finding(), null, South).ShouldBeNull();
        Run(Finding(new Spot(South.Id, 240, 90)), House with { Sized = false }, South).ShouldBeNull();
        // Beside its slope a spot says nothing; the slope's size does.
        Run(Finding(new Spot(South.Id, 240, 900)), House, South)!.Value.ShouldBe(SlopeFeet / 2, 0.02);
    }

    [Fact]
    public void More_slope_above_is_more_urgent()
    {
        double Loss(double up) => Assess(House, South, Finding(new Spot(South.Id, 240, up))).Findings[0].Urgency.LossHigh;
        Loss(10).ShouldBeGreaterThan(Loss(170));
    }

    [Fact]
    public void What_lies_under_a_place_is_the_zone_s_then_the_slope_s_then_the_part_s()
    {
        var spot = new Spot(South.Id, 240, 90);
        var part = House with { Parts = [House.Parts[0] with { Under = Under.Garage }] };
        var zone = part with
        {
            Zones = [new PlanZone(Plans.Id(904), Under.ElectricalGear, [new(200, 60), new(280, 60), new(280, 120), new(200, 120)])],
        };
        var unsaid = South with { Under = null };

        PlannedRoof.Of(part, []).UnderAt(spot, unsaid).ShouldBe(Under.Garage);
        PlannedRoof.Of(part, []).UnderAt(spot, unsaid with { Under = Under.Porch }).ShouldBe(Under.Porch);
        PlannedRoof.Of(zone, []).UnderAt(spot, unsaid with { Under = Under.Porch }).ShouldBe(Under.ElectricalGear);
        PlannedRoof.Of(zone, []).UnderAt(spot with { Along = 300 }, unsaid).ShouldBe(Under.Garage);
        PlannedRoof.Of(null, []).UnderAt(spot, unsaid).ShouldBeNull();
    }

    [Fact]
    public void A_garage_drawn_under_a_part_lowers_the_harm_there()
    {
        double Loss(Under under) =>
            Assess(House with { Parts = [House.Parts[0] with { Under = under }] }, South with { Under = null }, Finding())
                .Findings[0]
                .Urgency.LossHigh;
        Loss(Under.HeatedRoom).ShouldBeGreaterThan(Loss(Under.Garage));
        Loss(Under.Garage).ShouldBeGreaterThan(Loss(Under.OpenAir));
    }
}
