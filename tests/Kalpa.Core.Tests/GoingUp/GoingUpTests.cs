using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;

namespace Kalpa.Core.Tests.GoingUp;

public class GoingUpTests
{
    private static readonly WeatherHour Fine = new(DateTimeOffset.UnixEpoch, 6, 9, 0, 58, false, false);
    private static readonly WeatherLimitsFact Usual = WeatherLimitsFact.Usual;

    // 29 CFR 1926.1053(b)(1) and (b)(5)(i) (from memory): three feet above the landing, foot out a quarter of the working length.
    [Theory]
    [InlineData(9, 2.25, 16)]
    [InlineData(12, 3, 20)]
    [InlineData(20, 5, 28)]
    [InlineData(30, 7.5, 40)]
    public void A_ladder_stands_four_to_one_and_passes_the_landing_by_three_feet(double landing, double foot, int nominal)
    {
        var ladder = Ladders.For(landing)!;
        ladder.FootFeet.ShouldBe(foot, 0.001);
        ladder.NominalFeet.ShouldBe(nominal);
        // Pythagoras on the whole ladder: its height is the landing and three feet, its foot a quarter of that.
        ladder.WorkingFeet.ShouldBe(Math.Sqrt(Math.Pow(landing + 3, 2) + Math.Pow((landing + 3) / 4, 2)), 0.001);
    }

    [Fact]
    public void Beyond_extension_ladders_none_is_named() => Ladders.For(60)!.NominalFeet.ShouldBeNull();

    [Theory]
    [InlineData(0)]
    [InlineData(-3)]
    [InlineData(double.NaN)]
    [InlineData(double.PositiveInfinity)]
    public void A_landing_that_is_no_height_gets_no_ladder(double landing) => Ladders.For(landing).ShouldBeNull();

    [Fact]
    public void A_dry_calm_mild_hour_is_go() => GoNoGo.Of(Fine, ["dry"], 6, Usual).Going.ShouldBe(Going.Go);

    [Theory]
    [InlineData(19.9, Going.Go)]
    [InlineData(20, Going.Wait)]
    [InlineData(29.9, Going.Wait)]
    [InlineData(30, Going.NoGo)]
    public void Gusts_count_from_the_firms_limits(double gust, Going going)
    {
        var answer = GoNoGo.Of(Fine with { GustMph = gust }, [], 6, Usual);
        answer.Going.ShouldBe(going);
        answer.Reasons.Count.ShouldBe(going == Going.Go ? 0 : 1);
    }

    [Fact]
    public void The_firms_own_limits_go_before_the_usual_ones()
    {
        var careful = Usual with { WaitGustMph = 5, NoGoGustMph = 8 };
        GoNoGo.Of(Fine, [], 6, careful).Going.ShouldBe(Going.NoGo);
    }

    [Theory]
    [InlineData(36, true, Going.NoGo)]
    [InlineData(36, false, Going.Wait)]
    [InlineData(37, true, Going.Wait)]
    [InlineData(90, false, Going.Wait)]
    [InlineData(100, false, Going.NoGo)]
    public void Ice_wet_and_heat_hold_one_back(double air, bool wet, Going going) =>
        GoNoGo.Of(Fine with { AirF = air, SurfaceWet = wet }, [], 4, Usual).Going.ShouldBe(going);

    [Fact]
    public void A_steep_slope_is_not_walked_wet()
    {
        GoNoGo.Of(Fine, ["wet"], 6, Usual).Going.ShouldBe(Going.Wait);
        GoNoGo.Of(Fine, ["wet"], 8, Usual).Going.ShouldBe(Going.NoGo);
    }

    [Fact]
    public void Knowing_nothing_is_no_permission() => GoNoGo.Of(null, [], 4, Usual).Going.ShouldBe(Going.Wait);

    [Property(MaxTest = 200)]
    public Property What_one_sees_on_site_never_makes_it_safer() =>
        Prop.ForAll(
            Gen.Choose(0, 45).ToArbitrary(),
            Gen.Choose(20, 110).ToArbitrary(),
            Gen.Elements("wet", "ice", "gusts", "heat", "thunder").ToArbitrary(),
            (gust, air, seen) =>
            {
                var hour = Fine with { GustMph = gust, AirF = air };
                return GoNoGo.Of(hour, [seen], 6, Usual).Going >= GoNoGo.Of(hour, [], 6, Usual).Going;
            }
        );
}
