using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.RoofPlans.Geometry;
using NetTopologySuite.Geometries;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>Polygons against an independent geometry library (NetTopologySuite 2.6).</summary>
public sealed class PolygonTests
{
    private static readonly GeometryFactory Factory = new();

    [Property(MaxTest = 300)]
    public void AreaPerimeterAndMiddleAreTheLibrarys(int seed)
    {
        var loop = Star(new Random(seed));
        var theirs = Theirs(loop);

        Polygons.SignedArea(loop).ShouldBe(theirs.Area, theirs.Area * 1e-9);
        Polygons.Perimeter(loop).ShouldBe(theirs.Length, 1e-6);
        var middle = Polygons.Centroid(loop);
        middle.X.ShouldBe(theirs.Centroid.X, 1e-6);
        middle.Y.ShouldBe(theirs.Centroid.Y, 1e-6);
    }

    /// <summary>The middle of a U lies outside it: its letter stands in the middle of the wider limb, 30 in of 20 and 30.</summary>
    [Fact]
    public void TheLetterOfAUStandsInItsWiderLimb()
    {
        PlanPoint[] u = [new(0, 0), new(120, 0), new(120, 120), new(90, 120), new(90, 20), new(20, 20), new(20, 120), new(0, 120)];
        Polygons.Contains(u, Polygons.Centroid(u)).ShouldBeFalse();
        Polygons.Inside(u).X.ShouldBe(105, 1e-9);
        Polygons.Inside(u).Y.ShouldBe(Polygons.Centroid(u).Y, 1e-9);
    }

    [Property(MaxTest = 300)]
    public void WhatSeveralCoverTogetherIsTheLibrarysUnion(int seed)
    {
        var random = new Random(seed);
        var loop = Star(random);
        var others = Enumerable.Range(0, random.Next(0, 4)).Select(_ => (IReadOnlyList<PlanPoint>)Star(random)).ToList();
        Geometry union = Factory.CreatePolygon();
        foreach (var other in others)
        {
            union = union.Union(Theirs(other));
        }

        Polygons.CoveredArea(loop, others).ShouldBe(Theirs(loop).Intersection(union).Area, 0.01);
    }

    [Property(MaxTest = 300)]
    public void WhetherAPlaceLiesInsideIsTheLibrarysAnswer(int seed)
    {
        var random = new Random(seed);
        var loop = Star(random);
        var theirs = Theirs(loop);
        for (var i = 0; i < 20; i++)
        {
            var point = new PlanPoint((random.NextDouble() * 1400) - 700, (random.NextDouble() * 1400) - 700);
            Polygons.Contains(loop, point).ShouldBe(theirs.Contains(Factory.CreatePoint(new Coordinate(point.X, point.Y))));
        }
        Polygons.Contains(loop, Polygons.Inside(loop)).ShouldBeTrue("a label lies inside its slope");
    }

    [Property(MaxTest = 300)]
    public void ASideCutFromAConvexLoopIsTheLibrarysIntersection(int seed)
    {
        var random = new Random(seed);
        var loop = Ring(random, random.Next(3, 9), _ => 400);
        var angle = random.NextDouble() * 2 * Math.PI;
        var (normal, offset) = (new PlanPoint(Math.Cos(angle), Math.Sin(angle)), (random.NextDouble() * 600) - 300);
        // The half plane as a square far larger than the loop.
        var along = normal.Left * 5000;
        var foot = normal * offset;
        var half = Theirs([foot - along, foot - along + (normal * 5000), foot + along + (normal * 5000), foot + along]);

        var kept = Polygons.Clip(loop, normal, offset);
        (kept.Count < 3 ? 0 : Polygons.SignedArea(kept)).ShouldBe(Theirs(loop).Intersection(half).Area, 0.01);
    }

    [Property(MaxTest = 300)]
    public void ALoopIsSimpleWhereTheLibrarySaysSo(int seed)
    {
        var random = new Random(seed);
        var loop = Enumerable
            .Range(0, random.Next(4, 8))
            .Select(_ => new PlanPoint(random.Next(-500, 500), random.Next(-500, 500)))
            .ToList();
        if (loop.Distinct().Count() == loop.Count)
        {
            (Polygons.Crossing(loop) is null).ShouldBe(Theirs(loop).IsValid);
        }
    }

    /// <summary>Round a middle, near and far in turn: simple, mostly not convex.</summary>
    private static List<PlanPoint> Star(Random random) => Ring(random, random.Next(3, 12), _ => 120 + (random.NextDouble() * 400));

    private static List<PlanPoint> Ring(Random random, int corners, Func<int, double> far)
    {
        var (x, y) = (random.Next(-150, 150), random.Next(-150, 150));
        return
        [
            .. Enumerable
                .Range(0, corners)
                .Select(i => (Angle: (i + (0.8 * random.NextDouble())) * 2 * Math.PI / corners, Far: far(i)))
                .Select(p => new PlanPoint(x + (p.Far * Math.Cos(p.Angle)), y + (p.Far * Math.Sin(p.Angle)))),
        ];
    }

    private static Polygon Theirs(IReadOnlyList<PlanPoint> loop) =>
        Factory.CreatePolygon([.. loop.Append(loop[0]).Select(p => new Coordinate(p.X, p.Y))]);

    /// <summary>Exactly as far off as is allowed is still on it, on every side; a hair more is not.</summary>
    [Theory]
    [InlineData(9, 0)]
    [InlineData(21, 0)]
    [InlineData(15, 1)]
    [InlineData(15, -1)]
    public void A_point_is_on_a_segment_up_to_the_distance_asked(double x, double y)
    {
        var (from, to) = (new PlanPoint(10, 0), new PlanPoint(20, 0));
        Polygons.OnSegment(new PlanPoint(x, y), from, to, 1).ShouldBeTrue();
        Polygons.OnSegment(new PlanPoint(x, y), to, from, 1).ShouldBeTrue();
        Polygons.OnSegment(new PlanPoint(x, y), from, to, 0.999).ShouldBeFalse();
        Polygons.OnSegment(new PlanPoint(y, x), new PlanPoint(0, 10), new PlanPoint(0, 20), 1).ShouldBeTrue();
    }
}
