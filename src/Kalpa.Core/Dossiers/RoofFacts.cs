using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Dossiers;

/// <summary>What is known of a roof, and of a visit to it, as the input of an assessment.</summary>
internal static class RoofFacts
{
    /// <summary>A roof on a day, without any visit.</summary>
    public static AssessInput OfRoof(FactSet facts, PropertyFact property, Guid roofId, DateOnly asOf)
    {
        var all = facts.Of<SlopeFact>(FactKind.Slope).Where(s => s.RoofId == roofId).ToList();
        var ids = all.Select(s => s.Id).ToHashSet();
        var plan = facts.Of<PlanFact>(FactKind.Plan).FirstOrDefault(p => p.RoofId == roofId);
        var details = facts.Of<DetailFact>(FactKind.Detail).Where(d => d.RoofId == roofId).ToList();
        var planned = PlannedRoof.Of(plan, details);
        return new AssessInput(
            property.Exposure,
            asOf,
            // A slope that the plan retired stays with the visits made before.
            [.. InLetterOrder(all.Where(s => Stands(s, asOf))).Select(planned.Judged)],
            [.. facts.Of<CoveringFact>(FactKind.Covering).Where(c => ids.Contains(c.SlopeId))],
            [],
            [],
            []
        )
        {
            Components = [.. facts.Of<ComponentFact>(FactKind.Component).Where(c => ids.Contains(c.SlopeId))],
            Latitude = property.Latitude,
            FirmSchool = LifeProfile(facts)?.School,
            Local = Local(facts, property.Id),
            Firm = facts.Of<FirmRulesFact>(FactKind.FirmRules).FirstOrDefault(),
            Plan = plan,
            Details = details,
            Unread = facts.SetAside.Count,
        };
    }

    /// <summary>A roof as a visit saw it.</summary>
    public static AssessInput OfVisit(FactSet facts, PropertyFact property, VisitFact visit, VisitRoofs roofs, Guid roofId)
    {
        var roof = OfRoof(facts, property, roofId, visit.On);
        var slopes = roof.Slopes.Select(s => s.Id).ToHashSet();
        var recorded = roofs.On(roofId);
        return roof with
        {
            Looks = [.. recorded.OfType<LookFact>().Where(l => l.SlopeId is null || slopes.Contains(l.SlopeId.Value))],
            Stages = [.. recorded.OfType<StageFact>().Where(s => slopes.Contains(s.SlopeId))],
            Findings = [.. recorded.OfType<FindingFact>()],
            Visit = visit,
            Records = RecordsOf(facts, visit, recorded, roofId),
        };
    }

    /// <summary>Made twice without a connection, the first one counts.</summary>
    public static LifeProfileFact? LifeProfile(FactSet facts) => facts.Of<LifeProfileFact>(FactKind.LifeProfile).FirstOrDefault();

    /// <summary>What binds at a property; null where nothing of its own was said. Made twice without a connection, the first one counts.</summary>
    public static LocalProfileFact? Local(FactSet facts, Guid propertyId) =>
        facts.Of<LocalProfileFact>(FactKind.LocalProfile).FirstOrDefault(l => l.PropertyId == propertyId);

    public static bool Stands(SlopeFact slope, DateOnly day) => slope.RetiredOn is null || slope.RetiredOn > day;

    public static IReadOnlyList<SlopeFact> InLetterOrder(IEnumerable<SlopeFact> slopes) =>
        [.. slopes.OrderBy(s => s.Letter.Length).ThenBy(s => s.Letter, StringComparer.Ordinal).ThenBy(s => s.Id)];

    /// <summary>The visits that look at a roof, the earliest first.</summary>
    public static IEnumerable<VisitFact> VisitsOf(FactSet facts, Guid roofId) =>
        facts.Of<VisitFact>(FactKind.Visit).Where(v => v.Roofs.Contains(roofId)).OrderBy(v => v.On).ThenBy(v => v.Id);

    private static VisitRecords RecordsOf(FactSet facts, VisitFact visit, IReadOnlyList<IVisitFact> recorded, Guid roofId)
    {
        var before = VisitsOf(facts, roofId).Where(v => v.On < visit.On).Select(v => Past(facts, v, roofId)).ToList();
        return new VisitRecords(
            [.. recorded.OfType<PhotoFact>()],
            [.. recorded.OfType<AnswerFact>()],
            [.. recorded.OfType<ToDoFact>()],
            [.. recorded.OfType<ProtectionFact>()],
            [.. recorded.OfType<ClipFact>()],
            [.. recorded.OfType<RecheckFact>()],
            [.. recorded.OfType<SampleFact>()],
            [.. recorded.OfType<CourseFact>()],
            [.. recorded.OfType<PunchItemFact>()],
            [.. recorded.OfType<PunchReplyFact>()],
            [.. recorded.OfType<PunchDecisionFact>()],
            before.LastOrDefault(v => v.Others is null) is { } last ? Last(facts, last, roofId) : null,
            [.. recorded.OfType<NoticeReplyFact>()],
            [.. recorded.OfType<SignOffFact>()],
            [.. recorded.OfType<LifeOpinionFact>()],
            [.. recorded.OfType<PlannedFact>()],
            [.. recorded.OfType<SeriesFact>()],
            before,
            [.. recorded.OfType<OpinionFact>()],
            OrNone<OwnerReplyFact>(recorded),
            OrNone<JobDoneFact>(recorded),
            OrNone<QuantitySetFact>(recorded),
            OrNone<BidFact>(recorded),
            OrNone<LeakTestFact>(recorded),
            OrNone<LeakRainFact>(recorded)
        );
    }

    private static LastTime Last(FactSet facts, PastVisit visit, Guid roofId)
    {
        var recorded = facts.OnVisit(visit.VisitId).Where(f => VisitRoofs.RoofOf(facts, f) == roofId).ToList();
        return new LastTime(
            visit.VisitId,
            visit.On,
            [.. recorded.OfType<FindingFact>()],
            OrNone<JobDoneFact>(recorded),
            OrNone<LeakTestFact>(recorded),
            OrNone<LeakRainFact>(recorded)
        );
    }

    private static List<T>? OrNone<T>(IEnumerable<IVisitFact> recorded)
        where T : IVisitFact => recorded.OfType<T>().ToList() is { Count: > 0 } some ? some : null;

    private static IReadOnlyList<FindingFact> FindingsOf(FactSet facts, Guid visitId, Guid roofId) =>
        [.. facts.OnVisit(visitId).OfType<FindingFact>().Where(f => VisitRoofs.RoofOf(facts, f) == roofId)];

    /// <summary>An earlier visit of the same roof with what bears on its years.</summary>
    private static PastVisit Past(FactSet facts, VisitFact visit, Guid roofId)
    {
        var recorded = facts.OnVisit(visit.Id).Where(f => VisitRoofs.RoofOf(facts, f) == roofId).ToList();
        return new(
            visit.Id,
            visit.On,
            visit.Inspector,
            [.. recorded.OfType<StageFact>()],
            [.. recorded.OfType<SignOffFact>()],
            [.. recorded.OfType<LifeOpinionFact>()],
            [.. recorded.OfType<SeriesFact>()],
            [.. recorded.OfType<OpinionFact>()],
            visit.Others
        );
    }
}
