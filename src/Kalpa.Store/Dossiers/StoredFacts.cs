using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;

namespace Kalpa.Store.Dossiers;

/// <summary>Reads the facts of rows, and tells those that cannot be used: they stand in the log, and take part in no judgement.</summary>
internal sealed class StoredFacts(RuleBook book)
{
    private readonly List<SetAsideFact> aside = [];

    /// <summary>Facts met so far that cannot be used.</summary>
    public IReadOnlyList<SetAsideFact> SetAside => aside;

    /// <summary>
    /// The facts of rows that can be used. One that an earlier version let in and that would break what is made of it (a zone without corners, an id
    /// used twice) is left out and told; an unknown word of the rule book is no such fault.
    /// </summary>
    public List<T> Sound<T>(FactKind kind, IEnumerable<FactRow> rows)
        where T : class, IFact
    {
        var sound = new List<T>();
        foreach (var row in rows)
        {
            if (Fault(kind, row, out T? fact) is { } fault)
            {
                if (aside.All(a => a.FactId != row.Id))
                {
                    aside.Add(new SetAsideFact(row.Id, kind, fault));
                }
            }
            else
            {
                sound.Add(fact!);
            }
        }
        return sound;
    }

    private string? Fault<T>(FactKind kind, FactRow row, out T? fact)
        where T : class, IFact
    {
        fact = null;
        if (JsonBounds.Find(row.Payload) is { } bound)
        {
            return $"{bound.Text} (at {bound.Path})";
        }
        try
        {
            fact = Shelves.Read<T>(kind, row);
        }
        catch (JsonException exception)
        {
            return $"It cannot be read at {exception.Path}.";
        }
        return FactChecks.Of(fact, book).FirstOrDefault(FactChecks.Refuses)?.Text;
    }
}
