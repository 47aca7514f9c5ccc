using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Water;

namespace Kalpa.Core.Dossiers;

/// <summary>
/// A roof of a visit with what a report tells of it beside its assessment: the plan measured, with the places of the findings on it (null where none was made), and
/// for each slope what would narrow its years (none while they are covered). <paramref name="Rain"/>: where the water runs, given where a leak was traced on the plan.
/// </summary>
public sealed record RoofContent(
    RoofVisit Roof,
    PlanAnswer? Plan,
    IReadOnlyDictionary<Guid, IReadOnlyList<Narrowing>> Narrowing,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] RainAnswer? Rain = null
);

/// <summary>Works out what a report tells of a visit, so that pages and prints only say it.</summary>
public static class RoofContents
{
    public static IReadOnlyList<RoofContent> Of(VisitDossier visit, RuleBook book) => [.. visit.Roofs.Select(roof => Of(roof, book))];

    public static RoofContent Of(RoofVisit roof, RuleBook book) =>
        new(
            roof,
            roof.Plan is null ? null : PlanMeasures.Of(RequestOf(roof, roof.Plan), book),
            roof.Assessment.Slopes.Where(s => s is { FiguresCovered: false, LifeFacts: not null })
                .ToDictionary(s => s.SlopeId, s => RemainingLife.Of(book, s.LifeFacts! with { Deep = true }).Narrowing),
            RainOf(roof)
        );

    /// <summary>A stain's water is followed on the plan: the drawing shows what runs past it. Its lines are as thick in any rain.</summary>
    private static RainAnswer? RainOf(RoofVisit roof) =>
        roof.Plan is { Sized: true } plan && (roof.Assessment.Leaks ?? []).Any(l => l.At is not null)
            ? RainMaps.Of(new RainRequest(plan, roof.Details, 1))
            : null;

    private static PlanRequest RequestOf(RoofVisit roof, PlanFact plan) =>
        new(
            plan,
            roof.Details,
            roof.Facts.Coverings,
            roof.Facts.AsOf,
            [.. roof.Facts.Findings.Select(f => SpotOf(f, roof)).OfType<SpotOf>()],
            Outlines:
            [
                .. from finding in roof.Facts.Findings
                where finding is { SlopeId: not null, Pond.Outline: not null }
                select new OutlineOf(finding.Id, finding.SlopeId!.Value, finding.Pond!.Outline!),
            ]
        );

    /// <summary>A finding lies where it was put, a stain where it was measured to be, else at the detail it hangs on.</summary>
    private static SpotOf? SpotOf(FindingFact finding, RoofVisit roof) =>
        (
            roof.Assessment.Leaks?.FirstOrDefault(l => l.FindingId == finding.Id)?.At
            ?? finding.Spot
            ?? roof.Details.FirstOrDefault(d => d.Id == finding.DetailId)?.Spot
        )
            is { } spot
            ? new SpotOf(finding.Id, spot)
            : null;
}
