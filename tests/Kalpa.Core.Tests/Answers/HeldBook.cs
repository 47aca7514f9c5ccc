using System.Text.Json;
using System.Text.Json.Nodes;
using Kalpa.Contracts;
using Kalpa.Core.Computing;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Answers;

/// <summary>What the rule book holds, entry by entry, and what it says in words.</summary>
internal static class HeldBook
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>Each rule in words, and each pair of metals.</summary>
    public static IEnumerable<(string, string)> Rules() =>
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

    /// <summary>
    /// Every entry of the rule book: of many figures and words no made-up roof has need, and the prices are made up themselves. What changed between editions is a
    /// record that nothing is judged by.
    /// </summary>
    public static IEnumerable<(string, string)> Entries() =>
        Directory
            .GetFiles(Path.Combine(Repository.Root, "src/Kalpa.Core/Knowledge"), "*.json", SearchOption.AllDirectories)
            .Where(file => Path.GetFileName(file) != "versions.json")
            .Order(StringComparer.Ordinal)
            .SelectMany(file =>
                JsonNode.Parse(File.ReadAllText(file)) is JsonArray all
                    ? all.Select(
                        (entry, at) => ($"{Path.GetFileNameWithoutExtension(file)} {KeyOf(entry!) ?? $"{at}"}", entry!.ToJsonString())
                    )
                    : [(Path.GetFileNameWithoutExtension(file), File.ReadAllText(file))]
            );

    private static string? KeyOf(JsonNode entry) => EntryKeys.Select(key => entry[key]?.ToString()).FirstOrDefault(key => key is not null);

    private static readonly string[] EntryKeys = ["key", "code", "id", "purpose", "kind"];

    private static string Logic(RuleKind kind, string id) =>
        JsonSerializer.Serialize(ComputeServices.Logic(new LogicRequest(id, kind), Book).Value!, KalpaJson.Default.LogicAnswer);
}
