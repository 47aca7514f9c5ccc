using Kalpa.Core.Signing;

namespace Kalpa.Core.Tests.Signing;

/// <summary>What differs between two versions, in the lines that a client reads.</summary>
public sealed class ReportChangesTests
{
    private static readonly StampedPart Boot = new("finding:1", "a", "Torn pipe boot, slope A", "Defect; within a year");
    private static readonly StampedPart Slope = new("slope:1", "a", "Slope A", "3–10 years, most likely 6");
    private static readonly StampedPart Plan = new("roof:1", "a", "Roof plan");

    private static readonly IReadOnlyList<StampedPart> All = [Boot, Slope, Plan, Photo(1), Photo(2)];

    private static StampedPart Photo(int number) => new($"photo:{number}", "a", "Photo");

    private static StampedPart Bare(StampedPart part) => new(part.Key, part.Hash);

    [Fact]
    public void Nothing_differs_from_itself()
    {
        ReportChanges.Between(All, All).ShouldBeEmpty();
        ReportChanges.Between([.. All.Select(Bare)], All).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_new_and_what_is_gone_is_named_and_photos_are_counted()
    {
        ReportChanges
            .Between([Slope, Photo(1)], All)
            .ShouldBe(["Added: Torn pipe boot, slope A (defect; within a year).", "Added: Roof plan.", "1 photo added."]);
        ReportChanges
            .Between(All, [Slope, Plan])
            .ShouldBe(["Removed: Torn pipe boot, slope A (defect; within a year).", "2 photos removed."]);
    }

    [Fact]
    public void What_says_something_else_is_told_with_what_it_said_before()
    {
        var now = Slope with { Hash = "b", Says = "1–6 years, most likely 3" };
        ReportChanges
            .Between(All, [Boot, now, Plan with { Hash = "b" }, Photo(1), Photo(2) with { Hash = "b" }])
            .ShouldBe([
                "Slope A: now 1–6 years, most likely 3; before: 3–10 years, most likely 6.",
                "Details changed: Roof plan.",
                "1 photo changed.",
            ]);
    }

    /// <summary>A signature made on a device has no titles: what is gone is counted by its kind.</summary>
    [Fact]
    public void Of_a_bare_signature_what_is_gone_is_counted_by_its_kind()
    {
        ReportChanges
            .Between([.. All.Select(Bare), new StampedPart("job:1:2", "a")], [Slope with { Hash = "b" }, Plan, Photo(1), Photo(2)])
            .ShouldBe(["1 finding removed.", "1 job removed.", "Details changed: Slope A."]);
    }

    [Theory]
    [InlineData(6, "Details changed: 1; 2; 3; 4; 5; 6.")]
    [InlineData(7, "Details changed: 1; 2; 3; 4; 5; 6; 1 more.")]
    public void A_long_list_of_details_is_cut(int parts, string line)
    {
        IReadOnlyList<StampedPart> Of(string hash) =>
            [.. Enumerable.Range(1, parts).Select(i => new StampedPart($"job:{i}", hash, $"{i}"))];
        ReportChanges.Between(Of("a"), Of("b")).ShouldBe([line]);
    }
}
