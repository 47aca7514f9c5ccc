using System.Globalization;

namespace Kalpa.Core.Facts;

/// <summary>How well a color is read on white paper.</summary>
public static class Contrast
{
    /// <summary>WCAG 2.2, success criterion 1.4.3: text needs a contrast of 4.5 to 1.</summary>
    public const double Readable = 4.5;

    private const int HexLength = 7;

    /// <summary>Contrast ratio (1 to 21) of a color #rrggbb to white, as WCAG 2.2 defines it; null where the text is no color.</summary>
    public static double? OnWhite(string color)
    {
        if (color.Length != HexLength || color[0] != '#' || !color.Skip(1).All(char.IsAsciiHexDigitLower))
        {
            return null;
        }
        double Part(int at)
        {
            var value = int.Parse(color.AsSpan(at, 2), NumberStyles.HexNumber, CultureInfo.InvariantCulture) / 255.0;
            return value <= 0.04045 ? value / 12.92 : Math.Pow((value + 0.055) / 1.055, 2.4);
        }
        var luminance = 0.2126 * Part(1) + 0.7152 * Part(3) + 0.0722 * Part(5);
        return 1.05 / (luminance + 0.05);
    }
}
