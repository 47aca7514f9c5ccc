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

    /// <summary>How large and heavy a pond is, and what would carry the water that arrives.</summary>
    public static IEnumerable<string> Steps(FindingFact finding, RoofWater water)
    {
        if ((water.Ponds ?? []).FirstOrDefault(p => p.FindingId == finding.Id) is { } pond)
        {
            yield return pond.Answer?.Words ?? Extent(pond);
        }
        if (!Sized.Contains(finding.Condition))
        {
            yield break;
        }
        foreach (var outlet in At(finding, water).Where(o => !o.Enough))
        {
            yield return outlet.Words;
            foreach (var lead in outlet.Leads)
            {
                yield return lead;
            }
        }
    }

    /// <summary>The outlet that a finding is on; else those on its slope.</summary>
    private static IEnumerable<OutletSize> At(FindingFact finding, RoofWater water) =>
        finding.DetailId is { } id
            ? water.Outlets.Where(o => o.DetailId == id)
            : water.Outlets.Where(o => finding.SlopeId is { } slope && o.SlopeId == slope);

    private static string Extent(RoofPond pond) =>
        $"The pond covers {RainWords.Number(pond.SquareFeet)} sq ft{(pond.ShareOfSlope is { } share ? $", {share * 100:0}% of the slope" : "")}. Measure its depth.";

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
