using System.Security.Cryptography;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Dossiers;

/// <summary>
/// Rows of facts as they stand, picked by what they bear on. Which facts a dossier is made from is decided here; what is made of them, in the core.
/// </summary>
internal sealed class FactRows
{
    /// <summary>What an earlier visit leaves to the years of a slope.</summary>
    private static readonly FactKind[] BearingLater =
    [
        FactKind.SignOff,
        FactKind.LifeOpinion,
        FactKind.Series,
        FactKind.Opinion,
        FactKind.JobDone,
        FactKind.LeakTest,
        FactKind.LeakRain,
    ];

    private static readonly FactKind[] FirmsOwn = [FactKind.FirmRules, FactKind.LifeProfile, FactKind.Letterhead];

    private readonly List<(FactKind Kind, FactRow Row)> rows = [];
    private readonly KalpaDb db;

    private FactRows(KalpaDb db) => this.db = db;

    /// <summary>Everything that a visit's dossier is made from; null where the visit or what it belongs to is unknown, deleted or another firm's.</summary>
    public static async Task<FactRows?> OfVisit(KalpaDb db, Guid visitId, RuleBook book, CancellationToken cancel)
    {
        var visit = await db.Visits.AsNoTracking().FirstOrDefaultAsync(v => v.Id == visitId && !v.Deleted, cancel);
        var propertyId = visit is null ? null : await PropertyOf(db, visit, cancel);
        if (propertyId is null || await Structure(db, propertyId.Value, cancel) is not var (facts, roofs))
        {
            return null;
        }
        facts.rows.Add((FactKind.Visit, visit!));
        await facts.AddVisits([visit!.Id], cancel);
        var earlier = await db
            .Visits.AsNoTracking()
            .Where(v => roofs.Contains(v.FirstRoofId) && !v.Deleted && v.On < visit.On)
            .OrderBy(v => v.On)
            .ThenBy(v => v.Id)
            .ToListAsync(cancel);
        if (earlier.Count > 0)
        {
            facts.Add(FactKind.Visit, earlier);
            var ids = earlier.Select(v => v.Id).ToList();
            var before = LastOfEachRoof(earlier, book);
            await facts.Load(FactKind.Stage, db.Stages.Where(s => ids.Contains(s.VisitId)), cancel);
            await facts.Load(FactKind.Finding, db.Findings.Where(f => before.Contains(f.VisitId)), cancel);
            await facts.LoadRecords(
                db.Records.Where(r => r.VisitId != null && ids.Contains(r.VisitId.Value) && BearingLater.Contains(r.Kind)),
                cancel
            );
        }
        return facts;
    }

    /// <summary>The property of the first roof, deleted or not: the others may stand there still.</summary>
    private static Task<Guid?> PropertyOf(KalpaDb db, VisitRow visit, CancellationToken cancel) =>
        db
            .Roofs.Where(r => r.Id == visit.FirstRoofId)
            .Join(db.Buildings, r => r.BuildingId, b => b.Id, (_, b) => (Guid?)b.PropertyId)
            .FirstOrDefaultAsync(cancel);

    /// <summary>The last of these visits, in order, to each of the roofs they look at. One that cannot be used counts for none.</summary>
    private static List<Guid> LastOfEachRoof(List<VisitRow> inOrder, RuleBook book)
    {
        var last = new Dictionary<Guid, Guid>();
        foreach (var row in inOrder)
        {
            if (FactBundles.Sound(FactKind.Visit, row.Id, row.ContractVersion, row.Payload, book, out var fact) is null)
            {
                foreach (var roof in ((VisitFact)fact!).Roofs)
                {
                    last[roof] = row.Id;
                }
            }
        }
        return [.. last.Values.Distinct()];
    }

    /// <summary>A property with all that was ever recorded there.</summary>
    public static async Task<FactRows?> OfProperty(KalpaDb db, Guid propertyId, CancellationToken cancel)
    {
        if (await Structure(db, propertyId, cancel) is not var (facts, roofs))
        {
            return null;
        }
        var visits = await facts.Load(FactKind.Visit, db.Visits.Where(v => roofs.Contains(v.FirstRoofId)), cancel);
        await facts.AddVisits(visits, cancel);
        return facts;
    }

    /// <summary>
    /// A property with its buildings, roofs and what is on them, without any visit; with the ids of its roofs, deleted ones among them: a visit may have begun
    /// on one and gone on to another.
    /// </summary>
    private static async Task<(FactRows Facts, List<Guid> Roofs)?> Structure(KalpaDb db, Guid propertyId, CancellationToken cancel)
    {
        var facts = new FactRows(db);
        if (!await facts.AddProperty(propertyId, cancel))
        {
            return null;
        }
        var buildings = await facts.Load(FactKind.Building, db.Buildings.Where(b => b.PropertyId == propertyId), cancel);
        var roofs = await facts.Load(FactKind.Roof, db.Roofs.Where(r => buildings.Contains(r.BuildingId)), cancel);
        await facts.AddRoofs(roofs, cancel);
        var everyRoof = await db
            .Roofs.Join(db.Buildings.Where(b => b.PropertyId == propertyId), r => r.BuildingId, b => b.Id, (r, _) => r.Id)
            .ToListAsync(cancel);
        return (facts, everyRoof);
    }

    /// <summary>The facts that can be used, and those that cannot, each with its reason.</summary>
    public FactSet Read(RuleBook book)
    {
        var facts = new List<StandingFact>(rows.Count);
        var aside = new List<SetAsideFact>();
        foreach (var (kind, row) in rows.OrderBy(r => r.Row.Id))
        {
            if (FactBundles.Sound(kind, row.Id, row.ContractVersion, row.Payload, book, out var fact) is { } fault)
            {
                aside.Add(new SetAsideFact(row.Id, kind, fault));
            }
            else
            {
                facts.Add(new StandingFact(kind, fact!, row.RevisionId, row.Clash));
            }
        }
        return new FactSet(facts, aside);
    }

    /// <summary>The facts as a device takes them along.</summary>
    public IReadOnlyList<HeldFact> Held() =>
        [
            .. rows.OrderBy(r => r.Row.Id)
                .Select(r => new HeldFact(
                    r.Kind,
                    r.Row.Id,
                    r.Row.RevisionId,
                    r.Row.Clash,
                    r.Row.ContractVersion,
                    JsonDocument.Parse(r.Row.Payload).RootElement
                )),
        ];

    /// <summary>A hash over which revision of which fact stands here: the same rows give the same dossier.</summary>
    public string InputHash()
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var (_, row) in rows.OrderBy(r => r.Row.Id))
        {
            hash.AppendData(row.Id.ToByteArray());
            hash.AppendData(row.RevisionId.ToByteArray());
        }
        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }

    private async Task<bool> AddProperty(Guid propertyId, CancellationToken cancel)
    {
        var property = await db.Properties.AsNoTracking().FirstOrDefaultAsync(p => p.Id == propertyId && !p.Deleted, cancel);
        if (property is null)
        {
            return false;
        }
        rows.Add((FactKind.Property, property));
        await LoadRecords(db.Records.Where(r => r.Kind == FactKind.LocalProfile && r.ParentId == propertyId), cancel);
        await LoadRecords(db.Records.Where(r => FirmsOwn.Contains(r.Kind)), cancel);
        return true;
    }

    private async Task AddRoofs(List<Guid> roofs, CancellationToken cancel)
    {
        var slopes = await Load(FactKind.Slope, db.Slopes.Where(s => roofs.Contains(s.RoofId)), cancel);
        await Load(FactKind.Covering, db.Coverings.Where(c => slopes.Contains(c.SlopeId)), cancel);
        await LoadRecords(
            db.Records.Where(r =>
                r.VisitId == null && r.ParentId != null && (roofs.Contains(r.ParentId.Value) || slopes.Contains(r.ParentId.Value))
            ),
            cancel
        );
    }

    private async Task AddVisits(List<Guid> visits, CancellationToken cancel)
    {
        await Load(FactKind.Look, db.Looks.Where(l => visits.Contains(l.VisitId)), cancel);
        await Load(FactKind.Stage, db.Stages.Where(s => visits.Contains(s.VisitId)), cancel);
        await Load(FactKind.Finding, db.Findings.Where(f => visits.Contains(f.VisitId)), cancel);
        await Load(FactKind.Photo, db.Photos.Where(p => visits.Contains(p.VisitId)), cancel);
        await LoadRecords(db.Records.Where(r => r.VisitId != null && visits.Contains(r.VisitId.Value)), cancel);
    }

    private async Task<List<Guid>> Load<TRow>(FactKind kind, IQueryable<TRow> query, CancellationToken cancel)
        where TRow : FactRow
    {
        var loaded = await query.AsNoTracking().Where(r => !r.Deleted).ToListAsync(cancel);
        Add(kind, loaded);
        return [.. loaded.Select(r => r.Id)];
    }

    private async Task LoadRecords(IQueryable<RecordRow> query, CancellationToken cancel)
    {
        foreach (var row in await query.AsNoTracking().Where(r => !r.Deleted).ToListAsync(cancel))
        {
            rows.Add((row.Kind, row));
        }
    }

    private void Add(FactKind kind, IEnumerable<FactRow> loaded) => rows.AddRange(loaded.Select(row => (kind, row)));
}
