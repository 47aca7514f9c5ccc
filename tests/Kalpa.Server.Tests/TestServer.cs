using System.Net.Http.Json;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Demo;
using Kalpa.Samples;
using Kalpa.Server.SetUp;
using Kalpa.Store;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>The whole server on a data folder of its own; demo mode or not.</summary>
public sealed class TestServer : WebApplicationFactory<Program>
{
    private static readonly Lock Starting = new();

    /// <summary>Data folders as a server leaves them after its first start, made once: migrations, photos and summaries cost seconds, a copy costs none.</summary>
    private static readonly Lazy<string> EmptyData = new(() => FirstStart(demo: false));
    private static readonly Lazy<string> DemoData = new(() => FirstStart(demo: true));

    private readonly string data;
    private readonly bool demo;
    private readonly bool leave;

    /// <summary>On a folder of its own that goes with it, or on a given one that stays.</summary>
    public TestServer(bool demo = false, string? on = null, string backup = "", string zone = "", string? ui = null)
    {
        this.demo = demo;
        leave = on is not null;
        data = on ?? Directory.CreateTempSubdirectory("kalpa-server-tests").FullName;
        if (on is null)
        {
            CopyFolder((demo ? DemoData : EmptyData).Value, data);
        }
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

    public string DataFolder => data;

    /// <summary>Looks into the store as the one firm there is.</summary>
    public async Task InStore(Func<IServiceProvider, KalpaDb, Task> look)
    {
        using var scope = Services.CreateScope();
        var db = scope.ServiceProvider.GetRequiredService<KalpaDb>();
        scope.ServiceProvider.GetRequiredService<SetUp.CurrentFirm>().FirmId = await db.Firms.Select(f => f.Id).FirstOrDefaultAsync();
        await look(scope.ServiceProvider, db);
    }

    /// <summary>Somebody new in a firm of their own; only the first can be set up by the front door, so the others are hired in the store.</summary>
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

    private static string FirstStart(bool demo)
    {
        var folder = Directory.CreateTempSubdirectory("kalpa-first-start").FullName;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, true);
        using (new TestServer(demo, on: folder)) { }
        return folder;
    }

    private static void CopyFolder(string from, string to)
    {
        foreach (var file in Directory.EnumerateFiles(from, "*", SearchOption.AllDirectories))
        {
            var target = Path.Combine(to, Path.GetRelativePath(from, file));
            Directory.CreateDirectory(Path.GetDirectoryName(target)!);
            File.Copy(file, target);
        }
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        builder.UseEnvironment(demo ? "Demo" : "Production");
        if (demo)
        {
            builder.ConfigureServices(services => services.AddScoped<IFirstData, DemoWorld>());
        }
    }

    protected override void Dispose(bool disposing)
    {
        base.Dispose(disposing);
        if (disposing && !leave && Directory.Exists(data))
        {
            Directory.Delete(data, true);
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
