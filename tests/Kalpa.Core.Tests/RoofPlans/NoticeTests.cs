using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>Ice, crickets, and what a plan notices by itself.</summary>
public sealed class NoticeTests
{
    /// <summary>IRC 2021 Table R1003.20, all rows: slope in 12 and height as a part of the width W.</summary>
    [Theory]
    [InlineData(12, 2)]
    [InlineData(8, 3)]
    [InlineData(6, 4)]
    [InlineData(4, 6)]
    [InlineData(3, 8)]
    public void CricketHeightsAreThoseOfTheTable(double rise, double divisor)
    {
        Crickets.HeightInches(36, rise).ShouldBe(36 / divisor, 1e-9);
        Crickets.InTable(rise).ShouldBeTrue();
        Crickets.InTable(2.9).ShouldBeFalse();
        Crickets.InTable(12.1).ShouldBeFalse();
    }

    /// <summary>Wider than 30 in (IRC 2021 R1003.20), with a foot of slope or more above its back.</summary>
    [Theory]
    [InlineData(30, 10, 0, 1, false)]
    [InlineData(30.1, 10, 0, 1, true)]
    [InlineData(36, 1, 0, 1, false)]
    [InlineData(36, 1.01, 0, 1, true)]
    [InlineData(36, 2, 24, 1, false)]
    [InlineData(36, 2.01, 24, 1, true)]
    [InlineData(36, 2.01, 24, 1.118, false)]
    public void A_cricket_is_asked(double width, double ridgeFeet, double length, double slopeFactor, bool asked)
    {
        var chimney = new DetailFact(Guid.Empty, Guid.Empty, DetailKind.Chimney, new Spot(Guid.Empty, 0, 0), width, length);
        var place = new PlacedSpot(Guid.Empty, Guid.Empty, true, 0, 0, 0, 5, ridgeFeet);
        Crickets.Asked(chimney, place, slopeFactor).ShouldBe(asked);
        Crickets.Asked(chimney with { Kind = DetailKind.Skylight }, place, slopeFactor).ShouldBeFalse();
        Crickets.Asked(chimney, place with { OnSlope = false }, slopeFactor).ShouldBeFalse();
    }

    /// <summary>Level water behind a dam: geometry, worked by hand.</summary>
    [Theory]
    [InlineData(2, 6, 4)]
    [InlineData(1, 1, 12)]
    [InlineData(1, 0.5, 24)]
    [InlineData(12, 6, 24)]
    public void ADamHoldsWaterBackLevel(double dam, double rise, double reach) => IceReaches.ReachInches(dam, rise).ShouldBe(reach, 1e-9);

    [Fact]
    public void TheBarrierReaches24InchesInsideTheWall()
    {
        // IRC 2021 R905.1.2: overhang 18 in, wall 6 in, 6:12 → 53.7 in, two courses of 36 in with lap.
        IceReaches.RequiredInches(18, 6, 6).ShouldBe(53.67, 0.01);
        IceReaches.Courses(IceReaches.RequiredInches(18, 6, 6)).ShouldBe(2);
        // On 8:12 and steeper at least 36 in along the slope; flatter, no such floor.
        IceReaches.RequiredInches(0, 0, 8).ShouldBe(36);
        IceReaches.RequiredInches(0, 0, 7.9).ShouldBeLessThan(30);
    }

    [Fact]
    public void WaterStaysOverTheBarrierUntilTheDamIsHighEnough()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6)) with { IceBarrierInches = 36 };
        IceVerdict At(double dam) => PlanMeasures.Of(new PlanRequest(plan, [], [], Plans.Day, null, dam), RuleBook.Current).Ice[0].Verdict;

        // 36 in along 6:12 are 32.2 in level, behind 16.1 in of dam.
        At(16).ShouldBe(IceVerdict.Inside);
        At(17).ShouldBe(IceVerdict.Past);
        PlanMeasures
            .Of(new PlanRequest(plan with { IceBarrierInches = null }, [], [], Plans.Day, null, 6), RuleBook.Current)
            .Ice[0]
            .Verdict.ShouldBe(IceVerdict.Unknown);
    }

    [Fact]
    public void WhereTheLocalTableAsksNoBarrierNoneIsMissing()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6)) with { IceBarrierInches = 10 };

        Keys(Notices(plan)).ShouldContain(k => k.StartsWith("ice:", StringComparison.Ordinal));
        Notices(plan with { IceBarrierAsked = false }).ShouldBeEmpty();
        var porch = plan with { Parts = [plan.Parts[0] with { Under = Under.Porch }] };
        Notices(porch).ShouldBeEmpty();
    }

    [Theory]
    [InlineData(30, null, false)]
    [InlineData(30.0625, null, true)]
    [InlineData(36, false, true)]
    [InlineData(36, true, false)]
    public void ACricketIsMissedBehindAnythingWiderThan30Inches(double wide, bool? cricket, bool noticed)
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6));
        var chimney = Chimney(plan, 20 * 12, 8 * 12, wide, cricket);

        Keys(Notices(plan, chimney)).Any(k => k.StartsWith("cricket:", StringComparison.Ordinal)).ShouldBe(noticed);
    }

    [Fact]
    public void NothingDrainsAgainstAChimneyOnTheRidge()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6));

        Notices(plan, Chimney(plan, 20 * 12, (15 * 12) - 10, 40, null)).ShouldBeEmpty();
        // A skylight may be listed to do without.
        var skylight = Chimney(plan, 20 * 12, 8 * 12, 48, null) with
        {
            Kind = DetailKind.Skylight,
        };
        Notices(plan, skylight).ShouldBeEmpty();
    }

    [Fact]
    public void ACricketComesWithItsSize()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6));
        var notice = Notices(plan, Chimney(plan, 20 * 12, 8 * 12, 36, false)).ShouldHaveSingleItem();

        notice.Advice.ShouldContain("9 in high");
        notice.Condition.ShouldBe("cricket-missing");
        notice.Measure!.Value.ShouldBe(36);
        notice.Spot.ShouldNotBeNull();
    }

    [Fact]
    public void AButterflyHasAFlatValleyAndACommonLHasNone()
    {
        var west = Plans.OneSlope(1, 0, 0, 15, 40, 3, 90, 14);
        var east = Plans.OneSlope(2, 15, 0, 15, 40, 3, 270, 14 - (15 * 3 / 12.0));
        // Both fall to the line between them, which runs level.
        east = east with
        {
            Corners = [.. east.Corners],
        };
        var butterfly = Plans.Of(west, east);
        Plans.Measure(butterfly).Feet(EdgeClass.Valley).ShouldBe(40, 0.05);
        Keys(Notices(butterfly)).ShouldContain(k => k.StartsWith("valley:", StringComparison.Ordinal));
        Notices(butterfly).ShouldContain(n => n.Why == "The valley between slopes A and B falls 0:12, though the slopes are steeper.");

        Notices(Plans.Of(Plans.Part(1, Plans.LShape, 6, 1, 4))).ShouldBeEmpty();
    }

    [Fact]
    public void AWallThatEndsAtTheEaveWantsAKickOut()
    {
        var tall = Plans.Rectangle(1, 0, 0, 20, 30, 6, 0, 2) with { HeightInches = 240 };
        var low = Plans.Rectangle(2, 19, 0, 15, 30, 6, 1, 3);
        var plan = Plans.Of(tall, low);
        var notices = Notices(plan);
        notices.Count(n => n.Condition == "kickout-missing").ShouldBe(2);

        var spot = DetailPlaces.At(PlanSolver.Solve(plan), (19 * 12) + 3, 6, null)!;
        var there = new DetailFact(Plans.Id(5), Plans.Id(9000), DetailKind.WallEnd, spot, KickOut: true);
        Notices(plan, there).Count(n => n.Condition == "kickout-missing").ShouldBe(1);
        Notices(plan, there with { KickOut = false }).Count(n => n.Condition == "kickout-missing").ShouldBe(2);

        // A detail within 3 ft is that of this end of the wall.
        int LeftAt(double up) =>
            Notices(plan, there with { Spot = DetailPlaces.At(PlanSolver.Solve(plan), (19 * 12) + 3, up, null)! })
                .Count(n => n.Condition == "kickout-missing");
        LeftAt(30).ShouldBe(1);
        LeftAt(40).ShouldBe(2);
    }

    [Fact]
    public void ACoveringBelowItsLeastSlopeIsNoticedUnlessItWasFound()
    {
        var plan = Plans.Of(Plans.OneSlope(1, 0, 0, 16, 9, 1, 180, 8));
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, plan, [], Plans.Day)).Changed;
        slopes = [.. slopes.Select(s => s with { Pitch = TypedPitch.Of("1:12", PitchSource.Tape) })];
        var shingles = new CoveringFact(Plans.Id(3), slopes[0].Id, CoveringKind.LaminatedShingle, 2018, 2018, AgeSource.Owner);
        NoticesRequest Request(params FindingFact[] findings) => new(new PlanRequest(plan, [], [shingles], Plans.Day), slopes, findings);

        var notice = PlanNotices.Of(Request(), RuleBook.Current).Notices.ShouldHaveSingleItem();
        notice.Condition.ShouldBe("covering-too-flat");
        var finding = new FindingFact(
            Plans.Id(4),
            Plans.Id(6),
            slopes[0].Id,
            "field",
            "covering-too-flat",
            "",
            WaterEvidence.NoneSeen,
            Extent.General
        );
        PlanNotices.Of(Request(finding), RuleBook.Current).Notices.ShouldBeEmpty();
    }

    [Fact]
    public void NothingIsNoticedOnAPlanOfLettersOnly() =>
        Notices(Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6)) with { Sized = false, IceBarrierInches = 1 }).ShouldBeEmpty();

    [Fact]
    public void TheWorstStandsFirst()
    {
        var tall = Plans.Rectangle(1, 0, 0, 20, 30, 6, 0, 2) with { HeightInches = 240 };
        var plan = Plans.Of(tall, Plans.Rectangle(2, 19, 0, 15, 30, 6, 1, 3)) with { IceBarrierInches = 12 };
        var urgencies = Notices(plan).Select(n => (int)n.Urgency).ToList();

        urgencies.Count.ShouldBeGreaterThan(3);
        urgencies.ShouldBe([.. urgencies.OrderDescending()]);
    }

    [Theory]
    // A chimney 40 in wide and 24 in up its slope of 6:12 stands 5 ft, or 12 ft, of plan below the ridge: by hand 40/12 ft times what is above its back.
    [InlineData(10, "13.7 sq ft of roof drains to its uphill side: required by its width, but little water arrives here.")]
    [InlineData(3, "37 sq ft of roof drains to its uphill side.")]
    public void A_cricket_is_told_with_the_water_that_arrives(double feetUp, string water)
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
        Notices(plan, Chimney(plan, 240, feetUp * 12, 40, null)).Single(n => n.Condition == "cricket-missing").Advice.ShouldEndWith(water);
    }

    [Fact]
    public void A_wall_end_is_told_with_the_roof_and_wall_above_it()
    {
        // A wing of 4:12 runs 10 ft down along the house's side wall: the foot beside it sheds 10 sq ft, the house's eave above drops 10 ft of run on each of its 10 ft,
        // and the wall adds half of what stands above the wing. The house has no overhang, which would keep the foot dry.
        var house = Plans.Rectangle(1, 0, 0, 20, 30, 6, 0, 2) with
        {
            HeightInches = 240,
        };
        house = house with { Corners = [.. house.Corners.Select(c => c with { OverhangInches = 0 })] };
        var wing = Plans.OneSlope(2, 20, 0, 15, 10, 4, 180, 10);
        var notice = Notices(Plans.Of(house, wing)).First(n => n.Condition == "kickout-missing");
        notice.Advice.ShouldContain("110 sq ft of roof and ");
        notice.Advice.ShouldContain(" sq ft of wall (half of it) drain to it.");
    }

    private static DetailFact Chimney(PlanFact plan, double x, double y, double wide, bool? cricket) =>
        new(Plans.Id(5), Plans.Id(9000), DetailKind.Chimney, DetailPlaces.At(PlanSolver.Solve(plan), x, y, null)!, wide, 24, null, cricket);

    private static IReadOnlyList<PlanNotice> Notices(PlanFact plan, params DetailFact[] details)
    {
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, plan, [], Plans.Day)).Changed;
        return PlanNotices.Of(new NoticesRequest(new PlanRequest(plan, details, [], Plans.Day), slopes, []), RuleBook.Current).Notices;
    }

    private static IEnumerable<string> Keys(IEnumerable<PlanNotice> notices) => notices.Select(n => n.Key);
}
