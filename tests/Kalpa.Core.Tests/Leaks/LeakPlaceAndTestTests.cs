using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Leaks;

/// <summary>What a test tells of a way in, and what is one way in. Planning figures from memory; what is held is that they stay.</summary>
public sealed class LeakPlaceAndTestTests
{
    /// <summary>Water that is stored on its way takes longer than a hose runs: half of such ways in show (from memory).</summary>
    [Theory]
    [InlineData("masonry", LeakTestKind.Hose, 0.5)]
    [InlineData("wet-insulation", LeakTestKind.Hose, 0.5)]
    [InlineData("pipe-boot", LeakTestKind.Hose, 0.85)]
    [InlineData("wet-insulation", LeakTestKind.Meter, 0.85)]
    public void A_slow_way_in_shows_half_as_often(string kind, LeakTestKind test, double sensitive) =>
        LeakTestMethods.Rates(test, LeakKinds.Find(kind)!).Sensitive.ShouldBe(sensitive);

    /// <summary>What was found within 4 ft of a thing on the plan, up or aside, is of that thing, and counts once.</summary>
    [Theory]
    [InlineData(4, 0, 1)]
    [InlineData(8, 4, 1)]
    [InlineData(8.01, 0, 2)]
    [InlineData(4, 4.01, 2)]
    public void A_finding_beside_a_boot_is_of_that_boot(double down, double side, int boots) =>
        LeakDesk
            .Of(
                new LeakRequest(
                    "laminatedShingle",
                    ["every-rain"],
                    14,
                    Findings: [new LeakFinding("boot-collar-torn", down, side, Id: Guid.CreateVersion7())],
                    Details: [new LeakDetail("boot", 4, 0, Id: Guid.CreateVersion7())]
                ),
                RuleBook.Current
            )
            .Candidates.Count(c => c.Kind == "pipe-boot")
            .ShouldBe(boots);

    /// <summary>What has no seam is not probed along one (common practice).</summary>
    [Theory]
    [InlineData(
        CoveringKind.Tpo,
        "puncture",
        "Look over the membrane: sweep it; probe each cut, blister and raised fastener, and press beside it for water."
    )]
    [InlineData(
        CoveringKind.Tpo,
        "backed-out-fastener",
        "Look over the membrane: sweep it; probe each cut, blister and raised fastener, and press beside it for water."
    )]
    [InlineData(
        CoveringKind.MetalLapped,
        "washers",
        "Look at the washers: turn each screw by hand; look for cracked rubber and rust under its washer."
    )]
    [InlineData(CoveringKind.Tpo, "field-seam", "Probe the seam: run a blunt probe along the lap; look for dirt inside where it opens.")]
    [InlineData(
        CoveringKind.ClayTile,
        "broken-piece",
        "Look under the lap: lift the piece above, breaking the seal where there is one; look for rust, dirt and wet, and close it again."
    )]
    public void A_test_is_told_in_the_words_of_what_is_tested(string covering, string kind, string settle) =>
        LeakDesk
            .Of(new LeakRequest(covering, ["every-rain"], 14, RisePer12: 0.25), RuleBook.Current)
            .Candidates.Single(c => c.Kind == kind)
            .Settle.ShouldBe(settle);
}
