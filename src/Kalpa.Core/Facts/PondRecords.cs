namespace Kalpa.Core.Facts;

/// <summary>A corner of a pond's outline in the frame of its slope, as a <see cref="Spot"/>: inches along the eave and up from it, on plan.</summary>
public sealed record PondCorner(double Along, double Up);

/// <summary>
/// Standing water or its ring, as measured: deepest and mean depth in inches, null where not measured, and its outline on the finding's slope, null where it was not
/// drawn. <paramref name="NewEquipment"/>: something heavy was set near it since the roof was built.
/// </summary>
public sealed record PondSeen(
    double? DeepestInches = null,
    double? AverageInches = null,
    IReadOnlyList<PondCorner>? Outline = null,
    bool NewEquipment = false
)
{
    /// <summary>Corners that an outline has at least and at most.</summary>
    public const int LeastCorners = 3;
    public const int MostCorners = 60;
}

/// <summary>Whether what was measured of a pond can be recorded at all.</summary>
internal static class PondChecks
{
    /// <summary>Inches; a parapet that is higher would have been overtopped or have given way.</summary>
    internal const double DeepestInches = 48;

    public static void Of(PondSeen? pond, FactChecks.Found found)
    {
        if (pond is null)
        {
            return;
        }
        found.If(
            IsBad(pond.DeepestInches) || IsBad(pond.AverageInches),
            "finding.bad-pond-depth",
            $"Enter the depth of the water in inches, more than 0 and up to {DeepestInches:0}."
        );
        found.If(
            pond is { DeepestInches: { } deepest, AverageInches: { } average } && average > deepest,
            "finding.pond-average",
            "The average depth is more than the deepest: check the two."
        );
        found.If(
            pond.Outline is { } outline && outline.Count is < PondSeen.LeastCorners or > PondSeen.MostCorners,
            "finding.pond-corners",
            $"The outline of a pond has {PondSeen.LeastCorners} to {PondSeen.MostCorners} corners: tap at least {PondSeen.LeastCorners} on the plan, or clear it."
        );
        foreach (var corner in pond.Outline ?? [])
        {
            PlanChecks.Spot(new Spot(Guid.Empty, corner.Along, corner.Up), found);
        }
    }

    private static bool IsBad(double? inches) => inches is { } given && !(given is > 0 and <= DeepestInches);
}
