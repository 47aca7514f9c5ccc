using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Measures;

namespace Kalpa.Core.Tests.Measures;

public class PitchTests
{
    // Angles and lengths per foot of run as printed on framing squares; values from memory, to their printed digits.
    [Theory]
    [InlineData(3, 14.036, 1.0308, 1.4361)]
    [InlineData(4, 18.435, 1.0541, 1.4530)]
    [InlineData(5, 22.620, 1.0833, 1.4743)]
    [InlineData(6, 26.565, 1.1180, 1.5000)]
    [InlineData(8, 33.690, 1.2019, 1.5635)]
    [InlineData(9, 36.870, 1.2500, 1.6008)]
    [InlineData(12, 45.000, 1.4142, 1.7321)]
    public void Agrees_with_the_framing_square(double rise, double degrees, double slopeFactor, double hipFactor)
    {
        var pitch = new Pitch(rise);
        pitch.Degrees.ShouldBe(degrees, 0.0005);
        pitch.SlopeFactor.ShouldBe(slopeFactor, 0.00005);
        pitch.HipFactor.ShouldBe(hipFactor, 0.00005);
    }

    [Theory]
    [InlineData("4/12", 4)]
    [InlineData("4:12", 4)]
    [InlineData("0.3:12", 0.3)]
    [InlineData("6", 6)]
    [InlineData("4 3/4", 4.75)]
    [InlineData("7 1/2 : 12", 7.5)]
    [InlineData("4 in 12", 4)]
    [InlineData("5/10", 6)]
    [InlineData("14\" over 42\"", 4)]
    [InlineData("rise 14 run 42", 4)]
    [InlineData("1' 2\" over 3' 6\"", 4)]
    [InlineData("18.435°", 4)]
    [InlineData("45 deg", 12)]
    [InlineData("33.3333 %", 4)]
    [InlineData("100%", 12)]
    public void Reads_what_people_type(string typed, double rise) => PitchText.Parse(typed).Value!.Value.RisePer12.ShouldBe(rise, 0.001);

    [Theory]
    [InlineData("", "measure.empty")]
    [InlineData("steep", "measure.not-understood")]
    [InlineData("-4/12", "measure.not-understood")]
    [InlineData("4/0", "measure.zero-denominator")]
    [InlineData("25/12", "measure.out-of-range")]
    [InlineData("95°", "measure.out-of-range")] // the tangent is negative there
    [InlineData("300 %", "measure.out-of-range")]
    public void Refuses_what_is_no_pitch(string typed, string code) => PitchText.Parse(typed).Problem!.Code.ShouldBe(code);

    [Property]
    public FsCheck.Property Degrees_and_percent_read_back_as_the_same_pitch() =>
        Prop.ForAll(
            Gen.Choose(0, 24_000).Select(n => n / 1000.0).ToArbitrary(),
            rise =>
                Math.Abs(Pitch.FromDegrees(new Pitch(rise).Degrees).RisePer12 - rise) < 1e-9
                && Math.Abs(Pitch.FromPercent(new Pitch(rise).Percent).RisePer12 - rise) < 1e-9
        );
}
