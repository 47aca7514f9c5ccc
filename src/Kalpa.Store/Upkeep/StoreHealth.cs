using Kalpa.Store.Writing;
using Microsoft.Data.Sqlite;

namespace Kalpa.Store.Upkeep;

/// <summary>What is wrong with the store, as a stable code and in words for whoever runs it.</summary>
public sealed record StoreNotice(string Code, string Text);

/// <summary>Free and total bytes of the disk that holds a folder.</summary>
public delegate (long Free, long Total) DiskSpace(string folder);

/// <summary>
/// Looks after the database and its disk. A damaged database is reported, and nothing more is written to it; reading goes on, so that what is there can
/// still be taken out.
/// </summary>
public sealed class StoreHealth(DataFolder folder, WriteGate gate, DiskSpace space)
{
    /// <summary>Below this share of the disk free there is a warning.</summary>
    public const double LeastFreeShare = 0.1;

    private volatile string? damage;

    /// <summary>Everything that is wrong just now; empty when all is well.</summary>
    public IReadOnlyList<StoreNotice> Notices()
    {
        var notices = new List<StoreNotice>();
        if (damage is { } found)
        {
            notices.Add(
                new StoreNotice(
                    "store.damaged",
                    $"The database is damaged and saving is stopped ({found}). What is recorded stays on the devices. Stop the server and restore the last backup."
                )
            );
        }
        var (free, total) = space(folder.Path);
        if (total > 0 && free < total * LeastFreeShare)
        {
            notices.Add(
                new StoreNotice(
                    "store.disk-low",
                    $"The server's disk is nearly full: {free / 1e9:0.#} GB of {total / 1e9:0.#} GB are free. Free some space before photos are refused."
                )
            );
        }
        return notices;
    }

    /// <summary>Reads the database through. True when it is sound; writing opens again when a damaged one has been replaced.</summary>
    public async Task<bool> Check(CancellationToken cancel)
    {
        damage = await Fault(folder.Database, cancel);
        if (damage is null)
        {
            gate.Open();
            return true;
        }
        gate.Shut("The database is damaged, so nothing is saved to it. What was entered stays on this device. Restore the last backup.");
        return false;
    }

    /// <summary>The first fault of a database file; null when it is sound.</summary>
    public static async Task<string?> Fault(string database, CancellationToken cancel)
    {
        try
        {
            await using var connection = new SqliteConnection($"Data Source={database};Mode=ReadWrite;Pooling=False;Default Timeout=30");
            await connection.OpenAsync(cancel);
            await using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA quick_check(1)";
            var answer = (string?)await command.ExecuteScalarAsync(cancel);
            return answer == "ok" ? null : answer ?? "no answer";
        }
        catch (SqliteException exception)
        {
            return StoreException.Of(exception) is { Failure: StoreFailure.Busy } ? null : exception.Message;
        }
    }

    public static (long Free, long Total) OfDrive(string folder)
    {
        var drive = new DriveInfo(folder);
        return (drive.AvailableFreeSpace, drive.TotalSize);
    }
}
