namespace Kalpa.Store.Summaries;

/// <summary>Wakes whoever works summaries out when some may be behind; further calls before it looks count as one.</summary>
public sealed class SummarySignal : IDisposable
{
    private readonly SemaphoreSlim raised = new(0, 1);

    public void Raise()
    {
        try
        {
            raised.Release();
        }
        catch (SemaphoreFullException)
        {
            // Raised already.
        }
    }

    /// <summary>Returns when it is raised, or after <paramref name="most"/>.</summary>
    public Task Wait(TimeSpan most, CancellationToken cancel) => raised.WaitAsync(most, cancel);

    public void Dispose() => raised.Dispose();
}
