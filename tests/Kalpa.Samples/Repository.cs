namespace Kalpa.Samples;

/// <summary>Where the checkout lies that the tests were built from.</summary>
public static class Repository
{
    public static string Root { get; } = Find();

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "Kalpa.slnx")))
        {
            folder = folder.Parent;
        }
        return folder?.FullName ?? throw new DirectoryNotFoundException("Kalpa.slnx is in no folder above the tests.");
    }
}
