using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Microsoft.Data.Sqlite;

namespace Kalpa.Bench;

/// <summary>
/// A firm that has grown: properties with slopes, coverings and visits of thirty findings, written straight into the log and its projections. By the front door
/// ten thousand visits would take hours.
/// </summary>
internal sealed class Growth : IDisposable
{
    public const int FindingsPerVisit = 30;
    private const int VisitsPerProperty = 2;
    private const int Slopes = 4;

    private static readonly string[] Streets =
    [
        "Mole Lane",
        "Harbor Street",
        "Ropewalk",
        "Quay Road",
        "Beacon Hill",
        "Kiln Row",
        "Tide Street",
    ];
    private static readonly string[] Trades = ["Cooper", "Chandler", "Netmaker", "Baker", "Pilot", "Smith", "Ferryman", "Keeper"];
    private static readonly string[] Letters = ["A", "B", "C", "D"];

    private readonly SqliteConnection connection;
    private readonly SqliteTransaction transaction;
    private readonly Dictionary<string, SqliteCommand> inserts = [];
    private readonly string firm;
    private readonly string author;
    private readonly Random random = new(12);

    private Growth(string database)
    {
        connection = new SqliteConnection($"Data Source={database};Pooling=False");
        connection.Open();
        transaction = connection.BeginTransaction();
        (firm, author) = (Text("SELECT Id FROM Firms"), Text("SELECT Id FROM AspNetUsers LIMIT 1"));
    }

    /// <summary>Adds so many visits, two to a property, the later of each two within the last year.</summary>
    public static void Fill(string database, int visits)
    {
        using var growth = new Growth(database);
        // Conditions met on shingles, so that each is judged.
        var conditions = RuleBook.Current.Conditions.Where(c => c.AppliesTo(CoveringFamily.Asphalt)).ToList();
        for (var property = 0; property < (visits + VisitsPerProperty - 1) / VisitsPerProperty; property++)
        {
            growth.Property(property, Math.Min(VisitsPerProperty, visits - property * VisitsPerProperty), conditions);
        }
        growth.transaction.Commit();
    }

    /// <summary>Ids lie in the database as upper-case text.</summary>
    public static string Key(Guid id) => id.ToString().ToUpperInvariant();

    private void Property(int number, int visits, List<Condition> conditions)
    {
        string Pick(string[] from) => from[random.Next(from.Length)];
        var property = new PropertyFact(
            Guid.CreateVersion7(),
            $"{Pick(Trades)}’s House {number}",
            $"{random.Next(1, 200)} {Pick(Streets)}",
            $"{Pick(Trades)} & Co",
            WeatherExposure.Ordinary,
            Tags: number % 10 == 0 ? ["yearly"] : null
        );
        Put("Properties", FactKind.Property, property, ("Name", property.Name), ("Address", property.Address));
        var building = new BuildingFact(Guid.CreateVersion7(), property.Id, "House");
        Put("Buildings", FactKind.Building, building, ("PropertyId", Key(property.Id)));
        var roof = new RoofFact(Guid.CreateVersion7(), building.Id, "Main");
        Put("Roofs", FactKind.Roof, roof, ("BuildingId", Key(building.Id)));
        var slopes = Letters.Take(Slopes).Select((letter, i) => Slope(roof, letter, (Facing)(i * 2))).ToList();
        for (var v = 0; v < visits; v++)
        {
            var on = new DateOnly(2026, 9, 1).AddDays(-random.Next(0, 360)).AddYears(-(visits - 1 - v));
            Visit(roof, slopes, on, v, conditions);
        }
    }

    private SlopeFact Slope(RoofFact roof, string letter, Facing facing)
    {
        var slope = new SlopeFact(Guid.CreateVersion7(), roof.Id, letter, "", TypedPitch.Of("6/12", PitchSource.Tape), facing, Under.Attic);
        Put("Slopes", FactKind.Slope, slope, ("RoofId", Key(roof.Id)), ("Letter", letter));
        var laid = random.Next(1996, 2024);
        var covering = new CoveringFact(Guid.CreateVersion7(), slope.Id, CoveringKind.LaminatedShingle, laid, laid, AgeSource.Permit);
        Put("Coverings", FactKind.Covering, covering, ("SlopeId", Key(slope.Id)));
        return slope;
    }

    private void Visit(RoofFact roof, List<SlopeFact> slopes, DateOnly on, int number, List<Condition> conditions)
    {
        var done = number == 0 ? new DateTimeOffset(on, new TimeOnly(15, 0), TimeSpan.Zero) : (DateTimeOffset?)null;
        var visit = new VisitFact(
            Guid.CreateVersion7(),
            [roof.Id],
            on,
            number % 2 == 0 ? "Marit Quillon" : "Osric Fennimore",
            "",
            FinishedAt: done
        );
        Put("Visits", FactKind.Visit, visit, ("FirstRoofId", Key(roof.Id)), ("On", $"{on:yyyy-MM-dd}"));
        foreach (var slope in slopes)
        {
            var stage = new StageFact(Guid.CreateVersion7(), visit.Id, slope.Id, [new StageShare(random.Next(1, 4), 100)]);
            Put("Stages", FactKind.Stage, stage, ("VisitId", Key(visit.Id)), ("SlopeId", Key(slope.Id)));
        }
        for (var f = 0; f < FindingsPerVisit; f++)
        {
            var condition = conditions[random.Next(conditions.Count)];
            var finding = new FindingFact(
                Guid.CreateVersion7(),
                visit.Id,
                slopes[f % Slopes].Id,
                condition.Stations[0],
                condition.Code,
                $"course {f}",
                WaterEvidence.NoneSeen,
                Extent.OnePlace
            );
            Put(
                "Findings",
                FactKind.Finding,
                finding,
                ("VisitId", Key(visit.Id)),
                ("SlopeId", Key(finding.SlopeId!.Value)),
                ("Condition", finding.Condition)
            );
        }
    }

    private void Put<T>(string table, FactKind kind, T fact, params (string Column, object Value)[] more)
        where T : IFact
    {
        var payload = JsonSerializer.Serialize(fact, typeof(T), KalpaJson.Default);
        var revision = Key(Guid.CreateVersion7());
        const int version = FactChange.CurrentContractVersion;
        Insert(
            "Revisions",
            ("Id", revision),
            ("FirmId", firm),
            ("FactId", Key(fact.Id)),
            ("Kind", kind.ToString()),
            ("AuthorId", author),
            ("Device", "bench"),
            ("RecordedAtTicks", 0L),
            ("ReceivedAtTicks", 0L),
            ("RequestId", revision),
            ("ContractVersion", version),
            ("Deleted", 0),
            ("Payload", payload)
        );
        Insert(
            table,
            [
                ("Id", Key(fact.Id)),
                ("FirmId", firm),
                ("RevisionId", revision),
                ("Clash", 0),
                ("Deleted", 0),
                ("ContractVersion", version),
                ("Payload", payload),
                .. more,
            ]
        );
    }

    private void Insert(string table, params (string Column, object Value)[] values)
    {
        if (!inserts.TryGetValue(table, out var command))
        {
            inserts[table] = command = connection.CreateCommand();
            command.Transaction = transaction;
            command.CommandText =
                $"INSERT INTO {table} ({string.Join(", ", values.Select(v => $"\"{v.Column}\""))}) VALUES ({string.Join(", ", values.Select((_, i) => $"$p{i}"))})";
            command.Parameters.AddRange(values.Select((_, i) => new SqliteParameter($"$p{i}", null)));
        }
        for (var i = 0; i < values.Length; i++)
        {
            command.Parameters[i].Value = values[i].Value;
        }
        command.ExecuteNonQuery();
    }

    private string Text(string query)
    {
        using var command = connection.CreateCommand();
        command.Transaction = transaction;
        command.CommandText = query;
        return (string)command.ExecuteScalar()!;
    }

    public void Dispose()
    {
        foreach (var insert in inserts.Values)
        {
            insert.Dispose();
        }
        transaction.Dispose();
        connection.Dispose();
    }
}
