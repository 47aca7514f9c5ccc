using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Facts;

namespace Kalpa.Samples.Servers;

/// <summary>What kills did: how many, what had been acknowledged, and what of it was lost, doubled or served damaged.</summary>
public sealed record KillResult(
    int Kills,
    int InMigration,
    int Facts,
    int Photos,
    int Reports,
    int Lost,
    int Doubled,
    int Damaged,
    IReadOnlyList<string> Faults
)
{
    public bool Sound => Lost + Doubled + Damaged == 0 && Faults.Count == 0;
}

/// <summary>
/// Kills the server again and again, at moments that fall where they fall, while facts and photos arrive and reports are printed, and while an old
/// database is brought forward. After each kill everything acknowledged must be there once, byte for byte.
/// </summary>
public sealed class Kills(string root, int seed)
{
    // Facts are sent beside the moment of the kill being drawn: each has a source of its own.
    private readonly Random random = new(seed);
    private readonly Random sizes = new(seed + 1);

    /// <summary>At least one photo is acknowledged in one of so many rounds.</summary>
    public const int PhotoEvery = 3;

    private readonly Dictionary<Guid, string> notes = [];
    private readonly Dictionary<string, byte[]> photos = [];
    private readonly List<string> faults = [];
    private int reports;
    private int lost;
    private int doubled;
    private int damaged;

    /// <param name="kills">Kills while facts, photos and reports are on their way.</param>
    /// <param name="inMigration">Kills while the oldest frozen database is brought forward.</param>
    public async Task<KillResult> Run(int kills, int inMigration)
    {
        var data = Directory.CreateTempSubdirectory("kalpa-kills").FullName;
        try
        {
            for (var i = 0; i < kills; i++)
            {
                await WorkAndKill(data, wantsPhoto: i % PhotoEvery == 0);
            }
            await using (var server = await ServerProcess.Start(root, data))
            {
                await server.SignIn();
                await Check(server, last: true);
            }
            for (var i = 0; i < inMigration; i++)
            {
                await MigrateAndKill();
            }
        }
        finally
        {
            Directory.Delete(data, true);
        }
        return new KillResult(kills, inMigration, notes.Count, photos.Count, reports, lost, doubled, damaged, faults);
    }

    private async Task WorkAndKill(string data, bool wantsPhoto)
    {
        await using var server = await ServerProcess.Start(root, data);
        await server.SignIn();
        await Check(server, last: false);
        var visit = await FirstVisit(server.Http);
        using var stop = new CancellationTokenSource();
        Task[] work =
        [
            Repeat(() => SendFacts(server.Http, visit), stop.Token),
            Repeat(() => SendPhoto(server.Http), stop.Token),
            Repeat(() => Print(server.Http, visit), stop.Token),
        ];
        // By what was acknowledged and not by the clock, so that a slow machine tries as much as a fast one; and then at any moment.
        var (facts, photosToo) = (notes.Count + random.Next(1, 12), photos.Count + (wantsPhoto ? 1 : 0));
        while (notes.Count < facts || photos.Count < photosToo)
        {
            await Task.Delay(5, stop.Token);
        }
        await Task.Delay(random.Next(0, 150), stop.Token);
        await server.Kill();
        await stop.CancelAsync();
        await Task.WhenAll(work);
    }

    /// <summary>Until the server is gone; a request that was cut off was not acknowledged.</summary>
    private static async Task Repeat(Func<Task> act, CancellationToken stop)
    {
        while (!stop.IsCancellationRequested)
        {
            try
            {
                await act();
            }
            catch (Exception exception) when (exception is HttpRequestException or IOException or TaskCanceledException or JsonException)
            {
                return;
            }
        }
    }

    private async Task SendFacts(HttpClient http, Guid visit)
    {
        var changes = Enumerable
            .Range(0, sizes.Next(1, 8))
            .Select(_ =>
            {
                // Of a kind that weighs on no judgement: thousands of them on one visit must not slow the run down.
                var note = new ToDoFact(Guid.CreateVersion7(), visit, $"{Guid.NewGuid()}", "edges", null, null, "", Done: true, "done");
                return new FactChange(
                    Guid.CreateVersion7(),
                    note.Id,
                    FactKind.ToDo,
                    null,
                    DateTimeOffset.UnixEpoch,
                    "kills",
                    FactChange.CurrentContractVersion,
                    false,
                    JsonSerializer.SerializeToElement(note, KalpaJson.Default.ToDoFact)
                );
            })
            .ToList();
        using var answer = await http.PostAsync(
            "/api/facts",
            Json(JsonSerializer.Serialize(new FactChanges(changes), KalpaJson.Default.FactChanges))
        );
        var receipts = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["receipts"]!.AsArray();
        foreach (var (change, receipt) in changes.Zip(receipts))
        {
            if ((string)receipt!["outcome"]! != "accepted")
            {
                Fault($"a fact was answered {receipt.ToJsonString()}");
                continue;
            }
            lock (notes)
            {
                notes[change.FactId] = change.Payload.GetProperty("text").GetString()!;
            }
        }
    }

    private async Task SendPhoto(HttpClient http)
    {
        // A picture of its own each time: what follows its end is no picture's business, and counts as bytes all the same.
        byte[] bytes =
        [
            .. await File.ReadAllBytesAsync(Path.Combine(root, "demo/photos/drip-edge.jpg")),
            .. RandomNumberGenerator.GetBytes(16),
        ];
        var hash = Convert.ToHexStringLower(SHA256.HashData(bytes));
        var half = bytes.Length / 2;
        foreach (var (from, to) in new[] { (0, half), (half, bytes.Length) })
        {
            using var piece = new ByteArrayContent(bytes[from..to]);
            piece.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
            using var answer = await http.PutAsync($"/api/photos/{hash}?offset={from}&total={bytes.Length}", piece);
            if (answer.StatusCode != HttpStatusCode.OK)
            {
                Fault($"a photo was answered {answer.StatusCode}");
                return;
            }
            var state = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
            if ((bool)state["whole"]!)
            {
                lock (photos)
                {
                    photos[hash] = bytes;
                }
            }
        }
    }

    private async Task Print(HttpClient http, Guid visit)
    {
        using var answer = await http.GetAsync($"/api/visits/{visit}/report");
        if (
            answer.StatusCode == HttpStatusCode.OK
            && (await answer.Content.ReadAsStringAsync()).EndsWith("</html>", StringComparison.Ordinal)
        )
        {
            reports++;
        }
    }

    /// <summary>Everything acknowledged before the last kill.</summary>
    private async Task Check(ServerProcess server, bool last)
    {
        var visit = await FirstVisit(server.Http);
        var dossier = (await server.Http.GetFromJsonAsync<JsonObject>($"/api/visits/{visit}"))!;
        var found = dossier["roofs"]![0]!["facts"]!["records"]!["toDos"]!
            .AsArray()
            .ToLookup(f => Guid.Parse((string)f!["id"]!), f => (string)f!["text"]!);
        foreach (var (id, note) in notes)
        {
            lost += found[id].Contains(note) ? 0 : 1;
            doubled += Math.Max(0, found[id].Count() - 1);
        }
        // All of them at the end; each time the newest ones.
        foreach (var (hash, bytes) in last ? photos : photos.TakeLast(20))
        {
            using var answer = await server.Http.GetAsync($"/api/photos/{hash}/original");
            lost += answer.StatusCode == HttpStatusCode.NotFound ? 1 : 0;
            damaged +=
                answer.StatusCode == HttpStatusCode.OK && !(await answer.Content.ReadAsByteArrayAsync()).SequenceEqual(bytes) ? 1 : 0;
            using var thumb = await server.Http.GetAsync($"/api/photos/{hash}/thumb");
            damaged += thumb.StatusCode == HttpStatusCode.OK ? 0 : 1;
        }
        if (server.Said.Contains("upkeep failed", StringComparison.OrdinalIgnoreCase))
        {
            Fault("upkeep failed after a kill");
        }
    }

    private async Task MigrateAndKill()
    {
        var data = Directory.CreateTempSubdirectory("kalpa-migrating").FullName;
        try
        {
            var oldest = Directory
                .GetFiles(Path.Combine(root, "tests/Kalpa.Server.Tests/frozen"), "*.db")
                .Order(StringComparer.Ordinal)
                .First();
            File.Copy(oldest, Path.Combine(data, "kalpa.db"));
            using (var process = ServerProcess.Begin(root, data, new StringBuilder()))
            {
                // Somewhere between the first breath and the first answer.
                await Task.Delay(random.Next(300, 1_800));
                process.Kill();
                await process.WaitForExitAsync();
            }
            await using var server = await ServerProcess.Start(root, data);
            await server.SignIn();
            var home = (await server.Http.GetFromJsonAsync<JsonObject>("/api/home"))!;
            lost += (int)home["all"]! == 2 ? 0 : 1;
        }
        finally
        {
            Directory.Delete(data, true);
        }
    }

    private void Fault(string text)
    {
        lock (faults)
        {
            faults.Add(text);
        }
    }

    private static async Task<Guid> FirstVisit(HttpClient http)
    {
        var home = (await http.GetFromJsonAsync<JsonObject>("/api/home"))!;
        return Guid.Parse((string)home["properties"]![0]!["roofs"]![0]!["latestVisit"]!["id"]!);
    }

    private static StringContent Json(string text) => new(text, Encoding.UTF8, "application/json");
}
