using System.Text.RegularExpressions;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Wording;
using Kalpa.Samples;

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
                        Measure = Tape.Of(condition, typed) with { How = how },
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

    public static TheoryData<string> Coverings => [.. Book.Coverings.Select(c => c.Kind)];

    /// <summary>Every covering, new, at mid-life, old and of unknown age, not rated and at every stage: what is said of its life, to a roofer and to an owner.</summary>
    [Theory]
    [MemberData(nameof(Coverings))]
    public void What_is_said_of_a_life_is_whole_and_claims_nothing(string kind)
    {
        var faults = new List<string>();
        foreach (var year in new int?[] { null, 2025, 2010, 1985, 1940 })
        {
            foreach (var stage in new int?[] { null, 0, 1, 2, 3, 4 })
            {
                var assessed = Assessor.Assess(Aged(kind, year, stage), Book);
                var slope = assessed.Slopes.Single();
                string[] sentences =
                [
                    assessed.Headline,
                    .. slope.Life!.Reasons,
                    .. slope.Life.Components.Select(c => c.Words),
                    slope.ForOwner!.IfNothing,
                    .. assessed.Work.Select(w => w.Why),
                ];
                string[] texts =
                [
                    .. sentences,
                    slope.Life.Headline,
                    slope.ForOwner.Headline,
                    slope.ForOwner.Governs,
                    .. slope.ForOwner.Shortens,
                    .. slope.Life.Narrowing.Select(n => n.Text),
                    .. assessed.NextLook?.Why ?? [],
                ];
                faults.AddRange(texts.SelectMany(t => PlainEnglish.Faults(t).Select(f => $"{kind} of {year} at {stage}: {f}: {t}")));
                faults.AddRange(
                    sentences.Where(t => !t.EndsWith('.') && !t.EndsWith('?')).Select(t => $"{kind} of {year} at {stage}: no end: {t}")
                );
            }
        }
        faults.Distinct().Take(40).ShouldBeEmpty();
    }

    private static AssessInput Aged(string kind, int? year, int? stage) =>
        Roof.Input with
        {
            Slopes = [Roof.A],
            Coverings = [new CoveringFact(Guid.CreateVersion7(), Roof.A.Id, kind, year, year, AgeSource.Owner)],
            Stages = stage is { } rated
                ? [new StageFact(Guid.CreateVersion7(), Roof.Visit.Id, Roof.A.Id, [new StageShare(rated, 100)])]
                : [],
            Visit = Roof.Visit with { FinishedAt = new DateTimeOffset(2026, 9, 18, 15, 0, 0, TimeSpan.Zero) },
        };

    /// <summary>What was not checked says why and that nothing follows from it; what hides for one reason on one slope is said once.</summary>
    [Fact]
    public void What_was_not_checked_is_said_with_its_reason_and_without_a_conclusion()
    {
        foreach (var reason in Enum.GetValues<ExcuseReason>())
        {
            foreach (var state in new[] { LookState.Excused, LookState.Hidden })
            {
                LookFact Look(string station, Guid? slope) =>
                    new(Guid.CreateVersion7(), Roof.Visit.Id, station, slope, state, null, reason, "see photo 3.");
                var coverage = Assessor
                    .Assess(Roof.Input with { Looks = [Look("edges", Roof.A.Id), Look("field", Roof.A.Id), Look("attic", null)] }, Book)
                    .Coverage;
                if (state == LookState.Excused && reason == ExcuseReason.NotThere)
                {
                    // Nothing of the kind is there: no limitation.
                    coverage.Limitations.ShouldBeEmpty();
                    continue;
                }
                coverage.Limitations.Count.ShouldBe(2, $"{reason}");
                coverage.Limitations[0].ShouldStartWith("Slope A (south), edges and slope field: not checked – ");
                coverage.Limitations[1].ShouldStartWith("Attic: not checked – ");
                coverage.Limitations.ShouldAllBe(l => l.EndsWith(" (see photo 3). No conclusion is drawn.", StringComparison.Ordinal));
                coverage.Limitations.SelectMany(PlainEnglish.Faults).ShouldBeEmpty();
            }
        }
    }

    [Theory]
    [InlineData("", new string[0])]
    [InlineData("A", new[] { "A" })]
    [InlineData("A and B", new[] { "A", "B" })]
    [InlineData("A, B and C", new[] { "A", "B", "C" })]
    public void A_list_has_its_commas_and_its_and(string list, string[] items) => Sentences.List(items).ShouldBe(list);

    [Theory]
    [InlineData(0.4, "0 years")]
    [InlineData(0.6, "1 year")]
    [InlineData(1.4, "1 year")]
    [InlineData(6, "6 years")]
    public void Years_are_counted_in_words(double years, string words) => Sentences.Years(years).ShouldBe(words);

    [Fact]
    public void A_range_of_years_says_what_is_most_likely() => Sentences.Range(3.2, 5.6, 9.7).ShouldBe("3–10 years, most likely 6");

    [Theory]
    [InlineData(0.1, 0.2, 0.4, "less than 1 year")]
    [InlineData(1, 1, 1, "about 1 year")]
    [InlineData(1.6, 1.9, 2.4, "about 2 years")]
    [InlineData(0.4, 1, 1, "0–1 years, most likely 1")]
    public void A_range_that_is_one_whole_year_says_so(double low, double likely, double high, string said) =>
        Sentences.Range(low, likely, high).ShouldBe(said);

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
        "Slope A (south), kitchen chimney: Width across the slope 28 in, no cricket required (at most 30 in; IRC 2021 R903.2.2, R1003.20). No water signs were found.",
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
