namespace Kalpa.Core.Life;

/// <summary>
/// Years until the first of several components ends, by each method. One component is its own; several share their exposure. What a stage of one says of
/// the exposure, it says of all.
/// </summary>
internal sealed class JointLife
{
    private readonly IReadOnlyList<ComponentModel> parts;
    private readonly double cellYears;

    public JointLife(IReadOnlyList<ComponentModel> of)
    {
        var points = of.Max(p => p.Ages);
        parts = [.. of.Select(p => p.AgedAt(points))];
        cellYears = parts.Min(p => p.GridYears) / ComponentModel.Cells;
    }

    /// <summary>The life's distribution cut off below the age, T | T &gt; a. Parts without an age are left out.</summary>
    public RemainingYears? AgeTable() => YearsToFirst([.. parts.Where(p => p.HasAge)], _ => NoStage, Known.Age);

    /// <summary>
    /// The prior distribution times the chance of the governing stage at u = a/T up to stage 1, never less than a look of stage 2 has; from stage 2 on the look leads.
    /// Stage 4 is zero, however young. A part without a stage is cut off at its age.
    /// </summary>
    public RemainingYears? Combined() => YearsToFirst([.. parts.Where(p => p.HasAge || p.Weights is not null)], StagesOf, Known.Both);

    /// <summary>By what is seen alone; parts without a stage are left out.</summary>
    public RemainingYears? WhatIsSeen() => YearsToFirst([.. parts.Where(p => p.Weights is not null)], StagesOf, Known.Stage);

    private static readonly IReadOnlyList<StageChance> NoStage = [new(null, 1)];

    /// <summary>A stage that may govern, none where it was not rated, and its chance.</summary>
    private readonly record struct StageChance(int? Stage, double Weight);

    /// <summary>What the years are assessed from.</summary>
    private enum Known
    {
        Age,
        Stage,
        Both,
    }

    /// <summary>Not rated today, but at end of life when last rated: it still is.</summary>
    private static IReadOnlyList<StageChance> StagesOf(ComponentModel part) =>
        part is { Weights: null, LastWeights: { } last } && last[StageModel.LastStage] > 0
            ? [new(StageModel.LastStage, last[StageModel.LastStage]), new(null, 1 - last[StageModel.LastStage])]
        : part.Weights is null ? NoStage
        : [.. part.Weights.Select((weight, stage) => new StageChance(stage, weight)).Where(s => s.Weight > 0)];

    private RemainingYears? YearsToFirst(
        IReadOnlyList<ComponentModel> components,
        Func<ComponentModel, IReadOnlyList<StageChance>> stagesOf,
        Known known
    )
    {
        if (components.Count == 0)
        {
            return null;
        }
        var sum = new RemainingYears(cellYears, ComponentModel.Cells);
        var slices = Math.Max(1, known == Known.Stage ? 1 : components.Max(p => p.Ages));
        foreach (var combination in Combinations([.. components.Select(stagesOf)]))
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
                sum.Mix(FirstToEnd(components, combination, known, slice), weight);
            }
        }
        return sum;
    }

    /// <summary>
    /// The first of several by age alone, joined by the copula of Cuadras and Augé (1981): S = min(Sᵢ)^α · Π Sᵢ^(1−α). Hazards then only add, so that an
    /// older slope never has longer; under a common normal factor one that has stood long would count as tough.
    /// </summary>
    private RemainingYears FirstToEndByAge(IReadOnlyList<ComponentModel> components, int slice)
    {
        var tail = new double[ComponentModel.Cells + 1];
        Array.Fill(tail, 1);
        var least = new double[ComponentModel.Cells + 1];
        Array.Fill(least, 1);
        foreach (var part in components)
        {
            var years = SpentIfEmpty(YearsOf(part, null, Known.Age, slice));
            var componentTail = years.Tail();
            for (var c = 0; c < componentTail.Length; c++)
            {
                var share = componentTail[c] / years.Total;
                tail[c] *= Math.Pow(share, 1 - CommonFactor.Correlation);
                least[c] = Math.Min(least[c], share);
            }
        }
        for (var c = 0; c < tail.Length; c++)
        {
            tail[c] *= Math.Pow(least[c], CommonFactor.Correlation);
        }
        return RemainingYears.FromTail(cellYears, tail, 1);
    }

    private RemainingYears FirstToEnd(IReadOnlyList<ComponentModel> components, IReadOnlyList<StageChance> stages, Known known, int slice)
    {
        var key = (known, slice, string.Join(' ', stages.Select(s => s.Stage)));
        return firsts.TryGetValue(key, out var made) ? made : firsts[key] = ComputedFirst(components, stages, known, slice);
    }

    /// <summary>The first to end at stages: asked for again where it bounds that of more wear.</summary>
    private readonly Dictionary<(Known, int, string), RemainingYears> firsts = [];

    private RemainingYears ComputedFirst(
        IReadOnlyList<ComponentModel> components,
        IReadOnlyList<StageChance> stages,
        Known known,
        int slice
    )
    {
        if (components.Count == 1)
        {
            return SpentIfEmpty(YearsOf(components[0], stages[0].Stage, known, slice));
        }
        if (known == Known.Age)
        {
            return FirstToEndByAge(components, slice);
        }
        var tail = new double[ComponentModel.Cells + 1];
        var product = new double[ComponentModel.Cells + 1];
        double total = 0;
        foreach (var (exposure, weight) in CommonFactor.Points)
        {
            var evidence = weight;
            Array.Fill(product, weight);
            for (var i = 0; i < components.Count; i++)
            {
                var (componentTail, sum) = TailGiven(components[i], stages[i].Stage, known, slice, exposure);
                evidence *= sum;
                for (var c = 0; c < componentTail.Length; c++)
                {
                    product[c] *= componentTail[c];
                }
            }
            total += evidence;
            for (var c = 0; c < tail.Length; c++)
            {
                tail[c] += product[c];
            }
        }
        // What is learned of the exposure from one component may favor another, but a second one never lengthens the slope.
        for (var i = 0; i < components.Count; i++)
        {
            var age = known == Known.Stage || !components[i].HasAge ? -1 : slice;
            var (alone, evidence) = TailOf(components[i], stages[i].Stage, known, age, null);
            for (var c = 0; c < tail.Length; c++)
            {
                tail[c] = evidence > 0 ? Math.Min(tail[c], total * (alone[c] / evidence)) : tail[c];
            }
        }
        foreach (var less in LessWorn(components, stages, known))
        {
            var bound = FirstToEnd(components, less, known, slice);
            var boundTail = bound.Tail();
            for (var c = 0; c < tail.Length; c++)
            {
                tail[c] = Math.Min(tail[c], total * (boundTail[c] / bound.Total));
            }
        }
        return SpentIfEmpty(RemainingYears.FromTail(cellYears, tail, total));
    }

    /// <summary>
    /// The same with one component worn so little that its year still speaks of the exposure. Where that year is left aside, what it said against the others is
    /// too, and more wear on the one would lengthen the slope.
    /// </summary>
    private static IEnumerable<IReadOnlyList<StageChance>> LessWorn(
        IReadOnlyList<ComponentModel> components,
        IReadOnlyList<StageChance> stages,
        Known known
    ) =>
        known != Known.Both
            ? []
            : components
                .Index()
                .Where(c => c.Item.HasAge && stages[c.Index].Stage >= LookLeadsFrom)
                .Select(c =>
                    (IReadOnlyList<StageChance>)[.. stages.Select((s, i) => i == c.Index ? s with { Stage = LookLeadsFrom - 1 } : s)]
                );

    /// <summary>A component's tail given the shared exposure: asked for again with every combination of the others' stages.</summary>
    private (double[] Tail, double Total) TailGiven(ComponentModel part, int? stage, Known known, int slice, double exposure)
    {
        var age = known == Known.Stage || !part.HasAge ? -1 : slice;
        var key = (part, stage, known, age, exposure);
        return tails.TryGetValue(key, out var made) ? made : tails[key] = TailOf(part, stage, known, age, exposure);
    }

    private (double[] Tail, double Total) TailOf(ComponentModel part, int? stage, Known known, int age, double? exposure)
    {
        if (age < 0)
        {
            return Look(part, stage!.Value, exposure);
        }
        if (known == Known.Both && stage >= LookLeadsFrom)
        {
            // The year says nothing of it any more, and so nothing of what the slope is exposed to.
            return Look(part, stage.Value, exposure);
        }
        var (tail, total) = part.TailAt(cellYears, age, stage, known == Known.Both, exposure);
        if (known != Known.Both || stage is null)
        {
            return (tail, total);
        }
        var (look, looked) = Look(part, LookLeadsFrom, exposure);
        var evidence = Math.Max(total, LeastEvidence);
        for (var c = 0; c < tail.Length; c++)
        {
            var byLook = look[c] / looked;
            tail[c] = evidence * (total > 0 ? Math.Max(tail[c] / total, byLook) : byLook);
        }
        return (tail, evidence);
    }

    private (double[] Tail, double Total) Look(ComponentModel part, int stage, double? exposure)
    {
        if (!looks.TryGetValue((part, stage, exposure), out var made))
        {
            var years = part.ByLook(cellYears, stage, exposure);
            looks[(part, stage, exposure)] = made = (years.Tail(), years.Total);
        }
        return made;
    }

    /// <summary>The same for every age.</summary>
    private readonly Dictionary<(ComponentModel, int, double?), (double[] Tail, double Total)> looks = [];

    /// <summary>
    /// From this stage on the look leads: a roof that looks nearly finished is so, whatever its year (early failure, or a wrong record), and at one look a younger
    /// roof has no more years than an older one. It is also the least that a better look is worth: a good look never leaves less than a worn one. Common practice.
    /// </summary>
    internal const int LookLeadsFrom = 2;

    /// <summary>Where age and look cannot be of one roof by the distribution, the evidence is as good as none; kept above zero so that it can be multiplied.</summary>
    private const double LeastEvidence = 1e-30;

    private readonly Dictionary<(ComponentModel, int?, Known, int, double), (double[] Tail, double Total)> tails = [];

    /// <summary>The ages of all parts run together: the early slices of each range with the early ones of the others.</summary>
    private RemainingYears YearsOf(ComponentModel part, int? stage, Known known, int slice)
    {
        var (tail, total) = TailOf(part, stage, known, known == Known.Stage || !part.HasAge ? -1 : slice, null);
        return RemainingYears.FromTail(cellYears, tail, total);
    }

    /// <summary>An age beyond the grid: nothing of the distribution is left to live.</summary>
    private RemainingYears SpentIfEmpty(RemainingYears years)
    {
        if (years.IsEmpty)
        {
            years = new RemainingYears(cellYears, ComponentModel.Cells);
            years.Add(0, 1);
        }
        return years;
    }

    private static IEnumerable<IReadOnlyList<StageChance>> Combinations(IReadOnlyList<IReadOnlyList<StageChance>> each)
    {
        IEnumerable<IReadOnlyList<StageChance>> all =
        [
            [],
        ];
        foreach (var choices in each)
        {
            all = all.SelectMany(before => choices.Select(choice => (IReadOnlyList<StageChance>)[.. before, choice]));
        }
        return all;
    }
}
