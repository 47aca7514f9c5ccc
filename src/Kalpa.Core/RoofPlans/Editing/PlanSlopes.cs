using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.RoofPlans.Editing;

/// <summary>Asks what a plan means for the slopes on record: those of before, the plan as it was (null: none) and as it is.</summary>
public sealed record PlanSlopesRequest(PlanFact? Before, PlanFact Plan, IReadOnlyList<SlopeFact> Slopes, DateOnly On);

/// <summary>Slopes to record: new ones lettered, changed ones, and those that lost their edge retired.</summary>
public sealed record PlanSlopesAnswer(IReadOnlyList<SlopeFact> Changed);

/// <summary>
/// Keeps the slopes on record in step with the plan. A slope keeps id, letter and all that hangs on it as long as its edge stands; a letter is never
/// given again, not even after its slope is retired.
/// </summary>
public static class PlanSlopes
{
    /// <summary>Pitches nearer than this are the same reading, rise in 12.</summary>
    private const double SamePitch = 0.005;

    public static PlanSlopesAnswer Of(PlanSlopesRequest request)
    {
        var shape = PlanSolver.Solve(request.Plan);
        var edges = PlanEdges.Classify(request.Plan, shape);
        var known = request.Slopes.ToDictionary(s => s.Id);
        var letters = request.Slopes.Select(s => s.Letter).ToHashSet();
        var changed = new List<SlopeFact>();
        foreach (var facet in InReadingOrder(shape))
        {
            var planned = request.Plan.Sized ? SizeOf(facet, edges) : null;
            var slope = known.TryGetValue(facet.SlopeId, out var old) ? old : New(request.Plan, facet, NextLetter(letters));
            letters.Add(slope.Letter);
            var now = InStep(slope, facet, planned);
            if (old != now)
            {
                changed.Add(now);
            }
        }
        // A part that cannot be raised for the moment keeps its slopes: its edges still carry them.
        var carried = SlopeIds(request.Plan).Concat(shape.Facets.Select(f => f.SlopeId)).ToHashSet();
        var gone = request.Before is null ? [] : SlopeIds(request.Before).Where(id => !carried.Contains(id)).ToHashSet();
        changed.AddRange(
            request
                .Slopes.Where(s => gone.Contains(s.Id) && s.RetiredOn is null)
                .Select(s => s with { RetiredOn = request.On, Planned = null })
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
            PitchAt(facet.RisePer12, PitchSource.ByEye),
            facet.Facing,
            plan.Parts.First(p => p.Id == facet.PartId).Under switch
            {
                Under.HeatedRoom => Beneath.FinishedRoom,
                Under.Attic => Beneath.OpenAttic,
                Under.Garage or Under.ElectricalGear => Beneath.Garage,
                _ => Beneath.Porch,
            }
        );

    private static SlopeFact InStep(SlopeFact slope, PlanFacet facet, PlannedSize? planned) =>
        slope with
        {
            Pitch =
                Math.Abs(slope.Pitch.RisePer12 - facet.RisePer12) <= SamePitch ? slope.Pitch : PitchAt(facet.RisePer12, slope.Pitch.Source),
            Facing = facet.Facing,
            Planned = planned,
            RetiredOn = null,
        };

    private static TypedPitch PitchAt(double risePer12, PitchSource source)
    {
        var typed = new Pitch(risePer12).ToTradeText();
        return TypedPitch.Of(typed, source);
    }

    private static PlannedSize SizeOf(PlanFacet facet, IReadOnlyList<PlanEdge> edges) =>
        new(
            facet.PlanSquareFeet,
            Quantise.Feet(edges.Where(e => e.SlopeId == facet.SlopeId && e.Class == EdgeClass.Eave).Sum(e => e.TrueFeet)),
            facet.SlopeFeet
        );
}
