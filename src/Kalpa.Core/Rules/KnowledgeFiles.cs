using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;

namespace Kalpa.Core.Rules;

/// <summary>Reads the rule book from the data files packed into the core.</summary>
internal static class KnowledgeFiles
{
    public static RuleBook Load()
    {
        using var all = new MemoryStream();
        var book = new BookFile(
            Read("book.json", KnowledgeJson.Default.BookStamp, all).Version,
            Read("stations.json", KnowledgeJson.Default.StationArray, all),
            Read("quantities.json", KnowledgeJson.Default.QuantityArray, all),
            Read("limits.json", KnowledgeJson.Default.LimitArray, all),
            [.. ConditionFiles.SelectMany(name => Read(name, KnowledgeJson.Default.ConditionArray, all))],
            Read("coverings.json", KnowledgeJson.Default.CoveringArray, all),
            Read("harm.json", KnowledgeJson.Default.HarmArray, all),
            Read("walks.json", KnowledgeJson.Default.WalkOrderArray, all),
            Read("commissions.json", KnowledgeJson.Default.CommissionRuleArray, all),
            Read("questions.json", KnowledgeJson.Default.QuestionArray, all),
            Read("components.json", KnowledgeJson.Default.ComponentKindArray, all),
            Read("factors.json", KnowledgeJson.Default.WearFactorArray, all),
            Read("decisions.json", KnowledgeJson.Default.DecisionArray, all),
            Read("combinations.json", KnowledgeJson.Default.CombinationArray, all),
            Read("retired.json", KnowledgeJson.Default.RetiredKeyArray, all)
        );
        return new RuleBook(book, all.ToArray());
    }

    /// <summary>Conditions lie in a file for each part of the roof, in the order in which a roof is walked.</summary>
    private static readonly string[] ConditionFiles =
    [
        "conditions.shingles.json",
        "conditions.edges.json",
        "conditions.penetrations.json",
        "conditions.valleys.json",
        "conditions.walls.json",
        "conditions.site.json",
        "conditions.inside.json",
        "conditions.tile.json",
        "conditions.membranes.json",
        "conditions.metal.json",
        "conditions.slate-and-wood.json",
    ];

    private static T Read<T>(string name, JsonTypeInfo<T> type, MemoryStream all)
    {
        using var stream =
            typeof(KnowledgeFiles).Assembly.GetManifestResourceStream(name)
            ?? throw new InvalidOperationException($"The knowledge file {name} is not packed into the core.");
        using var bytes = new MemoryStream();
        stream.CopyTo(bytes);
        all.Write(bytes.GetBuffer(), 0, (int)bytes.Length);
        return JsonSerializer.Deserialize(bytes.GetBuffer().AsSpan(0, (int)bytes.Length), type)
            ?? throw new InvalidOperationException($"The knowledge file {name} is empty.");
    }
}

internal sealed record BookStamp(string Version);

[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[JsonSerializable(typeof(BookStamp))]
[JsonSerializable(typeof(Station[]))]
[JsonSerializable(typeof(Quantity[]))]
[JsonSerializable(typeof(Limit[]))]
[JsonSerializable(typeof(Condition[]))]
[JsonSerializable(typeof(Covering[]))]
[JsonSerializable(typeof(Harm[]))]
[JsonSerializable(typeof(WalkOrder[]))]
[JsonSerializable(typeof(CommissionRule[]))]
[JsonSerializable(typeof(Question[]))]
[JsonSerializable(typeof(ComponentKind[]))]
[JsonSerializable(typeof(WearFactor[]))]
[JsonSerializable(typeof(Decision[]))]
[JsonSerializable(typeof(Combination[]))]
[JsonSerializable(typeof(RetiredKey[]))]
internal sealed partial class KnowledgeJson : JsonSerializerContext;
