using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>Where a slope that is framed steeper comes to meet the slopes beside: worked by hand from the heights of both planes.</summary>
public class SteepeningTests
{
    private const double Steep = 4;

    /// <summary>A house of 40 by 30 ft at 6:12 with its eaves at 10 ft; a porch of 10 by 8 ft before its south eave, at 1:12, whose top meets that eave.</summary>
    private static PlanFact Porch(double rise = 1) =>
        Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3), Plans.OneSlope(2, 10, -8, 10, 8, rise, 180, 10 - (8 * rise / 12)));

    private static readonly Guid South = Plans.Id(151);
    private static readonly Guid OnPorch = Plans.Id(251);

    private static IReadOnlyList<NewFold> Folds(PlanFact plan, Guid slope, double rise = Steep) =>
        PlannedRoof.Of(plan, []).NewFolds([slope], rise);

    /// <summary>
    /// 4:12 from the porch's eave is 24 in above the house's eave and runs 4 in a foot against its 6: they meet 12 ft up on plan, 13.4 ft along the roof, and 120 ft² on plan are
    /// 134.2 ft² of the house's slope. The porch stays 10 ft wide.
    /// </summary>
    [Fact]
    public void A_porch_runs_up_onto_the_house()
    {
        var fold = Folds(Porch(), OnPorch).ShouldHaveSingleItem();
        (fold.SlopeId, fold.OtherSlopeId, fold.Class).ShouldBe((OnPorch, South, EdgeClass.PitchBreak));
        new[] { fold.From.X, fold.To.X }.Order().ShouldBe([120, 240]);
        (fold.From.Y, fold.To.Y).ShouldBe((144, 144));
        (fold.From.Z, fold.To.Z).ShouldBe((192, 192));
        fold.TrueFeet.ShouldBe(10);
        fold.FeetUp.ShouldBe(13.42, .01);
        fold.CoveredSquareFeet.ShouldBe(134.16, .01);
    }

    /// <summary>At 3:12 it is 8 in above the house's eave and runs up 4 ft; at 4:12 it is steep enough as it is.</summary>
    [Theory]
    [InlineData(3, 48.0)]
    [InlineData(3.5, 24.0)]
    [InlineData(4, null)]
    public void The_flatter_it_was_the_farther_it_runs_up(double rise, double? inches) =>
        Folds(Porch(rise), OnPorch).Select(f => (double?)f.From.Y).SingleOrDefault().ShouldBe(inches);

    /// <summary>
    /// Two slopes that meet in a valley, 1:12 and 6:12: at 4:12 the valley turns to where 4 in a foot of the one are 6 of the other. It ends where the slope did that is raised.
    /// </summary>
    [Fact]
    public void A_valley_turns_onto_the_slope_beside()
    {
        var part = Plans.Part(1, Plans.LShape, 6);
        var corners = part.Corners.ToList();
        corners[2] = corners[2] with { RisePer12 = 1 };
        var plan = Plans.Of(part with { Corners = corners });
        var (flat, beside) = (Plans.Id(153), Plans.Id(154));
        PlanEdgesOf(plan).ShouldContain(e => e.Class == EdgeClass.Valley && e.SlopeId == flat && e.OtherSlopeId == beside);
        var fold = Folds(plan, flat).Single(f => f.OtherSlopeId == beside);
        fold.Class.ShouldBe(EdgeClass.Valley);
        foreach (var end in new[] { fold.From, fold.To })
        {
            (4 * (240 - end.Y)).ShouldBe(6 * (216 - end.X), .1);
            end.Z.ShouldBe(120 + ((240 - end.Y) / 3), .1);
        }
        // From the inner corner, where both eaves meet.
        new[] { fold.From, fold.To }.ShouldContain(p => Math.Abs(p.X - 216) < .1 && Math.Abs(p.Y - 240) < .1);
        fold.TrueFeet.ShouldBeGreaterThan(1);
    }

    private static IReadOnlyList<PlanEdge> PlanEdgesOf(PlanFact plan) => PlanEdges.Classify(plan, PlanSolver.Solve(plan));

    /// <summary>Raised past the ridge it stands above the far slope: a wall, and no line on it. A plan without sizes has none, and what lies apart none.</summary>
    [Fact]
    public void Where_planes_do_not_meet_there_is_no_line()
    {
        // A shed 2:12 that meets a shed falling the other way at its top.
        var back = Plans.Of(Plans.OneSlope(1, 0, 0, 20, 20, 2, 180, 10), Plans.OneSlope(2, 0, 20, 20, 20, 2, 0, 10));
        Folds(back, Plans.Id(151)).ShouldBeEmpty();
        Folds(Porch() with { Sized = false }, OnPorch).ShouldBeEmpty();
        Folds(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3), Plans.OneSlope(2, 100, -8, 10, 8, 1, 180, 9)), OnPorch).ShouldBeEmpty();
    }

    /// <summary>The line stands with the decision, and the job lists the valley and the covering that is opened for it.</summary>
    [Fact]
    public void The_line_is_part_of_the_job()
    {
        var slope = Roof.A with { Id = OnPorch, Letter = "E", Pitch = TypedPitch.Of("1/12", PitchSource.Plan) };
        var house = Roof.B with { Id = South, Letter = "A", Pitch = TypedPitch.Of("6/12", PitchSource.Plan) };
        AssessInput Told(OpinionAction action, PlanFact plan) =>
            Cases.With(
                Cases.Several((slope, "laminatedShingle", 2018), (house, "laminatedShingle", 2018)) with
                {
                    Plan = plan,
                },
                Cases.Recommended(action, slope.Id)
            );
        Assessment Judged(OpinionAction action) => Assessor.Assess(Told(action, Porch()), RuleBook.Current);
        RoofDecision Decision(Assessment of) => of.RoofDecisions.Single(d => d.SlopeIds.Contains(slope.Id));
        var reslope = Judged(OpinionAction.Reslope);
        Decision(reslope).NewFolds!.ShouldHaveSingleItem().OtherSlopeId.ShouldBe(house.Id);
        var take = reslope.Work.Single(w => w.IsRenewal).Quantities!;
        take.Assumed.ShouldContain(
            "The new deck meets slope A 13.4 ft up: about 134 ft² of its covering has to be opened, not counted here."
        );
        // A break of pitch takes no valley lining.
        take.Lines.ShouldNotContain(l => l.Key == "valleys");
        Decision(Judged(OpinionAction.Replace)).NewFolds.ShouldBeNull();
    }

    /// <summary>The valley that comes with the new pitch is lined, beside what the slope has of its own.</summary>
    [Fact]
    public void A_new_valley_is_lined()
    {
        var part = Plans.Part(1, Plans.LShape, 6);
        var corners = part.Corners.ToList();
        corners[2] = corners[2] with { RisePer12 = 1 };
        var plan = Plans.Of(part with { Corners = corners });
        var slope = Roof.A with { Id = Plans.Id(153), Letter = "C", Pitch = TypedPitch.Of("1/12", PitchSource.Plan) };
        var beside = Roof.B with { Id = Plans.Id(154), Letter = "D", Pitch = TypedPitch.Of("6/12", PitchSource.Plan) };
        var input = Cases.With(
            Cases.Several((slope, "laminatedShingle", 2018), (beside, "laminatedShingle", 2018)) with
            {
                Plan = plan,
            },
            Cases.Recommended(OpinionAction.Reslope, slope.Id)
        );
        var take = Assessor.Assess(input, RuleBook.Current).Work.Single(w => w.IsRenewal).Quantities!;
        var fold = Folds(plan, slope.Id).Single(f => f.OtherSlopeId == beside.Id);
        var line = take.Lines.Single(l => l is { Key: "valleys", Unit: "ft" });
        line.Basis.ShouldEndWith(FormattableString.Invariant($"{fold.TrueFeet:0.#} ft of new valley on slope D"));
        var own = PlanEdgesOf(plan)
            .Where(e => e.Class == EdgeClass.Valley && (e.SlopeId == slope.Id || e.OtherSlopeId == slope.Id))
            .Sum(e => e.TrueFeet);
        line.Amount.ShouldBe(own + fold.TrueFeet, .1);
    }
}
