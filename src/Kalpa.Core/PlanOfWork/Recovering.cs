using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Wording;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// Whether a new covering may be laid over the old one (IRC 2021 R908.3.1.1): not over a base that is soaked or deteriorated, not over slate or tile, not over two
/// coverings. What nobody recorded rules nothing out and nothing in.
/// </summary>
internal static class Recovering
{
    private const string Section = "IRC R908.3.1.1";
    private const int MostCoverings = 2;

    /// <summary>By these the base is soaked, or too far gone to nail into.</summary>
    private static readonly string[] NoBase = ["insulation-wet", "deck-soft", "deck-delaminated", "wood-wet"];

    /// <summary>A base so uneven that a covering over it shows it, and does not lie down.</summary>
    private static readonly string[] Uneven = ["shingle-curled", "shingle-buckled", "membrane-wrinkled"];

    /// <summary>Coverings on the slopes, as recorded of them or found; one until somebody has looked.</summary>
    public static int Layers(AssessInput input, IReadOnlyCollection<Guid> slopes) =>
        Math.Max(
            slopes.Max(id => Assessor.CoveringOn(input.Coverings, id, input.AsOf)?.Layers ?? 1),
            input
                .Findings.Where(f => SecondLayer.Contains(f.Condition) && (f.SlopeId is not { } id || slopes.Contains(id)))
                .Select(f => f.Condition == "layers-many" && f.Measure is { Value: > 1 } counted ? (int)counted.Value : MostCoverings)
                .DefaultIfEmpty(1)
                .Max()
        );

    /// <summary>A second covering under the first, or more of them, as findings say.</summary>
    private static readonly string[] SecondLayer = ["second-layer", "layers-many"];

    /// <summary>Why a new covering must not be laid over the old one; null where nothing recorded speaks against it.</summary>
    public static string? Against(RuleBook book, AssessInput input, IReadOnlyCollection<Guid> slopes)
    {
        var defects = input
            .Findings.Where(f => f.SlopeId is { } id && slopes.Contains(id) && f.Outcome != FindingOutcome.DocumentOnly)
            .ToList();
        var layers = Layers(input, slopes);
        var found = defects.FirstOrDefault(f => NoBase.Contains(f.Condition)) ?? defects.FirstOrDefault(f => Uneven.Contains(f.Condition));
        return Assessor.KindOn(book, input, slopes.First()) is { Family: CoveringFamily.Tile or CoveringFamily.Slate } kind
                ? $"no recover over {Sentences.Lower(kind.Name)} ({Section})"
            : layers >= MostCoverings ? $"{layers} layers already; another is not allowed ({Section})"
            : found is not null ? $"no recover over {Sentences.Lower(AsRecorded.Condition(book, found, input.Firm).Name)} ({Section})"
            : null;
    }

    /// <summary>The step of a re-roof that says so.</summary>
    public static string Step(RuleBook book, AssessInput input, IReadOnlyCollection<Guid> slopes) =>
        Against(book, input, slopes) is { } reason ? $"Tear off to the deck: {reason}"
        : Assessor.KindOn(book, input, slopes.First())?.Family == CoveringFamily.Membrane
            ? "Tear off, or recover if core cuts and a moisture survey show one dry layer; the manufacturer has to agree"
        : "Tear off to the deck. A second layer is not ruled out by what was found, but it hides the deck and the flashings";
}
