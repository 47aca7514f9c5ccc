namespace Kalpa.Core.Life;

/// <summary>
/// Three-parameter Weibull: F(t) = 1 − exp(−((t − t₀)/η)^k) for t &gt; t₀. Symbols: t₀ shift ≥ 0, η scale &gt; 0, k shape ≥ 1,
/// so that aging never slows with age. Years.
/// </summary>
public readonly record struct ShiftedWeibull(double Shift, double Scale, double Shape)
{
    public double Cdf(double t) => t <= Shift ? 0 : 1 - Math.Exp(-Math.Pow((t - Shift) / Scale, Shape));

    /// <summary>t = t₀ + η (−ln(1 − p))^(1/k), for 0 ≤ p &lt; 1.</summary>
    public double Quantile(double p) => Shift + Scale * UnitQuantile(p, Shape);

    /// <summary>The factor method stretches the whole life, its spread with it.</summary>
    public ShiftedWeibull Stretched(double factor) => new(Shift * factor, Scale * factor, Shape);

    internal static double UnitQuantile(double p, double shape) => Math.Pow(-Math.Log(1 - p), 1 / shape);
}
