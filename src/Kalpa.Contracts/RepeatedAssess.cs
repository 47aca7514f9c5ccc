using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>
/// "assess" for a page that asks it again with each tap: parts of the question whose text has not changed are not read again, and what cannot have changed is not
/// assessed again. The answer is that of <see cref="Compute.Run"/>, letter for letter. For one thread.
/// </summary>
public sealed class RepeatedAssess
{
    private static readonly KalpaJson Json = ComputeMethods.Json;
    private readonly RepeatedAssessor assessor = new();
    private Dictionary<string, Part> parts = new(StringComparer.Ordinal);
    private Dictionary<string, FindingFact> findings = new(StringComparer.Ordinal);

    private sealed record Part(byte[] Text, object? Value);

    public ComputeResult Run(string json, RuleBook book)
    {
        AssessInput input;
        try
        {
            // As everywhere, outside the page.
            if (!OperatingSystem.IsBrowser() && JsonBounds.Find(json) is not null)
            {
                throw new UnknownPart();
            }
            input = Read(Encoding.UTF8.GetBytes(json));
        }
        catch (Exception exception) when (exception is JsonException or UnknownPart)
        {
            // Whatever is wrong with it is named by the one who reads thoroughly.
            return Compute.Run("assess", json, book);
        }
        return ComputeChecks.Of(input, book) is { } fault
            ? new ComputeResult(null, fault)
            : new ComputeResult(JsonSerializer.Serialize(assessor.Assess(input, book), Json.Assessment), null);
    }

    private AssessInput Read(byte[] json)
    {
        var texts = Split(json);
        var read = new Dictionary<string, Part>(StringComparer.Ordinal);
        var input = new AssessInput(
            Required<WeatherExposure>("exposure"),
            Required<DateOnly>("asOf"),
            Required<IReadOnlyList<SlopeFact>>("slopes"),
            Required<IReadOnlyList<CoveringFact>>("coverings"),
            Required<IReadOnlyList<LookFact>>("looks"),
            Required<IReadOnlyList<StageFact>>("stages"),
            Findings(texts.Remove("findings", out var all) ? json.AsMemory(all) : throw new UnknownPart()),
            Optional<VisitFact>("visit"),
            Optional<VisitRecords>("records"),
            Optional<IReadOnlyList<ComponentFact>>("components"),
            Optional<double?>("latitude"),
            Optional<School?>("firmSchool"),
            Optional<LocalProfileFact>("local"),
            Optional<FirmRulesFact>("firm"),
            Optional<PlanFact>("plan"),
            Optional<IReadOnlyList<DetailFact>>("details"),
            Optional<int?>("unread")
        );
        if (texts.Count > 0)
        {
            throw new UnknownPart();
        }
        parts = read;
        return input;

        T Required<T>(string name) => texts.ContainsKey(name) && Optional<T>(name) is { } value ? value : throw new UnknownPart();

        T? Optional<T>(string name)
        {
            if (!texts.Remove(name, out var at))
            {
                return default;
            }
            var text = json.AsSpan(at);
            var part =
                parts.TryGetValue(name, out var known) && text.SequenceEqual(known.Text)
                    ? known
                    : new Part(text.ToArray(), JsonSerializer.Deserialize(text, (JsonTypeInfo<T>)Json.Options.GetTypeInfo(typeof(T))));
            read[name] = part;
            return (T?)part.Value;
        }
    }

    private List<FindingFact> Findings(ReadOnlyMemory<byte> array)
    {
        var (list, now) = (new List<FindingFact>(), new Dictionary<string, FindingFact>(StringComparer.Ordinal));
        var reader = new Utf8JsonReader(array.Span);
        reader.Read();
        if (reader.TokenType != JsonTokenType.StartArray)
        {
            throw new UnknownPart();
        }
        while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
        {
            var start = (int)reader.TokenStartIndex;
            reader.Skip();
            var text = Encoding.UTF8.GetString(array.Span[start..(int)reader.BytesConsumed]);
            if (!now.TryGetValue(text, out var finding))
            {
                finding = findings.GetValueOrDefault(text) ?? JsonSerializer.Deserialize(text, Json.FindingFact) ?? throw new UnknownPart();
                now[text] = finding;
            }
            list.Add(finding);
        }
        findings = now;
        return list;
    }

    /// <summary>Where the value of each property of an object lies.</summary>
    private static Dictionary<string, Range> Split(byte[] json)
    {
        var values = new Dictionary<string, Range>(StringComparer.Ordinal);
        var reader = new Utf8JsonReader(json);
        reader.Read();
        if (reader.TokenType != JsonTokenType.StartObject)
        {
            throw new UnknownPart();
        }
        while (reader.Read() && reader.TokenType == JsonTokenType.PropertyName)
        {
            var name = reader.GetString()!;
            reader.Read();
            var start = (int)reader.TokenStartIndex;
            reader.Skip();
            if (!values.TryAdd(name, start..(int)reader.BytesConsumed))
            {
                throw new UnknownPart();
            }
        }
        // Nothing may stand behind it.
        return reader.Read() ? throw new UnknownPart() : values;
    }

    /// <summary>The question is not of the form the page sends.</summary>
    private sealed class UnknownPart : Exception;
}
