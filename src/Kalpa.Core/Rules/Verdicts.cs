using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.Rules;

[JsonConverter(typeof(CamelCaseEnum<VerdictOutcome>))]
public enum VerdictOutcome
{
    Conforms,
    Short,
    Over,
    CannotTell,
    NotApplicable,

    /// <summary>The condition has no measured limit: seeing it is the fault.</summary>
    Seen,
}

/// <summary>
/// A measure beside its limit. <paramref name="By"/> is how far outside, in the quantity's unit; null unless short or over.
/// <paramref name="Shortfall"/> is that as a share of the limit, 0 to 1.
/// </summary>
public sealed record Verdict(
    VerdictOutcome Outcome,
    string Headline,
    string Why,
    string? LimitId = null,
    string? LimitText = null,
    double? By = null,
    double Shortfall = 0,
    SourceClass? SourceClass = null,
    string? Source = null,
    string? ToSettle = null
);

/// <summary>Conformance of a measurement (methods, section 7).</summary>
public static class Verdicts
{
    /// <summary>Error of a length by eye or touch: half an inch or a quarter of the value, whichever is more. Common practice.</summary>
    private const double ByEyeLeastInches = 0.5;

    private const double ByEyeShare = 0.25;

    /// <summary>Errors of a pitch reading, rise in 12. A phone is good to about half a degree.</summary>
    private const double PitchByPhone = 0.1;

    private const double PitchByDigitalLevel = 0.02;
    private const double PitchByEye = 1.0;

    public static Verdict Of(RuleBook book, Condition condition, CoveringKind? kind, MeasureFact? measure)
    {
        if (condition.Quantity is null)
        {
            return new Verdict(VerdictOutcome.Seen, "Seen", condition.Meaning, SourceClass: condition.SourceClass);
        }
        var quantity = book.FindQuantity(condition.Quantity)!;
        var limit = book.LimitFor(quantity.Id, kind);
        if (limit is null)
        {
            return new Verdict(VerdictOutcome.NotApplicable, "No limit applies", $"No limit on {quantity.Name} is held for this covering.");
        }
        return measure is null ? Unmeasured(quantity, limit) : Compare(quantity, limit, measure.Value, Error(quantity, measure));
    }

    /// <summary>A pitch against the least (or greatest) the limit allows, with the error of the way it was read.</summary>
    public static Verdict OfPitch(Quantity quantity, Limit limit, TypedPitch pitch) =>
        Compare(quantity, limit, pitch.RisePer12, PitchError(pitch.Source));

    public static double PitchError(PitchSource source) =>
        source switch
        {
            PitchSource.Phone => PitchByPhone,
            PitchSource.DigitalLevel => PitchByDigitalLevel,
            PitchSource.ByEye => PitchByEye,
            _ => 0,
        };

    private static double Error(Quantity quantity, MeasureFact measure) =>
        quantity.Unit == QuantityUnit.Count || measure.How == MeasuredHow.Tape ? 0 : Math.Max(ByEyeLeastInches, ByEyeShare * measure.Value);

    private static Verdict Unmeasured(Quantity quantity, Limit limit) =>
        Judged(VerdictOutcome.CannotTell, "Cannot tell", quantity, limit) with
        {
            ToSettle = quantity.HowToMeasure,
        };

    private static Verdict Compare(Quantity quantity, Limit limit, double rawValue, double error)
    {
        var value = Quantise.Measure(rawValue);
        if (limit.Least is { } least && value + error < least)
        {
            return Outside(VerdictOutcome.Short, "Short", least - value, least, quantity, limit);
        }
        if (limit.Most is { } most && value - error > most)
        {
            return Outside(VerdictOutcome.Over, "Over", value - most, most, quantity, limit);
        }
        var inside = value - error >= (limit.Least ?? double.NegativeInfinity) && value + error <= (limit.Most ?? double.PositiveInfinity);
        if (inside)
        {
            return Judged(VerdictOutcome.Conforms, "Conforms", quantity, limit);
        }
        return Judged(VerdictOutcome.CannotTell, "Cannot tell", quantity, limit) with
        {
            ToSettle = $"The reading is good to ±{Text(quantity, error)} and that spans the limit. {quantity.HowToMeasure}",
        };
    }

    private static Verdict Outside(VerdictOutcome outcome, string word, double by, double bound, Quantity quantity, Limit limit) =>
        Judged(outcome, $"{word} by {Text(quantity, by)}", quantity, limit) with
        {
            By = Quantise.Measure(by),
            Shortfall = Quantise.Chance(Math.Min(1, by / bound)),
        };

    private static Verdict Judged(VerdictOutcome outcome, string headline, Quantity quantity, Limit limit) =>
        new(outcome, headline, limit.Why, limit.Id, LimitText(quantity, limit), SourceClass: limit.SourceClass, Source: limit.Source);

    /// <summary>The bound in words: <c>at least 2 in</c>, <c>1/4 in to 3/4 in</c>.</summary>
    public static string LimitText(Quantity quantity, Limit limit) =>
        (limit.Least, limit.Most) switch
        {
            ({ } least, { } most) => $"{Text(quantity, least)} to {Text(quantity, most)}",
            ({ } least, null) => $"at least {Text(quantity, least)}",
            (null, { } most) => $"at most {Text(quantity, most)}",
            _ => "no bound",
        };

    public static string Text(Quantity quantity, double value) =>
        quantity.Unit switch
        {
            QuantityUnit.Length => new Length(value).ToTradeText(),
            QuantityUnit.Pitch => new Pitch(value).ToTradeText(),
            _ => $"{value:0.##}",
        };
}
