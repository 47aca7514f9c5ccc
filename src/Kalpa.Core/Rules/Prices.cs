using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>What a price is paid for.</summary>
[JsonConverter(typeof(CamelCaseEnum<PriceKind>))]
public enum PriceKind
{
    /// <summary>A unit of a material, or a ton of disposal.</summary>
    Material,

    /// <summary>A labor-hour.</summary>
    Labor,

    /// <summary>A full day of a crew of three, in the place of its labor-hours; nothing: labor is charged by the hour alone.</summary>
    CrewDay,

    /// <summary>Labor-hours that are charged at least for a trip.</summary>
    CallOut,

    /// <summary>Labor-hours of travel and setting up, once a trip.</summary>
    Trip,

    /// <summary>Labor-hours of rigging, once a trip to a slope over 8:12.</summary>
    SteepTrip,

    /// <summary>Percent on material and labor.</summary>
    Overhead,

    /// <summary>Percent on material.</summary>
    Tax,

    /// <summary>A permit, for each section that is renewed.</summary>
    Permit,

    /// <summary>A factor on everything.</summary>
    Region,

    /// <summary>A case of damage that follows when work is left undone: overhead and tax are in it.</summary>
    Damage,
}

/// <summary>
/// A row of the price list in US dollars, low, likely and high (of ten jobs one is cheaper than low, one dearer than high); figures of the shipped list are made-up
/// examples. <paramref name="Unit"/> in the singular; <paramref name="Items"/>: the lines of quantities it prices; <paramref name="Coverings"/>: the kinds whose
/// covering it prices.
/// </summary>
public sealed record Price(
    string Key,
    string Name,
    string Unit,
    string Group,
    [property: JsonPropertyName("price")] IReadOnlyList<double> Range,
    PriceKind Kind = PriceKind.Material,
    IReadOnlyList<string>? Items = null,
    IReadOnlyList<string>? Coverings = null
);

/// <summary>Whether the price list holds together with the rest of the book.</summary>
internal static class PriceChecks
{
    public static IEnumerable<string> Of(RuleBook book) =>
        [
            .. book
                .Prices.Where(p =>
                    string.IsNullOrWhiteSpace(p.Name) || string.IsNullOrWhiteSpace(p.Unit) || string.IsNullOrWhiteSpace(p.Group)
                )
                .Select(p => $"price {p.Key}: needs a name, a unit and a group"),
            .. book
                .Prices.Where(p => !RecipeChecks.InOrder(p.Range))
                .Select(p => $"price {p.Key}: needs three figures, low, likely and high, in order and none below zero"),
            .. book
                .Prices.SelectMany(p => (p.Items ?? []).Select(item => (Item: $"{item}, a {p.Unit}", p.Key)))
                .Concat(book.Prices.SelectMany(p => (p.Coverings ?? []).Select(kind => (Item: kind, p.Key))))
                .GroupBy(p => p.Item, StringComparer.Ordinal)
                .Where(g => g.Count() > 1)
                .Select(g => $"prices {string.Join(" and ", g.Select(p => p.Key))}: both price {g.Key}"),
            .. book
                .Prices.SelectMany(p => (p.Coverings ?? []).Select(kind => (kind, p.Key)))
                .Where(p => book.FindCovering(p.kind) is null)
                .Select(p => $"price {p.Key}: {p.kind} is no covering of the rule book"),
            .. Enum.GetValues<PriceKind>()
                .Where(kind => kind is not (PriceKind.Material or PriceKind.Damage) && book.Prices.Count(p => p.Kind == kind) != 1)
                .Select(kind => $"prices: needs one row for {kind}"),
        ];
}
