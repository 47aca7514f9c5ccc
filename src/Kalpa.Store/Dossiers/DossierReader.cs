using Kalpa.Contracts;
using Kalpa.Core;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Dossiers;

/// <summary>Dossiers made from the facts saved. An id that is unknown, deleted or another firm's gives null.</summary>
public sealed class DossierReader(KalpaDb db, RuleBook book)
{
    /// <summary>A roof as large as the bounds of facts allow takes a fraction of this.</summary>
    private static readonly TimeSpan LongestAssessment = TimeSpan.FromSeconds(20);

    public async Task<PropertyDossier?> Property(Guid id, DateOnly today, CancellationToken cancel) =>
        await FactRows.OfProperty(db, id, cancel) is { } rows ? Property(rows, id, today) : null;

    public async Task<VisitDossier?> Visit(Guid id, CancellationToken cancel) =>
        await FactRows.OfVisit(db, id, book, cancel) is { } rows ? Visit(rows, id) : null;

    /// <summary>A property with all its facts, as a device takes it along.</summary>
    public async Task<PropertyFacts?> PropertyFacts(Guid id, DateOnly today, CancellationToken cancel) =>
        await FactRows.OfProperty(db, id, cancel) is { } rows && Property(rows, id, today) is { } dossier
            ? new PropertyFacts(today, rows.Held(), dossier)
            : null;

    /// <summary>A visit with the facts that bear on it, as a device takes it along.</summary>
    public async Task<VisitFacts?> VisitFacts(Guid id, DateOnly today, CancellationToken cancel) =>
        await FactRows.OfVisit(db, id, book, cancel) is { } rows && Visit(rows, id) is { } dossier
            ? new VisitFacts(today, rows.Held(), dossier)
            : null;

    private PropertyDossier? Property(FactRows rows, Guid id, DateOnly today)
    {
        using var budget = WorkBudget.Begin(TimeBudget.Within(LongestAssessment));
        return DossierBuilder.Property(rows.Read(book), id, today, book);
    }

    private VisitDossier? Visit(FactRows rows, Guid id)
    {
        using var budget = WorkBudget.Begin(TimeBudget.Within(LongestAssessment));
        return DossierBuilder.Visit(rows.Read(book), id, book);
    }

    /// <summary>The firm's ways with the rule book; null where it has said nothing.</summary>
    public Task<FirmRulesFact?> FirmRules(List<FactHead> heads, CancellationToken cancel) =>
        OfFirm<FirmRulesFact>(FactKind.FirmRules, heads, cancel);

    /// <summary>The firm's letterhead; null where it has none.</summary>
    public Task<LetterheadFact?> Letterhead(List<FactHead> heads, CancellationToken cancel) =>
        OfFirm<LetterheadFact>(FactKind.Letterhead, heads, cancel);

    /// <summary>The firm's limits for going up and their revision; the usual ones where it has said nothing.</summary>
    public async Task<(WeatherLimitsFact Limits, Guid? Revision)> WeatherLimits(CancellationToken cancel)
    {
        var heads = new List<FactHead>();
        var limits = await OfFirm<WeatherLimitsFact>(FactKind.WeatherLimits, heads, cancel);
        return (limits ?? WeatherLimitsFact.Usual, heads.FirstOrDefault()?.Revision);
    }

    /// <summary>What a firm has one of. Made twice without a connection, the first one counts. Its revision goes to <paramref name="heads"/>.</summary>
    private async Task<T?> OfFirm<T>(FactKind kind, List<FactHead> heads, CancellationToken cancel)
        where T : class, IFact
    {
        var row = await db.Records.AsNoTracking().Where(r => r.Kind == kind && !r.Deleted).OrderBy(r => r.Id).FirstOrDefaultAsync(cancel);
        if (row is null)
        {
            return null;
        }
        heads.Add(Head(row));
        return Shelves.Read<T>(kind, row);
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

    private static FactHead Head(FactRow row) => new(row.Id, row.RevisionId, row.Clash);
}
