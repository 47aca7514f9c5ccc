using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>Finished repairs by how they held: counted by hand from what later visits and rains showed.</summary>
public class RepairsHeldTests
{
    private static readonly DateOnly Day = new(2026, 9, 10);

    private static JobDoneFact Done(Guid finding, string title = "Replace the pipe boot", bool temporary = false) =>
        new(Guid.CreateVersion7(), Guid.CreateVersion7(), title, Day, [finding], [], Temporary: temporary);

    private static RecheckFact Later(Guid finding, RecheckOutcome outcome) =>
        new(Guid.CreateVersion7(), Guid.CreateVersion7(), finding, outcome);

    private static LeakRainFact Rain(Guid stain, int day, bool water) =>
        new(Guid.CreateVersion7(), Guid.Empty, stain, Day.AddDays(day), true, water);

    [Fact]
    public void They_are_counted_by_title_and_by_what_was_seen_since()
    {
        var findings = Enumerable.Range(0, 8).Select(_ => Guid.CreateVersion7()).ToList();
        JobDoneFact[] done =
        [
            .. findings.Take(6).Select(f => Done(f)),
            Done(findings[6], "replace the PIPE boot ") with
            {
                On = Day.AddDays(1),
            },
            Done(findings[7], "Reset the flashing"),
            Done(findings[7], "Tarp it", temporary: true),
            Done(findings[7], "Re-roof") with
            {
                Renewal = true,
            },
        ];
        RecheckFact[] rechecks =
        [
            Later(findings[0], RecheckOutcome.Mended),
            Later(findings[1], RecheckOutcome.Gone),
            Later(findings[2], RecheckOutcome.Same),
            Later(findings[3], RecheckOutcome.Worse),
            Later(findings[4], RecheckOutcome.Mended),
        ];
        var held = RepairsHeld.Of(done, rechecks, [], [], new HashSet<Guid>());
        held.Select(r => (r.Title, r.Done, r.Held, r.Failed))
            .ShouldBe([("Replace the pipe boot", 7, 3, 2), ("Reset the flashing", 1, 0, 0)]);
        held[0].Words.ShouldBe("3 of 5 checked since held.");
        held[1].Words.ShouldBe("None checked since.");
        RepairsHeld.Of(done, rechecks[1..], [], [], new HashSet<Guid>())[0].Words.ShouldBe("2 of 4 checked since held. Too few to go by.");
    }

    [Fact]
    public void A_stain_that_stays_says_nothing_and_rain_does()
    {
        var stain = Guid.CreateVersion7();
        RepairHeld Of(RecheckOutcome[] rechecks, params LeakRainFact[] rains) =>
            RepairsHeld.Of([Done(stain)], rechecks.Select(o => Later(stain, o)), [], rains, new HashSet<Guid> { stain }).Single();
        (Of([RecheckOutcome.Same]).Held, Of([RecheckOutcome.Same]).Failed).ShouldBe((0, 0));
        Of([RecheckOutcome.Worse]).Failed.ShouldBe(1);
        Of([RecheckOutcome.Same], Rain(stain, 3, false), Rain(stain, 5, false)).Held.ShouldBe(1);
        Of([], Rain(stain, 3, false)).Held.ShouldBe(0);
        Of([], Rain(stain, 3, false), Rain(stain, 5, true)).Failed.ShouldBe(1);
    }
}
