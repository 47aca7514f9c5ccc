using System.Diagnostics;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store.Model;
using Kalpa.Store.Summaries;
using Kalpa.Store.Writing;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage;
using Microsoft.Extensions.Logging;

namespace Kalpa.Store.Facts;

/// <summary>Who sends a change, and when it was received.</summary>
public sealed record Sender(Guid FirmId, Guid PersonId, DateTimeOffset Now);

/// <summary>
/// The append-only log of facts and the projections made from it, written in one transaction. The same request twice counts once; a stale base
/// keeps both versions; a fact whose parent has not arrived waits.
/// </summary>
public sealed class FactLog(KalpaDb db, ILogger<FactLog>? log = null, SummarySignal? signal = null)
{
    private readonly SummaryMarks marks = new(db);

    /// <summary>
    /// A batch is written in slices of about this long: each has its own commit, and between two of them others get their turn. Half of the tenth of a
    /// second that nobody should wait for, as the last fact of a slice and the commit itself come on top.
    /// </summary>
    private static readonly TimeSpan SliceLasts = TimeSpan.FromMilliseconds(50);

    /// <summary>A plan of the largest size takes a tenth of this.</summary>
    private const int LongestPayload = 1_000_000;

    private const int LongestDevice = 200;

    private const string BeforeOne = "before_one";

    /// <summary>Takes changes in, each on its own: the receipts come in the order of the changes.</summary>
    public async Task<ChangeReceipts> Accept(FactChanges changes, Sender sender, RuleBook book, CancellationToken cancel)
    {
        var receipts = new List<ChangeReceipt>(changes.Changes.Count);
        while (receipts.Count < changes.Changes.Count)
        {
            await AcceptSlice(changes.Changes, receipts, sender, book, cancel);
        }
        return new ChangeReceipts(receipts);
    }

    /// <summary>Tries again what was set aside, firm by firm; gives how many were taken in. <paramref name="enter"/> makes a firm the one whose rows are seen.</summary>
    public async Task<int> RetrySetAside(Action<Guid> enter, RuleBook book, CancellationToken cancel)
    {
        var shown = 0;
        foreach (
            var aside in await db.SetAsideChanges.IgnoreQueryFilters().AsNoTracking().OrderBy(a => a.ReceivedAtTicks).ToListAsync(cancel)
        )
        {
            var change = JsonSerializer.Deserialize(aside.Change, KalpaJson.Default.FactChange)!;
            enter(aside.FirmId);
            var sender = new Sender(aside.FirmId, aside.AuthorId, new DateTimeOffset(aside.ReceivedAtTicks, TimeSpan.Zero));
            var receipts = await Accept(new FactChanges([change]), sender, book, cancel);
            if (receipts.Receipts[0].Outcome is not (ChangeOutcome.SetAside or ChangeOutcome.Refused))
            {
                await db.SetAsideChanges.IgnoreQueryFilters().Where(a => a.Id == aside.Id).ExecuteDeleteAsync(cancel);
                shown++;
            }
        }
        return shown;
    }

    private async Task AcceptSlice(
        IReadOnlyList<FactChange> changes,
        List<ChangeReceipt> receipts,
        Sender sender,
        RuleBook book,
        CancellationToken cancel
    )
    {
        await using var write = await db.BeginWrite(cancel);
        var began = Stopwatch.GetTimestamp();
        do
        {
            receipts.Add(await AcceptOrSetAside(changes[receipts.Count], sender, book, write.Transaction, cancel));
        } while (receipts.Count < changes.Count && Stopwatch.GetElapsedTime(began) < SliceLasts);
        await marks.Write(cancel);
        await write.Commit(cancel);
        db.ChangeTracker.Clear();
        signal?.Raise();
    }

    /// <summary>A change that breaks something nobody foresaw is kept as sent and holds back no other.</summary>
    private async Task<ChangeReceipt> AcceptOrSetAside(
        FactChange change,
        Sender sender,
        RuleBook book,
        IDbContextTransaction transaction,
        CancellationToken cancel
    )
    {
        await transaction.CreateSavepointAsync(BeforeOne, cancel);
        ChangeReceipt receipt;
        try
        {
            receipt = await AcceptOne(change, sender, book, cancel);
        }
        catch (Exception exception) when (exception is not OperationCanceledException && StoreException.Of(exception) is null)
        {
            log?.LogError(
                exception,
                "The change {RequestId} of {Kind} {FactId} was set aside",
                change.RequestId,
                change.Kind,
                change.FactId
            );
            await transaction.RollbackToSavepointAsync(BeforeOne, cancel);
            db.ChangeTracker.Clear();
            receipt = await SetAside(change, sender, exception, cancel);
        }
        await transaction.ReleaseSavepointAsync(BeforeOne, cancel);
        return receipt;
    }

    private async Task<ChangeReceipt> SetAside(FactChange change, Sender sender, Exception exception, CancellationToken cancel)
    {
        if (!await db.SetAsideChanges.IgnoreQueryFilters().AnyAsync(a => a.Id == change.RequestId, cancel))
        {
            db.SetAsideChanges.Add(
                new SetAsideChange
                {
                    Id = change.RequestId,
                    FirmId = sender.FirmId,
                    AuthorId = sender.PersonId,
                    FactId = change.FactId,
                    Kind = change.Kind,
                    ReceivedAtTicks = sender.Now.UtcTicks,
                    Reason = exception.GetType().Name,
                    Change = JsonSerializer.Serialize(change, KalpaJson.Default.FactChange),
                }
            );
            await db.SaveChangesAsync(cancel);
        }
        const string text =
            "The server could not take this in and has set it aside as sent. Nothing is lost; it is tried again at the next start.";
        return new ChangeReceipt(change.RequestId, ChangeOutcome.SetAside, null, [Problem(change, "fact.set-aside", text)]);
    }

    /// <summary>Makes every projection again from the log.</summary>
    public async Task Rebuild(CancellationToken cancel)
    {
        await using var write = await db.BeginWrite(cancel);
        foreach (var shelf in Shelves.ChildrenFirst)
        {
            await shelf.Clear(db, cancel);
        }
        await db.WaitingFacts.ExecuteDeleteAsync(cancel);
        await db.PropertySummaries.ExecuteDeleteAsync(cancel);
        db.ChangeTracker.Clear();
        var lines = new Dictionary<Guid, List<Revision>>();
        foreach (var revision in await db.Revisions.AsNoTracking().OrderBy(r => r.Sequence).ToListAsync(cancel))
        {
            if (!lines.TryGetValue(revision.FactId, out var line))
            {
                lines[revision.FactId] = line = [];
            }
            line.Add(revision);
            await Show(line, cancel);
        }
        await marks.Write(cancel);
        await write.Commit(cancel);
    }

    /// <summary>The versions of a fact that stand against each other, the one that shows first; null when the firm holds no such fact.</summary>
    public async Task<FactVersions?> Versions(Guid factId, CancellationToken cancel)
    {
        var line = await LineOf(factId, cancel);
        if (line.Count == 0)
        {
            return null;
        }
        var standing = Lineage.Of([.. line.Select(AsVersion)]).Standing;
        var names = await db.Users.ToDictionaryAsync(p => p.Id, p => p.DisplayName, cancel);
        return new FactVersions(
            factId,
            line[0].Kind,
            [.. standing.Select(v => line.First(r => r.Id == v.Id)).Select(r => Answer(r, names.GetValueOrDefault(r.AuthorId, "somebody")))]
        );
    }

    private static FactVersion Answer(Revision revision, string by) =>
        new(
            revision.Id,
            by,
            revision.Device,
            new DateTimeOffset(revision.RecordedAtTicks, TimeSpan.Zero),
            new DateTimeOffset(revision.ReceivedAtTicks, TimeSpan.Zero),
            revision.Deleted,
            JsonDocument.Parse(PayloadUpgrades.ToCurrent(revision.Kind, revision.ContractVersion, revision.Payload)).RootElement
        );

    private async Task<ChangeReceipt> AcceptOne(FactChange change, Sender sender, RuleBook book, CancellationToken cancel)
    {
        var known = await db.Revisions.AsNoTracking().FirstOrDefaultAsync(r => r.RequestId == change.RequestId, cancel);
        if (known is not null)
        {
            return new ChangeReceipt(change.RequestId, ChangeOutcome.AlreadyKnown, known.Id, []);
        }
        var problems = await Check(change, sender, book, cancel);
        if (problems.Count > 0)
        {
            return new ChangeReceipt(change.RequestId, ChangeOutcome.Refused, null, problems);
        }
        var line = await LineOf(change.FactId, cancel);
        var revision = NewRevision(change, sender);
        if (line is [.., var before])
        {
            // A fact that goes elsewhere is missed where it was.
            await marks.Note(before.Kind, FactJson.Read(before.Kind, before.ContractVersion, before.Payload)!, cancel);
        }
        db.Revisions.Add(revision);
        line.Add(revision);
        var (shown, clash) = await Show(line, cancel);
        var outcome =
            !shown ? ChangeOutcome.Waiting
            : clash ? ChangeOutcome.Clashed
            : ChangeOutcome.Accepted;
        return new ChangeReceipt(change.RequestId, outcome, revision.Id, []);
    }

    private Task<List<Revision>> LineOf(Guid factId, CancellationToken cancel) =>
        db.Revisions.AsNoTracking().Where(r => r.FactId == factId).OrderBy(r => r.Sequence).ToListAsync(cancel);

    private static Version AsVersion(Revision revision) =>
        new(
            revision.Id,
            revision.BaseId,
            [.. revision.Settles.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(Guid.Parse)],
            $"{revision.Deleted} {CanonicalPayload.Of(revision.Kind, revision.ContractVersion, revision.Payload)}"
        );

    /// <summary>Shows the version of a line that is its head; says whether it shows yet, and whether others stand against it.</summary>
    private async Task<(bool Shown, bool Clash)> Show(List<Revision> line, CancellationToken cancel)
    {
        var (head, standing) = Lineage.Of([.. line.Select(AsVersion)]);
        var clash = standing.Count > 1;
        return (await Project(line.First(r => r.Id == head.Id), clash, cancel), clash);
    }

    private async Task<IReadOnlyList<FactProblem>> Check(FactChange change, Sender sender, RuleBook book, CancellationToken cancel)
    {
        if (change.ContractVersion is < 1 or > FactChange.CurrentContractVersion)
        {
            return
            [
                Problem(
                    change,
                    "fact.newer-contract",
                    "This device writes a newer form of facts than the server knows. Update the server."
                ),
            ];
        }
        // A revision's id is its request's; one look-up by the unique index, not a walk through the log.
        if (await db.Revisions.IgnoreQueryFilters().AnyAsync(r => r.Id == change.RequestId, cancel))
        {
            return [Problem(change, "fact.request-used", "This request's id was used before. Send the change with a new one.")];
        }
        if (change.RequestId == Guid.Empty)
        {
            return [Problem(change, "fact.no-request-id", "The change needs a request id of its own.")];
        }
        if (change.Payload.GetRawText().Length > LongestPayload || change.Device.Length > LongestDevice)
        {
            return [Problem(change, "fact.too-large", "This is larger than anything that is recorded. Divide it.")];
        }
        if (JsonBounds.Find(change.Payload.GetRawText()) is { } fault)
        {
            return [Problem(change, "fact.out-of-bounds", $"{fault.Text} (at {fault.Path})")];
        }
        var elsewhere = await db.Revisions.IgnoreQueryFilters().AsNoTracking().FirstOrDefaultAsync(r => r.FactId == change.FactId, cancel);
        if (elsewhere is not null && (elsewhere.FirmId != sender.FirmId || elsewhere.Kind != change.Kind))
        {
            return [Problem(change, "fact.not-found", "There is no such fact to change.")];
        }
        IFact? fact;
        try
        {
            fact = FactJson.Read(change.Kind, change.ContractVersion, change.Payload.GetRawText());
        }
        catch (JsonException exception)
        {
            return [Problem(change, "fact.bad-payload", $"The {change.Kind} cannot be read at {exception.Path}.")];
        }
        if (fact is null || fact.Id != change.FactId)
        {
            return [Problem(change, "fact.id-differs", "The fact's own id differs from the change's.")];
        }
        return [.. FactChecks.Of(fact, book).Where(FactChecks.RefusesNew)];
    }

    private static FactProblem Problem(FactChange change, string code, string text) => new(change.FactId, code, text);

    private static Revision NewRevision(FactChange change, Sender sender) =>
        new()
        {
            // A device knows the id of the change it made before the server does: further changes name it as their base.
            Id = change.RequestId,
            FirmId = sender.FirmId,
            FactId = change.FactId,
            Kind = change.Kind,
            BaseId = change.BaseRevision,
            AuthorId = sender.PersonId,
            Device = change.Device,
            RecordedAtTicks = change.RecordedAt.UtcTicks,
            ReceivedAtTicks = sender.Now.UtcTicks,
            RequestId = change.RequestId,
            ContractVersion = change.ContractVersion,
            Deleted = change.Deleted,
            Settles = string.Join(' ', change.Settles ?? []),
            Payload = change.Payload.GetRawText(),
        };

    /// <summary>True when the fact shows; false when it waits for a parent.</summary>
    private async Task<bool> Project(Revision revision, bool clash, CancellationToken cancel)
    {
        var shelf = Shelves.Of(revision.Kind);
        var fact = FactJson.Read(revision.Kind, revision.ContractVersion, revision.Payload)!;
        var missing = await MissingParent(shelf.Parents(fact), cancel);
        if (missing is { } parent)
        {
            await Wait(revision, parent, cancel);
            return false;
        }
        await shelf.Put(db, fact, revision, clash, cancel);
        await db.SaveChangesAsync(cancel);
        await marks.Note(revision.Kind, fact, cancel);
        await ShowWaiting(revision.FactId, cancel);
        return true;
    }

    private async Task<Parent?> MissingParent(IReadOnlyList<Parent> parents, CancellationToken cancel)
    {
        foreach (var parent in parents)
        {
            if (!await Shelves.Of(parent.Kind).Holds(db, parent.Id, cancel))
            {
                return parent;
            }
        }
        return null;
    }

    private async Task Wait(Revision revision, Parent parent, CancellationToken cancel)
    {
        var waiting = await db.WaitingFacts.FirstOrDefaultAsync(w => w.FactId == revision.FactId, cancel);
        if (waiting is null)
        {
            waiting = new WaitingFact
            {
                FactId = revision.FactId,
                FirmId = revision.FirmId,
                Kind = revision.Kind,
            };
            db.WaitingFacts.Add(waiting);
        }
        waiting.ParentId = parent.Id;
        await db.SaveChangesAsync(cancel);
    }

    /// <summary>Everything that waited for this fact shows now, or waits for its next parent.</summary>
    private async Task ShowWaiting(Guid parentId, CancellationToken cancel)
    {
        foreach (var waiting in await db.WaitingFacts.Where(w => w.ParentId == parentId).ToListAsync(cancel))
        {
            db.WaitingFacts.Remove(waiting);
            await db.SaveChangesAsync(cancel);
            await Show(await LineOf(waiting.FactId, cancel), cancel);
        }
    }
}
