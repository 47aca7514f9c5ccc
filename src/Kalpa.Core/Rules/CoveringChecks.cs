using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>Whether what comes in the place of a covering holds together with the rest of the book.</summary>
internal static class CoveringChecks
{
    public static IEnumerable<string> Of(RuleBook book) => book.Coverings.SelectMany(c => Successors(book, c));

    /// <summary>What comes in the place of a covering is in the book: of a low slope, a membrane; under tile, what keeps the water out.</summary>
    private static IEnumerable<string> Successors(RuleBook book, Covering covering)
    {
        if (covering.Better is { } better && (better == covering.Kind || book.FindCovering(better) is null))
        {
            yield return $"covering {covering.Kind}: the better one has to be another covering of the rule book";
        }
        if (covering.LowSlope is { } low && book.FindCovering(low) is not { Family: CoveringFamily.Membrane })
        {
            yield return $"covering {covering.Kind}: what is laid where it is too flat has to be a membrane of the rule book";
        }
        if (
            covering.BetterLayer is { } layer
            && (
                covering.KeepsWaterOut is null
                || layer == covering.KeepsWaterOut
                || book.FindComponent(layer) is not { Job: ComponentJob.KeepsWaterOut }
            )
        )
        {
            yield return $"covering {covering.Kind}: the better layer has to keep the water out in the place of the usual one";
        }
    }
}
