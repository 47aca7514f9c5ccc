using System.Data.Common;
using Kalpa.Store.Dossiers;
using Kalpa.Store.Facts;
using Kalpa.Store.Model;
using Kalpa.Store.Photos;
using Kalpa.Store.Signing;
using Kalpa.Store.Summaries;
using Kalpa.Store.Upkeep;
using Kalpa.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Store;

/// <summary>Where the data lies: one folder with the database, the photos, the signed reports and the keys.</summary>
public sealed record DataFolder(string Path)
{
    public string Database => System.IO.Path.Combine(Path, "kalpa.db");
    public string Photos => System.IO.Path.Combine(Path, "photos");
    public string Signed => System.IO.Path.Combine(Path, "signed");
    public string Keys => System.IO.Path.Combine(Path, "keys");
}

public static class StoreSetUp
{
    public static IServiceCollection AddKalpaStore(this IServiceCollection services, DataFolder folder)
    {
        services.AddSingleton(folder);
        services.AddSingleton<WriteGate>();
        services.AddSingleton<DiskSpace>(StoreHealth.OfDrive);
        services.AddSingleton<StoreHealth>();
        services.AddScoped<Verification>();
        services.AddDbContext<KalpaDb>(options => options.UseKalpaSqlite(folder.Database));
        services.AddSingleton<SummarySignal>();
        services.AddScoped<SummaryKeeper>();
        services.AddScoped<HomeReader>();
        services.AddScoped<FactLog>();
        services.AddScoped<DossierReader>();
        services.AddScoped<TouchedReader>();
        services.AddScoped<RecurringReader>();
        services.AddScoped<FirmHistoryReader>();
        services.AddScoped<PhotoIntake>();
        services.AddScoped<PhotoReader>();
        services.AddSingleton<PhotoFiles>();
        services.AddSingleton<SignedFiles>();
        services.AddScoped<SigningReader>();
        services.AddSingleton<PhotoLocks>();
        return services;
    }

    /// <summary>Brings the database to today's form. One that is damaged stops the start with what to do.</summary>
    public static async Task BringForward(KalpaDb db, DataFolder folder)
    {
        try
        {
            // A server that was killed while it migrated leaves the migrations locked, and the next one would wait for ever. The folder is this server's alone: nobody
            // else can be migrating.
            await db.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
            await db.Database.MigrateAsync();
        }
        catch (Exception exception) when (StoreException.Of(exception) is { Failure: StoreFailure.Damaged })
        {
            throw new InvalidOperationException(
                $"The database {folder.Database} is damaged and cannot be opened. Move it away and restore the last backup: ./kalpa restore FOLDER.",
                exception
            );
        }
        DurableFiles.CloseToOthers(folder.Path);
    }

    /// <summary>Puts everything that stands in the write-ahead log into the database file itself: a stopped server leaves one file that is whole.</summary>
    public static void Checkpoint(DataFolder folder)
    {
        if (!File.Exists(folder.Database))
        {
            return;
        }
        using var connection = new SqliteConnection($"Data Source={folder.Database};Mode=ReadWrite;Pooling=False;Default Timeout=10");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA optimize; PRAGMA wal_checkpoint(TRUNCATE)";
        command.ExecuteNonQuery();
    }

    public static DbContextOptionsBuilder UseKalpaSqlite(this DbContextOptionsBuilder options, string database) =>
        options.UseSqlite($"Data Source={database};Foreign Keys=True;Default Timeout=10").AddInterceptors(new SqliteSettings());
}

/// <summary>Write-ahead log for readers beside a writer; every commit reaches the disk.</summary>
internal sealed class SqliteSettings : DbConnectionInterceptor
{
    private const string Settings = "PRAGMA journal_mode = WAL; PRAGMA synchronous = FULL; PRAGMA busy_timeout = 10000;";

    public override void ConnectionOpened(DbConnection connection, ConnectionEndEventData eventData)
    {
        if (IsReadOnly(connection))
        {
            return;
        }
        using var command = connection.CreateCommand();
        command.CommandText = Settings;
        command.ExecuteNonQuery();
    }

    public override async Task ConnectionOpenedAsync(
        DbConnection connection,
        ConnectionEndEventData eventData,
        CancellationToken cancellationToken = default
    )
    {
        if (IsReadOnly(connection))
        {
            return;
        }
        await using var command = connection.CreateCommand();
        command.CommandText = Settings;
        await command.ExecuteNonQueryAsync(cancellationToken);
    }

    // Migrating first looks whether the database is there, through a connection that may change nothing.
    private static bool IsReadOnly(DbConnection connection) =>
        new SqliteConnectionStringBuilder(connection.ConnectionString).Mode == SqliteOpenMode.ReadOnly;
}

/// <summary>Used by the migrations tool only.</summary>
internal sealed class DesignTimeDb : IDesignTimeDbContextFactory<KalpaDb>
{
    public KalpaDb CreateDbContext(string[] args)
    {
        var options = new DbContextOptionsBuilder<KalpaDb>();
        options.UseKalpaSqlite("design.db");
        return new KalpaDb(options.Options, new FixedFirm(Guid.Empty));
    }
}
