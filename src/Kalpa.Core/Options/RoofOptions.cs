using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Options;

/// <summary>
/// What an owner can choose between, each the same roof with its jobs worked out anew for that choice, over one and the same number of years: what is paid now,
/// re-roofs as the coverings end, damage expected from what stays undone, less what is left at the end. At 256 joint points, so that options are compared at the
/// same prices and the same years left.
/// </summary>
public sealed class RoofOptions
{
    /// <summary>Where something is due within so many years it is worth weighing to do it now.</summary>
    private const double WorthWeighingYears = 10;

    private const double Half = 0.5;
    private const double Percent = 100;
    private const int Tenths = 10;

    private readonly RuleBook book;
    private readonly AssessInput input;
    private readonly PlannedRoof planned;
    private readonly Assessment judged;
    private readonly OwnerTerms terms;
    private readonly MoneyInTime money;
    private readonly int years;
    private readonly IReadOnlyList<CauseLink> causes;
    private readonly Dictionary<Guid, double[]> left;
    private readonly Dictionary<(Guid, bool Relaid), double[]> anew = [];
    private readonly Dictionary<string, Solved> solved = new(StringComparer.Ordinal);

    /// <summary>Slopes whose renewal is in question, and of them those on which repair is ruled out.</summary>
    private readonly HashSet<Guid> open;
    private readonly HashSet<Guid> stopped;

    /// <summary>Slopes whose renewal nothing prices.</summary>
    private HashSet<Guid> unpriced = [];

    /// <summary>On how many example prices the options rest, at least.</summary>
    private int examples;

    private RoofOptions(RuleBook book, AssessInput recorded, Assessment judged)
    {
        (this.book, this.judged) = (book, judged);
        (input, planned) = Assessor.Prepared(book, recorded);
        terms = MoneyInTime.Filled(input.Visit?.Commission?.Terms);
        (money, years) = (MoneyInTime.Of(terms), terms.Years!.Value);
        causes = CausesFirst.Links(book, judged.Combinations, input.Findings);
        var computed = RoofDecisions.Of(book, WithoutOpinions(input), judged.Slopes, judged.Findings, planned);
        stopped = [.. computed.Where(d => d is { Renews: true, Due: null }).SelectMany(d => d.SlopeIds)];
        open =
        [
            .. computed
                .Where(IsDecided)
                .SelectMany(d => d.SlopeIds)
                // Where somebody else has to look first, nothing is weighed before they have.
                .Intersect(judged.RoofDecisions.Where(IsDecided).SelectMany(d => d.SlopeIds))
                .Where(id => stopped.Contains(id) || Slope(id) is { LifeFacts: not null, Life.Stated: not null }),
        ];
        left = open.ToDictionary(id => id, id => LeftOf(Slope(id)));
    }

    private static bool IsDecided(RoofDecision decision) =>
        decision.Action is not (RoofAction.Evaluate or RoofAction.Confirm or RoofAction.Specialist);

    /// <summary>The options of a roof as it is assessed.</summary>
    public static OptionsAnswer Of(RuleBook book, AssessInput recorded, Assessment judged)
    {
        var terms = MoneyInTime.Filled(recorded.Visit?.Commission?.Terms);
        return judged.Cost is null
            ? None(
                terms,
                judged.Commission.Prices
                    ? "There are no options to compare: no job has a planning cost."
                    : "This kind of inspection gives no costs, so options are not compared."
            )
            : new RoofOptions(book, recorded, judged).Answer();
    }

    private static OptionsAnswer None(OwnerTerms terms, string why, IReadOnlyList<string>? notes = null) =>
        new(terms, [], why, "", "", "", notes ?? [], "", why);

    private static AssessInput WithoutOpinions(AssessInput input) =>
        input.Records is { } records ? input with { Records = records with { SlopeOpinions = [] } } : input;

    private SlopeAssessment Slope(Guid id) => judged.Slopes.First(s => s.SlopeId == id);

    /// <summary>What does not suit its place has no years, and what repair is ruled out on has none to count on.</summary>
    private double[] LeftOf(SlopeAssessment slope) =>
        stopped.Contains(slope.SlopeId) ? WorkCosts.Each(_ => 0) : LifeDraws.Of(book, slope.LifeFacts!, CostDriver.RemainingLife);

    private double[] NewLife(Guid id, bool relaid)
    {
        if (!anew.TryGetValue((id, relaid), out var drawn))
        {
            drawn = Slope(id).LifeFacts is { } facts
                ? LifeDraws.Of(book, relaid ? NewCovering.Relaid(book, facts) : NewCovering.Of(facts), CostDriver.NewLife)
                : WorkCosts.Each(_ => LifeDraws.Longest);
            anew[(id, relaid)] = drawn;
        }
        return drawn;
    }

    // ---- the roof worked out anew ----

    /// <summary>A section with what its renewal costs, years until it is due and years that the new covering lasts, at each point.</summary>
    private sealed record Section(RoofDecision Decision, WorkItem Item, double[] Price, double[] Left, double[] Anew);

    /// <summary>Jobs of a way of renewing, and its sections with prices; <c>Unpriced</c>: sections whose renewal nothing prices.</summary>
    private sealed record Solved(IReadOnlyList<WorkItem> Work, IReadOnlyList<Section> Sections, IReadOnlyList<RoofDecision> Unpriced);

    /// <summary>Options have ways of renewing in common: each is worked out once.</summary>
    private Solved Solve(Func<Guid, RenewalTime> when)
    {
        var chosen = open.ToDictionary(id => id, when);
        var key = string.Join(',', judged.Slopes.Select(s => chosen.TryGetValue(s.SlopeId, out var time) ? $"{time}" : ""));
        if (!solved.TryGetValue(key, out var of))
        {
            solved[key] = of = Solve(chosen);
        }
        return of;
    }

    private Solved Solve(Dictionary<Guid, RenewalTime> chosen)
    {
        var decisions = RoofDecisions.Of(book, input, judged.Slopes, judged.Findings, planned, chosen);
        var work = WorkList.Of(book, input, judged.Slopes, judged.Findings, causes, judged.RoofProblems, decisions, planned);
        var prices = PricesOf(work);
        List<Section> sections = [];
        List<RoofDecision> unpriced = [];
        foreach (var decision in decisions.Where(d => d.Renews && open.Contains(d.SlopeIds[0])))
        {
            var item = work.First(w => IsRenewal(w) && decision.SlopeIds[0] == w.SlopeId);
            if (prices.TryGetValue(item.Number, out var priced) && priced.Cost.Unpriced.Count == 0)
            {
                var relaid = decision.Action == RoofAction.Relay;
                sections.Add(
                    new Section(
                        decision,
                        item,
                        priced.Total,
                        Earliest(decision.SlopeIds, id => left[id]),
                        Earliest(decision.SlopeIds, id => NewLife(id, relaid))
                    )
                );
            }
            else
            {
                unpriced.Add(decision);
            }
        }
        return new Solved(work, sections, unpriced);
    }

    /// <summary>Slopes of one section go together, with the first of them.</summary>
    private static double[] Earliest(IReadOnlyList<Guid> slopes, Func<Guid, double[]> of)
    {
        var all = slopes.Select(of).ToList();
        return WorkCosts.Each(at => all.Min(drawn => drawn[at]));
    }

    private static bool IsRenewal(WorkItem item) => item.Kind is WorkKind.Reroof or WorkKind.Relay or WorkKind.Rebuild;

    // ---- one option ----

    /// <summary>A section with the years until it is renewed next; <c>Waits</c>: for the old covering to end.</summary>
    private sealed record Chain(Section Section, double[] First, bool Waits);

    /// <summary>An option with what its costs over the years are made of, and those at the joint points.</summary>
    private sealed record Weighed(
        RoofOption Option,
        double[] Today,
        IReadOnlyList<Chain> Chains,
        IReadOnlyList<UndoneJob> Undone,
        double[] Over
    );

    /// <summary>A job that is left though it is due, with its price at each point; nothing where none is known.</summary>
    private sealed record UndoneJob(WorkItem Item, double[]? Price);

    private List<UndoneJob> UndoneOf(IReadOnlyList<WorkItem> left)
    {
        var prices = PricesOf(left);
        return [.. left.Select(w => new UndoneJob(w, prices.GetValueOrDefault(w.Number)?.Total))];
    }

    /// <param name="now">Slopes that are renewed now.</param>
    /// <param name="urgentOnly">Whether only what cannot wait is done: what is renewed now is renewed within the year, and repairs that can wait are not made.</param>
    private Weighed Weigh(OptionKind kind, string title, HashSet<Guid> now, HashSet<Guid> planNow, bool urgentOnly = false)
    {
        var first = Solve(id => now.Contains(id) ? RenewalTime.Now : RenewalTime.NotYet);
        var rest = now.Count < open.Count ? Solve(id => now.Contains(id) ? RenewalTime.NotYet : RenewalTime.WhenDue).Sections : [];
        bool IsDone(WorkItem w) => w.Urgency >= (urgentOnly ? UrgencyClass.ThisSeason : UrgencyClass.WithinYear);
        List<WorkItem> done = [.. first.Work.Where(IsDone)];
        var prices = PricesOf(done);
        var later = first.Sections.Where(s => !done.Contains(s.Item)).ToList();
        // What is put off to the re-roof is no neglect; what is due within the year and left is.
        var left = first
            .Work.Where(w => !done.Contains(w) && !later.Exists(s => s.Item == w) && WorkCosts.IsWork(w, judged.Findings))
            .ToList();
        var undone = UndoneOf([.. left.Where(w => w.Urgency >= UrgencyClass.WithinYear)]);
        var withReroof = left.Where(w => w.Urgency < UrgencyClass.WithinYear && !IsRenewal(w))
            .Select(w => Sentences.Lower(w.Title))
            .Distinct()
            .ToList();
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
        var next = YearsOf(WorkCosts.Each(at => chains.Min(c => c.First[at])));
        return new Weighed(
            new RoofOption(
                kind,
                title,
                kind != OptionKind.Urgent && now.SetEquals(planNow),
                JointPoints.Range(today),
                range,
                Quantise.Money(range.Mean * money.Yearly(years)),
                next,
                $"Next {Noun(chains.Select(c => c.Section.Decision))}: {Sentences.Lower(LifeWords.Headline(next))}",
                [.. done.Select(w => new OptionJob(w.Title, w.Place, prices.TryGetValue(w.Number, out var p) ? p.Cost.Range.Words : ""))],
                [
                    .. later.Select(s => $"{Sentences.Upper(s.Decision.Title)} within a year: {JointPoints.Range(s.Price).Words}"),
                    .. rest.Select(s => $"{Sentences.Upper(s.Decision.Headline)}: {JointPoints.Range(s.Price).Words} at today’s prices"),
                    .. withReroof.Count > 0 ? [$"With the next re-roof: {Sentences.List(withReroof)}"] : Array.Empty<string>(),
                ],
                [.. undone.Select(w => w.Item.Title)],
                UndoneWords(undone)
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
            // Until its section is renewed, and done with that; else until a crew is on the roof again, and paid then.
            var with = chains.FirstOrDefault(c => job.Item.SlopeId is { } id && c.Section.Decision.SlopeIds.Contains(id));
            var until = Math.Min(years, with is not null ? First(with, at) : chains.Min(c => First(c, at)));
            var damage = (job.Item.LossLow + job.Item.LossHigh) * Half * money.Flow(until);
            return with is not null || until >= years || job.Price is null ? damage : damage + (job.Price[at] * money.Today(until));
        }
        return WorkCosts.Each(at =>
            today[at]
            + chains.Sum(c => new RenewalChain(c.Section.Price[at], First(c, at), c.Section.Anew[at]).Cost(money, years, worth))
            + undone.Sum(job => Left(job, at))
        );
    }

    private IReadOnlyDictionary<int, PricedJob> PricesOf(IReadOnlyList<WorkItem> work)
    {
        var (jobs, rests) = WorkCosts.Priced(book, input, work);
        examples = Math.Max(examples, rests);
        return jobs;
    }

    private static YearsLeft YearsOf(double[] drawn)
    {
        var sorted = drawn.Order().ToArray();
        double At(double share) => Quantise.Years(sorted[(int)(share * sorted.Length)]);
        return new YearsLeft(At(0.1), At(0.5), At(0.9));
    }

    private static string UndoneWords(List<UndoneJob> undone)
    {
        var (low, high) = (undone.Sum(w => w.Item.LossLow), undone.Sum(w => w.Item.LossHigh));
        var jobs = undone.Count == 1 ? "1 job that is due is left" : $"{undone.Count} jobs that are due are left";
        return undone.Count == 0 ? ""
            : high > 0 ? $"{jobs} until the next re-roof; expected damage until then {Sentences.Money(low, high)} a year."
            : $"{jobs} until the next re-roof.";
    }

    // ---- all of them ----

    private OptionsAnswer Answer()
    {
        var all = Solve(_ => RenewalTime.Now);
        unpriced = [.. all.Unpriced.SelectMany(d => d.SlopeIds)];
        if (unpriced.Count > 0)
        {
            open.ExceptWith(unpriced);
            stopped.ExceptWith(unpriced);
            all = Solve(_ => RenewalTime.Now);
        }
        var notes = Notes();
        if (open.Count == 0)
        {
            return None(terms, "There are no options to compare yet.", notes);
        }
        var planNow = judged
            .RoofDecisions.Where(d => d is { Renews: true, Soon: true })
            .SelectMany(d => d.SlopeIds)
            .Where(open.Contains)
            .ToHashSet();
        var weighed = Candidates(planNow, all).ToList();
        if (weighed.Count < 2)
        {
            return None(
                terms,
                weighed.Count == 1 && stopped.Count == open.Count
                    ? "There is no choice between options: repair is ruled out on every slope."
                    : "There is no choice between options: nothing is due for renewal within 10 years, and every repair is due now.",
                notes
            );
        }
        var repair = weighed.Find(w => w.Option.Kind == OptionKind.Repair);
        var whole = weighed.Find(w => w.Option.Kind == OptionKind.All);
        return new OptionsAnswer(
            terms,
            [.. weighed.Select(w => w.Option)],
            "",
            Compared(weighed),
            repair is null || whole is null || !repair.Chains.Any(c => c.Waits) ? "" : BreakEven(repair, whole),
            IfNothing(),
            notes,
            Assumed(),
            WorkCosts.WhyNot(input.Firm, examples)
        );
    }

    private IEnumerable<Weighed> Candidates(HashSet<Guid> planNow, Solved all)
    {
        var verb = Verb(all.Sections.Select(s => s.Decision));
        var repair = Weigh(OptionKind.Repair, RepairTitle(verb), stopped, planNow);
        if (stopped.Count < open.Count || planNow.Count == 0)
        {
            var urgent = Weigh(OptionKind.Urgent, "Only what is urgent", stopped, planNow, urgentOnly: true);
            if (urgent.Option.Jobs.Count > 0 && urgent.Option.Jobs.Count < repair.Option.Jobs.Count)
            {
                yield return urgent;
            }
            yield return repair;
        }
        var part = PartNow(planNow);
        if (part.Count > 0 && part.Count < open.Count && !part.SetEquals(stopped))
        {
            var letters = judged.Slopes.Where(s => part.Contains(s.SlopeId)).Select(s => s.Letter).ToList();
            yield return Weigh(
                OptionKind.Part,
                $"{verb} {Sentences.Lower(Sentences.Slopes(letters))} now, the rest when due",
                part,
                planNow
            );
        }
        if (open.Any(id => stopped.Contains(id) || Slope(id).Life!.Stated!.Likely <= WorthWeighingYears))
        {
            yield return Weigh(OptionKind.All, open.Count == 1 ? $"{verb} now" : $"{verb} all slopes now", open, planNow);
        }
    }

    /// <summary>Where repair is ruled out on some slopes, those are renewed now in every option.</summary>
    private string RepairTitle(string verb)
    {
        var letters = judged.Slopes.Where(s => stopped.Contains(s.SlopeId)).Select(s => s.Letter).ToList();
        return letters.Count > 0 ? $"{verb} {Sentences.Lower(Sentences.Slopes(letters))} now, repair the rest"
            : judged.Work.Any(w => w.Kind == WorkKind.Repair) ? $"Repair now, {Sentences.Lower(verb)} when due"
            : $"Maintain, {Sentences.Lower(verb)} when due";
    }

    /// <summary>What the plan of work has renewed now; where that is nothing or all, the slopes that are due within its years, or first.</summary>
    private HashSet<Guid> PartNow(HashSet<Guid> planNow)
    {
        if (planNow.Count > 0 && planNow.Count < open.Count)
        {
            return planNow;
        }
        return [.. open.Where(id => stopped.Contains(id) || Slope(id).Life!.Stated!.Likely <= RoofDecisions.PlanYears)];
    }

    private static string Verb(IEnumerable<RoofDecision> decisions)
    {
        var all = decisions.ToList();
        return all.TrueForAll(d => d.Action == RoofAction.Relay) ? "Relay"
            : all.TrueForAll(d => d.Mark.StartsWith("Replace", StringComparison.Ordinal)) ? "Replace"
            : "Re-roof";
    }

    private static string Noun(IEnumerable<RoofDecision> decisions) =>
        Verb(decisions) switch
        {
            "Relay" => "relay",
            "Replace" => "replacement",
            _ => "re-roof",
        };

    private string Compared(List<Weighed> weighed)
    {
        var least = weighed.MinBy(w => w.Option.Over.Mean)!;
        var planned = weighed.Find(w => w.Option.Planned);
        var other = planned is null || planned == least ? weighed.Where(w => w != least).MinBy(w => w.Option.Over.Mean)! : planned;
        var cheaper = Enumerable.Range(0, least.Over.Length).Count(at => least.Over[at] <= other.Over[at]);
        var tenths = (int)Math.Round((double)cheaper / least.Over.Length * Tenths, MidpointRounding.AwayFromZero);
        var surely = tenths >= Tenths ? "in nearly all cases" : string.Create(CultureInfo.InvariantCulture, $"in {tenths} of 10 cases");
        var by = Sentences.Money(Quantise.Money(other.Option.Over.Mean - least.Option.Over.Mean));
        return $"“{least.Option.Title}” costs least over {Sentences.Count(years, "year")} on average: about {by} less than “{Sentences.Lower(other.Option.Title)}”"
            + (planned == other ? ", the plan of work here" : "")
            + $", and less {surely}."
            + (planned == least ? " It is the plan of work here." : "");
    }

    /// <summary>The fewest whole years the coverings have to last for repairs to cost no more than a new covering now, on average.</summary>
    private string BreakEven(Weighed repair, Weighed whole)
    {
        int? pays = Enumerable
            .Range(1, years)
            .Where(n => JointPoints.Mean(Over(repair.Today, repair.Chains, repair.Undone, n)) <= whole.Option.Over.Mean)
            .Select(n => (int?)n)
            .FirstOrDefault();
        if (pays is not { } from)
        {
            return $"{whole.Option.Title} costs less even if the covering lasted {Sentences.Count(years, "more year")}.";
        }
        var earliest = WorkCosts.Each(at => repair.Chains.Where(c => c.Waits).Min(c => c.First[at]));
        var chance = (double)earliest.Count(n => n >= from) / earliest.Length;
        return from == 1
            ? "Repairing pays even if the covering lasts only 1 more year."
            : string.Create(
                CultureInfo.InvariantCulture,
                $"Repairing pays while at least {from} more years are likely; the chance of that is {chance * Percent:0}%."
            );
    }

    private string IfNothing()
    {
        var work = judged.Work.Where(w => WorkCosts.IsWork(w, judged.Findings)).ToList();
        var (low, high) = (work.Sum(w => w.LossLow), work.Sum(w => w.LossHigh));
        var danger = judged.Work.Where(w => w.Urgency == UrgencyClass.MakeSafeNow).Select(w => $"{w.Number}").ToList();
        string[] said =
        [
            high > 0 ? $"If nothing is done: expected damage {Sentences.Money(low, high)} in the first year." : "",
            danger.Count > 0
                ? $"{(danger.Count == 1 ? "Job" : "Jobs")} {Sentences.List(danger)} {(danger.Count == 1 ? "is a danger" : "are dangers")} to people: no figure is put on that, and no option leaves it out."
                : "",
        ];
        return string.Join(' ', said.Where(s => s.Length > 0));
    }

    private List<string> Notes()
    {
        List<string> notes = [];
        void LeftOut(Func<SlopeAssessment, bool> which, string why)
        {
            var letters = judged.Slopes.Where(which).Select(s => s.Letter).ToList();
            if (letters.Count > 0)
            {
                notes.Add($"{Sentences.Slopes(letters)}: left out {why}.");
            }
        }
        LeftOut(
            s => unpriced.Contains(s.SlopeId),
            "because nothing prices a new covering there: it needs a size, a covering that suits the pitch, and prices"
        );
        LeftOut(s => !unpriced.Contains(s.SlopeId) && !open.Contains(s.SlopeId), "until a remaining life is stated");
        if (open.Count > 0 && open.All(id => left[id].Min() >= years))
        {
            notes.Add(
                $"No slope falls due within {Sentences.Count(years, "year")}: options differ by repairs and by what is left at the end."
            );
        }
        return notes;
    }

    private string Assumed() =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"In today’s money over {Sentences.Count(years, "year")} at {terms.InterestPercent}% interest and {terms.PriceGrowthPercent}% price growth a year; {terms.WorthLeftPercent}% of what the coverings are still worth at the end is credited. Slopes of one roof are assumed to age alike, and repairs to hold until the covering is renewed. Planning figures, not an offer."
        );
}
