using Kalpa.Core.Facts;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>Whole tiled roofs, told as an inspector tells them, with the plan of work that a good one would write (common practice).</summary>
public class TileRoofTests
{
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;
    private const string Clay = CoveringKind.ClayTile;

    [Fact]
    public void Felt_that_is_gone_at_the_eave_is_a_relay_and_no_spot_patch() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "4/12", Facing.South, Clay, 1992, 1)
                .Slope("B", "4/12", Facing.North, Clay, 1992, 1)
                .Finds("A", "underlayment-perished", "eave", Stained)
                .Finds("A", "tile-valley-choked", "valley AB")
                .Finds("A", "tile-cracked", "mid slope", amount: new(Count: 3))
                .Finds("B", "tile-slipped", "over patio", below: true)
                .Finds("A", "deck-edge-rotten", "eave"),
            "Lift and relay the tile on slope A this season; plan to lift and relay the tile on slope B about 2031 (2028–2035).",
            "Immediate (safety): Refasten the tile (Slope B (north), over patio)",
            "Before next rain: Temporary repair (deteriorated underlayment) (Slope A (south), eave)",
            "This season: Lift and relay the tile on slope A (Slope A)",
            "With re-roof: Plan to lift and relay the tile on slope B (Slope B)"
        );

    [Fact]
    public void Tile_of_eight_years_with_a_leak_at_the_chimney_is_repaired() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "5/12", Facing.South, CoveringKind.ConcreteTile, 2018, 1)
                .Slope("B", "5/12", Facing.North, CoveringKind.ConcreteTile, 2018, 1)
                .Finds("A", "step-flashing-missing", "chimney", Active)
                .Finds("A", "attic-stain", "below chimney", Active)
                .Finds("A", "tile-cracked", "at the ladder", amount: new(Count: 1)),
            "Repair slope A and keep the covering; maintain slope B.",
            "Before next rain: Install step flashing (Slope A (south), chimney)",
            "Within a year: Replace or glue the tile (Slope A (south), at the ladder)"
        );

    [Fact]
    public void Old_tile_nobody_lifted() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "5/12", Facing.South, Clay, 1986, null)
                .Finds("A", "tile-old-sound", "all", decided: "tile-clocks=unseen"),
            "Lift two tiles on slope A and inspect the underlayment.",
            "Within a year: Plan to lift and relay the tile (Slope A (south), all)",
            "Within a year: Lift two tiles on slope A and inspect the underlayment (Slope A)"
        );

    [Fact]
    public void Tile_loose_over_the_entry_first() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.East, CoveringKind.ConcreteTile, 2010, null)
                .Finds("A", "tile-slipped", "over the entry", below: true, amount: new(Count: 3))
                .Finds("A", "tile-mortar-cracked", "ridge", extent: Extent.General)
                .Finds("A", "valley-debris", "valley AB")
                .Finds("A", "tile-pipe-sealant", "vent"),
            "Repair slope A and keep the covering.",
            "Immediate (safety): Refasten the tile (Slope A (east), over the entry)",
            "This season: Reset the ridge tile (Slope A (east), ridge)",
            "Within a year: Install two-stage pipe flashing (Slope A (east), vent)",
            "Within a year: Clear the valley (Slope A (east), valley AB)"
        );

    /// <summary>A repair that ends a stain is not told dry below.</summary>
    [Fact]
    public void A_cracked_tile_above_a_stained_ceiling_is_not_called_dry()
    {
        var why = Why(WaterEvidence.NoneSeen, "ceiling-stain");
        why.ShouldContain("Water signs were found: ceiling stain.");
        why.ShouldNotContain("No water signs");
        Why(WaterEvidence.NoneSeen, null).ShouldContain("No water signs were found below, where a leak would show.");
        Why(WaterEvidence.Suspected, "ceiling-stain").ShouldContain("Water entry is suspected, not confirmed.");
        Why(WaterEvidence.NoneSeen, "ceiling-stain", WaterEvidence.Active).ShouldContain("An active leak was seen: ceiling stain.");
        Why(WaterEvidence.NoneSeen, "ceiling-stain", there: "kitchen").ShouldContain("No water signs were found below");

        static string Why(WaterEvidence at, string? below, WaterEvidence sign = WaterEvidence.Stained, string there = "hall")
        {
            var roof = new ToldRoof("attic")
                .Slope("A", "5/12", Facing.South, CoveringKind.ConcreteTile, 2010, null, 50, 18)
                .Finds("A", "tile-cracked", "hall", at, extent: Extent.Scattered);
            if (below is not null)
            {
                roof.Finds("A", below, there, sign);
            }
            return roof.Judged().Work.Single(w => w.Title == "Replace or glue the tile").Why;
        }
    }
}
