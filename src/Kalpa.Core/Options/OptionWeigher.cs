using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Options;

/// <summary>A section with the years until it is renewed next; <paramref name="Waits"/>: for the old covering to end.</summary>
internal sealed record Chain(PricedSection Section, double[] First, bool Waits);

/// <summary>A job that is left though it is due, with its price at each point; nothing where none is known.</summary>
internal sealed record UndoneJob(WorkItem Item, double[]? Price)
{
    /// <summary>Damage to be expected in so many years, in today's money: by the stages that follow, where they are known, else at the rate of the first year.</summary>
    public double Damage(MoneyInTime money, double years)
    {
        if (Item.IfLeft?.Expected is not { } stages)
        {
            return (Item.LossLow + Item.LossHigh) / 2 * money.Flow(years);
        }
        var whole = Math.Min((int)years, stages.Count);
        double By(int year) => year == 0 ? 0 : stages[year - 1];
        return whole >= stages.Count ? stages[^1] : By(whole) + ((years - whole) * (By(whole + 1) - By(whole)));
    }
}

/// <summary>An option with what its costs over the years are made of, and those at the joint points.</summary>
internal sealed record WeighedOption(
    RoofOption Option,
    double[] Today,
    IReadOnlyList<Chain> Chains,
    IReadOnlyList<UndoneJob> Undone,
    double[] Over
);

/// <summary>What one way of renewing costs now and over the owner's years.</summary>
internal sealed class OptionWeigher(RenewalPlans plans, OwnerTerms terms)
{
    private const double Percent = 100;

    private readonly MoneyInTime money = MoneyInTime.Of(terms);
    private readonly int years = terms.Years!.Value;

    /// <summary>The fewest whole years the old coverings have to last for an option to cost no more than another, on average; null where none within the owner's years do.</summary>
    public int? PaysFrom(WeighedOption waiting, WeighedOption other) =>
        Enumerable
            .Range(1, years)
            .Where(n => JointPoints.Mean(Over(waiting.Today, waiting.Chains, waiting.Undone, n)) <= other.Option.Over.Mean)
            .Select(n => (int?)n)
            .FirstOrDefault();

    /// <param name="now">Slopes that are renewed now.</param>
    /// <param name="urgentOnly">Whether only what cannot wait is done: what is renewed now is renewed within the year, and repairs that can wait are not made.</param>
    public WeighedOption Weigh(
        OptionKind kind,
        string title,
        HashSet<Guid> now,
        HashSet<Guid> planNow,
        bool urgentOnly = false,
        RenewalWay way = RenewalWay.AsDecided
    )
    {
        var first = plans.Solve(id => new(now.Contains(id) ? RenewalTime.Now : RenewalTime.NotYet, way));
        var rest =
            now.Count < plans.Open.Count
                ? plans.Solve(id => new(now.Contains(id) ? RenewalTime.NotYet : RenewalTime.WhenDue)).Sections
                : [];
        bool IsDone(WorkItem w) => w.Urgency >= (urgentOnly ? UrgencyClass.ThisSeason : UrgencyClass.WithinYear);
        List<WorkItem> done = [.. first.Work.Where(IsDone)];
        var prices = plans.PricesOf(done);
        var later = first.Sections.Where(s => !done.Contains(s.Item)).ToList();
        // What can wait longer than a year is no neglect; what is due within the year and left is.
        var left = first
            .Work.Where(w => !done.Contains(w) && !later.Exists(s => s.Item == w) && WorkCosts.IsWork(w, plans.Judged.Findings))
            .ToList();
        var undone = UndoneOf([.. left.Where(w => w.Urgency >= UrgencyClass.WithinYear)]);
        var waiting = left.Where(w => w.Urgency < UrgencyClass.WithinYear && !w.IsRenewal)
            .ToLookup(w => rest.Concat(later).Any(s => s.Includes(w)), w => Sentences.Lower(w.Title));
        var today = WorkCosts.Sum([.. prices.Values.Select(p => p.Total)]);
        List<Chain> chains =
        [
            // Done now, the next is due when the new covering ends.
            .. first.Sections.Except(later).Select(s => new Chain(s, s.Anew, false)),
            .. later.Select(s => new Chain(s, WorkCosts.Each(_ => 1), false)),
            .. rest.Select(s => new Chain(s, s.Left, true)),
        ];
        var over = Over(today, chains, undone, null);
        var range = JointPoints.Range(over);
        var noun = OptionWords.Noun(chains.Select(c => c.Section.Decision));
        var next = YearsOf(WorkCosts.Each(at => chains.Min(c => c.First[at])));
        return new WeighedOption(
            new RoofOption(
                kind,
                title,
                kind != OptionKind.Urgent && way == RenewalWay.AsDecided && now.SetEquals(planNow),
                JointPoints.Range(today),
                range,
                Quantise.Money(range.Mean * money.Yearly(years)),
                next,
                $"Next {noun}: {Sentences.Lower(LifeWords.Headline(next))}",
                [.. done.Select(w => new OptionJob(w.Title, w.Place, prices.TryGetValue(w.Number, out var p) ? p.Cost.Range.Words : ""))],
                [
                    .. later.Select(s => $"{Sentences.Upper(s.Decision.Title)} within a year: {JointPoints.Range(s.Price).Words}"),
                    .. rest.Select(s => $"{Sentences.Upper(s.Decision.Headline)}: {JointPoints.Range(s.Price).Words} at today’s prices"),
                    .. OptionWords.Waiting($"With the next {noun}", waiting[true]),
                    .. OptionWords.Waiting("When other work is done there", waiting[false]),
                ],
                [.. undone.Select(w => w.Item.Title)],
                OptionWords.Undone(undone, noun),
                OptionWords.Warranty(terms, renews: first.Sections.Count > later.Count)
            ),
            today,
            chains,
            undone,
            over
        );
    }

    /// <param name="lasts">Years that every old covering is taken to last; null: as drawn.</param>
    private double[] Over(double[] today, IReadOnlyList<Chain> chains, IReadOnlyList<UndoneJob> undone, int? lasts)
    {
        var worth = terms.WorthLeftPercent!.Value / Percent;
        double First(Chain chain, int at) => chain.Waits && lasts is { } n ? n : chain.First[at];
        double Left(UndoneJob job, int at)
        {
            // Until the renewal that includes it; else until a crew is on the roof again, and paid then.
            var with = chains.FirstOrDefault(c => c.Section.Includes(job.Item));
            var until = Math.Min(years, with is not null ? First(with, at) : chains.Min(c => First(c, at)));
            var damage = job.Damage(money, until);
            return with is not null || until >= years || job.Price is null ? damage : damage + (job.Price[at] * money.Today(until));
        }
        return WorkCosts.Each(at =>
            today[at]
            + chains.Sum(c => new RenewalChain(c.Section.Price[at], First(c, at), c.Section.Anew[at]).Cost(money, years, worth))
            + undone.Sum(job => Left(job, at))
        );
    }

    private List<UndoneJob> UndoneOf(IReadOnlyList<WorkItem> left)
    {
        var prices = plans.PricesOf(left);
        return [.. plans.IfLeft(left).Select(w => new UndoneJob(w, prices.GetValueOrDefault(w.Number)?.Total))];
    }

    private static YearsLeft YearsOf(double[] drawn)
    {
        var spread = JointPoints.SpreadOf(drawn);
        return new YearsLeft(Quantise.Years(spread.Low), Quantise.Years(spread.Likely), Quantise.Years(spread.High));
    }
}
