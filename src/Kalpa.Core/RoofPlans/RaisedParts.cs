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

    private HashSet<PlanFacet> clear = new(ReferenceEqualityComparer.Instance);
    private HashSet<PlanFacet> clearBefore = new(ReferenceEqualityComparer.Instance);

    /// <summary>Lets go of what the plan before the last one had.</summary>
    public void Turn()
    {
        (before, measuredBefore, clearBefore) = (parts, measured, clear);
        parts = new(ReferenceEqualityComparer.Instance);
        measured = new(ReferenceEqualityComparer.Instance);
        clear = new(ReferenceEqualityComparer.Instance);
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
            known = new Raised(Unchanged(part, [.. raise(part, own)]), own);
        }
        parts[part] = known;
        problems.AddRange(known.Problems);
        return known.Facets;
    }

    /// <summary>Of a part that is another now, the slopes that came out as before: they are the same objects, and what was worked out for them holds.</summary>
    private List<PlanFacet> Unchanged(PlanPart part, List<PlanFacet> raised)
    {
        var was = before.FirstOrDefault(b => b.Key.Id == part.Id).Value?.Facets;
        return was is null ? raised : raised.ConvertAll(f => was.FirstOrDefault(w => Same(w, f)) ?? f);
    }

    private static bool Same(PlanFacet one, PlanFacet other) =>
        one.SlopeId == other.SlopeId
        && one.EdgeId == other.EdgeId
        && one.Plane == other.Plane
        && one.Frame == other.Frame
        && one.RisePer12.Equals(other.RisePer12)
        && one.AzimuthDegrees.Equals(other.AzimuthDegrees)
        && one.Facing == other.Facing
        && one.Loop.SequenceEqual(other.Loop);

    /// <summary>Whether a slope was among those that clashed with none.</summary>
    public bool WasClear(PlanFacet facet) => clearBefore.Contains(facet);

    /// <summary>None of these clashes with another.</summary>
    public void AreClear(IEnumerable<PlanFacet> facets) => clear.UnionWith(facets);

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
