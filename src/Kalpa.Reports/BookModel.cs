using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Reports;

/// <summary>The rule book as it is printed: for one family of coverings or all (null), with what the firm has of its own.</summary>
public sealed record BookModel(RuleBook Book, CoveringFamily? Family, FirmRulesFact? Firm)
{
    /// <summary>Elements in the book's order, each with its conditions; none is empty.</summary>
    public IEnumerable<(Element Element, IReadOnlyList<Condition> Conditions)> Parts =>
        Book
            .Elements.Select(e => (e, (IReadOnlyList<Condition>)[.. Book.Conditions.Where(c => c.Element == e.Key && c.AppliesTo(Family))]))
            .Where(p => p.Item2.Count > 0);

    /// <summary>The limits that bear on a condition, in words with their source.</summary>
    public IEnumerable<string> LimitsOf(Condition condition) =>
        condition.Quantity is not { } quantity
            ? []
            : Book.LimitsOn(quantity)
                .Where(l => Family is null || Book.Coverings.Any(c => c.Family == Family && l.AppliesTo(c.Kind)))
                .Select(l => $"{Verdicts.LimitText(Book.FindQuantity(quantity)!, l)} ({l.Source})");

    /// <summary>What it is taken for, with the test.</summary>
    public IEnumerable<string> Alike(Condition condition) =>
        Book
            .LookAlikes.Where(p => p.Conditions.Contains(condition.Code))
            .Select(p => $"{Book.FindCondition(p.Conditions.First(c => c != condition.Code))!.Name}: {p.Test}");

    /// <summary>How it is repaired on coverings where that is another matter, with the names of those coverings; none where the firm repairs it in its own way.</summary>
    public IEnumerable<(string Coverings, Remedy Remedy)> OtherWays(Condition condition) =>
        IsFirms(condition)
            ? []
            : Book
                .CoveringRemedies.Where(r => r.Conditions.Contains(condition.Code))
                .Select(r =>
                    (
                        Coverings: r.Kinds.Select(k => Book.Covering(k))
                            .Where(c => Family is null || c.Family == Family)
                            .Select(c => c.Name)
                            .ToList(),
                        Remedy: r.In(condition.Remedy)
                    )
                )
                .Where(w => w.Coverings.Count > 0)
                .Select(w => (Sentences.List([.. w.Coverings]), w.Remedy));

    public Remedy RemedyOf(Condition condition) => AsRecorded.WithFirms(condition, Firm).Remedy;

    public bool IsFirms(Condition condition) => Firm?.Remedies?.Any(r => r.Condition == condition.Code) == true;
}
