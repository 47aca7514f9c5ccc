using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>A slope in the words of somebody who owns it and knows nothing of roofs.</summary>
public sealed record OwnerWords(string Headline, string Governs, IReadOnlyList<string> Shortens, string IfNothing);

internal static class OwnersWords
{
    private const double AnyStormLow = 1;

    public static OwnerWords? Of(
        RuleBook book,
        AssessInput input,
        SlopeAssessment slope,
        IReadOnlyList<FindingAssessment> findings,
        PlannedRoof planned
    )
    {
        if (slope.Life is not { } life)
        {
            return null;
        }
        var fact = input.Slopes.First(s => s.Id == slope.SlopeId);
        var below = Below(planned.UnderAt(null, fact));
        var worst = findings
            .Where(f => f.SlopeId == slope.SlopeId && f.Urgency.Class > UrgencyClass.Watch)
            .Select(f => (Judged: f, Condition: AsRecorded.Condition(book, input.Findings.First(x => x.Id == f.FindingId), input.Firm)))
            .FirstOrDefault();
        if (slope.Fitness is { State: FitnessState.Unfit } fitness)
        {
            return new OwnerWords(
                "Not suitable as built: replace or rebuild",
                fitness.Reason,
                [],
                $"If left, it can let water into {below} at any time, even if it looks sound."
            );
        }
        return new OwnerWords(
            life is { Stated: null, Unseen: { } unseen } ? $"Not known yet: {Sentences.Lower(unseen.Words)}" : Headline(life.Stated),
            life is { Stated: null, Unseen: { } hidden } ? $"{UnseenUnderlayment.Range(hidden)} {hidden.Conclude}" : Governs(life),
            [.. life.Factors.Where(f => f is { Applied: true, Value: < 1 }).OrderBy(f => f.Value).Select(f => Plain(f.Reason))],
            IfNothing(life.Stated, below, worst.Condition, worst.Judged)
        );
    }

    private static string Headline(YearsLeft? left) =>
        left is null ? "Not known yet: age and wear are still to be recorded"
        : left.High <= 0 ? "At end of life: replace it"
        : left.Likely < 1 ? $"Less than a year is likely; {left.High:0} at most"
        : $"About {Sentences.Years(left.Likely)} left; plan for {left.Low:0} to {left.High:0}";

    /// <summary>Where a fact comes from is for the inspector.</summary>
    private static string Plain(string reason) => Sentences.Lower(reason.Split(" (")[0]);

    private static string Governs(LifeAnswer life)
    {
        var governing = life.Components.FirstOrDefault(c => c.Governs);
        var longest = life
            .Components.Where(c => c is { Part: ComponentPart.Governs, Governs: false, Left: not null })
            .OrderByDescending(c => c.Left!.Likely)
            .FirstOrDefault();
        return governing is null ? ""
            : longest is null ? $"Controlling component: {governing.Name}."
            : $"Controlling component: {governing.Name}. The {longest.Name} would last about {Sentences.Years(longest.Left!.Likely)}.";
    }

    private static string IfNothing(YearsLeft? left, string below, Condition? condition, FindingAssessment? worst)
    {
        var first = condition is null
            ? ""
            : $"{condition.Name}: {Sentences.Lower(Sentences.WithoutStop(condition.Meaning))}. When to act: {Sentences.Lower(worst!.Urgency.Words)}. ";
        var end =
            left is null ? "Its remaining life is not known."
            : left.High <= 0 ? $"Any heavy rain can come into {below} now, and the deck below can decay."
            : left.Low < AnyStormLow
                ? $"A storm can bring water into {below} from now on; within about {Sentences.Years(Math.Max(1, left.Likely))} it is likely."
            : $"In about {Sentences.Years(left.Likely)} water is likely to come into {below}; after {Sentences.Years(left.Low)} it can in any storm. The deck below can decay next.";
        return first + end;
    }

    private static string Below(Under? under) =>
        under switch
        {
            Under.Attic => "the attic",
            Under.Garage => "the garage",
            Under.Porch => "the porch",
            Under.Overhang or Under.OpenAir => "the open air below",
            _ => "the rooms below",
        };
}
