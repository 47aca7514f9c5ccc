using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;
using Kalpa.Store;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Model;
using Kalpa.Store.Summaries;
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
                    $"Keep a database of {migration}: run this class with KALPA_FREEZE={migration}.db and copy that file to tests/Kalpa.Server.Tests/frozen."
                );
            await ComesForward(kept);
        }
    }

    /// <summary>With KALPA_FREEZE=FILE the database is kept there: the demo, and one fact of every kind on a roof of its own.</summary>
    [Fact]
    public async Task A_fact_of_every_kind_is_taken_in()
    {
        await using var server = new TestServer(demo: true);
        var marit = await server.DemoInspector();
        var receipts = await marit.Send([.. EveryKind.Facts.Select(f => Inspector.Change(f.Kind, f.Fact))]);
        receipts.ShouldAllBe(r => r.Outcome == ChangeOutcome.Accepted);
        EveryKind.Facts.Select(f => f.Kind).ShouldBe(Enum.GetValues<FactKind>(), ignoreOrder: true);
        if (Environment.GetEnvironmentVariable("KALPA_FREEZE") is { Length: > 0 } file)
        {
            SqliteConnection.ClearAllPools();
            await using var copy = new SqliteConnection($"Data Source={server.DataFolder}/kalpa.db");
            await copy.OpenAsync();
            await using var command = copy.CreateCommand();
            command.CommandText = "VACUUM INTO $file";
            command.Parameters.AddWithValue("$file", Path.GetFullPath(file));
            await command.ExecuteNonQueryAsync();
        }
    }

    /// <summary>A server that was killed while it migrated leaves the lock of the migrations taken; the next start must not wait for a server that is gone.</summary>
    [Fact]
    public async Task A_lock_left_by_a_killed_server_holds_up_no_start()
    {
        var folder = new DataFolder(Directory.CreateTempSubdirectory("kalpa-locked").FullName);
        File.Copy(Directory.GetFiles(Frozen, "*.db").Order(StringComparer.Ordinal).First(), folder.Database);
        await using (var db = Open(folder.Database, Guid.Empty))
        {
            // As EF Core's SQLite provider writes it when a migration begins.
            await db.Database.ExecuteSqlRawAsync(
                """
                CREATE TABLE IF NOT EXISTS "__EFMigrationsLock" ("Id" INTEGER NOT NULL CONSTRAINT "PK___EFMigrationsLock" PRIMARY KEY, "Timestamp" TEXT NOT NULL);
                INSERT INTO "__EFMigrationsLock"("Id", "Timestamp") VALUES(1, '2026-09-18 00:00:00')
                """
            );
        }
        await using (var db = Open(folder.Database, Guid.Empty))
        {
            await StoreSetUp.BringForward(db, folder).WaitAsync(TimeSpan.FromMinutes(2));
            (await db.Database.GetPendingMigrationsAsync()).ShouldBeEmpty();
        }
        SqliteConnection.ClearAllPools();
        Directory.Delete(folder.Path, true);
    }

    [Fact]
    public async Task The_newest_kept_database_holds_a_fact_of_every_kind()
    {
        await using var model = Open(":memory:", Guid.Empty);
        var newest = Path.Combine(Frozen, $"{model.Database.GetMigrations().Last()}.db");
        await using var db = Open(newest, Guid.Empty);
        var kinds = await db.Revisions.IgnoreQueryFilters().Select(r => r.Kind).Distinct().ToListAsync();
        kinds.ShouldBe(Enum.GetValues<FactKind>(), ignoreOrder: true);
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
            var keeper = new SummaryKeeper(db, RuleBook.Current);
            await keeper.AddMissing(default);
            using var signal = new SummarySignal();
            HomeAnswer home;
            do
            {
                home = await new HomeReader(db, keeper, signal).Page(
                    new HomeQuery(Order: HomeOrder.Name),
                    new DateOnly(2026, 9, 18),
                    default
                );
            } while (home.Behind > 0);
            // The demo has grown since the first was kept.
            string[] all = ["Chandler’s Shop", "Cooper’s Yard", "Ferry Office", "Net Loft", "Old Schoolhouse", "Pilot’s House"];
            var names = home.Properties.Select(p => p.PropertyName).Where(n => n != "Every House");
            names.ShouldBe(
                kept.Contains("Initial", StringComparison.Ordinal) ? all[4..]
                : kept.Contains("SignedReports", StringComparison.Ordinal) ? all
                : kept.Contains("VisitRoofs", StringComparison.Ordinal) ? all.Where(n => n != "Net Loft")
                : all.Where(n => n is not ("Net Loft" or "Cooper’s Yard"))
            );
            home.Properties[^1].Roofs[0].Slopes.Count.ShouldBe(5);
            home.FactsWaiting.ShouldBe(0);
            await EveryFindingIsJudgedOrNamed(db, kept);
        }
        SqliteConnection.ClearAllPools();
        File.Delete(file);
    }

    /// <summary>No finding on file gets lost between versions: each is judged by today's book, or stands and is named.</summary>
    private static async Task EveryFindingIsJudgedOrNamed(KalpaDb db, string kept)
    {
        var findings = await db.Findings.AsNoTracking().Where(f => !f.Deleted).ToListAsync();
        findings.ShouldNotBeEmpty(kept);
        foreach (var visit in findings.GroupBy(f => f.VisitId))
        {
            var dossier = (await new DossierReader(db, RuleBook.Current).Visit(visit.Key, default)).ShouldNotBeNull(kept);
            var told = dossier
                .Roofs.SelectMany(r => r.Assessment.Findings)
                .Select(f => f.FindingId)
                .Concat(dossier.SetAside.Select(s => s.FactId));
            told.ShouldBe(visit.Select(f => f.Id), ignoreOrder: true, kept);
            dossier.Roofs[0].Assessment.Findings.Where(f => f.Unjudged).ShouldAllBe(f => f.Name.StartsWith("Recorded as"));
            dossier.Roofs[0].Assessment.Problems.ShouldAllBe(p => p.Text.Length > 0);
        }
    }

    private static KalpaDb Open(string file, Guid firm)
    {
        var options = new DbContextOptionsBuilder<KalpaDb>();
        options.UseKalpaSqlite(file);
        return new KalpaDb(options.Options, new FixedFirm(firm));
    }
}
