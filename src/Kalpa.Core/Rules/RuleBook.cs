using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

/// <summary>
/// The versioned body of knowledge: packed with the core, read entry by entry when one is asked for, with what a firm lays over it. Never changed at run time.
/// </summary>
public sealed class RuleBook
{
    private static readonly Lazy<RuleBook> Packed = new(() => new RuleBook(PackedBook.Open()));

    private readonly BookSection<Station> stations;
    private readonly BookSection<Quantity> quantities;
    private readonly BookSection<Limit> limits;
    private readonly BookSection<Condition> conditions;
    private readonly BookSection<Covering> coverings;
    private readonly BookSection<WalkOrder> walks;
    private readonly BookSection<Question> questions;
    private readonly BookSection<ComponentKind> components;
    private readonly BookSection<Decision> decisions;
    private readonly BookSection<Combination> combinations;
    private readonly BookSection<RetiredKey> retired;
    private readonly BookSection<Element> elements;
    private readonly BookSection<LookAlike> lookAlikes;
    private readonly BookSection<CauseEffect> links;
    private readonly BookSection<RepairStop> stops;
    private readonly BookSection<Recipe> recipes;
    private readonly BookSection<TemporaryHold> holds;
    private readonly BookSection<Renewal> renewals;
    private readonly BookSection<WoodSign> woodSigns;
    private readonly BookSection<Price> prices;
    private readonly BookSection<DeferralChain> deferrals;
    private readonly BookSection<CoveringRemedy> remedies;
    private readonly HashSet<string> firms = [];

    private RuleBook(PackedBook book)
    {
        BookSection<T> Section<T>(string name, Func<JsonTypeInfo<T>> type)
            where T : class => BookSection<T>.Packed(book.Content, book.Section(name), type);

        Version = book.Version;
        Hash = book.Hash;
        stations = Section("stations", static () => KnowledgeJson.Default.Station);
        quantities = Section("quantities", static () => KnowledgeJson.Default.Quantity);
        limits = Section("limits", static () => KnowledgeJson.Default.Limit);
        conditions = Section("conditions", static () => KnowledgeJson.Default.Condition);
        coverings = Section("coverings", static () => KnowledgeJson.Default.Covering);
        walks = Section("walks", static () => KnowledgeJson.Default.WalkOrder);
        questions = Section("questions", static () => KnowledgeJson.Default.Question);
        components = Section("components", static () => KnowledgeJson.Default.ComponentKind);
        decisions = Section("decisions", static () => KnowledgeJson.Default.Decision);
        combinations = Section("combinations", static () => KnowledgeJson.Default.Combination);
        retired = Section("retired", static () => KnowledgeJson.Default.RetiredKey);
        elements = Section("elements", static () => KnowledgeJson.Default.Element);
        lookAlikes = Section("look-alikes", static () => KnowledgeJson.Default.LookAlike);
        links = Section("links", static () => KnowledgeJson.Default.CauseEffect);
        stops = Section("stops", static () => KnowledgeJson.Default.RepairStop);
        recipes = Section("recipes", static () => KnowledgeJson.Default.Recipe);
        holds = Section("holds", static () => KnowledgeJson.Default.TemporaryHold);
        renewals = Section("renewals", static () => KnowledgeJson.Default.Renewal);
        woodSigns = Section("allowances", static () => KnowledgeJson.Default.WoodSign);
        prices = Section("prices", static () => KnowledgeJson.Default.Price);
        deferrals = Section("deferrals", static () => KnowledgeJson.Default.DeferralChain);
        remedies = Section("remedies", static () => KnowledgeJson.Default.CoveringRemedy);
        Versions = Section("versions", static () => KnowledgeJson.Default.BookVersion);
        Harm = Section("harm", static () => KnowledgeJson.Default.Harm);
        YearChances = Section("chances", static () => KnowledgeJson.Default.YearChance);
        Commissions = Section("commissions", static () => KnowledgeJson.Default.CommissionRule);
        Factors = Section("factors", static () => KnowledgeJson.Default.WearFactor);
    }

    private RuleBook(RuleBook shipped, BookOverlay own)
    {
        Version = shipped.Version;
        Hash = Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes($"{shipped.Hash} {own.Stamp}")))[..shipped.Hash.Length];
        stations = shipped.stations;
        quantities = shipped.quantities.Under(own.Quantities, q => q.Id);
        limits = shipped.limits.Under(own.Limits, l => l.Id, l => [l.Quantity]);
        conditions = shipped.conditions.Under(own.Conditions, c => c.Code, c => c.Stations);
        coverings = shipped.coverings;
        walks = shipped.walks;
        questions = shipped.questions;
        components = shipped.components;
        decisions = shipped.decisions.Under(own.Decisions, d => d.Key, d => d.Conditions);
        combinations = shipped.combinations;
        retired = shipped.retired.Under(own.Retired, r => $"{JsonNamingPolicy.CamelCase.ConvertName(r.Kind.ToString())}:{r.Key}");
        elements = shipped.elements;
        lookAlikes = shipped.lookAlikes;
        links = shipped.links;
        stops = shipped.stops;
        recipes = shipped.recipes;
        holds = shipped.holds;
        renewals = shipped.renewals;
        woodSigns = shipped.woodSigns;
        prices = shipped.prices;
        deferrals = shipped.deferrals;
        remedies = shipped.remedies;
        firms = [.. own.Conditions.Select(c => c.Code)];
        Versions = shipped.Versions;
        Harm = shipped.Harm;
        YearChances = shipped.YearChances;
        Commissions = shipped.Commissions;
        Factors = shipped.Factors;
    }

    /// <summary>This book with a firm's own entries laid over it: one of a key that is here takes its place, the rest come after.</summary>
    public RuleBook Under(BookOverlay own) => new(this, own);

    public static RuleBook Current => Packed.Value;

    /// <summary>A book packed as the shipped one is, such as one that is still to be looked through.</summary>
    public static RuleBook Read(byte[] packed) => new(new PackedBook(packed));

    /// <summary>The edition of the shipped book.</summary>
    public string Version { get; }

    /// <summary>The first digits of a hash over everything in it: enough to tell any two editions apart.</summary>
    public string Hash { get; }

    public IReadOnlyList<Station> Stations => stations;

    public IReadOnlyList<Condition> Conditions => conditions;

    public IReadOnlyList<Quantity> Quantities => quantities;

    public IReadOnlyList<Limit> Limits => limits;

    public IReadOnlyList<Covering> Coverings => coverings;

    public IReadOnlyList<Harm> Harm { get; }

    public IReadOnlyList<YearChance> YearChances { get; }

    public IReadOnlyList<WalkOrder> Walks => walks;

    public IReadOnlyList<CommissionRule> Commissions { get; }

    public IReadOnlyList<Question> Questions => questions;

    /// <summary>What a slope is built of besides its covering.</summary>
    public IReadOnlyList<ComponentKind> Components => components;

    public IReadOnlyList<WearFactor> Factors { get; }

    /// <summary>Parts of a roof and building that findings are on.</summary>
    public IReadOnlyList<Element> Elements => elements;

    public IReadOnlyList<LookAlike> LookAlikes => lookAlikes;

    /// <summary>The last editions and what each changed, the newest first.</summary>
    public IReadOnlyList<BookVersion> Versions { get; }

    /// <summary>What can bring about what.</summary>
    public IReadOnlyList<CauseEffect> Links => links;

    public IReadOnlyList<CauseEffect> LinksTo(string effect) => links.In(effect);

    /// <summary>What follows when work is left undone.</summary>
    public IReadOnlyList<DeferralChain> DeferralChains => deferrals;

    /// <summary>Repairs that are made in another way on some coverings.</summary>
    public IReadOnlyList<CoveringRemedy> CoveringRemedies => remedies;

    /// <summary>A condition with its repair as it is made on a kind of covering (null: not known). What the firm wrote in its place stays the firm's.</summary>
    public Condition On(string? kind, Condition condition) =>
        kind is not null
        && !firms.Contains(condition.Code)
        && remedies.In(condition.Code).FirstOrDefault(r => r.Kinds.Contains(kind)) is { } way
            ? condition with
            {
                Remedy = way.In(condition.Remedy),
            }
            : condition;

    /// <summary>What ends repair of a slope.</summary>
    public IReadOnlyList<RepairStop> Stops => stops;

    public IReadOnlyList<RepairStop> StopsOf(string code) => stops.In(code);

    /// <summary>What repairs take.</summary>
    public IReadOnlyList<Recipe> Recipes => recipes;

    public IReadOnlyList<Recipe> RecipesFor(string code) => recipes.In(code);

    public IReadOnlyList<TemporaryHold> Holds => holds;

    public TemporaryHold? FindHold(string key) => holds.Find(key);

    /// <summary>What keeps water out for the time being on a family of coverings (null: not known).</summary>
    public TemporaryHold? HoldOn(CoveringFamily? family, string key) =>
        FindHold(key) is { } usual
            ? FindHold(usual.Instead?.FirstOrDefault(i => family is { } on && i.Families.Contains(on))?.Hold ?? key)
            : null;

    /// <summary>What it takes to renew a covering, by its kind.</summary>
    public IReadOnlyList<Renewal> Renewals => renewals;

    public Renewal? FindRenewal(string kind) => renewals.Find(kind);

    /// <summary>What points to decayed wood.</summary>
    public IReadOnlyList<WoodSign> WoodSigns => woodSigns;

    public IReadOnlyList<WoodSign> WoodSignsOf(string code) => woodSigns.In(code);

    /// <summary>The price list as shipped: made-up examples until a firm sets its own.</summary>
    public IReadOnlyList<Price> Prices => prices;

    public Price? FindPrice(string key) => prices.Find(key);

    public Element? FindElement(string key) => elements.Find(key);

    /// <summary>Keys that are used no more, with what took their place: none is ever given again.</summary>
    public IReadOnlyList<RetiredKey> Retired => retired;

    /// <summary>
    /// The key that stands today for one saved: itself, what took its place on this family of coverings (null: not known), or itself again where nobody knows it.
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
        conditions.Find(code) ?? conditions.Find(CurrentKey(BookKeyKind.Condition, code, family));

    public Quantity? FindQuantity(string id) => quantities.Find(id);

    /// <summary>Null where this edition knows no such covering.</summary>
    public Covering? FindCovering(string kind) => coverings.Find(kind) ?? coverings.Find(CurrentKey(BookKeyKind.Covering, kind));

    /// <summary>A covering that is known to be in the book: facts are brought to its keys before they are assessed.</summary>
    public Covering Covering(string kind) =>
        FindCovering(kind) ?? throw new ArgumentException($"The rule book has no covering \"{kind}\".", nameof(kind));

    /// <summary>What the commission of a visit decides.</summary>
    public CommissionRule CommissionOf(VisitFact? visit) => Commission(VisitFact.PurposeOf(visit));

    public CommissionRule Commission(CommissionPurpose purpose) => Commissions.First(c => c.Purpose == purpose);

    public Question? FindQuestion(string key) => Find(questions, BookKeyKind.Question, key);

    public ComponentKind? FindComponent(string key) => Find(components, BookKeyKind.Component, key);

    public WalkOrder? FindWalk(string key) => walks.Find(key);

    public Station? FindStation(string key) => Find(stations, BookKeyKind.Station, key);

    private T? Find<T>(BookSection<T> section, BookKeyKind kind, string key)
        where T : class => section.Find(key) ?? section.Find(CurrentKey(kind, key));

    /// <summary>Questions whose answer decides a matter that good people differ on.</summary>
    public IReadOnlyList<Decision> Decisions => decisions;

    /// <summary>What means something only together.</summary>
    public IReadOnlyList<Combination> Combinations => combinations;

    public Decision? FindDecision(string key) => decisions.Find(key);

    public IReadOnlyList<Decision> DecisionsOf(string code) => decisions.In(code);

    public IReadOnlyList<Limit> LimitsOn(string quantityId) => limits.In(quantityId);

    /// <summary>Conditions met at a station on a family of coverings (null: any), in the book's order.</summary>
    public IEnumerable<Condition> ConditionsAt(string station, CoveringFamily? family) =>
        conditions.In(station).Where(c => c.AppliesTo(family));

    /// <summary>The limit that governs a quantity at a covering before anything is measured: the strictest of what binds there; null where none speaks.</summary>
    public Limit? LimitFor(string quantityId, string? kind, LocalProfileFact? local = null) =>
        LimitSets
            .Strictest(LimitSets.Deciding(LimitSets.At(this, quantityId, new VerdictPlace(kind, null, local))))
            .FirstOrDefault()
            ?.Limit;
}
