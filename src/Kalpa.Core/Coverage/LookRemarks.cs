using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Coverage;

/// <summary>
/// What is known of a place that was inspected and has no finding of its own: a signed report must not call it free of defects when another page says otherwise.
/// </summary>
internal static class LookRemarks
{
    /// <summary>The wear of a slope is rated there.</summary>
    private const string Field = "field";

    /// <summary>Water that enters shows at these: the evidence of a finding above was seen from one of them.</summary>
    private static readonly string[] Below = ["attic", "inside", "deck"];

    /// <summary>From this stage on a covering shows loss in spots, cupping or cracks.</summary>
    private const int WornStage = 2;

    /// <summary>What stands elsewhere in the report, as clauses of a sentence; empty where nothing does.</summary>
    public static string Of(RuleBook book, AssessInput input, IReadOnlyList<SlopeAssessment> slopes, Station station, Guid? slopeId) =>
        string.Join(
            "; ",
            Answered(book, input, station, slopeId)
                .Concat(station.Key == Field ? OfField(input, slopes.FirstOrDefault(s => s.SlopeId == slopeId)) : [])
                .Concat(
                    Below.Contains(station.Key) && input.Findings.Any(f => f.Evidence.ShowsWater())
                        ? ["water signs are reported with the findings"]
                        : []
                )
        );

    private static IEnumerable<string> OfField(AssessInput input, SlopeAssessment? slope)
    {
        if (slope?.Fitness?.State == FitnessState.Unfit)
        {
            yield return "the covering is not suitable as built";
        }
        else if (
            slope is not null
            && input.Stages.Any(s =>
                s.VisitId == input.Visit?.Id
                && s.SlopeId == slope.SlopeId
                && s.ComponentId is null
                && s.Shares.Any(share => share.Stage >= WornStage && share.Percent > 0)
            )
        )
        {
            yield return "wear is rated in this report";
        }
    }

    /// <summary>What was answered at the place and says that something is wrong, as the factor of life says it: inadequate ventilation of the attic.</summary>
    private static IEnumerable<string> Answered(RuleBook book, AssessInput input, Station station, Guid? slopeId)
    {
        foreach (var question in book.Questions.Where(q => q.Station == station.Key))
        {
            var chosen = (input.Records?.Answers ?? [])
                .Where(a => a.Question == question.Key && (!station.PerSlope || a.SlopeId is null || a.SlopeId == slopeId))
                .SelectMany(a => a.Chosen)
                .ToList();
            var wrong = question.Options.Where(o => o.Findings is not null && chosen.Contains(o.Key)).Select(o => o.Key).ToList();
            foreach (var option in book.Factors.Where(f => f.Key == question.Key).SelectMany(f => f.Options))
            {
                if (wrong.Contains(option.Key))
                {
                    yield return Sentences.Lower(option.Reason);
                }
            }
        }
    }
}
