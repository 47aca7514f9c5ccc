using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>What would be known of a slope once it is renewed: the same covering under the same sun, without what was seen of the old one.</summary>
internal static class NewCovering
{
    /// <summary>The same covering installed today, with its factors but for those that the old one held.</summary>
    public static LifeFacts Of(LifeFacts facts) =>
        facts with
        {
            LaidFrom = facts.AsOf.Year,
            LaidTo = facts.AsOf.Year,
            AgeSource = AgeSource.Permit,
            Layers = 1,
            Shares = null,
            CoveringShares = null,
            Components = null,
            Earlier = null,
            Evidence = null,
            Nails = null,
            Overruled = null,
            ChosenSchool = null,
            FirmSchool = null,
        };

    /// <summary>A covering of the kind named installed today, over a new layer of the kind named, where one is; on an old covering it is one layer more.</summary>
    public static LifeFacts Of(LifeFacts facts, string kind, string layer, bool overOld)
    {
        var year = facts.AsOf.Year;
        return Of(facts) with
        {
            Kind = kind.Length > 0 ? kind : facts.Kind,
            Layers = overOld ? facts.Layers + 1 : 1,
            Components = layer.Length > 0 ? [new ComponentLife(Guid.Empty, layer, StackPlace.Under, year, year, AgeSource.Permit)] : null,
        };
    }

    /// <summary>
    /// The same tile on a new layer that keeps the water out: of the kind named, else of the kind that lies there; what is renewed alone is left out, as it is not what a
    /// relay waits for.
    /// </summary>
    public static LifeFacts Relaid(RuleBook book, LifeFacts facts, string kind = "")
    {
        var year = facts.AsOf.Year;
        var old =
            kind.Length > 0
                ? kind
                : (facts.Components ?? []).FirstOrDefault(c => book.FindComponent(c.Kind) is { Job: ComponentJob.KeepsWaterOut })?.Kind;
        return book.Covering(facts.Kind).KeepsWaterOut is not { } layer
            ? Of(facts)
            : Of(facts) with
            {
                LaidFrom = facts.LaidFrom,
                LaidTo = facts.LaidTo,
                AgeSource = facts.AgeSource,
                CoveringShares = facts.CoveringShares,
                Evidence = facts.Evidence,
                Components = [new ComponentLife(Guid.Empty, old ?? layer, StackPlace.Under, year, year, AgeSource.Permit)],
            };
    }
}
