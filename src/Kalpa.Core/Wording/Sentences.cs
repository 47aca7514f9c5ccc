using System.Globalization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Wording;

/// <summary>Words put into sentences.</summary>
public static class Sentences
{
    /// <summary>A day as it is written in a sentence: <c>March 13, 2027</c>.</summary>
    public static string Day(DateOnly day) => day.ToString("MMMM d, yyyy", CultureInfo.InvariantCulture);

    /// <summary>As it stands inside a sentence; what is written with two capitals or a hyphen after the first letter keeps it.</summary>
    public static string Lower(string text) =>
        text.Length == 0 || (text.Length > 1 && (char.IsUpper(text[1]) || text[1] == '-'))
            ? text
            : char.ToLowerInvariant(text[0]) + text[1..];

    /// <summary>As it stands at the beginning of one.</summary>
    public static string Upper(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>Without its full stop, to be gone on with.</summary>
    public static string WithoutStop(string sentence) => sentence.TrimEnd('.');

    /// <summary>Words typed by hand, ended as a sentence.</summary>
    public static string Ended(string typed) => typed.Length > 0 && char.IsLetterOrDigit(typed[^1]) ? typed + "." : typed;

    /// <summary><c>A</c>, <c>A and B</c>, <c>A, B and C</c>.</summary>
    public static string List(IReadOnlyList<string> items) =>
        items.Count < 2 ? string.Concat(items) : $"{string.Join(", ", items.SkipLast(1))} and {items[^1]}";

    /// <summary><c>1 photo</c>, <c>3 photos</c>; a plural of its own is given.</summary>
    public static string Count(int count, string one, string? several = null) => $"{count} {(count == 1 ? one : several ?? one + "s")}";

    /// <summary>Years to the nearest whole: <c>1 year</c>, <c>6 years</c>.</summary>
    public static string Years(double years) => Count((int)Math.Round(years), "year");

    /// <summary>A range in years with what is most likely in it: <c>3–10 years, most likely 6</c>; <c>about 1 year</c> where both ends are the same whole year.</summary>
    public static string Range(double low, double likely, double high)
    {
        var (from, to) = (
            string.Create(CultureInfo.InvariantCulture, $"{low:0}"),
            string.Create(CultureInfo.InvariantCulture, $"{high:0}")
        );
        return from != to ? string.Create(CultureInfo.InvariantCulture, $"{from}–{to} years, most likely {likely:0}")
            : to == "0" ? "less than 1 year"
            : $"about {to} {(to == "1" ? "year" : "years")}";
    }

    /// <summary>US dollars: <c>$4,200</c>.</summary>
    public static string Money(double amount) => string.Create(CultureInfo.InvariantCulture, $"${amount:#,0}");

    /// <summary>A range of US dollars: <c>$400–$600</c>, one figure where both are the same.</summary>
    public static string Money(double low, double high) => low.Equals(high) ? Money(low) : $"{Money(low)}–{Money(high)}";

    /// <summary>Several by their letters: <c>Slope A</c>, <c>Slopes A and B</c>.</summary>
    public static string Slopes(IReadOnlyList<string> letters) => $"{(letters.Count == 1 ? "Slope" : "Slopes")} {List(letters)}";

    /// <summary>A point of the compass: <c>south</c>, <c>southeast</c>.</summary>
    public static string Facing(Facing facing) => facing.ToString().ToLowerInvariant();

    /// <summary>A slope as it is named first in a text: <c>Slope A (south)</c>.</summary>
    public static string Slope(SlopeFact slope) => $"Slope {slope.Letter} ({Facing(slope.Facing)})";
}
