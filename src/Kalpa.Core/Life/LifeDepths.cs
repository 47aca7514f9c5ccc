using Kalpa.Core.Rules;

namespace Kalpa.Core.Life;

/// <summary>What takes a second computation: what each factor costs, and which facts would narrow the range most.</summary>
internal static class LifeDepths
{
    /// <summary>As many as an inspector goes after.</summary>
    private const int Sharpest = 2;

    /// <summary>A fact that narrows the range by less is not worth asking for.</summary>
    private const double WorthYears = 0.3;

    private const double WideAgeYears = 2.5;

    public static LifeAnswer Of(RuleBook book, LifeFacts facts, LifeAnswer answer, IReadOnlyList<AssemblyComponent> parts)
    {
        // The inspector's own figures do not move with a factor: costs are those of what was computed.
        var plain = facts with
        {
            Deep = false,
            Overruled = null,
        };
        var likely = (answer.Overruled?.Computed ?? answer.Stated)?.Likely;
        return answer with
        {
            Factors = [.. answer.Factors.Select(f => f with { CostYears = Cost(book, plain, f, likely) })],
            Narrowing =
            [
                .. Ratings(book, plain, answer, parts)
                    .Concat(Ages(book, plain, answer, parts))
                    .Concat(Factors(book, plain, answer, parts))
                    .Where(n => n.Years >= WorthYears)
                    .OrderByDescending(n => n.Narrows)
                    .ThenByDescending(n => n.Years)
                    .ThenBy(n => n.Text, StringComparer.Ordinal)
                    .Take(Sharpest),
            ],
        };
    }

    /// <summary>Likely years with the factor left out, less those with it (switched off: those without, less those it would leave).</summary>
    private static double? Cost(RuleBook book, LifeFacts facts, LifeFactor factor, double? likely)
    {
        var off = facts.Without ?? [];
        var other = off.Contains(factor.Key) ? off.Where(k => k != factor.Key) : off.Append(factor.Key);
        var without = RemainingLife.Of(book, facts with { Without = [.. other] }).Stated?.Likely;
        return likely is null || without is null
            ? null
            : Quantise.Years(off.Contains(factor.Key) ? likely.Value - without.Value : without.Value - likely.Value);
    }

    /// <summary>Rating a governing component that was not rated: how much narrower the range is on the mean over what one may see.</summary>
    private static IEnumerable<Narrowing> Ratings(RuleBook book, LifeFacts facts, LifeAnswer answer, IReadOnlyList<AssemblyComponent> parts)
    {
        foreach (var part in parts.Where(p => p is { Part: ComponentPart.Governs, Weights: null, Life.HasAge: true }))
        {
            var chances = part.Life!.StageChances();
            double mean = 0;
            for (var stage = 0; stage < chances.Length; stage++)
            {
                mean += chances[stage] * Now(RemainingLife.Of(book, Rated(facts, part, stage)));
            }
            yield return Narrows(RatingText(part), Now(answer) - mean);
        }
    }

    private static LifeFacts Rated(LifeFacts facts, AssemblyComponent part, int stage)
    {
        IReadOnlyList<Facts.StageShare> shares = [new(stage, 100)];
        return part switch
        {
            { KeepsWaterOut: true } => facts with { Shares = shares },
            { Kind: Assembly.CoveringKey } => facts with { CoveringShares = shares },
            _ => facts with { Components = [.. (facts.Components ?? []).Select(c => c.Id == part.Id ? c with { Shares = shares } : c)] },
        };
    }

    private static string RatingText(AssemblyComponent part) =>
        part switch
        {
            { Job: ComponentJob.KeepsWaterOut, Kind: not "seams" } => $"Lift two tiles and rate the {part.Name}",
            { Kind: "seams" } => "Probe the seams and rate them",
            _ => $"Rate the {part.Name} by its stage",
        };

    /// <summary>Knowing the year: the mean width over the ages that it may have.</summary>
    private static IEnumerable<Narrowing> Ages(RuleBook book, LifeFacts facts, LifeAnswer answer, IReadOnlyList<AssemblyComponent> parts)
    {
        var keeper = parts.First(p => p.KeepsWaterOut);
        var ages = keeper.Laid.Age is { } age
            ? age.High - age.Low < WideAgeYears
                ? []
                : keeper.Laid.Ages
            : keeper is { Stage: { } stage, Reference: { } reference }
                ? Guessed(stage, reference)
                : [];
        if (ages.Count == 0)
        {
            yield break;
        }
        var width = ages.Average(a => Now(RemainingLife.Of(book, Dated(facts, keeper, facts.AsOf.Year - (int)Math.Round(a)))));
        yield return Narrows($"Find the year of the {keeper.Name}: a permit, an invoice or a dated photo", Now(answer) - width);
    }

    /// <summary>Ages at which a stage is common: the middle of its share of the likely life.</summary>
    private static IReadOnlyList<double> Guessed(int stage, ReferenceLife reference) =>
        [.. new[] { -0.15, 0, 0.15 }.Select(d => Math.Max(1, (0.2 * (stage + 1) + d) * reference.Likely))];

    private static LifeFacts Dated(LifeFacts facts, AssemblyComponent keeper, int year) =>
        keeper.Assumed || keeper.Kind == Assembly.CoveringKey
            ? facts with
            {
                LaidFrom = year,
                LaidTo = year,
                AgeSource = Core.Facts.AgeSource.Permit,
                Evidence = null,
            }
            : facts with
            {
                Components =
                [
                    .. facts.Components!.Select(c =>
                        c.Id == keeper.Id
                            ? c with
                            {
                                LaidFrom = year,
                                LaidTo = year,
                                AgeSource = Core.Facts.AgeSource.Permit,
                                Evidence = null,
                            }
                            : c
                    ),
                ],
            };

    /// <summary>A factor that no fact decides yet: how far the likely figure lies apart between its best and its worst option.</summary>
    private static IEnumerable<Narrowing> Factors(RuleBook book, LifeFacts facts, LifeAnswer answer, IReadOnlyList<AssemblyComponent> parts)
    {
        var family = book.Covering(facts.Kind).Family;
        var known = (facts.Wear ?? []).Select(w => w.Factor).ToHashSet();
        var seen = parts.Any(p => p.Weights is not null);
        foreach (var factor in book.Factors.Where(f => f.Families.Contains(family) && !known.Contains(f.Key) && !(f.HeldByStage && seen)))
        {
            if (book.FindQuestion(factor.Key) is null)
            {
                continue;
            }
            double? Likely(WearOption option) =>
                RemainingLife
                    .Of(book, facts with { Wear = [.. facts.Wear ?? [], new WearFact(factor.Key, option.Key, "")] })
                    .Stated?.Likely;
            var best = Likely(factor.Options.MaxBy(o => o.Value)!);
            var worst = Likely(factor.Options.MinBy(o => o.Value)!);
            if (best is { } most && worst is { } least)
            {
                yield return new Narrowing(factor.Find, Quantise.Years(most - least), false);
            }
        }
    }

    private static YearsLeft? Plain(LifeAnswer answer) => answer.Overruled?.Computed ?? answer.Stated;

    /// <summary>Years that the answer leaves open: its range, or all that an unseen layer could have.</summary>
    private static double Now(LifeAnswer answer) =>
        Plain(answer) is { } left ? Width(left)
        : answer.Unseen is { } unseen ? unseen.Could.High - unseen.Could.Low
        : 0;

    private static double Width(YearsLeft? left) => left is null ? 0 : left.High - left.Low;

    private static Narrowing Narrows(string text, double years) => new(text, Quantise.Years(Math.Max(0, years)), true);
}
