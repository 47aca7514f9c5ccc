using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.RoofPlans;

/// <summary>Plans to measure. Feet in, inches out.</summary>
internal static class Plans
{
    public static readonly DateOnly Day = new(2026, 9, 14);

    public static Guid Id(int number) => new(number, 0, 0, [0, 0, 0, 0, 0, 0, 0, 0]);

    /// <summary>A part of corners in feet, all at one pitch; gables by edge number. Ids: part n00, corners n01 …, slopes n51 ….</summary>
    public static PlanPart Part(int number, (double X, double Y)[] feet, double rise, params int[] gables) =>
        new(
            Id(number * 100),
            "",
            PartKind.House,
            120,
            [
                .. feet.Select(
                    (p, i) =>
                        new PlanCorner(
                            Id((number * 100) + 1 + i),
                            p.X * 12,
                            p.Y * 12,
                            Id((number * 100) + 51 + i),
                            rise,
                            gables.Contains(i)
                        )
                ),
            ]
        );

    public static PlanPart Rectangle(int number, double west, double south, double wide, double deep, double rise, params int[] gables) =>
        Part(number, [(west, south), (west + wide, south), (west + wide, south + deep), (west, south + deep)], rise, gables);

    public static PlanPart OneSlope(
        int number,
        double west,
        double south,
        double wide,
        double deep,
        double rise,
        double azimuth,
        double heightFeet
    )
    {
        var part = Rectangle(number, west, south, wide, deep, 0);
        return part with { HeightInches = heightFeet * 12, Alone = new LoneSlope(Id((number * 100) + 51), rise, azimuth) };
    }

    public static PlanFact Of(params PlanPart[] parts) => new(Id(9001), Id(9000), true, "drawn", parts, []);

    public static PlanAnswer Measure(PlanFact plan, params DetailFact[] details) =>
        PlanMeasures.Of(new PlanRequest(plan, details, [], Day), RuleBook.Current);

    public static double Feet(this PlanAnswer answer, EdgeClass of) => answer.Totals.Where(t => t.Class == of).Sum(t => t.TrueFeet);

    public static readonly (double X, double Y)[] LShape = [(0, 0), (40, 0), (40, 20), (18, 20), (18, 45), (0, 45)];

    public static readonly (double X, double Y)[] TShape = [(0, 0), (60, 0), (60, 24), (38, 24), (38, 50), (20, 50), (20, 24), (0, 24)];
}
