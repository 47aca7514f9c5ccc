using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;

namespace Kalpa.Core.Tests.Leaks;

/// <summary>A leak is closed by the same test or by rain, not by the repair (common practice); the figures of doubt are planning figures.</summary>
public sealed class LeakRepairTests
{
    private static readonly Guid Stain = Guid.CreateVersion7();
    private static readonly Guid Boot = Guid.CreateVersion7();
    private static readonly DateOnly Day = new(2026, 9, 10);

    private static JobDoneFact Done(Guid finding, bool temporary = false) =>
        new(Guid.CreateVersion7(), Guid.Empty, "Replace the pipe boot", Day, [finding], [], Temporary: temporary);

    private static LeakRainFact Rain(int day, bool alike = true, bool water = false) =>
        new(Guid.CreateVersion7(), Guid.Empty, Stain, Day.AddDays(day), alike, water);

    private static LeakTestFact Hose(
        int day,
        LeakTestResult result,
        bool after,
        string way = "pipe-boot",
        LeakTestKind test = LeakTestKind.Hose
    ) =>
        new(
            Guid.CreateVersion7(),
            Guid.Empty,
            Stain,
            test,
            [way],
            new DateTimeOffset(Day.AddDays(day).ToDateTime(new TimeOnly(10, 0)), TimeSpan.Zero),
            result,
            20,
            AfterRepair: after
        );

    private static LeakRepair? Of(JobDoneFact[] jobs, LeakTestFact[]? tests = null, params LeakRainFact[] rains) =>
        Of(0.9, jobs, tests, rains);

    private static LeakRepair? Of(double chance, JobDoneFact[] jobs, LeakTestFact[]? tests = null, params LeakRainFact[] rains) =>
        LeakRepairs.Of(Stain, new Dictionary<Guid, double> { [Boot] = chance }, jobs, tests ?? [], rains);

    /// <summary>0.20 of repairs miss and a missed leak shows in 0.60 of like rains: 0.08/0.88, 0.032/0.832, 0.0128/0.8128 by hand.</summary>
    [Theory]
    [InlineData(0, 0.20)]
    [InlineData(1, 0.0909)]
    [InlineData(2, 0.0385)]
    [InlineData(3, 0.0157)]
    public void Doubt_falls_with_each_like_rain(int rains, double doubt) => LeakRepairs.Doubt(rains).ShouldBe(doubt, 0.0001);

    [Fact]
    public void Nothing_done_is_nothing_repaired()
    {
        Of([]).ShouldBeNull();
        Of([Done(Boot, temporary: true)]).ShouldBeNull();
        Of([Done(Guid.CreateVersion7())]).ShouldBeNull();
        // What was done before the stain was traced to it counts by either of the two.
        Of([Done(Boot)])!.Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Stain)])!.Stage.ShouldBe(LeakStage.Repaired);
    }

    [Fact]
    public void Two_like_rains_close_it_and_one_or_two_lesser_do_not()
    {
        var repaired = Of([Done(Boot)])!;
        repaired.Words.ShouldBe("Work was done on September 10, 2026. Nothing shows yet that it holds.");
        repaired.Next.ShouldBe("Record 2 rains like those it leaked in.");
        Of([Done(Boot)], [Hose(-1, LeakTestResult.Wet, after: false)])!
            .Next.ShouldBe("Repeat the test that showed it, or record 2 rains like those it leaked in.");
        var one = Of([Done(Boot)], null, Rain(3))!;
        one.Stage.ShouldBe(LeakStage.Repaired);
        one.Doubt.ShouldBe(0.091, 0.001);
        one.Words.ShouldBe("Work was done on September 10, 2026. No water in 1 like rain since: not enough to close it.");
        one.Next.ShouldBe("Record 1 more rain like those it leaked in.");
        Of([Done(Boot)], null, Rain(3, alike: false), Rain(5, alike: false))!.Stage.ShouldBe(LeakStage.Repaired);
        // Rain on the day of the work may have come before it: only from the next day on it says something.
        Of([Done(Boot)], null, Rain(0), Rain(3))!.Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Boot)], null, Rain(0, water: true))!.Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Boot)], null, Rain(1), Rain(3))!.Stage.ShouldBe(LeakStage.Closed);
        Of([Done(Boot)], null, Rain(1, water: true))!.Stage.ShouldBe(LeakStage.Returned);
        var two = Of([Done(Boot)], null, Rain(12), Rain(3))!;
        two.Stage.ShouldBe(LeakStage.Closed);
        two.Words.ShouldBe("Closed. Work was done on September 10, 2026. No water in 2 like rains since, the last on September 22, 2026.");
        two.Next.ShouldBe("Ask at the next visit whether it has leaked since.");
    }

    /// <summary>By hand, m · 0.4^n / (m · 0.4^n + 1 − m): for 0.75, 0.25 · 0.16 / (0.04 + 0.75) = 0.0506 after two; for 0.35, 0.0416 / 0.3916 = 0.106 after three.</summary>
    [Theory]
    [InlineData(1, 2)]
    [InlineData(0.76, 2)]
    [InlineData(0.75, 3)]
    [InlineData(0.35, 4)]
    [InlineData(0.30, 5)]
    public void A_repair_of_what_was_hardly_the_way_in_takes_more_rains(double chance, int needed)
    {
        LeakRainFact[] rains = [.. Enumerable.Range(1, needed).Select(day => Rain(day))];
        Of(chance, [Done(Boot)], null, rains)!.Stage.ShouldBe(LeakStage.Closed);
        Of(chance, [Done(Boot)], null, rains[1..])!.Stage.ShouldBe(LeakStage.Repaired);
        Of(chance, [Done(Boot)])!.Next.ShouldBe($"Record {needed} rains like those it leaked in.");
        // The stain's own job says nothing of where: a usual repair.
        Of(chance, [Done(Stain)])!.Next.ShouldBe("Record 2 rains like those it leaked in.");
    }

    [Fact]
    public void The_same_test_closes_it_only_where_it_was_wet_before()
    {
        LeakTestFact[] before = [Hose(-1, LeakTestResult.Wet, after: false)];
        var closed = Of([Done(Boot)], [.. before, Hose(1, LeakTestResult.Dry, after: true)])!;
        closed.Stage.ShouldBe(LeakStage.Closed);
        closed.Words.ShouldBe(
            "Closed. Work was done on September 10, 2026. Hose test showed a leak before, and none on September 11, 2026."
        );
        Of([Done(Boot)], [Hose(1, LeakTestResult.Dry, after: true)])!.Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Boot)], [.. before, Hose(1, LeakTestResult.Dry, after: true, way: "masonry")])!.Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Boot)], [.. before, Hose(1, LeakTestResult.Dry, after: true, test: LeakTestKind.Meter)])!
            .Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Boot)], [.. before, Hose(1, LeakTestResult.Dry, after: false)])!.Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Boot)], [.. before, Hose(1, LeakTestResult.Unclear, after: true)])!.Stage.ShouldBe(LeakStage.Repaired);
    }

    [Fact]
    public void Water_after_the_repair_opens_it_again_in_any_rain()
    {
        var rain = Of([Done(Boot)], null, Rain(3), Rain(5), Rain(9, alike: false, water: true))!;
        rain.Stage.ShouldBe(LeakStage.Returned);
        rain.Words.ShouldBe("Water came again in the rain of September 19, 2026, after the work of September 10, 2026.");
        var wet = Hose(2, LeakTestResult.Wet, after: true);
        Of([Done(Boot)], [wet])!.Words.ShouldBe("Hose test on September 12, 2026 showed a leak after the work of September 10, 2026.");
        // Worked on again: only what came since counts.
        var again = Done(Boot) with
        {
            On = Day.AddDays(10),
        };
        Of([Done(Boot), again], null, Rain(9, water: true))!.Stage.ShouldBe(LeakStage.Repaired);
        Of([Done(Boot), again], null, Rain(9, water: true), Rain(12), Rain(14))!.Stage.ShouldBe(LeakStage.Closed);
        Of([Done(Boot)], [Hose(-1, LeakTestResult.Wet, after: false), wet, Hose(4, LeakTestResult.Dry, after: true)])!
            .Stage.ShouldBe(LeakStage.Closed);
    }
}
