using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Rules;

/// <summary>Facts recorded elsewhere that may decide a matter without asking.</summary>
[JsonConverter(typeof(CamelCaseEnum<KnownFrom>))]
public enum KnownFrom
{
    Asked,
    Family,
    Under,
    Facing,
    Purpose,
}

/// <summary>
/// One way to see a matter, and what it does to a finding: what is recommended instead (another outcome, remedy, steps, trade), a weight on its chance (1: none),
/// or no defect at all. No defect with a remedy is a note with a recommendation. <paramref name="Excuses"/>: also where a measure misses its limit.
/// <paramref name="AsOn"/>: repaired as on this covering; <paramref name="As"/>: by the steps of this condition.
/// </summary>
public sealed record DecisionView(
    string Key,
    string Words,
    FindingOutcome? Outcome = null,
    double Weight = 1,
    bool NoDefect = false,
    string Remedy = "",
    IReadOnlyList<string>? Steps = null,
    string Trade = "",
    bool Excuses = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? AsOn = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? As = null
)
{
    /// <summary>Whether it changes what is to be done or how urgent it is: what follows unasked from the place and changes nothing is not said either.</summary>
    [JsonIgnore]
    public bool Decides =>
        Outcome is not null || Weight != 1 || NoDefect || Remedy.Length > 0 || Steps is not null || Trade.Length > 0 || AsOn is not null;
}

/// <summary>On these coverings the covering itself gives this answer; on others it is not offered.</summary>
public sealed record KindAnswer(string Option, IReadOnlyList<string> Kinds);

/// <summary>With these answers the fact decides for that view.</summary>
public sealed record DecisionRule(IReadOnlyList<string> Is, string View);

/// <summary>
/// A matter with the fact that decides it: asked on the <paramref name="Conditions"/> it bears on, or known from elsewhere. <paramref name="Firm"/> is the view
/// taken where the fact is not known and the firm has said nothing; <paramref name="Settle"/> the test that settles it. <paramref name="Disputed"/>: good
/// people differ on it. <paramref name="Kinds"/> are answers that the covering gives; <paramref name="StainsSay"/> is the answer that stains or running water
/// recorded on the finding give where nobody has answered. <paramref name="On"/>: asked on these coverings only.
/// </summary>
public sealed record Decision(
    string Key,
    string Matter,
    string Ask,
    IReadOnlyList<QuestionOption> Options,
    IReadOnlyList<DecisionView> Views,
    IReadOnlyList<DecisionRule> By,
    string Firm,
    IReadOnlyList<string> Conditions,
    string Settle,
    SourceClass SourceClass = SourceClass.CommonPractice,
    KnownFrom From = KnownFrom.Asked,
    bool Disputed = true,
    IReadOnlyList<KindAnswer>? Kinds = null,
    string StainsSay = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<string>? On = null
)
{
    /// <summary>Whether the question is one of this covering; where the covering is not known, it may be.</summary>
    public bool AskedOn(string? kind) => On is null || kind is null || On.Contains(kind);

    public DecisionView View(string key) => Views.First(v => v.Key == key);

    public DecisionRule? RuleFor(string? option) => option is null ? null : By.FirstOrDefault(r => r.Is.Contains(option));
}

/// <summary>What gave the view: the recorded fact, the firm's default while the fact is not known, or the inspector.</summary>
[JsonConverter(typeof(CamelCaseEnum<DecidedBy>))]
public enum DecidedBy
{
    Fact,
    Firm,
    Inspector,
}

/// <summary>What follows from an answer that is not known yet.</summary>
public sealed record Branch(string If, string Then);

/// <summary>
/// A matter as it stands on one finding. <paramref name="Decisive"/>: the answer says whether it is a defect at all, or nearly so. <paramref name="Open"/>: the deciding fact is not known, so every branch is reported with the test that settles it.
/// </summary>
public sealed record DecisionAnswer(
    string Key,
    string Matter,
    string Ask,
    IReadOnlyList<QuestionOption> Options,
    string? Chosen,
    bool Asked,
    string View,
    string ViewWords,
    DecidedBy By,
    string Why,
    bool Open,
    IReadOnlyList<DecisionView> Others,
    IReadOnlyList<Branch> Branches,
    string Settle,
    bool Disputed,
    bool Decisive
);

/// <summary>Facts of the place of a finding that may decide without asking; null where not known.</summary>
public sealed record DecisionFacts(
    CoveringFamily? Family = null,
    Under? Under = null,
    Facing? Facing = null,
    CommissionPurpose? Purpose = null,
    FirmRulesFact? Firm = null,
    string? Kind = null
);

/// <summary>What all matters together do to a finding, and in which words: <paramref name="Said"/> are the views that a fact or the inspector decided for.</summary>
public sealed record DecisionEffect(
    double Weight,
    bool NoDefect,
    string Remedy,
    IReadOnlyList<string>? Steps,
    FindingOutcome? Outcome,
    string Trade,
    IReadOnlyList<string> Said,
    bool Excuses = false
)
{
    public static DecisionEffect None { get; } = new(1, false, "", null, null, "", []);
}

/// <summary>Matters that a recorded fact decides, with the other view one tap away (field guide, closing table).</summary>
public static class Decisions
{
    public static IReadOnlyList<DecisionAnswer> Of(RuleBook book, FindingFact finding, DecisionFacts facts) =>
        [.. book.DecisionsOf(finding.Condition).Where(d => d.AskedOn(facts.Kind)).Select(d => Of(d, finding, facts))];

    public static DecisionAnswer Of(Decision decision, FindingFact finding, DecisionFacts facts)
    {
        var byKind = decision.Kinds?.FirstOrDefault(a => facts.Kind is { } kind && a.Kinds.Contains(kind))?.Option;
        var asked = decision.From == KnownFrom.Asked && byKind is null;
        var chosen = asked ? Answered(decision, finding) : byKind ?? Known(decision.From, facts);
        var offered = Offered(decision, facts.Kind);
        var known = decision.Options.FirstOrDefault(o => o.Key == chosen);
        var rule = decision.RuleFor(known?.Key);
        var own = finding.Views?.LastOrDefault(v => v.Decision == decision.Key)?.View;
        var firm = facts.Firm?.Views.LastOrDefault(v => v.Decision == decision.Key)?.View ?? decision.Firm;
        var (view, by, why) =
            own is not null ? (own, DecidedBy.Inspector, "The inspector’s view.")
            : rule is not null ? (rule.View, DecidedBy.Fact, $"Decided by the fact: {Sentences.Lower(known!.Words)}.")
            : (
                firm,
                DecidedBy.Firm,
                known is null ? "The firm’s default until the fact is known." : "The firm’s default; the fact alone does not decide."
            );
        var taken = decision.View(view);
        return new DecisionAnswer(
            decision.Key,
            decision.Matter,
            decision.Ask,
            offered,
            known?.Key,
            asked,
            view,
            taken.Words,
            by,
            why,
            known is null,
            [.. decision.Views.Where(v => v.Key != view)],
            known is null
                ? [.. decision.By.Where(r => offered.Any(o => r.Is.Contains(o.Key))).Select(r => Branch(decision, r, offered))]
                : [],
            decision.Settle,
            decision.Disputed,
            !decision.Disputed || decision.Views.Any(v => v.NoDefect)
        );
    }

    /// <summary>
    /// What the views taken do; while a deciding fact is not known, it changes nothing. Stains and running water overrule a view that there is no defect, and what
    /// it would recommend.
    /// </summary>
    public static DecisionEffect Effect(
        RuleBook book,
        FindingFact finding,
        Condition condition,
        string? kind,
        IReadOnlyList<DecisionAnswer> answers
    )
    {
        var effect = DecisionEffect.None;
        foreach (var answer in answers.Where(a => a is not { Open: true, By: DecidedBy.Firm }))
        {
            var view = book.FindDecision(answer.Key)!.View(answer.View);
            if (view.NoDefect && finding.Evidence.ShowsWater())
            {
                continue;
            }
            var way = WayOf(book, view, answer, condition, kind);
            var remedy = view.Remedy.Length > 0 ? view.Remedy : way?.Title ?? "";
            effect = new DecisionEffect(
                effect.Weight * view.Weight,
                effect.NoDefect || view.NoDefect,
                remedy.Length > 0 ? remedy : effect.Remedy,
                view.Steps ?? way?.Steps ?? (remedy.Length > 0 ? null : effect.Steps),
                view.Outcome ?? effect.Outcome,
                view.Trade.Length > 0 ? view.Trade : effect.Trade,
                view.Decides || answer.Asked || answer.By == DecidedBy.Inspector ? [.. effect.Said, view.Words] : effect.Said,
                effect.Excuses || view.Excuses
            );
        }
        return effect;
    }

    /// <summary>What the view borrows; where the covering has given the answer, the condition is repaired as on it already.</summary>
    private static Remedy? WayOf(RuleBook book, DecisionView view, DecisionAnswer answer, Condition condition, string? kind) =>
        view.As is { } other ? book.On(kind, book.FindCondition(other)!).Remedy
        : view.AsOn is { } covering && (answer.Asked || answer.By == DecidedBy.Inspector) ? book.On(covering, condition).Remedy
        : null;

    /// <summary>A settled doubt, and best practice that is merely absent without any sign of harm, are noted and no defect.</summary>
    public static Verdict Settled(Condition condition, FindingFact finding, Verdict verdict, DecisionEffect effect, string? kind)
    {
        var outside = verdict.Outcome is VerdictOutcome.Short or VerdictOutcome.Over;
        // For other coverings, or held by limits that are asked elsewhere only: other pitches, other buildings, another way of building.
        var elsewhere =
            (kind is not null && condition.Kinds?.Contains(kind) == false)
            || verdict is { Outcome: VerdictOutcome.NotApplicable, Limits.Count: > 0 };
        if (
            finding.Evidence.ShowsWater()
            || (outside && !elsewhere && !effect.Excuses)
            || !(effect.NoDefect || condition.BestPractice || elsewhere)
        )
        {
            return effect.Said.Count == 0 ? verdict : verdict with { Note = Joined(verdict.Note, effect.Said) };
        }
        var why =
            verdict.Outcome == VerdictOutcome.NotApplicable ? verdict.Why
            : elsewhere ? "This does not apply to the covering here."
            : effect.NoDefect ? Joined("", effect.Said)
            : "Missing best practice alone is not a defect, and no sign of damage was found.";
        return verdict with
        {
            Outcome = VerdictOutcome.Noted,
            Headline = effect.Remedy.Length > 0 && !elsewhere ? "Noted, with a recommendation" : "Noted, no defect",
            Why = why,
            By = null,
            Shortfall = 0,
        };
    }

    private static string Joined(string note, IEnumerable<string> said) =>
        string.Join(' ', said.Select(s => s.TrimEnd('.') + ".").Prepend(note).Where(s => s.Length > 0));

    private static string? Answered(Decision decision, FindingFact finding) =>
        finding.Deciding?.LastOrDefault(a => a.Decision == decision.Key)?.Option
        ?? (decision.StainsSay.Length > 0 && finding.Evidence.ShowsWater() ? decision.StainsSay : null);

    /// <summary>The answers that this covering can have; all of them where it is not known.</summary>
    private static IReadOnlyList<QuestionOption> Offered(Decision decision, string? kind) =>
        decision.Kinds is not { } kinds || kind is null
            ? decision.Options
            : [.. decision.Options.Where(o => kinds.All(a => a.Option != o.Key || a.Kinds.Contains(kind)))];

    private static Branch Branch(Decision decision, DecisionRule rule, IReadOnlyList<QuestionOption> offered)
    {
        var options = offered.Where(o => rule.Is.Contains(o.Key)).Select(o => Sentences.Lower(o.Words));
        return new Branch(string.Join(" or ", options), decision.View(rule.View).Words);
    }

    private static string? Known(KnownFrom from, DecisionFacts facts) =>
        from switch
        {
            KnownFrom.Family => Camel(facts.Family?.ToString()),
            KnownFrom.Under => Camel(facts.Under?.ToString()),
            KnownFrom.Facing => Camel(facts.Facing?.ToString()),
            KnownFrom.Purpose => Camel(facts.Purpose?.ToString()),
            _ => null,
        };

    private static string? Camel(string? name) => name is null ? null : char.ToLowerInvariant(name[0]) + name[1..];
}
