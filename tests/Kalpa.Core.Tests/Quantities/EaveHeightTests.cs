using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Costs;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Quantities;

/// <summary>Work high above the ground takes longer, and a re-roof takes a permit. Factors and the permit are from memory, marked so in the methods.</summary>
public class EaveHeightTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    [Theory]
    [InlineData(8, 1)]
    [InlineData(12, 1)]
    [InlineData(17, 1.075)]
    [InlineData(22, 1.15)]
    [InlineData(27, 1.25)]
    [InlineData(32, 1.35)]
    [InlineData(38.5, 1.475)]
    [InlineData(45, 1.6)]
    [InlineData(60, 1.6)]
    public void Labor_grows_with_the_height_of_the_eave(double feet, double factor) =>
        QuantityMath.HeightFactor(feet).ShouldBe(factor, 1e-9);

    private static readonly FindingFact Boot = Roof.Found("boot-collar-torn") with { SlopeId = Roof.A.Id, Amount = new FindingAmount(1) };

    private static AssessInput Answered(string typed, params FindingFact[] found)
    {
        var input = Cases.On("laminatedShingle", 2018, 1, found);
        return Roof.With(
            input,
            r => r with { Answers = [.. r.Answers, new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, "eave-height", null, [], typed)] }
        );
    }

    private static LaborHours Hours(AssessInput input) =>
        Assessor.Assess(input, Book).Work.First(w => w.FindingId is not null).Quantities!.Hours!;

    [Fact]
    public void The_height_given_for_the_ladder_counts_where_no_plan_says_it()
    {
        var plain = Hours(Cases.On("laminatedShingle", 2018, 1, Boot));
        plain.Basis.ShouldContain("one story");
        var high = Hours(Answered("32'", Boot));
        high.Likely.ShouldBe(plain.Likely * 1.35, .06);
        high.Basis.ShouldContain("eave at 32 ft");
        high.Basis.ShouldContain("1.35 times for the height");
        Hours(Answered("9'", Boot)).Likely.ShouldBe(plain.Likely);
        Hours(Answered("9'", Boot)).Basis.ShouldNotContain("times for the height");
        // What does not read is no height.
        Hours(Answered("high", Boot)).Basis.ShouldContain("one story");
    }

    [Fact]
    public void The_plan_goes_before_what_was_given()
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
        plan = plan with { Parts = [.. plan.Parts.Select(p => p with { HeightInches = 22 * 12 })] };
        var south = Roof.A with { Id = Plans.Id(151), Pitch = TypedPitch.Of("6/12", PitchSource.Plan) };
        var boot = Boot with { SlopeId = south.Id };
        var input = Answered("45'", boot);
        input = input with { Plan = plan, Slopes = [south], Coverings = [.. input.Coverings.Select(c => c with { SlopeId = south.Id })] };
        Hours(input).Basis.ShouldContain("eave at 22 ft");
        Hours(input with { Plan = plan with { Sized = false } }).Basis.ShouldContain("eave at 45 ft");
        // A section that is renewed is as high as its slopes.
        var section = Cases.With(input, Cases.Recommended(OpinionAction.Replace, south.Id));
        Assessor.Assess(section, Book).Work.Single(w => w.IsRenewal).Quantities!.Hours!.Basis.ShouldContain("1.15 times for the height");
    }

    [Fact]
    public void Work_from_the_attic_climbs_no_eave()
    {
        var fan = Roof.Found("bath-fan-attic") with { Station = "attic", SlopeId = null };
        Hours(Answered("45'", fan)).Basis.ShouldNotContain("eave at");
    }

    /// <summary>Passed on as it is: no overhead on it, and none for a repair.</summary>
    [Fact]
    public void A_re_roof_takes_a_permit_and_a_repair_none()
    {
        var taped = Roof.A with
        {
            Pitch = TypedPitch.Of("5/12", PitchSource.Tape),
            EaveLength = new TypedLength("50 ft", 600),
            PlanRun = new TypedLength("30 ft", 360),
        };
        var firm = PlainPrices.Firm(
            PlainPrices.At("labor", 0),
            PlainPrices.At("call-out", 0),
            PlainPrices.At("permit", 200),
            PlainPrices.At("overhead", 50)
        );
        var input = Cases.Several((taped, "laminatedShingle", 2018)) with { Findings = [Boot], Firm = firm };
        Assessor.Assess(input, Book).Work.Single().Cost!.Range.Mean.ShouldBe(0);
        var renewed = Assessor
            .Assess(Cases.With(input, Cases.Recommended(OpinionAction.Replace, taped.Id)), Book)
            .Work.Single(w => w.IsRenewal);
        renewed.Cost!.Range.Mean.ShouldBe(200);
        renewed.Cost.Parts.ShouldHaveSingleItem().Name.ShouldBe("Permit");
    }
}
