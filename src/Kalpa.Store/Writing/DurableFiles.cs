using System.Runtime.InteropServices;
using System.Text;

namespace Kalpa.Store.Writing;

/// <summary>Files that are there whole or not at all, also after the power fails: temporary name, flush, rename, folder flush.</summary>
public static class DurableFiles
{
    private const int ReadOnly = 0;
    private const int OwnerOnlyMask = 0b000_111_111;

    /// <summary>Writes a file beside its place and moves it there. Whoever reads meanwhile sees the old file or the new one.</summary>
    public static async Task Write(string path, ReadOnlyMemory<byte> bytes, CancellationToken cancel)
    {
        var folder = Path.GetDirectoryName(path)!;
        Directory.CreateDirectory(folder);
        var temporary = Path.Combine(folder, $".{Path.GetRandomFileName()}");
        try
        {
            await using (var file = new FileStream(temporary, FileMode.CreateNew, FileAccess.Write, FileShare.None))
            {
                await file.WriteAsync(bytes, cancel);
                file.Flush(flushToDisk: true);
            }
            File.Move(temporary, path, overwrite: true);
            FlushFolder(folder);
        }
        catch
        {
            File.Delete(temporary);
            throw;
        }
    }

    /// <summary>Moves a file that is flushed already.</summary>
    public static void MoveIn(string from, string to)
    {
        var folder = Path.GetDirectoryName(to)!;
        Directory.CreateDirectory(folder);
        File.Move(from, to, overwrite: true);
        FlushFolder(folder);
    }

    /// <summary>Copies a file; the copy shows under its name only when it is whole on the disk.</summary>
    public static async Task Copy(string from, string to, CancellationToken cancel)
    {
        var folder = Path.GetDirectoryName(to)!;
        Directory.CreateDirectory(folder);
        var temporary = Path.Combine(folder, $".{Path.GetRandomFileName()}");
        try
        {
            await using (var source = new FileStream(from, FileMode.Open, FileAccess.Read, FileShare.Read))
            await using (var target = new FileStream(temporary, FileMode.CreateNew, FileAccess.Write, FileShare.None))
            {
                await source.CopyToAsync(target, cancel);
                target.Flush(flushToDisk: true);
            }
            File.Move(temporary, to, overwrite: true);
            FlushFolder(folder);
        }
        catch
        {
            File.Delete(temporary);
            throw;
        }
    }

    /// <summary>A rename is on the disk only when its folder is. The framework opens no folders, so the system is asked.</summary>
    public static void FlushFolder(string folder)
    {
        var descriptor = Open(Encoding.UTF8.GetBytes(folder + '\0'), ReadOnly);
        if (descriptor < 0)
        {
            return;
        }
        _ = Flush(descriptor);
        _ = Close(descriptor);
    }

    /// <summary>From here on this process makes files that only their owner may read.</summary>
    public static void OwnerOnly() => _ = Mask(OwnerOnlyMask);

    /// <summary>Takes group and others off a folder and what lies directly in it: earlier versions left them readable.</summary>
    public static void CloseToOthers(string folder)
    {
        const UnixFileMode others =
            UnixFileMode.GroupRead
            | UnixFileMode.GroupWrite
            | UnixFileMode.GroupExecute
            | UnixFileMode.OtherRead
            | UnixFileMode.OtherWrite
            | UnixFileMode.OtherExecute;
        if (OperatingSystem.IsWindows())
        {
            return;
        }
        foreach (var path in Directory.EnumerateFileSystemEntries(folder).Append(folder))
        {
            var mode = File.GetUnixFileMode(path);
            if ((mode & others) != 0)
            {
                File.SetUnixFileMode(path, mode & ~others);
            }
        }
    }

    [DllImport("libc", EntryPoint = "open")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Open(byte[] path, int flags);

    [DllImport("libc", EntryPoint = "fsync")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Flush(int descriptor);

    [DllImport("libc", EntryPoint = "close")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Close(int descriptor);

    [DllImport("libc", EntryPoint = "umask")]
    [DefaultDllImportSearchPaths(DllImportSearchPath.SafeDirectories)]
    private static extern int Mask(int mask);
}
