using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>What a key of the rule book names.</summary>
[JsonConverter(typeof(CamelCaseEnum<BookKeyKind>))]
public enum BookKeyKind
{
    Condition,
    Covering,
    Component,
    Question,
    Station,
}

/// <summary>What took the place of a retired key: everywhere, or on some families of coverings only.</summary>
public sealed record Successor(string Key, IReadOnlyList<CoveringFamily>? Families = null)
{
    /// <summary>Where the family is not known, only a successor that holds everywhere takes over.</summary>
    public bool AppliesTo(CoveringFamily? family) => Families is null || (family is { } known && Families.Contains(known));
}

/// <summary>
/// A key that was used once and is not any more: facts saved keep it, and are assessed by the first successor that applies, or stand as recorded where none
/// does. <paramref name="Since"/> is the edition of the book that retired it, <paramref name="Reason"/> says why.
/// </summary>
public sealed record RetiredKey(BookKeyKind Kind, string Key, string Since, string Reason, IReadOnlyList<Successor> Successors);
