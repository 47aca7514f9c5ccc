using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>Whole roofs with the order in which a good inspector would have the work done (common practice, from memory).</summary>
public class OrderOfWorkTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private const UrgencyClass Immediate = UrgencyClass.MakeSafeNow;
    private const UrgencyClass BeforeRain = UrgencyClass.BeforeNextRain;

    private static FindingFact F(
        string code,
        WaterEvidence water = WaterEvidence.NotChecked,
        SlopeFact? slope = null,
        bool below = false,
        Extent extent = Extent.OnePlace,
        string? measure = null
    ) => Roof.Found(code, water, measure, null, below, extent) with { SlopeId = (slope ?? Roof.A).Id };

    private static AssessInput House(string kind, int laid, params FindingFact[] findings) =>
        Roof.With(kind, laid, findings) with
        {
            Looks = [new LookFact(Guid.CreateVersion7(), Roof.Visit.Id, "attic", null, LookState.Looked)],
        };

    /// <summary>Findings by code in the order of the list of work; "-" is work that is no finding.</summary>
    private static List<string> Order(AssessInput input) =>
        [
            .. Assessor
                .Assess(input, Book)
                .Work.SelectMany(w =>
                    w.Resolves is { } done ? done.Select(r => input.Findings.First(f => f.Id == r.FindingId).Condition) : ["-"]
                ),
        ];

    private static List<UrgencyClass> Classes(AssessInput input) => [.. Assessor.Assess(input, Book).Work.Select(w => w.Urgency)];

    [Fact]
    public void A_flue_in_the_attic_then_the_open_roof_then_the_stain_below_it()
    {
        var input = House(
            CoveringKind.LaminatedShingle,
            2018,
            F("ceiling-stain"),
            F("shingle-missing", WaterEvidence.Active),
            F("flue-open-attic")
        );
        Order(input).ShouldBe(["flue-open-attic", "shingle-missing", "ceiling-stain"]);
        Classes(input)[..2].ShouldBe([Immediate, BeforeRain]);
    }

    [Fact]
    public void Wood_on_a_flue_then_the_active_boot_then_shingles_that_let_nothing_in()
    {
        var input = House(
            CoveringKind.LaminatedShingle,
            2018,
            F("shingle-missing", WaterEvidence.NoneSeen, extent: Extent.Scattered),
            F("boot-collar-torn", WaterEvidence.Active),
            F("flue-clearance", measure: "0")
        );
        Order(input).ShouldBe(["flue-clearance", "boot-collar-torn", "shingle-missing"]);
        Classes(input)[0].ShouldBe(Immediate);
    }

    [Fact]
    public void Veneer_and_framing_then_the_boot_then_the_fascia_though_nobody_is_below_now()
    {
        var order = Order(
            House(CoveringKind.LaminatedShingle, 2018, F("fascia-rotten"), F("boot-collar-torn"), F("framing-cut"), F("veneer-leaning"))
        );
        order[..2].ShouldBe(["framing-cut", "veneer-leaning"], ignoreOrder: true);
        order[2..].ShouldBe(["boot-collar-torn", "fascia-rotten"]);
    }

    [Fact]
    public void A_deck_a_foot_goes_through_then_the_active_boot_then_the_pops()
    {
        var input = House(
            CoveringKind.LaminatedShingle,
            2018,
            F("nail-pop", WaterEvidence.NoneSeen),
            F("boot-collar-torn", WaterEvidence.Active),
            F("deck-soft")
        );
        Order(input).ShouldBe(["deck-soft", "boot-collar-torn", "nail-pop"]);
        Classes(input)[..2].ShouldBe([Immediate, BeforeRain]);
    }

    [Fact]
    public void On_a_flat_roof_the_guard_the_drain_and_its_overflow_then_seam_coping_and_pond()
    {
        var input = House(
            CoveringKind.Tpo,
            2018,
            F("ponding"),
            F("coping-open"),
            F("seam-open", WaterEvidence.Active),
            F("overflow-none"),
            F("drain-clogged"),
            F("skylight-unguarded")
        );
        Order(input).ShouldBe(["skylight-unguarded", "drain-clogged", "overflow-none", "seam-open", "coping-open", "ponding"]);
        Classes(input)[..4].ShouldBe([Immediate, Immediate, Immediate, BeforeRain]);
    }

    [Fact]
    public void The_tile_over_the_door_is_refastened_before_anything_is_decided()
    {
        var input = House(
            CoveringKind.ConcreteTile,
            1996,
            F("weep-blocked"),
            F("tile-cracked"),
            F("underlayment-perished", WaterEvidence.Stained),
            F("tile-slipped", below: true)
        );
        Order(input)[0].ShouldBe("tile-slipped");
        var first = Assessor.Assess(input, Book).Work[0];
        (first.Urgency, first.Title, first.LossHigh).ShouldBe((Immediate, "Refasten the tile", 0));
    }

    [Fact]
    public void Loose_chimney_brick_above_a_door_before_the_flashing_that_leaks()
    {
        var order = Order(
            House(
                CoveringKind.LaminatedShingle,
                2012,
                F("crown-cracked"),
                F("cement-thick"),
                F("cricket-missing", measure: "48"),
                F("counter-flashing-short", WaterEvidence.Stained),
                F("mortar-open", below: true)
            )
        );
        order[0].ShouldBe("mortar-open");
        order.IndexOf("counter-flashing-short").ShouldBeLessThan(order.IndexOf("crown-cracked"));
    }

    [Fact]
    public void The_fan_and_the_air_before_the_mold_they_bring_about()
    {
        var order = Order(
            House(
                CoveringKind.LaminatedShingle,
                2012,
                F("attic-mold", extent: Extent.General),
                F("nail-rust-attic"),
                F("vent-area-short"),
                F("soffit-blocked"),
                F("bath-fan-attic")
            )
        );
        order[0].ShouldBe("bath-fan-attic");
        order.IndexOf("soffit-blocked").ShouldBeLessThan(order.IndexOf("attic-mold"));
        order.IndexOf("vent-area-short").ShouldBeLessThan(order.IndexOf("attic-mold"));
    }

    [Fact]
    public void Joints_that_line_up_before_the_deck_edge_they_rot()
    {
        var order = Order(House(CoveringKind.LaminatedShingle, 2018, F("deck-edge-rotten"), F("joint-offset-short", measure: "1")));
        order.ShouldBe(["joint-offset-short", "deck-edge-rotten"]);
    }

    [Fact]
    public void An_active_leak_over_a_porch_before_what_is_dry_over_a_room()
    {
        var porch = Roof.B with { Under = Under.Porch };
        var room = Roof.A with { Under = Under.HeatedRoom };
        var boot = F("boot-collar-torn", WaterEvidence.Active, porch);
        var dryBoot = F("boot-collar-torn", WaterEvidence.NoneSeen);
        var input = Roof.Input with
        {
            Slopes = [room, porch],
            Findings = [dryBoot, F("valley-cracked", WaterEvidence.NoneSeen), F("shingle-missing", WaterEvidence.NoneSeen), boot],
        };
        var work = Assessor.Assess(input, Book).Work;
        Order(input).ShouldBe(["boot-collar-torn", "shingle-missing", "valley-cracked", "boot-collar-torn"]);
        work[0].FindingId.ShouldBe(boot.Id);
        // The same over the room goes before it; however dear, nothing dry does.
        var both = input with
        {
            Findings =
            [
                F("seam-open", WaterEvidence.NoneSeen, extent: Extent.General),
                boot,
                dryBoot with
                {
                    Evidence = WaterEvidence.Active,
                },
            ],
        };
        Order(both).ShouldBe(["boot-collar-torn", "boot-collar-torn", "seam-open"]);
        Assessor.Assess(both, Book).Work[0].FindingId.ShouldBe(dryBoot.Id);
    }

    /// <summary>A stain is a sign of water itself: the report never says beside it that none was found.</summary>
    [Theory]
    [InlineData("ceiling-stain", "Staining was seen.")]
    [InlineData("attic-stain", "Staining was seen.")]
    [InlineData("stucco-stained", "Staining was seen.")]
    [InlineData("insulation-wet", "Staining was seen.")]
    [InlineData("attic-mold", "Water entry is suspected, not confirmed.")]
    [InlineData("deck-edge-rotten", "Water entry is suspected, not confirmed.")]
    public void A_stain_never_says_that_no_sign_was_found(string code, string said)
    {
        var finding = F(code, WaterEvidence.NoneSeen);
        var judged = Assessor.Assess(House(CoveringKind.LaminatedShingle, 2018, finding), Book).Findings.Single();
        judged.Observed.ShouldContain(said);
        judged.Observed.ShouldNotContain("No water signs");
        // More than the condition says by itself stays as recorded.
        var active = Assessor.Assess(House(CoveringKind.LaminatedShingle, 2018, finding with { Evidence = WaterEvidence.Active }), Book);
        active.Findings.Single().Observed.ShouldContain("An active leak was seen.");
    }

    /// <summary>A dry attic counts when it was looked into on this visit: one that was locked is not a dry one.</summary>
    [Theory]
    [InlineData(LookState.Looked, UrgencyClass.WithinYear)]
    [InlineData(LookState.Excused, UrgencyClass.ThisSeason)]
    [InlineData(LookState.Hidden, UrgencyClass.ThisSeason)]
    public void An_excused_attic_is_not_a_dry_one(LookState state, UrgencyClass expected)
    {
        var input = House(CoveringKind.LaminatedShingle, 2018, F("boot-collar-torn", WaterEvidence.NoneSeen));
        input = input with { Looks = [input.Looks[0] with { State = state }] };
        Classes(input).ShouldBe([expected]);
    }
}
