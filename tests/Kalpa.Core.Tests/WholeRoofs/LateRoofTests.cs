using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Urgency;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>Whole roofs late in the life of their covering, with the plan of work that a good inspector would write (common practice).</summary>
public class LateRoofTests
{
    private const string Lam = CoveringKind.LaminatedShingle;
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;

    /// <summary>A cover over failed felt holds for a season of storms, not for the year that a relay may take.</summary>
    [Fact]
    public void Tile_that_leaks_through_its_underlayment_is_relaid_this_season() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "4/12", Facing.South, CoveringKind.ConcreteTile, 1990, 2, eave: 50, run: 20)
                .Slope("B", "4/12", Facing.North, CoveringKind.ConcreteTile, 1990, 2, eave: 50, run: 20)
                .Finds("A", "underlayment-perished", "eave", Stained)
                .Finds("A", "tile-valley-choked", "valley AB")
                .Finds("B", "tile-cracked", "ridge", extent: Extent.Scattered),
            "Lift and relay the tile on slope A this season; plan to lift and relay the tile on slope B about 2031 (2027–2035).",
            "Before next rain: Temporary repair (deteriorated underlayment) (Slope A (south), eave)",
            "This season: Lift and relay the tile on slope A (Slope A)",
            "Within a year: Replace or glue the tile (Slope B (north), ridge)",
            "With re-roof: Plan to lift and relay the tile on slope B (Slope B)"
        );

    /// <summary>Water in one spot, or at a pipe or wall, is kept out there until the re-roof: it does not hurry it. Water through the covering in several spots does.</summary>
    [Theory]
    [InlineData("boot-collar-torn", Active, Extent.General, UrgencyClass.WithinYear)]
    [InlineData("shingle-missing", WaterEvidence.NoneSeen, Extent.General, UrgencyClass.WithinYear)]
    [InlineData("shingle-missing", WaterEvidence.Suspected, Extent.General, UrgencyClass.WithinYear)]
    [InlineData("shingle-missing", Active, Extent.OnePlace, UrgencyClass.WithinYear)]
    [InlineData("shingle-missing", Stained, Extent.Scattered, UrgencyClass.ThisSeason)]
    public void A_re_roof_is_hurried_by_water_through_the_covering(string code, WaterEvidence water, Extent extent, UrgencyClass at)
    {
        var judged = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2001, 4)
            .Finds("A", code, "rear", water, extent: extent)
            .Judged();
        judged.Work.Single(w => w.IsRenewal).Urgency.ShouldBe(at);
    }

    /// <summary>Two findings of one spot each, at two places, are several spots; at one place, at places that may be one, or the second at a pipe or dry, they are not.</summary>
    [Theory]
    [InlineData("shingle-missing", "kitchen", "nail-exposed", "bath", Stained, UrgencyClass.ThisSeason)]
    [InlineData("shingle-missing", "kitchen", "shingle-missing", "bath", Active, UrgencyClass.ThisSeason)]
    [InlineData("shingle-missing", "kitchen", "shingle-missing", "bath", WaterEvidence.NoneSeen, UrgencyClass.WithinYear)]
    [InlineData("shingle-missing", "kitchen", "shingle-split", "kitchen, left", Stained, UrgencyClass.WithinYear)]
    [InlineData("shingle-missing", "kitchen", "shingle-split", "", Stained, UrgencyClass.WithinYear)]
    [InlineData("shingle-missing", "kitchen", "boot-collar-torn", "bath", Active, UrgencyClass.WithinYear)]
    public void Two_leaks_through_the_covering_hurry_a_re_roof(
        string one,
        string at,
        string two,
        string there,
        WaterEvidence second,
        UrgencyClass due
    ) =>
        new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2001, 4)
            .Finds("A", one, at, Active)
            .Finds("A", two, there, second)
            .Judged()
            .Work.Single(w => w.IsRenewal)
            .Urgency.ShouldBe(due);

    /// <summary>The layer itself rules repair out: one spot is enough. An answer that does may be about something else than the hole.</summary>
    [Theory]
    [InlineData(CoveringKind.ConcreteTile, "underlayment-perished", null, UrgencyClass.ThisSeason)]
    [InlineData(CoveringKind.Tpo, "membrane-hole", "sheet-kind=not", UrgencyClass.WithinYear)]
    public void One_spot_is_enough_where_what_leaks_cannot_be_repaired(string kind, string code, string? decided, UrgencyClass at) =>
        new ToldRoof("attic")
            .Slope("A", kind == CoveringKind.Tpo ? "1/4:12" : "4/12", Facing.South, kind, 2012, 1)
            .Finds("A", code, "eave", Stained, decided: decided)
            .Judged()
            .Work.Single(w => w.IsRenewal)
            .Urgency.ShouldBe(at);

    /// <summary>A re-roof that water hurries goes before what is dry and as urgent, and says why.</summary>
    [Fact]
    public void What_leaks_and_cannot_be_repaired_goes_first_in_its_season()
    {
        var judged = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2001, 4)
            .Slope("B", "6/12", Facing.North, Lam, 2022, 0)
            .Finds("A", "glass-bare", "field", Stained, extent: Extent.General)
            .Finds("B", "shingle-missing", "rake")
            .Judged();
        judged
            .Work.Select(w => $"{w.UrgencyWords}: {w.Title}. {w.AboveNext}")
            .ShouldBe([
                "This season: Re-roof slope A. Ranked above “replace the missing shingles” because there were water signs there, and no repair would last.",
                "This season: Replace the missing shingles. ",
            ]);
    }

    [Fact]
    public void Shakes_split_all_over_wait_for_a_re_roof_in_two_years_and_gaps_do_not() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "7/12", Facing.South, CoveringKind.WoodShake, 1996, 3)
                .Finds("A", "wood-split", "field", extent: Extent.General)
                .Finds("A", "wood-missing", "over porch", extent: Extent.Scattered)
                .Finds("A", "ridge-cap-loose", "ridge"),
            "Plan the re-roof of slope A about 2028 (2026–2032).",
            "This season: Replace the missing shakes (Slope A (south), over porch)",
            "Within a year: Refasten or replace the ridge caps (Slope A (south), ridge)",
            "With re-roof: Plan the re-roof of slope A (Slope A)"
        );

    /// <summary>What is wrong all over waits for a covering that is likely to be renewed within three years, unless it lets water in or is only in spots.</summary>
    [Theory]
    [InlineData(3, Extent.General, WaterEvidence.NoneSeen, false)]
    [InlineData(4, Extent.General, WaterEvidence.NoneSeen, true)]
    [InlineData(3, Extent.Scattered, WaterEvidence.NoneSeen, true)]
    [InlineData(3, Extent.General, Stained, true)]
    public void A_widespread_repair_waits_for_three_years(int years, Extent extent, WaterEvidence water, bool done)
    {
        var judged = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2012, 2)
            .Lasts("A", new YearsLeft(years - 1, years, years + 1))
            .Finds("A", "nail-exposed", "field", water, extent: extent)
            .Finds("A", "tab-unsealed", "field", water, extent: extent)
            .Judged();
        judged.Work.Any(w => w.Title == "Reseal or replace the tabs").ShouldBe(done);
        judged.Work.Single(w => w.IsRenewal).Included!.Select(f => f.Name).ShouldContain("Unsealed or creased tabs");
    }

    /// <summary>Asbestos is known before work begins (OSHA 29 CFR 1926.1101(k), from memory): sampled before the tear-off and before other work on the slope.</summary>
    [Fact]
    public void What_may_hold_asbestos_is_sampled_before_anybody_works_there() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "5/12", Facing.East, CoveringKind.AsbestosCement, 1948, 2)
                .Slope("B", "6/12", Facing.West, Lam, 2001, 4)
                .Finds("A", "cement-shingle-broken", "mid")
                .Finds("A", "unknown-fibers", "mid")
                .Finds("B", "unknown-fibers", "below the shingles")
                .Finds("B", "shingle-missing", "rear", Stained, extent: Extent.Scattered),
            "Re-roof slope B this season; repair slope A and keep the covering.",
            "Before next rain: Temporary repair (missing or torn shingles) (Slope B (west), rear)",
            "This season: Have the material sampled by a licensed firm (Slope B (west), below the shingles)",
            "This season: Re-roof slope B (Slope B)",
            "Within a year: Have the material sampled by a licensed firm (Slope A (east), mid)",
            "Within a year: Have a licensed firm replace the shingle (Slope A (east), mid)"
        );

    /// <summary>A barrier is widened when the covering is off. A stain below it is not left for that: its source is traced now.</summary>
    [Fact]
    public void A_short_ice_barrier_waits_for_the_re_roof_and_the_stain_below_it_does_not() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "8/12", Facing.North, Lam, 2014, 1)
                .Finds("A", "ice-barrier-short", "eave", Stained)
                .Finds("A", "ceiling-stain", "bedroom eave", Stained),
            "Repair slope A and keep the covering.",
            "This season: Trace the source of the stain (Slope A (north), bedroom eave)",
            "With re-roof: Widen the ice barrier at the re-roof (Slope A (north), eave)"
        );

    /// <summary>A new covering cures no damp from inside: its source is found whatever becomes of the roof.</summary>
    [Fact]
    public void Mold_in_the_attic_is_evaluated_beside_the_re_roof() =>
        new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2001, 4)
            .Finds("A", "attic-mold", "attic", Stained, extent: Extent.General)
            .Judged()
            .Work.Select(w => w.Title)
            .ShouldBe(["Have the mold and the ventilation evaluated", "Re-roof slope A"], ignoreOrder: true);
}
