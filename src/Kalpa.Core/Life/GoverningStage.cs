using Kalpa.Core.Facts;

namespace Kalpa.Core.Life;

/// <summary>
/// Which stage governs a slope. Scattered or general wear governs from about 10 % of the area; between 5 and 15 % it governs with a chance
/// that rises straight from zero to one, so that no single share is a cliff. Local wear goes with its own repair and does not count.
/// </summary>
public static class GoverningStage
{
    private const double NeverGovernsBelow = 0.05;
    private const double AlwaysGovernsFrom = 0.15;

    /// <summary>Chance of each stage 0–4 to govern, summing to one; null when no general wear was recorded.</summary>
    public static double[]? Weights(IReadOnlyList<StageShare> shares)
    {
        var general = shares.Where(s => !s.Local && s.Percent > 0).ToList();
        var total = general.Sum(s => s.Percent);
        if (!(total > 0))
        {
            return null;
        }
        var weights = new double[StageModel.LastStage + 1];
        double above = 0;
        for (var stage = StageModel.LastStage; stage >= 0; stage--)
        {
            var atLeast = general.Where(s => s.Stage >= stage).Sum(s => s.Percent) / total;
            var governs = stage == 0 ? 1 : Ramp(atLeast);
            weights[stage] = governs - above;
            above = governs;
        }
        return weights;
    }

    private static double Ramp(double share) => Math.Clamp((share - NeverGovernsBelow) / (AlwaysGovernsFrom - NeverGovernsBelow), 0, 1);
}
