using System.Text.RegularExpressions;

namespace Kalpa.Core.Measures;

/// <summary>
/// Reads a pitch as typed: <c>4/12</c>, <c>4 12</c>, <c>0.5:12</c>, <c>6</c> (in 12), <c>1/4 in per foot</c>, <c>1/4" / ft</c>, <c>18.4°</c>, <c>33 %</c>,
/// <c>14" over 42"</c>.
/// </summary>
public static partial class PitchText
{
    private const string Examples = "4/12, 1/4 in per foot, 18.4°, 2 % or 14\" over 42\"";
    private const string Range = "0:12 to 24:12";

    /// <summary>
    /// A bare fraction under one (1/8, 1/4, 3/8, 1/2) on a membrane roof is inches per foot, as the trade says it; a fraction of twelve stays rise in twelve.
    /// Null where the text is no such fraction.
    /// </summary>
    public static Pitch? BarePerFoot(string? typed)
    {
        var fraction = BareFraction().Match(NumberText.Normalise(typed ?? ""));
        return fraction.Success && fraction.Groups["run"].Value != "12" && NumberText.Value(fraction.Value) is { } inches and > 0 and < 1
            ? new Pitch(inches)
            : null;
    }

    public static Parsed<Pitch> Parse(string? typed)
    {
        if (string.IsNullOrWhiteSpace(typed))
        {
            return Parsed<Pitch>.Failed(MeasureProblem.Empty("4/12"));
        }
        var text = NumberText.Normalise(typed);
        var angle = Angle().Match(text);
        if (angle.Success)
        {
            return FromNumber(typed, angle.Groups["number"].Value, Pitch.FromDegrees, LargestDegrees);
        }
        var percent = Percent().Match(text);
        if (percent.Success)
        {
            return FromNumber(typed, percent.Groups["number"].Value, Pitch.FromPercent, double.MaxValue);
        }
        // Inches in a foot of run and rise in twelve are one thing said two ways; "4 12" and "4-12" are how it is called across a roof.
        var inTwelve = InTwelve().Match(text);
        if (inTwelve.Success)
        {
            return FromNumber(typed, inTwelve.Groups["number"].Value, rise => new Pitch(rise), double.MaxValue);
        }
        // Before the ratio: "4 3/4" is four and three quarters in twelve, not four-three over four.
        var bare = Bare().Match(text);
        if (bare.Success)
        {
            return FromNumber(typed, bare.Groups["number"].Value, rise => new Pitch(rise), double.MaxValue);
        }
        var ratio = RiseOverRun().Match(text);
        return ratio.Success
            ? FromRiseAndRun(typed, ratio.Groups["rise"].Value, ratio.Groups["run"].Value)
            : Parsed<Pitch>.Failed(MeasureProblem.NotUnderstood(typed, Examples));
    }

    /// <summary>Beyond a right angle the tangent turns negative: such an angle is out of range, not a flat roof.</summary>
    private const double LargestDegrees = 89;

    private static Parsed<Pitch> FromNumber(string typed, string number, Func<double, Pitch> make, double largest)
    {
        var value = NumberText.Value(number);
        if (value is null)
        {
            return Parsed<Pitch>.Failed(MeasureProblem.ZeroDenominator(typed));
        }
        return value > largest ? Parsed<Pitch>.Failed(MeasureProblem.OutOfRange(typed, Range)) : Checked(typed, make(value.Value));
    }

    private static Parsed<Pitch> FromRiseAndRun(string typed, string rise, string run)
    {
        var riseLength = LengthText.Parse(rise).Value;
        var runLength = LengthText.Parse(run).Value;
        if (riseLength is null || runLength is null)
        {
            return Parsed<Pitch>.Failed(MeasureProblem.NotUnderstood(typed, Examples));
        }
        return runLength.Value.Inches > 0
            ? Checked(typed, new Pitch(riseLength.Value.Inches / runLength.Value.Inches * Pitch.Run))
            : Parsed<Pitch>.Failed(MeasureProblem.ZeroDenominator(typed));
    }

    private static Parsed<Pitch> Checked(string typed, Pitch pitch) =>
        pitch.RisePer12 is >= 0 and <= Pitch.SteepestRisePer12
            ? Parsed<Pitch>.Of(pitch)
            : Parsed<Pitch>.Failed(MeasureProblem.OutOfRange(typed, Range));

    [GeneratedRegex(@"^(?<number>" + NumberText.Pattern + @") ?(?:°|deg|degrees|degree)$")]
    private static partial Regex Angle();

    [GeneratedRegex(@"^(?<number>" + NumberText.Pattern + @") ?(?:%|percent)$")]
    private static partial Regex Percent();

    [GeneratedRegex(
        @"^(?<number>"
            + NumberText.Pattern
            + @") ?(?:""|in\.?|inch|inches)?(?: ?(?:per|/|to the|a|in a) ?(?:foot|ft\.?|')| ?(?:in |on |: ?|- ?)?(?<=[ :-])12(?:""| in\.?| inches)?)$"
    )]
    private static partial Regex InTwelve();

    [GeneratedRegex(@"^[0-9]+/(?<run>[0-9]+)$")]
    private static partial Regex BareFraction();

    // The run never holds a slash of its own, so that "7 1/2 / 12" splits at the last one.
    [GeneratedRegex(@"^(?:rise )?(?<rise>.+?) ?(?::|/| in | over |, ?run | run )(?: ?)(?<run>[^/:]+)$")]
    private static partial Regex RiseOverRun();

    [GeneratedRegex(@"^(?<number>[0-9]+[ -]+[0-9]+/[0-9]+|[0-9]+(?:[.,][0-9]+)?|[.,][0-9]+)$")]
    private static partial Regex Bare();
}
