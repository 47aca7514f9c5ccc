namespace Kalpa.Core.Life;

/// <summary>Factors of ISO 15686-8, each from a recorded fact; none is applied without one.</summary>
internal static class LifeFactors
{
    /// <summary>Two layers run hotter and shorten the upper one's life; the size is common practice, from memory.</summary>
    private const double SecondLayer = 0.85;

    private const double LeastFactor = 0.8;
    private const double LeastProduct = 0.5;
    private const double MostProduct = 1.5;

    public static IReadOnlyList<LifeFactor> Of(LifeFacts facts) =>
        facts.Layers < 2
            ? []
            :
            [
                new LifeFactor(
                    "C",
                    "Execution",
                    facts.Layers == 2 ? SecondLayer : LeastFactor,
                    $"{facts.Layers} layers: the top one runs hotter and ages sooner"
                ),
            ];

    public static double Product(IEnumerable<LifeFactor> factors) =>
        Math.Clamp(factors.Aggregate(1.0, (product, factor) => product * factor.Value), LeastProduct, MostProduct);
}
