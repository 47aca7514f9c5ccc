namespace Kalpa.Core.RoofPlans.Geometry;

/// <summary>A place, or a direction, on the plan: inches to the east and to the north.</summary>
public readonly record struct PlanPoint(double X, double Y)
{
    public static PlanPoint operator +(PlanPoint a, PlanPoint b) => new(a.X + b.X, a.Y + b.Y);

    public static PlanPoint operator -(PlanPoint a, PlanPoint b) => new(a.X - b.X, a.Y - b.Y);

    public static PlanPoint operator *(PlanPoint a, double by) => new(a.X * by, a.Y * by);

    public double Length => Math.Sqrt((X * X) + (Y * Y));

    public bool IsFinite => double.IsFinite(X) && double.IsFinite(Y);

    public double Dot(PlanPoint other) => (X * other.X) + (Y * other.Y);

    /// <summary>Positive where <paramref name="other"/> lies counter-clockwise of this direction.</summary>
    public double Cross(PlanPoint other) => (X * other.Y) - (Y * other.X);

    public double To(PlanPoint other) => (other - this).Length;

    /// <summary>The direction a quarter turn to the left.</summary>
    public PlanPoint Left => new(-Y, X);

    /// <summary>The same direction with length one; (0, 0) has none and gives NaN.</summary>
    public PlanPoint Unit => this * (1 / Length);

    public PlanPoint Towards(PlanPoint other, double share) => this + ((other - this) * share);
}
