using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What becomes of a section of slopes. <paramref name="Due"/>: calendar years, null where it falls due by an event, a day, or not at all; <paramref name="Soon"/>:
/// within a year; <paramref name="Title"/> is what somebody is asked to do, without the time. <paramref name="ByInspector"/>: the inspector's recommendation governs, and <paramref name="Computed"/> says what Kalpa would have decided.
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
    bool ByInspector = false,
    string Computed = ""
)
{
    /// <summary>Whether what is on it is renewed with the covering.</summary>
    [JsonIgnore]
    public bool Renews => Action is RoofAction.Replace or RoofAction.Relay;
}

/// <summary>
/// The decision on each slope, gathered into sections, in this order: the inspector's recommendation; what ends repair by itself (a covering that does not suit its
/// pitch, an answered question, a layer that is spent); the remaining life of what decides; repair where something is to be repaired; else upkeep.
/// </summary>
public static class RoofDecisions
{
    /// <summary>A re-roof is decided on when the likely life is at most this: time to plan and save for it.</summary>
    public const double PlanYears = 5;

    /// <summary>Slopes that fall due within so many years of each other are one section (common practice: one mobilization).</summary>
    public const int OneSectionYears = 3;

    /// <summary>What the decision on one slope rests on.</summary>
    private sealed record OfSlope(
        SlopeAssessment Slope,
        RoofAction Action,
        DueYears? Due,
        bool Soon,
        string When,
        string Why,
        CoveringFamily? Family,
        bool ByInspector = false,
        string Computed = "",
        string Who = "",
        bool Unfit = false
    );

    public static IReadOnlyList<RoofDecision> Of(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<SlopeAssessment> slopes,
        IReadOnlyList<FindingAssessment> findings,
        PlannedRoof planned
    )
    {
        var facts = input.Findings.ToDictionary(f => f.Id);
        var decided = slopes.Select(s => ByOpinion(input, s, Own(book, input, s, findings, facts))).ToList();
        var sections = new List<List<OfSlope>>();
        foreach (var one in decided.OrderBy(d => d.Due?.Likely ?? int.MinValue).ThenBy(d => d.Slope.Letter, StringComparer.Ordinal))
        {
            var with = sections.FirstOrDefault(s => Together(s, one, planned));
            if (with is null)
            {
                sections.Add([one]);
            }
            else
            {
                with.Add(one);
            }
        }
        return
        [
            .. sections
                .Select(s => s.OrderBy(d => d.Slope.Letter.Length).ThenBy(d => d.Slope.Letter, StringComparer.Ordinal).ToList())
                .OrderByDescending(s => s[0].Action)
                .ThenByDescending(s => s[0].Soon)
                .ThenBy(s => s[0].Due?.Likely ?? int.MaxValue)
                .ThenBy(s => s[0].Slope.Letter.Length)
                .ThenBy(s => s[0].Slope.Letter, StringComparer.Ordinal)
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
        OfSlope Decided(RoofAction action, string why, DueYears? due = null, bool soon = false, bool unfit = false) =>
            new(slope, action, due, soon, soon ? "within a year" : When(due), why, family, Unfit: unfit);

        if (slope.Fitness is { State: FitnessState.Unfit } fitness)
        {
            return Decided(RoofAction.Replace, fitness.Reason, soon: true, unfit: true);
        }
        if (StopOn(book, slope, findings, facts) is { } stop)
        {
            return Decided(stop.Action, $"{Sentences.Upper(stop.Words)}.", soon: true);
        }
        if (slope.Life is { Stated: null, Unseen: { } unseen })
        {
            return Decided(RoofAction.Evaluate, unseen.Words);
        }
        if (slope is { FiguresCovered: true, Life.Stated: not null })
        {
            return Decided(RoofAction.Confirm, "The remaining life is hidden until the slope is confirmed.");
        }
        if (slope.Life?.Stated is { } left && left.Likely <= PlanYears)
        {
            var year = input.AsOf.Year;
            return Decided(
                IsRelay(book, slope, family) ? RoofAction.Relay : RoofAction.Replace,
                $"{(char.IsDigit(slope.Life.Headline[0]) ? "Remaining life " : "")}{slope.Life.Headline}. {slope.Life.Reasons[^1]}",
                new DueYears(year + Whole(left.Low), year + Whole(left.Likely), year + Whole(left.High)),
                left.Likely <= Assessor.ReroofWithinYears
            );
        }
        return findings.Any(f => f.SlopeId == slope.SlopeId && IsRepaired(f))
            ? Decided(RoofAction.Repair, "Single defects are repaired; the covering stays.")
            : Decided(RoofAction.Maintain, "Nothing on it has to be repaired now.");
    }

    private static int Whole(double years) => (int)Math.Round(years);

    private static bool IsRepaired(FindingAssessment finding) =>
        finding.Verdict.IsDefect && finding.Outcome is FindingOutcome.Mend or FindingOutcome.OtherTrade;

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

    private static string When(DueYears? due) =>
        due is null ? ""
        : due.From == due.To ? string.Create(CultureInfo.InvariantCulture, $"about {due.Likely}")
        : string.Create(CultureInfo.InvariantCulture, $"about {due.Likely} ({due.From}–{due.To})");

    // ---- the inspector's recommendation ----

    /// <summary>A recommendation for the slope itself goes before one for the whole roof; with it, what was computed stays to be read.</summary>
    private static OfSlope ByOpinion(AssessInput input, SlopeAssessment slope, OfSlope own)
    {
        var opinions = input.Records?.SlopeOpinions ?? [];
        if (
            opinions
                .Where(o => o.SlopeId == slope.SlopeId || o.SlopeId is null)
                .OrderBy(o => o.SlopeId is null)
                .ThenBy(o => o.Id)
                .FirstOrDefault()
            is not { } opinion
        )
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
        var timed = opinion.ByDay is not null || opinion.Event != OpinionEvent.None;
        var same = action == own.Action;
        return own with
        {
            Action = action,
            // Said without a day, the computed date of the same decision stands; a re-roof without any is one that need not be put off.
            Due = timed || !same ? null : own.Due,
            Soon = timed ? IsSoon(opinion, input.AsOf) : !same || own.Soon,
            When =
                timed ? SlopeOpinions.When(opinion)
                : same ? own.When
                : "",
            Why =
                opinion.Because.Trim().Length == 0
                    ? "The inspector recommends it."
                    : $"The inspector recommends it: {Sentences.Ended(Sentences.Lower(opinion.Because.Trim()))}",
            ByInspector = true,
            Computed = same ? "The computed decision agrees." : $"Computed: {Sentences.Lower(Headline(own, Letter(own), true))}. {own.Why}",
            Who = opinion.Who,
        };
    }

    private static bool IsSoon(OpinionFact opinion, DateOnly asOf) =>
        opinion.ByDay is { } day ? day <= asOf.AddYears(1) : opinion.Event is not OpinionEvent.None;

    // ---- sections ----

    /// <summary>
    /// Whether a slope joins a section: the same decision by the same person on the same kind of covering, due within a few years; a section to be renewed is also of
    /// one piece on the plan, where there is one.
    /// </summary>
    private static bool Together(List<OfSlope> section, OfSlope one, PlannedRoof planned)
    {
        var first = section[0];
        if (first.Action != one.Action || first.ByInspector != one.ByInspector || first.When.Length > 0 != one.When.Length > 0)
        {
            return false;
        }
        if (one.Action is not (RoofAction.Replace or RoofAction.Relay))
        {
            return first.Who == one.Who;
        }
        return first.Unfit == one.Unfit
            && first.Family == one.Family
            && first.Soon == one.Soon
            && (first.Due is null) == (one.Due is null)
            && (first.Due is not { } due || Math.Abs(one.Due!.Likely - due.Likely) <= OneSectionYears)
            && section.Any(s => planned.Meet(s.Slope.SlopeId, one.Slope.SlopeId) != false);
    }

    private static RoofDecision Section(List<OfSlope> of, int slopes)
    {
        var due = of.Where(d => d.Due is not null).Select(d => d.Due!).ToList();
        var first = of.MinBy(d => d.Due?.Likely ?? int.MaxValue)!;
        DueYears? range = due.Count == 0 ? null : new(due.Min(d => d.From), due.Min(d => d.Likely), due.Max(d => d.To));
        var whole = of.Count == slopes && slopes > 1;
        var named = whole ? "the whole roof" : Sentences.Lower(Sentences.Slopes([.. of.Select(d => d.Slope.Letter)]));
        var one = whole || of.Count == 1;
        var section = first with { When = range is null || first.Soon ? first.When : When(range) };
        return new RoofDecision(
            [.. of.Select(d => d.Slope.SlopeId)],
            Sentences.Upper(named),
            first.Action,
            range,
            first.Soon,
            Title(section, named, one),
            Headline(section, named, one),
            Each(of, d => d.Why),
            first.ByInspector,
            Each(of, d => d.Computed)
        );
    }

    /// <summary>What is said of all slopes alike once; what differs, with the slope it is said of.</summary>
    private static string Each(List<OfSlope> of, Func<OfSlope, string> words)
    {
        var said = of.Where(d => words(d).Length > 0).ToList();
        return said.Select(words).Distinct().Count() < 2
            ? said.Select(words).FirstOrDefault() ?? ""
            : string.Join(' ', said.Select(d => $"Slope {d.Slope.Letter}: {Sentences.Lower(words(d))}"));
    }

    private static string Letter(OfSlope of) => $"slope {of.Slope.Letter}";

    private static string Headline(OfSlope of, string named, bool one) =>
        of.When.Length == 0 ? Title(of, named, one) : $"{Title(of, named, one)} {of.When}";

    private static string Title(OfSlope of, string named, bool one)
    {
        var now = of.Soon || of.ByInspector;
        var it = one ? "it" : "them";
        return of.Action switch
        {
            RoofAction.Replace when of.Unfit => $"Replace the covering of {named} or re-slope {it}",
            RoofAction.Replace when of.Family == CoveringFamily.Membrane => now
                ? $"Replace the membrane on {named}"
                : $"Plan to replace the membrane on {named}",
            RoofAction.Replace => now ? $"Re-roof {named}" : $"Plan the re-roof of {named}",
            RoofAction.Relay => now ? $"Lift and relay the tile on {named}" : $"Plan to lift and relay the tile on {named}",
            RoofAction.Specialist => $"Have {named} evaluated{(of.Who.Length > 0 ? $" by {of.Who}" : "")}",
            RoofAction.Evaluate => $"Lift two tiles on {named} and inspect the underlayment",
            RoofAction.Confirm => $"Confirm {named} to decide on {it}",
            RoofAction.Repair => $"Repair {named} and keep the covering",
            _ => $"Maintain {named}",
        };
    }
}
