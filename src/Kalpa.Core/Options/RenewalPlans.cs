using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Deferral;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Water;

namespace Kalpa.Core.Options;

/// <summary>A section with what its renewal costs, years until it is due and years that the new covering lasts, at each joint point.</summary>
internal sealed record PricedSection(RoofDecision Decision, WorkItem Item, double[] Price, double[] Left, double[] Anew)
{
    /// <summary>Whether a job is done with the renewal: what another trade does, or stands apart, is not.</summary>
    public bool Includes(WorkItem job) => Item.Included?.Any(f => f.FindingId == job.FindingId) == true;
}

/// <summary>Jobs of one way of renewing a roof, and its sections with prices; <paramref name="Unpriced"/>: sections whose renewal nothing prices.</summary>
internal sealed record SolvedRoof(
    IReadOnlyList<WorkItem> Work,
    IReadOnlyList<PricedSection> Sections,
    IReadOnlyList<RoofDecision> Unpriced
);

/// <summary>One roof worked out anew for each way of renewing its slopes: decisions, jobs, quantities and costs.</summary>
internal sealed class RenewalPlans
{
    private readonly RuleBook book;
    private readonly PlannedRoof planned;
    private readonly IReadOnlyList<CauseLink> causes;
    private readonly IReadOnlyList<FindingAssessment> open;
    private readonly Dictionary<(Guid, RoofAction, string New, string Layer), double[]> anew = [];
    private readonly Dictionary<string, SolvedRoof> solved = new(StringComparer.Ordinal);

    public RenewalPlans(RuleBook book, AssessInput recorded, Assessment judged)
    {
        (this.book, Judged) = (book, judged);
        (var prepared, planned) = Assessor.Prepared(book, recorded);
        Input = WithRenewalsOpen(prepared);
        open = JobsDone.Open(judged.Findings, Input.Records, judged.Leaks);
        causes = CausesFirst.Links(book, judged.Combinations, Input.Findings, judged.RoofProblems, judged.Leaks);
        var computed = RoofDecisions.Of(book, WithoutOpinions(Input), judged.Slopes, open, planned);
        Stopped = [.. computed.SelectMany(d => d.RuledOut ?? [])];
        Open =
        [
            .. computed
                .Where(IsDecided)
                .SelectMany(d => d.SlopeIds)
                // Where somebody else has to look first, nothing is weighed before they have.
                .Intersect(judged.RoofDecisions.Where(IsDecided).SelectMany(d => d.SlopeIds))
                .Where(id => Stopped.Contains(id) || Slope(id) is { LifeFacts: not null, Life.Stated: not null }),
        ];
        Left = Open.ToDictionary(id => id, id => LeftOf(Slope(id)));
        // One without a size first: a section would have no price for its sake.
        LeaveOut([.. Open.Where(id => Slope(id).Size is null)]);
        LeaveOut([.. Solve(_ => AtOnce).Unpriced.SelectMany(d => d.SlopeIds)]);
    }

    public static readonly Renewing AtOnce = new(RenewalTime.Now);

    public AssessInput Input { get; }

    public Assessment Judged { get; }

    /// <summary>Slopes whose renewal is in question.</summary>
    public HashSet<Guid> Open { get; }

    /// <summary>Those of them on which repair is ruled out.</summary>
    public HashSet<Guid> Stopped { get; }

    /// <summary>Slopes whose renewal nothing prices: what is decided on them stands.</summary>
    public HashSet<Guid> Unpriced { get; } = [];

    /// <summary>Years left of the covering of each slope in question, at each point.</summary>
    public IReadOnlyDictionary<Guid, double[]> Left { get; }

    /// <summary>On how many example prices what was worked out rests, at least.</summary>
    public int Examples { get; private set; }

    private void LeaveOut(IReadOnlyList<Guid> slopes)
    {
        Unpriced.UnionWith(slopes);
        Open.ExceptWith(slopes);
        Stopped.ExceptWith(slopes);
    }

    public SlopeAssessment Slope(Guid id) => Judged.Slopes.First(s => s.SlopeId == id);

    /// <summary>What does not suit its place has no years, and what repair is ruled out on has none to count on.</summary>
    private double[] LeftOf(SlopeAssessment slope) =>
        Stopped.Contains(slope.SlopeId) ? WorkCosts.Each(_ => 0) : LifeDraws.Of(book, slope.LifeFacts!, CostDriver.RemainingLife);

    private double[] NewLife(Guid id, RoofDecision decision)
    {
        var key = (id, decision.Action, decision.New, decision.Layer);
        if (!anew.TryGetValue(key, out var drawn))
        {
            drawn = Slope(id).LifeFacts is { } facts
                ? LifeDraws.Of(
                    book,
                    decision.Action == RoofAction.Relay
                        ? NewCovering.Relaid(book, facts, decision.Layer)
                        : NewCovering.Of(facts, decision.New, decision.Layer, decision.Action == RoofAction.Recover),
                    CostDriver.NewLife
                )
                : WorkCosts.Each(_ => LifeDraws.Longest);
            anew[key] = drawn;
        }
        return drawn;
    }

    /// <summary>
    /// What is laid with the next grade in the place of what is decided, in words; nothing where there is no next grade, it is not priced, or it lasts no longer.
    /// </summary>
    public IReadOnlyList<string> Better()
    {
        var usual = Solve(_ => AtOnce)
            .Sections.SelectMany(s => s.Decision.SlopeIds.Select(id => (id, s)))
            .ToDictionary(p => p.id, p => p.s);
        var solved = Solve(_ => new(RenewalTime.Now, RenewalWay.Better));
        if (solved.Unpriced.Count > 0)
        {
            return [];
        }
        bool LastsLonger(PricedSection better) =>
            usual.TryGetValue(better.Decision.SlopeIds[0], out var plain)
            && (plain.Decision.New, plain.Decision.Layer) != (better.Decision.New, better.Decision.Layer)
            && JointPoints.Mean(better.Anew) > JointPoints.Mean(plain.Anew);
        IEnumerable<string> Named(PricedSection section)
        {
            var of = section.Decision;
            if (of.Layer.Length > 0 && of.Action == RoofAction.Replace && usual[of.SlopeIds[0]].Decision.Action == RoofAction.Relay)
            {
                yield return $"new {Assessor.KindOn(book, Input, of.SlopeIds[0])!.Name}";
            }
            yield return of.Layer.Length > 0 ? book.FindComponent(of.Layer)!.Name : book.Covering(of.New).Name;
            if (of.Stainless && section.Item.Quantities!.Lines.Any(l => SectionQuantities.Flashings.Contains(l.Key)))
            {
                yield return "stainless steel flashing";
            }
        }
        return [.. solved.Sections.Where(LastsLonger).SelectMany(Named).Distinct()];
    }

    /// <summary>Slopes too flat for their covering, with how far each has to be raised to be steep enough, inches; null where that is not known.</summary>
    public IReadOnlyDictionary<Guid, double?> TooFlat() =>
        Judged
            .Slopes.Where(s => Stopped.Contains(s.SlopeId) && s.Fitness is { State: FitnessState.Unfit, LimitId: not null })
            .Where(s => Assessor.KindOn(book, Input, s.SlopeId)?.LowSlope is not null)
            .ToDictionary(s => s.SlopeId, s => NewRoof.LiftInches(Input.Slopes.First(f => f.Id == s.SlopeId), s.Size));

    /// <summary>Those of them that can be raised by framing over the old deck.</summary>
    public HashSet<Guid> Steepened() =>
        [
            .. TooFlat()
                .Where(s => s.Value <= NewRoof.MostLiftInches)
                .Select(s => s.Key)
                .Where(id =>
                    Solve(other => other == id ? new(RenewalTime.Now, RenewalWay.Reslope) : new(RenewalTime.NotYet)).Unpriced.Count == 0
                ),
        ];

    /// <summary>Options have ways of renewing in common: each is worked out once.</summary>
    public SolvedRoof Solve(Func<Guid, Renewing> when)
    {
        var chosen = Open.ToDictionary(id => id, when);
        var key = string.Join(',', Judged.Slopes.Select(s => chosen.TryGetValue(s.SlopeId, out var how) ? $"{how.Time} {how.Way}" : ""));
        if (!solved.TryGetValue(key, out var of))
        {
            solved[key] = of = Solve(chosen);
        }
        return of;
    }

    private SolvedRoof Solve(Dictionary<Guid, Renewing> chosen)
    {
        var decisions = RoofDecisions.Of(book, Input, Judged.Slopes, open, planned, chosen);
        var work = WorkList.Of(
            book,
            Input,
            Judged.Slopes,
            open,
            causes,
            Judged.RoofProblems,
            decisions,
            planned,
            Judged.Leaks,
            new RoofWater(Judged.Ponds, Judged.Outlets ?? [])
        );
        var prices = PricesOf(work);
        List<PricedSection> sections = [];
        List<RoofDecision> without = [];
        foreach (var decision in decisions.Where(d => d.Renews && Open.Contains(d.SlopeIds[0])))
        {
            var item = work.First(w => w.IsRenewal && decision.SlopeIds[0] == w.SlopeId);
            if (prices.TryGetValue(item.Number, out var priced) && priced.Cost.Unpriced.Count == 0)
            {
                sections.Add(
                    new PricedSection(
                        decision,
                        item,
                        priced.Total,
                        Earliest(decision.SlopeIds, id => Left[id]),
                        Earliest(decision.SlopeIds, id => NewLife(id, decision))
                    )
                );
            }
            else
            {
                without.Add(decision);
            }
        }
        return new SolvedRoof(work, sections, without);
    }

    /// <summary>Slopes of one section go together, with the first of them.</summary>
    private static double[] Earliest(IReadOnlyList<Guid> slopes, Func<Guid, double[]> of)
    {
        var all = slopes.Select(of).ToList();
        return WorkCosts.Each(at => all.Min(drawn => drawn[at]));
    }

    public IReadOnlyDictionary<int, PricedJob> PricesOf(IReadOnlyList<WorkItem> work)
    {
        var (jobs, rests) = WorkCosts.Priced(book, Input, work);
        Examples = Math.Max(Examples, rests);
        return jobs;
    }

    /// <summary>Jobs with what follows if they are left.</summary>
    public IReadOnlyList<WorkItem> IfLeft(IReadOnlyList<WorkItem> work)
    {
        var with = Deferrals.Of(book, Input, work, Judged.Findings, Judged.RoofProblems, priced: true);
        Examples = Math.Max(Examples, with.Sum(w => w.IfLeft?.Examples ?? 0));
        return with;
    }

    private static bool IsDecided(RoofDecision decision) =>
        decision.Action is not (RoofAction.Evaluate or RoofAction.Confirm or RoofAction.Specialist);

    /// <summary>What was renewed is weighed until its new covering is recorded: only that ends it.</summary>
    private static AssessInput WithRenewalsOpen(AssessInput input) =>
        input.Records is { JobsDone: { } done } records
            ? input with
            {
                Records = records with { JobsDone = [.. done.Where(d => !d.Renewal)] },
            }
            : input;

    private static AssessInput WithoutOpinions(AssessInput input) =>
        input.Records is { } records ? input with { Records = records with { SlopeOpinions = [] } } : input;
}
