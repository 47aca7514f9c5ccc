using System.Globalization;
using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Quantities;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Deferral;

/// <summary>
/// A stage of damage if a job is left: <paramref name="Happened"/> already, as was found; else the chance that it has happened after the first years and after all of
/// them. <paramref name="Cost"/>: what putting it right costs, in words, with what may be done instead; null where the inspection gives no prices.
/// </summary>
public sealed record DeferralStageAnswer(
    string What,
    bool Happened,
    double EarlyChance,
    double Chance,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Cost = null
);

/// <summary>
/// What is likely to follow if a job is left for <paramref name="Years"/> years, and after the first <paramref name="Early"/> of them. <paramref name="Cost"/>: what it is
/// expected to cost in today's money, in words beside what the job costs now; null where the inspection gives no prices; <paramref name="Examples"/>: so many of the
/// prices are still the shipped examples.
/// </summary>
public sealed record DeferralAnswer(
    IReadOnlyList<DeferralStageAnswer> Stages,
    int Early,
    int Years,
    string Words,
    int Examples,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Cost = null,
    [property: JsonIgnore] IReadOnlyList<double>? Expected = null
);

/// <summary>What happens when work is left undone: stages of damage with chances, from the rule book, the finding's own chance and what has been found already.</summary>
public static class Deferrals
{
    /// <summary>Years looked at where the owner has said none: longer than anybody leaves a job that is due.</summary>
    private const int UsualYears = 10;

    private const int MostYears = 15;
    private const int EarlyYears = 5;

    /// <summary>Under these no room is spoiled.</summary>
    private static readonly Under[] Outside = [Under.Porch, Under.Overhang, Under.OpenAir, Under.Garage];

    /// <summary>The jobs, each with what follows if it is left, where the rule book knows that.</summary>
    internal static IReadOnlyList<WorkItem> Of(
        RuleBook book,
        AssessInput input,
        IReadOnlyList<WorkItem> work,
        IReadOnlyList<FindingAssessment> findings,
        IReadOnlyList<RoofProblem> problems,
        bool priced
    )
    {
        // Read once for all jobs.
        var prices = priced ? new PriceList(book, input.Firm) : null;
        var conditions = input.Findings.ToDictionary(f => f.Id, f => f.Condition);
        return
        [
            .. work.Select(item =>
                Of(book, input, item, findings, problems, conditions, prices) is { } left ? item with { IfLeft = left } : item
            ),
        ];
    }

    private static DeferralAnswer? Of(
        RuleBook book,
        AssessInput input,
        WorkItem item,
        IReadOnlyList<FindingAssessment> findings,
        IReadOnlyList<RoofProblem> problems,
        Dictionary<Guid, string> conditions,
        PriceList? prices
    )
    {
        // What people can be hurt by is not left, and what only holds until something else is done is not what is put off.
        if (item is not { Kind: WorkKind.Repair, Temporary: false } || item.Urgency is UrgencyClass.MakeSafeNow or UrgencyClass.Watch)
        {
            return null;
        }
        var ids = (item.Resolves ?? []).Select(r => r.FindingId).ToHashSet();
        var defects = findings.Where(f => ids.Contains(f.FindingId) && f.Verdict.IsDefect).ToList();
        var under = input.Slopes.FirstOrDefault(s => s.Id == item.SlopeId)?.Under ?? Under.Attic;
        var begun = book
            .DeferralChains.Where(c => c.Rooms is not { } rooms || rooms != Outside.Contains(under))
            .Select(c => (Chain: c, Causes: defects.Where(f => c.Conditions.Contains(conditions[f.FindingId])).ToList()))
            .FirstOrDefault(c => c.Causes.Count > 0);
        if (begun.Chain is not { } chain)
        {
            return null;
        }
        // Damage of the same problem has happened, whoever puts it right.
        var beside = problems
            .Select(p => p.Parts.Select(part => part.FindingId).ToList())
            .Where(p => p.Exists(ids.Contains))
            .SelectMany(p => p)
            .Concat(ids)
            .Select(id => conditions[id])
            .ToHashSet();
        var happened = chain.Stages.ToList().FindLastIndex(s => s.ShownBy?.Any(beside.Contains) == true) + 1;
        return happened == chain.Stages.Count
            ? null
            : Answer(input, item, chain, happened, begun.Causes.Max(f => f.Urgency.Chance), prices);
    }

    private static DeferralAnswer Answer(AssessInput input, WorkItem item, DeferralChain chain, int happened, double own, PriceList? prices)
    {
        var said = input.Visit?.Commission?.Terms;
        var terms = MoneyInTime.Filled(said);
        var years = Math.Min(said?.Years ?? UsualYears, MostYears);
        var early = Math.Min(EarlyYears, years);
        var horizon = Math.Max(years, terms.Years!.Value);
        var open = chain.Stages.Skip(happened).ToList();
        var rates = open.Select(s => s.AYear is { } a ? Spread.Of(a) : new Spread(own, own, own)).ToList();
        var by = By(r => r.Likely);
        var stages = chain
            .Stages.Select(
                (stage, at) =>
                    at < happened
                        ? new DeferralStageAnswer(Sentences.Upper(stage.Happens), true, 1, 1)
                        : new DeferralStageAnswer(
                            Sentences.Upper(stage.Happens),
                            false,
                            Quantise.Chance(by[early - 1][at - happened]),
                            Quantise.Chance(by[years - 1][at - happened]),
                            prices is null ? null : CostWords(prices, stage)
                        )
            )
            .ToList();
        var words =
            $"If left for {Sentences.Count(years, "year")}: {Sentences.List([.. open.Select((s, at) => $"{s.Happens} ({Chance(by[years - 1][at])})")])}.";
        if (prices is null)
        {
            return new DeferralAnswer(stages, early, years, words, 0);
        }
        var cost = new Spread(
            Expected(By(r => r.Low), s => s.Low)[years - 1],
            Expected(by, s => s.Likely)[years - 1],
            Expected(By(r => r.High), s => s.High)[years - 1]
        );
        return new DeferralAnswer(
            stages,
            early,
            years,
            words,
            PriceRows(open).Distinct().Count(key => prices.OfDamage(key).Example),
            ExpectedWords(cost, item, years),
            Expected(by, JointPoints.MeanOf)
        );

        double[][] By(Func<Spread, double> of) => StagesOfDamage.Happened([.. rates.Select(of)], horizon);

        // In today's money, by the end of each year: a stage is paid for in the year in which it happens.
        List<double> Expected(double[][] happenedBy, Func<Spread, double> of)
        {
            var (money, region) = (MoneyInTime.Of(terms), prices.Of(PriceKind.Region).Range.Likely);
            List<double> sum = [];
            for (var year = 1; year <= horizon; year++)
            {
                var paid = open.Select(
                        (s, at) =>
                            of(prices.OfDamage(s.Price).Range) * (happenedBy[year - 1][at] - (year > 1 ? happenedBy[year - 2][at] : 0))
                    )
                    .Sum();
                sum.Add((year > 1 ? sum[^1] : 0) + (paid * region * money.Today(year)));
            }
            return sum;
        }
    }

    private static IEnumerable<string> PriceRows(IEnumerable<DeferralStage> stages) =>
        stages.SelectMany(s => new[] { s.Price, s.InsteadPrice }).OfType<string>();

    private static string CostWords(PriceList prices, DeferralStage stage)
    {
        var own = Cost(prices, stage.Price);
        return stage is { Instead: { } instead, InsteadPrice: { } row } ? $"{own}; or {instead}: {Cost(prices, row)}" : own;
    }

    private static string Cost(PriceList prices, string key)
    {
        var (range, region) = (prices.OfDamage(key).Range, prices.Of(PriceKind.Region).Range.Likely);
        return Sentences.Money(Quantise.Money(range.Low * region), Quantise.Money(range.High * region));
    }

    /// <summary>As one says it: in tenths, and no surer than that.</summary>
    public static string Chance(double chance)
    {
        var tenths = (int)Math.Round(chance * 10, MidpointRounding.AwayFromZero);
        return tenths == 0 ? "less than 1 in 10"
            : tenths == 10 ? "nearly certain"
            : string.Create(CultureInfo.InvariantCulture, $"{tenths} in 10");
    }

    private static string ExpectedWords(Spread cost, WorkItem item, int years)
    {
        var (low, high) = (Quantise.Money(cost.Low), Quantise.Money(cost.High));
        var left =
            $"Expected cost of leaving it for {Sentences.Count(years, "year")}: {Sentences.Money(low, high)}, likely {Sentences.Money(Quantise.Money(cost.Likely))}";
        return item.Cost is { } now ? $"{left}; doing it now costs {now.Range.Words}." : $"{left}.";
    }
}
