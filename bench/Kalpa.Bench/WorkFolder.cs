namespace Kalpa.Bench;

internal sealed class WorkFolder : IDisposable
{
    public string Path { get; } = Directory.CreateTempSubdirectory("kalpa-bench").FullName;

    public void Dispose() => Directory.Delete(Path, true);
}
