using System.Text.Json;
using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Geometry;
using Kalpa.Core.RoofPlans.Skeletons;

namespace Kalpa.Core.RoofPlans.Files;

[JsonConverter(typeof(CamelCaseEnum<OutlineUnit>))]
public enum OutlineUnit
{
    /// <summary>Longitude and latitude, as GeoJSON has it.</summary>
    Degrees,
    Feet,
    Metres,
}

/// <summary>Asks to read a GeoJSON text. What coordinates are in, where they are no degrees; the pitch that slopes without one get.</summary>
public sealed record ImportRequest(string Text, OutlineUnit Unit = OutlineUnit.Degrees, double RisePer12 = 6);

/// <summary>
/// One of the outlines in the file: corners counter-clockwise in inches about their common middle. <paramref name="Problem"/>: why it cannot be used,
/// with the place on the same plan.
/// </summary>
public sealed record ImportedOutline(string Name, IReadOnlyList<ZonePoint> Corners, double HeightInches, PlanProblem? Problem);

/// <summary>A plan of Kalpa's own with its details; or outlines to choose from; or why nothing could be read.</summary>
public sealed record ImportAnswer(
    PlanFact? Plan,
    IReadOnlyList<DetailFact> Details,
    IReadOnlyList<ImportedOutline> Outlines,
    IReadOnlyList<PlanProblem> Problems
);

/// <summary>Reads GeoJSON: Kalpa's own, which gives the same plan again, and anybody's polygons as outlines. Bad files give problems, never exceptions.</summary>
public static class OutlineReader
{
    public const int LongestText = 8_000_000;
    private const int MostOutlines = 50;

    /// <summary>No corner is farther from the middle of its building, inches (half a mile): larger means that the unit is mistaken.</summary>
    private const double LongestInches = 31_680;

    /// <summary>Corners nearer to the line between their neighbours than this are left out, inches: outlines from above have many that say nothing.</summary>
    private const double PlainInches = 0.25;

    public static ImportAnswer Read(ImportRequest request)
    {
        if (request.Text.Length > LongestText)
        {
            return Nothing("import.too-long", "The file is over 8 MB: cut the building out of it first.");
        }
        try
        {
            using var json = JsonDocument.Parse(request.Text);
            var features = Features(json.RootElement).ToList();
            return features.Any(f => KindOf(f) == "plan") ? Own(features) : Foreign(features, request);
        }
        catch (JsonException exception)
        {
            var line = (exception.LineNumber ?? 0) + 1;
            return Nothing("import.no-json", $"This is no GeoJSON: line {line} cannot be read. NaN and Infinity are no numbers there.");
        }
        catch (InvalidOperationException)
        {
            return Nothing(
                "import.no-geojson",
                "This is no GeoJSON: something in it is of the wrong kind (a text where a number belongs, say)."
            );
        }
    }

    private static IEnumerable<JsonElement> Features(JsonElement root)
    {
        if (root.ValueKind != JsonValueKind.Object || !root.TryGetProperty("type", out var type))
        {
            yield break;
        }
        if (type.GetString() == "FeatureCollection" && root.TryGetProperty("features", out var features))
        {
            foreach (var feature in features.EnumerateArray())
            {
                yield return feature;
            }
        }
        else
        {
            yield return root;
        }
    }

    private static string? KindOf(JsonElement feature) =>
        feature.ValueKind == JsonValueKind.Object
        && feature.TryGetProperty("properties", out var properties)
        && properties.ValueKind == JsonValueKind.Object
        && properties.TryGetProperty(PlanGeoJson.Kind, out var kind)
        && kind.ValueKind == JsonValueKind.String
            ? kind.GetString()
            : null;

    private static ImportAnswer Own(List<JsonElement> features)
    {
        IEnumerable<JsonElement> Exact(string kind) =>
            features.Where(f => KindOf(f) == kind).Select(f => f.GetProperty("properties").GetProperty("exact"));
        try
        {
            var plan = Exact("plan").First().Deserialize(PlanJson.Default.PlanFact)!;
            return new ImportAnswer(
                plan with
                {
                    Parts = [.. Exact("part").Select(e => e.Deserialize(PlanJson.Default.PlanPart)!)],
                    Zones = [.. Exact("under").Select(e => e.Deserialize(PlanJson.Default.PlanZone)!)],
                },
                [.. Exact("detail").Select(e => e.Deserialize(PlanJson.Default.DetailFact)!)],
                [],
                []
            );
        }
        catch (KeyNotFoundException)
        {
            return Nothing(
                "import.not-whole",
                "This plan was changed by another program: its exact numbers are missing. Take its outline only."
            );
        }
    }

    private static ImportAnswer Foreign(List<JsonElement> features, ImportRequest request)
    {
        var polygons = features.SelectMany(Rings).Take(MostOutlines + 1).ToList();
        if (polygons.Count == 0)
        {
            return Nothing("import.no-polygon", "There is no polygon in the file: an outline is a Polygon or MultiPolygon.");
        }
        if (polygons.Count > MostOutlines)
        {
            return Nothing(
                "import.too-many",
                $"There are more than {MostOutlines} outlines in the file: cut the building out of it first."
            );
        }
        var first = polygons[0].Rings.SelectMany(r => r).FirstOrDefault();
        if (request.Unit == OutlineUnit.Degrees && polygons.SelectMany(p => p.Rings.SelectMany(r => r)).Any(p => Math.Abs(p.Y) > 90))
        {
            return polygons.SelectMany(p => p.Rings.SelectMany(r => r)).All(p => Math.Abs(p.Y) <= 180 && Math.Abs(p.X) <= 90)
                ? Nothing("import.swapped", "The axes look swapped: GeoJSON puts longitude first, then latitude.")
                : Nothing("import.no-degrees", "These are no degrees. Say whether the coordinates are feet or meters.");
        }
        return new ImportAnswer(null, [], [.. polygons.Select((p, i) => Outline(p, i, first, request.Unit))], []);
    }

    private sealed record Drawn(string Name, double HeightInches, List<List<PlanPoint>> Rings);

    private static IEnumerable<Drawn> Rings(JsonElement feature)
    {
        var geometry = feature.TryGetProperty("geometry", out var own) ? own : feature;
        if (
            geometry.ValueKind != JsonValueKind.Object
            || !geometry.TryGetProperty("type", out var type)
            || !geometry.TryGetProperty("coordinates", out var coordinates)
        )
        {
            yield break;
        }
        var polygons = type.GetString() switch
        {
            "Polygon" => [coordinates],
            "MultiPolygon" => coordinates.EnumerateArray().ToArray(),
            _ => [],
        };
        foreach (var polygon in polygons)
        {
            yield return new Drawn(Told(feature, "name"), Number(feature, "heightInches"), [.. polygon.EnumerateArray().Select(Ring)]);
        }
    }

    private static List<PlanPoint> Ring(JsonElement ring) =>
        [
            .. ring.EnumerateArray()
                .Select(p =>
                    p.GetArrayLength() < 2 ? new PlanPoint(double.NaN, double.NaN) : new PlanPoint(p[0].GetDouble(), p[1].GetDouble())
                ),
        ];

    private static string Told(JsonElement feature, string name) =>
        feature.TryGetProperty("properties", out var properties)
        && properties.ValueKind == JsonValueKind.Object
        && properties.TryGetProperty(name, out var value)
        && value.ValueKind == JsonValueKind.String
            ? value.GetString()!
            : "";

    private static double Number(JsonElement feature, string name) =>
        feature.TryGetProperty("properties", out var properties)
        && properties.ValueKind == JsonValueKind.Object
        && properties.TryGetProperty(name, out var value)
        && value.ValueKind == JsonValueKind.Number
            ? value.GetDouble()
            : 0;

    private static ImportedOutline Outline(Drawn drawn, int number, PlanPoint anchor, OutlineUnit unit)
    {
        var name = drawn.Name.Length > 0 ? drawn.Name : $"Outline {number + 1}";
        ImportedOutline Bad(string code, string text, PlanPoint? at = null) =>
            new(name, [], drawn.HeightInches, new PlanProblem(code, $"{name}: {text}", null, null, at?.X, at?.Y));
        if (drawn.Rings.Count == 0 || drawn.Rings[0].Count < 4)
        {
            return Bad("import.no-corners", "an outline has at least three corners and ends where it begins.");
        }
        if (drawn.Rings.Count > 1)
        {
            return Bad(
                "import.hole",
                "it has a hole in it. Draw the roof around a court as parts that meet.",
                ToInches(drawn.Rings[1][0], anchor, unit)
            );
        }
        var ring = drawn.Rings[0].Select(p => ToInches(p, anchor, unit)).ToList();
        if (ring.Any(p => !p.IsFinite))
        {
            return Bad("import.no-number", "a corner has no place.");
        }
        if (ring[0].To(ring[^1]) > PlanTolerances.LeastEdgeInches)
        {
            return Bad("import.open", "it does not end where it begins.", ring[^1]);
        }
        ring.RemoveAt(ring.Count - 1);
        return Tidy(ring) is var tidy && tidy.Count > StraightSkeleton.MostCorners
            ? Bad(
                "import.too-many-corners",
                $"it has {tidy.Count} corners; a footprint has at most {StraightSkeleton.MostCorners}. Simplify it first."
            )
            : Checked(name, tidy, drawn.HeightInches);
    }

    private static ImportedOutline Checked(string name, List<PlanPoint> ring, double height)
    {
        if (Polygons.SignedArea(ring) < 0)
        {
            ring.Reverse();
        }
        var middle = ring.Count == 0 ? new PlanPoint(0, 0) : Polygons.Centroid(ring);
        var moved = ring.Select(p => p - middle).ToList();
        if (moved.Any(p => p.Length > LongestInches))
        {
            return new ImportedOutline(
                name,
                [],
                height,
                new PlanProblem("import.too-large", $"{name}: it is over half a mile long. The unit of its coordinates is another one.")
            );
        }
        var problem = FootprintChecks.Of([.. moved.Select(p => new FootprintCorner(p.X, p.Y, 6))]).FirstOrDefault();
        return new ImportedOutline(
            name,
            [.. moved.Select(p => new ZonePoint(Quantise.Measure(p.X), Quantise.Measure(p.Y)))],
            height,
            problem is null ? null : new PlanProblem(problem.Code, $"{name}: {problem.Text}", null, null, problem.X, problem.Y)
        );
    }

    /// <summary>Corners that lie on the line between their neighbours, and doubled ones, say nothing of the roof.</summary>
    private static List<PlanPoint> Tidy(List<PlanPoint> ring)
    {
        var kept = new List<PlanPoint>(ring);
        for (var i = 0; i < kept.Count && kept.Count > 3; )
        {
            var (before, after) = (kept[(i + kept.Count - 1) % kept.Count], kept[(i + 1) % kept.Count]);
            if (Polygons.DistanceToSegment(kept[i], before, after) <= PlainInches)
            {
                kept.RemoveAt(i);
                i = Math.Max(0, i - 1);
            }
            else
            {
                i++;
            }
        }
        return kept;
    }

    private static PlanPoint ToInches(PlanPoint point, PlanPoint anchor, OutlineUnit unit)
    {
        const double Radians = Math.PI / 180;
        return unit switch
        {
            OutlineUnit.Feet => point * 12,
            OutlineUnit.Metres => point * PlanGeoJson.InchesPerMetre,
            _ => new PlanPoint(
                (point.X - anchor.X) * Radians * PlanGeoJson.EarthRadiusMetres * Math.Cos(anchor.Y * Radians) * PlanGeoJson.InchesPerMetre,
                (point.Y - anchor.Y) * Radians * PlanGeoJson.EarthRadiusMetres * PlanGeoJson.InchesPerMetre
            ),
        };
    }

    private static ImportAnswer Nothing(string code, string text) => new(null, [], [], [new PlanProblem(code, text)]);
}
