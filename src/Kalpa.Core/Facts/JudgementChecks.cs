using Kalpa.Core.Rules;
using Kalpa.Core.Water;

namespace Kalpa.Core.Facts;

/// <summary>Whether opinions, local rules, the firm's defaults and what decides a finding can be kept at all.</summary>
internal static class JudgementChecks
{
    private const int MostOwnConditions = 500;
    private const int MostWords = 50;

    private const int MostBranches = 20;
    private const int MostEarlier = 200;
    private const int MostLimits = 500;
    private const double LargestLimit = 1e6;

    public static void Of(IFact fact, RuleBook book, FactChecks.Found found)
    {
        switch (fact)
        {
            case OpinionFact opinion:
                Opinion(opinion, book, found);
                break;
            case LocalProfileFact local:
                Local(local, book, found);
                break;
            case FirmRulesFact firm:
                Views(firm.Views, book, found);
                found.If(
                    firm.Phrases.Any(p => book.FindCondition(p.Condition) is null),
                    "firm.unknown-condition",
                    "A phrase belongs to a condition of the rule book."
                );
                found.Text([.. firm.Phrases.Select(p => p.Means)]);
                Firm(firm, book, found);
                Prices(firm, book, found);
                RecordChecks.Wood(firm.Wood, "firm", RecordChecks.MostOpenedOfAll, found);
                found.Count(firm.Conditions, MostOwnConditions);
                foreach (var own in firm.Conditions ?? [])
                {
                    Own(own, "firm.condition-incomplete", found);
                }
                break;
        }
    }

    public static void Finding(FindingFact finding, RuleBook book, FactChecks.Found found)
    {
        found.If(
            finding.Deciding?.Any(a => book.FindDecision(a.Decision)?.Options.All(o => o.Key != a.Option) != false) == true,
            "finding.unknown-answer",
            "What decides it must be one of the rule book’s answers. Choose again."
        );
        Views(finding.Views ?? [], book, found);
        found.If(
            finding.Moved is { Reason: var reason } && string.IsNullOrWhiteSpace(reason),
            "finding.moved-without-reason",
            "Enter why it is moved: the computed order is kept beside yours."
        );
        if (finding.Own is { } own)
        {
            Own(own, "finding.own-incomplete", found);
            found.If(
                finding.Condition != OwnCondition.Key,
                "finding.own-and-condition",
                $"A finding has a condition of the rule book or your own words, not both: record it as \"{OwnCondition.Key}\"."
            );
        }
        found.Text(
            finding.Moved?.Reason ?? "",
            finding.OwnWords?.Observed ?? "",
            finding.OwnWords?.Means ?? "",
            finding.OwnWords?.OverObserved ?? "",
            finding.OwnWords?.OverMeans ?? ""
        );
    }

    private static void Own(OwnCondition own, string code, FactChecks.Found found)
    {
        found.If(
            new[] { own.Title, own.Seen, own.Recommendation }.Any(string.IsNullOrWhiteSpace),
            code,
            "Enter a title, what you saw and what you recommend."
        );
        found.Count(own.Words, MostWords);
        found.Text([own.Title, own.Seen, own.Recommendation, own.Trade, own.By ?? "", .. own.Words ?? []]);
    }

    private static void Views(IReadOnlyList<ChosenView> views, RuleBook book, FactChecks.Found found) =>
        found.If(
            views.Any(v => book.FindDecision(v.Decision)?.Views.All(o => o.Key != v.View) != false),
            "views.unknown",
            "A view must be one of the rule book’s. Choose again."
        );

    private static void Opinion(OpinionFact opinion, RuleBook book, FactChecks.Found found)
    {
        if (opinion.Covering is { } kind)
        {
            found.Key(kind, book.FindCovering(kind) is not null, "opinion.unknown-covering", "covering");
        }
        found.Day(opinion.ByDay);
        found.If(
            opinion.ByDay < DateOnly.FromDateTime(opinion.At.DateTime),
            "opinion.day-past",
            "The day is over already. Choose a later one, or leave it empty."
        );
        found.Count(opinion.Branches, MostBranches);
        found.Count(opinion.Earlier, MostEarlier);
        found.If(string.IsNullOrWhiteSpace(opinion.Because), "opinion.no-reason", "Enter what the opinion rests on.");
        found.If(
            opinion.Action == OpinionAction.HaveJudged && string.IsNullOrWhiteSpace(opinion.Who),
            "opinion.no-judge",
            "Enter who is to evaluate it: a roofer, an engineer, a chimney or wall specialist."
        );
        found.If(
            opinion.Earlier.Any(e => string.IsNullOrWhiteSpace(e.Reason)),
            "opinion.no-change-reason",
            "Enter why the opinion changed: the earlier one is kept with it."
        );
        found.If(opinion.Branches.Any(b => string.IsNullOrWhiteSpace(b.If)), "opinion.empty-branch", "Enter what the branch hangs on.");
        found.Text([opinion.Who, opinion.Because, .. opinion.Branches.Select(b => b.If), .. opinion.Branches.Select(b => b.Words)]);
    }

    private static void Local(LocalProfileFact local, RuleBook book, FactChecks.Found found)
    {
        found.If(
            local.Limits.Count > 0 && string.IsNullOrWhiteSpace(local.Jurisdiction),
            "local.no-jurisdiction",
            "Name the jurisdiction whose values these are."
        );
        found.Count(local.Limits, MostLimits);
        found.If(
            local.Limits.Any(l => l.Least > LargestLimit || l.Most > LargestLimit),
            "local.too-large",
            $"A limit is at most {LargestLimit:0}."
        );
        found.If(
            local.Rain is { } rain && !(rain.InchesPerHour > 0 && rain.InchesPerHour <= RainMaps.MostInchesPerHour),
            "local.bad-rain",
            $"Enter the rain in inches an hour, up to {RainMaps.MostInchesPerHour:0}."
        );
        found.If(
            local.Rain is { } told && string.IsNullOrWhiteSpace(told.Source),
            "local.rain-without-source",
            "Enter where the local rain comes from."
        );
        found.Text([local.Rain?.Source ?? "", local.Jurisdiction, local.Edition, .. local.Limits.Select(l => l.Source)]);
        Values(local.Limits, book, found);
    }

    /// <summary>More than a price list has rows, and far below what slows a phone down.</summary>
    private const int MostPrices = 1_000;

    /// <summary>Dearer than any unit of a roof.</summary>
    private const double DearestUnit = 1_000_000;

    /// <summary>The firm's prices: of rows of the price list, each once, low to high.</summary>
    private static void Prices(FirmRulesFact firm, RuleBook book, FactChecks.Found found)
    {
        var prices = firm.Prices ?? [];
        found.Count(prices, MostPrices);
        foreach (var price in prices)
        {
            found.Key(price.Key, book.FindPrice(price.Key) is not null, "firm.unknown-price", "price");
        }
        found.If(
            prices.Select(p => p.Key).Distinct(StringComparer.Ordinal).Count() < prices.Count,
            "firm.price-twice",
            "A row of the price list has one price: remove the other."
        );
        found.If(
            prices.Any(p => !(p.Low >= 0 && p.Low <= p.Likely && p.Likely <= p.High && p.High <= DearestUnit)),
            "firm.price-out-of-order",
            "Enter prices as low, likely and high, none below zero and each at least the one before."
        );
    }

    /// <summary>The firm's remedies, search words and values: of entries that are there, and complete.</summary>
    private static void Firm(FirmRulesFact firm, RuleBook book, FactChecks.Found found)
    {
        var (remedies, limits, words) = (firm.Remedies ?? [], firm.Limits ?? [], firm.Words ?? []);
        found.Count(remedies, MostOwnConditions);
        found.Count(limits, MostLimits);
        found.Count(words, MostOwnConditions);
        found.If(
            remedies.Any(r => book.FindCondition(r.Condition) is null) || words.Any(w => book.FindCondition(w.Condition) is null),
            "firm.unknown-condition",
            "A remedy or search words belong to a condition of the rule book."
        );
        found.If(
            remedies.Any(r => string.IsNullOrWhiteSpace(r.Title) || r.Steps.Count == 0 || r.Steps.Any(string.IsNullOrWhiteSpace)),
            "firm.remedy-incomplete",
            "A remedy needs a title and at least one step."
        );
        found.Text([.. remedies.Select(r => r.Title), .. remedies.SelectMany(r => r.Steps), .. words.SelectMany(w => w.Words)]);
        found.Text([firm.ChangedBy ?? "", .. limits.Select(l => l.Source)]);
        Values(limits, book, found);
        found.If(
            limits.Any(l => book.Limits.FirstOrDefault(b => b.Id == l.LimitId) is { Binds: true }),
            "firm.limit-binds",
            "What a code or a manufacturer’s instruction sets stands. Enter a jurisdiction’s value at the property instead."
        );
    }

    private static void Values(IReadOnlyList<LocalLimit> limits, RuleBook book, FactChecks.Found found)
    {
        foreach (var own in limits)
        {
            var limit = book.Limits.FirstOrDefault(l => l.Id == own.LimitId);
            found.If(limit is null, FactChecks.UnknownLimit, $"The rule book has no limit \"{own.LimitId}\".");
            found.If(own.Least is null && own.Most is null, "local.no-bound", "Give the value that is asked here.");
            found.If(own.Least > own.Most, "local.bounds-swapped", "The least must not be above the most.");
            found.If(own.Least < 0 || own.Most < 0, "local.negative", "A limit is zero or more.");
        }
    }
}
