using System.Text.RegularExpressions;

namespace Kalpa.Core.Wording;

/// <summary>Words that a fair report does without: blame for those who built it, and more certainty than a look can give (common practice).</summary>
public static partial class Fairness
{
    public static IReadOnlyList<string> Doubts(string text)
    {
        var doubts = new List<string>();
        foreach (Match match in Blame().Matches(text))
        {
            doubts.Add($"“{match.Value}” blames a person. State what was observed and what it can do.");
        }
        foreach (Match match in Certain().Matches(text))
        {
            doubts.Add($"“{match.Value}” claims more than an inspection can show. State what was observed, and what is likely.");
        }
        return [.. doubts.Distinct(StringComparer.OrdinalIgnoreCase)];
    }

    [GeneratedRegex(
        @"\b(shoddy|sloppy|botched|bodged?|lazy|incompetent|careless|amateur(?:ish)?|hack(?:ed)? job|crooks?|cowboys?|idiots?|negligen(?:t|ce)|unprofessional|cheated|who(?:ever)? did this)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Blame();

    [GeneratedRegex(
        @"\b(guarantee[ds]?|never leaks?|will not leak|cannot leak|leak-?proof|100 ?% sure|certainly will|definitely|perfect condition|no problems? whatever)\b",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Certain();
}
