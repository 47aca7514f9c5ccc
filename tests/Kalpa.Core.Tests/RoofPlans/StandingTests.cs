using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>What stands on a slope, checked by plane geometry worked by hand; and parts that cannot be raised, told while the rest is measured.</summary>
public sealed class StandingTests
{
    private const double Hundredth = 0.02;

    private static readonly PlanPart House = Plans.Rectangle(1, 0, 0, 40, 30, 12, 1, 3);

    private static PlanPart OnSouth(PlanPart part, double heightFeet) =>
        part with
        {
            Kind = PartKind.Dormer,
            HeightInches = heightFeet * 12,
            OnSlope = House.Corners[0].SlopeId,
        };

    [Fact]
    public void AShedDormerEndsWhereItsFlatterSlopeMeetsTheSteeperOne()
    {
        // Its eave stands 7 ft over the house's, 3 ft in; at 3:12 it gains on plan x/4 while the house gains x: they meet where 7 + x/4 = 3 + x.
        var dormer = OnSouth(Plans.OneSlope(2, 10, 3, 12, 11, 3, 180, 17), 17);
        var answer = Plans.Measure(Plans.Of(House, dormer));

        answer.Problems.ShouldBeEmpty();
        const double Back = 16.0 / 3;
        var slope = answer.Facets.Single(f => f.PartId == dormer.Id);
        slope.PlanSquareFeet.ShouldBe(12 * Back, Hundredth);
        answer.Feet(EdgeClass.PitchBreak).ShouldBe(12, Hundredth);
        answer.Edges.Where(e => e.Class == EdgeClass.Sidewall).Sum(e => e.PlanFeet).ShouldBe(2 * Back, Hundredth);
        answer.Edges.Single(e => e.Class == EdgeClass.Headwall).StepInches.ShouldBe(4 * 12, 0.1);
        answer.Facets.Single(f => f.SlopeId == House.Corners[0].SlopeId).CoveredSquareFeet.ShouldBe(12 * Back, Hundredth);
    }

    [Fact]
    public void AnAdditionRunsOutOverTheEaveItStandsOn()
    {
        // A wing 20 ft wide at 12:12 rises 10 ft: its ridge meets the house's slope 10 ft in, its valleys begin where its eaves cross the house's.
        var wing = OnSouth(Plans.Rectangle(2, 10, -15, 20, 26, 12, 0, 2), 10) with
        {
            Kind = PartKind.Addition,
        };
        var answer = Plans.Measure(Plans.Of(House, wing));

        answer.Problems.ShouldBeEmpty();
        answer.Edges.Count(e => e.Class == EdgeClass.Valley).ShouldBe(2);
        answer.Edges.Where(e => e.Class == EdgeClass.Valley).ShouldAllBe(e => Math.Abs(e.TrueFeet - (10 * Math.Sqrt(3))) < Hundredth);
        answer.Feet(EdgeClass.Ridge).ShouldBe(40 + 25, Hundredth);
        // The house's eave is gone where the wing runs out over it.
        answer
            .Edges.Where(e => e.Class == EdgeClass.Eave && e.SlopeId == House.Corners[0].SlopeId)
            .Sum(e => e.PlanFeet)
            .ShouldBe(20, Hundredth);
        answer.PlanSquareFeet.ShouldBe(1200 + (15 * 20), Hundredth);
        answer.Closings.ShouldAllBe(c => c.Closes);
    }

    public static TheoryData<string, PlanPart> Troubles() =>
        new()
        {
            { "plan.stands-on-nothing", Plans.Rectangle(2, 60, 0, 10, 12, 6) with { OnSlope = Plans.Id(4242) } },
            { "plan.beyond-slope", OnSouth(Plans.Rectangle(2, 10, 3, 10, 24, 6, 0, 2), 24) },
            { "plan.no-height", Plans.Rectangle(2, 60, 0, 10, 12, 6) with { HeightInches = double.NaN } },
            { "plan.bad-pitch", Plans.OneSlope(2, 60, 0, 10, 12, -1, 180, 8) },
            { "plan.bad-pitch", Plans.OneSlope(2, 60, 0, 10, 12, 25, 180, 8) },
            { "plan.bad-pitch", Plans.OneSlope(2, 60, 0, 10, 12, 3, double.NaN, 8) },
            { "footprint.no-pitch", Plans.Rectangle(2, 60, 0, 10, 12, 0) },
            { "footprint.crosses-itself", Plans.Part(2, [(60, 0), (70, 12), (70, 0), (60, 12)], 6) },
        };

    [Theory]
    [MemberData(nameof(Troubles))]
    public void APartInTroubleIsToldAndTheHouseIsMeasured(string code, PlanPart part)
    {
        var answer = Plans.Measure(Plans.Of(House, part));

        answer.Problems.ShouldContain(p => p.Code == code && p.PartId == part.Id);
        answer.Facets.Where(f => f.PartId == House.Id).Sum(f => f.PlanSquareFeet + f.CoveredSquareFeet).ShouldBe(1200, Hundredth);
    }
}
