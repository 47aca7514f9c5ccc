using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Kalpa.Samples;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Tests;

/// <summary>One roof, one judgement: what a phone concludes before it has sent anything is what the server concludes afterwards.</summary>
public sealed class DossierParityTests : IDisposable
{
    private const int Streams = 200;
    private const int Seed = 20_261_127;
    private static readonly DateOnly Today = new(2026, 9, 18);

    private readonly string folder = Directory.CreateTempSubdirectory("kalpa-parity").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task A_follow_up_begun_offline_is_judged_as_the_server_judges_it_after_sync()
    {
        await using (var db = Open(Guid.Empty))
        {
            await db.Database.MigrateAsync();
        }
        var streams = new StreamGenerator(Seed);
        var (withPast, withFirm, withSeveral) = (0, 0, 0);
        for (var i = 0; i < Streams; i++)
        {
            var stream = streams.Next();
            var name = $"stream {i} of seed {Seed}";
            // A firm of its own for each: the firm's settings bear on all its roofs.
            var firm = Guid.CreateVersion7();
            await using var db = Open(firm);
            db.Firms.Add(new Firm { Id = firm, Name = name });
            await db.SaveChangesAsync();
            await Accept(db, firm, [.. stream.Known.Select(Change)]);
            var held = await new DossierReader(db, RuleBook.Current).PropertyFacts(stream.PropertyId, Today, default);

            // A device makes each change from the revision it holds.
            var revisions = held!.Facts.ToDictionary(f => f.FactId, f => f.Revision);
            var changes = new List<FactChange>();
            foreach (var fact in stream.Offline)
            {
                Guid? from = revisions.TryGetValue(fact.Fact.Id, out var revision) ? revision : null;
                changes.Add(Change(fact) with { BaseRevision = from });
                revisions[fact.Fact.Id] = changes[^1].RequestId;
            }
            var pending = changes.Select(c => new PendingChange(c.RequestId, c.Kind, c.FactId, c.Deleted, c.ContractVersion, c.Payload));
            var request = new DossierRequest(stream.VisitId, Today, held.Facts, [.. pending]);
            var phone = Compute.Run("visit-dossier", JsonSerializer.Serialize(request, KalpaJson.Default.DossierRequest), RuleBook.Current);
            phone.Problem.ShouldBeNull(name);

            await Accept(db, firm, changes);
            var server = await new DossierReader(db, RuleBook.Current).Visit(stream.VisitId, default);
            JsonSerializer.Serialize(server!, KalpaJson.Default.VisitDossier).ShouldBe(phone.Json, name);

            withPast += server!.Roofs.Any(r => r.Facts.Records!.PastVisits!.Count > 0) ? 1 : 0;
            withSeveral += server.Roofs.Count > 1 ? 1 : 0;
            withFirm += server.Roofs[0].Facts.Firm is not null || server.LifeProfile is not null ? 1 : 0;
        }
        // Parity is worth what it covers.
        withPast.ShouldBe(Streams);
        withFirm.ShouldBeGreaterThan(Streams / 3);
        withSeveral.ShouldBeGreaterThan(Streams / 3);
    }

    private static async Task Accept(KalpaDb db, Guid firm, IReadOnlyList<FactChange> changes)
    {
        var sender = new Sender(firm, Guid.Empty, new DateTimeOffset(2026, 9, 18, 8, 0, 0, TimeSpan.Zero));
        var receipts = await new FactLog(db).Accept(new FactChanges(changes), sender, RuleBook.Current, default);
        receipts
            .Receipts.Where(r => r.Outcome != ChangeOutcome.Accepted)
            .SelectMany(r => r.Problems.Select(p => p.Text).Prepend($"{r.Outcome}"))
            .ShouldBeEmpty();
    }

    private static FactChange Change(StreamFact fact) => Inspector.Change(fact.Kind, fact.Fact) with { Deleted = fact.Deleted };

    private KalpaDb Open(Guid firm)
    {
        var options = new DbContextOptionsBuilder<KalpaDb>();
        options.UseKalpaSqlite(Path.Combine(folder, "kalpa.db"));
        return new KalpaDb(options.Options, new FixedFirm(firm));
    }
}
