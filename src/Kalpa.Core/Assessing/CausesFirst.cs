using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>A finding that brings about another one; <paramref name="ByLink"/>: by a link of the rule book, not by a combination of findings.</summary>
internal readonly record struct CauseLink(Guid Cause, Guid Effect, bool ByLink = false);

/// <summary>
/// What brings about something else is corrected first: a fan that wets the attic before its mold is treated. A cause is raised to the class of what it brings
/// about, short of immediate, which is for what endangers people itself; an inspector's own class stands.
/// </summary>
internal static class CausesFirst
{
    private const UrgencyClass MostByEffect = UrgencyClass.BeforeNextRain;

    public static IReadOnlyList<CauseLink> Links(
        RuleBook book,
        IReadOnlyList<CombinationAnswer> combined,
        IReadOnlyList<FindingFact> findings,
        IReadOnlyList<RoofProblem> problems,
        IReadOnlyList<StainLeak>? leaks
    )
    {
        var conditionOf = findings.ToDictionary(f => f.Id, f => f.Condition);
        var links = new List<CauseLink>();
        foreach (var met in combined)
        {
            if (book.Combinations.First(c => c.Id == met.Id).Causes is not { } causes)
            {
                continue;
            }
            var isCause = met.Findings.ToLookup(id => causes.Contains(conditionOf[id]));
            links.AddRange(isCause[true].SelectMany(cause => isCause[false].Select(effect => new CauseLink(cause, effect))));
        }
        links.AddRange(
            from leak in leaks ?? []
            where leak is { Settled: true, EntryId: not null }
            where problems.Any(p => p.Parts.Any(f => f.FindingId == leak.FindingId) && p.Parts.Any(f => f.FindingId == leak.EntryId))
            select new CauseLink(leak.EntryId!.Value, leak.FindingId, ByLink: true)
        );
        return [.. links.Concat(InProblems(book, conditionOf, problems)).DistinctBy(l => (l.Cause, l.Effect))];
    }

    /// <summary>What the rule book says that one part of a problem brings about in another.</summary>
    private static IEnumerable<CauseLink> InProblems(
        RuleBook book,
        Dictionary<Guid, string> conditionOf,
        IReadOnlyList<RoofProblem> problems
    ) =>
        problems.SelectMany(p =>
            p.Parts.SelectMany(effect =>
                p.Parts.Where(cause => book.LinksTo(conditionOf[effect.FindingId]).Any(l => l.Cause == conditionOf[cause.FindingId]))
                    .Select(cause => new CauseLink(cause.FindingId, effect.FindingId, ByLink: true))
            )
        );

    /// <param name="waits">Whether a finding can be corrected only while the covering is off: what it brings about does not hurry it.</param>
    /// <param name="evidence">The water signs of a finding.</param>
    public static IEnumerable<FindingAssessment> Raised(
        IReadOnlyList<FindingAssessment> judged,
        IReadOnlyList<CauseLink> links,
        Func<Guid, bool> waits,
        Func<Guid, WaterEvidence> evidence
    )
    {
        var byId = judged.ToDictionary(f => f.FindingId);
        // What makes damage a danger (a person below) is not what brought it about.
        var effectsOf = links
            .Where(l => !l.ByLink || byId[l.Effect].Urgency.Class != UrgencyClass.MakeSafeNow)
            .ToLookup(l => l.Cause, l => l.Effect);
        foreach (var told in judged)
        {
            var signs = effectsOf[told.FindingId]
                .Where(id => evidence(id).ShowsWater())
                .OrderByDescending(id => evidence(id).Adversity())
                .ThenBy(id => id)
                .ToList();
            var finding =
                signs.Count == 0
                    ? told
                    : told with
                    {
                        Urgency = told.Urgency with { Why = Reasons.WithSign(told.Urgency.Why, evidence(signs[0]), byId[signs[0]].Name) },
                    };
            var effect = effectsOf[finding.FindingId].Select(id => byId[id]).Where(f => f.Verdict.IsDefect).MaxBy(f => f.Urgency.Class);
            var least = effect is null || effect.Urgency.Class < MostByEffect ? effect?.Urgency.Class : MostByEffect;
            yield return !finding.Verdict.IsDefect
            || finding.Urgency.Moved is not null
            || !(least > finding.Urgency.Class)
            || waits(finding.FindingId)
                ? finding
                : finding with
                {
                    Urgency = finding.Urgency with
                    {
                        Class = least!.Value,
                        Marks = (int)least,
                        Words = Urgencies.Words(least.Value),
                        Why = [.. finding.Urgency.Why, $"It brings about “{Sentences.Lower(effect!.Name)}”, so it is corrected first."],
                    },
                };
        }
    }

    /// <summary>Items in their order, each after the causes of it that are as urgent; items that are no finding stay where they are.</summary>
    public static List<T> Ordered<T>(
        IReadOnlyList<T> items,
        Func<T, IReadOnlyList<Guid>> findingsOf,
        Func<T, UrgencyClass> classOf,
        IReadOnlyList<CauseLink> links
    )
    {
        if (links.Count == 0)
        {
            return [.. items];
        }
        var causesOf = links.ToLookup(l => l.Effect, l => l.Cause);
        var placeOf = items.Index().SelectMany(i => findingsOf(i.Item).Select(id => (id, i.Index))).ToDictionary(p => p.id, p => p.Index);
        var ordered = new List<T>();
        var placed = new HashSet<int>();
        void Place(int at)
        {
            // Marked before its causes are placed: two that bring about each other end here.
            if (!placed.Add(at))
            {
                return;
            }
            var causes = findingsOf(items[at]).SelectMany(id => causesOf[id]);
            foreach (var cause in causes.Where(placeOf.ContainsKey).Select(c => placeOf[c]).Order())
            {
                if (classOf(items[cause]) == classOf(items[at]))
                {
                    Place(cause);
                }
            }
            ordered.Add(items[at]);
        }
        for (var at = 0; at < items.Count; at++)
        {
            Place(at);
        }
        return ordered;
    }
}
