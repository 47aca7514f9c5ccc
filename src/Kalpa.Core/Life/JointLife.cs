namespace Kalpa.Core.Life;

/// <summary>
/// Years until the first of several components ends, by each school. One component is its own; several share their exposure. What a stage of one says of
/// the exposure, it says of all.
/// </summary>
internal sealed class JointLife
{
    private readonly IReadOnlyList<PartLife> parts;
    private readonly double cellYears;

    public JointLife(IReadOnlyList<PartLife> of)
    {
        var points = of.Max(p => p.Ages);
        parts = [.. of.Select(p => p.AgedAt(points))];
        cellYears = parts.Min(p => p.GridYears) / PartLife.Cells;
    }

    /// <summary>The life's law cut off below the age, T | T &gt; a. Parts without an age are left out.</summary>
    public RemainingYears? AgeTable() => First([.. parts.Where(p => p.HasAge)], _ => NoStage, Way.Age);

    /// <summary>The prior law times the chance of the governing stage at u = a/T; stage 4 is nought, however young. A part without a stage is cut off at its age.</summary>
    public RemainingYears? Combined() => First([.. parts.Where(p => p.HasAge || p.Weights is not null)], StagesOf, Way.Both);

    /// <summary>By what is seen alone; parts without a stage are left out.</summary>
    public RemainingYears? WhatIsSeen() => First([.. parts.Where(p => p.Weights is not null)], StagesOf, Way.Look);

    private static readonly IReadOnlyList<(int? Stage, double Weight)> NoStage = [(null, 1)];

    private enum Way
    {
        Age,
        Look,
        Both,
    }

    /// <summary>Not rated today, but spent when last rated, it is spent still.</summary>
    private static IReadOnlyList<(int? Stage, double Weight)> StagesOf(PartLife part) =>
        part is { Weights: null, LastWeights: { } last } && last[StageModel.LastStage] > 0
            ? [(StageModel.LastStage, last[StageModel.LastStage]), (null, 1 - last[StageModel.LastStage])]
        : part.Weights is null ? NoStage
        : [.. part.Weights.Select((weight, stage) => ((int?)stage, weight)).Where(s => s.weight > 0)];

    private RemainingYears? First(
        IReadOnlyList<PartLife> taken,
        Func<PartLife, IReadOnlyList<(int? Stage, double Weight)>> stagesOf,
        Way way
    )
    {
        if (taken.Count == 0)
        {
            return null;
        }
        var sum = new RemainingYears(cellYears, PartLife.Cells);
        var slices = Math.Max(1, way == Way.Look ? 1 : taken.Max(p => p.Ages));
        foreach (var combination in Combinations([.. taken.Select(stagesOf)]))
        {
            WorkBudget.Check();
            if (combination.Any(c => c.Stage == StageModel.LastStage))
            {
                sum.Add(0, combination.Aggregate(1.0, (product, c) => product * c.Weight));
                continue;
            }
            // Each stage's own posterior is mixed with its weight, not the likelihoods: a share of worse wear can then only shorten life.
            var weight = combination.Aggregate(1.0, (product, c) => product * c.Weight) / slices;
            for (var slice = 0; slice < slices; slice++)
            {
                sum.Mix(Earliest(taken, combination, way, slice), weight);
            }
        }
        return sum;
    }

    /// <summary>
    /// The first of several by age alone, joined by the copula of Cuadras and Augé (1981): S = min(Sᵢ)^α · Π Sᵢ^(1−α). Hazards then only add, so that an
    /// older slope never has longer; under a common normal factor one that has stood long would count as tough.
    /// </summary>
    private RemainingYears EarliestByAge(IReadOnlyList<PartLife> taken, int slice)
    {
        var tail = new double[PartLife.Cells + 1];
        Array.Fill(tail, 1);
        var least = new double[PartLife.Cells + 1];
        Array.Fill(least, 1);
        foreach (var part in taken)
        {
            var years = OrOver(One(part, null, Way.Age, slice));
            var its = years.Tail();
            for (var c = 0; c < its.Length; c++)
            {
                var share = its[c] / years.Total;
                tail[c] *= Math.Pow(share, 1 - SharedExposure.Correlation);
                least[c] = Math.Min(least[c], share);
            }
        }
        for (var c = 0; c < tail.Length; c++)
        {
            tail[c] *= Math.Pow(least[c], SharedExposure.Correlation);
        }
        return RemainingYears.FromTail(cellYears, tail, 1);
    }

    private RemainingYears Earliest(IReadOnlyList<PartLife> taken, IReadOnlyList<(int? Stage, double Weight)> stages, Way way, int slice)
    {
        if (taken.Count == 1)
        {
            return OrOver(One(taken[0], stages[0].Stage, way, slice));
        }
        if (way == Way.Age)
        {
            return EarliestByAge(taken, slice);
        }
        var tail = new double[PartLife.Cells + 1];
        var product = new double[PartLife.Cells + 1];
        double total = 0;
        foreach (var (z, weight) in SharedExposure.Points)
        {
            var evidence = weight;
            Array.Fill(product, weight);
            for (var i = 0; i < taken.Count; i++)
            {
                var (its, sum) = Given(taken[i], stages[i].Stage, way, slice, z);
                evidence *= sum;
                for (var c = 0; c < its.Length; c++)
                {
                    product[c] *= its[c];
                }
            }
            total += evidence;
            for (var c = 0; c < tail.Length; c++)
            {
                tail[c] += product[c];
            }
        }
        return OrOver(RemainingYears.FromTail(cellYears, tail, total));
    }

    /// <summary>A component's tail given the shared exposure: asked for again with every combination of the others' stages.</summary>
    private (double[] Tail, double Total) Given(PartLife part, int? stage, Way way, int slice, double z)
    {
        var age = way == Way.Look || !part.HasAge ? -1 : slice;
        var key = (part, stage, way, age, z);
        if (tails.TryGetValue(key, out var made))
        {
            return made;
        }
        if (age >= 0)
        {
            return tails[key] = part.TailAt(cellYears, age, stage, way == Way.Both, z);
        }
        var years = part.ByLook(cellYears, stage!.Value, z);
        return tails[key] = (years.Tail(), years.Total);
    }

    private readonly Dictionary<(PartLife, int?, Way, int, double), (double[] Tail, double Total)> tails = [];

    /// <summary>The ages of all parts run together: the early slices of each range with the early ones of the others.</summary>
    private RemainingYears One(PartLife part, int? stage, Way way, int slice) =>
        way == Way.Look || !part.HasAge ? part.ByLook(cellYears, stage!.Value, null) : part.At(cellYears, slice, stage, way == Way.Both);

    /// <summary>An age beyond the grid: nothing of the law is left to live.</summary>
    private RemainingYears OrOver(RemainingYears years)
    {
        if (years.IsEmpty)
        {
            years = new RemainingYears(cellYears, PartLife.Cells);
            years.Add(0, 1);
        }
        return years;
    }

    private static IEnumerable<IReadOnlyList<(int? Stage, double Weight)>> Combinations(
        IReadOnlyList<IReadOnlyList<(int? Stage, double Weight)>> each
    )
    {
        IEnumerable<IReadOnlyList<(int? Stage, double Weight)>> all =
        [
            [],
        ];
        foreach (var choices in each)
        {
            all = all.SelectMany(before => choices.Select(choice => (IReadOnlyList<(int?, double)>)[.. before, choice]));
        }
        return all;
    }
}
