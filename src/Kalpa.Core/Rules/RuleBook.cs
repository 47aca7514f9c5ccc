using System.Collections.Frozen;
using System.Security.Cryptography;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>The versioned body of knowledge: read once from the files packed with the core; never changed at run time.</summary>
public sealed class RuleBook
{
    private static readonly Lazy<RuleBook> Packed = new(KnowledgeFiles.Load);

    private readonly FrozenDictionary<string, Condition> conditionsByCode;
    private readonly FrozenDictionary<string, Quantity> quantitiesById;
    private readonly FrozenDictionary<CoveringKind, Covering> coveringsByKind;
    private readonly FrozenDictionary<string, Limit[]> limitsByQuantity;
    private readonly FrozenDictionary<string, Decision[]> decisionsByCondition;
    private readonly FrozenDictionary<string, Condition[]> conditionsByStation;

    internal RuleBook(BookFile book, byte[] content)
    {
        Version = book.Version;
        Hash = Convert.ToHexStringLower(SHA256.HashData(content))[..HashLength];
        Stations = book.Stations;
        Conditions = book.Conditions;
        Quantities = book.Quantities;
        Limits = book.Limits;
        Coverings = book.Coverings;
        Harm = book.Harm;
        Walks = book.Walks;
        Commissions = book.Commissions;
        Questions = book.Questions;
        Components = book.Components;
        Factors = book.Factors;
        conditionsByCode = Conditions.ToFrozenDictionary(c => c.Code);
        quantitiesById = Quantities.ToFrozenDictionary(q => q.Id);
        Decisions = book.Decisions;
        Combinations = book.Combinations;
        coveringsByKind = Coverings.ToFrozenDictionary(c => c.Kind);
        limitsByQuantity = Limits.GroupBy(l => l.Quantity).ToFrozenDictionary(g => g.Key, g => g.ToArray());
        decisionsByCondition = Decisions
            .SelectMany(d => d.Conditions.Select(code => (code, d)))
            .GroupBy(d => d.code)
            .ToFrozenDictionary(g => g.Key, g => g.Select(d => d.d).ToArray());
        conditionsByStation = Conditions
            .SelectMany(c => c.Stations.Select(key => (key, c)))
            .GroupBy(c => c.key)
            .ToFrozenDictionary(g => g.Key, g => g.Select(c => c.c).ToArray());
    }

    /// <summary>Digits of the content hash that are shown and stored: enough to tell any two editions apart.</summary>
    private const int HashLength = 16;

    public static RuleBook Current => Packed.Value;

    public string Version { get; }

    public string Hash { get; }

    public IReadOnlyList<Station> Stations { get; }

    public IReadOnlyList<Condition> Conditions { get; }

    public IReadOnlyList<Quantity> Quantities { get; }

    public IReadOnlyList<Limit> Limits { get; }

    public IReadOnlyList<Covering> Coverings { get; }

    public IReadOnlyList<Harm> Harm { get; }

    public IReadOnlyList<WalkOrder> Walks { get; }

    public IReadOnlyList<CommissionRule> Commissions { get; }

    public IReadOnlyList<Question> Questions { get; }

    /// <summary>What a slope is built of besides its covering.</summary>
    public IReadOnlyList<ComponentKind> Components { get; }

    public IReadOnlyList<WearFactor> Factors { get; }

    public Condition? FindCondition(string code) => conditionsByCode.GetValueOrDefault(code);

    public Quantity? FindQuantity(string id) => quantitiesById.GetValueOrDefault(id);

    public Covering Covering(CoveringKind kind) => coveringsByKind[kind];

    public CommissionRule Commission(CommissionPurpose purpose) => Commissions.First(c => c.Purpose == purpose);

    public Question? FindQuestion(string key) => Questions.FirstOrDefault(q => q.Key == key);

    public ComponentKind? FindComponent(string key) => Components.FirstOrDefault(c => c.Key == key);

    public WalkOrder? FindWalk(string key) => Walks.FirstOrDefault(w => w.Key == key);

    public Station? FindStation(string key) => Stations.FirstOrDefault(s => s.Key == key);

    /// <summary>Questions whose answer decides a matter that good people differ on.</summary>
    public IReadOnlyList<Decision> Decisions { get; }

    /// <summary>What means something only together.</summary>
    public IReadOnlyList<Combination> Combinations { get; }

    public Decision? FindDecision(string key) => Decisions.FirstOrDefault(d => d.Key == key);

    public IReadOnlyList<Decision> DecisionsOf(string code) => decisionsByCondition.GetValueOrDefault(code) ?? [];

    public IReadOnlyList<Limit> LimitsOn(string quantityId) => limitsByQuantity.GetValueOrDefault(quantityId) ?? [];

    /// <summary>Conditions met at a station on a family of coverings (null: any), in the book's order.</summary>
    public IEnumerable<Condition> ConditionsAt(string station, CoveringFamily? family) =>
        (conditionsByStation.GetValueOrDefault(station) ?? []).Where(c => c.AppliesTo(family));

    /// <summary>The limit that governs a quantity at a covering before anything is measured: the strictest of what binds there; null where none speaks.</summary>
    public Limit? LimitFor(string quantityId, CoveringKind? kind, LocalProfileFact? local = null) =>
        LimitSets
            .Strictest(LimitSets.Deciding(LimitSets.At(this, quantityId, new VerdictPlace(kind, null, local))))
            .FirstOrDefault()
            ?.Limit;
}
