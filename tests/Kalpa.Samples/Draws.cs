namespace Kalpa.Samples;

/// <summary>What every generator draws: enums and ids, from its own fixed seed.</summary>
internal static class Draws
{
    public static T Pick<T>(this Random random)
        where T : struct, Enum
    {
        var all = Enum.GetValues<T>();
        return all[random.Next(all.Length)];
    }

    public static Guid NewId(this Random random)
    {
        var bytes = new byte[16];
        random.NextBytes(bytes);
        return new Guid(bytes);
    }

    public static DateTimeOffset Moment(this Random random) =>
        new DateTimeOffset(2026, 6, 1, 8, 0, 0, TimeSpan.Zero).AddMinutes(random.Next(0, 10_000));
}
