using Kalpa.Core.Assessing;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Quantities;

/// <summary>How high above the ground work is: by the plan, or else by the height that was given for the ladder.</summary>
internal static class EaveHeights
{
    private const string Question = "eave-height";

    /// <summary>Feet; of several slopes the highest. Null where nobody has given it.</summary>
    public static double? Of(AssessInput input, PlannedRoof planned, IEnumerable<Guid> slopes)
    {
        var drawn = slopes.Select(planned.HeightFeet).OfType<double>().ToList();
        return drawn.Count > 0 ? drawn.Max() : Answered(input);
    }

    private static double? Answered(AssessInput input) =>
        (input.Records?.Answers ?? [])
            .Where(a => a.Question == Question && a.SlopeId is null)
            .OrderBy(a => a.Id)
            .Select(a => LengthText.Parse(a.Typed, LengthUnit.Foot).Value?.Feet)
            .LastOrDefault(feet => feet > 0);
}
