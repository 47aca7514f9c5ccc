using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Wording;

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
    public static Fitness Of(RuleBook book, string kind, TypedPitch pitch, LocalProfileFact? local = null)
    {
        var quantity = book.FindQuantity(LeastSlopeQuantity)!;
        var limit = book.LimitFor(LeastSlopeQuantity, kind, local);
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
                $"{Sentences.Upper(name)} at {at}, {verdict.Headline.ToLowerInvariant()} of the least slope ({least}). Replace or rebuild; wear life does not apply.",
                null,
                limit.Id,
                limit.Source
            ),
            VerdictOutcome.CannotTell => new(
                FitnessState.Unknown,
                $"{Sentences.Upper(name)} at about {at}: the reading is too coarse to say whether it keeps its least slope ({least}).",
                "Read the pitch with a tape and a level, in two places.",
                limit.Id,
                limit.Source
            ),
            _ => new(FitnessState.Fit, $"{Sentences.Upper(name)} at {at} keeps its least slope ({least}).", null, limit.Id, limit.Source),
        };
    }

    /// <summary>
    /// Least slope, and every finding on the slope (or of the whole roof) that may mean it was built wrong: proved by its measure or extent it is unfit;
    /// suspected it is unknown, and says what settles it.
    /// </summary>
    public static Fitness Of(
        RuleBook book,
        string kind,
        TypedPitch pitch,
        IEnumerable<FindingFact> findings,
        LocalProfileFact? local = null
    )
    {
        var family = book.Covering(kind).Family;
        var all = findings
            .Select(f => (Finding: f, Condition: book.FindCondition(f.Condition)))
            .Where(f => f.Condition?.Fault is not null && f.Condition.AppliesTo(family) && f.Condition.Kinds?.Contains(kind) != false)
            .OrderBy(f => f.Finding.Id)
            .Select(f => OfFault(f.Condition!, f.Finding))
            .Prepend(Of(book, kind, pitch, local));
        // Unfit goes before unknown, unknown before fit; the first of the worst is told.
        return all.MinBy(f =>
            f.State switch
            {
                FitnessState.Unfit => 0,
                FitnessState.Unknown => 1,
                _ => 2,
            }
        )!;
    }

    /// <summary>Whether a finding proves its fault (true), leaves it open (null) or clears it (false).</summary>
    public static bool? Proves(SystemFault fault, FindingFact finding)
    {
        if (fault.UnfitFrom is { } from && finding.Measure is { } measure)
        {
            return measure.Value >= from ? true
                : measure.Value > 0 ? null
                : false;
        }
        return fault.UnfitAt is { } at && finding.Extent >= at ? true : null;
    }

    private static Fitness OfFault(Condition condition, FindingFact finding) =>
        Proves(condition.Fault!, finding) switch
        {
            true => new(
                FitnessState.Unfit,
                $"{condition.Fault!.Unfit}. Replace or rebuild; wear life does not apply.",
                null,
                null,
                "Common practice"
            ),
            null => new(
                FitnessState.Unknown,
                $"{condition.Name}: a fault of the whole slope is suspected, not shown.",
                condition.Fault!.Settle
            ),
            _ => new(FitnessState.Fit, $"{condition.Name}: tried, and it held."),
        };
}
