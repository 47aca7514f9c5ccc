using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Monitoring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Monitoring;

/// <summary>The next look, last time's forecast, sign-off, and fitness before wear, on whole assessments.</summary>
public class MonitoringTests
{
    private static readonly DateOnly Day = new(2026, 9, 18);
    private static readonly Guid SlopeId = Guid.Parse("00000000-0000-7000-8000-000000000001");
    private static readonly Guid OtherId = Guid.Parse("00000000-0000-7000-8000-000000000002");
    private static readonly VisitFact Visit = new(Guid.Parse("00000000-0000-7000-8000-0000000000aa"), [Guid.Empty], Day, "Marit", "");

    private static SlopeFact Slope(Guid id, string letter, string pitch = "6/12", Facing facing = Facing.South) =>
        new(id, Guid.Empty, letter, "", TypedPitch.Of(pitch, PitchSource.Tape), facing, Under.Attic);

    private static AssessInput Input(string kind, int laid, int? stage, string pitch = "6/12") =>
        new(
            WeatherExposure.Ordinary,
            Day,
            [Slope(SlopeId, "A", pitch)],
            [new CoveringFact(Guid.Parse("00000000-0000-7000-8000-0000000000c0"), SlopeId, kind, laid, laid, AgeSource.Permit)],
            [],
            stage is null ? [] : [new StageFact(Guid.NewGuid(), Visit.Id, SlopeId, [new StageShare(stage.Value, 100)])],
            [],
            Visit,
            VisitRecords.None
        );

    private static SlopeAssessment Judge(AssessInput input) => Assessor.Assess(input, RuleBook.Current).Slopes[0];

    private static FindingFact Found(string condition, string station, Extent extent, string? measure = null) =>
        new(
            Guid.NewGuid(),
            Visit.Id,
            SlopeId,
            station,
            condition,
            "",
            WaterEvidence.NoneSeen,
            extent,
            measure is null
                ? null
                : new MeasureFact(measure, double.Parse(measure, System.Globalization.CultureInfo.InvariantCulture), MeasuredHow.ByTouch)
        );

    // The three cases a roofer tries first (common practice).
    [Fact]
    public void The_shingled_patio_roof_that_looks_fine_is_unfit()
    {
        var slope = Judge(Input(CoveringKind.LaminatedShingle, 2024, 0, "0.7:12"));
        slope.Fitness!.State.ShouldBe(FitnessState.Unfit);
        slope.FiguresCovered.ShouldBeFalse();
        slope.ForOwner!.Headline.ShouldContain("replace or rebuild");
    }

    [Theory]
    [InlineData(null, FitnessState.Unknown)]
    [InlineData("0", FitnessState.Fit)]
    [InlineData("2", FitnessState.Unknown)]
    [InlineData("3", FitnessState.Unfit)]
    public void A_tidy_young_membrane_with_glued_seams_is_unfit_once_peels_show_it(string? peeled, FitnessState state)
    {
        var input = Input(CoveringKind.Tpo, 2023, 0, "1/4:12");
        var slope = Judge(input with { Findings = [Found("seam-glued", "seams", Extent.General, peeled)] });
        slope.Fitness!.State.ShouldBe(state);
        (slope.Fitness.ToSettle is not null).ShouldBe(state == FitnessState.Unknown);
    }

    [Fact]
    public void A_three_year_roof_destroyed_has_no_years() =>
        Judge(Input(CoveringKind.LaminatedShingle, 2023, 4)).Life!.Stated.ShouldBe(new YearsLeft(0, 0, 0));

    [Theory]
    [InlineData(Extent.OnePlace, FitnessState.Unknown)]
    [InlineData(Extent.General, FitnessState.Unfit)]
    public void No_underlayment_is_a_fault_of_the_whole_slope_once_it_is_general(Extent extent, FitnessState state) =>
        Judge(Input(CoveringKind.LaminatedShingle, 2020, 0) with { Findings = [Found("underlayment-none", "field", extent)] })
            .Fitness!.State.ShouldBe(state);

    [Fact]
    public void A_suspected_fault_asks_for_a_look_on_every_like_slope()
    {
        var input = Input(CoveringKind.Tpo, 2023, 0, "1/4:12");
        input = input with
        {
            Slopes = [.. input.Slopes, Slope(OtherId, "B", "1/4:12")],
            Coverings = [.. input.Coverings, input.Coverings[0] with { Id = Guid.NewGuid(), SlopeId = OtherId }],
        };
        var suspected = Assessor.Assess(input with { Findings = [Found("seam-glued", "seams", Extent.OnePlace)] }, RuleBook.Current);
        suspected.Progress.ToDos.ShouldContain(t => t.SlopeId == OtherId && t.Text.Contains("slope B"));
        suspected.Progress.ToDos.ShouldContain(t => t.Text.Contains("other roofs"));
        var shown = Assessor.Assess(input with { Findings = [Found("seam-glued", "seams", Extent.OnePlace, "4")] }, RuleBook.Current);
        shown.Progress.ToDos.ShouldNotContain(t => t.Text.Contains("look for the same"));
    }

    [Theory]
    [InlineData(2025, 0, 24)]
    [InlineData(2006, 3, 6)]
    public void The_nearer_the_end_the_sooner_the_next_look(int laid, int stage, int months)
    {
        var look = Judge(Input(CoveringKind.LaminatedShingle, laid, stage)).NextLook!;
        look.On.ShouldBe(Day.AddMonths(months));
        look.LookAt.ShouldNotBeEmpty();
    }

    [Fact]
    public void What_was_not_rated_is_to_be_rated() =>
        Judge(Input(CoveringKind.ClayTile, 2005, null))
            .NextLook!.LookAt.ShouldContain("Slope A, paper underlayment: not rated yet, rate it");

    [Fact]
    public void A_stage_due_to_change_brings_the_look_forward()
    {
        // Half of a laminated shingle's life is behind at about eleven years: stage 0 is due to pass.
        var look = Judge(Input(CoveringKind.LaminatedShingle, 2013, 0)).NextLook!;
        look.On.ShouldBeLessThanOrEqualTo(Day.AddMonths(24));
        Assessor
            .Assess(Input(CoveringKind.LaminatedShingle, 2013, 0), RuleBook.Current)
            .NextLook!.Why.ShouldContain(w => w.Contains("hail"));
    }

    [Fact]
    public void Figures_are_covered_until_the_slope_is_signed_off_or_the_visit_done()
    {
        var open = Input(CoveringKind.LaminatedShingle, 2006, 3);
        var covered = Assessor.Assess(open, RuleBook.Current);
        covered.Slopes[0].FiguresCovered.ShouldBeTrue();
        covered.Headline.ShouldContain("is hidden until the slope is confirmed");
        covered.Work.ShouldNotContain(w => w.Kind == WorkKind.Reroof);
        var signed = open with { Records = VisitRecords.None with { SignOffs = [SignOff(Visit.Id, 1, 3)] } };
        Assessor.Assess(signed, RuleBook.Current).Work.ShouldContain(w => w.Kind == WorkKind.Reroof);
        Judge(open with { Visit = Visit with { FinishedAt = DateTimeOffset.UnixEpoch } }).FiguresCovered.ShouldBeFalse();
    }

    [Fact]
    public void The_one_whose_figure_came_true_was_nearer()
    {
        AssessInput With(double low, double high) =>
            Input(CoveringKind.LaminatedShingle, 2012, 2) with
            {
                Records = VisitRecords.None with { PastVisits = [Past(new DateOnly(2020, 9, 18), 0, low, high)] },
            };
        var near = Judge(With(9, 13)).LastForecast!;
        near.YearsSince.ShouldBe(6, 0.05);
        near.CameTo.ShouldBe(6 + Judge(With(9, 13)).Life!.Stated!.Likely, 0.11);
        Judge(With(near.CameTo, near.CameTo)).LastForecast!.Nearer.ShouldBe(Nearer.Inspector);
        Judge(With(60, 70)).LastForecast!.Nearer.ShouldBe(Nearer.Kalpa);
    }

    [Fact]
    public void A_roof_that_was_renewed_since_tells_how_long_it_really_had()
    {
        var input = Input(CoveringKind.LaminatedShingle, 2025, 0);
        var old = new CoveringFact(
            Guid.NewGuid(),
            SlopeId,
            CoveringKind.LaminatedShingle,
            2000,
            2000,
            AgeSource.Permit,
            1,
            new DateOnly(2025, 6, 1)
        );
        var check = Judge(
            input with
            {
                Coverings = [old, .. input.Coverings],
                Records = VisitRecords.None with { PastVisits = [Past(new DateOnly(2021, 6, 1), 3, 3, 5)] },
            }
        ).LastForecast!;
        check.Ended.ShouldBeTrue();
        check.CameTo.ShouldBe(4, 0.05);
        check.Words.ShouldContain("re-roofed after 4");
    }

    [Fact]
    public void A_rating_goes_before_what_a_finding_implies()
    {
        var rated = Input(CoveringKind.ClayTile, 2005, 1) with { Findings = [Found("underlayment-perished", "lift", Extent.Scattered)] };
        Judge(rated).Life!.Stated!.High.ShouldBeGreaterThan(1);
        Judge(rated with { Stages = [] }).Life!.Stated!.High.ShouldBe(0);
    }

    [Fact]
    public void The_sunny_slope_of_a_gable_ends_first()
    {
        var input = Input(CoveringKind.LaminatedShingle, 2012, null);
        input = input with
        {
            Slopes = [Slope(SlopeId, "A"), Slope(OtherId, "B", facing: Facing.North)],
            Coverings = [input.Coverings[0], input.Coverings[0] with { Id = Guid.NewGuid(), SlopeId = OtherId }],
            Latitude = 44.3,
        };
        var slopes = Assessor.Assess(input, RuleBook.Current).Slopes;
        slopes[0].Life!.Stated!.Likely.ShouldBeLessThan(slopes[1].Life!.Stated!.Likely);
        slopes[0].Life!.Factors.Single().Reason.ShouldContain("more sun");
    }

    [Fact]
    public void Perished_underlayment_found_under_sound_tile_makes_the_slope_due()
    {
        var input = Input(CoveringKind.ClayTile, 1989, null);
        var tile = new StageFact(Guid.NewGuid(), Visit.Id, SlopeId, [new StageShare(0, 100)], input.Coverings[0].Id);
        var slope = Judge(input with { Stages = [tile], Findings = [Found("underlayment-perished", "lift", Extent.Scattered)] });
        slope.Life!.Stated!.High.ShouldBe(0);
        slope.ForOwner!.Governs.ShouldContain("Controlling component: paper underlayment");
    }

    [Fact]
    public void A_boot_past_its_years_becomes_work_of_its_own()
    {
        var input = Input(CoveringKind.LaminatedShingle, 2018, 0);
        var boot = new ComponentFact(Guid.NewGuid(), SlopeId, "boot", StackPlace.Beside, 1, 2008, 2008, AgeSource.Permit);
        var done = input with { Components = [boot], Visit = Visit with { FinishedAt = DateTimeOffset.UnixEpoch } };
        Assessor.Assess(done, RuleBook.Current).Work.ShouldContain(w => w.Kind == WorkKind.Renew && w.Title == "Replace the pipe boots");
    }

    private static SignOffFact SignOff(Guid visit, double low, double high) =>
        new(Guid.NewGuid(), visit, SlopeId, low, high, "Marit", DateTimeOffset.UnixEpoch);

    private static PastVisit Past(DateOnly on, int stage, double low, double high)
    {
        var id = Guid.NewGuid();
        return new PastVisit(
            id,
            on,
            "Marit",
            [new StageFact(Guid.NewGuid(), id, SlopeId, [new StageShare(stage, 100)])],
            [SignOff(id, low, high)],
            [],
            []
        );
    }
}
