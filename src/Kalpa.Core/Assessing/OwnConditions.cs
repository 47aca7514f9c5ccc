using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>
/// A finding in the inspector's own words, as a condition: it is weighed by what it can lead to and by its water signs, and goes through urgency, work and report
/// like any other. How likely the harm is within a year is not known, so it counts as possible and steady (common practice).
/// </summary>
internal static class OwnConditions
{
    public static Condition Of(OwnCondition own, FindingFact finding) =>
        new(
            OwnCondition.Key,
            Sentences.WithoutStop(Sentences.Upper(own.Title.Trim())),
            [finding.Station],
            Sentences.Ended(own.Seen.Trim()),
            "Inspect it closely",
            CanLeadTo(own.Consequence),
            own.Consequence,
            Likelihood.Possible,
            Progression.Steady,
            new Remedy(
                Sentences.WithoutStop(Sentences.Upper(own.Recommendation.Trim())),
                [Sentences.WithoutStop(Sentences.Upper(own.Recommendation.Trim()))]
            ),
            [],
            SourceClass.Memory,
            DefaultOutcome: own.Trade.Trim().Length > 0 ? FindingOutcome.OtherTrade : FindingOutcome.Mend,
            Trade: own.Trade.Trim(),
            Observed: Sentences.Upper(Sentences.Ended(own.Seen.Trim()))
        );

    private static string CanLeadTo(Consequence consequence) =>
        consequence switch
        {
            Consequence.LifeSafety => "If left, it can injure people.",
            Consequence.WaterIn => "If left, water can enter the building.",
            Consequence.HiddenWet => "If left, hidden parts can stay wet and decay.",
            Consequence.BlowOff => "If left, wind can take parts of the roof.",
            Consequence.EarlyAgeing => "If left, it can shorten the life of the roof.",
            _ => "It affects the appearance only.",
        };
}
