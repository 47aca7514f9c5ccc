using System.Collections.Concurrent;
using System.Runtime.CompilerServices;
using System.Text.Json;
using System.Threading.Channels;
using Kalpa.Contracts;
using Kalpa.Core.Facts;

namespace Kalpa.Server.Features.Live;

/// <summary>Tells whoever looks at a visit that something of it arrived. Nothing is kept: who misses a message fetches the visit anyway.</summary>
public sealed class LiveVisits
{
    /// <summary>More waiting messages than this say no more than one: fetch the visit.</summary>
    private const int MostWaiting = 8;

    private readonly ConcurrentDictionary<Guid, Watcher> watchers = new();

    private sealed record Watcher(Guid FirmId, Guid VisitId, Channel<LiveEvent> Messages);

    public int Watching => watchers.Count;

    public void Tell(Guid firmId, FactChanges changes, ChangeReceipts receipts, string by, DateTimeOffset now)
    {
        var kept = receipts
            .Receipts.Where(r => r.Outcome is not (ChangeOutcome.Refused or ChangeOutcome.AlreadyKnown))
            .Select(r => r.RequestId)
            .ToHashSet();
        foreach (var visit in changes.Changes.Where(c => kept.Contains(c.RequestId)).GroupBy(VisitOf).Where(g => g.Key is not null))
        {
            var message = new LiveEvent(visit.Key!.Value, [.. visit.Select(c => c.RequestId)], by, now);
            foreach (var watcher in watchers.Values.Where(w => w.FirmId == firmId && w.VisitId == visit.Key))
            {
                watcher.Messages.Writer.TryWrite(message);
            }
        }
    }

    /// <summary>Messages on a visit until the listener goes.</summary>
    public async IAsyncEnumerable<LiveEvent> Watch(Guid firmId, Guid visitId, [EnumeratorCancellation] CancellationToken cancel)
    {
        var key = Guid.CreateVersion7();
        var options = new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropOldest };
        var watcher = new Watcher(firmId, visitId, Channel.CreateBounded<LiveEvent>(options));
        watchers[key] = watcher;
        try
        {
            while (await WaitFor(watcher, cancel))
            {
                while (watcher.Messages.Reader.TryRead(out var message))
                {
                    yield return message;
                }
            }
        }
        finally
        {
            watchers.TryRemove(key, out _);
        }
    }

    private static async Task<bool> WaitFor(Watcher watcher, CancellationToken cancel)
    {
        try
        {
            return await watcher.Messages.Reader.WaitToReadAsync(cancel);
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }

    private static Guid? VisitOf(FactChange change)
    {
        if (change.Kind == FactKind.Visit)
        {
            return change.FactId;
        }
        return
            change.Payload.ValueKind == JsonValueKind.Object
            && change.Payload.TryGetProperty("visitId", out var id)
            && id.ValueKind == JsonValueKind.String
            && id.TryGetGuid(out var visit)
            ? visit
            : null;
    }
}
