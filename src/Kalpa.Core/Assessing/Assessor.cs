using Kalpa.Core.Costs;
using Kalpa.Core.Coverage;
using Kalpa.Core.Deferral;
using Kalpa.Core.Facts;
using Kalpa.Core.Leaks;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.Monitoring;
using Kalpa.Core.NewWork;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Series;
using Kalpa.Core.Sun;
using Kalpa.Core.Urgency;
using Kalpa.Core.Walking;
using Kalpa.Core.Water;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>Facts in, judgement out. The same facts, book and day give the same assessment, on the server and in the browser.</summary>
public static class Assessor
{
    /// <summary>Goes up when a method changes what it answers for the same facts.</summary>
    public const string MethodVersion = "24";

    /// <summary>A slope whose likely life is at most this is near its end: small things go with the re-roof.</summary>
    private const double NearEndYears = 5;

    internal const double ReroofWithinYears = 1;

    public static Assessment Assess(AssessInput recorded, RuleBook book) => Assess(recorded, book, null);

    internal static Assessment Assess(AssessInput recorded, RuleBook book, Remembered? memory)
    {
        var (input, planned) = Prepared(book, recorded);
        var problems = new List<FactProblem>(planned.Clashes(input.Slopes).Select(Clash));
        var ordered = input.Slopes.OrderBy(s => s.Letter.Length).ThenBy(s => s.Letter, StringComparer.Ordinal).ThenBy(s => s.Id).ToList();
        var sun = SunAnswers.Relative(input.Latitude, ordered, planned.SizeOf);
        SlopeAssessment Judged(SlopeFact slope) =>
            OfSlope(slope, input, book, sun, planned, memory is null ? facts => RemainingLife.Of(book, facts) : memory.Life);
        var slopes = ordered.Select(s => memory is null ? Judged(s) : memory.Slope(s.Id, () => Judged(s))).ToList();
        var judge = new FindingJudge(book, input, slopes, planned);
        var leaks = VisitLeaks.Of(book, input, planned);
        var water = RoofWater.Of(input, planned);
        var roofProblems = RoofProblems.Of(book, input.Findings, leaks);
        var causes = CausesFirst.Links(book, judge.Combined, input.Findings, roofProblems, leaks);
        var findings = OfFindings(input, book, judge, causes, problems, memory);
        problems.AddRange(UnknownKeys(input, book));
        slopes = [.. slopes.Select(s => s with { ForOwner = OwnersWords.Of(book, input, s, findings, planned) })];
        var (decisions, open, work, cost, replies) = Planned(book, input, planned, slopes, findings, causes, roofProblems, leaks, water);
        var stations = WalkOrders.StationsOf(book, WalkOrders.Of(book, input), WalkOrders.CommonestFamily(book, input));
        var coverage = Coverages.Of(
            stations,
            ordered,
            input.Looks,
            input.Findings,
            (station, slopeId) => LookRemarks.Of(book, input, slopes, station, slopeId)
        );
        var notAssessed = AllClear.NotAssessed(findings.Count(f => f.Unjudged), input.Unread ?? 0);
        var commission = CommissionOf(book, input);
        var done = JobsDone.Of(input, commission.Prices);
        var noWork =
            notAssessed.Length == 0 && work.Count == 0 && input.Records?.JobsDone is { Count: > 0 }
                ? "All the work listed at this visit has been done."
                : AllClear.Words(coverage, findings.Count, notAssessed);
        return new Assessment(
            book.Version,
            book.Hash,
            MethodVersion,
            input.AsOf,
            Headline(commission.HasSlopes ? slopes : [], work, noWork, notAssessed),
            slopes,
            findings,
            work,
            coverage,
            Cautions(input, book),
            problems,
            Progresses.Of(book, input, coverage),
            commission,
            NewWorkChecks.Of(book, input, findings),
            NextLooks.OfRoof(slopes),
            [.. (input.Records?.Planned ?? []).OrderBy(p => p.Id).Select(p => Lasting.Of(book, LastingRequests.Of(p, slopes)))],
            SeriesAnswers.Of(book, input),
            judge.Combined,
            SlopeOpinions.Of(book, input),
            work.Count > 0 ? "" : noWork,
            roofProblems,
            decisions,
            RoofDecisions.Statement(decisions),
            WorkList.WithoutJob(open, work),
            cost,
            replies,
            done,
            leaks,
            water.Ponds,
            water.Outlets.Count > 0 ? water.Outlets : null,
            AnswerNotices.Of(book, input) is { Count: > 0 } noticed ? noticed : null
        );
    }

    /// <summary>Problems, decisions, jobs, quantities and costs of a roof whose slopes and findings are judged: only that part of an assessment.</summary>
    public static (IReadOnlyList<RoofDecision> Decisions, IReadOnlyList<WorkItem> Work, WorkCost? Cost) PlanOfWork(
        RuleBook book,
        AssessInput recorded,
        Assessment judged
    )
    {
        var (input, planned) = Prepared(book, recorded);
        var leaks = VisitLeaks.Of(book, input, planned);
        var water = RoofWater.Of(input, planned);
        var roofProblems = RoofProblems.Of(book, input.Findings, leaks);
        var causes = CausesFirst.Links(book, judged.Combinations, input.Findings, roofProblems, leaks);
        var (decisions, _, work, cost, _) = Planned(
            book,
            input,
            planned,
            judged.Slopes,
            judged.Findings,
            causes,
            roofProblems,
            leaks,
            RoofWater.Of(input, planned)
        );
        return (decisions, work, cost);
    }

    private static (
        IReadOnlyList<RoofDecision> Decisions,
        IReadOnlyList<FindingAssessment> Open,
        IReadOnlyList<WorkItem> Work,
        WorkCost? Cost,
        IReadOnlyList<OwnerReplyAnswer>? Replies
    ) Planned(
        RuleBook book,
        AssessInput input,
        PlannedRoof planned,
        IReadOnlyList<SlopeAssessment> slopes,
        IReadOnlyList<FindingAssessment> findings,
        IReadOnlyList<CauseLink> causes,
        IReadOnlyList<RoofProblem> roofProblems,
        IReadOnlyList<StainLeak>? leaks,
        RoofWater water
    )
    {
        // What a job has resolved stays on record and asks for nothing any more.
        var open = JobsDone.Open(findings, input.Records, leaks);
        var decisions = RoofDecisions.Of(book, input, slopes, JobsDone.OpenToDecide(findings, input, leaks), planned);
        var listed = WorkList.Of(book, input, slopes, open, causes, roofProblems, decisions, planned, leaks, water);
        var (priced, cost) = WorkCosts.Of(book, input, listed, findings);
        var prices = book.CommissionOf(input.Visit).Prices;
        var (work, replies) = OwnerReplies.Of(
            Deferrals.Of(book, input, priced, findings, roofProblems, prices),
            input.Records?.OwnerReplies
        );
        return (decisions, open, work, cost, replies);
    }

    /// <summary>What means something only together, over everything found.</summary>
    public static IReadOnlyList<CombinationAnswer> Combined(AssessInput input, RuleBook book) =>
        FindingJudge.Together(book, Current(book, input));

    /// <summary>The findings as problems: what is one cause at one place stands together.</summary>
    public static IReadOnlyList<RoofProblem> ProblemsOf(AssessInput input, RuleBook book)
    {
        var (prepared, planned) = Prepared(book, input);
        return RoofProblems.Of(book, prepared.Findings, VisitLeaks.Of(book, prepared, planned));
    }

    /// <summary>The facts as they are assessed, and the plan that slopes have their sizes and pitches from.</summary>
    internal static (AssessInput Input, PlannedRoof Planned) Prepared(RuleBook book, AssessInput recorded)
    {
        var planned = PlannedRoof.Of(recorded.Plan, recorded.Details);
        return (Current(book, recorded) with { Slopes = [.. recorded.Slopes.Select(planned.Judged)] }, planned);
    }

    /// <summary>The facts as they are assessed: under the keys that stand today, each stain with the water sign that it is.</summary>
    private static AssessInput Current(RuleBook book, AssessInput recorded)
    {
        var current = CurrentKeys.Of(book, recorded);
        return current with { Findings = [.. current.Findings.Select(f => WaterSigns.Lifted(book, f))] };
    }

    /// <summary>What covers a slope on the day of the assessment, as the book has it; null where nothing is recorded or this edition does not know it.</summary>
    internal static Covering? KindOn(RuleBook book, AssessInput input, Guid slopeId) =>
        CoveringOn(input.Coverings, slopeId, input.AsOf) is { } covering ? book.FindCovering(covering.Kind) : null;

    /// <summary>
    /// The covering on a slope on a day: begun by then and not yet ended; the one that ends first (a re-roof later in the year of the visit has
    /// not happened yet), then the latest laid. Null when none is recorded.
    /// </summary>
    public static CoveringFact? CoveringOn(IEnumerable<CoveringFact> coverings, Guid slopeId, DateOnly day) =>
        coverings
            .Where(c => c.SlopeId == slopeId && (c.LaidFrom is null || c.LaidFrom <= day.Year) && (c.EndedOn is null || c.EndedOn > day))
            .OrderByDescending(c => c.EndedOn ?? DateOnly.MaxValue)
            .ThenBy(c => c.LaidFrom ?? int.MinValue)
            .ThenBy(c => c.Id)
            .LastOrDefault();

    private static CommissionAnswer CommissionOf(RuleBook book, AssessInput input)
    {
        var rule = book.CommissionOf(input.Visit);
        return new CommissionAnswer(rule.Form, rule.Opening, rule.Prices, rule.MayClaim, rule.Sections, rule.Scope, rule.Limits);
    }

    private static SlopeAssessment OfSlope(
        SlopeFact slope,
        AssessInput input,
        RuleBook book,
        IReadOnlyDictionary<Guid, double> sun,
        PlannedRoof planned,
        Func<LifeFacts, LifeAnswer> lifeOf
    )
    {
        var pitch = new Pitch(slope.Pitch.RisePer12);
        var covering = CoveringOn(input.Coverings, slope.Id, input.AsOf);
        // A covering that this edition does not know stands as recorded: nothing is concluded from it.
        var about = covering is null ? null : book.FindCovering(covering.Kind);
        var facts = about is null
            ? null
            : LifeFactsOf.Slope(book, input, slope, covering!, sun, RoofPonds.ShareOf(slope.Id, input, planned));
        var life = facts is null ? null : lifeOf(facts);
        var fitness = about is null
            ? null
            : Fitness.Of(
                book,
                about.Kind,
                slope.Pitch,
                input.Findings.Where(f => f.SlopeId == slope.Id || f.SlopeId is null),
                input.Local,
                Coverages.LookAt(input.Looks, "drains", slope.Id) is { State: LookState.Looked },
                input.Firm?.Limits
            );
        var signOff = input.Records?.SignOffs?.Where(s => s.SlopeId == slope.Id).OrderBy(s => s.Id).LastOrDefault();
        return new SlopeAssessment(
            slope.Id,
            slope.Letter,
            slope.Facing,
            pitch.ToTradeText(),
            Math.Round(pitch.Degrees, 1),
            covering is null ? null : about?.Name ?? $"recorded as “{BookKey.InWords(covering.Kind)}”",
            planned.SizeOf(slope),
            fitness,
            life,
            facts,
            signOff,
            input.Visit is { FinishedAt: null } && signOff is null && life?.Stated is not null && fitness?.State != FitnessState.Unfit,
            facts is null || life is null ? null : NextLooks.OfSlope(book, input, slope, facts, life, fitness!),
            facts is null || life is null ? null : ForecastChecks.Of(book, input, slope, covering!, facts, life, sun, lifeOf),
            null
        );
    }

    private static List<FindingAssessment> OfFindings(
        AssessInput input,
        RuleBook book,
        FindingJudge judge,
        IReadOnlyList<CauseLink> causes,
        List<FactProblem> problems,
        Remembered? memory
    )
    {
        var judged = new List<FindingAssessment>();
        foreach (var (index, finding) in input.Findings.Index())
        {
            if (!AsRecorded.IsKnown(book, finding))
            {
                problems.Add(
                    new FactProblem(
                        finding.Id,
                        "finding.unknown-condition",
                        $"The rule book has no condition “{BookKey.InWords(finding.Condition)}”. The finding stands as recorded: choose a condition, or update Kalpa."
                    )
                );
            }
            var around = judge.Around(finding);
            FindingAssessment Judged() => judge.Of(finding, around);
            judged.Add(memory is null ? Judged() : memory.Finding(index, around, Judged));
        }
        var waiting = input
            .Findings.Where(f => AsRecorded.Condition(book, f, input.Firm).AtRenewal == AtRenewal.Only)
            .Select(f => f.Id)
            .ToHashSet();
        var evidence = input.Findings.ToDictionary(f => f.Id, f => f.Evidence);
        var raised = CausesFirst.Raised(judged, causes, waiting.Contains, id => evidence[id]);
        return [.. Urgencies.MostUrgentFirst(raised, f => f.Urgency).ThenBy(f => f.FindingId)];
    }

    private static FactProblem Clash(PitchClash clash) =>
        new(
            clash.SlopeId,
            "slope.pitch-clash",
            $"Slope {clash.Letter} was measured at {clash.Measured}; the plan draws it at {clash.Planned}. The measurement is used: correct the plan, or measure again."
        );

    /// <summary>Coverings and components that this edition does not know, each named: nothing is concluded from them.</summary>
    private static IEnumerable<FactProblem> UnknownKeys(AssessInput input, RuleBook book)
    {
        foreach (var opinion in input.Records?.SlopeOpinions ?? [])
        {
            if (opinion.Covering is { } kind && book.FindCovering(kind) is null)
            {
                yield return new FactProblem(
                    opinion.Id,
                    "opinion.unknown-covering",
                    $"The rule book has no covering “{BookKey.InWords(kind)}”, which a recommendation asks for. Quantities and costs are not worked out for it: choose a covering, or update Kalpa."
                );
            }
        }
        foreach (var slope in input.Slopes)
        {
            if (CoveringOn(input.Coverings, slope.Id, input.AsOf) is { } covering && book.FindCovering(covering.Kind) is null)
            {
                yield return new FactProblem(
                    covering.Id,
                    "covering.unknown-kind",
                    $"The rule book has no covering “{BookKey.InWords(covering.Kind)}” (slope {slope.Letter}). Its remaining life is not estimated: choose a covering, or update Kalpa."
                );
            }
            foreach (var component in LifeFactsOf.ComponentsOn(input.Components, slope.Id, input.AsOf))
            {
                if (book.FindComponent(component.Kind) is null)
                {
                    yield return new FactProblem(
                        component.Id,
                        "component.unknown-kind",
                        $"The rule book has no component “{BookKey.InWords(component.Kind)}” (slope {slope.Letter}). It is left out of the remaining life: choose a component, or update Kalpa."
                    );
                }
            }
        }
    }

    /// <summary>
    /// Whether the slope itself is to be re-roofed or rebuilt within the year, as far as its figures are shown; as the inspector has it, where that is recorded. A
    /// recommendation without a time leaves the computed one.
    /// </summary>
    internal static bool ReroofDue(SlopeAssessment slope, OpinionFact? opinion, DateOnly asOf) =>
        SlopeOpinions.Renews(opinion) is { } renews
            ? renews
                && SlopeOpinions.Urgency(opinion!, asOf) >= UrgencyClass.WithinYear
                && !(SlopeOpinions.When(opinion!).Length == 0 && IsPlanned(slope))
            : slope.Fitness?.State == FitnessState.Unfit || slope is { FiguresCovered: false, Life.Stated.Likely: <= ReroofWithinYears };

    private static bool IsPlanned(SlopeAssessment slope) =>
        slope
            is {
                Fitness.State: not FitnessState.Unfit,
                FiguresCovered: false,
                Life.Stated.Likely: > ReroofWithinYears and <= RoofDecisions.PlanYears
            };

    internal static bool NearEnd(SlopeAssessment slope, OpinionFact? opinion) =>
        SlopeOpinions.Renews(opinion) ?? (slope.Fitness?.State == FitnessState.Unfit || slope.Life?.Stated is { Likely: <= NearEndYears });

    private static string Headline(List<SlopeAssessment> slopes, IReadOnlyList<WorkItem> work, string noWork, string notAssessed)
    {
        var unfit = slopes.Where(s => s.Fitness?.State == FitnessState.Unfit).Select(s => s.Letter).ToList();
        var soonest = slopes
            .Where(s => s is { FiguresCovered: false, Life.Stated: not null } && !unfit.Contains(s.Letter))
            .MinBy(s => s.Life!.Stated!.Likely);
        var life = soonest is null ? "" : $"Shortest remaining life: slope {soonest.Letter}, {Sentences.Lower(soonest.Life!.Headline)}. ";
        var unseen = slopes
            .Where(s => s.Life is { Stated: null, Unseen: not null } && !unfit.Contains(s.Letter))
            .Select(s => s.Letter)
            .ToList();
        if (unseen.Count > 0)
        {
            life += $"{Sentences.Slopes(unseen)}: underlayment not seen. ";
        }
        var built = unfit.Count == 0 ? "" : $"{Sentences.Slopes(unfit)} {(unfit.Count == 1 ? "is" : "are")} not suitable as built. ";
        var covered = slopes.Where(s => s.FiguresCovered).Select(s => s.Letter).ToList();
        if (covered.Count > 0)
        {
            life +=
                $"The estimate for {Sentences.Lower(Sentences.Slopes(covered))} is hidden until the {(covered.Count == 1 ? "slope is" : "slopes are")} confirmed. ";
        }
        var first =
            work.Count > 0 ? $"First: {Sentences.Lower(work[0].Title)} – {Sentences.Lower(work[0].UrgencyWords)}."
            : notAssessed.Length == 0 ? noWork
            : "";
        return string.Join(' ', new[] { $"{built}{life}{first}".Trim(), notAssessed }.Where(part => part.Length > 0));
    }

    /// <summary>What to beware of in any work on the covering of a slope; empty where nothing is.</summary>
    internal static string CoveringCaution(RuleBook book, AssessInput input, Guid? slopeId) =>
        slopeId is { } id ? KindOn(book, input, id)?.Caution ?? "" : "";

    private static List<string> Cautions(AssessInput input, RuleBook book)
    {
        var stations = book.Stations.Where(s => s.Caution.Length > 0 && input.Looks.Any(l => l.Station == s.Key)).Select(s => s.Caution);
        var conditions = input.Findings.Select(f => book.FindCondition(f.Condition)?.Caution ?? "").Where(c => c.Length > 0);
        var coverings = input.Slopes.Select(s => CoveringCaution(book, input, s.Id)).Where(c => c.Length > 0);
        return [.. conditions.Concat(coverings).Concat(stations).Distinct()];
    }
}
