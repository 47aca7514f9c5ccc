using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using MathNet.Numerics.Distributions;

namespace Kalpa.Core.Tests.Life;

public class WeibullTests
{
    /// <summary>The reference library's own series for exp(x) − 1 is good to about a hundred-millionth.</summary>
    private const double ReferencePrecision = 1e-8;

    /// <summary>Against MathNet.Numerics, an independent implementation.</summary>
    [Theory]
    [InlineData(0, 20, 2.2)]
    [InlineData(5, 12, 1)]
    [InlineData(8.5, 14, 3.7)]
    public void Agrees_with_the_reference_library(double shift, double scale, double shape)
    {
        var ours = new ShiftedWeibull(shift, scale, shape);
        var theirs = new Weibull(shape, scale);
        for (var t = 0.5; t < 60; t += 1.7)
        {
            ours.Cdf(t).ShouldBe(t <= shift ? 0 : theirs.CumulativeDistribution(t - shift), ReferencePrecision);
        }
        foreach (var p in new[] { 0.01, 0.1, 0.5, 0.9, 0.999 })
        {
            theirs.CumulativeDistribution(ours.Quantile(p) - shift).ShouldBe(p, ReferencePrecision);
        }
    }

    [Fact]
    public void Passes_through_every_reference_life_of_the_book_within_a_year_in_ten()
    {
        foreach (var life in RuleBook.Current.Coverings.SelectMany(c => c.Lives))
        {
            var fit = WeibullFit.Through(life.Low, life.Likely, life.High);
            fit.Law.Shape.ShouldBeGreaterThanOrEqualTo(1);
            fit.Law.Shift.ShouldBeGreaterThanOrEqualTo(0);
            fit.MisfitYears.ShouldBeLessThan(life.Likely / 10, life.Source);
        }
    }

    [Property]
    public Property Passes_exactly_where_a_law_exists() =>
        Prop.ForAll(
            (
                from shift in Gen.Choose(0, 200)
                from scale in Gen.Choose(50, 500)
                from shape in Gen.Choose(105, 800)
                select new ShiftedWeibull(shift / 10.0, scale / 10.0, shape / 100.0)
            ).ToArbitrary(),
            law =>
            {
                var fit = WeibullFit.Through(law.Quantile(0.1), law.Quantile(0.5), law.Quantile(0.9));
                return Math.Abs(fit.Law.Shape - law.Shape) < 1e-4 && Math.Abs(fit.Law.Shift - law.Shift) < 1e-3 && fit.MisfitYears < 1e-6;
            }
        );

    [Property]
    public Property Never_ages_backwards_whatever_it_is_fitted_to() =>
        Prop.ForAll(
            (
                from low in Gen.Choose(1, 40)
                from up in Gen.Choose(1, 40)
                from more in Gen.Choose(1, 60)
                select (low, low + up, low + up + more)
            ).ToArbitrary(),
            life =>
            {
                var fit = WeibullFit.Through(life.low, life.Item2, life.Item3);
                return fit.Law.Shape >= 1 && fit.Law.Shift >= 0 && fit.Law.Scale > 0 && double.IsFinite(fit.MisfitYears);
            }
        );

    [Theory]
    [InlineData(0, 10, 20)]
    [InlineData(10, 10, 20)]
    [InlineData(10, 30, 20)]
    [InlineData(10, 20, double.NaN)]
    [InlineData(10, 20, double.PositiveInfinity)]
    public void Refuses_a_life_that_does_not_rise(double low, double likely, double high) =>
        Should.Throw<ArgumentException>(() => WeibullFit.Through(low, likely, high));
}
