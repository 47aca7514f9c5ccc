using Kalpa.Core.Facts;

namespace Kalpa.Store.Model;

/// <summary>One accepted change: a row of the append-only log. The ordinary tables are made from these and can be rebuilt.</summary>
public sealed class Revision
{
    /// <summary>Order of receipt.</summary>
    public long Sequence { get; set; }

    public Guid Id { get; set; }
    public Guid FirmId { get; set; }
    public Guid FactId { get; set; }
    public FactKind Kind { get; set; }
    public Guid? BaseId { get; set; }
    public Guid AuthorId { get; set; }
    public string Device { get; set; } = "";
    public long RecordedAtTicks { get; set; }
    public long ReceivedAtTicks { get; set; }
    public Guid RequestId { get; set; }
    public int ContractVersion { get; set; }
    public bool Deleted { get; set; }

    /// <summary>Other versions this one was chosen over: ids with a blank between.</summary>
    public string Settles { get; set; } = "";

    /// <summary>As sent, unknown fields and all.</summary>
    public string Payload { get; set; } = "";
}

/// <summary>A fact whose parent has not arrived yet.</summary>
public sealed class WaitingFact
{
    public Guid FactId { get; set; }
    public Guid FirmId { get; set; }
    public FactKind Kind { get; set; }
    public Guid ParentId { get; set; }
}

/// <summary>A picture's bytes, named by their SHA-256 within the firm.</summary>
public sealed class Blob
{
    public Guid FirmId { get; set; }
    public string Sha256 { get; set; } = "";
    public string MediaType { get; set; } = "";
    public long Bytes { get; set; }
    public int Width { get; set; }
    public int Height { get; set; }
    public long? TakenAtTicks { get; set; }
    public int? TakenOffsetMinutes { get; set; }
    public long ReceivedAtTicks { get; set; }

    /// <summary>False while only the report-size picture is here: the original trickles after.</summary>
    public bool OriginalHeld { get; set; } = true;

    /// <summary>The original was here and was found damaged or gone: it is asked for again from whatever device has it.</summary>
    public bool Damaged { get; set; }
}

/// <summary>A change that could not be taken in though nothing is known to be wrong with it: kept as sent, and tried again at the next start.</summary>
public sealed class SetAsideChange
{
    /// <summary>The change's request id.</summary>
    public Guid Id { get; set; }

    public Guid FirmId { get; set; }
    public Guid AuthorId { get; set; }
    public Guid FactId { get; set; }
    public FactKind Kind { get; set; }
    public long ReceivedAtTicks { get; set; }
    public string Reason { get; set; } = "";

    /// <summary>The whole change as sent.</summary>
    public string Change { get; set; } = "";
}

/// <summary>What a shared link opens.</summary>
public enum LinkPurpose
{
    /// <summary>A crew's own items of the punch list.</summary>
    PunchList,

    /// <summary>A signed report.</summary>
    Report,
}

/// <summary>A link that opens one thing without sign-in: the secret is saved as a hash only.</summary>
public sealed class SharedLink
{
    public Guid Id { get; set; }
    public Guid FirmId { get; set; }
    public Guid VisitId { get; set; }
    public LinkPurpose Purpose { get; set; }

    /// <summary>The signed report that it opens.</summary>
    public Guid? SignatureId { get; set; }

    public Guid MadeById { get; set; }
    public long MadeAtTicks { get; set; }

    /// <summary>The crew, or the client.</summary>
    public string ForWhom { get; set; } = "";

    public string SecretHash { get; set; } = "";
    public long ExpiresAtTicks { get; set; }
    public bool Revoked { get; set; }

    /// <summary>How often it was opened, and when last.</summary>
    public int Opened { get; set; }
    public long? OpenedAtTicks { get; set; }

    /// <summary>What came by this link so far; it is bounded, as whoever holds the link may send.</summary>
    public int Replies { get; set; }
    public int Photos { get; set; }
    public long PhotoBytes { get; set; }
}

/// <summary>
/// A signature under a report as the server met it. Where the server's own hash was equal, the facts and what is concluded of them are frozen: <see cref="DataSha256"/>
/// names them, and page and PDF once they are printed. Otherwise <see cref="Differences"/> says what differs, and it has no version.
/// </summary>
public sealed class SignedReport
{
    /// <summary>Of the signature.</summary>
    public Guid Id { get; set; }
    public Guid FirmId { get; set; }
    public Guid VisitId { get; set; }

    /// <summary>Counts from 1 through the frozen reports of a visit; 0: returned.</summary>
    public int Version { get; set; }

    public long SignedAtTicks { get; set; }
    public int SignedOffsetMinutes { get; set; }
    public string Hash { get; set; } = "";

    /// <summary>What has changed since the version before; a line each.</summary>
    public string Changes { get; set; } = "";

    /// <summary>Why it was returned; a line each.</summary>
    public string Differences { get; set; } = "";

    /// <summary>Why it is not printed yet; empty once it is.</summary>
    public string Waiting { get; set; } = "";

    public string DataSha256 { get; set; } = "";
    public string HtmlSha256 { get; set; } = "";
    public string PdfSha256 { get; set; } = "";

    /// <summary>Pictures of the page, by their own hashes with a blank between.</summary>
    public string Pictures { get; set; } = "";

    public long ReceivedAtTicks { get; set; }
    public long? PrintedAtTicks { get; set; }
}
