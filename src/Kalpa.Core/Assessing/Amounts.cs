using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>
/// How much of a finding there is: pieces, feet, or feet wide and high. <paramref name="Assumed"/>: taken from its extent, because nobody has counted or measured it.
/// <paramref name="Words"/> as used in a sentence, without "assumed".
/// </summary>
public sealed record Amount(AmountKind Kind, int? Count, double? Feet, double? WidthFeet, double? HeightFeet, bool Assumed, string Words)
{
    /// <summary>Square feet, of an area.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public double? SquareFeet => WidthFeet * HeightFeet;
}

/// <summary>The extent of a finding as a figure that can be priced: recorded, or else what is assumed for its element.</summary>
public static class Amounts
{
    /// <summary>Null where no figure says how much: of the whole slope or building, or in own words without one.</summary>
    /// <param name="drawnSquareFeet">Its area as drawn on the plan, which goes before feet that were typed; null where none was drawn.</param>
    public static Amount? Of(RuleBook book, Condition condition, FindingFact finding, double? drawnSquareFeet = null)
    {
        var element = book.FindElement(condition.Element);
        var kind = condition.Amount ?? element?.Amount ?? AmountKind.None;
        // Pieces are named by the element only where it is counted in them.
        var pieces = element?.Amount == AmountKind.Count ? element : null;
        if (kind == AmountKind.Area && drawnSquareFeet is { } drawn and > 0)
        {
            // A square of the same area: what it takes goes by the area, or by that and a border.
            var side = Quantise.Feet(Math.Sqrt(drawn));
            return new Amount(
                kind,
                null,
                null,
                side,
                side,
                false,
                $"{drawn.ToString("#,0", CultureInfo.InvariantCulture)} sq ft{Deep(finding)}"
            );
        }
        if (finding.Amount is { } recorded)
        {
            var measured = Of(recorded, assumed: false, pieces);
            return measured with { Words = measured.Words + Deep(finding) };
        }
        return kind == AmountKind.None ? null : Of(Assumed(element, kind, finding.Extent), assumed: true, pieces);
    }

    private static string Deep(FindingFact finding) => finding.Pond?.DeepestInches is { } inches ? $", up to {Figure(inches)} in deep" : "";

    /// <summary>What is taken for an extent until it is counted or measured.</summary>
    public static FindingAmount Assumed(Element? element, AmountKind kind, Extent extent)
    {
        var of = element?.Amount == kind ? element.Assumed : null;
        var taken = (of ?? Usual(kind))[(int)extent];
        return kind switch
        {
            AmountKind.Count => new FindingAmount(Count: (int)taken[0]),
            AmountKind.Length => new FindingAmount(Feet: taken[0]),
            _ => new FindingAmount(WidthFeet: taken[0], HeightFeet: taken[1]),
        };
    }

    private static IReadOnlyList<IReadOnlyList<double>> Usual(AmountKind kind) =>
        kind switch
        {
            AmountKind.Count =>
            [
                [1],
                [4],
                [12],
            ],
            AmountKind.Length =>
            [
                [3],
                [12],
                [40],
            ],
            _ =>
            [
                [2, 2],
                [4, 4],
                [10, 10],
            ],
        };

    private static Amount Of(FindingAmount amount, bool assumed, Element? pieces)
    {
        var kind =
            amount.Count is not null ? AmountKind.Count
            : amount.Feet is not null ? AmountKind.Length
            : AmountKind.Area;
        var words = kind switch
        {
            AmountKind.Count => $"{amount.Count} {(amount.Count == 1 ? pieces?.One ?? "place" : pieces?.Many ?? "places")}",
            AmountKind.Length => $"{Figure(amount.Feet!.Value)} ft",
            _ => $"{Figure(amount.WidthFeet!.Value)} × {Figure(amount.HeightFeet!.Value)} ft",
        };
        return new Amount(kind, amount.Count, amount.Feet, amount.WidthFeet, amount.HeightFeet, assumed, words);
    }

    private static string Figure(double feet) => feet.ToString("0.#", CultureInfo.InvariantCulture);
}
