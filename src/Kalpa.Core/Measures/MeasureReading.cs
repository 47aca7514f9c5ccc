using System.Globalization;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Measures;

/// <summary>Reads typed text in the unit of the quantity asked for: inches, rise in 12, a count, or percent.</summary>
public static class MeasureReading
{
    private const int MostCount = 10_000;

    /// <summary>Far more than any roof has.</summary>
    private const int MostR = 200;

    public static Parsed<double> Read(string? typed, QuantityUnit unit, LengthUnit bareUnit = LengthUnit.Inch) =>
        unit switch
        {
            QuantityUnit.Length => Lift(LengthText.Parse(typed, bareUnit), length => length.Inches),
            QuantityUnit.Pitch => Lift(PitchText.Parse(typed), pitch => pitch.RisePer12),
            QuantityUnit.Percent => Percent(typed),
            QuantityUnit.RValue => Resistance(typed),
            _ => Count(typed),
        };

    /// <summary>The value as the trade prints it.</summary>
    public static string Print(double value, QuantityUnit unit) =>
        unit switch
        {
            QuantityUnit.Length => new Length(value).ToFineText(),
            QuantityUnit.Pitch => new Pitch(value).ToTradeText(),
            QuantityUnit.Percent => string.Create(CultureInfo.InvariantCulture, $"{value:0.#}%"),
            QuantityUnit.RValue => string.Create(CultureInfo.InvariantCulture, $"R-{value:0.##}"),
            _ => value.ToString("0", CultureInfo.InvariantCulture),
        };

    private static Parsed<double> Lift<T>(Parsed<T> parsed, Func<T, double> value)
        where T : struct => parsed.Value is { } read ? Parsed<double>.Of(value(read)) : Parsed<double>.Failed(parsed.Problem!);

    /// <summary>A share in percent, 0 to 100, with or without its sign; point or comma.</summary>
    private static Parsed<double> Percent(string? typed)
    {
        if (string.IsNullOrWhiteSpace(typed))
        {
            return Parsed<double>.Failed(MeasureProblem.Empty("25"));
        }
        var text = NumberText.PlainDigits(typed).Trim().TrimEnd('%').TrimEnd().Replace(',', '.');
        if (!double.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var share))
        {
            return Parsed<double>.Failed(MeasureProblem.NotUnderstood(typed, "25"));
        }
        return share <= 100 ? Parsed<double>.Of(share) : Parsed<double>.Failed(MeasureProblem.OutOfRange(typed, "0 to 100"));
    }

    /// <summary>An R-value, with or without its R; decimals as stamped.</summary>
    private static Parsed<double> Resistance(string? typed)
    {
        if (string.IsNullOrWhiteSpace(typed))
        {
            return Parsed<double>.Failed(MeasureProblem.Empty("R-30"));
        }
        var text = NumberText.PlainDigits(typed).Trim().ToUpperInvariant().Replace(',', '.');
        if (text.StartsWith('R'))
        {
            text = text[1..].TrimStart('-', ' ');
        }
        if (!double.TryParse(text, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var value))
        {
            return Parsed<double>.Failed(MeasureProblem.NotUnderstood(typed, "R-30"));
        }
        return value <= MostR ? Parsed<double>.Of(value) : Parsed<double>.Failed(MeasureProblem.OutOfRange(typed, $"R-0 to R-{MostR}"));
    }

    private static Parsed<double> Count(string? typed)
    {
        if (string.IsNullOrWhiteSpace(typed))
        {
            return Parsed<double>.Failed(MeasureProblem.Empty("4"));
        }
        if (!int.TryParse(NumberText.PlainDigits(typed).Trim(), NumberStyles.None, CultureInfo.InvariantCulture, out var count))
        {
            return Parsed<double>.Failed(MeasureProblem.NotUnderstood(typed, "4"));
        }
        return count <= MostCount ? Parsed<double>.Of(count) : Parsed<double>.Failed(MeasureProblem.OutOfRange(typed, $"0 to {MostCount}"));
    }
}
