using System.Text.Json;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;

namespace Kalpa.Contracts;

/// <summary>
/// One change of one fact. <paramref name="RequestId"/> makes it safe to send twice; <paramref name="BaseRevision"/> is the revision it was made
/// from (null: a new fact): the request id of the change that made it, so that a device without a connection knows it. <paramref name="Settles"/>
/// are other versions that this one was chosen over. A deletion is a change too, and can be undone by a later one.
/// </summary>
public sealed record FactChange(
    Guid RequestId,
    Guid FactId,
    FactKind Kind,
    Guid? BaseRevision,
    DateTimeOffset RecordedAt,
    string Device,
    int ContractVersion,
    bool Deleted,
    JsonElement Payload,
    IReadOnlyList<Guid>? Settles = null
)
{
    /// <summary>The form in which facts are written today; older ones are upgraded when read (<see cref="PayloadUpgrades"/>).</summary>
    public const int CurrentContractVersion = 3;
}

/// <summary>A batch. Each change gets its own receipt, in the order sent; none holds back another.</summary>
public sealed record FactChanges(IReadOnlyList<FactChange> Changes);

[JsonConverter(typeof(CamelCaseEnum<ChangeOutcome>))]
public enum ChangeOutcome
{
    Accepted,

    /// <summary>The same request came before: nothing was done again.</summary>
    AlreadyKnown,

    /// <summary>Kept, but its parent has not arrived: it shows when that does.</summary>
    Waiting,

    /// <summary>Made from an older revision than the head: both versions are kept, and a person has to choose.</summary>
    Clashed,

    /// <summary>Not kept; the problems say why.</summary>
    Refused,

    /// <summary>Kept as sent, but it could not be taken in: it is tried again when the server is next started, and shows then.</summary>
    SetAside,
}

public sealed record ChangeReceipt(Guid RequestId, ChangeOutcome Outcome, Guid? Revision, IReadOnlyList<FactProblem> Problems);

public sealed record ChangeReceipts(IReadOnlyList<ChangeReceipt> Receipts);

/// <summary>The versions of a fact that stand against each other, for a person to choose between; one where there is no clash.</summary>
public sealed record FactVersions(Guid FactId, FactKind Kind, IReadOnlyList<FactVersion> Versions);

public sealed record FactVersion(
    Guid Revision,
    string By,
    string Device,
    DateTimeOffset RecordedAt,
    DateTimeOffset ReceivedAt,
    bool Deleted,
    JsonElement Payload
);

/// <summary>How much of a picture or recording the server holds: a cut-off sending goes on from <paramref name="Received"/>.</summary>
public sealed record BlobState(string Sha256, long Received, bool Whole, bool ReportHeld);

/// <summary>
/// Sent to whoever looks at a visit when something of it arrived. <paramref name="Requests"/>: the changes' request ids, so that a page knows its own.
/// </summary>
public sealed record LiveEvent(Guid VisitId, IReadOnlyList<Guid> Requests, string By, DateTimeOffset At);
