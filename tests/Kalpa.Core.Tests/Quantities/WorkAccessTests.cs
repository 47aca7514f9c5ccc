using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Costs;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Quantities;

/// <summary>
/// Work high above the ground, on a steep slope or out of reach of a truck takes longer, and a re-roof takes a permit. Factors, hours of rigging and the permit are from
/// memory, marked so in the methods.
/// </summary>
public class WorkAccessTests
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

    private static AssessInput NoTruck(AssessInput input, string option = "no") =>
        Roof.With(
            input,
            r => r with { Answers = [.. r.Answers, new AnswerFact(Guid.CreateVersion7(), Roof.Visit.Id, "truck", null, [option])] }
        );

    /// <summary>A tenth more; where a truck reaches the eaves nothing changes.</summary>
    [Fact]
    public void What_is_carried_from_the_street_takes_a_tenth_more()
    {
        var plain = Hours(Cases.On("laminatedShingle", 2018, 1, Boot));
        var carried = Hours(NoTruck(Cases.On("laminatedShingle", 2018, 1, Boot)));
        carried.High.ShouldBe(plain.High * 1.1, .06);
        carried.Basis.ShouldBe($"{plain.Basis}, 1.1 times without truck access");
        Hours(NoTruck(Cases.On("laminatedShingle", 2018, 1, Boot), "yes")).ShouldBe(plain);
    }

    /// <summary>1.9 for 16:12, 1.6 for 45 ft and 1.1 are 3.34: no work is slower than 2.5 times; 1.35 for 10:12, 1.1 and 1 are not cut.</summary>
    [Theory]
    [InlineData("16/12", "45'", 2.5)]
    [InlineData("10/12", "12'", 1.35 * 1.1)]
    [InlineData("12/12", "32'", 1.5 * 1.35 * 1.1)]
    public void All_that_slows_work_together_is_two_and_a_half_times_at_most(string pitch, string eave, double times)
    {
        var steep = Roof.A with { Pitch = TypedPitch.Of(pitch, PitchSource.Tape) };
        var hours = Hours(NoTruck(Answered(eave, Boot) with { Slopes = [steep] }));
        // A boot takes 2 hours at most on a slope that is walked.
        hours.High.ShouldBe(2 * times, .051);
        hours.Basis.Contains("2.5 times in all at most", StringComparison.Ordinal).ShouldBe(times == 2.5);
    }

    /// <summary>Roof jacks and harness once a trip over 8:12, two to five hours: at 8:12 none. The least that is charged is put to nothing here.</summary>
    [Theory]
    [InlineData("8/12", 0)]
    [InlineData("8.5/12", 3)]
    public void A_steep_slope_is_rigged_once_a_trip(string pitch, double rigging)
    {
        AssessInput Two(double hours) =>
            Cases.On(
                "laminatedShingle",
                2018,
                1,
                Boot with
                {
                    Place = "bath vent",
                },
                Boot with
                {
                    Id = Guid.CreateVersion7(),
                    Place = "range hood",
                }
            ) with
            {
                Slopes = [Roof.A with { Pitch = TypedPitch.Of(pitch, PitchSource.Tape) }],
                Firm = PlainPrices.Firm(PlainPrices.At("call-out", 0), PlainPrices.At("steep-trip", hours)),
            };
        double Cost(double hours) => Assessor.Assess(Two(hours), Book).Cost!.Range.Mean;
        Assessor.Assess(Two(0), Book).Work.Count.ShouldBe(2);
        (Cost(3) - Cost(0)).ShouldBe(100 * rigging, 1);
    }

    [Fact]
    public void Work_from_the_attic_needs_no_rigging()
    {
        var steep = Roof.A with { Pitch = TypedPitch.Of("9/12", PitchSource.Tape) };
        double Cost(string station, double hours)
        {
            var fan = Roof.Found("bath-fan-attic") with { Station = station, SlopeId = steep.Id, Outcome = FindingOutcome.Mend };
            var firm = PlainPrices.Firm(PlainPrices.At("call-out", 0), PlainPrices.At("steep-trip", hours));
            return Assessor
                .Assess(Cases.On("laminatedShingle", 2018, 1, fan) with { Slopes = [steep], Firm = firm }, Book)
                .Cost!.Range.Mean;
        }
        Cost("attic", 3).ShouldBe(Cost("attic", 0));
        (Cost("penetrations", 3) - Cost("penetrations", 0)).ShouldBe(300, 1);
    }

    /// <summary>A chimney above a slope over 8:12 is worked at from a scaffold, one for the job; a boot there is not.</summary>
    [Theory]
    [InlineData("crown-cracked", "8/12", 0)]
    [InlineData("crown-cracked", "9/12", 1)]
    [InlineData("siding-decayed", "9/12", 1)]
    [InlineData("boot-collar-torn", "9/12", 0)]
    [InlineData("chase-cover-rusted", "4/12", 1)]
    [InlineData("chase-cover-rusted", "9/12", 1)]
    public void Chimneys_and_walls_above_a_steep_slope_take_a_scaffold(string code, string pitch, int scaffolds)
    {
        var input = Cases.On("laminatedShingle", 2018, 1, Roof.Found(code) with { SlopeId = Roof.A.Id, Outcome = FindingOutcome.Mend }) with
        {
            Slopes = [Roof.A with { Pitch = TypedPitch.Of(pitch, PitchSource.Tape) }],
        };
        Assessor
            .Assess(input, Book)
            .Work.First(w => w.FindingId is not null)
            .Quantities!.Lines.Count(l => l is { Item: "Scaffold, set up and taken down", Amount: 1 })
            .ShouldBe(scaffolds);
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
