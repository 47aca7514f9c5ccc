using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.PlanOfWork;

/// <summary>
/// Flashing of which so many pieces are defective that it is replaced as a whole: the job is named so (<see cref="Element.TogetherAs"/>), and a piece of which one place was
/// recorded is replaced all the way.
/// </summary>
internal static class WholeFlashing
{
    /// <summary>Pieces of one flashing from which on nobody leaves the others (common practice).</summary>
    private const int LeastPieces = 3;

    /// <summary>What the work on these elements is called as a whole; null where they are no whole.</summary>
    public static string? Title(RuleBook book, IEnumerable<string> elements) =>
        elements
            .Distinct()
            .GroupBy(e => book.FindElement(e)?.TogetherAs ?? "")
            .FirstOrDefault(g => g.Key.Length > 0 && g.Count() >= LeastPieces)
            ?.Key;

    /// <summary>Findings as their work is measured: of a whole flashing each piece at several places where one was recorded.</summary>
    public static IEnumerable<FindingFact> Measured(RuleBook book, IReadOnlyList<FindingFact> findings)
    {
        string ElementOf(FindingFact finding) => AsRecorded.Condition(book, finding).Element;
        return Title(book, findings.Select(ElementOf)) is { } whole
            ? findings.Select(f =>
                f.Extent == Extent.OnePlace && book.FindElement(ElementOf(f))?.TogetherAs == whole
                    ? f with
                    {
                        Extent = Extent.Scattered,
                    }
                    : f
            )
            : findings;
    }
}
