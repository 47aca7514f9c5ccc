using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>
/// What a plan says, reckoned another way from the corners in space: areas by the cross product instead of plan times slope factor, lengths between two
/// corners, irregular hips by the framing rule. And what must hold of any plan: scale, round trips.
/// </summary>
public sealed class SolidTests
{
    private const double Hundredth = 0.02;

    [Property(MaxTest = 100)]
    public void TrueAreasAreThoseOfTheSurfaceInSpace(int seed)
    {
        var answer = Plans.Measure(AnyPlan(new Random(seed)));

        answer.Problems.ShouldBeEmpty();
        foreach (var facet in answer.Facets)
        {
            facet.TrueSquareFeet.ShouldBe(SurfaceSquareFeet(facet.Corners), 0.05 + (facet.TrueSquareFeet * 1e-5));
        }
    }

    [Property(MaxTest = 100)]
    public void TrueLengthsAreTheDistancesInSpace(int seed)
    {
        foreach (var edge in Plans.Measure(AnyPlan(new Random(seed))).Edges)
        {
            var (dx, dy, dz) = (edge.To.X - edge.From.X, edge.To.Y - edge.From.Y, edge.To.Z - edge.From.Z);
            edge.TrueFeet.ShouldBe(Math.Sqrt((dx * dx) + (dy * dy) + (dz * dz)) / 12, Hundredth);
            edge.PlanFeet.ShouldBe(Math.Sqrt((dx * dx) + (dy * dy)) / 12, Hundredth);
            edge.TrueFeet.ShouldBeGreaterThanOrEqualTo(edge.PlanFeet - Hundredth);
        }
    }

    /// <summary>Everything twice as large: lengths double, areas grow fourfold, nothing changes its class.</summary>
    [Property(MaxTest = 60)]
    public void AHouseTwiceAsLargeHasFourTimesTheRoof(int seed)
    {
        var plan = AnyPlan(new Random(seed));
        var twice = plan with
        {
            Parts = [.. plan.Parts.Select(p => p with { Corners = [.. p.Corners.Select(c => c with { X = 2 * c.X, Y = 2 * c.Y })] })],
        };
        var (small, large) = (Plans.Measure(plan), Plans.Measure(twice));

        large.TrueSquareFeet.ShouldBe(4 * small.TrueSquareFeet, 0.2);
        large.Totals.Select(t => t.Class).ShouldBe(small.Totals.Select(t => t.Class));
        foreach (var (a, b) in small.Totals.Zip(large.Totals))
        {
            b.TrueFeet.ShouldBe(2 * a.TrueFeet, 0.2);
        }
        foreach (var line in small.TakeOff.Steep)
        {
            large.TakeOff.Steep.Single(l => l.Key == line.Key).Amount.ShouldBeGreaterThanOrEqualTo(line.Amount, line.Key);
        }
    }

    /// <summary>
    /// Irregular hips and valleys (framing rule, common practice): between slopes of pitches a and b on square corners the hip runs on plan with runs in
    /// the ratio a to b, and rises at the lesser of both.
    /// </summary>
    [Theory]
    [InlineData(6, 9)]
    [InlineData(4, 12)]
    [InlineData(8, 5)]
    [InlineData(3, 10)]
    public void AnIrregularHipRunsByTheRatioOfThePitches(double a, double b)
    {
        // Long enough that both hips of the end meet under the ridge of the two long slopes.
        var part = Plans.Rectangle(1, 0, 0, 90, 24, a);
        part = part with { Corners = [.. part.Corners.Select((c, i) => i % 2 == 1 ? c with { RisePer12 = b } : c)] };
        var hips = Plans.Measure(Plans.Of(part)).Edges.Where(e => e.Class == EdgeClass.Hip).ToList();

        hips.Count.ShouldBe(4);
        foreach (var hip in hips)
        {
            var (dx, dy, dz) = (Math.Abs(hip.To.X - hip.From.X), Math.Abs(hip.To.Y - hip.From.Y), Math.Abs(hip.To.Z - hip.From.Z));
            // Half the depth is the run of the long slopes; the end slope reaches the same height in a run shorter or longer by a / b.
            dy.ShouldBe(12 * 12, 0.01);
            dx.ShouldBe(12 * 12 * a / b, 0.01);
            dz.ShouldBe(12 * a, 0.01);
        }
    }

    [Property(MaxTest = 100)]
    public void ASpotIsFoundWhereItWasPut(int seed)
    {
        var random = new Random(seed);
        var plan = AnyPlan(random);
        var shape = PlanSolver.Solve(plan);
        var facet = shape.Facets[random.Next(shape.Facets.Count)];
        var spot = DetailPlaces.At(shape, facet.LabelX, facet.LabelY, null)!;
        var placed = DetailPlaces.Of(shape, Plans.Id(1), spot);

        placed.X.ShouldBe(facet.LabelX, 0.001);
        placed.Y.ShouldBe(facet.LabelY, 0.001);
        placed.OnSlope.ShouldBeTrue();
        // From the eave and from the top together it is no farther than the slope is long.
        (placed.EaveFeet!.Value + placed.RidgeFeet!.Value).ShouldBeLessThanOrEqualTo(
            shape.Facets.Single(f => f.SlopeId == spot.SlopeId).SlopeFeet + Hundredth
        );
    }

    [Property(MaxTest = 100)]
    public void RunsTypedOfAFootprintGiveItBack(int seed)
    {
        var random = new Random(seed);
        // A staircase: its runs can be typed in whole inches and close by themselves.
        var steps = random.Next(1, 6);
        var (wide, high) = (
            Enumerable.Range(0, steps).Select(_ => random.Next(24, 200)).ToList(),
            Enumerable.Range(0, steps).Select(_ => random.Next(24, 200)).ToList()
        );
        var typed = new List<string> { $"east {Feet(wide.Sum())}" };
        for (var i = 0; i < steps; i++)
        {
            typed.Add($"north {Feet(high[i])}");
            typed.Add($"west {Feet(wide[i])}");
        }
        typed.Add($"south {Feet(high.Sum())}");
        var answer = PlanRuns.Of(new RunsRequest(string.Join(", ", typed)));

        answer.Problems.ShouldBeEmpty();
        answer.GapInches.ShouldBe(0);
        answer.Corners.Count.ShouldBe(2 + (2 * steps));
        answer.Corners.Max(c => c.X).ShouldBe(wide.Sum(), 1e-9);
        answer.Corners.Max(c => c.Y).ShouldBe(high.Sum(), 1e-9);
    }

    /// <summary>Higher dams reach farther, steeper slopes less far, and never less than the barrier is asked where the overhang grows.</summary>
    [Property(MaxTest = 200)]
    public void IceReachesAsItMust(int seed)
    {
        var random = new Random(seed);
        var (dam, rise, overhang) = (18 * random.NextDouble(), 0.25 + (20 * random.NextDouble()), 36 * random.NextDouble());

        IceReaches.ReachInches(dam + 1, rise).ShouldBeGreaterThan(IceReaches.ReachInches(dam, rise));
        IceReaches.ReachInches(dam, rise + 1).ShouldBeLessThanOrEqualTo(IceReaches.ReachInches(dam, rise));
        IceReaches.RequiredInches(overhang + 1, 6, rise).ShouldBeGreaterThanOrEqualTo(IceReaches.RequiredInches(overhang, 6, rise));
        // The courses cover what is asked, and one fewer would not: 36 in, and 32 in more with each lapped course.
        var asked = IceReaches.RequiredInches(overhang, 6, rise);
        var courses = IceReaches.Courses(asked);
        (36 + (32 * (courses - 1))).ShouldBeGreaterThanOrEqualTo((int)Math.Floor(asked));
        (courses == 1 || 36 + (32 * (courses - 2)) < asked).ShouldBeTrue();
    }

    [Fact]
    public void LettersGoOnAfterZ()
    {
        var given = new HashSet<string>();
        for (var i = 0; i < 60; i++)
        {
            given.Add(PlanSlopes.NextLetter(given)).ShouldBeTrue();
        }
        given.ShouldContain("Z");
        given.ShouldContain("AA");
        given.ShouldContain("BH");
        given.ShouldAllBe(l => l.Length <= 2);
    }

    private static string Feet(int inches) => $"{inches / 12}' {inches % 12}\"";

    private static PlanFact AnyPlan(Random random)
    {
        var forms = Enum.GetValues<StarterForm>();
        var form = forms[random.Next(forms.Length)];
        var request = new StarterRequest(
            form,
            random.Next(200, 900),
            random.Next(200, 600),
            random.Next(1, 20),
            random.Next(0, 360),
            random.Next(-500, 500),
            random.Next(-500, 500),
            100,
            PartKind.House,
            [.. Enumerable.Range(1000, 17).Select(Plans.Id)],
            []
        );
        return Plans.Of(PlanStarters.Of(request).Part!);
    }

    /// <summary>Half the length of the sum of cross products round the first corner (Newell).</summary>
    private static double SurfaceSquareFeet(IReadOnlyList<RoofPoint> corners)
    {
        var (x, y, z) = (0.0, 0.0, 0.0);
        var o = corners[0];
        for (var i = 1; i + 1 < corners.Count; i++)
        {
            var (a, b) = (corners[i], corners[i + 1]);
            var (ax, ay, az, bx, by, bz) = (a.X - o.X, a.Y - o.Y, a.Z - o.Z, b.X - o.X, b.Y - o.Y, b.Z - o.Z);
            x += (ay * bz) - (az * by);
            y += (az * bx) - (ax * bz);
            z += (ax * by) - (ay * bx);
        }
        return Math.Sqrt((x * x) + (y * y) + (z * z)) / 2 / 144;
    }
}
