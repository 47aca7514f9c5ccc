using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Computing;

/// <summary>
/// A plan drawn again and again under the hand: parts that are the same objects as the last time are not worked out again, and slopes and borders that came out as before are
/// the same objects in the answer. For one thread.
/// </summary>
public sealed class RepeatedPlanDraft
{
    private readonly RaisedParts parts = new();
    private readonly KnownDraft drafts = new();

    public DraftAnswer Of(PlanFact plan)
    {
        var answer = ComputeServices.DraftOf(plan, PlanSolver.Solve(plan, parts), drafts);
        parts.Turn();
        drafts.Turn();
        return answer;
    }
}

/// <summary>What slopes and borders look like in a draft, kept from one to the next.</summary>
internal sealed class KnownDraft
{
    private Dictionary<PlanFacet, DraftSlope> slopes = new(ReferenceEqualityComparer.Instance);
    private Dictionary<PlanFacet, DraftSlope> slopesBefore = new(ReferenceEqualityComparer.Instance);
    private Dictionary<PlanEdge, DraftEdge> edges = new(ReferenceEqualityComparer.Instance);
    private Dictionary<PlanEdge, DraftEdge> edgesBefore = new(ReferenceEqualityComparer.Instance);

    public KnownEdges Edges { get; } = new();

    /// <summary>Lets go of what the plan before the last one had.</summary>
    public void Turn()
    {
        (slopesBefore, edgesBefore) = (slopes, edges);
        slopes = new(ReferenceEqualityComparer.Instance);
        edges = new(ReferenceEqualityComparer.Instance);
    }

    public DraftSlope Slope(PlanFacet facet, Func<PlanFacet, DraftSlope> make) =>
        slopes[facet] = slopesBefore.TryGetValue(facet, out var known) ? known : make(facet);

    public DraftEdge Edge(PlanEdge edge, int slope, Func<PlanEdge, int, DraftEdge> make) =>
        edges[edge] = edgesBefore.TryGetValue(edge, out var known) && known.Slope == slope ? known : make(edge, slope);
}
