using Kalpa.Core.NewWork;
using MathNet.Numerics.Distributions;

namespace Kalpa.Core.Tests.NewWork;

/// <summary>Against MathNet.Numerics: Clopper and Pearson's limits are quantiles of beta distributions.</summary>
public class BinomialIntervalTests
{
    /// <summary>Rates are kept to five places.</summary>
    private const double Rounding = 0.000006;

    public static TheoryData<int, int> Counts()
    {
        var rows = new TheoryData<int, int>();
        foreach (var looked in new[] { 1, 2, 7, 12, 40, 96, 120, 500, 3_000 })
        {
            foreach (
                var wrong in new[] { 0, 1, 2, looked / 3, looked / 2, looked - 1, looked }.Where(w => w >= 0 && w <= looked).Distinct()
            )
            {
                rows.Add(wrong, looked);
            }
        }
        return rows;
    }

    [Theory]
    [MemberData(nameof(Counts))]
    public void The_limits_are_the_beta_quantiles_of_a_reference_library(int wrong, int looked)
    {
        var share = BinomialInterval.Of(wrong, looked);
        var low = wrong == 0 ? 0 : Beta.InvCDF(wrong, looked - wrong + 1, 0.025);
        var high = wrong == looked ? 1 : Beta.InvCDF(wrong + 1, looked - wrong, 0.975);
        share.Low.ShouldBe(low, Rounding);
        share.High.ShouldBe(high, Rounding);
        share.Rate.ShouldBeInRange(share.Low, share.High);
    }

    // E. J. Hanley and A. Lippman-Hand, "If nothing goes wrong, is everything all right?", JAMA 249, 1983: none of n gives at most about 3/n
    // (one-sided 95 %); two-sided it is ln(0.025)/n.
    [Fact]
    public void None_wrong_still_leaves_a_chance_of_some()
    {
        var share = BinomialInterval.Of(0, 300);
        share.Low.ShouldBe(0);
        share.High.ShouldBe(-Math.Log(0.025) / 300, 0.0002);
    }

    [Fact]
    public void More_looks_at_the_same_share_say_more()
    {
        var widths = new[] { 10, 100, 1_000 }.Select(n => BinomialInterval.Of(n / 10, n)).Select(s => s.High - s.Low).ToList();
        widths.ShouldBe(widths.OrderDescending());
    }

    [Theory]
    [InlineData(1, 0)]
    [InlineData(-1, 5)]
    [InlineData(6, 5)]
    public void Impossible_counts_are_refused(int wrong, int looked) =>
        Should.Throw<ArgumentOutOfRangeException>(() => BinomialInterval.Of(wrong, looked));
}
