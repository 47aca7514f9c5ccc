using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Quantities;

/// <summary>
/// Wood that is found decayed once a section is open: low, likely and high, by what points to it. Rates from memory; a firm's own roofs tell better.
/// </summary>
internal static class WoodAllowances
{
    private const double SquaresPerRate = 10;

    /// <summary>Sheets in ten squares where nothing points to decay.</summary>
    private static readonly Spread Sheets = new(0, 1, 3);

    /// <summary>Sheets for each stain, wet reading or soft spot.</summary>
    private static readonly Spread SheetsEach = new(1, 1, 2);

    /// <summary>Under more layers more water was trapped: by how much, one layer first.</summary>
    private static readonly double[] ByLayers = [1, 1.5, 2.5];

    /// <summary>Shares of the feet of an eave: nothing seen, water over the edge, decay or peeling paint.</summary>
    private static readonly (string[] Conditions, Spread Share)[] Fascia =
    [
        (["fascia-rotten", "paint-filler"], new Spread(.15, .3, .6)),
        (["gutter-clogged", "overshoot", "gutter-behind", "edge-metal-missing"], new Spread(.1, .25, .5)),
    ];

    private static readonly Spread FasciaUnseen = new(0, .03, .08);

    private static readonly string[] Stains = ["attic-stain", "stain-old", "wood-wet", "ceiling-stain", "deck-soft", "attic-mold"];

    public static IReadOnlyList<Allowance> Of(
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
        var stains = on.Count(f => Stains.Contains(f.Condition));
        var sheets = (Sheets * (squares / SquaresPerRate * ByLayers[Math.Min(layers, ByLayers.Length) - 1])) + (SheetsEach * stains);
        var fascia = slopes.Select(s => FasciaShare(on, s.Id) * eaveFeet(s.Id)).Aggregate(default(Spread), (a, b) => a + b);
        List<Allowance> allowances =
        [
            Rounded(
                "Deck sheathing, 4 × 8 ft",
                "sheets",
                sheets,
                $"{Inv($"{squares:0.0}")} squares{(stains == 0 ? ", nothing points to decay" : stains == 1 ? ", 1 finding of a stain or soft deck" : $", {stains} findings of stains or soft deck")}"
            ),
        ];
        if (fascia.High > 0)
        {
            allowances.Add(Rounded("Fascia", "ft", fascia, "by the feet of eave and what was recorded on each"));
        }
        return allowances;
    }

    private static Spread FasciaShare(IReadOnlyList<FindingFact> findings, Guid slopeId)
    {
        foreach (var (conditions, share) in Fascia)
        {
            if (findings.Any(f => f.SlopeId == slopeId && conditions.Contains(f.Condition)))
            {
                return share;
            }
        }
        return FasciaUnseen;
    }

    private static Allowance Rounded(string item, string unit, Spread amount, string basis) =>
        new(item, unit, QuantityMath.Up(amount.Low), QuantityMath.Up(amount.Likely), QuantityMath.Up(amount.High), basis);

    private static string Inv(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
