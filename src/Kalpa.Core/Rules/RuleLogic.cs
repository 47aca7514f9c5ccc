using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Rules;

/// <summary>The logic of a rule in words, for whoever wants to argue with it.</summary>
public sealed record LogicAnswer(string Id, string Name, IReadOnlyList<string> Lines);

/// <summary>Says in sentences what the engine does with an entry of the rule book.</summary>
public static class RuleLogic
{
    public static LogicAnswer Of(RuleBook book, Condition condition)
    {
        var lines = new List<string> { Applies(condition) };
        if (condition.Quantity is { } id && book.FindQuantity(id) is { } quantity)
        {
            lines.AddRange(book.LimitsOn(id).Select(l => Limit(book, quantity, l)));
            lines.Add(
                quantity.Unit == QuantityUnit.Count ? "A count is taken as it is."
                : quantity.Unit == QuantityUnit.RValue ? "An R-value is taken as stamped."
                : "A tape is taken as exact. A reading by eye or touch is good to half an inch or a quarter of it, whichever is more: where that spans the limit it cannot tell."
            );
            lines.Add(
                "Of the required limits, the one that is missed controls; of several, the strictest. Good practice controls only where nothing is required."
            );
        }
        else
        {
            lines.Add("Not measured: seeing it is the fault.");
        }
        if (condition.BestPractice)
        {
            lines.Add("Its absence alone is noted and is no defect; with stains or running water it counts.");
        }
        lines.Add(
            condition.Consequence == Consequence.LifeSafety
                ? Danger(condition)
                : $"If left, it can do damage within a year {Likely(condition.Likelihood)}; the harm is {Harm(condition.Consequence)}; it gets worse {Worse(condition.Progression)}."
        );
        if (condition.CanFall)
        {
            lines.Add("It can fall: where people pass or stand below, it is immediate.");
        }
        if (condition.Shows is { } shows)
        {
            lines.Add(
                shows == WaterEvidence.Stained
                    ? "It is a water sign itself: it counts as staining, whatever else was recorded."
                    : "It is a sign of moisture itself: water entry counts as suspected, whatever else was recorded."
            );
        }
        lines.AddRange(
            book.DecisionsOf(condition.Code)
                .Select(d => $"{d.Matter}: {string.Join("; ", d.By.Select(r => $"{Options(d, r)} → {d.View(r.View).Words}"))}.")
        );
        lines.AddRange(
            book.Combinations.Where(c => c.Needs.Any(n => n.Seen?.Contains(condition.Code) == true))
                .Select(c => $"With others it may mean: {Sentences.Lower(c.Name)}.")
        );
        return new LogicAnswer(condition.Code, condition.Name, lines);
    }

    public static LogicAnswer Of(RuleBook book, Limit limit)
    {
        var quantity = book.FindQuantity(limit.Quantity)!;
        return new(
            limit.Id,
            quantity.Name,
            [
                Limit(book, quantity, limit),
                limit.Binds
                    ? "It is required: a measure outside it is a defect, whatever else is met."
                    : "It is recommended: it applies only where nothing is required, and missing it alone is not a defect.",
                .. limit.Where is null
                    ? Array.Empty<string>()
                    : ["While that fact is not recorded a reading that misses it cannot be told: what settles it is asked."],
            ]
        );
    }

    public static LogicAnswer Of(RuleBook book, Combination combination) =>
        new(
            combination.Id,
            combination.Name,
            [
                combination.Scope switch
                {
                    CombinationScope.Detail => "At one detail of a slope, all of these:",
                    CombinationScope.Near => "On one slope, or on none in particular, and not at two places, all of these:",
                    CombinationScope.Slope => "On one slope, or on none in particular, all of these:",
                    _ => "Anywhere on the roof, all of these:",
                },
                .. combination.Needs.Select(n => Clause(book, n)),
                combination.Likelihood is { } likelihood
                    ? $"Then each of them counts as doing harm {Likely(likelihood)}, at least."
                    : "It changes no chance.",
                .. Graver(combination.Consequence),
                .. combination.Causes is { } causes
                    ? new[]
                    {
                        $"Corrected first, because it brings about the rest: {string.Join("; ", causes.Select(c => Sentences.Lower(book.FindCondition(c)!.Name)))}.",
                    }
                    : [],
                .. Work(book, combination),
                .. combination.Trade.Length > 0 ? new[] { $"It belongs to: {combination.Trade}." } : [],
            ]
        );

    private static IEnumerable<string> Work(RuleBook book, Combination combination)
    {
        if (combination.Remedy.Length > 0)
        {
            yield return combination.RemedyOf is { } of
                ? $"What is done about {Sentences.List([.. of.Select(c => Sentences.Lower(book.FindCondition(c)!.Name))])} is then: {Sentences.Lower(combination.Remedy)}."
                : $"What is done is then: {Sentences.Lower(combination.Remedy)}.";
        }
    }

    private static IEnumerable<string> Graver(Consequence? consequence)
    {
        if (consequence is { } at)
        {
            yield return at == Consequence.LifeSafety
                ? "And it is immediate: together they endanger people."
                : $"And the harm is at least {Harm(at)}.";
        }
    }

    private static string Clause(RuleBook book, Clause clause)
    {
        if (clause.Question is { } key)
        {
            var question = book.FindQuestion(key)!;
            var answers = question.Options.Where(o => clause.Is!.Contains(o.Key)).Select(o => $"“{o.Words}”");
            return $"“{question.Text}” was answered {string.Join(" or ", answers)}";
        }
        var names = clause.Seen!.Select(c => Sentences.Lower(book.FindCondition(c)!.Name));
        var count = clause.Count > 1 ? $"{clause.Count} or more of: " : "";
        var evidence = clause.Evidence switch
        {
            WaterEvidence.Active => ", with an active leak",
            WaterEvidence.Stained => ", with stains or worse",
            WaterEvidence.Suspected => ", with water suspected or worse",
            _ => "",
        };
        return $"{count}{string.Join(" or ", names)}{evidence}";
    }

    private static string Limit(RuleBook book, Quantity quantity, Limit limit)
    {
        var where =
            limit.Codes is { Count: 0 } ? ", only where the jurisdiction requires it"
            : limit.Codes is [CodeFamily.SmallCommercial] ? ", for commercial buildings"
            : limit.Codes is [CodeFamily.Residential] ? ", for houses"
            : "";
        var pitch = (limit.PitchFrom, limit.PitchBelow, limit.PitchOver, limit.PitchTo) switch
        {
            ({ } from, { } below, _, _) => $", from {new Pitch(from).ToTradeText()} to under {new Pitch(below).ToTradeText()}",
            ({ } from, null, _, _) => $", from {new Pitch(from).ToTradeText()} on",
            (null, { } below, _, _) => $", below {new Pitch(below).ToTradeText()}",
            (_, _, { } over, { } to) => $", over {new Pitch(over).ToTradeText()} to {new Pitch(to).ToTradeText()}",
            (_, _, { } over, null) => $", over {new Pitch(over).ToTradeText()}",
            (_, _, null, { } to) => $", up to {new Pitch(to).ToTradeText()}",
            _ => "",
        };
        var slack = limit.Tolerance > 0 ? $", give or take {Verdicts.Text(quantity, limit.Tolerance)}" : "";
        var verb = limit.Binds ? "must be" : "should be";
        return $"{Sentences.Upper(quantity.Name)} {verb} {Verdicts.LimitText(quantity, limit)}{slack}{pitch}{where}{Hangs(book, limit)} ({limit.Source}).";
    }

    private static string Hangs(RuleBook book, Limit limit) =>
        (limit.Where, limit.Unless) switch
        {
            ({ } where, _) => $", where it is {LimitSets.Answers(book, where.Decision, where.Is)}",
            (_, { } unless) => $", unless it is {LimitSets.Answers(book, unless.Decision, unless.Is)}",
            _ => "",
        };

    private static string Applies(Condition condition) =>
        condition.Families is null ? "Any covering." : $"On {Sentences.List([.. condition.Families.Select(NameOf)])}.";

    /// <summary>A family of coverings as it stands in a sentence.</summary>
    public static string NameOf(CoveringFamily family) =>
        family == CoveringFamily.Asphalt ? "asphalt shingles" : family.ToString().ToLowerInvariant();

    private static string Options(Decision decision, DecisionRule rule) =>
        string.Join(" or ", decision.Options.Where(o => rule.Is.Contains(o.Key)).Select(o => Sentences.Lower(o.Words)));

    private static string Likely(Likelihood likelihood) =>
        likelihood switch
        {
            Likelihood.NearlySure => "almost surely (about four times in five)",
            Likelihood.Likely => "about once in three times",
            Likelihood.Possible => "about once in eight times",
            _ => "about once in twenty-five times",
        };

    private static string Harm(Consequence consequence) =>
        consequence switch
        {
            Consequence.LifeSafety => "a danger to people",
            Consequence.WaterIn => "water in the building",
            Consequence.HiddenWet => "hidden moisture",
            Consequence.BlowOff => "wind damage",
            Consequence.EarlyAgeing => "a shorter life",
            _ => "appearance only",
        };

    private static string Danger(Condition condition) =>
        condition.Hazard switch
        {
            Hazard.Present =>
                $"It is immediate: {Sentences.Lower(Dangers.Words(condition, Kalpa.Core.Urgency.Danger.Present))} It has no price.",
            Hazard.Dormant => "It is due within a year: it takes another event to injure anyone. It has no price.",
            _ => "It is immediate where people pass or stand below, and due within a year elsewhere. It has no price.",
        };

    private static string Worse(Progression progression) =>
        progression switch
        {
            Progression.Fast => "fast",
            Progression.Steady => "steadily",
            Progression.Slow => "slowly",
            _ => "not at all",
        };
}
