using System.Globalization;
using System.Text.Json.Nodes;

namespace Kalpa.Samples;

/// <summary>A JSON value with one thing changed: a number moved to and over its bounds, a word to another, a switch turned, an item left out.</summary>
public static class JsonVariants
{
    private static readonly Func<double, double>[] Moves =
    [
        v => v + 1,
        v => v - 1,
        v => v * 2,
        v => v / 2,
        v => -v,
        _ => 0,
        v => v + 0.01,
        _ => 1e9,
    ];

    /// <summary>So many variants, each with the path of what was changed; the same for the same random source.</summary>
    public static IEnumerable<(string Path, string Json)> Of(string json, int count, Random random)
    {
        for (var i = 0; i < count; i++)
        {
            var root = JsonNode.Parse(json)!;
            var places = Places(root).ToList();
            if (places.Count == 0)
            {
                yield break;
            }
            var place = places[random.Next(places.Count)];
            var path = place.GetPath();
            Change(place, random);
            yield return (path, root.ToJsonString());
        }
    }

    private static IEnumerable<JsonNode> Places(JsonNode node) =>
        node switch
        {
            JsonObject fields => fields.Select(f => f.Value).OfType<JsonNode>().SelectMany(v => Places(v).Append(v)),
            JsonArray items => items.OfType<JsonNode>().SelectMany(v => Places(v).Append(v)),
            _ => [],
        };

    private static void Change(JsonNode place, Random random)
    {
        switch (place)
        {
            case JsonArray { Count: > 0 } items:
                items.RemoveAt(random.Next(items.Count));
                break;
            case JsonValue value when value.TryGetValue<bool>(out var flag):
                value.ReplaceWith(!flag);
                break;
            case JsonValue value when value.TryGetValue<double>(out var number):
                value.ReplaceWith(Moves[random.Next(Moves.Length)](number));
                break;
            case JsonValue value when value.TryGetValue<string>(out var text):
                value.ReplaceWith(Other(text, random));
                break;
            default:
                place.ReplaceWith<JsonNode?>(null);
                break;
        }
    }

    /// <summary>Another day, another identity, another length, or no such word.</summary>
    private static string Other(string text, Random random) =>
        DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
            ? day.AddMonths(random.Next(-60, 60)).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture)
        : Guid.TryParse(text, out _) ? $"{random.NewId()}"
        : random.Next(3) switch
        {
            0 => "",
            1 => $"{text}x",
            _ => $"{random.Next(1, 40)} 1/2",
        };
}
