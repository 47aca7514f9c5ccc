using Kalpa.Core.Assessing;
using Kalpa.Core.Bids;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>
/// Bids beside the planning figures: what is asked and not priced is a hole, and bids are compared with their holes filled (leveled bids, common practice). Amounts in dollars.
/// </summary>
public class BidComparisonTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly FindingFact Boot = At("boot-collar-torn", "vent", WaterEvidence.Active) with
    {
        Id = Guid.Parse("0198c000-0000-7000-8000-000000000001"),
        Amount = new FindingAmount(Count: 1),
    };

    private static readonly FindingFact Gutter = At("gutter-sag", "north eave") with
    {
        Id = Guid.Parse("0198c000-0000-7000-8000-000000000002"),
        Amount = new FindingAmount(Feet: 40),
    };

    private static readonly Assessment Judged = Assessor.Assess(On(CoveringKind.LaminatedShingle, 2020, 1, Boot, Gutter), Book);

    private static CostRange RangeOf(FindingFact finding) => Judged.Work.First(w => w.FindingId == finding.Id).Cost!.Range;

    private static BidPrice For(FindingFact finding, double price) => new("", "", price, finding.Id);

    private static BidFact Bid(string bidder, int day, params BidPrice[] prices) =>
        new(Guid.CreateVersion7(), Roof.Visit.Id, bidder, new DateOnly(2026, 10, day), prices, WorkmanshipYears: 2);

    private static BidComparison Of(params BidFact[] bids) => BidComparisons.Of(Judged, bids);

    /// <summary>The ends of the range are in it.</summary>
    [Theory]
    [InlineData(-1, false, BidStanding.Below)]
    [InlineData(0, false, BidStanding.Within)]
    [InlineData(0, true, BidStanding.Within)]
    [InlineData(1, true, BidStanding.Above)]
    public void A_price_is_held_against_the_planning_range(int off, bool high, BidStanding standing)
    {
        var range = RangeOf(Boot);
        var entry = Of(Bid("Tarn", 1, For(Boot, (high ? range.High : range.Low) + off))).Jobs.First(j => j.FindingId == Boot.Id).Entries[0];
        entry.Standing.ShouldBe(standing);
        entry.Words.ShouldBe(
            standing switch
            {
                BidStanding.Below => "$1 below the planning range: ask what is left out.",
                BidStanding.Above => "$1 above the planning range: ask what it includes.",
                _ => "Within the planning range.",
            }
        );
    }

    [Fact]
    public void A_hole_is_named_and_filled_with_the_planning_figure()
    {
        var (boot, gutter) = (RangeOf(Boot), RangeOf(Gutter));
        var whole = Bid("Tarn", 1, For(Boot, boot.Likely), For(Gutter, gutter.Likely + 40));
        var holed = Bid("Skerry", 2, For(Boot, boot.Likely + 60));
        var answer = Of(whole, holed);
        var of = answer.Bids.ToDictionary(b => b.Bidder);
        of["Skerry"].Holes.ShouldBe(["Job 2, rehang the gutter: no price."]);
        (of["Skerry"].AsSent, of["Skerry"].Leveled).ShouldBe((boot.Likely + 60, boot.Likely + 60 + gutter.Likely));
        (of["Tarn"].AsSent, of["Tarn"].Leveled).ShouldBe((boot.Likely + gutter.Likely + 40, boot.Likely + gutter.Likely + 40));
        of["Tarn"].Holes.ShouldBeEmpty();
        answer.Bids.Select(b => b.Bidder).ShouldBe(["Tarn", "Skerry"]);
        answer.Headline.ShouldEndWith(
            "lowest Tarn. Skerry is lowest as sent, and " + Dollars(boot.Likely + 60 + gutter.Likely) + " with holes filled."
        );
        answer.Jobs.First(j => j.FindingId == Gutter.Id).Entries.Single(e => e.BidId == holed.Id).Standing.ShouldBe(BidStanding.Missing);
    }

    private static string Dollars(double amount) => string.Create(System.Globalization.CultureInfo.InvariantCulture, $"${amount:#,0}");

    /// <summary>What a bidder adds is in the sum and named; what is gone is named and not in it.</summary>
    [Fact]
    public void What_is_added_and_what_is_gone_are_told_apart()
    {
        var bid = Bid(
            "Tarn",
            1,
            For(Boot, 300),
            For(Gutter, 400),
            new BidPrice("", "Permit", 90),
            new BidPrice("Trim the oak", "", 700, Guid.NewGuid())
        );
        var told = Of(bid).Bids.ShouldHaveSingleItem();
        told.AsSent.ShouldBe(790);
        told.Added.ShouldBe(["Permit: $90"]);
        told.Gone.ShouldBe(["Trim the oak: $700, and the plan has no such job now."]);
        told.Warranty.ShouldBe("Workmanship 2 years");
    }

    /// <summary>A re-roof is asked for in other words as its time comes: the price stays with it. A unit price of what is no longer allowed for is told.</summary>
    [Fact]
    public void A_price_stays_with_a_renewal_whatever_it_is_called()
    {
        var slope = Roof.A with { EaveLength = new TypedLength("40 ft", 480), PlanRun = new TypedLength("15 ft", 180) };
        var judged = Assessor.Assess(On(CoveringKind.ThreeTabShingle, 1998, 3) with { Slopes = [slope] }, Book);
        BidPrice[] prices =
        [
            new("Plan the re-roof of slope A", "", 12_000, SlopeId: slope.Id),
            new("Plan the re-roof of slope A", "Lead", 9, SlopeId: slope.Id),
        ];
        var told = BidComparisons.Of(judged, [Bid("Tarn", 1, prices)]);
        told.Jobs.ShouldHaveSingleItem().Entries[0].Price.ShouldBe(12_000);
        told.Bids[0].Gone.ShouldBe(["Plan the re-roof of slope A, lead: $9, and the plan has no such job now."]);
        told.Bids[0].GonePrices.ShouldBe([prices[1]]);
        told.Bids[0].AsSent.ShouldBe(12_000);
    }

    [Fact]
    public void A_missing_warranty_is_a_hole()
    {
        var bid = Bid("Tarn", 1, For(Boot, 300), For(Gutter, 400)) with { WorkmanshipYears = null, MakerYears = 30 };
        var told = Of(bid).Bids.ShouldHaveSingleItem();
        told.Holes.ShouldBe(["Workmanship warranty: not named."]);
        told.Warranty.ShouldBe("Manufacturer 30 years");
        string Warranty(double? work, double? maker) =>
            Of(bid with { WorkmanshipYears = work, MakerYears = maker }).Bids.ShouldHaveSingleItem().Warranty;
        Warranty(null, null).ShouldBe("");
        Warranty(1, 20).ShouldBe("Workmanship 1 year, manufacturer 20 years");
    }

    /// <summary>Wood that may be found is paid by the unit; it counts at its likely amount in a leveled bid.</summary>
    [Fact]
    public void What_is_paid_as_found_counts_at_its_likely_amount()
    {
        var slope = Roof.A with { EaveLength = new TypedLength("40 ft", 480), PlanRun = new TypedLength("15 ft", 180) };
        var judged = Assessor.Assess(On(CoveringKind.ThreeTabShingle, 1998, 3) with { Slopes = [slope] }, Book);
        var job = judged.Work.ShouldHaveSingleItem();
        var wood = BidScopes.Of(judged).Jobs[0].Lines.First(l => l.Paid == BidPaid.AsFound);
        BidPrice[] prices = [new(job.Title, "", 12_000, SlopeId: slope.Id), new(job.Title, wood.Item, 70, SlopeId: slope.Id)];
        var answer = BidComparisons.Of(judged, [Bid("Tarn", 1, prices)]);
        answer.Bids[0].Leveled.ShouldBe(Math.Round(12_000 + (70 * wood.Amount)));
        answer.Jobs[0].Found.First(f => f.Item == wood.Item).Entries[0].Price.ShouldBe(70);
        answer.Jobs[0].Found.Skip(1).ShouldAllBe(f => f.Entries[0].Standing == BidStanding.Missing);
    }

    /// <summary>A bid changes nothing of the plan, and a damage record compares none.</summary>
    [Fact]
    public void A_bid_changes_no_plan()
    {
        var input = On(CoveringKind.LaminatedShingle, 2020, 1, Boot, Gutter);
        var bids = Roof.With(input, r => r with { Bids = [Bid("Tarn", 1, For(Boot, 1))] });
        Assessor
            .Assess(bids, Book)
            .Work.Select(w => (w.Title, w.Urgency, w.Cost!.Range))
            .ShouldBe(Judged.Work.Select(w => (w.Title, w.Urgency, w.Cost!.Range)));
        var record = Assessor.Assess(bids with { Visit = Roof.Visit with { Commission = new Commission(CommissionPurpose.Claim) } }, Book);
        var answer = BidComparisons.Of(record, bids.Records!.Bids!);
        (answer.Jobs.Count, answer.Bids.Count).ShouldBe((0, 0));
        answer.WhyNot.ShouldBe("This commission gives no figures of cost, so bids are not compared here.");
    }

    /// <summary>What to take from the bids in a sentence: whether a job is left out, and which is lowest.</summary>
    [Fact]
    public void The_headline_says_what_to_take_from_them()
    {
        var (whole, dearer) = (Bid("Tarn", 1, For(Boot, 300), For(Gutter, 400)), Bid("Skerry", 2, For(Boot, 350), For(Gutter, 400)));
        Of(whole).Headline.ShouldBe("1 bid: $700 as sent; no job is left out.");
        Of(whole, dearer).Headline.ShouldBe("2 bids: $700–$750 as sent, lowest Tarn; no job is left out.");
        var likely = RangeOf(Gutter).Likely;
        Of(Bid("Tarn", 1, For(Boot, 300))).Headline.ShouldBe($"1 bid: $300 as sent; {Dollars(300 + likely)} with holes filled.");
        var odd = Judged with { Work = [.. Judged.Work.Select(w => w with { Cost = null })] };
        BidComparisons
            .Of(odd, [Bid("Tarn", 1, For(Boot, 300))])
            .Headline.ShouldBe("1 bid: $300 as sent. None can be compared: each leaves out a job without a planning figure.");
    }

    [Fact]
    public void No_bid_is_no_headline()
    {
        var answer = Of();
        answer.Headline.ShouldBe("");
        answer.Jobs.Count.ShouldBe(2);
    }
}
