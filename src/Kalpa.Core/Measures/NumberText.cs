using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;

namespace Kalpa.Core.Measures;

/// <summary>Numbers as people type them on a roof: decimals, fractions, whole-and-fraction, and the printed fraction signs.</summary>
internal static partial class NumberText
{
    /// <summary>A number, a fraction, or a whole number with a fraction behind a blank or a hyphen.</summary>
    public const string Pattern = @"(?:[0-9]+[ -]+[0-9]+/[0-9]+|[0-9]+/[0-9]+|[0-9]+(?:[.,][0-9]+)?|[.,][0-9]+)";

    private static readonly (char Sign, string Fraction)[] Signs =
    [
        ('½', "1/2"),
        ('¼', "1/4"),
        ('¾', "3/4"),
        ('⅛', "1/8"),
        ('⅜', "3/8"),
        ('⅝', "5/8"),
        ('⅞', "7/8"),
        ('⅓', "1/3"),
        ('⅔', "2/3"),
    ];

    /// <summary>The full-width forms U+FF01 to U+FF5E are the printable ASCII characters, this far up.</summary>
    private const int FullWidthOffset = 0xFEE0;

    private const int FirstFullWidth = 0xFF01;
    private const int LastFullWidth = 0xFF5E;
    private const char ArabicDecimalSeparator = '\u066B';

    /// <summary>
    /// Decimal digits of any script as 0 to 9, full-width signs as their plain ones, the Arabic decimal separator as a point: some keyboards write
    /// these. Everything else is left as typed.
    /// </summary>
    public static string PlainDigits(string typed)
    {
        if (typed.All(char.IsAscii))
        {
            return typed;
        }
        var text = new StringBuilder(typed.Length);
        foreach (var rune in typed.EnumerateRunes())
        {
            var digit = Rune.GetUnicodeCategory(rune) == UnicodeCategory.DecimalDigitNumber ? (int)Rune.GetNumericValue(rune) : -1;
            if (digit >= 0)
            {
                text.Append((char)('0' + digit));
            }
            else if (rune.Value is >= FirstFullWidth and <= LastFullWidth)
            {
                text.Append((char)(rune.Value - FullWidthOffset));
            }
            else
            {
                text.Append(rune.Value == ArabicDecimalSeparator ? "." : rune.ToString());
            }
        }
        return text.ToString();
    }

    /// <summary>Lower case, plain digits, straight quotes, spelled-out fraction signs (a blank goes before one that follows a digit), single blanks.</summary>
    public static string Normalise(string typed)
    {
        var text = PlainDigits(typed).Trim().ToLowerInvariant();
        foreach (var (sign, fraction) in Signs)
        {
            text = text.Replace(sign.ToString(), " " + fraction + " ", StringComparison.Ordinal);
        }
        text = text.Replace('’', '\'')
            .Replace('′', '\'')
            .Replace('‘', '\'')
            .Replace('”', '"')
            .Replace('“', '"')
            .Replace('″', '"')
            .Replace('–', '-')
            .Replace('⁄', '/')
            .Replace("''", "\"", StringComparison.Ordinal);
        return Blanks().Replace(text, " ").Trim();
    }

    /// <summary>Value of text that matches <see cref="Pattern"/>; null when a denominator is zero.</summary>
    public static double? Value(string text)
    {
        var parts = text.Split([' ', '-'], StringSplitOptions.RemoveEmptyEntries);
        double sum = 0;
        foreach (var part in parts)
        {
            var slash = part.IndexOf('/', StringComparison.Ordinal);
            if (slash < 0)
            {
                sum += Decimal(part);
                continue;
            }
            var denominator = Decimal(part[(slash + 1)..]);
            if (denominator == 0)
            {
                return null;
            }
            sum += Decimal(part[..slash]) / denominator;
        }
        return sum;
    }

    private static double Decimal(string text) =>
        double.Parse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"\s+")]
    private static partial Regex Blanks();
}
