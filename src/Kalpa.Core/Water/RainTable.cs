namespace Kalpa.Core.Water;

/// <summary>Rain of one hour that comes once in ten and once in a hundred years, inches; invented, as its keys say.</summary>
public sealed record RainRegion(string Key, string Name, double TenYear, double HundredYear);

/// <summary>A shorter time's rain for an hour's (Weather Bureau depth ratios, from memory).</summary>
public sealed record RainDuration(int Minutes, double Factor);

/// <summary>Asks for the example rain.</summary>
public sealed record RainTableRequest();

public sealed record RainTableAnswer(bool Simulated, string Says, IReadOnlyList<RainRegion> Regions, IReadOnlyList<RainDuration> Durations);

/// <summary>Example rain until local figures with their source are entered. Nothing of it was measured anywhere.</summary>
public static class RainTable
{
    public const string Says = "Simulated rain, not local data: enter the local figure and its source.";

    /// <summary>The example a plan begins with: a cool coast, ten years, five minutes.</summary>
    public const string Usual = "SIM-2";

    public static RainTableAnswer Shipped { get; } =
        new(
            true,
            Says,
            [
                new("SIM-1", "Dry", 1.0, 1.7),
                new("SIM-2", "Cool coast", 0.8, 1.2),
                new("SIM-3", "North", 1.6, 2.6),
                new("SIM-4", "Inland south", 2.5, 3.8),
                new("SIM-5", "Warm gulf", 3.3, 4.7),
            ],
            [new(5, 3.48), new(10, 2.70), new(15, 2.28), new(30, 1.58), new(60, 1)]
        );
}
