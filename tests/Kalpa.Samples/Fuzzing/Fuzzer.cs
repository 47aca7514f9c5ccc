using System.Diagnostics;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;

namespace Kalpa.Samples.Fuzzing;

/// <summary>An answer that no request may get: a 500, work that broke, a fact set aside, or none in time.</summary>
public sealed record FuzzFault(int Number, string Request, string Body, string Answer);

/// <summary>What a run did: requests sent, how often each status came, the slowest answer, and every fault.</summary>
public sealed record FuzzResult(
    int Requests,
    IReadOnlyDictionary<int, int> Statuses,
    TimeSpan Slowest,
    string SlowestRequest,
    IReadOnlyList<FuzzFault> Faults
);

/// <summary>
/// Sends requests of fixed seeds over every operation of the HTTP interface: fitting ones of the demo and of docs/compute.md, changed here and there.
/// Whoever calls it signs in first.
/// </summary>
public sealed class Fuzzer(HttpClient http, string root, int seed)
{
    /// <summary>An answer later than this counts as none: nothing here may cost a busy server more.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(20);

    /// <summary>
    /// A printed page waits for the browser that prints it, which starts with the first one (8 s on an idle machine, three times that on a busy one). The server itself gives up after 60 s
    /// and says so: only an answer later than that hangs.
    /// </summary>
    public static readonly TimeSpan PrintPatience = TimeSpan.FromSeconds(90);

    /// <summary>Signing out or in would end the run.</summary>
    private static readonly string[] LeftOut =
    [
        "delete /api/session",
        "post /api/set-up",
        "post /api/session",
        "post /api/demo/people/{id}/sign-in",
    ];

    /// <summary>Printing takes a second or more; it is asked for seldom.</summary>
    private static readonly string[] Printing = ["get /api/visits/{id}/report.pdf", "get /api/book/print.pdf"];

    private static readonly HttpMethod[] Methods = [HttpMethod.Get, HttpMethod.Post, HttpMethod.Put, HttpMethod.Delete];

    private readonly Random random = new(seed);
    private readonly Dictionary<int, int> statuses = [];
    private readonly List<FuzzFault> faults = [];
    private readonly List<string> ids = [Guid.Empty.ToString(), "nonsense", "0199aaaa-0000-7000-8000-000000000001"];
    private readonly List<string> hashes = [new('a', 64), new('A', 64), "%2e%2e"];
    private readonly List<JsonObject> facts = [];
    private readonly List<string> visits = [];
    private TimeSpan slowest;
    private string slowestRequest = "";
    private int sent;

    public async Task<FuzzResult> Run(int requests)
    {
        await Learn();
        var operations = Operations();
        var seeds = ComputeSeeds();
        while (sent < requests)
        {
            var (method, path) = operations[random.Next(operations.Count)];
            if (path == "/api/facts" || random.Next(4) == 0)
            {
                await SendFacts();
            }
            else if (!Printing.Contains($"{method} {path}") || random.Next(100) == 0)
            {
                await SendOne(method, path, seeds);
            }
        }
        return new FuzzResult(sent, statuses, slowest, slowestRequest, faults);
    }

    private List<(string Method, string Path)> Operations()
    {
        var document = JsonNode.Parse(File.ReadAllText(Path.Combine(root, "docs/openapi.json")))!;
        return
        [
            .. document["paths"]!
                .AsObject()
                .SelectMany(path => path.Value!.AsObject().Select(operation => (operation.Key, path.Key)))
                .Where(operation => !LeftOut.Contains($"{operation.Item1} {operation.Item2}")),
        ];
    }

    private Dictionary<string, JsonNode> ComputeSeeds()
    {
        var seeds = new Dictionary<string, JsonNode>();
        var lines = File.ReadAllLines(Path.Combine(root, "docs/compute.md"));
        for (var i = 0; i < lines.Length; i++)
        {
            const string mark = "```json input ";
            if (lines[i].StartsWith(mark, StringComparison.Ordinal))
            {
                var text = string.Join('\n', lines.Skip(i + 1).TakeWhile(l => l != "```"));
                seeds[lines[i][mark.Length..].Trim()] = JsonNode.Parse(text)!;
            }
        }
        return seeds;
    }

    /// <summary>Ids, hashes and facts of what is on file.</summary>
    private async Task Learn()
    {
        var home = JsonNode.Parse(await http.GetStringAsync("/api/home"))!;
        var properties = home["properties"]!.AsArray();
        ids.AddRange(properties.Select(p => (string)p!["propertyId"]!));
        foreach (var roof in properties.SelectMany(p => p!["roofs"]!.AsArray()))
        {
            ids.Add((string)roof!["roofId"]!);
            if ((string?)roof["latestVisit"]?["id"] is not { } visit)
            {
                continue;
            }
            visits.Add(visit);
            ids.Add(visit);
            var dossier = JsonNode.Parse(await http.GetStringAsync($"/api/visits/{visit}"))!;
            Keep("property", dossier["property"]);
            Keep("visit", dossier["visit"]);
            foreach (var one in dossier["roofs"]!.AsArray())
            {
                LearnRoof(one!);
            }
        }
    }

    private void LearnRoof(JsonNode roof)
    {
        Keep("building", roof["building"]);
        Keep("roof", roof["roof"]);
        var recorded = roof["facts"]!;
        Keep("plan", recorded["plan"]);
        foreach (var detail in recorded["details"]!.AsArray())
        {
            Keep("detail", detail);
        }
        foreach (
            var (list, kind) in new[]
            {
                ("slopes", "slope"),
                ("coverings", "covering"),
                ("looks", "look"),
                ("stages", "stage"),
                ("findings", "finding"),
                ("components", "component"),
            }
        )
        {
            foreach (var fact in recorded[list]?.AsArray() ?? [])
            {
                Keep(kind, fact);
            }
        }
        foreach (var (list, found) in recorded["records"]!.AsObject().Where(r => r.Value is JsonArray))
        {
            var kind = list switch
            {
                "opinions" => "lifeOpinion",
                "judgements" => "opinion",
                "noticeReplies" => "noticeReply",
                "punchReplies" => "punchReply",
                "planned" or "series" => list,
                "pastVisits" => "",
                _ => list[..^1],
            };
            foreach (var fact in kind.Length == 0 ? [] : found!.AsArray())
            {
                Keep(kind, fact);
                if ((string?)fact!["sha256"] is { } hash)
                {
                    hashes.Add(hash);
                }
            }
        }
    }

    private void Keep(string kind, JsonNode? fact)
    {
        if (fact is not null)
        {
            facts.Add(new JsonObject { ["kind"] = kind, ["payload"] = fact.DeepClone() });
        }
    }

    /// <summary>A batch of changed facts, and then what is made of them.</summary>
    private async Task SendFacts()
    {
        var mutator = new JsonMutator(random);
        var changes = new JsonArray();
        for (var i = random.Next(1, 6); i > 0; i--)
        {
            var fact = facts[random.Next(facts.Count)];
            var payload = mutator.Mutate(fact["payload"]);
            var isNew = random.Next(3) == 0;
            var id = isNew ? Guid.CreateVersion7().ToString() : (string)fact["payload"]!["id"]!;
            if (payload is JsonObject named && isNew)
            {
                named["id"] = id;
            }
            changes.Add(
                new JsonObject
                {
                    ["requestId"] = Guid.CreateVersion7().ToString(),
                    ["factId"] = id,
                    ["kind"] = (string)fact["kind"]!,
                    ["baseRevision"] = null,
                    ["recordedAt"] = "2026-09-18T12:00:00Z",
                    ["device"] = "fuzz",
                    ["contractVersion"] = 1,
                    ["deleted"] = random.Next(20) == 0,
                    ["payload"] = payload,
                }
            );
        }
        JsonNode? body = new JsonObject { ["changes"] = changes };
        body = random.Next(8) == 0 ? mutator.Mutate(body) : body;
        await Send(HttpMethod.Post, "/api/facts", body?.ToJsonString() ?? "null");
        var visit = visits[random.Next(visits.Count)];
        await Send(HttpMethod.Get, random.Next(2) == 0 ? $"/api/visits/{visit}" : $"/api/visits/{visit}/report", null);
    }

    private async Task SendOne(string method, string path, Dictionary<string, JsonNode> seeds)
    {
        var address = path.Replace("{id}", Pick(ids), StringComparison.Ordinal)
            .Replace("{itemId}", Pick(ids), StringComparison.Ordinal)
            .Replace("{secret}", Pick(["nobody", new string('0', 48), "%20"]), StringComparison.Ordinal)
            .Replace("{sha256}", Pick(hashes), StringComparison.Ordinal)
            .Replace("{rendition}", Pick(["thumb", "report", "screen", "-1", "7", "Thumb,Report"]), StringComparison.Ordinal);
        if (random.Next(3) == 0 || path.EndsWith("{sha256}", StringComparison.Ordinal))
        {
            address += Pick([
                "?offset=0&total=10",
                "?offset=-1&total=5",
                "?offset=9223372036854775807&total=1",
                "?conditions=,,x",
                "?conditions=nail-exposed",
                "?fail=maybe",
                "?offset=a",
                "?offset=5&total=30000001",
            ]);
        }
        var verb = Methods.First(m => m.Method.Equals(method, StringComparison.OrdinalIgnoreCase));
        var seedOf = path.StartsWith("/api/compute/", StringComparison.Ordinal)
            ? seeds.GetValueOrDefault(path["/api/compute/".Length..])
            : null;
        var body =
            verb == HttpMethod.Get || verb == HttpMethod.Delete
                ? null
                : (new JsonMutator(random).Mutate(seedOf ?? OtherSeed(path))?.ToJsonString() ?? "null");
        if (body is not null && random.Next(50) == 0)
        {
            body = Pick(["", "{", "[]", "null", "{\"a\":", new string('[', 500), "\ud800", body[..(body.Length / 2)]]);
        }
        await Send(verb, address, body);
    }

    private static JsonObject OtherSeed(string path) =>
        path.EndsWith("punch-links", StringComparison.Ordinal)
            ? new JsonObject { ["crew"] = "Crew 1", ["days"] = 10 }
            : new JsonObject
            {
                ["requestId"] = Guid.CreateVersion7().ToString(),
                ["by"] = "J",
                ["note"] = "",
                ["sha256"] = new string('a', 64),
            };

    private string Pick(List<string> from) => from[random.Next(from.Count)];

    private async Task Send(HttpMethod method, string address, string? body)
    {
        sent++;
        using var request = new HttpRequestMessage(method, new Uri(address, UriKind.Relative));
        if (body is not null)
        {
            var bytes = new ByteArrayContent(Encoding.UTF8.GetBytes(body));
            bytes.Headers.ContentType = new MediaTypeHeaderValue(
                address.Contains("/photos", StringComparison.Ordinal) ? "application/octet-stream" : "application/json"
            );
            request.Content = bytes;
        }
        var began = Stopwatch.GetTimestamp();
        try
        {
            using var late = new CancellationTokenSource(address.Contains(".pdf", StringComparison.Ordinal) ? PrintPatience : Patience);
            using var answer = await http.SendAsync(request, late.Token);
            var text = await answer.Content.ReadAsStringAsync(late.Token);
            var status = (int)answer.StatusCode;
            statuses[status] = statuses.GetValueOrDefault(status) + 1;
            var broke =
                (status >= 500 && answer.StatusCode != HttpStatusCode.BadGateway)
                || (status == 422 && text.Contains("compute.not-computable", StringComparison.Ordinal))
                || (address == "/api/facts" && text.Contains("\"setAside\"", StringComparison.Ordinal));
            if (broke)
            {
                Fault(method, address, body, $"{status} {text}");
            }
        }
        catch (Exception exception) when (exception is OperationCanceledException or HttpRequestException)
        {
            Fault(method, address, body, $"no answer: {exception.Message}");
        }
        var took = Stopwatch.GetElapsedTime(began);
        if (took > slowest)
        {
            (slowest, slowestRequest) = (took, $"{method} {address}");
        }
    }

    private void Fault(HttpMethod method, string address, string? body, string answer) =>
        faults.Add(
            new FuzzFault(
                sent,
                $"{method} {address}",
                body is { Length: > 6_000 } ? body[..6_000] + "…" : body ?? "",
                answer.Length > 600 ? answer[..600] : answer
            )
        );
}
