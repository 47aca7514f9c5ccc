using System.Text.Json;
using System.Text.Json.Serialization;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>
/// Remaining lives by what they were worked out from: most findings change nothing of it, and it is the dearest part of a slope's judgement. For one thread.
/// </summary>
internal sealed class KnownLives(RuleBook book)
{
    /// <summary>More than a large building has with its earlier visits; beyond, all are let go.</summary>
    private const int Most = 500;
    private readonly Dictionary<string, LifeAnswer> known = new(StringComparer.Ordinal);

    /// <summary>Worked out while nothing was asked twice: the first assessment does not wait for their keys.</summary>
    private readonly List<(LifeFacts Facts, LifeAnswer Life)> first = [];

    public bool Repeated { get; set; }

    public LifeAnswer Of(LifeFacts facts)
    {
        if (!Repeated)
        {
            var life = RemainingLife.Of(book, facts);
            first.Add((facts, life));
            return life;
        }
        foreach (var (earlier, life) in first)
        {
            known[KeyOf(earlier)] = life;
        }
        first.Clear();
        if (known.Count > Most)
        {
            known.Clear();
        }
        var key = KeyOf(facts);
        return known.TryGetValue(key, out var found) ? found : known[key] = RemainingLife.Of(book, facts);
    }

    private static string KeyOf(LifeFacts facts) => JsonSerializer.Serialize(facts, LifeKeys.Default.LifeFacts);
}

/// <summary>Facts of a life as text, so that two that say the same are the same.</summary>
[JsonSerializable(typeof(LifeFacts))]
internal sealed partial class LifeKeys : JsonSerializerContext;
