using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

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

/// <summary>Everything an urgency is judged from. <paramref name="NearEnd"/>: the slope will be re-roofed within a few years anyway.</summary>
public sealed record UrgencyFacts(
    string Condition,
    WaterEvidence Evidence,
    Extent Extent,
    Beneath Beneath,
    bool PeopleBelow,
    VerdictOutcome Outcome,
    double Shortfall,
    bool NearEnd
);

/// <summary>The class, its nails and words, the expected loss of a year's waiting (US dollars, a planning figure), and why.</summary>
public sealed record UrgencyAnswer(UrgencyClass Class, int Nails, string Words, double LossLow, double LossHigh, IReadOnlyList<string> Why);

/// <summary>Urgency and the cost of waiting (methods, section 8), first form: chance × harm × progression → class.</summary>
public static class Urgencies
{
    /// <summary>Expected loss of a year's waiting, in dollars, from which a class begins. Common practice, from memory.</summary>
    private const double BeforeNextRainFrom = 1_600;

    private const double ThisSeasonFrom = 600;
    private const double WithinYearFrom = 120;

    /// <summary>Chances that signs of water add to the condition's own: 1 − (1 − p)(1 − added).</summary>
    private const double StainedAdds = 0.45;

    private const double SuspectedAdds = 0.15;

    /// <summary>"None seen" counts by how visible a leak would be: much under an open attic, hardly at all over a finished room.</summary>
    private const double DryOpenAttic = 0.5;

    /// <summary>Water that is coming in does harm but for luck; nothing is surer than that.</summary>
    private const double MostChance = 0.95;
    private const double ConformsWeight = 0.2;
    private const double CannotTellWeight = 0.7;

    public static UrgencyAnswer Of(RuleBook book, Condition condition, UrgencyFacts facts)
    {
        var chance = Chance(condition, facts);
        var harm = book.Harm.First(h => h.Consequence == condition.Consequence);
        var worth = chance * Worsening(condition.Progression);
        var low = Quantise.Money(worth * harm.Low);
        var high = Quantise.Money(worth * harm.High);
        // The geometric mean: the harm spreads over a factor of ten.
        var likely = Quantise.Money(worth * Math.Sqrt(harm.Low * harm.High));
        var chosen = Class(condition, facts, likely);
        return new UrgencyAnswer(chosen, (int)chosen, Words(chosen), low, high, Why(condition, facts, chosen));
    }

    private static UrgencyClass Class(Condition condition, UrgencyFacts facts, double likely)
    {
        if (Dangerous(condition, facts))
        {
            return UrgencyClass.MakeSafeNow;
        }
        if (likely >= BeforeNextRainFrom)
        {
            return UrgencyClass.BeforeNextRain;
        }
        if (likely >= ThisSeasonFrom)
        {
            return UrgencyClass.ThisSeason;
        }
        if (likely >= WithinYearFrom)
        {
            return UrgencyClass.WithinYear;
        }
        return facts.NearEnd ? UrgencyClass.WithReroof : UrgencyClass.Watch;
    }

    /// <summary>Life safety goes first when both the hazard and someone beneath it are plausible.</summary>
    private static bool Dangerous(Condition condition, UrgencyFacts facts) =>
        facts.PeopleBelow && (condition.CanFall || condition.Consequence == Consequence.LifeSafety);

    private static double Chance(Condition condition, UrgencyFacts facts)
    {
        var own = Math.Min(MostChance, OwnChance(condition.Likelihood) * ExtentWeight(facts.Extent) * MeasureWeight(facts));
        var seen = facts.Evidence switch
        {
            WaterEvidence.Active => MostChance,
            WaterEvidence.Stained => 1 - (1 - own) * (1 - StainedAdds),
            WaterEvidence.Suspected => 1 - (1 - own) * (1 - SuspectedAdds),
            _ => facts.Beneath is Beneath.OpenAttic or Beneath.Porch ? own * DryOpenAttic : own,
        };
        return Math.Min(MostChance, seen);
    }

    private static double OwnChance(Likelihood likelihood) =>
        likelihood switch
        {
            Likelihood.NearlySure => 0.8,
            Likelihood.Likely => 0.35,
            Likelihood.Possible => 0.12,
            _ => 0.04,
        };

    private static double ExtentWeight(Extent extent) =>
        extent switch
        {
            Extent.General => 2.5,
            Extent.Scattered => 1.5,
            _ => 1,
        };

    private static double MeasureWeight(UrgencyFacts facts) =>
        facts.Outcome switch
        {
            VerdictOutcome.Conforms => ConformsWeight,
            VerdictOutcome.CannotTell => CannotTellWeight,
            _ => 1 + Math.Clamp(facts.Shortfall, 0, 1) / 2,
        };

    private static double Worsening(Progression progression) =>
        progression switch
        {
            Progression.Fast => 1.5,
            Progression.Steady => 1.2,
            Progression.Slow => 1,
            _ => 0.8,
        };

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

    private static List<string> Why(Condition condition, UrgencyFacts facts, UrgencyClass chosen)
    {
        var why = new List<string>();
        if (chosen == UrgencyClass.MakeSafeNow)
        {
            why.Add("People pass or stand below, and it can hurt them.");
        }
        why.Add(HarmWords(condition.Consequence));
        why.Add(EvidenceWords(facts));
        if (facts.Shortfall > 0)
        {
            why.Add($"It misses its limit by {facts.Shortfall * 100:0} %.");
        }
        if (facts.Outcome == VerdictOutcome.Conforms)
        {
            why.Add("Its measure conforms.");
        }
        if (condition.Progression is Progression.Fast or Progression.Steady)
        {
            why.Add(condition.Progression == Progression.Fast ? "It worsens fast." : "It worsens steadily.");
        }
        if (chosen == UrgencyClass.WithReroof)
        {
            why.Add("The slope is near its end; it goes with the re-roof.");
        }
        return why;
    }

    private static string HarmWords(Consequence consequence) =>
        consequence switch
        {
            Consequence.LifeSafety => "Someone could be hurt.",
            Consequence.WaterIn => "Water gets into the building.",
            Consequence.HiddenWet => "Structure gets wet where nobody sees it.",
            Consequence.BlowOff => "Wind can take it.",
            Consequence.EarlyAgeing => "It shortens the roof's life.",
            _ => "It is a matter of looks.",
        };

    private static string EvidenceWords(UrgencyFacts facts) =>
        facts.Evidence switch
        {
            WaterEvidence.Active => "Water is coming in.",
            WaterEvidence.Stained => "Stains show that water has been here.",
            WaterEvidence.Suspected => "Water is suspected.",
            _ => facts.Beneath is Beneath.OpenAttic or Beneath.Porch
                ? "No sign of water, where it would be seen."
                : "No sign of water, but it would be hidden here.",
        };
}
