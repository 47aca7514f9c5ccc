using Kalpa.Core.Assessing;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What has to be done before what (common practice). The framing that carries a covering is evaluated before a new one is ordered, and chimneys, chases and trees are worked on
/// before it is laid, not over it. What may hold asbestos is sampled before it is torn off, and before other work beside it (OSHA 29 CFR 1926.1101(k): known before the work begins).
/// Loose or soft masonry is repaired before flashing is let into it, decayed wood replaced before a gutter or edge metal is fastened to it, and what may fall made secure before
/// anything is repaired on it. What brings about damage is corrected before the damage (<see cref="CausesFirst"/>).
/// </summary>
internal static class Prerequisites
{
    /// <summary>Said where what comes first can be had only later than the job is due.</summary>
    private const string Meanwhile = "; until then, protect it temporarily";

    /// <summary>
    /// Framing is evaluated no later than its slope is renewed; what may hold asbestos sampled, masonry repaired and wood replaced no later than what waits for it, or this season
    /// where water does not leave the time. A class that the inspector chose stands.
    /// </summary>
    /// <param name="repairs">What may be raised.</param>
    /// <param name="untilRenewed">Repairs that have to hold until a section is renewed: they wait like the others, unless they only keep water out.</param>
    /// <param name="conditions">What each finding is, by its id.</param>
    public static IReadOnlyList<Job> Raised(
        RuleBook book,
        IReadOnlyList<Job> repairs,
        IEnumerable<Job> untilRenewed,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    )
    {
        List<Job> waiting = [.. repairs, .. untilRenewed.Where(j => !j.Item.Temporary)];
        return [.. repairs.Select(job => Raised(book, job, waiting, decisions, conditions))];
    }

    private static Job Raised(
        RuleBook book,
        Job job,
        IReadOnlyList<Job> others,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    )
    {
        if (job.Governing!.Moved is not null)
        {
            return job;
        }
        var (precedes, least) = PrecedenceOf(book, job, conditions)
            .Select(p => (Precedes: p, Least: Least(book, job, p, others, decisions, conditions)))
            .DefaultIfEmpty()
            .MaxBy(p => p.Least ?? UrgencyClass.Watch);
        return least is { } raised && raised > job.Item.Urgency
            ? job with
            {
                Item = job.Item with
                {
                    Urgency = raised,
                    Marks = (int)raised,
                    UrgencyWords = Urgencies.Words(raised),
                    Why = $"{job.Item.Why} {Sentences.Upper(Words(precedes))}.",
                },
                Governing = job.Governing with { Class = raised, Marks = (int)raised, Words = Urgencies.Words(raised) },
                Hurried = true,
            }
            : job;
    }

    /// <summary>The class of the work that a job has to come before; null where that leaves its class alone.</summary>
    private static UrgencyClass? Least(
        RuleBook book,
        Job job,
        Precedes precedes,
        IReadOnlyList<Job> others,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    )
    {
        var renewed = precedes is Precedes.Carries or Precedes.Sampled
            ? decisions.Where(d => d.Renews && IsUnder(job, d)).Select(d => (UrgencyClass?)d.Urgency).Max()
            : null;
        // Before the next rain nobody repoints a chimney: that flashing is kept dry until then.
        var waiting = others
            .Where(r => r != job && Waits(book, r, job, precedes, conditions))
            .Select(r => (UrgencyClass?)(UrgencyClass)Math.Min((int)r.Item.Urgency, (int)UrgencyClass.ThisSeason))
            .Max();
        return renewed is null || waiting > renewed ? waiting : renewed;
    }

    /// <summary>Jobs in their order, those that come before another above its job where they are as urgent.</summary>
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
        foreach (var before in jobs.Where(j => j.Lead is not null && PrecedenceOf(book, j, conditions).Count > 0))
        {
            var first = ordered.FindIndex(j =>
                j.Lead is not null && j.Item.Urgency == before.Item.Urgency && Why(book, before, j, decisions, conditions) is not null
            );
            if (first >= 0 && first < ordered.IndexOf(before))
            {
                ordered.Remove(before);
                ordered.Insert(first, before);
            }
        }
        return ordered;
    }

    /// <summary>
    /// What each job of the ordered list waits for, in that order, with why; null where it waits for nothing. Nothing that only keeps water out meanwhile waits, and what is immediate waits
    /// only for what is immediate as well. Of two that bring about each other the later one waits.
    /// </summary>
    public static IReadOnlyList<JobBefore>?[] Of(
        RuleBook book,
        IReadOnlyList<Job> ordered,
        IReadOnlyList<CauseLink> causes,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    )
    {
        var waits = new SortedDictionary<int, JobBefore>?[ordered.Count];
        void Wait(int at, int first, string why)
        {
            var (job, before) = (ordered[at].Item, ordered[first].Item);
            if (
                at != first
                && !job.Temporary
                && !before.Temporary
                && (job.Urgency < UrgencyClass.MakeSafeNow || before.Urgency == UrgencyClass.MakeSafeNow)
            )
            {
                why = $"{Sentences.Upper(why)}{(before.Urgency < job.Urgency ? Meanwhile : "")}";
                (waits[at] ??= []).TryAdd(first, new JobBefore(first + 1, before.Title, Sentences.Ended(why)));
            }
        }
        foreach (var (first, job) in ordered.Index().Where(j => PrecedenceOf(book, j.Item, conditions).Count > 0))
        {
            for (var at = 0; at < ordered.Count; at++)
            {
                if (Why(book, job, ordered[at], decisions, conditions) is { } why)
                {
                    Wait(at, first, why);
                }
            }
        }
        var placeOf = ordered
            .Index()
            .Where(j => !j.Item.Item.Temporary)
            .SelectMany(j => (j.Item.Item.Resolves ?? []).Select(f => (Finding: f, j.Index)))
            .DistinctBy(p => p.Finding.FindingId)
            .ToDictionary(p => p.Finding.FindingId);
        foreach (var link in causes)
        {
            if (
                placeOf.TryGetValue(link.Cause, out var cause)
                && placeOf.TryGetValue(link.Effect, out var effect)
                && cause.Index < effect.Index
            )
            {
                Wait(
                    effect.Index,
                    cause.Index,
                    $"it can bring about “{Sentences.Lower(effect.Finding.Name)}”; damage repaired before its cause will come back"
                );
            }
        }
        return [.. waits.Select(w => w is null ? null : (IReadOnlyList<JobBefore>)[.. w.Values])];
    }

    /// <summary>The finding of a job that another one brings about; null where it brings about none.</summary>
    public static JobFinding? Brought(Job cause, Job job, IReadOnlyList<CauseLink> causes) =>
        (job.Item.Resolves ?? []).FirstOrDefault(effect =>
            (cause.Item.Resolves ?? []).Any(f => causes.Any(l => l.Cause == f.FindingId && l.Effect == effect.FindingId))
        );

    /// <summary>Why one job comes before another; null where it does not.</summary>
    public static string? Why(
        RuleBook book,
        Job job,
        Job other,
        IReadOnlyList<RoofDecision> decisions,
        IReadOnlyDictionary<Guid, Condition> conditions
    )
    {
        if (job.Lead is null)
        {
            return null;
        }
        var precedes = PrecedenceOf(book, job, conditions);
        if (DecisionOf(other, decisions) is { } decision)
        {
            // The wood of an eave is replaced with the new covering where it is not before. Masonry and what may fall are worked on like all that stands above it.
            return IsUnder(job, decision) && precedes.Where(p => p != Precedes.Wood).Cast<Precedes?>().FirstOrDefault() is { } above
                ? Words(above is Precedes.Masonry or Precedes.Stability ? Precedes.WorkAbove : above)
                : null;
        }
        var of = precedes.Where(p => Waits(book, other, job, p, conditions)).ToList();
        return of.Count > 0 ? Words(of[0]) : null;
    }

    private static string Words(Precedes precedes) =>
        precedes switch
        {
            Precedes.Carries => "the framing is evaluated before a new covering is ordered",
            Precedes.WorkAbove => "that work is done before a new covering is laid",
            Precedes.Masonry => "loose masonry is repaired before flashing is set into it",
            Precedes.Wood => "decayed wood is replaced before a gutter or edge metal is fastened to it",
            Precedes.Stability => "it is made secure before anything else is repaired there",
            _ => "material that may contain asbestos is sampled before work disturbs it",
        };

    /// <summary>Whether a repair waits for another one that comes first for this reason, for any of the findings that it resolves.</summary>
    private static bool Waits(RuleBook book, Job other, Job first, Precedes precedes, IReadOnlyDictionary<Guid, Condition> conditions)
    {
        if (other.Lead is null || other.Item.SlopeId != first.Item.SlopeId)
        {
            return false;
        }
        List<Condition> resolved = [.. (other.Item.Resolves ?? []).Select(f => conditions[f.FindingId])];
        return precedes switch
        {
            Precedes.Masonry or Precedes.Wood => IsAfter(book, resolved, precedes) && !Places.AreTwo(other.PlainPlace, first.PlainPlace),
            // A chimney that may fall says nothing of the flashing at a place not named.
            Precedes.Stability => !IsBefore(book, resolved, precedes)
                && (
                    resolved.Exists(c => c.Element == first.Condition!.Element)
                        ? !Places.AreTwo(other.PlainPlace, first.PlainPlace)
                        : IsAfter(book, resolved, precedes) && Places.Same(other.PlainPlace, first.PlainPlace) == true
                ),
            Precedes.Sampled => !IsBefore(book, resolved, precedes)
                // What lies in the attic is disturbed from there, what lies on a slope by work on the covering: neither from the ladder.
                && resolved.Exists(c =>
                    first.Item.SlopeId is null
                        ? c.Stations.Any(first.Condition!.Stations.Contains)
                        : book.FindElement(c.Element) is not { Separate: true }
                ),
            _ => false,
        };
    }

    private static bool IsAfter(RuleBook book, List<Condition> resolved, Precedes precedes) =>
        resolved.Exists(c => (c.After ?? book.FindElement(c.Element)?.After)?.Contains(precedes) == true);

    private static bool IsBefore(RuleBook book, List<Condition> resolved, Precedes precedes) =>
        resolved.Exists(c => (c.Before ?? book.FindElement(c.Element)?.Before) == precedes);

    /// <summary>
    /// Why the work of a job comes before other work. Masonry, decayed wood and what may fall hold work up with any finding of the job; framing, sampling and work above the covering are jobs
    /// of their own, so the finding that leads the job says it.
    /// </summary>
    private static List<Precedes> PrecedenceOf(RuleBook book, Job job, IReadOnlyDictionary<Guid, Condition> conditions) =>
        [
            .. (job.Item.Resolves ?? [])
                .Select(f => conditions[f.FindingId].Before)
                .OfType<Precedes>()
                .Where(p => p is Precedes.Masonry or Precedes.Wood or Precedes.Stability)
                .Concat((job.Condition?.Before ?? book.FindElement(job.Condition?.Element ?? "")?.Before) is { } before ? [before] : [])
                .Distinct(),
        ];

    private static bool IsUnder(Job job, RoofDecision decision) => job.Item.SlopeId is not { } slope || decision.SlopeIds.Contains(slope);

    /// <summary>The decision that a job carries out, where that renews the covering.</summary>
    private static RoofDecision? DecisionOf(Job job, IReadOnlyList<RoofDecision> decisions) =>
        job.Item.IsRenewal ? decisions.FirstOrDefault(d => d.Renews && d.SlopeIds[0] == job.Item.SlopeId) : null;
}
