using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Store.Facts;
using Kalpa.Store.Writing;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Photos;

/// <summary>Photos as recorded: their bytes with what was done to them.</summary>
public sealed class PhotoReader(KalpaDb db, PhotoIntake intake, PhotoFiles files, PhotoLocks locks)
{
    /// <summary>What was done to a photo with these bytes; null where nothing was, or there is none of that id.</summary>
    public async Task<PhotoEdits?> EditsOf(Guid? photoId, string sha256, CancellationToken cancel)
    {
        if (photoId is null)
        {
            return null;
        }
        var row = await db.Photos.AsNoTracking().FirstOrDefaultAsync(p => p.Id == photoId && p.Sha256 == sha256 && !p.Deleted, cancel);
        return row is null ? null : Shelves.Read<PhotoFact>(FactKind.Photo, row).Edits;
    }

    /// <summary>A rendition with what was done to the photo burnt in, as it is printed and shared; the plain one where nothing was.</summary>
    public async Task<FoundPicture?> Find(Guid firmId, string sha256, Rendition rendition, PhotoEdits? edits, CancellationToken cancel)
    {
        if (edits is null)
        {
            return await intake.Find(firmId, sha256, rendition, cancel);
        }
        // Blurred faces must not come back by a smaller picture: whatever there is, is edited.
        if (
            (await intake.Find(firmId, sha256, Rendition.Screen, cancel) ?? await intake.Find(firmId, sha256, Rendition.Report, cancel))
            is not { } picture
        )
        {
            return null;
        }
        var original = await intake.FindOriginal(firmId, sha256, cancel);
        var path = files.Edited(firmId, sha256, rendition, ReportStamps.OfEdits(edits), original is not null);
        if (!PhotoFiles.IsWhole(path))
        {
            using var turn = await locks.Enter(firmId, sha256, cancel);
            if (!PhotoFiles.IsWhole(path))
            {
                var (longest, quality) = Pictures.SizeOf(rendition);
                var source = original?.Path ?? picture.Path;
                await DurableFiles.Write(path, await Task.Run(() => EditedPictures.Jpeg(source, edits, longest, quality), cancel), cancel);
            }
        }
        return new FoundPicture(path, original is not null);
    }
}
