namespace Kalpa.Core.Life;

/// <summary>
/// Components of one slope, and slopes of one roof, share sun, wind and care: their lives are joined by a Gaussian copula with one common factor z.
/// Positive dependence of that kind keeps worse news of one from ever lengthening another.
/// </summary>
internal static class CommonFactor
{
    /// <summary>Correlation of the normal scores of two lives on one roof. From memory: a planning figure.</summary>
    public const double Correlation = 0.5;

    /// <summary>
    /// Step and reach of the points at which z is taken. The trapezoidal rule is all but exact on a bell curve, also where a component has stood far longer
    /// than its distribution makes likely: slices of equal chance hold no such z, and would put it at end of life.
    /// </summary>
    private const double Step = 0.75;

    private const int Reach = 7;

    private static readonly double Root = Math.Sqrt(Correlation);
    private static readonly double OwnRoot = Math.Sqrt(1 - Correlation);
    private static readonly double PerOwnRoot = 1 / OwnRoot;

    /// <summary>Points of z, each with its weight; the weights sum to one.</summary>
    public static IReadOnlyList<(double Z, double Weight)> Points { get; } = PointsOf();

    /// <summary>Finer, for what is cheap to compute.</summary>
    private static readonly double[] FineScores = ScoresOf(120);

    /// <summary>P(T ≤ t | z) from P(T ≤ t).</summary>
    public static double Given(double share, double z) => GivenScore(ScoreOf(share), z);

    /// <summary>The normal score of a share, infinite at its ends.</summary>
    public static double ScoreOf(double share) =>
        share <= 0 ? double.NegativeInfinity
        : share >= 1 ? double.PositiveInfinity
        : Normal.Score(share);

    public static double GivenScore(double score, double z) => Normal.QuickCdf((score - Root * z) * PerOwnRoot);

    /// <summary>The share of the whole distribution at which the distribution given z has a share.</summary>
    public static double ShareGiven(double share, double z) => Math.Min(1 - 1e-9, Normal.Cdf(Root * z + OwnRoot * Normal.Score(share)));

    /// <summary>Chance that all of several things last, each with a chance of its own.</summary>
    public static double AllLast(IReadOnlyList<double> chances)
    {
        double sum = 0;
        foreach (var z in FineScores)
        {
            sum += chances.Aggregate(1.0, (product, chance) => product * (1 - Given(1 - chance, z)));
        }
        return sum / FineScores.Length;
    }

    private static (double Z, double Weight)[] PointsOf()
    {
        var bells = Enumerable
            .Range(-Reach, 2 * Reach + 1)
            .Select(i => (Z: i * Step, Weight: Math.Exp(-0.5 * i * Step * i * Step)))
            .ToList();
        var sum = bells.Sum(b => b.Weight);
        return [.. bells.Select(b => (b.Z, b.Weight / sum))];
    }

    private static double[] ScoresOf(int slices) => [.. Enumerable.Range(0, slices).Select(i => Normal.Score((i + 0.5) / slices))];
}
