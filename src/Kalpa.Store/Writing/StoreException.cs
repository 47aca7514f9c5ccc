using Microsoft.Data.Sqlite;

namespace Kalpa.Store.Writing;

/// <summary>What kept the store from reading or writing.</summary>
public enum StoreFailure
{
    /// <summary>Somebody else is writing; the same call goes through later.</summary>
    Busy,

    /// <summary>The disk is full.</summary>
    Full,

    /// <summary>The database is damaged, or the disk fails.</summary>
    Damaged,

    /// <summary>Writing is stopped until the database is restored.</summary>
    Shut,
}

/// <summary>The store could not do its part, through no fault of what was sent.</summary>
public sealed class StoreException : Exception
{
    private const int SqliteBusy = 5;
    private const int SqliteLocked = 6;
    private const int SqliteIoError = 10;
    private const int SqliteCorrupt = 11;
    private const int SqliteFull = 13;
    private const int SqliteNotADatabase = 26;

    /// <summary>ENOSPC and EDQUOT of Linux, as .NET hands them on.</summary>
    private static readonly int[] NoSpace = [28, 122];

    private StoreException(StoreFailure failure, string message, Exception? inner = null)
        : base(message, inner) => Failure = failure;

    public StoreFailure Failure { get; }

    public static StoreException Busy(Exception? inner = null) =>
        new(StoreFailure.Busy, "Somebody else is saving just now. Nothing was lost: try again in a moment.", inner);

    public static StoreException Full(Exception? inner = null) =>
        new(
            StoreFailure.Full,
            "The disk that holds Kalpa's data is full. Nothing was lost: it stays on this device. Free some space on the server, then send again.",
            inner
        );

    public static StoreException Damaged(Exception? inner = null) =>
        new(
            StoreFailure.Damaged,
            "The database cannot be read or written. It stays on this device. Stop the server and restore the last backup.",
            inner
        );

    public static StoreException Shut(string reason) => new(StoreFailure.Shut, reason);

    /// <summary>The store's failure behind an exception; null when it is something else.</summary>
    public static StoreException? Of(Exception exception)
    {
        for (var at = exception; at is not null; at = at.InnerException)
        {
            switch (at)
            {
                case StoreException store:
                    return store;
                case SqliteException { SqliteErrorCode: SqliteBusy or SqliteLocked }:
                    return Busy(exception);
                case SqliteException { SqliteErrorCode: SqliteFull }:
                    return Full(exception);
                case SqliteException { SqliteErrorCode: SqliteIoError or SqliteCorrupt or SqliteNotADatabase }:
                    return Damaged(exception);
                case IOException when NoSpace.Contains(at.HResult & 0xFFFF):
                    return Full(exception);
            }
        }
        return null;
    }
}
