namespace Kalpa.Core.Life;

/// <summary>Chances of lasting by figures that an inspector stated as low, likely and high.</summary>
internal static class OwnFigures
{
    public static IReadOnlyList<SurvivalChance> Chances(YearsLeft own, IReadOnlyList<int> years)
    {
        if (own is { Low: > 0 } && own.Low < own.Likely && own.Likely < own.High)
        {
            var law = WeibullFit.Through(own.Low, own.Likely, own.High).Law;
            return [.. years.Select(y => new SurvivalChance(y, Quantise.Chance(1 - law.Cdf(y))))];
        }
        return [.. years.Select(y => new SurvivalChance(y, Quantise.Chance(Stepped(own, y))))];
    }

    /// <summary>Figures that no distribution passes through (zero to begin with, or two alike): straight between the three, the tails as long again.</summary>
    private static double Stepped(YearsLeft own, double years)
    {
        (double Years, double Chance)[] points =
        [
            (Math.Max(0, own.Low - (own.Likely - own.Low)), 1),
            (own.Low, 0.9),
            (own.Likely, 0.5),
            (own.High, 0.1),
            (own.High + (own.High - own.Likely), 0),
        ];
        for (var i = 1; i < points.Length; i++)
        {
            if (years < points[i].Years)
            {
                var (from, to) = (points[i - 1], points[i]);
                return years <= from.Years
                    ? from.Chance
                    : from.Chance + (to.Chance - from.Chance) * (years - from.Years) / (to.Years - from.Years);
            }
        }
        return 0;
    }
}
