using System.Globalization;
using System.Text.Json;
using System.Text.Json.Serialization;
using Kalpa.Store.Model;
using Kalpa.Store.Photos;
using Kalpa.Store.Signing;
using Kalpa.Store.Writing;
using Microsoft.Data.Sqlite;

namespace Kalpa.Store.Upkeep;

/// <summary>What a backup holds; written last, so that a snapshot without it is not finished.</summary>
/// <param name="DatabaseSha256">Hash of the snapshot's database file.</param>
/// <param name="Missing">Originals that the database names and that were damaged or gone when the backup was made, and files of signed reports.</param>
public sealed record BackupManifest(
    int Version,
    DateTimeOffset TakenAt,
    string DatabaseSha256,
    int Photos,
    long PhotoBytes,
    IReadOnlyList<string> Missing,
    int SignedFiles = 0
);

[JsonSourceGenerationOptions(WriteIndented = true, PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase)]
[JsonSerializable(typeof(BackupManifest))]
internal sealed partial class BackupJson : JsonSerializerContext;

/// <summary>What a backup did.</summary>
public sealed record BackupResult(string Snapshot, BackupManifest Manifest, int PhotosCopied, int SnapshotsRemoved);

/// <summary>A backup or restore that cannot be done, with what to do.</summary>
public sealed class BackupException(string message) : Exception(message);

/// <summary>
/// A backup folder: <c>photos/</c> and <c>signed/</c> by content hash, shared by all snapshots, and <c>snapshots/TIME/</c> each with the whole database, the keys and a
/// manifest. Made while the server runs; photos that lie there already are not copied again.
/// </summary>
public sealed class Backup(DataFolder data, string target)
{
    private const int Version = 1;
    private const string NameFormat = "yyyy-MM-dd'T'HHmmss'Z'";
    private const string ManifestName = "manifest.json";
    private const string DatabaseName = "kalpa.db";

    private readonly DataFolder copies = new(target);

    private string Snapshots => Path.Combine(target, "snapshots");

    /// <summary>Makes a snapshot and applies the keep rules.</summary>
    public async Task<BackupResult> Make(DateTimeOffset now, CancellationToken cancel)
    {
        if (!File.Exists(data.Database))
        {
            throw new BackupException($"There is no database in {data.Path}. Give the server's data folder with --data FOLDER.");
        }
        var name = now.UtcDateTime.ToString(NameFormat, CultureInfo.InvariantCulture);
        var place = Path.Combine(Snapshots, name);
        Directory.CreateDirectory(place);
        var database = Path.Combine(place, DatabaseName);
        await CopyDatabase(data.Database, database, cancel);
        if (await StoreHealth.Fault(database, cancel) is { } fault)
        {
            Directory.Delete(place, recursive: true);
            throw new BackupException(
                $"The database is damaged ({fault}). Nothing was backed up; earlier snapshots in {target} are as they were."
            );
        }
        var (copied, bytes, photos, missing) = await CopyPhotos(database, cancel);
        var signed = await CopySigned(database, data, copies, missing, cancel);
        await CopyKeys(data.Keys, Path.Combine(place, "keys"), cancel);
        var manifest = new BackupManifest(Version, now, await PhotoLocks.HashOf(database, cancel), photos, bytes, missing, signed);
        await DurableFiles.Write(
            Path.Combine(place, ManifestName),
            JsonSerializer.SerializeToUtf8Bytes(manifest, BackupJson.Default.BackupManifest),
            cancel
        );
        return new BackupResult(name, manifest, copied, Prune(now));
    }

    /// <summary>Finished snapshots, the newest first.</summary>
    public IReadOnlyList<string> Finished() =>
        Directory.Exists(Snapshots)
            ?
            [
                .. Directory
                    .EnumerateDirectories(Snapshots)
                    .Where(folder => File.Exists(Path.Combine(folder, ManifestName)))
                    .Select(folder => Path.GetFileName(folder))
                    .OrderDescending(StringComparer.Ordinal),
            ]
            : [];

    public static DateTimeOffset TimeOf(string snapshot) =>
        new(DateTime.ParseExact(snapshot, NameFormat, CultureInfo.InvariantCulture), TimeSpan.Zero);

    /// <summary>Puts a snapshot (the newest where none is named) into the empty data folder, every file checked against its hash.</summary>
    public async Task<BackupManifest> Restore(string? snapshot, CancellationToken cancel)
    {
        if (File.Exists(data.Database))
        {
            throw new BackupException($"There is data in {data.Path} already. Restore into an empty folder; nothing was changed.");
        }
        var finished = Finished();
        if (finished.Count == 0)
        {
            throw new BackupException($"There is no finished backup in {target}.");
        }
        var name = snapshot ?? finished[0];
        if (!finished.Contains(name))
        {
            throw new BackupException($"There is no finished backup \"{name}\" in {target}. There are: {string.Join(", ", finished)}.");
        }
        var place = Path.Combine(Snapshots, name);
        var manifest = JsonSerializer.Deserialize(
            await File.ReadAllBytesAsync(Path.Combine(place, ManifestName), cancel),
            BackupJson.Default.BackupManifest
        )!;
        var database = Path.Combine(place, DatabaseName);
        if (await PhotoLocks.HashOf(database, cancel) != manifest.DatabaseSha256)
        {
            throw new BackupException($"The database of the backup {name} is damaged. Restore an earlier one: --at NAME.");
        }
        var files = new PhotoFiles(data);
        var kept = new PhotoFiles(copies);
        var damaged = new List<string>();
        foreach (var blob in await Blobs(database, cancel))
        {
            foreach (var (from, to, sha256) in Files(blob, kept, files))
            {
                if (sha256 is not null && await PhotoLocks.HashOf(from, cancel) != sha256)
                {
                    damaged.Add(sha256);
                    continue;
                }
                await DurableFiles.Copy(from, to, cancel);
            }
        }
        await CopySigned(database, copies, data, damaged, cancel);
        await CopyKeys(Path.Combine(place, "keys"), data.Keys, cancel);
        // The database comes last: a restore that is cut off is no data folder, and can be begun again.
        await DurableFiles.Copy(database, data.Database, cancel);
        return manifest with { Missing = [.. manifest.Missing.Concat(damaged).Order(StringComparer.Ordinal)] };
    }

    /// <summary>
    /// Keeps every snapshot of the last two days, the newest of each of seven days, of each of five weeks and of each of twelve months; removes the
    /// others. Photos stay: facts are never taken out of the log, so any of them may be asked for again.
    /// </summary>
    private int Prune(DateTimeOffset now)
    {
        var finished = Finished();
        var keep = finished
            .Where(s => now - TimeOf(s) < TimeSpan.FromDays(2))
            .Concat(NewestOf(finished, now, TimeSpan.FromDays(7), at => at.Date))
            .Concat(NewestOf(finished, now, TimeSpan.FromDays(35), at => at.Date.AddDays(-(int)at.DayOfWeek)))
            .Concat(NewestOf(finished, now, TimeSpan.FromDays(366), at => new DateTime(at.Year, at.Month, 1)))
            .ToHashSet();
        var removed = finished.Where(s => !keep.Contains(s)).ToList();
        foreach (var snapshot in removed)
        {
            Directory.Delete(Path.Combine(Snapshots, snapshot), recursive: true);
        }
        return removed.Count;
    }

    private static IEnumerable<string> NewestOf(
        IReadOnlyList<string> finished,
        DateTimeOffset now,
        TimeSpan back,
        Func<DateTime, DateTime> period
    ) =>
        finished.Where(s => now - TimeOf(s) < back).GroupBy(s => period(TimeOf(s).UtcDateTime)).Select(g => g.Max(StringComparer.Ordinal)!);

    private static async Task CopyDatabase(string from, string to, CancellationToken cancel)
    {
        await using (var source = new SqliteConnection($"Data Source={from};Mode=ReadWrite;Pooling=False;Default Timeout=30"))
        await using (var copy = new SqliteConnection($"Data Source={to};Pooling=False"))
        {
            await source.OpenAsync(cancel);
            await copy.OpenAsync(cancel);
            source.BackupDatabase(copy);
            // One file that needs no other beside it.
            await using var command = copy.CreateCommand();
            command.CommandText = "PRAGMA journal_mode = DELETE";
            await command.ExecuteNonQueryAsync(cancel);
        }
        await using var file = new FileStream(to, FileMode.Open, FileAccess.ReadWrite);
        file.Flush(flushToDisk: true);
    }

    private async Task<(int Copied, long Bytes, int Photos, List<string> Missing)> CopyPhotos(string database, CancellationToken cancel)
    {
        var (copied, bytes, photos) = (0, 0L, 0);
        var missing = new List<string>();
        var files = new PhotoFiles(data);
        var kept = new PhotoFiles(copies);
        foreach (var blob in await Blobs(database, cancel))
        {
            foreach (var (from, to, sha256) in Files(blob, files, kept))
            {
                photos++;
                if (!File.Exists(to))
                {
                    await DurableFiles.Copy(from, to, cancel);
                    if (sha256 is not null && await PhotoLocks.HashOf(to, cancel) != sha256)
                    {
                        File.Delete(to);
                        missing.Add(sha256);
                        photos--;
                        continue;
                    }
                    copied++;
                }
                bytes += new FileInfo(to).Length;
            }
            if (
                blob.OriginalHeld
                && !File.Exists(files.Original(blob.FirmId, blob.Sha256))
                && !File.Exists(kept.Original(blob.FirmId, blob.Sha256))
            )
            {
                missing.Add(blob.Sha256);
            }
        }
        return (copied, bytes, photos, missing);
    }

    /// <summary>The files of a blob that are there: its original under its hash, or what stands in for it (no hash of its own).</summary>
    private static IEnumerable<(string From, string To, string? Sha256)> Files(BlobRow blob, PhotoFiles from, PhotoFiles to)
    {
        var original = from.Original(blob.FirmId, blob.Sha256);
        if (blob.OriginalHeld)
        {
            return File.Exists(original) ? [(original, to.Original(blob.FirmId, blob.Sha256), blob.Sha256)] : [];
        }
        Func<PhotoFiles, Rendition, string>[] places =
        [
            (f, r) => f.StandIn(blob.FirmId, blob.Sha256, r),
            (f, r) => f.Earlier(blob.FirmId, blob.Sha256, r),
            (f, r) => f.Of(blob.FirmId, blob.Sha256, r),
        ];
        return places
            .SelectMany(place => Enum.GetValues<Rendition>().Select(r => (From: place(from, r), To: place(to, r), Sha256: (string?)null)))
            .Where(pair => File.Exists(pair.From));
    }

    /// <summary>Files of signed reports, each checked against the hash it is named by; gives how many the copy has.</summary>
    private static async Task<int> CopySigned(
        string database,
        DataFolder from,
        DataFolder to,
        List<string> missing,
        CancellationToken cancel
    )
    {
        var (source, target) = (new SignedFiles(from), new SignedFiles(to));
        var copied = 0;
        foreach (var (firm, sha256, kind) in await Signed(database, cancel))
        {
            var held = target.Path(firm, sha256, kind);
            if (File.Exists(held))
            {
                copied++;
                continue;
            }
            if (await source.Read(firm, sha256, kind, cancel) is not { } bytes)
            {
                missing.Add(sha256);
                continue;
            }
            await target.Write(firm, bytes, kind, cancel);
            copied++;
        }
        return copied;
    }

    private static async Task<List<(Guid Firm, string Sha256, SignedFile Kind)>> Signed(string database, CancellationToken cancel)
    {
        await using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly;Pooling=False");
        await connection.OpenAsync(cancel);
        await using var command = connection.CreateCommand();
        // A backup from before reports were signed has no such table.
        command.CommandText = "SELECT COUNT(*) FROM sqlite_master WHERE name = 'SignedReports'";
        var files = new List<(Guid Firm, string Sha256, SignedFile Kind)>();
        if (Convert.ToInt32(await command.ExecuteScalarAsync(cancel), CultureInfo.InvariantCulture) == 0)
        {
            return files;
        }
        command.CommandText = "SELECT FirmId, DataSha256, HtmlSha256, PdfSha256, Pictures FROM SignedReports ORDER BY Id";
        await using var reader = await command.ExecuteReaderAsync(cancel);
        while (await reader.ReadAsync(cancel))
        {
            var row = new SignedReport
            {
                FirmId = reader.GetGuid(0),
                DataSha256 = reader.GetString(1),
                HtmlSha256 = reader.GetString(2),
                PdfSha256 = reader.GetString(3),
                Pictures = reader.GetString(4),
            };
            files.AddRange(SignedFiles.Of(row).Select(f => (row.FirmId, f.Sha256, f.Kind)));
        }
        return [.. files.Distinct()];
    }

    private sealed record BlobRow(Guid FirmId, string Sha256, bool OriginalHeld);

    private static async Task<List<BlobRow>> Blobs(string database, CancellationToken cancel)
    {
        await using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly;Pooling=False");
        await connection.OpenAsync(cancel);
        await using var command = connection.CreateCommand();
        command.CommandText = "SELECT FirmId, Sha256, OriginalHeld FROM Blobs ORDER BY FirmId, Sha256";
        await using var reader = await command.ExecuteReaderAsync(cancel);
        var rows = new List<BlobRow>();
        while (await reader.ReadAsync(cancel))
        {
            rows.Add(new BlobRow(reader.GetGuid(0), reader.GetString(1), reader.GetBoolean(2)));
        }
        return rows;
    }

    private static async Task CopyKeys(string from, string to, CancellationToken cancel)
    {
        if (!Directory.Exists(from))
        {
            return;
        }
        foreach (var key in Directory.EnumerateFiles(from))
        {
            await DurableFiles.Copy(key, Path.Combine(to, Path.GetFileName(key)), cancel);
        }
    }
}
