using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Quantities;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Bids;

/// <summary>
/// A line of a job, told by its key (<c>3.2</c>: the second of job 3). <paramref name="Paid"/>: how it is paid. <paramref name="Amount"/> is in
/// <paramref name="Unit"/>; of an allowance it is the likely one.
/// </summary>
public sealed record BidLine(string Key, string Item, double Amount, string Unit, string Basis, BidPaid Paid);

/// <summary>How a bidder is paid for a line.</summary>
[System.Text.Json.Serialization.JsonConverter(typeof(CamelCaseEnum<BidPaid>))]
public enum BidPaid
{
    /// <summary>One price for the job as described.</summary>
    Sum,

    /// <summary>Within that price.</summary>
    Within,

    /// <summary>By the unit, for as much as is found once the work is open.</summary>
    AsFound,
}

/// <summary>
/// A job to be bid on. <paramref name="Number"/> is that of the plan of work; the first line is its price, the others what it takes. <paramref name="HoldPoints"/>: where work stops
/// until it was looked at and photographed, and what it does not start before.
/// </summary>
public sealed record BidJob(
    int Number,
    string Title,
    string Place,
    string Trade,
    string Until,
    IReadOnlyList<string> Steps,
    string NotARepair,
    IReadOnlyList<BidLine> Lines,
    IReadOnlyList<string> HoldPoints,
    IReadOnlyList<string> ToConfirm,
    IReadOnlyList<JobFinding> Findings
);

/// <summary>
/// What every bidder prices alike: no figure of cost stands in it. <paramref name="NotIncluded"/>: jobs of the plan of work that are no work to bid on, with why;
/// <paramref name="WhyNot"/>: why there is nothing to bid on, empty where there is.
/// </summary>
public sealed record BidScope(
    string Decision,
    IReadOnlyList<BidJob> Jobs,
    IReadOnlyList<string> NotIncluded,
    IReadOnlyList<string> Terms,
    string WhyNot
);

/// <summary>The plan of work as a scope for bidders.</summary>
public static class BidScopes
{
    private static readonly string[] Terms =
    [
        "Price each job as described. Put anything added or left out on a line of its own, with the reason.",
        "Quantities are planning figures. Measure on site before ordering; a difference that changes the price is named in the bid.",
        "What is paid as found is paid by the unit price, for the amount agreed at the hold point, with photos.",
        "At a hold point nothing is covered until it was photographed and, where asked, seen by the inspector.",
        "The locally adopted code, permits and the manufacturers’ instructions govern. Say which permits are included.",
        "Name the maker’s and the workmanship warranty in years, and what ends them.",
        "Work at height, near wires or on unknown fibers is done by licensed people under the local rules.",
    ];

    public static BidScope Of(Assessment judged)
    {
        var jobs = judged.Work.Where(w => WorkCosts.IsWork(w, judged.Findings)).ToList();
        return new BidScope(
            judged.Decision,
            [.. jobs.Select(j => Job(j, judged))],
            [.. judged.Work.Except(jobs).Select(NotIncluded)],
            Terms,
            jobs.Count > 0 ? ""
                : judged.Work.Count > 0 ? "The plan of work lists nothing to bid on yet: what is on it has to be evaluated first."
                : judged.NoWork
        );
    }

    private static BidJob Job(WorkItem item, Assessment judged)
    {
        // What is only planned is priced as the work that it will be, with its time.
        var section = item.IsRenewal
            ? judged.RoofDecisions.FirstOrDefault(d => d.Renews && item.SlopeId is { } slope && d.SlopeIds.Contains(slope))
            : null;
        return new(
            item.Number,
            section?.Work ?? item.Title,
            item.Place,
            item.Trade,
            section is { Soon: false, Due: { } due } ? $"Due about {due.Likely} ({due.From}–{due.To}): price it as of today." : item.Until,
            item.Steps,
            item.NotARepair,
            Lines(item),
            [
                .. (item.After ?? []).Select(first =>
                    $"Not before job {first.Number} is done ({Sentences.Lower(first.Title)}): {Sentences.Lower(Sentences.WithoutStop(first.Why))}"
                ),
                .. (item.Photos ?? []).Select(photo => $"Photograph before it is covered: {Sentences.Lower(photo)}"),
                .. item.Quantities is { Allowances.Count: > 0 } opened
                    ? opened.Allowances.Select(a => $"Agree on the amount before it is replaced: {Sentences.Lower(a.Item)}")
                    : [],
            ],
            item.Quantities?.Assumed ?? (item.Quantities is null ? ["Not measured: measure on site and state the amount in the bid."] : []),
            [.. (item.Resolves ?? []).Concat(item.Included ?? []).DistinctBy(f => f.FindingId)]
        );
    }

    private static List<BidLine> Lines(WorkItem item)
    {
        string Key(int at) => string.Create(CultureInfo.InvariantCulture, $"{item.Number}.{at}");
        List<BidLine> lines = [new(Key(1), "The job complete, with labor, access, disposal and clean-up", 1, "job", "", BidPaid.Sum)];
        foreach (var line in item.Quantities?.Lines ?? [])
        {
            lines.Add(new BidLine(Key(lines.Count + 1), line.Item, line.Amount, line.Unit, line.Basis, BidPaid.Within));
        }
        foreach (var found in item.Quantities?.Allowances ?? [])
        {
            lines.Add(
                new BidLine(
                    Key(lines.Count + 1),
                    found.Item,
                    found.Likely,
                    found.Unit,
                    string.Create(CultureInfo.InvariantCulture, $"{found.Low:0.##} to {found.High:0.##} {found.Unit}; {found.Basis}"),
                    BidPaid.AsFound
                )
            );
        }
        return lines;
    }

    private static string NotIncluded(WorkItem item) =>
        $"{item.Title}{(item.Place.Length > 0 ? $" ({item.Place})" : "")}: "
        + (
            item.Kind == WorkKind.Evaluate || item.Trade.Length > 0
                ? $"evaluated first{(item.Trade.Length > 0 ? $", by: {item.Trade}" : "")}."
                : "watched or looked into; no work yet."
        );
}
