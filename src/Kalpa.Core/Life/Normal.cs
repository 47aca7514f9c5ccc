namespace Kalpa.Core.Life;

/// <summary>The standard normal distribution, to about 1e-9.</summary>
internal static class Normal
{
    /// <summary>
    /// Φ(x), after W. J. Cody's rational approximations as condensed by G. Marsaglia (Journal of Statistical Software 11, 2004): the Taylor series about
    /// zero, which converges in a few terms where it matters; beyond seven it is zero or one to thirteen digits.
    /// </summary>
    public static double Cdf(double x)
    {
        if (x < -7)
        {
            return 0;
        }
        if (x > 7)
        {
            return 1;
        }
        var (sum, term) = (x, x);
        var square = x * x;
        for (var i = 3; Math.Abs(term) > 1e-12; i += 2)
        {
            term *= square / i;
            sum += term;
        }
        return 0.5 + sum * 0.39894228040143268 * Math.Exp(-0.5 * square);
    }

    /// <summary>Steps to one, and the span, of the table of Φ: linear between its points it is good to 5e-7.</summary>
    private const int TableSteps = 256;

    private const int TableSpan = 8;
    private static readonly double[] Table = MadeTable();

    /// <summary>Φ(x) from the table: for what is summed over thousands of cells.</summary>
    public static double QuickCdf(double x)
    {
        if (!(x > -TableSpan))
        {
            return 0;
        }
        if (x >= TableSpan)
        {
            return 1;
        }
        var position = (x + TableSpan) * TableSteps;
        var at = (int)position;
        return Table[at] + (position - at) * (Table[at + 1] - Table[at]);
    }

    private static double[] MadeTable()
    {
        var table = new double[2 * TableSpan * TableSteps + 2];
        for (var i = 0; i < table.Length; i++)
        {
            table[i] = Cdf((double)i / TableSteps - TableSpan);
        }
        return table;
    }

    /// <summary>Φ⁻¹(p) for 0 &lt; p &lt; 1, by P. J. Acklam's rational approximation (relative error 1.15e-9).</summary>
    public static double Score(double p)
    {
        const double Low = 0.02425;
        if (p < Low)
        {
            return Tail(Math.Sqrt(-2 * Math.Log(p)));
        }
        if (p > 1 - Low)
        {
            return -Tail(Math.Sqrt(-2 * Math.Log(1 - p)));
        }
        var q = p - 0.5;
        var r = q * q;
        var above =
            (
                ((((-39.69683028665376 * r + 220.9460984245205) * r - 275.9285104469687) * r + 138.3577518672690) * r - 30.66479806614716)
                    * r
                + 2.506628277459239
            ) * q;
        var below =
            ((((-54.47609879822406 * r + 161.5858368580409) * r - 155.6989798598866) * r + 66.80131188771972) * r - 13.28068155288572) * r
            + 1;
        return above / below;
    }

    private static double Tail(double q) =>
        (
            ((((-0.007784894002430293 * q - 0.3223964580411365) * q - 2.400758277161838) * q - 2.549732539343734) * q + 4.374664141464968)
                * q
            + 2.938163982698783
        ) / ((((0.007784695709041462 * q + 0.3224671290700398) * q + 2.445134137142996) * q + 3.754408661907416) * q + 1);
}
