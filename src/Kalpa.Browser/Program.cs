using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Rules;

[assembly: SupportedOSPlatform("browser")]

namespace Kalpa.Browser;

/// <summary>The core as the browser calls it: one function, JSON in, JSON out.</summary>
public static partial class Program
{
    private static readonly RepeatedAssess Assessing = new();
    private static readonly RepeatedDraft Drafting = new();

    // The runtime wants an entry point; the page calls the exports.
    public static void Main() { }

    /// <summary>Answer as <c>{"answer": …}</c>, or <c>{"problem": …}</c>.</summary>
    [JSExport]
    public static string Run(string method, string json)
    {
        var result = method switch
        {
            "assess" => Assessing.Run(json, RuleBook.Current),
            "plan-draft" => Drafting.Run(json, RuleBook.Current),
            _ => Compute.Run(method, json, RuleBook.Current),
        };
        return result.Problem is null
            ? $"{{\"answer\":{result.Json}}}"
            : $"{{\"problem\":{JsonSerializer.Serialize(result.Problem, KalpaJson.Default.ComputeProblem)}}}";
    }
}
