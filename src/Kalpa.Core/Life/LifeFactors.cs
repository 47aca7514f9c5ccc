using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Life;

/// <summary>
/// Factors of ISO 15686-8, each from a recorded fact; none is applied without one. Each is held between 0.8 and 1.2, their product between 0.5 and 1.5.
/// </summary>
internal static class LifeFactors
{
    public const string LayersKey = "layers";
    public const string SunKey = "sun";
    public const string NailsKey = "workmanship";

    /// <summary>Two layers run hotter and shorten the upper one's life; the size is common practice, from memory.</summary>
    private const double SecondLayer = 0.85;

    private const double LeastFactor = 0.8;
    private const double MostFactor = 1.2;
    private const double LeastProduct = 0.5;
    private const double MostProduct = 1.5;

    /// <summary>
    /// Life against the sun's dose relative to the roof's mean: dose^−¼, held between 0.85 and 1.15. A sunny side at a third above the mean then lasts 7 %
    /// shorter. From memory; only the order of the slopes is a fact of the trade.
    /// </summary>
    private const double SunPower = -0.25;

    private const double LeastSun = 0.85;
    private const double MostSun = 1.15;

    /// <summary>Life lost by the share of nails that are wrong: half of it. From memory.</summary>
    private const double NailsWeight = 0.5;

    /// <summary>A share within so much of the mean is no factor.</summary>
    private const double SunSlack = 0.03;

    private static readonly CoveringFamily[] WearInSun =
    [
        CoveringFamily.Asphalt,
        CoveringFamily.Wood,
        CoveringFamily.Membrane,
        CoveringFamily.Tile,
        CoveringFamily.Glazing,
    ];

    /// <summary>Factors of the book that act on the surface: trees, feet and cleaning do not reach what lies under tile (common practice).</summary>
    private static readonly string[] OnTheSurface = ["trees", "traffic", "maintenance"];

    /// <summary>
    /// Factors that bear on a component of a family; those that the stage already holds come along, not applied. <paramref name="shaded"/>: it lies under tile.
    /// </summary>
    public static IReadOnlyList<LifeFactor> Of(RuleBook book, LifeFacts facts, CoveringFamily family, bool seen, bool shaded)
    {
        var factors = new List<LifeFactor>();
        if (facts.Layers >= 2 && family is CoveringFamily.Asphalt or CoveringFamily.Wood)
        {
            factors.Add(
                Made(
                    LayersKey,
                    "C",
                    "Execution: layers",
                    facts.Layers == 2 ? SecondLayer : LeastFactor,
                    $"{facts.Layers} layers: the top one runs hotter and ages sooner",
                    SourceClass.Memory
                )
            );
        }
        if (facts.Nails is { Looked: > 0, Wrong: > 0 } nails && family == CoveringFamily.Asphalt)
        {
            var share = (double)nails.Wrong / nails.Looked;
            factors.Add(
                Made(
                    NailsKey,
                    "C",
                    "Execution: nails",
                    1 - NailsWeight * share,
                    $"{nails.Wrong} of {nails.Looked} nails in preselected courses are misplaced",
                    SourceClass.Memory
                )
            );
        }
        if (facts.SunRatio is { } sun && Math.Abs(sun - 1) > SunSlack && WearInSun.Contains(family))
        {
            factors.Add(
                Made(
                    SunKey,
                    "E",
                    "Outdoor: sun",
                    Math.Clamp(Math.Pow(sun, SunPower), LeastSun, MostSun),
                    sun > 1
                        ? $"{(sun - 1) * 100:0}% more sun in a year than the roof’s mean"
                        : $"{(1 - sun) * 100:0}% less sun in a year than the roof’s mean",
                    SourceClass.Memory
                )
            );
        }
        factors.AddRange(
            (facts.Wear ?? [])
                .Where(w => !(shaded && OnTheSurface.Contains(w.Factor)))
                .Select(w => OfBook(book, w, family, seen))
                .OfType<LifeFactor>()
        );
        return [.. factors.Select(f => facts.Without?.Contains(f.Key) == true ? f with { Applied = false } : f)];
    }

    public static double Product(IEnumerable<LifeFactor> factors) =>
        Math.Clamp(factors.Where(f => f.Applied).Aggregate(1.0, (product, factor) => product * factor.Value), LeastProduct, MostProduct);

    private static LifeFactor? OfBook(RuleBook book, WearFact wear, CoveringFamily family, bool seen)
    {
        var factor = book.Factors.FirstOrDefault(f => f.Key == wear.Factor);
        var option = factor?.Options.FirstOrDefault(o => o.Key == wear.Option);
        if (factor is null || option is null || option.Value == 1 || !factor.Families.Contains(family))
        {
            return null;
        }
        var held = factor.HeldByStage && seen;
        var reason = $"{Sentences.Upper(option.Reason)} ({wear.From})";
        return Made(
            factor.Key,
            factor.Letter,
            factor.Name,
            option.Value,
            held ? $"{reason}; the stage already holds it" : reason,
            factor.SourceClass
        ) with
        {
            Applied = !held,
        };
    }

    private static LifeFactor Made(string key, string letter, string name, double value, string reason, SourceClass source) =>
        new(key, letter, name, Quantise.Factor(Math.Clamp(value, LeastFactor, MostFactor)), reason, true, source);
}
