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
/// Everything an urgency is assessed from. <paramref name="NearEnd"/>: the slope will be re-roofed within a few years anyway; <paramref name="WaterRunFeet"/>: how far
/// above it the water gathers, along the slope; <paramref name="Weight"/>: what the deciding facts do to its chance; the least likelihood and consequence come from
/// combinations; <paramref name="Moved"/> is the inspector's own class; <paramref name="ReroofDue"/>: the slope is to be re-roofed or rebuilt within the year;
/// <paramref name="UndersideSeen"/>: what lies below it was looked at on this visit; <paramref name="SquareFeet"/> of roof that drain to its place by the plan, and the local
/// rain that drainage is checked by.
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
    bool ReroofDue = false,
    bool UndersideSeen = false,
    double? SquareFeet = null,
    double? RainInchesPerHour = null
);

/// <summary>What was computed before the inspector moved it, in words; <paramref name="Held"/>: it could not be moved, because someone could be injured.</summary>
public sealed record MovedAnswer(UrgencyClass Computed, UrgencyClass Wanted, bool Held, string Words);

/// <summary>
/// The class, its marks and words, the expected loss of a year's waiting (US dollars, a planning figure; nothing where people can be hurt, which is not priced), and
/// why. <paramref name="Rank"/> orders within a class before the loss does.
/// </summary>
public sealed record UrgencyAnswer(
    UrgencyClass Class,
    [property: JsonPropertyName("nails")] int Marks,
    string Words,
    double LossLow,
    double LossHigh,
    IReadOnlyList<string> Why,
    double Chance,
    Consequence Consequence,
    MovedAnswer? Moved,
    [property: JsonIgnore] int Rank = 0
);

/// <summary>Urgency and the cost of waiting (methods, section 8): chance × harm × progression → expected loss a year → class.</summary>
public static class Urgencies
{
    /// <summary>Expected loss of a year's waiting, in dollars, from which a class begins. Common practice, from memory.</summary>
    private const double BeforeNextRainFrom = 1_600;

    private const double ThisSeasonFrom = 600;
    private const double WithinYearFrom = 120;

    /// <summary>An active leak is closed before it rains again: nobody leaves it to the season. In the open air it wets nothing.</summary>
    private const UrgencyClass LeastWhileActive = UrgencyClass.BeforeNextRain;

    private const UrgencyClass LeastInOpenAir = UrgencyClass.ThisSeason;

    /// <summary>Moist air from inside does its harm over a winter, and wind with the storms of a season: neither with the next rain.</summary>
    private const UrgencyClass MostWithoutRain = UrgencyClass.ThisSeason;

    /// <summary>What gets worse fast is not left a year: a shingle that is gone, a sheet with a hole.</summary>
    private const UrgencyClass LeastWhileFast = UrgencyClass.ThisSeason;

    /// <summary>A danger that takes another event to injure anyone is corrected within the year.</summary>
    private const UrgencyClass WhileDormant = UrgencyClass.WithinYear;

    public static UrgencyAnswer Of(RuleBook book, Condition condition, UrgencyFacts facts)
    {
        var danger = Dangers.Of(condition, facts);
        var (consequence, chance, low, high, likely) = Worth(book, condition, facts);
        var computed =
            danger is not null ? UrgencyClass.MakeSafeNow
            : consequence == Consequence.LifeSafety ? (Dangers.Stands(facts) ? WhileDormant : UrgencyClass.Watch)
            : Class(condition, consequence, facts, likely);
        var (chosen, moved) = Move(facts.Moved, computed);
        var priced = danger is null;
        return new UrgencyAnswer(
            chosen,
            (int)chosen,
            Words(chosen),
            priced ? low : 0,
            priced ? high : 0,
            Reasons.Of(condition, consequence, facts, danger, chosen, moved),
            Quantise.Chance(chance),
            consequence,
            moved,
            danger is { } kind ? Dangers.Rank(condition, kind)
                : consequence == Consequence.LifeSafety && Dangers.Stands(facts) ? Endangering
                : Wetting(consequence, facts)
        );
    }

    /// <summary>Most urgent first: the class, within it the rank, then the loss of waiting. What is alike keeps its order.</summary>
    public static IOrderedEnumerable<T> MostUrgentFirst<T>(IEnumerable<T> items, Func<T, UrgencyAnswer> urgency) =>
        items.OrderByDescending(i => urgency(i).Class).ThenByDescending(i => urgency(i).Rank).ThenByDescending(i => urgency(i).LossHigh);

    /// <summary>A danger has no price: within its class it goes before all that has one, and before any leak.</summary>
    private const int Endangering = 3;

    /// <summary>An active leak goes before what is dry, and one over a room before one over a garage, a porch or an overhang.</summary>
    private static int Wetting(Consequence consequence, UrgencyFacts facts) =>
        !Leaks(consequence, facts)
            ? 0
            : facts.Under switch
            {
                Under.OpenAir => 0,
                Under.Garage or Under.Porch or Under.Overhang => 1,
                _ => 2,
            };

    private static bool Leaks(Consequence consequence, UrgencyFacts facts) =>
        facts.Evidence == WaterEvidence.Active && Chances.ByWater(consequence);

    /// <summary>
    /// The harm it counts for. A combination may give it another consequence: the dearer of the two counts, here, with what lies beneath. Harm to people has no
    /// price, and goes before any that has.
    /// </summary>
    private static (Consequence Consequence, double Chance, double Low, double High, double Likely) Worth(
        RuleBook book,
        Condition condition,
        UrgencyFacts facts
    )
    {
        var own = Worth(book, condition, condition.Consequence, facts);
        if (facts.LeastConsequence is not { } least || own.Consequence == Consequence.LifeSafety)
        {
            return own;
        }
        var other = Worth(book, condition, least, facts);
        return other.Consequence == Consequence.LifeSafety || other.Likely > own.Likely ? other : own;
    }

    private static (Consequence Consequence, double Chance, double Low, double High, double Likely) Worth(
        RuleBook book,
        Condition condition,
        Consequence consequence,
        UrgencyFacts facts
    )
    {
        if (book.Harm.FirstOrDefault(h => h.Consequence == consequence) is not { } harm)
        {
            return (consequence, 0, 0, 0, 0);
        }
        var chance = Chances.Of(book, condition, consequence, facts);
        var worth = chance * Chances.Worsening(condition.Progression) * Chances.ShareUnder(consequence, facts.Under);
        // The geometric mean: the harm spreads over a factor of ten.
        var likely = Quantise.Money(worth * Math.Sqrt(harm.Low * harm.High));
        return (consequence, chance, Quantise.Money(worth * harm.Low), Quantise.Money(worth * harm.High), likely);
    }

    private static UrgencyClass Class(Condition condition, Consequence consequence, UrgencyFacts facts, double likely)
    {
        var byLoss =
            likely >= BeforeNextRainFrom ? UrgencyClass.BeforeNextRain
            : likely >= ThisSeasonFrom ? UrgencyClass.ThisSeason
            : likely >= WithinYearFrom ? UrgencyClass.WithinYear
            : facts.NearEnd && condition.AtRenewal != AtRenewal.Apart ? UrgencyClass.WithReroof
            : UrgencyClass.Watch;
        if (byLoss == UrgencyClass.WithinYear && GoesWithReroof(condition, facts))
        {
            return UrgencyClass.WithReroof;
        }
        if (byLoss == UrgencyClass.WithinYear && condition.Progression == Progression.Fast)
        {
            byLoss = LeastWhileFast;
        }
        var least = facts.Under == Under.OpenAir ? LeastInOpenAir : LeastWhileActive;
        var urgent = Leaks(consequence, facts) && byLoss < least ? least : byLoss;
        var most =
            condition.AtRenewal == AtRenewal.Only ? UrgencyClass.WithReroof
            : condition.IndoorAir || (consequence == Consequence.BlowOff && !facts.Evidence.ShowsWater()) ? MostWithoutRain
            : urgent;
        return urgent < most ? urgent : most;
    }

    /// <summary>What may wait a year is not paid for twice on a slope that is stripped within it, unless water shows or it worsens fast.</summary>
    internal static bool GoesWithReroof(Condition condition, UrgencyFacts facts) =>
        facts.ReroofDue
        && condition.AtRenewal != AtRenewal.Apart
        && condition.Progression != Progression.Fast
        && !facts.Evidence.ShowsWater();

    /// <summary>The inspector moves it, but never out of the first place while someone could be injured.</summary>
    private static (UrgencyClass Chosen, MovedAnswer? Moved) Move(MovedUrgency? moved, UrgencyClass computed)
    {
        if (moved is null || moved.Class == computed)
        {
            return (computed, null);
        }
        var held = computed == UrgencyClass.MakeSafeNow;
        var words = held
            ? $"{moved.By} would act {Sentences.Lower(Words(moved.Class))}: {moved.Reason.TrimEnd('.')}. It stays immediate while someone can be injured."
            : $"{moved.By} moved it from {Sentences.Lower(Words(computed))}: {moved.Reason.TrimEnd('.')}.";
        return (held ? computed : moved.Class, new MovedAnswer(computed, moved.Class, held, words));
    }

    public static string Words(UrgencyClass urgency) =>
        urgency switch
        {
            UrgencyClass.MakeSafeNow => "Immediate (safety)",
            UrgencyClass.BeforeNextRain => "Before next rain",
            UrgencyClass.ThisSeason => "This season",
            UrgencyClass.WithinYear => "Within a year",
            UrgencyClass.WithReroof => "With re-roof",
            _ => "Monitor",
        };
}
