using System.Globalization;
using Kalpa.Core.Assessing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Quantities;

/// <summary>
/// Net free area that an attic takes, square inches, half of it high and half low; ridge vent and soffit strip in feet, roof vents of one piece in number where there is no
/// ridge to vent.
/// </summary>
public sealed record VentNeed(double NetFreeInches2, double RidgeFeet, double SoffitFeet, int RoofVents);

/// <summary>Vents that a renewal adds where the attic lacks them: IRC 2021 R806.2, with the net free area of common products (common practice).</summary>
public static class AtticVents
{
    /// <summary>R806.2: net free area is 1/150 of the vented space, and 1/300 where its two conditions are met; without a record of them the first.</summary>
    private const double Share = 150;

    private const double SquareInchesPerFoot2 = 144;

    /// <summary>Net free square inches of a foot of ridge vent and of soffit strip, and of a roof vent.</summary>
    private const double RidgeInches2 = 18;

    private const double SoffitInches2 = 9;
    private const double RoofVentInches2 = 50;

    /// <summary>Soffit strip is set in pieces of so many feet.</summary>
    private const double SoffitPieceFeet = 8;

    /// <summary>Labor-hours (from memory): a foot of ridge vent with its slot, and a piece of soffit strip.</summary>
    private static readonly Spread RidgeHours = new(.06, .1, .18);

    private static readonly Spread SoffitHours = new(.3, .5, .9);

    /// <summary>Question and factor of life alike.</summary>
    private const string Ventilation = "ventilation";

    private static readonly string[] Lacking = ["short", "none"];

    /// <summary>Says that the attic lacks vents; what else implies it stands with the factor in the rule book.</summary>
    private const string Missing = "vents-missing";

    public static VentNeed Of(double atticFloorFeet2)
    {
        var net = atticFloorFeet2 * SquareInchesPerFoot2 / Share;
        return new VentNeed(
            net,
            QuantityMath.Up(net / 2 / RidgeInches2),
            QuantityMath.Up(net / 2 / SoffitInches2),
            (int)QuantityMath.Up(net / 2 / RoofVentInches2)
        );
    }

    /// <summary>Whether somebody answered that the attic lacks vents, or a finding shows it.</summary>
    public static bool Lacks(RuleBook book, AssessInput input) =>
        input.Findings.Any(f =>
            f.Condition == Missing || book.Factors.Any(x => x.Key == Ventilation && x.Implied.Any(i => i.Condition == f.Condition))
        ) || (input.Records?.Answers ?? []).Any(a => a.Question == Ventilation && a.Chosen.Any(Lacking.Contains));

    internal static IReadOnlyList<TakeOffLine> Lines(VentNeed need) =>
        [
            TakeOffLine.Of(
                "ridge-vent",
                "Ridge vent",
                need.RidgeFeet,
                "ft",
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"half of {need.NetFreeInches2:0} in² net free area, 18 in² a foot; or {need.RoofVents} roof vents of 50 in²; slot 3/4 in on each side of a ridge board"
                )
            ),
            TakeOffLine.Of("soffit-vents", "Soffit vents, strip", need.SoffitFeet, "ft", "the other half, 9 in² a foot"),
        ];

    internal static Spread Hours(VentNeed need) =>
        (RidgeHours * need.RidgeFeet) + (SoffitHours * QuantityMath.Up(need.SoffitFeet / SoffitPieceFeet));
}
