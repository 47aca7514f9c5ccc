using Kalpa.Core.Facts;
using Kalpa.Store.Facts;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Photos;

/// <summary>Photos as recorded, for whoever asks for their bytes.</summary>
public sealed class PhotoReader(KalpaDb db)
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
}
