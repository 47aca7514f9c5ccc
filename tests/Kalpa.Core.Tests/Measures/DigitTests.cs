using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Measures;

/// <summary>Digits as keyboards of other scripts write them: decimal digits (Unicode general category Nd) read as 0 to 9.</summary>
public sealed class DigitTests
{
    [Theory]
    [InlineData("٣", QuantityUnit.Length, 3)] // Arabic-Indic
    [InlineData("۱۲", QuantityUnit.Length, 12)] // extended Arabic-Indic
    [InlineData("५ ५/८", QuantityUnit.Length, 5.625)] // Devanagari
    [InlineData("３　１／２", QuantityUnit.Length, 3.5)] // full width, with its slash and blank
    [InlineData("٦/12", QuantityUnit.Pitch, 6)]
    [InlineData("６：１２", QuantityUnit.Pitch, 6)]
    [InlineData("٤٫٧٥/12", QuantityUnit.Pitch, 4.75)] // the Arabic decimal separator
    [InlineData("๒๕ %", QuantityUnit.Percent, 25)] // Thai
    [InlineData("２５％", QuantityUnit.Percent, 25)]
    [InlineData("৪", QuantityUnit.Count, 4)] // Bengali
    [InlineData("𝟜", QuantityUnit.Count, 4)] // beyond the first plane
    public void Read(string typed, QuantityUnit unit, double value)
    {
        var read = MeasureReading.Read(typed, unit);
        read.Problem.ShouldBeNull();
        read.Value!.Value.ShouldBe(value, 1e-9);
    }

    // Numerals that are no decimal digits say no measure by themselves.
    [Theory]
    [InlineData("Ⅳ")]
    [InlineData("四")]
    [InlineData("²")]
    [InlineData("①")]
    public void Not_read(string typed) => MeasureReading.Read(typed, QuantityUnit.Length).Problem.ShouldNotBeNull();

    [Fact]
    public void Any_text_gets_an_answer()
    {
        var random = new Random(3);
        for (var i = 0; i < 20_000; i++)
        {
            var text = string.Concat(
                Enumerable
                    .Range(0, random.Next(1, 7))
                    .Select(_ => char.ConvertFromUtf32(random.Next(2) == 0 ? random.Next(0x20, 0x7f) : random.Next(0x80, 0xd800)))
            );
            foreach (var unit in Enum.GetValues<QuantityUnit>())
            {
                var read = MeasureReading.Read(text, unit);
                (read.Value is null).ShouldBe(read.Problem is not null, text);
            }
        }
    }
}
