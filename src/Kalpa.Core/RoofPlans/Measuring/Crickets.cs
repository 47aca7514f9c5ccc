using Kalpa.Core.Facts;

namespace Kalpa.Core.RoofPlans.Measuring;

/// <summary>
/// Crickets behind wide things (IRC 2021 R903.2.2 and R1003.20: wider than 30 in). Table R1003.20 gives the height for a width W: 12:12 W/2, 8:12 W/3,
/// 6:12 W/4, 4:12 W/6, 3:12 W/8; all are W · rise / 24, which serves between the rows.
/// </summary>
public static class Crickets
{
    public const double WidestWithoutInches = 30;

    private const double TableDivisor = 24;
    private const double TableFlattest = 3;
    private const double TableSteepest = 12;

    /// <summary>Nearer to the top of its slope than this, nothing drains against a thing's back, inches.</summary>
    public const double NothingAboveInches = 12;

    /// <summary>Height of the cricket's ridge in inches; <paramref name="risePer12"/> of the slope it stands on.</summary>
    public static double HeightInches(double widthInches, double risePer12) => widthInches * risePer12 / TableDivisor;

    public static bool InTable(double risePer12) => risePer12 is >= TableFlattest and <= TableSteepest;

    /// <summary>Skylights are excepted where the unit is so listed (R903.2.2), so that the plan does not ask one of them.</summary>
    public static bool Asked(DetailFact detail, PlacedSpot placed, double slopeFactor) =>
        detail.Kind is DetailKind.Chimney or DetailKind.Curb
        && detail.WidthInches > WidestWithoutInches
        && placed is { OnSlope: true, RidgeFeet: { } ridge }
        && (ridge * 12) - ((detail.LengthInches ?? 0) / 2 * slopeFactor) > NothingAboveInches;
}
