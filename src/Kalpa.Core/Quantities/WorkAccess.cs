using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.RoofPlans;

namespace Kalpa.Core.Quantities;

/// <summary>
/// How work is reached: <paramref name="EaveFeet"/> above the ground, null where nobody has given it and one story is assumed; <paramref name="NoTruck"/>: material is
/// carried from the street.
/// </summary>
public readonly record struct WorkAccess(double? EaveFeet = null, bool NoTruck = false)
{
    private const string HeightQuestion = "eave-height";
    private const string TruckQuestion = "truck";
    private const string Carried = "no";

    /// <summary>By the plan, or else by the height that was given for the ladder; of several slopes the highest.</summary>
    internal static WorkAccess Of(AssessInput input, PlannedRoof planned, IEnumerable<Guid> slopes)
    {
        var drawn = slopes.Select(planned.HeightFeet).OfType<double>().ToList();
        return new(
            drawn.Count > 0
                ? drawn.Max()
                : Answers(input, HeightQuestion)
                    .Select(a => LengthText.Parse(a.Typed, LengthUnit.Foot).Value?.Feet)
                    .LastOrDefault(feet => feet > 0),
            Answers(input, TruckQuestion).LastOrDefault()?.Chosen.Contains(Carried) == true
        );
    }

    /// <summary>Work that is done from inside has no height to climb.</summary>
    internal static WorkAccess FromInside(AssessInput input, PlannedRoof planned) => Of(input, planned, []) with { EaveFeet = null };

    private static IEnumerable<AnswerFact> Answers(AssessInput input, string question) =>
        (input.Records?.Answers ?? []).Where(a => a.Question == question && a.SlopeId is null).OrderBy(a => a.Id);
}
