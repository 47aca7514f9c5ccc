using Kalpa.Core.Facts;

namespace Kalpa.Core.Life;

/// <summary>
/// Years left by each school. Symbols: T total life (factor-adjusted Weibull), a age, u = a/T share of life used, s governing stage.
/// Distributions live on cells of equal width; the age's range is a few ages of equal weight.
/// </summary>
internal sealed class LifeSchools
{
    /// <summary>Cells over the whole life: about a tenth of a year for shingles; the quantiles are interpolated within a cell.</summary>
    private const int Cells = 360;

    /// <summary>Longest life on the grid, as a share of the law: all but a millionth.</summary>
    private const double GridShare = 1 - 1e-6;

    /// <summary>Slices of the share of life used, for the look school; flat from nought to the end of life and a third beyond.</summary>
    private const int UsedSlices = 80;

    private const double UsedEnd = 1.3;

    /// <summary>Points of the life's distribution that the look school multiplies with.</summary>
    private const int LifeSlices = 40;

    private readonly ShiftedWeibull law;
    private readonly StageModel stages;
    private readonly IReadOnlyList<double> ages;
    private readonly double cellYears;

    public LifeSchools(ShiftedWeibull law, StageModel stages, IReadOnlyList<double> ages)
    {
        this.law = law;
        this.stages = stages;
        this.ages = ages;
        cellYears = law.Quantile(GridShare) / Cells;
    }

    /// <summary>The age table: the life's law cut off below the age, T | T &gt; a.</summary>
    public RemainingYears AgeTable() => OverAges(age => WithStage(age, null));

    /// <summary>The prior law times the chance of the governing stage at u = a/T; stage 4 is nought, however young.</summary>
    public RemainingYears Combined(double[] weights) => OverAges(age => OverStages(weights, stage => WithStage(age, stage)));

    /// <summary>The look alone: T from the law and u from the stage, one not knowing of the other; left = T (1 − u).</summary>
    public RemainingYears WhatIsSeen(double[] weights) => OverStages(weights, ByLook);

    private RemainingYears OverAges(Func<double, RemainingYears> of)
    {
        var sum = NewCells();
        foreach (var age in ages)
        {
            sum.Mix(of(age), 1);
        }
        return sum;
    }

    // Each stage's own posterior is mixed with its weight, not the likelihoods: a share of worse wear can then only shorten life.
    private RemainingYears OverStages(double[] weights, Func<int, RemainingYears> of)
    {
        var sum = NewCells();
        for (var stage = 0; stage <= StageModel.LastStage; stage++)
        {
            if (weights[stage] > 0)
            {
                sum.Mix(stage == StageModel.LastStage ? Spent() : of(stage), weights[stage]);
            }
        }
        return sum;
    }

    private RemainingYears Spent()
    {
        var spent = NewCells();
        spent.Add(0, 1);
        return spent;
    }

    private RemainingYears WithStage(double age, int? stage)
    {
        var left = NewCells();
        var before = law.Cdf(age);
        for (var i = 0; i < Cells; i++)
        {
            var after = law.Cdf(age + (i + 1) * cellYears);
            var middle = (i + 0.5) * cellYears;
            left.Add(middle, (after - before) * Likelihood(stage, age, age + middle));
            before = after;
        }
        if (stage is not null)
        {
            AddExpired(left, age, stage.Value);
        }
        if (left.IsEmpty)
        {
            // An age beyond the grid: nothing of the law is left to live.
            left.Add(0, 1);
        }
        return left;
    }

    private void AddExpired(RemainingYears left, double age, int stage)
    {
        double before = 0;
        for (var life = cellYears; life < age + cellYears && before < 1; life += cellYears)
        {
            var to = Math.Min(life, age);
            var after = law.Cdf(to);
            left.Add(0, (after - before) * Likelihood(stage, age, to - cellYears / 2));
            before = after;
        }
    }

    private double Likelihood(int? stage, double age, double life) =>
        stage is null ? 1 : stages.Chance(stage.Value, age / Math.Max(life, cellYears / 2));

    private RemainingYears ByLook(int stage)
    {
        var left = NewCells();
        for (var i = 0; i < UsedSlices; i++)
        {
            var used = (i + 0.5) * UsedEnd / UsedSlices;
            var chance = stages.Chance(stage, used);
            for (var j = 0; j < LifeSlices; j++)
            {
                left.Add(Math.Max(0, 1 - used) * law.Quantile((j + 0.5) / LifeSlices), chance);
            }
        }
        return left;
    }

    private RemainingYears NewCells() => new(cellYears, Cells);
}
