using Kalpa.Core.RoofPlans.Geometry;

namespace Kalpa.Core.RoofPlans.Skeletons;

/// <summary>
/// The level line of one slope as it climbs: at height z it holds the points p with <c>Normal · p = Offset + Speed · z</c>. Speed is run over rise; a
/// gable's wall stands still.
/// </summary>
internal readonly record struct Front(PlanPoint Along, PlanPoint Normal, double Offset, double Speed)
{
    public static Front Of(FootprintCorner corner, FootprintCorner next)
    {
        var along = (next.Point - corner.Point).Unit;
        return new Front(along, along.Left, along.Left.Dot(corner.Point), corner.Gable ? 0 : Measures.Pitch.Run / corner.RisePer12);
    }

    public double Ahead(PlanPoint point, double z) => Normal.Dot(point) - Offset - (Speed * z);

    public bool ParallelTo(Front other) => Math.Abs(Along.Cross(other.Along)) <= PlanTolerances.ParallelSine;
}

/// <summary>Where two fronts cross, moving: at height z at <c>At + Velocity · (z − Since)</c>.</summary>
internal readonly record struct Path(PlanPoint At, PlanPoint Velocity, double Since)
{
    public PlanPoint Place(double z) => At + (Velocity * (z - Since));

    /// <summary>Of the crossing of two fronts; of two that run on in one line, from where they meet. Null when two fronts in line climb unequally.</summary>
    public static Path? Of(Front before, Front after, PlanPoint start, double z)
    {
        if (before.ParallelTo(after))
        {
            return Math.Abs(before.Speed - after.Speed) <= SameSpeed * Math.Max(1, after.Speed)
                ? new Path(start, after.Normal * after.Speed, z)
                : null;
        }
        // Cramer's rule on the two line equations, for the place at height zero and for the change with height.
        var cross = before.Normal.Cross(after.Normal);
        return new Path(
            Solve(before, after, before.Offset, after.Offset, cross),
            Solve(before, after, before.Speed, after.Speed, cross),
            0
        );
    }

    /// <summary>Relative difference of speeds that no pitch as typed can have by accident.</summary>
    private const double SameSpeed = 1e-9;

    private static PlanPoint Solve(Front before, Front after, double first, double second, double cross) =>
        new(
            ((first * after.Normal.Y) - (second * before.Normal.Y)) / cross,
            ((before.Normal.X * second) - (after.Normal.X * first)) / cross
        );
}
