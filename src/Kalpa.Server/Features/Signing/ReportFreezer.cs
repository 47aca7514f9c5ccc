using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Signing;
using Kalpa.Reports;
using Kalpa.Reports.Printing;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Kalpa.Store.Photos;
using Kalpa.Store.Signing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Query;

namespace Kalpa.Server.Features.Signing;

/// <summary>
/// Freezes reports that were signed: where the server's own hash equals the one that was signed, facts and conclusions are put away at once, and page and PDF as soon
/// as all pictures are here. Where it differs the signature is returned with what differs.
/// </summary>
public sealed class ReportFreezer(
    KalpaDb db,
    CurrentFirm firm,
    DossierReader dossiers,
    SigningReader reader,
    SignedFiles files,
    PhotoReader photos,
    RuleBook book,
    ReportPages pages,
    PdfPrinter printer,
    SigningSignal signal,
    TimeProvider clock,
    ILogger<ReportFreezer> log
)
{
    private const string NotEqual = "The report differs from what was signed on the device.";

    /// <summary>Processes new signatures of the firm, the earliest first; gives how many there were.</summary>
    public async Task<int> FreezeNew(CancellationToken cancel)
    {
        await signal.Turn.WaitAsync(cancel);
        try
        {
            return await FreezeInTurn(cancel);
        }
        finally
        {
            signal.Turn.Release();
        }
    }

    private async Task<int> FreezeInTurn(CancellationToken cancel)
    {
        var signatures = await reader.New(cancel);
        foreach (var signature in signatures)
        {
            try
            {
                await Freeze(signature, cancel);
            }
            catch (Exception exception) when (exception is not OperationCanceledException)
            {
                // It is on record, and tried again: it must neither hold up the next one nor the device that sent it.
                log.LogError(exception, "The signature {Id} could not be processed; it is tried again", signature.Id);
                db.ChangeTracker.Clear();
            }
        }
        return signatures.Count;
    }

    private async Task Freeze(ReportSignatureFact signature, CancellationToken cancel)
    {
        if (await dossiers.Visit(signature.VisitId, cancel) is not { } visit)
        {
            return;
        }
        var check = ReportStamps.Of(visit);
        var row = new SignedReport
        {
            Id = signature.Id,
            FirmId = firm.FirmId,
            VisitId = signature.VisitId,
            SignedAtTicks = signature.SignedAt.UtcTicks,
            SignedOffsetMinutes = (int)signature.SignedAt.Offset.TotalMinutes,
            Hash = signature.Hash,
            ReceivedAtTicks = clock.GetUtcNow().UtcTicks,
        };
        var before = await LastFrozen(signature.VisitId, cancel);
        // The hash of the parts that came along: a signature that names other parts than it hashes is of neither.
        if (signature.Hash == check.Hash && ReportStamps.HashOf(signature.Parts) == check.Hash)
        {
            var name = await db.Firms.Where(f => f.Id == firm.FirmId).Select(f => f.Name).FirstAsync(cancel);
            row.Version = (before?.Version ?? 0) + 1;
            row.Changes = before is null ? "" : Lines(ReportChanges.Between(await PartsOf(before, cancel), check.Parts));
            row.DataSha256 = await files.Write(firm.FirmId, new FrozenReport(name, visit, check.Parts).ToBytes(), SignedFile.Data, cancel);
        }
        else
        {
            var signed = signature.Parts.Select(p => new StampedPart(p.Key, p.Hash)).ToList();
            var differences = ReportChanges.Between(signed, check.Parts);
            row.Differences = Lines(differences.Count > 0 ? differences : [NotEqual]);
        }
        db.SignedReports.Add(row);
        await db.SaveChangesAsync(cancel);
        db.ChangeTracker.Clear();
    }

    /// <summary>What is frozen and not printed, the earliest first.</summary>
    public async Task<IReadOnlyList<SignedReport>> Unprinted(CancellationToken cancel) =>
        await db
            .SignedReports.AsNoTracking()
            .Where(s => s.Version > 0 && s.PdfSha256 == "")
            .OrderBy(s => s.ReceivedAtTicks)
            .ToListAsync(cancel);

    /// <summary>Prints one, also where pictures are missing; false where there is none to print.</summary>
    public async Task<bool> PrintWithoutMissing(Guid signatureId, CancellationToken cancel)
    {
        var row = await db
            .SignedReports.AsNoTracking()
            .FirstOrDefaultAsync(s => s.Id == signatureId && s.Version > 0 && s.PdfSha256 == "", cancel);
        return row is not null && await Print(row, withoutMissing: true, cancel);
    }

    /// <summary>False where it waits for pictures still.</summary>
    public async Task<bool> Print(SignedReport row, bool withoutMissing, CancellationToken cancel)
    {
        var bytes =
            await files.Read(row.FirmId, row.DataSha256, SignedFile.Data, cancel)
            ?? throw new PrintingException(
                $"The frozen facts of the signed report {row.Id} are gone or damaged. Restore them from a backup."
            );
        var frozen = FrozenReport.Of(bytes);
        var shown = ReportModel.PicturesOf(frozen.Visit).ToList();
        var found = new Dictionary<Guid, byte[]>();
        foreach (var photo in shown)
        {
            if (await photos.Find(row.FirmId, photo.Sha256, Rendition.Report, photo.Edits, cancel) is { } picture)
            {
                found[photo.Id] = await File.ReadAllBytesAsync(picture.Path, cancel);
            }
        }
        if (found.Count < shown.Count && !withoutMissing)
        {
            var missing = shown.Count - found.Count;
            await Update(row.Id, set => set.SetProperty(s => s.MissingPhotos, missing).SetProperty(s => s.PrintFault, ""), cancel);
            return false;
        }
        var names = new Dictionary<Guid, string>();
        foreach (var (id, picture) in found)
        {
            names[id] = await files.Write(row.FirmId, picture, SignedFile.Picture, cancel);
        }
        var signature = (frozen.Visit.Signatures ?? []).First(s => s.Id == row.Id);
        var signed = new SignedBy(signature, row.Version, row.Hash, [.. row.Changes.Split('\n', StringSplitOptions.RemoveEmptyEntries)]);
        var page = await pages.Html(
            Model(frozen, signed, photo => names.TryGetValue(photo.Id, out var name) ? $"pictures/{name}.jpg" : null),
            null
        );
        var print = await pages.Html(
            Model(
                frozen,
                signed,
                photo => found.TryGetValue(photo.Id, out var jpeg) ? $"data:image/jpeg;base64,{Convert.ToBase64String(jpeg)}" : null
            ),
            null
        );
        var html = await files.Write(row.FirmId, System.Text.Encoding.UTF8.GetBytes(page), SignedFile.Page, cancel);
        var pdf = await files.Write(row.FirmId, await printer.Print(print, cancel), SignedFile.Pdf, cancel);
        var (pictures, now) = (string.Join(' ', names.Values.Distinct()), clock.GetUtcNow().UtcTicks);
        await Update(
            row.Id,
            set =>
                set.SetProperty(s => s.HtmlSha256, html)
                    .SetProperty(s => s.PdfSha256, pdf)
                    .SetProperty(s => s.Pictures, pictures)
                    .SetProperty(s => s.PrintedAtTicks, now)
                    .SetProperty(s => s.MissingPhotos, 0)
                    .SetProperty(s => s.PrintFault, ""),
            cancel
        );
        return true;
    }

    /// <summary>Says on the report why it could not be printed: it is tried again.</summary>
    public Task NotPrinted(Guid id, string fault, CancellationToken cancel) =>
        Update(id, set => set.SetProperty(s => s.PrintFault, fault), cancel);

    private Task<int> Update(Guid id, Action<UpdateSettersBuilder<SignedReport>> set, CancellationToken cancel) =>
        db.SignedReports.Where(s => s.Id == id).ExecuteUpdateAsync(set, cancel);

    private ReportModel Model(FrozenReport frozen, SignedBy signed, Func<PhotoFact, string?> source) =>
        new(frozen.FirmName, frozen.Visit, RoofContents.Of(frozen.Visit, book), book, source, signed);

    private Task<SignedReport?> LastFrozen(Guid visitId, CancellationToken cancel) =>
        db
            .SignedReports.AsNoTracking()
            .Where(s => s.VisitId == visitId && s.Version > 0)
            .OrderByDescending(s => s.Version)
            .FirstOrDefaultAsync(cancel);

    private async Task<IReadOnlyList<StampedPart>> PartsOf(SignedReport row, CancellationToken cancel) =>
        await files.Read(row.FirmId, row.DataSha256, SignedFile.Data, cancel) is { } bytes ? FrozenReport.Of(bytes).Parts : [];

    private static string Lines(IEnumerable<string> lines) => string.Join('\n', lines);
}
