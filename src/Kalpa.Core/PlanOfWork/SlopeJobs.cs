using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>Jobs that come from the decision on a section and from parts that are renewed by themselves.</summary>
internal static class SlopeJobs
{
    public static IEnumerable<WorkItem> Of(
        RuleBook book,
        RoofDecision decision,
        IReadOnlyList<SlopeAssessment> slopes,
        SectionJobs? section,
        AssessInput input
    )
    {
        var on = slopes.Where(s => decision.SlopeIds.Contains(s.SlopeId)).ToList();
        return decision.Action switch
        {
            RoofAction.Replace or RoofAction.Relay => [Renewal(book, decision, on, section!, input)],
            RoofAction.Evaluate => [Evaluation(decision, on)],
            RoofAction.Specialist =>
            [
                Job(
                    on,
                    WorkKind.Evaluate,
                    decision.Title,
                    UrgencyClass.WithinYear,
                    decision.Why,
                    [
                        "Do no other permanent work there until then",
                        "Have the findings of this report looked at on the roof",
                        "Ask for an opinion in writing, with what it rests on",
                    ]
                ),
            ],
            _ => [],
        };
    }

    private static WorkItem Renewal(RuleBook book, RoofDecision decision, List<SlopeAssessment> on, SectionJobs section, AssessInput input)
    {
        var unfit = on.Exists(s => s.Fitness?.State == FitnessState.Unfit);
        var relay = decision.Action == RoofAction.Relay;
        List<string> steps =
            unfit && !relay
                ? ["Change the covering to one that suits the pitch, or re-frame to the pitch it needs", "Have a roofer evaluate which"]
            : relay
                ?
                [
                    "Lift the tile of the whole section to its natural breaks, and allow for breakage",
                    "Replace underlayment, flashings, edge metal and decayed wood",
                    "Relay the sound tile; put odd tile where it is not seen",
                ]
            : ["Get estimates for the whole section to its natural breaks", "Replace underlayment, flashings and edge metal with it"];
        steps.AddRange(on.SelectMany(s => WithIt(book, s, decision, input.AsOf)).Distinct());
        var wet = unfit && section.Included.Any(f => input.Findings.First(o => o.Id == f.FindingId).Evidence.ShowsWater());
        return Job(
            on,
            unfit && !relay ? WorkKind.Rebuild
                : relay ? WorkKind.Relay
                : WorkKind.Reroof,
            decision.Title,
            wet ? UrgencyClass.ThisSeason
                : decision.Soon ? UrgencyClass.WithinYear
                : UrgencyClass.WithReroof,
            decision.Why,
            steps
        ) with
        {
            Included = section.Included,
        };
    }

    private static WorkItem Evaluation(RoofDecision decision, List<SlopeAssessment> on)
    {
        var unseen = on[0].Life!.Unseen!;
        return Job(
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

    /// <summary>What is renewed alone and falls due within a few years; what is renewed with the section is not listed apart.</summary>
    public static IEnumerable<WorkItem> Renewals(RuleBook book, SlopeAssessment slope, RoofDecision decision, DateOnly asOf) =>
        from part in DueSoon(book, slope, asOf)
        where !decision.Renews || IsFirst(slope, part.Due, asOf) && !decision.Soon
        let first = IsFirst(slope, part.Due, asOf)
        select Job(
            [slope],
            WorkKind.Renew,
            part.Kind.Renew,
            !first ? UrgencyClass.WithReroof
                : part.Part.Left!.Likely <= Assessor.ReroofWithinYears ? UrgencyClass.WithinYear
                : UrgencyClass.Watch,
            $"{Sentences.Upper(part.Part.Name)}: {Sentences.Lower(part.Part.Words)}{(first ? "" : " The re-roof comes first and includes it.")}",
            [part.Kind.Renew]
        );

    /// <summary>Parts that would be due by themselves and are renewed with the section, each as a step of it.</summary>
    private static IEnumerable<string> WithIt(RuleBook book, SlopeAssessment slope, RoofDecision decision, DateOnly asOf) =>
        DueSoon(book, slope, asOf).Where(p => decision.Soon || !IsFirst(slope, p.Due, asOf)).Select(p => p.Kind.Renew);

    private static bool IsFirst(SlopeAssessment slope, DueYears due, DateOnly asOf) =>
        slope.Life!.Stated is not { } left || asOf.Year + left.Likely > due.Likely;

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

    private static WorkItem Job(
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
