using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Store.Facts;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Dossiers;

/// <summary>What the firm's people record in own words again and again.</summary>
public sealed class RecurringReader(KalpaDb db)
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
}
