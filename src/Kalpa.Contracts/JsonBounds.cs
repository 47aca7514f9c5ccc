using System.Text;
using System.Text.Json;

namespace Kalpa.Contracts;

/// <summary>What no input of Kalpa may hold, whatever its type: where it stands, and what to do.</summary>
public sealed record JsonFault(string Path, string Text);

/// <summary>
/// Bounds of every JSON that comes from outside, checked before it is read into types: the types themselves do not refuse a null inside a list, and
/// no reader refuses a number that is no measure of anything.
/// </summary>
public static class JsonBounds
{
    /// <summary>Larger than any quantity here (the largest is a price); beyond it products overflow and angles lose their meaning.</summary>
    public const double LargestNumber = 1e12;

    /// <summary>Longer than any list a visit makes: hundreds of photos, findings or corners.</summary>
    public const int LongestList = 20_000;

    private const int DeepestNesting = 64;

    /// <summary>The first fault of a text, or null. Text that is no JSON is a fault too.</summary>
    public static JsonFault? Find(string json)
    {
        try
        {
            return Walk(Encoding.UTF8.GetBytes(json));
        }
        catch (JsonException exception)
        {
            return new JsonFault("$", $"This is not readable JSON (line {exception.LineNumber + 1}, byte {exception.BytePositionInLine}).");
        }
        catch (InvalidOperationException)
        {
            return new JsonFault("$", "A text in it is cut in the middle of a character.");
        }
    }

    private static JsonFault? Walk(ReadOnlySpan<byte> utf8)
    {
        var reader = new Utf8JsonReader(utf8, new JsonReaderOptions { MaxDepth = DeepestNesting });
        var place = new Place();
        while (reader.Read())
        {
            var fault = reader.TokenType switch
            {
                JsonTokenType.Null when place.InList => "A list here has an empty entry (null). Leave it out.",
                JsonTokenType.Number when !(Math.Abs(reader.GetDouble()) <= LargestNumber) =>
                    "This number is out of bounds: give one within a million millions.",
                JsonTokenType.String => Fault(reader.GetString()!),
                _ => null,
            };
            if (reader.TokenType == JsonTokenType.PropertyName)
            {
                place.Name = reader.GetString()!;
                continue;
            }
            if (!place.Enter(reader.TokenType))
            {
                fault ??= $"This list is longer than {LongestList} entries.";
            }
            if (fault is not null)
            {
                return new JsonFault(place.Path, fault);
            }
        }
        return null;
    }

    private static string? Fault(string text) =>
        text.Contains('\0', StringComparison.Ordinal) ? "A text here holds a character that cannot be written (U+0000)." : null;

    /// <summary>Where the reader stands: per open object or list the name or the count of entries.</summary>
    private sealed class Place
    {
        private readonly Stack<(bool List, int Count, string Name)> open = new();

        public string Name { get; set; } = "";

        public bool InList => open.Count > 0 && open.Peek().List;

        public string Path =>
            "$"
            + string.Concat(
                open.Reverse()
                    .Select(o =>
                        o.List ? $"[{o.Count - 1}]"
                        : o.Name.Length > 0 ? $".{o.Name}"
                        : ""
                    )
            );

        /// <summary>Counts a value; false when its list is too long.</summary>
        public bool Enter(JsonTokenType token)
        {
            if (token is JsonTokenType.EndArray or JsonTokenType.EndObject)
            {
                open.Pop();
                return true;
            }
            if (open.Count > 0)
            {
                var (list, count, _) = open.Pop();
                open.Push((list, count + 1, list ? "" : Name));
            }
            if (token is JsonTokenType.StartArray or JsonTokenType.StartObject)
            {
                open.Push((token == JsonTokenType.StartArray, 0, ""));
            }
            return open.Count == 0 || !open.Peek().List || open.Peek().Count <= LongestList;
        }
    }
}
