using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>Whole shingled houses, told as an inspector tells them, with the plan of work that a good one would write (common practice).</summary>
public class ShingleRoofTests
{
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;
    private const string Three = CoveringKind.ThreeTabShingle;
    private const string Lam = CoveringKind.LaminatedShingle;

    [Fact]
    public void A_bare_roof_with_a_torn_boot_is_re_roofed_whole_and_the_boot_is_covered_until_then() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "4/12", Facing.South, Three, 2004, 3)
                .Slope("B", "4/12", Facing.North, Three, 2004, 2)
                .Finds("A", "granules-lost", "field", extent: Extent.General)
                .Finds("A", "boot-collar-torn", "bath vent", Stained)
                .Finds("B", "gutter-clogged", "rear")
                .Finds("A", "tab-unsealed", "ridge end", extent: Extent.Scattered),
            "Re-roof the whole roof within a year.",
            "Before next rain: Temporary repair (torn pipe boot) (Slope A (south), bath vent)",
            "Within a year: Clean and flush the gutter (Slope B (north), rear)",
            "Within a year: Re-roof the whole roof (Slopes A and B)"
        );

    [Fact]
    public void A_stained_wall_below_a_missing_kick_out_is_opened_once() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.East, Lam, 2018, 1)
                .Slope("B", "6/12", Facing.West, Lam, 2018, 1)
                .Finds("A", "kickout-missing", "front gable wall", Stained, decided: "kickout=signs")
                .Finds("A", "stucco-stained", "front gable wall", Stained)
                .Finds("B", "moss-grown", "lower third", decided: "moss=field"),
            "Repair slope A and keep the covering; maintain slope B.",
            "Before next rain: Have the wall opened and evaluated, then install a kick-out (Slope A (east), front gable wall)",
            "Monitor: Treat and remove the moss (Slope B (west), lower third)"
        );

    [Fact]
    public void A_soft_spot_over_lined_up_joints_is_one_job() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2016, 1)
                .Finds("A", "deck-soft", "above the porch", Stained, amount: new(WidthFeet: 4, HeightFeet: 4))
                .Finds("A", "joint-offset-short", "above the porch", measure: "1"),
            "Repair slope A and keep the covering.",
            "Immediate (safety): Keep off; open the roof and replace the deck; reinstall the affected courses (Slope A (south), above the porch)"
        );

    [Fact]
    public void Boot_and_gutter_are_repaired_and_moss_is_watched() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.North, Lam, 2016, 1)
                .Slope("B", "6/12", Facing.South, Lam, 2016, 1)
                .Finds("A", "boot-collar-torn", "main stack")
                .Finds("A", "moss-grown", "eave", decided: "moss=field")
                .Finds("B", "gutter-clogged", "front"),
            "Repair the roof and keep the covering.",
            "Within a year: Replace the pipe boot (Slope A (north), main stack)",
            "Within a year: Clean and flush the gutter (Slope B (south), front)",
            "Monitor: Treat and remove the moss (Slope A (north), eave)"
        );

    [Fact]
    public void A_flat_porch_under_shingles_goes_before_gutter_guards() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2014, 1)
                .Slope("P", "0.5/12", Facing.South, Lam, 2014, 2, 16, 8, Under.Porch)
                .Finds("P", "covering-too-flat", "porch", measure: "0.5/12")
                .Finds("A", "gutter-guard", "front"),
            "Replace the covering of slope P or re-slope it within a year; repair slope A and keep the covering.",
            "Within a year: Replace the covering of slope P or re-slope it (Slope P)",
            "Within a year: Clean the gutter and keep guards that open (Slope A (south), front)"
        );

    [Fact]
    public void Flue_gas_before_the_leak_before_the_tab() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2010, 2)
                .Finds("", "flue-open-attic", "water heater")
                .Finds("A", "flashing-rusted", "chimney", Active)
                .Finds("A", "shingle-missing", "rake", amount: new(Count: 1)),
            "Plan the re-roof of slope A about 2030 (2027–2034).",
            "Immediate (safety): Stop using the appliance and call a heating contractor (Water heater)",
            "Before next rain: Replace the rusted flashing (Slope A (south), chimney)",
            "This season: Replace the missing shingles (Slope A (south), rake)",
            "With re-roof: Plan the re-roof of slope A (Slope A)"
        );

    [Fact]
    public void A_wet_skylight_unit_in_one_room_does_not_explain_the_stain_in_another() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "4/12", Facing.South, Lam, 2012, 1, under: Under.CathedralCeiling)
                .Finds("A", "skylight-unit-wet", "kitchen")
                .Finds("A", "skylight-flashing", "bath", Active)
                .Finds("A", "ceiling-stain", "bath", Active),
            "Repair slope A and keep the covering.",
            "Before next rain: Replace the skylight flashing (Slope A (south), bath)",
            "Within a year: Have the skylight unit evaluated (Slope A (south), kitchen)"
        );

    [Fact]
    public void Two_brittle_layers_are_one_re_roof_and_the_gap_is_covered_until_then() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "5/12", Facing.West, Three, 2003, 3, layers: 2)
                .Slope("B", "5/12", Facing.East, Three, 2003, 3, layers: 2)
                .Finds("A", "shingle-missing", "rake", extent: Extent.Scattered, amount: new(Count: 14), decided: "repair-replace=bare")
                .Finds("A", "shingle-brittle", "field", extent: Extent.General)
                .Finds("A", "layers-many", "rake", measure: "2"),
            "Re-roof the whole roof within a year.",
            "This season: Temporary repair (missing or torn shingles) (Slope A (west), rake)",
            "Within a year: Re-roof the whole roof (Slopes A and B)",
            "no job: Layers of covering 2: within the limit (at most 2). Within its limit: nothing has to be done."
        );

    [Fact]
    public void A_leaning_chimney_before_its_flashing_and_its_crown() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "8/12", Facing.North, Lam, 2015, 1)
                .Finds("A", "chimney-leaning", "kitchen chimney", below: true)
                .Finds("A", "crown-cracked", "kitchen chimney")
                .Finds("A", "mortar-open", "kitchen chimney")
                .Finds("A", "cement-thick", "kitchen chimney", Stained)
                .Finds("A", "chimney-cap-gone", "kitchen chimney"),
            "Repair slope A and keep the covering.",
            "Immediate (safety): Keep people away and have an engineer evaluate it (Slope A (north), kitchen chimney)",
            "Before next rain: Remove the cement and replace the flashing (Slope A (north), kitchen chimney)",
            "This season: Refer the crown to a mason, with 2 related repairs (Slope A (north), kitchen chimney)"
        );

    [Fact]
    public void A_slope_with_four_years_left_is_planned_before_an_array() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2012, 2)
                .Slope("B", "6/12", Facing.North, Lam, 2012, 1)
                .For(CommissionPurpose.Solar)
                .Finds("A", "nail-exposed", "ridge", amount: new(Count: 3)),
            "Plan the re-roof of slope A about 2030 (2027–2034); maintain slope B.",
            "With re-roof: Plan the re-roof of slope A (Slope A)"
        );

    [Fact]
    public void A_narrow_ice_barrier_waits_for_the_re_roof_and_the_stain_is_traced() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "5/12", Facing.North, Lam, 2010, 2)
                .Slope("B", "5/12", Facing.South, Lam, 2010, 2)
                .Finds("A", "ice-barrier-short", "eave", Stained, measure: "12")
                .Finds("A", "attic-stain", "eave", Stained)
                .Finds("", "soffit-blocked", "north")
                .Finds("", "bath-fan-attic", "bath"),
            "Plan the re-roof of the whole roof about 2030 (2027–2033).",
            "This season: Trace the source of the stain (Slope A (north), eave)",
            "This season: Vent the bath fan outdoors (Bath)",
            "Within a year: Open the soffit vents (North)",
            "With re-roof: Plan the re-roof of the whole roof (Slopes A and B)"
        );

    [Fact]
    public void After_a_storm_the_open_place_and_what_the_tarp_hides_come_first() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.West, Lam, 2011, 2)
                .Slope("B", "6/12", Facing.East, Lam, 2011, 1)
                .For(CommissionPurpose.Claim)
                .Finds("A", "tarp-in-place", "ridge", Active)
                .Finds("A", "hail-bruise", "field", extent: Extent.General)
                .Finds("A", "shingle-missing", "ridge", Active, amount: new(Count: 20))
                .Finds("A", "gutter-granules", "front"),
            "Plan the re-roof of slope A about 2030 (2027–2034); maintain slope B.",
            "Before next rain: Replace the missing shingles (Slope A (west), ridge)",
            "With re-roof: Plan the re-roof of slope A (Slope A)",
            "Monitor: Clean the gutter and rate the slope above (Slope A (west), front)"
        );

    [Fact]
    public void A_sound_roof_of_three_years_asks_for_nothing() =>
        Holds(
            new ToldRoof("attic").Slope("A", "6/12", Facing.South, Lam, 2023, 0).Slope("B", "6/12", Facing.North, Lam, 2023, 0),
            "Maintain the roof."
        );

    [Fact]
    public void A_fan_into_the_attic_is_vented_outdoors_before_its_mold() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.North, Lam, 2014, 1)
                .Finds("", "bath-fan-attic", "bath")
                .Finds("A", "attic-mold", "north bays", extent: Extent.General)
                .Finds("A", "nail-rust-attic", "north bays", extent: Extent.General)
                .Finds("", "soffit-blocked", "north"),
            "Repair slope A and keep the covering.",
            "This season: Vent the bath fan outdoors (Bath)",
            "This season: Open the soffit vents, with 2 related repairs (North)"
        );

    [Fact]
    public void The_inspector_says_replace_and_other_trades_do_not_wait() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2012, 2)
                .Recommends(OpinionAction.Replace, "A")
                .Finds("A", "boot-collar-torn", "bath", Active)
                .Finds("A", "nail-exposed", "ridge")
                .Finds("A", "counter-flashing-missing", "chimney")
                .Finds("A", "chimney-cap-gone", "chimney")
                .Finds("A", "gutter-sag", "front"),
            "Re-roof slope A about 2030 (2027–2034).",
            "Before next rain: Replace the pipe boot (Slope A (south), bath)",
            "Within a year: Install counter-flashing (Slope A (south), chimney)",
            "Within a year: Install a flue cap (Slope A (south), chimney)",
            "Within a year: Rehang the gutter (Slope A (south), front)",
            "With re-roof: Re-roof slope A (Slope A)"
        );

    [Fact]
    public void A_chase_is_one_job_with_cover_collar_and_siding() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "8/12", Facing.West, Lam, 2014, 1)
                .Finds("A", "chase-cover-dished", "chase", Stained)
                .Finds("A", "chase-siding-swollen", "chase")
                .Finds("A", "flue-collar-rusted", "chase")
                .Finds("A", "chase-hole-tight", "chase"),
            "Repair slope A and keep the covering.",
            "Before next rain: Replace the chase cover, with 3 related repairs (Slope A (west), chase)"
        );

    [Fact]
    public void A_new_roof_with_too_few_nails_goes_back_to_its_installer() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2026, 0)
                .For(CommissionPurpose.InstallerCheck)
                .Finds("A", "nails-few", "courses", measure: "3", extent: Extent.General)
                .Finds("A", "nail-in-joint", "courses", extent: Extent.Scattered)
                .Finds("A", "starter-reversed", "eave")
                .Finds("A", "drip-edge-lap-short", "eave", measure: "1/2"),
            "Repair slope A and keep the covering.",
            "Within a year: Add nails and reseal; remove the nail and seal the hole (Slope A (south), courses)",
            "Within a year: Extend the drip-edge lap (Slope A (south), eave)",
            "Within a year: Set the first course in cement (Slope A (south), eave)"
        );

    [Fact]
    public void A_specialist_is_asked_and_the_leak_does_not_wait() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2012, 2)
                .Recommends(OpinionAction.HaveJudged, "A")
                .Finds("A", "plane-sagging", "mid")
                .Finds("A", "boot-collar-torn", "bath", Active),
            "Have slope A evaluated by a roofer.",
            "Before next rain: Replace the pipe boot (Slope A (south), bath)",
            "Within a year: Have an engineer evaluate the sagging framing (Slope A (south), mid)",
            "Within a year: Have slope A evaluated by a roofer (Slope A)"
        );

    [Fact]
    public void A_buyer_whose_attic_was_not_seen_hears_no_word_of_dryness() =>
        Holds(
            new ToldRoof()
                .Slope("A", "6/12", Facing.South, Lam, 2008, 2)
                .For(CommissionPurpose.Buyer)
                .Finds("A", "boot-collar-torn", "main stack", WaterEvidence.NotChecked)
                .Finds("A", "vents-missing", "soffit", WaterEvidence.NotChecked),
            "Plan the re-roof of slope A about 2030 (2027–2034).",
            "This season: Replace the pipe boot (Slope A (south), main stack)",
            "Within a year: Install intake vents (Slope A (south), soffit)",
            "With re-roof: Plan the re-roof of slope A (Slope A)"
        );

    [Fact]
    public void Cement_behind_a_wide_chimney_is_a_cricket_and_new_flashing() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "7/12", Facing.North, Lam, 2012, 1)
                .Finds("A", "cricket-missing", "kitchen chimney", Stained, measure: "40")
                .Finds("A", "cement-thick", "kitchen chimney, uphill side", Stained)
                .Finds("A", "attic-stain", "below the kitchen chimney", Stained)
                .Finds("A", "counter-flashing-short", "kitchen chimney", measure: "1"),
            "Repair slope A and keep the covering.",
            "Before next rain: Build a chimney cricket and replace the counter-flashing (Slope A (north), kitchen chimney)"
        );

    [Fact]
    public void Small_things_on_a_sound_roof() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2018, 0)
                .Finds("A", "algae-streaks", "north")
                .Finds("A", "foot-scuff", "ladder")
                .Finds("A", "nail-exposed", "ridge cap")
                .Finds("A", "drip-edge-lap-short", "rake", measure: "1")
                .Finds("", "gutter-granules", "front")
                .Finds("A", "tree-over", "rear"),
            "Repair slope A and keep the covering.",
            "Within a year: Extend the drip-edge lap (Slope A (south), rake)",
            "Within a year: Refer pruning to an arborist (Slope A (south), rear)",
            "Monitor: Remove the nail and seal the hole (Slope A (south), ridge cap)",
            "Monitor: Clean the gutter and rate the slope above (Front)",
            "Monitor: Document, or wash gently (Slope A (south), north)",
            "Monitor: Document the scuffs (Slope A (south), ladder)"
        );

    [Fact]
    public void Four_slopes_three_of_them_due() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "8/12", Facing.South, Three, 2004, 3)
                .Slope("B", "8/12", Facing.North, Three, 2004, 2)
                .Slope("C", "3/12", Facing.East, CoveringKind.RollRoofing, 2012, 3, 20, 10, Under.HeatedRoom)
                .Slope("G", "5/12", Facing.West, Lam, 2019, 1, 24, 12, Under.Garage)
                .Finds("A", "boot-collar-torn", "stack", Active)
                .Finds("A", "attic-stain", "stack", Active)
                .Finds("C", "membrane-hole", "by the door", Active)
                .Finds("C", "ceiling-stain", "by the door", Active)
                .Finds("B", "step-flashing-short", "dormer", Stained, measure: "3")
                .Finds("B", "siding-decayed", "dormer", Stained)
                .Finds("G", "gutter-missing", "drive")
                .Finds("", "fascia-rotten", "rear"),
            "Re-roof slopes A, B and C within a year; maintain slope G.",
            "Before next rain: Temporary repair (hole in the membrane) (Slope C (east), by the door)",
            "Before next rain: Temporary repair (torn pipe boot) (Slope A (south), stack)",
            "Before next rain: Temporary repair (short step flashing) (Slope B (north), dormer)",
            "Before next rain: Replace the siding from the top down (Slope B (north), dormer)",
            "This season: Replace the decayed wood and correct the cause (Rear)",
            "Within a year: Re-roof slopes A, B and C (Slopes A, B and C)",
            "Monitor: Recommended: consider a gutter where the wall shows splash (Slope G (west), drive)"
        );

    /// <summary>What is rotten behind the siding is known once the wall is open: the siding is no job of its own before that.</summary>
    [Fact]
    public void Decayed_siding_is_replaced_with_the_wall_that_is_opened()
    {
        var roof = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.East, Lam, 2018, 1)
            .Finds("A", "kickout-missing", "porch wall", Stained)
            .Finds("A", "siding-decayed", "porch wall");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "Before next rain: Have the wall opened and evaluated, then install a kick-out (Slope A (east), porch wall)"
        );
        var job = roof.Judged().Work.Single();
        job.Steps.ShouldContain("Remove decayed boards and check the wrap");
        job.Resolves!.Select(f => f.Name).ShouldBe(["Missing kick-out flashing", "Decayed siding above the roof"]);
    }

    /// <summary>No age and no rating is no reason to say that a roof lasts; what was found on it is repaired all the same.</summary>
    [Fact]
    public void What_nobody_rated_is_not_said_to_last()
    {
        var roof = new ToldRoof("attic", "field")
            .Slope("A", "6/12", Facing.South, Lam, null, null)
            .Slope("B", "6/12", Facing.North, Lam, 2018, 1)
            .Finds("A", "nail-exposed", "above the porch", Stained);
        Holds(
            roof,
            "Rate slope A to decide on it; maintain slope B.",
            "This season: Remove the nail and seal the hole (Slope A (south), above the porch)"
        );
        var decision = roof.Judged().RoofDecisions[0];
        decision.Why.ShouldBe("Neither its age nor its condition is recorded, so its remaining life is unknown: rate it, or find its age.");
        decision.Mark.ShouldBe("Rate");
        var bare = roof.Facts();
        Assessor
            .Assess(bare with { Coverings = [.. bare.Coverings.Skip(1)], Findings = [] }, RuleBook.Current)
            .Decision.ShouldBe("Record the covering of slope A to decide on it; maintain slope B.");
    }
}
