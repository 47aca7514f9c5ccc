using Kalpa.Core.Facts;
using Kalpa.Core.Measures;

namespace Kalpa.Core.Rules;

/// <summary>
/// Whether the body of knowledge holds together: run by the tests and when the app is built, never at a start. Each fault names the entry and says what
/// is missing.
/// </summary>
public static class BookChecks
{
    private const int LikelyKeys = 6;

    /// <summary>One spot, several, widespread.</summary>
    private const int Extents = 3;

    /// <summary>Fewer words miss what people call it.</summary>
    private const int FewestWords = 4;

    /// <summary>Words for what one sees: in the name of a measured condition they say that it is two conditions.</summary>
    private static readonly string[] SeenWords =
    [
        "loose",
        "rusted",
        "missing",
        "cracked",
        "torn",
        "split",
        "rotten",
        "dished",
        "bent",
        "crushed",
        " or ",
    ];

    public static IReadOnlyList<string> Of(RuleBook book) =>
        [
            .. Once("condition", book.Conditions.Select(c => c.Code)),
            .. Once("limit", book.Limits.Select(l => l.Id)),
            .. Once("quantity", book.Quantities.Select(q => q.Id)),
            .. Once("decision", book.Decisions.Select(d => d.Key)),
            .. Once("combination", book.Combinations.Select(c => c.Id)),
            .. book.Conditions.SelectMany(c => Condition(book, c)),
            .. book.Quantities.SelectMany(q => Quantity(book, q)),
            .. book.Limits.SelectMany(l => Limit(book, l)),
            .. book.Decisions.SelectMany(d => DecisionChecks.Of(book, d)),
            .. book.Combinations.SelectMany(c => Combination(book, c)),
            .. book.Elements.SelectMany(Element),
            .. LookAlikes(book, book.LookAlikes),
            .. book
                .Links.Where(l => l.Cause == l.Effect || new[] { l.Cause, l.Effect }.Any(c => book.FindCondition(c) is null))
                .Select(l => $"link {l.Key}: needs two conditions of the rule book"),
            .. book.Stops.SelectMany(s => Stop(book, s)),
            .. book
                .Questions.Where(q => q.Options.Any(o => o.Findings?.Any(c => book.FindCondition(c) is null) == true))
                .Select(q => $"question {q.Key}: an answer names a condition that there is not"),
            .. CoveringChecks.Of(book),
            .. RecipeChecks.Of(book),
            .. PriceChecks.Of(book),
            .. DeferralChecks.Of(book),
            .. CoveringRemedyChecks.Of(book),
            .. Edition(book, book.Versions[0]),
            .. Retired(book),
            .. book
                .Harm.Where(h => string.IsNullOrWhiteSpace(h.Why) || !(h.Low > 0 && h.High > h.Low))
                .Select(h => $"harm {h.Consequence}: needs two costs in order and what they are made of"),
            .. book
                .YearChances.Where(c => string.IsNullOrWhiteSpace(c.Why) || c.Chance is not (> 0 and < 1))
                .Select(c => $"chance {c.Likelihood}: needs a chance and why it is put there"),
            .. book.Factors.Where(f => string.IsNullOrWhiteSpace(f.Find)).Select(f => $"factor {f.Key}: needs how it is found out"),
        ];

    private static IEnumerable<string> Once(string what, IEnumerable<string> keys) =>
        keys.GroupBy(k => k, StringComparer.Ordinal).Where(g => g.Count() > 1).Select(g => $"{what} {g.Key}: used {g.Count()} times");

    /// <summary>A retired key is never given again, and leads somewhere, if anywhere.</summary>
    private static IEnumerable<string> Retired(RuleBook book)
    {
        foreach (var twice in book.Retired.GroupBy(r => (r.Kind, r.Key)).Where(g => g.Count() > 1))
        {
            yield return $"retired {twice.Key.Kind} {twice.Key.Key}: retired {twice.Count()} times";
        }
        foreach (var retired in book.Retired)
        {
            if (KeysOf(book, retired.Kind).Contains(retired.Key))
            {
                yield return $"retired {retired.Kind} {retired.Key}: in use again";
            }
            if (string.IsNullOrWhiteSpace(retired.Reason) || string.IsNullOrWhiteSpace(retired.Since))
            {
                yield return $"retired {retired.Kind} {retired.Key}: needs its reason and the edition that retired it";
            }
            foreach (var successor in retired.Successors)
            {
                var last = book.CurrentKey(retired.Kind, successor.Key);
                if (!KeysOf(book, retired.Kind).Contains(last))
                {
                    yield return $"retired {retired.Kind} {retired.Key}: its successor {successor.Key} leads to nothing in the book";
                }
            }
        }
    }

    private static IEnumerable<string> KeysOf(RuleBook book, BookKeyKind kind) =>
        kind switch
        {
            BookKeyKind.Condition => book.Conditions.Select(c => c.Code),
            BookKeyKind.Covering => book.Coverings.Select(c => c.Kind),
            BookKeyKind.Component => book.Components.Select(c => c.Key),
            BookKeyKind.Question => book.Questions.Select(q => q.Key),
            _ => book.Stations.Select(s => s.Key),
        };

    /// <summary>What a condition lacks.</summary>
    public static IEnumerable<string> Condition(RuleBook book, Condition condition)
    {
        string Fault(string text) => $"condition {condition.Code}: {text}";
        (string Text, string What)[] texts =
        [
            (condition.Name, "a name"),
            (condition.Sees, "what one sees"),
            (condition.Observed, "the sentence that states it in a report"),
            (condition.Check, "a check"),
            (condition.Meaning, "its meaning"),
            (condition.Remedy.Title, "a remedy"),
        ];
        foreach (var (_, what) in texts.Where(t => string.IsNullOrWhiteSpace(t.Text)))
        {
            yield return Fault($"needs {what}");
        }
        if (condition.Remedy.Steps.Count == 0 || condition.Remedy.Steps.Any(string.IsNullOrWhiteSpace))
        {
            yield return Fault("needs its remedy as steps a roofer can price");
        }
        if (condition.Words.Count < FewestWords)
        {
            yield return Fault($"needs {FewestWords} words that people search by");
        }
        if (condition.LookAlikes is not { Count: > 0 })
        {
            yield return Fault("needs what it is taken for, and what tells it apart");
        }
        if (condition.Causes is not { Count: > 0 })
        {
            yield return Fault("needs its likely causes");
        }
        if (condition.Shots is not { Count: > 0 })
        {
            yield return Fault("needs the photos due");
        }
        if (book.FindElement(condition.Element) is null)
        {
            yield return Fault("needs the element it is on");
        }
        if (condition.Stations.Count == 0 || condition.Stations.Any(s => book.FindStation(s) is null))
        {
            yield return Fault("needs stations of the rule book");
        }
        if (condition.Quantity is { } quantity && (book.FindQuantity(quantity) is null || book.LimitsOn(quantity).Count == 0))
        {
            yield return Fault($"its quantity \"{quantity}\" has no limit");
        }
        if (!Enum.IsDefined(condition.SourceClass) || !Enum.IsDefined(condition.Consequence) || !Enum.IsDefined(condition.Progression))
        {
            yield return Fault("needs a source class, a consequence and a progression");
        }
        if (condition.Measured && SeenWords.Any(w => condition.Name.Contains(w, StringComparison.OrdinalIgnoreCase)))
        {
            yield return Fault("mixes what is seen with what is measured: make two conditions of it");
        }
        if (condition is { Seen: true, Quantity: null })
        {
            yield return Fault("without a measure it is seen anyway");
        }
        if (condition.Kinds?.Any(k => book.FindCovering(k) is null) == true)
        {
            yield return Fault("needs coverings of the rule book");
        }
        if (condition.Hazard is not null && condition.Consequence != Consequence.LifeSafety)
        {
            yield return Fault("a hazard to people has that as its consequence");
        }
        if (condition.HazardBy is not null != condition.Hazard is Hazard.Present)
        {
            yield return Fault("an immediate hazard, and no other, says by what it endangers people");
        }
        if (
            condition.Consequence == Consequence.LifeSafety
            && condition.Caution.Length == 0
            && condition.Trade.Length == 0
            && !condition.CanFall
        )
        {
            if (condition.Remedy.Steps.All(s => !s.Contains("ngineer", StringComparison.Ordinal)))
            {
                yield return Fault("is a danger: needs a caution, a trade or an engineer");
            }
        }
    }

    /// <summary>What an element lacks.</summary>
    public static IEnumerable<string> Element(Element element)
    {
        var figures = element.Amount switch
        {
            AmountKind.None => 0,
            AmountKind.Area => 2,
            _ => 1,
        };
        if (string.IsNullOrWhiteSpace(element.Name))
        {
            yield return $"element {element.Key}: needs a name";
        }
        if (
            figures == 0
                ? element.Assumed is not null
                : element.Assumed is not { Count: Extents } assumed || assumed.Any(a => a.Count != figures || a.Any(f => !(f > 0)))
        )
        {
            yield return $"element {element.Key}: needs an amount to assume for each extent, in the form it is given";
        }
    }

    /// <summary>Conditions of one element met at one station are told apart: each from another of them at least, by a test.</summary>
    public static IEnumerable<string> LookAlikes(RuleBook book, IReadOnlyList<LookAlike> pairs)
    {
        var others = new HashSet<(string, string)>();
        foreach (var pair in pairs)
        {
            if (
                pair.Conditions is not [var one, var other]
                || one == other
                || pair.Conditions.Any(c => book.FindCondition(c) is null)
                || string.IsNullOrWhiteSpace(pair.Test)
            )
            {
                yield return $"look-alike {pair.Key}: needs two conditions of the rule book and the test that tells them apart";
                continue;
            }
            others.UnionWith([(one, other), (other, one)]);
        }
        foreach (var together in book.Conditions.GroupBy(c => (c.Element, c.Stations[0])).Select(g => g.ToList()))
        {
            foreach (var condition in together.Where(c => together.Count > 1 && !together.Any(o => others.Contains((c.Code, o.Code)))))
            {
                yield return $"condition {condition.Code}: needs the test that tells it from another of its element at its station";
            }
        }
    }

    private static IEnumerable<string> Stop(RuleBook book, RepairStop stop)
    {
        if (stop.Conditions.Count == 0 || stop.Conditions.Any(c => book.FindCondition(c) is null))
        {
            yield return $"stop {stop.Key}: needs conditions of the rule book";
        }
        if (stop.Action is not (RoofAction.Replace or RoofAction.Relay) || string.IsNullOrWhiteSpace(stop.Words))
        {
            yield return $"stop {stop.Key}: needs to replace or relay, and words that say why";
        }
        var options = book.FindDecision(stop.Decision)?.Options.Select(o => o.Key).ToList();
        if (stop.Decision.Length > 0 && (stop.Is is not { Count: > 0 } || stop.Is.Any(o => options?.Contains(o) != true)))
        {
            yield return $"stop {stop.Key}: needs an answer to a question of the rule book";
        }
    }

    /// <summary>The newest edition told of is the book's own, and what it names as added or changed is there.</summary>
    public static IEnumerable<string> Edition(RuleBook book, BookVersion newest)
    {
        if (newest.Version != book.Version)
        {
            yield return $"versions: {book.Version} is not told of; Kalpa.BookPacker --changes writes what it changes";
        }
        var keys = new HashSet<string>(
            [
                .. book.Conditions.Select(c => $"condition:{c.Code}"),
                .. book.Limits.Select(l => $"limit:{l.Id}"),
                .. book.Coverings.Select(c => $"covering:{c.Kind}"),
                .. book.Decisions.Select(d => $"decision:{d.Key}"),
                .. book.Combinations.Select(c => $"combination:{c.Id}"),
            ],
            StringComparer.Ordinal
        );
        foreach (var unknown in newest.Added.Concat(newest.Changed).Where(k => !keys.Contains(k)))
        {
            yield return $"versions: {newest.Version} names {unknown}, which is not in the book";
        }
    }

    private static IEnumerable<string> Quantity(RuleBook book, Quantity quantity)
    {
        if (quantity.Likely.Count != LikelyKeys || quantity.Likely.Any(l => MeasureReading.Read(l, quantity.Unit).Value is null))
        {
            yield return $"quantity {quantity.Id}: needs {LikelyKeys} likely values that read";
        }
        if (string.IsNullOrWhiteSpace(quantity.HowToMeasure) || string.IsNullOrWhiteSpace(quantity.Name))
        {
            yield return $"quantity {quantity.Id}: needs a name and how it is measured";
        }
    }

    private static IEnumerable<string> Limit(RuleBook book, Limit limit)
    {
        if (book.FindQuantity(limit.Quantity) is null)
        {
            yield return $"limit {limit.Id}: there is no quantity \"{limit.Quantity}\"";
        }
        if (limit is { Least: null, Most: null } || limit.Least > limit.Most || limit.Tolerance < 0)
        {
            yield return $"limit {limit.Id}: needs a least, a most, or both in order";
        }
        foreach (var fact in new[] { limit.Where, limit.Unless }.OfType<DecidingFact>())
        {
            var decision = book.FindDecision(fact.Decision);
            if (
                decision is not { From: KnownFrom.Asked, Kinds: null }
                || fact.Is.Count == 0
                || fact.Is.Any(i => decision.Options.All(o => o.Key != i))
            )
            {
                yield return $"limit {limit.Id}: hangs on a question that is not asked, or on an answer that it has not";
            }
        }
        if (string.IsNullOrWhiteSpace(limit.Source) || string.IsNullOrWhiteSpace(limit.Why))
        {
            yield return $"limit {limit.Id}: needs a source and a reason";
        }
    }

    public static IEnumerable<string> Combination(RuleBook book, Combination combination)
    {
        var seen = combination.Needs.SelectMany(n => n.Seen ?? []).ToList();
        if (combination.Needs.Count < 2 || seen.Count == 0)
        {
            yield return $"combination {combination.Id}: needs two things at least, one of them seen";
        }
        foreach (var code in seen.Where(c => book.FindCondition(c) is null))
        {
            yield return $"combination {combination.Id}: there is no condition \"{code}\"";
        }
        if (combination.Causes is { } causes && (causes.Count == 0 || causes.Except(seen).Any() || !seen.Except(causes).Any()))
        {
            yield return $"combination {combination.Id}: its causes are some of what it needs, and bring about another part of it";
        }
        if (combination.RemedyOf is { } of && (of.Count == 0 || combination.Remedy.Length == 0 || of.Except(seen).Any()))
        {
            yield return $"combination {combination.Id}: what its remedy is for is some of what it needs";
        }
        if (combination.Steps is { } steps && (combination.Remedy.Length == 0 || steps.Count == 0 || steps.Any(string.IsNullOrWhiteSpace)))
        {
            yield return $"combination {combination.Id}: steps belong to a remedy, none of them empty";
        }
        foreach (
            var need in combination.Needs.Where(n =>
                n.Question is not null && book.FindQuestion(n.Question)?.Options.Any(o => n.Is!.Contains(o.Key)) != true
            )
        )
        {
            yield return $"combination {combination.Id}: the question \"{need.Question}\" has no such answer";
        }
        if (string.IsNullOrWhiteSpace(combination.Means) || string.IsNullOrWhiteSpace(combination.Settle))
        {
            yield return $"combination {combination.Id}: needs what it means and what settles it";
        }
    }
}
