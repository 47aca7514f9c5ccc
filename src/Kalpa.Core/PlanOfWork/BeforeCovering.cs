using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What comes before a new covering (common practice): the framing that carries it is evaluated before it is ordered, and chimneys, chases and trees are worked on before it
/// is laid, not over it.
/// </summary>
internal static class BeforeCovering
{
    /// <summary>Framing is evaluated no later than its slope is renewed. A class that the inspector chose stands.</summary>
    public static IEnumerable<Job> Raised(RuleBook book, IEnumerable<Job> repairs, IReadOnlyList<RoofDecision> decisions) =>
        repairs.Select(job =>
            Of(book, job) == Precedes.Carries
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
                        Why = $"{job.Item.Why} {Sentences.Upper(CarriesWords)}.",
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
        return ordered;
    }

    /// <summary>Why one job comes before another that renews the covering there; null where it does not.</summary>
    public static string? Why(RuleBook book, Job job, Job renewal, IReadOnlyList<RoofDecision> decisions) =>
        DecisionOf(renewal, decisions) is not { } decision || job.Lead is null || !IsUnder(job, decision)
            ? null
            : Of(book, job) switch
            {
                Precedes.Carries => CarriesWords,
                Precedes.WorkAbove => "that work is done before a new covering is laid",
                _ => null,
            };

    private const string CarriesWords = "the framing is evaluated before a new covering is ordered";

    private static Precedes? Of(RuleBook book, Job job) =>
        job.Condition is { } condition ? book.FindElement(condition.Element)?.Before : null;

    private static bool IsUnder(Job job, RoofDecision decision) => job.Item.SlopeId is not { } slope || decision.SlopeIds.Contains(slope);

    /// <summary>The decision that a job carries out, where that renews the covering.</summary>
    private static RoofDecision? DecisionOf(Job job, IReadOnlyList<RoofDecision> decisions) =>
        job.Item.IsRenewal ? decisions.FirstOrDefault(d => d.Renews && d.SlopeIds[0] == job.Item.SlopeId) : null;
}
