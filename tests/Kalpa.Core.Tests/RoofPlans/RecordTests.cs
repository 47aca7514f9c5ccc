using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>What of a plan can be recorded: a drawing out of shape can, numbers that are none cannot.</summary>
public sealed class RecordTests
{
    private static readonly PlanFact House = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6));

    private static readonly DetailFact Boot = new(Plans.Id(5), Plans.Id(9000), DetailKind.Boot, new Spot(Plans.Id(151), 10, 20));

    private static PlanFact With(Func<PlanCorner, PlanCorner> change) =>
        House with
        {
            Parts = [House.Parts[0] with { Corners = [change(House.Parts[0].Corners[0]), .. House.Parts[0].Corners.Skip(1)] }],
        };

    public static TheoryData<string, IFact> Sound() =>
        new()
        {
            { "a house", House },
            { "letters only", House with { Sized = false } },
            { "an empty plan", House with { Parts = [] } },
            { "a footprint that crosses itself", With(c => c with { X = 900, Y = 900 }) },
            { "a footprint turned inside out", With(c => c with { X = 2000 }) },
            { "a slope without a pitch yet", With(c => c with { RisePer12 = 0 }) },
            { "no overhang", With(c => c with { OverhangInches = 0 }) },
            { "a boot", Boot },
            { "a boot off its slope", Boot with { Spot = new Spot(Plans.Id(151), -500, 9000) } },
            { "a chimney of 100 ft", Boot with { WidthInches = 1200 } },
            { "waved off with a reason", new NoticeReplyFact(Plans.Id(1), Plans.Id(2), "ice:1", null, "no ice here") },
            { "taken as a finding", new NoticeReplyFact(Plans.Id(1), Plans.Id(2), "ice:1", Plans.Id(3)) },
        };

    [Theory]
    [MemberData(nameof(Sound))]
    public void WhatCanBeDrawnIsRecorded(string what, IFact fact) => FactChecks.Of(fact, RuleBook.Current).ShouldBeEmpty(what);

    public static TheoryData<string, IFact> Unsound() =>
        new()
        {
            { "plan.no-number", With(c => c with { X = double.NaN }) },
            { "plan.no-number", With(c => c with { Y = double.PositiveInfinity }) },
            { "plan.no-number", With(c => c with { RisePer12 = double.NaN }) },
            { "plan.no-number", With(c => c with { OverhangInches = -1 }) },
            { "plan.no-number", With(c => c with { ParapetInches = 1201 }) },
            { "plan.corners", House with { Parts = [House.Parts[0] with { Corners = [.. House.Parts[0].Corners.Take(2)] }] } },
            { "plan.bad-height", House with { Parts = [House.Parts[0] with { HeightInches = double.NaN }] } },
            { "plan.same-id", House with { Parts = [House.Parts[0], House.Parts[0]] } },
            { "plan.same-slope", With(c => c with { SlopeId = Plans.Id(152) }) },
            { "plan.bad-wall", House with { WallInches = -0.1 } },
            { "plan.bad-barrier", House with { IceBarrierInches = double.NaN } },
            { "detail.no-place", Boot with { Spot = new Spot(Plans.Id(151), double.NaN, 0) } },
            { "detail.bad-size", Boot with { WidthInches = 0 } },
            { "detail.bad-size", Boot with { HeightInches = 1200.1 } },
            { "notice.no-reason", new NoticeReplyFact(Plans.Id(1), Plans.Id(2), "ice:1", null) },
            { "fact.no-id", House with { Id = Guid.Empty } },
        };

    [Theory]
    [MemberData(nameof(Unsound))]
    public void WhatIsNoPlanIsRefused(string code, IFact fact) =>
        FactChecks.Of(fact, RuleBook.Current).Select(p => p.Code).ShouldContain(code);

    [Fact]
    public void AChimneyKeepsItsPlaceWhenTheEaveIsPutRight()
    {
        var moved = PlanEdits
            .Of(new PlanEditRequest(House, new PlanEdit(PlanVerb.MoveEdge, Plans.Id(100), Plans.Id(101), Inches: 24)))
            .Plan;
        var spot = new Spot(Plans.Id(151), 240, 60);
        var changed = PlanSpots.Of(new PlanSpotsRequest(House, moved, [new SpotOf(Boot.Id, spot)], true)).Changed.ShouldHaveSingleItem();

        // The eave went 2 ft south: from it the chimney now stands 2 ft farther up.
        changed.Spot.ShouldBe(spot with { Up = 84 });
    }

    [Fact]
    public void AChimneyGoesAlongWhenItsPartIsMovedAsAWhole()
    {
        var moved = PlanEdits.Of(new PlanEditRequest(House, new PlanEdit(PlanVerb.MovePart, Plans.Id(100), X: 500, Y: -80))).Plan;

        PlanSpots.Of(new PlanSpotsRequest(House, moved, [new SpotOf(Boot.Id, Boot.Spot)], true)).Changed.ShouldBeEmpty();
        var (before, after) = (Plans.Measure(House, Boot).Details[0], Plans.Measure(moved, Boot).Details[0]);
        (after.X - before.X, after.Y - before.Y).ShouldBe((500, -80));
    }

    [Fact]
    public void ADetailGoesToTheHalfItLiesOnWhenASlopeIsSplitAndAFindingStaysWithItsSlope()
    {
        var split = new PlanEdit(
            PlanVerb.SplitEdge,
            Plans.Id(100),
            Plans.Id(101),
            Share: 0.75,
            NewCornerId: Plans.Id(801),
            NewSlopeId: Plans.Id(802)
        );
        var after = PlanEdits.Of(new PlanEditRequest(House, split)).Plan;
        SpotOf[] east = [new(Boot.Id, new Spot(Plans.Id(151), 420, 30))];

        PlanSpots.Of(new PlanSpotsRequest(House, after, east, true)).Changed[0].Spot.SlopeId.ShouldBe(Plans.Id(802));
        PlanSpots.Of(new PlanSpotsRequest(House, after, east, false)).Changed.ShouldBeEmpty();
        DetailPlaces.Of(PlanSolver.Solve(after), Boot.Id, east[0].Spot).OnSlope.ShouldBeFalse("it waits for a place");
    }
}
