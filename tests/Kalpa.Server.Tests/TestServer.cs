using System.Collections.Concurrent;
using System.Net.Http.Json;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Demo;
using Kalpa.Samples;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Kalpa.Store.Writing;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>
/// The whole server, as it is after its first start; demo mode or not. Starting one costs seconds of processor time, so those that were started as usual
/// are lent to one test after the other, each time with the database and the folder of a first start. What a test does to more than these (counts of
/// wrong passwords, a shut door) wants a server <c>alone</c>.
/// </summary>
public sealed class TestServer : IDisposable, IAsyncDisposable
{
    /// <summary>Data folders as a server leaves them after its first start, made once: migrations, photos and summaries cost seconds, a copy costs none.</summary>
    private static readonly Lazy<string> EmptyData = new(() => FirstStart(demo: false));
    private static readonly Lazy<string> DemoData = new(() => FirstStart(demo: true));

    private static readonly ConcurrentDictionary<bool, ConcurrentBag<Host>> Resting = new();

    private readonly Host host;
    private readonly bool lent;
    private int returned;

    static TestServer() => AppDomain.CurrentDomain.ProcessExit += (_, _) => EndAll();

    /// <summary>One that rests, or a new one; on a given folder, which stays, or with settings of its own it is always a new one.</summary>
    public TestServer(bool demo = false, string? on = null, string backup = "", string zone = "", string? ui = null, bool alone = false)
    {
        lent = !alone && on is null && backup.Length == 0 && zone.Length == 0 && ui is null;
        if (lent && Resting.GetOrAdd(demo, []).TryTake(out var resting))
        {
            host = resting;
            host.BeginAnew(Beginning(demo));
            return;
        }
        var folder = on ?? Directory.CreateTempSubdirectory("kalpa-server-tests").FullName;
        if (on is null)
        {
            Host.CopyFolder(Beginning(demo), folder);
        }
        host = new Host(demo, folder, leave: on is not null, backup, zone, ui);
    }

    public string DataFolder => host.Data;

    public IServiceProvider Services => host.Services;

    public HttpClient CreateClient() => host.CreateClient();

    public HttpClient CreateClient(WebApplicationFactoryClientOptions options) => host.CreateClient(options);

    /// <summary>Looks into the store as the one firm there is.</summary>
    public async Task InStore(Func<IServiceProvider, KalpaDb, Task> look)
    {
        using var scope = Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<KalpaDb>();
        scope.ServiceProvider.GetRequiredService<SetUp.CurrentFirm>().FirmId = await db.Firms.Select(f => f.Id).FirstOrDefaultAsync();
        await look(scope.ServiceProvider, db);
    }

    /// <summary>Somebody new in a firm of their own, set up by the front door.</summary>
    public async Task<Inspector> FirstInspector()
    {
        var visitor = await Visitor();
        await visitor.Post("/api/set-up", new SetUpRequest("Test Survey", "Tess Tester", "tess@example.test", Inspector.Password));
        await visitor.Refresh();
        return visitor;
    }

    public async Task<Inspector> DemoInspector()
    {
        var visitor = await Visitor();
        var people = await visitor.Http.GetFromJsonAsync<IReadOnlyList<DemoPerson>>("/api/demo/people", Inspector.Json);
        await visitor.Post<object?>($"/api/demo/people/{people![0].Id}/sign-in", null);
        await visitor.Refresh();
        return visitor;
    }

    public async Task<Inspector> Visitor()
    {
        var visitor = new Inspector(CreateClient(new WebApplicationFactoryClientOptions { BaseAddress = new Uri("https://localhost") }));
        await visitor.Refresh();
        return visitor;
    }

    public void Dispose()
    {
        if (Interlocked.Exchange(ref returned, 1) != 0)
        {
            return;
        }
        if (lent)
        {
            Resting.GetOrAdd(host.Demo, []).Add(host);
        }
        else
        {
            host.Dispose();
        }
    }

    public ValueTask DisposeAsync()
    {
        Dispose();
        return ValueTask.CompletedTask;
    }

    private static string Beginning(bool demo) => (demo ? DemoData : EmptyData).Value;

    private static string FirstStart(bool demo)
    {
        var folder = Directory.CreateTempSubdirectory("kalpa-first-start").FullName;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, true);
        using (new TestServer(demo, on: folder)) { }
        return folder;
    }

    private static void EndAll()
    {
        foreach (var host in Resting.Values.SelectMany(r => r))
        {
            host.Dispose();
        }
    }

    /// <summary>A started server and the folder it works on.</summary>
    private sealed class Host : WebApplicationFactory<Program>
    {
        private static readonly Lock Starting = new();

        /// <summary>What a running server holds on to: its lock, the keys of its cookies, and the database, which is put back page by page.</summary>
        private static readonly string[] Kept = ["kalpa.db", "kalpa.db-wal", "kalpa.db-shm", "kalpa.lock", "keys"];

        private readonly bool leave;

        public Host(bool demo, string data, bool leave, string backup, string zone, string? ui)
        {
            Demo = demo;
            Data = data;
            this.leave = leave;
            // Read by the program before the host is built, so they cannot come later; they are the whole process's, so one server at a time starts.
            lock (Starting)
            {
                Environment.SetEnvironmentVariable("Kalpa__DataFolder", data);
                Environment.SetEnvironmentVariable("Kalpa__Demo", demo ? "true" : "false");
                Environment.SetEnvironmentVariable("Kalpa__DemoPhotos", Path.Combine(Repository.Root, "demo/photos"));
                Environment.SetEnvironmentVariable("Kalpa__Today", zone.Length > 0 ? null : "2026-09-18");
                Environment.SetEnvironmentVariable("Kalpa__BackupFolder", backup);
                Environment.SetEnvironmentVariable("Kalpa__TimeZone", zone);
                Environment.SetEnvironmentVariable("Kalpa__UiFolder", ui);
                _ = Server;
            }
        }

        public bool Demo { get; }

        public string Data { get; }

        /// <summary>Puts the rows and the files of a first start in the place of what the last test left.</summary>
        public void BeginAnew(string beginning)
        {
            using (Services.GetRequiredService<WriteGate>().Enter(default).GetAwaiter().GetResult())
            {
                using var first = new SqliteConnection($"Data Source={Path.Combine(beginning, "kalpa.db")};Mode=ReadOnly;Pooling=False");
                using var here = new SqliteConnection($"Data Source={Path.Combine(Data, "kalpa.db")};Pooling=False");
                first.Open();
                here.Open();
                first.BackupDatabase(here);
            }
            // The folders stay: the server has made them once and counts on them.
            foreach (
                var left in Directory.EnumerateFiles(Data, "*", SearchOption.AllDirectories).Where(f => !IsKept(Data, f, Kept)).ToList()
            )
            {
                File.Delete(left);
            }
            CopyFolder(beginning, Data, Kept);
        }

        public static void CopyFolder(string from, string to, params string[] without)
        {
            foreach (var file in Directory.EnumerateFiles(from, "*", SearchOption.AllDirectories))
            {
                if (IsKept(from, file, without))
                {
                    continue;
                }
                var target = Path.Combine(to, Path.GetRelativePath(from, file));
                Directory.CreateDirectory(Path.GetDirectoryName(target)!);
                File.Copy(file, target);
            }
        }

        private static bool IsKept(string folder, string file, string[] kept) =>
            kept.Contains(Path.GetRelativePath(folder, file).Split(Path.DirectorySeparatorChar)[0]);

        protected override void ConfigureWebHost(IWebHostBuilder builder)
        {
            builder.UseEnvironment(Demo ? "Demo" : "Production");
            if (Demo)
            {
                builder.ConfigureServices(services => services.AddScoped<IFirstData, DemoWorld>());
            }
        }

        protected override void Dispose(bool disposing)
        {
            base.Dispose(disposing);
            if (disposing && !leave && Directory.Exists(Data))
            {
                Directory.Delete(Data, true);
            }
        }
    }
}

/// <summary>Somebody at a browser: cookies, and the page's token on every change.</summary>
public sealed class Inspector(HttpClient http)
{
    public const string Password = "a-long-password";

    public static readonly JsonSerializerOptions Json = new(KalpaJson.Default.Options)
    {
        UnmappedMemberHandling = System.Text.Json.Serialization.JsonUnmappedMemberHandling.Skip,
    };

    public HttpClient Http { get; } = http;

    public SessionAnswer Session { get; private set; } = null!;

    public async Task Refresh()
    {
        Session = (await Http.GetFromJsonAsync<SessionAnswer>("/api/session", Json))!;
        Http.DefaultRequestHeaders.Remove("X-Kalpa-Token");
        Http.DefaultRequestHeaders.Add("X-Kalpa-Token", Session.AntiForgeryToken);
    }

    public Task<HttpResponseMessage> Post<T>(string path, T body) => Http.PostAsJsonAsync(path, body, Json);

    public async Task<T> Get<T>(string path) => (await Http.GetFromJsonAsync<T>(path, Json))!;

    /// <summary>The home screen once everything on it is as it should be.</summary>
    public async Task<HomeAnswer> SettledHome(string query = "")
    {
        while (true)
        {
            var home = await Get<HomeAnswer>($"/api/home{query}");
            if (home.Behind == 0 && home.Properties.All(p => p.Fresh))
            {
                return home;
            }
            await Task.Delay(20);
        }
    }

    public async Task<IReadOnlyList<ChangeReceipt>> Send(params FactChange[] changes)
    {
        var response = await Post("/api/facts", new FactChanges(changes));
        response.EnsureSuccessStatusCode();
        return (await response.Content.ReadFromJsonAsync<ChangeReceipts>(Json))!.Receipts;
    }

    public static FactChange Change(FactKind kind, IFact fact, Guid? from = null, bool deleted = false) =>
        new(
            Guid.CreateVersion7(),
            fact.Id,
            kind,
            from,
            DateTimeOffset.UnixEpoch,
            "test",
            FactChange.CurrentContractVersion,
            deleted,
            JsonSerializer.SerializeToElement(fact, fact.GetType(), KalpaJson.Default)
        );
}

/// <summary>A body of bytes, said to be such: the routes of photos take nothing else.</summary>
public sealed class Bytes : ByteArrayContent
{
    public Bytes(byte[] bytes)
        : base(bytes) => Headers.ContentType = new("application/octet-stream");
}

public static class Answers
{
    /// <summary>The stable code of a refusal.</summary>
    public static async Task<string> Code(this HttpResponseMessage response)
    {
        var problem = JsonDocument.Parse(await response.Content.ReadAsStringAsync()).RootElement;
        problem.GetProperty("requestId").GetString().ShouldNotBeNullOrEmpty();
        return problem.GetProperty("code").GetString()!;
    }
}
