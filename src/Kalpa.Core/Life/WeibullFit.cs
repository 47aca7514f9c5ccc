namespace Kalpa.Core.Life;

/// <summary>A shifted Weibull through P10, P50 and P90, with the largest misfit at the three (years; 0 where one passes exactly).</summary>
public sealed record WeibullFit(ShiftedWeibull Law, double MisfitYears)
{
    public const double LowShare = 0.10;
    public const double LikelyShare = 0.50;
    public const double HighShare = 0.90;

    private const double LeastShape = 1;

    /// <summary>Beyond this the distribution is as good as symmetric in the logarithm; no reference life is so narrow.</summary>
    private const double MostShape = 50;

    /// <summary>Halvings of the shape's interval: 49/2^60 is far below a double's last bit at 1.</summary>
    private const int Halvings = 60;

    /// <summary>Steps of the golden section: 0.618^80 of the interval is below 1e-15.</summary>
    private const int GoldenSteps = 80;

    private static readonly double Golden = (Math.Sqrt(5) - 1) / 2;

    /// <summary>Fits 0 &lt; low &lt; likely &lt; high (years). Throws <see cref="ArgumentException"/> for anything else: the rule book is validated.</summary>
    public static WeibullFit Through(double low, double likely, double high)
    {
        if (!(low > 0 && likely > low && high > likely && double.IsFinite(high)))
        {
            throw new ArgumentException($"A reference life must rise from low to high: {low}, {likely}, {high}.");
        }
        double[] years = [low, likely, high];
        // (P50 − P10)/(P90 − P10) does not depend on shift and scale and rises with the shape.
        var wanted = (likely - low) / (high - low);
        var shape = wanted <= Ratio(LeastShape) ? LeastShape : ShapeOf(wanted);
        var law = LeastSquares(years, shape);
        if (law.Shift < 0)
        {
            law = WithoutShift(years);
        }
        return new WeibullFit(law, Misfit(law, years));
    }

    private static double Ratio(double shape)
    {
        var q = Quantiles(shape);
        return (q[1] - q[0]) / (q[2] - q[0]);
    }

    private static double ShapeOf(double wanted)
    {
        var (below, above) = (LeastShape, MostShape);
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (below + above) / 2;
            (below, above) = Ratio(middle) < wanted ? (middle, above) : (below, middle);
        }
        return (below + above) / 2;
    }

    /// <summary>Shift and scale by least squares at a given shape: exact when the ratio is met.</summary>
    private static ShiftedWeibull LeastSquares(double[] years, double shape)
    {
        var q = Quantiles(shape);
        var (meanQ, meanT) = (q.Average(), years.Average());
        double above = 0;
        double below = 0;
        for (var i = 0; i < q.Length; i++)
        {
            above += (q[i] - meanQ) * (years[i] - meanT);
            below += (q[i] - meanQ) * (q[i] - meanQ);
        }
        var scale = above / below;
        return new ShiftedWeibull(meanT - scale * meanQ, scale, shape);
    }

    /// <summary>Two parameters, shift held at zero: the shape by golden section, the scale in closed form.</summary>
    private static ShiftedWeibull WithoutShift(double[] years)
    {
        var (left, right) = (LeastShape, MostShape);
        for (var i = 0; i < GoldenSteps; i++)
        {
            var a = right - Golden * (right - left);
            var b = left + Golden * (right - left);
            (left, right) =
                SquaredMisfit(ScaledOnly(years, a), years) < SquaredMisfit(ScaledOnly(years, b), years) ? (left, b) : (a, right);
        }
        return ScaledOnly(years, (left + right) / 2);
    }

    private static ShiftedWeibull ScaledOnly(double[] years, double shape)
    {
        var q = Quantiles(shape);
        var scale = q.Zip(years, (x, t) => x * t).Sum() / q.Sum(x => x * x);
        return new ShiftedWeibull(0, scale, shape);
    }

    private static double[] Quantiles(double shape) =>
        [
            ShiftedWeibull.UnitQuantile(LowShare, shape),
            ShiftedWeibull.UnitQuantile(LikelyShare, shape),
            ShiftedWeibull.UnitQuantile(HighShare, shape),
        ];

    private static double[] Deviations(ShiftedWeibull law, double[] years) =>
        [law.Quantile(LowShare) - years[0], law.Quantile(LikelyShare) - years[1], law.Quantile(HighShare) - years[2]];

    private static double SquaredMisfit(ShiftedWeibull law, double[] years) => Deviations(law, years).Sum(d => d * d);

    private static double Misfit(ShiftedWeibull law, double[] years) => Deviations(law, years).Max(Math.Abs);
}
