using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>How a material follows from how much there is to repair. <c>up</c> is the next whole unit.</summary>
[JsonConverter(typeof(CamelCaseEnum<MaterialRule>))]
public enum MaterialRule
{
    /// <summary>up(count × per).</summary>
    Each,

    /// <summary>up(feet × (1 + waste) / pack).</summary>
    Length,

    /// <summary>Lengths of <c>piece</c> feet that lap: up((feet × (1 + waste) − lap) / (piece − lap)).</summary>
    Pieces,

    /// <summary>Between pieces of <c>piece</c> feet laid end to end: up(feet / piece) − 1.</summary>
    Joints,

    /// <summary>One every <c>spacing</c> inches and one at the end: up(12 feet / spacing) + 1.</summary>
    Spaced,

    /// <summary>A band <c>width</c> feet wide: up(feet × width × (1 + waste) / pack) + add.</summary>
    Strip,

    /// <summary>up(square feet × (1 + waste) / pack).</summary>
    Area,

    /// <summary>Whole sheets of <c>pack</c> square feet over what is opened of a deck: from support to support beyond both ends, and whole sheets up the slope.</summary>
    Sheets,

    /// <summary>From rafter tail to rafter tail beyond both ends: up(feet / spacing in feet) + 1 spaces.</summary>
    Spaces,

    /// <summary>Square feet of an area with <c>border</c> inches on all sides.</summary>
    Patch,

    /// <summary>Rows of strip shingles at 5 in exposure, each row a strip longer for the stagger: up(strips × 3 / 80) + 1 spare.</summary>
    ShingleBundles,

    /// <summary>Four to a strip (IRC 2021 R905.2.6).</summary>
    ShingleNails,
}

/// <summary>Things whose size says what their repair takes.</summary>
[JsonConverter(typeof(CamelCaseEnum<SizedShape>))]
public enum SizedShape
{
    Chimney,
    Cricket,
    Chase,

    /// <summary>The sides of a chase, from the top down.</summary>
    ChaseWalls,
    Crown,
    Skylight,
    Pocket,
}

/// <summary>
/// A material of a repair: its rule with what that takes; <paramref name="Families"/> where only some coverings need it. <paramref name="Of"/> names the measure of a
/// sized thing that the rule goes by instead of the amount.
/// </summary>
public sealed record RecipeMaterial(
    string Item,
    string Unit,
    MaterialRule Rule,
    double Per = 1,
    double Waste = 0,
    double Pack = 1,
    double Piece = 0,
    double Lap = 0,
    double Spacing = 0,
    double Width = 0,
    double Border = 0,
    double Add = 0,
    IReadOnlyList<CoveringFamily>? Families = null,
    string Of = ""
)
{
    /// <summary>Whether it has every figure that its rule counts by.</summary>
    [JsonIgnore]
    public bool IsWhole =>
        this is { Per: > 0, Pack: > 0, Waste: >= 0, Item.Length: > 0, Unit.Length: > 0 }
        && Rule switch
        {
            MaterialRule.Pieces => Piece > Lap,
            MaterialRule.Joints => Piece > 0,
            MaterialRule.Spaced => Spacing > 0,
            MaterialRule.Strip => Width > 0,
            MaterialRule.Patch => Border > 0,
            _ => true,
        };
}

/// <summary>
/// Labor-hours on site, each low, likely and high: <paramref name="Base"/> for the first <paramref name="Covers"/> (count, feet or square feet),
/// <paramref name="Each"/> for every one above that.
/// </summary>
public sealed record RecipeHours(IReadOnlyList<double> Base, double Covers, IReadOnlyList<double> Each);

/// <summary>
/// What a repair takes: for findings of these conditions (on the coverings in <paramref name="Kinds"/>, where given), by their amount. <paramref name="Hold"/> is
/// what keeps water out until then, <paramref name="Photos"/> what is photographed before it is covered, <paramref name="With"/> the covering that is opened for it,
/// <paramref name="Sized"/> what it takes by the size of the thing, <paramref name="Scaffold"/>: on a steep slope it is done from a scaffold.
/// </summary>
public sealed record Recipe(
    string Key,
    string Name,
    IReadOnlyList<string> Conditions,
    AmountKind Amount,
    RecipeHours Hours,
    IReadOnlyList<RecipeMaterial> Materials,
    string Hold = "",
    IReadOnlyList<string>? Photos = null,
    IReadOnlyList<string>? Kinds = null,
    RecipeWith? With = null,
    RecipeSized? Sized = null,
    bool Scaffold = false
);

/// <summary>
/// What a repair takes where the size of its <paramref name="Shape"/> is known: these materials and hours in place of the usual ones. A repair that goes by a length is as
/// long as the measure of the first material.
/// <paramref name="Details"/>: the things on the plan that have that size; none where the finding's own width and height are the size.
/// </summary>
public sealed record RecipeSized(
    SizedShape Shape,
    IReadOnlyList<string> Details,
    IReadOnlyList<RecipeMaterial> Materials,
    RecipeHours? Hours = null
);

/// <summary>A recipe that is done with another one on coverings of these families, over what that has to open.</summary>
public sealed record RecipeWith(string Recipe, IReadOnlyList<CoveringFamily> Families);

/// <summary>A part of the roof whose decayed wood is allowed for.</summary>
[JsonConverter(typeof(CamelCaseEnum<WoodPart>))]
public enum WoodPart
{
    /// <summary>In sheets, for each finding.</summary>
    Deck,

    /// <summary>As a share of the feet of an eave.</summary>
    Fascia,

    /// <summary>The outermost board of the deck, as a share of the feet of an eave.</summary>
    EaveBoard,
}

/// <summary>What points to decayed wood: findings of these conditions, and how much is allowed for it, low, likely and high.</summary>
public sealed record WoodSign(string Key, WoodPart Part, IReadOnlyList<string> Conditions, IReadOnlyList<double> Rate);

/// <summary>
/// What keeps water out for the time being, for how many days it is good, and its labor-hours, low, likely and high. On coverings where it cannot be done,
/// <paramref name="Instead"/> is.
/// </summary>
public sealed record TemporaryHold(
    string Key,
    string Words,
    int Days,
    IReadOnlyList<double> Hours,
    IReadOnlyList<HoldInstead>? Instead = null
)
{
    /// <summary>Whether it says what is done, for how many days it is good, and its hours in order.</summary>
    [JsonIgnore]
    public bool IsWhole => Days > 0 && !string.IsNullOrWhiteSpace(Words) && RecipeChecks.InOrder(Hours);
}

/// <summary>Another way to keep water out, on these families of coverings.</summary>
public sealed record HoldInstead(IReadOnlyList<CoveringFamily> Families, string Hold);

/// <summary>
/// Labor-hours a square, low, likely and high, to tear off and to install a covering, or to lift and relay it, and what a layer of it weighs, pounds a square.
/// <paramref name="Bundles"/>: it is bought by the bundle.
/// </summary>
public sealed record Renewal(
    string Kind,
    IReadOnlyList<double> TearOff,
    IReadOnlyList<double> Install,
    double PoundsPerSquare,
    IReadOnlyList<double>? Relay = null,
    bool Bundles = false
);
