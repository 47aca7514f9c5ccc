using System.Collections.Concurrent;
using System.Security.Cryptography;

namespace Kalpa.Store.Photos;

/// <summary>
/// One maker at a time for the bytes of one hash, and what is known of the originals since the start: an original is read against its hash once, and
/// again when its length or date has changed.
/// </summary>
public sealed class PhotoLocks
{
    /// <summary>Longer than settling the largest picture takes.</summary>
    private static readonly TimeSpan LongestWait = TimeSpan.FromSeconds(20);

    private const int BufferBytes = 128 * 1024;

    private readonly Dictionary<string, (SemaphoreSlim Free, int Users)> held = [];
    private readonly ConcurrentDictionary<string, (long Bytes, DateTime Written)> sound = new();

    public async Task<IDisposable> Enter(Guid firmId, string sha256, CancellationToken cancel)
    {
        var key = $"{firmId:N}{sha256}";
        SemaphoreSlim free;
        lock (held)
        {
            var (existing, users) = held.GetValueOrDefault(key);
            free = existing ?? new SemaphoreSlim(1, 1);
            held[key] = (free, users + 1);
        }
        var entered = false;
        try
        {
            entered = await free.WaitAsync(LongestWait, cancel);
            return entered ? new Turn(() => Leave(key, release: true)) : throw PhotoException.Busy();
        }
        finally
        {
            if (!entered)
            {
                Leave(key, release: false);
            }
        }
    }

    /// <summary>Whether the file holds the bytes of that hash.</summary>
    public async Task<bool> IsSound(string path, string sha256, CancellationToken cancel)
    {
        var file = new FileInfo(path);
        if (!file.Exists)
        {
            return false;
        }
        var stamp = (file.Length, file.LastWriteTimeUtc);
        if (sound.TryGetValue(path, out var known) && known == stamp)
        {
            return true;
        }
        if (await HashOf(path, cancel) != sha256)
        {
            return false;
        }
        sound[path] = stamp;
        return true;
    }

    public static async Task<string> HashOf(string path, CancellationToken cancel)
    {
        await using var file = new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read, BufferBytes, useAsync: true);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(file, cancel));
    }

    private void Leave(string key, bool release)
    {
        lock (held)
        {
            var (free, users) = held[key];
            if (release)
            {
                free.Release();
            }
            if (users == 1)
            {
                held.Remove(key);
                free.Dispose();
            }
            else
            {
                held[key] = (free, users - 1);
            }
        }
    }

    private sealed class Turn(Action leave) : IDisposable
    {
        private int left;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref left, 1) == 0)
            {
                leave();
            }
        }
    }
}
