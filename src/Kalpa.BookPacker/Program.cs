using System.Security.Cryptography;
using System.Text.Encodings.Web;
using System.Text.Json;

// Packs the rule book's data files into one file with an index, so that the core reads an entry when it is asked for and not before.
// Usage: Kalpa.BookPacker FOLDER FILE. The form is described in docs/rulebook.md; Kalpa.Core/Rules/PackedBook.cs reads it.
if (args is ["--changes", var before, var after])
{
    Console.WriteLine(Changes.Between(before, after));
    return 0;
}
if (args.Length != 2)
{
    Console.Error.WriteLine("Usage: Kalpa.BookPacker KNOWLEDGE-FOLDER PACKED-FILE");
    Console.Error.WriteLine("       Kalpa.BookPacker --changes OLD-KNOWLEDGE-FOLDER NEW-KNOWLEDGE-FOLDER");
    return 1;
}

// In the order in which the content hash goes over them. Conditions lie in a file for each part of the roof, in the order in which a roof is walked.
Section[] sections =
[
    new("stations", "key"),
    new("quantities", "id"),
    new("limits", "id", Groups: "quantity"),
    new(
        "conditions",
        "code",
        Groups: "stations",
        Files:
        [
            "shingles",
            "edges",
            "penetrations",
            "valleys",
            "walls",
            "site",
            "inside",
            "tile",
            "membranes",
            "metal",
            "slate-and-wood",
            "glazing",
        ]
    ),
    new("coverings", "kind"),
    new("harm", "consequence"),
    new("chances", "likelihood"),
    new("walks", "key"),
    new("commissions", "purpose"),
    new("questions", "key"),
    new("components", "key"),
    new("factors", "key"),
    new("decisions", "key", Groups: "conditions"),
    new("combinations", "id"),
    new("retired", "key", Within: "kind"),
    new("elements", "key"),
    new("look-alikes", "key", Groups: "conditions"),
    new("links", "key", Groups: "effect"),
    new("stops", "key", Groups: "conditions"),
    new("recipes", "key", Groups: "conditions"),
    new("holds", "key"),
    new("renewals", "kind"),
    new("allowances", "key", Groups: "conditions"),
    new("prices", "key"),
    new("deferrals", "key", Groups: "conditions"),
    new("remedies", "key", Groups: "conditions"),
    new("versions", "version"),
];

using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
try
{
    using var stamp = JsonDocument.Parse(Content("book.json"));
    var packed = sections.Select(section => (section, entries: section.FilesIn.SelectMany(EntriesOf).ToList())).ToList();
    using var file = new BinaryWriter(File.Create(args[1]));
    file.Write(stamp.RootElement.GetProperty("version").GetString()!);
    file.Write(Convert.ToHexStringLower(hash.GetCurrentHash())[..16]);
    file.Write(packed.Count);
    foreach (var (section, entries) in packed)
    {
        WriteIndex(file, section, entries);
    }
    foreach (var entry in packed.SelectMany(p => p.entries))
    {
        file.Write(entry.Json);
    }
    return 0;
}
catch (Exception fault) when (fault is JsonException or IOException or InvalidDataException)
{
    Console.Error.WriteLine($"The rule book was not packed: {fault.Message}");
    return 1;
}

byte[] Content(string file)
{
    var bytes = File.ReadAllBytes(Path.Combine(args[0], file));
    hash.AppendData(bytes);
    return bytes;
}

IEnumerable<(JsonElement Element, byte[] Json)> EntriesOf(string file)
{
    using var document = Parse(file);
    foreach (var element in document.RootElement.EnumerateArray())
    {
        // Without the blanks between: what is in the strings stays as it is written.
        yield return (element.Clone(), JsonSerializer.SerializeToUtf8Bytes(element, Formats.Compact));
    }
}

JsonDocument Parse(string file)
{
    try
    {
        return JsonDocument.Parse(Content(file));
    }
    catch (JsonException fault)
    {
        throw new InvalidDataException($"{file}: {fault.Message}");
    }
}

static void WriteIndex(BinaryWriter file, Section section, List<(JsonElement Element, byte[] Json)> entries)
{
    file.Write(section.Name);
    file.Write(entries.Count);
    var met = new HashSet<string>(StringComparer.Ordinal);
    foreach (var (element, json) in entries)
    {
        var key = section.KeyOf(element);
        if (!met.Add(key))
        {
            throw new InvalidDataException($"{section.Name}: the key \"{key}\" is there twice.");
        }
        var groups = section.GroupsOf(element);
        file.Write(key);
        file.Write7BitEncodedInt(groups.Length);
        Array.ForEach(groups, file.Write);
        file.Write7BitEncodedInt(json.Length);
    }
}

/// <summary>
/// One kind of entry: the property that is its key (unique with the one of <paramref name="Within"/>), and the one by whose values entries are also looked up.
/// </summary>
internal sealed record Section(string Name, string Key, string? Groups = null, string? Within = null, string[]? Files = null)
{
    public IEnumerable<string> FilesIn =>
        Files is null ? [$"{Name}.json"] : Files.Select(part => Path.Combine(Name, $"{Name}.{part}.json"));

    public string KeyOf(JsonElement entry) => Within is null ? Text(entry, Key) : $"{Text(entry, Within)}:{Text(entry, Key)}";

    public string[] GroupsOf(JsonElement entry) =>
        Groups is null || !entry.TryGetProperty(Groups, out var value) ? []
        : value.ValueKind == JsonValueKind.Array ? [.. value.EnumerateArray().Select(v => v.GetString()!)]
        : [value.GetString()!];

    private string Text(JsonElement entry, string property) =>
        entry.TryGetProperty(property, out var value) && value.GetString() is { Length: > 0 } text
            ? text
            : throw new InvalidDataException($"{Name}: an entry has no \"{property}\": {entry.GetRawText()}");
}

internal static class Formats
{
    public static readonly JsonSerializerOptions Compact = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };
}
