using System.Text.Json.Nodes;
using Kalpa.Core.Facts;

namespace Kalpa.Contracts;

/// <summary>
/// Brings the payload of a fact from the contract version it was written in to the present one, a version at a time. Facts saved are never rewritten: they are
/// upgraded when read, on the server, on the phone and on the command line alike. A version's step is never changed once it has been released.
/// </summary>
public static class PayloadUpgrades
{
    /// <summary>What a version changed in one kind of fact; it takes the payload of the version before and changes it in place.</summary>
    private sealed record Step(int To, FactKind Kind, Action<JsonObject> Change);

    private static readonly Step[] Steps =
    [
        new(2, FactKind.Slope, SlopeTo2),
        new(3, FactKind.Visit, VisitTo3),
        // Further steps follow in the order of their versions.
    ];

    /// <summary>The newest contract version there is a step to, or 1.</summary>
    public static int Newest { get; } = Steps.Select(s => s.To).DefaultIfEmpty(1).Max();

    /// <summary>The payload in the present form. One that is no JSON object is given back as it is: the reader says what is wrong with it.</summary>
    public static string ToCurrent(FactKind kind, int from, string payload)
    {
        var steps = Steps.Where(s => s.Kind == kind && s.To > from).ToList();
        if (steps.Count == 0)
        {
            return payload;
        }
        JsonObject? fact;
        try
        {
            fact = JsonNode.Parse(payload) as JsonObject;
        }
        catch (System.Text.Json.JsonException)
        {
            return payload;
        }
        if (fact is null)
        {
            return payload;
        }
        foreach (var step in steps)
        {
            step.Change(fact);
        }
        return fact.ToJsonString();
    }

    /// <summary>
    /// 1 → 2. What lies under a slope is called as on the plan, and nothing that the plan measures is recorded of the slope any more. In version 1 the plan
    /// wrote its pitch over that of the slopes it had measured: one that was only estimated there is the plan's.
    /// </summary>
    private static void SlopeTo2(JsonObject slope)
    {
        if (slope["beneath"] is { } beneath)
        {
            slope.Remove("beneath");
            slope["under"] = Text(beneath) switch
            {
                "finishedRoom" => "heatedRoom",
                "openAttic" => "attic",
                var other => other,
            };
        }
        if (slope["planned"] is not null && slope["pitch"] is JsonObject pitch && Text(pitch["source"]) == "byEye")
        {
            pitch["source"] = "plan";
        }
        slope.Remove("planned");
    }

    /// <summary>2 → 3. A visit looks at the roofs of a property; before it looked at one.</summary>
    private static void VisitTo3(JsonObject visit)
    {
        if (visit["roofId"] is { } roof)
        {
            visit.Remove("roofId");
            visit["roofs"] ??= new JsonArray(roof);
        }
    }

    private static string? Text(JsonNode? node) => node is JsonValue value && value.TryGetValue<string>(out var text) ? text : null;
}
