using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>A plan begun by hand: from typed runs, or from a common form with its size.</summary>
public sealed class RunsAndFormsTests
{
    [Theory]
    [InlineData("east 40', north 30', west 40', south 30'", 4, 0)]
    [InlineData("e 40; n 30; w 40", 4, 360)]
    [InlineData("north 30', east 40', south 30', west 40'", 4, 0)]
    [InlineData("east 42', south 18' 6\", west 12', south 10', west 30', north 28' 6\"", 6, 0)]
    [InlineData("90° 40', 0° 30', 270° 40', 180° 30'", 4, 0)]
    [InlineData("east 40'\nnorth 30'\nwest 39' 11\"\nsouth 30'", 4, 1)]
    public void RunsMakeAFootprint(string text, int corners, double gap)
    {
        var answer = PlanRuns.Of(new RunsRequest(text));

        answer.Problems.ShouldBeEmpty();
        answer.Corners.Count.ShouldBe(corners);
        answer.GapInches.ShouldBe(gap, 1e-6);
        Geometry(answer).ShouldBeGreaterThan(0, "counter-clockwise");
    }

    /// <summary>A square of 10 ft that stands on its corner: each corner is 10 · sin 45° = 7.071 ft on from the last, either way.</summary>
    [Fact]
    public void RunsOffTheCompassGoTheirAngle()
    {
        var answer = PlanRuns.Of(new RunsRequest("45° 10', 315° 10', 225° 10', 135° 10'"));
        answer.GapInches.ShouldBe(0, 1e-6);
        var (wide, deep) = (
            answer.Corners.Max(c => c.X) - answer.Corners.Min(c => c.X),
            answer.Corners.Max(c => c.Y) - answer.Corners.Min(c => c.Y)
        );
        (wide / 12).ShouldBe(14.142, 0.001);
        (deep / 12).ShouldBe(14.142, 0.001);
        // Seven degrees off north, 100 ft by 50 ft: 12.187 + 49.627 ft wide and 99.255 + 6.093 ft deep.
        var far = PlanRuns.Of(new RunsRequest("7° 100', 97° 50', 187° 100', 277° 50'")).Corners.Select(c => (c.X / 12, c.Y / 12)).ToList();
        (far.Max(c => c.Item2) - far.Min(c => c.Item2)).ShouldBe(99.255 + 6.093, 0.001);
        (far.Max(c => c.Item1) - far.Min(c => c.Item1)).ShouldBe(12.187 + 49.627, 0.001);
    }

    private static double Geometry(RunsAnswer answer) =>
        Core.RoofPlans.Geometry.Polygons.SignedArea([.. answer.Corners.Select(c => new Core.RoofPlans.Geometry.PlanPoint(c.X, c.Y))]);

    [Fact]
    public void RunsThatDoNotCloseSayWhichRunWould()
    {
        static string Closing(string text) => PlanRuns.Of(new RunsRequest(text)).Closing;
        Closing("east 40', north 30', west 38'").ShouldBe("south 30 ft, west 24 in");
        // Up to 3 in of a direction is what a tape misses by (common practice).
        Closing("east 40', north 30', west 39' 9\"").ShouldBe("south 30 ft");
        Closing("east 40', north 30', west 39' 8\"").ShouldBe("south 30 ft, west 4 in");
        Closing("east 40', north 20', west 20', south 19' 9\"").ShouldBe("west 20 ft");
        Closing("east 40', north 20', west 20', south 19' 8\"").ShouldBe("south 4 in, west 20 ft");
    }

    [Theory]
    [InlineData("", 0, "runs.count")]
    [InlineData("40', north 30'", 1, "runs.no-direction")]
    [InlineData("east 40', up 30'", 2, "runs.no-direction")]
    [InlineData("east 40', north, west 4'", 2, "runs.no-direction")]
    [InlineData("east 40', north a bit", 2, "runs.no-length")]
    [InlineData("east 40', north 0", 2, "runs.no-length")]
    [InlineData("east 40', west 40'", 0, "runs.too-few")]
    [InlineData("east 40', north 30', west 20', south 40', east 10'", 1, "runs.cross")]
    public void RunsThatCannotBeReadNameTheRun(string text, int run, string code)
    {
        var problem = PlanRuns.Of(new RunsRequest(text)).Problems[0];

        (problem.Run, problem.Code).ShouldBe((run, code));
    }

    /// <summary>As many runs as a part may have corners.</summary>
    [Theory]
    [InlineData(400, false)]
    [InlineData(401, true)]
    public void A_footprint_has_at_most_400_runs(int runs, bool refused) =>
        PlanRuns
            .Of(new RunsRequest(string.Join(", ", Enumerable.Range(0, runs).Select(i => i % 2 == 0 ? "east 1'" : "north 1'"))))
            .Problems.Any(p => p.Code == "runs.count")
            .ShouldBe(refused);

    [Theory]
    [InlineData(StarterForm.Gable, 2)]
    [InlineData(StarterForm.Hip, 4)]
    [InlineData(StarterForm.L, 4)]
    [InlineData(StarterForm.T, 5)]
    [InlineData(StarterForm.Shed, 1)]
    [InlineData(StarterForm.Flat, 1)]
    public void EveryFormRaisesARoofWhicheverWayItLooks(StarterForm form, int slopes)
    {
        foreach (var front in new[] { 0.0, 45, 90, 180, 225, 270, 301.5 })
        {
            var answer = PlanStarters.Of(Starter(form, front, []));
            var measured = Plans.Measure(Plans.Of(answer.Part!));

            measured.Problems.ShouldBeEmpty();
            measured.Facets.Count.ShouldBe(slopes, $"{form} to {front}°");
            measured.Closings.ShouldAllBe(c => c.Closes);
        }
    }

    /// <summary>A direction is one of 360 degrees, however far somebody turned.</summary>
    [Theory]
    [InlineData(0, 0)]
    [InlineData(359, 359)]
    [InlineData(360, 0)]
    [InlineData(450, 90)]
    [InlineData(-90, 270)]
    public void AFlatFormLooksWhereItWasTurned(double front, double azimuth) =>
        PlanStarters.Of(Starter(StarterForm.Flat, front, [])).Part!.Alone!.AzimuthDegrees.ShouldBe(azimuth);

    [Theory]
    [InlineData(0, 240)]
    [InlineData(240, 0)]
    [InlineData(-1, 240)]
    [InlineData(double.NaN, 240)]
    public void AFormWithoutASizeSaysSo(double width, double depth)
    {
        var answer = PlanStarters.Of(Starter(StarterForm.Gable, 180, []) with { Width = width, Depth = depth });
        answer.Part.ShouldBeNull();
        answer.Problem!.Text.ShouldBe("Give width and depth, each more than zero.");
    }

    /// <summary>A form that is not flat is raised at 6:12 where no pitch is given (common practice).</summary>
    [Theory]
    [InlineData(0, 6)]
    [InlineData(-4, 6)]
    [InlineData(0.5, 0.5)]
    public void AFormWithoutAPitchIsRaisedAllTheSame(double given, double raised) =>
        PlanStarters.Of(Starter(StarterForm.Hip, 180, []) with { RisePer12 = given }).Part!.Corners.ShouldAllBe(c => c.RisePer12 == raised);

    [Fact]
    public void AFormTakesOverLetteredSlopesByTheWayTheyFall()
    {
        SlopeFact Slope(int id, string letter, Facing facing, double rise) =>
            new(Plans.Id(id), Plans.Id(9000), letter, "", TypedPitch.Of($"{rise}:12", PitchSource.Tape), facing, Under.Attic);
        var answer = PlanStarters.Of(
            Starter(StarterForm.Gable, 180, [Slope(1, "A", Facing.North, 8), Slope(2, "B", Facing.South, 8), Slope(3, "C", Facing.East, 4)])
        );

        answer.Taken.ShouldBe([Plans.Id(1), Plans.Id(2)], ignoreOrder: true);
        Plans.Measure(Plans.Of(answer.Part!)).Facets.Single(f => f.Facing == Facing.South).SlopeId.ShouldBe(Plans.Id(2));
        answer.Part!.Corners.Where(c => !c.Gable).ShouldAllBe(c => c.RisePer12 == 8);
    }

    /// <summary>A slope recorded level has no pitch to give: the form keeps its own.</summary>
    [Fact]
    public void ALevelSlopeGivesAFormNoPitch()
    {
        var level = new SlopeFact(Plans.Id(1), Plans.Id(9000), "A", "", TypedPitch.Of("0:12", PitchSource.Tape), Facing.South, Under.Attic);
        var bare = PlanStarters.Of(Starter(StarterForm.Gable, 180, [])).Part!;
        var answer = PlanStarters.Of(Starter(StarterForm.Gable, 180, [level]));
        answer.Taken.ShouldBe([Plans.Id(1)]);
        answer.Part!.Corners.Select(c => c.RisePer12).ShouldBe(bare.Corners.Select(c => c.RisePer12));
    }

    [Fact]
    public void AFormWithoutSizeIsRefused() =>
        PlanStarters.Of(Starter(StarterForm.Hip, 0, []) with { Width = double.NaN }).Problem?.Code.ShouldBe("starter.no-size");

    private static StarterRequest Starter(StarterForm form, double front, IReadOnlyList<SlopeFact> take) =>
        new(
            form,
            480,
            360,
            form == StarterForm.Flat ? 0.25 : 6,
            front,
            0,
            0,
            120,
            PartKind.House,
            [.. Enumerable.Range(1000, 17).Select(Plans.Id)],
            take
        );
}
