using Kalpa.Store;
using Kalpa.Store.Model;
using Kalpa.Store.Upkeep;
using Kalpa.Store.Writing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;

namespace Kalpa.Cli;

/// <summary>Backup, restore and verify from the command line; backup and verify while the server runs.</summary>
internal static class UpkeepCommands
{
    public const string Usage = "backup FOLDER --data DIR | restore FOLDER --data DIR [--at NAME] | verify --data DIR";

    private const int Ok = 0;
    private const int BadUse = 1;
    private const int Failed = 2;

    /// <summary>The exit code; null when the arguments name no command of these.</summary>
    public static async Task<int?> Run(string[] args, TextWriter output, TextWriter errors)
    {
        if (args is not ["backup" or "restore" or "verify", ..])
        {
            return null;
        }
        var data = Option(args, "--data");
        var folder = args.Length > 1 && !args[1].StartsWith("--", StringComparison.Ordinal) ? args[1] : null;
        if (data is null || (folder is null && args[0] != "verify"))
        {
            await errors.WriteLineAsync($"usage: kalpa {Usage}");
            return BadUse;
        }
        DurableFiles.OwnerOnly();
        var place = new DataFolder(Path.GetFullPath(data));
        try
        {
            return args[0] switch
            {
                "backup" => await MakeBackup(place, folder!, output),
                "restore" => await Restore(place, folder!, Option(args, "--at"), output),
                _ => await Verify(place, output),
            };
        }
        catch (Exception exception)
            when (exception is BackupException or InvalidOperationException || StoreException.Of(exception) is not null)
        {
            await errors.WriteLineAsync(StoreException.Of(exception)?.Message ?? exception.Message);
            return Failed;
        }
    }

    private static async Task<int> MakeBackup(DataFolder data, string folder, TextWriter output)
    {
        var result = await new Backup(data, Path.GetFullPath(folder)).Make(DateTimeOffset.UtcNow, default);
        await output.WriteLineAsync(
            $"Backup {result.Snapshot}: the database, {result.Manifest.Photos} photos ({result.Manifest.PhotoBytes / 1e6:0.0} MB), "
                + $"{result.PhotosCopied} of them copied now, and {result.Manifest.SignedFiles} files of signed reports; {result.SnapshotsRemoved} old snapshots removed."
        );
        foreach (var missing in result.Manifest.Missing)
        {
            await output.WriteLineAsync($"Not in it, because damaged or missing: file {missing}. Run ./kalpa verify.");
        }
        return result.Manifest.Missing.Count == 0 ? Ok : Failed;
    }

    private static async Task<int> Restore(DataFolder data, string folder, string? at, TextWriter output)
    {
        using var turn = DataLock.Take(data);
        var manifest = await new Backup(data, Path.GetFullPath(folder)).Restore(at, default);
        await output.WriteLineAsync(
            $"Restored into {data.Path} as of {manifest.TakenAt:yyyy-MM-dd HH:mm} UTC, with {manifest.Photos} photos and {manifest.SignedFiles} files of signed reports."
        );
        foreach (var missing in manifest.Missing)
        {
            await output.WriteLineAsync($"Not in the backup: file {missing}. A photo is requested from the device that took it.");
        }
        return Ok;
    }

    private static async Task<int> Verify(DataFolder data, TextWriter output)
    {
        if (!File.Exists(data.Database))
        {
            throw new BackupException($"There is no database in {data.Path}. Give the server's data folder with --data FOLDER.");
        }
        var services = new ServiceCollection();
        services.AddLogging(logging => logging.SetMinimumLevel(LogLevel.None));
        services.AddKalpaStore(data);
        services.AddSingleton(Core.Rules.RuleBook.Current);
        services.AddScoped<IFirmScope>(_ => new FixedFirm(Guid.Empty));
        await using var provider = services.BuildServiceProvider();
        await using var scope = provider.CreateAsyncScope();
        var result = await scope.ServiceProvider.GetRequiredService<Verification>().Run(default);
        await output.WriteLineAsync(
            result.DatabaseFault is { } fault ? $"Database: damaged ({fault}). Restore the last backup." : "Database: sound."
        );
        await output.WriteLineAsync(
            $"Original photos and recordings: {result.Originals} read against their hash, {result.Damaged.Count} damaged or missing."
        );
        foreach (var sha256 in result.Damaged)
        {
            await output.WriteLineAsync($"  {sha256}: put aside; requested again from the device that took it.");
        }
        await output.WriteLineAsync(
            $"Files of signed reports: {result.SignedFiles} read against their hash, {result.SignedDamaged.Count} damaged or missing."
        );
        foreach (var sha256 in result.SignedDamaged)
        {
            await output.WriteLineAsync($"  {sha256}: no longer what was signed. Restore it from a backup.");
        }
        await output.WriteLineAsync($"Originals still on a device: {result.NotArrived}. Changes set aside: {result.SetAside}.");
        return result.Sound ? Ok : Failed;
    }

    private static string? Option(string[] args, string name)
    {
        var at = Array.IndexOf(args, name);
        return at >= 0 && at + 1 < args.Length ? args[at + 1] : null;
    }
}
