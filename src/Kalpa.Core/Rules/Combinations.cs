using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Rules;

/// <summary>How near to each other the parts of a combination must lie.</summary>
[JsonConverter(typeof(CamelCaseEnum<CombinationScope>))]
public enum CombinationScope
{
    /// <summary>At one detail: the same slope, and not two different details of it or places that have nothing in common.</summary>
    Detail,

    /// <summary>On one slope, or on none in particular, and not at two different details or at places that have nothing in common.</summary>
    Near,
    Slope,
    Roof,
}

/// <summary>
/// One thing that must be so: findings of one of these conditions (<paramref name="Seen"/>) with at least this evidence, this extent, this many of them; or the
/// answer to a decision; or an answer of the visit. <paramref name="Families"/> bounds the covering.
/// </summary>
public sealed record Clause(
    IReadOnlyList<string>? Seen = null,
    WaterEvidence? Evidence = null,
    Extent? Extent = null,
    int Count = 1,
    string? Decision = null,
    string? Question = null,
    IReadOnlyList<string>? Is = null,
    IReadOnlyList<CoveringFamily>? Families = null
);

/// <summary>
/// What means something only together. <paramref name="Likelihood"/> and <paramref name="Consequence"/> are the least that every finding in it then counts for:
/// a combination never makes anything lighter, except that <paramref name="Trade"/> says who it belongs to. <paramref name="Causes"/> are the conditions in it that
/// bring about the others: they are corrected first. <paramref name="RemedyOf"/>: the conditions in it whose work is then <paramref name="Remedy"/>, by these
/// <paramref name="Steps"/> (null: their own); null: all.
/// </summary>
public sealed record Combination(
    string Id,
    string Name,
    CombinationScope Scope,
    IReadOnlyList<Clause> Needs,
    string Means,
    string Settle,
    SourceClass SourceClass,
    Likelihood? Likelihood = null,
    Consequence? Consequence = null,
    string Remedy = "",
    string Trade = "",
    IReadOnlyList<string>? Causes = null,
    IReadOnlyList<string>? RemedyOf = null,
    IReadOnlyList<string>? Steps = null
)
{
    /// <summary>What is done about a condition that is found in it; empty where that is not changed.</summary>
    public string RemedyFor(string condition) => RemedyOf is null || RemedyOf.Contains(condition) ? Remedy : "";
}

/// <summary>A combination that was met: by which findings, and what it says.</summary>
public sealed record CombinationAnswer(
    string Id,
    string Name,
    Guid? SlopeId,
    IReadOnlyList<Guid> Findings,
    string Because,
    string Means,
    string Settle,
    string Remedy,
    string Trade,
    SourceClass SourceClass
);

/// <summary>Everything that combinations are looked for in.</summary>
public sealed record CombinationFacts(
    IReadOnlyList<FindingFact> Findings,
    IReadOnlyDictionary<Guid, CoveringFamily> Families,
    IReadOnlyList<AnswerFact> Answers
);

/// <summary>Finds what means something only together.</summary>
public static class Combinations
{
    public static IReadOnlyList<CombinationAnswer> Of(RuleBook book, CombinationFacts facts)
    {
        var met = new List<CombinationAnswer>();
        if (facts.Findings.Count == 0)
        {
            return met;
        }
        var seen = facts.Findings.Select(f => f.Condition).ToHashSet(StringComparer.Ordinal);
        var ordered = facts.Findings.OrderBy(f => f.Id).ToList();
        foreach (var combination in book.Combinations)
        {
            // Most are ruled out by what was not seen at all.
            if (combination.Needs.All(c => c.Seen is null || c.Seen.Any(seen.Contains)))
            {
                met.AddRange(Met(book, combination, facts, ordered));
            }
        }
        return met;
    }

    private static IEnumerable<CombinationAnswer> Met(
        RuleBook book,
        Combination combination,
        CombinationFacts facts,
        List<FindingFact> ordered
    )
    {
        var told = new HashSet<string>(StringComparer.Ordinal);
        foreach (var group in Groups(combination, ordered))
        {
            var matched = new List<FindingFact>();
            if (!combination.Needs.All(clause => Holds(clause, group, facts, matched)))
            {
                continue;
            }
            var findings = matched.DistinctBy(f => f.Id).OrderBy(f => f.Id).ToList();
            if (findings.Count == 0 || !told.Add(string.Join(',', findings.Select(f => f.Id))))
            {
                continue;
            }
            var names = findings
                .Select(f => book.FindCondition(f.Condition)?.Name ?? f.Condition)
                .Distinct(StringComparer.Ordinal)
                .Select(Sentences.Lower);
            yield return new CombinationAnswer(
                combination.Id,
                combination.Name,
                combination.Scope == CombinationScope.Roof ? null : findings.FirstOrDefault(f => f.SlopeId is not null)?.SlopeId,
                [.. findings.Select(f => f.Id)],
                $"Together: {string.Join("; ", names)}.",
                combination.Means,
                combination.Settle,
                combination.Remedy,
                combination.Trade,
                combination.SourceClass
            );
        }
    }

    /// <summary>Findings that lie near enough to each other; one of no slope belongs with any.</summary>
    private static IEnumerable<List<FindingFact>> Groups(Combination combination, List<FindingFact> all)
    {
        if (combination.Scope == CombinationScope.Roof)
        {
            yield return all;
            yield break;
        }
        if (combination.Scope == CombinationScope.Slope)
        {
            var slopes = all.Select(f => f.SlopeId).Distinct().ToList();
            foreach (var slope in slopes.Where(s => s is not null).DefaultIfEmpty(null))
            {
                yield return [.. all.Where(f => f.SlopeId == slope || f.SlopeId is null)];
            }
            yield break;
        }
        var near = combination.Scope == CombinationScope.Near;
        var lead = combination.Needs.First(c => c.Seen is not null).Seen!;
        foreach (var anchor in all.Where(f => lead.Contains(f.Condition)))
        {
            yield return [anchor, .. all.Where(f => f.Id != anchor.Id && (near ? Near(anchor, f) : SameDetail(anchor, f)))];
        }
    }

    private static bool Near(FindingFact a, FindingFact b) =>
        (a.SlopeId is null || b.SlopeId is null || a.SlopeId == b.SlopeId)
        && (a.DetailId is null || b.DetailId is null || a.DetailId == b.DetailId)
        && !Places.AreTwo(Places.Plain(a.Place), Places.Plain(b.Place));

    private static bool SameDetail(FindingFact a, FindingFact b) =>
        a.SlopeId == b.SlopeId
        && (a.DetailId is null || b.DetailId is null ? !Places.ShareNothing(a.Place, b.Place) : a.DetailId == b.DetailId);

    private static bool Holds(Clause clause, List<FindingFact> group, CombinationFacts facts, List<FindingFact> matched)
    {
        if (clause.Question is not null)
        {
            return facts.Answers.Any(a => a.Question == clause.Question && a.Chosen.Any(clause.Is!.Contains));
        }
        var fit = group.Where(f => Fits(clause, f, facts)).ToList();
        if (fit.Count < clause.Count)
        {
            return false;
        }
        matched.AddRange(fit);
        return true;
    }

    private static bool Fits(Clause clause, FindingFact finding, CombinationFacts facts) =>
        (clause.Seen is null || clause.Seen.Contains(finding.Condition))
        && (clause.Evidence is null || finding.Evidence <= clause.Evidence)
        && (clause.Extent is null || finding.Extent >= clause.Extent)
        && (clause.Decision is null || finding.Deciding?.Any(a => a.Decision == clause.Decision && clause.Is!.Contains(a.Option)) == true)
        && (
            clause.Families is null
            || (finding.SlopeId is { } slope && facts.Families.TryGetValue(slope, out var family) && clause.Families.Contains(family))
        );
}
