using System.Collections.Concurrent;

namespace Kalpa.Server.Features.Session;

/// <summary>
/// Bounds on wrong passwords: by network address, by account from one address, and by account over all addresses. A device on which the person has
/// signed in before has a count of its own, so that a stranger who tries their account shuts nobody out. Counts live as long as the server.
/// </summary>
public sealed class SignInLimits(TimeProvider clock)
{
    public const int MostByAccountAndAddress = 5;
    public const int MostByAddress = 30;
    public const int MostByAccount = 60;

    /// <summary>How long a wrong password counts.</summary>
    public static readonly TimeSpan Counts = TimeSpan.FromMinutes(15);

    /// <summary>More keys than this and the oldest go: a flood of made-up accounts must not fill the memory.</summary>
    private const int MostKeys = 50_000;

    private readonly ConcurrentDictionary<string, List<DateTimeOffset>> wrong = new();

    /// <summary>How long to wait before another try; null when one may be made now. It does not matter whether the account exists.</summary>
    public TimeSpan? Wait(string account, string address, Guid? knownDevice)
    {
        var waits = Keys(account, address, knownDevice).Select(k => WaitFor(k.Key, k.Most)).OfType<TimeSpan>().ToList();
        return waits.Count == 0 ? null : waits.Max();
    }

    public void CountWrong(string account, string address, Guid? knownDevice)
    {
        if (wrong.Count > MostKeys)
        {
            Forget();
        }
        foreach (var (key, _) in Keys(account, address, knownDevice))
        {
            var times = wrong.GetOrAdd(key, _ => []);
            lock (times)
            {
                times.Add(clock.GetUtcNow());
            }
        }
    }

    private static (string Key, int Most)[] Keys(string account, string address, Guid? knownDevice)
    {
        var name = account.Trim().ToUpperInvariant();
        return knownDevice is { } device
            ? [($"device {device} {name}", MostByAccountAndAddress)]
            :
            [
                ($"both {address} {name}", MostByAccountAndAddress),
                ($"address {address}", MostByAddress),
                ($"account {name}", MostByAccount),
            ];
    }

    private TimeSpan? WaitFor(string key, int most)
    {
        if (!wrong.TryGetValue(key, out var times))
        {
            return null;
        }
        var now = clock.GetUtcNow();
        lock (times)
        {
            times.RemoveAll(t => now - t >= Counts);
            return times.Count < most ? null : Counts - (now - times[^most]);
        }
    }

    private void Forget()
    {
        var now = clock.GetUtcNow();
        foreach (var (key, times) in wrong)
        {
            lock (times)
            {
                if (times.Count == 0 || now - times[^1] >= Counts)
                {
                    wrong.TryRemove(key, out _);
                }
            }
        }
    }
}
