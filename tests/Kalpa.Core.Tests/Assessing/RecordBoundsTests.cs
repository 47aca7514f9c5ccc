using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>
/// The further records of a visit at the bound of what can be kept and beyond it. The bounds are the product's own: what no roof has, or what would slow a phone down.
/// </summary>
public sealed class RecordBoundsTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static T One<T>()
        where T : IFact => EveryKind.Facts.Select(f => f.Fact).OfType<T>().First();

    private static string Of(int characters) => new('x', characters);

    private static IReadOnlyList<TItem> Many<TItem>(TItem item, int count) => [.. Enumerable.Repeat(item, count)];

    private static IReadOnlyList<Guid> Ids(int count) => [.. Enumerable.Range(0, count).Select(_ => Guid.CreateVersion7())];

    private static readonly BidPrice Price = new("Replace the boot", "", 100);

    private static readonly FirmRemedy Remedy = new("boot-collar-torn", "Replace it", ["Replace it"]);
    private static readonly LocalLimit Value = new("drip-edge-lap", 1, null);

    /// <summary>What it is, the fact kept, the fact refused, and the code that says so.</summary>
    private static readonly (string What, IFact Kept, IFact Refused, string Code)[] All =
    [
        ("nails", One<CourseFact>() with { NailsLooked = 10_000 }, One<CourseFact>() with { NailsLooked = 10_001 }, "course.bad-count"),
        (
            "no nails",
            One<CourseFact>() with
            {
                NailsLooked = 0,
                Wrong = [],
            },
            One<CourseFact>() with
            {
                NailsLooked = -1,
            },
            "course.bad-count"
        ),
        (
            "wrong nails",
            One<CourseFact>() with
            {
                NailsLooked = 5,
                Wrong = [new NailCount(NailFault.High, 5)],
            },
            One<CourseFact>() with
            {
                NailsLooked = 5,
                Wrong = [new NailCount(NailFault.High, 6)],
            },
            "course.more-wrong-than-looked"
        ),
        ("first course", One<CourseFact>() with { Course = 1 }, One<CourseFact>() with { Course = 0 }, "course.bad-number"),
        ("a minute of speech", One<ClipFact>() with { Seconds = 61 }, One<ClipFact>() with { Seconds = 61.1 }, "clip.too-long"),
        ("some speech", One<ClipFact>() with { Seconds = .1 }, One<ClipFact>() with { Seconds = 0 }, "clip.too-long"),
        (
            "cost of a job",
            One<JobDoneFact>() with
            {
                Cost = 100_000_000,
            },
            One<JobDoneFact>() with
            {
                Cost = 100_000_001,
            },
            "job-done.bad-cost"
        ),
        ("a job for nothing", One<JobDoneFact>() with { Cost = 0 }, One<JobDoneFact>() with { Cost = -1 }, "job-done.bad-cost"),
        (
            "findings of a job",
            One<JobDoneFact>() with
            {
                Findings = Ids(500),
            },
            One<JobDoneFact>() with
            {
                Findings = Ids(501),
            },
            "fact.too-many"
        ),
        (
            "slopes of a job",
            One<JobDoneFact>() with
            {
                SlopeIds = Ids(500),
            },
            One<JobDoneFact>() with
            {
                SlopeIds = Ids(501),
            },
            "fact.too-many"
        ),
        (
            "quantity set",
            One<QuantitySetFact>() with
            {
                Amount = 1_000_000,
            },
            One<QuantitySetFact>() with
            {
                Amount = 1_000_001,
            },
            "quantity-set.bad-amount"
        ),
        (
            "none of an item",
            One<QuantitySetFact>() with
            {
                Item = "Shingles",
                Amount = 0,
            },
            One<QuantitySetFact>() with
            {
                Item = "Shingles",
                Amount = -1,
            },
            "quantity-set.bad-amount"
        ),
        (
            "labor-hours",
            One<QuantitySetFact>() with
            {
                Item = "",
                Amount = .1,
            },
            One<QuantitySetFact>() with
            {
                Item = "",
                Amount = 0,
            },
            "quantity-set.no-hours"
        ),
        (
            "prices of a bid",
            One<BidFact>() with
            {
                Prices = Many(Price, 500),
            },
            One<BidFact>() with
            {
                Prices = Many(Price, 501),
            },
            "fact.too-many"
        ),
        ("a bid", One<BidFact>() with { Prices = [Price] }, One<BidFact>() with { Prices = [] }, "bid.no-price"),
        (
            "price of a bid",
            One<BidFact>() with
            {
                Prices = [Price with { Price = 100_000_000 }],
            },
            One<BidFact>() with
            {
                Prices = [Price with { Price = 100_000_001 }],
            },
            "bid.bad-price"
        ),
        (
            "a bid for nothing",
            One<BidFact>() with
            {
                Prices = [Price with { Price = 0 }],
            },
            One<BidFact>() with
            {
                Prices = [Price with { Price = -1 }],
            },
            "bid.bad-price"
        ),
        (
            "workmanship",
            One<BidFact>() with
            {
                WorkmanshipYears = 100,
            },
            One<BidFact>() with
            {
                WorkmanshipYears = 100.5,
            },
            "bid.bad-warranty"
        ),
        ("no workmanship", One<BidFact>() with { WorkmanshipYears = 0 }, One<BidFact>() with { WorkmanshipYears = -1 }, "bid.bad-warranty"),
        ("manufacturer", One<BidFact>() with { MakerYears = 100 }, One<BidFact>() with { MakerYears = 100.5 }, "bid.bad-warranty"),
        ("chosen answers", Answered(50), Answered(51), "fact.too-many"),
        (
            "years planned",
            One<PlannedFact>() with
            {
                Years = Lasting.MostYears,
            },
            One<PlannedFact>() with
            {
                Years = Lasting.MostYears + 1,
            },
            "planned.bad-years"
        ),
        ("a year planned", One<PlannedFact>() with { Years = 1 }, One<PlannedFact>() with { Years = 0 }, "planned.bad-years"),
        (
            "price of a re-roof",
            One<PlannedFact>() with
            {
                ReroofPrice = 1e9,
            },
            One<PlannedFact>() with
            {
                ReroofPrice = 1e9 + 1,
            },
            "planned.bad-price"
        ),
        (
            "price of nothing",
            One<PlannedFact>() with
            {
                OffAndOnPrice = 0,
            },
            One<PlannedFact>() with
            {
                OffAndOnPrice = -1,
            },
            "planned.bad-price"
        ),
        ("yearly rate", One<PlannedFact>() with { RatePercent = 50 }, One<PlannedFact>() with { RatePercent = 50.5 }, "planned.bad-rate"),
        ("no rate", One<PlannedFact>() with { RatePercent = 0 }, One<PlannedFact>() with { RatePercent = -.5 }, "planned.bad-rate"),
        ("readings", Read(500), Read(501), "series.bad-count"),
        ("one reading", Read(1), Read(0), "series.bad-count"),
        ("a guess", Guessed(0, 200), Guessed(0, 200.5), "signOff.bad-guess"),
        ("a guess of one figure", Guessed(10, 10), Guessed(10.5, 10), "signOff.bad-guess"),
        ("a guess of nothing", Guessed(0, 0), Guessed(-1, 0), "signOff.bad-guess"),
        ("own years", Stated(0, 0, 200), Stated(0, 0, 200.5), "opinion.bad-years"),
        ("own years, level", Stated(5, 5, 5), Stated(5.5, 5, 6), "opinion.bad-years"),
        ("own years, rising", Stated(4, 5, 5), Stated(4, 5.5, 5), "opinion.bad-years"),
        ("order of a layer", One<ComponentFact>() with { Order = 1 }, One<ComponentFact>() with { Order = 0 }, "component.bad-order"),
        ("first year", Laid(1500), Laid(1499), "covering.bad-year"),
        ("last year", Laid(2200), Laid(2201), "covering.bad-year"),
        ("layers", One<CoveringFact>() with { Layers = 5 }, One<CoveringFact>() with { Layers = 6 }, "covering.bad-layers"),
        ("a layer", One<CoveringFact>() with { Layers = 1 }, One<CoveringFact>() with { Layers = 0 }, "covering.bad-layers"),
        ("pieces", Amounted(new FindingAmount(10_000)), Amounted(new FindingAmount(10_001)), "finding.amount-out-of-range"),
        ("a piece", Amounted(new FindingAmount(1)), Amounted(new FindingAmount(0)), "finding.amount-out-of-range"),
        ("feet", Amounted(new FindingAmount(Feet: 5000)), Amounted(new FindingAmount(Feet: 5001)), "finding.amount-out-of-range"),
        ("earlier views", Earlier(200), Earlier(201), "fact.too-many"),
        ("roofs of a visit", One<VisitFact>() with { Roofs = Ids(50) }, One<VisitFact>() with { Roofs = Ids(51) }, "visit.too-many-roofs"),
        ("share of a slope", Shared(100, 1), Shared(100, 1.1), "stage.shares-do-not-close"),
        ("letters", One<SlopeFact>() with { Letter = "ABC" }, One<SlopeFact>() with { Letter = "ABCD" }, "slope.bad-letter"),
        ("a text", One<ToDoFact>() with { Text = Of(4000) }, One<ToDoFact>() with { Text = Of(4001) }, "text.too-long"),
        ("a name", One<BuildingFact>() with { Name = Of(200) }, One<BuildingFact>() with { Name = Of(201) }, "text.too-long"),
        (
            "gusts",
            One<WeatherLimitsFact>() with
            {
                WaitGustMph = 10_000,
                NoGoGustMph = 10_000,
            },
            One<WeatherLimitsFact>() with
            {
                WaitGustMph = 31,
                NoGoGustMph = 30,
            },
            "weather.gusts-swapped"
        ),
        (
            "ice under heat",
            One<WeatherLimitsFact>() with
            {
                IceBelowF = 89,
                WaitHeatF = 90,
                NoGoHeatF = 95,
            },
            One<WeatherLimitsFact>() with
            {
                IceBelowF = 90,
                WaitHeatF = 90,
                NoGoHeatF = 95,
            },
            "weather.ice-over-heat"
        ),
        (
            "size of a detail",
            One<DetailFact>() with
            {
                WidthInches = 1200,
            },
            One<DetailFact>() with
            {
                WidthInches = 1201,
            },
            "detail.bad-size"
        ),
        ("height of an eave", Raised(12_000), Raised(12_001), "plan.bad-height"),
        (
            "a barrier",
            One<PlanFact>() with
            {
                IceBarrierInches = 12_000,
            },
            One<PlanFact>() with
            {
                IceBarrierInches = 12_001,
            },
            "plan.bad-barrier"
        ),
        ("an overhang", Cornered(c => c with { OverhangInches = 1200 }), Cornered(c => c with { OverhangInches = 1201 }), "plan.no-number"),
        ("a parapet", Cornered(c => c with { ParapetInches = 1200 }), Cornered(c => c with { ParapetInches = 1201 }), "plan.no-number"),
        ("a rise", Cornered(c => c with { RisePer12 = 1000 }), Cornered(c => c with { RisePer12 = 1001 }), "plan.no-number"),
        (
            "conditions of one’s own",
            Firm(f => f with { Remedies = Many(Remedy, 500) }),
            Firm(f => f with { Remedies = Many(Remedy, 501) }),
            "fact.too-many"
        ),
        (
            "values of the firm",
            Firm(f => f with { Limits = Many(Value, 500) }),
            Firm(f => f with { Limits = Many(Value, 501) }),
            "fact.too-many"
        ),
        ("prices of the firm", Firm(f => f with { Prices = Priced(1_000) }), Firm(f => f with { Prices = Priced(1_001) }), "fact.too-many"),
        (
            "a price",
            Firm(f => f with { Prices = [new FirmPrice("labor", 0, 0, 1_000_000)] }),
            Firm(f => f with { Prices = [new FirmPrice("labor", 0, 0, 1_000_001)] }),
            "firm.price-out-of-order"
        ),
        (
            "a price, level",
            Firm(f => f with { Prices = [new FirmPrice("labor", 5, 5, 5)] }),
            Firm(f => f with { Prices = [new FirmPrice("labor", 6, 5, 5)] }),
            "firm.price-out-of-order"
        ),
        ("earlier opinions", Thought(200), Thought(201), "fact.too-many"),
    ];

    private static FirmRulesFact Firm(Func<FirmRulesFact, FirmRulesFact> with) => with(new FirmRulesFact(Guid.CreateVersion7(), [], []));

    private static IReadOnlyList<FirmPrice> Priced(int count) =>
        [.. Enumerable.Range(0, count).Select(i => new FirmPrice($"own-{i}", 1, 1, 1))];

    private static AnswerFact Answered(int count)
    {
        var question = Book.Questions.First(q => q is { Kind: QuestionKind.Many, PerSlope: false });
        return One<AnswerFact>() with { Question = question.Key, Chosen = Many(question.Options[0].Key, count) };
    }

    private static SeriesFact Read(int count) => One<SeriesFact>() with { Readings = Many(One<SeriesFact>().Readings[0], count) };

    private static SignOffFact Guessed(double low, double high) => One<SignOffFact>() with { GuessLow = low, GuessHigh = high };

    private static LifeOpinionFact Stated(double low, double likely, double high) =>
        One<LifeOpinionFact>() with
        {
            Overruled = new YearsLeft(low, likely, high),
            Reason = "known here",
        };

    private static CoveringFact Laid(int year) => One<CoveringFact>() with { LaidFrom = year, LaidTo = year };

    private static FindingFact Amounted(FindingAmount amount) => One<FindingFact>() with { Amount = amount };

    private static FindingFact Earlier(int count) =>
        One<FindingFact>() with
        {
            Earlier = Many(
                new EarlierView(
                    "boot-collar-torn",
                    "",
                    WaterEvidence.NotChecked,
                    Extent.OnePlace,
                    FindingOutcome.Mend,
                    "seen closer",
                    DateTimeOffset.UnixEpoch
                ),
                count
            ),
        };

    private static OpinionFact Thought(int count) =>
        One<OpinionFact>() with
        {
            Earlier = Many(new EarlierOpinion(OpinionAction.Repair, "", "dry", "seen closer", DateTimeOffset.UnixEpoch), count),
        };

    /// <summary>Shares that add up to more than the slope by so many percent.</summary>
    private static StageFact Shared(double percent, double over) =>
        One<StageFact>() with
        {
            Shares = [new StageShare(1, percent - 50), new StageShare(2, 50 + over)],
        };

    private static PlanFact Raised(double inches)
    {
        var plan = One<PlanFact>();
        return plan with { Parts = [.. plan.Parts.Select(p => p with { HeightInches = inches })] };
    }

    private static PlanFact Cornered(Func<PlanCorner, PlanCorner> with)
    {
        var plan = One<PlanFact>();
        return plan with { Parts = [.. plan.Parts.Select(p => p with { Corners = [.. p.Corners.Select(with)] })] };
    }

    public static TheoryData<string> Names => [.. All.Select(b => b.What)];

    [Theory]
    [MemberData(nameof(Names))]
    public void At_the_bound_it_is_kept_and_beyond_it_refused(string what)
    {
        var (_, kept, refused, code) = All.Single(b => b.What == what);
        FactChecks.Of(kept, Book).Where(FactChecks.Refuses).Select(p => p.Code).ShouldNotContain(code);
        var problem = FactChecks.Of(refused, Book).First(p => p.Code == code);
        FactChecks.Refuses(problem).ShouldBeTrue();
        problem.Text.ShouldNotBeNullOrWhiteSpace();
    }

    /// <summary>Looks of earlier visits, wear and factors left out, of a slope that is only asked about.</summary>
    [Theory]
    [InlineData(100, true)]
    [InlineData(101, false)]
    public void Lists_of_a_life_end_somewhere(int count, bool kept)
    {
        var facts = new LifeFacts("slate", WeatherExposure.Ordinary, null, null, AgeSource.Unknown, 1, null, new DateOnly(2026, 9, 18));
        LifeFacts[] asked =
        [
            facts with
            {
                Earlier = Many(new EarlierLook(new DateOnly(2020, 1, 1), [new StageShare(1, 100)]), count),
            },
            facts with
            {
                Without = Many("trees", count),
            },
        ];
        asked.ShouldAllBe(a => FactChecks.Of(a, Book).Any(p => p.Code == "fact.too-many") == !kept);
    }

    [Theory]
    [InlineData(10, 200, true)]
    [InlineData(10.1, 200, false)]
    [InlineData(0, 200, false)]
    [InlineData(1, 1, true)]
    [InlineData(1, 0, false)]
    [InlineData(1, 201, false)]
    public void A_life_is_asked_within_bounds(double sun, int years, bool kept)
    {
        var facts = new LifeFacts("slate", WeatherExposure.Ordinary, null, null, AgeSource.Unknown, 1, null, new DateOnly(2026, 9, 18))
        {
            SunRatio = sun,
            HorizonYears = years,
        };
        (FactChecks.Of(facts, Book).Count == 0).ShouldBe(kept);
    }
}
