using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Store.Facts;
using Kalpa.Store.Writing;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Kalpa.Server.Tests;

/// <summary>One fact of a batch holds back no other, and one sender keeps no other out.</summary>
public sealed class BatchTests : IAsyncLifetime
{
    private readonly TestServer server = new();
    private readonly TestRoof roof = new();
    private Inspector tess = null!;

    public async ValueTask InitializeAsync() => tess = await server.FirstInspector();

    public ValueTask DisposeAsync() => server.DisposeAsync();

    public static TheoryData<string, string> Unfit =>
        new()
        {
            { "null in a list", """{"earlier":[null]}""" },
            { "null in a list", """{"deciding":[null]}""" },
            { "a number of no measure", """{"spot":{"slopeId":"0199aaaa-0000-7000-8000-000000000001","along":1e308,"up":0}}""" },
            { "a number that is none", """{"spot":{"slopeId":"0199aaaa-0000-7000-8000-000000000001","along":1e999,"up":0}}""" },
            { "a list in place of a text", """{"place":["here"]}""" },
            { "an unknown key of ours", """{"extent":"here and there"}""" },
        };

    [Theory]
    [MemberData(nameof(Unfit))]
    public async Task An_unfit_fact_is_refused_alone(string why, string fields)
    {
        var payload = JsonSerializer.SerializeToNode(roof.Finding, KalpaJson.Default.FindingFact)!.AsObject();
        foreach (var (name, value) in JsonNode.Parse(fields)!.AsObject())
        {
            payload[name] = value?.DeepClone();
        }
        var unfit = Inspector.Change(FactKind.Finding, roof.Finding) with { Payload = payload.Deserialize<JsonElement>() };
        // Before and behind it stand good ones.
        var receipts = await tess.Send([.. roof.Changes[..^2], unfit, roof.Changes[^2]]);
        receipts
            .Select(r => r.Outcome)
            .ShouldBe(
                [.. Enumerable.Repeat(ChangeOutcome.Accepted, roof.Changes.Length - 2), ChangeOutcome.Refused, ChangeOutcome.Accepted],
                why
            );
        receipts[^2].RequestId.ShouldBe(unfit.RequestId);
        receipts[^2].Problems[0].Text.ShouldNotBeNullOrWhiteSpace();
    }

    [Fact]
    public async Task A_change_that_cannot_be_read_is_refused_alone_and_by_its_own_id()
    {
        var good = Inspector.Change(FactKind.Property, roof.Property);
        var id = Guid.CreateVersion7();
        var batch = $$"""
            {"changes":[
              {"requestId":"{{id}}","factId":"{{Guid.CreateVersion7()}}","kind":"noSuchKind","payload":"" },
              null,
              {{JsonSerializer.Serialize(good, KalpaJson.Default.FactChange)}}
            ]}
            """;
        var response = await tess.Http.PostAsync("/api/facts", new StringContent(batch, Encoding.UTF8, "application/json"));
        var receipts = (await response.Content.ReadFromJsonAsync<ChangeReceipts>(Inspector.Json))!.Receipts;
        receipts.Select(r => r.Outcome).ShouldBe([ChangeOutcome.Refused, ChangeOutcome.Refused, ChangeOutcome.Accepted]);
        receipts.Select(r => r.RequestId).ShouldBe([id, Guid.Empty, good.RequestId]);
    }

    [Theory]
    [InlineData("٦/12")]
    [InlineData("６/12")]
    public async Task A_pitch_in_digits_of_another_script_is_kept(string typed)
    {
        var slope = roof.Slope with { Pitch = new TypedPitch(typed, 6, PitchSource.Tape) };
        var receipts = await tess.Send([.. roof.Changes[..3], Inspector.Change(FactKind.Slope, slope)]);
        receipts[^1].Outcome.ShouldBe(ChangeOutcome.Accepted);
    }

    [Fact]
    public async Task What_breaks_for_no_known_reason_is_set_aside_and_shows_once_it_can_be_taken_in()
    {
        await server.InStore(
            (_, db) =>
                db.Database.ExecuteSqlRawAsync(
                    "CREATE TRIGGER trap BEFORE INSERT ON Findings BEGIN SELECT RAISE(ABORT, 'a fault of the server'); END"
                )
        );
        var next = Inspector.Change(FactKind.Property, new TestRoof().Property);
        var changes = roof.Changes;
        var receipts = await tess.Send([.. changes, next]);
        receipts[^2].Outcome.ShouldBe(ChangeOutcome.SetAside);
        receipts.Where(r => r.Outcome != ChangeOutcome.SetAside).ShouldAllBe(r => r.Outcome == ChangeOutcome.Accepted);
        // Sent again by the device, it is set aside once.
        (await tess.Send(changes[^1]))[0]
            .Outcome.ShouldBe(ChangeOutcome.SetAside);

        await server.InStore(
            async (services, db) =>
            {
                (await db.SetAsideChanges.CountAsync()).ShouldBe(1);
                await db.Database.ExecuteSqlRawAsync("DROP TRIGGER trap");
                var firm = services.GetRequiredService<SetUp.CurrentFirm>();
                var log = services.GetRequiredService<FactLog>();
                (await log.RetrySetAside(id => firm.FirmId = id, RuleBook.Current, default)).ShouldBe(1);
                (await db.SetAsideChanges.CountAsync()).ShouldBe(0);
            }
        );
        (await tess.Get<VisitDossier>($"/api/visits/{roof.Visit.Id}"))
            .Roofs[0]
            .Facts.Findings.ShouldHaveSingleItem()
            .ShouldBe(roof.Finding);
    }

    [Fact]
    public async Task Others_are_let_in_between_the_facts_of_a_long_batch()
    {
        await tess.Send(roof.Changes);
        var many = Enumerable
            .Range(0, 400)
            .Select(i => Inspector.Change(FactKind.Finding, roof.Finding with { Id = Guid.CreateVersion7(), Note = $"{i}" }))
            .ToArray();
        var sending = tess.Send(many);
        var others = new List<ChangeReceipt>();
        while (!sending.IsCompleted)
        {
            others.AddRange(await tess.Send(Inspector.Change(FactKind.Property, new TestRoof().Property)));
        }
        (await sending).ShouldAllBe(r => r.Outcome == ChangeOutcome.Accepted);
        others.ShouldAllBe(r => r.Outcome == ChangeOutcome.Accepted);
        await server.InStore(
            async (_, db) =>
            {
                var order = await db.Revisions.OrderBy(r => r.Sequence).Select(r => r.Kind).ToListAsync();
                var batch = order.FindIndex(k => k == FactKind.Finding);
                order.Skip(batch).Take(order.LastIndexOf(FactKind.Finding) - batch).ShouldContain(FactKind.Property);
            }
        );
    }

    [Fact]
    public async Task Who_waits_too_long_for_their_turn_is_told_when_to_come_again()
    {
        var gate = server.Services.GetRequiredService<WriteGate>();
        var usual = gate.LongestWait;
        gate.LongestWait = TimeSpan.FromMilliseconds(20);
        using (await gate.Enter(default))
        {
            var response = await tess.Post("/api/facts", new FactChanges(roof.Changes));
            response.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
            (await response.Code()).ShouldBe("store.busy");
            int.Parse(response.Headers.GetValues("Retry-After").Single()).ShouldBeGreaterThan(0);
        }
        gate.LongestWait = usual;
        (await tess.Send(roof.Changes)).ShouldAllBe(r => r.Outcome == ChangeOutcome.Accepted);
    }

    [Fact]
    public async Task A_full_disk_is_said_and_what_was_kept_before_stays()
    {
        await tess.Send(roof.Changes);
        await server.InStore(
            async (services, db) =>
            {
                await db.Database.OpenConnectionAsync();
                // SQLite's own bound on the size of the file answers as a full disk does.
                await db.Database.ExecuteSqlRawAsync("PRAGMA max_page_count = 1");
                var large = roof.Property with { Note = new string('n', 3_900) };
                var changes = Enumerable
                    .Range(0, 60)
                    .Select(_ => Inspector.Change(FactKind.Property, large with { Id = Guid.CreateVersion7() }));
                var sender = new Sender((await db.Firms.SingleAsync()).Id, (await db.Users.SingleAsync()).Id, DateTimeOffset.UnixEpoch);
                var failed = await Should.ThrowAsync<Exception>(() =>
                    services.GetRequiredService<FactLog>().Accept(new FactChanges([.. changes]), sender, RuleBook.Current, default)
                );
                StoreException.Of(failed)!.Failure.ShouldBe(StoreFailure.Full);
                await db.Database.ExecuteSqlRawAsync("PRAGMA max_page_count = 1000000");
            }
        );
        (await tess.Get<HomeAnswer>("/api/home")).Properties.ShouldHaveSingleItem().Roofs.ShouldHaveSingleItem();
    }

    [Theory]
    [InlineData(5, StoreFailure.Busy)]
    [InlineData(6, StoreFailure.Busy)]
    [InlineData(10, StoreFailure.Damaged)]
    [InlineData(11, StoreFailure.Damaged)]
    [InlineData(13, StoreFailure.Full)]
    [InlineData(26, StoreFailure.Damaged)]
    public void The_stores_failures_are_told_apart_by_sqlites_result_codes(int code, StoreFailure failure) =>
        StoreException.Of(new DbUpdateException("outside", new SqliteException("inside", code)))!.Failure.ShouldBe(failure);

    [Fact]
    public void A_constraint_is_no_failure_of_the_store() => StoreException.Of(new SqliteException("unique", 19)).ShouldBeNull();

    // ENOSPC is 28 and EDQUOT 122 on Linux (errno.h).
    [Theory]
    [InlineData(28, true)]
    [InlineData(122, true)]
    [InlineData(13, false)]
    public void A_disk_without_room_is_told_by_its_error_number(int errno, bool full) =>
        (StoreException.Of(new IOException("no room", errno))?.Failure == StoreFailure.Full).ShouldBe(full);

    [Fact]
    public async Task Every_look_up_of_taking_a_fact_in_goes_by_an_index()
    {
        await server.InStore(
            async (_, db) =>
            {
                var id = Guid.CreateVersion7();
                string[] queries =
                [
                    db.Revisions.Where(r => r.RequestId == id).ToQueryString(),
                    db.Revisions.IgnoreQueryFilters().Where(r => r.Id == id).ToQueryString(),
                    db.Revisions.IgnoreQueryFilters().Where(r => r.FactId == id).ToQueryString(),
                    db.Revisions.Where(r => r.FactId == id).OrderBy(r => r.Sequence).ToQueryString(),
                    db.WaitingFacts.Where(w => w.ParentId == id).ToQueryString(),
                    db.Findings.Where(f => f.Id == id).ToQueryString(),
                    db.Blobs.Where(b => b.Sha256 == "00").ToQueryString(),
                    db.SignIns.Where(s => s.Id == id).ToQueryString(),
                ];
                foreach (var query in queries)
                {
                    var plan = await Plan(db.Database.GetConnectionString()!, query);
                    plan.ShouldContain("USING", customMessage: query);
                    plan.ShouldNotContain("SCAN", customMessage: query);
                    // By the firm alone would be a walk through all that a firm has.
                    plan.ShouldNotMatch(@"\(FirmId=\?\)", query);
                }
            }
        );
    }

    private static async Task<string> Plan(string database, string query)
    {
        await using var connection = new SqliteConnection(database);
        await connection.OpenAsync();
        await using var command = connection.CreateCommand();
        var lines = query.Split('\n');
        foreach (var line in lines.Where(l => l.StartsWith(".param set ", StringComparison.Ordinal)))
        {
            var parts = line[".param set ".Length..].Split(' ', 2);
            command.Parameters.AddWithValue(parts[0], parts[1].Trim('\'', '\r'));
        }
        command.CommandText =
            "EXPLAIN QUERY PLAN " + string.Join('\n', lines.Where(l => !l.StartsWith(".param", StringComparison.Ordinal)));
        await using var reader = await command.ExecuteReaderAsync();
        var plan = new StringBuilder();
        while (await reader.ReadAsync())
        {
            plan.AppendLine(reader.GetString(3));
        }
        return plan.ToString();
    }
}
