using Kalpa.Core.Facts;
using static Kalpa.Core.Tests.WholeRoofs.ToldRoof;

namespace Kalpa.Core.Tests.WholeRoofs;

/// <summary>
/// A stain and the opening that was found at its very place are one job: the opening is repaired, and the stain says whether that was all (common practice). Nobody is sent a second time
/// to look for what was found.
/// </summary>
public sealed class StainRoofTests
{
    private const WaterEvidence Stained = WaterEvidence.Stained;

    private static ToldRoof Roof(string covering, string pitch = "8/12") =>
        new ToldRoof("attic", "inside", "field", "penetrations").Slope("A", pitch, Facing.South, covering, 2015, 1);

    private static readonly Dictionary<string, string[]> Openings = new()
    {
        ["slate"] = ["slate-slipped", "slate-broken"],
        ["asbestosCement"] = ["cement-shingle-broken"],
        ["concreteTile"] =
        [
            "tile-missing",
            "tile-slipped",
            "tile-cracked",
            "tile-pan-broken",
            "tile-mortar-flashing",
            "tile-valley-choked",
            "tile-pipe-sealant",
            "tile-mortar-cracked",
        ],
        ["woodShingle"] = ["wood-missing", "wood-rotten", "wood-split"],
        ["metalLapped"] = ["metal-lap-open", "metal-solder-open", "metal-rusted-through", "metal-screws-out", "metal-hip-pulled"],
        ["laminatedShingle"] =
        [
            "shingle-missing",
            "nail-exposed",
            "nail-pop",
            "headlap-short",
            "tie-in-over",
            "mastic-makeshift",
            "patch-odd",
            "valley-rusted",
            "valley-narrow",
            "ridge-vent-loose",
            "ridge-cap-cracked",
            "ridge-cap-loose",
            "boot-collar-torn",
            "lead-chewed",
            "vent-cracked",
            "turbine-worn",
            "hood-loose",
            "flue-collar-rusted",
            "mast-flashing",
            "cable-through",
            "mount-abandoned",
            "mount-unsealed",
            "sun-tunnel-flashing",
            "sun-tunnel-dome",
            "skylight-flashing",
            "skylight-unit-wet",
            "crown-cracked",
            "mortar-open",
            "chase-cover-rusted",
            "counter-flashing-missing",
            "step-flashing-missing",
            "step-flashing-short",
            "apron-missing",
            "cricket-roll",
            "kickout-missing",
            "siding-decayed",
            "gutter-internal",
        ],
        ["epdm"] =
        [
            "seam-open",
            "membrane-hole",
            "blister",
            "membrane-wrinkled",
            "termination-loose",
            "corner-failed",
            "membrane-shrunk",
            "coping-open",
            "parapet-hole",
            "base-flashing-low",
            "gravel-stop-open",
            "scupper-open",
            "clamp-ring-missing",
            "pitch-pan-sunk",
            "curb-low",
            "curb-dead",
            "hatch-open",
            "unit-leaks",
            "expansion-joint-split",
        ],
    };

    public static TheoryData<string, string, string, WaterEvidence> Pairs()
    {
        var pairs = new TheoryData<string, string, string, WaterEvidence>();
        foreach (var (covering, conditions) in Openings)
        {
            foreach (var condition in conditions)
            {
                pairs.Add(covering, condition, "ceiling-stain", Stained);
                pairs.Add(covering, condition, "ceiling-stain", WaterEvidence.NotChecked);
                pairs.Add(covering, condition, "attic-stain", Stained);
            }
        }
        return pairs;
    }

    [Theory]
    [MemberData(nameof(Pairs))]
    public void A_stain_at_the_place_of_an_opening_is_part_of_its_repair(
        string covering,
        string condition,
        string stain,
        WaterEvidence atTheOpening
    )
    {
        var judged = Roof(covering, covering == "epdm" ? "0.5/12" : "8/12")
            .Finds("A", condition, "over the bath", atTheOpening)
            .Finds("A", stain, "over the bath", Stained)
            .Judged();
        var job = judged.Work.ShouldHaveSingleItem();
        job.Resolves!.Count.ShouldBe(2);
        job.Title.ShouldNotContain("stain");
    }

    /// <summary>Where it is not settled that this was all, the job says by which test one knows.</summary>
    [Fact]
    public void The_job_tells_the_test_that_shows_whether_it_was_the_leak()
    {
        var roof = Roof("slate")
            .Finds("A", "slate-slipped", "over the bath", Stained)
            .Finds("A", "ceiling-stain", "over the bath", Stained);
        Holds(
            roof,
            "Repair slope A and keep the covering.",
            "Before next rain: Rehang or replace the slate (Slope A (south), over the bath)"
        );
        var steps = roof.Judged().Work[0].Steps;
        steps.ShouldContain("Not settled. First to check: a broken or missing piece, about 55%.");
        steps.ShouldContain(s => s.StartsWith("Next: ", StringComparison.Ordinal));
    }

    /// <summary>Wear all over points at no place, and a stain at another place has its own source.</summary>
    [Theory]
    [InlineData("granules-lost", "over the bath")]
    [InlineData("shingle-curled", "over the bath")]
    [InlineData("vent-cracked", "over the kitchen")]
    public void A_stain_without_an_opening_at_its_place_is_traced(string condition, string place) =>
        Roof("laminatedShingle")
            .Finds("A", condition, place)
            .Finds("A", "ceiling-stain", "over the bath", Stained)
            .Judged()
            .Work.ShouldContain(w => w.Title == "Trace the source of the stain");

    /// <summary>What a tarp covers is repaired; nobody is sent to look below it where that was seen (common practice). Elsewhere it hides what it hides.</summary>
    [Theory]
    [InlineData("ridge", "Before next rain: Replace the missing shingles (Slope A (south), ridge)")]
    [InlineData(
        "kitchen",
        "Before next rain: Replace the missing shingles (Slope A (south), ridge)",
        "This season: Open the tarp and inspect below it (Slope A (south), kitchen)"
    )]
    public void A_tarp_over_an_opening_is_part_of_its_repair(string place, params string[] work) =>
        Holds(
            Roof("laminatedShingle").Finds("A", "shingle-missing", "ridge", WaterEvidence.Active).Finds("A", "tarp-in-place", place),
            ["Repair slope A and keep the covering.", .. work]
        );

    /// <summary>One verb for both, where each has one: “install … and install …” is nobody's English.</summary>
    [Theory]
    [InlineData("kickout-missing", "step-flashing-missing", "Install step flashing and kick-out flashing")]
    [InlineData("step-flashing-short", "counter-flashing-short", "Replace the step flashing and the counter-flashing")]
    [InlineData("crown-cracked", "brick-spalled", "Refer the crown and the spalled brick to a mason")]
    [InlineData("ridge-cap-loose", "ridge-cap-cracked", "Replace the ridge caps")]
    public void A_verb_is_said_once(string one, string other, string title) =>
        Roof("laminatedShingle")
            .Finds("A", one, "den wall")
            .Finds("A", other, "den wall")
            .Judged()
            .Work.ShouldHaveSingleItem()
            .Title.ShouldBe(title);

    /// <summary>“Rear” is half a roof: of three openings there nobody knows which one it was; of three at one thing all are repaired.</summary>
    [Theory]
    [InlineData("rear", 4)]
    [InlineData("rear slope", 4)]
    [InlineData("rear bath", 1)]
    public void A_side_of_the_roof_is_no_place_to_point_at(string place, int jobs) =>
        Roof("laminatedShingle")
            .Finds("A", "vent-cracked", place, WaterEvidence.NotChecked)
            .Finds("A", "nail-exposed", place, WaterEvidence.NotChecked)
            .Finds("A", "ridge-vent-loose", place, WaterEvidence.NotChecked)
            .Finds("A", "ceiling-stain", place, Stained)
            .Judged()
            .Work.Count.ShouldBe(jobs);

    /// <summary>What has to be opened by somebody is opened once, for the stain as well.</summary>
    [Fact]
    public void A_stain_at_a_wall_that_is_opened_goes_with_that() =>
        Holds(
            Roof("laminatedShingle").Finds("A", "kickout-missing", "den wall", Stained).Finds("A", "ceiling-stain", "den wall", Stained),
            "Repair slope A and keep the covering.",
            "Before next rain: Have the wall opened and evaluated, then install a kick-out (Slope A (south), den wall)"
        );
}
