using Kalpa.Core.Coverage;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.Monitoring;
using Kalpa.Core.NewWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Series;
using Kalpa.Core.Sun;
using Kalpa.Core.Urgency;
using Kalpa.Core.Walking;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Assessing;

/// <summary>Facts in, judgement out. The same facts, book and day give the same assessment, on the server and in the browser.</summary>
public static class Assessor
{
    /// <summary>Goes up when a method changes what it answers for the same facts.</summary>
    public const string MethodVersion = "5";

    /// <summary>A slope whose likely life is at most this is near its end: small things go with the re-roof.</summary>
    private const double NearEndYears = 5;

    internal const double ReroofWithinYears = 1;

    public static Assessment Assess(AssessInput input, RuleBook book)
    {
        var problems = new List<FactProblem>();
        var ordered = input.Slopes.OrderBy(s => s.Letter.Length).ThenBy(s => s.Letter, StringComparer.Ordinal).ThenBy(s => s.Id).ToList();
        var sun = SunAnswers.Relative(input.Latitude, ordered);
        var slopes = ordered.Select(s => OfSlope(s, input, book, sun)).ToList();
        var judge = new FindingJudge(book, input, slopes);
        var findings = OfFindings(input, book, judge, problems);
        slopes = [.. slopes.Select(s => s with { ForOwner = OwnersWords.Of(book, input, s, findings) })];
        var work = WorkList.Of(book, input, slopes, findings);
        var stations = WalkOrders.StationsOf(book, WalkOrders.Of(book, input), WalkOrders.CommonestFamily(book, input));
        var coverage = Coverages.Of(stations, ordered, input.Looks, input.Findings);
        return new Assessment(
            book.Version,
            book.Hash,
            MethodVersion,
            input.AsOf,
            Headline(slopes, work),
            slopes,
            findings,
            work,
            coverage,
            Cautions(input, book),
            problems,
            Progresses.Of(book, input, coverage),
            CommissionOf(book, input),
            NewWorkChecks.Of(book, input),
            NextLooks.OfRoof(slopes),
            [.. (input.Records?.Planned ?? []).OrderBy(p => p.Id).Select(p => Lasting.Of(book, LastingRequests.Of(p, slopes)))],
            SeriesAnswers.Of(book, input),
            judge.Combined,
            Opinions.Of(input)
        );
    }

    /// <summary>What means something only together, over everything found.</summary>
    public static IReadOnlyList<CombinationAnswer> Combined(AssessInput input, RuleBook book) => FindingJudge.Together(book, input);

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
        var rule = book.Commission(input.Visit?.Commission?.Purpose ?? CommissionPurpose.Condition);
        return new CommissionAnswer(rule.Form, rule.Opening, rule.Prices, rule.MayClaim, rule.Sections);
    }

    private static SlopeAssessment OfSlope(SlopeFact slope, AssessInput input, RuleBook book, IReadOnlyDictionary<Guid, double> sun)
    {
        var pitch = new Pitch(slope.Pitch.RisePer12);
        var covering = CoveringOn(input.Coverings, slope.Id, input.AsOf);
        var facts = covering is null ? null : LifeFactsOf.Slope(book, input, slope, covering, sun);
        var life = facts is null ? null : RemainingLife.Of(book, facts);
        var fitness = covering is null
            ? null
            : Fitness.Of(
                book,
                covering.Kind,
                slope.Pitch,
                input.Findings.Where(f => f.SlopeId == slope.Id || f.SlopeId is null),
                input.Local
            );
        var signOff = input.Records?.SignOffs?.Where(s => s.SlopeId == slope.Id).OrderBy(s => s.Id).LastOrDefault();
        return new SlopeAssessment(
            slope.Id,
            slope.Letter,
            slope.Facing,
            pitch.ToTradeText(),
            Math.Round(pitch.Degrees, 1),
            covering is null ? null : book.Covering(covering.Kind).Name,
            SlopeSize.Of(slope),
            fitness,
            life,
            facts,
            signOff,
            input.Visit is { FinishedAt: null } && signOff is null && life?.Stated is not null && fitness?.State != FitnessState.Unfit,
            facts is null || life is null ? null : NextLooks.OfSlope(book, input, slope, facts, life, fitness!),
            facts is null || life is null ? null : ForecastChecks.Of(book, input, slope, covering!, facts, life, sun),
            null
        );
    }

    private static List<FindingAssessment> OfFindings(AssessInput input, RuleBook book, FindingJudge judge, List<FactProblem> problems)
    {
        var judged = new List<FindingAssessment>();
        foreach (var finding in input.Findings)
        {
            var condition = book.FindCondition(finding.Condition);
            if (condition is null)
            {
                problems.Add(
                    new FactProblem(
                        finding.Id,
                        "finding.unknown-condition",
                        $"The rule book has no condition \"{finding.Condition}\". Choose another, or bring the rule book up to date."
                    )
                );
                continue;
            }
            judged.Add(judge.Of(finding, condition));
        }
        return [.. judged.OrderByDescending(f => f.Urgency.Class).ThenByDescending(f => f.Urgency.LossHigh).ThenBy(f => f.FindingId)];
    }

    /// <summary>Whether the slope itself is to be re-roofed or rebuilt within the year, as far as its figures are shown.</summary>
    internal static bool ReroofDue(SlopeAssessment slope) =>
        slope.Fitness?.State == FitnessState.Unfit || slope is { FiguresCovered: false, Life.Stated.Likely: <= ReroofWithinYears };

    internal static bool NearEnd(SlopeAssessment slope) =>
        slope.Fitness?.State == FitnessState.Unfit || slope.Life?.Stated is { Likely: <= NearEndYears };

    private static string Headline(List<SlopeAssessment> slopes, IReadOnlyList<WorkItem> work)
    {
        var unfit = slopes.Where(s => s.Fitness?.State == FitnessState.Unfit).Select(s => s.Letter).ToList();
        var soonest = slopes
            .Where(s => s is { FiguresCovered: false, Life.Stated: not null } && !unfit.Contains(s.Letter))
            .MinBy(s => s.Life!.Stated!.Likely);
        var life = soonest is null ? "" : $"Slope {soonest.Letter} ends first: {LowerFirst(soonest.Life!.Headline)}. ";
        var built = unfit.Count == 0 ? "" : $"Slope {string.Join(", ", unfit)} is unfit as built. ";
        var covered = slopes.Where(s => s.FiguresCovered).Select(s => s.Letter).ToList();
        if (covered.Count > 0)
        {
            life += $"The years of slope {string.Join(", ", covered)} are covered until signed off. ";
        }
        var first =
            work.Count == 0 ? "Nothing to mend was found." : $"First: {LowerFirst(work[0].Title)} – {LowerFirst(work[0].UrgencyWords)}.";
        return built + life + first;
    }

    private static List<string> Cautions(AssessInput input, RuleBook book)
    {
        var stations = book.Stations.Where(s => s.Caution.Length > 0 && input.Looks.Any(l => l.Station == s.Key)).Select(s => s.Caution);
        var conditions = input.Findings.Select(f => book.FindCondition(f.Condition)?.Caution ?? "").Where(c => c.Length > 0);
        return [.. conditions.Concat(stations).Distinct()];
    }

    internal static string LowerFirst(string text) => text.Length == 0 ? text : char.ToLowerInvariant(text[0]) + text[1..];
}
