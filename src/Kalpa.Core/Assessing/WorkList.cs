using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>Findings and slopes as work in order of need: class first, then the loss of waiting, then id, so that the order never wavers.</summary>
internal static class WorkList
{
    /// <summary>A re-roof is listed when the likely life is at most this: time to plan and save for it.</summary>
    private const double PlanReroofYears = 5;

    /// <summary>Common practice: low to high, one detail at a time.</summary>
    private static readonly string[] TraceSteps =
    [
        "The measure here conforms, so water enters elsewhere",
        "Wet one detail at a time, from low to high, and watch below",
    ];

    private const string AnotherTrade = "other trade";

    public static IReadOnlyList<WorkItem> Of(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<SlopeAssessment> slopes,
        IReadOnlyList<FindingAssessment> findings,
        IReadOnlyList<CauseLink> causes
    )
    {
        var facts = input.Findings.ToDictionary(f => f.Id);
        var items = findings
            .Where(f =>
                // Water was seen: then a measure that conforms only says that the water has another way in.
                (
                    f.Verdict.IsDefect
                    || f.Recommended
                    || (f.Verdict.Outcome == VerdictOutcome.Conforms && facts[f.FindingId].Evidence.ShowsWater())
                )
                // What can hurt people is never only put on record.
                && (facts[f.FindingId].Outcome != FindingOutcome.DocumentOnly || Immediate(f))
            )
            .Select(f => Repair(book, facts[f.FindingId], f, input))
            .Concat(slopes.Select(OfSlope).OfType<WorkItem>())
            .Concat(slopes.SelectMany(s => Renewals(book, s, input.AsOf)));
        var urgencies = findings.ToDictionary(f => f.FindingId, f => f.Urgency);
        var byNeed = items
            .OrderByDescending(i => i.Urgency)
            .ThenByDescending(i => i.FindingId is { } id ? urgencies[id].Rank : 0)
            .ThenByDescending(i => i.LossHigh)
            .ThenBy(i => i.FindingId ?? i.SlopeId)
            .ThenBy(i => i.Title, StringComparer.Ordinal)
            .ToList();
        var ordered = CausesFirst.Ordered(byNeed, i => i.FindingId, i => i.Urgency, causes);
        return [.. ordered.Select((item, at) => item with { Number = at + 1, AboveNext = Above(ordered, at, urgencies, causes) })];
    }

    private static string Above(List<WorkItem> ordered, int at, Dictionary<Guid, UrgencyAnswer> urgencies, IReadOnlyList<CauseLink> causes)
    {
        if (at + 1 >= ordered.Count || ordered[at].FindingId is not { } id)
        {
            return "";
        }
        var next = ordered[at + 1];
        if (next.FindingId is { } then)
        {
            return causes.Contains(new CauseLink(id, then))
                ? $"Ranked above “{Sentences.Lower(next.Title)}” because it brings that about: correct the cause first."
                : Reasons.Above(urgencies[id], next.Title, urgencies[then]);
        }
        return ordered[at].Urgency == next.Urgency
            ? $"Ranked above “{Sentences.Lower(next.Title)}” because damage goes on while that is planned."
            : $"Ranked above “{Sentences.Lower(next.Title)}”: {Sentences.Lower(ordered[at].UrgencyWords)} comes before {Sentences.Lower(next.UrgencyWords)}.";
    }

    private static WorkItem Repair(RuleBook book, FindingFact fact, FindingAssessment judged, AssessInput input)
    {
        var condition = AsRecorded.Condition(book, fact, input.Firm);
        var slope = input.Slopes.FirstOrDefault(s => s.Id == fact.SlopeId);
        // What the inspector has given to somebody else stays with them.
        var elsewhere = judged.Verdict.Outcome == VerdictOutcome.Conforms && judged.Outcome == FindingOutcome.Mend;
        return new WorkItem(
            0,
            WorkKind.Repair,
            elsewhere ? "Find where water enters" : Title(condition, judged),
            Words.Place(fact, slope),
            judged.Urgency.Class,
            judged.Urgency.Marks,
            judged.Urgency.Words,
            string.Join(' ', judged.Urgency.Why.Concat(judged.Together.Select(t => t.Means))),
            elsewhere ? TraceSteps : judged.RemedySteps,
            elsewhere ? "" : condition.Remedy.NotARepair,
            judged.Urgency.LossLow,
            judged.Urgency.LossHigh,
            fact.Id,
            fact.SlopeId,
            Trade: judged.Outcome == FindingOutcome.OtherTrade || judged.Trade.Length > 0
                ? judged.Trade.Length > 0
                    ? judged.Trade
                    : AnotherTrade
                : "",
            Amount: judged.Amount
        );
    }

    private static bool Immediate(FindingAssessment judged) => judged.Urgency.Class == UrgencyClass.MakeSafeNow;

    /// <summary>
    /// Other outcomes exist besides a repair; each says who acts. What the rule book or an answer recommends names itself, and what can injure people is made safe,
    /// not monitored.
    /// </summary>
    private static string Title(Condition condition, FindingAssessment judged)
    {
        var named = judged.RemedyTitle != condition.Remedy.Title || judged.Outcome == condition.DefaultOutcome;
        var what = Sentences.Lower(condition.Name);
        return Immediate(judged) && judged.Outcome is FindingOutcome.Watch or FindingOutcome.DocumentOnly ? judged.RemedyTitle
            : judged.Recommended ? $"Recommended: {Sentences.Lower(judged.RemedyTitle)}"
            : named ? judged.RemedyTitle
            : judged.Outcome switch
            {
                FindingOutcome.Watch => $"Monitor: {what}",
                FindingOutcome.Investigate => $"Further evaluation: {what}",
                FindingOutcome.HaveJudged => $"Evaluation by a specialist: {what}",
                FindingOutcome.OtherTrade => $"Other trade: {what}",
                _ => judged.RemedyTitle,
            };
    }

    private static WorkItem? OfSlope(SlopeAssessment slope)
    {
        if (slope.Fitness is { State: FitnessState.Unfit } fitness)
        {
            return Slope(
                slope,
                WorkKind.Rebuild,
                $"Rebuild or replace slope {slope.Letter}",
                UrgencyClass.WithinYear,
                fitness.Reason,
                ["Change the covering to one that suits the pitch, or re-frame to the pitch it needs", "Have a roofer evaluate which"]
            );
        }
        if (slope.Life is { Stated: null, Unseen: { } unseen })
        {
            return Slope(
                slope,
                WorkKind.Evaluate,
                $"Lift two tiles on slope {slope.Letter} and inspect the underlayment",
                UrgencyClass.WithinYear,
                $"{unseen.Words} {UnseenUnderlayment.Range(unseen)} {unseen.Conclude}",
                [
                    "Lift two tiles near the eave, one on each side of the slope",
                    "Photograph the underlayment before and after, and rate it",
                    "Ask for permits, invoices or photos of a relay",
                ]
            );
        }
        // Covered figures would show through a re-roof.
        if (slope.FiguresCovered || slope.Life?.Stated is not { } left || left.Likely > PlanReroofYears)
        {
            return null;
        }
        var soon = Assessor.ReroofDue(slope);
        return Slope(
            slope,
            WorkKind.Reroof,
            soon ? $"Re-roof slope {slope.Letter}" : $"Plan the re-roof of slope {slope.Letter}",
            soon ? UrgencyClass.WithinYear : UrgencyClass.WithReroof,
            $"{slope.Life.Headline}. {slope.Life.Reasons[^1]}",
            ["Get estimates for the whole section to its natural breaks", "Replace underlayment, flashings and edge metal with it"]
        );
    }

    /// <summary>What is renewed alone and falls due within a few years; what the re-roof comes before goes with it.</summary>
    private static IEnumerable<WorkItem> Renewals(RuleBook book, SlopeAssessment slope, DateOnly asOf)
    {
        if (slope.FiguresCovered || slope.Fitness?.State == FitnessState.Unfit)
        {
            yield break;
        }
        foreach (var part in slope.Life?.Components ?? [])
        {
            if (part.Due is not { } due || due.Likely > asOf.Year + PlanReroofYears || book.FindComponent(part.Kind) is not { } kind)
            {
                continue;
            }
            var first = slope.Life!.Stated is not { } left || asOf.Year + left.Likely > due.Likely;
            var soon = part.Left!.Likely <= Assessor.ReroofWithinYears;
            yield return Slope(
                slope,
                WorkKind.Renew,
                kind.Renew,
                !first ? UrgencyClass.WithReroof
                    : soon ? UrgencyClass.WithinYear
                    : UrgencyClass.Watch,
                $"{Sentences.Upper(part.Name)}: {Sentences.Lower(part.Words)}{(first ? "" : " The re-roof comes first and includes it.")}",
                [kind.Renew]
            );
        }
    }

    private static WorkItem Slope(
        SlopeAssessment slope,
        WorkKind kind,
        string title,
        UrgencyClass urgency,
        string why,
        IReadOnlyList<string> steps
    ) =>
        new(
            0,
            kind,
            title,
            $"Slope {slope.Letter}",
            urgency,
            (int)urgency,
            Urgencies.Words(urgency),
            why,
            steps,
            "",
            0,
            0,
            null,
            slope.SlopeId
        );
}
