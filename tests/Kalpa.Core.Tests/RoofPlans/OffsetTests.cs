using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;
using NetTopologySuite.Geometries;
using NetTopologySuite.Operation.Buffer;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>
/// Roofs cut level at any height against an independent library's offset of the footprint (NetTopologySuite 2.6, mitred): on equal pitches the ground
/// above a height is the footprint moved inwards by that height's run. Holds for footprints with reflex corners too, where no lower envelope does.
/// </summary>
public sealed class OffsetTests
{
    private const double Run = 12;
    private const double SquareInch = 1;
    private static readonly GeometryFactory Factory = new();

    /// <summary>Right angles need a limit of √2; a generous one keeps every corner sharp.</summary>
    private static readonly BufferParameters Mitred = new() { JoinStyle = JoinStyle.Mitre, MitreLimit = 50 };

    [Property(MaxTest = 150)]
    public void ALevelCutIsTheFootprintMovedInwards(int seed)
    {
        var random = new Random(seed);
        var loop = Steps(random);
        var rise = random.Next(2, 16);
        var faces = StraightSkeleton.Of([.. loop.Select(p => new FootprintCorner(p.X, p.Y, rise))]).Faces;
        var top = faces.SelectMany(f => f.Corners).Max(c => c.Z);
        for (var i = 1; i <= 4; i++)
        {
            var height = top * i / 5.3;
            var ours = faces.Sum(f => AreaAbove(f, loop, rise, height));
            var theirs = Theirs(loop).Buffer(-height * Run / rise, Mitred).Area;
            ours.ShouldBe(theirs, SquareInch + (theirs * 1e-6), $"cut at {height:0.0} of {top:0.0} in");
        }
    }

    [Property(MaxTest = 150)]
    public void TheWallLineIsTheOutlineMovedInwardsByItsOverhang(int seed)
    {
        var random = new Random(seed);
        var loop = Steps(random);
        var overhang = random.Next(1, 20);
        var part = Plans.Part(1, [.. loop.Select(p => (p.X / 12, p.Y / 12))], 6);
        part = part with { Corners = [.. part.Corners.Select(c => c with { OverhangInches = overhang })] };
        var walls = Plans.Measure(Plans.Of(part)).WallLines;
        var theirs = Theirs(loop).Buffer(-overhang, Mitred);

        walls.Sum(w => Math.Sqrt(Math.Pow(w[1].X - w[0].X, 2) + Math.Pow(w[1].Y - w[0].Y, 2))).ShouldBe(theirs.Length, 0.01);
        foreach (var point in walls.SelectMany(w => w))
        {
            theirs.Boundary.Distance(Factory.CreatePoint(new Coordinate(point.X, point.Y))).ShouldBeLessThan(1e-6);
        }
    }

    /// <summary>Overhangs of half the width leave no walls, and more turns them inside out: none are drawn rather than wrong ones.</summary>
    [Theory]
    [InlineData(118, 4)]
    [InlineData(120, 0)]
    [InlineData(121, 0)]
    [InlineData(300, 0)]
    public void Overhangs_that_leave_nothing_leave_no_walls(double overhang, int walls)
    {
        var part = Plans.Rectangle(1, 0, 0, 40, 20, 6);
        part = part with { Corners = [.. part.Corners.Select(c => c with { OverhangInches = overhang })] };
        Plans.Measure(Plans.Of(part)).WallLines.Count.ShouldBe(walls);
    }

    /// <summary>The ground of one slope that stands above a height: clipped by its own level line.</summary>
    private static double AreaAbove(SkeletonFace face, List<PlanPoint> loop, double rise, double height)
    {
        var (from, to) = (loop[face.Edge], loop[(face.Edge + 1) % loop.Count]);
        var inwards = (to - from).Unit.Left;
        var kept = Polygons.Clip([.. face.Corners.Select(c => c.Point2())], inwards, inwards.Dot(from) + (height * Run / rise));
        return kept.Count < 3 ? 0 : Polygons.SignedArea(kept);
    }

    /// <summary>A house that steps in and out on both long sides; no step nearer than 5 ft to the next.</summary>
    private static List<PlanPoint> Steps(Random random)
    {
        var columns = random.Next(1, 5);
        var (south, north) = (new List<PlanPoint>(), new List<PlanPoint>());
        var x = 0.0;
        var (low, high) = (0, 0);
        for (var i = 0; i < columns; i++)
        {
            var wide = 60 + (12 * random.Next(0, 16));
            low = Other(random, low, -60, 60);
            high = Other(random, high, 180, 400);
            south.Add(new PlanPoint(x, low));
            south.Add(new PlanPoint(x + wide, low));
            north.Add(new PlanPoint(x, high));
            north.Add(new PlanPoint(x + wide, high));
            x += wide;
        }
        north.Reverse();
        return [.. south, .. north];
    }

    private static int Other(Random random, int than, int least, int most)
    {
        int value;
        do
        {
            value = random.Next(least, most);
        } while (Math.Abs(value - than) < 6);
        return value;
    }

    private static Polygon Theirs(List<PlanPoint> loop) =>
        Factory.CreatePolygon([.. loop.Append(loop[0]).Select(p => new Coordinate(p.X, p.Y))]);
}

file static class RoofPoints
{
    public static PlanPoint Point2(this RoofPoint point) => new(point.X, point.Y);
}
