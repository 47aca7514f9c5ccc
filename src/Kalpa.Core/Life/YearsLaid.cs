using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Life;

/// <summary>
/// How old something is, from one or more words on the year it was laid. One word: any day of its range is as likely as another. Several: each is right with
/// the chance of its source and says nothing otherwise; what they agree on weighs most.
/// </summary>
internal sealed record YearsLaid(AgeRange? Age, IReadOnlyList<double> Ages, string Words)
{
    /// <summary>A range of ages up to so many years wide is taken at three points, a wider one at five.</summary>
    private const double NarrowAgeRangeYears = 3;

    private const int NarrowPoints = 3;
    private const int WidePoints = 5;

    /// <summary>Share of the years' weight left out at each end of the range that is stated when several words are weighed.</summary>
    private const double TailShare = 0.05;

    /// <summary>Nothing is known.</summary>
    public static YearsLaid Unknown { get; } = new(null, [], "");

    /// <param name="seen">Whether a stage is recorded: then a year guessed from the look counts only where nothing else speaks.</param>
    public static YearsLaid Of(int? from, int? to, AgeSource source, IReadOnlyList<YearEvidence>? evidence, bool seen, DateOnly asOf)
    {
        var words = new List<YearEvidence>();
        if (from is { } first && to is { } last)
        {
            words.Add(new YearEvidence(first, last, source));
        }
        words.AddRange(evidence ?? []);
        if (seen && words.Any(w => w.Source != AgeSource.ByEye))
        {
            words.RemoveAll(w => w.Source == AgeSource.ByEye);
        }
        var now = Years.Of(asOf);
        return words.Count switch
        {
            0 => Unknown,
            1 => OfOne(words[0], now),
            _ => OfSeveral(words, now),
        };
    }

    private static YearsLaid OfOne(YearEvidence word, double now)
    {
        // Laid some time between the first day of one year and the last of the other.
        var age = new AgeRange(Quantise.Years(Math.Max(0, now - (word.To + 1))), Quantise.Years(Math.Max(0, now - word.From)), word.Source);
        var points = age.High - age.Low <= NarrowAgeRangeYears ? NarrowPoints : WidePoints;
        return new YearsLaid(
            age,
            [.. Enumerable.Range(0, points).Select(i => age.Low + (i + 0.5) / points * (age.High - age.Low))],
            $"Age {age.Low:0}–{age.High:0} years, {SourceWords(word.Source)}."
        );
    }

    private static YearsLaid OfSeveral(List<YearEvidence> words, double now)
    {
        var (first, last) = (words.Min(w => w.From), Math.Max(words.Max(w => w.To), words.Min(w => w.From)));
        var span = last - first + 1;
        var weights = new double[span];
        for (var i = 0; i < span; i++)
        {
            weights[i] = words.Aggregate(1.0, (product, word) => product * Weight(word, first + i, span));
        }
        var total = weights.Sum();
        double YearAt(double share)
        {
            var wanted = share * total;
            double sum = 0;
            for (var i = 0; i < span; i++)
            {
                if (sum + weights[i] >= wanted && weights[i] > 0)
                {
                    return first + i + (wanted - sum) / weights[i];
                }
                sum += weights[i];
            }
            return last + 1;
        }
        double Age(double share) => Math.Max(0, now - YearAt(share));
        var best = words.MaxBy(w => Trust(w.Source))!.Source;
        var age = new AgeRange(Quantise.Years(Age(1 - TailShare)), Quantise.Years(Age(TailShare)), best);
        return new YearsLaid(
            age,
            [.. Enumerable.Range(0, WidePoints).Select(i => Age((i + 0.5) / WidePoints))],
            $"Age {age.Low:0}–{age.High:0} years, from {Sentences.Count(words.Count, "source")}: {string.Join("; ", words.Select(Said))}.{Clash(words)}"
        );
    }

    private static double Weight(YearEvidence word, int year, int span)
    {
        var right = year >= word.From && year <= word.To ? Trust(word.Source) / (word.To - word.From + 1) : 0;
        return right + (1 - Trust(word.Source)) / span;
    }

    /// <summary>Chance that a source is right. Planning figures, from memory.</summary>
    private static double Trust(AgeSource source) =>
        source switch
        {
            AgeSource.Permit => 0.97,
            AgeSource.Stamp => 0.95,
            AgeSource.Owner => 0.8,
            // Whoever wrote it asked the owner, as a rule.
            AgeSource.Report => 0.8,
            AgeSource.Neighbours => 0.7,
            AgeSource.ByEye => 0.6,
            _ => 0.5,
        };

    private static string Said(YearEvidence word) =>
        $"{(word.From == word.To ? $"{word.From}" : $"{word.From}–{word.To}")} {SourceWords(word.Source)}{(word.Note.Length > 0 ? $" ({word.Note})" : "")}";

    private static string Clash(List<YearEvidence> words)
    {
        var apart = words
            .SelectMany((a, i) => words.Skip(i + 1).Select(b => (a, b)))
            .FirstOrDefault(p => p.a.To < p.b.From || p.b.To < p.a.From);
        return apart.a is null ? "" : " The sources disagree: confirm the year with a permit or a dated photo.";
    }

    private static string SourceWords(AgeSource source) =>
        source switch
        {
            AgeSource.Permit => "from the permit",
            AgeSource.Stamp => "from a manufacturer's stamp",
            AgeSource.Owner => "by the owner's word",
            AgeSource.Neighbours => "by the neighbors' roofs",
            AgeSource.ByEye => "estimated by eye",
            AgeSource.Report => "by an earlier report",
            _ => "source not recorded",
        };
}
