using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>What covers the place of a finding, by the book's keys.</summary>
internal sealed class CoveringKinds
{
    /// <summary>Where all slopes share one covering, what is on no slope goes by it.</summary>
    private readonly string? shared;

    public CoveringKinds(RuleBook book, AssessInput input)
    {
        var known = input.Slopes.Select(s => (s.Id, Assessor.KindOn(book, input, s.Id)?.Kind)).ToList();
        BySlope = known.Where(s => s.Kind is not null).ToDictionary(s => s.Id, s => s.Kind!);
        var all = known.Select(s => s.Kind).Distinct().ToList();
        shared = all.Count == 1 ? all[0] : null;
    }

    /// <summary>The covering of each slope, where the book knows it.</summary>
    public IReadOnlyDictionary<Guid, string> BySlope { get; }

    /// <summary>Null where it is not known.</summary>
    public string? Of(FindingFact finding) => finding.SlopeId is { } id ? BySlope.GetValueOrDefault(id) : shared;
}
