using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// A section with the repairs on it. Where it is renewed they are done with it, done for the time until then because they cannot wait, or, where
/// another trade or another part of the building is concerned, left jobs of their own. A section that is not renewed takes none.
/// </summary>
internal sealed class SectionRepairs
{
    private static readonly string[] TemporarySteps =
    [
        "Cover or seal it against rain; make no permanent repair",
        "Check it after each storm until the permanent work is done",
    ];

    private readonly HashSet<Guid> taken;

    private SectionRepairs(RoofDecision decision, List<Job> included, List<Job> temporary)
    {
        (Decision, Temporary) = (decision, temporary);
        Included = [.. included.SelectMany(j => j.Item.Resolves!)];
        taken = [.. Included.Select(f => f.FindingId)];
    }

    public RoofDecision Decision { get; }

    /// <summary>All that is done with the section, what is made tight for the time being among it.</summary>
    public IReadOnlyList<JobFinding> Included { get; }

    public IReadOnlyList<Job> Temporary { get; }

    public bool Takes(Job repair) => taken.Contains(repair.Lead!.FindingId);

    /// <param name="unplaced">Whether what was recorded of no slope in particular is taken too: where all slopes are renewed, by the first section.</param>
    public static SectionRepairs Of(
        RuleBook book,
        RoofDecision decision,
        bool unplaced,
        IReadOnlyList<Job> repairs,
        IReadOnlyList<RoofProblem> problems,
        Dictionary<Guid, FindingFact> facts,
        DateOnly asOf
    )
    {
        var included = repairs
            .Where(r =>
                decision.Renews
                && (r.Lead!.SlopeId is { } slope ? decision.SlopeIds.Contains(slope) : unplaced)
                && !IsSeparate(book, r, problems)
            )
            .ToList();
        var cannotWait = included
            .Where(r => CannotWait(book, r, decision, [.. r.Item.Resolves!.Select(f => facts[f.FindingId])], asOf))
            .ToList();
        // What has no opening to close is kept dry at the one beside it, where there is one.
        var openings = cannotWait.Where(r => HasOpening(r, decision, asOf)).ToList();
        return new SectionRepairs(
            decision,
            included,
            [
                .. Folding
                    .ByProblem(
                        book,
                        [
                            .. cannotWait.Where(r =>
                                openings.Contains(r) || !openings.Exists(o => !Places.AreTwo(o.PlainPlace, r.PlainPlace))
                            ),
                        ],
                        problems
                    )
                    .Select(r => ForNow(r, decision)),
            ]
        );
    }

    private static bool IsSeparate(RuleBook book, Job repair, IReadOnlyList<RoofProblem> problems) =>
        repair.Item.Urgency == UrgencyClass.MakeSafeNow
        || repair.Item.Trade.Length > 0
        || (repair.Condition!.AtRenewal == AtRenewal.Apart && repair.Lead!.RemedyTitle == repair.Condition.Remedy.Title)
        || book.FindElement(repair.Condition.Element) is { Separate: true }
        || (repair.Lead!.Outcome is FindingOutcome.HaveJudged or FindingOutcome.Investigate && !IsSeenThrough(repair, problems));

    /// <summary>A tarp whose reason was found below it: there is nothing left to look into.</summary>
    private static bool IsSeenThrough(Job repair, IReadOnlyList<RoofProblem> problems) =>
        repair.Condition!.Makeshift
        && problems.Any(p => p.Parts.Any(part => part.FindingId == repair.Lead!.FindingId && part.Role == ProblemRole.Makeshift));

    /// <summary>Something that is closed before the section is renewed.</summary>
    private static bool HasOpening(Job repair, RoofDecision decision, DateOnly asOf) =>
        repair.Condition!.AtRenewal is AtRenewal.Done or AtRenewal.Spots
        || (repair.Condition.AtRenewal == AtRenewal.Near && !IsDueShortly(decision, asOf));

    /// <summary>Water that enters, and an opening that is due sooner than the section; wear that lets no water in waits.</summary>
    private static bool CannotWait(RuleBook book, Job repair, RoofDecision decision, List<FindingFact> found, DateOnly asOf) =>
        found.Exists(f => f.Evidence == WaterEvidence.Active)
        || (
            HasOpening(repair, decision, asOf)
            && (
                found.Exists(f => f.Evidence.ShowsWater())
                || !(
                    IsOnlyWear(repair)
                    || (IsDueShortly(decision, asOf) && (IsSlowToGrow(repair) || found.TrueForAll(f => IsWidespread(book, f))))
                )
            )
            && repair.Item.Urgency >= DueBefore(decision, repair.Condition!, asOf)
        );

    /// <summary>It may wait a year and hardly grows: for the few years that are left nobody rebuilds it to take it off again (common practice).</summary>
    private static bool IsSlowToGrow(Job repair) =>
        repair.Item.Urgency <= UrgencyClass.WithinYear && repair.Condition!.Progression is Progression.None or Progression.Slow;

    /// <summary>All over the covering: to repair that is a good part of a new one.</summary>
    private static bool IsWidespread(RuleBook book, FindingFact found) =>
        found.Extent == Extent.General && AsRecorded.Condition(book, found).AtRenewal == AtRenewal.Spots;

    private static bool IsDueShortly(RoofDecision decision, DateOnly asOf) =>
        decision.Soon || decision.Due?.Likely <= asOf.Year + RoofDecisions.WidespreadWaitsYears;

    private static bool IsOnlyWear(Job repair) =>
        repair.Governing!.Consequence == Consequence.EarlyAgeing && repair.Lead!.Outcome == FindingOutcome.Mend;

    /// <summary>
    /// From which class on a repair is due before its section: within the year where that is years away, this season where it is likely to follow in the year after, else
    /// before the next rain; a gap that grows fast is not left open for the year that a section may take.
    /// </summary>
    private static UrgencyClass DueBefore(RoofDecision decision, Condition condition, DateOnly asOf) =>
        !decision.Soon ? (decision.Due?.Likely <= asOf.Year + 1 ? UrgencyClass.ThisSeason : UrgencyClass.WithinYear)
        : condition.Progression == Progression.Fast && decision.Urgency < UrgencyClass.ThisSeason ? UrgencyClass.ThisSeason
        : UrgencyClass.BeforeNextRain;

    private static Job ForNow(Job repair, RoofDecision decision)
    {
        var work = decision.Action == RoofAction.Relay ? "the relay" : "the re-roof";
        var until =
            decision.Soon ? $"Temporary: it has to hold until {work}."
            : decision.Due is { } due ? $"It has to hold only until {work} about {due.Likely}."
            : $"It has to hold only until {work}.";
        return repair with
        {
            Item = repair.Item with
            {
                Temporary = decision.Soon,
                // Where the section is years away it is repaired as usual, and has to hold no longer than that.
                Title = decision.Soon ? $"Temporary repair ({Sentences.Lower(repair.Lead!.Name)})" : repair.Item.Title,
                Steps = decision.Soon ? TemporarySteps : repair.Item.Steps,
                NotARepair = decision.Soon ? "" : repair.Item.NotARepair,
                Until = until,
            },
        };
    }
}
