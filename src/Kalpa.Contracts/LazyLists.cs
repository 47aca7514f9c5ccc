using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Kalpa.Contracts;

/// <summary>
/// Lists whose members' form is worked out with the first member. By itself the library works out every form that can be reached before it reads the first
/// letter, half a second of the browser's interpreter for records that most visits have none of.
/// </summary>
internal sealed class LazyLists : JsonConverterFactory
{
    public override bool CanConvert(Type typeToConvert) =>
        typeToConvert.IsGenericType
        && typeToConvert.GetGenericTypeDefinition() == typeof(IReadOnlyList<>)
        && typeToConvert.GetGenericArguments()[0] is { IsClass: true } member
        && member != typeof(string);

    public override JsonConverter CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        (JsonConverter)Activator.CreateInstance(typeof(LazyList<>).MakeGenericType(typeToConvert.GetGenericArguments()))!;
}

/// <summary>Reads and writes as the library does, except that a fault names no place within the list: whoever reads asks again without it.</summary>
internal sealed class LazyList<T> : JsonConverter<IReadOnlyList<T?>>
    where T : class
{
    private JsonTypeInfo<T>? member;

    public override IReadOnlyList<T?> Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        if (reader.TokenType != JsonTokenType.StartArray)
        {
            throw new JsonException();
        }
        var list = new List<T?>();
        while (reader.Read() && reader.TokenType != JsonTokenType.EndArray)
        {
            list.Add(JsonSerializer.Deserialize(ref reader, Member(options)));
        }
        return list;
    }

    public override void Write(Utf8JsonWriter writer, IReadOnlyList<T?> value, JsonSerializerOptions options)
    {
        writer.WriteStartArray();
        foreach (var entry in value)
        {
            if (entry is null)
            {
                writer.WriteNullValue();
            }
            else
            {
                JsonSerializer.Serialize(writer, entry, Member(options));
            }
        }
        writer.WriteEndArray();
    }

    private JsonTypeInfo<T> Member(JsonSerializerOptions options) => member ??= (JsonTypeInfo<T>)options.GetTypeInfo(typeof(T));
}
