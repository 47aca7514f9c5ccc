using Kalpa.Core.Facts;

namespace Kalpa.Core.Wording;

/// <summary>Words put into sentences.</summary>
public static class Sentences
{
    /// <summary>As it stands inside a sentence; what is written with two capitals or a hyphen after the first letter keeps it.</summary>
    public static string Lower(string text) =>
        text.Length == 0 || (text.Length > 1 && (char.IsUpper(text[1]) || text[1] == '-'))
            ? text
            : char.ToLowerInvariant(text[0]) + text[1..];

    /// <summary>As it stands at the beginning of one.</summary>
    public static string Upper(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    /// <summary>Without its full stop, to be gone on with.</summary>
    public static string WithoutStop(string sentence) => sentence.TrimEnd('.');

    /// <summary>A point of the compass: <c>south</c>, <c>southeast</c>.</summary>
    public static string Facing(Facing facing) => facing.ToString().ToLowerInvariant();

    /// <summary>A slope as it is named first in a text: <c>Slope A (south)</c>.</summary>
    public static string Slope(SlopeFact slope) => $"Slope {slope.Letter} ({Facing(slope.Facing)})";
}
