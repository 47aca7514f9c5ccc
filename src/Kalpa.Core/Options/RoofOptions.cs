using Kalpa.Core.Assessing;
using Kalpa.Core.Costs;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Options;

/// <summary>
/// What an owner can choose between, each the same roof with its jobs worked out anew for that choice, over one and the same number of years: what is paid now,
/// re-roofs as the coverings end, damage expected from what stays undone, less what is left at the end. At 256 joint points, so that options are compared at the
/// same prices and the same years left.
/// </summary>
public static class RoofOptions
{
    /// <summary>Where something is due within so many years it is worth weighing to do it now.</summary>
    private const double WorthWeighingYears = 10;

    /// <summary>The options of a roof as it is assessed.</summary>
    public static OptionsAnswer Of(RuleBook book, AssessInput recorded, Assessment judged)
    {
        var terms = MoneyInTime.Filled(recorded.Visit?.Commission?.Terms);
        if (judged.Cost is null)
        {
            return None(
                terms,
                judged.Commission.Prices
                    ? "There are no options to compare: no job has a planning cost."
                    : "This kind of inspection gives no costs, so options are not compared.",
                []
            );
        }
        var (plans, years) = (new RenewalPlans(book, recorded, judged), terms.Years!.Value);
        var notes = OptionWords.Notes(plans, years);
        if (plans.Open.Count == 0)
        {
            return None(terms, "There are no options to compare yet.", notes);
        }
        var planNow = judged
            .RoofDecisions.Where(d => d is { Renews: true, Soon: true })
            .SelectMany(d => d.SlopeIds)
            .Where(plans.Open.Contains)
            .ToHashSet();
        var weigher = new OptionWeigher(plans, terms);
        var weighed = Candidates(plans, weigher, planNow).ToList();
        if (weighed.Count < 2)
        {
            return None(
                terms,
                plans.Stopped.Count == plans.Open.Count
                    ? "There is no choice between options: repair is ruled out on every slope."
                    : "There is no choice between options: no slope is due for renewal within 10 years, so it is repaired.",
                notes
            );
        }
        var repair = weighed.Find(w => w.Option.Kind == OptionKind.Repair);
        var whole = weighed.Find(w => w.Option.Kind == OptionKind.All);
        return new OptionsAnswer(
            terms,
            [.. weighed.Select(w => w.Option)],
            "",
            OptionWords.Compared(weighed, years),
            repair is null || whole is null || !repair.Chains.Any(c => c.Waits)
                ? ""
                : OptionWords.BreakEven(repair, whole, weigher.PaysFrom(repair, whole), years),
            OptionWords.IfNothing(judged),
            notes,
            OptionWords.Assumed(terms),
            WorkCosts.WhyNot(plans.Input.Firm, plans.Examples)
        );
    }

    private static OptionsAnswer None(OwnerTerms terms, string why, IReadOnlyList<string> notes) =>
        new(terms, [], why, "", "", "", notes, "", why);

    private static IEnumerable<WeighedOption> Candidates(RenewalPlans plans, OptionWeigher weigher, HashSet<Guid> planNow)
    {
        var verb = OptionWords.Verb(plans.Solve(_ => RenewalPlans.AtOnce).Sections.Select(s => s.Decision));
        var repair = weigher.Weigh(OptionKind.Repair, RepairTitle(plans, verb), plans.Stopped, planNow);
        if (plans.Stopped.Count < plans.Open.Count || planNow.Count == 0)
        {
            var urgent = weigher.Weigh(OptionKind.Urgent, "Only what is urgent", plans.Stopped, planNow, urgentOnly: true);
            if (urgent.Option.Jobs.Count > 0 && urgent.Option.Jobs.Count < repair.Option.Jobs.Count)
            {
                yield return urgent;
            }
            yield return repair;
        }
        var part = PartNow(plans, planNow);
        if (part.Count > 0 && part.Count < plans.Open.Count && !part.SetEquals(plans.Stopped))
        {
            var letters = plans.Judged.Slopes.Where(s => part.Contains(s.SlopeId)).Select(s => s.Letter).ToList();
            yield return weigher.Weigh(
                OptionKind.Part,
                $"{verb} {Sentences.Lower(Sentences.Slopes(letters))} now, the rest when due",
                part,
                planNow
            );
        }
        if (plans.Open.Any(id => plans.Stopped.Contains(id) || plans.Slope(id).Life!.Stated!.Likely <= WorthWeighingYears))
        {
            var all = plans.Open.Count == 1 ? $"{verb} now" : $"{verb} all slopes now";
            yield return weigher.Weigh(OptionKind.All, all, plans.Open, planNow);
            if (plans.Better() is { Count: > 0 } better)
            {
                yield return weigher.Weigh(
                    OptionKind.Better,
                    $"{all}, better: {Sentences.List(better)}",
                    plans.Open,
                    planNow,
                    way: RenewalWay.Better
                );
            }
        }
        if (plans.Steepened() is { Count: > 0 } steepened)
        {
            var letters = plans.Judged.Slopes.Where(s => steepened.Contains(s.SlopeId)).Select(s => s.Letter).ToList();
            yield return weigher.Weigh(
                OptionKind.Reslope,
                $"Re-slope {Sentences.Lower(Sentences.Slopes(letters))} now{(plans.Open.Count > planNow.Union(steepened).Count() ? ", the rest when due" : "")}",
                [.. planNow, .. steepened],
                planNow,
                way: RenewalWay.Reslope
            );
        }
    }

    /// <summary>Where repair is ruled out on some slopes, those are renewed now in every option.</summary>
    private static string RepairTitle(RenewalPlans plans, string verb)
    {
        var letters = plans.Judged.Slopes.Where(s => plans.Stopped.Contains(s.SlopeId)).Select(s => s.Letter).ToList();
        return letters.Count > 0 ? $"{verb} {Sentences.Lower(Sentences.Slopes(letters))} now, repair the rest"
            : plans.Judged.Work.Any(w => w.Kind == WorkKind.Repair) ? $"Repair now, {Sentences.Lower(verb)} when due"
            : $"Maintain, {Sentences.Lower(verb)} when due";
    }

    /// <summary>What the plan of work has renewed now; where that is nothing or all, the slopes that are due within its years, or first.</summary>
    private static HashSet<Guid> PartNow(RenewalPlans plans, HashSet<Guid> planNow)
    {
        if (planNow.Count > 0 && planNow.Count < plans.Open.Count)
        {
            return planNow;
        }
        return [.. plans.Open.Where(id => plans.Stopped.Contains(id) || plans.Slope(id).Life!.Stated!.Likely <= RoofDecisions.PlanYears)];
    }
}
