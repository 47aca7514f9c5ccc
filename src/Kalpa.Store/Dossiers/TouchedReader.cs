using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Store.Facts;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Dossiers;

/// <summary>What saved a rule touches.</summary>
public sealed class TouchedReader(KalpaDb db)
{
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
