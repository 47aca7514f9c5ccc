using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Kalpa.Core;
using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.NewWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Files;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;
using Kalpa.Core.Rules;
using Kalpa.Core.Sun;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Contracts;

/// <summary>Either the answer as JSON, or the problem.</summary>
public sealed record ComputeResult(string? Json, ComputeProblem? Problem);

/// <summary>The core behind one call, the same from the command line, over HTTP and in the browser: JSON in, JSON out.</summary>
public static partial class Compute
{
    public static IReadOnlyList<string> Methods { get; } =
    [
        "assess",
        "visit-dossier",
        "property-dossier",
        "verdict",
        "life",
        "urgency",
        "parse-measure",
        "interval",
        "ladder",
        "going",
        "picks",
        "skeleton",
        "classify",
        "takeoff",
        "ice",
        "plan",
        "plan-draft",
        "plan-edit",
        "plan-slopes",
        "plan-spots",
        "plan-spot",
        "plan-runs",
        "plan-starter",
        "plan-import",
        "plan-export",
        "notices",
        "assembly",
        "sun",
        "last-n-years",
        "combinations",
        "wording",
        "order",
        "logic",
        "galvanic",
    ];

    /// <summary>In the browser forms are worked out when they are met; the server has met them all soon.</summary>
    private static readonly KalpaJson Json = OperatingSystem.IsBrowser() ? KalpaJson.WithLazyLists() : KalpaJson.Default;

    public static ComputeResult Run(string method, string json, RuleBook book) =>
        method switch
        {
            "assess" => Answer(json, book, Json.AssessInput, Json.Assessment, input => Assess(input, book)),
            "visit-dossier" => Answer(json, book, Json.DossierRequest, Json.VisitDossier, request => OfVisit(request, book)),
            "property-dossier" => Answer(json, book, Json.DossierRequest, Json.PropertyDossier, request => OfProperty(request, book)),
            "verdict" => Answer(json, book, Json.VerdictRequest, Json.Verdict, request => Verdict(request, book)),
            "life" => Answer(json, book, Json.LifeFacts, Json.LifeAnswer, facts => Life(facts, book)),
            "urgency" => Answer(json, book, Json.UrgencyFacts, Json.UrgencyAnswer, facts => Urgency(facts, book)),
            "parse-measure" => Answer(json, book, Json.ParseMeasureRequest, Json.ParsedMeasure, Parse),
            "interval" => Answer(json, book, Json.IntervalRequest, Json.Share, Interval),
            "ladder" => Answer(json, book, Json.LadderRequest, Json.LadderAnswer, Ladder),
            "going" => Answer(json, book, Json.GoingRequest, Json.GoingAnswer, request => Going(request)),
            "picks" => Answer(json, book, Json.PicksRequest, Json.PicksAnswer, Picks),
            "skeleton" => Answer(json, book, Json.SkeletonRequest, Json.SkeletonAnswer, r => StraightSkeleton.Of(r.Corners)),
            "classify" => Answer(json, book, Json.ClassifyRequest, Json.ClassifyAnswer, Classify),
            "takeoff" => Answer(json, book, Json.PlanRequest, Json.TakeOff, r => PlanMeasures.Of(r, book).TakeOff),
            "ice" => Answer(json, book, Json.IceRequest, Json.IceAnswer, Ice),
            "plan" => Answer(json, book, Json.PlanRequest, Json.PlanAnswer, r => PlanMeasures.Of(r, book)),
            "plan-draft" => Answer(json, book, Json.DraftRequest, Json.DraftAnswer, r => Draft(r.Plan)),
            "plan-edit" => Answer(json, book, Json.PlanEditRequest, Json.PlanEditAnswer, r => PlanEdits.Of(r)),
            "plan-slopes" => Answer(json, book, Json.PlanSlopesRequest, Json.PlanSlopesAnswer, r => PlanSlopes.Of(r)),
            "plan-spots" => Answer(json, book, Json.PlanSpotsRequest, Json.PlanSpotsAnswer, r => PlanSpots.Of(r)),
            "plan-spot" => Answer(json, book, Json.SpotRequest, Json.SpotAnswer, PlanSpot),
            "plan-runs" => Answer(json, book, Json.RunsRequest, Json.RunsAnswer, r => PlanRuns.Of(r)),
            "plan-starter" => Answer(json, book, Json.StarterRequest, Json.StarterAnswer, r => PlanStarters.Of(r)),
            "plan-import" => Answer(json, book, Json.ImportRequest, Json.ImportAnswer, r => OutlineReader.Read(r)),
            "plan-export" => Answer(json, book, Json.PlanExportRequest, Json.PlanTextAnswer, r => GeoJson(r, book)),
            "notices" => Answer(json, book, Json.NoticesRequest, Json.NoticesAnswer, r => PlanNotices.Of(r, book)),
            "assembly" => Answer(json, book, Json.LifeFacts, Json.AssemblyAnswer, facts => OfAssembly(facts, book)),
            "sun" => Answer(json, book, Json.SunRequest, Json.SunAnswer, Sun),
            "combinations" => Answer(json, book, Json.AssessInput, Json.CombinationsAnswer, i => Combined(i, book)),
            "wording" => Answer(json, book, Json.WordingRequest, Json.FindingWords, r => Wording(r, book)),
            "order" => Answer(json, book, Json.OrderRequest, Json.OrderAnswer, r => Order(r, book)),
            "galvanic" => Answer(json, book, Json.GalvanicRequest, Json.GalvanicAnswer, r => Galvanic.Of(r.A, r.B)),
            "logic" => Answer(json, book, Json.LogicRequest, Json.LogicAnswer, r => Logic(r, book)),
            "last-n-years" => Answer(json, book, Json.LastingRequest, Json.LastingAnswer, r => Last(r, book)),
            _ => Refused("compute.unknown-method", null, $"There is no method \"{method}\". Methods: {string.Join(", ", Methods)}."),
        };

    private static Outcome<Assessment> Assess(AssessInput input, RuleBook book) => Assessor.Assess(input, book);

    private static Outcome<Verdict> Verdict(VerdictRequest request, RuleBook book) =>
        book.FindCondition(request.Condition) is { } condition
            ? Verdicts.Of(
                book,
                condition,
                new VerdictPlace(request.Covering, request.RisePer12, request.Local, request.Deciding),
                request.Measure
            )
            : UnknownCondition(request.Condition);

    private static Outcome<LifeAnswer> Life(LifeFacts facts, RuleBook book) => RemainingLife.Of(book, facts);

    private static Outcome<AssemblyAnswer> OfAssembly(LifeFacts facts, RuleBook book) => AssemblyAnswer.Of(RemainingLife.Of(book, facts));

    private static Outcome<SunAnswer> Sun(SunRequest request) => SunAnswers.Of(request);

    private static Outcome<LastingAnswer> Last(LastingRequest request, RuleBook book) => Lasting.Of(book, request);

    private static Outcome<UrgencyAnswer> Urgency(UrgencyFacts facts, RuleBook book) =>
        book.FindCondition(facts.Condition) is { } condition ? Urgencies.Of(book, condition, facts) : UnknownCondition(facts.Condition);

    private static Outcome<CombinationsAnswer> Combined(AssessInput input, RuleBook book) =>
        new CombinationsAnswer(Assessor.Combined(input, book));

    private static Outcome<FindingWords> Wording(WordingRequest request, RuleBook book)
    {
        if (book.FindCondition(request.Finding.Condition) is not { } condition)
        {
            return UnknownCondition(request.Finding.Condition);
        }
        var family = request.Covering is { } kind ? book.FindCovering(kind)?.Family : null;
        var facts = new DecisionFacts(family, request.Slope?.Under, request.Slope?.Facing, null, request.Firm, request.Covering);
        var decisions = Decisions.Of(book, request.Finding, facts);
        var place = new VerdictPlace(request.Covering, request.Slope?.Pitch.RisePer12, request.Local, request.Finding.Deciding);
        var verdict = Decisions.Settled(
            condition,
            request.Finding,
            Verdicts.Of(book, condition, place, request.Finding.Measure),
            Decisions.Effect(book, decisions),
            decisions
        );
        return Words.Of(new WordsFacts(condition, request.Finding, request.Slope, verdict, decisions, request.Firm));
    }

    private static Outcome<OrderAnswer> Order(OrderRequest request, RuleBook book)
    {
        if (request.Items.FirstOrDefault(i => book.FindCondition(i.Condition) is null) is { } unknown)
        {
            return UnknownCondition(unknown.Condition);
        }
        var ordered = request
            .Items.Select((facts, index) => (index, facts, Urgency: Urgencies.Of(book, book.FindCondition(facts.Condition)!, facts)))
            .OrderByDescending(i => i.Urgency.Class)
            .ThenByDescending(i => i.Urgency.LossHigh)
            .ThenBy(i => i.index)
            .ToList();
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

    private static Outcome<LogicAnswer> Logic(LogicRequest request, RuleBook book) =>
        Asks(request, RuleKind.Condition) && book.FindCondition(request.Id) is { } condition ? RuleLogic.Of(book, condition)
        : Asks(request, RuleKind.Combination) && book.Combinations.FirstOrDefault(c => c.Id == request.Id) is { } combination
            ? RuleLogic.Of(book, combination)
        : Asks(request, RuleKind.Limit) && book.Limits.FirstOrDefault(l => l.Id == request.Id) is { } limit ? RuleLogic.Of(book, limit)
        : new ComputeProblem("compute.unknown-rule", "$.id", $"The rule book has no condition, combination or limit \"{request.Id}\".");

    private static bool Asks(LogicRequest request, RuleKind kind) => request.Kind is null || request.Kind == kind;

    private static Outcome<Share> Interval(IntervalRequest request) => BinomialInterval.Of(request.Wrong, request.Looked);

    private static Outcome<LadderAnswer> Ladder(LadderRequest request) =>
        Ladders.For(request.LandingFeet) is { } answer
            ? answer
            : new ComputeProblem("ladder.bad-height", "$.landingFeet", "Give the landing's height in feet, more than 0.");

    private static GoingAnswer Going(GoingRequest request) =>
        GoNoGo.Of(request.Hour, request.Seen, request.SteepestRise, request.Limits ?? WeatherLimitsFact.Usual);

    private static Outcome<PicksAnswer> Picks(PicksRequest request) =>
        request.Courses is < 1 or > CoursePicks.MostCourses || request.Count < 1
            ? new ComputeProblem("picks.bad-count", "$.courses", $"Give 1 to {CoursePicks.MostCourses} courses, and pick at least 1.")
            : new PicksAnswer(CoursePicks.Of(request.VisitId, request.SlopeId, request.Courses, request.Count));

    private static Outcome<ParsedMeasure> Parse(ParseMeasureRequest request)
    {
        var bareUnit = request.BareUnit switch
        {
            BareUnit.Foot => LengthUnit.Foot,
            BareUnit.Millimetre => LengthUnit.Millimetre,
            _ => LengthUnit.Inch,
        };
        var read = MeasureReading.Read(request.Text, request.Unit, bareUnit);
        return read.Value is { } value
            ? new ParsedMeasure(Quantise.Measure(value), MeasureReading.Print(value, request.Unit), null)
            : new ParsedMeasure(null, null, read.Problem);
    }

    private static ComputeProblem UnknownCondition(string code) =>
        new("compute.unknown-condition", "$.condition", $"The rule book has no condition \"{code}\".");

    private static ComputeResult Answer<TIn, TOut>(
        string json,
        RuleBook book,
        JsonTypeInfo<TIn> input,
        JsonTypeInfo<TOut> output,
        Func<TIn, Outcome<TOut>> run
    )
        where TOut : class
    {
        TIn? facts;
        try
        {
            facts = JsonSerializer.Deserialize(json, input);
        }
        catch (JsonException exception)
        {
            var (path, why) = Fault(json, input.Type) ?? (exception.Path, Explain(exception));
            return Refused("compute.bad-json", path, why);
        }
        if (facts is null)
        {
            return Refused("compute.bad-json", "$", "Send a JSON object, not null.");
        }
        if (ComputeChecks.Of(facts, book) is { } fault)
        {
            return new ComputeResult(null, fault);
        }
        var outcome = run(facts);
        return outcome.Value is null
            ? new ComputeResult(null, outcome.Problem)
            : new ComputeResult(JsonSerializer.Serialize(outcome.Value, output), null);
    }

    /// <summary>Where the fault lies and what it is, read the thorough way: lazy lists do not know where they stand.</summary>
    private static (string? Path, string Why)? Fault(string json, Type input)
    {
        try
        {
            JsonSerializer.Deserialize(json, KalpaJson.Default.GetTypeInfo(input)!);
            return null;
        }
        catch (JsonException exception)
        {
            return (exception.Path, Explain(exception));
        }
    }

    private static ComputeResult Refused(string code, string? field, string text) => new(null, new ComputeProblem(code, field, text));

    /// <summary>The serializer's first sentence says what is wrong; its tail repeats path and position.</summary>
    private static string Explain(JsonException exception)
    {
        var message = exception.Message;
        var tail = message.IndexOf(" Path:", StringComparison.Ordinal);
        return tail < 0 ? message : message[..tail];
    }

    private readonly record struct Outcome<T>(T? Value, ComputeProblem? Problem)
        where T : class
    {
        public static implicit operator Outcome<T>(T value) => new(value, null);

        public static implicit operator Outcome<T>(ComputeProblem problem) => new(null, problem);
    }
}
