namespace Kalpa.Core.Life;

/// <summary>A distribution of years left: a chance of zero, and masses on cells of equal width from zero up.</summary>
internal sealed class RemainingYears(double cellYears, int cells)
{
    private readonly double[] mass = new double[cells];
    private double atZero;
    private double total;

    public void Add(double years, double weight)
    {
        if (!(weight > 0))
        {
            return;
        }
        total += weight;
        if (years <= 0)
        {
            atZero += weight;
            return;
        }
        mass[Math.Min(cells - 1, (int)(years / cellYears))] += weight;
    }

    /// <summary>Adds another distribution on the same cells with its own total scaled to <paramref name="weight"/>.</summary>
    public void Mix(RemainingYears other, double weight)
    {
        if (!(other.total > 0) || !(weight > 0))
        {
            return;
        }
        var scale = weight / other.total;
        atZero += other.atZero * scale;
        total += weight;
        for (var i = 0; i < mass.Length; i++)
        {
            mass[i] += other.mass[i] * scale;
        }
    }

    public bool IsEmpty => !(total > 0);

    /// <summary>Chance of the evidence that the distribution was made with; 1 once it is mixed to weights that sum to one.</summary>
    public double Total => total;

    /// <summary>P(years ≥ the lower edge of each cell) × total, from the cell at zero on; one more for what lies beyond.</summary>
    public double[] Tail()
    {
        var tail = new double[mass.Length + 1];
        for (var i = mass.Length - 1; i >= 0; i--)
        {
            tail[i] = tail[i + 1] + mass[i];
        }
        return tail;
    }

    /// <summary>A distribution from its tail on the lower edges of the cells and its total.</summary>
    public static RemainingYears FromTail(double cellYears, IReadOnlyList<double> tail, double total)
    {
        var years = new RemainingYears(cellYears, tail.Count - 1);
        years.Add(0, total - tail[0]);
        for (var i = 0; i + 1 < tail.Count; i++)
        {
            years.Add((i + 0.5) * cellYears, tail[i] - tail[i + 1]);
        }
        return years;
    }

    public double Quantile(double p)
    {
        var wanted = p * total;
        var sum = atZero;
        if (wanted <= sum)
        {
            return 0;
        }
        for (var i = 0; i < mass.Length; i++)
        {
            if (sum + mass[i] >= wanted)
            {
                return (i + (wanted - sum) / mass[i]) * cellYears;
            }
            sum += mass[i];
        }
        return mass.Length * cellYears;
    }

    public double ChanceOfAtLeast(double years)
    {
        if (years <= 0)
        {
            return 1;
        }
        var position = years / cellYears;
        var cell = (int)position;
        if (cell >= mass.Length)
        {
            return 0;
        }
        var beyond = mass[cell] * (1 - (position - cell));
        for (var i = cell + 1; i < mass.Length; i++)
        {
            beyond += mass[i];
        }
        return beyond / total;
    }
}
