using System.Text.RegularExpressions;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Tests.Wording;

/// <summary>
/// Every condition as an assessment can state it: each sign of water, each extent, each basis, each likely measure, each answer to each of its questions, in pairs
/// with the signs of water. Nothing composed may be broken, quaint or claim what nobody saw.
/// </summary>
public partial class ComposedTextTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly LookFact Attic = new(Guid.CreateVersion7(), Roof.Visit.Id, "attic", null, LookState.Looked);

    public static TheoryData<string> Files => [.. Book.Conditions.Select(c => c.Stations[0]).Distinct()];

    private static IEnumerable<FindingFact> Reachable(Condition condition)
    {
        var found = Roof.Found(condition.Code);
        foreach (var water in Enum.GetValues<WaterEvidence>())
        {
            foreach (var extent in Enum.GetValues<Extent>())
            {
                yield return found with
                {
                    Evidence = water,
                    Extent = extent,
                    Place = "kitchen chimney, uphill side",
                };
            }
            foreach (var basis in Enum.GetValues<Basis>())
            {
                yield return found with
                {
                    Evidence = water,
                    Basis = basis,
                };
            }
            foreach (var answer in Book.Decisions.Where(d => d.Conditions.Contains(condition.Code)).SelectMany(Answers))
            {
                yield return found with
                {
                    Evidence = water,
                    Deciding = [answer],
                };
            }
            if (condition.Quantity is not { } quantity)
            {
                continue;
            }
            foreach (var typed in Book.FindQuantity(quantity)!.Likely)
            {
                foreach (var how in Enum.GetValues<MeasuredHow>())
                {
                    yield return found with
                    {
                        Evidence = water,
                        Measure = Roof.Taped(condition, typed) with { How = how },
                    };
                }
            }
        }
    }

    private static IEnumerable<DecidingAnswer> Answers(Decision decision) =>
        decision.Options.Select(o => new DecidingAnswer(decision.Key, o.Key));

    /// <summary>The answers still open are quoted: they claim nothing.</summary>
    [GeneratedRegex("“[^”]*”: [^.]*\\.")]
    private static partial Regex Quoted();

    private static string KindFor(Condition condition) =>
        condition.Kinds?[0] ?? Book.Coverings.First(c => condition.AppliesTo(c.Family)).Kind;

    [Theory]
    [MemberData(nameof(Files))]
    public void Nothing_composed_is_broken_quaint_or_claims_too_much(string station)
    {
        var faults = new List<string>();
        foreach (var condition in Book.Conditions.Where(c => c.Stations[0] == station))
        {
            foreach (var finding in Reachable(condition))
            {
                var assessed = Assessor.Assess(Roof.With(KindFor(condition), 2018, finding) with { Looks = [Attic] }, Book);
                var judged = assessed.Findings.Single();
                void Refuse(string what) => faults.Add($"{condition.Code} ({finding.Evidence}): {what}");
                string[] texts =
                [
                    judged.Name,
                    judged.Observed,
                    judged.Means,
                    judged.Words!.Technical,
                    .. judged.Urgency.Why,
                    .. assessed.Work.SelectMany(w => w.Steps.Prepend(w.Title).Prepend(w.Place)),
                ];
                foreach (var text in texts)
                {
                    faults.AddRange(PlainEnglish.Faults(text).Concat(Fairness.Doubts(text)).Select(f => $"{condition.Code}: {f}: {text}"));
                }
                faults.AddRange(
                    PlainEnglish.HarmsNobodySaw(Quoted().Replace(judged.Means, "")).Select(f => $"{condition.Code}: {f}: {judged.Means}")
                );
                if (!judged.Observed.StartsWith("Slope A (south)", StringComparison.Ordinal))
                {
                    Refuse($"no place: {judged.Observed}");
                }
                if (judged.Verdict.IsDefect && !judged.Means.Contains(judged.RemedyTitle.TrimEnd('.'), StringComparison.OrdinalIgnoreCase))
                {
                    Refuse($"nothing to do: {judged.Means}");
                }
                if (
                    judged.Verdict.Outcome == VerdictOutcome.Conforms
                    && $"{judged.Name} {judged.Observed}".Contains(condition.Name, StringComparison.Ordinal)
                )
                {
                    Refuse($"conforms under a defect’s name: {judged.Observed}");
                }
                if (texts[1..4].Any(t => !t.EndsWith('.') && !t.EndsWith('?')))
                {
                    Refuse($"no end: {string.Join(" | ", texts[1..4])}");
                }
            }
        }
        faults.Distinct().Take(40).ShouldBeEmpty();
    }

    // Written by hand as an inspector would write them (common practice), beside what is composed.
    [Theory]
    [InlineData(
        "boot-collar-torn",
        WaterEvidence.Stained,
        "bath vent, 4 ft below the ridge",
        null,
        "Slope A (south), bath vent, 4 ft below the ridge: The collar of the pipe boot was torn or cracked. Staining was seen.",
        "If left, rain can run down the pipe into the building. Replace the pipe boot (before next rain)."
    )]
    [InlineData(
        "drip-edge-lap-short",
        WaterEvidence.NotChecked,
        "",
        "1/2",
        "Slope A (south): The lengths of drip edge lapped too little. Measured 1/2 in; required at least 2 in (IRC 2021 R905.2.8.5): short by 1 1/2 in. Water signs were not checked.",
        "Water can run behind the metal onto the deck edge and fascia. Extend the drip-edge lap (within a year)."
    )]
    [InlineData(
        "drip-edge-lap-short",
        WaterEvidence.NoneSeen,
        "",
        null,
        "Slope A (south): Short drip-edge lap: suspected. Drip edge lap: not measured; required at least 2 in (IRC 2021 R905.2.8.5). No water signs were found.",
        "Water can run behind the metal onto the deck edge and fascia. Before any repair: measure the lap. If it is outside the limit, extend the drip-edge lap."
    )]
    [InlineData(
        "cricket-missing",
        WaterEvidence.NoneSeen,
        "kitchen chimney",
        "28",
        "Slope A (south), kitchen chimney: Width across the slope 28 in; required at most 30 in (IRC 2021 R903.2.2, R1003.20): within the limit. No water signs were found.",
        "The measure is within the limit; no defect."
    )]
    [InlineData(
        "skylight-unguarded",
        WaterEvidence.NotChecked,
        "",
        null,
        "Slope A (south): A skylight that a person could fall through had no guard. Water signs were not checked.",
        "A person can fall through it. Install a skylight guard (immediately)."
    )]
    public void A_finding_reads_as_an_inspector_writes_it(
        string code,
        WaterEvidence water,
        string place,
        string? measure,
        string observed,
        string means
    )
    {
        var finding = Roof.Found(code, water, measure) with { Place = place };
        var judged = Assessor
            .Assess(Roof.With(KindFor(Book.FindCondition(code)!), 2018, finding) with { Looks = [Attic] }, Book)
            .Findings.Single();
        judged.Observed.ShouldBe(observed);
        judged.Means.ShouldBe(means);
    }
}
