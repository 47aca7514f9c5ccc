using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Wording;

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

    /// <summary>Recorded fairly, and no defect by itself: best practice that is absent, or a doubt that the deciding fact has settled.</summary>
    Noted,
}

/// <summary>
/// A measure beside its limit. <paramref name="By"/> is how far outside, in the quantity's unit; null unless short or over.
/// <paramref name="Shortfall"/> is that as a share of the limit, 0 to 1. <paramref name="Limits"/> are all that speak of it, the one that governs first;
/// <paramref name="Note"/> what is fair to add. <paramref name="Hangs"/>: it cannot be decided before a fact is settled that the limit hangs on.
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
    string? ToSettle = null,
    IReadOnlyList<LimitAnswer>? Limits = null,
    string Note = "",
    [property: JsonIgnore] bool Hangs = false
)
{
    /// <summary>Whether a defect stands: not where a measure conforms, or where it is noted as none.</summary>
    [JsonIgnore]
    public bool IsDefect => LeavesDefect(Outcome);

    public static bool LeavesDefect(VerdictOutcome outcome) => outcome is not (VerdictOutcome.Conforms or VerdictOutcome.Noted);
}

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

    public static Verdict Of(RuleBook book, Condition condition, string? kind, MeasureFact? measure) =>
        Of(book, condition, new VerdictPlace(kind), measure);

    /// <summary>A measure beside every limit that speaks of it at this place; the one that governs gives the verdict.</summary>
    public static Verdict Of(RuleBook book, Condition condition, VerdictPlace place, MeasureFact? measure)
    {
        if (condition.Quantity is null)
        {
            return new Verdict(VerdictOutcome.Seen, "Observed", condition.Meaning, SourceClass: condition.SourceClass);
        }
        var measured = Of(book, book.FindQuantity(condition.Quantity)!, place, measure);
        if (!condition.Seen || measured.Outcome is VerdictOutcome.Short or VerdictOutcome.Over)
        {
            return measured;
        }
        // A defect plainly seen stands without a measure, and beside one that conforms.
        var note =
            measured.Outcome != VerdictOutcome.Conforms
                ? ""
                : $"{Sentences.Upper(book.FindQuantity(condition.Quantity)!.Name)} {measure!.Typed.Trim()} is within the limit ({measured.LimitText}).";
        return new Verdict(VerdictOutcome.Seen, "Observed", condition.Meaning, SourceClass: condition.SourceClass, Note: note);
    }

    public static Verdict Of(RuleBook book, Quantity quantity, VerdictPlace place, MeasureFact? measure)
    {
        var all = LimitSets.At(book, quantity.Id, place);
        var deciding = LimitSets.Deciding(all);
        Verdict Judge(StandingLimit standing) =>
            measure is null
                ? Unmeasured(quantity, standing, deciding)
                : Hanging(book, standing, Compare(quantity, standing.Limit, measure.Value, Error(quantity, measure)));
        // The worst outcome governs; of equals the strictest. So a worse measure is never a better verdict.
        var governing = LimitSets.Strictest(deciding).MinBy(l => Rank(Judge(l).Outcome));
        var answers = all.Select(l => Beside(quantity, l, Judge(l), ReferenceEquals(l, governing), deciding.Count))
            .OrderByDescending(a => a.Governs)
            .ThenBy(a => a.Standing)
            .ThenBy(a => a.Id, StringComparer.Ordinal)
            .ToList();
        if (governing is null)
        {
            var why =
                answers.Count == 0
                    ? $"No limit on {quantity.Name} is on file for this covering."
                    : $"No limit on {quantity.Name} is required here. {string.Join(' ', answers.Select(a => a.Note).Distinct())}";
            return new Verdict(VerdictOutcome.NotApplicable, "No limit applies", why, Limits: answers);
        }
        var verdict = Judge(governing);
        var missed = answers
            .Where(a => a is { Standing: LimitStanding.Advises, Outcome: VerdictOutcome.Short or VerdictOutcome.Over })
            .ToList();
        var note =
            verdict.Outcome == VerdictOutcome.Conforms && missed.Count > 0
                ? $"It meets the requirement here; good practice is {missed[0].Text}. Missing that alone is not a defect."
                : "";
        return verdict with { Limits = answers, Note = note };
    }

    /// <summary>A limit that is missed, but holds only where a fact is so that nobody has recorded: it cannot be decided before that is settled.</summary>
    private static Verdict Hanging(RuleBook book, StandingLimit standing, Verdict own) =>
        standing.Open is { } open && own.Outcome is VerdictOutcome.Short or VerdictOutcome.Over
            ? own with
            {
                Outcome = VerdictOutcome.CannotTell,
                Headline = "Cannot tell",
                By = null,
                Shortfall = 0,
                Hangs = true,
                ToSettle =
                    $"{own.Headline} if it is {LimitSets.Answers(book, open.Key, standing.Limit.Where!.Is)}. {open.Ask} {open.Settle}",
            }
            : own;

    private static int Rank(VerdictOutcome outcome) =>
        outcome switch
        {
            VerdictOutcome.Short or VerdictOutcome.Over => 0,
            VerdictOutcome.CannotTell => 1,
            _ => 2,
        };

    private static LimitAnswer Beside(Quantity quantity, StandingLimit standing, Verdict own, bool governs, int deciding)
    {
        var (limit, stands, note, _) = standing;
        var words = !governs
            ? stands == LimitStanding.Advises && note.Length == 0
                ? "Good practice, in addition to what is required."
                : note
            : stands == LimitStanding.Advises
                ? "Controls: no code or instruction on file applies here."
                : limit.Id.StartsWith(LimitSets.LocalId, StringComparison.Ordinal)
                    ? "Controls: required by the local jurisdiction."
                    : deciding > 1
                        ? $"Controls: the strictest of {deciding} requirements here."
                        : "Controls: the only requirement here.";
        return new LimitAnswer(
            limit.Id,
            LimitText(quantity, limit),
            own.Outcome,
            own.Headline,
            limit.SourceClass,
            limit.Source,
            limit.Why,
            stands,
            governs,
            words
        );
    }

    /// <summary>A slope's pitch against the limits that speak of it there, with the error of the way it was read; null where none does.</summary>
    public static Verdict? OfPitch(RuleBook book, Quantity quantity, VerdictPlace place, TypedPitch pitch)
    {
        var deciding = LimitSets.Deciding(LimitSets.At(book, quantity.Id, place));
        return LimitSets
            .Strictest(deciding)
            .Select(l => Hanging(book, l, Compare(quantity, l.Limit, pitch.RisePer12, PitchError(pitch.Source))))
            .MinBy(v => Rank(v.Outcome));
    }

    public static double PitchError(PitchSource source) =>
        source switch
        {
            PitchSource.Phone => PitchByPhone,
            PitchSource.DigitalLevel => PitchByDigitalLevel,
            PitchSource.ByEye or PitchSource.Plan => PitchByEye,
            _ => 0,
        };

    /// <summary>What a reading by eye or touch may be off by, in the quantity's unit; a tape and a count are taken as they are.</summary>
    public static double Error(Quantity quantity, MeasureFact measure) =>
        (quantity.Unit, measure.How) switch
        {
            (QuantityUnit.Count or QuantityUnit.RValue, _) or (_, MeasuredHow.Tape) => 0,
            (QuantityUnit.Pitch, _) => PitchByEye,
            (QuantityUnit.Percent, _) => ByEyeShare * measure.Value,
            _ => Math.Max(ByEyeLeastInches, ByEyeShare * measure.Value),
        };

    private static Verdict Unmeasured(Quantity quantity, StandingLimit standing, List<StandingLimit> deciding)
    {
        var own = Judged(VerdictOutcome.CannotTell, "Cannot tell", quantity, standing.Limit) with { ToSettle = quantity.HowToMeasure };
        if (standing.Open is not { } open)
        {
            return own;
        }
        // Which of several limits holds is not known: none of them is named as the one.
        var bounds = deciding.Select(l => l.Limit.Least ?? l.Limit.Most).OfType<double>().Distinct().Order().ToList();
        return own with
        {
            LimitText =
                bounds.Count > 1 ? $"between {Text(quantity, bounds[0])} and {Text(quantity, bounds[^1])}, by its kind" : own.LimitText,
            ToSettle = $"{open.Ask} {open.Settle} {quantity.HowToMeasure}",
        };
    }

    /// <summary>Codes print 1/4 in per foot as 2 % as well (0.24 in 12), and 1/8 as 1 %: what meets one print meets the other.</summary>
    private const double PrintedAlike = 0.0101;

    private static Verdict Compare(Quantity quantity, Limit limit, double rawValue, double error)
    {
        var value = Quantise.Measure(rawValue);
        var tolerance = limit.Tolerance + (quantity.Unit == QuantityUnit.Pitch ? PrintedAlike : 0);
        if (limit.Least is { } least && (value + error < least - tolerance || (limit.Strict && value + error <= least)))
        {
            return Outside(VerdictOutcome.Short, "Short", least - value, least, quantity, limit);
        }
        if (limit.Most is { } most && value - error > most + tolerance)
        {
            return Outside(VerdictOutcome.Over, "Over", value - most, most, quantity, limit);
        }
        var inside =
            value - error >= (limit.Least - tolerance ?? double.NegativeInfinity)
            && !(limit.Strict && value - error <= limit.Least)
            && value + error <= (limit.Most + tolerance ?? double.PositiveInfinity);
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
        Judged(outcome, by > 0 ? $"{word} by {Text(quantity, by)}" : word, quantity, limit) with
        {
            By = Quantise.Measure(by),
            Shortfall = bound == 0 ? 1 : Quantise.Chance(Math.Min(1, by / bound)),
        };

    private static Verdict Judged(VerdictOutcome outcome, string headline, Quantity quantity, Limit limit) =>
        new(outcome, headline, limit.Why, limit.Id, LimitText(quantity, limit), SourceClass: limit.SourceClass, Source: limit.Source);

    /// <summary>The bound in words: <c>at least 2 in</c>, <c>1/4 in to 3/4 in</c>.</summary>
    public static string LimitText(Quantity quantity, Limit limit) =>
        (limit.Least, limit.Most) switch
        {
            ({ } least, { } most) => $"{Text(quantity, least)} to {Text(quantity, most)}",
            ({ } least, null) => $"{(limit.Strict ? "more than" : "at least")} {Text(quantity, least)}",
            (null, { } most) => $"at most {Text(quantity, most)}",
            _ => "no bound",
        };

    public static string Text(Quantity quantity, double value) =>
        quantity.Unit switch
        {
            QuantityUnit.Length => new Length(value).ToFineText(),
            QuantityUnit.Pitch => new Pitch(value).ToTradeText(),
            QuantityUnit.Percent => string.Create(CultureInfo.InvariantCulture, $"{value:0.#}%"),
            QuantityUnit.RValue => MeasureReading.Print(value, QuantityUnit.RValue),
            _ => string.Create(CultureInfo.InvariantCulture, $"{value:0.##}"),
        };
}
