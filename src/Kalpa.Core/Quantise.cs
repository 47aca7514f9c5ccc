namespace Kalpa.Core;

/// <summary>
/// Steps on which everything is decided and printed. The two runtimes differ in the last bit of exp, log and pow; on these steps that bit
/// can flip no verdict, class or order.
/// </summary>
public static class Quantise
{
    private const int YearsDigits = 1;
    private const int ChanceDigits = 3;
    private const int FactorDigits = 3;
    private const int MeasureDigits = 4;
    private const int RateDigits = 5;
    private const int AreaDigits = 2;

    public static double Years(double years) => Clean(years, YearsDigits);

    public static double Chance(double chance) => Clean(chance, ChanceDigits);

    /// <summary>A share of things counted: small ones matter, so it keeps more digits than a chance.</summary>
    public static double Rate(double share) => Clean(share, RateDigits);

    public static double Factor(double factor) => Clean(factor, FactorDigits);

    public static double Measure(double value) => Clean(value, MeasureDigits);

    public static double Area(double squareFeet) => Clean(squareFeet, AreaDigits);

    public static double Feet(double feet) => Clean(feet, AreaDigits);

    public static double Money(double amount) => Clean(amount / 10, 0) * 10;

    // Adding zero turns -0 into 0, which would print as "-0".
    private static double Clean(double value, int digits) => Math.Round(value, digits, MidpointRounding.AwayFromZero) + 0.0;
}
