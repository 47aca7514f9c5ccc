using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Costs;

/// <summary>A price as it holds for a firm; <paramref name="Example"/>: the firm has neither set nor accepted it.</summary>
internal sealed record HeldPrice(Price Row, Spread Range, bool Example);

/// <summary>The rule book's price list with a firm's own figures in the place of the examples.</summary>
internal sealed class PriceList
{
    public const string Disposal = "disposal";

    private const double SquareFeetPerSquare = 100;

    /// <summary>What stands in a take-off to be known and is not bought: height of parapets, tile that is laid again.</summary>
    private static readonly string[] NotBought = ["parapet", "lifted"];

    private static readonly string[] Coverings = ["covering", "membrane", Bundles];

    private const string Bundles = "bundles";

    private readonly Dictionary<(string Item, string Unit), HeldPrice> byItem = [];
    private readonly Dictionary<string, HeldPrice> byCovering = new(StringComparer.Ordinal);
    private readonly Dictionary<PriceKind, HeldPrice> byKind = [];
    private readonly Dictionary<string, HeldPrice> damage = new(StringComparer.Ordinal);

    public PriceList(RuleBook book, FirmRulesFact? firm)
    {
        var own = (firm?.Prices ?? [])
            .GroupBy(p => p.Key, StringComparer.Ordinal)
            .ToDictionary(g => g.Key, g => g.Last(), StringComparer.Ordinal);
        foreach (var row in book.Prices)
        {
            var held = own.TryGetValue(row.Key, out var set)
                ? new HeldPrice(row, new Spread(set.Low, set.Likely, set.High), false)
                : new HeldPrice(row, Spread.Of(row.Range), true);
            byKind.TryAdd(row.Kind, held);
            if (row.Kind == PriceKind.Damage)
            {
                damage[row.Key] = held;
            }
            foreach (var item in row.Items ?? [])
            {
                byItem[(item, row.Unit)] = held;
            }
            foreach (var kind in row.Coverings ?? [])
            {
                byCovering[kind] = held;
            }
        }
    }

    public HeldPrice Of(PriceKind kind) => byKind[kind];

    /// <summary>A case of damage, by the key of its row.</summary>
    public HeldPrice OfDamage(string key) => damage[key];

    public HeldPrice? Of(Allowance allowance) => byItem.GetValueOrDefault((allowance.Item, One(allowance.Unit)));

    /// <summary>Whether a line of quantities is paid by a price of its own at all.</summary>
    public static bool IsBought(TakeOffLine line, IReadOnlyList<TakeOffLine> all) =>
        !NotBought.Contains(line.Key)
        // Shingles are bought by the bundle: the squares beside say the same area again.
        && !(line.Key == "covering" && all.Any(other => other.Key == Bundles));

    /// <summary>The price of a line on a covering of this kind, and the amount in the price's unit; null where the list has none.</summary>
    public (HeldPrice Price, double Amount)? Of(TakeOffLine line, string? kind)
    {
        var unit = One(line.Unit);
        // What a kind of covering costs by itself goes before what its family costs.
        if (Coverings.Contains(line.Key) && kind is not null && byCovering.TryGetValue(kind, out var covering))
        {
            return (covering, unit == covering.Row.Unit ? line.Amount : line.Amount / SquareFeetPerSquare);
        }
        return byItem.TryGetValue((line.Item, unit), out var held) ? (held, line.Amount) : null;
    }

    /// <summary>A unit in the singular, as price lists have it.</summary>
    private static string One(string units) => TakeOffLine.Of("", "", 1, units, "").Unit;
}
