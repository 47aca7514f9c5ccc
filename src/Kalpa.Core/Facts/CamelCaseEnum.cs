using System.Text.Json;
using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

/// <summary>
/// Enumerations cross every border as their name in camel case; a number is refused. In the browser a converter of our own does it: the library's looks for
/// attributes on every member when it is made, which takes the interpreter milliseconds for each of a hundred enumerations. The server keeps the library's, from
/// which the description of its interface is made.
/// </summary>
public sealed class CamelCaseEnum<T> : JsonConverterFactory
    where T : struct, Enum
{
    public override bool CanConvert(Type typeToConvert) => typeToConvert == typeof(T);

    public override JsonConverter? CreateConverter(Type typeToConvert, JsonSerializerOptions options) =>
        OperatingSystem.IsBrowser()
            ? new LeanEnumConverter<T>()
            : new JsonStringEnumConverter<T>(JsonNamingPolicy.CamelCase, allowIntegerValues: false).CreateConverter(typeToConvert, options);
}

/// <summary>Names in camel case, read in any case, as the library reads them.</summary>
internal sealed class LeanEnumConverter<T> : JsonConverter<T>
    where T : struct, Enum
{
    private static readonly T[] Values = Enum.GetValues<T>();
    private static readonly string[] Names = [.. Enum.GetNames<T>().Select(JsonNamingPolicy.CamelCase.ConvertName)];

    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String ? Parse(ref reader) : throw new JsonException();

    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) => writer.WriteStringValue(NameOf(value));

    public override T ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Parse(ref reader);

    public override void WriteAsPropertyName(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
        writer.WritePropertyName(NameOf(value));

    private static T Parse(ref Utf8JsonReader reader)
    {
        for (var i = 0; i < Names.Length; i++)
        {
            if (reader.ValueTextEquals(Names[i]))
            {
                return Values[i];
            }
        }
        var said = reader.GetString();
        var any = Array.FindIndex(Names, name => name.Equals(said, StringComparison.OrdinalIgnoreCase));
        return any < 0 ? throw new JsonException() : Values[any];
    }

    private static string NameOf(T value)
    {
        var i = Array.IndexOf(Values, value);
        return i < 0 ? throw new JsonException($"{typeof(T).Name} has no member of the value {value}.") : Names[i];
    }
}
