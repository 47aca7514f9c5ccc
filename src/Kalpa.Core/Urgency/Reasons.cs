using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Water;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Urgency;

/// <summary>Why something is as urgent as it is, and why it stands above the next, in sentences.</summary>
public static class Reasons
{
    private const double LongRunFeet = 25;

    /// <summary>From so many square feet on the water that arrives is named (from memory).</summary>
    private const double MuchWater = 100;

    /// <summary>Gallons a minute only by rain of the place itself: a shipped figure would read as one.</summary>
    private static string Drains(double squareFeet, double? inchesPerHour) =>
        inchesPerHour is { } rain
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"About {squareFeet:0} sq ft of roof drains to it: {Hydraulics.RainGpm(squareFeet, rain):0.#} gal/min in rain of {rain:0.##} in/h."
            )
            : string.Create(CultureInfo.InvariantCulture, $"About {squareFeet:0} sq ft of roof drains to it.");

    internal static List<string> Of(
        Condition condition,
        Consequence consequence,
        UrgencyFacts facts,
        Danger? danger,
        UrgencyClass chosen,
        MovedAnswer? moved
    )
    {
        var why = new List<string>();
        if (danger is { } kind)
        {
            why.Add(Dangers.Words(condition, kind));
        }
        if (danger is null || consequence != Consequence.LifeSafety)
        {
            why.Add(Harm(consequence, facts.Evidence));
        }
        if (consequence != Consequence.LifeSafety)
        {
            why.Add(Evidence(condition, facts));
        }
        if (facts.Shortfall > 0)
        {
            why.Add($"It misses the limit by {facts.Shortfall * 100:0}%.");
        }
        if (facts.Outcome == VerdictOutcome.Conforms)
        {
            why.Add("The measure conforms.");
        }
        if (Chances.ByWater(consequence) && facts.SquareFeet >= MuchWater)
        {
            why.Add(Drains(facts.SquareFeet.Value, facts.RainInchesPerHour));
        }
        else if (Chances.ByWater(consequence) && facts.WaterRunFeet >= LongRunFeet)
        {
            why.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"About {facts.WaterRunFeet:0} ft of slope drains {(Catching.Contains(condition.Element) ? "to" : "past")} it."
                )
            );
        }
        if (condition.Progression is Progression.Fast or Progression.Steady)
        {
            why.Add(condition.Progression == Progression.Fast ? "It gets worse fast." : "It gets worse steadily.");
        }
        if (chosen == UrgencyClass.WithReroof && (facts.NearEnd || facts.ReroofDue))
        {
            why.Add(
                facts.ReroofDue
                    ? "The slope is due for replacement; do it with that work."
                    : "The slope is near the end of its life; do it with the re-roof."
            );
        }
        if (moved is not null)
        {
            why.Add(moved.Words);
        }
        return why;
    }

    /// <summary>Why one finding is ranked above another, in one sentence: danger first, then the class, an active leak, the cost of a year's waiting.</summary>
    public static string Above(UrgencyAnswer first, string second, UrgencyAnswer then)
    {
        var above = $"Ranked above “{Sentences.Lower(second)}”";
        if (first.Class == UrgencyClass.MakeSafeNow)
        {
            return then.Class != UrgencyClass.MakeSafeNow
                ? $"{above} because someone can be injured; safety comes before property damage."
                : $"Both this and “{Sentences.Lower(second)}” are immediate: do them the same day.";
        }
        if (first.Moved is { Held: false } || then.Moved is { Held: false })
        {
            return $"{above} because the inspector moved {(first.Moved is { Held: false } ? "it" : "that one")}, with a reason.";
        }
        if (first.Class == then.Class && first.Rank > then.Rank)
        {
            return first.Consequence == Consequence.LifeSafety
                    ? $"{above} because someone can be injured; safety comes before property damage."
                : then.Rank > 0 ? $"{above} because the active leak here is over a finished space."
                : $"{above} because water is coming in here now.";
        }
        var why =
            first.Consequence != then.Consequence ? $"{Short(first.Consequence)} here, {Short(then.Consequence)} there"
            : first.Chance > then.Chance
                ? $"the same kind of harm, but more likely here ({Percent(first.Chance)} a year, {Percent(then.Chance)} there)"
            : "the same kind of harm";
        return first.LossHigh > then.LossHigh && then.LossHigh > 0
                ? $"{above}: waiting a year costs about {Loss(first)} here and {Loss(then)} there ({why})."
            : first.Class > then.Class ? $"{above}: {Sentences.Lower(first.Words)} comes before {Sentences.Lower(then.Words)} ({why})."
            // A danger is not priced.
            : first.Consequence == Consequence.LifeSafety || then.Consequence == Consequence.LifeSafety
                ? $"As urgent as “{Sentences.Lower(second)}”; either may come first."
            : $"As urgent as “{Sentences.Lower(second)}”, and waiting costs about the same; either may come first.";
    }

    private static string Percent(double chance) => string.Create(CultureInfo.InvariantCulture, $"{chance * 100:0}%");

    private static string Loss(UrgencyAnswer answer) => Sentences.Money(answer.LossLow, answer.LossHigh);

    private static string Short(Consequence consequence) =>
        consequence switch
        {
            Consequence.LifeSafety => "a danger to people",
            Consequence.WaterIn => "water in the building",
            Consequence.HiddenWet => "hidden moisture",
            Consequence.BlowOff => "wind damage",
            Consequence.EarlyAgeing => "a shorter life",
            _ => "appearance",
        };

    /// <summary>What nobody saw stands as what could happen, not as a fact.</summary>
    private static string Harm(Consequence consequence, WaterEvidence evidence) =>
        (consequence, evidence) switch
        {
            (Consequence.LifeSafety, _) => "If left, someone could be injured.",
            (Consequence.WaterIn, WaterEvidence.Active) => "Water was coming into the building.",
            (Consequence.WaterIn, _) => "If left, rain can get into the building.",
            (Consequence.HiddenWet, WaterEvidence.Active) => "Water was getting into the structure.",
            (Consequence.HiddenWet, _) => "If left, the structure can get wet out of sight.",
            (Consequence.BlowOff, _) => "If left, wind can tear it off.",
            (Consequence.EarlyAgeing, _) => "If left, it can shorten the life of the roof.",
            _ => "It affects appearance only.",
        };

    /// <summary>Moist air from inside is no rain: what a ceiling can hide of a leak says nothing of it.</summary>
    private static string Evidence(Condition condition, UrgencyFacts facts) =>
        facts.Evidence switch
        {
            WaterEvidence.Active => "An active leak was seen.",
            WaterEvidence.Stained => "Staining was seen.",
            WaterEvidence.Suspected when condition.IndoorAir => "Moisture is suspected, not confirmed.",
            WaterEvidence.Suspected => "Water entry is suspected, not confirmed.",
            WaterEvidence.NotChecked => "Water signs were not checked.",
            _ => condition.IndoorAir ? Dry[3]
            : Chances.DryUnderside(facts) ? Dry[0]
            : Chances.Shows(facts.Under) ? Dry[1]
            : Dry[2],
        };

    /// <summary>Elements at which the water of a slope arrives; past all others it runs on.</summary>
    private static readonly string[] Catching = ["drains", "gutters", "downspouts"];

    private static readonly string[] Dry =
    [
        "No water signs were found below, where a leak would show.",
        "No water signs were found, but the underside was not inspected.",
        "No water signs were found, but a finished ceiling or wall can hide a leak.",
        "No moisture signs were found there.",
    ];

    /// <summary>Reasons for a finding without water signs of its own, once what it brings about shows water: that it is dry below is no longer said.</summary>
    public static IReadOnlyList<string> WithSign(IReadOnlyList<string> why, WaterEvidence sign, string name) =>
        [
            .. why.Select(reason =>
                Dry.Contains(reason)
                    ? $"{(sign == WaterEvidence.Active ? "An active leak was seen" : "Water signs were found")}: {Sentences.Lower(name)}."
                    : reason
            ),
        ];
}
