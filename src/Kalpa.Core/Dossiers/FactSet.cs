using Kalpa.Core.Facts;

namespace Kalpa.Core.Dossiers;

/// <summary>A fact as it stands now: with the revision it stands at, and whether two versions of it clash.</summary>
public sealed record StandingFact(FactKind Kind, IFact Fact, Guid Revision, bool Clash);

/// <summary>
/// Facts that stand (what was deleted is not among them), in the order of their ids, with those saved that cannot be used. Everything a dossier says is made
/// from one of these, wherever the facts lie: on the server, on a phone, in a file.
/// </summary>
public sealed class FactSet
{
    private readonly Dictionary<FactKind, List<StandingFact>> byKind;
    private readonly Dictionary<Guid, StandingFact> byId;

    public FactSet(IEnumerable<StandingFact> facts, IReadOnlyList<SetAsideFact> setAside)
    {
        byId = facts.ToDictionary(f => f.Fact.Id);
        byKind = byId.Values.OrderBy(f => f.Fact.Id).GroupBy(f => f.Kind).ToDictionary(g => g.Key, g => g.ToList());
        SetAside = setAside;
    }

    private ILookup<Guid, IVisitFact>? byVisit;

    public IReadOnlyList<SetAsideFact> SetAside { get; }

    public IEnumerable<StandingFact> All => byId.Values.OrderBy(f => f.Fact.Id);

    public T? Find<T>(Guid? id)
        where T : class, IFact => id is { } known && byId.TryGetValue(known, out var standing) ? standing.Fact as T : null;

    /// <summary>What was recorded on a visit, in the order of ids.</summary>
    public IEnumerable<IVisitFact> OnVisit(Guid visitId) =>
        (byVisit ??= All.Select(f => f.Fact).OfType<IVisitFact>().ToLookup(f => f.VisitId))[visitId];

    /// <summary>All facts of a type, in the order of their ids; a type of fact belongs to one kind.</summary>
    public IEnumerable<T> Of<T>(FactKind kind)
        where T : class, IFact => byKind.TryGetValue(kind, out var facts) ? facts.Select(f => f.Fact).OfType<T>() : [];
}
