using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Quantities;

/// <summary>Vents of an attic by IRC 2021 R806.2; net free area of a foot or a piece is common practice.</summary>
public class AtticVentTests
{
    /// <summary>1,500 ft² of floor take 10 ft², 1,440 in²: 720 high are 40 ft of ridge or 15 roof vents (14.4), 720 low are 80 ft of strip.</summary>
    [Theory]
    [InlineData(1500, 1440, 40, 80, 15)]
    [InlineData(750, 720, 20, 40, 8)]
    // 375 ft² make 180 in² for each half: 10 ft, 20 ft, 3.6 vents; a hair more floor is a foot more.
    [InlineData(375, 360, 10, 20, 4)]
    [InlineData(375.1, 360.096, 11, 21, 4)]
    public void Half_high_and_half_low(double floor, double net, double ridge, double soffit, int vents)
    {
        var need = AtticVents.Of(floor);
        need.NetFreeInches2.ShouldBe(net, .001);
        (need.RidgeFeet, need.SoffitFeet, need.RoofVents).ShouldBe((ridge, soffit, vents));
    }

    private static JobQuantities Renewal(Under under, AnswerFact? answer, params FindingFact[] findings)
    {
        var slope = Roof.A with { EaveLength = new TypedLength("40 ft", 480), PlanRun = new TypedLength("15 ft", 180), Under = under };
        var input = Cases.On("threeTabShingle", 1998, 3, findings) with { Slopes = [slope] };
        var judged = Assessor.Assess(Roof.With(input, r => r with { Answers = answer is null ? [] : [answer] }), RuleBook.Current);
        return judged.Work.First(w => w.Kind == WorkKind.Reroof).Quantities.ShouldNotBeNull();
    }

    private static AnswerFact Said(string option) => new(Guid.CreateVersion7(), Roof.Visit.Id, "ventilation", null, [option]);

    /// <summary>40 by 15 ft of floor: 600 / 150 = 4 ft², 576 in²; 288 high are 16 ft of ridge, 288 low 32 ft of soffit.</summary>
    [Theory]
    [InlineData("none", true)]
    [InlineData("short", true)]
    [InlineData("good", false)]
    [InlineData("unknown", false)]
    public void A_renewal_adds_what_the_attic_lacks(string option, bool adds)
    {
        var take = Renewal(Under.Attic, Said(option));
        take.Lines.Where(l => l.Key is "ridge-vent" or "soffit-vents")
            .Select(l => (l.Item, l.Amount, l.Unit))
            .ShouldBe(adds ? [("Ridge vent", 16, "ft"), ("Soffit vents, strip", 32, "ft")] : []);
        take.Assumed.Any(a => a.StartsWith("Vents: ", StringComparison.Ordinal)).ShouldBe(adds);
    }

    /// <summary>From memory: 16 ft of ridge at .1 and 4 pieces of strip at half an hour are 3.6 hours, times the pitch's factor.</summary>
    [Fact]
    public void They_take_their_hours()
    {
        var factor = QuantityFactor();
        var more = Renewal(Under.Attic, Said("none")).Hours!.Likely - Renewal(Under.Attic, null).Hours!.Likely;
        more.ShouldBe(3.6 * factor, .11);
    }

    /// <summary>1 up to 5:12 and 1.2 at 8:12, with a straight line between (from memory).</summary>
    private static double QuantityFactor() => 1 + (.2 * Math.Clamp((Roof.A.Pitch.RisePer12 - 5) / 3, 0, 1));

    [Fact]
    public void A_finding_says_it_too_and_a_porch_has_no_attic()
    {
        var missing = Roof.Found("vents-missing", WaterEvidence.NoneSeen);
        Renewal(Under.Attic, null, missing).Lines.ShouldContain(l => l.Key == "ridge-vent");
        Renewal(Under.Porch, Said("none")).Lines.ShouldNotContain(l => l.Key == "ridge-vent");
    }
}
