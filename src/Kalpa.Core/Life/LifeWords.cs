using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Life;

/// <summary>Why a slope has the years it has, in sentences.</summary>
internal static class LifeWords
{
    public static IReadOnlyList<string> Reasons(
        IReadOnlyList<AssemblyComponent> parts,
        AssemblyComponent governing,
        IReadOnlyList<LifeFactor> factors,
        LifeFacts facts,
        string? clash,
        UnseenLayer? unseen
    )
    {
        var reasons = new List<string>();
        if (unseen is not null)
        {
            reasons.AddRange([unseen.Words, UnseenUnderlayment.Range(unseen), unseen.Conclude]);
        }
        if (clash is not null)
        {
            reasons.Add(clash);
        }
        if (unseen is null && parts.Count(p => p.Part == ComponentPart.Governs) > 1)
        {
            reasons.Add(
                $"Controlling component: {governing.Name}{(governing.Assumed ? " (not recorded: assumed to be as old as the covering)" : "")}."
            );
        }
        if (governing.Reference is { } reference)
        {
            reasons.Add(
                $"Reference life of the {governing.Name}: {Sentences.Range(reference.Low, reference.Likely, reference.High)} ({reference.Source})."
            );
        }
        reasons.AddRange(factors.Where(f => f.Applied).Select(f => $"{f.Reason} (× {f.Value:0.00})."));
        reasons.Add(
            governing.Laid.Age is null
                ? "The age is not known: look for a permit, a dated label or the owner’s records."
                : governing.Laid.Words
        );
        if (facts.Earlier is { Count: > 0 } && governing.KeepsWaterOut)
        {
            reasons.Add(
                $"Rated on earlier visits: {Sentences.List([.. facts.Earlier.OrderBy(e => e.On).Select(e => $"{StageOf(e)} in {e.On.Year}")])}. The slope has been wearing more slowly than its reference life."
            );
        }
        if (unseen is null)
        {
            reasons.Add(StageReason(governing, governing.KeepsWaterOut ? facts.Earlier : null));
        }
        if (facts.Overruled is not null)
        {
            reasons.Add($"The inspector’s own estimate is used: {Sentences.Ended(facts.OverruleReason)}");
        }
        return reasons;
    }

    public static string Headline(YearsLeft? left) =>
        left is null ? "Cannot tell: neither age nor stage is recorded"
        : left.High <= 0 ? "At end of life"
        : Sentences.Range(left.Low, left.Likely, left.High);

    private static string StageReason(AssemblyComponent governing, IReadOnlyList<EarlierLook>? earlier) =>
        governing.Stage is { } stage ? $"Stage {stage} controls: {Sentences.Lower(governing.StageLooks[stage])}."
        : earlier is { Count: > 0 } ? "Not rated since."
        : "No stage is recorded: rate the slope to narrow the range.";

    private static string StageOf(EarlierLook look)
    {
        var weights = GoverningStage.Weights(look.Shares);
        return weights is null ? "no widespread wear" : $"stage {Array.FindLastIndex(weights, w => w >= weights.Max())}";
    }
}
