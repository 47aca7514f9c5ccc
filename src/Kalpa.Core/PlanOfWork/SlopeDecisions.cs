using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// What is decided on one slope, in this order: what rules repair out (a covering that does not suit its pitch, an answered question, a layer at its end); the remaining life of
/// what decides; repair where something is to be repaired; else upkeep. The inspector's recommendation, or an option that is weighed, comes over it.
/// </summary>
internal static class SlopeDecisions
{
    /// <param name="arrays">What is planned on the roof, as far as it is an array.</param>
    /// <param name="renewal">When an option has the slope renewed; null outside options, where the inspector's recommendation governs.</param>
    public static SlopeDecision Of(
        RuleBook book,
        AssessInput input,
        SlopeAssessment slope,
        IReadOnlyList<FindingAssessment> findings,
        Dictionary<Guid, FindingFact> facts,
        IReadOnlyList<LastingAnswer> arrays,
        Renewing? renewal
    )
    {
        var own = WithArray(book, Own(book, input, slope, findings, facts), arrays);
        return renewal is { } chosen ? ByOption(book, input, own, chosen, findings) : ByOpinion(book, input, slope, own);
    }

    private static SlopeDecision Own(
        RuleBook book,
        AssessInput input,
        SlopeAssessment slope,
        IReadOnlyList<FindingAssessment> findings,
        Dictionary<Guid, FindingFact> facts
    )
    {
        var covering = Assessor.CoveringOn(input.Coverings, slope.SlopeId, input.AsOf);
        var family = covering is null ? null : book.FindCovering(covering.Kind)?.Family;
        var decided = new SlopeDecision(slope, family, RoofAction.Maintain, "Nothing on it has to be repaired now.");
        var unsuitable = slope.Fitness is { State: FitnessState.Unfit };
        var stop = unsuitable ? null : StopOn(book, slope, findings, facts);
        SlopeDecision Soon(RoofAction action, string why)
        {
            var here = findings.Where(f => f.SlopeId == slope.SlopeId).ToList();
            var hurried = here.Exists(f => Hurries(book, f, facts, stop, unsuitable)) || LeakInTwoSpots(book, here, facts);
            return decided with
            {
                Action = action,
                Why = why,
                Urgency = hurried ? UrgencyClass.ThisSeason : UrgencyClass.WithinYear,
                When = hurried ? "this season" : "within a year",
            };
        }

        if (slope.Fitness is { } fitness && unsuitable)
        {
            var tooFlat = fitness.LimitId is not null;
            return Soon(RoofAction.Replace, fitness.Reason) with
            {
                TooFlat = tooFlat,
                New = tooFlat ? NewRoof.OnLowSlope(book, input, SlopeOf(input, slope)) ?? "" : "",
            };
        }
        if (stop is not null)
        {
            return Soon(stop.Action, $"{Sentences.Upper(stop.Words)}.");
        }
        if (slope.Life is { Stated: null, Unseen: { } unseen })
        {
            return decided with { Action = RoofAction.Evaluate, Why = unseen.Words };
        }
        if (slope.Life?.Stated is null)
        {
            // What nobody has rated is not said to last; its defects are repaired all the same.
            return decided with
            {
                Action = RoofAction.Confirm,
                Asks =
                    covering is null ? "Record the covering of"
                    : slope.Life is null ? ""
                    : "Rate",
                Why =
                    covering is null ? "Its covering is not recorded, so its remaining life is unknown."
                    : slope.Life is null ? "This rule book does not know its covering, so its remaining life is unknown."
                    : "Neither its age nor its condition is recorded, so its remaining life is unknown: rate it, or find its age.",
            };
        }
        if (slope.FiguresCovered)
        {
            return decided with { Action = RoofAction.Confirm, Why = "The remaining life is hidden until the slope is confirmed." };
        }
        if (slope.Life.Stated is { } left && left.Likely <= RoofDecisions.PlanYears)
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

    /// <summary>
    /// A slope that an array would outlast is re-roofed before it goes on where that is better, and else when it is due: one recommendation. What is due within a year, or ruled
    /// out, is that anyway; what is not decided yet waits for that.
    /// </summary>
    private static SlopeDecision WithArray(RuleBook book, SlopeDecision own, IReadOnlyList<LastingAnswer> arrays)
    {
        if (own.Soon || own.Action is not (RoofAction.Maintain or RoofAction.Repair or RoofAction.Replace or RoofAction.Relay))
        {
            return own;
        }
        var planned = arrays
            .SelectMany(a => a.Slopes.Where(s => s.SlopeId == own.Slope.SlopeId).Select(s => (Array: a, Slope: s)))
            .ToList();
        if (planned.Find(p => p.Slope.ReroofFirst) is { Array: { } first })
        {
            return own with
            {
                Action = own.Action == RoofAction.Relay || IsRelay(book, own.Slope, own.Family) ? RoofAction.Relay : RoofAction.Replace,
                Why =
                    $"A solar array is planned for {Sentences.Years(first.Years)}, and the slope does not last that long ({Sentences.Lower(own.Slope.Life!.Headline)}): re-roof it first, or the array comes off for it.",
                Due = null,
                When = ArrayWords,
                Before = ArrayWords,
            };
        }
        return planned.Exists(p => p.Slope.Verdict == LastingVerdict.No)
            ? own with
            {
                Why = $"{own.Why} A solar array is planned: it comes off once for the re-roof, and goes back on.",
            }
            : own;
    }

    private const string ArrayWords = "before the solar array";

    /// <summary>
    /// Whether water at a finding does not leave its covering the year that a renewal may take: what is made tight until then holds in one spot, but not in several, nor
    /// where the very thing that rules repair out lets it in. Through a covering that never suited its place that is said of its details, too.
    /// </summary>
    private static bool Hurries(
        RuleBook book,
        FindingAssessment judged,
        Dictionary<Guid, FindingFact> facts,
        RepairStop? stop,
        bool unsuitable
    )
    {
        var found = facts[judged.FindingId];
        return unsuitable
            ? ShowsWater(judged, found) && ElementOf(book, found) is not { Separate: true }
            : LetsWaterThrough(book, judged, found)
                && (found.Extent > Extent.OnePlace || (stop?.Conditions.Contains(found.Condition) == true && stop.Decision.Length == 0));
    }

    /// <summary>One spot each, at two places: several spots, as if they had been recorded as one finding.</summary>
    private static bool LeakInTwoSpots(RuleBook book, List<FindingAssessment> here, Dictionary<Guid, FindingFact> facts)
    {
        var places = here.Where(f => LetsWaterThrough(book, f, facts[f.FindingId]))
            .Select(f => Places.Plain(facts[f.FindingId].Place))
            .ToList();
        return places.Exists(one => places.Exists(other => Places.AreTwo(one, other)));
    }

    private static bool LetsWaterThrough(RuleBook book, FindingAssessment judged, FindingFact found) =>
        ShowsWater(judged, found) && ElementOf(book, found) is { OfCovering: true };

    private static bool ShowsWater(FindingAssessment judged, FindingFact found) => judged.Verdict.IsDefect && found.Evidence.ShowsWater();

    private static Element? ElementOf(RuleBook book, FindingFact found) => book.FindElement(AsRecorded.Condition(book, found).Element);

    private static SlopeDecision KeepsCovering(SlopeDecision decided, IReadOnlyList<FindingAssessment> findings) =>
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
        && slope.Life.Components.FirstOrDefault(c => c.Kind == CoveringPart) is not { Left.Likely: <= RoofDecisions.PlanYears };

    private const string CoveringPart = "covering";

    /// <summary>As it is said behind a verb: <c>about 2030 (2028–2033)</c>.</summary>
    public static string When(DueYears due) =>
        due.From == due.To
            ? string.Create(CultureInfo.InvariantCulture, $"about {due.Likely}")
            : string.Create(CultureInfo.InvariantCulture, $"about {due.Likely} ({due.From}–{due.To})");

    // ---- the inspector's recommendation ----

    /// <summary>With a recommendation, what was computed stays to be read. One without a day or event keeps the computed time of the same decision, or of another way to renew.</summary>
    private static SlopeDecision ByOpinion(RuleBook book, AssessInput input, SlopeAssessment slope, SlopeDecision own)
    {
        if (SlopeOpinions.Governing(input, slope.SlopeId) is not { } opinion)
        {
            return own;
        }
        var roof = Wanted(book, opinion, own, SlopeOf(input, slope));
        var action = roof.Action;
        var because = opinion.Because.Trim();
        var said = own.Laid(roof) with
        {
            TooFlat = own.TooFlat && roof is { Action: RoofAction.Replace, Words: "" },
            Why =
                because.Length == 0
                    ? "The inspector recommends it."
                    : $"The inspector recommends it: {Sentences.Ended(Sentences.Lower(because))}",
            ByInspector = true,
            Who = opinion.Who,
        };
        var when = SlopeOpinions.When(opinion);
        var against = Against(book, input, slope, roof);
        var computed =
            action == own.Action
                ? "The computed decision agrees."
                : $"Computed: {Sentences.Lower(RoofDecisions.Title(own, $"slope {slope.Letter}", true, own.When))}. {own.Why}";
        said = said with { Computed = $"{computed}{against}" };
        // Renewed in another way it is due as it was computed.
        var sameTime = action == own.Action || (said.Renews && own.Renews);
        return sameTime && when.Length == 0
            ? said
            : said with
            {
                Due = null,
                When = when,
                Urgency = SlopeOpinions.Urgency(opinion, input.AsOf),
            };
    }

    /// <summary>What speaks against what the inspector wants laid; the recommendation governs all the same.</summary>
    private static string Against(RuleBook book, AssessInput input, SlopeAssessment slope, NewRoof roof)
    {
        var reason = roof.Action == RoofAction.Recover ? Recovering.Against(book, input, [slope.SlopeId]) : null;
        // Torn off without another being named, it is still to be chosen what suits; laid over the old one, the same again suits no better.
        var chosen = roof.Action == RoofAction.Recover || roof is { Action: RoofAction.Replace, Covering.Length: > 0 };
        var unfit =
            chosen
            && roof.KindOn(book, input, slope.SlopeId) is { } kind
            && NewRoof.FitnessOf(book, input, SlopeOf(input, slope), kind.Kind) is { State: FitnessState.Unfit } fitness
                ? fitness
                : null;
        return $"{(reason is null ? "" : $" Against a recover: {reason}.")}{(unfit is null ? "" : $" Against that covering: {unfit.Reason}")}";
    }

    /// <summary>What the inspector wants done, and with what. Only tile and slate are laid again, and what is steep enough is not framed steeper.</summary>
    private static NewRoof Wanted(RuleBook book, OpinionFact opinion, SlopeDecision own, SlopeFact slope)
    {
        var laidAgain = own.Family is CoveringFamily.Tile or CoveringFamily.Slate;
        var action = opinion.Action switch
        {
            // Another covering is named: then the old one is not laid again.
            OpinionAction.Replace => own.Action == RoofAction.Relay && opinion.Covering is null ? RoofAction.Relay : RoofAction.Replace,
            OpinionAction.Relay => laidAgain ? RoofAction.Relay : RoofAction.Replace,
            OpinionAction.Recover => RoofAction.Recover,
            OpinionAction.Reslope => slope.Pitch.RisePer12 < NewRoof.SteepenedRisePer12 ? RoofAction.Reslope : RoofAction.Replace,
            OpinionAction.Repair => RoofAction.Repair,
            OpinionAction.Investigate or OpinionAction.HaveJudged => RoofAction.Specialist,
            _ => RoofAction.Maintain,
        };
        if (opinion.Covering is { } kind && action is RoofAction.Replace or RoofAction.Recover or RoofAction.Reslope)
        {
            return new NewRoof(action, kind, Words: SlopeOpinions.With(book, opinion));
        }
        return new NewRoof(action, action == RoofAction.Replace ? own.New : "");
    }

    private static SlopeFact SlopeOf(AssessInput input, SlopeAssessment slope) => input.Slopes.First(s => s.Id == slope.SlopeId);

    // ---- an option ----

    /// <summary>A recommendation to renew says how it is renewed in an option, too: only when is another matter there.</summary>
    private static SlopeDecision ByOption(
        RuleBook book,
        AssessInput input,
        SlopeDecision own,
        Renewing renewing,
        IReadOnlyList<FindingAssessment> findings
    )
    {
        var slope = SlopeOf(input, own.Slope);
        var bare = new SlopeDecision(own.Slope, own.Family, RoofAction.Maintain, own.Why, TooFlat: own.TooFlat, InOption: true);
        var relaid = own.Action == RoofAction.Relay || (own.Slope.Life is not null && IsRelay(book, own.Slope, own.Family));
        var decided = own with { Action = relaid ? RoofAction.Relay : RoofAction.Replace };
        var roof =
            SlopeOpinions.Governing(input, slope.Id) is { } opinion && SlopeOpinions.Renews(opinion) == true
                ? Wanted(book, opinion, decided, slope)
                : new NewRoof(decided.Action, own.New);
        if (roof is { Action: RoofAction.Replace, Words: "", Covering.Length: > 0 })
        {
            roof = roof with { Words = $"with {book.Covering(roof.Covering).Name}" };
        }
        roof = renewing.Way switch
        {
            RenewalWay.Better => NewRoof.Better(book, input, slope, roof) ?? roof,
            RenewalWay.Reslope when own.TooFlat => new NewRoof(RoofAction.Reslope),
            _ => roof,
        };
        var anew = bare.Laid(roof) with { TooFlat = own.TooFlat && roof is { Action: RoofAction.Replace, Words: "" } };
        return renewing.Time switch
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
}
