using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Walking;

/// <summary>Is it safe to stand there? The worst of what was said and what was found. Never better than what was said.</summary>
internal static class Footings
{
    private static readonly (string Key, FootingState State, string Words)[] States =
    [
        ("sound", FootingState.Sound, "Sound, as far as observed"),
        ("unknown", FootingState.Unknown, "Deck not checked: test before stepping"),
        ("stained-below", FootingState.StainedBelow, "Deck stained from below: step on framing only"),
        ("soft", FootingState.Soft, "Soft underfoot: keep off"),
        ("fragile", FootingState.Fragile, "Glass or plastic: do not step on it"),
        ("hole", FootingState.Hole, "Open hole: keep away, and keep others away"),
    ];

    public static FootingAnswer Of(RuleBook book, SlopeFact slope, AssessInput input, VisitRecords records)
    {
        var said = records
            .Answers.Where(a => a.Question == Progresses.FootingQuestion && a.SlopeId == slope.Id)
            .OrderBy(a => a.Id)
            .SelectMany(a => a.Chosen)
            .Select(key => (State: StateOf(key), Why: "said on this visit"));
        var found = input
            .Findings.Where(f => f.SlopeId == slope.Id || f.SlopeId is null)
            .OrderBy(f => f.Id)
            .Select(f => book.FindCondition(f.Condition))
            .OfType<Condition>()
            .Where(c => c.Footing.Length > 0)
            .Select(c => (State: StateOf(c.Footing), Why: $"found: {c.Name.ToLowerInvariant()}"));
        var covering = Assessor.CoveringOn(input.Coverings, slope.Id, input.AsOf);
        // Glass and plastic carry nobody, whatever was said of them or of the deck.
        var glazed = covering is not null && book.FindCovering(covering.Kind) is { Family: CoveringFamily.Glazing } kind ? kind : null;
        List<(FootingState State, string Why)> fragile = glazed is null ? [] : [(FootingState.Fragile, $"covering: {glazed.Name}")];
        var all = said.Concat(found).Concat(fragile).ToList();
        var worst = all.Count == 0 ? FootingState.Unknown : all.Max(a => a.State);
        return new FootingAnswer(
            slope.Id,
            slope.Letter,
            worst,
            States[(int)worst].Words,
            [.. all.Where(a => a.State == worst).Select(a => a.Why).Distinct()]
        );
    }

    private static FootingState StateOf(string key)
    {
        var found = Array.FindIndex(States, s => s.Key == key);
        return found < 0 ? FootingState.Unknown : States[found].State;
    }
}
