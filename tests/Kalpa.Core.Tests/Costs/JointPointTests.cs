using Kalpa.Core.Costs;
using Kalpa.Core.Quantities;

namespace Kalpa.Core.Tests.Costs;

/// <summary>The points that costs are drawn at, against the law they stand for: a tenth below low, half below likely, a tenth above high, straight between.</summary>
public class JointPointTests
{
    private static readonly Spread Range = new(100, 200, 500);

    [Theory]
    [InlineData(0, 100)]
    [InlineData(0.1, 100)]
    [InlineData(0.3, 150)]
    [InlineData(0.5, 200)]
    [InlineData(0.7, 350)]
    [InlineData(0.9, 500)]
    [InlineData(1, 500)]
    public void A_range_runs_straight_between_its_figures(double share, double money) =>
        JointPoints.Quantile(Range, share).ShouldBe(money, 1e-9);

    /// <summary>0.3, 0.4 and 0.3 of low, likely and high (the rule for a 10–50–90 range known as Swanson’s): 260 here. The variance by its integral: 25,733.</summary>
    [Fact]
    public void Mean_and_variance_are_those_of_the_law()
    {
        foreach (var driver in Enum.GetValues<CostDriver>())
        {
            var points = JointPoints.Of(driver, Range);
            points.Length.ShouldBe(256);
            var mean = points.Average();
            mean.ShouldBe((0.3 * 100) + (0.4 * 200) + (0.3 * 500), .5);
            // E[x²] of straight pieces: a tenth at each end; (a² + ab + b²) / 3 over the two between.
            var square =
                (0.1 * 100 * 100) + (0.4 * (10_000 + 20_000 + 40_000) / 3) + (0.4 * (40_000 + 100_000 + 250_000) / 3) + (0.1 * 500 * 500);
            points.Average(p => p * p).ShouldBe(square, square * .003);
        }
    }

    /// <summary>
    /// What makes it a sequence of Sobol's: every 256th holds one point, for every driver; and of any two of the first three drivers each field of 16 by 16 does.
    /// </summary>
    [Fact]
    public void The_points_lie_evenly()
    {
        // A range that is its own share between its ends; 25.6 of 256 points lie beyond either.
        var all = Enum.GetValues<CostDriver>().Select(d => JointPoints.Of(d, new Spread(0.1, 0.5, 0.9))).ToList();
        foreach (var points in all)
        {
            var inner = points.Where(p => p is > 0.1 and < 0.9).Select(p => Math.Round((p * 256) - 0.5, 6)).Order().ToList();
            inner.ShouldBe(Enumerable.Range(26, 204).Select(n => (double)n));
            points.Count(p => p == 0.1).ShouldBe(26);
            points.Count(p => p == 0.9).ShouldBe(26);
        }
        foreach (var (one, other) in new[] { (0, 1), (0, 2), (1, 2) })
        {
            all[one]
                .Zip(all[other])
                .Where(p => p.First is > 0.1 and < 0.9 && p.Second is > 0.1 and < 0.9)
                .GroupBy(p => ((int)(p.First * 16), (int)(p.Second * 16)))
                .ShouldAllBe(field => field.Count() <= 1);
        }
    }

    /// <summary>What hangs on nothing in common is as good as independent: correlations of any two drivers below a tenth.</summary>
    [Fact]
    public void The_drivers_are_independent()
    {
        var all = Enum.GetValues<CostDriver>().Select(d => JointPoints.Of(d, new Spread(0, 0.5, 1))).ToList();
        static double Covariance(double[] a, double[] b) => a.Zip(b, (x, y) => x * y).Average() - (a.Average() * b.Average());
        for (var one = 0; one < all.Count; one++)
        {
            for (var other = 0; other < one; other++)
            {
                var correlation =
                    Covariance(all[one], all[other]) / Math.Sqrt(Covariance(all[one], all[one]) * Covariance(all[other], all[other]));
                Math.Abs(correlation).ShouldBeLessThan(.1);
            }
        }
    }

    /// <summary>Two independent costs: the range of both together is narrower than their lows and highs added.</summary>
    [Fact]
    public void Ranges_are_put_together_and_not_added()
    {
        var (material, labor) = (
            JointPoints.Of(CostDriver.Material, new Spread(1_000, 2_000, 3_000)),
            JointPoints.Of(CostDriver.Rate, new Spread(1_000, 2_000, 3_000))
        );
        var both = JointPoints.Range([.. material.Zip(labor, (a, b) => a + b)]);
        both.Mean.ShouldBe(4_000, 20);
        both.Likely.ShouldBe(4_000, 100);
        both.Low.ShouldBe(2_700, 200);
        both.High.ShouldBe(5_300, 200);
    }

    // As one says money: tens below a thousand, hundreds below twenty thousand, then five hundreds.
    [Theory]
    [InlineData(994.9, 990)]
    [InlineData(995, 1_000)]
    [InlineData(1_049, 1_000)]
    [InlineData(1_050, 1_100)]
    [InlineData(19_949, 19_900)]
    [InlineData(20_249, 20_000)]
    [InlineData(20_250, 20_500)]
    public void Money_is_rounded_as_one_says_it(double exact, double said)
    {
        var range = JointPoints.Range([.. Enumerable.Repeat(exact, 256)]);
        (range.Low, range.Likely, range.High).ShouldBe((said, said, said));
        range.Mean.ShouldBe(Math.Round(exact, MidpointRounding.AwayFromZero));
    }
}
