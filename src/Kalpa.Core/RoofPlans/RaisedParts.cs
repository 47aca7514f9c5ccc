using Kalpa.Core.Facts;

namespace Kalpa.Core.RoofPlans;

/// <summary>
/// What a plan's parts come to by themselves, kept from one solving to the next while somebody drags a corner: only the part under the hand is raised anew. Parts count
/// as unchanged when they are the same objects. For one thread.
/// </summary>
internal sealed class RaisedParts
{
    private sealed record Raised(IReadOnlyList<PlanFacet> Facets, IReadOnlyList<PlanProblem> Problems);

    private Dictionary<PlanPart, Raised> parts = new(ReferenceEqualityComparer.Instance);
    private Dictionary<PlanPart, Raised> before = new(ReferenceEqualityComparer.Instance);
    private Dictionary<PlanFacet, PlanFacet> measured = new(ReferenceEqualityComparer.Instance);
    private Dictionary<PlanFacet, PlanFacet> measuredBefore = new(ReferenceEqualityComparer.Instance);

    /// <summary>Lets go of what the plan before the last one had.</summary>
    public void Turn()
    {
        (before, measuredBefore) = (parts, measured);
        parts = new(ReferenceEqualityComparer.Instance);
        measured = new(ReferenceEqualityComparer.Instance);
    }

    /// <summary>The slopes of a part; what is wrong with it goes to <paramref name="problems"/>.</summary>
    public IReadOnlyList<PlanFacet> Of(
        PlanPart part,
        List<PlanProblem> problems,
        Func<PlanPart, List<PlanProblem>, IEnumerable<PlanFacet>> raise
    )
    {
        if (!before.TryGetValue(part, out var known))
        {
            var own = new List<PlanProblem>();
            known = new Raised([.. raise(part, own)], own);
        }
        parts[part] = known;
        problems.AddRange(known.Problems);
        return known.Facets;
    }

    /// <summary>A slope with its measures, where nothing stands on it.</summary>
    public PlanFacet Measured(PlanFacet facet, Func<PlanFacet, PlanFacet> measure)
    {
        if (!measuredBefore.TryGetValue(facet, out var known))
        {
            known = measure(facet);
        }
        measured[facet] = known;
        return known;
    }
}
