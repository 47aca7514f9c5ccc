using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Water;
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

    private static JobDoneFact Done(WoodPart part, double opened, double found) =>
        One<JobDoneFact>() with
        {
            Wood = [new WoodFound(part, opened, found)],
        };

    private static FirmRulesFact Firm(double opened) => One<FirmRulesFact>() with { Wood = [new WoodFound(WoodPart.Deck, opened, 0)] };

    private static IReadOnlyList<SignedPart> Parts(int count) =>
        [.. Enumerable.Range(0, count).Select(i => new SignedPart($"photo:{i}", Of(SignedPart.HashDigits)))];

    private static readonly BidPrice Price = new("Replace the boot", "", 100);

    /// <summary>One figure of a fact at its bound and beyond it.</summary>
    private static (string What, IFact Kept, IFact Refused, string Code) Bound<T>(
        string what,
        string code,
        Func<T, IFact> fact,
        T kept,
        T beyond
    ) => (what, fact(kept), fact(beyond), code);

    private static readonly FirmRemedy Remedy = new("boot-collar-torn", "Replace it", ["Replace it"]);
    private static readonly LocalLimit Value = new("drip-edge-lap", 1, null);

    /// <summary>What it is, the fact kept, the fact refused, and the code that says so.</summary>
    private static readonly (string What, IFact Kept, IFact Refused, string Code)[] All =
    [
        Bound("courses of a slope", "sample.bad-courses", n => One<SampleFact>() with { CoursesOnSlope = n }, 60_000, 60_001),
        Bound("no courses", "sample.bad-courses", n => One<SampleFact>() with { CoursesOnSlope = n, Picked = [1] }, 1, 0),
        Bound("nails", "course.bad-count", n => One<CourseFact>() with { NailsLooked = n }, 10_000, 10_001),
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
        Bound(
            "wrong nails",
            "course.more-wrong-than-looked",
            n => One<CourseFact>() with { NailsLooked = 5, Wrong = [new NailCount(NailFault.High, n)] },
            5,
            6
        ),
        Bound("first course", "course.bad-number", n => One<CourseFact>() with { Course = n }, 1, 0),
        Bound("a minute of speech", "clip.too-long", n => One<ClipFact>() with { Seconds = n }, 61, 61.1),
        Bound("some speech", "clip.too-long", n => One<ClipFact>() with { Seconds = n }, .1, 0),
        Bound("cost of a job", "job-done.bad-cost", n => One<JobDoneFact>() with { Cost = n }, 100_000_000, 100_000_001),
        Bound("a job for nothing", "job-done.bad-cost", n => One<JobDoneFact>() with { Cost = n }, 0, -1),
        Bound("findings of a job", "fact.too-many", n => One<JobDoneFact>() with { Findings = Ids(n) }, 500, 501),
        Bound("fascia of a job", "job-done.wood-too-much", n => Done(WoodPart.Fascia, 38, n), 38, 38.1),
        Bound("starter board of a job", "job-done.wood-too-much", n => Done(WoodPart.EaveBoard, 38, n), 38, 38.1),
        Bound("sheets of a job", "job-done.wood-too-much", n => Done(WoodPart.Deck, 10, n), 40, 40.1),
        Bound("no wood of a job", "job-done.wood-too-much", n => Done(WoodPart.Deck, 10, n), 0, -.1),
        Bound("a job that opened something", "job-done.wood-not-opened", n => Done(WoodPart.Deck, n, 0), .1, 0),
        Bound("a job that opened much", "job-done.wood-not-opened", n => Done(WoodPart.Deck, n, 0), 100_000, 100_001),
        Bound("all jobs of a firm", "firm.wood-not-opened", n => Firm(n), 1_000_000_000, 1_000_000_001),
        (
            "two parts of the wood",
            One<JobDoneFact>() with
            {
                Wood = [new WoodFound(WoodPart.Deck, 10, 1), new WoodFound(WoodPart.Fascia, 10, 1)],
            },
            One<JobDoneFact>() with
            {
                Wood = [new WoodFound(WoodPart.Deck, 10, 1), new WoodFound(WoodPart.Deck, 10, 1)],
            },
            "job-done.wood-twice"
        ),
        Bound("slopes of a job", "fact.too-many", n => One<JobDoneFact>() with { SlopeIds = Ids(n) }, 500, 501),
        Bound("quantity set", "quantity-set.bad-amount", n => One<QuantitySetFact>() with { Amount = n }, 1_000_000, 1_000_001),
        Bound("none of an item", "quantity-set.bad-amount", n => One<QuantitySetFact>() with { Item = "Shingles", Amount = n }, 0, -1),
        Bound("labor-hours", "quantity-set.no-hours", n => One<QuantitySetFact>() with { Item = "", Amount = n }, .1, 0),
        Bound("prices of a bid", "fact.too-many", n => One<BidFact>() with { Prices = Many(Price, n) }, 500, 501),
        ("a bid", One<BidFact>() with { Prices = [Price] }, One<BidFact>() with { Prices = [] }, "bid.no-price"),
        Bound(
            "price of a bid",
            "bid.bad-price",
            n => One<BidFact>() with { Prices = [Price with { Price = n }] },
            100_000_000,
            100_000_001
        ),
        Bound("a bid for nothing", "bid.bad-price", n => One<BidFact>() with { Prices = [Price with { Price = n }] }, 0, -1),
        Bound("workmanship", "bid.bad-warranty", n => One<BidFact>() with { WorkmanshipYears = n }, 100, 100.5),
        Bound("no workmanship", "bid.bad-warranty", n => One<BidFact>() with { WorkmanshipYears = n }, 0, -1),
        Bound("manufacturer", "bid.bad-warranty", n => One<BidFact>() with { MakerYears = n }, 100, 100.5),
        Bound("parts of a signature", "fact.too-many", n => One<ReportSignatureFact>() with { Parts = Parts(n) }, 5_000, 5_001),
        ("a signature", One<ReportSignatureFact>(), One<ReportSignatureFact>() with { Parts = [] }, "signature.of-nothing"),
        (
            "a part of a signature",
            One<ReportSignatureFact>() with
            {
                Parts = Parts(2),
            },
            One<ReportSignatureFact>() with
            {
                Parts = [.. Parts(1), .. Parts(1)],
            },
            "signature.part-twice"
        ),
        Bound("digits of a part", "signature.bad-part", n => One<ReportSignatureFact>() with { Parts = [new("visit", Of(n))] }, 16, 15),
        Bound("key of a part", "signature.bad-part", n => One<ReportSignatureFact>() with { Parts = [new(Of(n), Of(16))] }, 400, 401),
        ("hash of a report", One<ReportSignatureFact>(), One<ReportSignatureFact>() with { Hash = Of(64) }, "signature.bad-hash"),
        Bound("a drawn signature", "signature.bad-drawing", n => One<ReportSignatureFact>() with { Drawing = new('1', n) }, 20_000, 20_001),
        Bound(
            "strokes of a signature",
            "signature.bad-drawing",
            d => One<ReportSignatureFact>() with { Drawing = d },
            "M1 2L3.5 4",
            "M1 2\"/>"
        ),
        ("whoever signs", One<ReportSignatureFact>(), One<ReportSignatureFact>() with { Name = " " }, "signature.no-name"),
        (
            "a withdrawal",
            One<ReportSignatureFact>(),
            One<ReportSignatureFact>() with
            {
                Withdrawn = new Withdrawal(" ", "Marit", default),
            },
            "signature.no-reason"
        ),
        Bound("a question", "text.too-long", n => One<ReportQuestionFact>() with { Words = Of(n) }, 4_000, 4_001),
        Bound("words of a question", "question.empty", words => One<ReportQuestionFact>() with { Words = words }, "?", " "),
        Bound("who wrote a report", "visit.by-nobody", by => Others(new OthersReport(), by), "Tarn", " "),
        Bound("what a report promises", "text.too-long", n => Others(new OthersReport(Of(n))), 4_000, 4_001),
        Bound("a report’s bytes", "visit.bad-report", sha256 => Others(new OthersReport("", sha256)), new string('a', 64), "no hash"),
        Bound("parts left out", "fact.too-many", n => LeftOut(n), 9, 10),
        Bound("what is inspected", "engagement.no-scope", words => One<EngagementFact>() with { Scope = words }, "all", " "),
        Bound("limits agreed on", "text.too-long", n => One<EngagementFact>() with { Limits = Of(n) }, 4_000, 4_001),
        Bound("who agrees", "engagement.no-client", words => One<EngagementFact>() with { Client = words }, "A", ""),
        Bound("a fee", "engagement.bad-fee", fee => One<EngagementFact>() with { Fee = fee }, 0d, -0.01),
        Bound("a high fee", "engagement.bad-fee", fee => One<EngagementFact>() with { Fee = fee }, 100_000d, 100_000.01),
        Bound("no fee at all", "engagement.bad-fee", fee => One<EngagementFact>() with { Fee = fee }, 450d, double.NaN),
        Bound("a client’s signature", "signature.bad-drawing", path => One<EngagementFact>() with { Drawing = path }, "M1 2L3 4", "<svg>"),
        Bound("who received a report", "delivery.to-nobody", words => One<ReportDeliveryFact>() with { To = words }, "A", " "),
        Bound("what own wording stood over", "text.too-long", n => Typed(new OwnWords("seen", "", Of(n))), 4_000, 4_001),
        Bound("the meaning it stood over", "text.too-long", n => Typed(new OwnWords("", "means", null, Of(n))), 4_000, 4_001),
        Bound("the firm’s scope", "text.too-long", n => Stated(new FirmStatement(default, "", Of(n))), 4_000, 4_001),
        Bound("the firm’s limits", "text.too-long", n => Stated(new FirmStatement(default, "", null, Of(n))), 4_000, 4_001),
        Bound(
            "feet from a wall",
            "finding.bad-stain-place",
            feet => One<FindingFact>() with { Stain = new StainSeen(FromEaveWall: feet) },
            300d,
            300.1
        ),
        Bound(
            "feet from the left wall",
            "finding.bad-stain-place",
            feet => One<FindingFact>() with { Stain = new StainSeen(FromLeftWall: feet) },
            0d,
            -0.1
        ),
        // A covering that this book does not know yet may be recorded; what is no key may not.
        Bound("a covering", "fact.bad-key", key => One<OpinionFact>() with { Covering = key }, "later-covering", "no key!"),
        Bound("a crop", "photo.bad-crop", h => Cropped(h), 1 + 1e-9, 1 + 3e-9),
        Bound("a small crop", "photo.bad-crop", h => Cropped(h), 0.05, 0.049),
        Bound("a turned photo", "photo.bad-turn", d => Turned(d), 15d, 15.1),
        Bound("a photo turned back", "photo.bad-turn", d => Turned(d), -15d, -15.1),
        Bound("a number on a photo", "photo.bad-number", n => Numbered(n), 99, 100),
        Bound("no number on a photo", "photo.bad-number", n => Numbered(n), 1, 0),
        Bound("a pond’s depth", "finding.bad-pond-depth", d => One<FindingFact>() with { Pond = new PondSeen(d) }, 48d, 48.1),
        Bound("no depth of a pond", "finding.bad-pond-depth", d => One<FindingFact>() with { Pond = new PondSeen(null, d) }, 0.1, 0d),
        Bound("a mean depth", "finding.pond-average", d => One<FindingFact>() with { Pond = new PondSeen(2, d) }, 2d, 2.1),
        Bound("corners of a pond", "finding.pond-corners", n => One<FindingFact>() with { Pond = Ring(n) }, 3, 2),
        Bound("many corners of a pond", "finding.pond-corners", n => One<FindingFact>() with { Pond = Ring(n) }, 60, 61),
        Bound("a pond’s place", "spot.no-place", x => One<FindingFact>() with { Pond = Ring(3, x) }, 500_000d, double.NaN),
        Bound("a drain’s pipe", "detail.bad-pipe", d => One<DetailFact>() with { PipeInches = d }, 24d, 24.1),
        Bound("no pipe", "detail.bad-pipe", d => One<DetailFact>() with { PipeInches = d }, 0.1, 0d),
        Bound("a gutter’s width", "detail.bad-gutter", w => One<DetailFact>() with { Gutter = Box(w, 3, 0) }, 36d, 36.1),
        Bound("no gutter’s width", "detail.bad-gutter", w => One<DetailFact>() with { Gutter = Box(w, 3, 0) }, 0.1, 0d),
        Bound("a gutter’s depth", "detail.bad-gutter", d => One<DetailFact>() with { Gutter = Box(4, d, 0) }, 36d, 36.1),
        Bound("no gutter’s depth", "detail.bad-gutter", d => One<DetailFact>() with { Gutter = Box(4, d, 0) }, 0.1, 0d),
        Bound("a gutter’s fall", "detail.bad-gutter", f => One<DetailFact>() with { Gutter = Box(4, 3, f) }, 12d, 12.1),
        Bound("less than no fall", "detail.bad-gutter", f => One<DetailFact>() with { Gutter = Box(4, 3, f) }, 0d, -0.1),
        Bound("minutes of a test", "leak-test.bad-minutes", n => One<LeakTestFact>() with { Minutes = n }, 10_080, 10_081),
        Bound("less than no minutes", "leak-test.bad-minutes", n => One<LeakTestFact>() with { Minutes = n }, 0, -1),
        Bound("what is tested", "leak-test.of-nothing", way => One<LeakTestFact>() with { Ways = [way] }, "pipe-boot", "roof"),
        ("a test of nothing", One<LeakTestFact>(), One<LeakTestFact>() with { Ways = [] }, "leak-test.of-nothing"),
        Bound("words of a test", "text.too-long", n => One<LeakTestFact>() with { Note = Of(n) }, 4_000, 4_001),
        Bound("words of a rain", "text.too-long", n => One<LeakRainFact>() with { Note = Of(n) }, 4_000, 4_001),
        Bound("chosen answers", "fact.too-many", n => Answered(n), 50, 51),
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
        Bound("a year planned", "planned.bad-years", n => One<PlannedFact>() with { Years = n }, 1, 0),
        Bound("price of a re-roof", "planned.bad-price", n => One<PlannedFact>() with { ReroofPrice = n }, 1e9, 1e9 + 1),
        Bound("price of nothing", "planned.bad-price", n => One<PlannedFact>() with { OffAndOnPrice = n }, 0, -1),
        Bound("yearly rate", "planned.bad-rate", n => One<PlannedFact>() with { RatePercent = n }, 50, 50.5),
        Bound("no rate", "planned.bad-rate", n => One<PlannedFact>() with { RatePercent = n }, 0, -.5),
        Bound("readings", "series.bad-count", n => Read(n), 500, 501),
        Bound("one reading", "series.bad-count", n => Read(n), 1, 0),
        Bound("a guess", "signOff.bad-guess", n => Guessed(0, n), 200, 200.5),
        Bound("a guess of one figure", "signOff.bad-guess", n => Guessed(n, 10), 10, 10.5),
        Bound("a guess of nothing", "signOff.bad-guess", n => Guessed(n, 0), 0, -1),
        Bound("own years", "opinion.bad-years", n => Stated(0, 0, n), 200, 200.5),
        ("own years, level", Stated(5, 5, 5), Stated(5.5, 5, 6), "opinion.bad-years"),
        Bound("own years, rising", "opinion.bad-years", n => Stated(4, n, 5), 5, 5.5),
        Bound("order of a layer", "component.bad-order", n => One<ComponentFact>() with { Order = n }, 1, 0),
        Bound("first year", "covering.bad-year", n => Laid(n), 1500, 1499),
        Bound("last year", "covering.bad-year", n => Laid(n), 2200, 2201),
        Bound("layers", "covering.bad-layers", n => One<CoveringFact>() with { Layers = n }, 5, 6),
        Bound("a layer", "covering.bad-layers", n => One<CoveringFact>() with { Layers = n }, 1, 0),
        Bound("pieces", "finding.amount-out-of-range", n => Amounted(new FindingAmount(n)), 10_000, 10_001),
        Bound("a piece", "finding.amount-out-of-range", n => Amounted(new FindingAmount(n)), 1, 0),
        Bound("feet", "finding.amount-out-of-range", n => Amounted(new FindingAmount(Feet: n)), 5000, 5001),
        Bound("earlier views", "fact.too-many", n => Earlier(n), 200, 201),
        Bound("roofs of a visit", "visit.too-many-roofs", n => One<VisitFact>() with { Roofs = Ids(n) }, 50, 51),
        Bound("share of a slope", "stage.shares-do-not-close", n => Shared(100, n), 1, 1.1),
        ("letters", One<SlopeFact>() with { Letter = "ABC" }, One<SlopeFact>() with { Letter = "ABCD" }, "slope.bad-letter"),
        Bound("a text", "text.too-long", n => One<ToDoFact>() with { Text = Of(n) }, 4000, 4001),
        Bound("a name", "text.too-long", n => One<BuildingFact>() with { Name = Of(n) }, 200, 201),
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
        Bound(
            "ice under heat",
            "weather.ice-over-heat",
            n => One<WeatherLimitsFact>() with { IceBelowF = n, WaitHeatF = 90, NoGoHeatF = 95 },
            89,
            90
        ),
        Bound("size of a detail", "detail.bad-size", n => One<DetailFact>() with { WidthInches = n }, 1200, 1201),
        Bound("height of an eave", "plan.bad-height", n => Raised(n), 12_000, 12_001),
        Bound("a barrier", "plan.bad-barrier", n => One<PlanFact>() with { IceBarrierInches = n }, 12_000, 12_001),
        Bound("an overhang", "plan.no-number", n => Cornered(c => c with { OverhangInches = n }), 1200, 1201),
        Bound("a parapet", "plan.no-number", n => Cornered(c => c with { ParapetInches = n }), 1200, 1201),
        Bound("a rise", "plan.no-number", n => Cornered(c => c with { RisePer12 = n }), 1000, 1001),
        Bound("conditions of one’s own", "fact.too-many", n => Firm(f => f with { Remedies = Many(Remedy, n) }), 500, 501),
        Bound("values of the firm", "fact.too-many", n => Firm(f => f with { Limits = Many(Value, n) }), 500, 501),
        Bound("prices of the firm", "fact.too-many", n => Firm(f => f with { Prices = Priced(n) }), 1_000, 1_001),
        Bound(
            "a price",
            "firm.price-out-of-order",
            n => Firm(f => f with { Prices = [new FirmPrice("labor", 0, 0, n)] }),
            1_000_000,
            1_000_001
        ),
        Bound("a price, level", "firm.price-out-of-order", n => Firm(f => f with { Prices = [new FirmPrice("labor", n, 5, 5)] }), 5, 6),
        Bound("earlier opinions", "fact.too-many", n => Thought(n), 200, 201),
    ];

    private static FirmRulesFact Firm(Func<FirmRulesFact, FirmRulesFact> with) => with(new FirmRulesFact(Guid.CreateVersion7(), [], []));

    private static IReadOnlyList<FirmPrice> Priced(int count) =>
        [.. Enumerable.Range(0, count).Select(i => new FirmPrice($"own-{i}", 1, 1, 1))];

    private static AnswerFact Answered(int count)
    {
        var question = Book.Questions.First(q => q is { Kind: QuestionKind.Many, PerSlope: false });
        return One<AnswerFact>() with { Question = question.Key, Chosen = Many(question.Options[0].Key, count) };
    }

    private static VisitFact Others(OthersReport report, string by = "Tarn") => One<VisitFact>() with { Inspector = by, Others = report };

    private static VisitFact LeftOut(int count) =>
        One<VisitFact>() with
        {
            Commission = new Commission(CommissionPurpose.Condition, LeftOut: Many(ReportSection.Life, count)),
        };

    private static PhotoFact Turned(double degrees) => One<PhotoFact>() with { Edits = new PhotoEdits([], degrees) };

    private static PhotoFact Numbered(int number) =>
        One<PhotoFact>() with
        {
            Edits = new PhotoEdits([new PhotoMark(PhotoMarkKind.Number, 0.5, 0.5, 0.5, 0.5, number)]),
        };

    private static PhotoFact Cropped(double height) =>
        One<PhotoFact>() with
        {
            Edits = new PhotoEdits([], Crop: new PhotoCrop(0, 0, 1, height)),
        };

    private static PondSeen Ring(int corners, double along = 0) =>
        new(Outline: [.. Enumerable.Range(0, corners).Select(i => new PondCorner(along, i))]);

    private static GutterSize Box(double wide, double deep, double fall) => new(GutterShape.Box, wide, deep, fall);

    private static FindingFact Typed(OwnWords words) => One<FindingFact>() with { OwnWords = words };

    private static LetterheadFact Stated(FirmStatement statement) => One<LetterheadFact>() with { Statements = [statement] };

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
