using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>One finding judged: its measure, what decides it, what it means together with others, how urgent it is, and its words.</summary>
internal sealed class FindingJudge(RuleBook book, AssessInput input, IReadOnlyList<SlopeAssessment> slopes)
{
    private readonly Dictionary<Guid, SlopeFact> slopeById = input.Slopes.ToDictionary(s => s.Id);
    private readonly Dictionary<Guid, CoveringKind> kinds = Kinds(input);
    private readonly CoveringKind? soleKind = SoleKind(input);

    /// <summary>What means something only together, over the whole visit.</summary>
    public IReadOnlyList<CombinationAnswer> Combined { get; } = Together(book, input);

    public static IReadOnlyList<CombinationAnswer> Together(RuleBook book, AssessInput input) =>
        Combinations.Of(
            book,
            new CombinationFacts(
                input.Findings,
                Kinds(input).ToDictionary(k => k.Key, k => book.Covering(k.Value).Family),
                input.Records?.Answers ?? []
            )
        );

    public FindingAssessment Of(FindingFact finding, Condition condition)
    {
        var slope = finding.SlopeId is { } id ? slopeById.GetValueOrDefault(id) : null;
        CoveringKind? kind =
            slope is null ? soleKind
            : kinds.TryGetValue(slope.Id, out var laid) ? laid
            : null;
        var decisions = Decisions.Of(
            book,
            finding,
            new DecisionFacts(
                kind is null ? null : book.Covering(kind.Value).Family,
                slope?.Beneath,
                slope?.Facing,
                input.Visit?.Commission?.Purpose ?? CommissionPurpose.Condition,
                input.Firm,
                kind
            )
        );
        var effect = Decisions.Effect(book, decisions);
        var measured = Verdicts.Of(
            book,
            condition,
            new VerdictPlace(kind, slope?.Pitch.RisePer12, input.Local, finding.Deciding),
            finding.Measure
        );
        var verdict = Decisions.Settled(condition, finding, measured, effect, decisions);
        var together = Combined.Where(c => c.Findings.Contains(finding.Id)).ToList();
        var rules = together.Select(c => book.Combinations.First(r => r.Id == c.Id)).ToList();
        var urgency = Urgencies.Of(
            book,
            condition,
            new UrgencyFacts(
                condition.Code,
                finding.Evidence,
                finding.Extent,
                slope?.Beneath ?? Beneath.FinishedRoom,
                finding.PeopleBelow,
                verdict.Outcome,
                verdict.Shortfall,
                slopes.Any(s => s.SlopeId == finding.SlopeId && Assessor.NearEnd(s)),
                WaterRuns.Feet(finding, slope),
                slope?.Pitch.RisePer12,
                input.Exposure,
                effect.Weight,
                rules.Max(r => r.Likelihood),
                Worst(rules),
                finding.Moved,
                slopes.Any(s => s.SlopeId == finding.SlopeId && Assessor.ReroofDue(s))
            )
        );
        var words = Words.Of(new WordsFacts(condition, finding, slope, verdict, decisions, input.Firm));
        var title = effect.Remedy.Length > 0 ? effect.Remedy : rules.FirstOrDefault(r => r.Remedy.Length > 0)?.Remedy ?? "";
        return new FindingAssessment(
            finding.Id,
            finding.SlopeId,
            condition.Name,
            verdict,
            urgency,
            words.Observed,
            words.Means,
            decisions,
            together,
            words,
            title.Length > 0 ? title : condition.Remedy.Title,
            effect.Steps ?? condition.Remedy.Steps,
            together.FirstOrDefault(c => c.Trade.Length > 0)?.Trade ?? condition.Trade
        );
    }

    private Consequence? Worst(List<Combination> rules)
    {
        var given = rules.Where(r => r.Consequence is not null).Select(r => r.Consequence!.Value).ToList();
        return given.Count == 0
            ? null
            : given.MaxBy(c =>
            {
                var harm = book.Harm.First(h => h.Consequence == c);
                return harm.Low * harm.High;
            });
    }

    private static Dictionary<Guid, CoveringKind> Kinds(AssessInput input) =>
        input
            .Slopes.Select(s => (s.Id, Covering: Assessor.CoveringOn(input.Coverings, s.Id, input.AsOf)))
            .Where(s => s.Covering is not null)
            .ToDictionary(s => s.Id, s => s.Covering!.Kind);

    /// <summary>A finding on no slope is judged by the roof's covering where all slopes share one.</summary>
    private static CoveringKind? SoleKind(AssessInput input)
    {
        var all = input.Slopes.Select(s => Assessor.CoveringOn(input.Coverings, s.Id, input.AsOf)?.Kind).Distinct().ToList();
        return all.Count == 1 ? all[0] : null;
    }
}
