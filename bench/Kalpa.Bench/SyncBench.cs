using System.Diagnostics;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Samples.Servers;
using Microsoft.Data.Sqlite;

namespace Kalpa.Bench;

/// <summary>A phone sends a hundred facts to a firm that has many visits on file, and another keeps one fact a time meanwhile.</summary>
internal static class SyncBench
{
    private const int Facts = 100;

    public static async Task Run(string root, string folder, int visits, Action<string, string, string, string, string> print)
    {
        var data = Path.Combine(folder, "many-visits");
        await using (var first = await ServerProcess.Start(root, data))
        {
            await first.SignIn();
        }
        Growth.Fill(Path.Combine(data, "kalpa.db"), visits);
        await using var server = await ServerProcess.Start(root, data);
        await server.SignIn();
        var (visit, slope) = OneVisit(Path.Combine(data, "kalpa.db"));
        await Send(server.Http, visit, slope, 1);
        var waits = new List<double>();
        var watch = Stopwatch.StartNew();
        var sending = Send(server.Http, visit, slope, Facts);
        while (!sending.IsCompleted)
        {
            var one = Stopwatch.StartNew();
            await Send(server.Http, visit, slope, 1);
            waits.Add(one.Elapsed.TotalMilliseconds);
        }
        await sending;
        var took = watch.ElapsedMilliseconds;
        var size = new FileInfo(Path.Combine(data, "kalpa.db")).Length;
        print($"{Facts} facts sent at {visits:N0} visits of {Growth.FindingsPerVisit} findings", $"{took} ms", "", "", "< 1,000 ms");
        print("one fact kept by another meanwhile, longest wait", $"{waits.Max():0} ms", "", "", "");
        print("database, a visit", $"{size / 1e3 / visits:0} kB", "", "", "");
    }

    internal static async Task Send(HttpClient http, Guid visit, Guid slope, int count)
    {
        var changes = Enumerable.Range(0, count).Select(i => Change(visit, slope, i)).ToList();
        var json = JsonSerializer.Serialize(new FactChanges(changes), KalpaJson.Default.FactChanges);
        using var answer = await http.PostAsync("/api/facts", new StringContent(json, Encoding.UTF8, "application/json"));
        var receipts = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!["receipts"]!.AsArray();
        if (receipts.Any(r => (string)r!["outcome"]! != "accepted"))
        {
            throw new InvalidOperationException($"Not accepted: {receipts.ToJsonString()}");
        }
    }

    private static FactChange Change(Guid visit, Guid slope, int number)
    {
        var finding = Finding(Guid.CreateVersion7(), visit, slope, number);
        return new FactChange(
            Guid.CreateVersion7(),
            finding.Id,
            FactKind.Finding,
            null,
            DateTimeOffset.UnixEpoch,
            "bench",
            FactChange.CurrentContractVersion,
            false,
            JsonSerializer.SerializeToElement(finding, KalpaJson.Default.FindingFact)
        );
    }

    private static FindingFact Finding(Guid id, Guid visit, Guid slope, int number) =>
        new(id, visit, slope, "field", "nail-exposed", $"course {number}", WaterEvidence.NoneSeen, Extent.OnePlace);

    internal static (Guid Visit, Guid Slope) OneVisit(string database)
    {
        using var connection = new SqliteConnection($"Data Source={database};Pooling=False;Mode=ReadOnly");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT v.Id, s.Id FROM Visits v JOIN Slopes s ON s.RoofId = v.FirstRoofId ORDER BY v.Id DESC LIMIT 1";
        using var reader = command.ExecuteReader();
        reader.Read();
        return (reader.GetGuid(0), reader.GetGuid(1));
    }
}
