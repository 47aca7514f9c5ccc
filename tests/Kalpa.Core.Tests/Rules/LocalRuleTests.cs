using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>Jurisdictions override; both values are shown.</summary>
public class LocalRuleTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private static LocalProfileFact Saltmere(params LocalLimit[] limits) =>
        new(Guid.CreateVersion7(), Guid.Empty, CodeFamily.Residential, "Saltmere", "2024", limits);

    private static Verdict Judge(string code, string typed, LocalProfileFact? local, double? rise = null)
    {
        var condition = Book.FindCondition(code)!;
        var unit = Book.FindQuantity(condition.Quantity!)!.Unit;
        var measure = new MeasureFact(typed, MeasureReading.Read(typed, unit).Value!.Value, MeasuredHow.Tape);
        return Verdicts.Of(Book, condition, new VerdictPlace(CoveringKind.LaminatedShingle, rise, local), measure);
    }

    // Pipe height, cricket, ice barrier, layers and the 25 % rule: what places ask otherwise.
    [Theory]
    [InlineData("vent-short", "vent-height", 12.0, null, "8", VerdictOutcome.Conforms, VerdictOutcome.Short)]
    [InlineData("cricket-missing", "width-without-cricket", null, 24.0, "28", VerdictOutcome.Conforms, VerdictOutcome.Over)]
    [InlineData("ice-barrier-inside", "ice-barrier-inside", 36.0, null, "24", VerdictOutcome.Conforms, VerdictOutcome.Short)]
    [InlineData("layers-many", "layers", null, 1.0, "2", VerdictOutcome.Conforms, VerdictOutcome.Over)]
    [InlineData("repaired-share", "repaired-share", null, 25.0, "30", VerdictOutcome.NotApplicable, VerdictOutcome.Over)]
    public void A_local_value_stands_in_the_place_of_the_books(
        string code,
        string limit,
        double? least,
        double? most,
        string typed,
        VerdictOutcome without,
        VerdictOutcome with
    )
    {
        Judge(code, typed, null).Outcome.ShouldBe(without);
        var verdict = Judge(code, typed, Saltmere(new LocalLimit(limit, least, most, "section 4")));
        verdict.Outcome.ShouldBe(with);
        verdict.Source.ShouldBe("Saltmere, 2024: section 4");
        verdict.Limits!.Single(l => l.Id == limit).Standing.ShouldBe(LimitStanding.Overridden);
        verdict.Limits!.Single(l => l.Id == limit).Note.ShouldContain("Replaced here by Saltmere, 2024.");
        verdict
            .Limits!.Single(l => l.Standing == LimitStanding.Binds && l.Source == "Saltmere, 2024: section 4")
            .Note.ShouldBe("Controls: required by the local jurisdiction.");
    }

    [Fact]
    public void Of_two_values_of_a_place_the_stricter_governs_and_the_other_is_shown_as_asked_there_too()
    {
        var verdict = Judge(
            "vent-short",
            "8",
            Saltmere(new LocalLimit("vent-height", 10, null, ""), new LocalLimit("vent-height-snow", 14, null, ""))
        );
        verdict.Limits!.Single(l => l.Governs).Note.ShouldBe("Controls: required by the local jurisdiction.");
        verdict.Limits!.Where(l => l.Standing == LimitStanding.Binds && !l.Governs).Select(l => l.Note).ShouldBe(["Required here."]);
    }

    [Fact]
    public void Good_practice_beside_a_code_is_shown_and_missing_it_is_no_defect()
    {
        var verdict = Judge("vent-short", "8", null);
        verdict.Outcome.ShouldBe(VerdictOutcome.Conforms);
        verdict.Limits!.Single(l => l.Id == "vent-height-snow").Outcome.ShouldBe(VerdictOutcome.Short);
        verdict.Note.ShouldContain("not a defect");
    }

    [Fact]
    public void The_cricket_of_its_pitch_is_asked()
    {
        Judge("cricket-low", "26", null, 6).Outcome.ShouldBe(VerdictOutcome.Conforms);
        Judge("cricket-low", "26", null, 8).Outcome.ShouldBe(VerdictOutcome.Short);
        Judge("cricket-low", "26", null, 6).Limits!.Count(l => l.Standing == LimitStanding.Elsewhere).ShouldBe(4);
    }

    [Fact]
    public void A_commercial_building_answers_to_its_own_codes()
    {
        var condition = Book.FindCondition("overflow-small")!;
        var shop = Saltmere() with { Code = CodeFamily.SmallCommercial };
        var measure = new MeasureFact("2", 2, MeasuredHow.Tape);
        var house = Verdicts.Of(Book, condition, new VerdictPlace(CoveringKind.Tpo), measure);
        var commercial = Verdicts.Of(Book, condition, new VerdictPlace(CoveringKind.Tpo, null, shop), measure);
        // R903.4.1 speaks of houses; a commercial overflow is sized by flow and depth, and the ratio is a first check.
        (house.SourceClass, house.Source).ShouldBe((SourceClass.Published, "IRC 2021 R903.4.1"));
        commercial.SourceClass.ShouldBe(SourceClass.CommonPractice);
        commercial.Source!.ShouldContain("IPC 1108 sizes overflows by flow");
    }
}
