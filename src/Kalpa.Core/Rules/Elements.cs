using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>How the extent of something is given so that it can be priced.</summary>
[JsonConverter(typeof(CamelCaseEnum<AmountKind>))]
public enum AmountKind
{
    /// <summary>No figure: it is of the whole slope or building.</summary>
    None,
    Count,

    /// <summary>Feet along it.</summary>
    Length,

    /// <summary>Feet wide and high.</summary>
    Area,
}

/// <summary>
/// A part of a roof or building that findings are on. <paramref name="Assumed"/>: what is taken for one spot, several spots and a widespread finding until somebody
/// counts or measures, each a count, a length in feet, or a width and height in feet (common practice); <paramref name="One"/> and <paramref name="Many"/> name the
/// pieces that are counted.
/// </summary>
public sealed record Element(
    string Key,
    string Name,
    AmountKind Amount = AmountKind.None,
    IReadOnlyList<IReadOnlyList<double>>? Assumed = null,
    string One = "place",
    string Many = "places"
);

/// <summary>
/// What an edition of the book added, changed and removed against the one before, as <c>condition:code</c>, <c>limit:id</c> and so on; <paramref name="On"/> is the
/// day it came out.
/// </summary>
public sealed record BookVersion(
    string Version,
    DateOnly On,
    IReadOnlyList<string> Added,
    IReadOnlyList<string> Changed,
    IReadOnlyList<string> Removed
);

/// <summary>
/// One condition can bring about another: at one place, or, with <paramref name="WholeRoof"/>, anywhere on the roof (attic moisture, trees).
/// </summary>
public sealed record CauseEffect(string Key, string Cause, string Effect, bool WholeRoof = false);

/// <summary>Two conditions that are taken for each other, with the test that tells them apart.</summary>
public sealed record LookAlike(string Key, IReadOnlyList<string> Conditions, string Test);
