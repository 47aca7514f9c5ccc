using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>
/// Slopes of unequal pitch against the lower envelope of the edges' planes: over a convex footprint the roof's height at any place is the least of the
/// heights of all planes there, which is reckoned here plane by plane and place by place. Footprints in feet.
/// </summary>
public sealed class SkeletonTests
{
    private const double SameArea = 1e-4;

    [Property(MaxTest = 300)]
    public void OverAConvexFootprintTheRoofIsTheLowestOfItsPlanes(int seed)
    {
        var random = new Random(seed);
        var corners = Convex(random);
        var answer = StraightSkeleton.Of(corners);

        answer.Problems.ShouldBeEmpty();
        foreach (var face in answer.Faces)
        {
            foreach (var corner in face.Corners)
            {
                var least = Enumerable
                    .Range(0, corners.Count)
                    .Where(i => !corners[i].Gable)
                    .Min(i => HeightOver(corners, i, corner.X, corner.Y));
                corner.Z.ShouldBe(least, 0.01);
            }
            var inside = Polygons.Inside(face.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList());
            var lowest = Enumerable
                .Range(0, corners.Count)
                .Where(i => !corners[i].Gable)
                .MinBy(i => HeightOver(corners, i, inside.X, inside.Y));
            lowest.ShouldBe(face.Edge, "the slope that covers a place is the one whose plane is lowest there");
        }
    }

    [Property(MaxTest = 300)]
    public void SlopesTileTheFootprint(int seed)
    {
        var random = new Random(seed);
        var corners = random.Next(3) == 0 ? Convex(random) : Rectilinear(random);
        var answer = StraightSkeleton.Of(corners);

        answer.Problems.ShouldBeEmpty();
        var whole = Polygons.SignedArea(corners.Select(c => new PlanPoint(c.X, c.Y)).ToList());
        answer.Faces.Sum(f => Area(f)).ShouldBe(whole, whole * SameArea);
        answer.Faces.ShouldAllBe(f => Area(f) > 0);
    }

    [Property(MaxTest = 200)]
    public void TurningMirroringAndShiftingChangeNoArea(int seed)
    {
        var random = new Random(seed);
        var corners = Rectilinear(random);
        var angle = random.NextDouble() * 2 * Math.PI;
        var (dx, dy) = (random.Next(-5000, 5000), random.Next(-5000, 5000));
        FootprintCorner Turn(FootprintCorner c) =>
            c with
            {
                X = (c.X * Math.Cos(angle)) - (c.Y * Math.Sin(angle)) + dx,
                Y = (c.X * Math.Sin(angle)) + (c.Y * Math.Cos(angle)) + dy,
            };

        var plain = Areas(StraightSkeleton.Of(corners), corners.Count);
        var turned = Areas(StraightSkeleton.Of([.. corners.Select(Turn)]), corners.Count);
        // Mirrored, the corners run backwards, and the edge from a corner is the one that led to it.
        var mirrored = corners.Select((_, i) => corners[i]).Reverse().ToList();
        List<FootprintCorner> flipped =
        [
            .. mirrored.Select(
                (c, i) =>
                    new FootprintCorner(-c.X, c.Y, mirrored[(i + 1) % mirrored.Count].RisePer12, mirrored[(i + 1) % mirrored.Count].Gable)
            ),
        ];
        var mirror = Areas(StraightSkeleton.Of(flipped), corners.Count);

        for (var i = 0; i < corners.Count; i++)
        {
            turned[i].ShouldBe(plain[i], 1, $"edge {i} turned");
            mirror[(2 * corners.Count - 2 - i) % corners.Count].ShouldBe(plain[i], 1, $"edge {i} mirrored");
        }
    }

    [Fact]
    public void AGableEndsTheRidgeAtTheWall()
    {
        FootprintCorner[] corners = [new(0, 0, 6), new(480, 0, 6, true), new(480, 360, 6), new(0, 360, 6)];
        var answer = StraightSkeleton.Of(corners);

        answer.Faces.Count.ShouldBe(3);
        answer
            .Faces.SelectMany(f => f.Corners)
            .ShouldContain(c => Math.Abs(c.X - 480) < 1e-6 && Math.Abs(c.Y - 180) < 1e-6 && Math.Abs(c.Z - 90) < 1e-6);
    }

    [Fact]
    public void AtAReflexCornerTheSteeperSlopeGivesGround()
    {
        // An L with one wing twice as steep as the other.
        FootprintCorner[] corners = [new(0, 0, 6), new(480, 0, 6), new(480, 240, 6), new(216, 240, 12), new(216, 540, 12), new(0, 540, 12)];
        var faces = StraightSkeleton.Of(corners).Faces;
        var corner = faces.Single(f => f.Edge == 2).Corners.Intersect(faces.Single(f => f.Edge == 3).Corners).Single(c => c.Z > 0);

        // On the valley the 6:12 plane over y and the 12:12 plane over x stand equally high.
        ((240 - corner.Y) * 0.5).ShouldBe((216 - corner.X) * 1.0, 1e-6);
    }

    public static TheoryData<string, FootprintCorner[], string> BadFootprints() =>
        new()
        {
            { "two corners", [new(0, 0, 6), new(9, 0, 6)], "footprint.corners" },
            { "a bow tie", [new(0, 0, 6), new(480, 360, 6), new(480, 0, 6), new(0, 360, 6)], "footprint.crosses-itself" },
            { "clockwise", [new(0, 0, 6), new(0, 360, 6), new(480, 360, 6), new(480, 0, 6)], "footprint.clockwise" },
            { "no pitch", [new(0, 0, 0), new(480, 0, 6), new(480, 360, 6), new(0, 360, 6)], "footprint.no-pitch" },
            { "a negative pitch", [new(0, 0, -2), new(480, 0, 6), new(480, 360, 6), new(0, 360, 6)], "footprint.bad-pitch" },
            { "steeper than 24:12", [new(0, 0, 24.1), new(480, 0, 6), new(480, 360, 6), new(0, 360, 6)], "footprint.bad-pitch" },
            { "no number", [new(0, 0, 6), new(double.NaN, 0, 6), new(480, 360, 6), new(0, 360, 6)], "footprint.no-place" },
            { "off the map", [new(0, 0, 6), new(1e9, 0, 6), new(480, 360, 6), new(0, 360, 6)], "footprint.no-place" },
            {
                "a doubled corner",
                [new(0, 0, 6), new(480, 0, 6), new(480, 0.5, 6), new(480, 360, 6), new(0, 360, 6)],
                "footprint.short-edge"
            },
            {
                "all gables",
                [new(0, 0, 6, true), new(480, 0, 6, true), new(480, 360, 6, true), new(0, 360, 6, true)],
                "footprint.all-gables"
            },
            {
                "unequal pitches in one line",
                [new(0, 0, 6), new(200, 0, 8), new(480, 0, 6), new(480, 360, 6), new(0, 360, 6)],
                "footprint.unequal-in-line"
            },
            {
                "a spike that folds back",
                [new(0, 0, 6), new(480, 0, 6), new(480, 360, 6), new(480, 100, 6), new(0, 360, 6)],
                "footprint.crosses-itself"
            },
            { "no area", [new(0, 0, 6), new(30, 0, 6), new(30, 2, 6), new(0, 2, 6)], "footprint.no-area" },
        };

    /// <summary>A part of a plan covers at least a square foot: 12 by 12 in.</summary>
    [Theory]
    [InlineData(11.99, true)]
    [InlineData(12, false)]
    public void A_part_covers_at_least_a_square_foot(double inches, bool none) =>
        StraightSkeleton
            .Of([new(0, 0, 6), new(12, 0, 6), new(12, inches, 6), new(0, inches, 6)])
            .Problems.Any(p => p.Code == "footprint.no-area")
            .ShouldBe(none);

    [Theory]
    [InlineData(0.999, true)]
    [InlineData(1, false)]
    public void Corners_an_inch_apart_are_two(double inches, bool slip)
    {
        FootprintCorner[] corners = [new(0, 0, 6), new(480, 0, 6), new(480, inches, 6), new(480, 360, 6), new(0, 360, 6)];
        StraightSkeleton.Of(corners).Problems.Any(p => p.Code == "footprint.short-edge").ShouldBe(slip);
    }

    [Theory]
    [MemberData(nameof(BadFootprints))]
    public void ABadFootprintIsToldAndNothingIsThrown(string what, FootprintCorner[] corners, string code)
    {
        var answer = StraightSkeleton.Of(corners);

        answer.Faces.ShouldBeEmpty(what);
        answer.Problems.Select(p => p.Code).ShouldContain(code);
        answer.Problems.ShouldAllBe(p => double.IsFinite(p.X) && double.IsFinite(p.Y));
    }

    /// <summary>Whatever is drawn, an answer comes: slopes that tile, or problems.</summary>
    [Property(MaxTest = 500)]
    public void AnyDrawingGetsAnAnswer(int seed)
    {
        var random = new Random(seed);
        var corners = Enumerable
            .Range(0, random.Next(3, 14))
            .Select(_ => new FootprintCorner(random.Next(0, 40) * 12, random.Next(0, 40) * 12, random.Next(-1, 26), random.Next(4) == 0))
            .ToList();
        var answer = StraightSkeleton.Of(corners);
        if (answer.Problems.Count == 0)
        {
            var whole = Polygons.SignedArea(corners.Select(c => new PlanPoint(c.X, c.Y)).ToList());
            answer.Faces.Sum(f => Area(f)).ShouldBe(whole, whole * SameArea);
        }
    }

    private static double HeightOver(List<FootprintCorner> corners, int edge, double x, double y)
    {
        var (a, b) = (corners[edge], corners[(edge + 1) % corners.Count]);
        var (ux, uy) = (b.X - a.X, b.Y - a.Y);
        return ((ux * (y - a.Y)) - (uy * (x - a.X))) / Math.Sqrt((ux * ux) + (uy * uy)) * a.RisePer12 / 12;
    }

    private static double Area(SkeletonFace face) => Polygons.SignedArea(face.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList());

    private static double[] Areas(SkeletonAnswer answer, int edges) =>
        [.. Enumerable.Range(0, edges).Select(i => answer.Faces.Where(f => f.Edge == i).Sum(Area))];

    /// <summary>Corners on an ellipse in order: convex, no two in line.</summary>
    private static List<FootprintCorner> Convex(Random random)
    {
        var count = random.Next(3, 10);
        var angles = Enumerable.Range(0, count).Select(i => ((i + (0.7 * random.NextDouble())) / count) * 2 * Math.PI);
        return [.. angles.Select(a => new FootprintCorner(300 * Math.Cos(a), 220 * Math.Sin(a), 2 + random.Next(0, 20)))];
    }

    /// <summary>A house of steps: columns of differing heights on a common base, one pitch, some end walls as gables.</summary>
    private static List<FootprintCorner> Rectilinear(Random random)
    {
        var columns = random.Next(1, 6);
        var corners = new List<FootprintCorner> { new(0, 0, 6) };
        var widths = Enumerable.Range(0, columns).Select(_ => 60 + (12 * random.Next(0, 20))).ToList();
        var heights = new List<int>();
        for (var i = 0; i < columns; i++)
        {
            int height;
            do
            {
                height = 96 + (12 * random.Next(0, 25));
            } while (heights.Count > 0 && heights[^1] == height);
            heights.Add(height);
        }
        corners.Add(new FootprintCorner(widths.Sum(), 0, 6, random.Next(2) == 0));
        var x = widths.Sum();
        for (var i = columns - 1; i >= 0; i--)
        {
            corners.Add(new FootprintCorner(x, heights[i], 6));
            x -= widths[i];
            corners.Add(new FootprintCorner(x, heights[i], 6));
        }
        // The last corner's edge is the west wall.
        corners[^1] = corners[^1] with
        {
            Gable = random.Next(2) == 0,
        };
        return corners;
    }
}
