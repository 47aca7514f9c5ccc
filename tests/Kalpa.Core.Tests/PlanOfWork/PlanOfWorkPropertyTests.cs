using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
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

    [Property(MaxTest = 300)]
    public Property Each_finding_has_one_permanent_place_or_a_reason() =>
        Prop.ForAll(
            AnyVisit,
            visit =>
            {
                var judged = Assessor.Assess(visit, Book);
                var permanent = judged.Work.Where(w => w.Until.Length == 0).SelectMany(w => (w.Resolves ?? []).Concat(w.Included ?? []));
                var places = permanent.Select(f => f.FindingId).Concat(judged.WithoutJob.Select(f => f.FindingId)).ToList();
                return places.Count == places.Distinct().Count()
                    && places.ToHashSet().SetEquals(judged.Findings.Select(f => f.FindingId))
                    && judged
                        .Work.Where(w => w.Until.Length > 0)
                        .All(t => judged.Work.Any(w => w.Included?.Any(f => f.FindingId == t.FindingId) == true));
            }
        );

    [Property(MaxTest = 300)]
    public Property A_job_is_as_urgent_as_each_of_its_findings() =>
        Prop.ForAll(
            AnyVisit,
            visit =>
            {
                var judged = Assessor.Assess(visit, Book);
                var urgency = judged.Findings.ToDictionary(f => f.FindingId, f => f.Urgency.Class);
                return judged.Work.All(w => (w.Resolves ?? []).All(f => w.Urgency >= urgency[f.FindingId]))
                    && judged.Work.Zip(judged.Work.Skip(1)).All(p => p.First.Urgency >= p.Second.Urgency);
            }
        );

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
