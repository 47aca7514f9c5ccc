using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;

namespace Kalpa.Core.PlanOfWork;

/// <summary>Repairs of one title: how many were done, and of those that were checked since, how many held.</summary>
public sealed record RepairHeld(string Title, int Done, int Held, int Failed, string Words);

/// <summary>How a firm's finished repairs held, by their kind: what a later visit found, a test showed or rain brought.</summary>
public static class RepairsHeld
{
    /// <summary>Fewer checked than this say little (from memory).</summary>
    private const int Few = 5;

    /// <param name="stains">Findings that are stains: one that is unchanged says nothing against its repair.</param>
    public static IReadOnlyList<RepairHeld> Of(
        IEnumerable<JobDoneFact> done,
        IEnumerable<RecheckFact> rechecks,
        IEnumerable<LeakTestFact> tests,
        IEnumerable<LeakRainFact> rains,
        IReadOnlySet<Guid> stains
    )
    {
        var checkedLater = rechecks.ToLookup(r => r.FindingId, r => r.Outcome);
        var testsOf = tests.ToLookup(t => t.FindingId);
        var rainsOf = rains.ToLookup(r => r.FindingId);
        return
        [
            .. done.Where(d => d is { Temporary: false, Renewal: false } && d.Findings.Count > 0)
                .GroupBy(d => d.Title.Trim(), StringComparer.OrdinalIgnoreCase)
                .Select(g => Told(g.OrderBy(d => d.On).ThenBy(d => d.Id).First().Title.Trim(), [.. g.Select(Held)]))
                .OrderByDescending(r => r.Done)
                .ThenBy(r => r.Title, StringComparer.Ordinal),
        ];

        bool? Held(JobDoneFact job)
        {
            var leaks = job
                .Findings.Where(stains.Contains)
                .Select(s => LeakRepairs.Of(s, LeakRepairs.NoWays, [job], testsOf[s], rainsOf[s])?.Stage)
                .ToList();
            var failed = job.Findings.Any(f =>
                checkedLater[f].Any(o => o == RecheckOutcome.Worse || (o == RecheckOutcome.Same && !stains.Contains(f)))
            );
            return failed || leaks.Contains(LeakStage.Returned) ? false
                : leaks.Contains(LeakStage.Closed) || job.Findings.All(f => checkedLater[f].Any(o => o != RecheckOutcome.Same)) ? true
                : null;
        }
    }

    private static RepairHeld Told(string title, List<bool?> jobs)
    {
        var (held, failed) = (jobs.Count(j => j == true), jobs.Count(j => j == false));
        var all = held + failed;
        var words = all == 0 ? "None checked since." : $"{held} of {all} checked since held.{(all < Few ? " Too few to go by." : "")}";
        return new RepairHeld(title, jobs.Count, held, failed, words);
    }
}
