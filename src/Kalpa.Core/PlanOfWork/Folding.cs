using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>Repairs of one problem as one job: named by the cause, as urgent as the most urgent of them, its harm counted once.</summary>
internal static class Folding
{
    /// <summary>Longer than this a title of two repairs is no title.</summary>
    private const int LongestTitle = 90;

    public static IEnumerable<Job> ByProblem(IReadOnlyList<Job> repairs, IReadOnlyList<RoofProblem> problems)
    {
        var jobOf = repairs.ToDictionary(r => r.Lead!.FindingId);
        foreach (var problem in problems)
        {
            var own = problem.Parts.Where(p => jobOf.ContainsKey(p.FindingId)).Select(p => (Part: p, Job: jobOf[p.FindingId])).ToList();
            var lead = own.FindIndex(o => Leads(o.Part, o.Job));
            var one =
                lead < 0 ? [] : own.Where((o, at) => at == lead || Joins(o.Part, o.Job)).OrderBy(o => o.Job != own[lead].Job).ToList();
            foreach (var alone in own.Where(o => !one.Contains(o)))
            {
                yield return alone.Job;
            }
            if (one.Count > 0)
            {
                yield return one.Count == 1 ? one[0].Job : Folded(one);
            }
        }
    }

    private static bool Leads(ProblemPart part, Job job) => part.Role != ProblemRole.Sign && IsRepair(job);

    /// <summary>A sign goes with what made it. What endangers people stays a job by itself, and so does what somebody else has to evaluate.</summary>
    private static bool Joins(ProblemPart part, Job job) =>
        IsRepair(job)
        || (
            part.Role == ProblemRole.Sign
            && job.Item.Urgency != UrgencyClass.MakeSafeNow
            && job.Lead!.Outcome is FindingOutcome.Investigate or FindingOutcome.Watch
        );

    private static bool IsRepair(Job job) =>
        job.Item.Urgency != UrgencyClass.MakeSafeNow
        && job.Lead!.Verdict.IsDefect
        && job.Lead.Outcome is FindingOutcome.Mend or FindingOutcome.OtherTrade;

    private static Job Folded(List<(ProblemPart Part, Job Job)> of)
    {
        var (lead, others) = (of[0].Job, of.Skip(1).ToList());
        var governing = of.Select(o => o.Job).MaxBy(j => (j.Item.Urgency, j.Governing!.Rank, j.Item.LossHigh))!;
        var dearest = of.Select(o => o.Job.Item).MaxBy(i => i.LossHigh)!;
        var item = lead.Item with
        {
            Title = Title(
                lead.Item,
                [.. others.Where(o => o.Part.Role is ProblemRole.Cause or ProblemRole.Damage).Select(o => o.Job.Item)]
            ),
            Urgency = governing.Item.Urgency,
            Marks = governing.Item.Marks,
            UrgencyWords = governing.Item.UrgencyWords,
            Why =
                governing == lead
                    ? lead.Item.Why
                    : $"{lead.Item.Why} It is as urgent as “{Sentences.Lower(governing.Lead!.Name)}”, which is done with it.",
            Steps = [.. of.SelectMany(o => o.Job.Item.Steps).Distinct()],
            NotARepair = of.Select(o => o.Job.Item.NotARepair).FirstOrDefault(n => n.Length > 0) ?? "",
            LossLow = dearest.LossLow,
            LossHigh = dearest.LossHigh,
            Trade = Trades([.. of.Select(o => o.Job.Item.Trade)]),
            Resolves = [.. of.SelectMany(o => o.Job.Item.Resolves!)],
        };
        return lead with { Item = item, Governing = governing.Governing! with { LossLow = item.LossLow, LossHigh = item.LossHigh } };
    }

    private static string Title(WorkItem lead, List<WorkItem> others)
    {
        if (others.Count == 0)
        {
            return lead.Title;
        }
        var both = $"{lead.Title} and {Sentences.Lower(others[0].Title)}";
        return others.Count == 1 && both.Length <= LongestTitle && others[0].Title != lead.Title
            ? both
            : $"{lead.Title}, with {Sentences.Count(others.Count, "related repair")}";
    }

    /// <summary>A roofer where none is named; several are named together.</summary>
    private static string Trades(List<string> of)
    {
        var several = of.Distinct().ToList();
        return several.Count == 1 ? several[0] : Sentences.List([.. several.Select(t => t.Length == 0 ? "roofer" : t)]);
    }
}
