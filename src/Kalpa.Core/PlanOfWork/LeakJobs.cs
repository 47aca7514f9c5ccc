using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// Leaks in the plan of work: a stain goes with the finding at which its water most likely gets in; while that is open, its job is the next test; and a repaired leak
/// stays on the list until a test or rain has shown that it holds.
/// </summary>
internal static class LeakJobs
{
    private const int TestsNamed = 2;

    /// <summary>Steps to trace a stain by: what is known, and the tests to make next.</summary>
    public static IEnumerable<string> Steps(Guid findingId, IReadOnlyList<StainLeak>? leaks)
    {
        if (leaks?.FirstOrDefault(l => l.FindingId == findingId) is not { } leak)
        {
            return [];
        }
        return
        [
            leak.Answer.Words,
            .. leak
                .Answer.Tests.Take(TestsNamed)
                .Select((t, at) => $"{(at == 0 ? "Next" : "Then")}: {Sentences.Lower(t.Name)} ({t.Minutes} min)"),
        ];
    }

    /// <summary>Stains whose leak is repaired: what is left to do is to show that it holds, not to look for it.</summary>
    public static IReadOnlySet<Guid> Repaired(IReadOnlyList<StainLeak>? leaks) =>
        (leaks ?? []).Where(l => l.Repair?.Stage is LeakStage.Repaired or LeakStage.Closed).Select(l => l.FindingId).ToHashSet();

    /// <summary>Repaired leaks that nothing has shown to be over.</summary>
    public static IEnumerable<WorkItem> ToConfirm(AssessInput input, IReadOnlyList<StainLeak>? leaks) =>
        from leak in leaks ?? []
        where leak.Repair?.Stage == LeakStage.Repaired
        let stain = input.Findings.First(f => f.Id == leak.FindingId)
        select new WorkItem(
            0,
            WorkKind.Evaluate,
            "Confirm that the leak has stopped",
            Words.Place(stain, input.Slopes.FirstOrDefault(s => s.Id == stain.SlopeId)),
            UrgencyClass.ThisSeason,
            (int)UrgencyClass.ThisSeason,
            Urgencies.Words(UrgencyClass.ThisSeason),
            leak.Repair!.Words,
            [leak.Repair.Next, "Meter the stain: a stain stays, but dries."],
            "Paint over the stain.",
            0,
            0,
            leak.FindingId,
            stain.SlopeId
        );
}
