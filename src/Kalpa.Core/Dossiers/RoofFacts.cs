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
    public static AssessInput OfVisit(FactSet facts, PropertyFact property, VisitFact visit)
    {
        var roof = OfRoof(facts, property, visit.RoofId, visit.On);
        var slopes = roof.Slopes.Select(s => s.Id).ToHashSet();
        return roof with
        {
            Looks =
            [
                .. facts
                    .Of<LookFact>(FactKind.Look)
                    .Where(l => l.VisitId == visit.Id && (l.SlopeId is null || slopes.Contains(l.SlopeId.Value))),
            ],
            Stages = [.. facts.Of<StageFact>(FactKind.Stage).Where(s => s.VisitId == visit.Id && slopes.Contains(s.SlopeId))],
            Findings = FindingsOf(facts, visit.Id),
            Visit = visit,
            Records = RecordsOf(facts, visit),
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

    private static IReadOnlyList<FindingFact> FindingsOf(FactSet facts, Guid visitId) =>
        [.. facts.Of<FindingFact>(FactKind.Finding).Where(f => f.VisitId == visitId)];

    private static VisitRecords RecordsOf(FactSet facts, VisitFact visit)
    {
        var before = facts
            .Of<VisitFact>(FactKind.Visit)
            .Where(v => v.RoofId == visit.RoofId && v.On < visit.On)
            .OrderBy(v => v.On)
            .ThenBy(v => v.Id)
            .ToList();
        return new VisitRecords(
            Of<PhotoFact>(FactKind.Photo, f => f.VisitId),
            Of<AnswerFact>(FactKind.Answer, f => f.VisitId),
            Of<ToDoFact>(FactKind.ToDo, f => f.VisitId),
            Of<ProtectionFact>(FactKind.Protection, f => f.VisitId),
            Of<ClipFact>(FactKind.Clip, f => f.VisitId),
            Of<RecheckFact>(FactKind.Recheck, f => f.VisitId),
            Of<SampleFact>(FactKind.Sample, f => f.VisitId),
            Of<CourseFact>(FactKind.Course, f => f.VisitId),
            Of<PunchItemFact>(FactKind.PunchItem, f => f.VisitId),
            Of<PunchReplyFact>(FactKind.PunchReply, f => f.VisitId),
            Of<PunchDecisionFact>(FactKind.PunchDecision, f => f.VisitId),
            before.Count == 0 ? null : new LastTime(before[^1].Id, before[^1].On, FindingsOf(facts, before[^1].Id)),
            Of<NoticeReplyFact>(FactKind.NoticeReply, f => f.VisitId),
            Of<SignOffFact>(FactKind.SignOff, f => f.VisitId),
            Of<LifeOpinionFact>(FactKind.LifeOpinion, f => f.VisitId),
            Of<PlannedFact>(FactKind.Planned, f => f.VisitId),
            Of<SeriesFact>(FactKind.Series, f => f.VisitId),
            [.. before.Select(v => Past(facts, v))],
            Of<OpinionFact>(FactKind.Opinion, f => f.VisitId)
        );

        IReadOnlyList<T> Of<T>(FactKind kind, Func<T, Guid> visitOf)
            where T : class, IFact => [.. facts.Of<T>(kind).Where(f => visitOf(f) == visit.Id)];
    }

    /// <summary>An earlier visit of the same roof with what bears on its years.</summary>
    private static PastVisit Past(FactSet facts, VisitFact visit) =>
        new(
            visit.Id,
            visit.On,
            visit.Inspector,
            [.. facts.Of<StageFact>(FactKind.Stage).Where(f => f.VisitId == visit.Id)],
            [.. facts.Of<SignOffFact>(FactKind.SignOff).Where(f => f.VisitId == visit.Id)],
            [.. facts.Of<LifeOpinionFact>(FactKind.LifeOpinion).Where(f => f.VisitId == visit.Id)],
            [.. facts.Of<SeriesFact>(FactKind.Series).Where(f => f.VisitId == visit.Id)],
            [.. facts.Of<OpinionFact>(FactKind.Opinion).Where(f => f.VisitId == visit.Id)]
        );
}
