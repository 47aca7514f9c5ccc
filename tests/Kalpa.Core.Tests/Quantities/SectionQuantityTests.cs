using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.PlanOfWork;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Quantities;

/// <summary>What it takes to renew a section, against figures worked by hand: coverages are common practice, labor-hours and weights from memory.</summary>
public class SectionQuantityTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>A gable of 40 by 30 ft at 6:12: 13.42 squares, 80 ft of eaves, 67.1 ft of rakes, 40 ft of ridge.</summary>
    private static readonly PlanFact Gable = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
    private static readonly SlopeFact South = OnPlan(Roof.A, 151, "6/12");
    private static readonly SlopeFact North = OnPlan(Roof.B, 153, "6/12");

    private static SlopeFact OnPlan(SlopeFact slope, int id, string pitch) =>
        slope with
        {
            Id = Plans.Id(id),
            Pitch = TypedPitch.Of(pitch, PitchSource.Plan),
        };

    private static AssessInput Roofed(
        PlanFact? plan,
        string kind,
        (SlopeFact Slope, OpinionAction Action)[] of,
        params FindingFact[] findings
    ) =>
        Cases.With(
            Cases.Several([.. of.Select(o => (o.Slope, kind, 2020))]) with
            {
                Plan = plan,
                Findings = findings,
            },
            [.. of.Select(o => Cases.Recommended(o.Action, o.Slope.Id))]
        );

    private static JobQuantities Take(AssessInput input) =>
        Assessor.Assess(input, Book).Work.Single(w => w.Kind is WorkKind.Reroof or WorkKind.Relay).Quantities!;

    private static double Of(JobQuantities take, string key) => take.Lines.Single(l => l.Key == key).Amount;

    private static readonly (SlopeFact, OpinionAction)[] Both = [(South, OpinionAction.Replace), (North, OpinionAction.Replace)];

    [Fact]
    public void A_gable_is_re_roofed()
    {
        var take = Take(Roofed(Gable, "laminatedShingle", Both));
        // 13.42 squares and a tenth, three bundles each: 44.3.
        Of(take, "bundles").ShouldBe(45);
        take.Lines.Single(l => l.Key == "starter").Basis.ShouldContain("2 bundles of 100 ft");
        take.Lines.Single(l => l.Key == "caps").Basis.ShouldContain("2 bundles of 25 ft");
        // 147.1 ft and 5% in lengths that give 118 in: 15.7.
        Of(take, "drip-edge").ShouldBe(160);
        // 13.42 × 280 lb: 1.88 tons.
        Of(take, "disposal").ShouldBe(1.9);
        // 13.416 × (1 + 1.8) hours a square × 1.067 for 6:12.
        take.Hours!.Likely.ShouldBe(40.1, .05);
        take.Assumed.ShouldBe([
            "The new covering is assumed to be laminated shingles again.",
            "One layer to tear off is assumed: look at the rake or a penetration.",
        ]);
        // Nothing was said of a local rule on ice.
        take.Lines.ShouldNotContain(l => l.Key == "ice-barrier" && !Gable.IceBarrierAsked);
    }

    /// <summary>13.42 squares under two layers with one stain: 1, 3.01 and 8.04 sheets. Of two eaves of 40 ft one peels: 6, 13.2 and 27.2 ft.</summary>
    [Fact]
    public void Wood_is_allowed_for_by_what_points_to_it()
    {
        Allowance Sheets(params FindingFact[] findings) => Take(Roofed(Gable, "laminatedShingle", Both, findings)).Allowances[0];
        (double, double, double) Three(Allowance a) => (a.Low, a.Likely, a.High);
        var layer = Roof.Found("second-layer") with { SlopeId = South.Id };
        var stain = Roof.Found("attic-stain") with { SlopeId = South.Id };
        var peeling = Roof.Found("paint-filler") with { SlopeId = South.Id };
        Three(Sheets()).ShouldBe((0, 2, 5));
        Three(Sheets(layer, stain)).ShouldBe((1, 4, 9));
        var fascia = Take(Roofed(Gable, "laminatedShingle", Both, peeling)).Allowances[1];
        Three(fascia).ShouldBe((6, 14, 28));
        Three(Take(Roofed(Gable, "laminatedShingle", Both)).Allowances[1]).ShouldBe((0, 3, 7));
        // The starter board along the same eaves: 0, 3 and 10%, and 10, 30 and 60% where the eave shows it.
        var board = Take(Roofed(Gable, "laminatedShingle", Both, peeling)).Allowances[2];
        (board.Item, board.Unit, board.Part, board.Opened).ShouldBe(("Starter board at the eaves", "ft", WoodPart.EaveBoard, 80));
        Three(board).ShouldBe((4, 14, 28));
        Three(Take(Roofed(Gable, "laminatedShingle", Both)).Allowances[2]).ShouldBe((0, 3, 8));
        // What has no eave on a plan has no boards along it.
        Take(Roofed(null, "laminatedShingle", [(South with { EaveLength = new("", 480), PlanRun = new("", 180) }, OpinionAction.Replace)]))
            .Allowances.ShouldHaveSingleItem();
    }

    private static AssessInput Opened(AssessInput input, params WoodFound[] found) =>
        input with
        {
            Firm = new FirmRulesFact(Guid.CreateVersion7(), [], [], Wood: found),
        };

    /// <summary>
    /// A rate weighs as 300 ft of finished eaves: .03 of them and 22 of 180 ft are 31 of 480, or .065; the spread goes with it. Sheets: one in ten squares weighs as 60
    /// squares, so 6 and 18 of 60 squares are 24 of 120, twice the rate.
    /// </summary>
    [Fact]
    public void Wood_is_allowed_for_by_what_finished_jobs_found()
    {
        var gable = Roofed(Gable, "laminatedShingle", Both);
        (double, double, double) Three(AssessInput input, int row) =>
            Take(input).Allowances[row] is var a ? (a.Low, a.Likely, a.High) : default;
        // 80 ft: 0, 5.2 and 13.8.
        var fascia = Opened(gable, new WoodFound(WoodPart.Fascia, 180, 22));
        Three(fascia, 1).ShouldBe((0, 6, 14));
        Three(fascia, 2).ShouldBe((0, 3, 8));
        Take(fascia).Allowances[1].Basis.ShouldEndWith("; finished jobs found 22 of 180 ft");
        // 13.42 squares: 0, 2.68 and 8.05 sheets.
        var deck = Opened(gable, new WoodFound(WoodPart.Deck, 60, 18));
        Three(deck, 0).ShouldBe((0, 3, 9));
        Take(deck).Allowances[0].Basis.ShouldEndWith("; finished jobs found 18 sheets in 60 squares");
        // Nothing found lowers it, and never to less than nothing: 9 of 1,800 ft, .5%.
        Three(Opened(gable, new WoodFound(WoodPart.Fascia, 1500, 0)), 1).ShouldBe((0, 1, 2));
        // Where the eave itself shows decay, that counts and not the rate.
        var peeling = Roof.Found("paint-filler") with
        {
            SlopeId = South.Id,
        };
        var shown = Opened(Roofed(Gable, "laminatedShingle", Both, peeling), new WoodFound(WoodPart.Fascia, 180, 22));
        // 40 ft by the sign and 40 ft by the rate: 6, 14.6 and 30.9.
        Three(shown, 1).ShouldBe((6, 15, 31));
        // No eave has more wood than it is long.
        Three(Opened(gable, new WoodFound(WoodPart.Fascia, 1_000_000, 1_000_000)), 1).ShouldBe((0, 80, 80));
    }

    /// <summary>One half of a roof was opened: what was found there counts for the other half, and at the next visit too.</summary>
    [Fact]
    public void The_rest_of_a_roof_goes_by_what_was_opened_on_it()
    {
        var half = Roofed(Gable, "laminatedShingle", [(South, OpinionAction.Monitor), (North, OpinionAction.Replace)]);
        var done = new JobDoneFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            "Re-roof slope A",
            Roof.Visit.On,
            [],
            [South.Id],
            Renewal: true,
            Wood: [new WoodFound(WoodPart.Fascia, 40, 30)]
        );
        double Fascia(AssessInput input) => Take(input).Allowances[1].Likely;
        Fascia(half).ShouldBe(2);
        // .03 of 300 ft and 30 of 40: 39 of 340, of 40 ft 4.6.
        Fascia(Roof.With(half, r => r with { JobsDone = [done] })).ShouldBe(5);
        Fascia(Roof.With(half, r => r with { LastTime = new LastTime(Guid.CreateVersion7(), Roof.Visit.On.AddYears(-1), [], [done]) }))
            .ShouldBe(5);
        // Another part of the wood says nothing of this one.
        var deck = done with
        {
            Wood = [new WoodFound(WoodPart.Deck, 40, 30)],
        };
        Fascia(Roof.With(half, r => r with { JobsDone = [deck] })).ShouldBe(2);
    }

    /// <summary>Another layer: half an hour to more than one a square, and its weight.</summary>
    [Fact]
    public void A_second_layer_costs_hours_and_tons()
    {
        var layer = Roof.Found("second-layer") with { SlopeId = South.Id };
        var (one, two) = (Take(Roofed(Gable, "laminatedShingle", Both)), Take(Roofed(Gable, "laminatedShingle", Both, layer)));
        Of(two, "disposal").ShouldBe(3.8);
        (two.Hours!.Likely - one.Hours!.Likely).ShouldBe(13.42 * .7 * 1.0667, .1);
        two.Assumed.ShouldContain("2 layers to tear off, as recorded.");
        // Three, counted at the rake.
        var counted = Roof.Found("layers-many", WaterEvidence.NotChecked, "3") with
        {
            SlopeId = South.Id,
        };
        Of(Take(Roofed(Gable, "laminatedShingle", Both, counted)), "disposal").ShouldBe(5.6);
    }

    /// <summary>To its natural break: half of the roof, and the whole ridge.</summary>
    [Fact]
    public void A_section_takes_its_folds_whole()
    {
        var take = Take(Roofed(Gable, "laminatedShingle", [(South, OpinionAction.Replace), (North, OpinionAction.Monitor)]));
        Of(take, "bundles").ShouldBe(23);
        Of(take, "caps").ShouldBe(40, .01);
        Of(take, "starter").ShouldBe(40 + 33.54, .05);
    }

    /// <summary>12 squares at 4:12, tile of 12 by 13 1/2 in: 88.9 to a square.</summary>
    [Fact]
    public void Tile_is_lifted_and_relaid()
    {
        var plan = Plans.Of(Plans.OneSlope(1, 0, 0, 40, 1200 / 40.0 / Math.Sqrt(1 + (16 / 144.0)), 4, 180, 10));
        var slope = OnPlan(Roof.A, 151, "4/12");
        var perished = Roof.Found("underlayment-perished", WaterEvidence.Active) with { SlopeId = slope.Id };
        var take = Take(Roofed(plan, "clayTile", [(slope, OpinionAction.Document)], perished) with { Records = Cases.Several().Records });
        Of(take, "lifted").ShouldBe(1067);
        // A tenth breaks, and ten are kept.
        Of(take, "new-tile").ShouldBe(117);
        // Two layers of 1,200 ft² and 5% on rolls of 200: 12.6.
        Of(take, "felt").ShouldBe(13);
        Of(take, "battens").ShouldBe(1067, 1);
        take.Hours!.Likely.ShouldBe(75.6, .1);
        take.Lines.ShouldNotContain(l => l.Item.Contains("hingle"));
        take.Assumed.ShouldNotContain(a => a.Contains("tear off"));
    }

    /// <summary>Without a plan by tape: 20 squares of three-tab in two layers are 4.5 tons; without a size nothing is taken off.</summary>
    [Fact]
    public void Without_a_plan_it_is_coarser_and_says_so()
    {
        var taped = Roof.A with
        {
            // 5:12: 36.92 ft on plan are 40 ft along the roof.
            Pitch = TypedPitch.Of("5/12", PitchSource.Tape),
            EaveLength = new TypedLength("50 ft", 600),
            PlanRun = new TypedLength("36.92 ft", 480 * 12 / 13.0),
        };
        var layer = Roof.Found("second-layer");
        var take = Take(Roofed(null, "threeTabShingle", [(taped, OpinionAction.Replace)], layer));
        Of(take, "covering").ShouldBe(22);
        Of(take, "bundles").ShouldBe(66);
        Of(take, "disposal").ShouldBe(4.5);
        take.Hours!.Likely.ShouldBe(20 * (1 + .7 + 1.6), .05);
        take.Assumed[0].ShouldBe("Without a plan of the roof, eaves, rakes, ridges, valleys and walls are still to be measured.");
        var unsized = Take(Roofed(null, "threeTabShingle", [(Roof.A, OpinionAction.Replace)]));
        unsized.Lines.ShouldBeEmpty();
        unsized.Hours.ShouldBeNull();
        unsized.Assumed.ShouldBe(["Not measured: draw the roof plan, or tape the slopes, for quantities."]);
    }

    /// <summary>A stain of no slope in particular points to the whole roof, not to one section; one on the slope points to that.</summary>
    [Fact]
    public void A_stain_counts_where_it_is()
    {
        double Likely(Guid? slope, params (SlopeFact, OpinionAction)[] of) =>
            Take(Roofed(Gable, "laminatedShingle", of, Roof.Found("ceiling-stain") with { SlopeId = slope })).Allowances[0].Likely;
        var half = new[] { (South, OpinionAction.Replace), (North, OpinionAction.Monitor) };
        Likely(null, half).ShouldBe(1);
        Likely(North.Id, half).ShouldBe(1);
        Likely(South.Id, half).ShouldBe(2);
        Likely(null, Both).ShouldBe(3);
    }

    /// <summary>Shingles that lie too flat are not laid again, but a membrane is; what is unfit for another reason is decided first.</summary>
    [Fact]
    public void What_replaces_an_unfit_covering_is_a_membrane_or_decided_first()
    {
        var slope = OnPlan(Roof.A, 151, "1/12") with { Pitch = TypedPitch.Of("1/12", PitchSource.Tape) };
        var plan = Plans.Of(Plans.OneSlope(1, 0, 0, 40, 30, 1, 180, 10));
        var judged = Assessor.Assess(Roofed(plan, "laminatedShingle", [(slope, OpinionAction.Replace)]), Book);
        var take = judged.Work.Single(w => w.Kind == WorkKind.Rebuild).Quantities!;
        Of(take, "membrane").ShouldBe(1204, .5);
        take.Lines.ShouldNotContain(l => l.Key == "bundles");
        // 12 squares of shingles, 280 lb each, and modified bitumen at 3.8 h on a tear-off of 1 h.
        Of(take, "disposal").ShouldBe(1.7);
        take.Hours!.Likely.ShouldBe(12.04 * (1 + 3.8), .1);
    }

    /// <summary>A membrane shows its layers in a core cut.</summary>
    [Fact]
    public void A_membrane_is_taken_off_by_its_area()
    {
        var slope = OnPlan(Roof.A, 151, "1/12");
        var plan = Plans.Of(Plans.OneSlope(1, 0, 0, 40, 30, 1, 180, 10));
        var take = Take(Roofed(plan, "epdm", [(slope, OpinionAction.Replace)]));
        var squares = 12 * Math.Sqrt(1 + (1 / 144.0));
        Of(take, "membrane").ShouldBe(squares * 100, .1);
        take.Hours!.Likely.ShouldBe(squares * (1.2 + 2.9), .1);
        // 12 squares of 40 lb are 0.24 tons.
        Of(take, "disposal").ShouldBe(.2);
        take.Assumed.ShouldContain("One layer to tear off is assumed: a core cut shows it.");
    }

    /// <summary>A covering without hours in the book takes material all the same.</summary>
    [Fact]
    public void Hours_are_given_only_where_the_book_has_them()
    {
        var take = Take(Roofed(Gable, "asbestosCement", Both));
        take.Hours.ShouldBeNull();
        Of(take, "covering").ShouldBe(14.76, .01);
        take.Lines.ShouldNotContain(l => l.Key == "bundles" || l.Key == "disposal");
    }
}
