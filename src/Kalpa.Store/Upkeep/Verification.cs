using Kalpa.Store.Photos;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Upkeep;

/// <summary>What reading everything through found.</summary>
/// <param name="DatabaseFault">Null when the database is sound.</param>
/// <param name="Damaged">Originals that were put aside just now, or before and have not come again.</param>
/// <param name="NotArrived">Photos of which only a report-size picture is here: the original is still on a device.</param>
/// <param name="SetAside">Changes that could not be taken in and are kept as sent.</param>
public sealed record VerifyResult(string? DatabaseFault, int Originals, IReadOnlyList<string> Damaged, int NotArrived, int SetAside)
{
    public bool Sound => DatabaseFault is null && Damaged.Count == 0;
}

/// <summary>Reads the database and every original against its hash. A damaged original is put aside and asked for again.</summary>
public sealed class Verification(KalpaDb db, DataFolder folder, PhotoIntake photos)
{
    public async Task<VerifyResult> Run(CancellationToken cancel)
    {
        if (await StoreHealth.Fault(folder.Database, cancel) is { } fault)
        {
            return new VerifyResult(fault, 0, [], 0, 0);
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
        return new VerifyResult(null, originals.Count, damaged, blobs.Count(b => !b.OriginalHeld && !b.Damaged), aside);
    }
}
