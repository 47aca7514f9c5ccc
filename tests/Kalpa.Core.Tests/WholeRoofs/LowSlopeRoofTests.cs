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
