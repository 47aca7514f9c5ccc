using Kalpa.Contracts;
using Kalpa.Core;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Dossiers;

/// <summary>Facts gathered for a screen, a report or the phone. An id that is unknown, deleted or another firm's gives null.</summary>
public sealed class DossierReader(KalpaDb db, RuleBook book)
{
    private readonly StoredFacts stored = new(book);

    /// <summary>Work that is due on the home screen: from "within a year" up.</summary>
    private const int DueNails = 3;

    public async Task<HomeAnswer> Home(DateOnly today, CancellationToken cancel)
    {
        var properties = await Facts<PropertyRow, PropertyFact>(FactKind.Property, cancel);
        var buildings = await Facts<BuildingRow, BuildingFact>(FactKind.Building, cancel);
        var roofs = await Facts<RoofRow, RoofFact>(FactKind.Roof, cancel);
        var rows = new List<RoofSummary>();
        foreach (var roof in roofs)
        {
            var building = buildings.FirstOrDefault(b => b.Id == roof.BuildingId);
            var property = properties.FirstOrDefault(p => p.Id == building?.PropertyId);
            if (property is not null)
            {
                rows.Add(await Row(property, roof, today, cancel));
            }
        }
        var waiting = await db.WaitingFacts.CountAsync(cancel);
        return new HomeAnswer(
            today,
            [.. rows.OrderBy(r => r.PropertyName, StringComparer.Ordinal).ThenBy(r => r.RoofName, StringComparer.Ordinal)],
            waiting
        );
    }

    public async Task<PropertyDossier?> Property(Guid id, DateOnly today, CancellationToken cancel)
    {
        var row = await db.Properties.AsNoTracking().FirstOrDefaultAsync(p => p.Id == id && !p.Deleted, cancel);
        if (row is null)
        {
            return null;
        }
        var heads = new List<FactHead> { Head(row) };
        var buildings = await Load<BuildingRow, BuildingFact>(
            FactKind.Building,
            db.Buildings.Where(b => b.PropertyId == id),
            heads,
            cancel
        );
        var buildingIds = buildings.Select(b => b.Id).ToList();
        var roofs = await Load<RoofRow, RoofFact>(FactKind.Roof, db.Roofs.Where(r => buildingIds.Contains(r.BuildingId)), heads, cancel);
        var roofIds = roofs.Select(r => r.Id).ToList();
        var slopes = await Load<SlopeRow, SlopeFact>(FactKind.Slope, db.Slopes.Where(s => roofIds.Contains(s.RoofId)), heads, cancel);
        var slopeIds = slopes.Select(s => s.Id).ToList();
        var coverings = await Load<CoveringRow, CoveringFact>(
            FactKind.Covering,
            db.Coverings.Where(c => slopeIds.Contains(c.SlopeId)),
            heads,
            cancel
        );
        var visits = await Load<VisitRow, VisitFact>(FactKind.Visit, db.Visits.Where(v => roofIds.Contains(v.RoofId)), heads, cancel);
        return new PropertyDossier(
            today,
            Shelves.Read<PropertyFact>(FactKind.Property, row),
            buildings,
            roofs,
            InLetterOrder(slopes),
            coverings,
            [.. visits.OrderByDescending(v => v.On).ThenByDescending(v => v.Id)],
            await Under<PlanFact>(FactKind.Plan, roofIds, heads, cancel),
            await Under<DetailFact>(FactKind.Detail, roofIds, heads, cancel),
            heads,
            await Under<ComponentFact>(FactKind.Component, slopeIds, heads, cancel),
            await Local(row.Id, heads, cancel),
            stored.SetAside,
            await Summaries(Shelves.Read<PropertyFact>(FactKind.Property, row), roofs, today, cancel)
        );
    }

    public async Task<VisitDossier?> Visit(Guid id, CancellationToken cancel)
    {
        var row = await db.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == id && !v.Deleted, cancel);
        var roof = row is null ? null : await db.Roofs.AsNoTracking().FirstOrDefaultAsync(r => r.Id == row.RoofId && !r.Deleted, cancel);
        var building = roof is null
            ? null
            : await db.Buildings.AsNoTracking().FirstOrDefaultAsync(b => b.Id == roof.BuildingId && !b.Deleted, cancel);
        var property = building is null
            ? null
            : await db.Properties.AsNoTracking().FirstOrDefaultAsync(p => p.Id == building.PropertyId && !p.Deleted, cancel);
        if (row is null || roof is null || building is null || property is null)
        {
            return null;
        }
        var heads = new List<FactHead> { Head(row) };
        var propertyFact = Shelves.Read<PropertyFact>(FactKind.Property, property);
        var facts = await FactsOfVisit(row, propertyFact, heads, cancel);
        var standing = facts.Slopes.Select(s => s.Id).ToHashSet();
        var all = await Load<SlopeRow, SlopeFact>(FactKind.Slope, db.Slopes.Where(s => s.RoofId == row.RoofId), [], cancel);
        return new VisitDossier(
            propertyFact,
            Shelves.Read<BuildingFact>(FactKind.Building, building),
            Shelves.Read<RoofFact>(FactKind.Roof, roof),
            Shelves.Read<VisitFact>(FactKind.Visit, row),
            facts,
            (await Under<PlanFact>(FactKind.Plan, [row.RoofId], heads, cancel)).FirstOrDefault(),
            await Under<DetailFact>(FactKind.Detail, [row.RoofId], heads, cancel),
            InLetterOrder(all.Where(s => !standing.Contains(s.Id))),
            heads,
            Assess(facts),
            await LifeProfile(heads, cancel),
            stored.SetAside
        );
    }

    private async Task<List<RoofSummary>> Summaries(PropertyFact property, List<RoofFact> roofs, DateOnly today, CancellationToken cancel)
    {
        var rows = new List<RoofSummary>();
        foreach (var roof in roofs)
        {
            rows.Add(await Row(property, roof, today, cancel));
        }
        return rows;
    }

    private Assessment Assess(AssessInput facts)
    {
        using var budget = WorkBudget.Begin(TimeBudget.Within(LongestAssessment));
        return Assessor.Assess(facts, book);
    }

    /// <summary>A roof as large as the bounds of facts allow takes a fraction of this.</summary>
    private static readonly TimeSpan LongestAssessment = TimeSpan.FromSeconds(20);

    private async Task<RoofSummary> Row(PropertyFact property, RoofFact roof, DateOnly today, CancellationToken cancel)
    {
        var latest = await db
            .Visits.AsNoTracking()
            .Where(v => v.RoofId == roof.Id && !v.Deleted)
            .OrderByDescending(v => v.On)
            .ThenByDescending(v => v.Id)
            .FirstOrDefaultAsync(cancel);
        var facts = latest is null
            ? await FactsOfRoof(roof.Id, property, today, [], cancel)
            : await FactsOfVisit(latest, property, [], cancel);
        // The visit's own figures, with its date: the same wherever the roof is spoken of, and as its report has them.
        var judged = Assess(facts);
        return new RoofSummary(
            property.Id,
            property.Name,
            property.Address,
            roof.Id,
            roof.Name,
            latest is null ? null : Shelves.Read<VisitFact>(FactKind.Visit, latest),
            judged.Slopes,
            judged.Headline,
            [.. judged.Work.Where(w => w.Nails >= DueNails)],
            facts.AsOf
        );
    }

    private async Task<AssessInput> FactsOfVisit(VisitRow visit, PropertyFact property, List<FactHead> heads, CancellationToken cancel)
    {
        var facts = await FactsOfRoof(visit.RoofId, property, visit.On, heads, cancel);
        var slopeIds = facts.Slopes.Select(s => s.Id).ToHashSet();
        var looks = await Load<LookRow, LookFact>(FactKind.Look, db.Looks.Where(l => l.VisitId == visit.Id), heads, cancel);
        var stages = await Load<StageRow, StageFact>(FactKind.Stage, db.Stages.Where(s => s.VisitId == visit.Id), heads, cancel);
        var findings = await Load<FindingRow, FindingFact>(FactKind.Finding, db.Findings.Where(f => f.VisitId == visit.Id), heads, cancel);
        return facts with
        {
            Looks = [.. looks.Where(l => l.SlopeId is null || slopeIds.Contains(l.SlopeId.Value))],
            Stages = [.. stages.Where(s => slopeIds.Contains(s.SlopeId))],
            Findings = findings,
            Visit = Shelves.Read<VisitFact>(FactKind.Visit, visit),
            Records = await RecordsOf(visit, heads, cancel),
        };
    }

    private async Task<VisitRecords> RecordsOf(VisitRow visit, List<FactHead> heads, CancellationToken cancel)
    {
        var photos = await Load<PhotoRow, PhotoFact>(FactKind.Photo, db.Photos.Where(p => p.VisitId == visit.Id), heads, cancel);
        var rows = await db.Records.AsNoTracking().Where(r => r.VisitId == visit.Id && !r.Deleted).OrderBy(r => r.Id).ToListAsync(cancel);
        heads.AddRange(rows.Select(Head));
        List<T> Of<T>(FactKind kind)
            where T : class, IFact => stored.Sound<T>(kind, rows.Where(r => r.Kind == kind));
        return new VisitRecords(
            photos,
            Of<AnswerFact>(FactKind.Answer),
            Of<ToDoFact>(FactKind.ToDo),
            Of<ProtectionFact>(FactKind.Protection),
            Of<ClipFact>(FactKind.Clip),
            Of<RecheckFact>(FactKind.Recheck),
            Of<SampleFact>(FactKind.Sample),
            Of<CourseFact>(FactKind.Course),
            Of<PunchItemFact>(FactKind.PunchItem),
            Of<PunchReplyFact>(FactKind.PunchReply),
            Of<PunchDecisionFact>(FactKind.PunchDecision),
            await LastTimeOf(visit, cancel),
            Of<NoticeReplyFact>(FactKind.NoticeReply),
            Of<SignOffFact>(FactKind.SignOff),
            Of<LifeOpinionFact>(FactKind.LifeOpinion),
            Of<PlannedFact>(FactKind.Planned),
            Of<SeriesFact>(FactKind.Series),
            await PastVisits(visit, cancel),
            Of<OpinionFact>(FactKind.Opinion)
        );
    }

    /// <summary>What hangs on roofs or slopes as records: plans, details, components.</summary>
    private async Task<List<T>> Under<T>(FactKind kind, List<Guid> parentIds, List<FactHead> heads, CancellationToken cancel)
        where T : class, IFact
    {
        var rows = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == kind && r.ParentId != null && parentIds.Contains(r.ParentId.Value) && !r.Deleted)
            .OrderBy(r => r.Id)
            .ToListAsync(cancel);
        heads.AddRange(rows.Select(Head));
        return stored.Sound<T>(kind, rows);
    }

    /// <summary>Every earlier visit of the same roof with what bears on its years.</summary>
    private async Task<List<PastVisit>> PastVisits(VisitRow visit, CancellationToken cancel)
    {
        var rows = await db
            .Visits.AsNoTracking()
            .Where(v => v.RoofId == visit.RoofId && !v.Deleted && v.On < visit.On)
            .OrderBy(v => v.On)
            .ThenBy(v => v.Id)
            .ToListAsync(cancel);
        if (rows.Count == 0)
        {
            return [];
        }
        var ids = rows.Select(r => r.Id).ToList();
        var stages = await Load<StageRow, StageFact>(FactKind.Stage, db.Stages.Where(s => ids.Contains(s.VisitId)), [], cancel);
        FactKind[] kinds = [FactKind.SignOff, FactKind.LifeOpinion, FactKind.Series, FactKind.Opinion];
        var records = await db
            .Records.AsNoTracking()
            .Where(r => r.VisitId != null && ids.Contains(r.VisitId.Value) && kinds.Contains(r.Kind) && !r.Deleted)
            .OrderBy(r => r.Id)
            .ToListAsync(cancel);
        List<T> Of<T>(FactKind kind, Guid id)
            where T : class, IFact => stored.Sound<T>(kind, records.Where(r => r.Kind == kind && r.VisitId == id));
        return
        [
            .. rows.Select(r => new PastVisit(
                r.Id,
                r.On,
                Shelves.Read<VisitFact>(FactKind.Visit, r).Inspector,
                [.. stages.Where(s => s.VisitId == r.Id)],
                Of<SignOffFact>(FactKind.SignOff, r.Id),
                Of<LifeOpinionFact>(FactKind.LifeOpinion, r.Id),
                Of<SeriesFact>(FactKind.Series, r.Id),
                Of<OpinionFact>(FactKind.Opinion, r.Id)
            )),
        ];
    }

    /// <summary>What binds at a property; null where nothing of its own was said. Made twice without a connection, the first one counts.</summary>
    private async Task<LocalProfileFact?> Local(Guid propertyId, List<FactHead> heads, CancellationToken cancel) =>
        (await Under<LocalProfileFact>(FactKind.LocalProfile, [propertyId], heads, cancel)).FirstOrDefault();

    /// <summary>The firm's ways with the rule book; null where it has said nothing.</summary>
    public async Task<FirmRulesFact?> FirmRules(List<FactHead> heads, CancellationToken cancel)
    {
        var row = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == FactKind.FirmRules && !r.Deleted)
            .OrderBy(r => r.Id)
            .FirstOrDefaultAsync(cancel);
        if (row is null)
        {
            return null;
        }
        heads.Add(Head(row));
        return Shelves.Read<FirmRulesFact>(FactKind.FirmRules, row);
    }

    /// <summary>The firm's way of stating life; null where it has said nothing. Made twice without a connection, the first one counts.</summary>
    private async Task<LifeProfileFact?> LifeProfile(List<FactHead> heads, CancellationToken cancel)
    {
        var row = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == FactKind.LifeProfile && !r.Deleted)
            .OrderBy(r => r.Id)
            .FirstOrDefaultAsync(cancel);
        if (row is null)
        {
            return null;
        }
        heads.Add(Head(row));
        return Shelves.Read<LifeProfileFact>(FactKind.LifeProfile, row);
    }

    /// <summary>The visit of the same roof before this one, with what it found; null for a first visit.</summary>
    private async Task<LastTime?> LastTimeOf(VisitRow visit, CancellationToken cancel)
    {
        var before = await db
            .Visits.AsNoTracking()
            .Where(v => v.RoofId == visit.RoofId && !v.Deleted && v.On < visit.On)
            .OrderByDescending(v => v.On)
            .ThenByDescending(v => v.Id)
            .FirstOrDefaultAsync(cancel);
        return before is null
            ? null
            : new LastTime(
                before.Id,
                before.On,
                await Load<FindingRow, FindingFact>(FactKind.Finding, db.Findings.Where(f => f.VisitId == before.Id), [], cancel)
            );
    }

    /// <summary>The firm's limits for going up and their revision; the usual ones where it has said nothing.</summary>
    public async Task<(WeatherLimitsFact Limits, Guid? Revision)> WeatherLimits(CancellationToken cancel)
    {
        var row = await db
            .Records.AsNoTracking()
            .Where(r => r.Kind == FactKind.WeatherLimits && !r.Deleted)
            .OrderBy(r => r.Id)
            .FirstOrDefaultAsync(cancel);
        return row is null
            ? (WeatherLimitsFact.Usual, null)
            : (Shelves.Read<WeatherLimitsFact>(FactKind.WeatherLimits, row), row.RevisionId);
    }

    /// <summary>How often a person recorded each condition, each finding counted once.</summary>
    public async Task<HabitsAnswer> Habits(Guid personId, CancellationToken cancel)
    {
        var mine = db.Revisions.Where(r => r.AuthorId == personId && r.Kind == FactKind.Finding).Select(r => r.FactId).Distinct();
        var counts = await db
            .Findings.AsNoTracking()
            .Where(f => !f.Deleted && mine.Contains(f.Id))
            .GroupBy(f => f.Condition)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToListAsync(cancel);
        return new HabitsAnswer(counts.OrderBy(c => c.Key, StringComparer.Ordinal).ToDictionary(c => c.Key, c => c.Count));
    }

    private async Task<AssessInput> FactsOfRoof(
        Guid roofId,
        PropertyFact property,
        DateOnly asOf,
        List<FactHead> heads,
        CancellationToken cancel
    )
    {
        var slopes = await Load<SlopeRow, SlopeFact>(FactKind.Slope, db.Slopes.Where(s => s.RoofId == roofId), heads, cancel);
        var slopeIds = slopes.Select(s => s.Id).ToList();
        var coverings = await Load<CoveringRow, CoveringFact>(
            FactKind.Covering,
            db.Coverings.Where(c => slopeIds.Contains(c.SlopeId)),
            heads,
            cancel
        );
        // A slope that the plan retired stays with the visits made before.
        var standing = slopes.Where(s => s.RetiredOn is null || s.RetiredOn > asOf);
        return new AssessInput(property.Exposure, asOf, InLetterOrder(standing), coverings, [], [], [])
        {
            Components = await Under<ComponentFact>(FactKind.Component, slopeIds, heads, cancel),
            Latitude = property.Latitude,
            FirmSchool = (await LifeProfile([], cancel))?.School,
            Local = await Local(property.Id, heads, cancel),
            Firm = await FirmRules(heads, cancel),
        };
    }

    private Task<List<TFact>> Facts<TRow, TFact>(FactKind kind, CancellationToken cancel)
        where TRow : FactRow
        where TFact : class, IFact => Load<TRow, TFact>(kind, db.Set<TRow>(), [], cancel);

    private async Task<List<TFact>> Load<TRow, TFact>(FactKind kind, IQueryable<TRow> rows, List<FactHead> heads, CancellationToken cancel)
        where TRow : FactRow
        where TFact : class, IFact
    {
        var loaded = await rows.AsNoTracking().Where(r => !r.Deleted).OrderBy(r => r.Id).ToListAsync(cancel);
        heads.AddRange(loaded.Select(Head));
        return stored.Sound<TFact>(kind, loaded);
    }

    private static FactHead Head(FactRow row) => new(row.Id, row.RevisionId, row.Clash);

    private static List<SlopeFact> InLetterOrder(IEnumerable<SlopeFact> slopes) =>
        [.. slopes.OrderBy(s => s.Letter.Length).ThenBy(s => s.Letter, StringComparer.Ordinal).ThenBy(s => s.Id)];
}
