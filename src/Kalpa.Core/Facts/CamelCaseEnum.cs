using System.Text.Json;
using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

/// <summary>Enums cross every border as their name in camel case; a number is refused.</summary>
public sealed class CamelCaseEnum<T>() : JsonStringEnumConverter<T>(JsonNamingPolicy.CamelCase, allowIntegerValues: false)
    where T : struct, Enum;
