using Kalpa.Core.Facts;

namespace Kalpa.Core.Water;

/// <summary>A place of the plan somebody asks about: inches east and north.</summary>
public sealed record RainPoint(double X, double Y);

/// <summary>
/// Asks where the rain goes on a plan. <paramref name="InchesPerHour"/> turns areas into flow; <paramref name="GuttersBlocked"/>: what gutters catch falls on;
/// <paramref name="StripFeet"/>: width of the strip whose water counts as arriving at a point.
/// </summary>
public sealed record RainRequest(
    PlanFact Plan,
    IReadOnlyList<DetailFact> Details,
    double InchesPerHour,
    bool GuttersBlocked = false,
    double StripFeet = 1,
    IReadOnlyList<RainPoint>? Points = null,
    bool Paths = false
);
