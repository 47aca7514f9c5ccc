namespace Kalpa.Store.Model;

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
/// A signature under a report, compared with what the server has. Where the server's own hash was equal, the facts and what is concluded of them are frozen: <see cref="DataSha256"/>
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

    /// <summary>Photos of the report whose bytes have not arrived: it is printed once they have.</summary>
    public int MissingPhotos { get; set; }

    /// <summary>Why the last try to print it failed; empty where none did.</summary>
    public string PrintFault { get; set; } = "";

    public string DataSha256 { get; set; } = "";
    public string HtmlSha256 { get; set; } = "";
    public string PdfSha256 { get; set; } = "";

    /// <summary>Pictures of the page, by their own hashes with a blank between.</summary>
    public string Pictures { get; set; } = "";

    public long ReceivedAtTicks { get; set; }
    public long? PrintedAtTicks { get; set; }
}
