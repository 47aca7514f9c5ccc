using Kalpa.Core.Facts;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>Whole roofs of slate, wood and metal, told as an inspector tells them, with the plan of work that a good one would write (common practice).</summary>
public class SlateWoodAndMetalRoofTests
{
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;

    /// <summary>Laps that open because the slope is too flat for them are one job with that; so are laps that are too short.</summary>
    [Theory]
    [InlineData("metal-lap-low")]
    [InlineData("metal-end-lap")]
    public void Open_laps_go_with_what_opens_them(string cause) =>
        new ToldRoof("attic", "inside")
            .Slope("A", "2.5/12", Facing.South, "metalLapped", 2015, 1)
            .Finds("A", cause, "", extent: Extent.Scattered)
            .Finds("A", "metal-lap-open", "", WaterEvidence.Stained, extent: Extent.Scattered)
            .Judged()
            .Work.ShouldHaveSingleItem()
            .Resolves!.Count.ShouldBe(2);

    [Fact]
    public void Slate_of_ninety_years_is_repaired_and_what_hangs_over_the_walk_comes_first() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "10/12", Facing.South, CoveringKind.Slate, 1936, 2)
                .Slope("B", "10/12", Facing.North, CoveringKind.Slate, 1936, 1)
                .Finds("A", "slate-slipped", "mid", extent: Extent.Scattered, amount: new(Count: 9))
                .Finds("A", "slate-broken", "eave", amount: new(Count: 5))
                .Finds("A", "valley-rusted", "valley AB", Stained)
                .Finds("A", "ridge-cap-loose", "ridge")
                .Finds("B", "slate-slipped", "over walk", below: true, amount: new(Count: 1)),
            "Repair the roof and keep the covering.",
            "Immediate (safety): Rehang or replace the slate (Slope B (north), over walk)",
            "Before next rain: Replace the valley (Slope A (south), valley AB)",
            "This season: Rehang or replace the slate (Slope A (south), mid)",
            "Within a year: Refasten or replace the ridge caps (Slope A (south), ridge)",
            "Within a year: Replace the broken slate (Slope A (south), eave)"
        );

    [Fact]
    public void Rotten_shakes_and_split_ones_beside_them_are_one_re_roof() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.North, CoveringKind.WoodShake, 2001, 4)
                .Slope("B", "6/12", Facing.South, CoveringKind.WoodShake, 2001, 3)
                .Finds("A", "wood-rotten", "lower half", Stained, extent: Extent.General)
                .Finds("B", "wood-split", "field", extent: Extent.Scattered)
                .Finds("A", "moss-grown", "field", extent: Extent.General, decided: "moss=field")
                .Finds("A", "wood-missing", "mid", Active, amount: new(Count: 4)),
            "Re-roof the whole roof this season.",
            "Before next rain: Temporary repair (missing wood shingles) (Slope A (north), mid)",
            "Before next rain: Temporary repair (decayed wood shingles) (Slope A (north), lower half)",
            "This season: Re-roof the whole roof (Slopes A and B)"
        );

    [Fact]
    public void Worn_washers_on_metal_are_replaced_where_it_stains_first() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "3/12", Facing.South, CoveringKind.MetalLapped, 2008, 2)
                .Slope("B", "3/12", Facing.North, CoveringKind.MetalLapped, 2008, 1)
                .Finds("A", "metal-screws-out", "field", Stained, extent: Extent.General)
                .Finds("A", "metal-lap-open", "end lap", Stained)
                .Finds("B", "metal-screws-out", "field", extent: Extent.Scattered)
                .Finds("A", "closures-missing", "eave"),
            "Repair the roof and keep the covering.",
            "Before next rain: Replace the screws one size larger (Slope A (south), field)",
            "This season: Clean, seal and stitch the lap (Slope A (south), end lap)",
            "This season: Replace the screws one size larger (Slope B (north), field)",
            "Within a year: Install the panel closures (Slope A (south), eave)"
        );

    [Fact]
    public void A_leaking_internal_gutter_is_one_job_with_the_wood_it_rotted() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.North, CoveringKind.Slate, 1920, 1)
                .Finds("A", "gutter-internal", "north eave", Active)
                .Finds("A", "fascia-rotten", "north eave", Stained)
                .Finds("A", "soffit-loose", "north eave"),
            "Repair slope A and keep the covering.",
            "Before next rain: Reline the internal gutter or move it outside, with 2 related repairs (Slope A (north), north eave)"
        );

    [Fact]
    public void A_soffit_panel_loose_over_the_entry_is_secured_at_once_and_its_gutter_before_the_next_rain() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.North, CoveringKind.Slate, 1920, 1)
                .Finds("A", "gutter-internal", "north eave", Active)
                .Finds("A", "soffit-loose", "north eave", below: true),
            "Repair slope A and keep the covering.",
            "Immediate (safety): Refasten or replace the soffit panel (Slope A (north), north eave)",
            "Before next rain: Reline the internal gutter or move it outside (Slope A (north), north eave)"
        );

    [Fact]
    public void A_short_end_lap_that_leaks_goes_before_the_array_feet() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "3/12", Facing.South, CoveringKind.MetalStandingSeam, 2009, 1)
                .Finds("A", "metal-end-lap", "mid", Active)
                .Finds("A", "array-feet", "array", Stained)
                .Finds("A", "metal-dissimilar", "copper vent")
                .Finds("A", "metal-oil-canning", "field", extent: Extent.General),
            "Repair slope A and keep the covering.",
            "Before next rain: Extend and seal the end lap (Slope A (south), mid)",
            "Before next rain: Flash the feet of the array (Slope A (south), array)",
            "Monitor: Isolate the dissimilar metals (Slope A (south), copper vent)",
            "Monitor: Document the oil canning (Slope A (south), field)"
        );

    /// <summary>Asbestos-cement shingles are not broken or cut: said before the first step of each job on them, and of no other.</summary>
    [Fact]
    public void Work_on_asbestos_cement_begins_with_its_caution()
    {
        const string Caution =
            "These shingles may contain asbestos: do not break, cut, drill or sand them; a licensed firm samples and handles them under the local rules.";
        var judged = new ToldRoof("attic")
            .Slope("A", "7/12", Facing.South, CoveringKind.AsbestosCement, 1962, 2)
            .Slope("B", "7/12", Facing.North, CoveringKind.Slate, 1962, 1)
            .Finds("A", "cement-shingle-broken", "rake", amount: new(Count: 4))
            .Finds("B", "slate-broken", "rake", amount: new(Count: 4))
            .Finds("A", "gutter-clogged", "front")
            .Judged();
        judged.Cautions.ShouldContain(Caution);
        judged.Work.Where(w => w.Steps[0] == Caution).Select(w => w.Place).ShouldBe(["Slope A (south), rake"]);
        judged.Work.Count.ShouldBe(3);
    }

    /// <summary>A failing sheet beside sound copper: the sheet now, and the copper on its own date.</summary>
    [Fact]
    public void A_membrane_at_its_end_goes_and_the_copper_beside_it_stays() =>
        Holds(
            new ToldRoof("field")
                .Slope("A", "1/4:12", Facing.South, CoveringKind.Epdm, 1999, 4)
                .Slope("B", "4/12", Facing.North, CoveringKind.Copper, 1985, 1)
                .Finds("A", "seam-open", "north edge", Active)
                .Finds("B", "metal-dissimilar", "eave, steel screws"),
            "Replace the membrane on slope A within a year; maintain slope B.",
            "Before next rain: Temporary repair (open seam) (Slope A (south), north edge)",
            "Within a year: Replace the membrane on slope A (Slope A)",
            "Monitor: Isolate the dissimilar metals (Slope B (north), eave, steel screws)"
        );

    /// <summary>An exposure can be put right only by laying the shingles anew: it goes with the re-roof, and hurries nothing on a roof that stays.</summary>
    [Theory]
    [InlineData(1999, 3, "Plan the re-roof of slope A about 2028 (2026–2032).", "With re-roof: Plan the re-roof of slope A (Slope A)")]
    [InlineData(2001, 2, "Maintain slope A.", "Monitor: Correct the exposure at the re-roof (Slope A (south))")]
    public void Too_much_exposure_of_wood_shingles_goes_with_the_re_roof(int laid, int stage, string decision, string work) =>
        Holds(
            new ToldRoof("attic", "field")
                .Slope("A", "7/12", Facing.South, CoveringKind.WoodShingle, laid, stage)
                .Finds("A", "wood-exposure-large", "", measure: "8"),
            decision,
            work
        );
}
