using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.PlanOfWork;
using Kalpa.Core.RoofPlans.Measuring;

namespace Kalpa.Core.Quantities;

/// <summary>What the inspector set of a job's quantities, put in place of what was calculated; that stands beside it, with the reason.</summary>
internal static class QuantitiesSet
{
    /// <summary>Jobs whose quantities were set; the latest counts. What was set of a job that takes no such thing any more is said with the job.</summary>
    public static IReadOnlyList<WorkItem> Of(IReadOnlyList<WorkItem> work, IReadOnlyList<QuantitySetFact>? set)
    {
        if (set is not { Count: > 0 })
        {
            return work;
        }
        // What a temporary repair takes is not what the job takes.
        var lasting = work.Where(w => !w.Temporary).ToList();
        var placed = set.OrderBy(s => s.Id).ToLookup(s => NamedJobs.FindOrRenewal(lasting, s.FindingId, s.SlopeId, s.Title)?.Number);
        return [.. work.Select(job => With(job, [.. placed[job.Number]]))];
    }

    private static WorkItem With(WorkItem job, List<QuantitySetFact> set)
    {
        if (set.Count == 0)
        {
            return job;
        }
        var quantities = job.Quantities ?? new JobQuantities([], null, [], []);
        foreach (var one in set.GroupBy(s => (s.Item, Unit: TakeOffLine.One(s.Unit))).Select(g => g.Last()))
        {
            quantities = Put(quantities, one);
        }
        return job with { Quantities = quantities };
    }

    private static JobQuantities Put(JobQuantities all, QuantitySetFact set)
    {
        if (set.Item.Length == 0)
        {
            return all with { Hours = HoursOf(all.Hours, set) };
        }
        if (all.Lines.Any(l => Is(l.Item, l.Unit, set)))
        {
            return all with
            {
                Lines =
                [
                    .. all.Lines.Select(l =>
                        Is(l.Item, l.Unit, set)
                            ? TakeOffLine.Of(l.Key, l.Item, set.Amount, TakeOffLine.Many(l.Unit), Basis(set, l.Amount, l.Unit))
                            : l
                    ),
                ],
            };
        }
        if (all.Allowances.Any(a => Is(a.Item, a.Unit, set)))
        {
            return all with { Allowances = [.. all.Allowances.Select(a => Is(a.Item, a.Unit, set) ? Found(a, set) : a)] };
        }
        return all with
        {
            Assumed =
            [
                .. all.Assumed,
                $"{set.Item} was set to {QuantityMath.Figure(set.Amount)} {set.Unit} ({Reason(set)}); the job takes none as it is now. Check whether it is still needed.",
            ],
        };
    }

    /// <summary>What is set is likely; low and high keep their proportion to it, for the work is no more certain for it.</summary>
    private static LaborHours HoursOf(LaborHours? hours, QuantitySetFact set) =>
        hours is { Likely: > 0 }
            ? new LaborHours(
                QuantityMath.Tenth(hours.Low * set.Amount / hours.Likely),
                set.Amount,
                QuantityMath.Tenth(hours.High * set.Amount / hours.Likely),
                $"{Basis(set, hours.Likely, "labor-hours")}; {hours.Basis}"
            )
            : new LaborHours(set.Amount, set.Amount, set.Amount, $"set: {Reason(set)}");

    /// <summary>An amount that somebody counted is that amount: nothing is left to be allowed for.</summary>
    private static Allowance Found(Allowance calculated, QuantitySetFact set) =>
        calculated with
        {
            Low = set.Amount,
            Likely = set.Amount,
            High = set.Amount,
            Basis = Basis(set, calculated.Likely, calculated.Unit),
        };

    private static bool Is(string item, string unit, QuantitySetFact set) =>
        item == set.Item && TakeOffLine.One(unit) == TakeOffLine.One(set.Unit);

    private static string Basis(QuantitySetFact set, double calculated, string unit) =>
        $"set: {Reason(set)}; calculated {QuantityMath.Figure(calculated)} {unit}";

    private static string Reason(QuantitySetFact set) => set.Reason.Trim().TrimEnd('.');
}
