using Kalpa.Core.Facts;

namespace Kalpa.Core.Costs;

/// <summary>
/// Amounts of later years in today's money: what is paid in <c>t</c> years costs <c>((1 + growth) / (1 + interest))^t</c> of today's price. Interest tables of
/// engineering economics.
/// </summary>
public readonly record struct MoneyInTime(double Interest, double Growth)
{
    /// <summary>Years an owner is taken to look ahead where none are said: most of a covering's life (a planning figure, from memory).</summary>
    public const int UsualYears = 20;

    /// <summary>Percent a year (a planning figure, from memory).</summary>
    public const double UsualInterest = 5;

    /// <summary>Percent a year (a planning figure, from memory).</summary>
    public const double UsualGrowth = 4;

    /// <summary>Percent of what a covering is still worth that counts at the end: a buyer pays for part of it (a planning figure, from memory).</summary>
    public const double UsualWorthLeft = 50;

    private const double Percent = 100;

    /// <summary>An owner's terms with the usual ones in the place of what was not said.</summary>
    public static OwnerTerms Filled(OwnerTerms? terms) =>
        new(
            terms?.Years ?? UsualYears,
            terms?.InterestPercent ?? UsualInterest,
            terms?.PriceGrowthPercent ?? UsualGrowth,
            terms?.WorthLeftPercent ?? UsualWorthLeft,
            terms?.WorkmanshipYears,
            terms?.ManufacturerYears
        );

    public static MoneyInTime Of(OwnerTerms filled) =>
        new(filled.InterestPercent!.Value / Percent, filled.PriceGrowthPercent!.Value / Percent);

    /// <summary>What a dollar of today's prices costs in so many years, in today's money.</summary>
    public double Today(double years) => Math.Pow((1 + Growth) / (1 + Interest), years);

    /// <summary>What it is worth by itself to pay a price so many years later.</summary>
    public double OfDelay(double price, double years) => price * (1 - Today(years));

    /// <summary>Equal amounts at the end of each of <paramref name="years"/> years that are worth 1 today: the capital recovery factor (A/P, i, n).</summary>
    public double Yearly(int years)
    {
        if (Interest.Equals(0))
        {
            return 1.0 / years;
        }
        var grown = Math.Pow(1 + Interest, years);
        return Interest * grown / (grown - 1);
    }

    /// <summary>What 1 a year at today's prices costs over so many years in today's money, paid evenly.</summary>
    public double Flow(double years)
    {
        var rate = Math.Log((1 + Growth) / (1 + Interest));
        return Math.Abs(rate) < 1e-9 ? years : (Math.Exp(rate * years) - 1) / rate;
    }
}
