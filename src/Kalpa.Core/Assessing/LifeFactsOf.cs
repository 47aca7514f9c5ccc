using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Water;

namespace Kalpa.Core.Assessing;

/// <summary>Gathers what the recorded facts say of a slope's life: components, ages, stages of this and earlier visits, factors, decisions.</summary>
internal static class LifeFactsOf
{
    private const string Visited = "said on this visit";

    public static LifeFacts Slope(
        RuleBook book,
        AssessInput input,
        SlopeFact slope,
        CoveringFact covering,
        IReadOnlyDictionary<Guid, double> sun,
        double? ponded = null
    )
    {
        var about = book.Covering(covering.Kind);
        var findings = input.Findings.Where(f => f.SlopeId == slope.Id).OrderBy(f => f.Id).ToList();
        var opinion = input.Records?.LifeOpinions?.Where(o => o.SlopeId == slope.Id).OrderBy(o => o.Id).LastOrDefault();
        var nails = NailsOf(input, slope.Id);
        return new LifeFacts(
            covering.Kind,
            input.Exposure,
            covering.LaidFrom,
            covering.LaidTo,
            covering.AgeSource,
            covering.Layers,
            SharesOf(input.Stages, slope.Id, null) ?? (RatedOnVisit(input, slope.Id) ? null : Implied(book, findings, about.KeepsWaterOut)),
            input.AsOf,
            null,
            ComponentsOn(input.Components, slope.Id, input.AsOf)
                .Where(c => book.FindComponent(c.Kind) is not null)
                .Select(c => Component(book, c, input, findings))
                .ToList(),
            about.KeepsWaterOut is null ? null : SharesOf(input.Stages, slope.Id, covering.Id),
            EarlierOf(input, slope.Id, null, covering.LaidFrom),
            covering.Evidence,
            WearOf(book, input, slope.Id, ponded),
            sun.TryGetValue(slope.Id, out var ratio) ? ratio : null,
            nails,
            input.FirmSchool,
            opinion?.School,
            Since(opinion?.Overruled, input),
            opinion?.Reason ?? ""
        );
    }

    /// <summary>Figures stated on the visit, on a later day: less the years since.</summary>
    private static YearsLeft? Since(YearsLeft? stated, AssessInput input)
    {
        if (stated is null || input.Visit is not { } visit || visit.On >= input.AsOf)
        {
            return stated;
        }
        var years = Years.Between(visit.On, input.AsOf);
        double Less(double figure) => Quantise.Years(Math.Max(0, figure - years));
        return new YearsLeft(Less(stated.Low), Less(stated.Likely), Less(stated.High));
    }

    /// <summary>Components of a slope on a day, those over the covering first, then under it, then beside, each in its order.</summary>
    public static IEnumerable<ComponentFact> ComponentsOn(IReadOnlyList<ComponentFact>? components, Guid slopeId, DateOnly day) =>
        (components ?? [])
            .Where(c => c.SlopeId == slopeId && (c.LaidFrom is null || c.LaidFrom <= day.Year) && (c.EndedOn is null || c.EndedOn > day))
            .OrderBy(c => c.Place)
            .ThenBy(c => c.Order)
            .ThenBy(c => c.Id);

    public static IReadOnlyList<StageShare>? SharesOf(IReadOnlyList<StageFact> stages, Guid slopeId, Guid? componentId) =>
        stages.Where(s => s.SlopeId == slopeId && s.ComponentId == componentId).OrderBy(s => s.Id).LastOrDefault()?.Shares;

    private static ComponentLife Component(RuleBook book, ComponentFact fact, AssessInput input, List<FindingFact> findings) =>
        new(
            fact.Id,
            fact.Kind,
            fact.Place,
            fact.LaidFrom,
            fact.LaidTo,
            fact.AgeSource,
            SharesOf(input.Stages, fact.SlopeId, fact.Id)
                ?? (
                    // A rating of the slope is one of the layer that keeps the water out, and goes before what a finding implies.
                    Governs(book, fact.Kind) && !RatedOnVisit(input, fact.SlopeId)
                        ? Implied(book, findings, fact.Kind)
                        : null
                ),
            EarlierOf(input, fact.SlopeId, fact.Id, fact.LaidFrom),
            fact.Evidence
        );

    /// <summary>Whether the slope itself was rated on the visit, also when that is looked back at from a later day.</summary>
    private static bool RatedOnVisit(AssessInput input, Guid slopeId) =>
        SharesOf(input.Stages, slopeId, null) is not null
        || (input.Records?.PastVisits ?? []).Any(v => v.VisitId == input.Visit?.Id && SharesOf(v.Stages, slopeId, null) is not null);

    private static bool Governs(RuleBook book, string kind) => book.FindComponent(kind)?.Part == ComponentPart.Governs;

    /// <summary>The stage that findings say of a component where none was rated: the worst of them, with the rest one stage better.</summary>
    private static List<StageShare>? Implied(RuleBook book, List<FindingFact> findings, string? component)
    {
        var worst = -1;
        foreach (var finding in findings)
        {
            // Any layer that keeps the water out may be found perished, whatever it is made of.
            if (
                book.FindCondition(finding.Condition)?.Wears is { } wears
                && component is not null
                && Same(book, wears.Component, component)
            )
            {
                var stage = finding.Extent switch
                {
                    Extent.General => wears.General,
                    Extent.Scattered => wears.Scattered,
                    _ => wears.OnePlace,
                };
                worst = Math.Max(worst, stage);
            }
        }
        return worst < 0 ? null : [new StageShare(worst, 100)];
    }

    private static bool Same(RuleBook book, string a, string b) =>
        a == b
        || (
            book.FindComponent(a)?.Job == ComponentJob.KeepsWaterOut
            && book.FindComponent(b) is { Job: ComponentJob.KeepsWaterOut, Family: CoveringFamily.Tile }
        );

    /// <summary>Earlier ratings of the same thing: none from before it was laid.</summary>
    private static List<EarlierLook> EarlierOf(AssessInput input, Guid slopeId, Guid? componentId, int? laidFrom) =>
        [
            .. (input.Records?.PastVisits ?? [])
                .Where(v => v.On < input.AsOf && (laidFrom is null || v.On.Year >= laidFrom))
                .OrderBy(v => v.On)
                .ThenBy(v => v.VisitId)
                .Select(v => (v.On, Shares: SharesOf(v.Stages, slopeId, componentId)))
                .Where(v => v.Shares is not null)
                .Select(v => new EarlierLook(v.On, v.Shares!)),
        ];

    /// <summary>
    /// The option of each factor: what was answered for the slope, else for the roof, else for ponding what was drawn on the plan, else the worst that a finding implies.
    /// </summary>
    private static List<WearFact> WearOf(RuleBook book, AssessInput input, Guid slopeId, double? ponded)
    {
        var wear = new List<WearFact>();
        var answers = input.Records?.Answers ?? [];
        foreach (var factor in book.Factors)
        {
            var answer =
                answers.LastOrDefault(a => a.Question == factor.Key && a.SlopeId == slopeId)
                ?? answers.LastOrDefault(a => a.Question == factor.Key && a.SlopeId is null);
            if (answer?.Chosen is [var chosen, ..] && factor.Options.Any(o => o.Key == chosen))
            {
                wear.Add(new WearFact(factor.Key, chosen, Visited));
                continue;
            }
            if (factor.Key == RoofPonds.Condition && ponded is { } share)
            {
                wear.Add(new WearFact(factor.Key, Ponded(share), $"drawn on the plan: ponds on {Math.Round(share * 100)}% of the slope"));
                continue;
            }
            var found = input
                .Findings.Where(f => f.SlopeId == slopeId || f.SlopeId is null)
                .OrderBy(f => f.Id)
                .SelectMany(f =>
                    factor
                        .Implied.Where(i => i.Condition == f.Condition)
                        .Select(i => (f.Condition, Option: factor.Options.First(o => o.Key == i.Option)))
                )
                .OrderBy(f => f.Option.Value)
                .FirstOrDefault();
            if (found.Option is not null)
            {
                wear.Add(
                    new WearFact(factor.Key, found.Option.Key, $"found: {book.FindCondition(found.Condition)!.Name.ToLowerInvariant()}")
                );
            }
        }
        return wear;
    }

    /// <summary>The answer of the question on ponding for a share of the slope.</summary>
    private static string Ponded(double share) =>
        share <= 0 ? "none"
        : share <= UpToTenth ? "tenth"
        : share <= UpToQuarter ? "quarter"
        : "more";

    private const double UpToTenth = 0.10;
    private const double UpToQuarter = 0.25;

    /// <summary>Nails of preselected courses only: spot checks make no rate.</summary>
    private static NailRate? NailsOf(AssessInput input, Guid slopeId)
    {
        var sample = input.Records?.Samples.Where(s => s.SlopeId == slopeId).OrderBy(s => s.Id).LastOrDefault();
        var courses = sample is null ? [] : NewWorkChecks.CoursesOf(sample, input.Records!);
        var looked = courses.Sum(c => c.NailsLooked);
        return looked == 0 ? null : new NailRate(Math.Min(looked, courses.Sum(c => c.Wrong.Sum(w => w.Count))), looked);
    }
}
