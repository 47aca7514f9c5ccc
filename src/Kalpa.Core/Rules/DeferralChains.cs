namespace Kalpa.Core.Rules;

/// <summary>
/// A stage of damage: what <paramref name="Happens"/>, in the middle of a sentence, and the row of the price list that puts it right. <paramref name="AYear"/>: the
/// chance a year that it follows the stage before, low, likely and high; the first stage has the finding's own. <paramref name="ShownBy"/>: conditions by which it
/// has happened already. <paramref name="Instead"/>: what may be done in the place of putting it right, with a row of its own.
/// </summary>
public sealed record DeferralStage(
    string Happens,
    string Price,
    IReadOnlyList<double>? AYear = null,
    IReadOnlyList<string>? ShownBy = null,
    string? Instead = null,
    string? InsteadPrice = null
);

/// <summary>
/// What follows when one of these conditions is left, stage by stage. <paramref name="Rooms"/>: only over rooms and their attic, or only over what has little to spoil
/// (a porch, an overhang, a garage, the open air); null: anywhere. All rates from memory, of common practice.
/// </summary>
public sealed record DeferralChain(string Key, IReadOnlyList<string> Conditions, IReadOnlyList<DeferralStage> Stages, bool? Rooms = null);

/// <summary>Whether the chains hold together with the rest of the book.</summary>
internal static class DeferralChecks
{
    private const int Figures = 3;

    public static IEnumerable<string> Of(RuleBook book) =>
        [
            .. book
                .DeferralChains.SelectMany(c =>
                    c.Conditions.Concat(c.Stages.SelectMany(s => s.ShownBy ?? [])).Select(code => (c.Key, code))
                )
                .Where(c => book.FindCondition(c.code) is null)
                .Select(c => $"deferral {c.Key}: {c.code} is no condition of the rule book"),
            .. book
                .DeferralChains.SelectMany(c => c.Conditions.Select(code => (Code: code, c.Rooms, c.Key)))
                .GroupBy(c => c.Code, StringComparer.Ordinal)
                .Where(g => g.Count() > 1 && (g.Any(c => c.Rooms is null) || g.Select(c => c.Rooms).Distinct().Count() < g.Count()))
                .Select(g => $"deferrals {string.Join(" and ", g.Select(c => c.Key))}: {g.Key} is in both, and nothing tells which"),
            .. book
                .DeferralChains.Where(c =>
                    c.Stages.Count < 2 || c.Stages[0].AYear is not null || c.Stages.Skip(1).Any(s => !IsChance(s.AYear))
                )
                .Select(c =>
                    $"deferral {c.Key}: needs two stages, each after the first with a chance a year, low, likely and high, between 0 and 1"
                ),
            .. book
                .DeferralChains.SelectMany(c =>
                    c.Stages.SelectMany(s => new[] { s.Price, s.InsteadPrice }).OfType<string>().Select(price => (c.Key, price))
                )
                .Where(c => book.Prices.All(p => p.Key != c.price || p.Kind != PriceKind.Damage))
                .Select(c => $"deferral {c.Key}: {c.price} is no row of damage in the price list"),
            .. book
                .DeferralChains.SelectMany(c => c.Stages.Select(s => (c.Key, Stage: s)))
                .Where(s => (s.Stage.Instead is null) != (s.Stage.InsteadPrice is null) || string.IsNullOrWhiteSpace(s.Stage.Happens))
                .Select(s => $"deferral {s.Key}: a stage needs words, and what is done instead a price"),
        ];

    private static bool IsChance(IReadOnlyList<double>? chances) =>
        chances is { Count: Figures } && RecipeChecks.InOrder(chances) && chances[0] > 0 && chances[^1] < 1;
}
