using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Water;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// A job with the urgency that governs it; of a repair also the finding that leads it and that one's condition. <paramref name="Hurried"/>: due sooner only because other work
/// waits for it, so that it needs no protection meanwhile.
/// </summary>
internal sealed record Job(
    WorkItem Item,
    UrgencyAnswer? Governing,
    FindingAssessment? Lead = null,
    Condition? Condition = null,
    bool Hurried = false
)
{
    /// <summary>Where its first finding is, in plain words (<see cref="Places"/>).</summary>
    public string PlainPlace => Places.Plain(Item.Resolves![0].Place);
}

/// <summary>
/// Jobs in order of need: class first, then the loss of waiting, then id, so that the order never wavers. What is one problem is one job, and what is on a section that
/// is renewed is done with that.
/// </summary>
internal static class WorkList
{
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
        IReadOnlyList<CauseLink> causes,
        IReadOnlyList<RoofProblem> problems,
        IReadOnlyList<RoofDecision> decisions,
        PlannedRoof planned,
        IReadOnlyList<StainLeak>? leaks,
        RoofWater water
    )
    {
        var facts = input.Findings.ToDictionary(f => f.Id);
        var kinds = new CoveringKinds(book, input);
        var conditions = input.Findings.ToDictionary(f => f.Id, f => AsRecorded.Condition(book, f, input.Firm, kinds.Of(f)));
        var single = findings
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
            .Select(f => Repair(book, facts[f.FindingId], conditions[f.FindingId], f, input, leaks, water))
            .ToList();
        var repairs = Folding.Signs(book, single, problems);
        var allRenewed = decisions.All(d => d.Renews);
        var sections = decisions
            .Select((d, at) => SectionRepairs.Of(book, d, unplaced: allRenewed && at == 0, repairs, problems, facts, input.AsOf))
            .ToList();
        var folded = Folding.ByProblem(book, [.. repairs.Where(r => !sections.Any(s => s.Takes(r)))], problems).ToList();
        var jobs = Prerequisites
            .Raised(book, folded, sections.SelectMany(s => s.Temporary), decisions, conditions)
            .Concat(sections.SelectMany(s => s.Temporary))
            .Concat(sections.SelectMany(s => SectionJobs.Of(book, s, slopes, input, planned)).Select(i => new Job(i, null)))
            .Concat(NotInspected.Of(input).Select(i => new Job(i, null)))
            .Concat(LeakJobs.ToConfirm(input, leaks).Select(i => new Job(i, null)))
            .Concat(WaterJobs.ForEngineer(input, findings, water).Select(i => new Job(i, null)))
            .Where(j => !JobsDone.IsDone(j.Item, input.Records));
        var byNeed = jobs.OrderByDescending(j => j.Item.Urgency)
            .ThenByDescending(j => j.Governing?.Rank ?? 0)
            // A slope that never suited its covering, or lets water in that no repair keeps out, goes before single repairs that can wait as long.
            .ThenByDescending(j => GoesFirst(j, decisions))
            .ThenByDescending(j => j.Item.LossHigh)
            .ThenBy(j => j.Item.FindingId ?? j.Item.SlopeId)
            .ThenBy(j => j.Item.Title, StringComparer.Ordinal)
            .ToList();
        var ordered = Prerequisites.Ordered(
            book,
            CausesFirst.Ordered(byNeed, j => Of(j), j => j.Item.Urgency, causes),
            decisions,
            conditions
        );
        var first = Prerequisites.Of(book, ordered, causes, decisions, conditions);
        return QuantitiesSet.Of(
            [
                .. ordered.Select(
                    (job, at) =>
                        WaterJobs.Weighed(Measured(book, job, input, planned), water) with
                        {
                            Number = at + 1,
                            AboveNext = Above(book, ordered, at, causes, decisions, conditions),
                            After = first[at],
                        }
                ),
            ],
            input.Records?.QuantitiesSet
        );
    }

    /// <summary>
    /// A repair with what it takes, and what holds until it is done where it cannot wait long. What somebody else has to look at first has no quantities yet; a
    /// temporary repair is its own protection, and takes what that takes.
    /// </summary>
    private static WorkItem Measured(RuleBook book, Job job, AssessInput input, PlannedRoof planned)
    {
        if (job.Lead is null || !IsRepair(job.Lead))
        {
            return job.Item;
        }
        if (RepairQuantities.Of(book, Of(job), input, planned) is not { } needs)
        {
            return job.Item;
        }
        return job.Item with
        {
            Quantities =
                !job.Item.Temporary ? needs.Quantities
                : needs.Hold is { } kept ? RepairQuantities.OfHold(kept, Of(job), input, planned)
                : null,
            Photos = job.Item.Temporary || needs.Photos.Count == 0 ? null : needs.Photos,
            Interim =
                needs.Hold is { } hold && !job.Hurried && (job.Item.Temporary || job.Item.Urgency >= UrgencyClass.ThisSeason)
                    ? Interim(job, hold, input.AsOf)
                    : null,
        };
    }

    /// <summary>Whether a finding is repaired: not only watched, looked into or found to conform.</summary>
    public static bool IsRepair(FindingAssessment judged) =>
        judged.Outcome is FindingOutcome.Mend or FindingOutcome.OtherTrade && judged.Verdict.Outcome != VerdictOutcome.Conforms;

    private static InterimProtection Interim(Job job, TemporaryHold hold, DateOnly asOf)
    {
        var until = asOf.AddDays(hold.Days);
        return new InterimProtection(
            $"{(job.Item.Temporary ? "For the time being" : "Until it is done")}: {Sentences.Lower(hold.Words)}. Good until {Sentences.Day(until)}.",
            until
        );
    }

    /// <summary>Why a finding asks for nothing: each has a job, or a reason.</summary>
    public static IReadOnlyList<FindingWithoutJob> WithoutJob(IReadOnlyList<FindingAssessment> findings, IReadOnlyList<WorkItem> work)
    {
        var placed = work.SelectMany(w => (w.Resolves ?? []).Concat(w.Included ?? [])).Select(f => f.FindingId).ToHashSet();
        return
        [
            .. findings
                .Where(f => !placed.Contains(f.FindingId))
                .Select(f => new FindingWithoutJob(
                    f.FindingId,
                    f.Name,
                    f.Outcome == FindingOutcome.DocumentOnly ? "Recorded only, as the inspector chose."
                        : f.Verdict.Outcome == VerdictOutcome.Conforms ? "Within its limit: nothing has to be done."
                        : "A note: nothing has to be done."
                )),
        ];
    }

    private static IReadOnlyList<Guid> Of(Job job) => [.. (job.Item.Resolves ?? []).Select(f => f.FindingId)];

    private static string Above(
        RuleBook book,
        List<Job> ordered,
        int at,
        IReadOnlyList<CauseLink> causes,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    )
    {
        if (at + 1 >= ordered.Count)
        {
            return "";
        }
        var (item, next) = (ordered[at].Item, ordered[at + 1].Item);
        if (item.Urgency == next.Urgency && Prerequisites.Why(book, ordered[at], ordered[at + 1], decisions, conditions) is { } first)
        {
            return $"Ranked above “{Sentences.Lower(next.Title)}” because {first}.";
        }
        if (ordered[at].Governing is not { } urgency)
        {
            return item.Urgency > next.Urgency ? ByClass(item, next)
                : GoesFirst(ordered[at], decisions) && !GoesFirst(ordered[at + 1], decisions)
                    ? $"Ranked above “{Sentences.Lower(next.Title)}” because {(item.Kind == WorkKind.Rebuild ? "the slope is not suitable as built" : "there were water signs there, and no repair would last")}."
                : "";
        }
        if (ordered[at + 1].Governing is { } then)
        {
            // What the next job has several of is not all brought about by this one: the one that is, is named.
            return Prerequisites.Brought(ordered[at], ordered[at + 1], causes) is { } brought
                ? $"Ranked above “{Sentences.Lower(next.Title)}” because it can bring about “{Sentences.Lower(brought.Name)}”: correct the cause first."
                : Reasons.Above(urgency, next.Title, then);
        }
        return item.Urgency == next.Urgency
            ? $"Ranked above “{Sentences.Lower(next.Title)}” because damage goes on while that is planned."
            : ByClass(item, next);
    }

    private static string ByClass(WorkItem item, WorkItem next) =>
        $"Ranked above “{Sentences.Lower(next.Title)}”: {Sentences.Lower(item.UrgencyWords)} comes before {Sentences.Lower(next.UrgencyWords)}.";

    private static bool GoesFirst(Job job, IReadOnlyList<RoofDecision> decisions) =>
        job.Item.Kind == WorkKind.Rebuild
        || (
            job.Item is { IsRenewal: true, Urgency: UrgencyClass.ThisSeason }
            && decisions.Any(d => d is { Renews: true, ByInspector: false } && d.SlopeIds[0] == job.Item.SlopeId)
        );

    private static Job Repair(
        RuleBook book,
        FindingFact fact,
        Condition condition,
        FindingAssessment judged,
        AssessInput input,
        IReadOnlyList<StainLeak>? leaks,
        RoofWater water
    )
    {
        var slope = input.Slopes.FirstOrDefault(s => s.Id == fact.SlopeId);
        // What the inspector has given to somebody else stays with them.
        var elsewhere = judged.Verdict.Outcome == VerdictOutcome.Conforms && judged.Outcome == FindingOutcome.Mend;
        var item = new WorkItem(
            0,
            WorkKind.Repair,
            elsewhere ? "Find where water enters" : Title(condition, judged),
            Words.Place(fact, slope),
            judged.Urgency.Class,
            judged.Urgency.Marks,
            judged.Urgency.Words,
            string.Join(' ', judged.Urgency.Why.Concat(judged.Together.Select(t => t.Means))),
            [
                .. Beware(book, condition, fact, input),
                .. elsewhere ? TraceSteps : judged.RemedySteps,
                .. WaterJobs.Steps(fact, water),
                .. LeakJobs.Steps(fact.Id, leaks),
            ],
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
            Amount: judged.Amount,
            Resolves: [new JobFinding(fact.Id, judged.Name, fact.Place)]
        );
        return new Job(item, judged.Urgency, judged, condition);
    }

    /// <summary>What is dangerous to work on is said before the first step.</summary>
    private static IEnumerable<string> Beware(RuleBook book, Condition condition, FindingFact fact, AssessInput input) =>
        book.FindElement(condition.Element) is not { Separate: true }
        && Assessor.CoveringCaution(book, input, fact.SlopeId) is { Length: > 0 } caution
            ? [caution]
            : [];

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
}
