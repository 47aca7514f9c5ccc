using Kalpa.Core.Measures;

namespace Kalpa.Core.Tests.Measures;

public class LengthTextTests
{
    [Theory]
    [InlineData("5 5/8\"", 5.625)]
    [InlineData("5⅝", 5.625)]
    [InlineData("5 ⅝ in", 5.625)]
    [InlineData("5-5/8\"", 5.625)]
    [InlineData("1' 3-1/2\"", 15.5)]
    [InlineData("1'3 1/2", 15.5)]
    [InlineData("1 ft 3.5 in", 15.5)]
    [InlineData("7/16", 0.4375)]
    [InlineData("½", 0.5)]
    [InlineData(".5 in", 0.5)]
    [InlineData("0", 0)]
    [InlineData("12.5 in", 12.5)]
    [InlineData("12,5 in", 12.5)]
    [InlineData("40'", 480)]
    [InlineData("40 feet", 480)]
    [InlineData("18’ 6”", 222)]
    [InlineData("318 mm", 318 / 25.4)]
    [InlineData("31.8 cm", 318 / 25.4)]
    [InlineData("0.318 m", 318 / 25.4)]
    public void Reads_what_people_type(string typed, double inches) => LengthText.Parse(typed).Value!.Value.Inches.ShouldBe(inches, 1e-9);

    [Theory]
    [InlineData("", "measure.empty")]
    [InlineData("   ", "measure.empty")]
    [InlineData("about two", "measure.not-understood")]
    [InlineData("-2 in", "measure.not-understood")] // a lap is never negative
    [InlineData("5 5/8 mm in", "measure.not-understood")]
    [InlineData("NaN", "measure.not-understood")]
    [InlineData("1/0", "measure.zero-denominator")]
    [InlineData("1' 1/0\"", "measure.zero-denominator")]
    [InlineData("99999 ft", "measure.out-of-range")]
    public void Refuses_what_is_no_length(string typed, string code) => LengthText.Parse(typed).Problem!.Code.ShouldBe(code);

    [Theory]
    [InlineData(5.625, "5 5/8 in")]
    [InlineData(0.4375, "7/16 in")]
    [InlineData(15.5, "15 1/2 in")]
    [InlineData(174, "14 ft 6 in")]
    [InlineData(47.999, "4 ft")] // rounds up across the foot
    [InlineData(0.03, "0 in")]
    [InlineData(480, "40 ft")]
    public void Prints_the_nearest_sixteenth(double inches, string text) => new Length(inches).ToTradeText().ShouldBe(text);

    [Fact]
    public void Every_sixteenth_up_to_ten_feet_reads_back_as_itself()
    {
        for (var sixteenths = 0; sixteenths <= 16 * 120; sixteenths++)
        {
            var length = new Length(sixteenths / 16.0);
            LengthText.Parse(length.ToTradeText()).Value!.Value.Inches.ShouldBe(length.Inches);
        }
    }

    [Fact]
    public void A_bare_number_is_in_the_unit_asked_for()
    {
        LengthText.Parse("40", LengthUnit.Foot).Value!.Value.Inches.ShouldBe(480);
        LengthText.Parse("40 1/2", LengthUnit.Inch).Value!.Value.Inches.ShouldBe(40.5);
        LengthText.Parse("254", LengthUnit.Millimetre).Value!.Value.Inches.ShouldBe(10, 1e-12);
    }
}
