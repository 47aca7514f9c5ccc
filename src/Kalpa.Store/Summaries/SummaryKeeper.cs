using System.Globalization;
using System.Linq.Expressions;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core;
using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Query;

namespace Kalpa.Store.Summaries;

/// <summary>Works out what lists show of a property, and which summaries are behind.</summary>
public sealed class SummaryKeeper(KalpaDb db, RuleBook book)
{
    /// <summary>A property as large as the bounds of facts allow takes a fraction of this.</summary>
    private static readonly TimeSpan LongestAssessment = TimeSpan.FromSeconds(20);

    /// <summary>Goes up when what a line holds changes.</summary>
    private const int LineShape = 2;

    /// <summary>What a summary was made by: the rule book, the method, the form of the line.</summary>
    public string Stamp { get; } = $"{book.Hash} {Assessor.MethodVersion} {LineShape}";

    public static string MonthOf(DateOnly day) => day.ToString("yyyy-MM", CultureInfo.InvariantCulture);

    /// <summary>Those that do not show what is saved today.</summary>
    public Expression<Func<PropertySummaryRow, bool>> Behind(DateOnly today)
    {
        var (stamp, month) = (Stamp, MonthOf(today));
        return row => row.MadeAt != row.Changes || row.Stamp != stamp || row.Month != month;
    }

    /// <summary>Makes a summary anew and stores it; null where the property is gone. One whose facts have not changed since is only dated.</summary>
    public async Task<PropertyLine?> Make(Guid propertyId, DateOnly today, CancellationToken cancel)
    {
        var row = await db.PropertySummaries.AsNoTracking().FirstOrDefaultAsync(r => r.Id == propertyId, cancel);
        if (row is null)
        {
            return null;
        }
        var rows = await FactRows.OfProperty(db, propertyId, cancel);
        var hash = rows?.InputHash() ?? "";
        var month = MonthOf(today);
        if (row.InputHash == hash && row.Stamp == Stamp && row.Month == month && Read(row.Line) is { } known)
        {
            await Store(row.Id, set => set.SetProperty(r => r.MadeAt, row.Changes), cancel);
            return known;
        }
        if (rows is null || Line(rows, propertyId, today) is not { } line)
        {
            await using var write = await db.BeginWrite(cancel);
            await db.PropertySummaries.Where(r => r.Id == propertyId).ExecuteDeleteAsync(cancel);
            await write.Commit(cancel);
            return null;
        }
        var visits = line.Roofs.Select(r => r.LatestVisit).OfType<VisitLine>().ToList();
        var json = JsonSerializer.Serialize(line, KalpaJson.Default.PropertyLine);
        var inspectors = string.Concat(visits.Select(v => v.Inspector).Distinct(StringComparer.Ordinal).Select(name => $"|{name}|"));
        DateOnly? last = visits.Count > 0 ? visits.Max(v => v.On) : null;
        var unsafeNow = line.Roofs.Any(r => r.Due.Any(d => d.Marks >= (int)UrgencyClass.MakeSafeNow));
        var open = visits.Any(v => v.FinishedAt is null);
        await Store(
            row.Id,
            set =>
                set.SetProperty(r => r.MadeAt, row.Changes)
                    .SetProperty(r => r.Stamp, Stamp)
                    .SetProperty(r => r.Month, month)
                    .SetProperty(r => r.InputHash, hash)
                    .SetProperty(r => r.Line, json)
                    .SetProperty(r => r.LastVisit, last)
                    .SetProperty(r => r.NextDue, line.NextDue)
                    .SetProperty(r => r.MakeSafe, unsafeNow)
                    .SetProperty(r => r.LeastYears, line.LeastYears)
                    .SetProperty(r => r.Unfinished, open)
                    .SetProperty(r => r.Inspectors, inspectors),
            cancel
        );
        return line;
    }

    /// <summary>
    /// A property of any firm that has no summary yet gets an empty one: after an update, a restore, or a rebuild of the tables. Until it has, no list knows of it.
    /// </summary>
    public async Task<int> AddMissing(CancellationToken cancel)
    {
        var missing = await db
            .Properties.IgnoreQueryFilters()
            .AsNoTracking()
            .Where(p => !p.Deleted && !db.PropertySummaries.IgnoreQueryFilters().Any(r => r.Id == p.Id))
            .ToListAsync(cancel);
        if (missing.Count == 0)
        {
            return 0;
        }
        await using var write = await db.BeginWrite(cancel);
        db.PropertySummaries.AddRange(missing.Select(SummaryMarks.NewRow));
        await db.SaveChangesAsync(cancel);
        await write.Commit(cancel);
        db.ChangeTracker.Clear();
        return missing.Count;
    }

    /// <summary>The stored line; null where there is none that can be read.</summary>
    public static PropertyLine? Read(string line)
    {
        if (line.Length == 0)
        {
            return null;
        }
        try
        {
            return JsonSerializer.Deserialize(line, KalpaJson.Default.PropertyLine);
        }
        catch (JsonException)
        {
            // Of another form: it is made anew.
            return null;
        }
    }

    private PropertyLine? Line(FactRows rows, Guid propertyId, DateOnly today)
    {
        using var budget = WorkBudget.Begin(TimeBudget.Within(LongestAssessment));
        return PropertyLines.Of(rows.Read(book), propertyId, today, book);
    }

    private async Task Store(Guid id, Action<UpdateSettersBuilder<PropertySummaryRow>> set, CancellationToken cancel)
    {
        await using var write = await db.BeginWrite(cancel);
        await db.PropertySummaries.Where(r => r.Id == id).ExecuteUpdateAsync(set, cancel);
        await write.Commit(cancel);
    }
}
