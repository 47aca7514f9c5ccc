using Kalpa.Core.Facts;

namespace Kalpa.Core.Dossiers;

/// <summary>
/// The roofs of a visit, and which of them each of its records belongs to: the slope it hangs on says so, else the finding, else the roof it names, else it is
/// the first the visit looks at. A roof on which something was recorded is one of the visit's, whether it was named or not: nothing recorded goes missing.
/// </summary>
internal sealed class VisitRoofs
{
    private readonly Dictionary<Guid, List<IVisitFact>> byRoof = [];

    private VisitRoofs(IReadOnlyList<RoofFact> roofs) => Roofs = roofs;

    /// <summary>In the order they are walked; empty where none of them is among the facts.</summary>
    public IReadOnlyList<RoofFact> Roofs { get; }

    public static VisitRoofs Of(FactSet facts, VisitFact visit)
    {
        var property = PropertyOf(facts, visit)?.Id;
        var records = facts.OnVisit(visit.Id).Select(r => (Record: r, Roof: RoofOf(facts, r))).ToList();
        var roofs = visit
            .Roofs.Concat(records.Select(r => r.Roof).OfType<Guid>())
            .Distinct()
            .Select(id => facts.Find<RoofFact>(id))
            .OfType<RoofFact>()
            .Where(r => property is not null && facts.Find<BuildingFact>(r.BuildingId)?.PropertyId == property)
            .ToList();
        var visited = new VisitRoofs(roofs);
        foreach (var (record, of) in records)
        {
            var roof = roofs.FirstOrDefault(r => r.Id == of) ?? roofs.FirstOrDefault();
            if (roof is not null)
            {
                visited.Records(roof.Id).Add(record);
            }
        }
        return visited;
    }

    /// <summary>What was recorded of a roof on the visit, in the order of ids.</summary>
    public IReadOnlyList<IVisitFact> On(Guid roofId) => byRoof.TryGetValue(roofId, out var records) ? records : [];

    /// <summary>The property that the first roof of the visit stands on; null where that has not arrived.</summary>
    public static PropertyFact? PropertyOf(FactSet facts, VisitFact visit) =>
        visit
            .Roofs.Select(id => facts.Find<RoofFact>(id))
            .Select(roof => facts.Find<BuildingFact>(roof?.BuildingId))
            .Select(building => facts.Find<PropertyFact>(building?.PropertyId))
            .FirstOrDefault(property => property is not null);

    /// <summary>The roof that a record of a visit belongs to; null where its visit is not among the facts.</summary>
    public static Guid? RoofOf(FactSet facts, IVisitFact record) =>
        record switch
        {
            StageFact stage => OfSlope(facts, stage.SlopeId),
            SampleFact sample => OfSlope(facts, sample.SlopeId),
            CourseFact course => OfSlope(facts, course.SlopeId),
            SignOffFact signOff => OfSlope(facts, signOff.SlopeId),
            LifeOpinionFact opinion => OfSlope(facts, opinion.SlopeId),
            LookFact look => OfSlope(facts, look.SlopeId),
            FindingFact finding => OfSlope(facts, finding.SlopeId),
            AnswerFact answer => OfSlope(facts, answer.SlopeId),
            SeriesFact series => OfSlope(facts, series.SlopeId),
            OpinionFact opinion => OfSlope(facts, opinion.SlopeId),
            PlannedFact planned => planned.SlopeIds.Select(id => OfSlope(facts, id)).FirstOrDefault(roof => roof is not null),
            PhotoFact photo => OfSlope(facts, photo.SlopeId) ?? OfFinding(facts, photo.FindingId),
            ToDoFact toDo => OfSlope(facts, toDo.SlopeId) ?? OfFinding(facts, toDo.FindingId),
            ProtectionFact made => OfSlope(facts, made.SlopeId) ?? OfFinding(facts, made.FindingId),
            ClipFact clip => OfSlope(facts, clip.SlopeId) ?? OfFinding(facts, clip.FindingId),
            PunchItemFact item => OfSlope(facts, item.SlopeId) ?? OfFinding(facts, item.FindingId),
            OwnerReplyFact reply => OfSlope(facts, reply.SlopeId) ?? OfFinding(facts, reply.FindingId),
            JobDoneFact done => done
                .SlopeIds.Select(id => OfSlope(facts, id))
                .Concat(done.Findings.Select(id => OfFinding(facts, id)))
                .FirstOrDefault(roof => roof is not null),
            QuantitySetFact set => OfSlope(facts, set.SlopeId) ?? OfFinding(facts, set.FindingId),
            BidFact bid => bid
                .Prices.Select(p => OfSlope(facts, p.SlopeId) ?? OfFinding(facts, p.FindingId))
                .FirstOrDefault(roof => roof is not null),
            LeakTestFact test => OfFinding(facts, test.FindingId),
            LeakRainFact rain => OfFinding(facts, rain.FindingId),
            NoticeReplyFact reply => OfFinding(facts, reply.FindingId),
            PunchReplyFact reply => OfItem(facts, reply.PunchItemId),
            PunchDecisionFact decision => OfItem(facts, decision.PunchItemId),
            // The finding is of an earlier visit, which need not be at hand: the recheck itself says of which roof.
            _ => null,
        }
        ?? (record as IRoofFact)?.RoofId
        ?? First(facts, record.VisitId);

    private static Guid? OfSlope(FactSet facts, Guid? slopeId) => facts.Find<SlopeFact>(slopeId)?.RoofId;

    private static Guid? OfFinding(FactSet facts, Guid? id) => facts.Find<FindingFact>(id) is { } finding ? RoofOf(facts, finding) : null;

    private static Guid? OfItem(FactSet facts, Guid id) => facts.Find<PunchItemFact>(id) is { } item ? RoofOf(facts, item) : null;

    private static Guid? First(FactSet facts, Guid visitId) =>
        facts.Find<VisitFact>(visitId)?.Roofs.Select(id => (Guid?)id).FirstOrDefault();

    private List<IVisitFact> Records(Guid roofId)
    {
        if (!byRoof.TryGetValue(roofId, out var records))
        {
            byRoof[roofId] = records = [];
        }
        return records;
    }
}
