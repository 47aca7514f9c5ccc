using System.Text;
using System.Text.Json;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.RoofPlans.Files;

/// <summary>
/// A plan as GeoJSON (RFC 7946): slopes, edges and details as features with what is known of them, so that any program can show them; and parts, places
/// under and plan with every number as it is, so that reading the file back gives the same plan. Degrees are reckoned from an anchor by the length of
/// a degree there on the sphere of 6,371,008.8 m; a plan that is not anchored stands at 0°, 0°.
/// </summary>
public static class PlanGeoJson
{
    internal const string Kind = "kalpa";
    internal const double InchesPerMetre = 1 / 0.0254;
    internal const double EarthRadiusMetres = 6_371_008.8;

    public static string Write(
        PlanFact plan,
        PlanAnswer answer,
        IReadOnlyList<DetailFact> details,
        IReadOnlyDictionary<Guid, string> letters
    )
    {
        using var stream = new MemoryStream();
        using (var json = new Utf8JsonWriter(stream, new JsonWriterOptions { Indented = true }))
        {
            json.WriteStartObject();
            json.WriteString("type", "FeatureCollection");
            json.WriteStartArray("features");
            Feature(
                json,
                "plan",
                plan.Id,
                null,
                () => json.WriteRawValue(JsonSerializer.Serialize(plan with { Parts = [], Zones = [] }, PlanJson.Default.PlanFact))
            );
            foreach (var part in plan.Parts)
            {
                var loop = part.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList();
                Feature(
                    json,
                    "part",
                    part.Id,
                    () => Polygon(json, loop),
                    () => json.WriteRawValue(JsonSerializer.Serialize(part, PlanJson.Default.PlanPart))
                );
            }
            foreach (var zone in plan.Zones)
            {
                var loop = zone.Corners.Select(c => new PlanPoint(c.X, c.Y)).ToList();
                Feature(
                    json,
                    "under",
                    zone.Id,
                    () => Polygon(json, loop),
                    () => json.WriteRawValue(JsonSerializer.Serialize(zone, PlanJson.Default.PlanZone))
                );
            }
            Slopes(json, answer, letters);
            Edges(json, answer, letters);
            Details(json, answer, details);
            json.WriteEndArray();
            json.WriteEndObject();
        }
        return Encoding.UTF8.GetString(stream.ToArray());
    }

    private static void Slopes(Utf8JsonWriter json, PlanAnswer answer, IReadOnlyDictionary<Guid, string> letters)
    {
        foreach (var facet in answer.Facets)
        {
            Feature(
                json,
                "slope",
                facet.SlopeId,
                () => Polygon(json, facet.Corners),
                null,
                ("letter", letters.GetValueOrDefault(facet.SlopeId, "")),
                ("risePer12", facet.RisePer12),
                ("azimuthDegrees", facet.AzimuthDegrees),
                ("planSquareFeet", facet.PlanSquareFeet),
                ("trueSquareFeet", facet.TrueSquareFeet)
            );
        }
    }

    private static void Edges(Utf8JsonWriter json, PlanAnswer answer, IReadOnlyDictionary<Guid, string> letters)
    {
        foreach (var edge in answer.Edges)
        {
            Feature(
                json,
                "edge",
                null,
                () => Geometry(json, "LineString", () => Points(json, [edge.From, edge.To])),
                null,
                ("class", JsonNamingPolicy.CamelCase.ConvertName(edge.Class.ToString())),
                ("slope", letters.GetValueOrDefault(edge.SlopeId, "")),
                ("otherSlope", edge.OtherSlopeId is { } other ? letters.GetValueOrDefault(other, "") : ""),
                ("trueFeet", edge.TrueFeet)
            );
        }
    }

    private static void Details(Utf8JsonWriter json, PlanAnswer answer, IReadOnlyList<DetailFact> details)
    {
        foreach (var detail in details)
        {
            var placed = answer.Details.First(p => p.Id == detail.Id);
            Feature(
                json,
                "detail",
                detail.Id,
                placed.OnSlope ? () => Geometry(json, "Point", () => Coordinate(json, placed.X, placed.Y, placed.Z)) : null,
                () => json.WriteRawValue(JsonSerializer.Serialize(detail, PlanJson.Default.DetailFact))
            );
        }
    }

    private static void Feature(
        Utf8JsonWriter json,
        string kind,
        Guid? id,
        Action? geometry,
        Action? exact,
        params (string Name, object Value)[] told
    )
    {
        json.WriteStartObject();
        json.WriteString("type", "Feature");
        if (id is { } own)
        {
            json.WriteString("id", own);
        }
        json.WritePropertyName("geometry");
        if (geometry is null)
        {
            json.WriteNullValue();
        }
        else
        {
            geometry();
        }
        json.WriteStartObject("properties");
        json.WriteString(Kind, kind);
        foreach (var (name, value) in told)
        {
            if (value is double number)
            {
                json.WriteNumber(name, number);
            }
            else
            {
                json.WriteString(name, (string)value);
            }
        }
        if (exact is not null)
        {
            json.WritePropertyName("exact");
            exact();
        }
        json.WriteEndObject();
        json.WriteEndObject();
    }

    private static void Polygon(Utf8JsonWriter json, IReadOnlyList<PlanPoint> loop) =>
        Polygon(json, [.. loop.Select(p => new RoofPoint(p.X, p.Y, double.NaN))]);

    private static void Polygon(Utf8JsonWriter json, IReadOnlyList<RoofPoint> loop) =>
        Geometry(
            json,
            "Polygon",
            () =>
            {
                json.WriteStartArray();
                Points(json, [.. loop, loop[0]]);
                json.WriteEndArray();
            }
        );

    private static void Geometry(Utf8JsonWriter json, string type, Action coordinates)
    {
        json.WriteStartObject();
        json.WriteString("type", type);
        json.WritePropertyName("coordinates");
        coordinates();
        json.WriteEndObject();
    }

    private static void Points(Utf8JsonWriter json, IReadOnlyList<RoofPoint> points)
    {
        json.WriteStartArray();
        foreach (var point in points)
        {
            Coordinate(json, point.X, point.Y, point.Z);
        }
        json.WriteEndArray();
    }

    private static void Coordinate(Utf8JsonWriter json, double x, double y, double z)
    {
        json.WriteStartArray();
        json.WriteNumberValue(Degrees(x));
        json.WriteNumberValue(Degrees(y));
        if (double.IsFinite(z))
        {
            json.WriteNumberValue(Math.Round(z / InchesPerMetre, 4));
        }
        json.WriteEndArray();
    }

    /// <summary>About a thousandth of an inch in the last digit.</summary>
    private static double Degrees(double inches) => Math.Round(inches / InchesPerMetre / EarthRadiusMetres * 180 / Math.PI, 10) + 0.0;
}

[System.Text.Json.Serialization.JsonSourceGenerationOptions(
    PropertyNamingPolicy = System.Text.Json.Serialization.JsonKnownNamingPolicy.CamelCase,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[System.Text.Json.Serialization.JsonSerializable(typeof(PlanFact))]
[System.Text.Json.Serialization.JsonSerializable(typeof(PlanPart))]
[System.Text.Json.Serialization.JsonSerializable(typeof(PlanZone))]
[System.Text.Json.Serialization.JsonSerializable(typeof(DetailFact))]
internal sealed partial class PlanJson : System.Text.Json.Serialization.JsonSerializerContext;
