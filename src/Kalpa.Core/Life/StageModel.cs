namespace Kalpa.Core.Life;

/// <summary>
/// Stage seen, given the share u = age/T of life used: an ordered logit on a stretched scale, P(stage ≤ s | u) = 1/(1 + exp(g(u) − g(b_s))),
/// with g' = 1/w and w running straight from <see cref="SpreadEarly"/> at u = 0 to <see cref="SpreadLate"/> at u = 1 and beyond.
/// One stretched scale for all breaks, instead of a spread for each, keeps every stage's chance positive and the likelihood ratio of two stages
/// monotone in u: that is what makes more wear never lengthen life.
/// </summary>
/// <param name="Breaks">b₀ to b₃, rising: the share of life at which half the roofs have left stage s.</param>
public sealed record StageModel(IReadOnlyList<double> Breaks, double SpreadEarly, double SpreadLate)
{
    public const int LastStage = 4;

    /// <summary>g of the breaks: asked for at every cell of a life.</summary>
    private readonly double[] stretchedBreaks = [.. Breaks.Select(b => Stretch(b, SpreadEarly, SpreadLate))];

    /// <summary>P(stage | u). Stages sum to one for every u ≥ 0.</summary>
    public double Chance(int stage, double used)
    {
        var at = Stretch(used, SpreadEarly, SpreadLate);
        return AtMost(stage, at) - AtMost(stage - 1, at);
    }

    private double AtMost(int stage, double stretched) =>
        stage < 0 ? 0
        : stage >= LastStage ? 1
        : 1 / (1 + Math.Exp(stretched - stretchedBreaks[stage]));

    /// <summary>g(u) = ∫ du/w(u).</summary>
    private static double Stretch(double used, double early, double late)
    {
        var narrowing = early - late;
        if (narrowing <= 0)
        {
            return used / late;
        }
        var within = Math.Min(used, 1);
        var atWithin = Math.Log(early / (early - narrowing * within)) / narrowing;
        return atWithin + Math.Max(0, used - 1) / late;
    }
}
