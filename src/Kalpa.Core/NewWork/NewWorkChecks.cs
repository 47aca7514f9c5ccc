using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.NewWork;

/// <summary>What the picked courses of a slope say: how many are done, the share of wrong nails with its interval, in which ways, and the exposures.</summary>
public sealed record SlopeSample(
    Guid SlopeId,
    string Letter,
    IReadOnlyList<int> Picked,
    IReadOnlyList<int> Left,
    Share? Nails,
    IReadOnlyList<NailCount> Ways,
    ExposureSpread? Exposures,
    string Words
);

/// <summary>Exposures of the picked courses, in inches, and how many lie outside the limit.</summary>
public sealed record ExposureSpread(int Courses, double Least, double Mean, double Most, int Outside, string? LimitText);

[JsonConverter(typeof(CamelCaseEnum<PunchState>))]
public enum PunchState
{
    Open,
    Fixed,
    Accepted,
    Refused,
}

/// <summary>
/// An item of the punch list and where it stands; a hold point that is not accepted must not be covered. <paramref name="Measured"/> is the measure beside its limit
/// and <paramref name="Steps"/> what is to be done, where a finding stands behind it.
/// </summary>
public sealed record PunchAnswer(
    Guid ItemId,
    int Number,
    string What,
    string Place,
    string Fix,
    string Crew,
    DateOnly? DueOn,
    bool HoldPoint,
    PunchState State,
    string StateWords,
    Guid? ReplyId,
    string Measured,
    IReadOnlyList<string> Steps
);

public sealed record NewWorkAnswer(IReadOnlyList<SlopeSample> Samples, IReadOnlyList<PunchAnswer> Punch, IReadOnlyList<string> Hunted);

/// <summary>Check of new work: a rate only from courses picked beforehand; what was hunted is a list.</summary>
public static class NewWorkChecks
{
    public static NewWorkAnswer? Of(RuleBook book, AssessInput input, IReadOnlyList<FindingAssessment> findings)
    {
        var judged = findings.ToDictionary(f => f.FindingId);
        FindingAssessment? Behind(PunchItemFact item) => item.FindingId is { } id ? judged.GetValueOrDefault(id) : null;
        var records = input.Records ?? VisitRecords.None;
        if (records.Samples.Count + records.PunchItems.Count == 0)
        {
            return null;
        }
        return new NewWorkAnswer(
            [
                .. records
                    .Samples.OrderBy(s => LetterOf(input, s.SlopeId), StringComparer.Ordinal)
                    .ThenBy(s => s.Id)
                    .Select(s => OfSample(book, s, input, records)),
            ],
            [
                .. records
                    .PunchItems.OrderBy(p => p.Id)
                    // Numbers stay with their items, whatever is not the crew's to do.
                    .Select((p, i) => (Item: p, Number: i + 1, Finding: Behind(p)))
                    .Where(p => IsTheCrews(p.Finding) || records.PunchReplies.Any(r => r.PunchItemId == p.Item.Id))
                    .Select(p => OfItem(book, p.Item, p.Number, input, records, p.Finding)),
            ],
            Hunted(book, input)
        );
    }

    /// <summary>
    /// Whether a finding is for the crew to correct: not what conforms or is only noted, nor what another trade or somebody else is to look into. What was put on the
    /// list by hand, and what the crew has answered, stays.
    /// </summary>
    private static bool IsTheCrews(FindingAssessment? finding) =>
        finding is null || finding is { Trade: "", Outcome: FindingOutcome.Mend, Verdict.IsDefect: true };

    /// <summary>What an item's replies and decisions make of it: the last reply counts, and the last decision on it.</summary>
    public static (PunchState State, PunchReplyFact? Reply, PunchDecisionFact? Decision) StateOf(
        Guid itemId,
        IReadOnlyList<PunchReplyFact> replies,
        IReadOnlyList<PunchDecisionFact> decisions
    )
    {
        var reply = replies.Where(r => r.PunchItemId == itemId).OrderBy(r => r.At).ThenBy(r => r.Id).LastOrDefault();
        if (reply is null)
        {
            return (PunchState.Open, null, null);
        }
        var decision = decisions.Where(d => d.ReplyId == reply.Id).OrderBy(d => d.At).ThenBy(d => d.Id).LastOrDefault();
        var state = decision switch
        {
            null => PunchState.Fixed,
            { Accepted: true } => PunchState.Accepted,
            _ => PunchState.Refused,
        };
        return (state, reply, decision);
    }

    private static SlopeSample OfSample(RuleBook book, SampleFact sample, AssessInput input, VisitRecords records)
    {
        var courses = CoursesOf(sample, records);
        var looked = courses.Sum(c => c.NailsLooked);
        var ways = Ways(courses);
        var nails = looked == 0 ? null : BinomialInterval.Of(Math.Min(looked, ways.Sum(w => w.Count)), looked);
        var spread = Spread(book, sample.SlopeId, courses, input);
        var letter = LetterOf(input, sample.SlopeId);
        return new SlopeSample(
            sample.SlopeId,
            letter,
            sample.Picked,
            [.. sample.Picked.Where(p => courses.All(c => c.Course != p))],
            nails,
            ways,
            spread,
            Words(letter, sample, courses.Count, nails, spread)
        );
    }

    /// <summary>
    /// The picked courses that were looked at: one that was not picked is a hunted one and never counts, and one counted twice counts as it was
    /// counted last.
    /// </summary>
    internal static List<CourseFact> CoursesOf(SampleFact sample, VisitRecords records) =>
        [
            .. records
                .Courses.Where(c => c.SlopeId == sample.SlopeId && sample.Picked.Contains(c.Course))
                .GroupBy(c => c.Course)
                .Select(g => g.OrderBy(c => c.Id).Last())
                .OrderBy(c => c.Course),
        ];

    private static List<NailCount> Ways(List<CourseFact> courses) =>
        [
            .. courses
                .SelectMany(c => c.Wrong)
                .GroupBy(w => w.Fault)
                .Select(g => new NailCount(g.Key, g.Sum(w => w.Count)))
                .Where(w => w.Count > 0)
                .OrderByDescending(w => w.Count)
                .ThenBy(w => w.Fault),
        ];

    private static ExposureSpread? Spread(RuleBook book, Guid slopeId, List<CourseFact> courses, AssessInput input)
    {
        var measured = courses.Select(c => c.Exposure).OfType<MeasureFact>().ToList();
        if (measured.Count == 0)
        {
            return null;
        }
        var kind = Assessor.CoveringOn(input.Coverings, slopeId, input.AsOf)?.Kind;
        var condition = book.FindCondition("exposure-off")!;
        var verdicts = measured.Select(m => Verdicts.Of(book, condition, kind, m)).ToList();
        return new ExposureSpread(
            measured.Count,
            Quantise.Measure(measured.Min(m => m.Value)),
            Quantise.Measure(measured.Average(m => m.Value)),
            Quantise.Measure(measured.Max(m => m.Value)),
            verdicts.Count(v => v.Outcome is VerdictOutcome.Short or VerdictOutcome.Over),
            verdicts[0].LimitText
        );
    }

    private static string Words(string letter, SampleFact sample, int done, Share? nails, ExposureSpread? spread)
    {
        var of = $"Slope {letter}: {done} of {sample.Picked.Count} preselected courses checked";
        var rate = nails is null
            ? "; no nails counted yet."
            : $"; {nails.Wrong} of {nails.Looked} nails misplaced, {Percent(nails.Rate)} (95% between {Percent(nails.Low)} and {Percent(nails.High)}, wider where defects occur in runs).";
        var exposures = spread is null
            ? ""
            : $" Exposure {spread.Least:0.##} to {spread.Most:0.##} in, {spread.Outside} of {spread.Courses} outside {spread.LimitText ?? "no limit"}.";
        return of + rate + exposures;
    }

    private static string Percent(double share) => $"{share * 100:0.#}%";

    private static PunchAnswer OfItem(
        RuleBook book,
        PunchItemFact item,
        int number,
        AssessInput input,
        VisitRecords records,
        FindingAssessment? finding
    )
    {
        var (state, reply, decision) = StateOf(item.Id, records.PunchReplies, records.PunchDecisions);
        var words = state switch
        {
            PunchState.Open => item.HoldPoint ? "Open: do not cover" : "Open",
            PunchState.Fixed => $"Marked fixed by {reply!.By}: to be reviewed",
            PunchState.Accepted => "Accepted",
            _ => $"Refused: {decision!.Reason}",
        };
        var letter = LetterOf(input, item.SlopeId);
        return new PunchAnswer(
            item.Id,
            number,
            item.What,
            letter.Length == 0 ? "" : $"slope {letter}",
            item.Fix,
            item.Crew,
            item.DueOn,
            item.HoldPoint,
            state,
            words,
            reply?.Id,
            Measured(book, input.Findings.FirstOrDefault(f => f.Id == item.FindingId), finding?.Verdict),
            finding?.RemedySteps ?? []
        );
    }

    /// <summary>In the report's words; empty for an item without a finding, and where nothing was measured and no limit applies.</summary>
    private static string Measured(RuleBook book, FindingFact? finding, Verdict? verdict) =>
        finding is null || verdict is null || (finding.Measure is null && verdict.LimitText is null)
            ? ""
            : Wording.Words.Beside(
                finding.Measure,
                verdict,
                book.FindCondition(finding.Condition)?.Quantity is { } quantity ? book.FindQuantity(quantity) : null
            );

    /// <summary>Findings at the picked courses' station and elsewhere: named, never counted into a rate.</summary>
    private static List<string> Hunted(RuleBook book, AssessInput input) =>
        [
            .. input
                .Findings.OrderBy(f => f.Id)
                .Where(f => AsRecorded.IsKnown(book, f))
                .Select(f =>
                    $"{AsRecorded.Condition(book, f).Name}{(LetterOf(input, f.SlopeId) is { Length: > 0 } l ? $" on slope {l}" : "")}"
                ),
        ];

    private static string LetterOf(AssessInput input, Guid? slopeId) => input.Slopes.FirstOrDefault(s => s.Id == slopeId)?.Letter ?? "";
}
