using System.Security.Cryptography;
using Kalpa.Contracts;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Photos;

/// <summary>
/// Takes bytes of pictures and recordings in: whole, or piece by piece from where the last sending was cut; a report-size picture may come before
/// its original and stands in for it. Everything is hashed, looked at before it is unfolded, flushed, renamed, and then the row.
/// A file that is refused leaves nothing behind.
/// </summary>
public sealed class PhotoIntake(KalpaDb db, PhotoFiles files)
{
    public const long MostBytes = 30_000_000;

    /// <summary>A report-size picture is a tenth of this.</summary>
    public const long MostReportBytes = 4_000_000;

    private const int BufferBytes = 128 * 1024;
    private const int SignatureBytes = 16;

    public async Task<BlobAnswer> Take(Stream body, Sender sender, CancellationToken cancel)
    {
        var incoming = files.Incoming();
        try
        {
            await Receive(body, incoming, MostBytes, cancel);
            return await Settle(incoming, await HashOf(incoming, cancel), sender, recordings: false, cancel);
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    public async Task<BlobState> State(Guid firmId, string sha256, CancellationToken cancel)
    {
        var held = await db.Blobs.AsNoTracking().FirstOrDefaultAsync(b => b.Sha256 == sha256, cancel);
        if (held is { OriginalHeld: true })
        {
            return new BlobState(sha256, held.Bytes, true, true);
        }
        var part = new FileInfo(files.Part(firmId, sha256));
        return new BlobState(sha256, part.Exists ? part.Length : 0, false, held is not null);
    }

    /// <summary>
    /// Appends a piece that begins at <paramref name="offset"/> of <paramref name="total"/> bytes. A piece that begins elsewhere than the last ended
    /// changes nothing: the answer says where to go on. With the last byte the whole is checked against its hash and taken in.
    /// </summary>
    public async Task<BlobState> Append(string sha256, long offset, long total, Stream body, Sender sender, CancellationToken cancel)
    {
        if (total > MostBytes)
        {
            throw PhotoException.TooLarge(MostBytes);
        }
        var state = await State(sender.FirmId, sha256, cancel);
        if (state.Whole || state.Received != offset)
        {
            return state;
        }
        var part = files.Part(sender.FirmId, sha256);
        if (await AppendTo(part, offset, total, body, cancel) < total)
        {
            return await State(sender.FirmId, sha256, cancel);
        }
        try
        {
            if (await HashOf(part, cancel) != sha256)
            {
                throw PhotoException.HashDiffers();
            }
            await Settle(part, sha256, sender, recordings: true, cancel);
        }
        finally
        {
            File.Delete(part);
        }
        return await State(sender.FirmId, sha256, cancel);
    }

    /// <summary>A report-size picture that stands in for an original still on the phone; once the original is here it changes nothing.</summary>
    public async Task<BlobState> TakeReport(string sha256, Stream body, Sender sender, CancellationToken cancel)
    {
        var state = await State(sender.FirmId, sha256, cancel);
        if (state.ReportHeld)
        {
            return state;
        }
        var incoming = files.Incoming();
        try
        {
            await Receive(body, incoming, MostReportBytes, cancel);
            var mediaType = Pictures.MediaType(Signature(incoming));
            var facts = Pictures.Facts(incoming);
            await WriteRenditions(incoming, sender.FirmId, sha256, cancel);
            var blob = NewBlob(sender, sha256, mediaType, new FileInfo(incoming).Length, facts);
            blob.OriginalHeld = false;
            db.Blobs.Add(blob);
            await db.SaveChangesAsync(cancel);
        }
        finally
        {
            File.Delete(incoming);
        }
        return await State(sender.FirmId, sha256, cancel);
    }

    /// <summary>Path of a rendition, made again if it was deleted; null when the firm holds no such picture.</summary>
    public async Task<string?> Find(Guid firmId, string sha256, Rendition rendition, CancellationToken cancel)
    {
        var blob = await db.Blobs.AsNoTracking().FirstOrDefaultAsync(b => b.Sha256 == sha256, cancel);
        if (blob is null || !IsPicture(blob.MediaType))
        {
            return null;
        }
        var path = files.Of(firmId, sha256, rendition);
        if (!File.Exists(path))
        {
            if (!blob.OriginalHeld)
            {
                return null;
            }
            await WriteRenditions(files.Original(firmId, sha256), firmId, sha256, cancel);
        }
        return path;
    }

    public async Task<(string Path, string MediaType)?> FindOriginal(Guid firmId, string sha256, CancellationToken cancel)
    {
        var blob = await db.Blobs.AsNoTracking().FirstOrDefaultAsync(b => b.Sha256 == sha256 && b.OriginalHeld, cancel);
        return blob is null ? null : (files.Original(firmId, sha256), blob.MediaType);
    }

    private static bool IsPicture(string mediaType) => mediaType.StartsWith("image/", StringComparison.Ordinal);

    /// <summary>Bytes that are all here, under their own hash, become a blob.</summary>
    private async Task<BlobAnswer> Settle(string incoming, string sha256, Sender sender, bool recordings, CancellationToken cancel)
    {
        var held = await db.Blobs.FirstOrDefaultAsync(b => b.Sha256 == sha256, cancel);
        if (held is { OriginalHeld: true })
        {
            return Answer(held, alreadyHeld: true);
        }
        var signature = Signature(incoming);
        var recording = recordings ? ClipFormats.MediaType(signature) : null;
        var mediaType = recording ?? Pictures.MediaType(signature);
        var facts = recording is null ? Pictures.Facts(incoming) : new PictureFacts(0, 0, null);
        if (recording is null)
        {
            await WriteRenditions(incoming, sender.FirmId, sha256, cancel);
        }
        Directory.CreateDirectory(files.Place(sender.FirmId, sha256));
        var bytes = new FileInfo(incoming).Length;
        File.Move(incoming, files.Original(sender.FirmId, sha256), overwrite: true);
        var blob = NewBlob(sender, sha256, mediaType, bytes, facts);
        if (held is null)
        {
            db.Blobs.Add(blob);
        }
        else
        {
            db.Entry(held).CurrentValues.SetValues(blob);
        }
        await db.SaveChangesAsync(cancel);
        return Answer(blob, alreadyHeld: false);
    }

    private async Task WriteRenditions(string from, Guid firmId, string sha256, CancellationToken cancel)
    {
        Directory.CreateDirectory(files.Place(firmId, sha256));
        await Task.Run(() => Pictures.WriteRenditions(from, r => files.Of(firmId, sha256, r)), cancel);
    }

    private static async Task Receive(Stream body, string path, long most, CancellationToken cancel)
    {
        await using var file = new FileStream(path, FileMode.CreateNew, FileAccess.Write, FileShare.None, BufferBytes, useAsync: true);
        if (await Copy(body, file, most, cancel) == 0)
        {
            throw PhotoException.Empty();
        }
        file.Flush(flushToDisk: true);
    }

    /// <summary>Length of the part after appending. What arrived before a cut is kept.</summary>
    private static async Task<long> AppendTo(string part, long offset, long total, Stream body, CancellationToken cancel)
    {
        FileStream file;
        try
        {
            file = new FileStream(part, FileMode.OpenOrCreate, FileAccess.Write, FileShare.None, BufferBytes, useAsync: true);
        }
        catch (IOException)
        {
            throw PhotoException.Busy();
        }
        await using (file)
        {
            file.Seek(offset, SeekOrigin.Begin);
            try
            {
                await Copy(body, file, total - offset, cancel);
            }
            finally
            {
                file.Flush(flushToDisk: true);
            }
            return file.Length;
        }
    }

    private static async Task<long> Copy(Stream from, Stream to, long most, CancellationToken cancel)
    {
        var buffer = new byte[BufferBytes];
        long copied = 0;
        for (int read; (read = await from.ReadAsync(buffer, cancel)) > 0; )
        {
            copied += read;
            if (copied > most)
            {
                throw PhotoException.TooLarge(most);
            }
            await to.WriteAsync(buffer.AsMemory(0, read), cancel);
        }
        return copied;
    }

    private static async Task<string> HashOf(string path, CancellationToken cancel)
    {
        await using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, BufferBytes, useAsync: true);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(file, cancel));
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
