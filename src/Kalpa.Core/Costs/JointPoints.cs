using Kalpa.Core.Quantities;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Costs;

/// <summary>What costs hang on beyond the jobs: each is the same for all of a list, as one year's prices, one crew's pace and the weather on one roof are.</summary>
public enum CostDriver
{
    Material,
    Rate,
    Pace,
    Disposal,
    Wood,
    Overhead,
    RemainingLife,
    NewLife,
}

/// <summary>
/// 256 fixed points of Sobol's low-discrepancy sequence, one dimension for each driver (direction numbers of Joe and Kuo, 2008), the same on every machine: what is
/// asked twice is answered alike, and jobs are compared at the same prices. In each dimension every 256th of the range holds one point, at its middle.
/// </summary>
public static class JointPoints
{
    public const int Count = 256;

    /// <summary>The bounds of a range: a tenth lies below low, a tenth above high.</summary>
    private const double LowAt = 0.1;

    private const double LikelyAt = 0.5;
    private const double HighAt = 0.9;
    private const int Bits = 8;

    /// <summary>Of a range that is flat below a tenth and above nine tenths, and straight between: 0.1 of the end and half of 0.4 on either side.</summary>
    private const double TailWeight = 0.3;

    private const double MiddleWeight = 0.4;

    /// <summary>For each dimension after the first: the coefficients of its primitive polynomial as bits, and its first odd numbers.</summary>
    private static readonly (int Polynomial, int[] First)[] Directions =
    [
        (0, [1]),
        (1, [1, 3]),
        (1, [1, 3, 1]),
        (2, [1, 1, 1]),
        (1, [1, 1, 3, 3]),
        (4, [1, 3, 5, 13]),
        (2, [1, 1, 5, 5, 17]),
    ];

    private static readonly double[][] Drawn =
    [
        Dimension([.. Enumerable.Repeat(1, Bits)]),
        .. Directions.Select(d => Dimension(Numbers(d.Polynomial, d.First))),
    ];

    /// <summary>A range at each point of its driver: straight lines between low, likely and high, and no further, so that its mean is 0.3 low + 0.4 likely + 0.3 high.</summary>
    public static double[] Of(CostDriver driver, Spread range)
    {
        var points = new double[Count];
        for (var at = 0; at < Count; at++)
        {
            points[at] = Quantile(range, Drawn[(int)driver][at]);
        }
        return points;
    }

    /// <summary>The mean of a range by that rule.</summary>
    public static double MeanOf(Spread range) => (TailWeight * (range.Low + range.High)) + (MiddleWeight * range.Likely);

    /// <summary>Where each point lies in the dimension of a driver, between 0 and 1.</summary>
    public static IReadOnlyList<double> Shares(CostDriver driver) => Drawn[(int)driver];

    public static double Quantile(Spread range, double share) =>
        share <= LowAt ? range.Low
        : share >= HighAt ? range.High
        : share <= LikelyAt ? range.Low + ((range.Likely - range.Low) * (share - LowAt) / (LikelyAt - LowAt))
        : range.Likely + ((range.High - range.Likely) * (share - LikelyAt) / (HighAt - LikelyAt));

    /// <summary>Low, likely and high of the points, rounded as one says money, and their mean.</summary>
    public static CostRange Range(double[] points)
    {
        var spread = SpreadOf(points);
        var (low, likely, high) = (Rounded(spread.Low), Rounded(spread.Likely), Rounded(spread.High));
        return new CostRange(low, likely, high, Mean(points), Words(low, likely, high));
    }

    /// <summary>Low, likely and high of the points, as they are.</summary>
    public static Spread SpreadOf(double[] points)
    {
        var sorted = points.Order().ToArray();
        return new Spread(Between(sorted, LowAt), Between(sorted, LikelyAt), Between(sorted, HighAt));
    }

    private static string Words(double low, double likely, double high) =>
        low.Equals(high) ? Sentences.Money(likely) : $"{Sentences.Money(low, high)}, likely {Sentences.Money(likely)}";

    /// <summary>To the dollar.</summary>
    public static double Mean(double[] points) => Math.Round(points.Sum() / points.Length, MidpointRounding.AwayFromZero);

    private static double Between(double[] sorted, double share)
    {
        var place = share * (sorted.Length - 1);
        var below = (int)Math.Floor(place);
        return sorted[below] + ((sorted[Math.Min(below + 1, sorted.Length - 1)] - sorted[below]) * (place - below));
    }

    /// <summary>Tens below a thousand, hundreds below twenty thousand, then five hundreds: finer than a planning figure is.</summary>
    private static double Rounded(double money)
    {
        var step =
            money < 1_000 ? 10
            : money < 20_000 ? 100
            : 500;
        return Math.Round(money / step, MidpointRounding.AwayFromZero) * step;
    }

    /// <summary>The odd numbers of a dimension, continued by its polynomial.</summary>
    private static int[] Numbers(int polynomial, int[] first)
    {
        var (numbers, degree) = (first.ToList(), first.Length);
        while (numbers.Count < Bits)
        {
            var next = numbers[^degree] ^ (numbers[^degree] << degree);
            for (var back = 1; back < degree; back++)
            {
                next ^= ((polynomial >> (degree - 1 - back)) & 1) * (numbers[^back] << back);
            }
            numbers.Add(next);
        }
        return [.. numbers];
    }

    private static double[] Dimension(int[] numbers)
    {
        var points = new double[Count];
        for (var n = 0; n < Count; n++)
        {
            var digits = 0;
            for (var bit = 0; bit < Bits; bit++)
            {
                digits ^= ((n >> bit) & 1) * (numbers[bit] << (Bits - 1 - bit));
            }
            points[n] = (digits + 0.5) / Count;
        }
        return points;
    }
}
