using Kalpa.Core.Facts;

namespace Kalpa.Core.Leaks;

/// <summary>
/// How much an owner's answer speaks for a signature: percent of leaks of that kind that show so, against the same for leaks of causes unknown. Planning figures
/// from memory.
/// </summary>
public static class LeakLikelihoods
{
    // Columns: any rain, volume, wind, slow store, thaw, condensation, equipment, piping, other.
    private static readonly Dictionary<string, double[]> When = new()
    {
        ["every-rain"] = [55, 15, 10, 15, 4, 3, 4, 4, 15],
        ["heavy-rain"] = [22, 60, 15, 12, 3, 2, 3, 3, 15],
        ["wind-rain"] = [12, 8, 60, 6, 1, 3, 1, 1, 12],
        ["long-after"] = [6, 8, 5, 52, 4, 5, 4, 8, 12],
        ["dry-weather"] = [1, 1, 1, 6, 1, 6, 20, 62, 14],
        ["thaw"] = [2, 6, 3, 4, 82, 16, 1, 1, 10],
        ["cold-dry"] = [1, 1, 3, 3, 4, 60, 3, 3, 10],
        ["equipment"] = [1, 1, 3, 2, 1, 5, 64, 18, 12],
    };

    private static readonly Dictionary<StainShape, double[]> Shapes = new()
    {
        [StainShape.Ring] = [35, 20, 20, 15, 10, 8, 25, 30, 22],
        [StainShape.Streak] = [25, 22, 28, 8, 20, 10, 6, 5, 17],
        [StainShape.Spreading] = [12, 30, 8, 40, 20, 15, 30, 32, 22],
        [StainShape.AtWall] = [10, 18, 30, 22, 42, 12, 7, 10, 16],
        [StainShape.AtFixture] = [14, 7, 9, 10, 5, 20, 28, 20, 15],
        [StainShape.Many] = [4, 3, 5, 5, 3, 35, 4, 3, 8],
    };

    /// <summary>The answers to when it leaks that bear on it.</summary>
    public static IEnumerable<string> Answers => When.Keys;

    /// <summary>Percent of leaks of a signature about which an owner answers so.</summary>
    public static double Percent(string answer, LeakSignature signature) => When[answer][(int)signature];

    public static double Percent(StainShape shape, LeakSignature signature) => Shapes[shape][(int)signature];

    public static double OfWhen(IReadOnlyList<string> answers, LeakSignature signature)
    {
        var rows = answers.Where(When.ContainsKey).Select(a => When[a]).ToList();
        if (rows.Count == 0)
        {
            return 1;
        }
        // Two answers at once: the mean of their rows.
        return rows.Sum(r => r[(int)signature]) / rows.Sum(r => r[(int)LeakSignature.Other]);
    }

    public static double OfShape(StainShape? shape, LeakSignature signature) =>
        shape is { } known ? Shapes[known][(int)signature] / Shapes[known][(int)LeakSignature.Other] : 1;

    /// <summary>How the wind bears on the side an entry faces: within 45°, up to 90°, beyond.</summary>
    public static double OfWind(string wind, Facing? facing, LeakSignature signature)
    {
        if (
            facing is not { } side
            || !Winds.TryGetValue(wind, out var from)
            || signature is not (LeakSignature.Wind or LeakSignature.AnyRain)
        )
        {
            return 1;
        }
        var apart = Math.Abs(((int)side - (int)from + 8) % 8);
        var eighths = Math.Min(apart, 8 - apart);
        var blown = signature == LeakSignature.Wind;
        return eighths <= 1 ? (blown ? 2.4 : 1.5)
            : eighths <= 2 ? 1
            : blown ? 0.3
            : 0.75;
    }

    private static readonly Dictionary<string, Facing> Winds = new()
    {
        ["north"] = Facing.North,
        ["east"] = Facing.East,
        ["south"] = Facing.South,
        ["west"] = Facing.West,
    };
}
