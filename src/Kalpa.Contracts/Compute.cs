using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Kalpa.Core.Computing;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>Either the answer as JSON, or the problem.</summary>
public sealed record ComputeResult(string? Json, ComputeProblem? Problem);

/// <summary>The core behind one call, the same from the command line, over HTTP and in the browser: JSON in, JSON out.</summary>
public static class Compute
{
    public static ComputeResult Run(string method, string json, RuleBook book)
    {
        if (ComputeMethods.Find(method) is not { } known)
        {
            var methods = string.Join(", ", ComputeMethods.All.Select(m => m.Name));
            return Refused("compute.unknown-method", null, $"There is no method \"{method}\". Methods: {methods}.");
        }
        // In the browser the page asks, in its own types; reading each question twice would be felt there.
        return !OperatingSystem.IsBrowser() && JsonBounds.Find(json) is { } fault
            ? Refused("compute.bad-json", fault.Path, fault.Text)
            : known.Run(json, book);
    }

    internal static ComputeResult Answer<TIn, TOut>(
        string json,
        RuleBook book,
        JsonTypeInfo<TIn> input,
        JsonTypeInfo<TOut> output,
        Func<TIn, RuleBook, Outcome<TOut>> run
    )
        where TOut : class
    {
        TIn? facts;
        try
        {
            facts = JsonSerializer.Deserialize(json, input);
        }
        catch (JsonException exception)
        {
            var (path, why) = Fault(json, input.Type) ?? (exception.Path, Explain(exception));
            return Refused("compute.bad-json", path, why);
        }
        if (facts is null)
        {
            return Refused("compute.bad-json", "$", "Send a JSON object, not null.");
        }
        if (ComputeChecks.Of(facts, book) is { } fault)
        {
            return new ComputeResult(null, fault);
        }
        var outcome = run(facts, book);
        return outcome.Value is null
            ? new ComputeResult(null, outcome.Problem)
            : new ComputeResult(JsonSerializer.Serialize(outcome.Value, output), null);
    }

    /// <summary>Where the fault lies and what it is, read the thorough way: lazy lists do not know where they stand.</summary>
    private static (string? Path, string Why)? Fault(string json, Type input)
    {
        try
        {
            JsonSerializer.Deserialize(json, KalpaJson.Default.GetTypeInfo(input)!);
            return null;
        }
        catch (JsonException exception)
        {
            return (exception.Path, Explain(exception));
        }
    }

    private static ComputeResult Refused(string code, string? field, string text) => new(null, new ComputeProblem(code, field, text));

    /// <summary>The serializer's first sentence says what is wrong; its tail repeats path and position.</summary>
    private static string Explain(JsonException exception)
    {
        var message = exception.Message;
        var tail = message.IndexOf(" Path:", StringComparison.Ordinal);
        return tail < 0 ? message : message[..tail];
    }
}
