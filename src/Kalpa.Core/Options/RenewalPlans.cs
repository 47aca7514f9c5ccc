using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Deferral;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

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
    private readonly Dictionary<(Guid, bool Relaid), double[]> anew = [];
    private readonly Dictionary<string, SolvedRoof> solved = new(StringComparer.Ordinal);

    public RenewalPlans(RuleBook book, AssessInput recorded, Assessment judged)
    {
        (this.book, Judged) = (book, judged);
        (var prepared, planned) = Assessor.Prepared(book, recorded);
        Input = WithRenewalsOpen(prepared);
        open = JobsDone.Open(judged.Findings, Input.Records);
        causes = CausesFirst.Links(book, judged.Combinations, Input.Findings, judged.RoofProblems);
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
        LeaveOut([.. Solve(_ => RenewalTime.Now).Unpriced.SelectMany(d => d.SlopeIds)]);
    }

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

    private double[] NewLife(Guid id, bool relaid)
    {
        if (!anew.TryGetValue((id, relaid), out var drawn))
        {
            drawn = Slope(id).LifeFacts is { } facts
                ? LifeDraws.Of(book, relaid ? NewCovering.Relaid(book, facts) : NewCovering.Of(facts), CostDriver.NewLife)
                : WorkCosts.Each(_ => LifeDraws.Longest);
            anew[(id, relaid)] = drawn;
        }
        return drawn;
    }

    /// <summary>Options have ways of renewing in common: each is worked out once.</summary>
    public SolvedRoof Solve(Func<Guid, RenewalTime> when)
    {
        var chosen = Open.ToDictionary(id => id, when);
        var key = string.Join(',', Judged.Slopes.Select(s => chosen.TryGetValue(s.SlopeId, out var time) ? $"{time}" : ""));
        if (!solved.TryGetValue(key, out var of))
        {
            solved[key] = of = Solve(chosen);
        }
        return of;
    }

    private SolvedRoof Solve(Dictionary<Guid, RenewalTime> chosen)
    {
        var decisions = RoofDecisions.Of(book, Input, Judged.Slopes, open, planned, chosen);
        var work = WorkList.Of(book, Input, Judged.Slopes, open, causes, Judged.RoofProblems, decisions, planned);
        var prices = PricesOf(work);
        List<PricedSection> sections = [];
        List<RoofDecision> without = [];
        foreach (var decision in decisions.Where(d => d.Renews && Open.Contains(d.SlopeIds[0])))
        {
            var item = work.First(w => w.IsRenewal && decision.SlopeIds[0] == w.SlopeId);
            if (prices.TryGetValue(item.Number, out var priced) && priced.Cost.Unpriced.Count == 0)
            {
                var relaid = decision.Action == RoofAction.Relay;
                sections.Add(
                    new PricedSection(
                        decision,
                        item,
                        priced.Total,
                        Earliest(decision.SlopeIds, id => Left[id]),
                        Earliest(decision.SlopeIds, id => NewLife(id, relaid))
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
