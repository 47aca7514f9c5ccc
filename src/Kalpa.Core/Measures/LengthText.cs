using System.Text.RegularExpressions;

namespace Kalpa.Core.Measures;

/// <summary>Reads a length as typed: <c>5 5/8"</c>, <c>1' 3-1/2"</c>, <c>7/16</c>, <c>12.5 in</c>, <c>318 mm</c>, <c>40 ft</c>.</summary>
public static partial class LengthText
{
    /// <summary>Longer than any roof a person walks in a visit: catches a unit typed wrong.</summary>
    public const double LongestFeet = 5_000;

    private const string Examples = "5 5/8\", 1' 3-1/2\", 7/16, 12.5 in or 318 mm";

    private const double MillimetresPerCentimetre = 10;
    private const double MillimetresPerMetre = 1_000;

    /// <summary>Parses text; a bare number is in <paramref name="bareUnit"/>. Empty, unknown, negative or out-of-range text gives a problem.</summary>
    public static Parsed<Length> Parse(string? typed, LengthUnit bareUnit = LengthUnit.Inch)
    {
        if (string.IsNullOrWhiteSpace(typed))
        {
            return Parsed<Length>.Failed(MeasureProblem.Empty("5 5/8\""));
        }
        var text = NumberText.Normalise(typed);
        var match = FeetAndInches().Match(text);
        if (match.Success && (match.Groups["feet"].Success || match.Groups["inches"].Success))
        {
            return Sum(typed, match.Groups["feet"], match.Groups["inches"]);
        }
        match = OneUnit().Match(text);
        if (!match.Success)
        {
            return Parsed<Length>.Failed(MeasureProblem.NotUnderstood(typed, Examples));
        }
        var number = NumberText.Value(match.Groups["number"].Value);
        return number is null
            ? Parsed<Length>.Failed(MeasureProblem.ZeroDenominator(typed))
            : Checked(typed, InUnit(number.Value, match.Groups["unit"].Value, bareUnit));
    }

    private static Parsed<Length> Sum(string typed, Group feet, Group inches)
    {
        var feetValue = feet.Success ? NumberText.Value(feet.Value) : 0;
        var inchValue = inches.Success ? NumberText.Value(inches.Value) : 0;
        return feetValue is null || inchValue is null
            ? Parsed<Length>.Failed(MeasureProblem.ZeroDenominator(typed))
            : Checked(typed, new Length(feetValue.Value * Length.InchesPerFoot + inchValue.Value));
    }

    private static Length InUnit(double number, string unit, LengthUnit bareUnit) =>
        unit switch
        {
            "mm" => Length.FromMillimetres(number),
            "cm" => Length.FromMillimetres(number * MillimetresPerCentimetre),
            "m" => Length.FromMillimetres(number * MillimetresPerMetre),
            _ => bareUnit switch
            {
                LengthUnit.Foot => Length.FromFeet(number),
                LengthUnit.Millimetre => Length.FromMillimetres(number),
                _ => new Length(number),
            },
        };

    private static Parsed<Length> Checked(string typed, Length length) =>
        length.Feet <= LongestFeet
            ? Parsed<Length>.Of(length)
            : Parsed<Length>.Failed(MeasureProblem.OutOfRange(typed, $"0 to {LongestFeet:0} ft"));

    [GeneratedRegex(
        @"^(?:(?<feet>"
            + NumberText.Pattern
            + @") ?(?:'|ft\.?|feet|foot)[ -]*(?:(?<inches>"
            + NumberText.Pattern
            + @") ?(?:""|in\.?|inch|inches)?)?|(?<inches>"
            + NumberText.Pattern
            + @") ?(?:""|in\.?|inch|inches))$"
    )]
    private static partial Regex FeetAndInches();

    [GeneratedRegex(@"^(?<number>" + NumberText.Pattern + @") ?(?<unit>mm|cm|m)?$")]
    private static partial Regex OneUnit();
}

/// <summary>The unit of a number typed without one.</summary>
public enum LengthUnit
{
    Inch,
    Foot,
    Millimetre,
}
