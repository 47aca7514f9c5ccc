using Kalpa.Core.Assessing;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using static Kalpa.Core.Tests.PlanOfWork.Cases;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>Work that was done: it leaves the list, stays to be read with who did it and for how much, and the next visit says whether it held.</summary>
public class JobsDoneTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 9, 10);

    private static JobDoneFact Done(params Guid[] findings) =>
        new(Guid.CreateVersion7(), Roof.Visit.Id, "Replace the pipe boot", Day, findings, []);

    private static JobDoneFact Renewed(Guid slope) =>
        new(Guid.CreateVersion7(), Roof.Visit.Id, "Re-roof slope A", Day, [], [slope], Renewal: true);

    private static Assessment Judged(AssessInput input, params JobDoneFact[] done) =>
        Assessor.Assess(Roof.With(input, r => r with { JobsDone = done }), Book);

    [Fact]
    public void What_is_done_asks_for_nothing_and_the_rest_stays()
    {
        var (boot, gutter) = (At("boot-collar-torn", "vent", WaterEvidence.Active), At("gutter-clogged", "rear"));
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, boot, gutter);
        var judged = Judged(input, Done(boot.Id));
        judged.Work.ShouldHaveSingleItem().FindingId.ShouldBe(gutter.Id);
        judged.Work[0].Number.ShouldBe(1);
        judged.Headline.ShouldEndWith("First: clean and flush the gutter – within a year.");
        judged.WithoutJob.ShouldBeEmpty();
        // What was found is no less found.
        judged.Findings.Count.ShouldBe(2);
        judged.Done!.ShouldHaveSingleItem().FindingIds.ShouldBe([boot.Id]);

        var all = Judged(input, Done(boot.Id, gutter.Id));
        all.Work.ShouldBeEmpty();
        all.NoWork.ShouldBe("All the work listed at this visit has been done.");
        all.Decision.ShouldBe("Maintain slope A.");
        Judged(input).Done.ShouldBeNull();
    }

    [Fact]
    public void A_cost_ends_with_its_job()
    {
        var (boot, gutter) = (At("boot-collar-torn", "vent"), At("gutter-clogged", "rear"));
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, boot, gutter);
        var (before, after) = (Judged(input).Cost!, Judged(input, Done(boot.Id)).Cost!);
        after.Range.Likely.ShouldBeLessThan(before.Range.Likely);
    }

    [Theory]
    [InlineData("", null, "", CommissionPurpose.Condition, "Done on September 10, 2026.")]
    [InlineData(" Tarn Roofing ", 1240.0, "", CommissionPurpose.Condition, "Done on September 10, 2026 by Tarn Roofing for $1,240.")]
    [InlineData("Tarn Roofing", 1240.0, "two boots", CommissionPurpose.Claim, "Done on September 10, 2026 by Tarn Roofing: “two boots”.")]
    public void It_is_told_with_who_and_for_how_much_and_a_damage_record_names_no_money(
        string who,
        double? cost,
        string words,
        CommissionPurpose purpose,
        string expected
    )
    {
        var boot = At("boot-collar-torn", "vent");
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, boot);
        input = input with { Visit = input.Visit! with { Commission = new Commission(purpose) } };
        var done = Judged(input, Done(boot.Id) with { Who = who, Cost = cost, Words = words, Warranty = " 2 years " }).Done!.Single();
        done.Words.ShouldBe(expected);
        done.Warranty.ShouldBe("2 years");
        done.Held.ShouldBeNull();
    }

    [Fact]
    public void A_photo_of_the_finished_work_is_asked_for()
    {
        var boot = At("boot-collar-torn", "vent");
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, boot);
        Judged(input, Done(boot.Id)).Done!.Single().Next.ShouldBe("No photo of the finished work is on file.");
        AssessInput With(PhotoRole role) => Roof.With(input, r => r with { Photos = [Roof.Photo(boot.Id, role)] });
        Judged(With(PhotoRole.Seen), Done(boot.Id)).Done!.Single().Next.ShouldNotBe("");
        Judged(With(PhotoRole.After), Done(boot.Id)).Done!.Single().Next.ShouldBe("");
    }

    /// <summary>A re-roof that was done leaves the list, and its slope stays decided until the new covering is recorded.</summary>
    [Fact]
    public void A_renewal_is_closed_by_the_new_covering()
    {
        var input = On(CoveringKind.ThreeTabShingle, 1998, 3);
        var judged = Judged(input, Renewed(Roof.A.Id));
        judged.Work.ShouldBeEmpty();
        judged.Decision.ShouldBe("Re-roof slope A within a year.");
        judged.Done!.Single().Next.ShouldBe("Record the new covering of slope A: its years count from then on.");
        // Options are weighed as long as the old covering is the one on record.
        Options(input, Renewed(Roof.A.Id)).ShouldBe(Options(input));

        CoveringFact Laid(int year) => new(Guid.CreateVersion7(), Roof.A.Id, CoveringKind.LaminatedShingle, year, year, AgeSource.Permit);
        Judged(input with { Coverings = [Laid(2025)] }, Renewed(Roof.A.Id)).Done!.Single().Next.ShouldNotBe("");
        Judged(input with { Coverings = [Laid(2026)] }, Renewed(Roof.A.Id)).Done!.Single().Next.ShouldBe("");
        // Another slope's renewal is not done with it.
        Judged(input, Renewed(Roof.B.Id)).Work.ShouldHaveSingleItem().Kind.ShouldBe(WorkKind.Reroof);
    }

    /// <summary>A slope renewed because of what was found on it stays decided just so, and is free of it with the new covering.</summary>
    [Fact]
    public void A_renewal_for_what_was_found_is_closed_alike()
    {
        var bare = At("shingle-missing", "rake", decided: "repair-replace=bare");
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, bare);
        var done = Renewed(Roof.A.Id) with { Findings = [bare.Id] };
        Judged(input).Decision.ShouldBe("Re-roof slope A within a year.");
        var judged = Judged(input, done);
        (judged.Decision, judged.Work.Count).ShouldBe(("Re-roof slope A within a year.", 0));
        var laid = new CoveringFact(Guid.CreateVersion7(), Roof.A.Id, CoveringKind.LaminatedShingle, 2026, 2026, AgeSource.Permit);
        Judged(input with { Coverings = [laid] }, done).Decision.ShouldBe("Maintain slope A.");
    }

    /// <summary>Water kept out for the time being: the decision and the permanent work stand, and only the temporary repair leaves the list.</summary>
    [Fact]
    public void A_temporary_repair_that_is_done_resolves_nothing()
    {
        var bare = At("shingle-missing", "rake", WaterEvidence.Active, decided: "repair-replace=bare");
        var input = On(CoveringKind.LaminatedShingle, 2018, 1, bare);
        Judged(input)
            .Work.Select(w => (w.Title, w.Temporary))
            .ShouldBe([("Temporary repair (missing or torn shingles)", true), ("Re-roof slope A", false)]);
        var judged = Judged(input, Done(bare.Id) with { Temporary = true });
        judged.Decision.ShouldBe("Re-roof slope A within a year.");
        judged.Work.ShouldHaveSingleItem().Included!.ShouldHaveSingleItem().FindingId.ShouldBe(bare.Id);
        judged.Done!.Single().Next.ShouldBe("Temporary: the permanent work is still due.");
        // The same said of the permanent repair takes the reason for the re-roof away.
        Judged(input, Done(bare.Id)).Decision.ShouldBe("Maintain slope A.");
    }

    private static int Options(AssessInput input, params JobDoneFact[] done) =>
        ComputeServices.Options(Roof.With(input, r => r with { JobsDone = done }), Book).Value!.Options.Count;

    [Theory]
    [InlineData(null, null, "Not yet checked on this visit.")]
    [InlineData(RecheckOutcome.Mended, true, "Checked on this visit: it held.")]
    [InlineData(RecheckOutcome.Gone, true, "Checked on this visit: it held.")]
    [InlineData(RecheckOutcome.Same, false, "Checked on this visit: it did not hold. Record what is wrong now as a finding.")]
    [InlineData(RecheckOutcome.Worse, false, "Checked on this visit: it did not hold. Record what is wrong now as a finding.")]
    public void The_next_visit_says_whether_it_held(RecheckOutcome? outcome, bool? held, string next)
    {
        var boot = At("boot-collar-torn", "vent");
        var last = new LastTime(Guid.CreateVersion7(), new DateOnly(2025, 9, 1), [boot], [Done(boot.Id)]);
        var input = Roof.With(
            On(CoveringKind.LaminatedShingle, 2018, 1),
            r =>
                r with
                {
                    LastTime = last,
                    Rechecks = outcome is { } seen ? [new RecheckFact(Guid.CreateVersion7(), Roof.Visit.Id, boot.Id, seen)] : [],
                }
        );
        var told = Assessor.Assess(input, Book).Done!.ShouldHaveSingleItem();
        (told.Held, told.Next).ShouldBe((held, next));
    }

    /// <summary>Of two findings one is checked: nothing is claimed of the other.</summary>
    [Fact]
    public void Half_a_check_is_none()
    {
        var (boot, nail) = (At("boot-collar-torn", "vent"), At("nail-exposed", "vent"));
        var last = new LastTime(Guid.CreateVersion7(), new DateOnly(2025, 9, 1), [boot, nail], [Done(boot.Id, nail.Id)]);
        var input = Roof.With(
            On(CoveringKind.LaminatedShingle, 2018, 1),
            r =>
                r with
                {
                    LastTime = last,
                    Rechecks = [new RecheckFact(Guid.CreateVersion7(), Roof.Visit.Id, boot.Id, RecheckOutcome.Mended)],
                }
        );
        Assessor.Assess(input, Book).Done!.Single().Held.ShouldBeNull();
    }

    [Theory]
    [InlineData("", 1, 10.0, "job-done.of-nothing")]
    [InlineData("Replace the pipe boot", 0, 10.0, "job-done.of-nothing")]
    [InlineData("Replace the pipe boot", 1, -0.01, "job-done.bad-cost")]
    [InlineData("Replace the pipe boot", 1, 100_000_001.0, "job-done.bad-cost")]
    [InlineData("Replace the pipe boot", 1, 0.0, null)]
    [InlineData("Replace the pipe boot", 1, 100_000_000.0, null)]
    public void What_cannot_be_is_refused_by_name(string title, int findings, double cost, string? code)
    {
        var fact = Done([.. Enumerable.Range(0, findings).Select(_ => Guid.CreateVersion7())]) with { Title = title, Cost = cost };
        FactChecks.Of(fact, Book).Select(p => p.Code).ShouldBe(code is null ? [] : [code]);
    }

    /// <summary>Of a stain whose leak was repaired nobody has looked again: how the leak stood is told, and what to ask.</summary>
    [Theory]
    [InlineData(0, false, "Work was done on September 10, 2026. Nothing shows yet that it holds.")]
    [InlineData(1, false, "Work was done on September 10, 2026. No water in 1 like rain since: not enough to close it.")]
    [InlineData(2, false, "Closed. Work was done on September 10, 2026. No water in 2 like rains since, the last on September 13, 2026.")]
    [InlineData(1, true, "Water came again in the rain of September 12, 2026, after the work of September 10, 2026.")]
    public void A_stain_of_the_visit_before_is_told_as_its_leak_stood(int rains, bool water, string told)
    {
        var stain = At("ceiling-stain", "hall", WaterEvidence.Stained);
        var last = new LastTime(Guid.CreateVersion7(), new DateOnly(2026, 9, 1), [stain], [Done(stain.Id)])
        {
            LeakRains =
            [
                .. Enumerable
                    .Range(0, rains)
                    .Select(i => new LeakRainFact(Guid.CreateVersion7(), Roof.Visit.Id, stain.Id, Day.AddDays(2 + i), true, water)),
            ],
        };
        var input = Roof.With(On(CoveringKind.LaminatedShingle, 2018, 1), r => r with { LastTime = last });
        Assessor
            .Assess(input, Book)
            .Done!.ShouldHaveSingleItem()
            .Next.ShouldBe($"{told} Ask whether it has leaked since, and meter the stain.");
    }
}
