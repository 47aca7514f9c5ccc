using Kalpa.Core.Costs;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Options;

/// <summary>Years at each of the joint points, drawn from the chances of lasting them.</summary>
public static class LifeDraws
{
    /// <summary>Longer than any owner's years: what lasts longer is not told apart.</summary>
    public const int Longest = 100;

    private static readonly int[] All = [.. Enumerable.Range(1, Longest)];

    public static double[] Of(RuleBook book, LifeFacts facts, CostDriver driver)
    {
        var lasting = RemainingLife.Of(book, facts, All).Chances.OrderBy(c => c.Years).Select(c => c.Chance).ToList();
        var shares = JointPoints.Shares(driver);
        return WorkCosts.Each(at => Years(lasting, shares[at]));
    }

    /// <summary>Years at which a share has ended, where <paramref name="lasting"/>[n] is the chance of lasting n + 1 years: straight lines between whole years.</summary>
    public static double Years(IReadOnlyList<double> lasting, double share)
    {
        var before = 0.0;
        for (var at = 0; at < lasting.Count; at++)
        {
            var ended = 1 - lasting[at];
            if (ended >= share)
            {
                return at + (ended > before ? (share - before) / (ended - before) : 0);
            }
            before = Math.Max(before, ended);
        }
        return lasting.Count;
    }
}
