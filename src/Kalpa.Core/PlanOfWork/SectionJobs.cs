using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Quantities;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>Jobs that a section asks for by itself: what was decided on it, and parts on it that are renewed alone.</summary>
internal static class SectionJobs
{
    private static readonly string[] SpecialistSteps =
    [
        "Until then, do only the repairs there that this report lists as due sooner",
        "Have the findings of this report looked at on the roof",
        "Ask for an opinion in writing, with what it rests on",
    ];

    private static readonly string[] RelaySteps =
    [
        "Lift the tile of the whole section to its natural breaks, and allow for breakage",
        "Replace underlayment, flashings, edge metal and decayed wood",
        "Relay the sound tile; put odd tile where it is not seen",
    ];

    private static readonly string[] RebuildSteps =
    [
        "Change the covering to one that suits the pitch, or re-frame to the pitch it needs",
        "Have a roofer evaluate which",
    ];

    private static readonly string[] LowSlopeSteps =
    [
        "Tear off to the deck, replace decayed sheathing, and pitch it so that water runs off",
        "Turn the membrane up at least 8 in at walls and curbs, and under the steep covering above",
        "Replace edge metal and flashings with it, by the manufacturer’s details",
    ];

    private static readonly string[] ReslopeSteps =
    [
        "Have a carpenter check first that the height fits under sills, siding and counter-flashing above; an engineer, if loads change",
        "Frame to 4:12, sheathe, and run membrane under the laps to the old slope and up the wall",
        "Lay the covering with flashings, edge metal and ventilation for the new shape",
    ];

    private static readonly string[] RecoverSteps =
    [
        "Show that the deck is dry and sound; open it where it gives",
        "Cut off or nail down what curls or lifts, and replace flashings rather than bury them",
        "Ask the manufacturer in writing whether the warranty holds over an old covering",
    ];

    private static readonly string[] ReroofSteps =
    [
        "Get estimates for the whole section to its natural breaks",
        "Replace underlayment, flashings and edge metal with it",
    ];

    private const string VentStep =
        "Correct the attic ventilation with it: intake and exhaust, balanced and with a clear path between them";

    public static IEnumerable<WorkItem> Of(
        RuleBook book,
        SectionRepairs section,
        IReadOnlyList<SlopeAssessment> slopes,
        AssessInput input,
        PlannedRoof planned
    )
    {
        var decision = section.Decision;
        var on = slopes.Where(s => decision.SlopeIds.Contains(s.SlopeId)).ToList();
        IEnumerable<WorkItem> own = decision.Action switch
        {
            _ when decision.Renews => [Measured(Renewal(book, section, on, input))],
            RoofAction.Evaluate => [Evaluation(decision, on)],
            RoofAction.Specialist => [Specialist(decision, on)],
            _ => [],
        };
        return own.Concat(on.SelectMany(s => Apart(book, s, decision, input.AsOf)));

        WorkItem Measured(WorkItem renewal) =>
            renewal with
            {
                Quantities = SectionQuantities.Of(book, decision, input, planned, rebuilt: renewal.Kind == WorkKind.Rebuild),
                New = decision.New,
            };
    }

    private static WorkItem Renewal(RuleBook book, SectionRepairs section, List<SlopeAssessment> on, AssessInput input)
    {
        var decision = section.Decision;
        var (kind, steps) = KindOf(book, decision, on);
        var beware = on.Select(s => Assessor.CoveringCaution(book, input, s.SlopeId)).Where(c => c.Length > 0).Distinct();
        var withIt = on.SelectMany(s => DueSoon(book, s, input.AsOf).Where(p => !IsApart(s, p.Due, decision, input.AsOf)))
            .Select(p => p.Kind.Renew);
        var ids = decision.SlopeIds.ToHashSet();
        string[] vents =
            AtticVents.Lacks(book, input) && input.Slopes.Any(s => s.Under == Facts.Under.Attic && ids.Contains(s.Id)) ? [VentStep] : [];
        IEnumerable<string> tearOff =
            kind == WorkKind.Reroof && decision.Action == RoofAction.Replace ? [Recovering.Step(book, input, ids)] : [];
        return Item(
            on,
            kind,
            decision.Title,
            decision.Urgency,
            decision.Why,
            [.. beware, .. tearOff, .. steps, .. vents, .. withIt.Distinct()]
        ) with
        {
            Included = section.Included,
        };
    }

    private static (WorkKind Kind, string[] Steps) KindOf(RuleBook book, RoofDecision decision, List<SlopeAssessment> on)
    {
        var unfit = on.Exists(s => s.Fitness?.State == FitnessState.Unfit);
        var tooFlat = on.Exists(s => s.Fitness is { State: FitnessState.Unfit, LimitId: not null });
        var settled = decision.New.Length > 0 && !decision.EitherWay;
        return decision.Action switch
        {
            RoofAction.Relay => (WorkKind.Relay, RelaySteps),
            RoofAction.Recover => (WorkKind.Reroof, RecoverSteps),
            RoofAction.Reslope => (WorkKind.Rebuild, ReslopeSteps),
            _ when settled && book.FindCovering(decision.New)?.Family == CoveringFamily.Membrane && tooFlat => (
                WorkKind.Rebuild,
                LowSlopeSteps
            ),
            _ when unfit => (WorkKind.Rebuild, tooFlat && !settled ? RebuildSteps : ReroofSteps),
            _ => (WorkKind.Reroof, ReroofSteps),
        };
    }

    private static WorkItem Specialist(RoofDecision decision, List<SlopeAssessment> on) =>
        Item(on, WorkKind.Evaluate, decision.Title, decision.Soon ? decision.Urgency : UrgencyClass.Watch, decision.Why, SpecialistSteps);

    private static WorkItem Evaluation(RoofDecision decision, List<SlopeAssessment> on)
    {
        var unseen = on[0].Life!.Unseen!;
        return Item(
            on,
            WorkKind.Evaluate,
            decision.Title,
            UrgencyClass.WithinYear,
            $"{unseen.Words} {UnseenUnderlayment.Range(unseen)} {unseen.Conclude}",
            [
                "Lift two tiles near the eave, one on each side of the slope",
                "Photograph the underlayment before and after, and rate it",
                "Ask for permits, invoices or photos of a relay",
            ]
        );
    }

    /// <summary>Parts that are renewed alone and fall due within a few years; those renewed with the section are steps of that.</summary>
    private static IEnumerable<WorkItem> Apart(RuleBook book, SlopeAssessment slope, RoofDecision decision, DateOnly asOf) =>
        from part in DueSoon(book, slope, asOf)
        where IsApart(slope, part.Due, decision, asOf)
        select Item(
            [slope],
            WorkKind.Renew,
            part.Kind.Renew,
            part.Part.Left!.Likely <= Assessor.ReroofWithinYears ? UrgencyClass.WithinYear : UrgencyClass.Watch,
            $"{Sentences.Upper(part.Part.Name)}: {Sentences.Lower(part.Part.Words)}",
            [part.Kind.Renew]
        );

    /// <summary>
    /// Whether a part falls due before its slope does: nobody renews a part of a covering that goes in the same year, even where it is not decided yet what becomes of that.
    /// </summary>
    private static bool IsApart(SlopeAssessment slope, DueYears due, RoofDecision decision, DateOnly asOf) =>
        !(decision is { Renews: true, Soon: true })
        && (slope.Life!.Stated is not { } left || asOf.Year + Math.Round(left.Likely) > due.Likely);

    private static IEnumerable<(ComponentAnswer Part, ComponentKind Kind, DueYears Due)> DueSoon(
        RuleBook book,
        SlopeAssessment slope,
        DateOnly asOf
    )
    {
        if (slope.FiguresCovered || slope.Fitness?.State == FitnessState.Unfit)
        {
            yield break;
        }
        foreach (var part in slope.Life?.Components ?? [])
        {
            if (part.Due is { } due && due.Likely <= asOf.Year + RoofDecisions.PlanYears && book.FindComponent(part.Kind) is { } kind)
            {
                yield return (part, kind, due);
            }
        }
    }

    private static WorkItem Item(
        List<SlopeAssessment> on,
        WorkKind kind,
        string title,
        UrgencyClass urgency,
        string why,
        IReadOnlyList<string> steps
    ) =>
        new(
            0,
            kind,
            title,
            Sentences.Slopes([.. on.Select(s => s.Letter)]),
            urgency,
            (int)urgency,
            Urgencies.Words(urgency),
            why,
            steps,
            "",
            0,
            0,
            null,
            on[0].SlopeId
        );
}
