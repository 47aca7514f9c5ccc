using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Dossiers;

/// <summary>
/// A roof of a visit with what a report tells of it beside its assessment: the plan measured, with the places of the findings on it (null where none was made), and
/// for each slope what would narrow its years (none while they are covered).
/// </summary>
public sealed record RoofContent(RoofVisit Roof, PlanAnswer? Plan, IReadOnlyDictionary<Guid, IReadOnlyList<Narrowing>> Narrowing);

/// <summary>Works out what a report tells of a visit, so that pages and prints only say it.</summary>
public static class RoofContents
{
    public static IReadOnlyList<RoofContent> Of(VisitDossier visit, RuleBook book) => [.. visit.Roofs.Select(roof => Of(roof, book))];

    public static RoofContent Of(RoofVisit roof, RuleBook book) =>
        new(
            roof,
            roof.Plan is null ? null : PlanMeasures.Of(RequestOf(roof, roof.Plan), book),
            roof.Assessment.Slopes.Where(s => s is { FiguresCovered: false, LifeFacts: not null })
                .ToDictionary(s => s.SlopeId, s => RemainingLife.Of(book, s.LifeFacts! with { Deep = true }).Narrowing)
        );

    private static PlanRequest RequestOf(RoofVisit roof, PlanFact plan) =>
        new(
            plan,
            roof.Details,
            roof.Facts.Coverings,
            roof.Facts.AsOf,
            [.. roof.Facts.Findings.Select(f => SpotOf(f, roof.Details)).OfType<SpotOf>()]
        );

    /// <summary>A finding lies where it was put, else at the detail it hangs on.</summary>
    private static SpotOf? SpotOf(FindingFact finding, IReadOnlyList<DetailFact> details) =>
        (finding.Spot ?? details.FirstOrDefault(d => d.Id == finding.DetailId)?.Spot) is { } spot ? new SpotOf(finding.Id, spot) : null;
}
