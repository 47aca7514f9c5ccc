using Kalpa.Core.Facts;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Summaries;

/// <summary>Notes which properties' summaries are behind, in the transaction that recorded what they are behind of.</summary>
internal sealed class SummaryMarks(KalpaDb db)
{
    private readonly HashSet<Guid> properties = [];
    private readonly Dictionary<Parent, Guid?> climbed = [];
    private bool everyone;

    /// <summary>A fact that was recorded, changed or deleted.</summary>
    public async Task Note(FactKind kind, IFact fact, CancellationToken cancel)
    {
        if (kind is FactKind.FirmRules or FactKind.LifeProfile)
        {
            // The firm's own ways bear on each of its roofs.
            everyone = true;
        }
        else if (kind == FactKind.Property)
        {
            properties.Add(fact.Id);
        }
        else if (Shelves.Of(kind).Parents(fact) is [var parent, ..] && await PropertyOf(parent, cancel) is { } property)
        {
            properties.Add(property);
        }
    }

    /// <summary>Writes the marks of what was noted since.</summary>
    public async Task Write(CancellationToken cancel)
    {
        if (everyone)
        {
            await db.PropertySummaries.ExecuteUpdateAsync(set => set.SetProperty(r => r.Changes, r => r.Changes + 1), cancel);
        }
        foreach (var id in properties)
        {
            await Write(id, cancel);
        }
        properties.Clear();
        climbed.Clear();
        everyone = false;
    }

    private async Task Write(Guid id, CancellationToken cancel)
    {
        var property = await db.Properties.AsNoTracking().FirstOrDefaultAsync(p => p.Id == id, cancel);
        if (property is null || property.Deleted)
        {
            await db.PropertySummaries.Where(r => r.Id == id).ExecuteDeleteAsync(cancel);
            return;
        }
        var row = NewRow(property);
        var found = await db
            .PropertySummaries.Where(r => r.Id == id)
            .ExecuteUpdateAsync(
                set =>
                    set.SetProperty(r => r.Changes, r => r.Changes + 1)
                        .SetProperty(r => r.SortName, row.SortName)
                        .SetProperty(r => r.SearchText, row.SearchText),
                cancel
            );
        if (found == 0)
        {
            db.PropertySummaries.Add(row);
            await db.SaveChangesAsync(cancel);
        }
    }

    /// <summary>The summary of a property before it has been worked out: what it is found and sorted by.</summary>
    public static PropertySummaryRow NewRow(PropertyRow property)
    {
        var fact = Shelves.Read<PropertyFact>(FactKind.Property, property);
        return new PropertySummaryRow
        {
            Id = property.Id,
            FirmId = property.FirmId,
            SortName = SearchText.Of(fact.Name),
            SearchText = SearchText.Of([fact.Name, fact.Address, fact.Owner, .. fact.Tags ?? []]),
        };
    }

    /// <summary>The property that a fact belongs to; null where it has none or that has not arrived.</summary>
    private async Task<Guid?> PropertyOf(Parent from, CancellationToken cancel)
    {
        if (climbed.TryGetValue(from, out var known))
        {
            return known;
        }
        var (kind, id) = (from.Kind, from.Id);
        Parent? above = kind switch
        {
            FactKind.Property => null,
            FactKind.Building => await Above(db.Buildings.Where(b => b.Id == id).Select(b => b.PropertyId), FactKind.Property, cancel),
            FactKind.Roof => await Above(db.Roofs.Where(r => r.Id == id).Select(r => r.BuildingId), FactKind.Building, cancel),
            FactKind.Slope => await Above(db.Slopes.Where(s => s.Id == id).Select(s => s.RoofId), FactKind.Roof, cancel),
            _ => await Above(db.Visits.Where(v => v.Id == id).Select(v => v.FirstRoofId), FactKind.Roof, cancel),
        };
        return climbed[from] =
            kind == FactKind.Property ? id
            : above is { } parent ? await PropertyOf(parent, cancel)
            : null;
    }

    private static async Task<Parent?> Above(IQueryable<Guid> query, FactKind kind, CancellationToken cancel) =>
        await query.Cast<Guid?>().FirstOrDefaultAsync(cancel) is { } id ? new Parent(kind, id) : null;
}
