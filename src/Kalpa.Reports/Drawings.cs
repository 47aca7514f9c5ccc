namespace Kalpa.Reports;

/// <summary>The drawn pictures of the rule book, by the code of their condition.</summary>
internal static class Drawings
{
    private const string Prefix = "drawing:";

    private static readonly Dictionary<string, string> All = typeof(Drawings)
        .Assembly.GetManifestResourceNames()
        .Where(name => name.StartsWith(Prefix, StringComparison.Ordinal))
        .ToDictionary(name => name[Prefix.Length..], Read);

    /// <summary>An SVG element; null where none is drawn.</summary>
    public static string? Of(string condition) => All.GetValueOrDefault(condition);

    private static string Read(string name)
    {
        using var reader = new StreamReader(typeof(Drawings).Assembly.GetManifestResourceStream(name)!);
        return reader.ReadToEnd();
    }
}
