using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Walking;

namespace Kalpa.Core.Wording;

/// <summary>Whose words stand in the report.</summary>
[System.Text.Json.Serialization.JsonConverter(typeof(CamelCaseEnum<WordsBy>))]
public enum WordsBy
{
    Composed,
    Firm,
    Inspector,
}

/// <summary>
/// A finding in words: <paramref name="Observed"/> and <paramref name="Means"/> as the report has them, in the firm's voice; <paramref name="Plain"/> and
/// <paramref name="Technical"/> as composed. <paramref name="Doubts"/> are words of one's own that a fair report does without.
/// </summary>
public sealed record FindingWords(string Observed, string Means, string Plain, string Technical, WordsBy By, IReadOnlyList<string> Doubts);

/// <summary>
/// What a finding's words are composed from. <paramref name="Remedy"/> is the title of what is to be done, <paramref name="Decided"/> what the answers decided for,
/// <paramref name="Quantity"/> the name of what is measured.
/// </summary>
public sealed record WordsFacts(
    Condition Condition,
    FindingFact Finding,
    SlopeFact? Slope,
    Verdict Verdict,
    IReadOnlyList<DecisionAnswer> Decisions,
    FirmRulesFact? Firm,
    string Remedy,
    IReadOnlyList<string> Decided,
    string? Quantity = null
);

/// <summary>Sentences composed from facts: deterministic, the same facts give the same words.</summary>
public static class Words
{
    /// <summary>What stands in the report: the inspector's own words before the firm's phrase before what is composed.</summary>
    public static FindingWords Of(WordsFacts facts)
    {
        var (condition, finding) = (facts.Condition, facts.Finding);
        var plain = Observed(condition, finding, facts.Slope, facts.Verdict, facts.Quantity);
        var technical = Technical(condition, finding, facts.Slope, facts.Verdict);
        var phrase = facts.Firm?.Phrases.LastOrDefault(p => p.Condition == condition.Code)?.Means;
        var own = finding.OwnWords ?? new OwnWords();
        var observed =
            own.Observed.Length > 0 ? own.Observed
            : facts.Firm?.Voice == Voice.Technical ? technical
            : plain;
        var composed = !string.IsNullOrEmpty(phrase) ? phrase : Means(facts);
        var by =
            own.Observed.Length > 0 || own.Means.Length > 0 ? WordsBy.Inspector
            : !string.IsNullOrEmpty(phrase) ? WordsBy.Firm
            : WordsBy.Composed;
        return new FindingWords(
            observed,
            own.Means.Length > 0 ? own.Means : composed,
            plain,
            technical,
            by,
            Fairness.Doubts($"{own.Observed} {own.Means} {phrase} {finding.Note}")
        );
    }

    /// <summary>
    /// What it is called: a defect by its name; a measure that conforms by what was measured, never under a defect's name.
    /// </summary>
    public static string Name(Condition condition, FindingFact finding, Verdict verdict, string? quantity) =>
        verdict.Outcome == VerdictOutcome.Conforms && quantity is not null && finding.Measure is { } measure
            ? $"{Sentences.Upper(quantity)} {measure.Typed.Trim()}: within the limit ({verdict.LimitText})"
            : condition.Name;

    /// <summary>What was seen, where and how it measures: fact, not inference.</summary>
    public static string Observed(Condition condition, FindingFact finding, SlopeFact? slope, Verdict verdict, string? quantity = null)
    {
        if (verdict.Outcome == VerdictOutcome.Conforms && quantity is not null && finding.Measure is { } measure)
        {
            return $"{Sentences.Upper(quantity)}{Place(finding, slope)}: measured {measure.Typed.Trim()}{How(measure.How)}, within the limit ({verdict.LimitText}).{Evidence(finding.Evidence)}{Cause(finding.Cause)}";
        }
        var extent = ExtentWords(finding.Extent);
        var name = finding.Basis switch
        {
            Basis.Inferred => $"Inferred, not seen itself: {Sentences.Lower(condition.Name)}",
            Basis.Suspected => $"Suspected, not confirmed: {Sentences.Lower(condition.Name)}",
            _ => condition.Name,
        };
        return $"{name}{Place(finding, slope)}{extent}.{Measured(finding, verdict)}{Evidence(finding.Evidence)}{Cause(finding.Cause)}";
    }

    /// <summary>The same for a roofer: every figure with its limit and source, how it was read, and what lies beneath.</summary>
    public static string Technical(Condition condition, FindingFact finding, SlopeFact? slope, Verdict verdict)
    {
        var basis = finding.Basis switch
        {
            Basis.Inferred => "inferred",
            Basis.Suspected => "suspected",
            _ => "observed",
        };
        var measure =
            finding.Measure is { } read ? $" Reads {read.Typed.Trim()}{How(read.How)}."
            : verdict.Outcome == VerdictOutcome.CannotTell ? " Not measured."
            : "";
        var limit = verdict.LimitText is null ? "" : $" Limit {verdict.LimitText} ({verdict.Source}): {Sentences.Lower(verdict.Headline)}.";
        var pitch = slope is null ? "" : $" Pitch {new Measures.Pitch(slope.Pitch.RisePer12).ToTradeText()}.";
        var water = finding.Evidence switch
        {
            WaterEvidence.Active => "active leak",
            WaterEvidence.Stained => "staining",
            WaterEvidence.Suspected => "suspected",
            WaterEvidence.NotChecked => "not checked",
            _ => "none found",
        };
        var beneath = slope?.Under switch
        {
            Under.Attic => ", open attic below",
            Under.HeatedRoom => ", finished room below",
            Under.Garage => ", garage below",
            Under.Porch => ", porch below",
            Under.Overhang => ", overhang below",
            Under.OpenAir => ", open air below",
            Under.ElectricalGear => ", electrical equipment below",
            _ => "",
        };
        return $"{condition.Name}{Place(finding, slope)}{ExtentWords(finding.Extent)} ({basis}).{measure}{limit}{pitch} Water: {water}{beneath}.{Cause(finding.Cause)}";
    }

    /// <summary>What it means and what is to be done, for the owner.</summary>
    public static string Means(Condition condition) => $"{condition.Meaning} {condition.Remedy.Title}.";

    /// <summary>The same with what the deciding facts make of it: a defect, a note, or both branches while nobody knows.</summary>
    private static string Means(WordsFacts facts)
    {
        var (condition, verdict) = (facts.Condition, facts.Verdict);
        if (verdict.Outcome == VerdictOutcome.Conforms)
        {
            return facts.Finding.Evidence.ShowsWater()
                ? "The measure is within the limit: the water has another way in, which is still to be found."
                : "The measure is within the limit: no defect by itself.";
        }
        var decided = string.Concat(facts.Decided.Select(d => $" {d.TrimEnd('.')}."));
        var remedy = $" {facts.Remedy.TrimEnd('.')}.";
        if (verdict.Outcome == VerdictOutcome.Noted)
        {
            return facts.Remedy != condition.Remedy.Title && facts.Decided.Count > 0
                ? $"Recorded as it is; no defect by itself.{decided} Recommended: {Sentences.Lower(facts.Remedy.TrimEnd('.'))}."
                : $"Recorded as it is; no defect by itself. {condition.Meaning}";
        }
        var means = $"{condition.Meaning}{decided}{remedy}";
        var open = facts.Decisions.FirstOrDefault(d => d is { Open: true, Decisive: true, By: DecidedBy.Firm });
        if (open is null)
        {
            return means;
        }
        var branches = string.Join(" ", open.Branches.Select(b => $"If {b.If}: {Sentences.Lower(b.Then).TrimEnd('.')}."));
        return $"{means} {branches} To settle it: {Sentences.Lower(open.Settle)}";
    }

    public static string Place(FindingFact finding, SlopeFact? slope)
    {
        var on = slope is null ? "" : $" on slope {slope.Letter}";
        return finding.Place.Length == 0 ? on : $"{on}, {finding.Place}";
    }

    private static string ExtentWords(Extent extent) =>
        extent switch
        {
            Extent.General => ", over a general area",
            Extent.Scattered => ", in several places",
            _ => "",
        };

    private static string How(MeasuredHow how) =>
        how switch
        {
            MeasuredHow.ByEye => " by eye",
            MeasuredHow.ByTouch => " by touch",
            _ => "",
        };

    private static string Measured(FindingFact finding, Verdict verdict)
    {
        if (finding.Measure is not { } measure)
        {
            return verdict is { Outcome: VerdictOutcome.CannotTell, LimitText: { } bound } ? $" Not measured; the limit is {bound}." : "";
        }
        var limit = verdict.LimitText is null ? "" : $" against {verdict.LimitText}";
        return $" Measured {measure.Typed.Trim()}{How(measure.How)}{limit}: {Sentences.Lower(verdict.Headline)}.";
    }

    private static string Evidence(WaterEvidence evidence) =>
        evidence switch
        {
            WaterEvidence.Active => " An active leak was seen.",
            WaterEvidence.Stained => " Staining was seen.",
            WaterEvidence.Suspected => " Water entry is suspected, not confirmed.",
            WaterEvidence.NotChecked => " Water signs were not checked.",
            _ => " No water signs were found.",
        };

    private static string Cause(SuspectedCause? cause) => cause is null || cause.Words.Length == 0 ? "" : " " + Causes.Words(cause);
}
