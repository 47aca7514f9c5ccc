using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What comes before a new covering (common practice): the framing that carries it is evaluated before it is ordered, and chimneys, chases and trees are worked on before it
/// is laid, not over it. What may hold asbestos is sampled before it is torn off, and before other work on its slope (OSHA 29 CFR 1926.1101(k): known before the work begins).
/// </summary>
internal static class BeforeCovering
{
    /// <summary>Framing is evaluated, and what may hold asbestos sampled, no later than its slope is renewed. A class that the inspector chose stands.</summary>
    public static IEnumerable<Job> Raised(RuleBook book, IEnumerable<Job> repairs, IReadOnlyList<RoofDecision> decisions) =>
        repairs.Select(job =>
            Of(book, job) is (Precedes.Carries or Precedes.Sampled) and { } precedes
            && job.Governing!.Moved is null
            && decisions.Where(d => d.Renews && IsUnder(job, d)).Select(d => (UrgencyClass?)d.Urgency).Max() is { } least
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
        );

    /// <summary>Jobs in their order, those that come before a new covering above its job where they are as urgent.</summary>
    public static List<Job> Ordered(RuleBook book, IReadOnlyList<Job> jobs, IReadOnlyList<RoofDecision> decisions)
    {
        var ordered = jobs.ToList();
        foreach (var renewal in jobs.Where(j => DecisionOf(j, decisions) is not null))
        {
            var at = ordered.IndexOf(renewal);
            var before = ordered
                .Skip(at + 1)
                .Where(j => j.Item.Urgency == renewal.Item.Urgency && Why(book, j, renewal, decisions) is not null)
                .ToList();
            ordered.RemoveAll(before.Contains);
            ordered.InsertRange(at, before);
        }
        foreach (var sampling in jobs.Where(j => Of(book, j) == Precedes.Sampled))
        {
            var first = ordered.FindIndex(j => j.Item.Urgency == sampling.Item.Urgency && IsAfterSampling(book, sampling, j));
            if (first >= 0 && first < ordered.IndexOf(sampling))
            {
                ordered.Remove(sampling);
                ordered.Insert(first, sampling);
            }
        }
        return ordered;
    }

    /// <summary>Why one job comes before another; null where it does not. A new covering comes after all of them, another repair only after sampling.</summary>
    public static string? Why(RuleBook book, Job job, Job other, IReadOnlyList<RoofDecision> decisions) =>
        job.Lead is null || Of(book, job) is not { } precedes ? null
        : DecisionOf(other, decisions) is { } decision ? (IsUnder(job, decision) ? Words(precedes) : null)
        : precedes == Precedes.Sampled && IsAfterSampling(book, job, other) ? Words(precedes)
        : null;

    private static string Words(Precedes precedes) =>
        precedes switch
        {
            Precedes.Carries => "the framing is evaluated before a new covering is ordered",
            Precedes.WorkAbove => "that work is done before a new covering is laid",
            _ => "material that may contain asbestos is sampled before work disturbs it",
        };

    /// <summary>Other repairs of the same slope, or like it of none.</summary>
    private static bool IsAfterSampling(RuleBook book, Job sampling, Job other) =>
        other.Lead is not null && other.Item.SlopeId == sampling.Item.SlopeId && Of(book, other) != Precedes.Sampled;

    private static Precedes? Of(RuleBook book, Job job) =>
        job.Condition is { } condition ? condition.Before ?? book.FindElement(condition.Element)?.Before : null;

    private static bool IsUnder(Job job, RoofDecision decision) => job.Item.SlopeId is not { } slope || decision.SlopeIds.Contains(slope);

    /// <summary>The decision that a job carries out, where that renews the covering.</summary>
    private static RoofDecision? DecisionOf(Job job, IReadOnlyList<RoofDecision> decisions) =>
        job.Item.IsRenewal ? decisions.FirstOrDefault(d => d.Renews && d.SlopeIds[0] == job.Item.SlopeId) : null;
}
