using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>The extent of a finding as a figure that can be priced. What is assumed for an extent is common practice, to be confirmed on the roof.</summary>
public class AmountTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    [Theory]
    [InlineData("boot-collar-torn", Extent.OnePlace, AmountKind.Count, "1 pipe")]
    [InlineData("boot-collar-torn", Extent.Scattered, AmountKind.Count, "2 pipes")]
    [InlineData("tile-cracked", Extent.Scattered, AmountKind.Count, "10 tiles")]
    [InlineData("tile-cracked", Extent.General, AmountKind.Count, "40 tiles")]
    [InlineData("shingle-missing", Extent.OnePlace, AmountKind.Area, "2 × 2 ft")]
    [InlineData("shingle-missing", Extent.General, AmountKind.Area, "10 × 10 ft")]
    [InlineData("deck-soft", Extent.OnePlace, AmountKind.Area, "2 × 4 ft")]
    [InlineData("drip-edge-lap-short", Extent.OnePlace, AmountKind.Length, "3 ft")]
    [InlineData("seam-open", Extent.Scattered, AmountKind.Length, "10 ft")]
    [InlineData("nail-pop", Extent.OnePlace, AmountKind.Count, "1 place")] // counted, though shingles are given by area
    [InlineData("nail-pop", Extent.Scattered, AmountKind.Count, "4 places")]
    [InlineData("gutter-off", Extent.General, AmountKind.Length, "60 ft")]
    public void Is_assumed_from_the_extent_until_somebody_says(string condition, Extent extent, AmountKind kind, string words)
    {
        var amount = Of(condition, extent)!;
        (amount.Kind, amount.Words, amount.Assumed).ShouldBe((kind, words, true));
    }

    [Theory]
    [InlineData("covering-too-flat")]
    [InlineData("vent-area-short")]
    [InlineData("layers-many")]
    public void What_is_of_the_whole_has_none(string condition) => Of(condition, Extent.General).ShouldBeNull();

    [Fact]
    public void A_recorded_one_takes_its_place_and_is_told_in_the_report()
    {
        var finding = Roof.Finding("shingle-missing", "field") with
        {
            SlopeId = Roof.A.Id,
            Amount = new FindingAmount(WidthFeet: 4, HeightFeet: 6.5),
        };
        var judged = Assess(finding);
        (judged.Findings[0].Amount!.Words, judged.Findings[0].Amount!.Assumed).ShouldBe(("4 × 6.5 ft", false));
        judged.Findings[0].Amount!.SquareFeet.ShouldBe(26);
        judged.Findings[0].Observed.ShouldContain(", 4 × 6.5 ft.");
        judged.Work.Single(w => w.FindingId == finding.Id).Amount!.Words.ShouldBe("4 × 6.5 ft");
    }

    [Fact]
    public void An_assumed_one_is_not_stated_as_found()
    {
        var judged = Assess(Roof.Finding("shingle-missing", "field") with { SlopeId = Roof.A.Id }).Findings[0];
        judged.Amount!.Assumed.ShouldBeTrue();
        judged.Observed.ShouldNotContain("ft");
    }

    [Fact]
    public void Own_words_have_one_only_where_it_was_given()
    {
        var own = Roof.Finding(OwnCondition.Key, "field") with
        {
            Own = new OwnCondition("Vane", "It was loose.", Consequence.Looks, "Refasten it"),
        };
        Amounts.Of(Book, AsRecorded.Condition(Book, own), own).ShouldBeNull();
        var counted = own with { Amount = new FindingAmount(Count: 2) };
        Amounts.Of(Book, AsRecorded.Condition(Book, counted), counted)!.Words.ShouldBe("2 places");
    }

    [Theory]
    [InlineData(1, null, null, null, true)]
    [InlineData(0, null, null, null, false)]
    [InlineData(10000, null, null, null, true)]
    [InlineData(10001, null, null, null, false)]
    [InlineData(null, 0.5, null, null, true)]
    [InlineData(null, 0.0, null, null, false)]
    [InlineData(null, 5000.0, null, null, true)]
    [InlineData(null, 5000.5, null, null, false)]
    [InlineData(null, double.NaN, null, null, false)]
    [InlineData(null, null, 4.0, 6.0, true)]
    [InlineData(null, null, 4.0, null, false)]
    [InlineData(null, null, 4.0, -6.0, false)]
    [InlineData(2, 3.0, null, null, false)]
    [InlineData(null, null, null, null, false)]
    public void Is_one_figure_that_a_roof_can_have(int? count, double? feet, double? width, double? height, bool can) =>
        FactChecks
            .Of(Roof.Finding("shingle-missing", "field") with { Amount = new FindingAmount(count, feet, width, height) }, Book)
            .Any(p => p.Code.StartsWith("finding.amount", StringComparison.Ordinal))
            .ShouldBe(!can);

    /// <summary>More of it is never assumed to be less.</summary>
    [Fact]
    public void A_larger_extent_is_assumed_larger()
    {
        foreach (var condition in Book.Conditions)
        {
            var sizes = Enum.GetValues<Extent>()
                .Select(e => Of(condition.Code, e))
                .Where(a => a is not null)
                .Select(a => a!.Count ?? a.Feet ?? a.SquareFeet!.Value)
                .ToList();
            sizes.SequenceEqual(sizes.Order()).ShouldBeTrue(condition.Code);
            sizes.Count.ShouldBeOneOf(0, 3);
        }
    }

    private static Amount? Of(string condition, Extent extent)
    {
        var finding = Roof.Finding(condition, "field") with { Extent = extent };
        return Amounts.Of(Book, Book.FindCondition(condition)!, finding);
    }

    private static Assessment Assess(FindingFact finding) =>
        Assessor.Assess(Roof.With(CoveringKind.LaminatedShingle, 2015) with { Findings = [finding] }, Book);
}
