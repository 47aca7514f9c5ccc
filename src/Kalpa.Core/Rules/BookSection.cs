using System.Collections;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;

namespace Kalpa.Core.Rules;

/// <summary>
/// Entries of one kind in the book's order. Each is read when it is first asked for and kept; keys and groups are known without reading any. An entry is
/// always the same object, whoever asks and however many at once.
/// </summary>
internal sealed class BookSection<T> : IReadOnlyList<T>
    where T : class
{
    private sealed class Slot(string key, IReadOnlyList<string> groups, Func<T> read)
    {
        private readonly Func<T> read = read;
        private T? entry;

        public string Key { get; } = key;

        public IReadOnlyList<string> Groups { get; } = groups;

        public T Entry => Volatile.Read(ref entry) ?? Interlocked.CompareExchange(ref entry, read(), null) ?? entry!;
    }

    private readonly List<Slot> slots;
    private readonly Dictionary<string, Slot> byKey = new(StringComparer.Ordinal);
    private readonly Lazy<Dictionary<string, List<Slot>>> byGroup;

    private BookSection(List<Slot> slots)
    {
        this.slots = slots;
        foreach (var slot in slots)
        {
            byKey.TryAdd(slot.Key, slot);
        }
        byGroup = new Lazy<Dictionary<string, List<Slot>>>(Grouped);
    }

    /// <summary>Entries that lie as JSON in the packed book. How one is read is asked for with the first: working it out takes the browser long, too.</summary>
    public static BookSection<T> Packed(byte[] book, IEnumerable<PackedEntry> index, Func<JsonTypeInfo<T>> type) =>
        new([
            .. index.Select(entry => new Slot(
                entry.Key,
                entry.Groups,
                () =>
                    JsonSerializer.Deserialize(book.AsSpan(entry.Start, entry.Length), type())
                    ?? throw new InvalidOperationException($"The rule book's entry \"{entry.Key}\" is empty.")
            )),
        ]);

    /// <summary>This section with others laid over it: one of a key that is there takes its place, the rest come after.</summary>
    public BookSection<T> Under(IReadOnlyList<T> own, Func<T, string> keyOf, Func<T, IReadOnlyList<string>>? groupsOf = null)
    {
        if (own.Count == 0)
        {
            return this;
        }
        var laid = new List<Slot>(slots);
        foreach (var entry in own)
        {
            var key = keyOf(entry);
            var slot = new Slot(key, groupsOf?.Invoke(entry) ?? [], () => entry);
            var at = byKey.TryGetValue(key, out var shipped) ? laid.IndexOf(shipped) : -1;
            if (at < 0)
            {
                laid.Add(slot);
            }
            else
            {
                laid[at] = slot;
            }
        }
        return new BookSection<T>(laid);
    }

    public int Count => slots.Count;

    public T this[int index] => slots[index].Entry;

    public T? Find(string key) => byKey.GetValueOrDefault(key)?.Entry;

    /// <summary>Entries of a group, in the book's order; none where nobody belongs to it.</summary>
    public IReadOnlyList<T> In(string group) => byGroup.Value.TryGetValue(group, out var members) ? members.ConvertAll(m => m.Entry) : [];

    public IEnumerator<T> GetEnumerator() => slots.Select(s => s.Entry).GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    private Dictionary<string, List<Slot>> Grouped()
    {
        var grouped = new Dictionary<string, List<Slot>>(StringComparer.Ordinal);
        foreach (var slot in slots)
        {
            foreach (var group in slot.Groups)
            {
                if (!grouped.TryGetValue(group, out var members))
                {
                    grouped[group] = members = [];
                }
                members.Add(slot);
            }
        }
        return grouped;
    }
}
