using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>How high a dam of ice may be said to stand: nothing, up to a foot and a half.</summary>
public sealed class IceBoundsTests
{
    [Theory]
    [InlineData(0, true)]
    [InlineData(-0.1, false)]
    [InlineData(18, true)]
    [InlineData(18.1, false)]
    [InlineData(double.NaN, false)]
    public void A_dam_stands_0_to_18_inches_high(double inches, bool taken)
    {
        var plan = EveryKind.Facts.Select(f => f.Fact).OfType<PlanFact>().First();
        var answer = ComputeServices.Ice(new IceRequest(plan, inches), RuleBook.Current);
        (answer.Problem is null).ShouldBe(taken);
        answer.Problem?.Code.ShouldBe("ice.bad-dam");
    }

    /// <summary>Behind a dam water stands level: on a dead flat roof it reaches everywhere, and no width of barrier says anything.</summary>
    [Theory]
    [InlineData(0, 0)]
    [InlineData(0.25, 1)]
    public void A_dead_flat_roof_has_no_reach_of_ice(double rise, int slopes)
    {
        var answer = ComputeServices.Ice(new IceRequest(Plans.Of(Plans.OneSlope(1, 0, 0, 40, 30, rise, 180, 10)), 4), RuleBook.Current);
        answer.Value!.Reaches.Count.ShouldBe(slopes);
        answer.Value.Reaches.ShouldAllBe(r => double.IsFinite(r.ReachPlanInches));
    }
}
