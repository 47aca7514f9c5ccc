using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.RoofPlans;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Leaks;

/// <summary>A stain recorded on a visit is traced from the facts of that visit: answers, findings, details and the plan each change it.</summary>
public sealed class VisitLeakTests
{
    private static readonly PlanFact House = Plans.Of(Plans.Rectangle(1, 0, 0, 40, 30, 6, 1, 3));
    private static readonly SlopeFact South = Roof.A with { Id = House.Parts[0].Corners[0].SlopeId, RoofId = House.RoofId };

    private static Spot At(double x, double y) => DetailPlaces.At(PlanSolver.Solve(House), x * 12, y * 12, null)!;

    private static FindingFact Found(string condition, string station, Spot? spot, WaterEvidence water = WaterEvidence.NotChecked) =>
        new(Guid.CreateVersion7(), Roof.Visit.Id, South.Id, station, condition, "", water, Extent.OnePlace, Spot: spot);

    private static AnswerFact Says(string question, string key) => new(Guid.CreateVersion7(), Roof.Visit.Id, question, null, [key]);

    private static Assessment Judged(
        IReadOnlyList<FindingFact> findings,
        Func<VisitRecords, VisitRecords> records,
        params DetailFact[] details
    ) =>
        Assessor.Assess(
            Roof.With(Roof.Input, records) with
            {
                Slopes = [South],
                Coverings = [new CoveringFact(Guid.CreateVersion7(), South.Id, "laminatedShingle", 2012, 2012, AgeSource.Permit)],
                Findings = findings,
                Plan = House,
                Details = details,
            },
            RuleBook.Current
        );

    private static LeakAnswer? Of(
        IReadOnlyList<FindingFact> findings,
        IReadOnlyList<AnswerFact>? answers = null,
        params DetailFact[] details
    ) => Judged(findings, r => r with { Answers = answers ?? [] }, details).Leaks?.Single().Answer;

    [Fact]
    public void A_stain_below_a_split_boot_is_traced_to_it()
    {
        var stain = Found("ceiling-stain", "inside", At(20, 5));
        var boot = Found("boot-collar-torn", "penetrations", At(20, 8), WaterEvidence.Stained);
        var answer = Of([stain, boot], [Says("leak-when", "every-rain")])!;
        answer.Candidates[0].FindingId.ShouldBe(boot.Id);
        // 3 ft of plan up a slope of 6:12 are 3.35 ft along it.
        answer.Candidates[0].Down!.Value.ShouldBe(3.35, 0.01);
        answer.State.ShouldBe(LeakState.MostLikely);
    }

    [Fact]
    public void Without_a_stain_nothing_is_traced() => Of([Found("boot-collar-torn", "penetrations", At(20, 8))]).ShouldBeNull();

    [Fact]
    public void What_lies_far_aside_counts_less_and_what_the_owner_says_counts()
    {
        var stain = Found("ceiling-stain", "inside", At(20, 5));
        double Chance(Spot at, string when) =>
            Of([stain, Found("boot-collar-torn", "penetrations", at)], [Says("leak-when", when)])!
                .Candidates.Where(c => c.Kind == "pipe-boot")
                .Max(c => (double?)c.Chance)
            ?? 0;
        Chance(At(20, 8), "every-rain").ShouldBeGreaterThan(Chance(At(25, 8), "every-rain"));
        Chance(At(20, 8), "every-rain").ShouldBeGreaterThan(Chance(At(20, 8), "cold-dry"));
    }

    [Fact]
    public void A_chimney_on_the_plan_is_a_way_in_even_where_nothing_was_found()
    {
        var stain = Found("ceiling-stain", "inside", At(20, 5));
        var chimney = new DetailFact(Guid.CreateVersion7(), House.RoofId, DetailKind.Chimney, At(20, 8), 36, 24);
        var answer = Of([stain], [Says("leak-when", "every-rain")], chimney)!;
        answer.Candidates[0].DetailId.ShouldBe(chimney.Id);
        answer.Candidates[0].Against.ShouldContain("nothing wrong was recorded there", Case.Insensitive);
        Of([stain], [Says("leak-when", "every-rain")])!.Candidates[0].DetailId.ShouldBeNull();
    }

    private static readonly FindingFact Stain = Found("ceiling-stain", "inside", At(20, 5));
    private static readonly FindingFact Boot = Found("boot-collar-torn", "penetrations", At(20, 8));

    private static LeakTestFact Test(
        string way,
        LeakTestResult? result,
        int hour = 10,
        int minute = 0,
        int? minutes = 20,
        LeakTestKind test = LeakTestKind.Hose
    ) =>
        new(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            Stain.Id,
            test,
            [way],
            new DateTimeOffset(2026, 9, 18, hour, minute, 0, TimeSpan.FromHours(-4)),
            result,
            minutes
        );

    private static StainLeak Tested(params LeakTestFact[] tests) =>
        Judged([Stain, Boot], r => r with { Answers = [Says("leak-when", "every-rain")], LeakTests = tests }).Leaks!.Single();

    [Fact]
    public void A_test_moves_the_chances_and_is_told_with_its_time()
    {
        double Chance(StainLeak leak) => leak.Answer.Candidates.Single(c => c.Kind == "pipe-boot").Chance;
        var wet = Tested(Test("pipe-boot", LeakTestResult.Wet, minutes: 14));
        wet.Answer.State.ShouldBe(LeakState.Found);
        wet.Answer.Words.ShouldBe("Found: the collar of the pipe boot, shown by a test.");
        wet.Tests!.Single().Words.ShouldBe("Hose test: the collar of the pipe boot, September 18, 2026, 10:00 AM: wet after 14 min.");
        string Told(LeakTestResult result, LeakTestKind test, int? minutes) =>
            Tested(Test("pipe-boot", result, minutes: minutes, test: test)).Tests!.Single().Words.Split(": ")[^1];
        Told(LeakTestResult.Wet, LeakTestKind.Hose, 0).ShouldBe("wet.");
        Told(LeakTestResult.Dry, LeakTestKind.Hose, 1).ShouldBe("dry after 1 min.");
        // A probe brings no water: it is not wet or dry.
        Told(LeakTestResult.Wet, LeakTestKind.ProbeSeam, 5).ShouldBe("shows a leak.");
        Told(LeakTestResult.Dry, LeakTestKind.ProbeSeam, 5).ShouldBe("shows none.");
        var dry = Tested(Test("pipe-boot", LeakTestResult.Dry));
        Chance(dry).ShouldBeLessThan(Chance(Tested()));
        Chance(Tested(Test("pipe-boot", LeakTestResult.Unclear))).ShouldBe(Chance(Tested()));
        var running = Tested(Test("pipe-boot", null, minutes: null));
        running.Tests!.Single().Running.ShouldBeTrue();
        running.Tests!.Single().Words.ShouldEndWith(": running.");
        Chance(running).ShouldBe(Chance(Tested()));
        Tested().Tests.ShouldBeNull();
    }

    [Theory]
    [InlineData(10, 19, true)]
    [InlineData(10, 20, false)]
    [InlineData(9, 40, false)]
    [InlineData(9, 41, true)]
    public void Two_tests_with_water_at_one_time_tell_nothing(int hour, int minute, bool together)
    {
        var leak = Tested(Test("pipe-boot", LeakTestResult.Wet), Test("ridge-vent", LeakTestResult.Dry, hour, minute));
        leak.Answer.Clashes.Count.ShouldBe(together ? 1 : 0);
        leak.Answer.State.ShouldBe(together ? Tested().Answer.State : LeakState.Found);
        if (together)
        {
            leak.Answer.Clashes[0].ShouldEndWith("results cannot be told apart and are left out. Repeat one at a time.");
        }
        // What brings no water of its own may go on beside it.
        Tested(
            Test("pipe-boot", LeakTestResult.Wet),
            Test("attic-condensation", LeakTestResult.Dry, hour, minute, test: LeakTestKind.HumidityLog)
        )
            .Answer.Clashes.ShouldBeEmpty();
    }

    [Fact]
    public void A_stain_goes_with_the_finding_its_water_enters_at()
    {
        var judged = Judged([Stain, Boot], r => r with { Answers = [Says("leak-when", "every-rain")] });
        judged.Leaks!.Single().EntryId.ShouldBe(Boot.Id);
        var problem = judged.RoofProblems.ShouldHaveSingleItem();
        problem.Why.ShouldBe("Torn pipe boot is where its water most likely enters.");
        problem
            .Parts.Select(p => (p.FindingId, p.Role))
            .ShouldBe([(Boot.Id, Core.PlanOfWork.ProblemRole.Cause), (Stain.Id, Core.PlanOfWork.ProblemRole.Sign)]);
        judged.Work.ShouldHaveSingleItem().Resolves!.Select(f => f.FindingId).ShouldBe([Boot.Id, Stain.Id]);
        // The inspector who splits it off has the last word.
        var alone = Judged(
            [Stain with { Problem = new ChosenProblem(Stain.Id) }, Boot],
            r => r with { Answers = [Says("leak-when", "every-rain")] }
        );
        alone.RoofProblems.Count.ShouldBe(2);
        // The owner's answer and a test that stayed dry take the boot out of it: two problems, and the stain's job is the next test.
        var cold = Judged(
            [Stain, Boot],
            r => r with { Answers = [Says("leak-when", "cold-dry")], LeakTests = [Test("pipe-boot", LeakTestResult.Dry)] }
        );
        cold.RoofProblems.Count.ShouldBe(2);
        var trace = cold.Work.Single(w => w.FindingId == Stain.Id);
        trace.Steps.ShouldContain(cold.Leaks!.Single().Answer.Words);
        trace.Steps.ShouldContain(s => s.StartsWith("Next: ", StringComparison.Ordinal) && s.EndsWith(" min)", StringComparison.Ordinal));
    }

    /// <summary>A bath below and a soil pipe above have different names at one place: a test or feet say more than words.</summary>
    [Fact]
    public void Words_for_places_give_way_to_a_test_and_to_feet()
    {
        var (bath, pipe) = (Stain with { Place = "bath", Spot = null }, Boot with { Place = "soil pipe", Spot = null });
        Assessment Of(FindingFact stain, FindingFact boot, params LeakTestFact[] tests) =>
            Judged([stain, boot], r => r with { Answers = [Says("leak-when", "every-rain")], LeakTests = tests });
        Of(bath, pipe).RoofProblems.Count.ShouldBe(2);
        Of(bath, pipe, Test("pipe-boot", LeakTestResult.Wet)).RoofProblems.ShouldHaveSingleItem();
        Of(bath with { Spot = Stain.Spot }, pipe with { Spot = Boot.Spot }).RoofProblems.ShouldHaveSingleItem();
        Of(bath, pipe with { Place = "bath vent" }).RoofProblems.ShouldHaveSingleItem();
        double Chance(string place) =>
            Of(bath, pipe with { Place = place }).Leaks!.Single().Answer.Candidates.Single(c => c.Kind == "pipe-boot").Chance;
        Chance("bath vent").ShouldBeGreaterThan(Chance(""));
        Chance("").ShouldBeGreaterThanOrEqualTo(Chance("soil pipe"));
    }

    [Fact]
    public void A_repaired_leak_stays_on_the_list_until_rain_shows_that_it_holds()
    {
        Assessment After(params LeakRainFact[] rains) =>
            Judged(
                [Stain, Boot],
                r =>
                    r with
                    {
                        Answers = [Says("leak-when", "every-rain")],
                        JobsDone =
                        [
                            new(Guid.CreateVersion7(), Roof.Visit.Id, "Replace the pipe boot", new DateOnly(2026, 9, 10), [Boot.Id], []),
                        ],
                        LeakRains = rains,
                    }
            );
        LeakRainFact Rain(int day, bool water = false) =>
            new(Guid.CreateVersion7(), Roof.Visit.Id, Stain.Id, new DateOnly(2026, 9, day), true, water);

        var repaired = After();
        var confirm = repaired.Work.ShouldHaveSingleItem();
        confirm.Title.ShouldBe("Confirm that the leak has stopped");
        confirm.Why.ShouldBe("Work was done on September 10, 2026. Nothing shows yet that it holds.");
        After(Rain(12)).Work.ShouldHaveSingleItem().Title.ShouldBe("Confirm that the leak has stopped");
        var closed = After(Rain(12), Rain(14));
        closed.Work.ShouldBeEmpty();
        closed.NoWork.ShouldBe("All the work listed at this visit has been done.");
        var back = After(Rain(12), Rain(14, water: true));
        back.Leaks!.Single().Repair!.Stage.ShouldBe(LeakStage.Returned);
        back.Work.ShouldHaveSingleItem().FindingId.ShouldBe(Stain.Id);
        // What was repaired and leaks still is less likely the way in: the desk looks elsewhere.
        back.Leaks!.Single()
            .Answer.Candidates.Single(c => c.Kind == "pipe-boot")
            .Chance.ShouldBeLessThan(repaired.Leaks!.Single().Answer.Candidates.Single(c => c.Kind == "pipe-boot").Chance);
    }

    [Fact]
    public void What_is_recorded_of_the_stain_changes_its_tracing()
    {
        LeakAnswer With(StainSeen? seen, Spot? spot = null, string age = "unknown") =>
            Of([Found("ceiling-stain", "inside", spot) with { Stain = seen }], [Says("leak-when", "wind-rain"), Says("house-age", age)])!;
        string Chances(LeakAnswer answer) => string.Join(' ', answer.Candidates.Select(c => $"{c.Kind} {c.Chance}"));
        var plain = Chances(With(null));
        Chances(With(new StainSeen(LeakSurface.Wall))).ShouldNotBe(plain);
        Chances(With(new StainSeen(Shape: StainShape.AtWall))).ShouldNotBe(plain);
        Chances(With(new StainSeen(Near: LeakNear.Valley))).ShouldNotBe(plain);
        Chances(With(null, null, "older")).ShouldNotBe(plain);
        // A place on the plan says what is above better than a word.
        Chances(With(new StainSeen(Near: LeakNear.Valley), At(20, 5))).ShouldBe(Chances(With(null, At(20, 5))));
        LeakAnswer Under(LeakAssembly assembly) =>
            Of(
                [Stain with { Stain = new StainSeen(Assembly: assembly) }, Boot with { Spot = At(20, 14) }],
                [Says("leak-when", "every-rain")]
            )!;
        Under(LeakAssembly.Cathedral)
            .Candidates.Single(c => c.Kind == "pipe-boot")
            .Chance.ShouldBeGreaterThan(Under(LeakAssembly.Trusses).Candidates.Single(c => c.Kind == "pipe-boot").Chance);
    }

    /// <summary>The age of the house is the age of what is not the covering: 2, 7, 15 and 40 years, the middle of what the owner chose (chances by figures from memory).</summary>
    [Theory]
    [InlineData("3", 0.05)]
    [InlineData("10", 0.15)]
    [InlineData("20", 0.25)]
    [InlineData("older", 0.35)]
    public void An_old_house_leaks_at_its_windows(string age, double chance) =>
        Of([Found("ceiling-stain", "inside", null)], [Says("leak-when", "wind-rain"), Says("house-age", age)])!
            .Candidates.Single(c => c.Kind == "wall-or-window")
            .Chance.ShouldBe(chance);

    /// <summary>“For years” counts three: a house of up to three years, taken as two, cannot have leaked so long; one of three to ten can.</summary>
    [Theory]
    [InlineData("3", true)]
    [InlineData("10", false)]
    public void A_leak_is_not_older_than_the_house(string age, bool clashes) =>
        Of([Found("ceiling-stain", "inside", null)], [Says("leak-since", "years"), Says("house-age", age)])!
            .Clashes.Contains("It has leaked for longer than the house is old: check both years.")
            .ShouldBe(clashes);

    /// <summary>Each stain is drawn where it was put, not where another is.</summary>
    [Fact]
    public void Two_stains_are_drawn_at_two_places()
    {
        var other = Found("ceiling-stain", "inside", At(8, 9));
        var input = Roof.Input with { Slopes = [South], Findings = [Stain, other], Plan = House };
        var judged = Judged([Stain, other], r => r);
        var roof = new Core.Dossiers.RoofVisit(
            "",
            new BuildingFact(Guid.CreateVersion7(), Guid.Empty, "House"),
            new RoofFact(House.RoofId, Guid.Empty, "Roof"),
            input,
            [],
            judged,
            1,
            []
        );
        var spots = Core.Dossiers.RoofContents.Of(roof, RuleBook.Current).Plan!.Spots;
        spots.Count.ShouldBe(2);
        spots.Single(s => s.Id == Stain.Id).X.ShouldBe(20 * 12, 1);
        spots.Single(s => s.Id == other.Id).X.ShouldBe(8 * 12, 1);
    }

    /// <summary>40 by 30 ft, overhangs of 12 in, walls of 5.5 in: 4 ft from the eave wall and 18.54 ft from the left one lie 5.46 ft up and 20 ft along on plan.</summary>
    [Fact]
    public void Feet_from_two_walls_place_a_stain_and_are_surer_than_a_tap()
    {
        var (eave, left) = (5 - ((12 + 5.5) / 12), 20 - ((12 + 5.5) / 12));
        var seen = new StainSeen(FromEaveWall: eave, FromLeftWall: left);
        LeakCandidate Leader(FindingFact stain) =>
            Of([stain, Boot], [Says("leak-when", "every-rain")])!.Candidates.Single(c => c.Kind == "pipe-boot");
        var taped = Leader(Stain with { Spot = null, Stain = seen });
        taped.Down!.Value.ShouldBe(3.35, 0.01);
        taped.Side!.Value.ShouldBe(0, 0.01);
        taped.Chance.ShouldBeGreaterThanOrEqualTo(Leader(Stain).Chance);
        // Framing across the slope hardly brings water down it.
        Leader(Stain with { Spot = null, Stain = seen with { Across = true } }).Chance.ShouldBeLessThan(taped.Chance);
        // Feet from the walls go before a tap elsewhere; one of the two alone places nothing.
        Leader(Stain with { Spot = At(35, 5), Stain = seen }).Down!.Value.ShouldBe(3.35, 0.01);
        Leader(Stain with { Stain = new StainSeen(FromEaveWall: 20) }).Down!.Value.ShouldBe(3.35, 0.01);
        Of([Stain with { Stain = seen with { FromLeftWall = 60 } }], [])!
            .Clashes.ShouldBe(["The distances from the walls do not lie under this slope: measure again, or choose the slope."]);
        Of([Stain with { Stain = new StainSeen(FromEaveWall: 20) }], [])!
            .Clashes.ShouldBe(["One distance alone places nothing: measure from the other wall as well."]);
        // Of two slopes nobody has said which; a pin says it.
        StainLeak OnTwo(FindingFact stain) =>
            Assessor
                .Assess(
                    Roof.Input with
                    {
                        Slopes = [South, South with { Id = House.Parts[0].Corners[2].SlopeId, Letter = "B" }],
                        Coverings = [new CoveringFact(Guid.CreateVersion7(), South.Id, "laminatedShingle", 2012, 2012, AgeSource.Permit)],
                        Findings = [stain],
                        Plan = House,
                        Details = [],
                    },
                    RuleBook.Current
                )
                .Leaks!.Single();
        OnTwo(Stain with { SlopeId = null, Spot = null, Stain = seen })
            .Answer.Clashes.ShouldBe(["Choose the slope above the stain: the distances from the walls are measured under it."]);
        OnTwo(Stain with { SlopeId = null, Spot = At(30, 9), Stain = seen }).At!.Along.ShouldBe(240, 0.1);
    }
}
