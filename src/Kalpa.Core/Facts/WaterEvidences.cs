namespace Kalpa.Core.Facts;

/// <summary>What signs of water mean, the same wherever they are weighed.</summary>
public static class WaterEvidences
{
    /// <summary>Water was seen, running or by its stains: nothing then passes as harmless.</summary>
    public static bool ShowsWater(this WaterEvidence evidence) => evidence is WaterEvidence.Active or WaterEvidence.Stained;

    /// <summary>How adverse a sign is, the higher the worse: what nobody looked for may be there, and is worse than nothing found.</summary>
    public static int Adversity(this WaterEvidence evidence) =>
        evidence switch
        {
            WaterEvidence.Active => 4,
            WaterEvidence.Stained => 3,
            WaterEvidence.Suspected => 2,
            WaterEvidence.NotChecked => 1,
            _ => 0,
        };
}
