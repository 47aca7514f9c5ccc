using Kalpa.Reports.Printing;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Signing;

/// <summary>Wakes whoever prints signed reports.</summary>
public sealed class SigningSignal : IDisposable
{
    private readonly SemaphoreSlim raised = new(0, 1);

    public void Raise()
    {
        try
        {
            raised.Release();
        }
        catch (SemaphoreFullException)
        {
            // It is awake already, and looks at everything.
        }
    }

    /// <summary>One at a time processes new signatures: two would give one version twice.</summary>
    public SemaphoreSlim Turn { get; } = new(1, 1);

    public void Dispose()
    {
        raised.Dispose();
        Turn.Dispose();
    }

    public Task Wait(TimeSpan longest, CancellationToken cancel) => raised.WaitAsync(longest, cancel);
}

/// <summary>Prints signed reports in the background, and processes signatures that could not be when they came.</summary>
public sealed class SigningService(IServiceScopeFactory scopes, SigningSignal signal, ILogger<SigningService> log) : BackgroundService
{
    /// <summary>Pictures come one by one from a phone: whatever waits for them is looked at anew.</summary>
    private static readonly TimeSpan LongestSleep = TimeSpan.FromMinutes(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await BringForward(stoppingToken);
                await signal.Wait(LongestSleep, stoppingToken);
            }
            catch (OperationCanceledException)
            {
                return;
            }
            catch (Exception exception)
            {
                log.LogError(exception, "Signed reports could not be looked through; it is tried again");
                await signal.Wait(LongestSleep, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }

    private async Task BringForward(CancellationToken cancel)
    {
        await using var all = scopes.CreateAsyncScope();
        var firms = await all.ServiceProvider.GetRequiredService<KalpaDb>().Firms.Select(f => f.Id).ToListAsync(cancel);
        foreach (var firm in firms)
        {
            await using var scope = scopes.CreateAsyncScope();
            scope.ServiceProvider.GetRequiredService<CurrentFirm>().FirmId = firm;
            var freezer = scope.ServiceProvider.GetRequiredService<ReportFreezer>();
            await freezer.FreezeNew(cancel);
            foreach (var report in await freezer.Unprinted(cancel))
            {
                await Print(freezer, report, cancel);
            }
        }
    }

    /// <summary>One that cannot be printed says why, and holds up no other.</summary>
    private async Task Print(ReportFreezer freezer, SignedReport report, CancellationToken cancel)
    {
        try
        {
            await freezer.Print(report, withoutMissing: false, cancel);
        }
        catch (Exception exception) when (exception is not OperationCanceledException)
        {
            log.LogWarning(exception, "The signed report {Id} could not be printed; it is tried again", report.Id);
            await freezer.NotPrinted(
                report.Id,
                exception is PrintingException ? exception.Message : "The server could not print it.",
                cancel
            );
        }
    }
}
