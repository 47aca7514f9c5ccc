using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Walking;

/// <summary>
/// What an answer says is wrong and no finding has: an attic without ventilation, branches over the roof, a soft deck. Offered as a finding, so that it reaches the work and the
/// report; never decided.
/// </summary>
internal static class AnswerNotices
{
    public static IReadOnlyList<PlanNotice> Of(RuleBook book, AssessInput input) =>
        [.. book.Questions.SelectMany(q => Of(book, input, q)).DistinctBy(n => n.Key).OrderBy(n => n.Key, StringComparer.Ordinal)];

    private static IEnumerable<PlanNotice> Of(RuleBook book, AssessInput input, Question question)
    {
        foreach (var answer in (input.Records?.Answers ?? []).Where(a => a.Question == question.Key))
        {
            var slope = input.Slopes.FirstOrDefault(s => s.Id == answer.SlopeId);
            foreach (var option in question.Options.Where(o => o.Findings is not null && answer.Chosen.Contains(o.Key)))
            {
                if (Of(book, input, question, option, slope) is { } notice)
                {
                    yield return notice;
                }
            }
        }
    }

    private static PlanNotice? Of(RuleBook book, AssessInput input, Question question, QuestionOption option, SlopeFact? slope)
    {
        var kind = slope is null ? null : Assessor.CoveringOn(input.Coverings, slope.Id, input.AsOf)?.Kind;
        var family = kind is null ? WalkOrders.CommonestFamily(book, input) : book.FindCovering(kind)?.Family;
        if (option.Findings!.Select(c => book.FindCondition(c)).FirstOrDefault(c => c?.AppliesTo(family) == true) is not { } condition)
        {
            return null;
        }
        if (input.Findings.Any(f => IsOf(f, slope) && Says(book, f, question, option)))
        {
            return null;
        }
        var urgency = PlanNotices.UrgencyOf(book, condition, kind, slope);
        return new PlanNotice(
            $"answer:{question.Key}:{slope?.Id}",
            condition.Code,
            condition.Stations.Contains(question.Station) ? question.Station : condition.Stations[0],
            condition.Name,
            "",
            $"{question.Text}: “{option.Words}” was answered.",
            "",
            null,
            slope?.Id,
            null,
            null,
            urgency.Class,
            urgency.Marks,
            urgency.Words
        );
    }

    private static bool IsOf(FindingFact finding, SlopeFact? slope) =>
        slope is null || finding.SlopeId is null || finding.SlopeId == slope.Id;

    /// <summary>Whether a finding says what was answered: as what it would become, or as something that implies it.</summary>
    private static bool Says(RuleBook book, FindingFact finding, Question question, QuestionOption option) =>
        option.Findings!.Contains(finding.Condition)
        || book.Factors.Any(f => f.Key == question.Key && f.Implied.Any(i => i.Condition == finding.Condition));
}
