using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.PlanOfWork;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Dossiers;

/// <summary>What became of a firm's figures: earlier versions of its price list, and the wood its finished jobs found.</summary>
public sealed class FirmHistoryReader(KalpaDb db)
{
    /// <summary>So many of the firm's changes, the latest, are looked through.</summary>
    private const int MostRevisions = 200;

    /// <summary>The firm's price lists, the newest first, each with what it changed; changes of anything else are passed over.</summary>
    public async Task<PriceVersionsAnswer> Prices(CancellationToken cancel)
    {
        var names = await db.Users.ToDictionaryAsync(p => p.Id, p => p.DisplayName, cancel);
        List<PriceVersion> versions = [];
        IReadOnlyList<FirmPrice> before = [];
        var revisions = await Revisions(cancel);
        foreach (var revision in revisions)
        {
            var now = Of(revision)?.Prices ?? [];
            var changes = Changes(before, now);
            // What the oldest of many changed is not known: what was before it is not looked at.
            if (changes.Count > 0 && (revisions.Count < MostRevisions || revision != revisions[0]))
            {
                versions.Add(
                    new PriceVersion(
                        revision.Id,
                        new DateTimeOffset(revision.RecordedAtTicks, TimeSpan.Zero),
                        names.GetValueOrDefault(revision.AuthorId, ""),
                        changes,
                        now
                    )
                );
            }
            before = now;
        }
        versions.Reverse();
        return new PriceVersionsAnswer(versions);
    }

    /// <summary>Wood that was found on all of the firm's finished jobs together, by its part.</summary>
    public async Task<WoodFoundAnswer> Wood(CancellationToken cancel)
    {
        var rows = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == FactKind.JobDone && !r.Deleted && r.Payload.Contains("\"wood\""))
            .ToListAsync(cancel);
        var jobs = rows.Select(r => Shelves.Read<JobDoneFact>(FactKind.JobDone, r).Wood ?? []).Where(w => w.Count > 0).ToList();
        return new WoodFoundAnswer(
            jobs.Count,
            [
                .. jobs.SelectMany(w => w)
                    .GroupBy(w => w.Part)
                    .OrderBy(g => g.Key)
                    .Select(g => new WoodFound(g.Key, g.Sum(w => w.Opened), g.Sum(w => w.Found))),
            ]
        );
    }

    /// <summary>How the firm's finished repairs held, by what later visits, tests and rains showed.</summary>
    public async Task<RepairsHeldAnswer> Repairs(CancellationToken cancel)
    {
        var rows = await db
            .Records.AsNoTracking()
            .Where(r => OfRepairs.Contains(r.Kind) && !r.Deleted)
            .OrderBy(r => r.Id)
            .ToListAsync(cancel);
        IReadOnlyList<T> Of<T>(FactKind kind)
            where T : class, IFact => [.. rows.Where(r => r.Kind == kind).Select(r => Shelves.Read<T>(kind, r))];
        var jobs = Of<JobDoneFact>(FactKind.JobDone);
        var findings = jobs.SelectMany(j => j.Findings).Distinct().ToList();
        var found = await db.Findings.AsNoTracking().Where(f => findings.Contains(f.Id) && !f.Deleted).ToListAsync(cancel);
        return new RepairsHeldAnswer(
            RepairsHeld.Of(
                jobs,
                Of<RecheckFact>(FactKind.Recheck),
                Of<LeakTestFact>(FactKind.LeakTest),
                Of<LeakRainFact>(FactKind.LeakRain),
                found
                    .Select(f => Shelves.Read<FindingFact>(FactKind.Finding, f))
                    .Where(f => VisitLeaks.IsStain(f.Condition))
                    .Select(f => f.Id)
                    .ToHashSet()
            )
        );
    }

    private static readonly FactKind[] OfRepairs = [FactKind.JobDone, FactKind.Recheck, FactKind.LeakTest, FactKind.LeakRain];

    /// <summary>The oldest first.</summary>
    private async Task<List<Revision>> Revisions(CancellationToken cancel)
    {
        var rules = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == FactKind.FirmRules)
            .OrderBy(r => r.Id)
            .Select(r => r.Id)
            .FirstOrDefaultAsync(cancel);
        var latest = await db
            .Revisions.AsNoTracking()
            .Where(r => r.FactId == rules)
            .OrderByDescending(r => r.Sequence)
            .Take(MostRevisions)
            .ToListAsync(cancel);
        latest.Reverse();
        return latest;
    }

    private static FirmRulesFact? Of(Revision revision) =>
        revision.Deleted ? null : FactJson.Read(revision.Kind, revision.ContractVersion, revision.Payload) as FirmRulesFact;

    private static List<PriceChange> Changes(IReadOnlyList<FirmPrice> before, IReadOnlyList<FirmPrice> now)
    {
        var (old, set) = (ByKey(before), ByKey(now));
        return
        [
            .. old
                .Keys.Union(set.Keys)
                .Select(key => new PriceChange(key, old.GetValueOrDefault(key), set.GetValueOrDefault(key)))
                .Where(c => Figures(c.Before) != Figures(c.After)),
        ];
    }

    private static Dictionary<string, FirmPrice> ByKey(IReadOnlyList<FirmPrice> prices) =>
        prices.GroupBy(p => p.Key, StringComparer.Ordinal).ToDictionary(g => g.Key, g => g.Last(), StringComparer.Ordinal);

    private static (double Low, double Likely, double High)? Figures(FirmPrice? price) =>
        price is null ? null : (price.Low, price.Likely, price.High);
}
