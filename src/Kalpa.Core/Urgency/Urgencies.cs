using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Urgency;

/// <summary>When to act; the number is the nail heads drawn.</summary>
[JsonConverter(typeof(CamelCaseEnum<UrgencyClass>))]
public enum UrgencyClass
{
    Watch = 1,
    WithReroof = 2,
    WithinYear = 3,
    ThisSeason = 4,
    BeforeNextRain = 5,
    MakeSafeNow = 6,
}

/// <summary>
/// Everything an urgency is judged from. <paramref name="NearEnd"/>: the slope will be re-roofed within a few years anyway; <paramref name="WaterRunFeet"/>: how far
/// above it the water gathers, along the slope; <paramref name="Weight"/>: what the deciding facts do to its chance; the least likelihood and consequence come from
/// combinations; <paramref name="Moved"/> is the inspector's own class; <paramref name="ReroofDue"/>: the slope is to be re-roofed or rebuilt within the year.
/// </summary>
public sealed record UrgencyFacts(
    string Condition,
    WaterEvidence Evidence,
    Extent Extent,
    Under Under,
    bool PeopleBelow,
    VerdictOutcome Outcome,
    double Shortfall,
    bool NearEnd,
    double? WaterRunFeet = null,
    double? RisePer12 = null,
    WeatherExposure Exposure = WeatherExposure.Ordinary,
    double Weight = 1,
    Likelihood? LeastLikelihood = null,
    Consequence? LeastConsequence = null,
    MovedUrgency? Moved = null,
    bool ReroofDue = false
);

/// <summary>What was computed before the inspector moved it, in words; <paramref name="Held"/>: it could not be moved, because someone could be hurt.</summary>
public sealed record MovedAnswer(UrgencyClass Computed, UrgencyClass Wanted, bool Held, string Words);

/// <summary>The class, its nails and words, the expected loss of a year's waiting (US dollars, a planning figure), and why.</summary>
public sealed record UrgencyAnswer(
    UrgencyClass Class,
    [property: JsonPropertyName("nails")] int Marks,
    string Words,
    double LossLow,
    double LossHigh,
    IReadOnlyList<string> Why,
    double Chance,
    Consequence Consequence,
    MovedAnswer? Moved
);

/// <summary>Urgency and the cost of waiting (methods, section 8): chance × harm × progression → expected loss a year → class.</summary>
public static class Urgencies
{
    /// <summary>Expected loss of a year's waiting, in dollars, from which a class begins. Common practice, from memory.</summary>
    private const double BeforeNextRainFrom = 1_600;

    private const double ThisSeasonFrom = 600;
    private const double WithinYearFrom = 120;

    /// <summary>Water that is coming in is stopped within the season, whatever it costs: nobody leaves a running leak to the re-roof.</summary>
    private const UrgencyClass LeastWhileActive = UrgencyClass.ThisSeason;

    public static UrgencyAnswer Of(RuleBook book, Condition condition, UrgencyFacts facts)
    {
        var own = Worth(book, condition, condition.Consequence, facts);
        // A combination may give it another consequence: the dearer of the two counts, here, with what lies beneath.
        var other = facts.LeastConsequence is { } least ? Worth(book, condition, least, facts) : own;
        var (consequence, chance, low, high, likely) = other.Likely > own.Likely && !Gravest(condition) ? other : own;
        var computed = Class(condition, consequence, facts, likely);
        var (chosen, moved) = Move(facts.Moved, computed);
        return new UrgencyAnswer(
            chosen,
            (int)chosen,
            Words(chosen),
            low,
            high,
            Reasons.Of(condition, consequence, facts, chosen, moved),
            Quantise.Chance(chance),
            consequence,
            moved
        );
    }

    private static bool Gravest(Condition condition) => condition.Consequence == Consequence.LifeSafety;

    private static (Consequence Consequence, double Chance, double Low, double High, double Likely) Worth(
        RuleBook book,
        Condition condition,
        Consequence consequence,
        UrgencyFacts facts
    )
    {
        var harm = book.Harm.First(h => h.Consequence == consequence);
        var chance = Chances.Of(condition, consequence, facts);
        var worth = chance * Chances.Worsening(condition.Progression) * Chances.ShareUnder(consequence, facts.Under);
        // The geometric mean: the harm spreads over a factor of ten.
        var likely = Quantise.Money(worth * Math.Sqrt(harm.Low * harm.High));
        return (consequence, chance, Quantise.Money(worth * harm.Low), Quantise.Money(worth * harm.High), likely);
    }

    private static UrgencyClass Class(Condition condition, Consequence consequence, UrgencyFacts facts, double likely)
    {
        if (Dangerous(condition, consequence, facts))
        {
            return UrgencyClass.MakeSafeNow;
        }
        var byLoss =
            likely >= BeforeNextRainFrom ? UrgencyClass.BeforeNextRain
            : likely >= ThisSeasonFrom ? UrgencyClass.ThisSeason
            : likely >= WithinYearFrom ? UrgencyClass.WithinYear
            : facts.NearEnd ? UrgencyClass.WithReroof
            : UrgencyClass.Watch;
        if (byLoss == UrgencyClass.WithinYear && GoesWithReroof(condition, facts))
        {
            return UrgencyClass.WithReroof;
        }
        var leaks = facts.Evidence == WaterEvidence.Active && Chances.ByWater(consequence);
        return leaks && byLoss < LeastWhileActive ? LeastWhileActive : byLoss;
    }

    /// <summary>What may wait a year is not paid for twice on a slope that is stripped within it, unless water shows or it worsens fast.</summary>
    internal static bool GoesWithReroof(Condition condition, UrgencyFacts facts) =>
        facts.ReroofDue && condition.Progression != Progression.Fast && facts.Evidence is WaterEvidence.NoneSeen or WaterEvidence.Suspected;

    /// <summary>Life safety goes first when both the hazard and someone beneath it are plausible.</summary>
    private static bool Dangerous(Condition condition, Consequence consequence, UrgencyFacts facts) =>
        facts.PeopleBelow && (condition.CanFall || consequence == Consequence.LifeSafety);

    /// <summary>The inspector moves it, but never out of the first place while someone could be hurt.</summary>
    private static (UrgencyClass Chosen, MovedAnswer? Moved) Move(MovedUrgency? moved, UrgencyClass computed)
    {
        if (moved is null || moved.Class == computed)
        {
            return (computed, null);
        }
        var held = computed == UrgencyClass.MakeSafeNow;
        var words = held
            ? $"{moved.By} would act {Sentences.Lower(Words(moved.Class))}: {moved.Reason.TrimEnd('.')}. It stays first while someone can be hurt."
            : $"{moved.By} moved it from {Sentences.Lower(Words(computed))}: {moved.Reason.TrimEnd('.')}.";
        return (held ? computed : moved.Class, new MovedAnswer(computed, moved.Class, held, words));
    }

    public static string Words(UrgencyClass urgency) =>
        urgency switch
        {
            UrgencyClass.MakeSafeNow => "Make safe now",
            UrgencyClass.BeforeNextRain => "Before the next rain",
            UrgencyClass.ThisSeason => "This season",
            UrgencyClass.WithinYear => "Within a year",
            UrgencyClass.WithReroof => "With the re-roof",
            _ => "Watch",
        };
}
