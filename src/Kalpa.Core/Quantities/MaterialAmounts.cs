using Kalpa.Core.Assessing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>How much of a material an amount takes, by the rule of the recipe, and how that comes about.</summary>
internal static class MaterialAmounts
{
    private const double StripFeet = 3;

    /// <summary>80 strips to a square, three bundles of them (common practice).</summary>
    private const double StripsPerBundle = 80 / TakeOffs.BundlesPerSquare;

    /// <summary>IRC 2021 R905.2.6.</summary>
    private const double NailsPerStrip = 4;

    private const double SupportFeet = 2;
    private const double SheetFeet = 4;

    /// <summary>
    /// What is opened of a deck: from support to support beyond both ends of the place, and whole sheets up the slope (three supports carry a sheet; centers of 24 in
    /// assumed). Feet wide and up the slope.
    /// </summary>
    public static (double Across, double Up) Opened(double wide, double high) =>
        ((QuantityMath.Up(wide / SupportFeet) + 1) * SupportFeet, QuantityMath.Up(high / SheetFeet) * SheetFeet);

    private static double OpenedFeet2(double wide, double high) => Opened(wide, high) is var (across, up) ? across * up : 0;

    /// <param name="sized">What the rule goes by where the size of the thing is known.</param>
    public static (double Amount, string Basis) Of(Amount amount, SizedMeasure? sized, RecipeMaterial m)
    {
        var n = sized?.Value ?? amount.Count ?? amount.Feet ?? amount.SquareFeet ?? 0;
        if (n <= 0)
        {
            return (0, "");
        }
        var words = sized?.Words ?? amount.Words;
        var (wide, high) = (amount.WidthFeet ?? 0, amount.HeightFeet ?? 0);
        var withWaste = n * (1 + m.Waste);
        var of = m.Waste > 0 ? $"{words} and {QuantityMath.Figure(m.Waste * 100)}% waste" : words;
        return m.Rule switch
        {
            MaterialRule.Each => (
                QuantityMath.Up(withWaste * m.Per),
                m.Per == 1 ? of : $"{QuantityMath.Figure(m.Per)} for each of {words}"
            ),
            MaterialRule.Length => (QuantityMath.Up(withWaste / m.Pack), of),
            MaterialRule.Pieces => (
                Math.Max(1, QuantityMath.Up((withWaste - m.Lap) / (m.Piece - m.Lap))),
                m.Lap > 0 ? $"{of}, lapped {QuantityMath.Figure(Math.Round(m.Lap * 12))} in" : of
            ),
            MaterialRule.Joints => (Math.Max(0, QuantityMath.Up(n / m.Piece) - 1), $"one at each joint of {words}"),
            MaterialRule.Spaced => (
                QuantityMath.Up(n * 12 / m.Spacing) + 1,
                $"one every {QuantityMath.Figure(m.Spacing)} in along {words}, and one at the end"
            ),
            MaterialRule.Strip => (
                QuantityMath.Up(withWaste * m.Width / m.Pack) + m.Add,
                m.Add > 0
                    ? $"{of}, {QuantityMath.Figure(m.Width)} ft wide, and {QuantityMath.Figure(m.Add)} spare"
                    : $"{of}, {QuantityMath.Figure(m.Width * 12)} in wide"
            ),
            MaterialRule.Area => (QuantityMath.Up(withWaste / m.Pack), of),
            MaterialRule.Sheets => (
                QuantityMath.Up(OpenedFeet2(wide, high) / m.Pack),
                $"{words}, from support to support, 24 in centers assumed"
            ),
            MaterialRule.Spaces => (
                (QuantityMath.Up(n / SupportFeet) + 1) * SupportFeet,
                $"{words}, cut at the rafter tails, 24 in centers assumed"
            ),
            MaterialRule.Patch => (
                QuantityMath.Up(((wide * 12) + (2 * m.Border)) * ((high * 12) + (2 * m.Border)) / 144),
                $"{words} and {QuantityMath.Figure(m.Border)} in on all sides"
            ),
            MaterialRule.ShingleBundles => (
                QuantityMath.Up(Strips(wide, high) / StripsPerBundle) + 1,
                $"{Rows(wide, high)}, and one spare bundle"
            ),
            _ => (Strips(wide, high) * NailsPerStrip, $"4 to a strip, {Rows(wide, high)}"),
        };
    }

    private static double RowsOf(double high) => QuantityMath.Up(high * 12 / QuantityMath.ShingleExposureInches);

    /// <summary>A row is one strip longer for the stagger.</summary>
    private static double PerRow(double wide) => QuantityMath.Up(wide / StripFeet) + 1;

    private static double Strips(double wide, double high) => RowsOf(high) * PerRow(wide);

    private static string Rows(double wide, double high) =>
        $"{QuantityMath.Figure(RowsOf(high))} rows of {QuantityMath.Figure(PerRow(wide))} strips at {QuantityMath.Figure(QuantityMath.ShingleExposureInches)} in exposure";
}
