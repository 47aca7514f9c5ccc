namespace Kalpa.Store.Facts;

/// <summary>A version of a fact in its line: made from one, chosen over others.</summary>
public sealed record Version(Guid Id, Guid? BaseId, IReadOnlyList<Guid> Settles, string Content);

/// <summary>
/// Which versions of a fact stand: those that no other was made from or chosen over. It does not matter in which order they arrived: a version
/// that comes after its own successor is not a rival of it.
/// </summary>
public static class Lineage
{
    /// <summary>The version that shows (of those that stand, the one received last), and all that stand with different content.</summary>
    /// <param name="inOrderOfReceipt">All versions of one fact; at least one.</param>
    public static (Version Head, IReadOnlyList<Version> Standing) Of(IReadOnlyList<Version> inOrderOfReceipt)
    {
        var overtaken = inOrderOfReceipt
            .SelectMany(v => v.Settles.Concat(v.BaseId is { } id ? [id] : []).Where(id => id != v.Id))
            .ToHashSet();
        var standing = inOrderOfReceipt.Where(v => !overtaken.Contains(v.Id)).ToList();
        // Only a ring of bases, which no honest device makes, leaves none.
        var head = standing.Count == 0 ? inOrderOfReceipt[^1] : standing[^1];
        if (standing.Count == 0)
        {
            standing.Add(head);
        }
        return (head, [.. standing.AsEnumerable().Reverse().DistinctBy(v => v.Content)]);
    }
}
