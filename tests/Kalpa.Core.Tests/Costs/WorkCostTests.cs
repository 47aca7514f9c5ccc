using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.Walking;
using Kalpa.Samples;
using static Kalpa.Core.Tests.Costs.PlainPrices;

namespace Kalpa.Core.Tests.Costs;

/// <summary>What jobs cost, worked by hand at plain prices: what the price list ships is made up, how figures are put together is common practice.</summary>
public class WorkCostTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly SlopeFact Flat = Roof.A with { Pitch = TypedPitch.Of("4/12", PitchSource.Tape) };

    private static AssessInput On(string kind, FirmRulesFact? firm, params FindingFact[] findings) =>
        Cases.On(kind, 2022, 0, findings) with
        {
            Slopes = [Flat],
            Firm = firm,
        };

    private static FindingFact Found(string code, string place, FindingAmount? amount = null) =>
        Roof.Found(code, WaterEvidence.Active) with
        {
            Place = place,
            Amount = amount,
            Outcome = FindingOutcome.Mend,
        };

    private static (JobCost Job, WorkCost All) Boot(params FirmPrice[] own)
    {
        var judged = Assessor.Assess(On("laminatedShingle", Firm(own), Found("boot-collar-torn", "vent", new FindingAmount(1))), Book);
        return (judged.Work.Single(w => w.Cost is not null).Cost!, judged.Cost!);
    }

    /// <summary>A boot and six strips of shingles within less than four hours.</summary>
    [Fact]
    public void A_small_job_costs_the_least_that_is_charged_and_its_material()
    {
        Boot().Job.Range.ShouldBe(new CostRange(400, 400, 400, 400, "$400"));
        Boot(At("pipe-boot", 20), At("shingle-strip", 2)).Job.Range.Mean.ShouldBe(432);
        // Half on top of everything, a tenth on material, a fifth dearer here: (32 × 1.1 + 400) × 1.5 × 1.2.
        var dear = Boot(At("pipe-boot", 20), At("shingle-strip", 2), At("tax", 10), At("overhead", 50), At("region", 1.2)).Job;
        dear.Range.Mean.ShouldBe(783);
        dear.Parts.ShouldBe([
            new CostPart("Material", 38),
            new CostPart("Labor, with share of trip", 480),
            new CostPart("Overhead, profit and tax", 265),
        ]);
        dear.Unpriced.ShouldBeEmpty();
        dear.SharesTripWith.ShouldBeEmpty();
    }

    /// <summary>0.8, 1.2 and 2 hours: 0.3, 0.4 and 0.3 of them are 1.32; with four of travel that is more than the least.</summary>
    [Fact]
    public void Travel_and_hours_count_where_they_are_more_than_the_least()
    {
        Boot(At("call-out", 0)).Job.Range.Mean.ShouldBe(132, 1);
        Boot(At("call-out", 0)).Job.Range.Words.ShouldBe("$80–$200, likely $120");
        // With three of travel three in ten are still below the least, by 0.04 hours on average.
        Boot(At("trip", 3)).Job.Range.Mean.ShouldBe(436, 1);
        Boot(At("trip", 4)).Job.Range.Mean.ShouldBe(532, 2);
    }

    /// <summary>Full days of a crew of three go by the day, the rest by the hour, and never more than one more day; no price of a day: by the hour alone.</summary>
    [Theory]
    [InlineData(0, 2000, 0)]
    [InlineData(10, 2000, 1000)]
    [InlineData(20, 2000, 2000)]
    [InlineData(22, 2000, 2000)]
    [InlineData(24, 2000, 2000)]
    [InlineData(25, 2000, 2100)]
    [InlineData(48, 2000, 4000)]
    [InlineData(23, 3000, 2300)]
    [InlineData(24, 3000, 3000)]
    [InlineData(40, 0, 4000)]
    public void Full_days_go_by_the_day(double hours, double day, double dollars) =>
        CrewDays.Labor(hours, 100, day).ShouldBe(dollars, 1e-9);

    [Fact]
    public void More_hours_never_cost_less_and_a_dearer_day_never_less()
    {
        var random = new Random(5);
        foreach (var _ in Enumerable.Range(0, 2000))
        {
            var (hours, more, day) = (random.NextDouble() * 200, random.NextDouble() * 30, random.NextDouble() * 4000);
            CrewDays.Labor(hours + more, 100, day).ShouldBeGreaterThanOrEqualTo(CrewDays.Labor(hours, 100, day) - 1e-9);
            CrewDays.Labor(hours, 100, day + 1).ShouldBeGreaterThanOrEqualTo(CrewDays.Labor(hours, 100, day));
        }
    }

    /// <summary>A day's price lowers a long job and leaves a short one; while it is an example, so is what rests on it.</summary>
    [Fact]
    public void A_long_job_is_done_by_the_day()
    {
        double Reroofed(params FirmPrice[] own) =>
            Reroof("threeTabShingle", Firm(own)).Work.Single(w => w.Kind == WorkKind.Reroof).Cost!.Range.Mean;
        Reroofed(At("crew-day", 1200)).ShouldBe(Reroofed(At("labor", 50)), 1000);
        Reroofed(At("crew-day", 1200)).ShouldBeLessThan(Reroofed() * .6);
        Boot(At("crew-day", 1200)).Job.Range.Mean.ShouldBe(400);
        FirmRulesFact Without(string key) => Firm() with { Prices = [.. Firm().Prices!.Where(p => p.Key != key)] };
        Reroof("threeTabShingle", Without("crew-day")).Cost!.Examples.ShouldBe(1);
        Reroof("threeTabShingle", Without("steep-trip")).Cost!.Examples.ShouldBe(0);
        var boot = On("laminatedShingle", Without("crew-day"), Found("boot-collar-torn", "vent", new FindingAmount(1)));
        Assessor.Assess(boot, Book).Cost!.Examples.ShouldBe(0);
    }

    /// <summary>Two boots, each under four hours: one trip, not two, half of it each; a chimney mason comes on a trip of their own.</summary>
    [Fact]
    public void Jobs_of_one_trade_share_a_trip()
    {
        var (one, two) = (
            Found("boot-collar-torn", "kitchen vent", new FindingAmount(1)),
            Found("boot-collar-torn", "bath vent", new FindingAmount(1))
        );
        var judged = Assessor.Assess(On("laminatedShingle", Firm(), one, two), Book);
        judged.Work.Select(w => w.Cost!.Range.Mean).ShouldBe([200, 200]);
        judged.Work.Select(w => w.Cost!.SharesTripWith.Single()).ShouldBe([2, 1]);
        judged.Work[0].Cost!.TripWords.ShouldBe("Same trip as job 2; costs more if done alone.");
        judged.Cost!.Range.Mean.ShouldBe(400);
        judged.Cost.Headline.ShouldBe("Planning cost of all jobs: $400");
        judged.Cost.TimeWords.ShouldBe("");
        // Of different lengths and one urgency: the trip in equal parts, the hours each its own. 0.8, 1.2 and 2 hours are 1.32 on average; 0.5, 0.8 and 1.3 are 0.86.
        var nail = Found("nail-exposed", "ridge", new FindingAmount(4));
        var unlike = Assessor.Assess(On("laminatedShingle", Firm(At("trip", 3)), one, nail), Book).Work;
        unlike[0].Urgency.ShouldBe(unlike[1].Urgency);
        unlike.Sum(w => w.Cost!.Range.Mean).ShouldBe(100 * (3 + 1.32 + .86), 2);
        Math.Abs(unlike[0].Cost!.Range.Mean - unlike[1].Cost!.Range.Mean).ShouldBe(100 * (1.32 - .86), 2);
        var mason = Found("crown-cracked", "chimney", new FindingAmount(1)) with { Outcome = FindingOutcome.OtherTrade };
        var both = Assessor.Assess(On("laminatedShingle", Firm(), one, mason), Book);
        both.Work.Count(w => w.Cost is not null).ShouldBe(2);
        both.Work.ShouldAllBe(w => w.Cost!.SharesTripWith.Count == 0);
    }

    /// <summary>
    /// 20 squares of three-tab in two layers: 66 bundles (and no squares beside them), 4.5 tons, 66 hours likely; sheets of deck paid as found.
    /// </summary>
    [Fact]
    public void A_re_roof_is_priced_by_what_is_bought()
    {
        double Mean(params FirmPrice[] own) =>
            Reroof("threeTabShingle", Firm(own)).Work.Single(w => w.Kind == WorkKind.Reroof).Cost!.Range.Mean;
        var none = Mean(At("labor", 0));
        none.ShouldBe(0);
        Mean(At("labor", 0), At("shingle-bundle", 10)).ShouldBe(660);
        Mean(At("labor", 0), At("disposal", 100)).ShouldBe(450);
        var job = Reroof("threeTabShingle", Firm()).Work.Single(w => w.Kind == WorkKind.Reroof);
        var (hours, wood) = (job.Quantities!.Hours!, job.Quantities.Allowances[0]);
        job.Cost!.Range.Mean.ShouldBe(100 * ((.3 * hours.Low) + (.4 * hours.Likely) + (.3 * hours.High)), 40);
        Mean(At("labor", 0), At("deck-sheet", 50)).ShouldBe(50 * ((.3 * wood.Low) + (.4 * wood.Likely) + (.3 * wood.High)), 3);
        job.Cost.Unpriced.ShouldBeEmpty();
    }

    /// <summary>Material without labor would look like a price for all of it: a roof of asbestos cement, of which the book knows no hours, has no figure.</summary>
    [Fact]
    public void A_job_without_hours_has_no_figure()
    {
        var judged = Reroof("asbestosCement", Firm());
        judged.Work.Single(w => w.Kind == WorkKind.Reroof).Cost.ShouldBeNull();
        judged.Cost.ShouldBeNull();
        var input = Roofed("asbestosCement", Firm());
        var boot = Found("boot-collar-torn", "vent", new FindingAmount(1)) with { Outcome = FindingOutcome.OtherTrade };
        var beside = Assessor.Assess(input with { Findings = [.. input.Findings, boot] }, Book);
        var number = beside.Work.Single(w => w.Kind == WorkKind.Reroof).Number;
        beside.Cost!.Without.ShouldBe([number]);
        beside.Cost.Headline.ShouldStartWith("Planning cost of the priced jobs: $");
        beside.Cost.WithoutWords.ShouldBe($"Job {number} is not priced yet and is not included.");
    }

    /// <summary>Of the coverings whose hours the book knows each has a price of its own, three-tab shingles that of strip shingles by the bundle; wood found is priced, too.</summary>
    [Fact]
    public void What_a_re_roof_takes_has_a_price()
    {
        Book.Renewals.Where(r => Book.Prices.All(p => p.Coverings?.Contains(r.Kind) != true))
            .Select(r => r.Kind)
            .ShouldBe(["threeTabShingle"]);
        var job = Reroof("laminatedShingle", Firm()).Work.Single(w => w.Kind == WorkKind.Reroof);
        job.Cost!.Unpriced.ShouldBeEmpty();
        PricedItems.ShouldContain(Row("Fascia", "ft"));
        job.Quantities!.Allowances.ShouldAllBe(a => PricedItems.Contains(Row(a.Item, a.Unit)));
    }

    /// <summary>A row of a newer list, or of an older one: the firm's other prices stand.</summary>
    [Fact]
    public void A_price_the_book_does_not_know_takes_nothing_with_it()
    {
        var firm = Firm() with { Prices = [.. Firm().Prices!, At("from-a-newer-list", 5)] };
        FactChecks.Of(firm, Book).ShouldAllBe(p => !FactChecks.Refuses(p));
        Assessor
            .Assess(On("laminatedShingle", firm, Found("boot-collar-torn", "vent", new FindingAmount(1))), Book)
            .Cost!.Range.Mean.ShouldBe(400);
    }

    /// <summary>Every material of the recipes has a row; a unit that differs would price nothing.</summary>
    [Fact]
    public void Every_material_of_the_recipes_has_a_price()
    {
        Book.Recipes.SelectMany(r => r.Materials.Concat(r.Sized?.Materials ?? []))
            .Select(m => Row(m.Item, m.Unit))
            .Where(m => !PricedItems.Contains(m))
            .ShouldBeEmpty();
    }

    /// <summary>And every line of a plan's take-off, except what is measured and not bought.</summary>
    [Fact]
    public void Every_line_of_a_take_off_has_a_price()
    {
        var random = new Random(5);
        var lines = Enumerable
            .Range(0, 60)
            .Select(_ => PlanMeasures.Of(PlanSamples.Any(random), Book).TakeOff)
            .SelectMany(t => t is null ? [] : t.Steep.Concat(t.LowSlope))
            .Where(l => l.Key is not ("covering" or "membrane" or "parapet"))
            .Select(l => Row(l.Item, l.Unit))
            .Distinct()
            .ToList();
        lines.Count.ShouldBeGreaterThan(10);
        lines.Where(l => !PricedItems.Contains(l)).ShouldBeEmpty();
    }

    [Theory]
    [InlineData(CommissionPurpose.Claim, false)]
    [InlineData(CommissionPurpose.InstallerCheck, false)]
    [InlineData(CommissionPurpose.Condition, true)]
    [InlineData(CommissionPurpose.Buyer, true)]
    public void A_damage_record_shows_no_cost_anywhere(CommissionPurpose purpose, bool shown)
    {
        var input = On("laminatedShingle", Firm(), Found("boot-collar-torn", "vent")) with
        {
            Visit = Roof.Visit with { Commission = new Commission(purpose) },
        };
        var json = JsonSerializer.Serialize(Assessor.Assess(input, Book), KalpaJson.Default.Assessment);
        json.Contains("\"cost\"", StringComparison.Ordinal).ShouldBe(shown);
    }

    /// <summary>Clients see no figure that rests on an example, nor any while the firm has not turned them on.</summary>
    [Fact]
    public void Clients_see_only_the_firms_own_prices()
    {
        var finding = Found("boot-collar-torn", "vent");
        WorkCost Of(FirmRulesFact? firm) => Assessor.Assess(On("laminatedShingle", firm, finding), Book).Cost!;
        Of(null).ForClients.ShouldBeFalse();
        Of(Firm()).ForClients.ShouldBeTrue();
        Of(Firm()).WhyNot.ShouldBe("");
        Of(Firm() with { CostsForClients = null })
            .WhyNot.ShouldBe("Clients do not see costs: printing them is turned off in the price list.");
        var one = Firm();
        one = one with { Prices = [.. one.Prices!.Where(p => p.Key != "pipe-boot")] };
        Of(one).WhyNot.ShouldBe("Clients do not see costs: 1 price is still an example. Enter or accept it in the price list.");
        Of(one).Examples.ShouldBe(1);
        // Labor, call-out, trip, overhead, tax, level; boot and strips.
        Of(null).Examples.ShouldBe(8);
    }

    [Theory]
    [InlineData("no-such-row", 1, 2, 3, "firm.unknown-price")]
    [InlineData("labor", 3, 2, 4, "firm.price-out-of-order")]
    [InlineData("labor", 1, 3, 2, "firm.price-out-of-order")]
    [InlineData("labor", -1, 2, 3, "firm.price-out-of-order")]
    [InlineData("labor", 1, double.NaN, 3, "firm.price-out-of-order")]
    [InlineData("labor", 1, 2, 1_000_001, "firm.price-out-of-order")]
    [InlineData("labor", 0, 2, 1_000_000, null)]
    public void A_price_that_cannot_be_is_refused(string key, double low, double likely, double high, string? code)
    {
        var firm = new FirmRulesFact(Guid.CreateVersion7(), [], []) { Prices = [new FirmPrice(key, low, likely, high)] };
        FactChecks.Of(firm, Book).Select(p => p.Code).ShouldBe(code is null ? [] : [code]);
    }

    [Fact]
    public void A_row_has_one_price()
    {
        var firm = new FirmRulesFact(Guid.CreateVersion7(), [], []) { Prices = [At("labor", 1), At("labor", 2)] };
        FactChecks.Of(firm, Book).Select(p => p.Code).ShouldBe(["firm.price-twice"]);
    }

    /// <summary>
    /// Over generated visits: in order, nothing counted twice (the mean of all is the sum of the jobs' means, to the dollar that each is rounded by), parts that add up,
    /// and the range of all no wider than its parts added.
    /// </summary>
    [Fact]
    public void Costs_hold_together_on_generated_roofs()
    {
        var seen = 0;
        foreach (var visit in new VisitGenerator(11).Visits(200))
        {
            var judged = Assessor.Assess(visit, Book);
            if (judged.Cost is not { } all)
            {
                continue;
            }
            var costs = judged.Work.Where(w => w.Cost is not null).Select(w => w.Cost!).ToList();
            foreach (var cost in costs.Select(c => c.Range).Append(all.Range))
            {
                cost.Low.ShouldBeLessThanOrEqualTo(cost.Likely);
                cost.Likely.ShouldBeLessThanOrEqualTo(cost.High);
                cost.Mean.ShouldBeInRange(cost.Low * .9, cost.High * 1.1);
            }
            costs.ShouldAllBe(c => Math.Abs(c.Parts.Sum(p => p.Mean) - c.Range.Mean) <= c.Parts.Count);
            all.Range.Mean.ShouldBe(costs.Sum(c => c.Range.Mean), costs.Count);
            all.ByTime.Sum(t => t.Range.Mean).ShouldBe(all.Range.Mean, 3);
            all.ByTime.Sum(t => t.Jobs).ShouldBe(costs.Count);
            all.Range.High.ShouldBeLessThanOrEqualTo((costs.Sum(c => c.Range.High) * 1.01) + 300);
            all.Range.Low.ShouldBeGreaterThanOrEqualTo((costs.Sum(c => c.Range.Low) * .99) - 300);
            seen += costs.Count;
        }
        seen.ShouldBeGreaterThan(150);
    }

    /// <summary>A dearer row never makes anything cheaper, and one that is used makes it dearer.</summary>
    [Fact]
    public void A_dearer_price_never_makes_work_cheaper()
    {
        var dearer = 0;
        // What damage would cost is no part of what work costs.
        var rows = Book.Prices.Where(p => p.Kind != PriceKind.Damage).ToList();
        foreach (var (visit, at) in new VisitGenerator(12).Visits(rows.Count).Select((v, i) => (v, i)))
        {
            var row = rows[at];
            double Mean(double by) =>
                Assessor
                    .Assess(
                        visit with
                        {
                            Firm = Firm([.. Book.Prices.Select(p => At(p.Key, p.Range[1] * (p.Key == row.Key ? by : 1)))]),
                        },
                        Book
                    )
                    .Cost?.Range.Mean
                ?? 0;
            var (before, after) = (Mean(1), Mean(2));
            after.ShouldBeGreaterThanOrEqualTo(before);
            dearer += after > before ? 1 : 0;
        }
        dearer.ShouldBeGreaterThan(3);
    }

    private static readonly HashSet<(string Item, string Unit)> PricedItems =
    [
        .. Book.Prices.SelectMany(p => (p.Items ?? []).Select(item => (item, p.Unit))),
    ];

    /// <summary>An item with its unit as the price list has it.</summary>
    private static (string Item, string Unit) Row(string item, string units) => (item, TakeOffLine.Of("", "", 1, units, "").Unit);

    private static Assessment Reroof(string kind, FirmRulesFact firm) => Assessor.Assess(Roofed(kind, firm), Book);

    private static AssessInput Roofed(string kind, FirmRulesFact firm)
    {
        var taped = Roof.A with
        {
            // 5:12: 36.92 ft on plan are 40 ft along the roof.
            Pitch = TypedPitch.Of("5/12", PitchSource.Tape),
            EaveLength = new TypedLength("50 ft", 600),
            PlanRun = new TypedLength("36.92 ft", 480 * 12 / 13.0),
        };
        return Cases.With(
            Cases.Several((taped, kind, 2000)) with
            {
                Findings = [Roof.Found("second-layer")],
                Firm = firm,
            },
            Cases.Recommended(OpinionAction.Replace, taped.Id)
        );
    }
}
