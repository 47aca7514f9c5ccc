using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Urgency;
using Kalpa.Core.Water;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>Water in the plan of work: where to lead it, with sizes, and standing water that somebody has to look at before anything else is put on the roof.</summary>
internal static class WaterJobs
{
    public const string EngineerTitle = "Have a structural engineer look at the standing water";

    /// <summary>Findings that water comes faster than it is led away, or stays: what leads it away is sized with them.</summary>
    private static readonly string[] Sized = ["overshoot", "downspout-small", "drain-small", "downspout-on-roof", RoofPonds.Condition];

    /// <summary>What would carry the water that arrives, and a pond's depth where nobody has measured it.</summary>
    public static IEnumerable<string> Steps(FindingFact finding, RoofWater water)
    {
        if (water.Ponds?.FirstOrDefault(p => p.FindingId == finding.Id) is { Answer: null } pond)
        {
            yield return $"Measure the depth of the pond: it covers {RainWords.Number(pond.SquareFeet)} sq ft{(pond.ShareOfSlope is { } share ? $", {share * 100:0}% of the slope" : "")}";
        }
        if (!Sized.Contains(finding.Condition))
        {
            yield break;
        }
        foreach (var outlet in At(finding, water).Where(o => !o.Enough))
        {
            foreach (var lead in outlet.Leads)
            {
                yield return $"{lead.TrimEnd('.')} ({outlet.Words.TrimEnd('.')})";
            }
        }
    }

    /// <summary>A job with how heavy the ponds are that it is about, and why somebody has to look at them.</summary>
    public static WorkItem Weighed(WorkItem job, RoofWater water) =>
        (water.Ponds ?? [])
            .Where(p => job.Resolves?.Any(r => r.FindingId == p.FindingId) == true)
            .Select(p => p.Answer?.Words)
            .OfType<string>()
            .ToList()
            is { Count: > 0 } words
            ? job with
            {
                Why = string.Join(' ', words.Prepend(job.Why)),
            }
            : job;

    /// <summary>The outlet that a finding is on; else those on its slope.</summary>
    private static IEnumerable<OutletSize> At(FindingFact finding, RoofWater water) =>
        finding.DetailId is { } id
            ? water.Outlets.Where(o => o.DetailId == id)
            : water.Outlets.Where(o => finding.SlopeId is { } slope && o.SlopeId == slope);

    /// <summary>A look by an engineer before the work on a pond whose weight gives reason to ask: open ones only.</summary>
    public static IEnumerable<WorkItem> ForEngineer(AssessInput input, IReadOnlyList<FindingAssessment> open, RoofWater water) =>
        from pond in water.Ponds ?? []
        where pond.Answer is { AskEngineer: true } && open.Any(f => f.FindingId == pond.FindingId)
        group pond by pond.SlopeId into slope
        let fact = input.Findings.First(f => f.Id == slope.First().FindingId)
        select new WorkItem(
            0,
            WorkKind.Evaluate,
            EngineerTitle,
            Words.Place(fact, input.Slopes.FirstOrDefault(s => s.Id == slope.Key)),
            UrgencyClass.ThisSeason,
            (int)UrgencyClass.ThisSeason,
            Urgencies.Words(UrgencyClass.ThisSeason),
            string.Join(' ', slope.Select(p => p.Answer!.Words)),
            ["Put no equipment, material or people on it until then", "Do no flood test"],
            "",
            0,
            0,
            null,
            slope.Key,
            Trade: "engineer"
        );
}
