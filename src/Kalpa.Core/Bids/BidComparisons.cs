using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Bids;

/// <summary>Where a price lies.</summary>
[JsonConverter(typeof(CamelCaseEnum<BidStanding>))]
public enum BidStanding
{
    /// <summary>The scope asks for it, and the bid has no price.</summary>
    Missing,
    Below,
    Within,
    Above,

    /// <summary>There is a price and no planning figure to hold it against.</summary>
    NotPlanned,
}

/// <summary>What a bid says to one thing that is asked, in US dollars; <paramref name="Price"/> is null where it says nothing.</summary>
public sealed record BidEntry(Guid BidId, double? Price, BidStanding Standing, string Words);

/// <summary>What is paid as found, by the unit: what each bid asks for one.</summary>
public sealed record BidFoundRow(string Item, string Unit, double Likely, IReadOnlyList<BidEntry> Entries);

/// <summary>A job of the scope with what it is likely to cost (null where the plan has no figure) and what each bid asks for it.</summary>
public sealed record BidRow(
    int Number,
    string Title,
    string Place,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] CostRange? Range,
    IReadOnlyList<BidEntry> Entries,
    IReadOnlyList<BidFoundRow> Found,
    Guid? FindingId,
    Guid? SlopeId
);

/// <summary>
/// A bid as a whole, US dollars. <paramref name="AsSent"/>: jobs and what the bidder added; <paramref name="Leveled"/>: with what is paid as found at its likely amount,
/// and with the planning figure for each job that has no price, so that bids can be compared; null where a hole cannot be filled. <paramref name="Holes"/>: what the scope
/// asks and the bid does not price; <paramref name="Added"/>: what it prices and nobody asked; <paramref name="Gone"/>: what it prices of a job that the plan has no more
/// (<paramref name="GonePrices"/>, as recorded).
/// </summary>
public sealed record BidSummary(
    Guid Id,
    string Bidder,
    DateOnly On,
    double AsSent,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] double? Leveled,
    IReadOnlyList<string> Holes,
    IReadOnlyList<string> Added,
    IReadOnlyList<string> Gone,
    string Warranty,
    string Words,
    IReadOnlyList<BidPrice> GonePrices
);

/// <summary>The bids on a scope side by side, cheapest first when leveled. <paramref name="Headline"/> is what to take from them; empty where there are none.</summary>
public sealed record BidComparison(string Headline, IReadOnlyList<BidRow> Jobs, IReadOnlyList<BidSummary> Bids, string WhyNot);

/// <summary>Bids held against the scope and the planning figures, line by line. No bid changes the plan of work.</summary>
public static class BidComparisons
{
    public static BidComparison Of(Assessment judged, IReadOnlyList<BidFact> bids)
    {
        if (!judged.Commission.Prices)
        {
            return new BidComparison("", [], [], "This commission gives no figures of cost, so bids are not compared here.");
        }
        var scope = BidScopes.Of(judged);
        var ordered = bids.OrderBy(b => b.On).ThenBy(b => b.Id).ToList();
        var jobs = scope.Jobs.Select(j => (Job: j, Item: judged.Work.First(w => w.Number == j.Number))).ToList();
        var items = jobs.Select(j => j.Item).ToList();
        var placed = ordered.Select(b => new Placed(b, [.. b.Prices.Select(p => (p, JobOf(p, items)))])).ToList();
        var rows = jobs.Select(j => Row(j.Job, j.Item, placed)).ToList();
        var summaries = placed.Select(b => Summary(b, rows)).ToList();
        return new BidComparison(
            Headline(summaries),
            rows,
            [.. summaries.OrderBy(s => s.Leveled ?? double.MaxValue).ThenBy(s => s.AsSent)],
            scope.WhyNot
        );
    }

    private static int? JobOf(BidPrice price, IReadOnlyList<WorkItem> items) =>
        price is { FindingId: null, SlopeId: null }
            ? null
            : NamedJobs.FindOrRenewal(items, price.FindingId, price.SlopeId, price.Title)?.Number;

    /// <summary>A bid with the job of each of its prices.</summary>
    private sealed record Placed(BidFact Bid, IReadOnlyList<(BidPrice Price, int? Job)> Prices)
    {
        /// <summary>What it asks for a job, or for an item of it; prices that it names twice are added.</summary>
        public double? Of(int job, string item)
        {
            var named = Prices.Where(p => p.Job == job && p.Price.Item == item).ToList();
            return named.Count == 0 ? null : named.Sum(p => p.Price.Price);
        }
    }

    private static BidRow Row(BidJob job, WorkItem item, List<Placed> bids)
    {
        var range = item.Cost?.Range;
        return new BidRow(
            job.Number,
            job.Title,
            job.Place,
            range,
            [.. bids.Select(b => Entry(b.Bid, b.Of(job.Number, ""), range))],
            [
                .. job
                    .Lines.Where(l => l.Paid == BidPaid.AsFound)
                    .Select(l => new BidFoundRow(
                        l.Item,
                        l.Unit,
                        l.Amount,
                        [.. bids.Select(b => Unit(b.Bid, b.Of(job.Number, l.Item), l))]
                    )),
            ],
            item.FindingId,
            item.SlopeId
        );
    }

    private static BidEntry Entry(BidFact bid, double? price, CostRange? range)
    {
        if (price is not { } asked)
        {
            return new BidEntry(bid.Id, null, BidStanding.Missing, "No price: ask for it, or the job is not in the bid.");
        }
        return range is null ? new BidEntry(bid.Id, asked, BidStanding.NotPlanned, "No planning figure to compare with.")
            : asked < range.Low
                ? new BidEntry(
                    bid.Id,
                    asked,
                    BidStanding.Below,
                    $"{Sentences.Money(range.Low - asked)} below the planning range: ask what is left out."
                )
            : asked > range.High
                ? new BidEntry(
                    bid.Id,
                    asked,
                    BidStanding.Above,
                    $"{Sentences.Money(asked - range.High)} above the planning range: ask what it includes."
                )
            : new BidEntry(bid.Id, asked, BidStanding.Within, "Within the planning range.");
    }

    private static BidEntry Unit(BidFact bid, double? price, BidLine line) =>
        price is { } asked
            ? new BidEntry(
                bid.Id,
                asked,
                BidStanding.NotPlanned,
                $"{Figure(line.Amount)} {line.Unit} likely: {Sentences.Money(asked * line.Amount)}."
            )
            : new BidEntry(bid.Id, null, BidStanding.Missing, "No unit price: it will be an extra once the work is open.");

    private static BidSummary Summary(Placed placed, List<BidRow> rows)
    {
        var bid = placed.Bid;
        var mine = rows.Select(r => (Row: r, Entry: r.Entries.First(e => e.BidId == bid.Id))).ToList();
        var found = rows.SelectMany(r => r.Found.Select(f => (Row: r, Of: f, Entry: f.Entries.First(e => e.BidId == bid.Id)))).ToList();
        var loose = bid.Prices.Where(p => p.FindingId is null && p.SlopeId is null).ToList();
        var asked = rows.SelectMany(r => r.Found.Select(f => (r.Number, f.Item)).Append((r.Number, ""))).ToHashSet();
        var gone = placed
            .Prices.Where(p =>
                (p.Price.FindingId ?? p.Price.SlopeId) is not null && !(p.Job is { } job && asked.Contains((job, p.Price.Item)))
            )
            .Select(p => p.Price)
            .ToList();
        var missing = mine.Where(m => m.Entry.Price is null).ToList();
        var asSent = mine.Sum(m => m.Entry.Price ?? 0) + loose.Sum(p => p.Price);
        var leveled = missing.Exists(m => m.Row.Range is null)
            ? (double?)null
            : asSent + missing.Sum(m => m.Row.Range!.Likely) + found.Sum(f => (f.Entry.Price ?? 0) * f.Of.Likely);
        return new BidSummary(
            bid.Id,
            bid.Bidder.Trim(),
            bid.On,
            Dollars(asSent),
            leveled is { } even ? Dollars(even) : null,
            [
                .. missing.Select(m => $"Job {m.Row.Number}, {Sentences.Lower(m.Row.Title)}: no price."),
                .. found.Where(f => f.Entry.Price is null).Select(f => $"Job {f.Row.Number}, {Sentences.Lower(f.Of.Item)}: no unit price."),
                .. bid.WorkmanshipYears is null ? ["Workmanship warranty: not named."] : Array.Empty<string>(),
            ],
            [.. loose.Select(p => $"{(p.Item.Length > 0 ? p.Item : p.Title)}: {Sentences.Money(p.Price)}")],
            [
                .. gone.Select(p =>
                    $"{(p.Item.Length > 0 ? $"{p.Title}, {Sentences.Lower(p.Item)}" : p.Title)}: {Sentences.Money(p.Price)}, and the plan has no such job now."
                ),
            ],
            Warranty(bid),
            bid.Words.Trim(),
            gone
        );
    }

    private static string Warranty(BidFact bid) =>
        (bid.WorkmanshipYears, bid.MakerYears) switch
        {
            (null, null) => "",
            ({ } work, null) => $"Workmanship {Years(work)}",
            (null, { } maker) => $"Manufacturer {Years(maker)}",
            ({ } work, { } maker) => $"Workmanship {Years(work)}, manufacturer {Years(maker)}",
        };

    private static string Headline(List<BidSummary> bids)
    {
        if (bids.Count == 0)
        {
            return "";
        }
        var sent =
            $"{(bids.Count == 1 ? "1 bid" : $"{bids.Count} bids")}: {Sentences.Money(bids.Min(b => b.AsSent), bids.Max(b => b.AsSent))} as sent";
        if (bids.TrueForAll(b => b.Leveled == b.AsSent))
        {
            return $"{sent}{(bids.Count > 1 ? $", lowest {bids.MinBy(b => b.AsSent)!.Bidder}" : "")}; no job is left out.";
        }
        var leveled = bids.Where(b => b.Leveled is not null).ToList();
        if (leveled.Count == 0)
        {
            return $"{sent}. None can be compared: each leaves out a job without a planning figure.";
        }
        var first = leveled.MinBy(b => b.Leveled)!;
        var cheapest = bids.MinBy(b => b.AsSent)!;
        var turned =
            bids.Count > 1 && cheapest.Id != first.Id
                ? $" {cheapest.Bidder} is lowest as sent, and {(cheapest.Leveled is null ? "cannot be compared" : $"{Sentences.Money(cheapest.Leveled.Value)} with holes filled")}."
                : "";
        return $"{sent}; {Sentences.Money(leveled.Min(b => b.Leveled!.Value), leveled.Max(b => b.Leveled!.Value))} with holes filled{(bids.Count > 1 ? $", lowest {first.Bidder}" : "")}.{turned}";
    }

    private static double Dollars(double amount) => Math.Round(amount, MidpointRounding.AwayFromZero);

    private static string Years(double years) => years == 1 ? "1 year" : $"{Figure(years)} years";

    private static string Figure(double number) => number.ToString("0.##", CultureInfo.InvariantCulture);
}
