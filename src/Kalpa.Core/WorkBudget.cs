namespace Kalpa.Core;

/// <summary>The work was stopped by whoever asked for it: they left, or it took too long.</summary>
public sealed class WorkStoppedException() : Exception("The work was stopped: it took too long, or the answer is no longer needed.");

/// <summary>
/// Lets the caller end long work. The core reads no clock: it asks, in every loop that can grow with its input, whether the caller has had enough. The
/// question is one of the calling thread, as a computation never leaves it.
/// </summary>
public static class WorkBudget
{
    [ThreadStatic]
    private static Func<bool>? spent;

    /// <summary>From here to the end of the scope work stops when <paramref name="isSpent"/> says so.</summary>
    public static IDisposable Begin(Func<bool> isSpent)
    {
        var before = spent;
        spent = before is null ? isSpent : () => before() || isSpent();
        return new Scope(before);
    }

    /// <summary>Called once a turn of a loop that may become long. Throws when the budget is spent.</summary>
    public static void Check()
    {
        if (spent is { } isSpent && isSpent())
        {
            throw new WorkStoppedException();
        }
    }

    private sealed class Scope(Func<bool>? before) : IDisposable
    {
        public void Dispose() => spent = before;
    }
}
