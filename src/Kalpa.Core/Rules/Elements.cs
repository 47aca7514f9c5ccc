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
/// pieces that are counted. <paramref name="Separate"/>: it is not renewed with the covering, so its repair stays a job of its own where the covering is replaced;
/// <paramref name="Before"/>: what that work comes before; <paramref name="After"/>: what it waits for; <paramref name="OfCovering"/>: it is the covering itself or the layer under it that keeps water out, not a detail in it;
/// <paramref name="TogetherAs"/>: the work on it and on others of the same words, at one place, is one job, called so where it is on three of them or more; empty for none.
/// </summary>
public sealed record Element(
    string Key,
    string Name,
    AmountKind Amount = AmountKind.None,
    IReadOnlyList<IReadOnlyList<double>>? Assumed = null,
    string One = "place",
    string Many = "places",
    bool Separate = false,
    Precedes? Before = null,
    bool OfCovering = false,
    IReadOnlyList<Precedes>? After = null,
    string TogetherAs = ""
);

/// <summary>Why work on an element, or on one condition, comes before a new covering of its slope, or before other work there.</summary>
[JsonConverter(typeof(CamelCaseEnum<Precedes>))]
public enum Precedes
{
    /// <summary>It carries the covering: somebody says first that it holds.</summary>
    Carries,

    /// <summary>Masons, ladders and cut limbs would harm a new covering.</summary>
    WorkAbove,

    /// <summary>It may be dangerous to disturb: it is sampled before a new covering and before other work at the same slope.</summary>
    Sampled,

    /// <summary>Flashing is let into it: loose or soft masonry holds none. Before a new covering as well.</summary>
    Masonry,

    /// <summary>Gutters and edge metal are fastened to it: decayed wood holds no fastener.</summary>
    Wood,

    /// <summary>It may fall or be taken down: nothing is repaired on it or fastened to it before it is secure. Before a new covering as well.</summary>
    Stability,
}

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

/// <summary>
/// A finding that ends repair of its slope, whatever the money says: one of these conditions at an extent from <paramref name="From"/> on, or with the answer
/// <paramref name="Is"/> to <paramref name="Decision"/>. <paramref name="Words"/> say why, as the second half of a sentence.
/// </summary>
public sealed record RepairStop(
    string Key,
    IReadOnlyList<string> Conditions,
    RoofAction Action,
    string Words,
    Extent? From = null,
    string Decision = "",
    IReadOnlyList<string>? Is = null
);

public static class RoofActions
{
    /// <summary>Whether the covering is renewed by it, and what is on the slope with it.</summary>
    public static bool Renews(this RoofAction action) =>
        action is RoofAction.Replace or RoofAction.Relay or RoofAction.Recover or RoofAction.Reslope;
}

/// <summary>The decision on a slope or a section of slopes.</summary>
[JsonConverter(typeof(CamelCaseEnum<RoofAction>))]
public enum RoofAction
{
    /// <summary>Nothing is due but upkeep.</summary>
    Maintain,

    /// <summary>The covering stays; single defects are repaired.</summary>
    Repair,

    /// <summary>Its figures are covered until the inspector has confirmed the slope.</summary>
    Confirm,

    /// <summary>What decides has not been seen.</summary>
    Evaluate,

    /// <summary>Somebody else evaluates it first.</summary>
    Specialist,

    /// <summary>A new covering is laid over the old one.</summary>
    Recover,

    /// <summary>Tile is lifted and relaid on new underlayment.</summary>
    Relay,

    /// <summary>The slope is framed steeper, and covered anew.</summary>
    Reslope,

    /// <summary>The covering is replaced to its natural breaks.</summary>
    Replace,
}
