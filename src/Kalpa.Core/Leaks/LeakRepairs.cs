using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Leaks;

[JsonConverter(typeof(CamelCaseEnum<LeakStage>))]
public enum LeakStage
{
    /// <summary>Repaired, and nothing has shown yet that it holds.</summary>
    Repaired,

    /// <summary>A test or rain has shown that it holds.</summary>
    Closed,

    /// <summary>Water came again after the repair.</summary>
    Returned,
}

/// <summary>
/// How a repaired leak stands: <paramref name="Words"/> say since when and by what, <paramref name="Next"/> what is left to do. <paramref name="Doubt"/>: the chance
/// that it still leaks.
/// </summary>
public sealed record LeakRepair(LeakStage Stage, DateOnly On, string Words, string Next, double Doubt);

/// <summary>
/// A leak is closed by what shows that it is over, never by the repair alone: the test that was wet is dry afterward, or it rains as it did when it leaked and no
/// water comes.
/// </summary>
public static class LeakRepairs
{
    /// <summary>Of a leak that is traced no more: its stain alone says what was repaired.</summary>
    public static readonly IReadOnlyDictionary<Guid, double> NoWays = new Dictionary<Guid, double>();

    /// <summary>The chance that a repair missed the leak, before anything is seen of it (planning figure, from memory).</summary>
    private const double Missed = 0.20;

    /// <summary>How often a leak that was missed shows in a rain like those it leaked in (planning figure, from memory).</summary>
    private const double ShowsInRain = 0.60;

    /// <summary>Below this doubt a leak is closed (planning figure, from memory).</summary>
    private const double CloseBelow = 0.05;

    /// <summary>More like rains than this say no more.</summary>
    private const int MostRains = 9;

    /// <summary>
    /// Doubt that is left of a repair after some like rains without water. <paramref name="chance"/>: that what was repaired was the way in; a surer one is repaired no
    /// better.
    /// </summary>
    public static double Doubt(int dryRains, double chance = 1)
    {
        var missed = Math.Max(Missed, 1 - chance);
        var leaksStill = missed * Math.Pow(1 - ShowsInRain, dryRains);
        return leaksStill / (leaksStill + 1 - missed);
    }

    /// <summary>
    /// Null where nothing permanent was done about the stain, or about any of <paramref name="ways"/>: findings at which its water may get in, with their chances. Where
    /// only the stain's own job was done, nobody has said at what: it counts as a usual repair.
    /// </summary>
    public static LeakRepair? Of(
        Guid stain,
        IReadOnlyDictionary<Guid, double> ways,
        IEnumerable<JobDoneFact> jobs,
        IEnumerable<LeakTestFact> tests,
        IEnumerable<LeakRainFact> rains
    )
    {
        var done = jobs.Where(d => Repairs(d, stain, ways)).OrderBy(d => d.On).ThenBy(d => d.Id).LastOrDefault();
        if (done is null)
        {
            return null;
        }
        var own = tests.Where(t => t.FindingId == stain && t.Result is not null).OrderBy(t => t.At).ThenBy(t => t.Id).ToList();
        var after = own.Where(t => t.AfterRepair && DateOnly.FromDateTime(t.At.Date) >= done.On).ToList();
        var since = rains.Where(r => r.FindingId == stain && r.On > done.On).OrderBy(r => r.On).ThenBy(r => r.Id).ToList();
        var repaired = $"Work was done on {Sentences.Day(done.On)}.";
        if (since.FirstOrDefault(r => r.Water) is { } wetRain)
        {
            return Returned(
                done.On,
                $"Water came again in the rain of {Sentences.Day(wetRain.On)}, after the work of {Sentences.Day(done.On)}."
            );
        }
        // The last word counts: what was wet, was worked on again and is dry now, is dry.
        if (after.LastOrDefault(t => t.Result != LeakTestResult.Unclear) is { Result: LeakTestResult.Wet } wetTest)
        {
            return Returned(
                done.On,
                $"{LeakTestMethods.Name(wetTest.Test)} on {Sentences.Day(DateOnly.FromDateTime(wetTest.At.Date))} showed a leak after the work of {Sentences.Day(done.On)}."
            );
        }
        var same = after.LastOrDefault(t =>
            t.Result == LeakTestResult.Dry
            && own.Exists(b => !b.AfterRepair && b.Result == LeakTestResult.Wet && b.Test == t.Test && b.Ways.Any(t.Ways.Contains))
        );
        var dry = since.Where(r => r.Alike).ToList();
        var chances = done.Findings.Where(ways.ContainsKey).Select(f => ways[f]).ToList();
        var chance = chances.Count > 0 ? Math.Min(1, chances.Sum()) : 1;
        var doubt = Doubt(dry.Count, chance);
        if (same is not null || doubt < CloseBelow)
        {
            return new LeakRepair(
                LeakStage.Closed,
                done.On,
                same is not null
                    ? $"Closed. {repaired} {LeakTestMethods.Name(same.Test)} showed a leak before, and none on {Sentences.Day(DateOnly.FromDateTime(same.At.Date))}."
                    : $"Closed. {repaired} No water in {Sentences.Count(dry.Count, "like rain")} since, the last on {Sentences.Day(dry[^1].On)}.",
                "Ask at the next visit whether it has leaked since.",
                Quantise.Chance(doubt)
            );
        }
        var more = Enumerable.Range(1, MostRains).First(n => n == MostRains || Doubt(dry.Count + n, chance) < CloseBelow);
        var needed = $"{Sentences.Count(more, dry.Count > 0 ? "more rain" : "rain")} like those it leaked in.";
        return new LeakRepair(
            LeakStage.Repaired,
            done.On,
            dry.Count == 0
                ? $"{repaired} Nothing shows yet that it holds."
                : $"{repaired} No water in {Sentences.Count(dry.Count, "like rain")} since: not enough to close it.",
            own.Exists(t => !t.AfterRepair && t.Result == LeakTestResult.Wet)
                ? $"Repeat the test that showed it, or record {needed}"
                : $"Record {needed}",
            Quantise.Chance(doubt)
        );
    }

    /// <summary>Whether a job was permanent work on this leak.</summary>
    public static bool Repairs(JobDoneFact job, Guid stain, IReadOnlyDictionary<Guid, double> ways) =>
        !job.Temporary && job.Findings.Any(f => f == stain || ways.ContainsKey(f));

    private static LeakRepair Returned(DateOnly on, string words) =>
        new(LeakStage.Returned, on, words, "Look for another entry point, and look at the repair.", 1);
}
