using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.RoofPlans;

/// <summary>
/// Size of a rectangular slope from its plan dimensions. Areas in square feet, lengths in feet, squares of 100 ft².
/// True area = plan area × S; slope length = run × S (S: slope factor).
/// </summary>
public sealed record SlopeSize(
    double PlanAreaSquareFeet,
    double TrueAreaSquareFeet,
    double Squares,
    double EaveFeet,
    double SlopeLengthFeet
)
{
    public const double SquareFeetPerSquare = 100;

    /// <summary>From what was taped. Null when a dimension is missing: an unknown size is not zero.</summary>
    public static SlopeSize? Of(SlopeFact slope)
    {
        if (slope.EaveLength is null || slope.PlanRun is null)
        {
            return null;
        }
        var eave = new Length(slope.EaveLength.Inches).Feet;
        var run = new Length(slope.PlanRun.Inches).Feet;
        var factor = new Pitch(slope.Pitch.RisePer12).SlopeFactor;
        var trueArea = eave * run * factor;
        return new SlopeSize(
            Quantise.Area(eave * run),
            Quantise.Area(trueArea),
            Quantise.Area(trueArea / SquareFeetPerSquare),
            Quantise.Feet(eave),
            Quantise.Feet(run * factor)
        );
    }
}
