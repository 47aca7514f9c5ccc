using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

/// <summary>The sheet that reports are printed on.</summary>
[JsonConverter(typeof(CamelCaseEnum<PaperSize>))]
public enum PaperSize
{
    /// <summary>8 1/2 by 11 in.</summary>
    Letter,

    /// <summary>210 by 297 mm.</summary>
    A4,
}

/// <summary>
/// The firm's own words where a visit is made for this purpose: what the cover of the report says it is and is not, and the scope and limits that its agreements begin
/// with. Empty or null: the rule book's.
/// </summary>
public sealed record FirmStatement(
    CommissionPurpose Purpose,
    string Text,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Scope = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Limits = null
);

/// <summary>
/// How the firm's reports look and what they state: <paramref name="Name"/> as on its letterhead, <paramref name="Lines"/> below it (address, phone, web), its
/// <paramref name="License"/>, a logo named by its SHA-256 (null: none), and the <paramref name="Color"/> of headings as #rrggbb (empty: Kalpa's own).
/// </summary>
public sealed record LetterheadFact(
    Guid Id,
    string Name,
    string Lines,
    string License,
    string? LogoSha256,
    string Color,
    PaperSize Paper,
    IReadOnlyList<FirmStatement> Statements
) : IFact;
