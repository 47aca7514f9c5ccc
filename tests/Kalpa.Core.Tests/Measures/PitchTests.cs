using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

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
    [InlineData("4 on 12", 4)]
    [InlineData("4 12", 4)]
    [InlineData("4-12", 4)]
    [InlineData("7 1/2 12", 7.5)]
    [InlineData("4 11/12", 4.9167)]
    [InlineData("1/4 in per foot", 0.25)]
    [InlineData("1/4\" / ft", 0.25)]
    [InlineData("1/4 in/ft", 0.25)]
    [InlineData("¼\" per ft", 0.25)]
    [InlineData("1/4 in 12", 0.25)]
    [InlineData("1/4\" in 12\"", 0.25)]
    [InlineData("1/4:12", 0.25)]
    [InlineData("1/8 inch per foot", 0.125)]
    [InlineData("1 1/2 in. per ft.", 1.5)]
    [InlineData("1/12", 1)]
    [InlineData("1/4", 3)]
    [InlineData("2 %", 0.24)]
    [InlineData("1.2°", 0.2514)]
    [InlineData("5/10", 6)]
    [InlineData("14\" over 42\"", 4)]
    [InlineData("rise 14 run 42", 4)]
    [InlineData("1' 2\" over 3' 6\"", 4)]
    [InlineData("18.435°", 4)]
    [InlineData("45 deg", 12)]
    [InlineData("33.3333 %", 4)]
    [InlineData("100%", 12)]
    public void Reads_what_people_type(string typed, double rise) => PitchText.Parse(typed).Value!.Value.RisePer12.ShouldBe(rise, 0.001);

    /// <summary>As plans and codes print it (IRC 2021 R905.9.1: one-eighth in 12); what is no eighth in decimals.</summary>
    [Theory]
    [InlineData(0, "0:12")]
    [InlineData(0.125, "1/8:12")]
    [InlineData(0.25, "1/4:12")]
    [InlineData(0.375, "3/8:12")]
    [InlineData(0.5, "1/2:12")]
    [InlineData(2.5, "2 1/2:12")]
    [InlineData(4.625, "4 5/8:12")]
    [InlineData(4.75, "4 3/4:12")]
    [InlineData(12, "12:12")]
    [InlineData(5.996, "6:12")]
    [InlineData(5.994, "5.99:12")]
    [InlineData(0.7, "0.7:12")]
    [InlineData(1.95, "1.95:12")]
    [InlineData(0.131, "0.13:12")]
    public void Prints_as_the_trade_says_it(double rise, string text)
    {
        new Pitch(rise).ToTradeText().ShouldBe(text);
        PitchText.Parse(text).Value!.Value.RisePer12.ShouldBe(rise, 0.0051);
    }

    [Theory]
    [InlineData("", "measure.empty")]
    [InlineData("steep", "measure.not-understood")]
    [InlineData("-4/12", "measure.not-understood")]
    [InlineData("4/0", "measure.zero-denominator")]
    [InlineData("25/12", "measure.out-of-range")]
    [InlineData("95°", "measure.out-of-range")] // the tangent is negative there
    [InlineData("200°", "measure.out-of-range")] // and positive again here: no roof of 4.4:12
    [InlineData("300 %", "measure.out-of-range")]
    public void Refuses_what_is_no_pitch(string typed, string code) => PitchText.Parse(typed).Problem!.Code.ShouldBe(code);

    /// <summary>On a membrane a bare fraction under one is inches per foot (common practice); of twelve it stays rise in twelve, and 4 3/4 is no fraction.</summary>
    [Theory]
    [InlineData("1/8", 0.125)]
    [InlineData("1/4", 0.25)]
    [InlineData(" 3/8 ", 0.375)]
    [InlineData("½", 0.5)]
    public void A_bare_fraction_on_a_membrane(string typed, double rise) =>
        PitchText.BarePerFoot(typed)!.Value.RisePer12.ShouldBe(rise, 1e-9);

    [Theory]
    [InlineData("1/12")]
    [InlineData("4/12")]
    [InlineData("5/4")]
    [InlineData("4 3/4")]
    [InlineData("0.25")]
    [InlineData("0/4")]
    [InlineData("1/0")]
    public void What_is_no_bare_fraction_under_one(string typed) => PitchText.BarePerFoot(typed).ShouldBeNull();

    [Theory]
    [InlineData(CoveringKind.Epdm, "1/4", 0.25, "1/4 in per foot (1/4:12)", "1/4 in per foot")]
    [InlineData(CoveringKind.BuiltUp, "1/8", 0.125, "1/8 in per foot (1/8:12)", "1/8 in per foot")]
    [InlineData(CoveringKind.Tpo, "4/12", 4, "4:12", null)]
    [InlineData(CoveringKind.LaminatedShingle, "1/4", 3, "3:12", null)]
    [InlineData(null, "1/4", 3, "3:12", null)]
    public void A_measure_asked_for_a_covering_says_how_it_was_read(string? kind, string typed, double rise, string printed, string? readAs)
    {
        var request = new ParseMeasureRequest(typed, QuantityUnit.Pitch, Covering: kind);
        var read = ComputeServices.Parse(request, RuleBook.Current).Value!;
        read.ShouldBe(new ParsedMeasure(rise, printed, null, readAs));
        // What is kept reads the same without the covering.
        if (readAs is not null)
        {
            PitchText.Parse(readAs).Value!.Value.RisePer12.ShouldBe(rise);
        }
    }

    /// <summary>Codes print 1/4 in per foot as 2 % as well: a roof of 2 % keeps the least slope of a membrane (IBC 1507, values from memory).</summary>
    [Theory]
    [InlineData("2 %", FitnessState.Fit)]
    [InlineData("1/4 in per foot", FitnessState.Fit)]
    [InlineData("1.9 %", FitnessState.Unknown)] // less is a matter of whether it drains
    [InlineData("3/16 in per foot", FitnessState.Unknown)]
    public void Two_percent_is_a_quarter_inch_in_a_foot(string typed, FitnessState state) =>
        Fitness.Of(RuleBook.Current, CoveringKind.Epdm, TypedPitch.Of(typed, PitchSource.Tape)).State.ShouldBe(state);

    [Theory]
    [InlineData("R-30", 30)]
    [InlineData("38.5", 38.5)]
    [InlineData("r 19", 19)]
    [InlineData("R20,5", 20.5)]
    [InlineData("200", 200)]
    public void An_R_value_takes_decimals(string typed, double value) =>
        MeasureReading.Read(typed, QuantityUnit.RValue).Value!.Value.ShouldBe(value);

    [Theory]
    [InlineData("", "measure.empty")]
    [InlineData("R", "measure.not-understood")]
    [InlineData("-5", "measure.not-understood")]
    [InlineData("200.1", "measure.out-of-range")]
    public void Refuses_what_is_no_R_value(string typed, string code) =>
        MeasureReading.Read(typed, QuantityUnit.RValue).Problem!.Code.ShouldBe(code);

    [Property]
    public FsCheck.Property Degrees_and_percent_read_back_as_the_same_pitch() =>
        Prop.ForAll(
            Gen.Choose(0, 24_000).Select(n => n / 1000.0).ToArbitrary(),
            rise =>
                Math.Abs(Pitch.FromDegrees(new Pitch(rise).Degrees).RisePer12 - rise) < 1e-9
                && Math.Abs(Pitch.FromPercent(new Pitch(rise).Percent).RisePer12 - rise) < 1e-9
        );
}
