namespace Kalpa.Core.Deferral;

/// <summary>
/// Stages of damage one after the other, each with a chance a year once the stage before it has happened, at most one a year: a chain of Markov whose last stage
/// is the end.
/// </summary>
public static class StagesOfDamage
{
    /// <summary>Chances that each stage has happened by the end of each year, [year - 1][stage], after so many years.</summary>
    /// <param name="chances">A year, between 0 and 1, for each stage that has not happened yet.</param>
    public static double[][] Happened(IReadOnlyList<double> chances, int years)
    {
        // at[n]: the chance that exactly n stages have happened.
        var at = new double[chances.Count + 1];
        at[0] = 1;
        var by = new double[years][];
        for (var year = 0; year < years; year++)
        {
            for (var stage = chances.Count - 1; stage >= 0; stage--)
            {
                var goes = at[stage] * chances[stage];
                at[stage] -= goes;
                at[stage + 1] += goes;
            }
            var rest = 1.0;
            by[year] = new double[chances.Count];
            for (var stage = 0; stage < chances.Count; stage++)
            {
                rest -= at[stage];
                by[year][stage] = Math.Clamp(rest, 0, 1);
            }
        }
        return by;
    }
}
