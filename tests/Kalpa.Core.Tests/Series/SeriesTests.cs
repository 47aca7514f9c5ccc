using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Series;
using MathNet.Numerics.Statistics;

namespace Kalpa.Core.Tests.Series;

public class SeriesTests
{
    private static readonly Guid Visit = Guid.Parse("00000000-0000-7000-8000-000000000001");
    private static readonly SlopeFact Slope = new(
        Guid.Parse("00000000-0000-7000-8000-000000000002"),
        Guid.Empty,
        "A",
        "",
        TypedPitch.Of("6/12", PitchSource.Tape),
        Facing.South,
        Under.Attic
    );

    private static SeriesAnswer Of(string quantity, params string[] typed)
    {
        var readings = typed.Select(t => new MeasureFact(t, TypedLength.Of(t, LengthUnit.Inch).Inches, MeasuredHow.Tape)).ToList();
        var fact = new SeriesFact(Guid.Empty, Visit, Slope.Id, quantity, SeriesAlong.DownTheWall, "by the chase", readings);
        return SeriesAnswers.Of(RuleBook.Current, Input(VisitRecords.None with { Series = [fact] })).ShouldHaveSingleItem();
    }

    private static AssessInput Input(VisitRecords records) =>
        new(
            WeatherExposure.Ordinary,
            new DateOnly(2026, 9, 18),
            [Slope],
            [new CoveringFact(Guid.Empty, Slope.Id, CoveringKind.LaminatedShingle, 2010, 2010, AgeSource.Permit)],
            [],
            [],
            [],
            null,
            records
        );

    /// <summary>Common practice: hardboard that swells towards the bottom of a wall has been wet for years.</summary>
    [Fact]
    public void A_board_that_swells_downwards_rises_and_is_worst_at_the_bottom()
    {
        var series = Of("board-thickness", "3/4", "13/16", "7/8", "1 5/16");
        series.Trend.ShouldBe(Trend.Rising);
        series.WorstAt.ShouldBe(4);
        series.Words.ShouldContain("4 readings, 3/4 in to 1 5/16 in");
    }

    [Fact]
    public void Mean_and_spread_agree_with_a_statistics_library()
    {
        string[] typed = ["5", "5 1/8", "4 7/8", "5 1/4", "5", "3 1/2", "5 1/8"];
        var values = typed.Select(t => TypedLength.Of(t, LengthUnit.Inch).Inches).ToList();
        var series = Of("exposure", typed);
        series.Mean.ShouldBe(values.Mean(), 1e-4);
        series.Spread.ShouldBe(values.StandardDeviation(), 1e-4);
    }

    /// <summary>Common practice: 3 in where 5½ belongs shows crooked courses.</summary>
    [Fact]
    public void The_course_farthest_outside_the_limit_is_the_worst()
    {
        var series = Of("exposure", "5", "5", "3", "5", "5 1/8");
        series.WorstAt.ShouldBe(3);
        series.Points[2].Outside.ShouldBeTrue();
        series.Trend.ShouldBe(Trend.Level);
    }

    [Fact]
    public void Three_readings_are_too_few_for_a_trend() => Of("board-thickness", "1", "1 1/8", "1 1/4").Trend.ShouldBe(Trend.TooFew);

    /// <summary>Theil and Sen: one wild reading does not make the slope.</summary>
    [Fact]
    public void One_wild_reading_makes_no_slope() =>
        Of("board-thickness", "1", "1 1/8", "1 1/4", "9", "1 1/2", "1 5/8").PerStep.ShouldBe(0.125, 1e-6);

    [Fact]
    public void The_same_series_on_an_earlier_visit_is_set_beside_todays()
    {
        MeasureFact[] then = [new("1 1/8", 1.125, MeasuredHow.Tape)];
        MeasureFact[] now = [new("1 1/2", 1.5, MeasuredHow.Tape)];
        SeriesFact Made(Guid visit, MeasureFact[] readings) =>
            new(Guid.NewGuid(), visit, Slope.Id, "board-thickness", SeriesAlong.DownTheWall, "by the chase", readings);
        var past = new PastVisit(Guid.NewGuid(), new DateOnly(2022, 5, 1), "Sample", [], [], [], [Made(Guid.Empty, then)]);
        var all = SeriesAnswers.Of(RuleBook.Current, Input(VisitRecords.None with { Series = [Made(Visit, now)], PastVisits = [past] }));
        var over = all.Single(s => s.Along == SeriesAlong.OverVisits);
        over.Points.Select(p => p.Label).ShouldBe(["2022", "2026"]);
        over.PerStep.ShouldBe(0.375, 1e-6);
    }

    [Fact]
    public void Exposures_of_picked_courses_are_a_series_by_themselves()
    {
        var courses = new[] { (2, "5 5/8", 5.625), (9, "5 1/2", 5.5) }.Select(c => new CourseFact(
            Guid.NewGuid(),
            Visit,
            Slope.Id,
            c.Item1,
            12,
            [],
            new MeasureFact(c.Item2, c.Item3, MeasuredHow.Tape)
        ));
        var series = SeriesAnswers.Of(RuleBook.Current, Input(VisitRecords.None with { Courses = [.. courses] })).ShouldHaveSingleItem();
        series.Points.Select(p => p.At).ShouldBe([2, 9]);
    }
}
