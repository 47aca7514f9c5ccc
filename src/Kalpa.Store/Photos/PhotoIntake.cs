using System.Security.Cryptography;
using Kalpa.Contracts;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Photos;

/// <summary>
/// Takes a picture's bytes in: hashed while they arrive, looked at before anything is unfolded, renditions made, flushed, renamed, and then the row.
/// A file that is refused leaves nothing behind.
/// </summary>
public sealed class PhotoIntake(KalpaDb db, PhotoFiles files)
{
    public const long MostBytes = 30_000_000;

    private const int BufferBytes = 128 * 1024;
    private const int SignatureBytes = 16;

    public async Task<BlobAnswer> Take(Stream body, Sender sender, CancellationToken cancel)
    {
        var incoming = files.Incoming();
        try
        {
            var (sha256, bytes) = await Receive(body, incoming, cancel);
            var held = await db.Blobs.AsNoTracking().FirstOrDefaultAsync(b => b.Sha256 == sha256, cancel);
            if (held is not null)
            {
                return Answer(held, alreadyHeld: true);
            }
            var mediaType = Pictures.MediaType(Signature(incoming));
            var facts = Pictures.Facts(incoming);
            Directory.CreateDirectory(files.Place(sender.FirmId, sha256));
            await Task.Run(() => Pictures.WriteRenditions(incoming, r => files.Of(sender.FirmId, sha256, r)), cancel);
            File.Move(incoming, files.Original(sender.FirmId, sha256), overwrite: true);
            var blob = NewBlob(sender, sha256, mediaType, bytes, facts);
            db.Blobs.Add(blob);
            await db.SaveChangesAsync(cancel);
            return Answer(blob, alreadyHeld: false);
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    /// <summary>Path of a rendition, made again if it was deleted; null when the firm holds no such picture.</summary>
    public async Task<string?> Find(Guid firmId, string sha256, Rendition rendition, CancellationToken cancel)
    {
        if (!await db.Blobs.AnyAsync(b => b.Sha256 == sha256, cancel))
        {
            return null;
        }
        var path = files.Of(firmId, sha256, rendition);
        if (!File.Exists(path))
        {
            await Task.Run(() => Pictures.WriteRenditions(files.Original(firmId, sha256), r => files.Of(firmId, sha256, r)), cancel);
        }
        return path;
    }

    public async Task<(string Path, string MediaType)?> FindOriginal(Guid firmId, string sha256, CancellationToken cancel)
    {
        var blob = await db.Blobs.AsNoTracking().FirstOrDefaultAsync(b => b.Sha256 == sha256, cancel);
        return blob is null ? null : (files.Original(firmId, sha256), blob.MediaType);
    }

    private static async Task<(string Sha256, long Bytes)> Receive(Stream body, string path, CancellationToken cancel)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        await using var file = new FileStream(path, FileMode.CreateNew, FileAccess.Write, FileShare.None, BufferBytes, useAsync: true);
        var buffer = new byte[BufferBytes];
        long total = 0;
        for (int read; (read = await body.ReadAsync(buffer, cancel)) > 0; )
        {
            total += read;
            if (total > MostBytes)
            {
                throw PhotoException.TooLarge(MostBytes);
            }
            hash.AppendData(buffer, 0, read);
            await file.WriteAsync(buffer.AsMemory(0, read), cancel);
        }
        if (total == 0)
        {
            throw PhotoException.Empty();
        }
        file.Flush(flushToDisk: true);
        return (Convert.ToHexStringLower(hash.GetHashAndReset()), total);
    }

    private static byte[] Signature(string path)
    {
        using var file = File.OpenRead(path);
        var start = new byte[SignatureBytes];
        var read = file.ReadAtLeast(start, SignatureBytes, throwOnEndOfStream: false);
        return start[..read];
    }

    private static Blob NewBlob(Sender sender, string sha256, string mediaType, long bytes, PictureFacts facts) =>
        new()
        {
            FirmId = sender.FirmId,
            Sha256 = sha256,
            MediaType = mediaType,
            Bytes = bytes,
            Width = facts.Width,
            Height = facts.Height,
            TakenAtTicks = facts.TakenAt?.UtcTicks,
            TakenOffsetMinutes = (int?)facts.TakenAt?.Offset.TotalMinutes,
            ReceivedAtTicks = sender.Now.UtcTicks,
        };

    private static BlobAnswer Answer(Blob blob, bool alreadyHeld) =>
        new(blob.Sha256, blob.MediaType, blob.Bytes, blob.Width, blob.Height, TakenAt(blob), alreadyHeld);

    private static DateTimeOffset? TakenAt(Blob blob) =>
        blob.TakenAtTicks is { } ticks
            ? new DateTimeOffset(ticks, TimeSpan.Zero).ToOffset(TimeSpan.FromMinutes(blob.TakenOffsetMinutes ?? 0))
            : null;
}
