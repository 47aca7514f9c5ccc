using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>Every limit of the book at its bound and just either side, at a place where it speaks.</summary>
public class LimitBoundaryTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    /// <summary>The finest that a tape is read; a nail more or less for a count; a tenth of a percent.</summary>
    private static double Step(Quantity quantity) =>
        quantity.Unit switch
        {
            QuantityUnit.Count => 1,
            QuantityUnit.Percent or QuantityUnit.RValue => 0.1,
            // Codes print 1/4 in per foot as 2 % too, a hundredth of an inch apart.
            QuantityUnit.Pitch => 0.0102,
            _ => 1.0 / 128,
        };

    public static TheoryData<string> Measured => [.. Book.Limits.Select(l => l.Id)];

    [Theory]
    [MemberData(nameof(Measured))]
    public void At_the_bound_is_enough_and_a_step_outside_is_not(string limitId)
    {
        var (limit, quantity, place) = Of(limitId);
        var step = Step(quantity);
        if (limit.Least is { } least)
        {
            if (limit.Strict)
            {
                Judge(quantity, place, limit, least).Headline.ShouldBe("Short");
                Judge(quantity, place, limit, least + step).Outcome.ShouldBe(VerdictOutcome.Conforms);
            }
            else
            {
                Judge(quantity, place, limit, least).Outcome.ShouldBe(VerdictOutcome.Conforms);
                Judge(quantity, place, limit, least - limit.Tolerance).Outcome.ShouldBe(VerdictOutcome.Conforms);
            }
            var below = Judge(quantity, place, limit, least - limit.Tolerance - step);
            below.Outcome.ShouldBe(VerdictOutcome.Short);
            below.Headline.ShouldStartWith("Short by ");
        }
        if (limit.Most is { } most)
        {
            Judge(quantity, place, limit, most).Outcome.ShouldBe(VerdictOutcome.Conforms);
            var above = Judge(quantity, place, limit, most + limit.Tolerance + step);
            above.Outcome.ShouldBe(VerdictOutcome.Over);
            above.Headline.ShouldStartWith("Over by ");
        }
    }

    [Theory]
    [MemberData(nameof(Measured))]
    public void A_worse_measure_is_never_a_better_verdict_nor_a_smaller_share(string limitId)
    {
        var (limit, quantity, place) = Of(limitId);
        if (limit.Least is not { } least || limit.Most is not null)
        {
            return;
        }
        double share = 0;
        var rank = 0;
        for (var parts = 0; parts <= 40; parts++)
        {
            var value = least * (40 - parts) / 40;
            var verdict = Verdicts.Of(Book, quantity, place, new MeasureFact("", value, MeasuredHow.ByEye));
            verdict.Shortfall.ShouldBeGreaterThanOrEqualTo(share);
            verdict.Shortfall.ShouldBeLessThanOrEqualTo(1);
            Rank(verdict.Outcome).ShouldBeGreaterThanOrEqualTo(rank);
            (share, rank) = (verdict.Shortfall, Rank(verdict.Outcome));
        }
    }

    [Theory]
    [MemberData(nameof(Measured))]
    public void The_verdict_shows_it_with_its_source_and_exactly_one_governs(string limitId)
    {
        var (limit, quantity, place) = Of(limitId);
        var verdict = Verdicts.Of(Book, quantity, place, new MeasureFact("", limit.Least ?? limit.Most!.Value, MeasuredHow.Tape));
        var own = verdict.Limits!.Single(l => l.Id == limit.Id);
        own.Source.ShouldBe(limit.Source);
        own.SourceClass.ShouldBe(limit.SourceClass);
        var governing = verdict.Limits!.Single(l => l.Governs);
        verdict.LimitId.ShouldBe(governing.Id);
        verdict.Source.ShouldBe(governing.Source);
        governing.Note.ShouldStartWith("Controls");
    }

    private static int Rank(VerdictOutcome outcome) =>
        outcome switch
        {
            VerdictOutcome.Short or VerdictOutcome.Over => 2,
            VerdictOutcome.CannotTell => 1,
            _ => 0,
        };

    /// <summary>A place where the limit speaks; one that only a jurisdiction asks for is asked for there as it is.</summary>
    private static (Limit Limit, Quantity Quantity, VerdictPlace Place) Of(string limitId)
    {
        var limit = Book.Limits.Single(l => l.Id == limitId);
        var own = limit.Codes is { Count: 0 } ? [new LocalLimit(limit.Id, limit.Least, limit.Most)] : Array.Empty<LocalLimit>();
        var code = limit.Codes?.Contains(CodeFamily.SmallCommercial) == true ? CodeFamily.SmallCommercial : CodeFamily.Residential;
        var local = new LocalProfileFact(Guid.CreateVersion7(), Guid.Empty, code, "Saltmere", "", own);
        var deciding = limit.Where is { } where ? new[] { new DecidingAnswer(where.Decision, where.Is[0]) } : null;
        var place = new VerdictPlace(limit.Kinds?[0] ?? CoveringKind.LaminatedShingle, limit.PitchFrom, local, deciding);
        return (limit, Book.FindQuantity(limit.Quantity)!, place);
    }

    private static LimitAnswer Judge(Quantity quantity, VerdictPlace place, Limit limit, double value)
    {
        var all = Verdicts.Of(Book, quantity, place, new MeasureFact("", value, MeasuredHow.Tape)).Limits!;
        return all.FirstOrDefault(l => l.Id == $"local:{limit.Id}") ?? all.Single(l => l.Id == limit.Id);
    }
}
