using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Dossiers;

/// <summary>
/// Facts gathered for a screen or a report, with what is concluded of them. The one implementation there is: the server, the command line and the phone call it,
/// so the same facts give the same dossier wherever they lie.
/// </summary>
public static class DossierBuilder
{
    /// <summary>Work that is due on the home screen: from "within a year" up.</summary>
    internal const int DueNails = 3;

    /// <summary>Everything of one visit; null where the visit, its roof, building or property is not among the facts.</summary>
    public static VisitDossier? Visit(FactSet facts, Guid visitId, RuleBook book)
    {
        if (
            facts.Find<VisitFact>(visitId) is not { } visit
            || facts.Find<RoofFact>(visit.RoofId) is not { } roof
            || facts.Find<BuildingFact>(roof.BuildingId) is not { } building
            || facts.Find<PropertyFact>(building.PropertyId) is not { } property
        )
        {
            return null;
        }
        var input = CurrentKeys.Of(book, RoofFacts.OfVisit(facts, property, visit));
        return new VisitDossier(
            property,
            building,
            roof,
            visit,
            input,
            RoofFacts.InLetterOrder(facts.Of<SlopeFact>(FactKind.Slope).Where(s => s.RoofId == roof.Id && !RoofFacts.Stands(s, visit.On))),
            HeadsOf(facts, visitId),
            Assessor.Assess(input, book),
            RoofFacts.LifeProfile(facts),
            facts.SetAside
        );
    }

    /// <summary>A property with everything on it and what the last visit of each roof said; null where it is not among the facts.</summary>
    public static PropertyDossier? Property(FactSet facts, Guid propertyId, DateOnly today, RuleBook book)
    {
        if (facts.Find<PropertyFact>(propertyId) is not { } property)
        {
            return null;
        }
        var buildings = facts.Of<BuildingFact>(FactKind.Building).Where(b => b.PropertyId == propertyId).ToList();
        var roofs = facts.Of<RoofFact>(FactKind.Roof).Where(r => buildings.Any(b => b.Id == r.BuildingId)).ToList();
        var roofIds = roofs.Select(r => r.Id).ToHashSet();
        var slopes = facts.Of<SlopeFact>(FactKind.Slope).Where(s => roofIds.Contains(s.RoofId)).ToList();
        var slopeIds = slopes.Select(s => s.Id).ToHashSet();
        var plans = facts.Of<PlanFact>(FactKind.Plan).Where(p => roofIds.Contains(p.RoofId)).ToList();
        var planned = roofIds.ToDictionary(id => id, id => PlannedRoof.Of(plans.FirstOrDefault(p => p.RoofId == id), []));
        return new PropertyDossier(
            today,
            property,
            buildings,
            roofs,
            RoofFacts.InLetterOrder(slopes.Select(s => planned[s.RoofId].Judged(s))),
            [
                .. facts
                    .Of<CoveringFact>(FactKind.Covering)
                    .Where(c => slopeIds.Contains(c.SlopeId))
                    .Select(c => c with { Kind = book.CurrentKey(BookKeyKind.Covering, c.Kind) }),
            ],
            [
                .. facts
                    .Of<VisitFact>(FactKind.Visit)
                    .Where(v => roofIds.Contains(v.RoofId))
                    .OrderByDescending(v => v.On)
                    .ThenByDescending(v => v.Id),
            ],
            plans,
            [.. facts.Of<DetailFact>(FactKind.Detail).Where(d => roofIds.Contains(d.RoofId))],
            HeadsOf(facts, null),
            [
                .. facts
                    .Of<ComponentFact>(FactKind.Component)
                    .Where(c => slopeIds.Contains(c.SlopeId))
                    .Select(c => c with { Kind = book.CurrentKey(BookKeyKind.Component, c.Kind) }),
            ],
            RoofFacts.Local(facts, propertyId),
            facts.SetAside,
            [.. roofs.Select(r => Summary(facts, property, r, today, book))]
        );
    }

    /// <summary>A roof in a line: its last visit's own figures, with their date, the same wherever the roof is spoken of.</summary>
    public static RoofSummary Summary(FactSet facts, PropertyFact property, RoofFact roof, DateOnly today, RuleBook book)
    {
        var latest = LatestVisit(facts, roof.Id);
        var input = latest is null ? RoofFacts.OfRoof(facts, property, roof.Id, today) : RoofFacts.OfVisit(facts, property, latest);
        var judged = Assessor.Assess(input, book);
        return new RoofSummary(
            property.Id,
            property.Name,
            property.Address,
            roof.Id,
            roof.Name,
            latest,
            judged.Slopes,
            judged.Headline,
            [.. judged.Work.Where(w => w.Nails >= DueNails)],
            input.AsOf
        );
    }

    internal static VisitFact? LatestVisit(FactSet facts, Guid roofId) =>
        facts.Of<VisitFact>(FactKind.Visit).Where(v => v.RoofId == roofId).OrderBy(v => v.On).ThenBy(v => v.Id).LastOrDefault();

    /// <summary>Revisions of what may be changed here: the structure, the firm's own, and the facts of one visit; of no visit where none is given.</summary>
    private static IReadOnlyList<FactHead> HeadsOf(FactSet facts, Guid? visitId) =>
        [
            .. facts
                .All.Where(f => f.Fact is not IVisitFact of || of.VisitId == visitId)
                .Select(f => new FactHead(f.Fact.Id, f.Revision, f.Clash)),
        ];
}
