using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

public class LimitTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    // Each published or customary bound beside the section it comes from; values from memory, to be confirmed with the adopted edition.
    public static TheoryData<string, string, double?, double?, string> Published =>
        new()
        {
            { "slope-pitch", CoveringKind.ThreeTabShingle, 2, null, "R905.2.2" },
            { "slope-pitch", CoveringKind.ClayTile, 2.5, null, "R905.3.2" },
            { "slope-pitch", CoveringKind.ConcreteTile, 2.5, null, "R905.3.2" },
            { "slope-pitch", CoveringKind.Slate, 4, null, "R905.6.2" },
            { "slope-pitch", CoveringKind.WoodShingle, 3, null, "R905.7.2" },
            { "slope-pitch", CoveringKind.RollRoofing, 1, null, "R905.5.2" },
            { "slope-pitch", CoveringKind.MetalLapped, 3, null, "R905.10.2" },
            { "slope-pitch", CoveringKind.MetalStandingSeam, 0.25, null, "R905.10.2" },
            { "slope-pitch", CoveringKind.Epdm, 0.25, null, "R905.11" },
            { "drip-edge-lap", CoveringKind.LaminatedShingle, 2, null, "R905.2.8.5" },
            { "nails-per-strip", CoveringKind.LaminatedShingle, 4, null, "R905.2.6" },
            { "vent-height", CoveringKind.ClayTile, 6, null, "P3103.1" },
            { "step-flashing-leg", CoveringKind.LaminatedShingle, 4, null, "R905.2.8.3" },
            { "width-without-cricket", CoveringKind.LaminatedShingle, null, 30, "R903.2.2" },
            { "valley-lining-width", CoveringKind.LaminatedShingle, 36, null, "R905.2.8.2" }, // the stricter of open and closed until it is known
            { "tile-headlap", CoveringKind.ClayTile, 3, null, "3 in of headlap" },
            { "eave-overhang", CoveringKind.ThreeTabShingle, 0.25, 0.75, "1/4 to 3/4" },
            { "counter-flashing-cover", CoveringKind.ThreeTabShingle, 4, null, "4 in" },
            { "chase-cover-lap", CoveringKind.ThreeTabShingle, 4, null, "4 in" },
            { "shingle-headlap", CoveringKind.ThreeTabShingle, 2, null, "2 × exposure" },
            { "step-flashing-length", CoveringKind.ThreeTabShingle, 7, null, "Exposure + 2 in" },
            { "step-flashing-length", CoveringKind.LaminatedShingle, 7.625, null, "Exposure + 2 in" },
        };

    [Theory]
    [MemberData(nameof(Published))]
    public void Holds_the_bound_of_its_source(string quantity, string kind, double? least, double? most, string source)
    {
        var limit = Book.LimitFor(quantity, kind)!;
        limit.Least.ShouldBe(least);
        limit.Most.ShouldBe(most);
        limit.Source.ShouldContain(source);
    }

    [Theory]
    [InlineData("2", VerdictOutcome.Conforms)] // at the limit is enough
    [InlineData("2 1/16", VerdictOutcome.Conforms)]
    [InlineData("1 15/16", VerdictOutcome.Short)]
    [InlineData("50.8 mm", VerdictOutcome.Conforms)] // exactly two inches
    [InlineData("1/16", VerdictOutcome.Short)]
    public void A_taped_lap_is_judged_to_the_sixteenth(string typed, VerdictOutcome outcome) =>
        Judge("drip-edge-lap-short", typed, MeasuredHow.Tape).Outcome.ShouldBe(outcome);

    [Theory]
    [InlineData("2", VerdictOutcome.CannotTell)] // good to half an inch: either side
    [InlineData("1", VerdictOutcome.Short)]
    [InlineData("3", VerdictOutcome.Conforms)]
    public void A_look_is_not_a_tape(string typed, VerdictOutcome outcome) =>
        Judge("drip-edge-lap-short", typed, MeasuredHow.ByEye).Outcome.ShouldBe(outcome);

    [Fact]
    public void Says_by_how_much_in_the_words_of_the_trade()
    {
        var verdict = Judge("drip-edge-lap-short", "1/8", MeasuredHow.Tape);
        verdict.Headline.ShouldBe("Short by 1 7/8 in");
        verdict.LimitText.ShouldBe("at least 2 in");
        verdict.By.ShouldBe(1.875);
        Judge("cricket-missing", "36", MeasuredHow.Tape).Headline.ShouldBe("Over by 6 in");
        Judge("cricket-missing", "30", MeasuredHow.Tape).Outcome.ShouldBe(VerdictOutcome.Conforms);
    }

    // 12 gauge wire is 0.105 in: no sixteenth of an inch says it.
    [Fact]
    public void A_fine_limit_is_printed_as_a_caliper_reads_it()
    {
        var verdict = Judge("nail-thin", "0.09", MeasuredHow.Tape);
        verdict.LimitText.ShouldBe("at least 0.105 in");
        verdict.Headline.ShouldBe("Short by 0.015 in");
        Judge("rake-gap-open", "5/16", MeasuredHow.Tape).Headline.ShouldBe("Over by 1/16 in");
    }

    [Fact]
    public void Unmeasured_says_what_to_measure()
    {
        var verdict = Verdicts.Of(Book, Book.FindCondition("drip-edge-lap-short")!, CoveringKind.LaminatedShingle, null);
        verdict.Outcome.ShouldBe(VerdictOutcome.CannotTell);
        verdict.ToSettle!.ShouldContain("Measure the lap");
    }

    [Theory]
    [InlineData("exposure-off", "5 5/8", CoveringKind.LaminatedShingle, VerdictOutcome.Conforms)]
    [InlineData("exposure-off", "5 5/8", CoveringKind.ThreeTabShingle, VerdictOutcome.Over)]
    [InlineData("exposure-off", "3", CoveringKind.LaminatedShingle, VerdictOutcome.Short)]
    [InlineData("exposure-off", "5", CoveringKind.ClayTile, VerdictOutcome.NotApplicable)]
    public void The_limit_is_that_of_the_covering(string condition, string typed, string kind, VerdictOutcome outcome) =>
        Verdicts.Of(Book, Book.FindCondition(condition)!, kind, Measure(condition, typed, MeasuredHow.Tape)).Outcome.ShouldBe(outcome);

    private static Verdict Judge(string condition, string typed, MeasuredHow how) =>
        Verdicts.Of(Book, Book.FindCondition(condition)!, CoveringKind.LaminatedShingle, Measure(condition, typed, how));

    private static MeasureFact Measure(string condition, string typed, MeasuredHow how)
    {
        var unit = Book.FindQuantity(Book.FindCondition(condition)!.Quantity!)!.Unit;
        return new MeasureFact(typed, MeasureReading.Read(typed, unit).Value!.Value, how);
    }
}
