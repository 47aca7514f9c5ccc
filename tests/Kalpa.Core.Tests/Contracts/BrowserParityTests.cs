using System.Diagnostics;
using System.Text.Json;
using Kalpa.Contracts;
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
        var root = Repository.Root;
        var bundle = Path.Combine(root, "artifacts/browser/wwwroot/_framework/dotnet.js");
        File.Exists(bundle).ShouldBeTrue("The browser core is not built. Run ./kalpa test, or: ./kalpa build");
        var inputs = new VisitGenerator(Seed)
            .Visits(Visits)
            .Select(v => JsonSerializer.Serialize(v, KalpaJson.Default.AssessInput))
            .ToList();
        using var work = new TemporaryFolder();
        var asked = Path.Combine(work.Path, "asked.json");
        var told = Path.Combine(work.Path, "told.json");
        await File.WriteAllTextAsync(asked, JsonSerializer.Serialize(inputs));

        await RunNode(Path.Combine(root, "tests/Kalpa.Core.Tests/Contracts/run-browser-core.mjs"), bundle, asked, told);

        // Parity is worth what it covers: every walk order came up.
        inputs
            .Select(i => JsonSerializer.Deserialize(i, KalpaJson.Default.AssessInput)!)
            .Select(i => Kalpa.Core.Walking.WalkOrders.Of(RuleBook.Current, i).Key)
            .Distinct()
            .ShouldBe(RuleBook.Current.Walks.Select(w => w.Key), ignoreOrder: true);
        var answers = JsonSerializer.Deserialize<List<string>>(await File.ReadAllTextAsync(told))!;
        answers.Count.ShouldBe(Visits);
        for (var i = 0; i < Visits; i++)
        {
            var here = Compute.Run("assess", inputs[i], RuleBook.Current);
            here.Problem.ShouldBeNull();
            answers[i].ShouldBe($"{{\"answer\":{here.Json}}}", $"visit {i} of seed {Seed}");
        }
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
