using Kalpa.Core.Facts;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Rules;

/// <summary>Published rules that hold only where a fact is so, or that have an exception. Values from memory of the sections named.</summary>
public class HangingLimitTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    private const VerdictOutcome Ok = VerdictOutcome.Conforms;
    private const VerdictOutcome Less = VerdictOutcome.Short;
    private const VerdictOutcome More = VerdictOutcome.Over;
    private const VerdictOutcome Unsure = VerdictOutcome.CannotTell;
    private const VerdictOutcome None = VerdictOutcome.NotApplicable;

    private static Verdict Judge(string code, string kind, string typed, string? fact, CodeFamily family = CodeFamily.Residential)
    {
        var condition = Book.FindCondition(code)!;
        var unit = Book.FindQuantity(condition.Quantity!)!.Unit;
        var deciding = fact?.Split('=') is [var decision, var option] ? new[] { new DecidingAnswer(decision, option) } : null;
        var local = new LocalProfileFact(Guid.CreateVersion7(), Guid.Empty, family, "", "", []);
        var measure = new MeasureFact(typed, MeasureReading.Read(typed, unit).Value!.Value, MeasuredHow.Tape);
        return Verdicts.Of(Book, condition, new VerdictPlace(kind, null, local, deciding), measure);
    }

    [Theory]
    // R905.1.1, R905.2.2: from 2:12 to under 4:12 only over doubled underlayment; below 2:12 never.
    [InlineData("shingle-low-slope", CoveringKind.LaminatedShingle, "3/12", "least-slope=single", Less)]
    [InlineData("shingle-low-slope", CoveringKind.LaminatedShingle, "3/12", "least-slope=double", Ok)]
    [InlineData("shingle-low-slope", CoveringKind.ThreeTabShingle, "2/12", "least-slope=full", Ok)]
    [InlineData("shingle-low-slope", CoveringKind.LaminatedShingle, "1.5/12", "least-slope=double", Less)]
    [InlineData("shingle-low-slope", CoveringKind.LaminatedShingle, "3/12", null, Unsure)]
    [InlineData("shingle-low-slope", CoveringKind.LaminatedShingle, "1.5/12", null, Less)] // whatever lies beneath
    [InlineData("shingle-low-slope", CoveringKind.LaminatedShingle, "4/12", null, Ok)]
    // R905.3.2, R905.3.3: tile the same from 2 1/2:12.
    [InlineData("tile-low-slope", CoveringKind.ClayTile, "3/12", "tile-low=single", Less)]
    [InlineData("tile-low-slope", CoveringKind.ConcreteTile, "2.5/12", "tile-low=double", Ok)]
    [InlineData("tile-low-slope", CoveringKind.ClayTile, "2/12", "tile-low=double", Less)]
    [InlineData("tile-low-slope", CoveringKind.ClayTile, "3/12", null, Unsure)]
    // R903.2.2: a skylight whose unit is listed without one needs no cricket; that is shown before it counts.
    [InlineData("cricket-missing", CoveringKind.LaminatedShingle, "48", "cricket-need=listed", None)]
    [InlineData("cricket-missing", CoveringKind.LaminatedShingle, "48", "cricket-need=little", More)]
    [InlineData("cricket-missing", CoveringKind.LaminatedShingle, "48", null, More)]
    // R806.2: 1/150, or 1/300 once its conditions are shown to hold.
    [InlineData("vent-area-short", CoveringKind.LaminatedShingle, "200", null, More)]
    [InlineData("vent-area-short", CoveringKind.LaminatedShingle, "200", "vent-balance=no", More)]
    [InlineData("vent-area-short", CoveringKind.LaminatedShingle, "200", "vent-balance=yes", Ok)]
    [InlineData("vent-area-short", CoveringKind.LaminatedShingle, "350", "vent-balance=yes", More)]
    // R905.1.2: a barrier only where the local table asks for one.
    [InlineData("ice-barrier-inside", CoveringKind.LaminatedShingle, "12", "ice-asked=asked", Less)]
    [InlineData("ice-barrier-inside", CoveringKind.LaminatedShingle, "12", "ice-asked=not", None)]
    [InlineData("ice-barrier-inside", CoveringKind.LaminatedShingle, "12", null, Unsure)]
    [InlineData("ice-barrier-inside", CoveringKind.LaminatedShingle, "24", null, Ok)]
    public void Holds_where_the_fact_says_so(string code, string kind, string typed, string? fact, VerdictOutcome expected) =>
        Judge(code, kind, typed, fact).Outcome.ShouldBe(expected);

    // IECC Table C402.1.3: zones 2-3 R-25, 4-6 R-30, 7-8 R-35, at a replacement; a recover as a rule need not be brought up.
    [Theory]
    [InlineData("25", "z2", Ok)]
    [InlineData("25", "z4", Less)]
    [InlineData("30", "z4", Ok)]
    [InlineData("30", "z7", Less)]
    [InlineData("35", "z7", Ok)]
    [InlineData("5", "none", None)]
    public void Asks_the_zones_insulation_of_a_replacement_only(string r, string planned, VerdictOutcome expected) =>
        Judge("insulation-thin", CoveringKind.Tpo, r, $"insulation-asked={planned}", CodeFamily.SmallCommercial).Outcome.ShouldBe(expected);

    [Fact]
    public void What_hangs_on_an_unknown_fact_says_by_how_much_and_how_to_settle_it()
    {
        var verdict = Judge("shingle-low-slope", CoveringKind.LaminatedShingle, "3/12", null);
        verdict.ToSettle!.ShouldStartWith("Short by 1:12 if it is one layer of underlayment.");
        verdict.ToSettle!.ShouldContain("count the layers");
        verdict.By.ShouldBeNull();
    }

    [Fact]
    public void A_listed_skylight_is_noted_and_no_work()
    {
        var finding = Walking.Roof.Finding("cricket-missing", "walls") with
        {
            Measure = new MeasureFact("48", 48, MeasuredHow.Tape),
            Deciding = [new DecidingAnswer("cricket-need", "listed")],
        };
        var judged = Kalpa.Core.Assessing.Assessor.Assess(Walking.Roof.Input with { Findings = [finding] }, Book);
        judged.Findings[0].Verdict.Outcome.ShouldBe(VerdictOutcome.Noted);
        judged.Work.ShouldNotContain(w => w.FindingId == finding.Id);
    }

    [Fact]
    public void The_limit_that_does_not_hold_here_is_shown_with_why()
    {
        var limits = Judge("shingle-low-slope", CoveringKind.LaminatedShingle, "3/12", "least-slope=double").Limits!;
        limits.Single(l => l.Id == "single-underlay-asphalt").Note.ShouldBe("Only where: one layer of underlayment.");
        limits.Single(l => l.Id == "double-underlay-asphalt").Governs.ShouldBeTrue();
    }

    [Fact]
    public void Its_logic_names_the_fact()
    {
        RuleLogic.Of(Book, Book.Limits.Single(l => l.Id == "single-underlay-asphalt")).Lines[0].ShouldContain(", where it is one layer");
        RuleLogic
            .Of(Book, Book.Limits.Single(l => l.Id == "width-without-cricket"))
            .Lines[0]
            .ShouldContain(", unless it is a skylight listed");
    }
}
