namespace Kalpa.Core.NewWork;

/// <summary>A share with its two-sided 95 % interval; all between 0 and 1.</summary>
public sealed record Share(int Wrong, int Looked, double Rate, double Low, double High);

/// <summary>
/// Exact interval of a binomial share: C. J. Clopper and E. S. Pearson, "The use of confidence or fiducial limits illustrated in the case of the
/// binomial", Biometrika 26, 1934. Symbols: k wrong of n, α = 0.05.
/// </summary>
public static class BinomialInterval
{
    private const double Alpha = 0.05;

    /// <summary>Bisection halves the unit interval this often: far below the last printed digit.</summary>
    private const int Halvings = 60;

    /// <summary>k from 0 to n, n at least 1; anything else throws.</summary>
    public static Share Of(int wrong, int looked)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(looked, 1);
        ArgumentOutOfRangeException.ThrowIfNegative(wrong);
        ArgumentOutOfRangeException.ThrowIfGreaterThan(wrong, looked);
        // Low: P(X ≥ k | p) = α/2. High: P(X ≤ k | p) = α/2.
        var low = wrong == 0 ? 0 : Root(p => AtLeast(wrong, looked, p) - (Alpha / 2));
        var high = wrong == looked ? 1 : Root(p => (Alpha / 2) - (1 - AtLeast(wrong + 1, looked, p)));
        return new Share(wrong, looked, Quantise.Rate((double)wrong / looked), Quantise.Rate(low), Quantise.Rate(high));
    }

    /// <summary>P(X ≥ k) of a binomial; summed from the logarithms so that no term overflows.</summary>
    private static double AtLeast(int k, int n, double p)
    {
        WorkBudget.Check();
        if (p <= 0)
        {
            return k == 0 ? 1 : 0;
        }
        if (p >= 1)
        {
            return 1;
        }
        var sum = 0.0;
        var logTerm = LogChoose(n, k) + (k * Math.Log(p)) + ((n - k) * Math.Log(1 - p));
        for (var i = k; i <= n; i++)
        {
            sum += Math.Exp(logTerm);
            logTerm += Math.Log((double)(n - i) / (i + 1)) + Math.Log(p) - Math.Log(1 - p);
        }
        return Math.Min(1, sum);
    }

    private static double LogChoose(int n, int k)
    {
        var sum = 0.0;
        for (var i = 1; i <= k; i++)
        {
            sum += Math.Log((double)(n - k + i) / i);
        }
        return sum;
    }

    /// <summary>Root of an increasing function on the unit interval.</summary>
    private static double Root(Func<double, double> increasing)
    {
        var (low, high) = (0.0, 1.0);
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            (low, high) = increasing(middle) < 0 ? (middle, high) : (low, middle);
        }
        return (low + high) / 2;
    }
}
