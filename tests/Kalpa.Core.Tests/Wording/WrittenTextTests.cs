using System.Text.RegularExpressions;
using Kalpa.Samples;
using Kalpa.Samples.Written;

namespace Kalpa.Core.Tests.Wording;

/// <summary>
/// What is composed beside what was written by hand from the same facts: it names the same place, has the same figures, and most of the same words. All of it is
/// held as it stands, so that a reader sees each change; the pages to compare are made by <c>./kalpa shots</c>.
/// </summary>
public partial class WrittenTextTests
{
    /// <summary>An inspector's own words differ in a half of cases (tried on the texts as they are); fewer in common means that something is missing.</summary>
    private const double LeastInCommon = 0.45;

    private static readonly IReadOnlyList<WrittenText> All = WrittenTexts.All();

    [Fact]
    public void There_are_thirty_findings_twenty_jobs_and_ten_summaries() =>
        All.CountBy(t => t.Kind)
            .ToDictionary(c => c.Key, c => c.Value)
            .ShouldBe(
                new Dictionary<string, int>
                {
                    ["finding"] = 30,
                    ["job"] = 20,
                    ["summary"] = 10,
                },
                true
            );

    [Fact]
    public void Composed_has_the_place_the_figures_and_most_words_of_what_was_written()
    {
        var missing = new List<string>();
        foreach (var text in All)
        {
            if (text.Kind == "finding")
            {
                missing.AddRange(
                    Figures(text.Written).Except(Figures(text.Composed)).Select(f => $"{text.About}: no {f}: {text.Composed}")
                );
            }
            if (text.Written.StartsWith("Slope A (", StringComparison.Ordinal))
            {
                var place = text.Written[..text.Written.IndexOf(':', StringComparison.Ordinal)];
                if (!text.Composed.StartsWith(place, StringComparison.Ordinal))
                {
                    missing.Add($"{text.About}: not at {place}: {text.Composed}");
                }
            }
            var (written, composed) = (Stems(text.Written), Stems(text.Composed));
            var common = (double)written.Count(composed.Contains) / written.Count;
            if (common < LeastInCommon)
            {
                missing.Add($"{text.About}: {common:0%} in common: {text.Composed}");
            }
        }
        missing.ShouldBeEmpty();
    }

    [Fact]
    public void Composed_is_as_it_was()
    {
        var file = Path.Combine(Repository.Root, "tests/Kalpa.Core.Tests/Answers/written.txt");
        string[] now = [.. All.Select(t => $"{t.Kind} {t.About}: {t.Composed}")];
        if (Environment.GetEnvironmentVariable("KALPA_APPROVE") is { Length: > 0 })
        {
            File.WriteAllLines(file, now);
        }
        now.ShouldBe(File.ReadAllLines(file));
    }

    private static HashSet<string> Figures(string text) => [.. Figure().Matches(text).Select(m => m.Value)];

    /// <summary>Words of four letters and more, by their first five.</summary>
    private static HashSet<string> Stems(string text) =>
        [.. Word().Matches(text.ToLowerInvariant()).Select(m => m.Value[..Math.Min(5, m.Value.Length)])];

    [GeneratedRegex(@"\b\d+(?: \d+/\d+|/\d+)? in\b")]
    private static partial Regex Figure();

    [GeneratedRegex("[a-z]{4,}")]
    private static partial Regex Word();
}
