using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Store.Facts;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Dossiers;

/// <summary>What saved a rule touches.</summary>
public sealed class TouchedReader(KalpaDb db)
{
    /// <summary>Own words of so many findings, the latest, are looked through: a habit shows in them.</summary>
    private const int MostOwnWords = 2000;

    /// <summary>Told of from so many findings on.</summary>
    private const int Recurs = 2;

    /// <summary>Findings in own words whose title recurs and is none of the firm's conditions.</summary>
    public async Task<RecurringAnswer> Recurring(FirmRulesFact? firm, CancellationToken cancel)
    {
        var rows = await db
            .Findings.AsNoTracking()
            .Where(f => !f.Deleted && f.Condition == OwnCondition.Key)
            .OrderByDescending(f => f.Id)
            .Take(MostOwnWords)
            .ToListAsync(cancel);
        var known = (firm?.Conditions ?? []).Select(c => Plain(c.Title)).ToHashSet(StringComparer.Ordinal);
        return new RecurringAnswer([
            .. rows.Select(row => Shelves.Read<FindingFact>(FactKind.Finding, row).Own)
                .OfType<OwnCondition>()
                .GroupBy(own => Plain(own.Title))
                .Where(same => same.Count() >= Recurs && !known.Contains(same.Key))
                .OrderByDescending(same => same.Count())
                .ThenBy(same => same.Key, StringComparer.Ordinal)
                .Select(same => new RecurringFinding(same.First(), same.Count())),
        ]);
    }

    private static string Plain(string title) => title.Trim().ToLowerInvariant();

    /// <summary>Findings saved of these conditions, the latest first; at most so many of them, with how many there are.</summary>
    public async Task<TouchedAnswer> Touched(IReadOnlyList<string> conditions, int most, CancellationToken cancel)
    {
        var rows = db.Findings.AsNoTracking().Where(f => !f.Deleted && conditions.Contains(f.Condition));
        var count = await rows.CountAsync(cancel);
        var found = await rows.Join(
                db.Visits.AsNoTracking().Where(v => !v.Deleted),
                f => f.VisitId,
                v => v.Id,
                (f, v) => new { Finding = f, Visit = v }
            )
            .OrderByDescending(x => x.Visit.On)
            .ThenBy(x => x.Visit.Id)
            .Take(most)
            .ToListAsync(cancel);
        var answers = new List<TouchedFinding>(found.Count);
        foreach (var item in found)
        {
            var finding = Shelves.Read<FindingFact>(FactKind.Finding, item.Finding);
            var slope = await db.Slopes.AsNoTracking().FirstOrDefaultAsync(s => s.Id == finding.SlopeId, cancel);
            var name = await db
                .Roofs.Where(r => r.Id == item.Visit.FirstRoofId)
                .Join(db.Buildings, r => r.BuildingId, b => b.Id, (r, b) => b.PropertyId)
                .Join(db.Properties, id => id, p => p.Id, (_, p) => p)
                .FirstOrDefaultAsync(cancel);
            answers.Add(
                new TouchedFinding(
                    finding.Id,
                    item.Visit.Id,
                    name is null ? "" : Shelves.Read<PropertyFact>(FactKind.Property, name).Name,
                    item.Visit.On,
                    slope is null ? null : Shelves.Read<SlopeFact>(FactKind.Slope, slope).Letter,
                    finding.Condition,
                    finding.Measure?.Typed ?? ""
                )
            );
        }
        return new TouchedAnswer(count, answers);
    }
}
