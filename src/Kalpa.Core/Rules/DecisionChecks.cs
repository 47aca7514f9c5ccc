namespace Kalpa.Core.Rules;

/// <summary>Whether a matter that a fact decides holds together: its answers, its views, and what they borrow.</summary>
internal static class DecisionChecks
{
    public static IEnumerable<string> Of(RuleBook book, Decision decision)
    {
        var views = decision.Views.Select(v => v.Key).ToHashSet(StringComparer.Ordinal);
        var options = decision.Options.Select(o => o.Key).ToHashSet(StringComparer.Ordinal);
        if (decision.Views.Count < 2 || decision.Options.Count < 2)
        {
            yield return $"decision {decision.Key}: needs two views and two answers at least";
        }
        if (!views.Contains(decision.Firm) || decision.By.Any(r => !views.Contains(r.View) || r.Is.Any(i => !options.Contains(i))))
        {
            yield return $"decision {decision.Key}: a rule names a view or an answer that is not there";
        }
        foreach (
            var view in decision.Views.Where(v =>
                (v.AsOn is { } kind && book.FindCovering(kind) is null) || (v.As is { } code && book.FindCondition(code) is null)
            )
        )
        {
            yield return $"decision {decision.Key}: the view {view.Key} borrows the repair of a covering or a condition that is not there";
        }
        if (
            decision.Kinds?.Any(a => !options.Contains(a.Option)) == true
            || (decision.StainsSay.Length > 0 && !options.Contains(decision.StainsSay))
        )
        {
            yield return $"decision {decision.Key}: the covering or stains give an answer that is not there";
        }
        if (decision.By.Count < 2 || !decision.Settle.EndsWith('.') || string.IsNullOrWhiteSpace(decision.Ask))
        {
            yield return $"decision {decision.Key}: needs both branches, a question and the test that settles it";
        }
        if (decision.Conditions.Count == 0 || decision.Conditions.Any(c => book.FindCondition(c) is null))
        {
            yield return $"decision {decision.Key}: needs conditions of the rule book";
        }
        if (decision.Views.Any(v => !(v.Weight > 0)))
        {
            yield return $"decision {decision.Key}: a weight is more than zero";
        }
    }
}
