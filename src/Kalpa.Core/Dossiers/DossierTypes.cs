using System.Text.Json.Serialization;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Dossiers;

/// <summary>The revision a fact now stands at, and whether two versions clash.</summary>
public sealed record FactHead(Guid FactId, Guid Revision, bool Clash);

/// <summary>A roof as its last visit left it. <paramref name="AsOf"/>: the day its figures are of, the visit's; today's where nobody has visited.</summary>
public sealed record RoofSummary(
    Guid PropertyId,
    string PropertyName,
    string Address,
    Guid RoofId,
    string RoofName,
    VisitFact? LatestVisit,
    IReadOnlyList<SlopeAssessment> Slopes,
    string Headline,
    IReadOnlyList<WorkItem> Due,
    DateOnly AsOf
);

/// <summary>
/// A property with everything on it; <paramref name="Today"/> is the day that judgement is made for; <paramref name="SharedLetters"/>: letters that more than one
/// standing slope has, from before a letter named one slope of a property or from two devices apart.
/// </summary>
public sealed record PropertyDossier(
    DateOnly Today,
    PropertyFact Property,
    IReadOnlyList<BuildingFact> Buildings,
    IReadOnlyList<RoofFact> Roofs,
    IReadOnlyList<SlopeFact> Slopes,
    IReadOnlyList<CoveringFact> Coverings,
    IReadOnlyList<VisitFact> Visits,
    IReadOnlyList<PlanFact> Plans,
    IReadOnlyList<DetailFact> Details,
    IReadOnlyList<FactHead> Heads,
    IReadOnlyList<ComponentFact> Components,
    LocalProfileFact? Local,
    IReadOnlyList<SetAsideFact> SetAside,
    IReadOnlyList<RoofSummary> Summaries,
    IReadOnlyList<string> SharedLetters
);

/// <summary>A fact saved that cannot be used, and why: it is kept, shown on the screens and in the report, and takes part in no judgement.</summary>
public sealed record SetAsideFact(Guid FactId, FactKind Kind, string Text);

/// <summary>
/// One roof of a visit: its facts and today's judgement of them. <paramref name="Name"/>: what it is called among the roofs of the property;
/// <paramref name="FirstFinding"/>: the number that its first finding has in the report, which
/// counts through all roofs of the visit; <paramref name="LettersElsewhere"/>: letters given to slopes of the property's other roofs.
/// </summary>
public sealed record RoofVisit(
    string Name,
    BuildingFact Building,
    RoofFact Roof,
    AssessInput Facts,
    IReadOnlyList<SlopeFact> RetiredSlopes,
    Assessment Assessment,
    int FirstFinding,
    IReadOnlyList<string> LettersElsewhere
)
{
    [JsonIgnore]
    public PlanFact? Plan => Facts.Plan;

    [JsonIgnore]
    public IReadOnlyList<DetailFact> Details => Facts.Details ?? [];
}

/// <summary>A roof and what it is called among the roofs of its property.</summary>
public sealed record RoofName(Guid RoofId, string Name);

/// <summary>
/// Everything of one visit, as the phone takes it along: its roofs in the order they are walked, at least one; all roofs of the property by name; the facts'
/// revisions; the signatures under its report and the questions that came to it, null where there are none; the
/// firm's letterhead, null where it has none; what was agreed on with the client, and to whom the report was delivered, null where nothing is recorded.
/// </summary>
public sealed record VisitDossier(
    PropertyFact Property,
    VisitFact Visit,
    IReadOnlyList<RoofVisit> Roofs,
    IReadOnlyList<RoofName> PropertyRoofs,
    IReadOnlyList<FactHead> Heads,
    LifeProfileFact? LifeProfile,
    IReadOnlyList<SetAsideFact> SetAside,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<ReportSignatureFact>? Signatures = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<ReportQuestionFact>? Questions = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] LetterheadFact? Letterhead = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] EngagementFact? Engagement = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<ReportDeliveryFact>? Deliveries = null
)
{
    /// <summary>The firm's own texts where a visit is made for this purpose; null where it has none.</summary>
    [JsonIgnore]
    public FirmStatement? FirmsTexts => Letterhead?.Statements.FirstOrDefault(s => s.Purpose == VisitFact.PurposeOf(Visit));

    /// <summary>The plan of work over all roofs, the most urgent first; within a roof as its own list has it.</summary>
    [JsonIgnore]
    public IEnumerable<(RoofVisit Roof, WorkItem Item)> Work =>
        Roofs
            .SelectMany(roof => roof.Assessment.Work.Select(item => (Roof: roof, Item: item)))
            .OrderByDescending(w => w.Item.Urgency)
            .ThenBy(w => w.Item.Number);

    /// <summary>What a roof is called where the visit looks at several; empty where there is one.</summary>
    public string Named(RoofVisit roof) => Roofs.Count > 1 ? roof.Name : "";
}
