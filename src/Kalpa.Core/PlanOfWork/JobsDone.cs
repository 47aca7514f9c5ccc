using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// A job that was done, in words: <paramref name="Words"/> says when, by whom and for how much, <paramref name="Warranty"/> its terms (empty: none recorded),
/// <paramref name="Next"/> what is left to be recorded or checked, empty where nothing is. <paramref name="FindingIds"/>: what was resolved with it.
/// </summary>
public sealed record DoneAnswer(
    Guid Id,
    string Title,
    string Words,
    string Warranty,
    string Next,
    IReadOnlyList<Guid> FindingIds,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? Held = null
);

/// <summary>
/// Jobs that were done: what they resolved asks for no work any more, and the next visit says whether it held. A renewal that was done stays decided until the new covering is
/// recorded: only that has years of its own.
/// </summary>
internal static class JobsDone
{
    /// <summary>The findings that no done job has resolved.</summary>
    public static IReadOnlyList<FindingAssessment> Open(IReadOnlyList<FindingAssessment> findings, VisitRecords? records)
    {
        var resolved = (records?.JobsDone ?? []).SelectMany(d => d.Findings).ToHashSet();
        return resolved.Count == 0 ? findings : [.. findings.Where(f => !resolved.Contains(f.FindingId))];
    }

    /// <summary>Whether a job that a section asks for by itself was done. What resolves findings is done when they are.</summary>
    public static bool IsDone(WorkItem job, VisitRecords? records) =>
        job is { FindingId: null, SlopeId: { } slope }
        && (records?.JobsDone ?? []).Any(d => d.SlopeIds.Contains(slope) && (d.Renewal ? IsRenewal(job) : d.Title == job.Title));

    private static bool IsRenewal(WorkItem job) => job.Kind is WorkKind.Reroof or WorkKind.Rebuild or WorkKind.Relay;

    /// <param name="prices">Whether the commission gives prices: a damage record shows none.</param>
    public static IReadOnlyList<DoneAnswer>? Of(AssessInput input, bool prices)
    {
        var now = (input.Records?.JobsDone ?? []).OrderBy(d => d.On).ThenBy(d => d.Id).Select(d => Now(input, d, prices));
        var before = (input.Records?.LastTime?.Done ?? []).OrderBy(d => d.On).ThenBy(d => d.Id).Select(d => Before(input, d, prices));
        List<DoneAnswer> all = [.. before, .. now];
        return all.Count == 0 ? null : all;
    }

    private static DoneAnswer Now(AssessInput input, JobDoneFact done, bool prices)
    {
        var answer = Told(done, prices);
        var renewed = done.Renewal ? input.Slopes.Where(s => done.SlopeIds.Contains(s.Id)).ToList() : [];
        var after = input.Records!.Photos.Any(p => p.Role == PhotoRole.After && p.FindingId is { } id && done.Findings.Contains(id));
        return answer with
        {
            Next =
                renewed.Count > 0 && renewed.Exists(s => !IsCovered(input, s, done.On))
                    ? $"Record the new covering of {Sentences.Lower(Sentences.Slopes([.. renewed.Select(s => s.Letter)]))}: its years count from then on."
                : done.Findings.Count > 0 && !after ? "No photo of the finished work is on file."
                : "",
        };
    }

    /// <summary>Whether a covering laid in the year of the work, or after it, is on record.</summary>
    private static bool IsCovered(AssessInput input, SlopeFact slope, DateOnly on) =>
        Assessor.CoveringOn(input.Coverings, slope.Id, input.AsOf)?.LaidTo >= on.Year;

    /// <summary>Of the visit before: what was found of it today.</summary>
    private static DoneAnswer Before(AssessInput input, JobDoneFact done, bool prices)
    {
        var checks = (input.Records?.Rechecks ?? []).Where(r => done.Findings.Contains(r.FindingId)).Select(r => r.Outcome).ToList();
        bool? held =
            checks.Exists(o => o is RecheckOutcome.Same or RecheckOutcome.Worse) ? false
            : checks.Count > 0 && checks.Count == done.Findings.Count ? true
            : null;
        return Told(done, prices) with
        {
            Held = held,
            Next =
                held == true ? "Checked on this visit: it held."
                : held == false ? "Checked on this visit: it did not hold. Record what is wrong now as a finding."
                : "Not yet checked on this visit.",
        };
    }

    private static DoneAnswer Told(JobDoneFact done, bool prices)
    {
        var (who, said) = (done.Who.Trim(), done.Words.Trim());
        string[] parts =
        [
            $"Done on {Sentences.Day(done.On)}",
            who.Length > 0 ? $" by {who}" : "",
            prices && done.Cost is { } cost ? string.Create(CultureInfo.InvariantCulture, $" for ${cost:#,0}") : "",
            said.Length > 0 ? $": “{said}”" : "",
        ];
        return new DoneAnswer(done.Id, done.Title, $"{string.Concat(parts)}.", done.Warranty.Trim(), "", done.Findings);
    }
}
