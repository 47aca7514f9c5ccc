using Microsoft.EntityFrameworkCore.Storage;

namespace Kalpa.Store.Writing;

/// <summary>
/// The one door to writing. SQLite has one writer at a time and lets those who wait race for it; here they wait in line, so that nobody starves while
/// a phone sends hundreds of facts. The door is shut while the database is known to be damaged: writing would spread it.
/// </summary>
public sealed class WriteGate : IDisposable
{
    /// <summary>After this long the caller is reported that the store is busy; a slice of facts holds the door for a twentieth of a second.</summary>
    public TimeSpan LongestWait { get; set; } = TimeSpan.FromSeconds(15);

    // Waiters are let in first come, first served.
    private readonly SemaphoreSlim free = new(1, 1);
    private volatile string? shut;

    /// <summary>Why nothing may be written, in words; null while writing is open.</summary>
    public string? ShutBecause => shut;

    public void Shut(string reason) => shut = reason;

    public void Open() => shut = null;

    /// <summary>Waits for the turn to write. Fails when the wait is too long or the door is shut.</summary>
    public async Task<IDisposable> Enter(CancellationToken cancel)
    {
        ThrowIfShut();
        if (!await free.WaitAsync(LongestWait, cancel))
        {
            throw StoreException.Busy();
        }
        try
        {
            ThrowIfShut();
        }
        catch
        {
            free.Release();
            throw;
        }
        return new Turn(free);
    }

    public void Dispose() => free.Dispose();

    private void ThrowIfShut()
    {
        if (shut is { } reason)
        {
            throw StoreException.Shut(reason);
        }
    }

    private sealed class Turn(SemaphoreSlim free) : IDisposable
    {
        private int left;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref left, 1) == 0)
            {
                free.Release();
            }
        }
    }
}

/// <summary>A write transaction and the turn it is made in.</summary>
public sealed class WriteTransaction(IDbContextTransaction transaction, IDisposable? turn) : IAsyncDisposable
{
    public IDbContextTransaction Transaction { get; } = transaction;

    public Task Commit(CancellationToken cancel) => Transaction.CommitAsync(cancel);

    public async ValueTask DisposeAsync()
    {
        await Transaction.DisposeAsync();
        turn?.Dispose();
    }
}
