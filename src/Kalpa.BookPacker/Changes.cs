using System.Text.Json;

/// <summary>What one state of the rule book's data files adds, changes and removes against another: an entry of versions.json, but for its day.</summary>
internal static class Changes
{
    private static readonly (string Files, string Kind, string Key)[] Told =
    [
        ("conditions/*.json", "condition", "code"),
        ("limits.json", "limit", "id"),
        ("coverings.json", "covering", "kind"),
        ("decisions.json", "decision", "key"),
        ("combinations.json", "combination", "id"),
    ];

    public static string Between(string before, string after)
    {
        var (old, now) = (Entries(before), Entries(after));
        using var stamp = JsonDocument.Parse(File.ReadAllText(Path.Combine(after, "book.json")));
        return JsonSerializer.Serialize(
            new
            {
                version = stamp.RootElement.GetProperty("version").GetString(),
                on = DateTime.UtcNow.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                added = now.Keys.Where(k => !old.ContainsKey(k)),
                changed = now.Keys.Where(k => old.TryGetValue(k, out var was) && was != now[k]),
                removed = old.Keys.Where(k => !now.ContainsKey(k)),
            }
        );
    }

    private static Dictionary<string, string> Entries(string folder)
    {
        var entries = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (var (files, kind, key) in Told)
        {
            var inFolder = Path.Combine(folder, Path.GetDirectoryName(files)!);
            foreach (var file in Directory.GetFiles(inFolder, Path.GetFileName(files)).Order(StringComparer.Ordinal))
            {
                using var document = JsonDocument.Parse(File.ReadAllText(file));
                foreach (var entry in document.RootElement.EnumerateArray())
                {
                    entries[$"{kind}:{entry.GetProperty(key).GetString()}"] = JsonSerializer.Serialize(entry);
                }
            }
        }
        // How a condition is repaired on some coverings is part of the condition.
        var remedies = Path.Combine(folder, "remedies.json");
        using var ways = JsonDocument.Parse(File.Exists(remedies) ? File.ReadAllText(remedies) : "[]");
        foreach (var way in ways.RootElement.EnumerateArray())
        {
            foreach (var code in way.GetProperty("conditions").EnumerateArray())
            {
                var condition = $"condition:{code.GetString()}";
                entries[condition] = entries.GetValueOrDefault(condition, "") + JsonSerializer.Serialize(way);
            }
        }
        return entries;
    }
}
