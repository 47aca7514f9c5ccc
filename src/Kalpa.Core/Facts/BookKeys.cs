namespace Kalpa.Core.Facts;

/// <summary>
/// Keys of the coverings that the rule book ships with. A covering is recorded by its key: one that this edition does not know (a newer device recorded
/// it, or it was retired) stays saved as recorded, and is named where it cannot be assessed.
/// </summary>
public static class CoveringKind
{
    public const string ThreeTabShingle = "threeTabShingle";
    public const string LaminatedShingle = "laminatedShingle";
    public const string ClayTile = "clayTile";
    public const string ConcreteTile = "concreteTile";
    public const string Slate = "slate";
    public const string WoodShingle = "woodShingle";
    public const string MetalLapped = "metalLapped";
    public const string MetalStandingSeam = "metalStandingSeam";
    public const string RollRoofing = "rollRoofing";
    public const string BuiltUp = "builtUp";
    public const string ModifiedBitumen = "modifiedBitumen";
    public const string Epdm = "epdm";
    public const string Tpo = "tpo";
    public const string Pvc = "pvc";
    public const string Copper = "copper";
    public const string Zinc = "zinc";
    public const string MetalShingle = "metalShingle";
    public const string CoalTar = "coalTar";
    public const string SprayedFoam = "sprayedFoam";
    public const string LiquidApplied = "liquidApplied";
    public const string WoodShake = "woodShake";
    public const string AsbestosCement = "asbestosCement";
    public const string SyntheticSlate = "syntheticSlate";
    public const string SyntheticShake = "syntheticShake";
    public const string Polycarbonate = "polycarbonate";
    public const string Glass = "glass";
    public const string Planted = "planted";
}

/// <summary>Keys of the kinds of detail that Kalpa knows; one it does not know stands on the plan as recorded and is measured as a point.</summary>
public static class DetailKind
{
    public const string Boot = "boot";
    public const string Flue = "flue";
    public const string Chimney = "chimney";
    public const string Skylight = "skylight";
    public const string Curb = "curb";
    public const string PitchPan = "pitchPan";
    public const string Drain = "drain";
    public const string Scupper = "scupper";
    public const string Downspout = "downspout";
    public const string WallEnd = "wallEnd";
    public const string Mount = "mount";
    public const string Vent = "vent";
    public const string Hatch = "hatch";
    public const string ExpansionJoint = "expansionJoint";
    public const string Walkway = "walkway";
    public const string GasPipe = "gasPipe";
    public const string ServiceMast = "serviceMast";
    public const string SunTunnel = "sunTunnel";

    public static IReadOnlyList<string> All { get; } =
    [
        Boot,
        Flue,
        Chimney,
        Skylight,
        Curb,
        PitchPan,
        Drain,
        Scupper,
        Downspout,
        WallEnd,
        Mount,
        Vent,
        Hatch,
        ExpansionJoint,
        Walkway,
        GasPipe,
        ServiceMast,
        SunTunnel,
    ];
}

/// <summary>What a key of the rule book may look like, so that one nobody knows yet can be recorded, and anything else is refused.</summary>
public static class BookKey
{
    private const int Longest = 80;

    /// <summary>A letter, then letters, digits and hyphens.</summary>
    public static bool IsWellFormed(string key) =>
        key.Length is > 0 and <= Longest && char.IsAsciiLetter(key[0]) && key.All(c => char.IsAsciiLetterOrDigit(c) || c == '-');

    /// <summary>A key as words, where no book names it: "leadCoatedCopper" and "lead-coated-copper" are both "lead coated copper".</summary>
    public static string InWords(string key)
    {
        var words = new System.Text.StringBuilder();
        foreach (var c in key)
        {
            if (c == '-')
            {
                words.Append(' ');
            }
            else
            {
                if (char.IsAsciiLetterUpper(c) && words.Length > 0)
                {
                    words.Append(' ');
                }
                words.Append(char.ToLowerInvariant(c));
            }
        }
        return words.ToString();
    }
}
