using Kalpa.Store.Photos;
using Kalpa.Store.Signing;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Upkeep;

/// <summary>What reading everything through found.</summary>
/// <param name="DatabaseFault">Null when the database is sound.</param>
/// <param name="Damaged">Originals that were put aside just now, or before and have not come again.</param>
/// <param name="NotArrived">Photos of which only a report-size picture is here: the original is still on a device.</param>
/// <param name="SetAside">Changes that could not be taken in and are kept as sent.</param>
/// <param name="SignedFiles">Files of signed reports that were read.</param>
/// <param name="SignedDamaged">Those of them that are gone, or no longer what was signed: they come back from a backup only.</param>
public sealed record VerifyResult(
    string? DatabaseFault,
    int Originals,
    IReadOnlyList<string> Damaged,
    int NotArrived,
    int SetAside,
    int SignedFiles,
    IReadOnlyList<string> SignedDamaged
)
{
    public bool Sound => DatabaseFault is null && Damaged.Count == 0 && SignedDamaged.Count == 0;
}

/// <summary>Reads the database, every original and every file of a signed report against its hash. A damaged original is put aside and asked for again.</summary>
public sealed class Verification(KalpaDb db, DataFolder folder, PhotoIntake photos, SignedFiles signed)
{
    public async Task<VerifyResult> Run(CancellationToken cancel)
    {
        if (await StoreHealth.Fault(folder.Database, cancel) is { } fault)
        {
            return new VerifyResult(fault, 0, [], 0, 0, 0, []);
        }
        var blobs = await db.Blobs.IgnoreQueryFilters().AsNoTracking().OrderBy(b => b.FirmId).ThenBy(b => b.Sha256).ToListAsync(cancel);
        var damaged = new List<string>(blobs.Where(b => b.Damaged).Select(b => b.Sha256));
        var originals = blobs.Where(b => b.OriginalHeld).ToList();
        foreach (var blob in originals)
        {
            if (!await photos.Verify(blob, cancel))
            {
                damaged.Add(blob.Sha256);
            }
        }
        var aside = await db.SetAsideChanges.IgnoreQueryFilters().CountAsync(cancel);
        var (files, bad) = await Signed(cancel);
        return new VerifyResult(null, originals.Count, damaged, blobs.Count(b => !b.OriginalHeld && !b.Damaged), aside, files, bad);
    }

    private async Task<(int Files, List<string> Damaged)> Signed(CancellationToken cancel)
    {
        var rows = await db.SignedReports.IgnoreQueryFilters().AsNoTracking().OrderBy(r => r.Id).ToListAsync(cancel);
        var files = rows.SelectMany(row => SignedFiles.Of(row).Select(f => (row.FirmId, f.Sha256, f.Kind))).Distinct().ToList();
        var damaged = new List<string>();
        foreach (var (firm, sha256, kind) in files)
        {
            if (await signed.Read(firm, sha256, kind, cancel) is null)
            {
                damaged.Add(sha256);
            }
        }
        return (files.Count, damaged);
    }
}
