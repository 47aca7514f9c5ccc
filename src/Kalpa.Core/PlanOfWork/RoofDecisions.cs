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
/// repaired, whatever their years; <paramref name="Work"/>: what is done there when it is done, however far off that is; <paramref name="New"/>: the covering that is
/// laid, empty for the same again; <paramref name="Layer"/>: what keeps the water out under it, empty for the usual one;
/// <paramref name="EitherWay"/>: it is still to be chosen whether it is covered otherwise or re-sloped;
/// <paramref name="Stainless"/>: its flashing is of stainless steel; <paramref name="NewFolds"/>: lines that a re-slope makes on the slopes beside.
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
    [property: JsonIgnore] string Work = "",
    [property: JsonIgnore] string New = "",
    [property: JsonIgnore] string Layer = "",
    [property: JsonIgnore] bool EitherWay = false,
    [property: JsonIgnore] bool Stainless = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<NewFold>? NewFolds = null
)
{
    /// <summary>Whether what is on it is renewed with the covering.</summary>
    [JsonIgnore]
    public bool Renews => Action.Renews();
}

/// <summary>
/// The decisions on single slopes (<see cref="SlopeDecisions"/>) gathered into sections: what is decided alike, falls due within a few years and is of one piece.
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

    /// <summary>
    /// What is wrong all over a covering that is likely to be renewed within so many years, and lets no water in, is not repaired before (common practice: money for a
    /// covering that is on its way out).
    /// </summary>
    public const int WidespreadWaitsYears = 3;

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
        IReadOnlyDictionary<Guid, Renewing>? chosen
    )
    {
        var facts = input.Findings.ToDictionary(f => f.Id);
        var sections = new List<List<SlopeDecision>>();
        var arrays = (input.Records?.Planned ?? [])
            .Where(p => p.Kind == PlannedKind.Solar)
            .OrderBy(p => p.Id)
            .Select(p => Lasting.Of(book, LastingRequests.Of(p, slopes)))
            .ToList();
        var single = slopes.Select(slope =>
            SlopeDecisions.Of(
                book,
                input,
                slope,
                findings,
                facts,
                arrays,
                chosen?.TryGetValue(slope.SlopeId, out var at) == true ? at : null
            )
        );
        foreach (var one in single.OrderBy(d => d.Due?.Likely ?? 0))
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
                // Of what is renewed the soonest goes first, in whatever way it is renewed.
                .OrderByDescending(s => s[0].Renews ? RoofAction.Replace : s[0].Action)
                .ThenByDescending(s => s.Max(d => d.Urgency))
                .ThenBy(s => s.Min(d => d.Due?.Likely ?? int.MaxValue))
                .ThenBy(s => place[s[0].Slope.SlopeId])
                .Select(s => Section(s, slopes.Count))
                .Select(d => WithFolds(d, planned)),
        ];
    }

    /// <summary>The decisions of a roof as one statement.</summary>
    public static string Statement(IReadOnlyList<RoofDecision> decisions) =>
        decisions.Count == 0
            ? ""
            : string.Join("; ", decisions.Select((d, at) => at == 0 ? d.Headline : Sentences.Lower(d.Headline))) + ".";

    /// <summary>
    /// Whether a slope joins a section: the same decision by the same person, due within a few years. A section to be renewed is also of one kind of covering, and of
    /// one piece on the plan, where there is one. Slopes come by their years: the first of a section is its earliest.
    /// </summary>
    private static bool Together(List<SlopeDecision> section, SlopeDecision one, PlannedRoof planned, DateOnly asOf) =>
        section[0].Kind == one.Kind
        && DueTogether(section, one, asOf)
        && (!one.Renews || section.Exists(s => planned.Meet(s.Slope.SlopeId, one.Slope.SlopeId) != false));

    private static bool DueTogether(List<SlopeDecision> section, SlopeDecision one, DateOnly asOf)
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

    private static RoofDecision WithFolds(RoofDecision decision, PlannedRoof planned) =>
        decision.Action == RoofAction.Reslope && planned.NewFolds(decision.SlopeIds, NewRoof.SteepenedRisePer12) is { Count: > 0 } folds
            ? decision with
            {
                NewFolds = folds,
            }
            : decision;

    private static RoofDecision Section(List<SlopeDecision> of, int slopes)
    {
        var first = of.MaxBy(d => d.Urgency)!;
        // What is done now has the years of what makes it so.
        var due = of.Where(d => d.Soon == first.Soon && (first.Due is not null || !first.Soon))
            .Select(d => d.Due)
            .OfType<DueYears>()
            .ToList();
        DueYears? range = due.Count == 0 ? null : new(due.Min(d => d.From), due.Min(d => d.Likely), due.Max(d => d.To));
        var whole = of.Count == slopes && slopes > 1;
        var named = whole ? WholeRoof : Sentences.Lower(Sentences.Slopes([.. of.Select(d => d.Slope.Letter)]));
        var one = whole || of.Count == 1;
        return new RoofDecision(
            [.. of.Select(d => d.Slope.SlopeId)],
            Sentences.Upper(named),
            first.Action,
            range,
            first.Soon,
            Title(first, named, one, first.Before),
            Title(first, named, one, range is null || first.Soon ? first.When : SlopeDecisions.When(range)),
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
            [.. of.Where(d => d is { Renews: true, ByFacts: true, Due: null, Before: "" }).Select(d => d.Slope.SlopeId)],
            Title(first with { Urgency = UrgencyClass.WithinYear }, named, one, ""),
            first.New,
            first.Layer,
            first is { TooFlat: true, Action: RoofAction.Replace },
            first.Stainless
        );
    }

    /// <summary>As it stands on a plan: a verb, and the year where there is one.</summary>
    private static string Mark(SlopeDecision of, DueYears? due)
    {
        var what = of.Action switch
        {
            RoofAction.Replace when of.TooFlat => "Replace or re-slope",
            RoofAction.Replace when of.Family == CoveringFamily.Membrane => "Replace",
            RoofAction.Replace => "Re-roof",
            RoofAction.Relay => "Relay",
            RoofAction.Recover => "Recover",
            RoofAction.Reslope => "Re-slope",
            RoofAction.Specialist => "Evaluate",
            RoofAction.Evaluate => "Inspect",
            RoofAction.Confirm when of.Asks.Length > 0 => of.Asks.Split(' ')[0],
            RoofAction.Confirm => "Confirm",
            RoofAction.Repair => "Repair",
            _ => "Maintain",
        };
        return due is null ? what : string.Create(CultureInfo.InvariantCulture, $"{what} {due.Likely}");
    }

    /// <summary>What is said of all slopes alike once; what differs, with the slope it is said of.</summary>
    private static string Each(List<SlopeDecision> of, Func<SlopeDecision, string> words)
    {
        var said = of.Where(d => words(d).Length > 0).ToList();
        return said.Select(words).Distinct().Count() < 2
            ? said.Select(words).FirstOrDefault() ?? ""
            : string.Join(' ', said.Select(d => $"Slope {d.Slope.Letter}: {Sentences.Lower(words(d))}"));
    }

    /// <summary>What somebody is asked to do on the slopes named; with its time, where one is given.</summary>
    internal static string Title(SlopeDecision of, string named, bool one, string time)
    {
        var when = time.Length > 0 ? $" {time}" : "";
        var it = one ? "it" : "them";
        var now = of.Soon || of.ByInspector || of.Before.Length > 0;
        // The whole of it is said of what is renewed: repairs are made in places.
        var kept = named == WholeRoof ? "the roof" : named;
        var with = of.With.Length > 0 ? $" {of.With}" : "";
        return of.Action switch
        {
            RoofAction.Replace when of.TooFlat => $"Replace the covering of {named} or re-slope {it}{when}",
            RoofAction.Replace when of.Family == CoveringFamily.Membrane =>
                $"{(now ? "Replace" : "Plan to replace")} the membrane on {named}{with}{when}",
            RoofAction.Replace => $"{(now ? "Re-roof" : "Plan the re-roof of")} {named}{with}{when}",
            RoofAction.Relay =>
                $"{(now ? "Lift and relay" : "Plan to lift and relay")} the {(of.Family == CoveringFamily.Slate ? "slate" : "tile")} on {named}{with}{when}",
            RoofAction.Recover => $"{(now ? "Recover" : "Plan to recover")} {named}{with}{when}",
            RoofAction.Reslope => $"{(now ? "Re-slope" : "Plan to re-slope")} {named} to 4:12{with}{when}",
            RoofAction.Specialist => $"Have {named} evaluated{(of.Who.Length > 0 ? $" by {of.Who}" : "")}{when}",
            RoofAction.Evaluate => $"Lift two tiles on {named} and inspect the underlayment",
            RoofAction.Confirm => $"{(of.Asks.Length > 0 ? of.Asks : "Confirm")} {named} to decide on {it}",
            RoofAction.Repair => $"Repair {kept}{when} and keep the covering",
            _ => $"Maintain {kept}{when}",
        };
    }

    private const string WholeRoof = "the whole roof";
}
