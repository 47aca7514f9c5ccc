namespace Kalpa.Core.RoofPlans.Geometry;

/// <summary>Upright boxes round loops: the quick no before a slow question.</summary>
internal readonly record struct Box(double West, double South, double East, double North)
{
    public bool Holds(PlanPoint point) => point.X >= West && point.X <= East && point.Y >= South && point.Y <= North;

    /// <summary>Whether the segment's own box meets this one: a quick no, not a sure yes.</summary>
    public bool MeetsSegment(PlanPoint a, PlanPoint b) =>
        (a.X >= West || b.X >= West) && (a.X <= East || b.X <= East) && (a.Y >= South || b.Y >= South) && (a.Y <= North || b.Y <= North);

    public bool Meets(Box other) => West <= other.East && other.West <= East && South <= other.North && other.South <= North;
}

internal static class Boxes
{
    public static Box Of(IReadOnlyList<PlanPoint> loop, double wider = 0)
    {
        var (west, south, east, north) = (double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);
        foreach (var point in loop)
        {
            (west, east) = (Math.Min(west, point.X), Math.Max(east, point.X));
            (south, north) = (Math.Min(south, point.Y), Math.Max(north, point.Y));
        }
        return new Box(west - wider, south - wider, east + wider, north + wider);
    }
}
