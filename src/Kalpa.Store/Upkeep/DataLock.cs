namespace Kalpa.Store.Upkeep;

/// <summary>One server at a time on a data folder: two would each trust what the other changes behind its back.</summary>
public sealed class DataLock : IDisposable
{
    private readonly FileStream file;

    private DataLock(FileStream file) => this.file = file;

    /// <summary>Takes the folder. Fails in words when another process has it.</summary>
    public static DataLock Take(DataFolder folder)
    {
        Directory.CreateDirectory(folder.Path);
        var path = Path.Combine(folder.Path, "kalpa.lock");
        try
        {
            // The system lets go of it when the process ends, however it ends.
            var file = new FileStream(path, FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.None);
            file.SetLength(0);
            file.Write(System.Text.Encoding.UTF8.GetBytes($"{Environment.ProcessId}\n"));
            file.Flush();
            return new DataLock(file);
        }
        catch (IOException exception) when (StoreFull(exception) is false)
        {
            throw new InvalidOperationException(
                $"Another Kalpa is running on the data folder {folder.Path}. Stop it first, or give this one a folder of its own.",
                exception
            );
        }
    }

    public void Dispose() => file.Dispose();

    private static bool StoreFull(IOException exception) => Writing.StoreException.Of(exception) is not null;
}
