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
                $"Reference life of the {governing.Name}: {reference.Low:0}–{reference.Likely:0}–{reference.High:0} years ({reference.Source})."
            );
        }
        reasons.AddRange(factors.Where(f => f.Applied).Select(f => $"{f.Reason} (× {f.Value:0.00})."));
        reasons.Add(
            governing.Laid.Age is null ? "The age is not known: ask for a permit, a stamp or the owner's word." : governing.Laid.Words
        );
        if (facts.Earlier is { Count: > 0 } && governing.KeepsWaterOut)
        {
            reasons.Add(
                $"Rated before: {string.Join(", ", facts.Earlier.OrderBy(e => e.On).Select(e => $"{e.On.Year} stage {StageOf(e)}"))}; the slope has been wearing slower than its reference life."
            );
        }
        if (unseen is null)
        {
            reasons.Add(StageReason(governing, governing.KeepsWaterOut ? facts.Earlier : null));
        }
        if (facts.Overruled is not null)
        {
            reasons.Add($"The inspector states other figures: {Sentence(facts.OverruleReason)}");
        }
        return reasons;
    }

    public static string Headline(YearsLeft? left) =>
        left is null ? "Cannot tell: neither age nor stage is recorded"
        : left.High <= 0 ? "At end of life"
        : $"{left.Low:0}–{left.High:0} years, most likely {left.Likely:0}";

    private static string StageReason(AssemblyComponent governing, IReadOnlyList<EarlierLook>? earlier) =>
        governing.Stage is { } stage ? $"Stage {stage} controls: {Sentences.Lower(governing.StageLooks[stage])}."
        : earlier is { Count: > 0 } ? "Not rated since."
        : "No stage is recorded: rate the slope to narrow the range.";

    private static string StageOf(EarlierLook look)
    {
        var weights = GoverningStage.Weights(look.Shares);
        return weights is null ? "not general" : $"{Array.FindLastIndex(weights, w => w >= weights.Max())}";
    }

    /// <summary>Words typed by hand, ended as a sentence.</summary>
    internal static string Sentence(string typed) => typed.Length > 0 && char.IsLetterOrDigit(typed[^1]) ? typed + "." : typed;
}
