using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Walking;

namespace Kalpa.Core.Wording;

/// <summary>Whose words the report has.</summary>
[JsonConverter(typeof(CamelCaseEnum<WordsBy>))]
public enum WordsBy
{
    Composed,
    Firm,
    Inspector,
}

/// <summary>A sentence of one's own whose facts have changed: what the composed one said when it was written, and what it says now.</summary>
public sealed record OutdatedWords(string Sentence, string Then, string Now);

/// <summary>
/// A finding in words: <paramref name="Observed"/> and <paramref name="Means"/> as the report has them, in the firm's voice; <paramref name="Plain"/> and
/// <paramref name="Technical"/> as composed. <paramref name="Doubts"/> are words of one's own that a fair report does without;
/// <paramref name="ComposedMeans"/>: what stands behind a meaning of one's own; <paramref name="Outdated"/>: sentences of one's own whose facts have changed. Both null
/// where there are none.
/// <paramref name="Open"/>: the end of <paramref name="Means"/> that says what is still to be answered, null where nothing is.
/// </summary>
public sealed record FindingWords(
    string Observed,
    string Means,
    string Plain,
    string Technical,
    WordsBy By,
    IReadOnlyList<string> Doubts,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? ComposedMeans = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<OutdatedWords>? Outdated = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Open = null
);

/// <summary>
/// What a finding's words are composed from. <paramref name="Remedy"/> is the title of what is to be done, <paramref name="Decided"/> what the answers decided for,
/// <paramref name="Quantity"/> what is measured, <paramref name="Urgency"/> when to act, <paramref name="Amount"/> how much of it there is.
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
    Quantity? Quantity = null,
    UrgencyClass? Urgency = null,
    Amount? Amount = null
);

/// <summary>Sentences composed from facts: deterministic, the same facts give the same words.</summary>
public static class Words
{
    /// <summary>The report's words: the inspector's own before the firm's phrase before what is composed.</summary>
    public static FindingWords Of(WordsFacts facts)
    {
        var (condition, finding) = (facts.Condition, facts.Finding);
        var plain = Observed(condition, finding, facts.Slope, facts.Verdict, facts.Quantity, facts.Amount);
        var technical = Technical(condition, finding, facts.Slope, facts.Verdict, facts.Quantity, facts.Amount);
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
            Fairness.Doubts(
                $"{own.Observed} {own.Means} {phrase} {finding.Note} {finding.Own?.Title} {finding.Own?.Seen} {finding.Own?.Recommendation}"
            ),
            own.Means.Length > 0 ? composed : null,
            Outdated(own, plain, technical, composed) is { Count: > 0 } outdated ? outdated : null,
            own.Means.Length == 0 && string.IsNullOrEmpty(phrase) ? Open(facts) : null
        );
    }

    /// <summary>The firm's voice may have changed since: a sentence is outdated only where it differs from both.</summary>
    private static List<OutdatedWords> Outdated(OwnWords own, string plain, string technical, string means)
    {
        var outdated = new List<OutdatedWords>();
        if (own is { Observed.Length: > 0, OverObserved: { } observed } && observed != plain && observed != technical)
        {
            outdated.Add(new("Observed", observed, plain));
        }
        if (own is { Means.Length: > 0, OverMeans: { } meant } && meant != means)
        {
            outdated.Add(new("Meaning and recommendation", meant, means));
        }
        return outdated;
    }

    /// <summary>
    /// What it is called: a defect by its name; a measure that conforms by what was measured, never under a defect's name.
    /// </summary>
    public static string Name(Condition condition, FindingFact finding, Verdict verdict, Quantity? quantity) =>
        verdict.Outcome == VerdictOutcome.Conforms && quantity is not null && finding.Measure is { } measure
            ? $"{Sentences.Upper(quantity.Name)} {Value(measure, quantity)}: {(condition.WithinLimit.Length > 0 ? condition.WithinLimit : "within the limit")} ({verdict.LimitText})"
            : condition.Name;

    /// <summary>Where, what was observed, how much, and the signs of water: fact, not inference.</summary>
    public static string Observed(
        Condition condition,
        FindingFact finding,
        SlopeFact? slope,
        Verdict verdict,
        Quantity? quantity = null,
        Amount? amount = null
    )
    {
        var where = Place(finding, slope) is { Length: > 0 } place ? $"{place}: " : "";
        var what =
            verdict.Outcome == VerdictOutcome.Conforms && quantity is not null && finding.Measure is { } measure
                ? condition.WithinLimit.Length > 0
                    ? $"{Sentences.Upper(quantity.Name)} {Read(measure, quantity)}, {condition.WithinLimit} ({verdict.LimitText}; {verdict.Source})."
                    : $"{Sentences.Upper(quantity.Name)} {Read(measure, quantity)}; {Bound(verdict)}: within the limit."
                : Defect(condition, finding, verdict, quantity, amount);
        return $"{where}{what}{Evidence(finding.Evidence)}{Cause(finding.Cause)}";
    }

    /// <summary>The same for a roofer: every figure with its limit and source, how it was read, and what lies below.</summary>
    public static string Technical(
        Condition condition,
        FindingFact finding,
        SlopeFact? slope,
        Verdict verdict,
        Quantity? quantity = null,
        Amount? amount = null
    )
    {
        var basis = finding.Basis switch
        {
            Basis.Inferred => "inferred",
            Basis.Suspected => "suspected",
            _ => "observed",
        };
        var pitch = slope is null ? "" : $", pitch {new Measures.Pitch(slope.Pitch.RisePer12).ToTradeText()}";
        var where = Place(finding, slope) is { Length: > 0 } place ? $"{place}{pitch}: " : "";
        var measure =
            finding.Measure is { } read ? $" Measured {Read(read, quantity)}."
            : verdict.Outcome == VerdictOutcome.CannotTell ? " Not measured."
            : "";
        var limit = verdict.LimitText is null ? "" : $" {Sentences.Upper(Bound(verdict))}: {Sentences.Lower(verdict.Headline)}.";
        var water = finding.Evidence switch
        {
            WaterEvidence.Active => "active leak",
            WaterEvidence.Stained => "staining",
            WaterEvidence.Suspected => "suspected",
            WaterEvidence.NotChecked => "not checked",
            _ => "none found",
        };
        var below = slope?.Under switch
        {
            Under.Attic => "; open attic below",
            Under.HeatedRoom => "; finished room below",
            Under.CathedralCeiling => "; cathedral ceiling below, no attic between",
            Under.Garage => "; garage below",
            Under.Porch => "; porch below",
            Under.Overhang => "; overhang below",
            Under.OpenAir => "; open air below",
            Under.ElectricalGear => "; electrical equipment below",
            _ => "",
        };
        return $"{where}{Name(condition, finding, verdict, quantity)}{ExtentWords(finding, amount)} ({basis}).{measure}{limit} Water signs: {water}{below}.{Cause(finding.Cause)}";
    }

    /// <summary>What it means and what to do, with what the deciding facts make of it: a defect, a note, or each answer while nobody knows.</summary>
    private static string Means(WordsFacts facts)
    {
        var (condition, verdict) = (facts.Condition, facts.Verdict);
        if (verdict.Outcome == VerdictOutcome.Conforms)
        {
            return facts.Finding.Evidence.ShowsWater()
                ? "The measure is within the limit, so water enters elsewhere; the entry point has not been found yet."
                : "The measure is within the limit; no defect.";
        }
        var decided = string.Concat(facts.Decided.Select(d => $" {Sentences.WithoutStop(d)}."));
        var remedy = Sentences.WithoutStop(facts.Remedy);
        if (verdict.Outcome == VerdictOutcome.Noted)
        {
            return facts.Remedy != condition.Remedy.Title && facts.Decided.Count > 0
                ? $"Documented; not a defect here.{decided} Recommended: {Sentences.Lower(remedy)}."
                : $"Documented; not a defect here.{decided}";
        }
        // What nobody has measured is measured before it is repaired.
        var means =
            verdict.Outcome == VerdictOutcome.CannotTell && condition.Measured && facts.Finding.Measure is null
                ? $"{condition.Meaning}{decided} Before any repair: {Sentences.Lower(Sentences.WithoutStop(condition.Check))}. If it is outside the limit, {Sentences.Lower(remedy)}{When(facts.Urgency)}."
                : $"{condition.Meaning}{decided} {remedy}{When(facts.Urgency)}.";
        return Open(facts) is { } open ? $"{means} {open}" : means;
    }

    /// <summary>What is still to be answered, what each answer leads to, and how to find out; null where nothing is.</summary>
    private static string? Open(WordsFacts facts)
    {
        var open = facts.Decisions.FirstOrDefault(d => d is { Open: true, Decisive: true, By: DecidedBy.Firm });
        if (open is null || facts.Verdict.Outcome is VerdictOutcome.Conforms or VerdictOutcome.Noted)
        {
            return null;
        }
        var answers = string.Concat(
            open.Branches.Select(b => $" “{Sentences.Upper(b.If)}”: {Sentences.Lower(Sentences.WithoutStop(b.Then))}.")
        );
        return $"Still to be answered: {Sentences.Lower(open.Ask)}{answers} To find out: {Sentences.Lower(open.Settle)}";
    }

    /// <summary>When to act, as it follows what is to be done; empty where nothing is due.</summary>
    public static string When(UrgencyClass? urgency) =>
        urgency switch
        {
            UrgencyClass.MakeSafeNow => " (immediately)",
            UrgencyClass.BeforeNextRain or UrgencyClass.ThisSeason or UrgencyClass.WithinYear or UrgencyClass.WithReroof =>
                $" ({Sentences.Lower(Urgencies.Words(urgency.Value))})",
            _ => "",
        };

    /// <summary><c>Slope A (south), kitchen chimney</c>; empty where neither is known.</summary>
    public static string Place(FindingFact finding, SlopeFact? slope)
    {
        var place = finding.Place.Trim();
        return slope is null ? Sentences.Upper(place)
            : place.Length == 0 ? Sentences.Slope(slope)
            : $"{Sentences.Slope(slope)}, {place}";
    }

    /// <summary>
    /// As it was found: observed, inferred or suspected, with its measure. What only a measure decides is suspected until one says that it is out of its limit.
    /// </summary>
    private static string Defect(Condition condition, FindingFact finding, Verdict verdict, Quantity? quantity, Amount? amount)
    {
        var name = condition.Name + ExtentWords(finding, amount);
        var measured = finding.Measure is null ? "" : $" {Beside(finding.Measure, verdict, quantity)}";
        if (finding.Basis == Basis.Inferred)
        {
            return $"{name}: inferred from what was seen, not observed directly.{measured}";
        }
        if (finding.Basis == Basis.Suspected)
        {
            return $"{name}: suspected. To confirm or rule it out: {Sentences.Lower(condition.Check)}{measured}";
        }
        if (condition.Measured && quantity is not null && verdict.Outcome is not (VerdictOutcome.Short or VerdictOutcome.Over))
        {
            return verdict.Outcome == VerdictOutcome.CannotTell
                ? $"{name}: suspected. {OfQuantity(quantity, finding.Measure, verdict)}"
                : OfQuantity(quantity, finding.Measure, verdict);
        }
        var observed = condition.Observed.Length > 0 ? condition.Observed : condition.Name;
        return $"{Sentences.WithoutStop(observed)}{ExtentWords(finding, amount)}.{measured}";
    }

    /// <summary>What was measured, by its own name: <c>Drip edge lap: not measured; required at least 2 in (…).</c></summary>
    private static string OfQuantity(Quantity quantity, MeasureFact? measure, Verdict verdict) =>
        $"{Sentences.Upper(quantity.Name)}: {Sentences.Lower(Beside(measure, verdict, quantity))}";

    /// <summary>A measure beside its limit, or that none was taken; how far it misses the limit, where it does.</summary>
    internal static string Beside(MeasureFact? measure, Verdict verdict, Quantity? quantity)
    {
        var read = measure is null ? "Not measured" : $"Measured {Read(measure, quantity)}";
        var bound = verdict.LimitText is null ? "" : $"; {Bound(verdict)}";
        var said = measure is null || verdict.LimitText is null ? "" : $": {Sentences.Lower(verdict.Headline)}";
        return $"{read}{bound}{said}.";
    }

    /// <summary>How widely it was found, and how much of it where that was counted or measured: nothing assumed is stated as found.</summary>
    private static string ExtentWords(FindingFact finding, Amount? amount)
    {
        var spread = finding.Extent switch
        {
            Extent.General => ", widespread",
            Extent.Scattered => " at several spots",
            _ => "",
        };
        return amount is { Assumed: false } ? $"{spread}, {amount.Words}" : spread;
    }

    /// <summary><c>1 1/2 in</c>, <c>about 1/8 in, estimated by eye</c>.</summary>
    private static string Read(MeasureFact measure, Quantity? quantity) =>
        measure.How switch
        {
            MeasuredHow.ByEye => $"about {Value(measure, quantity)}, estimated by eye",
            MeasuredHow.ByTouch => $"about {Value(measure, quantity)}, by touch",
            _ => Value(measure, quantity),
        };

    /// <summary>As it was typed; a bare number gets its unit.</summary>
    private static string Value(MeasureFact measure, Quantity? quantity)
    {
        var typed = measure.Typed.Trim();
        return typed.Length == 0 || !typed.All(c => char.IsDigit(c) || c is ' ' or '/' or '.' or ',' || char.IsNumber(c))
            ? typed
            : quantity?.Unit switch
            {
                QuantityUnit.Length => $"{typed} in",
                QuantityUnit.Percent => $"{typed}%",
                QuantityUnit.RValue => $"R-{typed}",
                _ => typed,
            };
    }

    /// <summary><c>required at least 2 in (IRC 2021 R905.2.8.5)</c>; what no code or instruction binds is recommended.</summary>
    private static string Bound(Verdict verdict)
    {
        var verb = verdict.SourceClass is SourceClass.Published or SourceClass.MakersInstruction ? "required" : "recommended";
        return verdict.Source is { Length: > 0 } source ? $"{verb} {verdict.LimitText} ({source})" : $"{verb} {verdict.LimitText}";
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
