using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Options;

/// <summary>What is said of options.</summary>
internal static class OptionWords
{
    private const double Percent = 100;

    /// <summary>Of so many jobs it is told what follows if they are left: the first ones tell enough.</summary>
    private const int JobsTold = 3;

    private const int Tenths = 10;

    public static string Verb(IEnumerable<RoofDecision> decisions)
    {
        var all = decisions.ToList();
        return all.TrueForAll(d => d.Action == RoofAction.Relay) ? "Relay"
            : all.TrueForAll(d => d.Mark.StartsWith("Replace", StringComparison.Ordinal)) ? "Replace"
            : "Re-roof";
    }

    public static string Noun(IEnumerable<RoofDecision> decisions) =>
        Verb(decisions) switch
        {
            "Relay" => "relay",
            "Replace" => "replacement",
            _ => "re-roof",
        };

    /// <summary>Jobs that can wait, and for what.</summary>
    public static IEnumerable<string> Waiting(string until, IEnumerable<string> jobs)
    {
        var named = jobs.Distinct().ToList();
        return named.Count == 0 ? [] : [$"{until}: {Sentences.List(named)}"];
    }

    /// <param name="next">What is waited for: the re-roof, the relay, the replacement.</param>
    public static string Undone(IReadOnlyList<UndoneJob> undone, string next)
    {
        var (low, high) = (undone.Sum(w => w.Item.LossLow), undone.Sum(w => w.Item.LossHigh));
        var jobs = undone.Count == 1 ? "1 job that is due is left" : $"{undone.Count} jobs that are due are left";
        return undone.Count == 0 ? ""
            : high > 0 ? $"{jobs} until the next {next}; expected damage until then {Sentences.Money(low, high)} a year."
            : $"{jobs} until the next {next}.";
    }

    /// <summary>A manufacturer stands behind a covering, not behind a repair of an old one.</summary>
    public static string Warranty(OwnerTerms terms, bool renews)
    {
        static string Of(string whose, int? years) => years is { } n ? $"{whose} {Sentences.Count(n, "year")}" : $"{whose} not entered";
        return !renews ? "On repairs the roofer’s workmanship only, none on the covering."
            : terms is { WorkmanshipYears: null, ManufacturerYears: null } ? "On what is renewed now: not entered. Take it from the bids."
            : $"On what is renewed now: {Of("workmanship", terms.WorkmanshipYears)}, {Of("manufacturer’s", terms.ManufacturerYears)}.";
    }

    public static string Compared(List<WeighedOption> weighed, int years)
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

    /// <param name="from">The fewest whole years from which on repairing pays; null where none within the owner's years do.</param>
    public static string BreakEven(WeighedOption repair, WeighedOption whole, int? from, int years)
    {
        if (from is not { } least)
        {
            return $"{whole.Option.Title} costs less even if the covering lasted {Sentences.Count(years, "more year")}.";
        }
        var earliest = WorkCosts.Each(at => repair.Chains.Where(c => c.Waits).Min(c => c.First[at]));
        var chance = (double)earliest.Count(n => n >= least) / earliest.Length;
        return least == 1
            ? "Repairing pays even if the covering lasts only 1 more year."
            : string.Create(
                CultureInfo.InvariantCulture,
                $"Repairing pays while at least {least} more years are likely; the chance of that is {chance * Percent:0}%."
            );
    }

    public static string IfNothing(Assessment judged)
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
            .. work.Where(w => w.IfLeft is not null).Take(JobsTold).Select(w => $"Job {w.Number}: {Sentences.Lower(w.IfLeft!.Words)}"),
        ];
        return string.Join(' ', said.Where(s => s.Length > 0));
    }

    public static List<string> Notes(RenewalPlans plans, int years)
    {
        List<string> notes = [];
        void LeftOut(Func<SlopeAssessment, bool> which, string why)
        {
            var letters = plans.Judged.Slopes.Where(which).Select(s => s.Letter).ToList();
            if (letters.Count > 0)
            {
                notes.Add($"{Sentences.Slopes(letters)}: left out {why}.");
            }
        }
        LeftOut(
            s => plans.Unpriced.Contains(s.SlopeId),
            "because nothing prices a new covering there: it needs a size, a covering that suits the pitch, and prices"
        );
        LeftOut(s => !plans.Unpriced.Contains(s.SlopeId) && !plans.Open.Contains(s.SlopeId), "until a remaining life is stated");
        foreach (var (id, lift) in plans.TooFlat().Where(s => !(s.Value <= NewRoof.MostLiftInches)))
        {
            notes.Add(
                lift is { } inches
                    ? $"Re-sloping slope {plans.Slope(id).Letter} to 4:12 would raise its back by {new Length(inches).ToTradeText()}: that is new framing, and is not compared here."
                    : $"Re-sloping slope {plans.Slope(id).Letter} is not compared: its run is not measured."
            );
        }
        if (plans.Open.Count > 0 && plans.Open.All(id => plans.Left[id].Min() >= years))
        {
            notes.Add(
                $"No slope falls due within {Sentences.Count(years, "year")}: options differ by repairs and by what is left at the end."
            );
        }
        return notes;
    }

    public static string Assumed(OwnerTerms terms) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"In today’s money over {Sentences.Count(terms.Years!.Value, "year")} at {terms.InterestPercent}% interest and {terms.PriceGrowthPercent}% price growth a year; {terms.WorthLeftPercent}% of what the coverings are still worth at the end is credited. Slopes of one roof are assumed to age alike, and repairs to hold until the covering is renewed. Planning figures, not an offer."
        );
}
