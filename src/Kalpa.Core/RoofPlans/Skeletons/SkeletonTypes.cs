using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Skeletons;

/// <summary>
/// A corner of a footprint and the edge from it to the next corner, counter-clockwise. <paramref name="RisePer12"/> is the pitch of the slope that rises
/// from the edge; a gable's edge carries none.
/// </summary>
public sealed record FootprintCorner(double X, double Y, double RisePer12, bool Gable = false)
{
    internal PlanPoint Point => new(X, Y);
}

/// <summary>A corner of a slope: its place on the plan and its height above the eave's line, inches.</summary>
public sealed record RoofPoint(double X, double Y, double Z)
{
    internal PlanPoint Point => new(X, Y);
}

/// <summary>The slope that rises from edge number <paramref name="Edge"/>: its corners counter-clockwise, beginning with the edge itself.</summary>
public sealed record SkeletonFace(int Edge, IReadOnlyList<RoofPoint> Corners);

/// <summary>Why no roof could be raised: a stable code, what to do, and the edge and place at fault.</summary>
public sealed record SkeletonProblem(string Code, string Text, int Edge, double X, double Y);

/// <summary>The slopes of a footprint, or all that is wrong with it.</summary>
public sealed record SkeletonAnswer(IReadOnlyList<SkeletonFace> Faces, IReadOnlyList<SkeletonProblem> Problems);
