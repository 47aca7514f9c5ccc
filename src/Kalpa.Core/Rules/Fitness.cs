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
    private const string DrainsKey = "roof-drains";

    /// <summary>Membranes flatter than a quarter inch in a foot are accepted with a note where they drain.</summary>
    private const double NotedBelowRise = 0.24;

    private const string PondCondition = "ponding";

    /// <summary>
    /// A covering below its least slope is unfit as laid, whatever its age and looks. Where the least slope hangs on a fact (sealed laps, a membrane that drains),
    /// <paramref name="answers"/> are those recorded on the slope.
    /// </summary>
    public static Fitness Of(
        RuleBook book,
        string kind,
        TypedPitch pitch,
        LocalProfileFact? local = null,
        IReadOnlyList<DecidingAnswer>? answers = null,
        IReadOnlyList<LocalLimit>? firm = null
    )
    {
        var quantity = book.FindQuantity(LeastSlopeQuantity)!;
        var name = book.Covering(kind).Name;
        if (Verdicts.OfPitch(book, quantity, new VerdictPlace(kind, null, local, answers, firm), pitch) is not { LimitId: { } id } verdict)
        {
            return new Fitness(
                FitnessState.Unknown,
                $"No minimum slope is on file for {name}.",
                "Look up the manufacturer’s minimum slope."
            );
        }
        var at = new Pitch(pitch.RisePer12).ToTradeText();
        var least = verdict.LimitText;
        var drains = (answers ?? []).Any(a => a is { Decision: DrainsKey, Option: "drains" }) && pitch.RisePer12 < NotedBelowRise;
        return verdict.Outcome switch
        {
            VerdictOutcome.Short => new(
                FitnessState.Unfit,
                $"{Sentences.Upper(name)} at {at}: below the minimum slope ({least}), {verdict.Headline.ToLowerInvariant()}. Replace or rebuild; wear life does not apply.",
                null,
                id,
                verdict.Source
            ),
            VerdictOutcome.CannotTell when verdict.Hangs => new(
                FitnessState.Unknown,
                $"{Sentences.Upper(name)} at {at}: whether that is enough depends on how it is built.",
                verdict.ToSettle,
                id,
                verdict.Source
            ),
            VerdictOutcome.CannotTell => new(
                FitnessState.Unknown,
                $"{Sentences.Upper(name)} at about {at}: the reading is too coarse to say whether it meets its minimum slope ({least}).",
                "Measure the pitch with a tape and a level, in two places.",
                id,
                verdict.Source
            ),
            _ => new(
                FitnessState.Fit,
                drains && book.Covering(kind).Family == CoveringFamily.Membrane
                    ? $"{Sentences.Upper(name)} at {at}: less than 1/4:12, accepted because it drains within two days (R908.1)."
                    : $"{Sentences.Upper(name)} at {at} meets its minimum slope ({least}).",
                null,
                id,
                verdict.Source
            ),
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
        LocalProfileFact? local = null,
        bool drainsSeen = false,
        IReadOnlyList<LocalLimit>? firm = null
    )
    {
        var family = book.Covering(kind).Family;
        var found = findings.ToList();
        var all = found
            .Select(f => (Finding: f, Condition: book.FindCondition(f.Condition)))
            .Where(f => f.Condition?.Fault is not null && f.Condition.AppliesTo(family) && f.Condition.Kinds?.Contains(kind) != false)
            .Where(f =>
                f.Condition!.Fault!.Unless is not { } unless
                || f.Finding.Deciding?.Any(a => a.Decision == unless.Decision && unless.Is.Contains(a.Option)) != true
            )
            .OrderBy(f => f.Finding.Id)
            .Select(f => OfFault(f.Condition!, f.Finding))
            .Prepend(Of(book, kind, pitch, local, Answers(found, drainsSeen), firm));
        // Unfit goes before unknown, unknown before fit; the first of the worst is reported.
        return all.MinBy(f =>
            f.State switch
            {
                FitnessState.Unfit => 0,
                FitnessState.Unknown => 1,
                _ => 2,
            }
        )!;
    }

    /// <summary>What was answered on the slope's findings; water that stands, or drains that were inspected and left nothing standing, answer for themselves.</summary>
    private static List<DecidingAnswer> Answers(IReadOnlyList<FindingFact> found, bool drainsSeen)
    {
        var ponds = found.Any(f => f.Condition == PondCondition);
        var seen =
            ponds ? new DecidingAnswer(DrainsKey, "ponds")
            : drainsSeen ? new DecidingAnswer(DrainsKey, "drains")
            : null;
        List<DecidingAnswer> said = [.. found.OrderBy(f => f.Id).SelectMany(f => f.Deciding ?? [])];
        return seen is null ? said : [seen, .. said];
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
                $"{condition.Name}: a defect of the whole slope is suspected, not confirmed.",
                condition.Fault!.Settle
            ),
            _ => new(FitnessState.Fit, $"{condition.Name}: tried, and it held."),
        };
}
