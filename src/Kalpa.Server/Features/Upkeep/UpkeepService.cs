using Kalpa.Core.Rules;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Facts;
using Kalpa.Store.Photos;
using Kalpa.Store.Upkeep;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Upkeep;

/// <summary>
/// Looks after the store at the start and daily: reads the database through, sweeps leftovers of cut-off sendings, tries again what was set aside,
/// forgets sign-ins that ended long ago, and makes the daily backup where a folder for it is set.
/// </summary>
public sealed class UpkeepService(
    IServiceScopeFactory scopes,
    StoreHealth health,
    PhotoFiles photos,
    DataFolder folder,
    KalpaSettings settings,
    TimeProvider clock,
    ILogger<UpkeepService> log
) : BackgroundService, IHostedLifecycleService
{
    private static readonly TimeSpan Between = TimeSpan.FromHours(1);
    private static readonly TimeSpan Daily = TimeSpan.FromHours(24);

    /// <summary>No sending of one picture goes on longer.</summary>
    private static readonly TimeSpan LooseLasts = TimeSpan.FromHours(6);

    /// <summary>A phone may come back with the rest after a fortnight in a drawer.</summary>
    private static readonly TimeSpan PartsLast = TimeSpan.FromDays(14);

    private static readonly TimeSpan EndedSignInsLast = TimeSpan.FromDays(90);

    public Task StartingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StartedAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    public Task StoppingAsync(CancellationToken cancellationToken) => Task.CompletedTask;

    /// <summary>Nobody writes any more: the database file is made whole by itself.</summary>
    public Task StoppedAsync(CancellationToken cancellationToken) =>
        Try(
            "putting the write-ahead log into the database",
            () =>
            {
                StoreSetUp.Checkpoint(folder);
                return Task.CompletedTask;
            }
        );

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var lastCheck = DateTimeOffset.MinValue;
        await RetrySetAside(stoppingToken);
        while (!stoppingToken.IsCancellationRequested)
        {
            var now = clock.GetUtcNow();
            if (now - lastCheck >= Daily)
            {
                lastCheck = now;
                await Try("checking the database", () => CheckDatabase(stoppingToken));
                await Try("sweeping leftovers", () => Sweep(now, stoppingToken));
            }
            await Try("the daily backup", () => BackUp(now, stoppingToken));
            await Task.Delay(Between, clock, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    private async Task CheckDatabase(CancellationToken cancel)
    {
        if (!await health.Check(cancel))
        {
            log.LogCritical("{Notice}", health.Notices()[0].Text);
        }
    }

    private async Task Sweep(DateTimeOffset now, CancellationToken cancel)
    {
        var swept = photos.SweepIncoming(now.UtcDateTime, LooseLasts, PartsLast);
        if (swept > 0)
        {
            log.LogInformation("{Count} leftovers of cut-off sendings were removed", swept);
        }
        await using var scope = scopes.CreateAsyncScope();
        var before = (now - EndedSignInsLast).UtcTicks;
        await scope
            .ServiceProvider.GetRequiredService<KalpaDb>()
            .SignIns.Where(s => s.EndedAtTicks < before || s.SeenAtTicks < before)
            .ExecuteDeleteAsync(cancel);
    }

    private async Task RetrySetAside(CancellationToken cancel) =>
        await Try(
            "trying again what was set aside",
            async () =>
            {
                await using var scope = scopes.CreateAsyncScope();
                var facts = scope.ServiceProvider.GetRequiredService<FactLog>();
                var shown = await facts.RetrySetAside(
                    firm => scope.ServiceProvider.GetRequiredService<CurrentFirm>().FirmId = firm,
                    scope.ServiceProvider.GetRequiredService<RuleBook>(),
                    cancel
                );
                if (shown > 0)
                {
                    log.LogInformation("{Count} changes that had been set aside were taken in", shown);
                }
            }
        );

    private async Task BackUp(DateTimeOffset now, CancellationToken cancel)
    {
        if (settings.BackupFolder.Length == 0)
        {
            return;
        }
        var backup = new Backup(folder, Path.GetFullPath(settings.BackupFolder));
        var finished = backup.Finished();
        if (finished.Count > 0 && now - Backup.TimeOf(finished[0]) < Daily)
        {
            return;
        }
        var result = await Task.Run(() => backup.Make(now, cancel), cancel);
        log.LogInformation(
            "Backup {Snapshot}: {Photos} photos, {Copied} of them new, {Missing} missing",
            result.Snapshot,
            result.Manifest.Photos,
            result.PhotosCopied,
            result.Manifest.Missing.Count
        );
    }

    /// <summary>One task that fails stops no other, and not the server.</summary>
    private async Task Try(string what, Func<Task> work)
    {
        try
        {
            await work();
        }
        catch (Exception exception) when (exception is not OperationCanceledException)
        {
            log.LogError(exception, "Upkeep failed at {What}", what);
        }
        catch (OperationCanceledException)
        {
            // The server is stopping.
        }
    }
}
