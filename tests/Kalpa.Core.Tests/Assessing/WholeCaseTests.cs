using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>Whole cases told as a roofer tells them, with the decision a good one takes. Each is marked where that decision comes from.</summary>
public class WholeCaseTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private const WaterEvidence Dry = WaterEvidence.NoneSeen;
    private const WaterEvidence Stained = WaterEvidence.Stained;
    private const WaterEvidence Active = WaterEvidence.Active;

    private static FindingFact F(
        string code,
        WaterEvidence water = Dry,
        string? measure = null,
        bool below = false,
        Extent extent = Extent.OnePlace,
        string? decided = null
    ) => Roof.Found(code, water, measure, decided, below, extent);

    private static Assessment Judge(string kind, Under under, params FindingFact[] findings)
    {
        var slope = Roof.A with { Under = under };
        var attic = new LookFact(Guid.CreateVersion7(), Roof.Visit.Id, "attic", null, LookState.Looked);
        return Assessor.Assess(Roof.With(kind, 2018, findings) with { Slopes = [slope], Looks = [attic] }, Book);
    }

    /// <summary>The urgency of the first finding given.</summary>
    private static FindingAssessment First(Assessment judged, FindingFact finding) =>
        judged.Findings.Single(f => f.FindingId == finding.Id);

    // Common practice: what a roofer would do, and when.
    public static TheoryData<string, string, Under, string, WaterEvidence, string?, bool, UrgencyClass> Cases =>
        new()
        {
            {
                "A split boot over a finished room, stain on the ceiling: before it rains again",
                CoveringKind.LaminatedShingle,
                Under.HeatedRoom,
                "boot-collar-torn",
                Stained,
                null,
                false,
                UrgencyClass.BeforeNextRain
            },
            {
                "The same boot over an open dry attic, where a drip would show: within the year",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "boot-collar-torn",
                Dry,
                null,
                false,
                UrgencyClass.WithinYear
            },
            {
                "A seam the probe goes into, dirt inside: before it rains",
                CoveringKind.Tpo,
                Under.HeatedRoom,
                "seam-open",
                Dry,
                null,
                false,
                UrgencyClass.BeforeNextRain
            },
            {
                "A slipped tile over the front door: today",
                CoveringKind.ClayTile,
                Under.Attic,
                "tile-slipped",
                Dry,
                null,
                true,
                UrgencyClass.MakeSafeNow
            },
            {
                "The same tile over the flower bed: within the year",
                CoveringKind.ClayTile,
                Under.HeatedRoom,
                "tile-slipped",
                Dry,
                null,
                false,
                UrgencyClass.WithinYear
            },
            {
                "Drip edge laps of an eighth, fascia hard: within the year at most",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "drip-edge-lap-short",
                Dry,
                "1/8",
                false,
                UrgencyClass.WithinYear
            },
            {
                "Butt edges flush with the metal, nothing wet: watch",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "overhang-off",
                Dry,
                "1/8",
                false,
                UrgencyClass.Watch
            },
            {
                "Algae down the north side: watch",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "algae-streaks",
                Dry,
                null,
                false,
                UrgencyClass.Watch
            },
            {
                "Foot scuffs by the ladder: watch",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "foot-scuff",
                Dry,
                null,
                false,
                UrgencyClass.Watch
            },
            {
                "A hole in the membrane over the shop: before it rains",
                CoveringKind.Epdm,
                Under.HeatedRoom,
                "membrane-hole",
                Dry,
                null,
                false,
                UrgencyClass.BeforeNextRain
            },
            {
                "Valley metal rusted through: before it rains",
                CoveringKind.LaminatedShingle,
                Under.HeatedRoom,
                "valley-rusted",
                Dry,
                null,
                false,
                UrgencyClass.BeforeNextRain
            },
            {
                "Brick veneer leaning over the path: today",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "veneer-leaning",
                Dry,
                null,
                true,
                UrgencyClass.MakeSafeNow
            },
            {
                "Water dripping in at a nail: before it rains again",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "nail-exposed",
                Active,
                null,
                false,
                UrgencyClass.BeforeNextRain
            },
            {
                "An exposed nail, dry attic: watch",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "nail-exposed",
                Dry,
                null,
                false,
                UrgencyClass.Watch
            },
            {
                "A drain under leaves: clear it before the next rain",
                CoveringKind.Epdm,
                Under.HeatedRoom,
                "drain-clogged",
                Dry,
                null,
                false,
                UrgencyClass.BeforeNextRain
            },
            {
                "Old dry ring on a ceiling: watch",
                CoveringKind.LaminatedShingle,
                Under.HeatedRoom,
                "stain-old",
                Dry,
                null,
                false,
                UrgencyClass.Watch
            },
            {
                "A flue joint open in the attic, people living below: today",
                CoveringKind.LaminatedShingle,
                Under.Attic,
                "flue-open-attic",
                Dry,
                null,
                true,
                UrgencyClass.MakeSafeNow
            },
        };

    [Theory]
    [MemberData(nameof(Cases))]
    public void Acts_when_a_good_roofer_would(
        string story,
        string kind,
        Under under,
        string code,
        WaterEvidence water,
        string? measure,
        bool below,
        UrgencyClass expected
    )
    {
        var finding = F(code, water, measure, below);
        First(Judge(kind, under, finding), finding).Urgency.Class.ShouldBe(expected, story);
    }

    // Published (R905.2.2): a patio roof in shingles at 0.7:12 fails as laid, however dry it is today.
    [Fact]
    public void Shingles_on_a_patio_roof_are_unfit_however_dry()
    {
        var patio = Roof.A with { Pitch = TypedPitch.Of("0.7:12", PitchSource.Tape) };
        var judged = Assessor.Assess(Roof.Input with { Slopes = [patio] }, Book);
        judged.Slopes[0].Fitness!.State.ShouldBe(FitnessState.Unfit);
        judged.Work[0].Kind.ShouldBe(WorkKind.Rebuild);
    }

    // Common practice: mist between panes is the unit's; the stain below it does not make it the roof's.
    [Fact]
    public void Water_in_the_skylight_goes_to_the_skylight_maker()
    {
        var pane = F("skylight-unit-wet");
        var judged = Judge(CoveringKind.LaminatedShingle, Under.HeatedRoom, pane, F("ceiling-stain", Stained));
        judged.Combinations.ShouldContain(c => c.Id == "unit-not-roof");
        judged.Work.Single(w => w.FindingId == pane.Id).Trade.ShouldBe("skylight maker");
    }

    // Common practice: a missing kick-out on a dry wall is noted; with a stain the wall is opened.
    [Fact]
    public void A_missing_kick_out_is_judged_by_its_wall()
    {
        var dry = F("kickout-missing", decided: "kickout=none");
        var noted = First(Judge(CoveringKind.LaminatedShingle, Under.HeatedRoom, dry), dry);
        noted.Decisions[0].ViewWords.ShouldContain("not a defect");
        (noted.Urgency.Class <= UrgencyClass.WithinYear).ShouldBeTrue();
        var wet = F("kickout-missing", Stained, decided: "kickout=signs");
        var judged = Judge(CoveringKind.LaminatedShingle, Under.HeatedRoom, wet, F("stucco-stained", Stained));
        First(judged, wet).Together.Single().Id.ShouldBe("stucco-no-kickout");
        First(judged, wet).Urgency.Class.ShouldBe(UrgencyClass.BeforeNextRain);
        First(judged, wet).RemedyTitle.ShouldContain("wall opened");
    }

    // Common practice: sound tile on spent underlayment is lifted and relaid, never spot-patched.
    [Fact]
    public void Spent_underlayment_under_sound_tile_is_a_relay()
    {
        var old = F("tile-old-sound", Stained);
        var spent = F("underlayment-perished", Stained);
        var judged = Judge(CoveringKind.ClayTile, Under.HeatedRoom, old, spent);
        judged.Combinations.ShouldContain(c => c.Id == "old-tile-leak");
        First(judged, old).RemedyTitle.ShouldContain("relay to natural breaks");
    }

    // Common practice: brittle or glass-bare shingles are not repaired one by one.
    [Fact]
    public void A_missing_shingle_on_bare_mat_is_a_section_not_a_shingle()
    {
        var missing = F("shingle-missing", decided: "repair-replace=bare");
        First(Judge(CoveringKind.ThreeTabShingle, Under.Attic, missing), missing).RemedyTitle.ShouldContain("do not spot repair");
        var good = F("shingle-missing", decided: "repair-replace=good");
        First(Judge(CoveringKind.ThreeTabShingle, Under.Attic, good), good).RemedyTitle.ShouldBe("Replace the missing shingles");
    }

    // Common practice: a cracked tile with a sound lap is glued rather than pulled about.
    [Fact]
    public void A_cracked_tile_over_a_sound_lap_is_glued()
    {
        var crack = F("tile-cracked", decided: "tile-crack=sound");
        First(Judge(CoveringKind.ClayTile, Under.Attic, crack), crack).RemedyTitle.ShouldBe("Glue the crack");
    }

    // Common practice: a clogged drain on a roof without overflow is a load, not only a leak.
    [Fact]
    public void A_clogged_drain_without_overflow_is_a_danger_to_who_is_below()
    {
        var drain = F("drain-clogged", below: true);
        var judged = Judge(CoveringKind.Epdm, Under.HeatedRoom, drain, F("overflow-none", below: true));
        First(judged, drain).Urgency.Consequence.ShouldBe(Consequence.LifeSafety);
        First(judged, drain).Urgency.Class.ShouldBe(UrgencyClass.MakeSafeNow);
    }

    // Common practice: one open seam in a glued roof puts the whole roof in question.
    [Fact]
    public void A_glued_roof_is_judged_whole()
    {
        var glued = F("seam-glued", measure: "3");
        var judged = Judge(CoveringKind.Tpo, Under.HeatedRoom, glued, F("seam-open"));
        judged.Combinations.ShouldContain(c => c.Id == "glue-everywhere");
        judged.Slopes[0].Fitness!.State.ShouldBe(FitnessState.Unfit);
    }

    // Common practice: standing water is a note on a membrane and a failure on tile and shingles.
    [Fact]
    public void Standing_water_weighs_by_the_covering()
    {
        var pond = F("valley-flat", measure: "0.5/12");
        var tile = First(Judge(CoveringKind.ClayTile, Under.HeatedRoom, pond), pond);
        tile.Decisions.Single(d => d.Key == "standing-water").View.ShouldBe("failure");
        var sheet = First(Judge(CoveringKind.Epdm, Under.HeatedRoom, pond), pond);
        tile.Urgency.LossHigh.ShouldBeGreaterThan(sheet.Urgency.LossHigh);
    }

    // Common practice: a chimney of 28 in needs no cricket; the report says no more than that.
    [Fact]
    public void A_narrow_chimney_without_a_cricket_is_no_defect_and_no_work()
    {
        var narrow = F("cricket-missing", measure: "28");
        var judged = Judge(CoveringKind.LaminatedShingle, Under.Attic, narrow);
        First(judged, narrow).Means.ShouldBe("The measure is within the limit; no defect.");
        judged.Work.ShouldNotContain(w => w.FindingId == narrow.Id);
    }

    // Common practice: where it drips and the measure is right, the water has another way in, and that is looked for.
    [Fact]
    public void A_leak_at_a_detail_that_measures_right_is_traced_and_never_dropped()
    {
        var dripping = F("step-flashing-short", Active, measure: "5");
        var judged = Judge(CoveringKind.LaminatedShingle, Under.HeatedRoom, dripping);
        First(judged, dripping).Verdict.Outcome.ShouldBe(VerdictOutcome.Conforms);
        First(judged, dripping).Means.ShouldContain("water enters elsewhere");
        var work = judged.Work.Single(w => w.FindingId == dripping.Id);
        work.Title.ShouldBe("Find where water enters");
        (work.Urgency >= UrgencyClass.ThisSeason).ShouldBeTrue();
        var given = dripping with { Outcome = FindingOutcome.HaveJudged };
        Judge(CoveringKind.LaminatedShingle, Under.HeatedRoom, given)
            .Work.Single(w => w.FindingId == given.Id)
            .Title.ShouldStartWith("Evaluation by a specialist");
    }

    // Common practice: life safety stands before any damage, and says so.
    [Fact]
    public void Danger_stands_before_the_dearest_damage_and_says_why()
    {
        var tile = F("tile-slipped", below: true);
        var hole = F("metal-rusted-through", Active, extent: Extent.General);
        var work = Judge(CoveringKind.ClayTile, Under.HeatedRoom, hole, tile).Work;
        work[0].FindingId.ShouldBe(tile.Id);
        work[0].AboveNext.ShouldContain("someone can be injured");
    }

    // Memory: a chimney smeared again and again, no cricket behind it, tells where it leaks.
    [Fact]
    public void Cement_behind_a_wide_chimney_without_a_cricket_is_the_leak()
    {
        var cement = F("cement-thick", Stained);
        var judged = Judge(CoveringKind.LaminatedShingle, Under.HeatedRoom, cement, F("cricket-missing", measure: "40"));
        judged.Combinations.ShouldContain(c => c.Id == "cricket-cement");
        First(judged, cement).Urgency.Class.ShouldBe(UrgencyClass.BeforeNextRain);
    }
}
