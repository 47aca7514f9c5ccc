using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>An earlier rating: so many years ago, the chance of each stage to have governed.</summary>
internal readonly record struct PastLook(double YearsAgo, double[] Weights);

/// <summary>
/// Years left of one component by each method. Symbols: T total life (factor-adjusted Weibull), a age, u = a/T share of life used, s governing stage.
/// The age's range is a few ages of equal weight. A shared exposure z, standard normal, may be given: T then follows the distribution given z, by a Gaussian copula.
/// </summary>
internal sealed class ComponentModel(
    ShiftedWeibull law,
    StageModel stages,
    IReadOnlyList<double> ages,
    double[]? weights,
    IReadOnlyList<PastLook> earlier
)
{
    /// <summary>Cells over the whole life: about a tenth of a year for shingles; the quantiles are interpolated within a cell.</summary>
    public const int Cells = 360;

    /// <summary>Longest life on the grid, as a share of the distribution: all but a millionth.</summary>
    private const double GridShare = 1 - 1e-6;

    /// <summary>Slices of the share of life used, for the condition-only method; flat from zero to the end of life and a third beyond.</summary>
    private const int UsedSlices = 80;

    private const double UsedEnd = 1.3;

    /// <summary>Points of the life's distribution that the condition-only method multiplies with.</summary>
    private const int LifeSlices = 40;

    /// <summary>Fewer given z: the slices of z multiply them.</summary>
    private const int LifeSlicesGivenZ = 12;

    public double[]? Weights => weights;

    public bool HasAge => ages.Count > 0;

    public int Ages => ages.Count;

    /// <summary>The same component at other ages.</summary>
    public ComponentModel Aged(IReadOnlyList<double> others) => new(law, stages, others, weights, earlier);

    /// <summary>The same range of ages at so many points of equal weight, so that parts whose ranges differ in width run together.</summary>
    public ComponentModel AgedAt(int points)
    {
        if (ages.Count < 2 || ages.Count == points)
        {
            return this;
        }
        double At(double place)
        {
            var from = Math.Clamp((int)Math.Floor(place), 0, ages.Count - 2);
            return Math.Max(0, ages[from] + (place - from) * (ages[from + 1] - ages[from]));
        }
        return Aged([.. Enumerable.Range(0, points).Select(i => At((i + 0.5) / points * ages.Count - 0.5))]);
    }

    public double GridYears => law.Quantile(GridShare);

    /// <summary>Whether it was rated on this visit or an earlier one.</summary>
    public bool Rated => weights is not null || earlier.Count > 0;

    /// <summary>The latest earlier rating; null when none was made.</summary>
    public double[]? LastWeights => earlier.Count == 0 ? null : earlier.MinBy(e => e.YearsAgo).Weights;

    /// <summary>
    /// Years left at one of the ages, as the tail on the lower edges of cells of a width, given a stage (null: only that it still stands), when
    /// <paramref name="rated"/> the earlier ratings, and a shared exposure. The total is the chance of that evidence, so that distributions given z can be weighed
    /// against each other.
    /// </summary>
    public (double[] Tail, double Total) TailAt(double cellYears, int ageIndex, int? stage, bool rated, double? z)
    {
        var grid = GridAt(cellYears, ageIndex, stage, rated);
        var tail = new double[Cells + 1];
        var (shares, likelihoods) = (grid.Edges.Shares(z), grid.Likelihoods);
        double above = 1;
        for (var i = Cells - 1; i >= 0; i--)
        {
            var from = shares[i];
            tail[i] = tail[i + 1] + (above > from ? (above - from) * likelihoods[i] : 0);
            above = from;
        }
        var (total, before) = (tail[0], 0.0);
        var expired = grid.Edges.Expired(z);
        for (var i = 0; i < grid.ExpiredLikelihoods.Count; i++)
        {
            var after = expired[i];
            total += (after - before) * grid.ExpiredLikelihoods[i];
            before = after;
        }
        return (tail, total);
    }

    /// <summary>The distribution and the evidence on the cells of one age: the same for every z, so made once.</summary>
    private Grid GridAt(double cellYears, int ageIndex, int? stage, bool rated)
    {
        var key = (cellYears, ageIndex, stage, rated);
        if (grids.TryGetValue(key, out var made))
        {
            return made;
        }
        var age = ages[ageIndex];
        var likelihoods = new double[Cells];
        for (var i = 0; i < Cells; i++)
        {
            likelihoods[i] = Likelihood(stage, rated, age, age + (i + 0.5) * cellYears, cellYears);
        }
        List<double> expiredLikelihoods = [];
        if (stage is not null)
        {
            expiredLikelihoods.AddRange(
                ExpiredEdges(cellYears, age).Select(to => Likelihood(stage, rated, age, to - cellYears / 2, cellYears))
            );
        }
        return grids[key] = new Grid(EdgesAt(cellYears, ageIndex), likelihoods, expiredLikelihoods);
    }

    /// <summary>Upper edges of the cells of lives that have ended before the age.</summary>
    private static IEnumerable<double> ExpiredEdges(double cellYears, double age)
    {
        for (var life = cellYears; life < age + cellYears; life += cellYears)
        {
            yield return Math.Min(life, age);
        }
    }

    /// <summary>The distribution on the cells of one age: the same for every stage.</summary>
    private Edges EdgesAt(double cellYears, int ageIndex)
    {
        if (edges.TryGetValue((cellYears, ageIndex), out var made))
        {
            return made;
        }
        var age = ages[ageIndex];
        return edges[(cellYears, ageIndex)] = new Edges(
            [.. Enumerable.Range(0, Cells + 1).Select(i => law.Cdf(age + i * cellYears))],
            [.. ExpiredEdges(cellYears, age).Select(law.Cdf)]
        );
    }

    private readonly Dictionary<(double, int), Edges> edges = [];

    private readonly Dictionary<(double, int, int?, bool), Grid> grids = [];

    /// <summary>The chance of the evidence within each cell, beside the distribution at the cells' edges.</summary>
    private sealed record Grid(Edges Edges, double[] Likelihoods, List<double> ExpiredLikelihoods);

    /// <summary>
    /// Shares of the distribution at the edges of the cells, of lives that go on and of those that have ended; given a shared exposure they are made when first asked
    /// for, and serve every stage.
    /// </summary>
    private sealed class Edges(double[] shares, double[] expired)
    {
        private readonly Dictionary<double, (double[] Shares, double[] Expired)> given = [];
        private double[]? scores;
        private double[]? expiredScores;

        public double[] Shares(double? z) => z is { } common ? Given(common).Shares : shares;

        public double[] Expired(double? z) => z is { } common ? Given(common).Expired : expired;

        private (double[] Shares, double[] Expired) Given(double z)
        {
            if (given.TryGetValue(z, out var made))
            {
                return made;
            }
            scores ??= ScoresOf(shares);
            expiredScores ??= ScoresOf(expired);
            return given[z] = (Given(scores, z), Given(expiredScores, z));
        }

        private static double[] Given(double[] of, double z)
        {
            var at = new double[of.Length];
            for (var i = 0; i < of.Length; i++)
            {
                at[i] = CommonFactor.GivenScore(of[i], z);
            }
            return at;
        }

        private static double[] ScoresOf(double[] of) => [.. of.Select(CommonFactor.ScoreOf)];
    }

    /// <summary>The look alone: T from the distribution and u from the stage, one not knowing of the other; left = T (1 − u).</summary>
    public RemainingYears ByLook(double cellYears, int stage, double? z)
    {
        var left = new RemainingYears(cellYears, Cells);
        Span<double> lives = stackalloc double[z is null ? LifeSlices : LifeSlicesGivenZ];
        for (var j = 0; j < lives.Length; j++)
        {
            var share = (j + 0.5) / lives.Length;
            lives[j] = law.Quantile(z is { } common ? CommonFactor.ShareGiven(share, common) : share);
        }
        for (var i = 0; i < UsedSlices; i++)
        {
            var used = (i + 0.5) * UsedEnd / UsedSlices;
            var chance = stages.Chance(stage, used);
            foreach (var life in lives)
            {
                left.Add(Math.Max(0, 1 - used) * life, chance);
            }
        }
        return left;
    }

    /// <summary>Chance of each stage at the age of the record, of all that were laid then: also of those whose life is over by the distribution.</summary>
    public double[] StagesAtAge()
    {
        var chances = new double[StageModel.LastStage + 1];
        foreach (var age in ages)
        {
            for (var j = 0; j < LifeSlices; j++)
            {
                var life = law.Quantile((j + 0.5) / LifeSlices);
                for (var stage = 0; stage <= StageModel.LastStage; stage++)
                {
                    chances[stage] += stages.Chance(stage, age / life) / LifeSlices / ages.Count;
                }
            }
        }
        return chances;
    }

    /// <summary>The age at which a roof of the usual life is in the middle of a stage; the end of that life for the last one.</summary>
    public double AgeOfLook(int stage)
    {
        var from = stage == 0 ? 0 : stages.Breaks[stage - 1];
        var to = stage == StageModel.LastStage ? from : stages.Breaks[stage];
        return law.Quantile(WeibullFit.LikelyShare) * (from + to) / 2;
    }

    /// <summary>Chance of each stage at the next rating, given the age and that it still stands: for what a rating is worth.</summary>
    public double[] StageChances()
    {
        var chances = new double[StageModel.LastStage + 1];
        foreach (var age in ages)
        {
            var before = law.Cdf(age);
            for (var j = 0; j < LifeSlices; j++)
            {
                var life = law.Quantile(Math.Min(GridShare, before + (1 - before) * (j + 0.5) / LifeSlices));
                for (var stage = 0; stage <= StageModel.LastStage; stage++)
                {
                    chances[stage] += stages.Chance(stage, age / Math.Max(life, 0.1)) / LifeSlices / ages.Count;
                }
            }
        }
        return chances;
    }

    private double Likelihood(int? stage, bool rated, double age, double life, double cellYears)
    {
        var least = Math.Max(life, cellYears / 2);
        var likelihood = stage is { } seen ? stages.Chance(seen, age / least) : 1;
        if (rated)
        {
            foreach (var look in earlier)
            {
                likelihood *= age > look.YearsAgo ? Mixed(look.Weights, (age - look.YearsAgo) / least) : 1;
            }
        }
        return likelihood;
    }

    private double Mixed(double[] shares, double used)
    {
        double sum = 0;
        for (var stage = 0; stage < shares.Length; stage++)
        {
            sum += shares[stage] > 0 ? shares[stage] * stages.Chance(stage, used) : 0;
        }
        return sum;
    }
}
