using System.Diagnostics;
using System.Linq.Expressions;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Store.Summaries;

/// <summary>
/// What is asked of the list: words that must all be met in name, address, owner or tags; an order; filters that all must hold. <paramref name="Mine"/>: the name
/// of whoever made the last visit; <paramref name="Page"/> counts from 1.
/// </summary>
public sealed record HomeQuery(
    string Words = "",
    HomeOrder Order = HomeOrder.NextDue,
    bool Due = false,
    bool NotVisited = false,
    string? Mine = null,
    bool Unfinished = false,
    int Page = 1
);

/// <summary>The list of properties, from the stored summaries alone.</summary>
public sealed class HomeReader(KalpaDb db, SummaryKeeper keeper, SummarySignal signal)
{
    public const int PageSize = 25;
    private const int MostWords = 10;
    private const int NotVisitedMonths = 12;

    private const int MostFreshened = 8;

    /// <summary>So long a page waits for what is behind; the rest is shown as it was, marked, and worked out in the background.</summary>
    private static readonly TimeSpan FreshenFor = TimeSpan.FromMilliseconds(60);

    public async Task<HomeAnswer> Page(HomeQuery query, DateOnly today, CancellationToken cancel)
    {
        var behind = keeper.Behind(today);
        // Before anything is put in order: a line that moves when it is made anew would stand where it was.
        await Freshen(behind, today, cancel);
        var found = Filtered(query, today);
        var count = await found.CountAsync(cancel);
        var last = Math.Max(1, (count + PageSize - 1) / PageSize);
        var page = Math.Clamp(query.Page, 1, last);
        var rows = await Ordered(found, query.Order).Skip((page - 1) * PageSize).Take(PageSize).ToListAsync(cancel);
        var lines = new List<PropertyLine>(rows.Count);
        var left = await db.PropertySummaries.Where(behind).Select(r => r.Id).ToHashSetAsync(cancel);
        foreach (var row in rows)
        {
            if (await Line(row, left.Contains(row.Id), cancel) is { } line)
            {
                lines.Add(line);
            }
        }
        if (left.Count > 0)
        {
            signal.Raise();
        }
        return new HomeAnswer(
            today,
            lines,
            page,
            PageSize,
            count,
            await db.PropertySummaries.CountAsync(cancel),
            left.Count,
            await db.WaitingFacts.CountAsync(cancel)
        );
    }

    private async Task Freshen(Expression<Func<PropertySummaryRow, bool>> behind, DateOnly today, CancellationToken cancel)
    {
        var began = Stopwatch.GetTimestamp();
        foreach (var id in await db.PropertySummaries.Where(behind).Select(r => r.Id).Take(MostFreshened).ToListAsync(cancel))
        {
            await keeper.Make(id, today, cancel);
            if (Stopwatch.GetElapsedTime(began) > FreshenFor)
            {
                return;
            }
        }
    }

    private async Task<PropertyLine?> Line(PropertySummaryRow row, bool behind, CancellationToken cancel)
    {
        if (SummaryKeeper.Read(row.Line) is { } line)
        {
            return line with { Fresh = !behind };
        }
        // Never made yet: the name is known, and that the rest is to come.
        var property = await db.Properties.AsNoTracking().FirstOrDefaultAsync(p => p.Id == row.Id, cancel);
        return property is null
            ? null
            : new PropertyLine(row.Id, property.Name, property.Address, "", [], [], row.NextDue, row.LeastYears, Fresh: false);
    }

    private IQueryable<PropertySummaryRow> Filtered(HomeQuery query, DateOnly today)
    {
        var rows = db.PropertySummaries.AsNoTracking();
        foreach (var word in SearchText.Of(query.Words).Split(' ', StringSplitOptions.RemoveEmptyEntries).Take(MostWords))
        {
            rows = rows.Where(r => r.SearchText.Contains(word));
        }
        if (query.Due)
        {
            rows = rows.Where(r => r.NextDue != null && r.NextDue <= today);
        }
        if (query.NotVisited)
        {
            var since = today.AddMonths(-NotVisitedMonths);
            rows = rows.Where(r => r.LastVisit == null || r.LastVisit < since);
        }
        if (query.Mine is { } name)
        {
            var mine = $"|{name}|";
            rows = rows.Where(r => r.Inspectors.Contains(mine));
        }
        return query.Unfinished ? rows.Where(r => r.Unfinished) : rows;
    }

    /// <summary>What has no day or figure comes last, what is to be made safe at once before every day; the id keeps the order the same from page to page.</summary>
    private static IOrderedQueryable<PropertySummaryRow> Ordered(IQueryable<PropertySummaryRow> rows, HomeOrder order) =>
        order switch
        {
            HomeOrder.LastVisit => rows.OrderByDescending(r => r.LastVisit).ThenBy(r => r.Id),
            HomeOrder.Name => rows.OrderBy(r => r.SortName).ThenBy(r => r.Id),
            HomeOrder.YearsLeft => rows.OrderBy(r => r.LeastYears == null).ThenBy(r => r.LeastYears).ThenBy(r => r.Id),
            _ => rows.OrderByDescending(r => r.MakeSafe).ThenBy(r => r.NextDue == null).ThenBy(r => r.NextDue).ThenBy(r => r.Id),
        };
}
