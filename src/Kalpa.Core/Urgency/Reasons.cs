using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Urgency;

/// <summary>Why something is as urgent as it is, and why it stands above the next, in sentences.</summary>
public static class Reasons
{
    private const double LongRunFeet = 25;

    internal static List<string> Of(
        Condition condition,
        Consequence consequence,
        UrgencyFacts facts,
        UrgencyClass chosen,
        MovedAnswer? moved
    )
    {
        var why = new List<string>();
        if (chosen == UrgencyClass.MakeSafeNow && facts.PeopleBelow)
        {
            why.Add("People pass or stand below, and it can hurt them.");
        }
        why.Add(Harm(consequence, facts.Evidence));
        why.Add(Evidence(facts));
        if (facts.Shortfall > 0)
        {
            why.Add($"It misses its limit by {facts.Shortfall * 100:0} %.");
        }
        if (facts.Outcome == VerdictOutcome.Conforms)
        {
            why.Add("Its measure conforms.");
        }
        if (Chances.ByWater(consequence) && facts.WaterRunFeet >= LongRunFeet)
        {
            why.Add(string.Create(CultureInfo.InvariantCulture, $"The water of {facts.WaterRunFeet:0} ft of slope runs past it."));
        }
        if (condition.Progression is Progression.Fast or Progression.Steady)
        {
            why.Add(condition.Progression == Progression.Fast ? "It worsens fast." : "It worsens steadily.");
        }
        if (chosen == UrgencyClass.WithReroof && (facts.NearEnd || facts.ReroofDue))
        {
            why.Add(
                facts.ReroofDue
                    ? "The slope itself is due within the year; it goes with that."
                    : "The slope is near its end; it goes with the re-roof."
            );
        }
        if (moved is not null)
        {
            why.Add(moved.Words);
        }
        return why;
    }

    /// <summary>Why one finding stands above another, in one sentence: danger first, then the class, then the cost of a year's waiting.</summary>
    public static string Above(UrgencyAnswer first, string second, UrgencyAnswer then)
    {
        var other = Sentences.Lower(second);
        if (first.Class == UrgencyClass.MakeSafeNow && then.Class != UrgencyClass.MakeSafeNow)
        {
            return $"Above “{other}” because someone can be hurt; that comes before any damage.";
        }
        if (first.Moved is { Held: false } || then.Moved is { Held: false })
        {
            return $"Above “{other}” because the inspector moved {(first.Moved is { Held: false } ? "it" : "that one")}, with a reason.";
        }
        var more = $"a year’s waiting costs about {Money(first)} here and {Money(then)} there";
        var why =
            first.Consequence != then.Consequence ? $"{Short(first.Consequence)} here, {Short(then.Consequence)} there"
            : first.Chance > then.Chance
                ? $"the same kind of harm, but likelier here ({Percent(first.Chance)} against {Percent(then.Chance)} a year)"
            : "the same kind of harm";
        return first.LossHigh > then.LossHigh ? $"Above “{other}”: {more} ({why})."
            : first.Class > then.Class
                ? $"Above “{other}”: {Sentences.Lower(first.Words)} goes before {Sentences.Lower(then.Words)} ({why})."
            : $"Beside “{other}”: as urgent, and waiting costs as much; either may come first.";
    }

    private static string Percent(double chance) => string.Create(CultureInfo.InvariantCulture, $"{chance * 100:0} %");

    private static string Money(UrgencyAnswer answer) =>
        string.Create(CultureInfo.InvariantCulture, $"${answer.LossLow:#,0}–{answer.LossHigh:#,0}");

    private static string Short(Consequence consequence) =>
        consequence switch
        {
            Consequence.LifeSafety => "a danger to people",
            Consequence.WaterIn => "water inside",
            Consequence.HiddenWet => "hidden wet structure",
            Consequence.BlowOff => "wind damage",
            Consequence.EarlyAgeing => "earlier ageing",
            _ => "looks",
        };

    /// <summary>What nobody saw stands as what could happen, not as a fact.</summary>
    private static string Harm(Consequence consequence, WaterEvidence evidence) =>
        (consequence, evidence) switch
        {
            (Consequence.LifeSafety, _) => "Someone could be hurt.",
            (Consequence.WaterIn, WaterEvidence.Active) => "Water gets into the building.",
            (Consequence.WaterIn, _) => "Water can get into the building.",
            (Consequence.HiddenWet, WaterEvidence.Active) => "The structure gets wet out of sight.",
            (Consequence.HiddenWet, _) => "The structure can get wet out of sight.",
            (Consequence.BlowOff, _) => "Wind can tear it off.",
            (Consequence.EarlyAgeing, _) => "It can shorten the life of the roof.",
            _ => "It is a matter of looks.",
        };

    private static string Evidence(UrgencyFacts facts) =>
        facts.Evidence switch
        {
            WaterEvidence.Active => "Water is coming in.",
            WaterEvidence.Stained => "Stains show that water has been here.",
            WaterEvidence.Suspected => "Water is suspected.",
            _ => Chances.Shows(facts.Under)
                ? "No sign of water, where it would be seen."
                : "No sign of water, but it would be hidden here.",
        };
}
