using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>
/// Wood that is found decayed once a section is open: low, likely and high, by what points to it, and by what finished jobs found. Rates from memory.
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

    private static readonly Spread EaveBoardUnseen = new(0, .03, .1);

    /// <summary>The rates above weigh as much as finished jobs with so many feet of eave open (from memory) …</summary>
    private const double FeetBehindRate = 300;

    /// <summary>… or so many squares of deck, about what lies behind those eaves.</summary>
    private const double SquaresBehindRate = 60;

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
        var (deckFactor, deckWords) = Learned(input, WoodPart.Deck, Sheets.Likely / SquaresPerRate, SquaresBehindRate);
        var sheets = stains
            .Select(s => Spread.Of(s.Sign.Rate))
            .Aggregate(Sheets * (deckFactor * squares / SquaresPerRate * ByLayers[Math.Min(layers, ByLayers.Length) - 1]), (a, b) => a + b);
        var feet = slopes.Sum(s => eaveFeet(s.Id));
        return
        [
            Rounded(
                "Deck sheathing, 4 × 8 ft",
                "sheets",
                sheets,
                $"{Inv($"{squares:0.0} squares")}{(stains.Count == 0 ? ", nothing points to decay" : stains.Count == 1 ? ", 1 finding of a stain or soft deck" : $", {stains.Count} findings of stains or soft deck")}{deckWords}",
                WoodPart.Deck,
                squares
            ),
            .. feet > 0
                ? [Along("Fascia", WoodPart.Fascia, FasciaUnseen), Along("Starter board at the eaves", WoodPart.EaveBoard, EaveBoardUnseen)]
                : Array.Empty<Allowance>(),
        ];

        // The strongest sign on an eave counts, and no eave has more wood than it is long.
        Allowance Along(string item, WoodPart part, Spread unseen)
        {
            var (factor, words) = Learned(input, part, unseen.Likely, FeetBehindRate);
            var usual = Shares(unseen * factor);
            Spread Share(Guid slopeId) =>
                signs
                    .Where(s => s.Sign.Part == part && s.SlopeId == slopeId)
                    .Select(s => Spread.Of(s.Sign.Rate))
                    .Append(usual)
                    .MaxBy(r => r.Likely);
            var amount = slopes.Select(s => Share(s.Id) * eaveFeet(s.Id)).Aggregate(default(Spread), (a, b) => a + b);
            return Rounded(item, "ft", amount, $"by the feet of eave and what was recorded on each{words}", part, Quantise.Feet(feet));
        }
    }

    private static Spread Shares(Spread rate) => new(Math.Min(1, rate.Low), Math.Min(1, rate.Likely), Math.Min(1, rate.High));

    /// <summary>
    /// By how much finished jobs move a rate, and in words on what that rests: the rate and what they found are pooled, each by what lay open behind it. All of the firm's jobs
    /// count, and those on this roof.
    /// </summary>
    private static (double Factor, string Words) Learned(AssessInput input, WoodPart part, double rate, double behindRate)
    {
        var found = (input.Firm?.Wood ?? [])
            .Concat((input.Records?.JobsDone ?? []).Concat(input.Records?.LastTime?.Done ?? []).SelectMany(d => d.Wood ?? []))
            .Where(w => w.Part == part && w.Opened > 0)
            .ToList();
        if (found.Count == 0)
        {
            return (1, "");
        }
        var (opened, wood) = (found.Sum(w => w.Opened), found.Sum(w => w.Found));
        var pooled = ((behindRate * rate) + wood) / (behindRate + opened);
        var unit = part == WoodPart.Deck ? Inv($"{wood:0.#} sheets in {opened:0.#} squares") : Inv($"{wood:0.#} of {opened:0.#} ft");
        return (pooled / rate, $"; finished jobs found {unit}");
    }

    private static Allowance Rounded(string item, string unit, Spread amount, string basis, WoodPart part, double opened) =>
        new(item, unit, QuantityMath.Up(amount.Low), QuantityMath.Up(amount.Likely), QuantityMath.Up(amount.High), basis, part, opened);

    private static string Inv(FormattableString text) => text.ToString(CultureInfo.InvariantCulture);
}
