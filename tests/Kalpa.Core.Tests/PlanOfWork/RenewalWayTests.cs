using Kalpa.Core.Assessing;
using Kalpa.Core.Computing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Options;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Costs;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>
/// Torn off, laid over, framed steeper, or with something else: what is decided, what it takes worked by hand, and which of them an owner can choose. Where nothing else
/// is named: common practice; hours, weights and grades are from memory.
/// </summary>
public class RenewalWayTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>A porch, 20 ft of eave and so many inches of run.</summary>
    private static SlopeFact Porch(string pitch = "1/12", double run = 96) => Taped(Roof.B, pitch, 240, run);

    private static AssessInput Recommending(
        SlopeFact slope,
        string kind,
        OpinionAction action,
        string? covering,
        params FindingFact[] found
    ) => With(Several((slope, kind, 2010)) with { Findings = found }, Recommended(action, slope.Id) with { Covering = covering });

    private static (RoofDecision Decision, WorkItem Job) Judged(AssessInput input)
    {
        var judged = Assessor.Assess(input, Book);
        return (judged.RoofDecisions.ShouldHaveSingleItem(), judged.Work.Single(w => w.IsRenewal));
    }

    private static double Amount(JobQuantities take, string key) => take.Lines.Single(l => l.Key == key).Amount;

    private static string[] Keys(WorkItem job) => [.. job.Quantities!.Lines.Select(l => l.Key)];

    // ---- the recommendation says how and with what ----

    [Theory]
    [InlineData("laminatedShingle", OpinionAction.Replace, "metalStandingSeam", "Re-roof slope A with standing-seam metal.", "Re-roof")]
    [InlineData("laminatedShingle", OpinionAction.Recover, null, "Recover slope A.", "Recover")]
    [InlineData("laminatedShingle", OpinionAction.Recover, "threeTabShingle", "Recover slope A with three-tab shingles.", "Recover")]
    [InlineData("laminatedShingle", OpinionAction.Reslope, null, "Re-roof slope A.", "Re-roof")]
    [InlineData("laminatedShingle", OpinionAction.Relay, null, "Re-roof slope A.", "Re-roof")]
    [InlineData("clayTile", OpinionAction.Relay, null, "Lift and relay the tile on slope A.", "Relay")]
    [InlineData("slate", OpinionAction.Relay, null, "Lift and relay the slate on slope A.", "Relay")]
    [InlineData("tpo", OpinionAction.Replace, "epdm", "Replace the membrane on slope A with EPDM about 2029 (2026–2033).", "Replace 2029")]
    public void The_recommendation_is_the_decision(string kind, OpinionAction action, string? covering, string headline, string mark)
    {
        var slope = Taped(Roof.A, kind == "tpo" ? "1/12" : "5/12", 600, 400);
        var judged = Assessor.Assess(Recommending(slope, kind, action, covering), Book);
        judged.Decision!.ShouldBe(headline);
        judged.RoofDecisions.ShouldHaveSingleItem().Mark.ShouldBe(mark);
        // What is renewed takes the repairs on the slope with it.
        var torn = Recommending(slope, kind, action, covering, Roof.Found("boot-collar-torn") with { SlopeId = slope.Id });
        Assessor.Assess(torn, Book).Work.Single(w => w.IsRenewal).Included!.ShouldHaveSingleItem();
    }

    /// <summary>What is 4:12 already is not framed to 4:12; a hair below, it is.</summary>
    [Theory]
    [InlineData("4/12", "Re-roof slope A.")]
    [InlineData("3.9/12", "Re-slope slope A to 4:12.")]
    public void Only_a_flatter_slope_is_re_sloped(string pitch, string headline) =>
        Assessor
            .Assess(Recommending(Taped(Roof.A, pitch, 240, 96), "laminatedShingle", OpinionAction.Reslope, null), Book)
            .Decision.ShouldBe(headline);

    /// <summary>Another way to renew is due when the slope is, and the soonest stands first, in whatever way it is renewed.</summary>
    [Fact]
    public void Another_way_keeps_the_time_and_the_soonest_is_said_first()
    {
        var input = WithYears(Several((Steep, "laminatedShingle", 2010), (Porch(), "laminatedShingle", 2010)), (Steep, 4));
        var judged = Assessor.Assess(With(input, Recommended(OpinionAction.Reslope, Roof.B.Id)), Book);
        judged.Decision.ShouldBe("Re-slope slope B to 4:12 within a year; plan the re-roof of slope A about 2030 (2026–2046).");
        // A day that is given goes before what was computed.
        var later = Assessor.Assess(With(input, Recommended(OpinionAction.Reslope, Roof.B.Id, "2028-05-01")), Book);
        later.RoofDecisions.Single(d => d.Action == RoofAction.Reslope).Headline.ShouldBe("Re-slope slope B to 4:12 by May 1, 2028");
    }

    [Theory]
    [InlineData(OpinionAction.Replace, "metalStandingSeam", "Replace with standing-seam metal, a roofer.")]
    [InlineData(OpinionAction.Recover, null, "Recover, a roofer.")]
    [InlineData(OpinionAction.Reslope, null, "Re-slope to 4:12, a roofer.")]
    [InlineData(OpinionAction.Relay, null, "Lift and relay, a roofer.")]
    public void A_recommendation_says_how_and_with_what(OpinionAction action, string? covering, string headline) =>
        Assessor
            .Assess(Recommending(Steep, "laminatedShingle", action, covering), Book)
            .Opinions.ShouldHaveSingleItem()
            .Headline.ShouldBe(headline);

    [Fact]
    public void Tile_under_another_covering_is_not_laid_again()
    {
        var perished = Roof.Found("underlayment-perished", WaterEvidence.Active) with { SlopeId = Steep.Id };
        Judged(Recommending(Steep, "clayTile", OpinionAction.Replace, null, perished)).Decision.Action.ShouldBe(RoofAction.Relay);
        var shingled = Judged(Recommending(Steep, "clayTile", OpinionAction.Replace, "laminatedShingle", perished));
        shingled.Decision.Action.ShouldBe(RoofAction.Replace);
        Amount(shingled.Job.Quantities!, "bundles").ShouldBe(66);
        Keys(shingled.Job).ShouldNotContain("lifted");
    }

    [Theory]
    [InlineData("metalStandingSeam", 1, null)]
    [InlineData("laminatedShingle", 1, null)]
    [InlineData("laminatedShingle", 2, "Against a recover: 2 layers already; another is not allowed (IRC R908.3.1.1).")]
    public void What_speaks_against_a_recover_stands_beside_it(string kind, int layers, string? against)
    {
        var input = Recommending(Steep, kind, OpinionAction.Recover, null);
        input = input with { Coverings = [.. input.Coverings.Select(c => c with { Layers = layers })] };
        var decision = Judged(input).Decision;
        decision.Action.ShouldBe(RoofAction.Recover);
        decision.ByInspector.ShouldBeTrue();
        if (against is null)
        {
            decision.Computed.ShouldNotContain("Against");
        }
        else
        {
            decision.Computed.ShouldEndWith(against);
        }
    }

    /// <summary>Standing-seam metal is laid from 1/4:12 on where its seams are sealed, else steeper (IRC 2021 R905.10.2); shingles from 2:12 on (R905.2.2).</summary>
    [Theory]
    [InlineData("laminatedShingle", "2/12", false)]
    [InlineData("laminatedShingle", "1/12", true)]
    [InlineData("epdm", "1/12", false)]
    public void A_covering_that_does_not_suit_the_pitch_is_named(string covering, string pitch, bool named) =>
        Judged(Recommending(Taped(Roof.A, pitch, 240, 96), "tpo", OpinionAction.Replace, covering))
            .Decision.Computed.Contains("Against that covering: Laminated shingles", StringComparison.Ordinal)
            .ShouldBe(named);

    [Fact]
    public void The_same_again_over_a_slope_that_is_too_flat_is_named() =>
        Judged(Recommending(Porch(), "laminatedShingle", OpinionAction.Recover, null))
            .Decision.Computed.ShouldContain("Against that covering: Laminated shingles at 1:12");

    [Fact]
    public void A_covering_that_this_edition_does_not_know_is_named_and_kept()
    {
        var judged = Assessor.Assess(Recommending(Steep, "laminatedShingle", OpinionAction.Replace, "moss-mat"), Book);
        judged.Problems.ShouldContain(p => p.Code == "opinion.unknown-covering");
        judged.Decision!.ShouldBe("Re-roof slope A with moss mat.");
        judged.Work.Single(w => w.IsRenewal).Cost.ShouldBeNull();
        ComputeServices
            .Options(Recommending(Steep, "laminatedShingle", OpinionAction.Replace, "moss-mat"), Book)
            .Value!.Options.ShouldBeEmpty();
    }

    // ---- what it takes ----

    /// <summary>Torn off as shingles (1 h a square, 280 lb), laid as standing-seam metal (6 h a square).</summary>
    [Fact]
    public void Another_covering_is_torn_off_as_the_old_and_laid_as_the_new()
    {
        var job = Judged(Recommending(Steep, "laminatedShingle", OpinionAction.Replace, "metalStandingSeam")).Job;
        Keys(job).ShouldBe(["covering", "disposal"]);
        Amount(job.Quantities!, "covering").ShouldBe(22);
        Amount(job.Quantities!, "disposal").ShouldBe(20 * 280 / 2000.0);
        job.Quantities!.Hours!.Likely.ShouldBe(20 * (1 + 6), .05);
        job.Quantities.Assumed.ShouldContain("The new covering is standing-seam metal.");
        // By its own price, not by that of what lies there.
        var priced = Recommending(Steep, "laminatedShingle", OpinionAction.Replace, "metalStandingSeam") with
        {
            Firm = PlainPrices.Firm(
                PlainPrices.At("labor", 0),
                PlainPrices.At("call-out", 0),
                PlainPrices.At("covering-standing-seam", 500)
            ),
        };
        Judged(priced).Job.Cost!.Range.Mean.ShouldBe(22 * 500);
    }

    /// <summary>Laid over, nothing is torn off, carted away or opened: 20 squares at 1.8 h, and 66 bundles.</summary>
    [Fact]
    public void Over_the_old_covering_nothing_is_torn_off_or_opened()
    {
        var recovered = Judged(Recommending(Steep, "laminatedShingle", OpinionAction.Recover, null)).Job;
        Keys(recovered).ShouldBe(["covering", "bundles"]);
        recovered.Quantities!.Hours!.Likely.ShouldBe(20 * 1.8, .05);
        recovered.Quantities.Allowances.ShouldBeEmpty();
        recovered.Quantities.Assumed.ShouldContain(
            "The old covering stays, so the deck is not opened: decayed wood under it stays unseen and is not allowed for."
        );
        recovered.Steps.ShouldContain("Show that the deck is dry and sound; open it where it gives");
        recovered.Steps.ShouldNotContain(s => s.StartsWith("Tear off", StringComparison.Ordinal));
        var torn = Judged(Recommending(Steep, "laminatedShingle", OpinionAction.Replace, null)).Job;
        torn.Quantities!.Hours!.Likely.ShouldBe(20 * (1 + 1.8), .05);
        torn.Quantities.Allowances.ShouldNotBeEmpty();
        Keys(torn).ShouldBe(["covering", "bundles", "disposal"]);
    }

    /// <summary>On a plan the underlayment stays under a recover as well; roll roofing has no bundles, caps or starter.</summary>
    [Fact]
    public void On_the_plan_what_stays_under_is_not_bought()
    {
        var plan = RoofPlans.Plans.Of(RoofPlans.Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
        var south = Roof.A with { Id = RoofPlans.Plans.Id(151), Pitch = TypedPitch.Of("6/12", PitchSource.Plan) };
        string[] Of(OpinionAction action, string? covering) =>
            Keys(Judged(Recommending(south, "laminatedShingle", action, covering) with { Plan = plan }).Job);
        Of(OpinionAction.Replace, null)
            .ShouldBe(["covering", "bundles", "starter", "caps", "drip-edge", "underlayment", "ice-barrier", "disposal"]);
        Of(OpinionAction.Recover, null).ShouldBe(["covering", "bundles", "starter", "caps", "drip-edge"]);
        Of(OpinionAction.Replace, "rollRoofing").ShouldBe(["covering", "drip-edge", "underlayment", "ice-barrier", "disposal"]);
    }

    /// <summary>
    /// 20 ft of eave, 8 ft of run at 1:12: raised 8 × 3 = 24 in at the back. The rise of 4 in 12 is 1.0541 times as long: 11 pieces of 8.43 ft, bought as 10 ft; 168.7 ft²
    /// of deck and a tenth are 5.8 sheets, and 5.57 bundles. Tear-off 1.61 squares at 1 h, 1.69 at 1.8 h, framing 2 h and .25 h/ft².
    /// </summary>
    [Fact]
    public void A_slope_is_framed_to_four_in_twelve()
    {
        var job = Judged(Recommending(Porch(), "laminatedShingle", OpinionAction.Reslope, null)).Job;
        var take = job.Quantities!;
        Amount(take, "framing").ShouldBe(110);
        take.Lines.Single(l => l.Key == "framing").Basis.ShouldContain("raised 24 in at the back for 4:12");
        Amount(take, "deck").ShouldBe(6);
        Amount(take, "bundles").ShouldBe(6);
        take.Hours!.Likely.ShouldBe((1.606 * 1) + (1.687 * 1.8) + 2 + (.25 * 168.7), .1);
        job.Kind.ShouldBe(WorkKind.Rebuild);
        job.Steps[0].ShouldStartWith("Have a carpenter check first");
        take.Assumed.ShouldContain("Walls, siding and trim above the raised edge are not counted.");
        // From the plan without its sizes no lumber is worked out.
        var untaped = Judged(Recommending(Porch() with { PlanRun = null }, "laminatedShingle", OpinionAction.Reslope, null)).Job;
        untaped.Quantities!.Lines.ShouldBeEmpty();
    }

    // ---- too flat for its covering ----

    /// <summary>Case of a porch under shingles: another covering is counted and priced, and re-sloping stays open.</summary>
    [Fact]
    public void Where_a_slope_is_too_flat_a_membrane_is_counted()
    {
        var (decision, job) = Judged(Several((Porch(), "laminatedShingle", 2015)));
        decision.Headline.ShouldBe("Replace the covering of slope B or re-slope it within a year");
        decision.Mark.ShouldBe("Replace or re-slope");
        job.Kind.ShouldBe(WorkKind.Rebuild);
        // 8 ft by 1.0035 by 20 ft, and two plies of 3.8 h a square on shingles torn off at 1 h.
        Amount(job.Quantities!, "covering").ShouldBe(1.6, .05);
        job.Quantities!.Hours!.Likely.ShouldBe(1.606 * (1 + 3.8), .1);
        job.Quantities.Assumed.ShouldContain(
            "Quantities are for modified bitumen at the present pitch. Re-sloping is compared under Options where the height allows it."
        );
        job.Cost.ShouldNotBeNull();
        // Once somebody has chosen it is said outright.
        var chosen = Judged(Recommending(Porch(), "laminatedShingle", OpinionAction.Replace, "epdm"));
        chosen.Decision.Headline.ShouldStartWith("Re-roof slope B with EPDM");
        chosen.Job.Steps.ShouldContain("Turn the membrane up at least 8 in at walls and curbs, and under the steep covering above");
        chosen.Job.Quantities!.Assumed.ShouldContain("The new covering is EPDM.");
    }

    private static OptionsAnswer Options(AssessInput input) => ComputeServices.Options(input, Book).Value!;

    private static RoofOption? Of(OptionsAnswer answer, OptionKind kind) => answer.Options.SingleOrDefault(o => o.Kind == kind);

    /// <summary>Raised by 36 in at most: 144 in of run at 1:12, and no more (from memory).</summary>
    [Theory]
    [InlineData(143, true)]
    [InlineData(144, true)]
    [InlineData(145, false)]
    public void Re_sloping_is_compared_up_to_a_height(double run, bool compared)
    {
        var answer = Options(
            WithYears(Several((Steep, "laminatedShingle", 2018), (Porch(run: run), "laminatedShingle", 2018)), (Steep, 12))
        );
        (Of(answer, OptionKind.Reslope) is not null).ShouldBe(compared);
        answer
            .Notes.Any(n => n.StartsWith("Re-sloping slope B to 4:12 would raise its back by 36 1/4 in", StringComparison.Ordinal))
            .ShouldBe(!compared);
        if (compared)
        {
            var reslope = Of(answer, OptionKind.Reslope)!;
            reslope.Title.ShouldBe("Re-slope slope B now, the rest when due");
            reslope.Planned.ShouldBeFalse();
            reslope.Jobs.ShouldContain(j => j.Title == "Re-slope slope B to 4:12");
            var membrane = Of(answer, OptionKind.Repair)!;
            membrane.Jobs.ShouldContain(j => j.Title == "Re-roof slope B with modified bitumen");
            reslope.Today.Mean.ShouldNotBe(membrane.Today.Mean);
        }
    }

    [Fact]
    public void A_membrane_that_ponds_is_not_re_sloped() =>
        Of(Options(WithYears(Several((Porch(), "epdm", 2018)), (Porch(), 3))), OptionKind.Reslope).ShouldBeNull();

    /// <summary>A second layer of shingles runs hotter and ends sooner than one on the deck.</summary>
    [Fact]
    public void A_recover_buys_fewer_years_for_less()
    {
        RoofOption All(OpinionAction action) =>
            Of(Options(WithYears(Recommending(Steep, "laminatedShingle", action, null), (Steep, 3))), OptionKind.All)!;
        var (over, off) = (All(OpinionAction.Recover), All(OpinionAction.Replace));
        over.Jobs.ShouldContain(j => j.Title == "Recover slope A");
        over.Today.Mean.ShouldBeLessThan(off.Today.Mean);
        over.Years.Likely.ShouldBeLessThan(off.Years.Likely);
    }

    // ---- prices ----

    /// <summary>A kind of covering goes by its own price where it has one: laminated shingles by the bundle, and three-tab by theirs.</summary>
    [Theory]
    [InlineData("threeTabShingle", "shingle-bundle", 66)]
    [InlineData("laminatedShingle", "laminated-bundle", 66)]
    [InlineData("slate", "covering-slate", 22)]
    [InlineData("copper", "covering-copper", 22)]
    [InlineData("zinc", "covering-zinc", 22)]
    [InlineData("metalShingle", "covering-metal-shingle", 22)]
    [InlineData("syntheticShake", "covering-synthetic", 22)]
    [InlineData("rollRoofing", "covering-roll", 22)]
    public void Each_covering_has_its_price(string kind, string row, double amount)
    {
        var firm = PlainPrices.Firm(PlainPrices.At("labor", 0), PlainPrices.At("call-out", 0), PlainPrices.At(row, 10));
        var job = Judged(Recommending(Steep, kind, OpinionAction.Replace, null) with { Firm = firm }).Job;
        job.Cost!.Range.Mean.ShouldBe(amount * 10);
        job.Cost.Unpriced.ShouldBeEmpty();
    }
}
