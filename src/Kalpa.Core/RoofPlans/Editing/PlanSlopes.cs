using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.RoofPlans.Editing;

/// <summary>
/// Asks what a plan means for the slopes on record: those of before, the plan as it was (null: none) and as it is. <paramref name="Given"/>: letters given to
/// slopes of the property's other roofs.
/// </summary>
public sealed record PlanSlopesRequest(
    PlanFact? Before,
    PlanFact Plan,
    IReadOnlyList<SlopeFact> Slopes,
    DateOnly On,
    IReadOnlyList<string>? Given = null
);

/// <summary>Slopes to record: new ones lettered, those that lost their edge retired, and those that came back.</summary>
public sealed record PlanSlopesAnswer(IReadOnlyList<SlopeFact> Changed);

/// <summary>
/// Which slopes the plan has: new ones are lettered, those that lost their edge retired, and ones that came back stand again. A slope keeps id, letter, its own
/// readings and all that hangs on it as long as its edge stands; within a property a letter is never given again, not even after its slope is retired.
/// </summary>
public static class PlanSlopes
{
    public static PlanSlopesAnswer Of(PlanSlopesRequest request)
    {
        var shape = PlanSolver.Solve(request.Plan);
        var known = request.Slopes.ToDictionary(s => s.Id);
        var letters = request.Slopes.Select(s => s.Letter).Concat(request.Given ?? []).ToHashSet();
        var changed = new List<SlopeFact>();
        foreach (var facet in InReadingOrder(shape))
        {
            if (!known.TryGetValue(facet.SlopeId, out var old))
            {
                var slope = New(request.Plan, facet, NextLetter(letters));
                letters.Add(slope.Letter);
                changed.Add(slope);
            }
            else if (old.RetiredOn is not null)
            {
                changed.Add(old with { RetiredOn = null });
            }
        }
        // A part that cannot be raised for the moment keeps its slopes: its edges still carry them.
        var carried = SlopeIds(request.Plan).Concat(shape.Facets.Select(f => f.SlopeId)).ToHashSet();
        var gone = request.Before is null ? [] : SlopeIds(request.Before).Where(id => !carried.Contains(id)).ToHashSet();
        changed.AddRange(
            request.Slopes.Where(s => gone.Contains(s.Id) && s.RetiredOn is null).Select(s => s with { RetiredOn = request.On })
        );
        return new PlanSlopesAnswer(changed);
    }

    /// <summary>The next letter that was never given: after Z comes AA.</summary>
    public static string NextLetter(IReadOnlySet<string> given)
    {
        for (var number = 0; ; number++)
        {
            var letter = number < 26 ? $"{(char)('A' + number)}" : $"{(char)('A' + (number / 26) - 1)}{(char)('A' + (number % 26))}";
            if (!given.Contains(letter))
            {
                return letter;
            }
        }
    }

    /// <summary>Slopes that an edge or a part carries; a gable's edge carries none.</summary>
    internal static IEnumerable<Guid> SlopeIds(PlanFact plan) =>
        plan.Parts.SelectMany(p => p.Alone is { } alone ? [alone.SlopeId] : p.Corners.Where(c => !c.Gable).Select(c => c.SlopeId));

    /// <summary>New letters go to the largest first, so that the main slopes come first in the alphabet.</summary>
    private static IEnumerable<PlanFacet> InReadingOrder(PlanShape shape) =>
        shape.Facets.OrderByDescending(f => Math.Round(f.PlanSquareFeet)).ThenBy(f => f.SlopeId);

    private static SlopeFact New(PlanFact plan, PlanFacet facet, string letter) =>
        new(
            facet.SlopeId,
            plan.RoofId,
            letter,
            "",
            TypedPitch.Of(new Pitch(facet.RisePer12).ToTradeText(), PitchSource.Plan),
            facet.Facing
        );
}
