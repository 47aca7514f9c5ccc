using System.Text.Json.Serialization;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;

namespace Kalpa.Contracts;

/// <summary>The firm's letterhead and its revision; null where it has none.</summary>
public sealed record LetterheadAnswer(string FirmName, LetterheadFact? Letterhead, IReadOnlyList<FactHead> Heads);

/// <summary>Where a signed report stands.</summary>
[JsonConverter(typeof(CamelCaseEnum<SignedState>))]
public enum SignedState
{
    /// <summary>The facts are frozen; page and PDF are still to be printed.</summary>
    Waiting,

    /// <summary>Page and PDF are there.</summary>
    Printed,

    /// <summary>What the server has differs from what was signed: nothing was frozen.</summary>
    Returned,

    /// <summary>Taken back by the inspector.</summary>
    Withdrawn,

    /// <summary>A later version stands.</summary>
    Replaced,
}

/// <summary>
/// A signature under a report, and what became of it. <paramref name="Version"/> counts from 1; 0: returned. <paramref name="Changes"/>: what differs from the version
/// before; <paramref name="Differences"/>: why it was returned; <paramref name="MissingPhotos"/>: photos it waits for; <paramref name="PrintFault"/>: why the last try to
/// print it failed, empty where none did. Hashes are SHA-256 of the bytes; empty until they are
/// there.
/// </summary>
public sealed record SignedReportAnswer(
    Guid SignatureId,
    int Version,
    SignedState State,
    string Name,
    string License,
    DateTimeOffset SignedAt,
    string Hash,
    IReadOnlyList<string> Changes,
    IReadOnlyList<string> Differences,
    int MissingPhotos,
    string PrintFault,
    string DataSha256,
    string PageSha256,
    string PdfSha256,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Withdrawal? Withdrawn = null
);

/// <summary>A link to a signed report without sign-in, for one reader, good for so many days.</summary>
public sealed record ReportLinkRequest(Guid SignatureId, string ForWhom, int Days);

/// <summary>
/// <paramref name="Path"/> holds the secret and is shown once, when the link is made; null afterward. <paramref name="Opened"/>: how often it was opened, and when
/// last.
/// </summary>
public sealed record ReportLinkAnswer(
    Guid Id,
    Guid SignatureId,
    string ForWhom,
    DateTimeOffset MadeAt,
    DateTimeOffset ExpiresAt,
    bool Revoked,
    int Opened,
    DateTimeOffset? OpenedAt,
    string? Path
);
