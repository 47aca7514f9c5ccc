using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>
/// Findings, life and the inspector's recommendation as one plan: each roof as a good inspector would decide it (common practice, from memory).
/// </summary>
public class RoofDecisionTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static List<string> Titles(Assessment judged) => [.. judged.Work.Select(w => w.Title)];

    // ---- cases ----

    /// <summary>Burnt shingles, torn tabs, a nail hole that leaks, a rusted chimney cover: the slope is replaced, the leak is covered until then, the metal is a job of its own.</summary>
    [Fact]
    public void Worn_out_shingles_are_replaced_and_only_the_leak_is_made_tight_meanwhile()
    {
        var (tabs, nail, chase) = (
            At("tab-unsealed", "", extent: Extent.General, decided: "repair-replace=bare"),
            At("nail-exposed", "above the stair", WaterEvidence.Active),
            At("chase-cover-rusted", "chase")
        );
        var judged = Assessor.Assess(On(CoveringKind.ThreeTabShingle, 2001, 3, tabs, nail, chase), Book);
        judged.Decision.ShouldBe("Re-roof slope A within a year.");
        judged.RoofDecisions.ShouldHaveSingleItem().Why.ShouldBe("The shingles around the damage are too worn to be lifted for a repair.");
        Titles(judged).ShouldBe(["Temporary repair (exposed nail)", judged.Work[1].Title, judged.Work[2].Title]);
        judged
            .Work.Single(w => w.Kind == WorkKind.Reroof)
            .Included!.Select(f => f.FindingId)
            .ShouldBe([nail.Id, tabs.Id], ignoreOrder: true);
        judged.Work[0].Until.ShouldBe("Temporary: it has to hold until the re-roof.");
        judged.Work.Single(w => w.FindingId == chase.Id).Until.ShouldBe("");
        judged.Work.ShouldNotContain(w => w.FindingId == tabs.Id);
    }

    /// <summary>A dished cover and swollen boards below it are one job of the chimney's trade.</summary>
    [Fact]
    public void A_chase_cover_and_what_it_ruined_are_one_job()
    {
        var (cover, wall) = (At("chase-cover-dished", "chase"), At("chase-siding-swollen", "chase", WaterEvidence.Stained));
        var judged = Assessor.Assess(On(CoveringKind.LaminatedShingle, 2016, 1, cover, wall), Book);
        var job = judged.Work.ShouldHaveSingleItem();
        job.Resolves!.Select(f => f.FindingId).ShouldBe([cover.Id, wall.Id]);
        job.Urgency.ShouldBe(judged.Findings.Max(f => f.Urgency.Class));
        job.LossHigh.ShouldBe(judged.Findings.Max(f => f.Urgency.LossHigh));
        judged.Decision.ShouldBe("Repair slope A and keep the covering.");
    }

    /// <summary>Tile of 34 years over felt that curls at the eave: relaid, not spot-patched.</summary>
    [Fact]
    public void Deteriorated_underlayment_below_tile_is_a_relay()
    {
        var (felt, streaks, broken) = (
            At("underlayment-perished", "north eave"),
            At("algae-streaks", "ridge"),
            At("tile-cracked", "field")
        );
        var judged = Assessor.Assess(On(CoveringKind.ClayTile, 1992, 3, felt, streaks, broken), Book);
        judged.Decision.ShouldBe("Lift and relay the tile on slope A within a year.");
        var relay = judged.Work.Single(w => w.Kind == WorkKind.Relay);
        relay.Included!.Select(f => f.FindingId).ShouldBe([felt.Id, streaks.Id, broken.Id], ignoreOrder: true);
        judged.Work.Where(w => w != relay).ShouldAllBe(w => w.Until == "Temporary: it has to hold until the relay.");
    }

    [Fact]
    public void One_leak_on_a_young_roof_is_a_repair_only()
    {
        var judged = Assessor.Assess(
            On(CoveringKind.ClayTile, 2018, 1, At("counter-flashing-missing", "chimney", WaterEvidence.Stained)),
            Book
        );
        judged.Decision.ShouldBe("Repair slope A and keep the covering.");
        judged.Work.ShouldHaveSingleItem().Kind.ShouldBe(WorkKind.Repair);
    }

    [Fact]
    public void A_failed_test_weld_replaces_the_membrane_and_leaves_no_weld_job()
    {
        var seam = At("seam-open", "north", WaterEvidence.Active, decided: "sheet-kind=not");
        var judged = Assessor.Assess(On(CoveringKind.Tpo, 2022, 1, seam), Book);
        Titles(judged).ShouldBe(["Temporary repair (open seam)", "Replace the membrane on slope A"]);
        judged.RoofDecisions[0].Why.ShouldBe("A cleaned test weld did not hold, so the membrane can no longer be repaired by welding.");
    }

    [Fact]
    public void A_torn_boot_moss_and_a_full_gutter_stay_jobs_of_their_own()
    {
        var (boot, moss, gutter) = (
            At("boot-collar-torn", "bath", WaterEvidence.Stained),
            At("moss-grown", "north"),
            At("gutter-clogged", "front")
        );
        var judged = Assessor.Assess(On(CoveringKind.LaminatedShingle, 2016, 1, boot, moss, gutter), Book);
        judged.Work.Select(w => w.FindingId).ShouldBe([boot.Id, gutter.Id, moss.Id]);
    }

    /// <summary>Shingles at 1/2:12 over a porch: replaced or re-sloped, this season where water has come in, whatever the other slopes do.</summary>
    [Fact]
    public void A_slope_too_flat_for_its_covering_is_decided_by_itself()
    {
        var porch = Roof.B with { Pitch = TypedPitch.Of("1/2:12", PitchSource.Tape) };
        var stain = At("ceiling-stain", "porch", WaterEvidence.Stained) with { SlopeId = porch.Id };
        var input = Several((Roof.A, CoveringKind.LaminatedShingle, 2016), (porch, CoveringKind.LaminatedShingle, 2016)) with
        {
            Findings = [At("gutter-clogged", "front"), stain],
        };
        var judged = Assessor.Assess(input, Book);
        judged.Decision.ShouldBe("Replace the covering of slope B or re-slope it within a year; repair slope A and keep the covering.");
        var rebuilt = judged.Work.Single(w => w.Kind == WorkKind.Rebuild);
        rebuilt.Title.ShouldBe("Replace the covering of slope B or re-slope it");
        // The stain is inside and stays its own; water through the slope itself makes it this season's work.
        rebuilt.Urgency.ShouldBe(UrgencyClass.WithinYear);
        var nail = At("nail-exposed", "porch", WaterEvidence.Stained) with { SlopeId = porch.Id };
        Assessor
            .Assess(input with { Findings = [nail] }, Book)
            .Work.Single(w => w.Kind == WorkKind.Rebuild)
            .Urgency.ShouldBe(UrgencyClass.ThisSeason);
    }

    [Fact]
    public void Tile_with_no_tile_lifted_is_decided_when_the_underlayment_has_been_seen()
    {
        var judged = Assessor.Assess(On(CoveringKind.ClayTile, 1986, null), Book);
        (judged.RoofDecisions[0].Action, judged.Decision).ShouldBe(
            (RoofAction.Evaluate, "Lift two tiles on slope A and inspect the underlayment.")
        );
    }

    // ---- stops at their bounds ----

    [Theory]
    [InlineData("insulation-wet", CoveringKind.Tpo, Extent.Scattered, RoofAction.Repair)]
    [InlineData("insulation-wet", CoveringKind.Tpo, Extent.General, RoofAction.Replace)]
    [InlineData("deck-soft", CoveringKind.LaminatedShingle, Extent.Scattered, RoofAction.Repair)]
    [InlineData("deck-soft", CoveringKind.LaminatedShingle, Extent.General, RoofAction.Replace)]
    [InlineData("glass-bare", CoveringKind.LaminatedShingle, Extent.Scattered, RoofAction.Repair)]
    [InlineData("glass-bare", CoveringKind.LaminatedShingle, Extent.General, RoofAction.Replace)]
    public void Extent_decides_whether_repair_ends(string code, string kind, Extent extent, RoofAction action)
    {
        var input = On(kind, 2020, 0, At(code, "", extent: extent));
        Assessor.Assess(input, Book).RoofDecisions[0].Action.ShouldBe(action);
        // What is only suspected ends nothing.
        var suspected = input with
        {
            Findings = [input.Findings[0] with { Basis = Basis.Suspected }],
        };
        Assessor.Assess(suspected, Book).RoofDecisions[0].Action.ShouldNotBe(RoofAction.Replace);
    }

    /// <summary>Recorded of no slope in particular it is of the whole roof, and goes with it.</summary>
    [Fact]
    public void A_finding_of_the_whole_roof_ends_repair_of_all_of_it()
    {
        var (wet, seam) = (
            At("insulation-wet", "", extent: Extent.General) with
            {
                SlopeId = null,
            },
            At("seam-open", "") with
            {
                SlopeId = null,
            }
        );
        var judged = Assessor.Assess(On(CoveringKind.Tpo, 2020, 0, wet, seam), Book);
        judged.Decision.ShouldBe("Replace the membrane on slope A within a year.");
        judged
            .Work.Single(w => w.Kind == WorkKind.Reroof)
            .Included!.Select(f => f.FindingId)
            .ShouldBe([wet.Id, seam.Id], ignoreOrder: true);
        // A gutter is no part of it.
        var gutter = At("gutter-clogged", "") with
        {
            SlopeId = null,
        };
        Assessor
            .Assess(On(CoveringKind.Tpo, 2020, 0, wet, gutter), Book)
            .Work.ShouldContain(w => w.FindingId == gutter.Id && w.Until.Length == 0);
    }

    public static TheoryData<string, string> Stops => [.. Book.Stops.SelectMany(s => s.Conditions.Select(c => (s.Key, c)))];

    /// <summary>Every stop ends repair of its slope by the fact it names, and not without it.</summary>
    [Theory]
    [MemberData(nameof(Stops))]
    public void Each_stop_ends_repair(string key, string code)
    {
        var stop = Book.Stops.Single(s => s.Key == key);
        var kind = KindOf(Book.FindCondition(code)!);
        var decided = stop.Decision.Length > 0 ? $"{stop.Decision}={stop.Is![0]}" : null;
        var judged = Assessor.Assess(On(kind, 2020, 0, At(code, "", extent: stop.From ?? Extent.OnePlace, decided: decided)), Book);
        var decision = judged.RoofDecisions.ShouldHaveSingleItem();
        (decision.Action, decision.Soon).ShouldBe((stop.Action, true));
        // What someone can fall through is made safe by itself, whatever becomes of the slope.
        var immediate = judged.Findings[0].Urgency.Class == UrgencyClass.MakeSafeNow;
        judged
            .Work.Single(w => w.Kind is WorkKind.Reroof or WorkKind.Relay or WorkKind.Rebuild)
            .Included!.Count.ShouldBe(immediate ? 0 : 1);
    }

    private static string KindOf(Condition condition) =>
        condition.Kinds?[0]
        ?? condition.Families?[0] switch
        {
            CoveringFamily.Membrane => CoveringKind.Tpo,
            CoveringFamily.Tile => CoveringKind.ClayTile,
            CoveringFamily.Metal => CoveringKind.MetalStandingSeam,
            _ => CoveringKind.LaminatedShingle,
        };

    // ---- sections ----

    private static Assessment TwoSlopes(int laidA, int laidB, string kindB = CoveringKind.LaminatedShingle) =>
        Assessor.Assess(Several((Roof.A, CoveringKind.LaminatedShingle, laidA), (Roof.B, kindB, laidB)), Book);

    [Fact]
    public void Slopes_due_together_are_one_section_and_others_stay_apart()
    {
        TwoSlopes(1996, 1996).RoofDecisions.ShouldHaveSingleItem().Of.ShouldBe("The whole roof");
        TwoSlopes(1996, 1996).Work.Count(w => w.Kind == WorkKind.Reroof).ShouldBe(1);
        var apart = TwoSlopes(1996, 2020);
        apart.RoofDecisions.Select(d => (d.Of, d.Action)).ShouldBe([("Slope A", RoofAction.Replace), ("Slope B", RoofAction.Maintain)]);
        TwoSlopes(1996, 1996, CoveringKind.Epdm).RoofDecisions.Count.ShouldBe(2);
    }

    [Theory]
    [InlineData(5.0, 2.0, 1)]
    [InlineData(5.0, 1.4, 2)]
    public void Slopes_are_one_section_within_three_years(double a, double b, int sections) // common practice
    {
        var input = Several((Roof.A, CoveringKind.LaminatedShingle, 2016), (Roof.B, CoveringKind.LaminatedShingle, 2016));
        var judged = Assessor.Assess(WithYears(input, (Roof.A, a), (Roof.B, b)), Book);
        judged.RoofDecisions.Count.ShouldBe(sections);
        judged.Work.Count(w => w.Kind == WorkKind.Reroof).ShouldBe(sections);
        judged.Decision.ShouldBe(
            sections == 1
                ? "Plan the re-roof of the whole roof about 2028 (2026–2046)."
                : "Plan the re-roof of slope B about 2027 (2026–2046); plan the re-roof of slope A about 2031 (2026–2046)."
        );
    }

    /// <summary>
    /// A hip roof of 40 by 30 ft: the two ends meet both sides at the hips, and each other nowhere, since a ridge of 10 ft lies between them. Natural breaks: only what
    /// meets is one section.
    /// </summary>
    [Theory]
    [InlineData(2, 2.5, 20, "Slopes C and D follow apart", 2)]
    [InlineData(2, 2.5, 4, "The side joins both ends", 1)]
    public void Only_slopes_that_meet_on_the_plan_are_one_section(double end, double otherEnd, double side, string what, int renewed)
    {
        var plan = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6));
        var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, plan, [], Plans.Day)).Changed;
        SlopeFact Facing(Facing facing) => slopes.Single(s => s.Facing == facing);
        var input = Several([.. slopes.Select(s => (s, CoveringKind.LaminatedShingle, 2016))]) with { Plan = plan };
        var judged = Assessor.Assess(
            WithYears(
                input,
                (Facing(Core.Facts.Facing.East), end),
                (Facing(Core.Facts.Facing.West), otherEnd),
                (Facing(Core.Facts.Facing.South), side),
                (Facing(Core.Facts.Facing.North), 20)
            ),
            Book
        );
        judged.RoofDecisions.Count(d => d.Renews).ShouldBe(renewed, what);
        // Without a plan nothing keeps them apart.
        var unplanned = Assessor.Assess(
            WithYears(input with { Plan = null }, (Facing(Core.Facts.Facing.East), end), (Facing(Core.Facts.Facing.West), otherEnd)),
            Book
        );
        unplanned.RoofDecisions.Count(d => d.Renews).ShouldBe(1);
    }

    /// <summary>What is due sooner than a section that is years away is repaired meanwhile; what can wait that long is not.</summary>
    [Fact]
    public void What_is_due_before_a_planned_section_is_repaired_and_told_how_long_to_hold()
    {
        var (boot, streaks) = (At("boot-collar-torn", "bath", WaterEvidence.Stained), At("algae-streaks", "north"));
        var input = WithYears(On(CoveringKind.LaminatedShingle, 2016, null, boot, streaks), (Roof.A, 4));
        var judged = Assessor.Assess(input, Book);
        judged
            .Work.Select(w => (w.Title, w.Until))
            .ShouldBe([
                ("Replace the pipe boot", "It has to hold only until the re-roof about 2030."),
                ("Plan the re-roof of slope A", ""),
            ]);
        judged.Work[1].Included!.Select(f => f.FindingId).ShouldBe([boot.Id, streaks.Id], ignoreOrder: true);
    }

    /// <summary>Pipe boots due before a re-roof that is years away are work of their own; due with it, they are a step of it.</summary>
    [Fact]
    public void A_part_due_before_its_slope_is_apart_and_one_due_with_it_a_step()
    {
        var boots = new ComponentFact(Guid.CreateVersion7(), Roof.A.Id, "boot", StackPlace.Beside, 1, 2008, 2008, AgeSource.Permit);
        var input = On(CoveringKind.LaminatedShingle, 2016, null) with { Components = [boots] };
        IReadOnlyList<WorkItem> Work(double years) => Assessor.Assess(WithYears(input, (Roof.A, years)), Book).Work;
        Work(5)
            .Select(w => (w.Kind, w.Title))
            .ShouldBe([(WorkKind.Renew, "Replace the pipe boots"), (WorkKind.Reroof, "Plan the re-roof of slope A")], ignoreOrder: true);
        var soon = Work(1).ShouldHaveSingleItem();
        (soon.Kind, soon.Title).ShouldBe((WorkKind.Reroof, "Re-roof slope A"));
        soon.Steps.ShouldContain("Replace the pipe boots");
    }

    /// <summary>
    /// A slope renewed within the year takes one that falls due within two years of it (common practice: one mobilization), and not one that falls due a year later
    /// still.
    /// </summary>
    [Theory]
    [InlineData(1, 3, "Re-roof the whole roof within a year.")]
    [InlineData(1, 4, "Re-roof slope A within a year; plan the re-roof of slope B about 2030 (2026–2046).")]
    public void What_falls_due_soon_after_a_section_is_done_with_it(double likelyA, double likelyB, string decision)
    {
        var input = Several((Roof.A, CoveringKind.LaminatedShingle, 2016), (Roof.B, CoveringKind.LaminatedShingle, 2016));
        var judged = Assessor.Assess(WithYears(input, (Roof.A, likelyA), (Roof.B, likelyB)), Book);
        judged.Decision.ShouldBe(decision);
        if (likelyB == 3)
        {
            judged.Work.ShouldHaveSingleItem().Why.ShouldEndWith("It is due about 2029, soon enough to be done with the rest.");
        }
    }

    /// <summary>Two places of one name are one, a part of the other is one, two sides or two rooms are not: then nothing is put together (common practice).</summary>
    [Theory]
    [InlineData("kitchen", "kitchen", true)]
    [InlineData("kitchen stack", "kitchen ceiling", true)]
    [InlineData("chimney", "below the chimney", true)]
    [InlineData("", "kitchen", true)]
    [InlineData("kitchen", "bath", false)]
    [InlineData("front gable", "rear gable", false)]
    [InlineData("upper third", "kitchen", false)]
    public void A_stain_belongs_to_what_can_have_made_it(string boot, string stain, bool one)
    {
        var (torn, seen) = (At("boot-collar-torn", boot), At("ceiling-stain", stain, WaterEvidence.Stained));
        Assessor.Assess(On(CoveringKind.LaminatedShingle, 2018, 1, torn, seen), Book).Work.Count.ShouldBe(one ? 1 : 2);
    }

    /// <summary>
    /// What becomes of a repair where its covering is renewed within the year: a gap is covered, a drain is cleared, wet insulation waits, and a barrier waits for any
    /// covering however far off (common practice).
    /// </summary>
    [Theory]
    [InlineData(CoveringKind.Epdm, 1999, 4, "membrane-hole", "Temporary repair (hole in the membrane)", UrgencyClass.BeforeNextRain)]
    [InlineData(CoveringKind.Epdm, 1999, 4, "drain-clogged", "Clear the drain and install the strainer", UrgencyClass.BeforeNextRain)]
    [InlineData(CoveringKind.Epdm, 1999, 4, "insulation-wet", null, UrgencyClass.Watch)]
    [InlineData(
        CoveringKind.LaminatedShingle,
        2022,
        0,
        "ice-barrier-inside",
        "Widen the ice barrier at the re-roof",
        UrgencyClass.WithReroof
    )]
    public void A_repair_waits_for_the_covering_or_does_not(string kind, int laid, int stage, string code, string? title, UrgencyClass at)
    {
        var found = At(code, "north", WaterEvidence.Stained, Extent.General);
        var judged = Assessor.Assess(On(kind, laid, stage, found), Book);
        var own = judged.Work.SingleOrDefault(w => w.FindingId == found.Id);
        own?.Title.ShouldBe(title);
        (own?.Urgency ?? UrgencyClass.Watch).ShouldBe(at);
    }

    /// <summary>Neither indoor moisture nor wind waits for rain: this season at most, where rain that comes in is before the next (common practice).</summary>
    [Theory]
    [InlineData(CoveringKind.LaminatedShingle, "bath-fan-attic", WaterEvidence.Active, UrgencyClass.ThisSeason)]
    [InlineData(CoveringKind.ConcreteTile, "tile-mortar-cracked", WaterEvidence.NoneSeen, UrgencyClass.ThisSeason)]
    [InlineData(CoveringKind.LaminatedShingle, "boot-collar-torn", WaterEvidence.Active, UrgencyClass.BeforeNextRain)]
    public void Before_the_next_rain_is_for_what_rain_does(string kind, string code, WaterEvidence water, UrgencyClass at)
    {
        var found = At(code, "north", water, Extent.General);
        var judged = Assessor.Assess(On(kind, 2018, 1, found), Book);
        judged.Findings.ShouldHaveSingleItem().Urgency.Class.ShouldBe(at);
    }
}
