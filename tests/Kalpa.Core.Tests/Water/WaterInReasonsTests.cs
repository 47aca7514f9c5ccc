using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Water;

/// <summary>The water that arrives at a finding is named where it is much: square feet by the plan, and gallons a minute by rain of the place itself.</summary>
public sealed class WaterInReasonsTests
{
    private static string Why(double? squareFeet, double? rain = null, double run = 30) =>
        string.Join(
            ' ',
            Urgencies
                .Of(
                    RuleBook.Current,
                    RuleBook.Current.FindCondition("valley-cracked")!,
                    new UrgencyFacts(
                        "valley-cracked",
                        WaterEvidence.NoneSeen,
                        Extent.OnePlace,
                        Under.HeatedRoom,
                        false,
                        VerdictOutcome.Noted,
                        0,
                        false,
                        run,
                        SquareFeet: squareFeet,
                        RainInchesPerHour: rain
                    )
                )
                .Why
        );

    /// <summary>150 sq ft at 6 in/h: 150 · 6 / 96.25 = 9.35 gal/min (rational method).</summary>
    [Theory]
    [InlineData(99.9, null, "About 30 ft of slope drains past it.")]
    [InlineData(100.0, null, "About 100 sq ft of roof drains to it.")]
    [InlineData(150.0, 6.0, "About 150 sq ft of roof drains to it: 9.4 gal/min in rain of 6 in/h.")]
    [InlineData(null, 6.0, "About 30 ft of slope drains past it.")]
    public void Much_water_is_named(double? squareFeet, double? rain, string said)
    {
        Why(squareFeet, rain).ShouldContain(said);
        Why(squareFeet, rain)
            .Contains("ft of slope drains past it", StringComparison.Ordinal)
            .ShouldBe(said.Contains("past it", StringComparison.Ordinal));
    }

    /// <summary>Wing of half-width 10 ft on a main roof of half-depth 15 ft: each valley gathers 150 sq ft.</summary>
    [Fact]
    public void A_valleys_foot_has_all_that_the_valley_gathers()
    {
        var plan = Plans.Of(Plans.Part(1, [(0, 0), (20, 0), (20, -15), (40, -15), (40, 0), (60, 0), (60, 30), (0, 30)], 6, 2, 5, 7));
        var spot = DetailPlaces.At(PlanSolver.Solve(plan), (20 * 12) - 0.5, 1, null)!;
        var slope = Roof.A with { Id = spot.SlopeId, RoofId = plan.RoofId };
        var finding = new FindingFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            slope.Id,
            "ridges",
            "valley-cracked",
            "",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            Spot: spot
        );
        var input = Roof.Input with { Slopes = [slope], Findings = [finding], Plan = plan, Details = [] };
        var why = Assessor.Assess(input, RuleBook.Current).Findings.Single().Urgency.Why;
        why.ShouldContain("About 150 sq ft of roof drains to it.");
    }
}
