using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Water;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>One finding assessed: its measure, what decides it, what it means together with others, how urgent it is, and its words.</summary>
internal sealed class FindingJudge(RuleBook book, AssessInput input, IReadOnlyList<SlopeAssessment> slopes, PlannedRoof planned)
{
    private readonly Dictionary<Guid, SlopeFact> slopeById = input.Slopes.ToDictionary(s => s.Id);
    private readonly CoveringKinds kinds = new(book, input);
    private readonly UndersideLooks underside = UndersideLooks.Of(input.Looks);

    /// <summary>Stains: what lies above one of them is not dry below, whatever was recorded beside it.</summary>
    private readonly IReadOnlyList<(FindingFact Finding, Condition Condition)> stains =
    [
        .. input
            .Findings.Where(f => f.Evidence.ShowsWater())
            .Select(f => (Finding: f, Condition: AsRecorded.Condition(book, f, input.Firm)))
            .Where(s => s.Condition.Shows?.ShowsWater() == true)
            .OrderByDescending(s => s.Finding.Evidence.Adversity())
            .ThenBy(s => s.Finding.Id),
    ];

    /// <summary>What means something only together, over the whole visit.</summary>
    public IReadOnlyList<CombinationAnswer> Combined { get; } = Together(book, input);

    public static IReadOnlyList<CombinationAnswer> Together(RuleBook book, AssessInput input) =>
        Combinations.Of(
            book,
            new CombinationFacts(
                input.Findings,
                new CoveringKinds(book, input).BySlope.ToDictionary(k => k.Key, k => book.Covering(k.Value).Family),
                input.Records?.Answers ?? []
            )
        );

    public FindingAround Around(FindingFact finding) =>
        new(
            slopes.Any(s => s.SlopeId == finding.SlopeId && Assessor.NearEnd(s, SlopeOpinions.Governing(input, s.SlopeId))),
            slopes.Any(s => s.SlopeId == finding.SlopeId && Assessor.ReroofDue(s, SlopeOpinions.Governing(input, s.SlopeId), input.AsOf)),
            [.. Combined.Where(c => c.Findings.Contains(finding.Id))],
            SignAt(finding)
        );

    private (string Name, WaterEvidence Shows)? SignAt(FindingFact finding) =>
        stains
            .Where(s =>
                s.Finding.Id != finding.Id
                && s.Finding.SlopeId == finding.SlopeId
                && Places.Same(Places.Plain(s.Finding.Place), Places.Plain(finding.Place)) == true
            )
            .Select(s => ((string, WaterEvidence)?)(s.Condition.Name, s.Finding.Evidence))
            .FirstOrDefault();

    public FindingAssessment Of(FindingFact finding, FindingAround around)
    {
        var kind = kinds.Of(finding);
        var condition = AsRecorded.Condition(book, finding, input.Firm, kind);
        var slope = finding.SlopeId is { } id ? slopeById.GetValueOrDefault(id) : null;
        // What lies under this very place, for everything that is said of it.
        slope = slope is null ? null : slope with { Under = planned.UnderAt(planned.SpotOf(finding), slope) };
        var decisions = Decisions.Of(
            book,
            finding,
            new DecisionFacts(
                kind is null ? null : book.Covering(kind).Family,
                slope?.Under,
                slope?.Facing,
                VisitFact.PurposeOf(input.Visit),
                input.Firm,
                kind
            )
        );
        var effect = Decisions.Effect(book, finding, condition, kind, decisions);
        var measured = Verdicts.Of(
            book,
            condition,
            new VerdictPlace(kind, slope?.Pitch.RisePer12, input.Local, finding.Deciding, input.Firm?.Limits),
            finding.Measure
        );
        var unjudged = !AsRecorded.IsKnown(book, finding);
        var verdict = unjudged
            ? new Verdict(
                VerdictOutcome.CannotTell,
                "Not evaluated",
                condition.Meaning,
                ToSettle: "Choose a condition of the rule book, or update Kalpa."
            )
            : Decisions.Settled(condition, finding, measured, effect, kind);
        var together = around.Together;
        var rules = together.Select(c => book.Combinations.First(r => r.Id == c.Id)).ToList();
        var urgency = Urgencies.Of(
            book,
            condition,
            new UrgencyFacts(
                condition.Code,
                finding.Evidence,
                finding.Extent,
                slope?.Under ?? Under.HeatedRoom,
                finding.PeopleBelow,
                verdict.Outcome,
                verdict.Shortfall,
                around.NearEnd,
                WaterRuns.Feet(finding, condition, slope, planned),
                slope?.Pitch.RisePer12,
                input.Exposure,
                effect.Weight,
                rules.Max(r => r.Likelihood),
                Worst(rules),
                finding.Moved,
                around.ReroofDue,
                around.Sign is null && slope?.Under is { } under && underside.Saw(under),
                planned.SpotOf(finding) is { } spot ? planned.SquareFeetAt(spot, condition.Water == WaterAt.Gathered) : null,
                input.Local?.Rain?.InchesPerHour
            )
        );
        if (around.Sign is { } sign)
        {
            urgency = urgency with { Why = Reasons.WithSign(urgency.Why, sign.Shows, sign.Name) };
        }
        if (unjudged)
        {
            // What it may do is not known: nothing is claimed of it.
            urgency = urgency with
            {
                Why = [condition.Meaning],
            };
        }
        // What is immediate is made safe first, as a job of its own; the larger work comes after.
        var immediate = urgency.Class == UrgencyClass.MakeSafeNow;
        var combined = immediate || effect.Remedy.Length > 0 ? null : rules.FirstOrDefault(r => r.RemedyFor(condition.Code).Length > 0);
        var remedy =
            immediate ? condition.Remedy.Title
            : effect.Remedy.Length > 0 ? effect.Remedy
            : combined?.Remedy ?? condition.Remedy.Title;
        var quantity = condition.Quantity is { } measuredBy ? book.FindQuantity(measuredBy) : null;
        var amount = Amounts.Of(book, condition, finding, RoofPonds.DrawnSquareFeet(finding, planned));
        var words = Words.Of(
            new WordsFacts(condition, finding, slope, verdict, decisions, input.Firm, remedy, effect.Said, quantity, urgency.Class, amount)
        );
        return new FindingAssessment(
            finding.Id,
            finding.SlopeId,
            Words.Name(condition, finding, verdict, quantity),
            verdict,
            urgency,
            words.Observed,
            words.Means,
            decisions,
            together,
            words,
            remedy,
            immediate ? condition.Remedy.Steps : effect.Steps ?? combined?.Steps ?? condition.Remedy.Steps,
            immediate ? condition.Trade
                : effect.Trade.Length > 0 ? effect.Trade
                : together.FirstOrDefault(c => c.Trade.Length > 0)?.Trade ?? condition.Trade,
            unjudged,
            // What the inspector has chosen stands; what the condition presets gives way to what the answer says.
            finding.Outcome == condition.DefaultOutcome
            && !immediate
            && effect.Outcome is { } decided
                ? decided
                : finding.Outcome,
            amount
        );
    }

    private Consequence? Worst(List<Combination> rules)
    {
        var given = rules.Where(r => r.Consequence is not null).Select(r => r.Consequence!.Value).ToList();
        return given.Count == 0
            ? null
            // What has no row is not priced: harm to people, the gravest of all.
            : given.MaxBy(c =>
                book.Harm.FirstOrDefault(h => h.Consequence == c) is { } harm ? harm.Low * harm.High : double.PositiveInfinity
            );
    }
}
