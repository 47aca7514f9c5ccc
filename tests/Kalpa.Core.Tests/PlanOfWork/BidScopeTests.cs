using Kalpa.Core.Assessing;
using Kalpa.Core.Bids;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>The plan of work as bidders price it: every job that is work, one price each, what it takes, where it stops to be looked at, and no figure of cost.</summary>
public class BidScopeTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static BidScope Of(AssessInput input) => BidScopes.Of(Assessor.Assess(input, Book));

    [Fact]
    public void A_job_has_one_price_and_its_lines()
    {
        var deck = At("deck-soft", "above the porch") with { Amount = new FindingAmount(WidthFeet: 4, HeightFeet: 4) };
        var scope = Of(On(CoveringKind.LaminatedShingle, 2018, 1, deck));
        var job = scope.Jobs.ShouldHaveSingleItem();
        (job.Number, job.Title).ShouldBe((1, "Keep off; open the roof and replace the deck"));
        job.Lines.Select(l => l.Key).ShouldBe(Enumerable.Range(1, job.Lines.Count).Select(at => $"1.{at}"));
        job.Lines.Count(l => l.Paid == BidPaid.Sum).ShouldBe(1);
        (job.Lines[0].Amount, job.Lines[0].Unit, job.Lines[0].Paid).ShouldBe((1, "job", BidPaid.Sum));
        job.Lines.Skip(1)
            .Select(l => (l.Item, l.Amount, l.Unit, l.Paid))
            .ShouldBe([
                ("Deck sheathing, 4 × 8 ft, over at least three supports", 1, "sheet", BidPaid.Within),
                ("Shingles", 3, "bundles", BidPaid.Within),
                ("Roofing nails", 120, "nails", BidPaid.Within),
            ]);
        job.HoldPoints.ShouldContain(h => h.StartsWith("Photograph before it is covered: ", StringComparison.Ordinal));
        job.NotARepair.ShouldBe("More shingles over a soft deck.");
        job.Findings.ShouldHaveSingleItem().FindingId.ShouldBe(deck.Id);
        scope.WhyNot.ShouldBe("");
    }

    /// <summary>Wood that may be found is paid as found, and agreed on before it is replaced.</summary>
    [Fact]
    public void What_may_be_found_has_a_unit_price_and_a_hold_point()
    {
        var input = On(CoveringKind.ThreeTabShingle, 1998, 3);
        var slope = Roof.A with { EaveLength = new TypedLength("40 ft", 480), PlanRun = new TypedLength("15 ft", 180) };
        var job = Of(input with { Slopes = [slope] }).Jobs.ShouldHaveSingleItem();
        var found = job.Lines.Where(l => l.Paid == BidPaid.AsFound).ToList();
        found.ShouldNotBeEmpty();
        job.HoldPoints.Count(h => h.StartsWith("Agree on the amount before it is replaced: ", StringComparison.Ordinal))
            .ShouldBe(found.Count);
        found.ShouldAllBe(l => l.Basis.Contains(" to ", StringComparison.Ordinal));
    }

    /// <summary>A re-roof years away is priced as the re-roof, with its years.</summary>
    [Fact]
    public void What_is_planned_is_priced_as_the_work_it_will_be()
    {
        var judged = Assessor.Assess(WithYears(On(CoveringKind.LaminatedShingle, 2016, null), (Roof.A, 4)), Book);
        judged.Work.ShouldHaveSingleItem().Title.ShouldBe("Plan the re-roof of slope A");
        var job = BidScopes.Of(judged).Jobs.ShouldHaveSingleItem();
        (job.Title, job.Until).ShouldBe(("Re-roof slope A", "Due about 2030 (2026–2046): price it as of today."));
    }

    [Fact]
    public void What_is_evaluated_first_is_no_work_to_bid_on_and_is_named()
    {
        var (chimney, boot) = (At("chimney-leaning", "kitchen chimney"), At("boot-collar-torn", "vent"));
        var scope = Of(On(CoveringKind.LaminatedShingle, 2018, 1, chimney, boot));
        scope.Jobs.ShouldHaveSingleItem().Title.ShouldBe("Replace the pipe boot");
        // The number is that of the plan of work.
        scope.Jobs[0].Number.ShouldBe(2);
        scope
            .NotIncluded.ShouldHaveSingleItem()
            .ShouldBe(
                "Keep people away and have an engineer evaluate it (Slope A (south), kitchen chimney): evaluated first, by: structural engineer."
            );
        Of(On(CoveringKind.LaminatedShingle, 2018, 1, chimney)).WhyNot.ShouldStartWith("The plan of work lists nothing to bid on yet");
        Of(On(CoveringKind.LaminatedShingle, 2018, 1)).WhyNot.ShouldNotBe("");
    }

    /// <summary>Bidders are told no figure, whatever the commission and the price list say.</summary>
    [Fact]
    public void No_cost_stands_in_it()
    {
        var boot = At("boot-collar-torn", "vent", WaterEvidence.Active);
        var judged = Assessor.Assess(On(CoveringKind.LaminatedShingle, 2018, 1, boot), Book);
        judged.Work[0].Cost.ShouldNotBeNull();
        System.Text.Json.JsonSerializer.Serialize(BidScopes.Of(judged), Kalpa.Contracts.KalpaJson.Default.BidScope).ShouldNotContain("$");
    }
}
