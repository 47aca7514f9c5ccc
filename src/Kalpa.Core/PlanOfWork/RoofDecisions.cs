using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// The decision on a section of slopes. <paramref name="Due"/>: calendar years, null where it falls due by an event, a day, or not at all; <paramref name="Soon"/>:
/// within a year. <paramref name="Title"/> is what somebody is asked to do; <paramref name="Headline"/> says when, too; <paramref name="Mark"/> is short enough to stand on a plan. <paramref name="ByInspector"/>: the
/// inspector's recommendation governs, and <paramref name="Computed"/> says what Kalpa would have decided; <paramref name="RuledOut"/>: slopes of it that cannot be
/// repaired, whatever their years; <paramref name="Work"/>: what is done there when it is done, however far off that is.
/// </summary>
public sealed record RoofDecision(
    IReadOnlyList<Guid> SlopeIds,
    string Of,
    RoofAction Action,
    DueYears? Due,
    bool Soon,
    string Title,
    string Headline,
    string Why,
    string Mark,
    bool ByInspector = false,
    string Computed = "",
    [property: JsonIgnore] UrgencyClass Urgency = UrgencyClass.WithinYear,
    [property: JsonIgnore] IReadOnlyList<Guid>? RuledOut = null,
    [property: JsonIgnore] string Work = ""
)
{
    /// <summary>Whether what is on it is renewed with the covering.</summary>
    [JsonIgnore]
    public bool Renews => Action is RoofAction.Replace or RoofAction.Relay;
}

/// <summary>When an option has a slope renewed, whatever is decided on it.</summary>
internal enum RenewalTime
{
    Now,
    WhenDue,
    NotYet,
}

/// <summary>
/// The decision on each slope, gathered into sections, in this order: the inspector's recommendation; what rules repair out (a covering that does not suit its
/// pitch, an answered question, a layer at its end); the remaining life of what decides; repair where something is to be repaired; else upkeep.
/// </summary>
public static class RoofDecisions
{
    /// <summary>A re-roof is decided on when the likely life is at most this: time to plan and save for it.</summary>
    public const double PlanYears = 5;

    /// <summary>Slopes that fall due within so many years of each other are one section (common practice: one mobilization).</summary>
    public const int OneSectionYears = 3;

    /// <summary>
    /// What falls due so many years after a section that is renewed now is done with it (common practice: a second mobilization costs more than two years of an old
    /// covering are worth; more are not given away).
    /// </summary>
    public const int NowWithYears = 2;

    /// <summary>What was decided of one slope. <c>When</c> stands behind a verb: <c>within a year</c>, <c>about 2030 (2028–2033)</c>, <c>before the closing</c>.</summary>
    private sealed record OfSlope(
        SlopeAssessment Slope,
        CoveringFamily? Family,
        RoofAction Action,
        string Why,
        UrgencyClass Urgency = UrgencyClass.WithReroof,
        DueYears? Due = null,
        string When = "",
        bool TooFlat = false,
        bool ByInspector = false,
        string Computed = "",
        string Who = "",
        bool InOption = false
    )
    {
        public bool Soon => Urgency >= UrgencyClass.WithinYear;

        public bool Renews => Action is RoofAction.Replace or RoofAction.Relay;

        /// <summary>Decided by what was found or by years, not by somebody's word or an option.</summary>
        public bool ByFacts => !ByInspector && !InOption;

        /// <summary>What one section has in common, whatever the plan says.</summary>
        public (RoofAction, CoveringFamily?, UrgencyClass?, bool, bool, string, bool, bool) Kind =>
            Renews
                ? (Action, Family, ByFacts ? null : Urgency, TooFlat, ByInspector, Who, !ByFacts && Due is null, InOption)
                : (Action, null, Urgency, false, ByInspector, Who, true, InOption);
    }

    public static IReadOnlyList<RoofDecision> Of(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<SlopeAssessment> slopes,
        IReadOnlyList<FindingAssessment> findings,
        PlannedRoof planned
    ) => Of(book, input, slopes, findings, planned, null);

    /// <param name="chosen">When slopes are renewed in an option that is only weighed; of those not in it, what is decided counts.</param>
    internal static IReadOnlyList<RoofDecision> Of(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<SlopeAssessment> slopes,
        IReadOnlyList<FindingAssessment> findings,
        PlannedRoof planned,
        IReadOnlyDictionary<Guid, RenewalTime>? chosen
    )
    {
        var facts = input.Findings.ToDictionary(f => f.Id);
        var sections = new List<List<OfSlope>>();
        OfSlope Decided(SlopeAssessment slope)
        {
            var own = Own(book, input, slope, findings, facts);
            return chosen?.TryGetValue(slope.SlopeId, out var renewal) == true
                ? ByOption(book, input, own, renewal, findings)
                : ByOpinion(input, slope, own);
        }
        foreach (var one in slopes.Select(Decided).OrderBy(d => d.Due?.Likely ?? 0))
        {
            // Two sections that meet over this slope are one.
            var with = sections.Where(s => Together(s, one, planned, input.AsOf)).ToList();
            sections.RemoveAll(with.Contains);
            sections.Add([.. with.SelectMany(s => s), one]);
        }
        var place = slopes.Index().ToDictionary(s => s.Item.SlopeId, s => s.Index);
        return
        [
            .. sections
                .Select(s => s.OrderBy(d => place[d.Slope.SlopeId]).ToList())
                .OrderByDescending(s => s[0].Action)
                .ThenByDescending(s => s.Max(d => d.Urgency))
                .ThenBy(s => s.Min(d => d.Due?.Likely ?? int.MaxValue))
                .ThenBy(s => place[s[0].Slope.SlopeId])
                .Select(s => Section(s, slopes.Count)),
        ];
    }

    /// <summary>The decisions of a roof as one statement.</summary>
    public static string Statement(IReadOnlyList<RoofDecision> decisions) =>
        decisions.Count == 0
            ? ""
            : string.Join("; ", decisions.Select((d, at) => at == 0 ? d.Headline : Sentences.Lower(d.Headline))) + ".";

    // ---- one slope ----

    private static OfSlope Own(
        RuleBook book,
        AssessInput input,
        SlopeAssessment slope,
        IReadOnlyList<FindingAssessment> findings,
        Dictionary<Guid, FindingFact> facts
    )
    {
        var covering = Assessor.CoveringOn(input.Coverings, slope.SlopeId, input.AsOf);
        var family = covering is null ? null : book.FindCovering(covering.Kind)?.Family;
        var decided = new OfSlope(slope, family, RoofAction.Maintain, "Nothing on it has to be repaired now.");
        OfSlope Soon(RoofAction action, string why) =>
            decided with
            {
                Action = action,
                Why = why,
                Urgency = UrgencyClass.WithinYear,
                When = "within a year",
            };

        if (slope.Fitness is { State: FitnessState.Unfit } fitness)
        {
            // Water that has come in through a covering that never suited its place comes in again.
            var wet = findings.Any(f => f.SlopeId == slope.SlopeId && IsWet(book, f, facts[f.FindingId]));
            var unfit = Soon(RoofAction.Replace, fitness.Reason) with { TooFlat = fitness.LimitId is not null };
            return wet ? unfit with { Urgency = UrgencyClass.ThisSeason, When = "this season" } : unfit;
        }
        if (StopOn(book, slope, findings, facts) is { } stop)
        {
            return Soon(stop.Action, $"{Sentences.Upper(stop.Words)}.");
        }
        if (slope.Life is { Stated: null, Unseen: { } unseen })
        {
            return decided with { Action = RoofAction.Evaluate, Why = unseen.Words };
        }
        if (slope is { FiguresCovered: true, Life.Stated: not null })
        {
            return decided with { Action = RoofAction.Confirm, Why = "The remaining life is hidden until the slope is confirmed." };
        }
        if (slope.Life?.Stated is { } left && left.Likely <= PlanYears)
        {
            var action = IsRelay(book, slope, family) ? RoofAction.Relay : RoofAction.Replace;
            var why = $"Remaining life: {Sentences.Lower(slope.Life.Headline)}. {slope.Life.Reasons[^1]}";
            var due = DueOf(input, left);
            return left.Likely <= Assessor.ReroofWithinYears
                ? Soon(action, why) with
                {
                    Due = due,
                }
                : decided with
                {
                    Action = action,
                    Why = why,
                    Due = due,
                    When = When(due),
                };
        }
        return KeepsCovering(decided, findings);
    }

    private static bool IsWet(RuleBook book, FindingAssessment judged, FindingFact found) =>
        judged.Verdict.IsDefect
        && found.Evidence.ShowsWater()
        && book.FindElement(AsRecorded.Condition(book, found).Element) is not { Separate: true };

    private static OfSlope KeepsCovering(OfSlope decided, IReadOnlyList<FindingAssessment> findings) =>
        findings.Any(f => f.SlopeId == decided.Slope.SlopeId && IsRepaired(f))
            ? decided with
            {
                Action = RoofAction.Repair,
                Why = "Single defects are repaired; the covering stays.",
            }
            : decided;

    private static DueYears DueOf(AssessInput input, YearsLeft left) =>
        new(input.AsOf.Year + Whole(left.Low), input.AsOf.Year + Whole(left.Likely), input.AsOf.Year + Whole(left.High));

    private static int Whole(double years) => (int)Math.Round(years);

    /// <summary>A defect that somebody acts on within the year; what is only watched, or waits for a covering years away, is upkeep.</summary>
    private static bool IsRepaired(FindingAssessment finding) =>
        finding.Verdict.IsDefect
        && finding.Outcome is not (FindingOutcome.Watch or FindingOutcome.DocumentOnly)
        && finding.Urgency.Class >= UrgencyClass.WithinYear;

    /// <summary>The first of the book's stops that a finding on the slope, or of the whole roof, meets; what is only suspected stops nothing.</summary>
    private static RepairStop? StopOn(
        RuleBook book,
        SlopeAssessment slope,
        IReadOnlyList<FindingAssessment> findings,
        Dictionary<Guid, FindingFact> facts
    ) =>
        findings
            .Where(f => (f.SlopeId is null || f.SlopeId == slope.SlopeId) && f.Verdict.IsDefect && f.Outcome != FindingOutcome.DocumentOnly)
            .Select(f => facts[f.FindingId])
            .Where(f => f.Basis != Basis.Suspected)
            .SelectMany(f => book.StopsOf(f.Condition).Where(s => Meets(s, f)))
            .OrderByDescending(s => s.Action)
            .ThenBy(s => s.Key, StringComparer.Ordinal)
            .FirstOrDefault();

    private static bool Meets(RepairStop stop, FindingFact finding) =>
        (stop.From is not { } from || finding.Extent >= from)
        && (stop.Decision.Length == 0 || finding.Deciding?.Any(a => a.Decision == stop.Decision && stop.Is!.Contains(a.Option)) == true);

    /// <summary>Tile outlives what lies under it: where that layer decides and the tile itself has years left, the tile is used again.</summary>
    private static bool IsRelay(RuleBook book, SlopeAssessment slope, CoveringFamily? family) =>
        family == CoveringFamily.Tile
        && slope.Life!.Components.FirstOrDefault(c => c.Governs) is { } governing
        && book.FindComponent(governing.Kind) is { Job: ComponentJob.KeepsWaterOut }
        && slope.Life.Components.FirstOrDefault(c => c.Kind == CoveringPart) is not { Left.Likely: <= PlanYears };

    private const string CoveringPart = "covering";

    private static string When(DueYears due) =>
        due.From == due.To
            ? string.Create(CultureInfo.InvariantCulture, $"about {due.Likely}")
            : string.Create(CultureInfo.InvariantCulture, $"about {due.Likely} ({due.From}–{due.To})");

    // ---- the inspector's recommendation ----

    /// <summary>With a recommendation, what was computed stays to be read. One without a day or event keeps the computed time of the same decision.</summary>
    private static OfSlope ByOpinion(AssessInput input, SlopeAssessment slope, OfSlope own)
    {
        if (SlopeOpinions.Governing(input, slope.SlopeId) is not { } opinion)
        {
            return own;
        }
        var action = opinion.Action switch
        {
            OpinionAction.Replace => own.Action == RoofAction.Relay ? RoofAction.Relay : RoofAction.Replace,
            OpinionAction.Repair => RoofAction.Repair,
            OpinionAction.Investigate or OpinionAction.HaveJudged => RoofAction.Specialist,
            _ => RoofAction.Maintain,
        };
        var because = opinion.Because.Trim();
        var said = own with
        {
            Action = action,
            Why =
                because.Length == 0
                    ? "The inspector recommends it."
                    : $"The inspector recommends it: {Sentences.Ended(Sentences.Lower(because))}",
            ByInspector = true,
            Who = opinion.Who,
        };
        var when = SlopeOpinions.When(opinion);
        return action == own.Action && when.Length == 0
            ? said with
            {
                Computed = "The computed decision agrees.",
            }
            : said with
            {
                Due = null,
                When = when,
                Urgency = SlopeOpinions.Urgency(opinion, input.AsOf),
                Computed =
                    action == own.Action
                        ? "The computed decision agrees."
                        : $"Computed: {Sentences.Lower(Title(own, $"slope {slope.Letter}", true, own.When))}. {own.Why}",
            };
    }

    // ---- an option ----

    private static OfSlope ByOption(
        RuleBook book,
        AssessInput input,
        OfSlope own,
        RenewalTime renewal,
        IReadOnlyList<FindingAssessment> findings
    )
    {
        var bare = new OfSlope(own.Slope, own.Family, RoofAction.Maintain, own.Why, TooFlat: own.TooFlat, InOption: true);
        var relaid = own.Action == RoofAction.Relay || (own.Slope.Life is not null && IsRelay(book, own.Slope, own.Family));
        var anew = bare with { Action = relaid ? RoofAction.Relay : RoofAction.Replace };
        return renewal switch
        {
            RenewalTime.Now => anew with { Urgency = UrgencyClass.WithinYear, When = "now" },
            RenewalTime.WhenDue when own.Slope.Life?.Stated is { } left => anew with
            {
                Due = DueOf(input, left),
                When = When(DueOf(input, left)),
            },
            _ => KeepsCovering(bare, findings),
        };
    }

    // ---- sections ----

    /// <summary>
    /// Whether a slope joins a section: the same decision by the same person, due within a few years. A section to be renewed is also of one kind of covering, and of
    /// one piece on the plan, where there is one. Slopes come by their years: the first of a section is its earliest.
    /// </summary>
    private static bool Together(List<OfSlope> section, OfSlope one, PlannedRoof planned, DateOnly asOf) =>
        section[0].Kind == one.Kind
        && DueTogether(section, one, asOf)
        && (
            one.Action is not (RoofAction.Replace or RoofAction.Relay)
            || section.Exists(s => planned.Meet(s.Slope.SlopeId, one.Slope.SlopeId) != false)
        );

    private static bool DueTogether(List<OfSlope> section, OfSlope one, DateOnly asOf)
    {
        var now = section.Where(s => s.Soon).ToList();
        return one.Due is not { } due
            || (now.Count > 0 && one.Soon)
            || (
                now.Count > 0
                    ? due.Likely - now.Max(s => s.Due?.Likely ?? asOf.Year) <= NowWithYears
                    : section[0].Due is not { } first || due.Likely - first.Likely <= OneSectionYears
            );
    }

    private static RoofDecision Section(List<OfSlope> of, int slopes)
    {
        var first = of.MaxBy(d => d.Urgency)!;
        // What is done now has the years of what makes it so.
        var due = of.Where(d => d.Soon == first.Soon && (first.Due is not null || !first.Soon))
            .Select(d => d.Due)
            .OfType<DueYears>()
            .ToList();
        DueYears? range = due.Count == 0 ? null : new(due.Min(d => d.From), due.Min(d => d.Likely), due.Max(d => d.To));
        var whole = of.Count == slopes && slopes > 1;
        var named = whole ? "the whole roof" : Sentences.Lower(Sentences.Slopes([.. of.Select(d => d.Slope.Letter)]));
        var one = whole || of.Count == 1;
        return new RoofDecision(
            [.. of.Select(d => d.Slope.SlopeId)],
            Sentences.Upper(named),
            first.Action,
            range,
            first.Soon,
            Title(first, named, one, ""),
            Title(first, named, one, range is null || first.Soon ? first.When : When(range)),
            Each(
                of,
                d =>
                    first.Soon && !d.Soon && d.Due is { } later
                        ? $"{d.Why} It is due about {later.Likely}, soon enough to be done with the rest."
                        : d.Why
            ),
            Mark(first, range),
            first.ByInspector,
            Each(of, d => d.Computed),
            first.Urgency,
            [.. of.Where(d => d is { Renews: true, ByFacts: true, Due: null }).Select(d => d.Slope.SlopeId)],
            Title(first with { Urgency = UrgencyClass.WithinYear }, named, one, "")
        );
    }

    /// <summary>As it stands on a plan: a verb, and the year where there is one.</summary>
    private static string Mark(OfSlope of, DueYears? due)
    {
        var what = of.Action switch
        {
            RoofAction.Replace when of.TooFlat => "Replace or re-slope",
            RoofAction.Replace when of.Family == CoveringFamily.Membrane => "Replace",
            RoofAction.Replace => "Re-roof",
            RoofAction.Relay => "Relay",
            RoofAction.Specialist => "Evaluate",
            RoofAction.Evaluate => "Inspect",
            RoofAction.Confirm => "Confirm",
            RoofAction.Repair => "Repair",
            _ => "Maintain",
        };
        return due is null ? what : string.Create(CultureInfo.InvariantCulture, $"{what} {due.Likely}");
    }

    /// <summary>What is said of all slopes alike once; what differs, with the slope it is said of.</summary>
    private static string Each(List<OfSlope> of, Func<OfSlope, string> words)
    {
        var said = of.Where(d => words(d).Length > 0).ToList();
        return said.Select(words).Distinct().Count() < 2
            ? said.Select(words).FirstOrDefault() ?? ""
            : string.Join(' ', said.Select(d => $"Slope {d.Slope.Letter}: {Sentences.Lower(words(d))}"));
    }

    /// <summary>What somebody is asked to do on the slopes named; with its time, where one is given.</summary>
    private static string Title(OfSlope of, string named, bool one, string time)
    {
        var when = time.Length > 0 ? $" {time}" : "";
        var it = one ? "it" : "them";
        var now = of.Soon || of.ByInspector;
        return of.Action switch
        {
            RoofAction.Replace when of.TooFlat => $"Replace the covering of {named} or re-slope {it}{when}",
            RoofAction.Replace when of.Family == CoveringFamily.Membrane =>
                $"{(now ? "Replace" : "Plan to replace")} the membrane on {named}{when}",
            RoofAction.Replace => $"{(now ? "Re-roof" : "Plan the re-roof of")} {named}{when}",
            RoofAction.Relay => $"{(now ? "Lift and relay" : "Plan to lift and relay")} the tile on {named}{when}",
            RoofAction.Specialist => $"Have {named} evaluated{(of.Who.Length > 0 ? $" by {of.Who}" : "")}{when}",
            RoofAction.Evaluate => $"Lift two tiles on {named} and inspect the underlayment",
            RoofAction.Confirm => $"Confirm {named} to decide on {it}",
            RoofAction.Repair => $"Repair {named}{when} and keep the covering",
            _ => $"Maintain {named}{when}",
        };
    }
}
