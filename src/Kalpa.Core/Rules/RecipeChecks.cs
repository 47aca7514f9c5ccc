using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>Whether what repairs and renewals take holds together with the rest of the book.</summary>
internal static class RecipeChecks
{
    /// <summary>Low, likely and high.</summary>
    private const int Figures = 3;

    public static IEnumerable<string> Of(RuleBook book) =>
        [
            .. book.Recipes.SelectMany(r => Recipe(book, r)),
            .. book
                .Recipes.Where(r => r.Kinds is null)
                .SelectMany(r => r.Conditions)
                .GroupBy(c => c, StringComparer.Ordinal)
                .Where(g => g.Count() > 1)
                .Select(g => $"recipes: {g.Key} is in {g.Count()} of them without a covering that tells which"),
            .. book
                .Holds.Where(h => !h.IsWhole)
                .Select(h => $"hold {h.Key}: needs words, days it is good for, and hours low, likely and high, in order"),
            .. book
                .Holds.Where(h => !IsHeld(book, h))
                .Select(h => $"hold {h.Key}: what is done instead is no hold of the rule book, or two serve one family of coverings"),
            .. book.Renewals.SelectMany(r => Renewal(book, r)),
            .. book
                .WoodSigns.Where(s => !InOrder(s.Rate) || s.Conditions.Count == 0 || s.Conditions.Any(c => book.FindCondition(c) is null))
                .Select(s => $"allowance {s.Key}: needs conditions of the rule book, and a rate low, likely and high, in order"),
        ];

    private static IEnumerable<string> Recipe(RuleBook book, Recipe recipe)
    {
        if (recipe.Amount == AmountKind.None)
        {
            yield return $"recipe {recipe.Key}: needs a count, a length or an area to go by";
        }
        if (recipe.With is { } with && book.Recipes.All(r => r.Key != with.Recipe || r.Amount != recipe.Amount))
        {
            yield return $"recipe {recipe.Key}: {with.Recipe} is no recipe that goes by the same amount";
        }
        foreach (var code in recipe.Conditions)
        {
            if (book.FindCondition(code) is not { } condition)
            {
                yield return $"recipe {recipe.Key}: {code} is no condition of the rule book";
            }
            else if ((condition.Amount ?? book.FindElement(condition.Element)?.Amount) != recipe.Amount)
            {
                yield return $"recipe {recipe.Key}: the amount of {code} is not a {recipe.Amount}";
            }
        }
        if (!InOrder(recipe.Hours.Base) || !InOrder(recipe.Hours.Each) || recipe.Hours.Covers < 0)
        {
            yield return $"recipe {recipe.Key}: needs hours low, likely and high, in order";
        }
        if (recipe.Hold.Length > 0 && book.FindHold(recipe.Hold) is null)
        {
            yield return $"recipe {recipe.Key}: {recipe.Hold} holds nothing in the rule book";
        }
        foreach (var kind in recipe.Kinds ?? [])
        {
            if (book.FindCovering(kind) is null)
            {
                yield return $"recipe {recipe.Key}: {kind} is no covering of the rule book";
            }
        }
        foreach (var material in recipe.Materials.Concat(recipe.Sized?.Materials ?? []).Where(m => !m.IsWhole))
        {
            yield return $"recipe {recipe.Key}: {material.Item} lacks what its rule goes by";
        }
        foreach (var problem in Sized(recipe))
        {
            yield return problem;
        }
    }

    /// <summary>What is done instead holds something itself, each family of coverings once.</summary>
    private static bool IsHeld(RuleBook book, TemporaryHold hold) =>
        hold.Instead is not { } instead
        || (
            instead.All(i => i.Families.Count > 0 && book.FindHold(i.Hold) is not null)
            && instead.SelectMany(i => i.Families).Distinct().Count() == instead.Sum(i => i.Families.Count)
        );

    private static IEnumerable<string> Sized(Recipe recipe)
    {
        foreach (var material in recipe.Materials.Where(m => m.Of.Length > 0))
        {
            yield return $"recipe {recipe.Key}: {material.Item} goes by a size that nothing has";
        }
        if (recipe.Sized is not { } sized)
        {
            yield break;
        }
        var measures = Quantities.SizedThings.MeasuresOf(sized.Shape);
        foreach (var material in sized.Materials.Where(m => m.Of.Length > 0 && !measures.Contains(m.Of)))
        {
            yield return $"recipe {recipe.Key}: a {sized.Shape} has no {material.Of}";
        }
        if (sized.Materials is not [{ Of.Length: > 0 }, ..])
        {
            yield return $"recipe {recipe.Key}: the first material of a size goes by a measure of it";
        }
        if (sized.Hours is { } hours && (!InOrder(hours.Base) || !InOrder(hours.Each)))
        {
            yield return $"recipe {recipe.Key}: needs hours low, likely and high, in order";
        }
        var byArea = recipe.Amount == AmountKind.Area && sized.Shape != SizedShape.ChaseWalls;
        if (sized.Details.Count == 0 != byArea)
        {
            yield return $"recipe {recipe.Key}: the size is the area of the finding, or that of a thing on the plan";
        }
    }

    private static IEnumerable<string> Renewal(RuleBook book, Renewal renewal)
    {
        if (book.FindCovering(renewal.Kind) is null)
        {
            yield return $"renewal {renewal.Kind}: no covering of the rule book";
        }
        if (!InOrder(renewal.TearOff) || !InOrder(renewal.Install) || (renewal.Relay is { } relay && !InOrder(relay)))
        {
            yield return $"renewal {renewal.Kind}: needs hours low, likely and high, in order";
        }
        if (renewal.PoundsPerSquare <= 0)
        {
            yield return $"renewal {renewal.Kind}: needs what a square weighs";
        }
    }

    public static bool InOrder(IReadOnlyList<double> figures) =>
        figures.Count == Figures && figures[0] >= 0 && figures[0] <= figures[1] && figures[1] <= figures[2];
}
