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

/// <summary>A property with everything on it; <paramref name="Today"/> is the day that judgement is made for.</summary>
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
    IReadOnlyList<RoofSummary> Summaries
);

/// <summary>A fact on file that cannot be used, and why: it is kept, told on the screens and in the report, and takes part in no judgement.</summary>
public sealed record SetAsideFact(Guid FactId, FactKind Kind, string Text);

/// <summary>Everything of one visit, as the phone takes it along: the facts, their revisions and today's judgement of them.</summary>
public sealed record VisitDossier(
    PropertyFact Property,
    BuildingFact Building,
    RoofFact Roof,
    VisitFact Visit,
    AssessInput Facts,
    IReadOnlyList<SlopeFact> RetiredSlopes,
    IReadOnlyList<FactHead> Heads,
    Assessment Assessment,
    LifeProfileFact? LifeProfile,
    IReadOnlyList<SetAsideFact> SetAside
)
{
    [JsonIgnore]
    public PlanFact? Plan => Facts.Plan;

    [JsonIgnore]
    public IReadOnlyList<DetailFact> Details => Facts.Details ?? [];
}
