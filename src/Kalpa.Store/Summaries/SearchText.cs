using System.Text;

namespace Kalpa.Store.Summaries;

/// <summary>Text as it is searched and sorted by: small letters without accents, plain apostrophes, single blanks.</summary>
public static class SearchText
{
    // The platform's own taking apart of accents comes with tables that this build leaves out: these are the letters of European names and streets.
    private static readonly Dictionary<char, string> Plain = Table(
        "a àáâãäåāăą",
        "ae æ",
        "c çćĉċč",
        "d ďđð",
        "e èéêëēĕėęě",
        "g ĝğġģ",
        "h ĥħ",
        "i ìíîïĩīĭįı",
        "j ĵ",
        "k ķ",
        "l ĺļľŀł",
        "n ñńņňŉ",
        "o òóôõöøōŏő",
        "oe œ",
        "r ŕŗř",
        "s śŝşšș",
        "ss ß",
        "t ţťŧț",
        "th þ",
        "u ùúûüũūŭůűų",
        "w ŵ",
        "y ýÿŷ",
        "z źżž",
        "' ’‘ʼ"
    );

    public static string Of(params IEnumerable<string> texts)
    {
        var folded = new StringBuilder();
        foreach (var letter in string.Join(' ', texts))
        {
            var small = char.ToLowerInvariant(letter);
            if (char.IsWhiteSpace(small))
            {
                if (folded.Length > 0 && folded[^1] != ' ')
                {
                    folded.Append(' ');
                }
            }
            else if (Plain.TryGetValue(small, out var plain))
            {
                folded.Append(plain);
            }
            else if (!IsAccent(small))
            {
                folded.Append(small);
            }
        }
        return folded.ToString().TrimEnd();
    }

    /// <summary>An accent written after its letter, as some keyboards do (Unicode's combining marks).</summary>
    private static bool IsAccent(char letter) => letter is >= '\u0300' and <= '\u036f';

    private static Dictionary<char, string> Table(params string[] lines) =>
        lines
            .Select(line => line.Split(' '))
            .SelectMany(parts => parts[1].Select(letter => (letter, parts[0])))
            .ToDictionary(pair => pair.letter, pair => pair.Item2);
}
