namespace Kalpa.Core.Rules;

/// <summary>Places as the inspector words them ("kitchen chimney, left side"), compared by their words.</summary>
internal static class Places
{
    /// <summary>Words that name nothing by themselves: two places that share only these may lie anywhere.</summary>
    private static readonly HashSet<string> Fillers = new(StringComparer.Ordinal)
    {
        "a",
        "above",
        "all",
        "along",
        "and",
        "at",
        "behind",
        "below",
        "beside",
        "by",
        "end",
        "from",
        "in",
        "near",
        "of",
        "on",
        "over",
        "side",
        "slope",
        "third",
        "to",
        "under",
    };

    /// <summary>Words for no place in particular: a place of these alone is none ("all over", "field").</summary>
    private static readonly HashSet<string> Anywhere = new(StringComparer.Ordinal)
    {
        "all",
        "both",
        "entire",
        "everywhere",
        "field",
        "general",
        "generally",
        "many",
        "over",
        "overall",
        "places",
        "roof",
        "scattered",
        "several",
        "slope",
        "slopes",
        "spots",
        "throughout",
        "various",
        "whole",
    };

    /// <summary>Words that tell one of several like places from another.</summary>
    private static readonly HashSet<string> Sides = new(StringComparer.Ordinal)
    {
        "back",
        "bottom",
        "east",
        "front",
        "left",
        "lower",
        "middle",
        "north",
        "northeast",
        "northwest",
        "rear",
        "right",
        "south",
        "southeast",
        "southwest",
        "top",
        "upper",
        "west",
    };

    /// <summary>
    /// A place in whole words with a blank around each, so that one holds another as words; without articles and stops. Empty for no place in particular.
    /// </summary>
    public static string Plain(string place)
    {
        var words = WordsOf(place);
        return words.TrueForAll(NamesNothing) ? "" : $" {string.Join(' ', words)} ";
    }

    /// <summary>Whether two plain places are one: the same, or one within the other ("chimney", "kitchen chimney"); null where one has none.</summary>
    public static bool? Same(string one, string other) =>
        one.Length == 0 || other.Length == 0
            ? null
            : one.Contains(other, StringComparison.Ordinal) || other.Contains(one, StringComparison.Ordinal);

    /// <summary>Whether two places have nothing in common that names something: a kitchen and a bath.</summary>
    public static bool ShareNothing(string one, string other) =>
        Plain(one).Length > 0 && Plain(other).Length > 0 && !Named(one).Overlaps(Named(other)) && !Sided(one).Overlaps(Sided(other));

    /// <summary>Whether one thing cannot bring about another for where they are: nothing in common, or the front of one thing and the rear of another.</summary>
    public static bool AreTwo(string one, string other) =>
        Same(one, other) == false
        && (ShareNothing(one, other) || (Sided(one).Count > 0 && Sided(other).Count > 0 && !Sided(one).Overlaps(Sided(other))));

    /// <summary>Whether it says more than a side: “rear” is half a roof, “rear chimney” a place to point at.</summary>
    public static bool NamesThing(string place) => Named(place).Count > 0;

    private static HashSet<string> Named(string place) => [.. WordsOf(place).Where(w => !NamesNothing(w) && !Sides.Contains(w))];

    private static bool NamesNothing(string word) => Fillers.Contains(word) || Anywhere.Contains(word);

    private static HashSet<string> Sided(string place) => [.. WordsOf(place).Where(Sides.Contains)];

    private static List<string> WordsOf(string place) =>
        [.. place.ToLowerInvariant().Split([' ', ',', '.', ';'], StringSplitOptions.RemoveEmptyEntries).Where(w => w != "the")];
}
