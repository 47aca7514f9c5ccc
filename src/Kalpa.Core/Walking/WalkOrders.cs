using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Walking;

/// <summary>Which walk a visit takes: the one said, else the commission's, else the covering's. A suggestion; no station is forced before another.</summary>
public static class WalkOrders
{
    private const string ByCovering = "*";

    public static WalkOrder Of(RuleBook book, AssessInput input)
    {
        var family = CommonestFamily(book, input);
        if (input.Visit is { Walk.Length: > 0 } visit && book.FindWalk(visit.Walk) is { } said && Suits(said, visit, family))
        {
            return said;
        }
        return input.Visit?.Commission is { } commission ? Suggest(book, commission.Purpose, family) : ForCovering(book, family);
    }

    /// <summary>A walk is said for the visit: of several roofs, one that it is not made for keeps its own.</summary>
    private static bool Suits(WalkOrder said, VisitFact visit, CoveringFamily? family) =>
        visit.Roofs.Count < 2 || family is null || said.Families is null || said.Families.Contains(family.Value);

    public static WalkOrder Suggest(RuleBook book, CommissionPurpose purpose, CoveringFamily? family)
    {
        var key = book.Commission(purpose).Walk;
        return key == ByCovering ? ForCovering(book, family) : book.FindWalk(key) ?? ForCovering(book, family);
    }

    /// <summary>Stations of a walk in order, those of the covering's own order put in at the star, none twice.</summary>
    public static IReadOnlyList<Station> StationsOf(RuleBook book, WalkOrder walk, CoveringFamily? family) =>
        [
            .. walk
                .Stations.SelectMany(key => key == ByCovering ? ForCovering(book, family).Stations : [key])
                .Distinct()
                .Select(key => book.FindStation(key)!),
        ];

    /// <summary>The family that covers most slopes; ties go to the first in the book's order. Null when no covering is recorded.</summary>
    public static CoveringFamily? CommonestFamily(RuleBook book, AssessInput input)
    {
        var families = input
            .Slopes.Select(s => Assessor.CoveringOn(input.Coverings, s.Id, input.AsOf))
            .OfType<CoveringFact>()
            .Select(c => book.FindCovering(c.Kind)?.Family)
            .OfType<CoveringFamily>()
            .GroupBy(f => f)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key)
            .ToList();
        return families.Count == 0 ? null : families[0].Key;
    }

    private static WalkOrder ForCovering(RuleBook book, CoveringFamily? family) =>
        book.Walks.FirstOrDefault(w => family is not null && w.Families?.Contains(family.Value) == true) ?? book.Walks[0];
}
