using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>
/// Findings, life and the inspector's recommendation as one plan: each roof as a good inspector would decide it (common practice, from memory).
/// </summary>
public class RoofDecisionTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static AssessInput On(string kind, int laid, int? stage, params FindingFact[] findings) =>
        Roof.With(kind, laid, findings) with
        {
            Stages = stage is { } seen ? [new StageFact(Guid.CreateVersion7(), Roof.Visit.Id, Roof.A.Id, [new StageShare(seen, 100)])] : [],
            Visit = Roof.Visit with { FinishedAt = DateTimeOffset.UnixEpoch },
        };

    private static FindingFact At(
        string code,
        string place,
        WaterEvidence water = WaterEvidence.NotChecked,
        Extent extent = Extent.OnePlace,
        string? decided = null
    ) => Roof.Found(code, water, null, decided, false, extent) with { Place = place };

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
        var input = On(CoveringKind.LaminatedShingle, 2016, 1) with
        {
            Slopes = [Roof.A, porch],
            Coverings =
            [
                .. new[] { Roof.A, porch }.Select(s => new CoveringFact(
                    Guid.CreateVersion7(),
                    s.Id,
                    CoveringKind.LaminatedShingle,
                    2016,
                    2016,
                    AgeSource.Permit
                )),
            ],
            Findings = [At("gutter-clogged", "front"), stain],
        };
        var judged = Assessor.Assess(input, Book);
        judged.Decision.ShouldBe("Replace the covering of slope B or re-slope it within a year; repair slope A and keep the covering.");
        judged.Work.ShouldContain(w => w.Kind == WorkKind.Rebuild && w.Title == "Replace the covering of slope B or re-slope it");
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

    // ---- the inspector's recommendation ----

    [Theory]
    [InlineData(OpinionAction.Replace, null, "Re-roof slope A.")]
    [InlineData(OpinionAction.Replace, "2027-10-01", "Re-roof slope A by October 1, 2027.")]
    [InlineData(OpinionAction.Repair, null, "Repair slope A and keep the covering.")]
    [InlineData(OpinionAction.Monitor, null, "Maintain slope A.")]
    [InlineData(OpinionAction.Document, null, "Maintain slope A.")]
    [InlineData(OpinionAction.HaveJudged, null, "Have slope A evaluated by a roofer.")]
    [InlineData(OpinionAction.Investigate, "2026-11-01", "Have slope A evaluated by a roofer by November 1, 2026.")]
    public void The_inspectors_recommendation_governs_and_the_computed_one_stands_beside_it(
        OpinionAction action,
        string? day,
        string statement
    )
    {
        var opinion = new OpinionFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            Roof.A.Id,
            action,
            "a roofer",
            "The owner sells",
            OpinionEvent.None,
            day is null ? null : DateOnly.ParseExact(day, "yyyy-MM-dd"),
            [],
            [],
            "M",
            DateTimeOffset.UnixEpoch
        );
        var boot = At("boot-collar-torn", "bath");
        var input = Roof.With(On(CoveringKind.LaminatedShingle, 2016, 1, boot), r => r with { SlopeOpinions = [opinion] });
        var judged = Assessor.Assess(input, Book);
        judged.Decision.ShouldBe(statement);
        var decision = judged.RoofDecisions[0];
        decision.ByInspector.ShouldBeTrue();
        decision.Why.ShouldBe("The inspector recommends it: the owner sells.");
        decision.Computed.ShouldBe(
            action == OpinionAction.Repair
                ? "The computed decision agrees."
                : "Computed: repair slope A and keep the covering. Single defects are repaired; the covering stays."
        );
        judged.Work.Any(w => w.FindingId == boot.Id && w.Until.Length == 0).ShouldBe(action != OpinionAction.Replace);
        judged.Work.Any(w => w.Kind == WorkKind.Reroof).ShouldBe(action == OpinionAction.Replace);
        // A recommendation for the slope goes before one for the whole roof.
        var both = Roof.With(
            input,
            r =>
                r with
                {
                    SlopeOpinions =
                    [
                        opinion with
                        {
                            Id = Guid.Empty,
                            SlopeId = null,
                            Action = OpinionAction.Monitor,
                            ByDay = null,
                        },
                        opinion,
                    ],
                }
        );
        Assessor.Assess(both, Book).Decision.ShouldBe(statement);
    }

    [Theory]
    [InlineData("2027-09-18", UrgencyClass.WithinYear)]
    [InlineData("2027-09-19", UrgencyClass.WithReroof)]
    public void A_day_within_a_year_is_within_the_year(string day, UrgencyClass urgency)
    {
        var opinion = new OpinionFact(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            null,
            OpinionAction.Replace,
            "",
            "",
            OpinionEvent.None,
            DateOnly.ParseExact(day, "yyyy-MM-dd"),
            [],
            [],
            "M",
            DateTimeOffset.UnixEpoch
        );
        var input = Roof.With(On(CoveringKind.LaminatedShingle, 2016, 1), r => r with { SlopeOpinions = [opinion] });
        Assessor.Assess(input, Book).Work.Single(w => w.Kind == WorkKind.Reroof).Urgency.ShouldBe(urgency);
    }

    // ---- sections ----

    private static Assessment TwoSlopes(int laidA, int laidB, string kindB = CoveringKind.LaminatedShingle) =>
        Assessor.Assess(
            On(CoveringKind.LaminatedShingle, laidA, null) with
            {
                Slopes = [Roof.A, Roof.B],
                Coverings =
                [
                    new CoveringFact(Guid.CreateVersion7(), Roof.A.Id, CoveringKind.LaminatedShingle, laidA, laidA, AgeSource.Permit),
                    new CoveringFact(Guid.CreateVersion7(), Roof.B.Id, kindB, laidB, laidB, AgeSource.Permit),
                ],
            },
            Book
        );

    [Fact]
    public void Slopes_due_together_are_one_section_and_others_stay_apart()
    {
        TwoSlopes(1996, 1996).RoofDecisions.ShouldHaveSingleItem().Of.ShouldBe("The whole roof");
        TwoSlopes(1996, 1996).Work.Count(w => w.Kind == WorkKind.Reroof).ShouldBe(1);
        var apart = TwoSlopes(1996, 2020);
        apart.RoofDecisions.Select(d => (d.Of, d.Action)).ShouldBe([("Slope A", RoofAction.Replace), ("Slope B", RoofAction.Maintain)]);
        TwoSlopes(1996, 1996, CoveringKind.Epdm).RoofDecisions.Count.ShouldBe(2);
    }

    private static LifeOpinionFact Figures(SlopeFact slope, double likely) =>
        new(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            slope.Id,
            null,
            new YearsLeft(0, likely, 20),
            "known here",
            "M",
            DateTimeOffset.UnixEpoch
        );

    [Theory]
    [InlineData(5.0, 2.0, 1)]
    [InlineData(5.0, 1.4, 2)]
    public void Slopes_are_one_section_within_three_years(double a, double b, int sections) // common practice
    {
        var input = On(CoveringKind.LaminatedShingle, 2016, null) with
        {
            Slopes = [Roof.A, Roof.B],
            Coverings =
            [
                .. new[] { Roof.A, Roof.B }.Select(s => new CoveringFact(
                    Guid.CreateVersion7(),
                    s.Id,
                    CoveringKind.LaminatedShingle,
                    2016,
                    2016,
                    AgeSource.Permit
                )),
            ],
        };
        var judged = Assessor.Assess(Roof.With(input, r => r with { LifeOpinions = [Figures(Roof.A, a), Figures(Roof.B, b)] }), Book);
        judged.RoofDecisions.Count.ShouldBe(sections);
        judged.Work.Count(w => w.Kind == WorkKind.Reroof).ShouldBe(sections);
        judged.Decision.ShouldBe(
            sections == 1
                ? "Plan the re-roof of the whole roof about 2028 (2026–2046)."
                : "Plan the re-roof of slope B about 2027 (2026–2046); plan the re-roof of slope A about 2031 (2026–2046)."
        );
    }

    /// <summary>What is due sooner than a section that is years away is repaired meanwhile; what can wait that long is not.</summary>
    [Fact]
    public void What_is_due_before_a_planned_section_is_repaired_and_told_how_long_to_hold()
    {
        var (boot, streaks) = (At("boot-collar-torn", "bath", WaterEvidence.Stained), At("algae-streaks", "north"));
        var input = Roof.With(
            On(CoveringKind.LaminatedShingle, 2016, null, boot, streaks),
            r => r with { LifeOpinions = [Figures(Roof.A, 4)] }
        );
        var judged = Assessor.Assess(input, Book);
        judged
            .Work.Select(w => (w.Title, w.Until))
            .ShouldBe([
                ("Replace the pipe boot", "It has to hold only until the re-roof about 2030."),
                ("Plan the re-roof of slope A", ""),
            ]);
        judged.Work[1].Included!.Select(f => f.FindingId).ShouldBe([boot.Id, streaks.Id], ignoreOrder: true);
    }
}
