using System.Globalization;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>
/// Tile sheds the water and its underlayment keeps it out. Where nobody lifted a tile and no record dates the underlayment, what it has left is not known: tile is
/// lifted and relaid once or more in its life, and an old roof may have a new underlayment.
/// </summary>
internal static class UnseenUnderlayment
{
    /// <summary>What is said of the underlayment that decides, where it is not known; null where it was seen, is dated, or is too young to be in doubt.</summary>
    public static UnseenLayer? Of(Covering covering, IReadOnlyList<AssemblyComponent> parts)
    {
        var keeper = parts.First(p => p.KeepsWaterOut);
        if (
            covering is not { Family: CoveringFamily.Tile, KeepsWaterOut: not null }
            || keeper is not { Reference: { } reference, Weights: null }
        )
        {
            return null;
        }
        var seenBefore = keeper.Life is { Rated: true };
        var dated = !keeper.Assumed && keeper.Laid.Age is not null;
        var age = keeper.Laid.Age is { } laid ? (laid.Low + laid.High) / 2 : (double?)null;
        // Within the years that a usual underlayment reaches, one as old as the tile goes by its charts.
        if (seenBefore || dated || age < reference.Likely)
        {
            return null;
        }
        var low = keeper.Life is { HasAge: true } life ? new JointLife([life]).AgeTable()?.Quantile(WeibullFit.LowShare) ?? 0 : 0;
        var could = new UnseenRange(Quantise.Years(low), reference.High);
        var chart = string.Create(CultureInfo.InvariantCulture, $"{reference.Low:0}–{reference.High:0}");
        return new UnseenLayer(
            "underlayment",
            "Underlayment not seen: lift two tiles near the eave, or get records of a relay.",
            could,
            age is null
                ? "A lender or buyer may treat the remaining life as unknown until the underlayment is inspected or dated."
                : string.Create(
                    CultureInfo.InvariantCulture,
                    $"If it is the original, it is {(age >= reference.High ? "past" : "within")} the {chart} years of the charts: a lender or buyer may treat the roof as due until tiles are lifted."
                )
        );
    }

    public const string Headline = "Underlayment not seen: lift two tiles";

    public static string Range(UnseenLayer unseen) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"It could have {unseen.Could.Low:0} to {unseen.Could.High:0} years left, depending on whether it was replaced since the tile was installed."
        );
}
