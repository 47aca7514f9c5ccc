using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Store;
using Kalpa.Store.Model;
using Kalpa.Store.Signing;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Signing;

/// <summary>A signed report with its signature, as it stands today.</summary>
public sealed record FoundReport(
    SignedReport Row,
    ReportSignatureFact Signature,
    SignedReportAnswer Answer,
    SignedReportAnswer? ReplacedBy
);

/// <summary>Reads signed reports: what was frozen from their rows and files, and whether they were withdrawn since from the signature.</summary>
public sealed class SignedReports(KalpaDb db, SigningReader reader, SignedFiles files)
{
    /// <summary>The signatures under a visit's report that the server has processed, the latest first.</summary>
    public async Task<IReadOnlyList<FoundReport>> Of(Guid visitId, CancellationToken cancel)
    {
        var rows = await db.SignedReports.AsNoTracking().Where(s => s.VisitId == visitId).ToListAsync(cancel);
        var signatures = await reader.Signatures([.. rows.Select(r => r.Id)], cancel);
        var last = rows.Select(r => r.Version).DefaultIfEmpty().Max();
        var answers = rows.ToDictionary(r => r.Id, r => Answer(r, signatures[r.Id], last));
        var latest = last > 0 ? answers[rows.First(r => r.Version == last).Id] : null;
        return
        [
            .. rows.OrderByDescending(r => r.SignedAtTicks)
                .ThenByDescending(r => r.Id)
                .Select(r => new FoundReport(r, signatures[r.Id], answers[r.Id], r.Version > 0 && r.Version < last ? latest : null)),
        ];
    }

    public async Task<FoundReport?> Find(Guid signatureId, CancellationToken cancel)
    {
        var visit = await db.SignedReports.Where(s => s.Id == signatureId).Select(s => (Guid?)s.VisitId).FirstOrDefaultAsync(cancel);
        return visit is { } id ? (await Of(id, cancel)).FirstOrDefault(r => r.Row.Id == signatureId) : null;
    }

    /// <summary>The bytes of a frozen file; null where it is not printed yet, or no longer as it was.</summary>
    public Task<byte[]?> Bytes(SignedReport row, SignedFile kind, CancellationToken cancel)
    {
        var sha256 = SignedFiles.Of(row).FirstOrDefault(f => f.Kind == kind).Sha256;
        return sha256 is null ? Task.FromResult<byte[]?>(null) : files.Read(row.FirmId, sha256, kind, cancel);
    }

    private static SignedReportAnswer Answer(SignedReport row, ReportSignatureFact signature, int last) =>
        new(
            row.Id,
            row.Version,
            row.Version == 0 ? SignedState.Returned
                : signature.Withdrawn is not null ? SignedState.Withdrawn
                : row.Version < last ? SignedState.Replaced
                : row.PdfSha256.Length > 0 ? SignedState.Printed
                : SignedState.Waiting,
            signature.Name,
            signature.License,
            new DateTimeOffset(row.SignedAtTicks, TimeSpan.Zero).ToOffset(TimeSpan.FromMinutes(row.SignedOffsetMinutes)),
            row.Hash,
            Lines(row.Changes),
            Lines(row.Differences),
            row.MissingPhotos,
            row.PrintFault,
            row.DataSha256,
            row.HtmlSha256,
            row.PdfSha256,
            signature.Withdrawn
        );

    private static string[] Lines(string text) => text.Split('\n', StringSplitOptions.RemoveEmptyEntries);
}
