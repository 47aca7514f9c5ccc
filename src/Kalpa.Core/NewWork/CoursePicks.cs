namespace Kalpa.Core.NewWork;

/// <summary>
/// The courses to look at, picked before anybody climbs, so that nobody picks the good or the bad ones. The same slope and visit give the same
/// courses, and anybody can make the picking again.
/// </summary>
public static class CoursePicks
{
    public const int Usual = 10;

    /// <summary>More courses than any slope has: 5,000 ft at an inch.</summary>
    public const int MostCourses = 60_000;

    /// <summary>
    /// <paramref name="count"/> different courses of 1 to <paramref name="courses"/> (all of them where there are fewer), in rising order: those with
    /// the smallest mixed key, none likelier than another.
    /// </summary>
    public static IReadOnlyList<int> Of(Guid visitId, Guid slopeId, int courses, int count = Usual)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(courses, 1);
        ArgumentOutOfRangeException.ThrowIfLessThan(count, 1);
        var seed = Seed(visitId) ^ (Seed(slopeId) * Odd);
        return [.. Enumerable.Range(1, courses).OrderBy(c => Mix(seed + ((ulong)c * Odd))).ThenBy(c => c).Take(count).Order()];
    }

    /// <summary>Golden-ratio increment of SplitMix64.</summary>
    private const ulong Odd = 0x9E3779B97F4A7C15;

    private static ulong Seed(Guid id)
    {
        Span<byte> bytes = stackalloc byte[16];
        id.TryWriteBytes(bytes, bigEndian: true, out _);
        return Mix(BitConverter.ToUInt64(bytes)) ^ BitConverter.ToUInt64(bytes[8..]);
    }

    /// <summary>SplitMix64 finaliser: G. L. Steele, D. Lea, C. H. Flood, "Fast splittable pseudorandom number generators", 2014.</summary>
    private static ulong Mix(ulong z)
    {
        unchecked
        {
            z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
            z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
            return z ^ (z >> 31);
        }
    }
}
