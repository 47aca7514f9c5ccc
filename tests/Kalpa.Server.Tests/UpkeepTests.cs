using System.Net;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Store;
using Kalpa.Store.Upkeep;
using Kalpa.Store.Writing;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>The data folder over its life: one server at a time, told when damaged, backed up while it works, and put back.</summary>
[System.Runtime.Versioning.SupportedOSPlatform("linux")]
public sealed class UpkeepTests
{
    private static readonly DateTimeOffset Noon = new(2026, 9, 18, 12, 0, 0, TimeSpan.Zero);

    [Fact]
    public async Task A_second_server_on_the_same_folder_is_refused_in_words()
    {
        await using var first = new TestServer(alone: true);
        var refused = Should.Throw<InvalidOperationException>(() => DataLock.Take(new DataFolder(first.DataFolder)));
        refused.Message.ShouldContain("Another Kalpa is running on the data folder");
        refused.Message.ShouldContain(first.DataFolder);
    }

    [Fact]
    public async Task A_server_that_stops_leaves_one_whole_database_file_that_only_its_owner_reads()
    {
        var folder = Directory.CreateTempSubdirectory("kalpa-stopped").FullName;
        var roof = new TestRoof();
        await using (var server = new TestServer(on: folder))
        {
            var tess = await server.FirstInspector();
            await tess.Send(roof.Changes);
        }
        var database = Path.Combine(folder, "kalpa.db");
        // A copy of the file alone has everything: nothing stands in the write-ahead log only.
        var copied = Directory.CreateTempSubdirectory("kalpa-copied").FullName;
        File.Copy(database, Path.Combine(copied, "kalpa.db"));
        await using (var server = new TestServer(on: copied))
        {
            await server.InStore(
                (_, db) =>
                {
                    db.Findings.Single().Id.ShouldBe(roof.Finding.Id);
                    return Task.CompletedTask;
                }
            );
        }
        const UnixFileMode owner = UnixFileMode.UserRead | UnixFileMode.UserWrite;
        File.GetUnixFileMode(database).ShouldBe(owner);
        File.GetUnixFileMode(folder).ShouldBe(owner | UnixFileMode.UserExecute);
        Directory.Delete(folder, true);
        Directory.Delete(copied, true);
    }

    [Fact]
    public async Task A_damaged_database_is_told_and_nothing_more_is_written_to_it()
    {
        await using var server = new TestServer(demo: true, alone: true);
        var marit = await server.DemoInspector();
        (await marit.Http.GetStringAsync("/health")).ShouldBe("ok");
        Spoil(Path.Combine(server.DataFolder, "kalpa.db"));
        (await server.Services.GetRequiredService<StoreHealth>().Check(default)).ShouldBeFalse();

        var health = await marit.Http.GetAsync("/health");
        health.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
        (await health.Content.ReadAsStringAsync()).ShouldBe("store.damaged");
        var refused = await marit.Post("/api/facts", new FactChanges(new TestRoof().Changes));
        refused.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
        (await refused.Code()).ShouldBe("store.shut");
    }

    [Theory]
    [InlineData(0.11, false)]
    [InlineData(0.1, false)]
    [InlineData(0.09, true)]
    public void A_disk_with_less_than_a_tenth_free_is_told(double freeShare, bool told)
    {
        using var gate = new WriteGate();
        const long total = 1_000_000_000;
        var health = new StoreHealth(new DataFolder("/nowhere"), gate, _ => ((long)(total * freeShare), total));
        health.Notices().Select(n => n.Code).ShouldBe(told ? ["store.disk-low"] : []);
    }

    [Fact]
    public async Task A_backup_made_while_the_server_works_restores_to_the_same_answers()
    {
        var target = Directory.CreateTempSubdirectory("kalpa-backup").FullName;
        var restored = Path.Combine(target, "restored");
        Dictionary<string, string> before;
        await using (var server = new TestServer(demo: true, alone: true))
        {
            var marit = await server.DemoInspector();
            before = await Answers(marit);
            before.Count.ShouldBeGreaterThan(20);
            var backup = new Backup(new DataFolder(server.DataFolder), target);
            // Facts go on arriving while it is made: the snapshot is of one moment.
            var sending = Task.Run(() => marit.Send(new TestRoof().Changes));
            var first = await backup.Make(Noon, default);
            await sending;
            first.Manifest.Missing.ShouldBeEmpty();
            first.PhotosCopied.ShouldBe(first.Manifest.Photos);
            var second = await backup.Make(Noon.AddHours(1), default);
            (second.PhotosCopied, second.Manifest.Photos).ShouldBe((0, first.Manifest.Photos));
            before = await Answers(marit);
        }
        await new Backup(new DataFolder(restored), target).Restore(null, default);
        await using (var server = new TestServer(demo: true, on: restored))
        {
            var after = await Answers(await server.DemoInspector());
            after.Keys.ShouldBe(before.Keys, ignoreOrder: true);
            foreach (var (path, answer) in before)
            {
                after[path].ShouldBe(answer, path);
            }
        }
        Directory.Delete(target, true);
    }

    [Fact]
    public async Task A_restore_touches_no_folder_that_holds_data_and_no_damaged_snapshot()
    {
        var target = Directory.CreateTempSubdirectory("kalpa-backup").FullName;
        await using var server = new TestServer(demo: true, alone: true);
        var data = new DataFolder(server.DataFolder);
        var made = await new Backup(data, target).Make(Noon, default);
        (await Should.ThrowAsync<BackupException>(() => new Backup(data, target).Restore(null, default))).Message.ShouldContain(
            "empty folder"
        );
        var elsewhere = new Backup(new DataFolder(Path.Combine(target, "elsewhere")), target);
        (await Should.ThrowAsync<BackupException>(() => elsewhere.Restore("2020-01-01T000000Z", default))).Message.ShouldContain(
            made.Snapshot
        );
        await File.AppendAllTextAsync(Path.Combine(target, "snapshots", made.Snapshot, "kalpa.db"), "x");
        (await Should.ThrowAsync<BackupException>(() => elsewhere.Restore(null, default))).Message.ShouldContain("damaged");
        File.Exists(Path.Combine(target, "elsewhere", "kalpa.db")).ShouldBeFalse();
        Directory.Delete(target, true);
    }

    [Fact]
    public async Task A_photo_damaged_since_stays_good_in_the_backup_and_is_named_when_it_never_was_in_it()
    {
        var target = Directory.CreateTempSubdirectory("kalpa-backup").FullName;
        await using var server = new TestServer(demo: true, alone: true);
        var backup = new Backup(new DataFolder(server.DataFolder), target);
        var original = Directory
            .GetFiles(Path.Combine(server.DataFolder, "photos"), "*", SearchOption.AllDirectories)
            .First(f => Path.GetFileName(f).Length == 64);
        var bytes = await File.ReadAllBytesAsync(original);
        await File.WriteAllBytesAsync(original, bytes[..100]);
        (await backup.Make(Noon, default)).Manifest.Missing.ShouldBe([Path.GetFileName(original)]);
        await File.WriteAllBytesAsync(original, bytes);
        (await backup.Make(Noon.AddHours(1), default)).Manifest.Missing.ShouldBeEmpty();
        File.Delete(original);
        (await backup.Make(Noon.AddHours(2), default)).Manifest.Missing.ShouldBeEmpty();
        var restored = new DataFolder(Path.Combine(target, "restored"));
        (await new Backup(restored, target).Restore(null, default)).Missing.ShouldBeEmpty();
        var back = Directory.GetFiles(restored.Photos, Path.GetFileName(original), SearchOption.AllDirectories).Single();
        (await File.ReadAllBytesAsync(back)).ShouldBe(bytes);
        Directory.Delete(target, true);
    }

    [Fact]
    public async Task A_second_folder_by_setting_gets_a_backup_by_itself()
    {
        var target = Directory.CreateTempSubdirectory("kalpa-backup").FullName;
        await using var server = new TestServer(demo: true, backup: target);
        var backup = new Backup(new DataFolder(server.DataFolder), target);
        while (backup.Finished().Count == 0)
        {
            await Task.Delay(50);
        }
        backup.Finished().ShouldHaveSingleItem();
        Directory.Delete(target, true);
    }

    // Time zones of the IANA database: the day turns fourteen hours east and eleven hours west of UTC at other moments.
    [Theory]
    [InlineData("Pacific/Kiritimati", 14)]
    [InlineData("Pacific/Pago_Pago", -11)]
    public async Task Today_is_the_day_of_the_firms_time_zone(string zone, int hoursFromUtc)
    {
        await using var server = new TestServer(demo: true, zone: zone);
        var before = DateOnly.FromDateTime(DateTime.UtcNow.AddHours(hoursFromUtc));
        var home = await (await server.DemoInspector()).Get<HomeAnswer>("/api/home");
        var after = DateOnly.FromDateTime(DateTime.UtcNow.AddHours(hoursFromUtc));
        home.Today.ShouldBeInRange(before, after);
    }

    [Fact]
    public void A_time_zone_that_there_is_not_stops_the_start_with_its_name() =>
        Should.Throw<InvalidOperationException>(() => new TestServer(zone: "Saltmere/Harbor")).Message.ShouldContain("Saltmere/Harbor");

    [Fact]
    public async Task Backups_are_kept_by_day_week_and_month()
    {
        var target = Directory.CreateTempSubdirectory("kalpa-backup").FullName;
        await using var server = new TestServer(alone: true);
        await server.FirstInspector();
        var backup = new Backup(new DataFolder(server.DataFolder), target);
        // Daily through seventy days; by the keep rules 2 days whole, 7 days, 5 weeks and the months stand.
        for (var day = 0; day <= 70; day++)
        {
            await backup.Make(Noon.AddDays(day), default);
        }
        var last = Noon.AddDays(70);
        var ages = backup.Finished().Select(s => (int)(last - Backup.TimeOf(s)).TotalDays).ToList();
        ages.Where(a => a < 7).ShouldBe([0, 1, 2, 3, 4, 5, 6]);
        ages.Where(a => a is >= 7 and < 35).Count().ShouldBeInRange(4, 6);
        ages.ShouldContain(a => a >= 40);
        ages.Count.ShouldBeLessThan(18);
        Directory.Delete(target, true);
    }

    /// <summary>What the server says of everything on file: home, properties, visits, reports, photos.</summary>
    private static async Task<Dictionary<string, string>> Answers(Inspector person)
    {
        var answers = new Dictionary<string, string>();
        async Task Ask(string path) =>
            answers[path] = Convert.ToBase64String(System.Security.Cryptography.SHA256.HashData(await person.Http.GetByteArrayAsync(path)));
        var home = await person.SettledHome();
        await Ask("/api/home");
        foreach (var property in home.Properties.Select(p => p.PropertyId))
        {
            await Ask($"/api/properties/{property}");
            foreach (var visit in (await person.Get<PropertyDossier>($"/api/properties/{property}")).Visits)
            {
                await Ask($"/api/visits/{visit.Id}");
                var dossier = await person.Get<VisitDossier>($"/api/visits/{visit.Id}");
                foreach (var photo in dossier.Roofs[0].Facts.Records!.Photos.Select(p => p.Sha256).Distinct())
                {
                    await Ask($"/api/photos/{photo}/original");
                    await Ask($"/api/photos/{photo}/thumb");
                }
            }
        }
        return answers;
    }

    /// <summary>Writes over the middle of the database as a failing disk would.</summary>
    private static void Spoil(string database)
    {
        StoreSetUp.Checkpoint(new DataFolder(Path.GetDirectoryName(database)!));
        using var file = new FileStream(database, FileMode.Open, FileAccess.Write, FileShare.ReadWrite);
        var noise = new byte[64 * 1024];
        new Random(7).NextBytes(noise);
        file.Seek(file.Length / 2, SeekOrigin.Begin);
        file.Write(noise);
    }
}
