using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Costs;

/// <summary>What a job costs, and its total at each of the joint points.</summary>
internal sealed record PricedJob(JobCost Cost, double[] Total);

/// <summary>
/// What the jobs of a roof are likely to cost: quantities at the firm's prices, with trips, overhead and tax, at 256 joint points. Jobs of one trade that fall due
/// together are done on one trip, with its travel once and the least that is charged once, borne by them in equal parts.
/// </summary>
internal static class WorkCosts
{
    private const double Percent = 100;
    private const string Roofer = "roofer";
    private const string Planning =
        "Planning figures, not an offer. Bids vary with access, season and what is found when the work is opened.";

    /// <summary>A job with what it takes at each point, before overhead, tax and the price level are put on.</summary>
    private sealed record Direct(
        WorkItem Item,
        double[] Material,
        double[] Hours,
        double[] Disposal,
        double[] Wood,
        double[] Permit,
        bool Steep,
        IReadOnlyList<string> Unpriced,
        IReadOnlySet<string> Examples
    );

    /// <summary>What all jobs have in common, at each point.</summary>
    private sealed record Rates(
        double[] Labor,
        double[] CrewDay,
        double[] CallOut,
        double[] Trip,
        double[] SteepTrip,
        double[] OnTop,
        double[] OnMaterial,
        double[] Level,
        IReadOnlySet<string> Examples,
        IReadOnlyList<string> DayExample
    );

    /// <summary>The jobs with their costs, and what they cost together: null where the commission gives no prices or nothing has a figure.</summary>
    public static (IReadOnlyList<WorkItem> Work, WorkCost? Cost) Of(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<WorkItem> work,
        IReadOnlyList<FindingAssessment> findings
    )
    {
        if (!book.CommissionOf(input.Visit).Prices || work.All(w => w.Quantities?.Hours is null))
        {
            return (work, null);
        }
        var (costs, examples) = Priced(book, input, work);
        IReadOnlyList<WorkItem> with = [.. work.Select(w => costs.TryGetValue(w.Number, out var cost) ? w with { Cost = cost.Cost } : w)];
        var without = with.Where(w => w.Cost is null && IsWork(w, findings)).Select(w => w.Number).ToList();
        var whyNot = WhyNot(input.Firm, examples);
        var points = Sum([.. costs.Values.Select(c => c.Total)]);
        var range = JointPoints.Range(points);
        var byTime = ByTime(with, costs);
        return (
            with,
            new WorkCost(
                range,
                $"Planning cost of {(without.Count > 0 ? "the priced jobs" : "all jobs")}: {range.Words}",
                byTime,
                TimeWords(byTime),
                without,
                WithoutWords(without),
                examples,
                whyNot.Length == 0,
                whyNot,
                Planning,
                points
            )
        );
    }

    /// <summary>Jobs by their numbers with what they cost, done on the trips that these jobs together make; and on how many example prices that rests.</summary>
    public static (IReadOnlyDictionary<int, PricedJob> Jobs, int Examples) Priced(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<WorkItem> work
    )
    {
        var prices = new PriceList(book, input.Firm);
        var rates = RatesOf(prices);
        // Without its hours a job has no figure: material alone would look like a price for all of it.
        var trips = work.Where(w => w.Quantities?.Hours is not null).Select(w => DirectOf(prices, input, w)).GroupBy(TripOf).ToList();
        return (
            trips.SelectMany(trip => OfTrip([.. trip], rates)).ToDictionary(c => c.Number, c => c.Job),
            rates
                .Examples.Concat(trips.SelectMany(t => t).SelectMany(d => d.Examples))
                .Concat(trips.Exists(t => FillsADay([.. t], rates)) ? rates.DayExample : [])
                .Distinct()
                .Count()
        );
    }

    private static string TimeWords(List<CostByTime> times) =>
        times.Count < 2
            ? ""
            : $"{Sentences.Upper(string.Join(", ", times.Select(t => $"{Sentences.Lower(t.When)} {Sentences.Money(t.Range.Low, t.Range.High)}")))}.";

    private static string TripWords(List<int> others) =>
        others.Count == 0 ? "" : $"Same trip as {(others.Count == 1 ? "job" : "jobs")} {Numbers(others)}; costs more if done alone.";

    private static string Numbers(List<int> numbers) => Sentences.List([.. numbers.Select(n => n.ToString(CultureInfo.InvariantCulture))]);

    private static string WithoutWords(List<int> numbers) =>
        numbers.Count switch
        {
            0 => "",
            1 => $"Job {numbers[0]} is not priced yet and is not included.",
            _ => $"Jobs {Numbers(numbers)} are not priced yet and are not included.",
        };

    public static string WhyNot(FirmRulesFact? firm, int examples) =>
        firm?.CostsForClients != true ? "Clients do not see costs: printing them is turned off in the price list."
        : examples > 0
            ? $"Clients do not see costs: {(examples == 1 ? "1 price is still an example. Enter or accept it" : $"{examples} prices are still examples. Enter or accept them")} in the price list."
        : "";

    /// <summary>Whether a job without a figure will cost something all the same: what is only watched or looked at is none.</summary>
    public static bool IsWork(WorkItem item, IReadOnlyList<FindingAssessment> findings) =>
        item.Kind switch
        {
            WorkKind.Evaluate => false,
            WorkKind.Repair => findings.Any(f => f.FindingId == item.FindingId && WorkList.IsRepair(f)),
            _ => true,
        };

    /// <summary>A renewal is a trip of its own.</summary>
    private static (string Trade, UrgencyClass Urgency, int Renewal) TripOf(Direct job) =>
        (job.Item.Trade.Length > 0 ? job.Item.Trade : Roofer, job.Item.Urgency, job.Item.IsRenewal ? job.Item.Number : 0);

    private static Rates RatesOf(PriceList prices)
    {
        var all = Enum.GetValues<PriceKind>()
            .Where(kind => kind is not (PriceKind.Material or PriceKind.Permit or PriceKind.Damage))
            .ToDictionary(kind => kind, prices.Of);
        double[] Points(CostDriver driver, PriceKind kind) => JointPoints.Of(driver, all[kind].Range);
        return new Rates(
            Points(CostDriver.Rate, PriceKind.Labor),
            Points(CostDriver.Rate, PriceKind.CrewDay),
            Points(CostDriver.Pace, PriceKind.CallOut),
            Points(CostDriver.Pace, PriceKind.Trip),
            Points(CostDriver.Pace, PriceKind.SteepTrip),
            Each(at => 1 + (at / Percent), Points(CostDriver.Overhead, PriceKind.Overhead)),
            Each(at => 1 + (at / Percent), Points(CostDriver.Overhead, PriceKind.Tax)),
            Points(CostDriver.Overhead, PriceKind.Region),
            all.Where(p => p.Value.Example && p.Key is not (PriceKind.CrewDay or PriceKind.SteepTrip))
                .Select(p => p.Value.Row.Key)
                .ToHashSet(),
            all[PriceKind.CrewDay] is { Example: true } day ? [day.Row.Key] : []
        );
    }

    private static Direct DirectOf(PriceList prices, AssessInput input, WorkItem item)
    {
        var (quantities, kind) = (
            item.Quantities!,
            item.New.Length > 0 ? item.New
            : item.SlopeId is { } id ? Assessor.CoveringOn(input.Coverings, id, input.AsOf)?.Kind
            : null
        );
        var (material, disposal, wood) = (default(Spread), default(Spread), new double[JointPoints.Count]);
        List<string> unpriced = [];
        HashSet<string> examples = [];
        foreach (var line in quantities.Lines.Where(l => PriceList.IsBought(l, quantities.Lines)))
        {
            if (prices.Of(line, kind) is not { } found)
            {
                unpriced.Add(line.Item);
                continue;
            }
            var cost = found.Price.Range * found.Amount;
            (material, disposal) = found.Price.Row.Key == PriceList.Disposal ? (material, disposal + cost) : (material + cost, disposal);
            Uses(found.Price);
        }
        foreach (var allowance in quantities.Allowances)
        {
            if (prices.Of(allowance) is not { } price)
            {
                unpriced.Add(allowance.Item);
                continue;
            }
            var amount = JointPoints.Of(CostDriver.Wood, new Spread(allowance.Low, allowance.Likely, allowance.High));
            wood = Both(
                (sum, each) => sum + each,
                wood,
                Both((n, each) => n * each, amount, JointPoints.Of(CostDriver.Material, price.Range))
            );
            Uses(price);
        }
        var permit = new double[JointPoints.Count];
        if (item.IsRenewal)
        {
            var price = prices.Of(PriceKind.Permit);
            permit = JointPoints.Of(CostDriver.Rate, price.Range);
            Uses(price);
        }
        var hours = quantities.Hours!;
        var steep =
            input.Slopes.Any(s => s.Id == item.SlopeId && s.Pitch.RisePer12 > RepairQuantities.SteepRisePer12)
            && !RepairQuantities.FromInside(input, item);
        if (steep)
        {
            Uses(prices.Of(PriceKind.SteepTrip));
        }
        return new Direct(
            item,
            JointPoints.Of(CostDriver.Material, material),
            JointPoints.Of(CostDriver.Pace, new Spread(hours.Low, hours.Likely, hours.High)),
            JointPoints.Of(CostDriver.Disposal, disposal),
            wood,
            permit,
            steep,
            unpriced,
            examples
        );

        void Uses(HeldPrice price)
        {
            if (price.Example)
            {
                examples.Add(price.Row.Key);
            }
        }
    }

    /// <summary>Labor-hours on site and beside it, travel and setting up, at each point: travel belongs to the trip, and no trip is charged at less than the call-out.</summary>
    private static (double[] OnSite, double[] Beside) HoursOf(List<Direct> jobs, Rates rates)
    {
        var onSite = Sum([.. jobs.Select(j => j.Hours)]);
        var rigged = jobs.Exists(j => j.Steep) ? rates.SteepTrip : new double[JointPoints.Count];
        return (onSite, Each(at => Math.Max(rates.CallOut[at], onSite[at] + rates.Trip[at] + rigged[at]) - onSite[at]));
    }

    /// <summary>Whether a trip is long enough anywhere for the price of a crew's day to count.</summary>
    private static bool FillsADay(List<Direct> jobs, Rates rates)
    {
        var (onSite, beside) = HoursOf(jobs, rates);
        return Enumerable
            .Range(0, JointPoints.Count)
            .Any(at => rates.CrewDay[at] > 0 && (onSite[at] + beside[at]) * rates.Labor[at] > rates.CrewDay[at]);
    }

    private static IEnumerable<(int Number, PricedJob Job)> OfTrip(List<Direct> jobs, Rates rates)
    {
        var (onSite, beside) = HoursOf(jobs, rates);
        // Full days of a crew go by the day: of the labor of a trip each job bears its part of the hours.
        var hourly = Each(at =>
        {
            var hours = onSite[at] + beside[at];
            return hours > 0 ? CrewDays.Labor(hours, rates.Labor[at], rates.CrewDay[at]) / hours : 0;
        });
        foreach (var job in jobs)
        {
            var others = jobs.Where(j => j != job).Select(j => j.Item.Number).ToList();
            double[] Priced(Func<int, double> direct) => Each(at => direct(at) * rates.Level[at]);
            var labor = Priced(at => (job.Hours[at] + (beside[at] / jobs.Count)) * hourly[at]);
            var (material, disposal, wood) = (Priced(at => job.Material[at]), Priced(at => job.Disposal[at]), Priced(at => job.Wood[at]));
            // What the building department charges is passed on as it is.
            var permit = job.Permit;
            var total = Each(at =>
                ((((material[at] + wood[at]) * rates.OnMaterial[at]) + labor[at] + disposal[at]) * rates.OnTop[at]) + permit[at]
            );
            var onTop = Each(at => total[at] - material[at] - wood[at] - labor[at] - disposal[at] - permit[at]);
            (string Name, double[] Points)[] parts =
            [
                ("Material", material),
                ("Labor, with share of trip", labor),
                ("Disposal", disposal),
                ("Wood replacement, paid as found", wood),
                ("Permit", permit),
                ("Overhead, profit and tax", onTop),
            ];
            yield return (
                job.Item.Number,
                new PricedJob(
                    new JobCost(
                        JointPoints.Range(total),
                        [.. parts.Select(p => new CostPart(p.Name, JointPoints.Mean(p.Points))).Where(p => p.Mean > 0)],
                        job.Unpriced,
                        job.Examples.Count,
                        others,
                        TripWords(others)
                    ),
                    total
                )
            );
        }
    }

    private static List<CostByTime> ByTime(IReadOnlyList<WorkItem> work, IReadOnlyDictionary<int, PricedJob> jobs) =>
        [
            .. work.Where(w => jobs.ContainsKey(w.Number))
                .GroupBy(w =>
                    w.Urgency >= UrgencyClass.BeforeNextRain ? "Now"
                    : w.Urgency >= UrgencyClass.WithinYear ? "Within a year"
                    : "Later"
                )
                .Select(g => new CostByTime(g.Key, g.Count(), JointPoints.Range(Sum([.. g.Select(w => jobs[w.Number].Total)])))),
        ];

    public static double[] Sum(IReadOnlyList<double[]> all) => Each(at => all.Sum(points => points[at]));

    public static double[] Each(Func<int, double> of)
    {
        var points = new double[JointPoints.Count];
        for (var at = 0; at < points.Length; at++)
        {
            points[at] = of(at);
        }
        return points;
    }

    private static double[] Each(Func<double, double> of, double[] points) => Each(at => of(points[at]));

    private static double[] Both(Func<double, double, double> of, double[] one, double[] other) => Each(at => of(one[at], other[at]));
}
