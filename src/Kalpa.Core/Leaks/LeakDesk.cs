using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Leaks;

/// <summary>Where a leak comes from: candidates with their chances and reasons, and the next test (methods, section 13).</summary>
public static class LeakDesk
{
    /// <summary>Chances are told in steps of five percent: the tables behind them are no finer.</summary>
    private const double Step = 0.05;

    private const double MostLikelyFrom = 0.60;
    private const double FoundFrom = 0.85;
    private const double FloorWithElse = 0.30;
    private const double Shown = 0.02;
    private const int MostShown = 12;

    public static LeakAnswer Of(LeakRequest request, RuleBook book)
    {
        var weighed = LeakRanking.Of(request, book);
        var chances = LeakRanking.Chances(weighed);
        var order = Enumerable
            .Range(0, weighed.Count)
            .OrderByDescending(i => chances[i])
            .ThenBy(i => weighed[i].Kind.Key, StringComparer.Ordinal)
            .ToList();
        var candidates = order
            .Where((i, rank) => rank < MostShown && (chances[i] >= Shown || rank < 3))
            .Select(i => Candidate(weighed[i], chances[i], book))
            .ToList();
        candidates.Add(
            new LeakCandidate(
                LeakKinds.SomethingElse,
                "Something else",
                null,
                null,
                Rounded(chances[^1]),
                false,
                null,
                null,
                "No list names every way in.",
                "",
                "Have the owner take photos with the time when it leaks; look from the attic in rain."
            )
        );
        var leader = order.Count > 0 ? order[0] : -1;
        var leading = leader < 0 ? 0 : chances[leader];
        var proven =
            leader >= 0
            && weighed[leader].Tested > 1
            && (request.Tests ?? []).Any(t => t.Kind == weighed[leader].Kind.Key && t.Result == LeakTestResult.Wet);
        var state =
            leading <= chances[^1] || (leading < FloorWithElse && Looked(request)) ? LeakState.NotExplained
            : leading >= FoundFrom && proven ? LeakState.Found
            : leading >= MostLikelyFrom ? LeakState.MostLikely
            : LeakState.Open;
        if (state == LeakState.NotExplained)
        {
            // What nobody knows leads the list.
            candidates = [candidates[^1], .. candidates.SkipLast(1)];
        }
        return new LeakAnswer(
            state,
            Words(state, leader < 0 ? null : weighed[leader], leading),
            candidates,
            state == LeakState.Found ? [] : LeakTestMethods.Next(weighed, chances),
            Clashes(request)
        );
    }

    private static double Rounded(double chance) => Quantise.Chance(Math.Round(chance / Step) * Step);

    private static bool Looked(LeakRequest request) => (request.Tests ?? []).Count > 0;

    private static LeakCandidate Candidate(Weighed weighed, double chance, RuleBook book) =>
        new(
            weighed.Kind.Key,
            weighed.Kind.Name,
            weighed.FindingId,
            weighed.DetailId,
            Rounded(chance),
            weighed.Kind.NotTheCovering,
            weighed.Down,
            weighed.Side,
            LeakWords.For(weighed, book),
            LeakWords.Against(weighed),
            LeakWords.Settle(weighed.Kind)
        );

    private static string Words(LeakState state, Weighed? leader, double chance) =>
        state switch
        {
            LeakState.Found => $"Found: {leader!.Kind.Words}, shown by a test.",
            LeakState.MostLikely =>
                $"Most likely {leader!.Kind.Words}, about {Rounded(chance) * 100:0}%. Not confirmed until a test or rain shows it.{Other(leader)}",
            LeakState.Open => $"Not settled. First to check: {leader!.Kind.Words}, about {Rounded(chance) * 100:0}%.{Other(leader)}",
            _ => "Not explained by what is known. Test before repairing anything.",
        };

    private static string Other(Weighed leader) => leader.Kind.NotTheCovering ? " That is not the roof covering." : "";

    /// <summary>Answers that cannot all be so.</summary>
    private static List<string> Clashes(LeakRequest request)
    {
        bool Says(string key) => request.When.Contains(key);
        List<string> clashes = [];
        if (Says("never") && request.When.Count > 1)
        {
            clashes.Add("The owner says it does not leak, and when it leaks: ask again.");
        }
        if (Says("dry-weather") && request.When.Any(w => w is "every-rain" or "heavy-rain" or "wind-rain"))
        {
            clashes.Add("It leaks in dry weather and in rain: two causes, or one that stores water. Ask which came first.");
        }
        if (Says("long-after") && request.Delay == "at-once")
        {
            clashes.Add("It leaks long after rain, and immediately: ask which was seen last.");
        }
        if (request.YearsSinceFirst is { } since && request.HouseYears is { } house && since > house)
        {
            clashes.Add("It has leaked for longer than the house is old: check both years.");
        }
        return clashes;
    }
}
