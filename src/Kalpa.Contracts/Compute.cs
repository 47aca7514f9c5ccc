using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Kalpa.Core;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Contracts;

/// <summary>Either the answer as JSON, or the problem.</summary>
public sealed record ComputeResult(string? Json, ComputeProblem? Problem);

/// <summary>The core behind one call, the same from the command line, over HTTP and in the browser: JSON in, JSON out.</summary>
public static class Compute
{
    public static IReadOnlyList<string> Methods { get; } =
    ["assess", "verdict", "life", "urgency", "parse-measure", "interval", "ladder", "going", "picks"];

    public static ComputeResult Run(string method, string json, RuleBook book) =>
        method switch
        {
            "assess" => Answer(json, KalpaJson.Default.AssessInput, KalpaJson.Default.Assessment, input => Assess(input, book)),
            "verdict" => Answer(json, KalpaJson.Default.VerdictRequest, KalpaJson.Default.Verdict, request => Verdict(request, book)),
            "life" => Answer(json, KalpaJson.Default.LifeFacts, KalpaJson.Default.LifeAnswer, facts => Life(facts, book)),
            "urgency" => Answer(json, KalpaJson.Default.UrgencyFacts, KalpaJson.Default.UrgencyAnswer, facts => Urgency(facts, book)),
            "parse-measure" => Answer(json, KalpaJson.Default.ParseMeasureRequest, KalpaJson.Default.ParsedMeasure, Parse),
            "interval" => Answer(json, KalpaJson.Default.IntervalRequest, KalpaJson.Default.Share, Interval),
            "ladder" => Answer(json, KalpaJson.Default.LadderRequest, KalpaJson.Default.LadderAnswer, Ladder),
            "going" => Answer(json, KalpaJson.Default.GoingRequest, KalpaJson.Default.GoingAnswer, request => Going(request)),
            "picks" => Answer(json, KalpaJson.Default.PicksRequest, KalpaJson.Default.PicksAnswer, Picks),
            _ => Refused("compute.unknown-method", null, $"There is no method \"{method}\". Methods: {string.Join(", ", Methods)}."),
        };

    private static Outcome<Assessment> Assess(AssessInput input, RuleBook book) =>
        FactChecks.Of(input, book) is [var problem, ..] ? Bad(problem) : Assessor.Assess(input, book);

    private static Outcome<Verdict> Verdict(VerdictRequest request, RuleBook book) =>
        book.FindCondition(request.Condition) is { } condition
            ? Verdicts.Of(book, condition, request.Covering, request.Measure)
            : UnknownCondition(request.Condition);

    private static Outcome<LifeAnswer> Life(LifeFacts facts, RuleBook book) =>
        FactChecks.Of(facts) is [var problem, ..] ? Bad(problem) : RemainingLife.Of(book, facts);

    private static Outcome<UrgencyAnswer> Urgency(UrgencyFacts facts, RuleBook book) =>
        book.FindCondition(facts.Condition) is { } condition ? Urgencies.Of(book, condition, facts) : UnknownCondition(facts.Condition);

    private static Outcome<Share> Interval(IntervalRequest request) =>
        request.Looked < 1 || request.Wrong < 0 || request.Wrong > request.Looked
            ? new ComputeProblem("interval.bad-counts", "$.wrong", "Give 0 to all wrong of at least 1 looked at.")
            : BinomialInterval.Of(request.Wrong, request.Looked);

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

    private static ComputeProblem Bad(FactProblem problem) =>
        new(problem.Code, problem.FactId == Guid.Empty ? null : problem.FactId.ToString(), problem.Text);

    private static ComputeResult Answer<TIn, TOut>(
        string json,
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
            return Refused("compute.bad-json", exception.Path, Explain(exception));
        }
        if (facts is null)
        {
            return Refused("compute.bad-json", "$", "Send a JSON object, not null.");
        }
        var outcome = run(facts);
        return outcome.Value is null
            ? new ComputeResult(null, outcome.Problem)
            : new ComputeResult(JsonSerializer.Serialize(outcome.Value, output), null);
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
