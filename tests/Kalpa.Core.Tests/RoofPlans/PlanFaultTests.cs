namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>What is wrong with a plan, at the bound and beyond it.</summary>
public class PlanFaultTests
{
    /// <summary>Flat roofs an inch apart are two roofs; nearer, one of the two is drawn wrong.</summary>
    [Theory]
    [InlineData(0.9, true)]
    [InlineData(1.1, false)]
    [InlineData(-0.9, true)]
    [InlineData(-1.1, false)]
    public void PartsAnInchApartInHeightAreClearOfEachOther(double inches, bool overlap) =>
        Plans
            .Measure(Plans.Of(Plans.OneSlope(1, 0, 0, 20, 20, 0, 180, 10), Plans.OneSlope(2, 10, 10, 20, 20, 0, 180, 10 + (inches / 12))))
            .Problems.Any(p => p.Code == "plan.overlap")
            .ShouldBe(overlap);

    /// <summary>Over three miles from the middle of its plan no corner of a roof is meant.</summary>
    [Theory]
    [InlineData(200_000, false)]
    [InlineData(200_001, true)]
    public void ACornerFarOffHasNoPlace(double inches, bool refused)
    {
        foreach (var (x, y) in new[] { (inches, 480.0), (480.0, inches), (-inches, 480.0), (480.0, -inches) })
        {
            var part = Plans.Part(1, [(0, 0), (40, 0), (x / 12, y / 12)], 6);
            var corners = part.Corners.ToList();
            corners[2] = corners[2] with { X = x, Y = y };
            var plan = Plans.Of(part with { Corners = corners });
            Plans.Measure(plan).Problems.Any(p => p.Code == "footprint.no-place").ShouldBe(refused);
        }
    }
}
