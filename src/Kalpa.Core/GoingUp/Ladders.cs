namespace Kalpa.Core.GoingUp;

/// <summary>A ladder for a landing: its foot from the wall, what must be reached, and the nominal ladder that does; feet. Null: no ladder should.</summary>
public sealed record LadderAnswer(double FootFeet, double WorkingFeet, int? NominalFeet, string Words);

/// <summary>
/// Ladder length by 29 CFR 1926.1053(b): foot out a quarter of the working length's rise (4:1), side rails 3 ft above the landing. Values from
/// memory. Symbols: h height of the landing, L = (h + 3)·√(1 + 1/16).
/// </summary>
public static class Ladders
{
    private const double RisePerFoot = 4;
    private const double AboveLandingFeet = 3;

    /// <summary>Nominal lengths of extension ladders and the overlap they lose: 3 ft up to 36, 4 ft up to 48 (29 CFR 1926.1053(a), from memory).</summary>
    private static readonly (int Nominal, int Overlap)[] Extension =
    [
        (16, 3),
        (20, 3),
        (24, 3),
        (28, 3),
        (32, 3),
        (36, 3),
        (40, 4),
        (48, 4),
    ];

    /// <summary>For a landing at a height in feet above the ladder's foot; null unless it is more than zero and finite.</summary>
    public static LadderAnswer? For(double landingFeet)
    {
        if (!(double.IsFinite(landingFeet) && landingFeet > 0))
        {
            return null;
        }
        var working = (landingFeet + AboveLandingFeet) * Math.Sqrt(1 + (1 / (RisePerFoot * RisePerFoot)));
        var foot = landingFeet / RisePerFoot;
        var fits = Extension.Where(e => e.Nominal - e.Overlap >= working).Select(e => (int?)e.Nominal).FirstOrDefault();
        var words = fits is null
            ? $"No ladder: {landingFeet:0.#} ft is beyond an extension ladder. Use a lift or a hatch."
            : $"Ladder of {fits} ft: foot {foot:0.#} ft out, three feet above the landing, tied.";
        return new LadderAnswer(Quantise.Measure(foot), Quantise.Measure(working), fits, words);
    }
}
