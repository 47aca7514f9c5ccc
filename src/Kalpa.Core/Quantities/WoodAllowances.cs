using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>
/// Wood that is found decayed once a section is open: low, likely and high, by what points to it. Rates from memory; a firm's own roofs tell better.
/// </summary>
internal static class WoodAllowances
{
    private const double SquaresPerRate = 10;

    /// <summary>Sheets in ten squares where nothing points to decay.</summary>
    private static readonly Spread Sheets = new(0, 1, 3);

    /// <summary>Under more layers more water was trapped: by how much, one layer first.</summary>
    private static readonly double[] ByLayers = [1, 1.5, 2.5];

    /// <summary>Share of the feet of an eave where nothing points to decay.</summary>
    private static readonly Spread FasciaUnseen = new(0, .03, .08);

    public static IReadOnlyList<Allowance> Of(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<SlopeFact> slopes,
        double squares,
        int layers,
        Func<Guid, double> eaveFeet
    )
    {
        // What was recorded of no slope in particular points to all of them, and so to a section only where that is all.
        var whole = slopes.Count == input.Slopes.Count;
        var on = input.Findings.Where(f => f.SlopeId is { } id ? slopes.Any(s => s.Id == id) : whole).ToList();
        var signs = on.SelectMany(f => book.WoodSignsOf(f.Condition).Select(sign => (f.SlopeId, Sign: sign))).ToList();
        var stains = signs.Where(s => s.Sign.Part == WoodPart.Deck).ToList();
        var sheets = stains
            .Select(s => Spread.Of(s.Sign.Rate))
            .Aggregate(Sheets * (squares / SquaresPerRate * ByLayers[Math.Min(layers, ByLayers.Length) - 1]), (a, b) => a + b);
        // The strongest sign on an eave counts.
        Spread Share(Guid slopeId) =>
            signs
                .Where(s => s.Sign.Part == WoodPart.Fascia && s.SlopeId == slopeId)
                .Select(s => Spread.Of(s.Sign.Rate))
                .Append(FasciaUnseen)
                .MaxBy(r => r.Likely);
        var fascia = slopes.Select(s => Share(s.Id) * eaveFeet(s.Id)).Aggregate(default(Spread), (a, b) => a + b);
        List<Allowance> allowances =
        [
            Rounded(
                "Deck sheathing, 4 × 8 ft",
                "sheets",
                sheets,
                $"{Inv($"{squares:0.0}")} squares{(stains.Count == 0 ? ", nothing points to decay" : stains.Count == 1 ? ", 1 finding of a stain or soft deck" : $", {stains.Count} findings of stains or soft deck")}"
            ),
        ];
        if (fascia.High > 0)
        {
            allowances.Add(Rounded("Fascia", "ft", fascia, "by the feet of eave and what was recorded on each"));
        }
        return allowances;
    }

    private static Allowance Rounded(string item, string unit, Spread amount, string basis) =>
        new(item, unit, QuantityMath.Up(amount.Low), QuantityMath.Up(amount.Likely), QuantityMath.Up(amount.High), basis);

    private static string Inv(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
