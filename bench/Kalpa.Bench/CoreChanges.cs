using System.Globalization;
using System.Text.RegularExpressions;

namespace Kalpa.Bench;

/// <summary>One line of the core, its code or its rule book, changed. <paramref name="Line"/> counts from 0.</summary>
internal sealed record CoreChange(string File, int Line, string Kind, string Before, string After)
{
    public bool OfTheBook => File.EndsWith(".json", StringComparison.Ordinal);
}

/// <summary>
/// One-line changes of the core that a test has to notice: constants and figures doubled or halved, comparisons, branches, what is denied and what is left out, words,
/// and the rule book's figures and words.
/// </summary>
internal static partial class CoreChanges
{
    /// <summary>Changes in the order of a seed, the kinds taking turns, so that a short run has some of each.</summary>
    public static IEnumerable<CoreChange> Drawn(string core, int seed)
    {
        var random = new Random(seed);
        var all = Directory
            .GetFiles(core, "*", SearchOption.AllDirectories)
            .Where(f => !f.Contains("/obj/", StringComparison.Ordinal) && !f.Contains("/bin/", StringComparison.Ordinal))
            // What changed between editions is a record that nothing is judged by.
            .Where(f => Path.GetFileName(f) != "versions.json")
            .Order(StringComparer.Ordinal)
            .SelectMany(file =>
                Path.GetExtension(file) switch
                {
                    ".cs" => Of(file, InCode),
                    ".json" => Of(file, InBook),
                    _ => [],
                }
            )
            .ToArray();
        random.Shuffle(all);
        var queues = all.GroupBy(m => m.Kind).OrderBy(g => g.Key, StringComparer.Ordinal).Select(g => new Queue<CoreChange>(g)).ToList();
        while (queues.Any(q => q.Count > 0))
        {
            foreach (var queue in queues.Where(q => q.Count > 0))
            {
                yield return queue.Dequeue();
            }
        }
    }

    private static IEnumerable<CoreChange> Of(string file, Func<string, IEnumerable<(string Kind, string After)>> changed)
    {
        var lines = File.ReadAllLines(file);
        for (var i = 0; i < lines.Length; i++)
        {
            foreach (var (kind, after) in changed(lines[i]))
            {
                yield return new CoreChange(file, i, kind, lines[i], after);
            }
        }
    }

    private static IEnumerable<(string Kind, string After)> InCode(string line)
    {
        if (line.TrimStart().StartsWith("//", StringComparison.Ordinal) || line.Contains("[Json", StringComparison.Ordinal))
        {
            yield break;
        }
        if (Constant().Match(line) is { Success: true } constant && Number(constant.Groups["number"].Value) is { } value && value != 0)
        {
            var whole = !constant.Value.Contains("double", StringComparison.Ordinal) && value == Math.Truncate(value);
            yield return ("constant", Put(line, constant.Groups["number"], value * 2));
            yield return ("constant", Put(line, constant.Groups["number"], whole ? value + 1 : value / 2));
        }
        else
        {
            foreach (var figure in Figures().Matches(line).Select(m => m.Groups["number"]).Where(g => !InText(line, g.Index)))
            {
                if (Number(figure.Value) is { } found && found != 0 && found != 1)
                {
                    yield return ("figure", Put(line, figure, found * 2));
                    yield return ("figure", Put(line, figure, found == Math.Truncate(found) ? found + 1 : found / 2));
                }
            }
        }
        if (LeftOut().Match(line) is { Success: true } left && Balanced(left.Groups["part"].Value))
        {
            yield return ("left out", left.Groups["end"].Value);
        }
        if (Denied().Match(line) is { Success: true } denied && !InText(line, denied.Index))
        {
            yield return ("denied", line.Remove(denied.Index, 1));
        }
        foreach (var (from, to) in new[] { (" <= ", " < "), (" < ", " <= "), (" >= ", " > "), (" > ", " >= ") })
        {
            if (line.IndexOf(from, StringComparison.Ordinal) is >= 0 and var at)
            {
                yield return ("comparison", line[..at] + to + line[(at + from.Length)..]);
            }
        }
        foreach (
            var (from, to) in new[]
            {
                (" && ", " || "),
                (" || ", " && "),
                (" == ", " != "),
                (" != ", " == "),
                (" is null", " is not null"),
                (" is not null", " is null"),
            }
        )
        {
            if (line.IndexOf(from, StringComparison.Ordinal) is >= 0 and var at)
            {
                yield return ("branch", line[..at] + to + line[(at + from.Length)..]);
            }
        }
        if (Words().Match(line) is { Success: true } words)
        {
            yield return ("words", Put(line, words.Groups["word"], "xyz"));
        }
    }

    private static IEnumerable<(string Kind, string After)> InBook(string line)
    {
        foreach (var number in BookNumber().Matches(line).Select(m => m.Groups["number"]))
        {
            if (Number(number.Value) is { } value && value != 0)
            {
                yield return ("book figure", Put(line, number, value * 2));
            }
        }
        foreach (var word in BookWords().Matches(line).Select(m => m.Groups["word"]))
        {
            yield return ("book word", Put(line, word, "xyz"));
        }
    }

    /// <summary>Whether a place of a line lies between quotes.</summary>
    private static bool InText(string line, int at) => line.AsSpan(0, at).Count('"') % 2 != 0;

    private static bool Balanced(string part) => part.Count(c => c is '(' or '[' or '{') == part.Count(c => c is ')' or ']' or '}');

    private static double? Number(string text) =>
        double.TryParse(text.Replace("_", "", StringComparison.Ordinal), NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
            ? value
            : null;

    private static string Put(string line, Group group, double value) =>
        Put(line, group, value.ToString("R", CultureInfo.InvariantCulture));

    private static string Put(string line, Group group, string text) => line[..group.Index] + text + line[(group.Index + group.Length)..];

    [GeneratedRegex(@"\bconst (?:double|int) \w+ = (?<number>[\d_]+(?:\.\d+)?);|=> (?<number>\d[\d_]*(?:\.\d+)?),$")]
    private static partial Regex Constant();

    /// <summary>A figure within a line: of a formula, a table, a pattern.</summary>
    [GeneratedRegex(@"(?<![\w.\[{#^])(?<number>\d[\d_]*(?:\.\d+)?)(?![\w.])")]
    private static partial Regex Figures();

    /// <summary>
    /// A line that can go while the rest stays whole: a call, a step of a query, one of several conditions or entries of a list. What closes it stays.
    /// </summary>
    [GeneratedRegex(
        @"^\s+(?<part>[A-Za-z_][\w.]*\(.*\)(?=;$)|\.(?:Where|Concat|Append|Distinct|OrderBy|ThenBy|Skip|Take)\w*\(.*\)|(?:\|\||&&|or|and|\+|-) .*?|(?:\.\. )?[\w.]+(?:\(.*\))?(?=,$))(?<end>[;,]?)$"
    )]
    private static partial Regex LeftOut();

    [GeneratedRegex(@"(?<=[ (])!(?=[A-Za-z_(])")]
    private static partial Regex Denied();

    /// <summary>A text of at least two words; the word that is changed stands in no braces.</summary>
    [GeneratedRegex("\"(?<word>[A-Za-z]{3,})[ ,;:][^\"]*\"")]
    private static partial Regex Words();

    /// <summary>A figure that is a value of its own or stands in a list.</summary>
    [GeneratedRegex(@"[:\[,] *(?<number>\d+(?:\.\d+)?)(?= *[,\]}]|$)")]
    private static partial Regex BookNumber();

    /// <summary>The first word of a text of three words and more.</summary>
    [GeneratedRegex("\"(?<word>[A-Za-z]{3,}) [^\" ]+ [^\"]*\"")]
    private static partial Regex BookWords();
}
