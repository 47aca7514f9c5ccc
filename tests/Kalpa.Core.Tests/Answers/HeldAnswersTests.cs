using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.GoingUp;
using Kalpa.Core.Life;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
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
        ["edits"] = Edits,
        ["notices"] = Notices,
        ["urgency"] = Urgencies,
        ["rules"] = HeldBook.Rules,
        ["book"] = HeldBook.Entries,
        ["examples"] = Examples,
        ["variants"] = Variants,
        ["calculators"] = Calculators,
        ["refusals"] = Refusals,
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

    /// <summary>Runs of edits, each on what the one before left; and what is said of footprints that are none.</summary>
    private static IEnumerable<(string, string)> Edits()
    {
        var random = new Random(Seed);
        for (var i = 0; i < 40; i++)
        {
            var plan = PlanSamples.Any(random).Plan;
            for (var step = 0; step < 25; step++)
            {
                var edit = RoofPlans.EditTests.AnyEdit(plan, random, (i * 100) + step);
                var answer = PlanEdits.Of(new PlanEditRequest(plan, edit));
                yield return ($"edit {i:00} {step:00} {edit.Verb}", JsonSerializer.Serialize(answer, KalpaJson.Default.PlanEditAnswer));
                plan = answer.Plan;
            }
            yield return (
                $"edited {i:00} draft",
                JsonSerializer.Serialize(ComputeServices.Draft(new DraftRequest(plan), Book).Value!, KalpaJson.Default.DraftAnswer)
            );
        }
    }

    /// <summary>What geometry alone says is wrong, over roofs low and steep, with chimneys narrow and wide, under any covering.</summary>
    private static IEnumerable<(string, string)> Notices()
    {
        var random = new Random(Seed);
        for (var i = 0; i < 120; i++)
        {
            var request = PlanSamples.Any(random);
            var slopes = PlanSlopes.Of(new PlanSlopesRequest(null, request.Plan, [], request.AsOf, [])).Changed;
            var kind = Book.Coverings[i % Book.Coverings.Count].Kind;
            var coverings = slopes.Select(
                (s, n) => new CoveringFact(new Guid(n + 1, 0, 0, new byte[8]), s.Id, kind, null, null, AgeSource.Unknown)
            );
            var chimney = request.Details[0] with { WidthInches = random.Next(20, 60), Cricket = new bool?[] { true, false, null }[i % 3] };
            var plan = request with { Coverings = [.. coverings], Details = [chimney] };
            yield return (
                $"notices {i:000}",
                JsonSerializer.Serialize(PlanNotices.Of(new NoticesRequest(plan, slopes, []), Book), KalpaJson.Default.NoticesAnswer)
            );
        }
    }

    /// <summary>Conditions of every kind under facts at the bounds and between them.</summary>
    private static IEnumerable<(string, string)> Urgencies()
    {
        var random = new Random(Seed);
        T One<T>(params T[] of) => of[random.Next(of.Length)];
        for (var i = 0; i < 600; i++)
        {
            var condition = Book.Conditions[random.Next(Book.Conditions.Count)];
            var facts = new UrgencyFacts(
                condition.Code,
                One(Enum.GetValues<WaterEvidence>()),
                One(Enum.GetValues<Extent>()),
                One(Enum.GetValues<Under>()),
                random.Next(4) == 0,
                One(Enum.GetValues<VerdictOutcome>()),
                One(0, 0.05, 0.1, 0.25, 0.5, 1, 2),
                random.Next(3) == 0,
                One(0, 9, 12, 18, 24, 25, 26, 27, 60),
                One<double?>(null, 0.25, 2, 3.9, 4, 6, 12),
                One(Enum.GetValues<WeatherExposure>()),
                One(1, 1, 0.5, 1.5, 2),
                ReroofDue: random.Next(6) == 0
            );
            yield return (
                $"urgency {i:000}",
                JsonSerializer.Serialize(Core.Urgency.Urgencies.Of(Book, condition, facts), KalpaJson.Default.UrgencyAnswer)
            );
        }
    }

    /// <summary>The examples of docs/compute.md, one for each method.</summary>
    private static IEnumerable<(string, string)> Examples() =>
        Contracts.ComputeDocTests.Examples().Select(e => ($"example {e.Method}", Answer(e.Method, e.Input)));

    /// <summary>Each example with one thing changed, many times over: the answer, or why there is none.</summary>
    private static IEnumerable<(string, string)> Variants()
    {
        foreach (var (method, input, _) in Contracts.ComputeDocTests.Examples())
        {
            var random = new Random(Seed);
            foreach (var (i, (_, json)) in JsonVariants.Of(input, VariantsEach, random).Index())
            {
                var result = Compute.Run(method, json, Book);
                yield return ($"{method} {i:00}", result.Json ?? $"{result.Problem}");
            }
        }
    }

    private const int VariantsEach = 60;

    /// <summary>Calculators over their whole range, a little step at a time.</summary>
    private static IEnumerable<(string, string)> Calculators()
    {
        string[] texts =
        [
            "12",
            "1 1/2",
            "1-1/2",
            "3/4\"",
            "2' 6\"",
            "2 ft 6 in",
            "30 mm",
            "1.5 m",
            "12 cm",
            "6:12",
            "6/12",
            "18.4°",
            "33 %",
            "14\" over 42\"",
            "½",
            "1½",
            "0",
            "-1",
            "1/0",
            "abc",
            "",
            "7 1/8 in",
            "10' 3 1/4\"",
            "0.25:12",
            "1e3",
            "1,5",
            "99999",
        ];
        foreach (var unit in Enum.GetValues<QuantityUnit>())
        {
            foreach (var bare in Enum.GetValues<BareUnit>())
            {
                foreach (var text in texts)
                {
                    yield return (
                        $"measure {unit} {bare} {text}".Replace(' ', '_'),
                        $"{ComputeServices.Parse(new ParseMeasureRequest(text, unit, bare), Book)}"
                    );
                }
            }
        }
        for (var half = -1; half <= 90; half++)
        {
            var answer = ComputeServices.Ladder(new LadderRequest(half / 2.0), Book);
            yield return ($"ladder {half / 2.0:0.0}", $"{answer.Problem}{Json(answer.Value, KalpaJson.Default.LadderAnswer)}");
        }
        foreach (var looked in new[] { 1, 2, 5, 10, 30, 100, 1_000 })
        {
            for (var wrong = 0; wrong <= looked; wrong += Math.Max(1, looked / 6))
            {
                var share = ComputeServices.Interval(new IntervalRequest(wrong, looked), Book);
                yield return ($"interval {wrong} of {looked}", Json(share.Value, KalpaJson.Default.Share));
            }
        }
        var random = new Random(Seed);
        string[] seen = ["dry", "wet", "ice", "gusts", "heat", "thunder"];
        for (var i = 0; i < 300; i++)
        {
            var hour = new WeatherHour(
                DateTimeOffset.UnixEpoch,
                random.Next(0, 40),
                random.Next(10, 40),
                random.Next(4) == 0 ? random.Next(0, 3) / 100.0 : 0,
                random.Next(28, 106),
                random.Next(4) == 0,
                random.Next(12) == 0
            );
            var taps = seen.Where(_ => random.Next(8) == 0).ToList();
            var limits = random.Next(3) == 0 ? new WeatherLimitsFact(Guid.Empty, random.Next(10, 25), random.Next(25, 40)) : null;
            var going = ComputeServices.Going(new GoingRequest(random.Next(10) == 0 ? null : hour, taps, random.Next(0, 16), limits), Book);
            yield return ($"going {i:000}", Json(going.Value, KalpaJson.Default.GoingAnswer));
        }
    }

    /// <summary>What is wrong with facts of every kind that have one thing changed.</summary>
    private static IEnumerable<(string, string)> Refusals()
    {
        var random = new Random(Seed);
        foreach (var fact in EveryKind.Facts)
        {
            foreach (var (i, (path, json)) in JsonVariants.Of(fact.Payload().GetRawText(), VariantsEach, random).Index())
            {
                yield return ($"fact {fact.Kind} {i:00}", $"{path} {Refusal(fact, json)}");
            }
        }
    }

    /// <summary>Whether it could be recorded, and whether it could be used if it stood on file.</summary>
    private static string Refusal(StreamFact fact, string json)
    {
        if (JsonBounds.Find(json) is { } bound)
        {
            return $"{bound}";
        }
        var onFile = FactBundles.Sound(fact.Kind, fact.Fact.Id, FactChange.CurrentContractVersion, json, Book, out var read);
        var recorded = read is null ? [] : FactChecks.Of(read, Book).Select(p => $"{p.Code} {p.Text}");
        return $"{onFile} / {string.Join("; ", recorded)}";
    }

    private static string Json<T>(T? value, System.Text.Json.Serialization.Metadata.JsonTypeInfo<T> type)
        where T : class => value is null ? "" : JsonSerializer.Serialize(value, type);

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
