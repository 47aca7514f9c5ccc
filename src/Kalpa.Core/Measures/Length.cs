using System.Globalization;

namespace Kalpa.Core.Measures;

/// <summary>A length in inches, double precision: sixteenths are exact in binary, so a value at its limit conforms without a tolerance.</summary>
public readonly record struct Length(double Inches)
{
    public const double InchesPerFoot = 12;

    /// <summary>25.4 mm, exactly: the international inch of 1959.</summary>
    public const double MillimetresPerInch = 25.4;

    private const int SixteenthsPerInch = 16;

    /// <summary>Further than this from a sixteenth, in sixteenths, and a fine length is read by caliper.</summary>
    private const double FineFromSixteenths = 0.1;

    /// <summary>Widths of chimneys, rolls and linings are said in inches (30 in, 36 in); runs and eaves in feet.</summary>
    private const int FeetFrom = 4;

    public double Feet => Inches / InchesPerFoot;

    public double Millimetres => Inches * MillimetresPerInch;

    public static Length FromFeet(double feet) => new(feet * InchesPerFoot);

    public static Length FromMillimetres(double millimetres) => new(millimetres / MillimetresPerInch);

    /// <summary>Prints to the nearest sixteenth of an inch, in inches below four feet as the trade says them: <c>5 5/8 in</c>, <c>30 in</c>, <c>14 ft 6 in</c>.</summary>
    public string ToTradeText()
    {
        var sixteenths = (long)Math.Round(Math.Abs(Inches) * SixteenthsPerInch, MidpointRounding.AwayFromZero);
        var sign = Inches < 0 && sixteenths > 0 ? "-" : "";
        var feet = sixteenths / (SixteenthsPerInch * (long)InchesPerFoot);
        var rest = sixteenths % (SixteenthsPerInch * (long)InchesPerFoot);
        if (feet < FeetFrom)
        {
            return $"{sign}{InchText(sixteenths)} in";
        }
        return rest == 0 ? $"{sign}{feet} ft" : $"{sign}{feet} ft {InchText(rest)} in";
    }

    /// <summary>The number of inches alone, to the nearest sixteenth, however long: what sheet metal is cut to. <c>56 3/4</c>.</summary>
    public string ToInchNumber() => InchText((long)Math.Round(Math.Abs(Inches) * SixteenthsPerInch, MidpointRounding.AwayFromZero));

    /// <summary>
    /// As the trade prints it; a fine one under an inch that no sixteenth comes near (a nail's shank of 0.105 in) in thousandths, as a caliper reads it.
    /// </summary>
    public string ToFineText()
    {
        var sixteenths = Math.Abs(Inches) * SixteenthsPerInch;
        var between = Math.Abs(sixteenths - Math.Round(sixteenths)) > FineFromSixteenths;
        return between && Math.Abs(Inches) < 1 ? string.Create(CultureInfo.InvariantCulture, $"{Inches:0.###} in") : ToTradeText();
    }

    private static string InchText(long sixteenths)
    {
        var whole = sixteenths / SixteenthsPerInch;
        var part = sixteenths % SixteenthsPerInch;
        if (part == 0)
        {
            return $"{whole}";
        }
        var divisor = GreatestCommonDivisor(part, SixteenthsPerInch);
        var fraction = $"{part / divisor}/{SixteenthsPerInch / divisor}";
        return whole == 0 ? fraction : $"{whole} {fraction}";
    }

    private static long GreatestCommonDivisor(long a, long b) => b == 0 ? a : GreatestCommonDivisor(b, a % b);
}
