using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>What holds of the plan of any roof, on generated visits.</summary>
public class PlanOfWorkPropertyTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly Arbitrary<AssessInput> AnyVisit = Gen.Choose(0, 100_000)
        .Select(seed => new VisitGenerator(seed).Visit())
        .ToArbitrary();

    private const int Roofs = 2000;

    /// <summary>Every roof is judged once, and all that is broken is told with its seed.</summary>
    [Fact]
    public void Two_thousand_roofs_keep_what_holds_of_any_plan_of_work()
    {
        var (broken, priced, measured, waiting) = (new List<string>(), 0, 0, 0);
        for (var seed = 0; seed < Roofs; seed++)
        {
            var visit = new VisitGenerator(seed).Visit();
            var judged = Assessor.Assess(visit, Book);
            if (seed % 20 == 0 && Alone(visit, judged) is { } unlike)
            {
                broken.Add($"{seed}: {unlike}");
            }
            broken.AddRange(Broken(judged).Select(what => $"{seed}: {what}"));
            priced += judged.Cost is null ? 0 : 1;
            waiting += judged.Work.Any(w => w.After is not null) ? 1 : 0;
            measured += judged.Work.Any(w => w.IsRenewal && w.Quantities is { Lines.Count: > 0, Hours: not null }) ? 1 : 0;
        }
        broken.ShouldBeEmpty();
        // Most roofs have something to price, and many a section whose renewal is counted.
        priced.ShouldBeGreaterThan(Roofs / 2);
        measured.ShouldBeGreaterThan(Roofs / 10);
        waiting.ShouldBeGreaterThan(Roofs / 20);
    }

    /// <summary>The plan of work by itself is the assessment's.</summary>
    private static string? Alone(AssessInput visit, Assessment judged)
    {
        var (decisions, work, cost) = Assessor.PlanOfWork(Book, visit, judged);
        return
            decisions.Select(d => d.Headline).SequenceEqual(judged.RoofDecisions.Select(d => d.Headline))
            && work.Select(w => (w.Title, w.Cost?.Range)).SequenceEqual(judged.Work.Select(w => (w.Title, w.Cost?.Range)))
            && cost?.Range == judged.Cost?.Range
            ? null
            : "the plan of work by itself is another one";
    }

    private static IEnumerable<string> Broken(Assessment judged)
    {
        var permanent = judged.Work.Where(w => w.Until.Length == 0).SelectMany(w => (w.Resolves ?? []).Concat(w.Included ?? []));
        var places = permanent.Select(f => f.FindingId).Concat(judged.WithoutJob.Select(f => f.FindingId)).ToList();
        (string What, bool Holds)[] all =
        [
            (
                "each finding in one permanent place",
                places.Count == places.Distinct().Count() && places.ToHashSet().SetEquals(judged.Findings.Select(f => f.FindingId))
            ),
            (
                "a temporary repair points to what ends it",
                judged
                    .Work.Where(w => w.Until.Length > 0)
                    .All(t => judged.Work.Any(w => w.Included?.Any(f => f.FindingId == t.FindingId) == true))
            ),
            (
                "a job is as urgent as each of its findings",
                judged.Work.All(w =>
                    (w.Resolves ?? []).All(r => w.Urgency >= judged.Findings.First(f => f.FindingId == r.FindingId).Urgency.Class)
                )
            ),
            ("the urgent first", judged.Work.Zip(judged.Work.Skip(1)).All(p => p.First.Urgency >= p.Second.Urgency)),
            ("jobs are numbered", judged.Work.Select(w => w.Number).SequenceEqual(Enumerable.Range(1, judged.Work.Count))),
            (
                "every slope is in one section",
                judged.RoofDecisions.SelectMany(d => d.SlopeIds).Order().SequenceEqual(judged.Slopes.Select(s => s.SlopeId).Order())
            ),
            (
                "a line takes something and says why",
                Lines(judged).All(l => l.Amount > 0 && double.IsFinite(l.Amount) && l.Basis.Length > 0 && l.Unit.Length > 0)
            ),
            ("a job lists a thing once", judged.Work.All(w => Takes(w).Select(l => (l.Item, l.Unit)).Distinct().Count() == Takes(w).Count)),
            (
                "hours are in order",
                judged.Work.Select(w => w.Quantities?.Hours).OfType<LaborHours>().All(h => InOrder(h.Low, h.Likely, h.High) && h.Low > 0)
            ),
            (
                "allowances are in order and within what is opened",
                judged
                    .Work.SelectMany(w => w.Quantities?.Allowances ?? [])
                    .All(a =>
                        InOrder(a.Low, a.Likely, a.High)
                        && a.Low >= 0
                        && a.High <= Math.Ceiling(a.Opened) * (a.Part == WoodPart.Deck ? 4 : 1)
                    )
            ),
            ("a job's parts are its cost", Costs(judged).All(c => Math.Abs(c.Parts.Sum(p => p.Mean) - c.Range.Mean) <= c.Parts.Count)),
            ("costs are in order", Costs(judged).All(c => InOrder(c.Range.Low, c.Range.Likely, c.Range.High) && c.Range.Mean > 0)),
            (
                "the roof costs what its jobs cost, nothing twice",
                judged.Cost is not { } cost
                    || (
                        Math.Abs(cost.Range.Mean - Costs(judged).Sum(c => c.Range.Mean)) <= judged.Work.Count
                        && Math.Abs(cost.ByTime.Sum(t => t.Range.Mean) - cost.Range.Mean) <= cost.ByTime.Count
                    )
            ),
            (
                "a job waits for others of the list, and for later ones only under protection",
                judged.Work.All(w => (w.After ?? []).All(b => IsFirst(b, w, judged)))
            ),
            ("what waits can be done in some order", Waiting(judged.Work).Count == 0),
        ];
        return all.Where(p => !p.Holds).Select(p => p.What);
    }

    private static bool IsFirst(JobBefore before, WorkItem job, Assessment judged)
    {
        var first = judged.Work.Single(w => w.Number == before.Number);
        return first != job
            && !job.Temporary
            && first.Title == before.Title
            && first.Urgency < job.Urgency == before.Why.Contains("until then", StringComparison.Ordinal)
            && (job.Urgency < UrgencyClass.MakeSafeNow || first.Urgency == UrgencyClass.MakeSafeNow);
    }

    /// <summary>Jobs that wait, by way of others, for themselves.</summary>
    private static Dictionary<int, HashSet<int>> Waiting(IReadOnlyList<WorkItem> work)
    {
        var left = work.ToDictionary(w => w.Number, w => (w.After ?? []).Select(b => b.Number).ToHashSet());
        while (left.Where(l => !l.Value.Overlaps(left.Keys)).Select(l => l.Key).ToList() is { Count: > 0 } ready)
        {
            ready.ForEach(r => left.Remove(r));
        }
        return left;
    }

    private static IReadOnlyList<TakeOffLine> Takes(WorkItem job) => job.Quantities?.Lines ?? [];

    private static IEnumerable<TakeOffLine> Lines(Assessment judged) => judged.Work.SelectMany(Takes);

    private static IEnumerable<JobCost> Costs(Assessment judged) => judged.Work.Select(w => w.Cost).OfType<JobCost>();

    private static bool InOrder(double low, double likely, double high) => low <= likely && likely <= high;

    [Property(MaxTest = 150)]
    public Property A_recommendation_to_replace_leaves_no_permanent_repair_of_the_covering() =>
        Prop.ForAll(
            AnyVisit,
            visit =>
            {
                var judged = Assessor.Assess(Cases.With(visit, Cases.Recommended(OpinionAction.Replace, null)), Book);
                var byId = judged.Findings.ToDictionary(f => f.FindingId);
                return judged.RoofDecisions.All(d => d.Renews)
                    && judged
                        .Work.Where(w => w is { Kind: WorkKind.Repair, Until: "", Trade: "", FindingId: not null })
                        .All(w =>
                            w.Urgency == UrgencyClass.MakeSafeNow
                            || byId[w.FindingId!.Value].Outcome is FindingOutcome.HaveJudged or FindingOutcome.Investigate
                            || IsSeparate(visit, w.FindingId.Value)
                        );
            }
        );

    private static bool IsSeparate(AssessInput visit, Guid finding) =>
        Book.FindCondition(visit.Findings.First(f => f.Id == finding).Condition) is { } condition
        && (condition.AtRenewal == AtRenewal.Apart || Book.FindElement(condition.Element) is { Separate: true });

    [Property(MaxTest = 150)]
    public Property The_same_facts_in_another_order_are_the_same_plan() =>
        Prop.ForAll(
            AnyVisit,
            visit =>
            {
                var (one, other) = (
                    Assessor.Assess(visit, Book),
                    Assessor.Assess(visit with { Findings = [.. visit.Findings.Reverse()], Slopes = [.. visit.Slopes.Reverse()] }, Book)
                );
                return one.Decision == other.Decision
                    && one.Work.Select(w => w.Title).SequenceEqual(other.Work.Select(w => w.Title))
                    && one.Work.SelectMany(w => w.Resolves ?? []).SequenceEqual(other.Work.SelectMany(w => w.Resolves ?? []));
            }
        );

    [Property(MaxTest = 150)]
    public Property Without_findings_and_opinions_only_life_and_pitch_decide() =>
        Prop.ForAll(
            AnyVisit,
            visit =>
                Assessor
                    .Assess(Cases.With(visit with { Findings = [] }), Book)
                    .RoofDecisions.All(d => d is { ByInspector: false, Action: not RoofAction.Repair })
        );
}
