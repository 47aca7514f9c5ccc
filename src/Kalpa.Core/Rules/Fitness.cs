using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.Rules;

[JsonConverter(typeof(CamelCaseEnum<FitnessState>))]
public enum FitnessState
{
    Fit,
    Unfit,
    Unknown,
}

/// <summary>Whether a slope was built so that wear life applies at all; <paramref name="ToSettle"/> says what would answer an unknown.</summary>
public sealed record Fitness(FitnessState State, string Reason, string? ToSettle = null, string? LimitId = null, string? Source = null)
{
    private const string LeastSlopeQuantity = "slope-pitch";

    /// <summary>A covering below its least slope is unfit as laid, whatever its age and looks.</summary>
    public static Fitness Of(RuleBook book, CoveringKind kind, TypedPitch pitch)
    {
        var quantity = book.FindQuantity(LeastSlopeQuantity)!;
        var limit = book.LimitFor(LeastSlopeQuantity, kind);
        var name = book.Covering(kind).Name;
        if (limit is null)
        {
            return new Fitness(FitnessState.Unknown, $"No least slope is held for {name}.", "Look up the maker's least slope.");
        }
        var verdict = Verdicts.OfPitch(quantity, limit, pitch);
        var at = new Pitch(pitch.RisePer12).ToTradeText();
        var least = verdict.LimitText;
        return verdict.Outcome switch
        {
            VerdictOutcome.Short => new(
                FitnessState.Unfit,
                $"{Sentence(name)} at {at}, {verdict.Headline.ToLowerInvariant()} of the least slope ({least}). Replace or rebuild; wear life does not apply.",
                null,
                limit.Id,
                limit.Source
            ),
            VerdictOutcome.CannotTell => new(
                FitnessState.Unknown,
                $"{Sentence(name)} at about {at}: the reading is too coarse to say whether it keeps its least slope ({least}).",
                "Read the pitch with a tape and a level, in two places.",
                limit.Id,
                limit.Source
            ),
            _ => new(FitnessState.Fit, $"{Sentence(name)} at {at} keeps its least slope ({least}).", null, limit.Id, limit.Source),
        };
    }

    private static string Sentence(string name) => char.ToUpperInvariant(name[0]) + name[1..];
}
