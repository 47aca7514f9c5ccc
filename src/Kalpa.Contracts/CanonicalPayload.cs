using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using Kalpa.Core.Facts;

namespace Kalpa.Contracts;

/// <summary>
/// One form for everything that says the same: the payload in the present contract version, keys in order, nothing that is null, numbers in their shortest form.
/// Hashes and comparisons are made of it, so that the form in which a fact is stored or sent may change without the fact changing.
/// </summary>
public static class CanonicalPayload
{
    public static string Of(FactKind kind, int contractVersion, string payload)
    {
        using var document = JsonDocument.Parse(PayloadUpgrades.ToCurrent(kind, contractVersion, payload));
        var text = new StringBuilder(payload.Length);
        Write(document.RootElement, text);
        return text.ToString();
    }

    /// <summary>SHA-256 of the canonical payload, lower-case hexadecimal.</summary>
    public static string HashOf(FactKind kind, int contractVersion, string payload) =>
        Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Of(kind, contractVersion, payload))));

    private static void Write(JsonElement element, StringBuilder text)
    {
        switch (element.ValueKind)
        {
            case JsonValueKind.Object:
                text.Append('{');
                var first = true;
                foreach (
                    var property in element
                        .EnumerateObject()
                        .Where(p => p.Value.ValueKind != JsonValueKind.Null)
                        .OrderBy(p => p.Name, StringComparer.Ordinal)
                )
                {
                    if (!first)
                    {
                        text.Append(',');
                    }
                    first = false;
                    text.Append('"').Append(JsonEncodedText.Encode(property.Name)).Append("\":");
                    Write(property.Value, text);
                }
                text.Append('}');
                break;
            case JsonValueKind.Array:
                text.Append('[');
                for (var i = 0; i < element.GetArrayLength(); i++)
                {
                    if (i > 0)
                    {
                        text.Append(',');
                    }
                    Write(element[i], text);
                }
                text.Append(']');
                break;
            case JsonValueKind.String:
                text.Append('"').Append(JsonEncodedText.Encode(element.GetString()!)).Append('"');
                break;
            case JsonValueKind.Number:
                text.Append(Shortest(element));
                break;
            default:
                text.Append(element.GetRawText());
                break;
        }
    }

    /// <summary>1, 1.0 and 1e0 are one number; one too large for a double stays as written.</summary>
    private static string Shortest(JsonElement number) =>
        number.TryGetDouble(out var value) && double.IsFinite(value)
            ? (value == 0 ? 0 : value).ToString("R", CultureInfo.InvariantCulture)
            : number.GetRawText();
}
