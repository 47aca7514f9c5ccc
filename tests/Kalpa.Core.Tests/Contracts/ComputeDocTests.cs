using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Kalpa.Contracts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Contracts;

/// <summary>The examples of docs/compute.md do what the page says.</summary>
public partial class ComputeDocTests
{
    private static readonly string Page = File.ReadAllText(Path.Combine(Repository.Root, "docs/compute.md"));

    public static TheoryData<string> Methods => [.. ComputeMethods.All.Select(m => m.Name)];

    [Theory]
    [MemberData(nameof(Methods))]
    public void Every_method_has_an_example_that_runs(string method)
    {
        var example = Examples().Single(e => e.Method == method);
        var result = Compute.Run(method, example.Input, RuleBook.Current);
        result.Problem.ShouldBeNull();
        if (example.Output is { } output)
        {
            JsonNode.DeepEquals(JsonNode.Parse(result.Json!), JsonNode.Parse(output)).ShouldBeTrue($"{method} answers {result.Json}");
        }
    }

    internal static IEnumerable<(string Method, string Input, string? Output)> Examples() =>
        Example()
            .Matches(Page)
            .Select(m => (m.Groups["method"].Value, m.Groups["input"].Value, m.Groups["output"].Success ? m.Groups["output"].Value : null));

    [GeneratedRegex(
        @"```json input (?<method>[\w-]+)\n(?<input>.*?)\n```(?:\n```json output\n(?<output>.*?)\n```)?",
        RegexOptions.Singleline
    )]
    private static partial Regex Example();
}
