using Kalpa.Core.Facts;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>Whole roofs of low slope, told as an inspector tells them, with the plan of work that a good one would write (common practice).</summary>
public class LowSlopeRoofTests
{
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;

    [Fact]
    public void Glued_seams_that_peel_are_a_new_membrane_and_the_open_seam_is_closed_until_then() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.Tpo, 2022, 2, under: Under.HeatedRoom)
                .Finds("A", "seam-glued", "all seams", measure: "3", extent: Extent.General)
                .Finds("A", "seam-open", "by the hatch", Active)
                .Finds("A", "insulation-wet", "by the hatch", Active, amount: new(WidthFeet: 8, HeightFeet: 8))
                .Finds("A", "base-flashing-low", "north wall", measure: "4"),
            "Replace the membrane on slope A this season.",
            "Before next rain: Temporary repair (open seam) (Slope A (south), by the hatch)",
            "This season: Replace the membrane on slope A (Slope A)"
        );

    [Fact]
    public void Spent_rubber_is_replaced_and_the_copper_beside_it_stays() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.Epdm, 1999, 4, 30, 30, Under.HeatedRoom)
                .Slope("C", "3/12", Facing.South, CoveringKind.Copper, 1990, 1, 30, 10, Under.HeatedRoom)
                .Finds("A", "seam-open", "north third", Active, extent: Extent.Scattered)
                .Finds("A", "membrane-shrunk", "parapet", extent: Extent.General)
                .Finds("C", "metal-dissimilar", "edge AC")
                .Finds("A", "drain-clogged", "middle"),
            "Replace the membrane on slope A this season; maintain slope C.",
            "Before next rain: Temporary repair (open seam) (Slope A (south), north third)",
            "Before next rain: Clear the drain and install the strainer (Slope A (south), middle)",
            "Before next rain: Temporary repair (membrane pulled away at walls) (Slope A (south), parapet)",
            "This season: Replace the membrane on slope A (Slope A)",
            "Monitor: Isolate the dissimilar metals (Slope C (south), edge AC)"
        );

    /// <summary>Built-up of 1994, rated widespread: two years are left, and a dry stand without its unit is taken off with the roof. One that leaks is not left so long.</summary>
    [Theory]
    [InlineData("curb-dead", WaterEvidence.NoneSeen, null)]
    [InlineData("curb-low", WaterEvidence.NoneSeen, null)]
    [InlineData("curb-dead", Stained, "This season: Remove the curb and close the deck (Slope A (south), east)")]
    [InlineData("plants-growing", WaterEvidence.NoneSeen, "Within a year: Remove the plants and repair below them (Slope A (south), east)")]
    public void What_hardly_grows_and_shows_no_water_waits_for_a_membrane_due_in_two_years(string code, WaterEvidence water, string? repair)
    {
        List<string> plan = ["Plan to replace the membrane on slope A about 2028 (2026–2031)."];
        if (repair is not null)
        {
            plan.Add(repair);
        }
        plan.Add("With re-roof: Plan to replace the membrane on slope A (Slope A)");
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.BuiltUp, 1994, 3, 60, 40, Under.HeatedRoom)
                .Finds("A", code, "east", water),
            [.. plan]
        );
    }

    /// <summary>Four years and more away: it is repaired by itself.</summary>
    [Fact]
    public void On_a_membrane_that_lasts_longer_it_is_repaired() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.ModifiedBitumen, 2008, 2, 60, 40, Under.HeatedRoom)
                .Finds("A", "curb-dead", "east"),
            "Plan to replace the membrane on slope A about 2030 (2027–2034).",
            "Within a year: Remove the curb and close the deck (Slope A (south), east)",
            "With re-roof: Plan to replace the membrane on slope A (Slope A)"
        );

    /// <summary>Cement smeared on a base flashing that is too low: new base flashing takes it off, and is as urgent as the leak.</summary>
    [Theory]
    [InlineData("base-flashing-low", "Raise the base flashing")]
    [InlineData("corner-failed", "Replace the corner flashing")]
    [InlineData("membrane-shrunk", "Relieve and refasten the membrane")]
    [InlineData("termination-loose", "Refasten and seal the termination bar")]
    public void Cement_on_a_base_flashing_goes_with_what_is_wrong_there(string code, string title) =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.ModifiedBitumen, 2018, 1, 60, 40, Under.HeatedRoom)
                .Finds("A", code, "west wall", measure: code == "base-flashing-low" ? "5" : null)
                .Finds("A", "cement-as-flashing", "west wall", Stained),
            "Repair slope A and keep the covering.",
            $"Before next rain: {title} (Slope A (south), west wall)"
        );

    /// <summary>A pipe for the condensate and a guard are two trades and two reasons, though they are at one unit.</summary>
    [Fact]
    public void A_guard_at_a_unit_is_not_part_of_the_work_on_the_unit_and_goes_before_it()
    {
        var roof = new ToldRoof("inside")
            .Slope("A", "0.25/12", Facing.South, CoveringKind.Tpo, 2020, 1, 60, 40, Under.HeatedRoom)
            .Finds("A", "condensate-loose", "unit 1")
            .Finds("A", "curb-low", "unit 1", measure: "4")
            .Finds("A", "hatch-edge-open", "hatch")
            .Finds("A", "equipment-edge-open", "unit 1");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "Within a year: Install a guard at the hatch (Slope A (south), hatch)",
            "Within a year: Install a guard at the edge (Slope A (south), unit 1)",
            "Within a year: Raise the curb (Slope A (south), unit 1)",
            "Within a year: Pipe the condensate to a drain (Slope A (south), unit 1)"
        );
        roof.Judged()
            .Work.Take(2)
            .Select(w => w.AboveNext)
            .ShouldBe([
                "As urgent as “install a guard at the edge”; either may come first.",
                "Ranked above “raise the curb” because someone can be injured; safety comes before property damage.",
            ]);
    }

    [Fact]
    public void A_clogged_drain_without_overflow_is_a_danger_and_the_pond_waits_for_the_new_membrane() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.BuiltUp, 2006, 3, 60, 40, Under.HeatedRoom)
                .Finds("A", "drain-clogged", "middle", below: true)
                .Finds("A", "overflow-none", "parapet", below: true)
                .Finds("A", "alligatoring", "field", extent: Extent.General)
                .Finds("A", "coping-open", "street side", Stained)
                .Finds("A", "ponding", "around the drain", amount: new(WidthFeet: 15, HeightFeet: 15)),
            "Plan to replace the membrane on slope A about 2028 (2026–2031).",
            "Immediate (safety): Clear the drain and install the strainer (Slope A (south), middle)",
            "Immediate (safety): Design and add overflow drainage (Slope A (south), parapet)",
            "Before next rain: Reseal or replace the coping joint (Slope A (south), street side)",
            "With re-roof: Plan to replace the membrane on slope A (Slope A)"
        );

    [Fact]
    public void A_leaking_unit_on_a_shrunk_sheet_is_serviced_first() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.Pvc, 2008, 2, 60, 40, Under.HeatedRoom)
                .Finds("A", "membrane-shrunk", "perimeter", extent: Extent.General)
                .Finds("A", "base-flashing-low", "hvac curb", measure: "4")
                .Finds("A", "pitch-pan-sunk", "pipe cluster", Stained)
                .Finds("A", "unit-leaks", "hvac", Active)
                .Finds("A", "grease-hood", "kitchen exhaust"),
            "Plan to replace the membrane on slope A about 2031 (2028–2035).",
            "Before next rain: Have the unit serviced (Slope A (south), hvac)",
            "Before next rain: Relieve and refasten the membrane (Slope A (south), perimeter)",
            "Before next rain: Refill the pitch pan or replace it with a boot (Slope A (south), pipe cluster)",
            "This season: Remove the grease and install containment (Slope A (south), kitchen exhaust)",
            "This season: Raise the base flashing (Slope A (south), hvac curb)",
            "With re-roof: Plan to replace the membrane on slope A (Slope A)"
        );

    [Fact]
    public void A_cap_sheet_near_its_end_is_not_coated_again() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.5/12", Facing.South, CoveringKind.ModifiedBitumen, 2014, 2, 40, 30, Under.HeatedRoom)
                .Finds("A", "blister", "middle", amount: new(WidthFeet: 3, HeightFeet: 2))
                .Finds("A", "cap-granules-lost", "field", extent: Extent.General)
                .Finds("A", "patch-ponded", "drain", WaterEvidence.Suspected)
                .Finds("A", "ponding", "drain", amount: new(WidthFeet: 10, HeightFeet: 8))
                .Finds("A", "termination-loose", "north wall"),
            "Plan to replace the membrane on slope A about 2030 (2027–2034).",
            "Before next rain: Refasten and seal the termination bar (Slope A (south), north wall)",
            "This season: Correct the drainage, then replace the patch (Slope A (south), drain)",
            "Within a year: Cut and patch the blister, or leave it if sound (Slope A (south), middle)",
            "With re-roof: Plan to replace the membrane on slope A (Slope A)"
        );

    /// <summary>Wet board spreads and rots the deck: with five years to the new membrane it is cut out with the repair of its cause.</summary>
    [Fact]
    public void Wet_insulation_is_cut_out_with_its_seam_where_the_new_membrane_is_years_away() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.Pvc, 2012, 2, 60, 40, Under.HeatedRoom)
                .Finds("A", "seam-open", "northeast corner", Active)
                .Finds("A", "insulation-wet", "northeast corner"),
            "Plan to replace the membrane on slope A about 2031 (2028–2035).",
            "Before next rain: Repair the open seam; map and replace the wet insulation (Slope A (south), northeast corner)",
            "With re-roof: Plan to replace the membrane on slope A (Slope A)"
        );

    [Fact]
    public void Wet_insulation_and_bare_felt_wait_for_a_membrane_that_is_due_in_two_years() =>
        Holds(
            new ToldRoof("inside")
                .Slope("A", "0.25/12", Facing.South, CoveringKind.BuiltUp, 2006, 3, 60, 40, Under.HeatedRoom)
                .Finds("A", "insulation-wet", "northeast corner")
                .Finds("A", "felts-bare", "southwest corner"),
            "Plan to replace the membrane on slope A about 2028 (2026–2031).",
            "With re-roof: Plan to replace the membrane on slope A (Slope A)"
        );
}
