using System.Diagnostics;

namespace Kalpa.Contracts;

/// <summary>When work of the core has cost enough: after a time, or when the caller leaves.</summary>
public static class TimeBudget
{
    public static Func<bool> Within(TimeSpan longest, CancellationToken cancel = default)
    {
        var began = Stopwatch.GetTimestamp();
        return () => cancel.IsCancellationRequested || Stopwatch.GetElapsedTime(began) > longest;
    }
}
