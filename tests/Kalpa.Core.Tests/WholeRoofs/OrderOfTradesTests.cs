using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>Whole roofs on which the order of work and who goes first matter, with the plan of work that a good inspector would write (common practice).</summary>
public class OrderOfTradesTests
{
    private const string Lam = CoveringKind.LaminatedShingle;
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;

    [Fact]
    public void Framing_is_evaluated_before_a_new_covering_is_ordered() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "5/12", Facing.South, CoveringKind.ThreeTabShingle, 2004, 3, layers: 2)
                .Slope("B", "5/12", Facing.North, CoveringKind.ThreeTabShingle, 2004, 3, layers: 2)
                .Finds("A", "plane-sagging", "mid span")
                .Finds("B", "boot-collar-torn", "bath", Active)
                .Finds("", "tree-over", "rear")
                .Finds("A", "chimney-short", "main chimney"),
            "Re-roof the whole roof within a year.",
            "Before next rain: Temporary repair (torn pipe boot) (Slope B (north), bath)",
            "Within a year: Have an engineer evaluate the sagging framing (Slope A (south), mid span)",
            "Within a year: Have a chimney specialist evaluate the height (Slope A (south), main chimney)",
            "Within a year: Refer pruning to an arborist (Rear)",
            "Within a year: Re-roof the whole roof (Slopes A and B)"
        );

    /// <summary>One mason does both, and is named by the closer name; a stain calls for nobody of its own, and a roofer is named beside somebody else only.</summary>
    [Theory]
    [InlineData("crown-cracked", "mortar-open", "chimney mason")]
    [InlineData("crown-cracked", "ceiling-stain", "chimney mason")]
    [InlineData("cricket-missing", "cement-thick", "")]
    [InlineData("mortar-open", "chimney-cap-gone", "chimney mason")]
    public void Trades_of_one_job_are_named_once(string one, string other, string trade) =>
        new ToldRoof("attic", "inside")
            .Slope("A", "8/12", Facing.South, Lam, 2018, 0)
            .Finds("A", one, "chimney")
            .Finds("A", other, "chimney")
            .Judged()
            .Work.ShouldHaveSingleItem()
            .Trade.ShouldBe(trade);

    [Fact]
    public void A_sag_that_was_to_be_watched_is_evaluated_with_a_re_roof_this_season() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "1/12", Facing.South, Lam, 2015, 2, under: Under.HeatedRoom)
                .Finds("A", "plane-sagging", "mid span")
                .Finds("A", "shingle-missing", "kitchen", Active),
            "Replace the covering of slope A or re-slope it this season.",
            "Before next rain: Temporary repair (missing or torn shingles) (Slope A (south), kitchen)",
            "This season: Have an engineer evaluate the sagging framing (Slope A (south), mid span)",
            "This season: Replace the covering of slope A or re-slope it (Slope A)"
        );

    [Fact]
    public void Immediate_dangers_go_by_their_kind() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "6/12", Facing.South, Lam, 2018, 0)
                .Finds("", "wires-low", "service drop")
                .Finds("A", "deck-soft", "rear eave", Stained)
                .Finds("", "framing-cut", "attic")
                .Finds("", "dryer-attic", "laundry")
                .Finds("", "flue-open-attic", "boiler")
                .Finds("", "soffit-loose", "over the entry", below: true),
            "Repair slope A and keep the covering.",
            "Immediate (safety): Stop using the appliance and call a heating contractor (Boiler)",
            "Immediate (safety): Stop using the dryer and vent it outdoors (Laundry)",
            "Immediate (safety): Have an engineer evaluate the framing (Attic)",
            "Immediate (safety): Keep off; open the roof and replace the deck (Slope A (south), rear eave)",
            "Immediate (safety): Have the utility evaluate the service wires (Service drop)",
            "Immediate (safety): Refasten or replace the soffit panel (Over the entry)"
        );

    [Fact]
    public void Repairs_on_a_roof_due_in_some_years_are_one_job_a_place() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2005, 2)
                .Finds("A", "counter-flashing-missing", "chimney", Stained)
                .Finds("A", "cricket-missing", "chimney", Stained, measure: "42")
                .Finds("A", "cement-thick", "chimney", Stained)
                .Finds("A", "deck-delaminated", "chimney", Stained)
                .Finds("A", "boot-collar-torn", "bath", Active)
                .Finds("A", "boot-flange-buried", "bath", Active)
                .Finds("A", "ridge-cap-cracked", "ridge"),
            "Plan the re-roof of slope A about 2030 (2027–2034).",
            "Before next rain: Replace the pipe boot and reset the boot over the lower course (Slope A (south), bath)",
            "Before next rain: Build a chimney cricket, with 2 related repairs (Slope A (south), chimney)",
            "Within a year: Replace the ridge caps (Slope A (south), ridge)",
            "With re-roof: Plan the re-roof of slope A (Slope A)"
        );

    [Fact]
    public void What_can_wait_a_year_is_not_repaired_on_a_roof_that_is_due_next_year() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2003, 3)
                .Slope("B", "6/12", Facing.North, Lam, 2003, 2)
                .Finds("B", "ridge-cap-cracked", "ridge")
                .Finds("B", "boot-collar-torn", "bath", Stained)
                .Finds("B", "shingle-missing", "rake"),
            "Plan the re-roof of the whole roof about 2027 (2026–2034).",
            "Before next rain: Replace the pipe boot (Slope B (north), bath)",
            "This season: Replace the missing shingles (Slope B (north), rake)",
            "With re-roof: Plan the re-roof of the whole roof (Slopes A and B)"
        );

    /// <summary>Words for no place in particular put nothing together.</summary>
    [Fact]
    public void Hail_and_short_nailing_all_over_one_slope_are_two_matters() =>
        Holds(
            new ToldRoof("attic", "inside")
                .Slope("A", "6/12", Facing.South, Lam, 2022, 0)
                .Finds("A", "hail-bruise", "field", extent: Extent.General)
                .Finds("A", "nails-few", "the whole field", measure: "3", extent: Extent.General)
                .Finds("A", "tab-unsealed", "all over", extent: Extent.Scattered),
            "Repair slope A and keep the covering.",
            "This season: Reseal or replace the tabs (Slope A (south), all over)",
            "This season: Add nails and reseal (Slope A (south), the whole field)",
            "Within a year: Document and monitor, or replace the slope (Slope A (south), field)"
        );

    [Fact]
    public void Fan_and_soffits_come_before_the_mold_and_the_nails_are_looked_at_again() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "4/12", Facing.South, Lam, 2018, 1)
                .Finds("", "bath-fan-attic", "north bath")
                .Finds("", "soffit-blocked")
                .Finds("", "nail-rust-attic", extent: Extent.General)
                .Finds("", "attic-mold", "north side", Stained),
            "Maintain slope A.",
            "This season: Vent the bath fan outdoors (North bath)",
            "This season: Open the soffit vents",
            "This season: Have the mold and the ventilation evaluated (North side)",
            "This season: Re-inspect the rusted nail points once the ventilation is corrected"
        );

    [Fact]
    public void Wet_wood_below_a_boot_is_opened_once_with_it() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2018, 1)
                .Finds("A", "boot-collar-torn", "bath", Stained)
                .Finds("A", "wood-wet", "below the bath", Stained)
                .Finds("A", "deck-delaminated", "bath", Stained)
                .Finds("A", "hatch-edge-open", "hatch"),
            "Repair slope A and keep the covering.",
            "Before next rain: Replace the pipe boot, with 2 related repairs (Slope A (south), bath)",
            "Within a year: Install a guard at the hatch (Slope A (south), hatch)"
        );

    [Fact]
    public void What_comes_before_a_new_covering_says_why()
    {
        var work = new ToldRoof("attic", "inside")
            .Slope("A", "1/12", Facing.South, Lam, 2015, 2, under: Under.HeatedRoom)
            .Slope("B", "6/12", Facing.North, Lam, 2022, 0)
            .Finds("A", "plane-sagging", "mid span")
            .Finds("B", "plane-sagging", "ridge")
            .Finds("A", "shingle-missing", "kitchen", Active)
            .Judged()
            .Work;
        var sag = work.Single(w =>
            w.Title == "Have an engineer evaluate the sagging framing" && w.Place.Contains("mid span", StringComparison.Ordinal)
        );
        sag.Why.ShouldEndWith("The framing is evaluated before a new covering is ordered.");
        sag.Number.ShouldBe(work.Single(w => w.IsRenewal).Number - 1);
        sag.AboveNext.ShouldBe(
            "Ranked above “replace the covering of slope A or re-slope it” because the framing is evaluated before a new covering is ordered."
        );
        // Under a covering that stays it is due as ever.
        var other = work.Single(w => w.Place.Contains("ridge", StringComparison.Ordinal));
        other.UrgencyWords.ShouldBe("Within a year");
        other.Why.ShouldNotContain("before a new covering");
    }

    [Fact]
    public void A_chimney_is_worked_on_before_the_new_covering_is_laid()
    {
        var work = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2000, 4)
            .Finds("A", "chimney-short", "main chimney")
            .Judged()
            .Work;
        work[0].AboveNext.ShouldBe("Ranked above “re-roof slope A” because that work is done before a new covering is laid.");
    }

    /// <summary>A class that the inspector chose stands.</summary>
    [Fact]
    public void A_sag_that_the_inspector_moved_stays_where_it_was_put()
    {
        var roof = new ToldRoof("attic").Slope("A", "6/12", Facing.South, Lam, 2000, 4).Finds("A", "plane-sagging", "mid span");
        roof.Moves(UrgencyClass.Watch);
        var work = roof.Judged().Work;
        work[^1].Title.ShouldBe("Have an engineer evaluate the sagging framing");
        work[^1].UrgencyWords.ShouldBe("Monitor");
    }

    /// <summary>A reglet cut in a soft joint holds nothing: the mason comes first, this season as the flashing.</summary>
    [Fact]
    public void A_chimney_is_repointed_before_flashing_is_set_into_it()
    {
        var roof = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2014, 1, 40, 8)
            .Finds("A", "counter-flashing-missing", "chimney", Stained)
            .Finds("A", "crown-cracked", "chimney")
            .Finds("A", "brick-spalled", "chimney");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "This season: Refer the crown and the spalled brick to a mason (Slope A (south), chimney)",
            "This season: Install counter-flashing (Slope A (south), chimney)"
        );
        var work = roof.Judged().Work;
        work[0]
            .AboveNext.ShouldBe(
                "Ranked above “install counter-flashing” because loose masonry is repaired before flashing is set into it."
            );
    }

    /// <summary>No mason comes before the next rain; until he does the flashing is kept dry.</summary>
    [Fact]
    public void Masonry_at_a_leak_is_due_this_season_and_no_sooner()
    {
        var roof = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2014, 1, 40, 8)
            .Finds("A", "counter-flashing-missing", "chimney", Active)
            .Finds("A", "brick-spalled", "chimney");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "Before next rain: Install counter-flashing (Slope A (south), chimney)",
            "This season: Refer the spalled brick to a mason (Slope A (south), chimney)"
        );
        roof.Judged().Work[1].Why.ShouldEndWith("Loose masonry is repaired before flashing is set into it.");
    }

    [Fact]
    public void The_brick_of_another_chimney_waits() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2014, 1, 40, 8)
                .Slope("B", "6/12", Facing.North, Lam, 2014, 1, 40, 8)
                .Finds("A", "counter-flashing-missing", "east chimney", Stained)
                .Finds("A", "brick-spalled", "west chimney")
                .Finds("B", "brick-spalled", "chimney"),
            "Repair the roof and keep the covering.",
            "This season: Install counter-flashing (Slope A (south), east chimney)",
            "Within a year: Refer the spalled brick to a mason (Slope A (south), west chimney)",
            "Within a year: Refer the spalled brick to a mason (Slope B (north), chimney)"
        );

    [Fact]
    public void Trees_and_the_moss_under_them_are_one_job_on_both_slopes() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "5/12", Facing.South, CoveringKind.WoodShake, 2012, 1)
                .Slope("B", "5/12", Facing.North, CoveringKind.WoodShake, 2012, 1)
                .Finds("A", "tree-over")
                .Finds("B", "moss-grown", extent: Extent.General),
            "Repair slope A and keep the covering; maintain slope B.",
            "Within a year: Refer pruning to an arborist; treat and remove the moss (Slope A (south); Slope B (north))"
        );

    /// <summary>Decayed wood takes its edge metal with it, after the boot that leaks: it decays over seasons and not with the next rain.</summary>
    [Fact]
    public void A_decayed_fascia_is_one_job_with_its_edge_metal_after_the_leak() =>
        Holds(
            new ToldRoof("attic", "ground")
                .Slope("A", "6/12", Facing.South, Lam, 2016, 1)
                .Finds("A", "fascia-rotten", "front")
                .Finds("A", "edge-metal-missing", "front")
                .Finds("A", "gutter-behind", "front")
                .Finds("A", "boot-collar-torn", "bath", Stained),
            "Repair slope A and keep the covering.",
            "Before next rain: Replace the pipe boot (Slope A (south), bath)",
            "This season: Replace the edge metal and the wood together, with 2 related repairs (Slope A (south), front)"
        );

    /// <summary>All that keeps air from the attic is corrected before its mold, the slot that was never cut as well.</summary>
    [Fact]
    public void What_keeps_air_from_the_attic_is_corrected_before_its_mold() =>
        Holds(
            new ToldRoof("attic")
                .Slope("A", "6/12", Facing.South, Lam, 2016, 1)
                .Finds("A", "ridge-slot-uncut", "ridge")
                .Finds("", "soffit-blocked", "north eave")
                .Finds("", "bath-fan-attic", "bath")
                .Finds("", "attic-mold", "north side", extent: Extent.General),
            "Repair slope A and keep the covering.",
            "This season: Vent the bath fan outdoors (Bath)",
            "This season: Cut the slot below the ridge vent (Slope A (south), ridge)",
            "This season: Open the soffit vents (North eave)",
            "This season: Have the mold and the ventilation evaluated (North side)"
        );

    /// <summary>A roof of two coverings: each boot by its own steps.</summary>
    [Fact]
    public void On_a_roof_of_two_coverings_each_boot_is_replaced_in_its_own_way()
    {
        var work = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2016, 1)
            .Slope("B", "1/4:12", Facing.North, CoveringKind.Epdm, 2016, 0)
            .Finds("A", "boot-collar-torn", "bath", Stained)
            .Finds("B", "boot-collar-torn", "kitchen", Stained)
            .Judged()
            .Work.ToDictionary(w => w.Place);
        work["Slope A (south), bath"].Steps[0].ShouldBe("Lift the shingles above, remove the nails and the old boot");
        work["Slope B (north), kitchen"].Steps[0].ShouldBe("Remove the old boot and its sealant");
    }

    /// <summary>A job that resolves more than what the one before it brings about says which of it that is.</summary>
    [Fact]
    public void What_a_cause_brings_about_is_named_where_it_goes_first()
    {
        var work = new ToldRoof("attic")
            .Slope("A", "6/12", Facing.South, Lam, 2016, 1)
            .Finds("", "soffit-blocked", "north eave")
            .Finds("", "bath-fan-attic", "bath")
            .Finds("", "attic-mold", "north side", extent: Extent.General)
            .Judged()
            .Work;
        work[^1].Title.ShouldBe("Have the mold and the ventilation evaluated");
        work[^2]
            .AboveNext.ShouldBe(
                "Ranked above “have the mold and the ventilation evaluated” because it can bring about “suspected mold on the deck or framing”: correct the cause first."
            );
    }

    /// <summary>A boot at another place than a stain is not said to be its source; one that may be above it is, as likely and not as a fact.</summary>
    [Theory]
    [InlineData("A", "kitchen vent", "over the hall", false)]
    [InlineData("A", "hall vent", "over the hall", true)]
    [InlineData("A", "", "over the hall", true)]
    [InlineData("B", "hall vent", "over the hall", false)]
    [InlineData("", "hall vent", "over the hall", true)]
    public void A_boot_is_a_likely_source_of_a_stain_that_may_lie_below_it(string slope, string boot, string stain, bool said)
    {
        var judged = new ToldRoof("attic", "inside")
            .Slope("A", "6/12", Facing.South, Lam, 2016, 1)
            .Slope("B", "6/12", Facing.North, Lam, 2016, 1)
            .Finds("A", "boot-collar-torn", boot)
            .Finds(slope, "attic-stain", stain, Stained)
            .Judged();
        judged.Findings.Any(f => f.Together.Any(t => t.Id == "boot-stain")).ShouldBe(said);
        judged
            .Work.Any(w =>
                w.Why.Contains("A defective boot is a likely source of this stain. A water test would confirm it or rule it out.")
            )
            .ShouldBe(said);
        judged.Work.ShouldAllBe(w => !w.Why.Contains("lies below"));
    }

    /// <summary>What means something only together is said of one place: a patch at the eave tells nothing of the chimney, nor a pond of a patch across the roof.</summary>
    [Theory]
    [InlineData("earlier-leak-chimney", "patch-odd", "north eave", "crown-cracked", "chimney", false)]
    [InlineData("earlier-leak-chimney", "patch-odd", "below the chimney", "crown-cracked", "chimney", true)]
    [InlineData("cricket-cement", "cricket-missing", "chimney", "cement-all-round", "bath vent", false)]
    [InlineData("cricket-cement", "cricket-missing", "chimney", "cement-thick", "", true)]
    [InlineData("pond-and-patch", "ponding", "middle bay", "patch-ponded", "east wall", false)]
    [InlineData("pond-and-patch", "ponding", "drain", "patch-ponded", "drain", true)]
    [InlineData("pond-and-soft", "ponding", "middle bay", "insulation-wet", "east wall", false)]
    [InlineData("pond-and-soft", "ponding", "middle bay", "insulation-wet", "middle bay", true)]
    [InlineData("active-seam", "seam-open", "east lap", "seam-dirt", "kitchen curb", false)]
    [InlineData("active-seam", "seam-open", "east lap", "seam-dirt", "east lap", true)]
    public void Two_findings_mean_something_together_where_they_are_at_one_place(
        string combination,
        string one,
        string at,
        string other,
        string there,
        bool said
    )
    {
        var flat = RuleBook.Current.FindCondition(one)!.Families?.Contains(CoveringFamily.Membrane) == true;
        var judged = new ToldRoof("attic")
            .Slope("A", flat ? "1/4:12" : "6/12", Facing.South, flat ? CoveringKind.Tpo : Lam, 2016, 0)
            .Finds("A", one, at)
            .Finds("A", other, there)
            .Judged();
        judged.Findings.Any(f => f.Together.Any(t => t.Id == combination)).ShouldBe(said);
    }
}
