using System.Diagnostics;
using System.Net.Http.Headers;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Kalpa.Samples.Servers;
using Microsoft.Data.Sqlite;

namespace Kalpa.Bench;

/// <summary>How the lists, a visit and a finding cost as a firm grows, and twenty people at work at once.</summary>
internal static class GrowthBench
{
    private const int Times = 15;
    private const int People = 20;
    private static readonly TimeSpan WorkFor = TimeSpan.FromSeconds(60);

    public static async Task Run(string root, string folder, int[] sizes, Action<string, string, string, string, string> print)
    {
        foreach (var visits in sizes)
        {
            await At(root, Path.Combine(folder, $"{visits}"), visits, print);
        }
    }

    private static async Task At(string root, string data, int visits, Action<string, string, string, string, string> print)
    {
        var database = Path.Combine(data, "kalpa.db");
        await using (var first = await ServerProcess.Start(root, data))
        {
            await first.SignIn();
        }
        Growth.Fill(database, visits);
        var watch = Stopwatch.StartNew();
        await using var server = await ServerProcess.Start(root, data);
        var started = watch.ElapsedMilliseconds;
        await server.SignIn();
        print($"{visits:N0} visits: start of the server", $"{started} ms", "", "", "< 3,000 ms");
        watch.Restart();
        while ((int)(await Json(server.Http, "/api/home"))["behind"]! > 0)
        {
            await Task.Delay(200);
        }
        print("  the lists worked out from nothing, in the background", $"{watch.Elapsed.TotalSeconds:0.0} s", "", "", "");
        var (visit, slope) = SyncBench.OneVisit(database);
        var page = await server.Http.GetByteArrayAsync("/api/home");
        print("  first page of the list", await Median(server.Http, "/api/home"), $"{page.Length / 1e3:0} kB", "", "< 100 ms, < 60 kB");
        print("  a page in the middle, by name", await Median(server.Http, $"/api/home?order=name&page={visits / 100 + 1}"), "", "", "");
        print("  search", await Median(server.Http, "/api/home?words=chandler%20mole"), "", "", "< 100 ms");
        print("  filters: due, mine, not finished", await Median(server.Http, "/api/home?due=true&mine=true&unfinished=true"), "", "", "");
        print("  a visit opened", await Median(server.Http, $"/api/visits/{visit}/facts"), "", "", "< 100 ms");
        print(
            "  a finding kept",
            $"{await Timing.MedianMilliseconds(3, Times, () => SyncBench.Send(server.Http, visit, slope, 1)):0} ms",
            "",
            "",
            "< 100 ms"
        );
        await Load(root, server, visit, slope, print);
        Shares(database, visits, print);
    }

    private static async Task<string> Median(HttpClient http, string path) =>
        $"{await Timing.MedianMilliseconds(3, Times, async () => _ = await http.GetByteArrayAsync(path)):0} ms";

    private static async Task<JsonNode> Json(HttpClient http, string path) => JsonNode.Parse(await http.GetStringAsync(path))!;

    /// <summary>Each a finding every 10 s, a photo every 20 s, the list every 30 s, a preview of the report every 60 s.</summary>
    private static async Task Load(
        string root,
        ServerProcess server,
        Guid visit,
        Guid slope,
        Action<string, string, string, string, string> print
    )
    {
        var picture = await File.ReadAllBytesAsync(Path.Combine(root, "demo/photos/drip-edge.jpg"));
        var took = new Dictionary<string, List<double>>();
        var errors = 0;
        var before = server.WorkingSetBytes;
        using var stop = new CancellationTokenSource(WorkFor);
        async Task Every(string what, double seconds, int person, Func<Task> act)
        {
            // Spread over the time between, as people are.
            await Pause(seconds * person / People, stop.Token);
            while (!stop.IsCancellationRequested)
            {
                var watch = Stopwatch.StartNew();
                try
                {
                    await act();
                }
                catch (Exception exception) when (exception is HttpRequestException or InvalidOperationException or TaskCanceledException)
                {
                    Interlocked.Increment(ref errors);
                }
                lock (took)
                {
                    (took.TryGetValue(what, out var times) ? times : took[what] = []).Add(watch.Elapsed.TotalMilliseconds);
                }
                await Pause(seconds - watch.Elapsed.TotalSeconds, stop.Token);
            }
        }
        await Task.WhenAll(
            Enumerable
                .Range(0, People)
                .SelectMany(person =>
                    new[]
                    {
                        Every("a finding kept", 10, person, () => SyncBench.Send(server.Http, visit, slope, 1)),
                        Every("a photo sent", 20, person, () => Photo(server.Http, picture)),
                        Every("the list", 30, person, async () => _ = await server.Http.GetByteArrayAsync("/api/home")),
                        Every("a preview", 60, person, async () => _ = await server.Http.GetByteArrayAsync($"/api/visits/{visit}/report")),
                    }
                )
        );
        var aims = new Dictionary<string, string>
        {
            ["the list"] = "< 300 ms",
            ["a finding kept"] = "< 100 ms",
            ["a photo sent"] = "< 500 ms",
            ["a preview"] = "< 800 ms",
        };
        foreach (var (what, times) in took.OrderBy(t => t.Key))
        {
            times.Sort();
            print(
                $"  {People} people for {WorkFor.TotalSeconds:0} s: {what}, p95 of {times.Count}",
                $"{times[(int)(times.Count * 0.95)]:0} ms",
                "",
                "",
                aims[what]
            );
        }
        print(
            "  errors; server memory before and after",
            $"{errors}",
            $"{before / 1e6:0}, {server.WorkingSetBytes / 1e6:0} MB",
            "",
            "none; flat"
        );
    }

    private static async Task Pause(double seconds, CancellationToken stop)
    {
        if (seconds > 0)
        {
            await Task.Delay(TimeSpan.FromSeconds(seconds), stop).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    /// <summary>The picture with a number behind its end, so that each is another.</summary>
    private static async Task Photo(HttpClient http, byte[] picture)
    {
        byte[] bytes = [.. picture, .. RandomNumberGenerator.GetBytes(8)];
        var hash = Convert.ToHexStringLower(SHA256.HashData(bytes));
        using var body = new ByteArrayContent(bytes);
        body.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        using var answer = await http.PutAsync($"/api/photos/{hash}?offset=0&total={bytes.Length}", body);
        answer.EnsureSuccessStatusCode();
    }

    /// <summary>What each table takes, by the text in it: the library carries no table of pages.</summary>
    private static void Shares(string database, int visits, Action<string, string, string, string, string> print)
    {
        print("  database", $"{new FileInfo(database).Length / 1e3 / visits:0} kB a visit", "", "", "< 100 kB");
        using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly;Pooling=False");
        connection.Open();
        foreach (
            var table in new[] { "Revisions", "Findings", "Stages", "Visits", "Slopes", "Coverings", "Properties", "PropertySummaries" }
        )
        {
            using var command = connection.CreateCommand();
            var text = table == "PropertySummaries" ? "Line" : "Payload";
            command.CommandText = $"SELECT COUNT(*), COALESCE(SUM(LENGTH({text})), 0) FROM {table}";
            using var reader = command.ExecuteReader();
            reader.Read();
            print(
                $"    {table}: rows; text in them a visit",
                $"{reader.GetInt64(0):N0}",
                $"{reader.GetInt64(1) / 1e3 / visits:0.0} kB",
                "",
                ""
            );
        }
    }
}
