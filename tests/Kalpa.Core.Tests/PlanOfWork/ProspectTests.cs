using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>What is in prospect bears on the plan of work: an array that the slope would not outlast, and a purchase that turns on what nobody saw.</summary>
public class ProspectTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    // ---- an array in prospect ----

    private static readonly PlannedFact Array = new(
        Guid.Parse("0198c000-0000-7000-8000-0000000000a1"),
        Roof.Visit.Id,
        PlannedKind.Solar,
        25,
        [Roof.A.Id]
    );

    private static Assessment WithArray(double left, PlannedFact? planned) =>
        Assessor.Assess(
            Roof.With(
                WithYears(On(CoveringKind.LaminatedShingle, 2012, null), (Roof.A, left)),
                r => r with { Planned = planned is null ? [] : [planned] }
            ),
            Book
        );

    /// <summary>Common practice: ten years and less are re-roofed before an array goes on, more are not given up. One recommendation, on the list and beside the array.</summary>
    [Theory]
    [InlineData(7, "Re-roof slope A before the solar array", "Re-roof slope A.")]
    [InlineData(10, "Re-roof slope A before the solar array", "Re-roof slope A.")]
    [InlineData(11, "Maintain slope A", "Plan to remove the array from slope A once, to re-roof it, and to put the array back.")]
    // What is due within a year is done before it anyway.
    [InlineData(1, "Re-roof slope A within a year", "Re-roof slope A.")]
    public void A_slope_near_its_end_is_re_roofed_before_an_array(double left, string headline, string first)
    {
        var judged = WithArray(left, Array);
        judged.RoofDecisions.ShouldHaveSingleItem().Headline.ShouldBe(headline);
        judged.Planned[0].First[0].ShouldBe(first);
        judged.RoofDecisions[0].Why.Contains("solar array", StringComparison.Ordinal).ShouldBe(left > 1);
    }

    [Fact]
    public void Without_an_array_or_with_one_elsewhere_nothing_changes()
    {
        WithArray(7, null).RoofDecisions[0].Headline.ShouldBe("Maintain slope A");
        WithArray(7, Array with { SlopeIds = [Guid.NewGuid()] }).RoofDecisions[0].Headline.ShouldBe("Maintain slope A");
        // Another five years are no array of 25, and a sale is none at all.
        WithArray(7, Array with { Years = 2 }).RoofDecisions[0].Headline.ShouldBe("Maintain slope A");
        WithArray(7, Array with { Kind = PlannedKind.Sale }).RoofDecisions[0].Headline.ShouldBe("Maintain slope A");
    }

    /// <summary>Prices decide, where they are given: a cheap removal waits, a dear one does not.</summary>
    [Theory]
    [InlineData(20_000, 1_000, 7, "Maintain slope A")]
    [InlineData(1_000, 20_000, 14, "Re-roof slope A before the solar array")]
    public void Money_decides_where_it_is_known(double reroof, double offAndOn, double left, string headline)
    {
        var judged = WithArray(left, Array with { ReroofPrice = reroof, OffAndOnPrice = offAndOn, RatePercent = 3 });
        judged.RoofDecisions[0].Headline.ShouldBe(headline);
    }

    /// <summary>Its repairs go with it, and the job is one.</summary>
    [Fact]
    public void What_is_on_the_slope_goes_with_the_re_roof_before_the_array()
    {
        var boot = At("boot-collar-torn", "vent", WaterEvidence.NoneSeen);
        var input = WithYears(On(CoveringKind.LaminatedShingle, 2012, null, boot), (Roof.A, 7));
        var work = Assessor.Assess(Roof.With(input, r => r with { Planned = [Array] }), Book).Work;
        work.Select(w => w.Title).ShouldContain("Re-roof slope A before the solar array");
        work.First(w => w.Title == "Re-roof slope A before the solar array").Included!.Select(f => f.FindingId).ShouldBe([boot.Id]);
    }

    // ---- what a purchase turns on ----

    private static readonly Guid First = Guid.Parse("0198c000-0000-7000-8000-000000000001");
    private static readonly Guid Second = Guid.Parse("0198c000-0000-7000-8000-000000000002");

    private static Assessment WithAttic(CommissionPurpose purpose, LookState state, ExcuseReason? excuse, string station = "attic") =>
        Assessor.Assess(
            On(CoveringKind.LaminatedShingle, 2018, 1) with
            {
                Visit = Roof.Visit with { Commission = new Commission(purpose) },
                Looks =
                [
                    new LookFact(First, Roof.Visit.Id, "attic", null, LookState.Excused, Excuse: ExcuseReason.Locked),
                    new LookFact(Second, Roof.Visit.Id, station, null, state, Excuse: excuse),
                ],
            },
            Book
        );

    /// <summary>Common practice: what a buyer could not have looked at is evaluated before closing, and nothing is concluded of it.</summary>
    [Theory]
    [InlineData(CommissionPurpose.Buyer, LookState.Excused, ExcuseReason.Locked, "attic", "Have the attic inspected before closing")]
    [InlineData(CommissionPurpose.Buyer, LookState.Hidden, ExcuseReason.Covered, "attic", "Have the attic inspected before closing")]
    [InlineData(CommissionPurpose.Sale, LookState.Excused, ExcuseReason.Unsafe, "attic", "Have the attic inspected before the sale")]
    [InlineData(CommissionPurpose.Buyer, LookState.Excused, ExcuseReason.NotThere, "attic", null)]
    [InlineData(CommissionPurpose.Buyer, LookState.Looked, null, "attic", null)]
    [InlineData(CommissionPurpose.Buyer, LookState.Looked, null, "deck", null)]
    [InlineData(CommissionPurpose.Condition, LookState.Excused, ExcuseReason.Locked, "attic", null)]
    public void An_attic_that_nobody_saw_is_inspected_before_a_purchase(
        CommissionPurpose purpose,
        LookState state,
        ExcuseReason? excuse,
        string station,
        string? title
    )
    {
        var judged = WithAttic(purpose, state, excuse, station);
        judged.Work.Select(w => w.Title).ShouldBe(title is null ? [] : [title]);
        if (title is null)
        {
            return;
        }
        judged.Work[0].Why.ShouldStartWith("The attic was not inspected: ");
        judged.Work[0].Why.ShouldEndWith(". Leaks, decay and ventilation there are unknown.");
        var told = JsonSerializer.Serialize(judged, KalpaJson.Default.Assessment);
        told.ShouldNotContain("No sign of water", Case.Insensitive);
        told.ShouldContain("No conclusion is drawn.");
    }
}
