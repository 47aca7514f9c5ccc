using Kalpa.Core.Rules;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Model;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace Kalpa.Server.Tests;

/// <summary>A database of every migration is kept as it was; each must open, come forward, and still give its facts.</summary>
public sealed class MigrationTests
{
    private static readonly string Frozen = Path.Combine(AppContext.BaseDirectory, "frozen");

    [Fact]
    public async Task Every_migration_has_its_frozen_database_that_still_opens()
    {
        await using var model = Open(":memory:", Guid.Empty);
        foreach (var migration in model.Database.GetMigrations())
        {
            var kept = Path.Combine(Frozen, $"{migration}.db");
            File.Exists(kept)
                .ShouldBeTrue(
                    $"Keep a database of {migration}: start the demo on it and copy its kalpa.db to tests/Kalpa.Server.Tests/frozen."
                );
            await ComesForward(kept);
        }
    }

    [Fact]
    public async Task The_model_has_no_change_without_a_migration()
    {
        await using var db = Open(":memory:", Guid.Empty);
        db.Database.HasPendingModelChanges().ShouldBeFalse("Add one: dotnet ef migrations add NAME --project src/Kalpa.Store");
    }

    private static async Task ComesForward(string kept)
    {
        var file = Path.Combine(Path.GetTempPath(), $"{Guid.CreateVersion7()}.db");
        File.Copy(kept, file);
        Guid firm;
        await using (var db = Open(file, Guid.Empty))
        {
            await db.Database.MigrateAsync();
            firm = (await db.Firms.SingleAsync()).Id;
        }
        await using (var db = Open(file, firm))
        {
            var home = await new DossierReader(db, RuleBook.Current).Home(new DateOnly(2026, 9, 18), default);
            // The demo has grown since the first was kept.
            string[] all = ["Chandler’s Shop", "Ferry Office", "Old Schoolhouse", "Pilot’s House"];
            home.Roofs.Select(r => r.PropertyName).ShouldBe(kept.Contains("Initial", StringComparison.Ordinal) ? all[2..] : all);
            home.Roofs[^1].Slopes.Count.ShouldBe(5);
            home.FactsWaiting.ShouldBe(0);
        }
        SqliteConnection.ClearAllPools();
        File.Delete(file);
    }

    private static KalpaDb Open(string file, Guid firm)
    {
        var options = new DbContextOptionsBuilder<KalpaDb>();
        options.UseKalpaSqlite(file);
        return new KalpaDb(options.Options, new FixedFirm(firm));
    }
}
