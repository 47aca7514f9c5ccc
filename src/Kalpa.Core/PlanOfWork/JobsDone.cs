using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
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
/// Jobs that were done: what they resolved asks for no work any more, and the next visit says whether it held. A temporary repair resolves nothing, and a renewal that was done
/// stays decided until the new covering is recorded: only that has years of its own.
/// </summary>
internal static class JobsDone
{
    /// <summary>The findings that still ask for work: not a stain whose leak is repaired, but one into which water came again.</summary>
    public static IReadOnlyList<FindingAssessment> Open(
        IReadOnlyList<FindingAssessment> findings,
        VisitRecords? records,
        IReadOnlyList<StainLeak>? leaks
    ) => Without(findings, (records?.JobsDone ?? []).Where(d => !d.Temporary), leaks);

    /// <summary>The findings that a decision on the slopes rests on: what a renewal resolves counts until the new covering is recorded.</summary>
    public static IReadOnlyList<FindingAssessment> OpenToDecide(
        IReadOnlyList<FindingAssessment> findings,
        AssessInput input,
        IReadOnlyList<StainLeak>? leaks
    ) => Without(findings, (input.Records?.JobsDone ?? []).Where(d => !d.Temporary && Uncovered(input, d).Count == 0), leaks);

    private static IReadOnlyList<FindingAssessment> Without(
        IReadOnlyList<FindingAssessment> findings,
        IEnumerable<JobDoneFact> done,
        IReadOnlyList<StainLeak>? leaks
    )
    {
        HashSet<Guid> resolved = [.. done.SelectMany(d => d.Findings).Except(VisitLeaks.Returned(leaks)), .. LeakJobs.Repaired(leaks)];
        return resolved.Count == 0 ? findings : [.. findings.Where(f => !resolved.Contains(f.FindingId))];
    }

    /// <summary>
    /// Whether a job was done whose findings do not say so: one that a section asks for by itself, and a temporary repair, which resolves nothing.
    /// </summary>
    public static bool IsDone(WorkItem job, VisitRecords? records) =>
        (records?.JobsDone ?? []).Any(d =>
            job.FindingId is { } finding
                ? job.Temporary && d.Temporary && d.Findings.Contains(finding)
                : job.SlopeId is { } slope && d.SlopeIds.Contains(slope) && (d.Renewal ? job.IsRenewal : d.Title == job.Title)
        );

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
        var uncovered = Uncovered(input, done);
        var after = input.Records!.Photos.Any(p => p.Role == PhotoRole.After && p.FindingId is { } id && done.Findings.Contains(id));
        return Told(done, prices) with
        {
            Next =
                done.Temporary ? "Temporary: the permanent work is still due."
                : uncovered.Count > 0
                    ? $"Record the new covering of {Sentences.Lower(Sentences.Slopes([.. uncovered.Select(s => s.Letter)]))}: its years count from then on."
                : done.Findings.Count > 0 && !after ? "No photo of the finished work is on file."
                : "",
        };
    }

    /// <summary>Slopes that were renewed and have no covering on record that was laid in the year of the work, or after it.</summary>
    private static List<SlopeFact> Uncovered(AssessInput input, JobDoneFact done) =>
        [
            .. input.Slopes.Where(s =>
                done.Renewal
                && done.SlopeIds.Contains(s.Id)
                && !(Assessor.CoveringOn(input.Coverings, s.Id, input.AsOf)?.LaidTo >= done.On.Year)
            ),
        ];

    /// <summary>Of the visit before: what was found of it today.</summary>
    private static DoneAnswer Before(AssessInput input, JobDoneFact done, bool prices)
    {
        var last = input.Records!.LastTime!;
        var stains = last
            .Findings.Where(f => VisitLeaks.IsStain(f.Condition) && done.Findings.Contains(f.Id))
            .Select(f => f.Id)
            .ToHashSet();
        var rechecks = (input.Records.Rechecks ?? []).Where(r => done.Findings.Contains(r.FindingId)).ToList();
        // A stain stays when its leak is repaired: unchanged, it says nothing against the repair.
        var failed = rechecks.Exists(r =>
            r.Outcome == RecheckOutcome.Worse || (r.Outcome == RecheckOutcome.Same && !stains.Contains(r.FindingId))
        );
        bool? held =
            failed ? false
            : rechecks.Count > 0 && rechecks.Count == done.Findings.Count ? true
            : null;
        return Told(done, prices) with
        {
            Held = held,
            Next =
                held == true ? "Checked on this visit: it held."
                : held == false ? "Checked on this visit: it did not hold. Record what is wrong now as a finding."
                : stains.Count > 0 && !done.Temporary
                    ? $"{LeakWas(last, stains, done)} Ask whether it has leaked since, and meter the stain."
                : "Not yet checked on this visit.",
        };
    }

    /// <summary>How the leak stood when the visit before was last worked on.</summary>
    private static string LeakWas(LastTime last, HashSet<Guid> stains, JobDoneFact done)
    {
        var repairs = stains
            .Order()
            .Select(s => LeakRepairs.Of(s, LeakRepairs.NoWays, [done], last.LeakTests ?? [], last.LeakRains ?? []))
            .OfType<LeakRepair>();
        return repairs.MaxBy(r => r.Stage)?.Words ?? "Not yet checked on this visit.";
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
