using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.Walking;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Quantities;

/// <summary>What repairs take, against figures worked by hand: coverages and rules are common practice, labor-hours from memory.</summary>
public class RepairQuantityTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>Walked like a floor: no factor for the pitch.</summary>
    private static readonly SlopeFact Low = Roof.A with { Pitch = TypedPitch.Of("4/12", PitchSource.Tape) };

    /// <summary>A young roof, so that nothing is renewed, with findings of given amounts.</summary>
    private static AssessInput On(string kind, SlopeFact slope, params FindingFact[] findings) =>
        Cases.On(kind, 2022, 0, findings) with
        {
            Slopes = [slope],
        };

    private static FindingFact Found(string code, FindingAmount? amount, string? measure = null) =>
        Roof.Found(code, WaterEvidence.Active, measure) with
        {
            Amount = amount,
            Outcome = FindingOutcome.Mend,
            Place = "north end",
        };

    /// <summary>An amount as it is written: <c>3</c>, <c>18 ft</c>, <c>4 × 4 ft</c>.</summary>
    private static FindingAmount Amount(string text)
    {
        var figures = text.Replace(" ft", "").Split(" × ").Select(double.Parse).ToList();
        return figures.Count == 2 ? new FindingAmount(WidthFeet: figures[0], HeightFeet: figures[1])
            : text.EndsWith("ft", StringComparison.Ordinal) ? new FindingAmount(Feet: figures[0])
            : new FindingAmount(Count: (int)figures[0]);
    }

    private static WorkItem Job(AssessInput input, Guid finding) =>
        Assessor.Assess(input, Book).Work.Single(w => (w.Resolves ?? []).Any(r => r.FindingId == finding));

    private static JobQuantities Take(string code, string kind, string amount)
    {
        var finding = Found(code, Amount(amount));
        return Job(On(kind, Low, finding), finding.Id).Quantities!;
    }

    private static double Of(JobQuantities take, string item) =>
        take.Lines.Single(l => l.Item.StartsWith(item, StringComparison.Ordinal)).Amount;

    [Theory]
    // 4 ft of rows at 5 in: 9.6, so 10; a 4 ft row needs 2 strips and one for the stagger; 30 strips are 1.12 bundles, and one spare.
    [InlineData("shingle-missing", "laminatedShingle", "4 × 4 ft", "Shingles", 3)]
    [InlineData("shingle-missing", "laminatedShingle", "4 × 4 ft", "Roofing nails", 120)]
    // 10 in is two rows, a hair more three; 3 ft is one strip and one, a hair more two and one.
    [InlineData("shingle-missing", "laminatedShingle", "3 × 0.8333333333 ft", "Roofing nails", 16)]
    [InlineData("shingle-missing", "laminatedShingle", "3 × 0.84 ft", "Roofing nails", 24)]
    [InlineData("shingle-missing", "laminatedShingle", "3.01 × 0.83 ft", "Roofing nails", 24)]
    [InlineData("boot-collar-torn", "laminatedShingle", "3", "Pipe boot", 3)]
    [InlineData("boot-collar-torn", "laminatedShingle", "3", "Shingle strips", 18)]
    // 28 ft of apron in 10 ft lengths that lap 4 in: 27.67 / 9.67 = 2.9.
    [InlineData("apron-missing", "laminatedShingle", "28 ft", "Apron", 3)]
    [InlineData("apron-missing", "laminatedShingle", "10 ft", "Apron", 1)]
    [InlineData("apron-missing", "laminatedShingle", "10.01 ft", "Apron", 2)]
    // 18 ft of valley lapped 6 in: 17.5 / 9.5 = 1.8; 72 ft² and a fifth are 2.6 bundles, and one spare.
    [InlineData("valley-rusted", "laminatedShingle", "18 ft", "Valley metal", 2)]
    [InlineData("valley-rusted", "laminatedShingle", "18 ft", "Shingles", 4)]
    // 80 ft and 5% in lengths that give 118 in: 8.5.
    [InlineData("edge-metal-missing", "laminatedShingle", "80 ft", "Drip edge", 9)]
    // 12 ft on plan at 6:12 are 13.42 ft: 32.2 steps of 5 in, and one at the end.
    [InlineData("step-flashing-missing", "laminatedShingle", "13.42 ft", "Step flashing", 34)]
    [InlineData("gutter-sag", "laminatedShingle", "40 ft", "Hangers", 21)]
    // 24 and 15% are 27.6.
    [InlineData("slate-broken", "slate", "24", "Matching slate", 28)]
    [InlineData("seam-open", "epdm", "180 ft", "Cover strip, rolls", 2)]
    [InlineData("seam-open", "tpo", "180 ft", "Cover strip of", 189)]
    [InlineData("membrane-shrunk", "epdm", "60 ft", "Termination bar", 6)]
    [InlineData("membrane-shrunk", "epdm", "60 ft", "Anchors", 91)]
    [InlineData("membrane-shrunk", "epdm", "60 ft", "Flashing membrane", 77)]
    [InlineData("coping-open", "epdm", "62 ft", "Coping", 7)]
    [InlineData("coping-open", "epdm", "62 ft", "Cover plates", 6)]
    // 40 by 30 in reach over three spaces of 24 in, 6 ft of a 4 ft strip; 6 ft over four, 8 ft: a sheet whole; a hair more over five.
    [InlineData("deck-soft", "laminatedShingle", "3.33 × 2.5 ft", "Deck sheathing", 1)]
    [InlineData("deck-soft", "laminatedShingle", "6 × 4 ft", "Deck sheathing", 1)]
    [InlineData("deck-soft", "laminatedShingle", "6.01 × 4 ft", "Deck sheathing", 2)]
    [InlineData("deck-soft", "laminatedShingle", "6 × 4.01 ft", "Deck sheathing", 2)]
    // 60 in of decay touch three spaces of 24 in, and one more to reach a tail: 8 ft of board; 4 ft two and one.
    [InlineData("fascia-rotten", "laminatedShingle", "5 ft", "Fascia board", 8)]
    [InlineData("fascia-rotten", "laminatedShingle", "4 ft", "Fascia board", 6)]
    [InlineData("fascia-rotten", "laminatedShingle", "4.01 ft", "Fascia board", 8)]
    // The shingles over it: 4 ft reach over two spaces of 2 ft and one more, 6 ft wide; 10 rows of 3 strips are 1.125 bundles: 2 and a spare.
    [InlineData("deck-soft", "laminatedShingle", "4 × 4 ft", "Shingles", 3)]
    [InlineData("deck-soft", "laminatedShingle", "4.01 × 4 ft", "Shingles", 3)]
    // 8 ft wide and 8 ft up: 20 rows of 4 strips are 3 bundles: and a spare.
    [InlineData("deck-soft", "laminatedShingle", "6 × 4.01 ft", "Shingles", 4)]
    // 3 by 6 ft of siding and 15%: 20.7 ft².
    [InlineData("siding-decayed", "laminatedShingle", "3 × 6 ft", "Siding", 21)]
    [InlineData("siding-decayed", "laminatedShingle", "3 × 6 ft", "Wall sheathing", 1)]
    // 2 × 2 ft with 6 in on all sides.
    [InlineData("membrane-wrinkled", "epdm", "2 × 2 ft", "Membrane", 9)]
    [InlineData("tile-cracked", "clayTile", "10", "Matching tile", 11)]
    public void Material_follows_from_the_amount(string code, string kind, string amount, string item, double expected) =>
        Of(Take(code, kind, amount), item).ShouldBe(expected);

    /// <summary>One is one, and more are more.</summary>
    [Theory]
    [InlineData("apron-missing", "10 ft", "piece")]
    [InlineData("apron-missing", "28 ft", "pieces")]
    [InlineData("membrane-hole", "1", "patch")]
    [InlineData("membrane-hole", "2", "patches")]
    public void Units_are_said_as_one_says_them(string code, string amount, string unit) =>
        Take(code, "laminatedShingle", amount).Lines[0].Unit.ShouldBe(unit);

    [Theory]
    // Up to 20 ft² a patch is one visit; above, by the square foot.
    [InlineData("shingle-missing", "laminatedShingle", "5 × 4 ft", 1.5, 2, 4)]
    [InlineData("shingle-missing", "laminatedShingle", "10 × 10 ft", 5.5, 7.6, 13.6)]
    [InlineData("boot-collar-torn", "laminatedShingle", "1", .8, 1.2, 2)]
    [InlineData("boot-collar-torn", "laminatedShingle", "3", 1.8, 2.7, 4.4)]
    [InlineData("seam-open", "epdm", "180 ft", 10.8, 18, 28.8)]
    [InlineData("slate-broken", "slate", "24", 12, 19.2, 36)]
    [InlineData("fascia-rotten", "laminatedShingle", "8 ft", 1.2, 2, 3.2)]
    // Nothing is done in less than a tenth of an hour.
    [InlineData("gutter-sag", "laminatedShingle", "0.5 ft", .1, .1, .1)]
    public void Labor_follows_from_the_amount(string code, string kind, string amount, double low, double likely, double high)
    {
        var hours = Take(code, kind, amount).Hours!;
        (hours.Low, hours.Likely, hours.High).ShouldBe((low, likely, high));
        hours.Basis.ShouldBe("on site without travel, one story");
    }

    /// <summary>From memory: up to 5:12 nothing, a fifth more at 8:12, half at 12:12, with straight lines between.</summary>
    [Theory]
    [InlineData("5/12", 1)]
    [InlineData("6/12", 1.067)]
    [InlineData("8/12", 1.2)]
    [InlineData("10/12", 1.35)]
    [InlineData("12/12", 1.5)]
    [InlineData("16/12", 1.9)]
    [InlineData("20/12", 1.9)]
    public void Pitch_costs_labor(string pitch, double factor)
    {
        var finding = Found("seam-open", Amount("1000 ft"));
        var hours = Job(On("epdm", Low with { Pitch = TypedPitch.Of(pitch, PitchSource.Tape) }, finding), finding.Id).Quantities!.Hours!;
        hours.Likely.ShouldBe(100 * factor, .1);
    }

    /// <summary>The cause and the damage are one job: 2 hours for the kick-out and 18 ft² of wall at 0.4.</summary>
    [Fact]
    public void One_job_takes_what_all_its_findings_take()
    {
        var kickOut = Found("kickout-missing", Amount("1")) with { Evidence = WaterEvidence.NoneSeen };
        var wall = Found("siding-decayed", Amount("3 × 6 ft")) with { Evidence = WaterEvidence.NoneSeen };
        var job = Job(On("laminatedShingle", Low, kickOut, wall), kickOut.Id);
        job.Resolves!.Count.ShouldBe(2);
        job.Quantities!.Hours!.Likely.ShouldBe(9.2);
        Of(job.Quantities, "Kick-out").ShouldBe(1);
        Of(job.Quantities, "Siding").ShouldBe(21);
        job.Photos.ShouldBe(["the sheathing and the lap of the wrap, with the depth of decay", "each piece of flashing"]);
    }

    [Fact]
    public void An_amount_nobody_counted_is_assumed_and_says_so()
    {
        var finding = Found("boot-collar-torn", null);
        var take = Job(On("laminatedShingle", Low, finding), finding.Id).Quantities!;
        take.Assumed.ShouldBe(["Replace pipe boot: 1 pipe assumed. Count or measure it on the finding."]);
        Take("boot-collar-torn", "laminatedShingle", "1").Assumed.ShouldBeEmpty();
    }

    /// <summary>The visit is of September 18, 2026: metal slipped under the shingles holds half a year, a tarp a month (from memory).</summary>
    [Theory]
    [InlineData("shingle-missing", "2027-03-17")]
    [InlineData("deck-soft", "2026-10-18")]
    [InlineData("boot-collar-torn", "2027-03-17")]
    public void What_holds_until_then_has_a_last_day(string code, string day)
    {
        var finding = Found(code, null);
        var job = Job(On("laminatedShingle", Low, finding), finding.Id);
        (job.Urgency >= Kalpa.Core.Urgency.UrgencyClass.ThisSeason).ShouldBeTrue();
        job.Interim!.GoodUntil.ShouldBe(DateOnly.ParseExact(day, "yyyy-MM-dd"));
        job.Interim.Words.ShouldStartWith("Until it is done: ");
        // What can wait needs nothing in the meantime.
        var dry = finding with
        {
            Evidence = WaterEvidence.NoneSeen,
            Condition = "drip-edge-lap-short",
            Measure = Tape.Of(Book.FindCondition("drip-edge-lap-short")!, "1"),
        };
        Job(On("laminatedShingle", Low, dry), dry.Id).Interim.ShouldBeNull();
    }

    /// <summary>On a roof at its end a repair only has to hold: the job is what holds, with its last day, and takes nothing off.</summary>
    [Fact]
    public void A_temporary_repair_is_its_own_protection()
    {
        var finding = Found("boot-collar-torn", Amount("1"));
        var job = Job(Cases.On("laminatedShingle", 1996, 4, finding), finding.Id);
        job.Title.ShouldBe("Temporary repair (torn pipe boot)");
        job.Photos.ShouldBeNull();
        // A piece of material, and half an hour to a little more than one, times 1.067 for 6:12.
        job.Quantities!.Lines.Select(l => (l.Item, l.Amount)).ShouldBe([("Material for interim protection", 1.0)]);
        (job.Quantities.Hours!.Low, job.Quantities.Hours.Likely, job.Quantities.Hours.High).ShouldBe((.5, .9, 1.4));
        job.Interim.ShouldBe(
            new InterimProtection(
                "For the time being: slip a repair collar over the pipe. Good until March 17, 2027.",
                new DateOnly(2027, 3, 17)
            )
        );
    }

    /// <summary>Strip shingles belong to a shingle roof.</summary>
    [Theory]
    [InlineData("laminatedShingle", true)]
    [InlineData("clayTile", false)]
    [InlineData("epdm", false)]
    public void Only_a_shingle_roof_takes_shingles(string kind, bool shingles)
    {
        var finding = Found("mount-unsealed", Amount("2"));
        Job(On(kind, Low, finding), finding.Id).Quantities!.Lines.Any(l => l.Item.Contains("hingle")).ShouldBe(shingles);
    }

    /// <summary>Where somebody has to look first nothing is taken off yet, and where the measure conforms there is nothing to repair.</summary>
    [Fact]
    public void What_is_not_decided_takes_nothing()
    {
        foreach (var outcome in new[] { FindingOutcome.Watch, FindingOutcome.Investigate, FindingOutcome.HaveJudged })
        {
            var finding = Found("boot-collar-torn", Amount("1")) with { Outcome = outcome };
            Job(On("laminatedShingle", Low, finding), finding.Id).Quantities.ShouldBeNull(outcome.ToString());
        }
        var conforms = Found("drip-edge-lap-short", Amount("10 ft"), "3");
        Job(On("laminatedShingle", Low, conforms), conforms.Id).Quantities.ShouldBeNull();
    }

    /// <summary>Every recipe, each of its conditions: more never takes less, in no material and in no hour.</summary>
    [Fact]
    public void More_never_takes_less()
    {
        string[] kinds = ["laminatedShingle", "clayTile", "slate", "woodShingle", "metalStandingSeam", "epdm", "tpo", "glass"];
        var taken = new HashSet<string>();
        foreach (var recipe in Book.Recipes)
        {
            foreach (var kind in recipe.Kinds ?? kinds)
            {
                JobQuantities? before = null;
                foreach (var size in new[] { 1, 2, 3.5, 8, 21, 60 })
                {
                    var amount = recipe.Amount switch
                    {
                        AmountKind.Count => new FindingAmount(Count: (int)Math.Ceiling(size)),
                        AmountKind.Length => new FindingAmount(Feet: size),
                        _ => new FindingAmount(WidthFeet: size, HeightFeet: size / 2),
                    };
                    var finding = Found(recipe.Conditions[0], amount);
                    var now = RepairQuantities.Of(Book, [finding.Id], On(kind, Low, finding), PlannedRoof.Of(null, null))?.Quantities;
                    if (now is null)
                    {
                        continue;
                    }
                    taken.Add(recipe.Key);
                    now.Hours!.Low.ShouldBeLessThanOrEqualTo(now.Hours.Likely);
                    now.Hours.Likely.ShouldBeLessThanOrEqualTo(now.Hours.High);
                    now.Hours.High.ShouldBeGreaterThan(0);
                    now.Lines.ShouldAllBe(l => l.Amount >= 0 && l.Basis.Length > 0);
                    if (before is not null)
                    {
                        now.Hours.Likely.ShouldBeGreaterThanOrEqualTo(before.Hours!.Likely, recipe.Key);
                        now.Lines.Zip(before.Lines).ShouldAllBe(l => l.First.Amount >= l.Second.Amount);
                    }
                    before = now;
                }
            }
        }
        taken.Order().ShouldBe(Book.Recipes.Select(r => r.Key).Order());
    }

    /// <summary>Two findings at one boot are one boot; two at different sizes are the larger.</summary>
    [Fact]
    public void The_same_work_at_one_place_is_done_once()
    {
        var torn = Found("boot-collar-torn", Amount("1"));
        var buried = Found("boot-flange-buried", Amount("2"));
        JobQuantities Both(FindingFact other) =>
            RepairQuantities
                .Of(Book, [torn.Id, other.Id], On("laminatedShingle", Low, torn, other), PlannedRoof.Of(null, null))!
                .Quantities;
        Of(Both(buried), "Pipe boot").ShouldBe(2);
        Both(buried).Hours!.Likely.ShouldBe(1.95, .06);
        // What was counted goes before what is assumed, however much that is.
        var assumed = buried with
        {
            Amount = null,
            Extent = Extent.General,
        };
        Of(Both(assumed), "Pipe boot").ShouldBe(1);
        Both(assumed).Assumed.ShouldBeEmpty();
    }
}
