using System.Text.Json.Serialization;

namespace Kalpa.Core.Rules;

/// <summary>An entry of the packed book: its key, what it is grouped by, and where its JSON lies (bytes from the start of the file).</summary>
internal sealed record PackedEntry(string Key, IReadOnlyList<string> Groups, int Start, int Length);

/// <summary>
/// The rule book as it is packed into the core: edition, content hash and an index first, then each entry as JSON. Opening it reads the index alone. The form is
/// described in docs/rulebook.md; Kalpa.BookPacker writes it.
/// </summary>
internal sealed class PackedBook
{
    private readonly Dictionary<string, List<PackedEntry>> sections = new(StringComparer.Ordinal);

    /// <summary>Throws where the content is cut off or goes on beyond its index.</summary>
    public PackedBook(byte[] content)
    {
        Content = content;
        using var reader = new BinaryReader(new MemoryStream(content));
        Version = reader.ReadString();
        Hash = reader.ReadString();
        var counts = reader.ReadInt32();
        var lengths = new List<(List<PackedEntry> Section, string Key, string[] Groups, int Length)>();
        for (var i = 0; i < counts; i++)
        {
            var name = reader.ReadString();
            var count = reader.ReadInt32();
            var section = new List<PackedEntry>(count);
            sections.Add(name, section);
            for (var j = 0; j < count; j++)
            {
                var key = reader.ReadString();
                var groups = new string[reader.Read7BitEncodedInt()];
                for (var k = 0; k < groups.Length; k++)
                {
                    groups[k] = reader.ReadString();
                }
                lengths.Add((section, key, groups, reader.Read7BitEncodedInt()));
            }
        }
        var start = (int)reader.BaseStream.Position;
        foreach (var (section, key, groups, length) in lengths)
        {
            section.Add(new PackedEntry(key, groups, start, length));
            start += length;
        }
        if (start != content.Length)
        {
            throw new InvalidOperationException($"The packed rule book should have {start} bytes and has {content.Length}.");
        }
    }

    public string Version { get; }

    public string Hash { get; }

    public byte[] Content { get; }

    public IReadOnlyList<PackedEntry> Section(string name) =>
        sections.TryGetValue(name, out var section)
            ? section
            : throw new InvalidOperationException($"The packed rule book has no section \"{name}\".");

    public static PackedBook Open()
    {
        using var stream =
            typeof(PackedBook).Assembly.GetManifestResourceStream("book.bin")
            ?? throw new InvalidOperationException("The rule book is not packed into the core.");
        var content = new byte[stream.Length];
        stream.ReadExactly(content);
        return new PackedBook(content);
    }
}

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    GenerationMode = JsonSourceGenerationMode.Metadata,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[JsonSerializable(typeof(Station))]
[JsonSerializable(typeof(Quantity))]
[JsonSerializable(typeof(Limit))]
[JsonSerializable(typeof(Condition))]
[JsonSerializable(typeof(Covering))]
[JsonSerializable(typeof(Harm))]
[JsonSerializable(typeof(YearChance))]
[JsonSerializable(typeof(WalkOrder))]
[JsonSerializable(typeof(CommissionRule))]
[JsonSerializable(typeof(Question))]
[JsonSerializable(typeof(ComponentKind))]
[JsonSerializable(typeof(WearFactor))]
[JsonSerializable(typeof(Decision))]
[JsonSerializable(typeof(Combination))]
[JsonSerializable(typeof(RetiredKey))]
[JsonSerializable(typeof(Element))]
[JsonSerializable(typeof(LookAlike))]
[JsonSerializable(typeof(BookVersion))]
[JsonSerializable(typeof(CauseEffect))]
[JsonSerializable(typeof(RepairStop))]
[JsonSerializable(typeof(Recipe))]
[JsonSerializable(typeof(TemporaryHold))]
[JsonSerializable(typeof(Renewal))]
[JsonSerializable(typeof(WoodSign))]
[JsonSerializable(typeof(Price))]
[JsonSerializable(typeof(DeferralChain))]
[JsonSerializable(typeof(CoveringRemedy))]
internal sealed partial class KnowledgeJson : JsonSerializerContext;
