using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Summaries;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Features.Properties;

/// <summary>Works out in the background what lists show of properties whose facts, rule book or month have changed.</summary>
public sealed class SummaryService(IServiceScopeFactory scopes, SummarySignal signal, Today today, ILogger<SummaryService> log)
    : BackgroundService
{
    private const int AtATime = 50;
    private const int Told = 500;

    /// <summary>A month may end while nobody records anything.</summary>
    private static readonly TimeSpan LongestSleep = TimeSpan.FromMinutes(10);

    /// <summary>Facts come in bunches: whoever changes one soon changes the next.</summary>
    private static readonly TimeSpan Gather = TimeSpan.FromMilliseconds(300);

    private static readonly TimeSpan AfterFailure = TimeSpan.FromSeconds(30);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await BringForward(stoppingToken);
                await signal.Wait(LongestSleep, stoppingToken);
                await Task.Delay(Gather, stoppingToken);
            }
            catch (OperationCanceledException)
            {
                return;
            }
            catch (Exception exception)
            {
                // The list says itself what is behind; it is tried again.
                log.LogError(exception, "Working out summaries failed");
                await Task.Delay(AfterFailure, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }

    /// <summary>Works out everything that is behind, firm by firm.</summary>
    public async Task BringForward(CancellationToken cancel)
    {
        await using var scope = scopes.CreateAsyncScope();
        var firms = await scope.ServiceProvider.GetRequiredService<KalpaDb>().Firms.Select(f => f.Id).ToListAsync(cancel);
        foreach (var firm in firms)
        {
            await BringForward(firm, cancel);
        }
    }

    private async Task BringForward(Guid firm, CancellationToken cancel)
    {
        var made = 0;
        List<Guid>? all = null;
        do
        {
            // A context remembers what it has read: one that reads ten thousand properties would keep them all.
            await using var scope = scopes.CreateAsyncScope();
            scope.ServiceProvider.GetRequiredService<CurrentFirm>().FirmId = firm;
            var keeper = scope.ServiceProvider.GetRequiredService<SummaryKeeper>();
            all ??= await Behind(scope.ServiceProvider.GetRequiredService<KalpaDb>(), keeper, cancel);
            foreach (var id in all.Skip(made).Take(AtATime))
            {
                await Make(keeper, id, cancel);
            }
            made = Math.Min(made + AtATime, all.Count);
            if (made % Told == 0 && made > 0)
            {
                log.LogInformation("Summaries: {Made} of {All} worked out", made, all.Count);
            }
        } while (made < all.Count);
    }

    private Task<List<Guid>> Behind(KalpaDb db, SummaryKeeper keeper, CancellationToken cancel) =>
        db.PropertySummaries.Where(keeper.Behind(today.Day)).OrderBy(r => r.Id).Select(r => r.Id).ToListAsync(cancel);

    private async Task Make(SummaryKeeper keeper, Guid id, CancellationToken cancel)
    {
        try
        {
            await keeper.Make(id, today.Day, cancel);
        }
        catch (Exception exception) when (exception is not OperationCanceledException)
        {
            log.LogError(exception, "The summary of property {Id} could not be worked out", id);
        }
    }
}
