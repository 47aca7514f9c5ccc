using System.Security.Cryptography;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>The versioned body of knowledge: read once from the files packed with the core; never changed at run time.</summary>
public sealed class RuleBook
{
    private static readonly Lazy<RuleBook> Packed = new(KnowledgeFiles.Load);

    private readonly Dictionary<string, Condition> conditionsByCode;
    private readonly Dictionary<string, Quantity> quantitiesById;
    private readonly Dictionary<string, Covering> coveringsByKind;
    private readonly Dictionary<string, Limit[]> limitsByQuantity;
    private readonly Dictionary<string, Decision[]> decisionsByCondition;
    private readonly Dictionary<string, Condition[]> conditionsByStation;

    private readonly Lazy<string> hash;

    internal RuleBook(BookFile book, byte[] content)
    {
        file = book;
        Version = book.Version;
        // Hashing takes the browser's interpreter as long as a hundred verdicts: nobody waits for it before the hash is asked for.
        hash = new Lazy<string>(() => Convert.ToHexStringLower(SHA256.HashData(content))[..HashLength]);
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
        Retired = book.Retired;
        conditionsByCode = Conditions.ToDictionary(c => c.Code);
        quantitiesById = Quantities.ToDictionary(q => q.Id);
        Decisions = book.Decisions;
        Combinations = book.Combinations;
        coveringsByKind = Coverings.ToDictionary(c => c.Kind);
        limitsByQuantity = Limits.GroupBy(l => l.Quantity).ToDictionary(g => g.Key, g => g.ToArray());
        decisionsByCondition = Decisions
            .SelectMany(d => d.Conditions.Select(code => (code, d)))
            .GroupBy(d => d.code)
            .ToDictionary(g => g.Key, g => g.Select(d => d.d).ToArray());
        conditionsByStation = Conditions
            .SelectMany(c => c.Stations.Select(key => (key, c)))
            .GroupBy(c => c.key)
            .ToDictionary(g => g.Key, g => g.Select(c => c.c).ToArray());
    }

    private readonly BookFile file;

    /// <summary>This book with other retired keys: for trying out what a retirement does before it is packed.</summary>
    public RuleBook WithRetired(IReadOnlyList<RetiredKey> retired) =>
        new(file with { Retired = retired }, System.Text.Encoding.UTF8.GetBytes($"{Hash} {string.Join(' ', retired)}"));

    /// <summary>Digits of the content hash that are shown and stored: enough to tell any two editions apart.</summary>
    private const int HashLength = 16;

    public static RuleBook Current => Packed.Value;

    public string Version { get; }

    public string Hash => hash.Value;

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

    /// <summary>Keys that are used no more, with what took their place: none is ever given again.</summary>
    public IReadOnlyList<RetiredKey> Retired { get; }

    /// <summary>
    /// The key that stands today for one on file: itself, what took its place on this family of coverings (null: not known), or itself again where nobody knows it.
    /// </summary>
    public string CurrentKey(BookKeyKind kind, string key, CoveringFamily? family = null)
    {
        var current = key;
        // A chain is at most as long as there are retired keys: two that lead to each other end here, and the look-through of the book names them.
        for (var step = 0; step < Retired.Count; step++)
        {
            var successor = Retired
                .FirstOrDefault(r => r.Kind == kind && r.Key == current)
                ?.Successors.FirstOrDefault(s => s.AppliesTo(family));
            if (successor is null)
            {
                return current;
            }
            current = successor.Key;
        }
        return current;
    }

    public Condition? FindCondition(string code, CoveringFamily? family = null) =>
        conditionsByCode.GetValueOrDefault(code) ?? conditionsByCode.GetValueOrDefault(CurrentKey(BookKeyKind.Condition, code, family));

    public Quantity? FindQuantity(string id) => quantitiesById.GetValueOrDefault(id);

    /// <summary>Null where this edition knows no such covering.</summary>
    public Covering? FindCovering(string kind) =>
        coveringsByKind.GetValueOrDefault(kind) ?? coveringsByKind.GetValueOrDefault(CurrentKey(BookKeyKind.Covering, kind));

    /// <summary>A covering that is known to be in the book: facts are brought to its keys before they are judged.</summary>
    public Covering Covering(string kind) =>
        FindCovering(kind) ?? throw new ArgumentException($"The rule book has no covering \"{kind}\".", nameof(kind));

    public CommissionRule Commission(CommissionPurpose purpose) => Commissions.First(c => c.Purpose == purpose);

    public Question? FindQuestion(string key) => Find(Questions, BookKeyKind.Question, key, q => q.Key);

    public ComponentKind? FindComponent(string key) => Find(Components, BookKeyKind.Component, key, c => c.Key);

    public WalkOrder? FindWalk(string key) => Walks.FirstOrDefault(w => w.Key == key);

    public Station? FindStation(string key) => Find(Stations, BookKeyKind.Station, key, s => s.Key);

    private T? Find<T>(IReadOnlyList<T> all, BookKeyKind kind, string key, Func<T, string> keyOf)
        where T : class =>
        all.FirstOrDefault(entry => keyOf(entry) == key)
        ?? (CurrentKey(kind, key) is var current && current != key ? all.FirstOrDefault(entry => keyOf(entry) == current) : null);

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
    public Limit? LimitFor(string quantityId, string? kind, LocalProfileFact? local = null) =>
        LimitSets
            .Strictest(LimitSets.Deciding(LimitSets.At(this, quantityId, new VerdictPlace(kind, null, local))))
            .FirstOrDefault()
            ?.Limit;
}
