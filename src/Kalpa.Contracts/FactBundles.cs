using System.Text.Json;
using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>A fact as it stands, as a device holds it: its payload in the contract version it was written in.</summary>
public sealed record HeldFact(FactKind Kind, Guid FactId, Guid Revision, bool Clash, int ContractVersion, JsonElement Payload);

/// <summary>A change made on a device that its server does not know yet. <paramref name="RequestId"/> is the revision it makes.</summary>
public sealed record PendingChange(Guid RequestId, FactKind Kind, Guid FactId, bool Deleted, int ContractVersion, JsonElement Payload);

/// <summary>
/// Asks for the dossier of a visit or a property (its id) from the facts a device holds and the changes made on it since, in the order they were made.
/// </summary>
public sealed record DossierRequest(Guid Id, DateOnly Today, IReadOnlyList<HeldFact> Facts, IReadOnlyList<PendingChange>? Changes = null);

/// <summary>A visit as a device takes it along: the facts that bear on it, and what they come to.</summary>
public sealed record VisitFacts(DateOnly Today, IReadOnlyList<HeldFact> Facts, VisitDossier Dossier);

/// <summary>A property as a device takes it along: all its facts, and what they come to.</summary>
public sealed record PropertyFacts(DateOnly Today, IReadOnlyList<HeldFact> Facts, PropertyDossier Dossier);

/// <summary>Makes a set of facts from what is held and what waits.</summary>
public static class FactBundles
{
    /// <summary>The facts as they stand after the changes; those that cannot be used are set aside, each with its reason.</summary>
    public static FactSet Read(IEnumerable<HeldFact> held, IEnumerable<PendingChange> changes, RuleBook book)
    {
        var standing = new Dictionary<Guid, HeldFact>();
        foreach (var fact in held)
        {
            standing[fact.FactId] = fact;
        }
        foreach (var change in changes)
        {
            var before = standing.GetValueOrDefault(change.FactId);
            if (change.Deleted)
            {
                standing.Remove(change.FactId);
                continue;
            }
            standing[change.FactId] = new HeldFact(
                change.Kind,
                change.FactId,
                change.RequestId,
                before?.Clash ?? false,
                change.ContractVersion,
                change.Payload
            );
        }
        var facts = new List<StandingFact>(standing.Count);
        var aside = new List<SetAsideFact>();
        foreach (var fact in standing.Values.OrderBy(f => f.FactId))
        {
            if (Sound(fact.Kind, fact.FactId, fact.ContractVersion, fact.Payload.GetRawText(), book, out var read) is { } fault)
            {
                aside.Add(new SetAsideFact(fact.FactId, fact.Kind, fault));
            }
            else
            {
                facts.Add(new StandingFact(fact.Kind, read!, fact.Revision, fact.Clash));
            }
        }
        return new FactSet(facts, aside);
    }

    /// <summary>
    /// Reads a fact; gives why it cannot be used, or null. One that an earlier version let in and that would break what is made of it (a zone without corners,
    /// an id used twice) is reported and left out; a word that the rule book does not know is no such fault.
    /// </summary>
    public static string? Sound(FactKind kind, Guid factId, int contractVersion, string payload, RuleBook book, out IFact? fact)
    {
        fact = null;
        if (JsonBounds.Find(payload) is { } bound)
        {
            return $"{bound.Text} (at {bound.Path})";
        }
        try
        {
            fact = FactJson.Read(kind, contractVersion, payload);
        }
        catch (JsonException exception)
        {
            return $"It cannot be read at {exception.Path}.";
        }
        if (fact is null || fact.Id != factId)
        {
            return "Its own id differs from the one it is filed under.";
        }
        return FactChecks.Of(fact, book).FirstOrDefault(FactChecks.Refuses)?.Text;
    }
}
