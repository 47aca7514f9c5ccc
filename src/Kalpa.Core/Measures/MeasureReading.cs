using System.Globalization;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Measures;

/// <summary>Reads typed text in the unit of the quantity asked for: inches, rise in 12, or a count.</summary>
public static class MeasureReading
{
    private const int MostCount = 10_000;

    public static Parsed<double> Read(string? typed, QuantityUnit unit, LengthUnit bareUnit = LengthUnit.Inch) =>
        unit switch
        {
            QuantityUnit.Length => Lift(LengthText.Parse(typed, bareUnit), length => length.Inches),
            QuantityUnit.Pitch => Lift(PitchText.Parse(typed), pitch => pitch.RisePer12),
            _ => Count(typed),
        };

    /// <summary>The value as the trade prints it.</summary>
    public static string Print(double value, QuantityUnit unit) =>
        unit switch
        {
            QuantityUnit.Length => new Length(value).ToTradeText(),
            QuantityUnit.Pitch => new Pitch(value).ToTradeText(),
            _ => value.ToString("0", CultureInfo.InvariantCulture),
        };

    private static Parsed<double> Lift<T>(Parsed<T> parsed, Func<T, double> value)
        where T : struct => parsed.Value is { } read ? Parsed<double>.Of(value(read)) : Parsed<double>.Failed(parsed.Problem!);

    private static Parsed<double> Count(string? typed)
    {
        if (string.IsNullOrWhiteSpace(typed))
        {
            return Parsed<double>.Failed(MeasureProblem.Empty("4"));
        }
        if (!int.TryParse(typed.Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var count))
        {
            return Parsed<double>.Failed(MeasureProblem.NotUnderstood(typed, "4"));
        }
        return count <= MostCount ? Parsed<double>.Of(count) : Parsed<double>.Failed(MeasureProblem.OutOfRange(typed, $"0 to {MostCount}"));
    }
}
