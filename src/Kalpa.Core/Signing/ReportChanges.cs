using Kalpa.Core.Wording;

namespace Kalpa.Core.Signing;

/// <summary>
/// A part of a report with the start of the hash of its content. <paramref name="Title"/> and <paramref name="Says"/> are empty where only the hash is at hand, as in
/// a signature made on a device.
/// </summary>
public sealed record StampedPart(string Key, string Hash, string Title = "", string Says = "");

/// <summary>What differs between two reports of one visit, in lines to print.</summary>
public static class ReportChanges
{
    private const int MostNamed = 6;

    /// <summary>Empty where nothing differs.</summary>
    public static IReadOnlyList<string> Between(IReadOnlyList<StampedPart> before, IReadOnlyList<StampedPart> after)
    {
        var (old, now) = (before.ToDictionary(p => p.Key), after.ToDictionary(p => p.Key));
        var added = after.Where(p => !old.ContainsKey(p.Key)).ToList();
        var removed = before.Where(p => !now.ContainsKey(p.Key)).ToList();
        var changed = after.Where(p => old.TryGetValue(p.Key, out var was) && was.Hash != p.Hash).ToList();
        var says = changed.Where(p => old[p.Key].Says.Length > 0 && p.Says.Length > 0 && old[p.Key].Says != p.Says).ToList();
        return
        [
            .. added.Where(IsNamed).Select(p => $"Added: {Told(p)}."),
            .. removed.Where(p => IsNamed(p) && p.Title.Length > 0).Select(p => $"Removed: {Told(p)}."),
            .. Counted(removed.Where(p => IsNamed(p) && p.Title.Length == 0), "removed"),
            .. says.Select(p => $"{p.Title}: now {Inside(p.Says)}; before: {Inside(old[p.Key].Says)}."),
            .. Named([.. changed.Except(says).Where(IsNamed)]),
            .. Counted(added.Where(p => !IsNamed(p)), "added"),
            .. Counted(removed.Where(p => !IsNamed(p)), "removed"),
            .. Counted(changed.Where(p => !IsNamed(p)), "changed"),
        ];
    }

    /// <summary>Photos are counted: a list of them says nothing.</summary>
    private static bool IsNamed(StampedPart part) => KindOf(part) != "photo";

    private static string KindOf(StampedPart part) => part.Key.Split(':')[0];

    private static string Told(StampedPart part) => part.Says.Length > 0 ? $"{part.Title} ({Inside(part.Says)})" : part.Title;

    private static string Inside(string says) => Sentences.Lower(Sentences.WithoutStop(says));

    private static IEnumerable<string> Named(IReadOnlyList<StampedPart> parts)
    {
        if (parts.Count == 0)
        {
            return [];
        }
        List<string> titles = [.. parts.Take(MostNamed).Select(p => p.Title)];
        if (parts.Count > MostNamed)
        {
            titles.Add($"{parts.Count - MostNamed} more");
        }
        return [$"Details changed: {string.Join("; ", titles)}."];
    }

    private static IEnumerable<string> Counted(IEnumerable<StampedPart> parts, string what) =>
        parts.GroupBy(KindOf).Select(g => $"{Sentences.Count(g.Count(), Noun(g.Key))} {what}.");

    private static string Noun(string kind) => kind is "photo" or "finding" or "job" or "slope" or "roof" ? kind : "part";
}
