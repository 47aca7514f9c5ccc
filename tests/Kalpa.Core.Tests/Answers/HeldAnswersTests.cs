using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Answers;

/// <summary>
/// What the core answered to some hundreds of made-up roofs, held part by part: no change of a constant, a branch or a word goes unnoticed. It says that an answer
/// changed, not that it was right; what is right is held by the tests beside it, against sources of their own. A change that is meant is taken over with
/// KALPA_APPROVE=1, and the parts that changed belong in the commit's message.
/// </summary>
public partial class HeldAnswersTests
{
    private const int Seed = 20261128;
    private static readonly RuleBook Book = RuleBook.Current;

    private static readonly Dictionary<string, Func<IEnumerable<(string Part, string Answer)>>> Groups = new()
    {
        ["visits"] = Visits,
        ["dossiers"] = DossiersOfStreams,
        ["life"] = Lives,
        ["plans"] = Plans,
        ["rules"] = Rules,
        ["examples"] = Examples,
    };

    public static TheoryData<string> GroupNames => [.. Groups.Keys];

    [Theory]
    [MemberData(nameof(GroupNames))]
    public void Every_answer_is_as_it_was(string group)
    {
        var file = Path.Combine(Repository.Root, "tests/Kalpa.Core.Tests/Answers", $"{group}.txt");
        var now = Groups[group]().Select(a => $"{a.Part} {Short(Stamps().Replace(a.Answer, ""))}").ToList();
        if (Environment.GetEnvironmentVariable("KALPA_APPROVE") is { Length: > 0 })
        {
            File.WriteAllText(file, string.Join('\n', now) + '\n');
        }
        var held = File.ReadAllLines(file);
        var changed = now.Except(held).Concat(held.Except(now)).Select(l => l[..l.LastIndexOf(' ')]).Distinct().ToList();
        changed.ShouldBeEmpty($"{changed.Count} of {held.Length} answers are not what they were. If that is meant: KALPA_APPROVE=1.");
        now.Count.ShouldBe(held.Length);
    }

    /// <summary>Every part of every assessment.</summary>
    private static IEnumerable<(string, string)> Visits() =>
        new VisitGenerator(Seed)
            .Visits(160)
            .Select((visit, i) => (i, Json: Answer("assess", JsonSerializer.Serialize(visit, KalpaJson.Default.AssessInput))))
            .SelectMany(a => Parts($"visit {a.i:000}", a.Json));

    /// <summary>Dossiers of visits to one roof and to several, and what the list says of the property.</summary>
    private static IEnumerable<(string, string)> DossiersOfStreams()
    {
        var generator = new StreamGenerator(Seed);
        var today = new DateOnly(2027, 3, 1);
        for (var i = 0; i < 40; i++)
        {
            var stream = generator.Next();
            var gone = stream.Offline.Where(f => f.Deleted).Select(f => f.Fact.Id).ToHashSet();
            var standing = stream
                .Known.Concat(stream.Offline)
                .Where(f => !gone.Contains(f.Fact.Id))
                .GroupBy(f => f.Fact.Id)
                .Select(g => g.Last());
            var facts = new FactSet(standing.Select(f => new StandingFact(f.Kind, f.Fact, f.Fact.Id, false)), []);
            var visit = DossierBuilder.Visit(facts, stream.VisitId, Book)!;
            yield return ($"dossier {i:00} visit", JsonSerializer.Serialize(visit, KalpaJson.Default.VisitDossier));
            foreach (var content in RoofContents.Of(visit, Book))
            {
                yield return (
                    $"dossier {i:00} plan of {content.Roof.Name}",
                    JsonSerializer.Serialize(content.Plan, KalpaJson.Default.PlanAnswer)
                );
                var narrowing = string.Join(
                    "; ",
                    content.Narrowing.SelectMany(n => n.Value).Select(n => $"{n.Text} {n.Years} {n.Narrows}")
                );
                yield return ($"dossier {i:00} narrowing of {content.Roof.Name}", narrowing);
            }
            var property = DossierBuilder.Property(facts, stream.PropertyId, today, Book)!;
            yield return ($"dossier {i:00} property", JsonSerializer.Serialize(property, KalpaJson.Default.PropertyDossier));
            yield return (
                $"dossier {i:00} line",
                JsonSerializer.Serialize(PropertyLines.Of(facts, stream.PropertyId, today, Book)!, KalpaJson.Default.PropertyLine)
            );
        }
    }

    private static IEnumerable<(string, string)> Lives()
    {
        var generator = new VisitGenerator(Seed);
        for (var i = 0; i < 120; i++)
        {
            var facts = generator.Life() with { Deep = true };
            var json = JsonSerializer.Serialize(RemainingLife.Of(Book, facts), KalpaJson.Default.LifeAnswer);
            foreach (var part in Parts($"life {i:000}", json))
            {
                yield return part;
            }
        }
    }

    private static IEnumerable<(string, string)> Plans()
    {
        var random = new Random(Seed);
        for (var i = 0; i < 40; i++)
        {
            var request = PlanSamples.Any(random);
            foreach (
                var part in Parts($"plan {i:00}", JsonSerializer.Serialize(PlanMeasures.Of(request, Book), KalpaJson.Default.PlanAnswer))
            )
            {
                yield return part;
            }
            var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, request.Plan, [], request.AsOf, ["B"])).Changed;
            yield return ($"plan {i:00} slopes", string.Join(' ', slopes.Select(s => $"{s.Letter} {s.Pitch.Typed} {s.Facing}")));
            yield return ($"plan {i:00} geojson", ComputeServices.GeoJson(new PlanExportRequest(request, slopes), Book).Value!.Text);
            yield return (
                $"plan {i:00} draft",
                JsonSerializer.Serialize(ComputeServices.Draft(new DraftRequest(request.Plan), Book).Value!, KalpaJson.Default.DraftAnswer)
            );
        }
    }

    /// <summary>Each rule in words, and each pair of metals.</summary>
    private static IEnumerable<(string, string)> Rules() =>
        [
            .. Book.Conditions.Select(c => ($"condition {c.Code}", Logic(RuleKind.Condition, c.Code))),
            .. Book.Combinations.Select(c => ($"combination {c.Id}", Logic(RuleKind.Combination, c.Id))),
            .. Book.Limits.Select(l => ($"limit {l.Id}", Logic(RuleKind.Limit, l.Id))),
            .. Enum.GetValues<RoofMetal>()
                .SelectMany(a =>
                    Enum.GetValues<RoofMetal>()
                        .Select(b => ($"metals {a} {b}", JsonSerializer.Serialize(Galvanic.Of(a, b), KalpaJson.Default.GalvanicAnswer)))
                ),
        ];

    private static string Logic(RuleKind kind, string id) =>
        JsonSerializer.Serialize(ComputeServices.Logic(new LogicRequest(id, kind), Book).Value!, KalpaJson.Default.LogicAnswer);

    /// <summary>The examples of docs/compute.md, one for each method.</summary>
    private static IEnumerable<(string, string)> Examples() =>
        Contracts.ComputeDocTests.Examples().Select(e => ($"example {e.Method}", Answer(e.Method, e.Input)));

    private static string Answer(string method, string json)
    {
        var result = Compute.Run(method, json, Book);
        result.Problem.ShouldBeNull(method);
        return result.Json!;
    }

    private static IEnumerable<(string, string)> Parts(string name, string json) =>
        JsonNode
            .Parse(json)!
            .AsObject()
            .Where(p => p.Key is not ("bookVersion" or "bookHash" or "methodVersion"))
            .Select(p => ($"{name} {p.Key}", p.Value?.ToJsonString() ?? "null"));

    private static string Short(string answer) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(answer)))[..8];

    /// <summary>Book and method have stamps of their own; they change more often than answers do.</summary>
    [GeneratedRegex("\"(bookVersion|bookHash|methodVersion)\":\"[^\"]*\",?")]
    private static partial Regex Stamps();
}
