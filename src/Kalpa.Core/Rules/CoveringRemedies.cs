using System.Text.Json.Serialization;

namespace Kalpa.Core.Rules;

/// <summary>
/// How conditions are repaired on coverings of these <paramref name="Kinds"/>, where that is not how most are: a pipe boot is woven into shingles, welded to a
/// sheet and screwed down on a panel. Without a <paramref name="Title"/> or <paramref name="NotARepair"/> of its own the condition's stands.
/// </summary>
public sealed record CoveringRemedy(
    string Key,
    IReadOnlyList<string> Conditions,
    IReadOnlyList<string> Kinds,
    IReadOnlyList<string> Steps,
    string Title = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? NotARepair = null
)
{
    public Remedy In(Remedy usual) => new(Title.Length > 0 ? Title : usual.Title, Steps, NotARepair ?? usual.NotARepair);
}

/// <summary>The looking-through of the remedies of coverings.</summary>
internal static class CoveringRemedyChecks
{
    public static IEnumerable<string> Of(RuleBook book) =>
        [
            .. book.CoveringRemedies.SelectMany(r => Of(book, r)),
            .. book
                .CoveringRemedies.SelectMany(r => r.Conditions.SelectMany(code => r.Kinds.Select(kind => (Code: code, Kind: kind, r.Key))))
                .GroupBy(r => (r.Code, r.Kind))
                .Where(g => g.Count() > 1)
                .Select(g => $"remedies {string.Join(" and ", g.Select(r => r.Key))}: both repair {g.Key.Code} on {g.Key.Kind}"),
        ];

    private static IEnumerable<string> Of(RuleBook book, CoveringRemedy remedy)
    {
        if (remedy.Steps.Count == 0 || remedy.Steps.Any(string.IsNullOrWhiteSpace))
        {
            yield return $"remedy {remedy.Key}: needs steps, none of them empty";
        }
        foreach (var code in remedy.Conditions)
        {
            if (book.FindCondition(code) is not { } condition)
            {
                yield return $"remedy {remedy.Key}: {code} is no condition of the rule book";
                continue;
            }
            foreach (var kind in remedy.Kinds)
            {
                if (book.FindCovering(kind) is not { } covering)
                {
                    yield return $"remedy {remedy.Key}: {kind} is no covering of the rule book";
                }
                else if (!condition.AppliesTo(covering.Family) || condition.Kinds?.Contains(kind) == false)
                {
                    yield return $"remedy {remedy.Key}: {code} is not met on {kind}";
                }
            }
        }
    }
}
