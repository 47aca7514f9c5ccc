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
}
