using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Signing;

namespace Kalpa.Contracts;

/// <summary>
/// A report before it is signed: the hash of all it says, its parts, what is missing, what was agreed on with the client, and what has changed since it was last signed
/// (null: it never was).
/// </summary>
public sealed record ReportCheck(
    string Hash,
    IReadOnlyList<StampedPart> Parts,
    IReadOnlyList<MissingItem> Missing,
    bool CanSign,
    EngagementAnswer Engagement,
    IReadOnlyList<string>? ChangedSinceSigned = null
);

/// <summary>Hashes over what a report says, equal wherever the same facts lead to the same conclusions.</summary>
public static class ReportStamps
{
    public static ReportCheck Of(VisitDossier visit)
    {
        var parts = Parts(visit);
        var missing = ReportReadiness.Of(visit);
        return new(
            HashOf(parts.Select(p => new SignedPart(p.Key, p.Hash))),
            parts,
            missing,
            !missing.Any(m => m.Holds),
            Engagements.Of(visit),
            Since(visit, parts)
        );
    }

    /// <summary>SHA-256 over keys and hashes of parts, in their order; lower-case hexadecimal.</summary>
    public static string HashOf(IEnumerable<SignedPart> parts) =>
        Hash(Encoding.UTF8.GetBytes(string.Concat(parts.Select(p => $"{p.Key} {p.Hash}\n"))));

    public static IReadOnlyList<StampedPart> Parts(VisitDossier visit) =>
        [.. ReportParts.Of(visit).Select(part => new StampedPart(part.Key, HashOf(part), part.Title, part.Says))];

    private static IReadOnlyList<string>? Since(VisitDossier visit, IReadOnlyList<StampedPart> parts) =>
        (visit.Signatures ?? []).Where(s => s.Withdrawn is null).OrderBy(s => s.SignedAt).ThenBy(s => s.Id).LastOrDefault() is { } last
            ? ReportChanges.Between([.. last.Parts.Select(p => new StampedPart(p.Key, p.Hash))], parts)
            : null;

    private static string HashOf(ReportPart part)
    {
        using var content = new MemoryStream();
        foreach (var item in part.Content)
        {
            JsonSerializer.Serialize(content, item, ComputeMethods.Json.GetTypeInfo(item.GetType())!);
            content.WriteByte((byte)'\n');
        }
        return Hash(content.ToArray())[..SignedPart.HashDigits];
    }

    /// <summary>Names what was done to a photo: the same edits have the same name.</summary>
    public static string OfEdits(PhotoEdits edits) =>
        Hash(JsonSerializer.SerializeToUtf8Bytes(edits, ComputeMethods.Json.PhotoEdits))[..SignedPart.HashDigits];

    private static string Hash(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));
}
