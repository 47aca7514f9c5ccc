using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Walking;

namespace Kalpa.Core.Wording;

/// <summary>Sentences composed from facts: deterministic, the same facts give the same words.</summary>
public static class Words
{
    /// <summary>What was seen, where and how it measures: fact, not inference.</summary>
    public static string Observed(Condition condition, FindingFact finding, SlopeFact? slope, Verdict verdict)
    {
        var place = Place(finding, slope);
        var extent = finding.Extent switch
        {
            Extent.General => ", over a general area",
            Extent.Scattered => ", in several places",
            _ => "",
        };
        return $"{condition.Name}{place}{extent}.{Measured(finding, verdict)}{Evidence(finding.Evidence)}{Cause(finding.Cause)}";
    }

    /// <summary>What it means and what mends it, for the owner.</summary>
    public static string Means(Condition condition) => $"{condition.Meaning} {condition.Remedy.Title}.";

    public static string Place(FindingFact finding, SlopeFact? slope)
    {
        var on = slope is null ? "" : $" on slope {slope.Letter}";
        return finding.Place.Length == 0 ? on : $"{on}, {finding.Place}";
    }

    private static string Measured(FindingFact finding, Verdict verdict)
    {
        if (finding.Measure is not { } measure)
        {
            return verdict.Outcome == VerdictOutcome.CannotTell ? $" Not measured; the limit is {verdict.LimitText}." : "";
        }
        var how = measure.How switch
        {
            MeasuredHow.ByEye => " by eye",
            MeasuredHow.ByTouch => " by touch",
            _ => "",
        };
        var limit = verdict.LimitText is null ? "" : $" against {verdict.LimitText}";
        return $" Measured {measure.Typed.Trim()}{how}{limit}: {LowerFirst(verdict.Headline)}.";
    }

    private static string Evidence(WaterEvidence evidence) =>
        evidence switch
        {
            WaterEvidence.Active => " Water was coming in.",
            WaterEvidence.Stained => " Old stains were seen.",
            WaterEvidence.Suspected => " Water is suspected but was not seen.",
            _ => " No sign of water was seen.",
        };

    private static string Cause(SuspectedCause? cause) => cause is null || cause.Words.Length == 0 ? "" : " " + Causes.Words(cause);

    private static string LowerFirst(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
