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
    internal const int DueMarks = 3;

    /// <summary>Everything of one visit; null where the visit, its roof, building or property is not among the facts.</summary>
    public static VisitDossier? Visit(FactSet facts, Guid visitId, RuleBook book)
    {
        if (facts.Find<VisitFact>(visitId) is not { } visit || VisitRoofs.PropertyOf(facts, visit) is not { } property)
        {
            return null;
        }
        var visited = VisitRoofs.Of(facts, visit);
        var buildings = BuildingsOf(facts, property.Id);
        var all = RoofsOf(facts, buildings);
        var roofs = new List<RoofVisit>();
        var firstFinding = 1;
        foreach (var roof in visited.Roofs)
        {
            var input = CurrentKeys.Of(book, RoofFacts.OfVisit(facts, property, visit, visited, roof.Id));
            var retired = facts.Of<SlopeFact>(FactKind.Slope).Where(s => s.RoofId == roof.Id && !RoofFacts.Stands(s, visit.On));
            roofs.Add(
                new RoofVisit(
                    NameOf(roof, buildings, all),
                    facts.Find<BuildingFact>(roof.BuildingId)!,
                    roof,
                    input,
                    RoofFacts.InLetterOrder(retired),
                    Assessor.Assess(input, book),
                    firstFinding,
                    LettersElsewhere(facts, roof, all)
                )
            );
            firstFinding += input.Findings.Count;
        }
        return new VisitDossier(
            property,
            visit,
            roofs,
            [.. all.Select(r => new RoofName(r.Id, NameOf(r, buildings, all)))],
            HeadsOf(facts, visitId),
            RoofFacts.LifeProfile(facts),
            facts.SetAside,
            OfReport<ReportSignatureFact>(facts, visitId),
            OfReport<ReportQuestionFact>(facts, visitId),
            facts.Of<LetterheadFact>(FactKind.Letterhead).FirstOrDefault(),
            // Two devices make it under one id; should there be two all the same, what was agreed on goes before a draft.
            OfReport<EngagementFact>(facts, visitId)
                ?.OrderByDescending(e => e.AgreedAt ?? DateTimeOffset.MinValue)
                .ThenBy(e => e.Id)
                .First(),
            OfReport<ReportDeliveryFact>(facts, visitId)
        );
    }

    /// <summary>Records of a visit that belong to its report, and so to none of its roofs; null where there are none.</summary>
    private static List<T>? OfReport<T>(FactSet facts, Guid visitId)
        where T : IVisitFact => facts.OnVisit(visitId).OfType<T>().ToList() is { Count: > 0 } records ? records : null;

    /// <summary>A property with everything on it and what the last visit of each roof said; null where it is not among the facts.</summary>
    public static PropertyDossier? Property(FactSet facts, Guid propertyId, DateOnly today, RuleBook book)
    {
        if (facts.Find<PropertyFact>(propertyId) is not { } property)
        {
            return null;
        }
        var buildings = BuildingsOf(facts, propertyId);
        var roofs = RoofsOf(facts, buildings);
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
                    .Where(v => v.Roofs.Any(roofIds.Contains))
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
            [.. roofs.Select(r => Summary(facts, property, r, NameOf(r, buildings, roofs), today, book))],
            [
                .. RoofFacts
                    .InLetterOrder(slopes.Where(s => RoofFacts.Stands(s, today)))
                    .GroupBy(s => s.Letter)
                    .Where(g => g.Count() > 1)
                    .Select(g => g.Key),
            ]
        );
    }

    /// <summary>A roof in a line: its last visit's own figures, with their date, the same wherever the roof is spoken of.</summary>
    private static RoofSummary Summary(FactSet facts, PropertyFact property, RoofFact roof, string name, DateOnly today, RuleBook book)
    {
        var (latest, input) = Latest(facts, property, roof.Id, today);
        var judged = Assessor.Assess(input, book);
        return new RoofSummary(
            property.Id,
            property.Name,
            property.Address,
            roof.Id,
            name,
            latest,
            judged.Slopes,
            judged.Headline,
            [.. judged.Work.Where(w => w.Marks >= DueMarks)],
            input.AsOf
        );
    }

    /// <summary>A roof as its last visit left it; as it stands today where nobody has visited.</summary>
    internal static (VisitFact? Visit, AssessInput Input) Latest(FactSet facts, PropertyFact property, Guid roofId, DateOnly today) =>
        RoofFacts.VisitsOf(facts, roofId).LastOrDefault(v => v.Others is null) is { } visit
            ? (visit, RoofFacts.OfVisit(facts, property, visit, VisitRoofs.Of(facts, visit), roofId))
            : (null, RoofFacts.OfRoof(facts, property, roofId, today));

    /// <summary>What a roof is called at its property: its own name where there is one building, the building's where that has one roof, else both.</summary>
    internal static string NameOf(RoofFact roof, IReadOnlyList<BuildingFact> buildings, IReadOnlyList<RoofFact> roofs)
    {
        var building = buildings.First(b => b.Id == roof.BuildingId);
        return buildings.Count == 1 ? roof.Name
            : roofs.Count(r => r.BuildingId == building.Id) == 1 ? building.Name
            : $"{building.Name}, {roof.Name}";
    }

    private static IReadOnlyList<string> LettersElsewhere(FactSet facts, RoofFact roof, List<RoofFact> roofs)
    {
        var others = roofs.Select(r => r.Id).Where(id => id != roof.Id).ToHashSet();
        var slopes = facts.Of<SlopeFact>(FactKind.Slope).Where(s => others.Contains(s.RoofId));
        return [.. slopes.Select(s => s.Letter).Distinct().Order(StringComparer.Ordinal)];
    }

    internal static List<BuildingFact> BuildingsOf(FactSet facts, Guid propertyId) =>
        [.. facts.Of<BuildingFact>(FactKind.Building).Where(b => b.PropertyId == propertyId)];

    /// <summary>The roofs of a property in the order of their letters: the house with A comes before the garage with E.</summary>
    internal static List<RoofFact> RoofsOf(FactSet facts, List<BuildingFact> buildings)
    {
        var first = facts
            .Of<SlopeFact>(FactKind.Slope)
            .GroupBy(s => s.RoofId)
            .ToDictionary(g => g.Key, g => RoofFacts.InLetterOrder(g)[0].Letter);
        return
        [
            .. facts
                .Of<RoofFact>(FactKind.Roof)
                .Where(r => buildings.Any(b => b.Id == r.BuildingId))
                .OrderBy(r => first.TryGetValue(r.Id, out var letter) ? letter.Length : int.MaxValue)
                .ThenBy(r => first.GetValueOrDefault(r.Id, ""), StringComparer.Ordinal)
                .ThenBy(r => r.Name, StringComparer.Ordinal)
                .ThenBy(r => r.Id),
        ];
    }

    /// <summary>Revisions of what may be changed here: the structure, the firm's own, and the facts of one visit; of no visit where none is given.</summary>
    private static IReadOnlyList<FactHead> HeadsOf(FactSet facts, Guid? visitId) =>
        [
            .. facts
                .All.Where(f => f.Fact is not IVisitFact of || of.VisitId == visitId)
                .Select(f => new FactHead(f.Fact.Id, f.Revision, f.Clash)),
        ];
}
