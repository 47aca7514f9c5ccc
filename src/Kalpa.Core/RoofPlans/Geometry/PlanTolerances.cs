namespace Kalpa.Core.RoofPlans.Geometry;

/// <summary>Every tolerance of the plan's geometry, each with its reason.</summary>
public static class PlanTolerances
{
    /// <summary>
    /// Two places nearer than this are one, inches: far above the rounding of coordinates of a few thousand inches (about 1e-12), far below anything
    /// that is built.
    /// </summary>
    public const double SameInches = 1e-5;

    /// <summary>Sine of the angle below which two directions are parallel: a thousandth of a degree, finer than any drawing.</summary>
    public const double ParallelSine = 2e-5;

    /// <summary>Edges that are drawn apart but lie so near each other share a line, inches: what snapping and rounding to sixteenths leave.</summary>
    public const double OnLineInches = 0.1;

    /// <summary>How far beside an edge one looks for its neighbour, inches: more than <see cref="OnLineInches"/>, less than any gap that is built.</summary>
    public const double BesideInches = 0.3;

    /// <summary>Two slopes meet where their heights differ by no more than this, inches: a sheathing's unevenness.</summary>
    public const double MeetInches = 0.5;

    /// <summary>A slope drawn up to a wall meets it within this, inches: siding, trim and a tape's sag.</summary>
    public const double AtWallInches = 4;

    /// <summary>An edge shorter than this is a slip of the hand, inches.</summary>
    public const double LeastEdgeInches = 1;

    /// <summary>A part smaller than this is none, square inches (one square foot).</summary>
    public const double LeastAreaSquareInches = 144;

    /// <summary>A line that rises by no more than this (rise over run) counts as level: a quarter inch in a foot.</summary>
    public const double LevelRise = 0.25 / 12;

    /// <summary>A fold that bends by no more than this (rise over run) is none: two slopes in one plane.</summary>
    public const double FlatFold = 1e-3;
}
