using System.Text.Json;
using Kalpa.Core.Assessing;

namespace Kalpa.Contracts;

/// <summary>A change as it came in a batch: read, or with the reason why it cannot be.</summary>
public sealed record BatchEntry(FactChange? Change, ChangeReceipt? Refusal);

/// <summary>Reads a batch of changes one by one, so that one that cannot be read refuses itself alone.</summary>
public static class FactBatch
{
    /// <summary>The entries in the order sent; or, when the text as a whole is no batch, what is wrong with it.</summary>
    public static (IReadOnlyList<BatchEntry> Entries, string? Fault) Read(string json)
    {
        try
        {
            using var document = JsonDocument.Parse(json);
            var batch = document.RootElement;
            if (
                batch.ValueKind != JsonValueKind.Object
                || !batch.TryGetProperty("changes", out var changes)
                || changes.ValueKind != JsonValueKind.Array
            )
            {
                return ([], "Send a JSON object with a list called changes.");
            }
            return batch.EnumerateObject().Select(p => p.Name).FirstOrDefault(n => n != "changes") is { } unknown
                ? ([], $"There is no field called {unknown}. Send changes, and nothing else.")
                : ([.. changes.EnumerateArray().Select(Entry)], null);
        }
        catch (Exception exception) when (exception is JsonException or InvalidOperationException)
        {
            return ([], "This is not readable JSON.");
        }
    }

    private static BatchEntry Entry(JsonElement element)
    {
        if (JsonBounds.Find(element.GetRawText()) is { } fault)
        {
            return Refused(element, "fact.out-of-bounds", $"{fault.Text} (at {fault.Path})");
        }
        try
        {
            return element.Deserialize(KalpaJson.Default.FactChange) is { } change
                // The document is given back to its pool: what is kept of it is a copy.
                ? new BatchEntry(change with { Payload = change.Payload.Clone() }, null)
                : Refused(element, "fact.unreadable", "The change is empty.");
        }
        catch (JsonException exception)
        {
            return Refused(element, "fact.unreadable", $"The change cannot be read at {exception.Path}.");
        }
    }

    private static BatchEntry Refused(JsonElement element, string code, string text)
    {
        var problem = new FactProblem(IdOf(element, "factId"), code, text);
        return new BatchEntry(null, new ChangeReceipt(IdOf(element, "requestId"), ChangeOutcome.Refused, null, [problem]));
    }

    private static Guid IdOf(JsonElement element, string name) =>
        element.ValueKind == JsonValueKind.Object
        && element.TryGetProperty(name, out var id)
        && id.ValueKind == JsonValueKind.String
        && id.TryGetGuid(out var guid)
            ? guid
            : Guid.Empty;
}
