using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Monitoring;

/// <summary>When to look again, why then, and what to look at.</summary>
public sealed record NextLook(DateOnly On, IReadOnlyList<string> Why, IReadOnlyList<string> LookAt);

/// <summary>
/// The next look by rule (common practice): twice a year near the end or while a fault is open, yearly on low slopes and in the second half of life, else
/// every second year; sooner when a stage is due to change; and in any case after hail or a gale.
/// </summary>
internal static class NextLooks
{
    private const int NearEndMonths = 6;
    private const int YearlyMonths = 12;
    private const int SeldomMonths = 24;
    private const int SoonestMonths = 3;
    private const double NearEndLikely = 5;
    private const double NearEndLow = 2;
    private const double YoungLow = 10;

    public const string AfterStorm = "After hail, or a windstorm that broke branches or tile nearby, right away.";

    public static NextLook OfSlope(RuleBook book, AssessInput input, SlopeFact slope, LifeFacts facts, LifeAnswer life, Fitness fitness)
    {
        var (months, why) = Usual(book, facts, life, fitness);
        if (StageChange(book, facts, life) is { } change && change.Months < months)
        {
            (months, why) = (Math.Max(SoonestMonths, change.Months), $"Slope {slope.Letter}: {change.Words}");
        }
        else
        {
            why = $"Slope {slope.Letter}: {why}";
        }
        return new NextLook(input.AsOf.AddMonths(months), [why], [.. LookAt(book, input, slope, facts, life)]);
    }

    /// <summary>The earliest of the slopes' looks, with what is to be looked at on every slope.</summary>
    public static NextLook? OfRoof(IReadOnlyList<SlopeAssessment> slopes)
    {
        var looks = slopes.Select(s => s.NextLook).OfType<NextLook>().ToList();
        if (looks.Count == 0)
        {
            return null;
        }
        var first = looks.Min(l => l.On);
        return new NextLook(
            first,
            [.. looks.Where(l => l.On == first).SelectMany(l => l.Why), AfterStorm],
            [.. looks.SelectMany(l => l.LookAt).Distinct()]
        );
    }

    private static (int Months, string Why) Usual(RuleBook book, LifeFacts facts, LifeAnswer life, Fitness fitness) =>
        fitness.State == FitnessState.Unfit ? (NearEndMonths, "not suitable as built: twice a year until it is rebuilt")
        : fitness.State == FitnessState.Unknown ? (NearEndMonths, "a defect is suspected: within six months, to confirm it")
        : life.Stated is null ? (YearlyMonths, "its remaining life is not known: yearly")
        : life.Stated.Likely <= NearEndLikely || life.Stated.Low <= NearEndLow
            ? (NearEndMonths, "near its end: twice a year, spring and autumn")
        : book.Covering(facts.Kind).Family == CoveringFamily.Membrane ? (YearlyMonths, "a low slope: yearly")
        : life.Stated.Low < YoungLow ? (YearlyMonths, "past its early years: yearly")
        : (SeldomMonths, "new and sound: every second year");

    /// <summary>When the governing stage is due to change, by the age, the likely end and the stage's break.</summary>
    private static (int Months, string Words)? StageChange(RuleBook book, LifeFacts facts, LifeAnswer life)
    {
        var governing = life.Components.FirstOrDefault(c => c.Governs);
        if (governing is not { Stage: { } stage and < StageModel.LastStage, Age: { } age, Left: { High: > 0 } left })
        {
            return null;
        }
        var stages = book.FindComponent(governing.Kind)?.Stages ?? book.Covering(facts.Kind).Stages;
        var old = (age.Low + age.High) / 2;
        var months = (int)Math.Floor((stages.Breaks[stage] * (old + left.Likely) - old) * 12);
        if (months <= 0)
        {
            return null;
        }
        var when = facts.AsOf.AddMonths(months).ToString("MMMM yyyy", CultureInfo.InvariantCulture);
        return (months, $"stage {stage} of the {governing.Name} is due to pass about {when}");
    }

    private static IEnumerable<string> LookAt(RuleBook book, AssessInput input, SlopeFact slope, LifeFacts facts, LifeAnswer life)
    {
        var governing = life.Components.FirstOrDefault(c => c.Governs);
        if (governing is not null)
        {
            var looks = book.FindComponent(governing.Kind)?.StageLooks ?? book.Covering(facts.Kind).StageLooks;
            yield return governing.Stage is { } stage
                ? $"Slope {slope.Letter}, {governing.Name}: {Sentences.Lower(looks[Math.Min(StageModel.LastStage, stage + 1)])}?"
                : $"Slope {slope.Letter}, {governing.Name}: not rated yet, rate it";
        }
        foreach (var due in life.Components.Where(c => c.Due is { } d && d.From <= input.AsOf.Year + 2))
        {
            yield return $"Slope {slope.Letter}, {due.Name}: due about {due.Due!.Likely}";
        }
        foreach (var finding in input.Findings.Where(f => f.SlopeId == slope.Id && f.Outcome == FindingOutcome.Watch).OrderBy(f => f.Id))
        {
            yield return $"Slope {slope.Letter}: {Sentences.Lower(AsRecorded.Condition(book, finding).Name)}{(finding.Place.Length > 0 ? $", {finding.Place}" : "")}";
        }
    }
}
