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
    private const int FindingsPerVisit = 30;
    private const int Facts = 100;

    public static async Task Run(string root, string folder, int visits, Action<string, string, string, string, string> print)
    {
        var data = Path.Combine(folder, "many-visits");
        await using (var first = await ServerProcess.Start(root, data))
        {
            await first.SignIn();
        }
        Grow(Path.Combine(data, "kalpa.db"), visits);
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
        print($"{Facts} facts sent at {visits:N0} visits of {FindingsPerVisit} findings", $"{took} ms", "", "", "< 1,000 ms");
        print("one fact kept by another meanwhile, longest wait", $"{waits.Max():0} ms", "", "", "");
        print("database, a visit", $"{size / 1e3 / visits:0} kB", "", "", "");
    }

    private static async Task Send(HttpClient http, Guid visit, Guid slope, int count)
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

    /// <summary>Copies of a visit with findings, written straight into the log and its projections: by the front door it would take an hour.</summary>
    private static void Grow(string database, int visits)
    {
        using var connection = new SqliteConnection($"Data Source={database};Pooling=False");
        connection.Open();
        using var transaction = connection.BeginTransaction();
        string Text(string query)
        {
            using var command = connection.CreateCommand();
            command.Transaction = transaction;
            command.CommandText = query;
            return (string)command.ExecuteScalar()!;
        }
        var (firm, author) = (Text("SELECT Id FROM Firms"), Text("SELECT Id FROM AspNetUsers LIMIT 1"));
        var (roof, slope) = (Text("SELECT RoofId FROM Slopes LIMIT 1"), Text("SELECT Id FROM Slopes LIMIT 1"));
        using var revision = Insert(
            connection,
            transaction,
            "Revisions",
            [
                "Id",
                "FirmId",
                "FactId",
                "Kind",
                "AuthorId",
                "Device",
                "RecordedAtTicks",
                "ReceivedAtTicks",
                "RequestId",
                "ContractVersion",
                "Deleted",
                "Payload",
            ]
        );
        using var visitRow = Insert(
            connection,
            transaction,
            "Visits",
            ["Id", "FirmId", "RevisionId", "Clash", "Deleted", "Payload", "RoofId", "On"]
        );
        using var findingRow = Insert(
            connection,
            transaction,
            "Findings",
            ["Id", "FirmId", "RevisionId", "Clash", "Deleted", "Payload", "VisitId", "SlopeId", "Condition"]
        );
        string Log(Guid fact, string kind, string payload)
        {
            var id = Key(Guid.CreateVersion7());
            Fill(revision, id, firm, Key(fact), kind, author, "bench", 0L, 0L, id, 1, 0, payload);
            return id;
        }
        var day = new DateOnly(2000, 1, 1);
        for (var v = 0; v < visits; v++)
        {
            var visit = new VisitFact(Guid.CreateVersion7(), Guid.Parse(roof), day.AddDays(v % 9_000), "Bench", "");
            var payload = JsonSerializer.Serialize(visit, KalpaJson.Default.VisitFact);
            Fill(visitRow, Key(visit.Id), firm, Log(visit.Id, "Visit", payload), 0, 0, payload, roof, $"{visit.On:yyyy-MM-dd}");
            for (var f = 0; f < FindingsPerVisit; f++)
            {
                var finding = Finding(Guid.CreateVersion7(), visit.Id, Guid.Parse(slope), f);
                payload = JsonSerializer.Serialize(finding, KalpaJson.Default.FindingFact);
                Fill(
                    findingRow,
                    Key(finding.Id),
                    firm,
                    Log(finding.Id, "Finding", payload),
                    0,
                    0,
                    payload,
                    Key(visit.Id),
                    slope,
                    finding.Condition
                );
            }
        }
        transaction.Commit();
    }

    private static (Guid Visit, Guid Slope) OneVisit(string database)
    {
        using var connection = new SqliteConnection($"Data Source={database};Pooling=False;Mode=ReadOnly");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT Id, (SELECT Id FROM Slopes LIMIT 1) FROM Visits ORDER BY Id DESC LIMIT 1";
        using var reader = command.ExecuteReader();
        reader.Read();
        return (reader.GetGuid(0), reader.GetGuid(1));
    }

    /// <summary>Ids lie in the database as upper-case text.</summary>
    private static string Key(Guid id) => id.ToString().ToUpperInvariant();

    private static SqliteCommand Insert(SqliteConnection connection, SqliteTransaction transaction, string table, string[] columns)
    {
        var command = connection.CreateCommand();
        command.Transaction = transaction;
        command.CommandText =
            $"INSERT INTO {table} ({string.Join(", ", columns.Select(c => $"\"{c}\""))}) VALUES ({string.Join(", ", columns.Select((_, i) => $"$p{i}"))})";
        for (var i = 0; i < columns.Length; i++)
        {
            command.Parameters.Add(new SqliteParameter($"$p{i}", null));
        }
        return command;
    }

    private static void Fill(SqliteCommand command, params object[] values)
    {
        for (var i = 0; i < values.Length; i++)
        {
            command.Parameters[i].Value = values[i];
        }
        command.ExecuteNonQuery();
    }
}
