using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Bids;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.NewWork;
using Kalpa.Core.Options;
using Kalpa.Core.Rules;
using Kalpa.Core.Sun;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Computing;

/// <summary>
/// What the core answers when it is called from outside, each by one request and one answer: the command line, HTTP and the browser call these and nothing else.
/// A request that cannot be answered gets the field at fault and what to do. The rule book is handed to all, whether they look into it or not.
/// </summary>
public static partial class ComputeServices
{
    public static Outcome<Assessment> Assess(AssessInput input, RuleBook book) => Assessor.Assess(input, book);

    public static Outcome<Verdict> Verdict(VerdictRequest request, RuleBook book) =>
        book.FindCondition(request.Condition) is { } condition
            ? Verdicts.Of(
                book,
                condition,
                new VerdictPlace(request.Covering, request.RisePer12, request.Local, request.Deciding, request.Firm),
                request.Measure
            )
            : UnknownCondition(request.Condition);

    public static Outcome<LifeAnswer> Life(LifeFacts facts, RuleBook book) => RemainingLife.Of(book, facts);

    public static Outcome<AssemblyAnswer> OfAssembly(LifeFacts facts, RuleBook book) => AssemblyAnswer.Of(RemainingLife.Of(book, facts));

    public static Outcome<SunAnswer> Sun(SunRequest request, RuleBook book) => SunAnswers.Of(request);

    public static Outcome<LastingAnswer> Last(LastingRequest request, RuleBook book) => Lasting.Of(book, request);

    public static Outcome<UrgencyAnswer> Urgency(UrgencyFacts facts, RuleBook book) =>
        book.FindCondition(facts.Condition) is { } condition ? Urgencies.Of(book, condition, facts) : UnknownCondition(facts.Condition);

    public static Outcome<CombinationsAnswer> Combined(AssessInput input, RuleBook book) =>
        new CombinationsAnswer(Assessor.Combined(input, book));

    public static Outcome<ProblemsAnswer> Problems(AssessInput input, RuleBook book) =>
        new ProblemsAnswer(Assessor.ProblemsOf(input, book));

    public static Outcome<DecideAnswer> Decide(AssessInput input, RuleBook book)
    {
        var judged = Assessor.Assess(input, book);
        return new DecideAnswer(judged.RoofDecisions, judged.Decision);
    }

    public static Outcome<JobsAnswer> Jobs(AssessInput input, RuleBook book)
    {
        var judged = Assessor.Assess(input, book);
        return new JobsAnswer(judged.Work, judged.WithoutJob);
    }

    public static Outcome<QuantitiesAnswer> Quantities(AssessInput input, RuleBook book) =>
        new QuantitiesAnswer([
            .. Assessor
                .Assess(input, book)
                .Work.Select(w => new QuantitiesOfJob(w.Number, w.Title, w.Place, w.Quantities, w.Interim, w.Photos ?? [])),
        ]);

    public static Outcome<CostAnswer> Cost(AssessInput input, RuleBook book)
    {
        var judged = Assessor.Assess(input, book);
        return new CostAnswer([.. judged.Work.Select(w => new CostOfJob(w.Number, w.Title, w.Place, w.Cost))], judged.Cost);
    }

    public static Outcome<OptionsAnswer> Options(AssessInput input, RuleBook book) =>
        RoofOptions.Of(book, input, Assessor.Assess(input, book));

    /// <summary>The plan of work as every bidder prices it alike, without a figure of cost.</summary>
    public static Outcome<BidComparison> Bids(AssessInput input, RuleBook book) =>
        BidComparisons.Of(Assessor.Assess(input, book), input.Records?.Bids ?? []);

    public static Outcome<BidScope> Scope(AssessInput input, RuleBook book) => BidScopes.Of(Assessor.Assess(input, book));

    public static Outcome<FindingWords> Wording(WordingRequest request, RuleBook book)
    {
        if (!AsRecorded.IsKnown(book, request.Finding))
        {
            return UnknownCondition(request.Finding.Condition);
        }
        var condition = AsRecorded.Condition(book, request.Finding, request.Firm, request.Covering);
        var family = request.Covering is { } kind ? book.FindCovering(kind)?.Family : null;
        var facts = new DecisionFacts(family, request.Slope?.Under, request.Slope?.Facing, null, request.Firm, request.Covering);
        var decisions = Decisions.Of(book, request.Finding, facts);
        var place = new VerdictPlace(
            request.Covering,
            request.Slope?.Pitch.RisePer12,
            request.Local,
            request.Finding.Deciding,
            request.Firm?.Limits
        );
        var effect = Decisions.Effect(book, request.Finding, condition, request.Covering, decisions);
        var verdict = Decisions.Settled(
            condition,
            request.Finding,
            Verdicts.Of(book, condition, place, request.Finding.Measure),
            effect,
            request.Covering
        );
        var remedy = effect.Remedy.Length > 0 ? effect.Remedy : condition.Remedy.Title;
        var quantity = condition.Quantity is { } id ? book.FindQuantity(id) : null;
        return Words.Of(
            new WordsFacts(condition, request.Finding, request.Slope, verdict, decisions, request.Firm, remedy, effect.Said, quantity)
        );
    }

    public static Outcome<OrderAnswer> Order(OrderRequest request, RuleBook book)
    {
        if (request.Items.FirstOrDefault(i => book.FindCondition(i.Condition) is null) is { } unknown)
        {
            return UnknownCondition(unknown.Condition);
        }
        var judged = request.Items.Select(
            (facts, index) => (index, facts, Urgency: Urgencies.Of(book, book.FindCondition(facts.Condition)!, facts))
        );
        var ordered = Urgencies.MostUrgentFirst(judged, i => i.Urgency).ThenBy(i => i.index).ToList();
        return new OrderAnswer([
            .. ordered.Select(
                (item, at) =>
                    new OrderedItem(
                        item.index,
                        item.Urgency,
                        at + 1 < ordered.Count
                            ? Reasons.Above(
                                item.Urgency,
                                book.FindCondition(ordered[at + 1].facts.Condition)!.Remedy.Title,
                                ordered[at + 1].Urgency
                            )
                            : ""
                    )
            ),
        ]);
    }

    public static Outcome<GalvanicAnswer> OfMetals(GalvanicRequest request, RuleBook book) => Galvanic.Of(request.A, request.B);

    public static Outcome<LogicAnswer> Logic(LogicRequest request, RuleBook book) =>
        Asks(request, RuleKind.Condition) && book.FindCondition(request.Id) is { } condition ? RuleLogic.Of(book, condition)
        : Asks(request, RuleKind.Combination) && book.Combinations.FirstOrDefault(c => c.Id == request.Id) is { } combination
            ? RuleLogic.Of(book, combination)
        : Asks(request, RuleKind.Limit) && book.Limits.FirstOrDefault(l => l.Id == request.Id) is { } limit ? RuleLogic.Of(book, limit)
        : new ComputeProblem("compute.unknown-rule", "$.id", $"The rule book has no condition, combination or limit \"{request.Id}\".");

    private static bool Asks(LogicRequest request, RuleKind kind) => request.Kind is null || request.Kind == kind;

    public static Outcome<Share> Interval(IntervalRequest request, RuleBook book) => BinomialInterval.Of(request.Wrong, request.Looked);

    public static Outcome<LadderAnswer> Ladder(LadderRequest request, RuleBook book) =>
        Ladders.For(request.LandingFeet) is { } answer
            ? answer
            : new ComputeProblem("ladder.bad-height", "$.landingFeet", "Give the landing's height in feet, more than 0.");

    public static Outcome<GoingAnswer> Going(GoingRequest request, RuleBook book) =>
        GoNoGo.Of(request.Hour, request.Seen, request.SteepestRise, request.Limits ?? WeatherLimitsFact.Usual);

    public static Outcome<PicksAnswer> Picks(PicksRequest request, RuleBook book) =>
        request.Courses is < 1 or > CoursePicks.MostCourses || request.Count < 1
            ? new ComputeProblem("picks.bad-count", "$.courses", $"Give 1 to {CoursePicks.MostCourses} courses, and pick at least 1.")
            : new PicksAnswer(CoursePicks.Of(request.VisitId, request.SlopeId, request.Courses, request.Count));

    public static Outcome<ParsedMeasure> Parse(ParseMeasureRequest request, RuleBook book)
    {
        var bareUnit = request.BareUnit switch
        {
            BareUnit.Foot => LengthUnit.Foot,
            BareUnit.Millimetre => LengthUnit.Millimetre,
            _ => LengthUnit.Inch,
        };
        if (
            request.Unit == QuantityUnit.Pitch
            && request.Covering is { } kind
            && book.FindCovering(kind)?.Family == CoveringFamily.Membrane
            && PitchText.BarePerFoot(request.Text) is { } perFoot
        )
        {
            var said = $"{request.Text.Trim()} in per foot";
            var printed = $"{said} ({perFoot.ToTradeText()})";
            return new ParsedMeasure(Quantise.Measure(perFoot.RisePer12), printed, null, said);
        }
        var read = MeasureReading.Read(request.Text, request.Unit, bareUnit);
        return read.Value is { } value
            ? new ParsedMeasure(Quantise.Measure(value), MeasureReading.Print(value, request.Unit), null)
            : new ParsedMeasure(null, null, read.Problem);
    }

    private static ComputeProblem UnknownCondition(string code) =>
        new("compute.unknown-condition", "$.condition", $"The rule book has no condition \"{code}\".");
}
