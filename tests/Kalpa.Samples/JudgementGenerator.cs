using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Samples;

/// <summary>What decides findings, local rules and the firm's defaults, made up from a seed.</summary>
internal sealed class JudgementGenerator(int seed)
{
    private static readonly DateTimeOffset At = new(2026, 9, 18, 8, 0, 0, TimeSpan.Zero);

    private readonly Random random = new(seed);

    public FindingFact Into(FindingFact finding, RuleBook book) =>
        Own(finding) with
        {
            Basis = random.Pick<Basis>(),
            Deciding =
            [
                .. book.DecisionsOf(finding.Condition)
                    .Where(_ => random.Next(2) == 0)
                    .Select(d => new DecidingAnswer(d.Key, d.Options[random.Next(d.Options.Count)].Key)),
            ],
            Views =
            [
                .. book.DecisionsOf(finding.Condition)
                    .Where(_ => random.Next(4) == 0)
                    .Select(d => new ChosenView(d.Key, d.Views[random.Next(d.Views.Count)].Key)),
            ],
            Moved = random.Next(6) == 0 ? new MovedUrgency(random.Pick<UrgencyClass>(), "It is known here", "Marit", At) : null,
            OwnWords = random.Next(8) == 0 ? new OwnWords("As I saw it.") : null,
        };

    /// <summary>Some in the inspector's own words, by the finding's id: nothing else that is drawn moves by it.</summary>
    private static FindingFact Own(FindingFact finding) =>
        finding.Id.ToByteArray()[^1] % 12 == 0
            ? finding with
            {
                Condition = OwnCondition.Key,
                Measure = null,
                Own = new OwnCondition(
                    "Loose weather vane",
                    "The weather vane was loose",
                    (Consequence)(finding.Id.ToByteArray()[^2] % 6),
                    "Refasten the weather vane",
                    finding.Id.ToByteArray()[^3] % 2 == 0 ? "" : "sheet metal shop"
                ),
            }
            : finding;

    public LocalProfileFact? Local(RuleBook book)
    {
        if (random.Next(3) > 0)
        {
            return null;
        }
        var bounds = book.Limits.Where(l => l.Least is null || l.Most is null).ToList();
        var limit = bounds[random.Next(bounds.Count)];
        return new LocalProfileFact(
            random.NewId(),
            random.NewId(),
            random.Pick<CodeFamily>(),
            "Saltmere",
            "2024",
            [new LocalLimit(limit.Id, limit.Least * 2, limit.Most / 2, "section 3")],
            new LocalRain(4.5, "county table", new DateOnly(2026, 9, 1))
        );
    }

    public FirmRulesFact? Firm(RuleBook book) =>
        random.Next(3) > 0
            ? null
            : new FirmRulesFact(
                random.NewId(),
                [.. book.Decisions.Where(_ => random.Next(5) == 0).Select(d => new ChosenView(d.Key, d.Views[^1].Key))],
                [new FirmPhrase(book.Conditions[random.Next(book.Conditions.Count)].Code, "As the firm says it.")],
                random.Pick<Voice>()
            );
}
