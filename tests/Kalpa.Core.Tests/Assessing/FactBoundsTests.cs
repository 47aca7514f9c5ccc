using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>
/// Bounds that keep work and calendars finite: each at its value and just beyond. They are chosen above anything a house or small commercial building
/// has (common practice) and are no judgement.
/// </summary>
public sealed class FactBoundsTests
{
    private static readonly Guid Id = Guid.CreateVersion7();
    private static readonly VisitFact Visit = new(Id, [Id], new DateOnly(2026, 9, 18), "Tess Tester", "");
    private static readonly CoveringFact Covering = new(Id, Id, CoveringKind.Slate, null, null, AgeSource.Unknown);
    private static readonly PlanFact Plan = new(Id, Id, true, "test", [Part(4)], []);
    private static readonly DetailFact Detail = new(Id, Id, DetailKind.Boot, new Spot(Id, 0, 0));
    private static readonly OpinionFact Opinion = new(
        Id,
        Id,
        null,
        OpinionAction.Monitor,
        "",
        "sound",
        OpinionEvent.None,
        null,
        [],
        [],
        "Tess",
        DateTimeOffset.UnixEpoch
    );
    private static readonly LocalProfileFact Local = new(Id, Id, CodeFamily.Residential, "Saltmere", "2021", []);
    private static readonly WeatherLimitsFact Weather = new(Id);

    public static TheoryData<IFact> Valid =>
        [
            Weather with
            {
                NoGoHeatF = 10_000,
            },
            Local with
            {
                Rain = new LocalRain(30, "county", Visit.On),
            },
            Visit with
            {
                On = new DateOnly(1900, 1, 1),
            },
            Visit with
            {
                On = new DateOnly(2200, 12, 31),
            },
            Covering with
            {
                Evidence = [.. Enumerable.Repeat(new YearEvidence(1990, 1990, AgeSource.Owner), 30)],
            },
            new StageFact(Id, Id, Id, [.. Enumerable.Repeat(new StageShare(1, 5), 20)]),
            Plan,
            Plan with
            {
                Parts = [.. Enumerable.Range(0, 40).Select(_ => Part(4))],
            },
            Plan with
            {
                WallInches = 60,
            },
            Plan with
            {
                Parts = [.. Enumerable.Range(0, 4).Select(_ => Part(100))],
            },
            Plan with
            {
                Parts = [Part(4, 500_000)],
            },
            Plan with
            {
                Parts = [Part(4) with { Alone = new LoneSlope(Guid.CreateVersion7(), 24, -720) }],
            },
            Plan with
            {
                Zones = [Zone(3), Zone(60)],
            },
            Plan with
            {
                Zones = [.. Enumerable.Range(0, 60).Select(_ => Zone(3))],
            },
            Detail with
            {
                Spot = new Spot(Id, 500_000, -500_000),
            },
            Opinion with
            {
                Branches = [.. Enumerable.Repeat(new OpinionBranch("it leaks", OpinionAction.Repair), 20)],
            },
            Local with
            {
                Limits = [new LocalLimit("drip-edge-lap", 1e6, null)],
            },
            Weather with
            {
                NoGoGustMph = 10_000,
            },
            // Waiting may begin where going is forbidden.
            Weather with
            {
                WaitGustMph = 30,
                NoGoGustMph = 30,
                WaitHeatF = 95,
                NoGoHeatF = 95,
            },
            // Half a thousandth is what a printed value may be rounded by.
            Slope(6.0005),
        ];

    private static SlopeFact Slope(double rise) =>
        new(Id, Id, "A", "", new TypedPitch("6:12", rise, PitchSource.Tape), Facing.South, Under.Attic);

    public static TheoryData<IFact, string> Invalid =>
        new()
        {
            { Visit with { On = new DateOnly(1899, 12, 31) }, "fact.bad-day" },
            { Visit with { On = new DateOnly(2201, 1, 1) }, "fact.bad-day" },
            { Visit with { Commission = new Commission(CommissionPurpose.Sale, DueOn: DateOnly.MaxValue) }, "fact.bad-day" },
            { Covering with { EndedOn = DateOnly.MinValue }, "fact.bad-day" },
            { Opinion with { ByDay = DateOnly.MaxValue }, "fact.bad-day" },
            { Covering with { Evidence = [.. Enumerable.Repeat(new YearEvidence(1990, 1990, AgeSource.Owner), 31)] }, "fact.too-many" },
            { new StageFact(Id, Id, Id, [.. Enumerable.Repeat(new StageShare(1, 100.0 / 21), 21)]), "fact.too-many" },
            { Plan with { Parts = [.. Enumerable.Range(0, 41).Select(_ => Part(4))] }, "plan.too-many-parts" },
            { Plan with { Parts = [.. Enumerable.Range(0, 4).Select(_ => Part(100)), Part(3)] }, "plan.too-many-corners" },
            { Plan with { Parts = [Part(4, 500_001)] }, "plan.no-number" },
            { Plan with { Parts = [Part(4) with { Alone = new LoneSlope(Guid.CreateVersion7(), 24.1, 0) }] }, "plan.bad-lone-slope" },
            { Plan with { Parts = [Part(4) with { Alone = new LoneSlope(Guid.CreateVersion7(), 6, 721) }] }, "plan.bad-lone-slope" },
            { Plan with { WallInches = 60.1 }, "plan.bad-wall" },
            { Plan with { WallInches = -0.1 }, "plan.bad-wall" },
            { Plan with { Zones = [Zone(2)] }, "plan.bad-zone" },
            { Plan with { Zones = [Zone(61)] }, "plan.bad-zone" },
            { Plan with { Zones = [Zone(3), Zone(3) with { Id = Plan.Parts[0].Id }] }, "plan.same-id" },
            { Plan with { Zones = [.. Enumerable.Range(0, 61).Select(_ => Zone(3))] }, "plan.too-many-zones" },
            { Detail with { Spot = new Spot(Id, 500_001, 0) }, "detail.no-place" },
            {
                Opinion with
                {
                    Branches = [.. Enumerable.Repeat(new OpinionBranch("it leaks", OpinionAction.Repair), 21)],
                },
                "fact.too-many"
            },
            { Local with { Limits = [new LocalLimit("drip-edge-lap", 1e6 + 1, null)] }, "local.too-large" },
            { Local with { Rain = new LocalRain(30.1, "county", Visit.On) }, "local.bad-rain" },
            { Local with { Rain = new LocalRain(0, "county", Visit.On) }, "local.bad-rain" },
            { Local with { Rain = new LocalRain(4, " ", Visit.On) }, "local.rain-without-source" },
            { Weather with { NoGoGustMph = 10_001 }, "weather.bad-limit" },
            { Weather with { WaitHeatF = 96, NoGoHeatF = 95 }, "weather.heat-swapped" },
            { Slope(6.0006), "slope.pitch-differs" },
            { new PhotoFact(Id, Id, null, Id, new string('a', 64), "", Spot: new Spot(Id, double.NaN, 0)), "spot.no-place" },
        };

    [Theory]
    [MemberData(nameof(Valid), DisableDiscoveryEnumeration = true)]
    public void At_the_bound(IFact fact) => FactChecks.Of(fact, RuleBook.Current).ShouldBeEmpty();

    [Theory]
    [MemberData(nameof(Invalid), DisableDiscoveryEnumeration = true)]
    public void Beyond_it(IFact fact, string code) => FactChecks.Of(fact, RuleBook.Current).Select(p => p.Code).ShouldContain(code);

    [Theory]
    [InlineData(12, true)]
    [InlineData(13, false)]
    public void A_slope_has_at_most_twelve_components(int count, bool taken)
    {
        var component = new ComponentLife(Id, "felt", StackPlace.Under, null, null, AgeSource.Unknown);
        var life = new LifeFacts(
            CoveringKind.Slate,
            WeatherExposure.Ordinary,
            null,
            null,
            AgeSource.Unknown,
            1,
            null,
            new DateOnly(2026, 9, 18)
        )
        {
            Components = [.. Enumerable.Repeat(component, count)],
        };
        FactChecks.Of(life, RuleBook.Current).Any(p => p.Code == "fact.too-many").ShouldBe(!taken);
    }

    /// <summary>Of the covering and of a part of it, now and at earlier looks: the shares of a slope add up to all of it.</summary>
    [Theory]
    [InlineData(100, true)]
    [InlineData(90, false)]
    public void Shares_of_a_life_close_wherever_they_are_told(double percent, bool taken)
    {
        IReadOnlyList<StageShare> shares = [new StageShare(1, percent)];
        IReadOnlyList<EarlierLook> earlier = [new EarlierLook(new DateOnly(2020, 1, 1), shares)];
        var part = new ComponentLife(Id, "felt", StackPlace.Under, null, null, AgeSource.Unknown);
        var life = new LifeFacts(CoveringKind.Slate, WeatherExposure.Ordinary, null, null, AgeSource.Unknown, 1, null, new(2026, 9, 18));
        LifeFacts[] told =
        [
            life with
            {
                CoveringShares = shares,
            },
            life with
            {
                Earlier = earlier,
            },
            life with
            {
                Components = [part with { Shares = shares }],
            },
            life with
            {
                Components = [part with { Earlier = earlier }],
            },
        ];
        told.ShouldAllBe(t => FactChecks.Of(t, RuleBook.Current).Any(p => p.Code == "stage.shares-do-not-close") == !taken);
    }

    private static PlanPart Part(int corners, double farthest = 1_000) =>
        new(
            Guid.CreateVersion7(),
            "wing",
            PartKind.House,
            100,
            [
                .. Enumerable
                    .Range(0, corners)
                    .Select(i => new PlanCorner(Guid.CreateVersion7(), i == 0 ? farthest : i, i * i, Guid.CreateVersion7(), 6)),
            ]
        );

    private static PlanZone Zone(int corners) =>
        new(Guid.CreateVersion7(), Under.Garage, [.. Enumerable.Range(0, corners).Select(i => new ZonePoint(i, i * i))]);
}
