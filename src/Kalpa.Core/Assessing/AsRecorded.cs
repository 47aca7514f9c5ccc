using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Assessing;

/// <summary>
/// The substitute for a condition that this edition of the rule book does not know: the finding stays in the list, in the work and in the report under the
/// name it was recorded by, weighed by its water signs alone, until somebody chooses a condition or Kalpa is updated.
/// </summary>
public static class AsRecorded
{
    private const string Trade = "a roofer";

    /// <summary>Whether it can be assessed: by a condition of the rule book, or by the inspector's own words.</summary>
    public static bool IsKnown(RuleBook book, FindingFact finding) =>
        finding.Own is not null || book.FindCondition(finding.Condition) is not null;

    /// <summary>
    /// A finding's condition: its own words, the rule book's, or the substitute; repaired as on the <paramref name="kind"/> of covering, or by the firm's remedy,
    /// where it has one.
    /// </summary>
    public static Condition Condition(RuleBook book, FindingFact finding, FirmRulesFact? firm = null, string? kind = null) =>
        WithFirms(finding.Own is null ? book.On(kind, Recorded(book, finding)) : Recorded(book, finding), firm);

    /// <summary>A condition with the firm's title and steps in the place of the book's, where it has some.</summary>
    public static Condition WithFirms(Condition condition, FirmRulesFact? firm) =>
        firm?.Remedies?.LastOrDefault(r => r.Condition == condition.Code) is { } own
            ? condition with
            {
                Remedy = condition.Remedy with { Title = own.Title, Steps = own.Steps },
            }
            : condition;

    private static Condition Recorded(RuleBook book, FindingFact finding) =>
        finding.Own is { } own
            ? OwnConditions.Of(own, finding)
            : book.FindCondition(finding.Condition)
                ?? new Condition(
                    finding.Condition,
                    $"Recorded as “{BookKey.InWords(finding.Condition)}”",
                    [finding.Station],
                    "",
                    "",
                    "The rule book in use does not know this condition, so it was not evaluated.",
                    Consequence.WaterIn,
                    Likelihood.Possible,
                    Progression.Steady,
                    new Remedy(
                        $"Have the finding recorded as “{BookKey.InWords(finding.Condition)}” evaluated",
                        ["Read the note and the photos", $"Have {Trade} say what it is and what it needs"]
                    ),
                    [],
                    SourceClass.Memory
                );
}
