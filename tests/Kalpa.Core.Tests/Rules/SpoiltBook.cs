using System.Text;
using System.Text.Json.Nodes;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>The shipped book with one entry of it changed, packed anew.</summary>
internal static class SpoiltBook
{
    private sealed record Entry(string Key, string[] Groups, byte[] Json);

    public static byte[] Packed()
    {
        using var stream = typeof(RuleBook).Assembly.GetManifestResourceStream("book.bin")!;
        var content = new byte[stream.Length];
        stream.ReadExactly(content);
        return content;
    }

    /// <summary>What is wrong with the book once an entry of a section (its key, or its first one) is changed.</summary>
    public static IReadOnlyList<string> Faults(string section, string key, Action<JsonObject> spoil) =>
        BookChecks.Of(RuleBook.Read(With(section, key, spoil)));

    private static byte[] With(string section, string key, Action<JsonObject> spoil)
    {
        var content = Packed();
        using var reader = new BinaryReader(new MemoryStream(content));
        var (version, hash) = (reader.ReadString(), reader.ReadString());
        var sections = new List<(string Name, List<(string Key, string[] Groups, int Length)> Entries)>();
        for (var left = reader.ReadInt32(); left > 0; left--)
        {
            var name = reader.ReadString();
            var entries = new List<(string, string[], int)>();
            for (var more = reader.ReadInt32(); more > 0; more--)
            {
                var own = reader.ReadString();
                var groups = new string[reader.Read7BitEncodedInt()];
                for (var i = 0; i < groups.Length; i++)
                {
                    groups[i] = reader.ReadString();
                }
                entries.Add((own, groups, reader.Read7BitEncodedInt()));
            }
            sections.Add((name, entries));
        }
        var read = sections.ConvertAll(s =>
            (s.Name, Entries: s.Entries.ConvertAll(e => new Entry(e.Key, e.Groups, reader.ReadBytes(e.Length))))
        );
        var at = read.Single(s => s.Name == section).Entries;
        var place = at.FindIndex(e => e.Key == key);
        place.ShouldBeGreaterThanOrEqualTo(0, $"{section} has no {key}");
        var json = JsonNode.Parse(at[place].Json)!.AsObject();
        spoil(json);
        at[place] = at[place] with { Json = Encoding.UTF8.GetBytes(json.ToJsonString()) };
        return Written(version, hash, read);
    }

    private static byte[] Written(string version, string hash, List<(string Name, List<Entry> Entries)> sections)
    {
        using var made = new MemoryStream();
        using var writer = new BinaryWriter(made);
        writer.Write(version);
        writer.Write(hash);
        writer.Write(sections.Count);
        foreach (var (name, entries) in sections)
        {
            writer.Write(name);
            writer.Write(entries.Count);
            foreach (var entry in entries)
            {
                writer.Write(entry.Key);
                writer.Write7BitEncodedInt(entry.Groups.Length);
                foreach (var group in entry.Groups)
                {
                    writer.Write(group);
                }
                writer.Write7BitEncodedInt(entry.Json.Length);
            }
        }
        foreach (var entry in sections.SelectMany(s => s.Entries))
        {
            writer.Write(entry.Json);
        }
        return made.ToArray();
    }
}
