using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>Every limit of the book at its bound and just either side.</summary>
public class LimitBoundaryTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>The finest that a tape is read; a nail more or less for a count.</summary>
    private static double Step(Quantity quantity) => quantity.Unit == QuantityUnit.Count ? 1 : 1.0 / 16;

    public static TheoryData<string> Measured =>
        [.. Book.Limits.Where(l => Book.Conditions.Any(c => c.Quantity == l.Quantity)).Select(l => l.Id)];

    [Theory]
    [MemberData(nameof(Measured))]
    public void At_the_bound_is_enough_and_a_step_outside_is_not(string limitId)
    {
        var (limit, condition, quantity, kind) = Of(limitId);
        if (limit.Least is { } least)
        {
            Judge(condition, kind, least).Outcome.ShouldBe(VerdictOutcome.Conforms);
            var below = Judge(condition, kind, least - Step(quantity));
            below.Outcome.ShouldBe(VerdictOutcome.Short);
            below.By.ShouldBe(Step(quantity));
        }
        if (limit.Most is { } most)
        {
            Judge(condition, kind, most).Outcome.ShouldBe(VerdictOutcome.Conforms);
            var above = Judge(condition, kind, most + Step(quantity));
            above.Outcome.ShouldBe(VerdictOutcome.Over);
            above.By.ShouldBe(Step(quantity));
        }
    }

    [Theory]
    [MemberData(nameof(Measured))]
    public void A_greater_shortfall_is_never_a_smaller_share(string limitId)
    {
        var (limit, condition, quantity, kind) = Of(limitId);
        if (limit.Least is not { } least)
        {
            return;
        }
        double before = 0;
        for (var value = least; value >= 0; value -= Step(quantity))
        {
            var share = Judge(condition, kind, value).Shortfall;
            share.ShouldBeGreaterThanOrEqualTo(before);
            share.ShouldBeLessThanOrEqualTo(1);
            before = share;
        }
    }

    [Theory]
    [MemberData(nameof(Measured))]
    public void The_verdict_names_its_limit_and_source(string limitId)
    {
        var (limit, condition, _, kind) = Of(limitId);
        var verdict = Judge(condition, kind, limit.Least ?? limit.Most!.Value);
        verdict.LimitId.ShouldBe(limit.Id);
        verdict.Source.ShouldBe(limit.Source);
        verdict.SourceClass.ShouldBe(limit.SourceClass);
    }

    private static (Limit Limit, Condition Condition, Quantity Quantity, CoveringKind Kind) Of(string limitId)
    {
        var limit = Book.Limits.Single(l => l.Id == limitId);
        var kind = limit.Kinds?[0] ?? CoveringKind.LaminatedShingle;
        return (limit, Book.Conditions.First(c => c.Quantity == limit.Quantity), Book.FindQuantity(limit.Quantity)!, kind);
    }

    private static Verdict Judge(Condition condition, CoveringKind kind, double value) =>
        Verdicts.Of(Book, condition, kind, new MeasureFact($"{value}", value, MeasuredHow.Tape));
}
