using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>
/// Facts with the keys that stand today: what was recorded under a key that has been retired is assessed as its successor. The facts saved stay as recorded.
/// </summary>
internal static class CurrentKeys
{
    public static AssessInput Of(RuleBook book, AssessInput input)
    {
        if (book.Retired.Count == 0)
        {
            return input;
        }
        var coverings = Each(input.Coverings, c => c.Kind, BookKeyKind.Covering, (c, key) => c with { Kind = key });
        var families = coverings
            .GroupBy(c => c.SlopeId)
            .ToDictionary(g => g.Key, g => Assessor.CoveringOn(g, g.Key, input.AsOf) is { } on ? book.FindCovering(on.Kind)?.Family : null);
        var sole = families.Values.Distinct().Take(2).ToList() is [{ } only] ? only : (CoveringFamily?)null;
        CoveringFamily? FamilyOf(FindingFact finding) => finding.SlopeId is { } slope ? families.GetValueOrDefault(slope) : sole;
        return input with
        {
            Coverings = coverings,
            Findings = Findings(input.Findings),
            Looks = Each(input.Looks, l => l.Station, BookKeyKind.Station, (l, key) => l with { Station = key }),
            Components = input.Components is { } components
                ? Each(components, c => c.Kind, BookKeyKind.Component, (c, key) => c with { Kind = key })
                : null,
            Records = input.Records is { } records
                ? records with
                {
                    Answers = Each(records.Answers, a => a.Question, BookKeyKind.Question, (a, key) => a with { Question = key }),
                    LastTime = records.LastTime is { } last ? last with { Findings = Findings(last.Findings) } : null,
                }
                : null,
        };

        IReadOnlyList<T> Each<T>(IReadOnlyList<T> facts, Func<T, string> keyOf, BookKeyKind kind, Func<T, string, T> with) =>
            [.. facts.Select(fact => Rekeyed(fact, keyOf(fact), book.CurrentKey(kind, keyOf(fact)), with))];

        IReadOnlyList<FindingFact> Findings(IReadOnlyList<FindingFact> findings) =>
            [
                .. findings.Select(f =>
                    Rekeyed(
                        Rekeyed(
                            f,
                            f.Condition,
                            book.CurrentKey(BookKeyKind.Condition, f.Condition, FamilyOf(f)),
                            (x, key) => x with { Condition = key }
                        ),
                        f.Station,
                        book.CurrentKey(BookKeyKind.Station, f.Station),
                        (x, key) => x with { Station = key }
                    )
                ),
            ];
    }

    private static T Rekeyed<T>(T fact, string recorded, string current, Func<T, string, T> with) =>
        recorded == current ? fact : with(fact, current);
}
