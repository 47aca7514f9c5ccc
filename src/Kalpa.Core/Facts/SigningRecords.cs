using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

/// <summary>A part of a signed report: what it is of, and the start of the SHA-256 of its content (<see cref="HashDigits"/> digits, lower-case hexadecimal).</summary>
public sealed record SignedPart(string Key, string Hash)
{
    /// <summary>64 bits: parts are told from an earlier self, not from a forgery; the hash of the whole is whole.</summary>
    public const int HashDigits = 16;
}

/// <summary>A signed report taken back: why, by whom, and when.</summary>
public sealed record Withdrawal(string Reason, string By, DateTimeOffset At);

/// <summary>
/// The inspector signs the report of a visit. <paramref name="Hash"/> is the SHA-256 of all parts as the signing device had them; the report is frozen where the
/// server's own is equal. <paramref name="Drawing"/>: the signature drawn by hand, as path data in a box of <see cref="DrawingWidth"/> by
/// <see cref="DrawingHeight"/>; empty where the typed <paramref name="Name"/> signs. Only <paramref name="Withdrawn"/> may change afterward.
/// </summary>
public sealed record ReportSignatureFact(
    Guid Id,
    Guid VisitId,
    string Name,
    string License,
    DateTimeOffset SignedAt,
    string Hash,
    IReadOnlyList<SignedPart> Parts,
    string Drawing = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Withdrawal? Withdrawn = null
) : IVisitFact
{
    public const int DrawingWidth = 300;
    public const int DrawingHeight = 100;
}

/// <summary>
/// A question to the inspector, sent from a shared report by whoever had its link. <paramref name="SignatureId"/> says of which version; <paramref name="By"/> and
/// <paramref name="Contact"/> are as typed and checked by nobody. <paramref name="Answer"/> stands beside it for the same
/// reader, whose link is <paramref name="LinkId"/>.
/// </summary>
public sealed record ReportQuestionFact(
    Guid Id,
    Guid VisitId,
    Guid SignatureId,
    string Words,
    string By,
    DateTimeOffset At,
    string Contact = "",
    string Answer = "",
    string AnsweredBy = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] DateTimeOffset? AnsweredAt = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] Guid? LinkId = null
) : IVisitFact;
