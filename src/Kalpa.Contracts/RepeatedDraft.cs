using System.Buffers;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Kalpa.Core.Computing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Contracts;

/// <summary>
/// "plan-draft" for a page that asks it many times a second while a corner is dragged: parts of the plan whose text has not changed are neither read nor raised again.
/// The answer is that of <see cref="Compute.Run"/>, letter for letter. For one thread.
/// </summary>
public sealed class RepeatedDraft
{
    private static readonly KalpaJson Json = ComputeMethods.Json;
    private readonly RepeatedPlanDraft drafts = new();
    private readonly ArrayBufferWriter<byte> buffer = new();
    private List<Part> parts = [];
    private Dictionary<object, byte[]> written = new(ReferenceEqualityComparer.Instance);

    private static readonly SearchValues<byte> AfterLiteral = SearchValues.Create(",}] \t\r\n"u8);

    private sealed record Part(byte[] Text, PlanPart Value);

    public ComputeResult Run(string json, RuleBook book)
    {
        DraftRequest request;
        try
        {
            // As everywhere, outside the page.
            if (!OperatingSystem.IsBrowser() && JsonBounds.Find(json) is not null)
            {
                throw new OtherForm();
            }
            request = new DraftRequest(Read(Encoding.UTF8.GetBytes(json)));
        }
        catch (Exception exception) when (exception is JsonException or OtherForm)
        {
            // Whatever is wrong with it is named by the one who reads thoroughly.
            return Compute.Run("plan-draft", json, book);
        }
        return ComputeChecks.Of(request, book) is { } fault
            ? new ComputeResult(null, fault)
            : new ComputeResult(Written(drafts.Of(request.Plan)), null);
    }

    /// <summary>The answer as the serializer writes it; slopes and borders that are the same objects as the last time are not written again.</summary>
    private string Written(DraftAnswer answer)
    {
        Dictionary<object, byte[]> now = new(ReferenceEqualityComparer.Instance);
        buffer.ResetWrittenCount();
        using (var writer = new Utf8JsonWriter(buffer, new JsonWriterOptions { Encoder = Json.Options.Encoder, SkipValidation = true }))
        {
            writer.WriteStartObject();
            writer.WriteBoolean("measured", answer.Measured);
            List("slopes", answer.Slopes, Json.DraftSlope);
            List("edges", answer.Edges, Json.DraftEdge);
            writer.WritePropertyName("problems");
            JsonSerializer.Serialize(writer, answer.Problems, Json.IReadOnlyListPlanProblem);
            writer.WriteNumber("squares", answer.Squares);
            writer.WritePropertyName("takeOff");
            JsonSerializer.Serialize(writer, answer.TakeOff, Json.TakeOff);
            writer.WriteEndObject();

            void List<T>(string name, IReadOnlyList<T> values, JsonTypeInfo<T> type)
                where T : class
            {
                writer.WriteStartArray(name);
                foreach (var value in values)
                {
                    if (!written.TryGetValue(value, out var text))
                    {
                        text = JsonSerializer.SerializeToUtf8Bytes(value, type);
                    }
                    now[value] = text;
                    writer.WriteRawValue(text, true);
                }
                writer.WriteEndArray();
            }
        }
        written = now;
        return Encoding.UTF8.GetString(buffer.WrittenSpan);
    }

    private PlanFact Read(byte[] json)
    {
        var plan = Values(json, 0..json.Length) is [("plan", var only)] ? only : throw new OtherForm();
        var list = Values(json, plan).Where(v => v.Name == "parts").ToList() is [var found] ? found.At : throw new OtherForm();
        List<Part> read = [];
        foreach (var at in Elements(json, list))
        {
            var text = json.AsSpan(at);
            var known = read.Count < parts.Count ? parts[read.Count] : null;
            read.Add(
                known is not null && text.SequenceEqual(known.Text)
                    ? known
                    : new Part(text.ToArray(), JsonSerializer.Deserialize(text, Json.PlanPart) ?? throw new OtherForm())
            );
        }
        byte[] bare = [.. json.AsSpan(plan.Start.Value..list.Start.Value), .. "[]"u8, .. json.AsSpan(list.End.Value..plan.End.Value)];
        var rest = JsonSerializer.Deserialize(bare, Json.PlanFact) ?? throw new OtherForm();
        parts = read;
        return rest with { Parts = [.. read.Select(p => p.Value)] };
    }

    /// <summary>Names and places of an object's values, which are not looked into; a name with an escape is none that is known.</summary>
    private static List<(string Name, Range At)> Values(byte[] json, Range within)
    {
        List<(string, Range)> values = [];
        var cut = new Cut(json, within);
        cut.Take('{');
        while (!cut.Ends('}', values.Count))
        {
            var name = json.AsSpan(cut.Value());
            if (name[0] != '"')
            {
                throw new OtherForm();
            }
            cut.Take(':');
            values.Add((Encoding.UTF8.GetString(name[1..^1]), cut.Value()));
        }
        cut.End();
        return values;
    }

    private static List<Range> Elements(byte[] json, Range within)
    {
        List<Range> elements = [];
        var cut = new Cut(json, within);
        cut.Take('[');
        while (!cut.Ends(']', elements.Count))
        {
            elements.Add(cut.Value());
        }
        cut.End();
        return elements;
    }

    /// <summary>
    /// Goes over JSON by its brackets and strings alone: a reader of tokens would take most of the time that is saved. What it cuts out is read by the serializer, so
    /// that nothing malformed gets through.
    /// </summary>
    private ref struct Cut
    {
        private readonly ReadOnlySpan<byte> json;
        private int at;

        public Cut(byte[] whole, Range within)
        {
            json = whole.AsSpan(0, within.End.GetOffset(whole.Length));
            at = within.Start.GetOffset(whole.Length);
        }

        public void Take(char mark)
        {
            Blank();
            at = at < json.Length && json[at] == mark ? at + 1 : throw new OtherForm();
        }

        /// <summary>Whether the list ends here; otherwise the comma before its next entry is taken.</summary>
        public bool Ends(char mark, int before)
        {
            Blank();
            if (at < json.Length && json[at] == mark)
            {
                at++;
                return true;
            }
            if (before > 0)
            {
                Take(',');
            }
            return false;
        }

        public void End()
        {
            Blank();
            if (at != json.Length)
            {
                throw new OtherForm();
            }
        }

        public Range Value()
        {
            Blank();
            var start = at;
            var depth = 0;
            do
            {
                var left = json[at..];
                var next = depth == 0 ? 0 : left.IndexOfAny("\"{}[]"u8);
                at = next >= 0 && at + next < json.Length ? at + next : throw new OtherForm();
                switch (json[at])
                {
                    case (byte)'"':
                        Text();
                        break;
                    case (byte)'{' or (byte)'[':
                        depth++;
                        at++;
                        break;
                    case (byte)'}' or (byte)']':
                        depth--;
                        at++;
                        break;
                    default:
                        Literal();
                        break;
                }
            } while (depth > 0);
            return depth == 0 && at > start ? start..at : throw new OtherForm();
        }

        private void Text()
        {
            for (at++; at < json.Length; at++)
            {
                var next = json[at..].IndexOfAny((byte)'"', (byte)'\\');
                at = next >= 0 ? at + next : throw new OtherForm();
                if (json[at] == '"')
                {
                    at++;
                    return;
                }
                at++;
            }
            throw new OtherForm();
        }

        private void Literal()
        {
            var end = json[at..].IndexOfAny(AfterLiteral);
            at = end < 0 ? json.Length : at + end;
        }

        private void Blank()
        {
            while (at < json.Length && json[at] is (byte)' ' or (byte)'\t' or (byte)'\r' or (byte)'\n')
            {
                at++;
            }
        }
    }

    /// <summary>The question is not of the form the page sends.</summary>
    private sealed class OtherForm : Exception;
}
