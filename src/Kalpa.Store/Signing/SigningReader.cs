using Kalpa.Core.Facts;
using Kalpa.Store.Facts;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Signing;

/// <summary>Signatures under reports, and questions that came to them, as they stand today.</summary>
public sealed class SigningReader(KalpaDb db)
{
    /// <summary>Signatures that nothing has been made of yet, the earliest first.</summary>
    public async Task<IReadOnlyList<ReportSignatureFact>> New(CancellationToken cancel)
    {
        var rows = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == FactKind.ReportSignature && !r.Deleted && !db.SignedReports.Any(s => s.Id == r.Id))
            .ToListAsync(cancel);
        return
        [
            .. rows.Select(r => Shelves.Read<ReportSignatureFact>(FactKind.ReportSignature, r)).OrderBy(s => s.SignedAt).ThenBy(s => s.Id),
        ];
    }

    /// <summary>By their ids, deleted ones among them: what was frozen stays.</summary>
    public async Task<IReadOnlyDictionary<Guid, ReportSignatureFact>> Signatures(IReadOnlyList<Guid> ids, CancellationToken cancel)
    {
        var rows = await db.Records.AsNoTracking().Where(r => ids.Contains(r.Id)).ToListAsync(cancel);
        return rows.ToDictionary(r => r.Id, r => Shelves.Read<ReportSignatureFact>(FactKind.ReportSignature, r));
    }

    /// <summary>What was asked by a link, in order.</summary>
    public async Task<IReadOnlyList<ReportQuestionFact>> Questions(Guid visitId, Guid linkId, CancellationToken cancel)
    {
        var rows = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == FactKind.ReportQuestion && r.VisitId == visitId && !r.Deleted)
            .ToListAsync(cancel);
        return
        [
            .. rows.Select(r => Shelves.Read<ReportQuestionFact>(FactKind.ReportQuestion, r))
                .Where(q => q.LinkId == linkId)
                .OrderBy(q => q.At)
                .ThenBy(q => q.Id),
        ];
    }
}
