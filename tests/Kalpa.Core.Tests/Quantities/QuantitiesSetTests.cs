using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Quantities;

/// <summary>What the inspector sets of a job's quantities: it is what counts and what is priced, and what was calculated stands beside it.</summary>
public class QuantitiesSetTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly FindingFact Boot = Roof.Found("boot-collar-torn", WaterEvidence.Active) with
    {
        Amount = new FindingAmount(Count: 1),
        Place = "north end",
    };

    private static QuantitySetFact Set(string item, string unit, double amount, string reason = "counted", Guid? finding = null) =>
        new(Guid.CreateVersion7(), Roof.Visit.Id, "Replace the boot", item, unit, amount, reason, finding ?? Boot.Id);

    private static WorkItem Job(params QuantitySetFact[] set) =>
        Assessor
            .Assess(Roof.With(Cases.On("laminatedShingle", 2022, 0, Boot), r => r with { QuantitiesSet = set }), Book)
            .Work.ShouldHaveSingleItem();

    [Fact]
    public void A_line_is_what_was_set_with_what_was_calculated_beside_it()
    {
        var line = Job(Set("Pipe boot", "each", 3, "three stand close together.")).Quantities!.Lines[0];
        (line.Item, line.Amount, line.Unit).ShouldBe(("Pipe boot", 3, "each"));
        line.Basis.ShouldBe("set: three stand close together; calculated 1 each");
    }

    /// <summary>More of it costs more, none of it less.</summary>
    [Theory]
    [InlineData(5, 1)]
    [InlineData(0, -1)]
    public void The_price_follows(double boots, int sign) =>
        Math.Sign(Job(Set("Pipe boot", "each", boots)).Cost!.Range.Mean - Job().Cost!.Range.Mean).ShouldBe(sign);

    /// <summary>Low and high keep their proportion to what is likely: .8 and 2 to 1.2 are 1.6 and 4 to 2.4.</summary>
    [Fact]
    public void Labor_hours_keep_their_range()
    {
        var level = Roof.A with { Pitch = TypedPitch.Of("4/12", PitchSource.Tape) };
        var input = Cases.On("laminatedShingle", 2022, 0, Boot) with { Slopes = [level] };
        var hours = Assessor
            .Assess(Roof.With(input, r => r with { QuantitiesSet = [Set("", "labor-hours", 2.4, "a chicken ladder is needed")] }), Book)
            .Work.ShouldHaveSingleItem()
            .Quantities!.Hours!;
        (hours.Low, hours.Likely, hours.High).ShouldBe((1.6, 2.4, 4));
        hours.Basis.ShouldBe("set: a chicken ladder is needed; calculated 1.2 labor-hours; on site without travel, one story");
    }

    [Fact]
    public void The_latest_counts()
    {
        var (first, second) = (Set("Pipe boot", "each", 2), Set("Pipe boot", "each", 4));
        var ids = new[] { Guid.Parse("0198c000-0000-7000-8000-000000000001"), Guid.Parse("0198c000-0000-7000-8000-000000000002") };
        Job(second with { Id = ids[1] }, first with { Id = ids[0] }).Quantities!.Lines[0].Amount.ShouldBe(4);
    }

    [Fact]
    public void What_is_not_needed_any_more_is_said() =>
        Job(Set("Lead sleeve", "each", 2))
            .Quantities!.Assumed.ShouldContain(
                "Lead sleeve was set to 2 each (counted); the job takes none as it is now. Check whether it is still needed."
            );

    [Fact]
    public void It_is_of_its_own_job() => Job(Set("Pipe boot", "each", 9, finding: Guid.NewGuid())).Quantities!.Lines[0].Amount.ShouldBe(1);

    /// <summary>Sheets that were counted leave nothing to be allowed for.</summary>
    [Fact]
    public void An_allowance_that_was_counted_is_no_range()
    {
        var slope = Roof.A with { EaveLength = new TypedLength("40 ft", 480), PlanRun = new TypedLength("15 ft", 180) };
        var input = Cases.On("threeTabShingle", 1998, 3) with { Slopes = [slope] };
        var job = Assessor.Assess(input, Book).Work.ShouldHaveSingleItem();
        var wood = job.Quantities!.Allowances[0];
        var set = Set(wood.Item, wood.Unit, 5) with { FindingId = null, SlopeId = slope.Id, Title = job.Title };
        var after = Assessor.Assess(Roof.With(input, r => r with { QuantitiesSet = [set] }), Book).Work.ShouldHaveSingleItem();
        // A re-roof is asked for in other words as its time comes.
        var renamed = set with
        {
            Title = "Plan the re-roof of slope A",
        };
        Assessor
            .Assess(Roof.With(input, r => r with { QuantitiesSet = [renamed] }), Book)
            .Work.ShouldHaveSingleItem()
            .Quantities!.Allowances[0]
            .Likely.ShouldBe(5);
        var counted = after.Quantities!.Allowances[0];
        (counted.Low, counted.Likely, counted.High).ShouldBe((5, 5, 5));
        after.Quantities.Allowances.Skip(1).ShouldBe(job.Quantities.Allowances.Skip(1));
    }
}
