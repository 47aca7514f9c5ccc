using System.Diagnostics;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;
using Kalpa.Core.RoofPlans.Measuring;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Contracts;

/// <summary>The server's core against the same core compiled to WebAssembly, run by Node on the bundle that ships to the browser.</summary>
public class BrowserParityTests
{
    private const int Visits = 120;
    private const int Seed = 20_261_123;
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(3);

    [Fact]
    public async Task The_browser_core_answers_the_same_json_for_generated_visits()
    {
        var inputs = new VisitGenerator(Seed)
            .Visits(Visits)
            .Select(v => JsonSerializer.Serialize(v, KalpaJson.Default.AssessInput))
            .ToList();

        var answers = await AskBrowserCore(inputs, "assess");

        // Parity is worth what it covers: every walk order came up.
        inputs
            .Select(i => JsonSerializer.Deserialize(i, KalpaJson.Default.AssessInput)!)
            .Select(i => Kalpa.Core.Walking.WalkOrders.Of(RuleBook.Current, i).Key)
            .Distinct()
            .ShouldBe(RuleBook.Current.Walks.Select(w => w.Key), ignoreOrder: true);
        answers.Count.ShouldBe(Visits);
        for (var i = 0; i < Visits; i++)
        {
            var here = Compute.Run("assess", inputs[i], RuleBook.Current);
            here.Problem.ShouldBeNull();
            answers[i].ShouldBe($"{{\"answer\":{here.Json}}}", $"visit {i} of seed {Seed}");
        }
    }

    /// <summary>Plans turned by any angle, so that sines and square roots differ in their last bits; what is told is decided on rounded numbers.</summary>
    [Fact]
    public async Task The_browser_core_measures_plans_alike()
    {
        var random = new Random(Seed);
        var inputs = Enumerable
            .Range(0, Plans)
            .Select(_ => JsonSerializer.Serialize(PlanSamples.Any(random), KalpaJson.Default.PlanRequest))
            .ToList();

        var answers = await AskBrowserCore(inputs, "plan");

        for (var i = 0; i < Plans; i++)
        {
            var here = Compute.Run("plan", inputs[i], RuleBook.Current);
            here.Problem.ShouldBeNull();
            answers[i].ShouldBe($"{{\"answer\":{here.Json}}}", $"plan {i} of seed {Seed}");
        }
    }

    /// <summary>
    /// The browser's runtime may collect its memory at any moment; whatever it does not see as used is gone then. A planned roof is judged again and again, as
    /// taps do it, with a collection every few requests for memory.
    /// </summary>
    [Fact]
    public async Task The_browser_core_holds_on_to_what_it_uses()
    {
        var random = new Random(Seed);
        var inputs = new VisitGenerator(Seed)
            .Visits(PlannedVisits)
            .Select(v => v with { Plan = PlanSamples.Any(random).Plan })
            .SelectMany(v => new[] { v, v with { AsOf = v.AsOf.AddDays(1) } })
            .Select(v => JsonSerializer.Serialize(v, KalpaJson.Default.AssessInput))
            .ToList();

        var answers = await AskBrowserCore(inputs, "assess", collectEvery: 40);

        for (var i = 0; i < inputs.Count; i++)
        {
            answers[i].ShouldBe($"{{\"answer\":{Compute.Run("assess", inputs[i], RuleBook.Current).Json}}}", $"visit {i} of seed {Seed}");
        }
    }

    private const int Plans = 40;
    private const int PlannedVisits = 12;

    private static async Task<List<string>> AskBrowserCore(List<string> inputs, string method, int? collectEvery = null)
    {
        var bundle = Path.Combine(Repository.Root, "artifacts/browser/wwwroot/_framework/dotnet.js");
        File.Exists(bundle).ShouldBeTrue("The browser core is not built. Run ./kalpa test, or: ./kalpa build");
        using var work = new TemporaryFolder();
        var asked = Path.Combine(work.Path, "asked.json");
        var told = Path.Combine(work.Path, "told.json");
        await File.WriteAllTextAsync(asked, JsonSerializer.Serialize(inputs));
        var runner = Path.Combine(Repository.Root, "tests/Kalpa.Core.Tests/Contracts/run-browser-core.mjs");
        await RunNode([runner, bundle, asked, told, method, .. collectEvery is { } every ? [$"{every}"] : Array.Empty<string>()]);
        return JsonSerializer.Deserialize<List<string>>(await File.ReadAllTextAsync(told))!;
    }

    private static async Task RunNode(params string[] arguments)
    {
        var start = new ProcessStartInfo("node", arguments) { RedirectStandardError = true };
        using var node = Process.Start(start)!;
        var errors = await node.StandardError.ReadToEndAsync();
        using var limit = new CancellationTokenSource(Patience);
        await node.WaitForExitAsync(limit.Token);
        node.ExitCode.ShouldBe(0, errors);
    }

    private sealed class TemporaryFolder : IDisposable
    {
        public string Path { get; } = Directory.CreateTempSubdirectory("kalpa-parity").FullName;

        public void Dispose() => Directory.Delete(Path, true);
    }
}
