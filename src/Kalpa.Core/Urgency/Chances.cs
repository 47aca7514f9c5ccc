using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Urgency;

/// <summary>How likely a fault does its harm within a year. All weights are planning figures from memory, in one place each (docs/methods.md, "Urgency").</summary>
internal static class Chances
{
    /// <summary>Chances that signs of water add to the condition's own: 1 − (1 − p)(1 − added).</summary>
    private const double StainedAdds = 0.45;

    private const double SuspectedAdds = 0.15;

    /// <summary>A dry underside counts where a leak would show on it and somebody looked there on this visit; over a finished room it says nothing.</summary>
    private const double DryBelow = 0.5;

    /// <summary>Water that is coming in does harm but for luck; nothing is surer than that.</summary>
    private const double MostChance = 0.95;
    private const double ConformsWeight = 0.2;
    private const double CannotTellWeight = 0.7;

    /// <summary>A run of twelve feet of slope above, half of a common slope, is ordinary; water load goes with the root of the run, bounded either way.</summary>
    private const double OrdinaryRunFeet = 12;
    private const double LeastRunWeight = 0.9;
    private const double MostRunWeight = 1.5;

    /// <summary>Water runs slowly, and stands, below this pitch (rise in 12).</summary>
    private const double SlowBelowRise = 4;
    private const double SlowWeight = 1.25;
    private const double HarshWeight = 1.25;

    public static double Of(RuleBook book, Condition condition, Consequence consequence, UrgencyFacts facts)
    {
        var likelihood = facts.LeastLikelihood is { } least && least > condition.Likelihood ? least : condition.Likelihood;
        var own = Math.Min(
            MostChance,
            book.YearChances.First(c => c.Likelihood == likelihood).Chance
                * ExtentWeight(facts.Extent)
                * MeasureWeight(facts)
                * PlaceWeight(consequence, facts)
                * facts.Weight
        );
        var seen = facts.Evidence switch
        {
            WaterEvidence.Active => MostChance,
            WaterEvidence.Stained => 1 - (1 - own) * (1 - StainedAdds),
            WaterEvidence.Suspected => 1 - (1 - own) * (1 - SuspectedAdds),
            // What tears off or ages does so over a dry attic as well.
            _ => ByWater(consequence) && DryUnderside(facts) ? own * DryBelow : own,
        };
        return Math.Min(MostChance, seen);
    }

    /// <summary>Whether a dry underside was seen: what nobody looked at is not dry.</summary>
    public static bool DryUnderside(UrgencyFacts facts) =>
        facts is { Evidence: WaterEvidence.NoneSeen, UndersideSeen: true } && Shows(facts.Under);

    /// <summary>Whether water that came in would be seen from below.</summary>
    public static bool Shows(Under under) => under is Under.Attic or Under.Porch or Under.Overhang or Under.OpenAir;

    public static bool ByWater(Consequence consequence) => consequence is Consequence.WaterIn or Consequence.HiddenWet;

    public static double Worsening(Progression progression) =>
        progression switch
        {
            Progression.Fast => 1.5,
            Progression.Steady => 1.2,
            Progression.Slow => 1,
            _ => 0.8,
        };

    /// <summary>What lies under it sets how much of the harm is done: a garage, a porch or an overhang has little to spoil (common practice).</summary>
    public static double ShareUnder(Consequence consequence, Under under) =>
        consequence != Consequence.WaterIn
            ? 1
            : under switch
            {
                Under.Garage => 0.5,
                Under.Porch or Under.Overhang => 0.3,
                Under.OpenAir => 0.1,
                _ => 1,
            };

    private static double PlaceWeight(Consequence consequence, UrgencyFacts facts)
    {
        if (!ByWater(consequence))
        {
            return facts.Exposure == WeatherExposure.HotOrHail && consequence is Consequence.BlowOff or Consequence.EarlyAgeing
                ? HarshWeight
                : 1;
        }
        var run = facts.WaterRunFeet is { } feet
            ? Math.Clamp(Math.Sqrt(Math.Max(0, feet) / OrdinaryRunFeet), LeastRunWeight, MostRunWeight)
            : 1;
        return facts.RisePer12 < SlowBelowRise ? run * SlowWeight : run;
    }

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
            VerdictOutcome.Conforms or VerdictOutcome.Noted => ConformsWeight,
            VerdictOutcome.CannotTell => CannotTellWeight,
            _ => 1 + Math.Clamp(facts.Shortfall, 0, 1) / 2,
        };
}
