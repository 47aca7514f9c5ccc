using System.Text.Json;
using System.Text.Json.Serialization;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Signing;

namespace Kalpa.Store.Signing;

/// <summary>What is frozen when a report is signed: the facts of the visit with everything concluded of them, and the parts that were signed.</summary>
public sealed record FrozenReport(string FirmName, VisitDossier Visit, IReadOnlyList<StampedPart> Parts)
{
    // What a later version adds to a record is passed over by an earlier one, and missing in what an earlier one wrote.
    private static readonly KalpaJson Json = new(
        new JsonSerializerOptions(KalpaJson.Default.Options)
        {
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Skip,
            RespectRequiredConstructorParameters = false,
        }
    );

    public byte[] ToBytes()
    {
        using var bytes = new MemoryStream();
        using (var writer = new Utf8JsonWriter(bytes))
        {
            writer.WriteStartObject();
            writer.WriteString("firmName", FirmName);
            writer.WritePropertyName("parts");
            JsonSerializer.Serialize(writer, Parts, Json.IReadOnlyListStampedPart);
            writer.WritePropertyName("visit");
            JsonSerializer.Serialize(writer, Visit, Json.VisitDossier);
            writer.WriteEndObject();
        }
        return bytes.ToArray();
    }

    /// <exception cref="JsonException">The bytes are no frozen report.</exception>
    public static FrozenReport Of(byte[] bytes)
    {
        using var document = JsonDocument.Parse(bytes);
        var root = document.RootElement;
        return new FrozenReport(
            root.GetProperty("firmName").GetString() ?? "",
            root.GetProperty("visit").Deserialize(Json.VisitDossier) ?? throw new JsonException("The visit is missing."),
            root.GetProperty("parts").Deserialize(Json.IReadOnlyListStampedPart) ?? throw new JsonException("The parts are missing.")
        );
    }
}
