using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>When an option has a slope renewed, whatever is decided on it.</summary>
internal enum RenewalTime
{
    Now,
    WhenDue,
    NotYet,
}

/// <summary>How an option has a slope renewed.</summary>
internal enum RenewalWay
{
    /// <summary>As it is decided: torn off and replaced, or as the inspector recommends.</summary>
    AsDecided,

    /// <summary>With what lasts longer, where the rule book has a next grade.</summary>
    Better,

    /// <summary>Framed steeper, where the slope is too flat for its covering.</summary>
    Reslope,
}

internal readonly record struct Renewing(RenewalTime Time, RenewalWay Way = RenewalWay.AsDecided);

/// <summary>
/// What a slope gets when it is renewed, as keys of the rule book: <paramref name="Covering"/> empty for the same again, <paramref name="Layer"/> that keeps the
/// water out under it, empty for the usual one; <paramref name="Stainless"/>: its flashing is of stainless steel; <paramref name="Words"/> say it behind a verb, empty where nothing new is said.
/// </summary>
internal sealed record NewRoof(RoofAction Action, string Covering = "", string Layer = "", string Words = "", bool Stainless = false)
{
    /// <summary>Shingles and tile are laid from this pitch on over one layer of underlayment, rise in 12 (IRC 2021 R905.2.2, R905.3.3): what is re-sloped is raised to it.</summary>
    public const double SteepenedRisePer12 = SizedThings.PocketRisePer12;

    /// <summary>What is raised more at its back is framed anew rather than re-sloped (from memory).</summary>
    public const double MostLiftInches = 36;

    /// <summary>
    /// The next grade of what is decided: of tile that is laid again, the better layer under it; of a covering, the one after it that suits the pitch. Null where there is none.
    /// </summary>
    public static NewRoof? Better(RuleBook book, AssessInput input, SlopeFact slope, NewRoof decided)
    {
        if (decided.KindOn(book, input, slope.Id) is not { } kind || decided.Action is not (RoofAction.Replace or RoofAction.Relay))
        {
            return null;
        }
        if (kind.BetterLayer is { } layer && book.FindComponent(layer) is { } component)
        {
            if (Known(input, slope, layer))
            {
                return null;
            }
            var anew = decided.Action == RoofAction.Relay && Outlived(input, slope, kind, component);
            string[] with =
            [
                .. anew ? [$"with new {kind.Name}"] : Array.Empty<string>(),
                .. decided.Words.Length > 0 ? [decided.Words] : Array.Empty<string>(),
            ];
            return decided with
            {
                Action = anew ? RoofAction.Replace : decided.Action,
                Layer = layer,
                Words = $"{(with.Length > 0 ? $"{string.Join(", ", with)}, " : "")}over {component.Name}",
                Stainless = true,
            };
        }
        return decided.Action == RoofAction.Replace && kind.Better is { } better && Suits(book, better, slope, input)
            ? decided with
            {
                Covering = better,
                Words = $"with {book.Covering(better).Name}",
                Stainless = OfFlashedFamily(book.Covering(better).Family),
            }
            : null;
    }

    /// <summary>Metal roofs and membranes are flashed with their own material.</summary>
    private static bool OfFlashedFamily(CoveringFamily family) => family is not (CoveringFamily.Metal or CoveringFamily.Membrane);

    /// <summary>Whether tile that is laid again would be likely to fail before the better layer under it: new tile then goes with it.</summary>
    private static bool Outlived(AssessInput input, SlopeFact slope, Covering kind, ComponentKind layer) =>
        Assessor.CoveringOn(input.Coverings, slope.Id, input.AsOf) is { LaidTo: { } laid }
        && input.AsOf.Year - laid + layer.Lives[0].Likely > kind.Lives[0].Likely;

    /// <summary>What is laid where a slope is too flat for its covering; null where the rule book names nothing that suits.</summary>
    public static string? OnLowSlope(RuleBook book, AssessInput input, SlopeFact slope) =>
        Assessor.KindOn(book, input, slope.Id)?.LowSlope is { } low && Suits(book, low, slope, input) ? low : null;

    /// <summary>How far the back of a slope is raised to be steep enough, inches; null where its run is not known or it is steep enough.</summary>
    public static double? LiftInches(SlopeFact slope, SlopeSize? size) =>
        size is { PlanAreaSquareFeet: > 0, EaveFeet: > 0 } && slope.Pitch.RisePer12 < SteepenedRisePer12
            ? size.PlanAreaSquareFeet / size.EaveFeet * (SteepenedRisePer12 - slope.Pitch.RisePer12)
            : null;

    /// <summary>What is laid: the covering that is named, else the same again; null where the book does not know it.</summary>
    public Covering? KindOn(RuleBook book, AssessInput input, Guid slopeId) =>
        Covering.Length > 0 ? book.FindCovering(Covering) : Assessor.KindOn(book, input, slopeId);

    /// <summary>Whether a covering would suit the pitch of a slope, findings on the old one aside.</summary>
    public static Fitness FitnessOf(RuleBook book, AssessInput input, SlopeFact slope, string kind) =>
        Fitness.Of(book, kind, slope.Pitch, input.Local, firm: input.Firm?.Limits);

    /// <summary>Whether that layer lies there already: it is laid again without being asked for.</summary>
    private static bool Known(AssessInput input, SlopeFact slope, string layer) =>
        LifeFactsOf.ComponentsOn(input.Components, slope.Id, input.AsOf).Any(c => c.Kind == layer);

    private static bool Suits(RuleBook book, string kind, SlopeFact slope, AssessInput input) =>
        FitnessOf(book, input, slope, kind).State != FitnessState.Unfit;
}
