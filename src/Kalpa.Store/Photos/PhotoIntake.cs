using System.Runtime.ExceptionServices;
using Kalpa.Contracts;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Kalpa.Store.Writing;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Photos;

/// <summary>
/// Takes bytes of pictures, recordings and PDFs in: whole, or piece by piece from where the last sending was cut; a report-size picture may come before
/// its original and stands in for it. Everything is hashed, looked at before it is unfolded, flushed, renamed, and then the row.
/// A file that is refused leaves nothing behind; an original found damaged is put aside and taken in again when it is sent again.
/// </summary>
public sealed class PhotoIntake(KalpaDb db, PhotoFiles files, PhotoLocks locks)
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
            var sha256 = await PhotoLocks.HashOf(incoming, cancel);
            using var turn = await locks.Enter(sender.FirmId, sha256, cancel);
            return await Settle(incoming, sha256, sender, allFormats: false, cancel);
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    public async Task<BlobState> State(Guid firmId, string sha256, CancellationToken cancel)
    {
        var held = await Blob(sha256, cancel);
        if (held is { OriginalHeld: true })
        {
            // A device that asks may have the bytes still: this is the moment to find out that ours are bad.
            if (await OriginalIsSound(held, cancel))
            {
                return new BlobState(sha256, held.Bytes, true, true);
            }
            held = await Blob(sha256, cancel);
        }
        var part = new FileInfo(files.Part(firmId, sha256));
        var report = held is null ? null : FromOriginal(held, Rendition.Report) ?? StandInOf(held, Rendition.Report);
        return new BlobState(sha256, part.Exists ? part.Length : 0, false, report is not null);
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
        var piece = files.Incoming();
        try
        {
            // Received first, so that a slow sender of the same bytes keeps no other waiting. What arrived before a cut counts.
            var cut = await ReceivePiece(body, piece, total - offset, cancel);
            using var turn = await locks.Enter(sender.FirmId, sha256, CancellationToken.None);
            var state = await AppendReceived(sha256, offset, total, piece, sender, CancellationToken.None);
            cut?.Throw();
            return state;
        }
        finally
        {
            File.Delete(piece);
        }
    }

    /// <summary>A report-size picture that stands in for an original still on the phone; once the original is here it changes nothing.</summary>
    public async Task<BlobState> TakeReport(string sha256, Stream body, Sender sender, CancellationToken cancel)
    {
        var incoming = files.Incoming();
        try
        {
            await Receive(body, incoming, MostReportBytes, cancel);
            using var turn = await locks.Enter(sender.FirmId, sha256, cancel);
            var state = await State(sender.FirmId, sha256, cancel);
            return state.ReportHeld ? state : await SettleStandIn(sha256, incoming, sender, cancel);
        }
        finally
        {
            File.Delete(incoming);
        }
    }

    /// <summary>A rendition, made again if it was deleted; null when the firm holds no such picture, or its original is damaged and nothing stands in.</summary>
    public async Task<FoundPicture?> Find(Guid firmId, string sha256, Rendition rendition, CancellationToken cancel)
    {
        if (await Blob(sha256, cancel) is not { } blob || !IsPicture(blob.MediaType))
        {
            return null;
        }
        var path = files.Of(firmId, sha256, rendition);
        if (!blob.OriginalHeld)
        {
            return FromOriginal(blob, rendition) ?? StandInOf(blob, rendition);
        }
        if (!PhotoFiles.IsWhole(path))
        {
            using var turn = await locks.Enter(firmId, sha256, cancel);
            if (!PhotoFiles.IsWhole(path))
            {
                if (!await OriginalIsSound(blob, cancel))
                {
                    return StandInOf(blob, rendition);
                }
                await WriteRenditions(files.Original(firmId, sha256), r => files.Of(firmId, sha256, r), cancel);
            }
        }
        return new FoundPicture(path, FromOriginal: true);
    }

    /// <summary>The original with its bytes checked; null when it is not here, or here no longer as it was sent.</summary>
    public async Task<(string Path, string MediaType)?> FindOriginal(Guid firmId, string sha256, CancellationToken cancel)
    {
        var blob = await Blob(sha256, cancel);
        return blob is { OriginalHeld: true } && await OriginalIsSound(blob, cancel)
            ? (files.Original(firmId, sha256), blob.MediaType)
            : null;
    }

    /// <summary>Which of these pictures can be shown: their original is here, or something stands in for it.</summary>
    public async Task<IReadOnlySet<string>> Shown(IReadOnlyList<string> hashes, CancellationToken cancel)
    {
        var blobs = await db.Blobs.AsNoTracking().Where(b => hashes.Contains(b.Sha256)).ToListAsync(cancel);
        var shown = new HashSet<string>();
        foreach (var blob in blobs.Where(b => IsPicture(b.MediaType)))
        {
            var made = FromOriginal(blob, Rendition.Report) ?? StandInOf(blob, Rendition.Report);
            if (made is not null || (blob.OriginalHeld && await OriginalIsSound(blob, cancel)))
            {
                shown.Add(blob.Sha256);
            }
        }
        return shown;
    }

    /// <summary>Hashes of originals that were here and are damaged or gone: whatever device has them is asked for them.</summary>
    public async Task<IReadOnlyList<string>> Wanted(CancellationToken cancel) =>
        await db.Blobs.AsNoTracking().Where(b => b.Damaged).OrderBy(b => b.Sha256).Select(b => b.Sha256).ToListAsync(cancel);

    /// <summary>Reads an original against its hash, whatever is known of it; one that fails is put aside and asked for again.</summary>
    public async Task<bool> Verify(Blob blob, CancellationToken cancel)
    {
        var path = files.Original(blob.FirmId, blob.Sha256);
        if (File.Exists(path) && await PhotoLocks.HashOf(path, cancel) == blob.Sha256)
        {
            return true;
        }
        await PutAside(blob, cancel);
        return false;
    }

    private static bool IsPicture(string mediaType) => mediaType.StartsWith("image/", StringComparison.Ordinal);

    private Task<Blob?> Blob(string sha256, CancellationToken cancel) =>
        db.Blobs.AsNoTracking().FirstOrDefaultAsync(b => b.Sha256 == sha256, cancel);

    private async Task<bool> OriginalIsSound(Blob blob, CancellationToken cancel)
    {
        if (await locks.IsSound(files.Original(blob.FirmId, blob.Sha256), blob.Sha256, cancel))
        {
            return true;
        }
        await PutAside(blob, cancel);
        return false;
    }

    private async Task PutAside(Blob blob, CancellationToken cancel)
    {
        var path = files.Original(blob.FirmId, blob.Sha256);
        try
        {
            File.Move(path, files.Damaged(blob.FirmId, blob.Sha256));
        }
        catch (FileNotFoundException)
        {
            // Gone already, or put aside by another request just now: the row tells it either way.
        }
        var row = await db.Blobs.IgnoreQueryFilters().FirstOrDefaultAsync(b => b.FirmId == blob.FirmId && b.Sha256 == blob.Sha256, cancel);
        if (row is not null)
        {
            (row.OriginalHeld, row.Damaged) = (false, true);
            await db.SaveChangesAsync(cancel);
        }
    }

    private FoundPicture? FromOriginal(Blob blob, Rendition rendition)
    {
        var path = files.Of(blob.FirmId, blob.Sha256, rendition);
        return PhotoFiles.IsWhole(path) ? new FoundPicture(path, FromOriginal: true) : null;
    }

    private FoundPicture? StandInOf(Blob blob, Rendition rendition)
    {
        string[] places = [files.StandIn(blob.FirmId, blob.Sha256, rendition), files.Earlier(blob.FirmId, blob.Sha256, rendition)];
        return places.FirstOrDefault(PhotoFiles.IsWhole) is { } path ? new FoundPicture(path, FromOriginal: false) : null;
    }

    private async Task<BlobState> AppendReceived(
        string sha256,
        long offset,
        long total,
        string piece,
        Sender sender,
        CancellationToken cancel
    )
    {
        var state = await State(sender.FirmId, sha256, cancel);
        if (state.Whole || state.Received != offset || !File.Exists(piece))
        {
            return state;
        }
        var part = files.Part(sender.FirmId, sha256);
        if (await AppendTo(part, piece, cancel) < total)
        {
            return await State(sender.FirmId, sha256, cancel);
        }
        try
        {
            if (await PhotoLocks.HashOf(part, cancel) != sha256)
            {
                throw PhotoException.HashDiffers();
            }
            await Settle(part, sha256, sender, allFormats: true, cancel);
        }
        catch (Exception exception) when (StoreException.Of(exception) is null)
        {
            File.Delete(part);
            throw;
        }
        File.Delete(part);
        return await State(sender.FirmId, sha256, cancel);
    }

    private async Task<BlobState> SettleStandIn(string sha256, string incoming, Sender sender, CancellationToken cancel)
    {
        var mediaType = Pictures.MediaType(Signature(incoming));
        var facts = Pictures.Facts(incoming);
        await WriteRenditions(incoming, r => files.StandIn(sender.FirmId, sha256, r), cancel);
        if (await Blob(sha256, cancel) is null)
        {
            var blob = NewBlob(sender, sha256, mediaType, new FileInfo(incoming).Length, facts);
            blob.OriginalHeld = false;
            db.Blobs.Add(blob);
            await db.SaveChangesAsync(cancel);
        }
        return await State(sender.FirmId, sha256, cancel);
    }

    /// <summary>Bytes that are all here, under their own hash, become a blob.</summary>
    private async Task<BlobAnswer> Settle(string incoming, string sha256, Sender sender, bool allFormats, CancellationToken cancel)
    {
        var held = await db.Blobs.FirstOrDefaultAsync(b => b.Sha256 == sha256, cancel);
        if (held is { OriginalHeld: true } && await OriginalIsSound(held, cancel))
        {
            return Answer(held, alreadyHeld: true);
        }
        var signature = Signature(incoming);
        var unchanged = allFormats ? UnchangedFormats.MediaType(signature) : null;
        var mediaType = unchanged ?? Pictures.MediaType(signature);
        var facts = unchanged is null ? Pictures.Facts(incoming) : new PictureFacts(0, 0, null);
        if (unchanged is null)
        {
            await WriteRenditions(incoming, r => files.Of(sender.FirmId, sha256, r), cancel);
        }
        var bytes = new FileInfo(incoming).Length;
        DurableFiles.MoveIn(incoming, files.Original(sender.FirmId, sha256));
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

    private static async Task WriteRenditions(string from, Func<Rendition, string> target, CancellationToken cancel)
    {
        foreach (var (rendition, jpeg) in await Task.Run(() => Pictures.Renditions(from), cancel))
        {
            await DurableFiles.Write(target(rendition), jpeg, cancel);
        }
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

    /// <summary>Receives a piece; a cut is handed back, to be told after what arrived has been put in its place.</summary>
    private static async Task<ExceptionDispatchInfo?> ReceivePiece(Stream body, string path, long most, CancellationToken cancel)
    {
        await using var file = new FileStream(path, FileMode.CreateNew, FileAccess.Write, FileShare.None, BufferBytes, useAsync: true);
        try
        {
            await Copy(body, file, most, cancel);
            return null;
        }
        catch (Exception exception) when (exception is not PhotoException && StoreException.Of(exception) is null)
        {
            return ExceptionDispatchInfo.Capture(exception);
        }
    }

    /// <summary>Length of the part after appending.</summary>
    private static async Task<long> AppendTo(string part, string piece, CancellationToken cancel)
    {
        await using var file = new FileStream(part, FileMode.Append, FileAccess.Write, FileShare.None, BufferBytes, useAsync: true);
        await using var from = new FileStream(piece, FileMode.Open, FileAccess.Read, FileShare.Read, BufferBytes, useAsync: true);
        await from.CopyToAsync(file, cancel);
        file.Flush(flushToDisk: true);
        return file.Length;
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

/// <summary>A rendition's file. What only stands in for an original still to come is not to be kept by whoever fetches it.</summary>
public sealed record FoundPicture(string Path, bool FromOriginal);
