using Kalpa.Core.Facts;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>What has to be done before a job is said with it, whatever the order of need. Common practice, but where a source is named.</summary>
public sealed class PrerequisiteTests
{
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;
    private const string Secured = "It is made secure before anything else is repaired there.";
    private const string OnWood = "Decayed wood is replaced before a gutter or edge metal is fastened to it.";
    private const string Brought =
        "It can bring about “suspected mold on the deck or framing”; damage repaired before its cause will come back.";
    private const string Sampled = "Material that may contain asbestos is sampled before work disturbs it.";

    private static ToldRoof Shingled => new ToldRoof("attic", "field").Slope("A", "8/12", Facing.South, "laminatedShingle", 2016, 1);

    /// <summary>The engineer may have it taken down: nobody sets flashing or a crown on it before.</summary>
    [Fact]
    public void All_work_on_a_leaning_chimney_waits_for_the_engineer_and_its_flashing_for_the_mason()
    {
        var roof = Shingled
            .Finds("A", "chimney-leaning", "chimney")
            .Finds("A", "counter-flashing-missing", "chimney", Active)
            .Finds("A", "mortar-open", "chimney")
            .Finds("A", "boot-collar-torn", "bath vent");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "Immediate (safety): Keep people away and have an engineer evaluate it (Slope A (south), chimney)",
            "Before next rain: Install counter-flashing (Slope A (south), chimney)",
            "This season: Repoint the chimney and secure loose brick (Slope A (south), chimney)",
            "Within a year: Replace the pipe boot (Slope A (south), bath vent)"
        );
        Before(roof)
            .ShouldBe([
                "2 after 1: " + Secured,
                "2 after 3: Loose masonry is repaired before flashing is set into it; until then, protect it temporarily.",
                "3 after 1: " + Secured,
            ]);
        roof.Judged()
            .Work[1]
            .After![1]
            .Words.ShouldBe(
                "Do first: job 3, repoint the chimney and secure loose brick. Loose masonry is repaired before flashing is set into it; until then, protect it temporarily."
            );
    }

    /// <summary>A chimney that may fall says nothing of flashing at a dormer, nor at a place that nobody named.</summary>
    [Theory]
    [InlineData("dormer")]
    [InlineData("")]
    public void Flashing_that_is_not_at_the_leaning_chimney_does_not_wait(string place) =>
        Before(Shingled.Finds("A", "chimney-leaning", "chimney").Finds("A", "step-flashing-missing", place, Stained)).ShouldBeEmpty();

    [Fact]
    public void A_wall_that_may_fall_is_made_secure_before_its_flashing_and_siding()
    {
        var roof = Shingled
            .Finds("A", "veneer-leaning", "dormer wall")
            .Finds("A", "step-flashing-missing", "dormer wall", Stained)
            .Finds("A", "siding-decayed", "dormer wall");
        Before(roof).ShouldBe(["2 after 1: " + Secured]);
    }

    /// <summary>What carries live wires first; the utility's and the electrician's work comes before the roofer's.</summary>
    [Fact]
    public void A_leaning_mast_is_secured_before_it_is_reflashed() =>
        Before(Shingled.Finds("A", "mast-flashing", "front", Stained).Finds("A", "wires-low", "front").Finds("A", "mast-leaning", "front"))
            .ShouldBe(["2 after 1: " + Secured, "3 after 1: " + Secured]);

    /// <summary>Hangers in rotten wood pull out again: one job, the wood first.</summary>
    [Theory]
    [InlineData("gutter-off", "rehang or replace the gutter")]
    [InlineData("gutter-sag", "rehang the gutter")]
    public void A_gutter_is_hung_on_new_fascia_in_one_job(string gutter, string title) =>
        Holds(
            Shingled.Finds("A", gutter, "front eave").Finds("A", "fascia-rotten", "front eave"),
            "Repair slope A and keep the covering.",
            $"This season: Replace the decayed wood and correct the cause; {title} (Slope A (south), front eave)"
        );

    [Fact]
    public void Decayed_wood_is_replaced_before_metal_and_gutter_are_fastened_to_it_and_no_later()
    {
        var roof = Shingled
            .Finds("A", "starter-board-rot", "rear eave")
            .Finds("A", "gutter-off", "rear eave")
            .Finds("A", "gutter-sag", "front eave");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "This season: Replace the starter board (Slope A (south), rear eave)",
            "This season: Rehang or replace the gutter (Slope A (south), rear eave)",
            "Within a year: Rehang the gutter (Slope A (south), front eave)"
        );
        Before(roof).ShouldBe(["2 after 1: " + OnWood]);
        var board = roof.Judged().Work[0];
        board.Why.ShouldEndWith(OnWood);
        // It is due for the gutter and not for water: nothing has to be covered meanwhile.
        board.Interim.ShouldBeNull();
    }

    /// <summary>OSHA 29 CFR 1926.1101(k): known before work begins. From the attic, where it lies; the gutter outside disturbs nothing.</summary>
    [Fact]
    public void What_may_hold_asbestos_is_sampled_no_later_than_work_beside_it()
    {
        var roof = Shingled.Finds("", "unknown-fibers", "").Finds("", "bath-fan-attic", "").Finds("A", "gutter-clogged", "rear eave");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "This season: Have the material sampled by a licensed firm",
            "This season: Vent the bath fan outdoors",
            "Within a year: Clean and flush the gutter (Slope A (south), rear eave)"
        );
        Before(roof).ShouldBe(["2 after 1: " + Sampled]);
    }

    [Fact]
    public void A_cause_comes_before_the_damage_that_is_repaired_by_itself() =>
        Before(Shingled.Finds("", "bath-fan-attic", "").Finds("", "soffit-blocked", "").Finds("", "attic-mold", ""))
            .ShouldBe(["3 after 1: " + Brought, "3 after 2: " + Brought]);

    /// <summary>The new covering is not ordered before the framing is known to carry it; a tarp waits for nobody.</summary>
    [Fact]
    public void A_new_covering_waits_and_what_keeps_water_out_meanwhile_does_not()
    {
        var roof = new ToldRoof("attic", "field")
            .Slope("A", "8/12", Facing.South, "laminatedShingle", 2001, 4)
            .Finds("A", "chimney-leaning", "chimney")
            .Finds("A", "cement-as-flashing", "chimney", Active)
            .Finds("", "framing-cut", "");
        var work = roof.Judged().Work;
        work.Single(w => w.Temporary).After.ShouldBeNull();
        Before(roof)
            .ShouldBe([
                "4 after 1: That work is done before a new covering is laid.",
                "4 after 2: The framing is evaluated before a new covering is ordered.",
            ]);
    }

    /// <summary>The pieces of one flashing lap each other: whoever replaces one has the next in hand.</summary>
    [Fact]
    public void The_flashing_of_one_chimney_is_one_job()
    {
        var roof = Shingled
            .Finds("A", "step-flashing-missing", "chimney", Stained)
            .Finds("A", "counter-flashing-missing", "chimney", Stained)
            .Finds("A", "apron-missing", "chimney")
            .Finds("A", "cement-thick", "chimney")
            .Finds("A", "step-flashing-short", "dormer");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "Before next rain: Replace all the flashing (Slope A (south), chimney)",
            "Within a year: Replace the step flashing (Slope A (south), dormer)"
        );
        var judged = roof.Judged();
        judged.RoofProblems!.Select(p => p.Parts.Count).Order().ShouldBe([1, 4]);
        // One place of each piece was recorded; all of them are replaced: 8 ft of each for want of a measure, and not the 2 and 3 ft of a spot.
        judged.Work[0].Amount.ShouldBeNull();
        judged
            .Work[0]
            .Quantities!.Assumed.ShouldBe([
                "Replace step flashing: 8 ft assumed. Count or measure it on the finding.",
                "Re-flash chimney walls: 8 ft assumed. Count or measure it on the finding.",
                "Replace headwall apron: 8 ft assumed. Count or measure it on the finding.",
                "Re-flash chimney walls: enter width and depth on the plan to calculate the pieces.",
            ]);
        judged.Work[1].Quantities!.Assumed.ShouldBe(["Replace step flashing: 2 ft assumed. Count or measure it on the finding."]);
    }

    /// <summary>Counter-flashing let into the joints waits for the mason, and with it the job that it is part of, whatever piece leads that.</summary>
    [Fact]
    public void A_job_waits_for_what_any_of_its_findings_waits_for()
    {
        var roof = Shingled
            .Finds("A", "apron-missing", "chimney", Stained)
            .Finds("A", "step-flashing-missing", "chimney", Stained)
            .Finds("A", "counter-flashing-missing", "chimney")
            .Finds("A", "mortar-open", "chimney");
        Before(roof).ShouldBe(["1 after 2: Loose masonry is repaired before flashing is set into it; until then, protect it temporarily."]);
        var tile = new ToldRoof("attic", "field")
            .Slope("A", "4/12", Facing.South, "concreteTile", 2012, 1)
            .Finds("A", "tile-mortar-flashing", "chimney")
            .Finds("A", "brick-spalled", "chimney");
        Before(tile).ShouldBe(["2 after 1: Loose masonry is repaired before flashing is set into it."]);
    }

    [Fact]
    public void Two_pieces_of_a_flashing_are_named_both()
    {
        var roof = Shingled.Finds("A", "step-flashing-short", "dormer").Finds("A", "counter-flashing-short", "dormer");
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "Within a year: Replace the step flashing and the counter-flashing (Slope A (south), dormer)"
        );
        roof.Judged().RoofProblems!.Single().Why.ShouldBe("They are on flashing at one place.");
    }

    private static List<string> Before(ToldRoof roof) =>
        [.. roof.Judged().Work.SelectMany(w => (w.After ?? []).Select(b => $"{w.Number} after {b.Number}: {b.Why}"))];
}
