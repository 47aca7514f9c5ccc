using Kalpa.Core.Costs;

namespace Kalpa.Core.Options;

/// <summary>
/// A section renewed again and again within an owner's years: at today's <paramref name="Price"/>, first in <paramref name="First"/> years and then each time its new
/// covering ends, <paramref name="Life"/> years after.
/// </summary>
public readonly record struct RenewalChain(double Price, double First, double Life)
{
    /// <summary>A covering that ends at once would be renewed without end.</summary>
    private const double ShortestLife = 1;

    /// <summary>
    /// What it costs in today's money over so many years, less the share <paramref name="worthLeft"/> (0–1) of what the covering is still worth at the end: its price
    /// in proportion to the years it has left then.
    /// </summary>
    public double Cost(MoneyInTime money, double years, double worthLeft)
    {
        var (sum, next, life) = (0.0, First, Math.Max(ShortestLife, Life));
        for (; next < years; next += life)
        {
            sum += Price * money.Today(next);
        }
        return sum - (worthLeft * Price * money.Today(years) * Math.Min(1, (next - years) / life));
    }
}
