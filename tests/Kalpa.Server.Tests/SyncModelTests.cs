using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>
/// Three devices change the same findings, lose their connection before or after the server has heard them, and send again, out of order and twice.
/// In the end the real log must hold every change once, and show of each finding what a simple oracle says.
/// </summary>
public sealed class SyncModelTests : IAsyncLifetime
{
    private const int Runs = 120;

    private readonly TestServer server = new();
    private readonly TestRoof roof = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync()
    {
        tess = await server.FirstInspector();
        await tess.Send(roof.Changes);
    }

    public ValueTask DisposeAsync() => server.DisposeAsync();

    [Fact]
    public async Task Every_change_is_kept_once_and_no_version_is_lost_whatever_is_cut()
    {
        for (var seed = 0; seed < Runs; seed++)
        {
            await Run(seed);
        }
    }

    private async Task Run(int seed)
    {
        var random = new Random(seed);
        var devices = Enumerable.Range(0, 3).Select(_ => new Device()).ToList();
        Guid[] ids = [Guid.CreateVersion7(), Guid.CreateVersion7()];
        var made = new List<FactChange>();
        for (var step = 0; step < 12; step++)
        {
            var device = devices[random.Next(3)];
            var id = ids[random.Next(ids.Length)];
            var fact = roof.Finding with { Id = id, Note = $"{seed}/{step}" };
            var change = Inspector.Change(FactKind.Finding, fact, device.Head(id));
            device.Record(id, change);
            made.Add(change);
            if (random.Next(3) == 0)
            {
                await Deliver(device, random);
            }
        }
        // Everybody has a connection at last; what was cut is sent again.
        foreach (var device in devices)
        {
            while (device.Outbox.Count > 0)
            {
                await Deliver(device, random);
            }
        }
        await Check(ids, made, seed);
    }

    /// <summary>A batch in any order; the request may be lost on its way, or its answer on the way back.</summary>
    private async Task Deliver(Device device, Random random)
    {
        var batch = device.Outbox.OrderBy(_ => random.Next()).Take(random.Next(1, 5)).ToArray();
        if (batch.Length == 0 || random.Next(4) == 0)
        {
            return;
        }
        var receipts = await tess.Send(batch);
        if (random.Next(4) == 0)
        {
            return;
        }
        receipts.ShouldAllBe(r => r.Outcome != ChangeOutcome.Refused);
        device.Outbox.RemoveAll(c => receipts.Any(r => r.RequestId == c.RequestId));
    }

    private async Task Check(Guid[] ids, List<FactChange> made, int seed)
    {
        using var scope = server.Services.CreateScope();
        var firm = scope.ServiceProvider.GetRequiredService<SetUp.CurrentFirm>();
        var db = scope.ServiceProvider.GetRequiredService<Store.KalpaDb>();
        firm.FirmId = await db.Set<Firm>().Select(f => f.Id).SingleAsync();
        var log = scope.ServiceProvider.GetRequiredService<FactLog>();
        foreach (var id in ids)
        {
            var mine = made.Where(c => c.FactId == id).ToList();
            (await db.Revisions.CountAsync(r => r.FactId == id)).ShouldBe(mine.Count, $"seed {seed}");
            if (mine.Count == 0)
            {
                continue;
            }
            var standing = mine.Where(c => mine.All(o => o.BaseRevision != c.RequestId)).Select(c => c.RequestId).Order();
            var versions = (await log.Versions(id, default))!.Versions;
            versions.Select(v => v.Revision).Order().ShouldBe(standing, $"seed {seed}");
            var row = await db.Findings.AsNoTracking().SingleAsync(f => f.Id == id);
            row.Clash.ShouldBe(versions.Count > 1, $"seed {seed}");
            row.RevisionId.ShouldBe(versions[0].Revision, $"seed {seed}");
        }
    }

    private sealed class Device
    {
        private readonly Dictionary<Guid, Guid> heads = [];

        public List<FactChange> Outbox { get; } = [];

        public Guid? Head(Guid fact) => heads.TryGetValue(fact, out var head) ? head : null;

        public void Record(Guid fact, FactChange change)
        {
            Outbox.Add(change);
            heads[fact] = change.RequestId;
        }
    }
}
