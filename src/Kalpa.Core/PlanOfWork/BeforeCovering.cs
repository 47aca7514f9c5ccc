using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What comes before a new covering (common practice): the framing that carries it is evaluated before it is ordered, and chimneys, chases and trees are worked on before it
/// is laid, not over it. What may hold asbestos is sampled before it is torn off, and before other work on its slope (OSHA 29 CFR 1926.1101(k): known before the work begins).
/// Loose or soft masonry is repaired before flashing is let into it, as soon as that is due, or this season where water does not leave the time (common practice).
/// </summary>
internal static class BeforeCovering
{
    /// <summary>
    /// Framing is evaluated, and what may hold asbestos sampled, no later than its slope is renewed; masonry is repaired no later than what is let into it. A class that the
    /// inspector chose stands.
    /// </summary>
    /// <param name="conditions">What each finding is, by its id.</param>
    public static IReadOnlyList<Job> Raised(
        RuleBook book,
        IReadOnlyList<Job> repairs,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    ) =>
        [
            .. repairs.Select(job =>
                Of(book, job, conditions) is { } precedes
                && job.Governing!.Moved is null
                && Least(book, job, precedes, repairs, decisions) is { } least
                && least > job.Item.Urgency
                    ? job with
                    {
                        Item = job.Item with
                        {
                            Urgency = least,
                            Marks = (int)least,
                            UrgencyWords = Urgencies.Words(least),
                            Why = $"{job.Item.Why} {Sentences.Upper(Words(precedes))}.",
                        },
                        Governing = job.Governing with { Class = least, Marks = (int)least, Words = Urgencies.Words(least) },
                    }
                    : job
            ),
        ];

    /// <summary>The class of the work that a job has to come before; null where that leaves its class alone.</summary>
    private static UrgencyClass? Least(
        RuleBook book,
        Job job,
        Precedes precedes,
        IReadOnlyList<Job> repairs,
        IReadOnlyList<RoofDecision> decisions
    ) =>
        precedes switch
        {
            Precedes.Carries or Precedes.Sampled => decisions
                .Where(d => d.Renews && IsUnder(job, d))
                .Select(d => (UrgencyClass?)d.Urgency)
                .Max(),
            // Before the next rain nobody repoints a chimney: that flashing is kept dry until then.
            Precedes.Masonry => repairs
                .Where(r => IsLetInto(book, job, r))
                .Select(r => (UrgencyClass?)(UrgencyClass)Math.Min((int)r.Item.Urgency, (int)UrgencyClass.ThisSeason))
                .Max(),
            _ => null,
        };

    /// <summary>Jobs in their order, those that come before a new covering above its job where they are as urgent.</summary>
    public static List<Job> Ordered(
        RuleBook book,
        IReadOnlyList<Job> jobs,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    )
    {
        var ordered = jobs.ToList();
        foreach (var renewal in jobs.Where(j => DecisionOf(j, decisions) is not null))
        {
            var at = ordered.IndexOf(renewal);
            var before = ordered
                .Skip(at + 1)
                .Where(j => j.Item.Urgency == renewal.Item.Urgency && Why(book, j, renewal, decisions, conditions) is not null)
                .ToList();
            ordered.RemoveAll(before.Contains);
            ordered.InsertRange(at, before);
        }
        foreach (var before in jobs.Where(j => j.Lead is not null && Of(book, j, conditions) is Precedes.Sampled or Precedes.Masonry))
        {
            var first = ordered.FindIndex(j =>
                j.Item.Urgency == before.Item.Urgency && IsAfter(book, before, Of(book, before, conditions)!.Value, j, conditions)
            );
            if (first >= 0 && first < ordered.IndexOf(before))
            {
                ordered.Remove(before);
                ordered.Insert(first, before);
            }
        }
        return ordered;
    }

    /// <summary>Why one job comes before another; null where it does not. A new covering comes after all of them, another repair only after sampling or masonry.</summary>
    public static string? Why(
        RuleBook book,
        Job job,
        Job other,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    ) =>
        job.Lead is null || Of(book, job, conditions) is not { } precedes ? null
        : DecisionOf(other, decisions) is { } decision
            ? (IsUnder(job, decision) ? Words(precedes == Precedes.Masonry ? Precedes.WorkAbove : precedes) : null)
        : IsAfter(book, job, precedes, other, conditions) ? Words(precedes)
        : null;

    private static string Words(Precedes precedes) =>
        precedes switch
        {
            Precedes.Carries => "the framing is evaluated before a new covering is ordered",
            Precedes.WorkAbove => "that work is done before a new covering is laid",
            Precedes.Masonry => "loose masonry is repaired before flashing is set into it",
            _ => "material that may contain asbestos is sampled before work disturbs it",
        };

    /// <summary>Other repairs of the same slope, or like it of none; after masonry only what is let into it.</summary>
    private static bool IsAfter(RuleBook book, Job job, Precedes precedes, Job other, IReadOnlyDictionary<Guid, Condition> conditions) =>
        precedes == Precedes.Masonry
            ? IsLetInto(book, job, other)
            : precedes == Precedes.Sampled
                && other.Lead is not null
                && other.Item.SlopeId == job.Item.SlopeId
                && Of(book, other, conditions) != Precedes.Sampled;

    /// <summary>Flashing that is let into the masonry of a job: on its slope, and nowhere else there as far as is known.</summary>
    private static bool IsLetInto(RuleBook book, Job masonry, Job other) =>
        other.Condition is { } condition
        && book.FindElement(condition.Element)?.After == Precedes.Masonry
        && other.Item.SlopeId == masonry.Item.SlopeId
        && !Places.AreTwo(other.PlainPlace, masonry.PlainPlace);

    /// <summary>What the work of a job comes before: as its first finding says, and as masonry where any of them is.</summary>
    private static Precedes? Of(RuleBook book, Job job, IReadOnlyDictionary<Guid, Condition> conditions) =>
        (job.Item.Resolves ?? []).Any(f => conditions[f.FindingId].Before == Precedes.Masonry) ? Precedes.Masonry
        : job.Condition is { } condition ? condition.Before ?? book.FindElement(condition.Element)?.Before
        : null;

    private static bool IsUnder(Job job, RoofDecision decision) => job.Item.SlopeId is not { } slope || decision.SlopeIds.Contains(slope);

    /// <summary>The decision that a job carries out, where that renews the covering.</summary>
    private static RoofDecision? DecisionOf(Job job, IReadOnlyList<RoofDecision> decisions) =>
        job.Item.IsRenewal ? decisions.FirstOrDefault(d => d.Renews && d.SlopeIds[0] == job.Item.SlopeId) : null;
}
