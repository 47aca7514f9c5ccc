using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Tests.Walking;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Urgency;

/// <summary>Life safety by kind of hazard (common practice). Each hazard's kind is held, so that none is made harmless unseen.</summary>
public class DangerTests
{
    private static readonly RuleBook Book = RuleBook.Current;

    [Theory]
    [InlineData("flue-open-attic", Hazard.Present)]
    [InlineData("flue-clearance", Hazard.Present)]
    [InlineData("framing-cut", Hazard.Present)]
    [InlineData("veneer-leaning", Hazard.Present)]
    [InlineData("deck-soft", Hazard.Present)]
    [InlineData("skylight-unguarded", Hazard.Present)]
    [InlineData("chimney-leaning", Hazard.Present)]
    [InlineData("wires-low", Hazard.Present)]
    [InlineData("mast-leaning", Hazard.Present)]
    [InlineData("dryer-attic", Hazard.Present)]
    [InlineData("gas-pipe-rusted", Hazard.Dormant)]
    [InlineData("hatch-edge-open", Hazard.Dormant)]
    [InlineData("overflow-none", Hazard.Dormant)]
    [InlineData("overflow-small", Hazard.Dormant)]
    [InlineData("overflow-high", Hazard.Dormant)]
    [InlineData("scupper-low", Hazard.Dormant)]
    [InlineData("unknown-fibers", Hazard.Dormant)]
    [InlineData("chimney-short", Hazard.Dormant)]
    [InlineData("chimney-near", Hazard.Dormant)]
    [InlineData("deck-short", Hazard.Dormant)]
    [InlineData("snow-over-door", Hazard.Dormant)]
    [InlineData("vent-near-opening", Hazard.Dormant)]
    [InlineData("vent-over-deck-low", Hazard.Dormant)]
    [InlineData("gas-vent-low", Hazard.Dormant)]
    [InlineData("equipment-edge-open", Hazard.Dormant)]
    public void What_reaches_people_by_itself_is_immediate_and_what_needs_another_event_is_due_within_the_year(string code, Hazard hazard)
    {
        var condition = Book.FindCondition(code)!;
        condition.Hazard.ShouldBe(hazard);
        var answer = Urgencies.Of(Book, condition, Facts(code));
        answer.Class.ShouldBe(hazard == Hazard.Present ? UrgencyClass.MakeSafeNow : UrgencyClass.WithinYear);
        (answer.LossLow, answer.LossHigh, answer.Chance).ShouldBe((0, 0, 0));
    }

    [Fact]
    public void Every_danger_of_the_book_says_how_it_comes_to_hurt_people() =>
        Book.Conditions.Where(c => c.Consequence == Consequence.LifeSafety && c.Hazard is null).Select(c => c.Code).ShouldBeEmpty();

    [Theory]
    [InlineData("flue-clearance", VerdictOutcome.Conforms, UrgencyClass.Watch)]
    [InlineData("flue-clearance", VerdictOutcome.Noted, UrgencyClass.Watch)]
    [InlineData("flue-clearance", VerdictOutcome.CannotTell, UrgencyClass.MakeSafeNow)]
    [InlineData("flue-clearance", VerdictOutcome.Short, UrgencyClass.MakeSafeNow)]
    [InlineData("chimney-short", VerdictOutcome.Conforms, UrgencyClass.Watch)]
    [InlineData("chimney-short", VerdictOutcome.Short, UrgencyClass.WithinYear)]
    public void A_measure_that_conforms_leaves_no_hazard_and_one_not_taken_does(
        string code,
        VerdictOutcome outcome,
        UrgencyClass expected
    ) => Urgencies.Of(Book, Book.FindCondition(code)!, Facts(code) with { Outcome = outcome }).Class.ShouldBe(expected);

    /// <summary>Flue gas, fire, what may fall, a fall through the deck, live wires: in this order, whichever is likelier (common practice).</summary>
    [Fact]
    public void Immediate_dangers_go_by_their_kind()
    {
        string[] order =
        [
            "flue-open-attic",
            "flue-clearance",
            "dryer-attic",
            "framing-cut",
            "deck-soft",
            "skylight-unguarded",
            "wires-low",
        ];
        var ranks = order.Select(code => Urgencies.Of(Book, Book.FindCondition(code)!, Facts(code)).Rank).ToList();
        ranks.ShouldBe(ranks.OrderDescending());
        ranks.Distinct().Count().ShouldBe(order.Length);
        // The least of what reaches people as it is goes before what can fall on them.
        ranks[^1]
            .ShouldBeGreaterThan(
                Urgencies.Of(Book, Book.FindCondition("brick-spalled")!, Facts("brick-spalled") with { PeopleBelow = true }).Rank
            );
    }

    [Theory]
    [InlineData("flue-open-attic", HazardKind.FlueGas, "Flue gas can reach people in the building.")]
    [InlineData("flue-clearance", HazardKind.Fire, "It can start a fire.")]
    [InlineData("dryer-attic", HazardKind.Fire, "It can start a fire.")]
    [InlineData("framing-cut", HazardKind.Structure, "It can fall or give way.")]
    [InlineData("veneer-leaning", HazardKind.Structure, "It can fall or give way.")]
    [InlineData("chimney-leaning", HazardKind.Structure, "It can fall or give way.")]
    [InlineData("deck-soft", HazardKind.FallThrough, "A person can fall through it.")]
    [InlineData("skylight-unguarded", HazardKind.FallThrough, "A person can fall through it.")]
    [InlineData("wires-low", HazardKind.Electricity, "Contact with a live wire can kill.")]
    [InlineData("mast-leaning", HazardKind.Electricity, "Contact with a live wire can kill.")]
    public void An_immediate_danger_says_by_what_it_endangers_people(string code, HazardKind kind, string words)
    {
        Book.FindCondition(code)!.HazardBy.ShouldBe(kind);
        Urgencies.Of(Book, Book.FindCondition(code)!, Facts(code)).Why[0].ShouldBe(words);
        RuleLogic
            .Of(Book, Book.FindCondition(code)!)
            .Lines.ShouldContain($"It is immediate: {char.ToLowerInvariant(words[0])}{words[1..]} It has no price.");
    }

    /// <summary>Loose tile, slate, mortar and brick hurt whoever stands below, and only then.</summary>
    [Theory]
    [InlineData("tile-slipped")]
    [InlineData("slate-slipped")]
    [InlineData("mortar-open")]
    [InlineData("tile-edge-loose")]
    [InlineData("snow-over-door")]
    [InlineData("soffit-loose")]
    [InlineData("edge-metal-loose")]
    [InlineData("glazing-bar-decayed")]
    public void What_can_fall_is_immediate_over_people(string code)
    {
        var condition = Book.FindCondition(code)!;
        Urgencies.Of(Book, condition, Facts(code)).Class.ShouldNotBe(UrgencyClass.MakeSafeNow);
        var over = Urgencies.Of(Book, condition, Facts(code) with { PeopleBelow = true });
        over.Class.ShouldBe(UrgencyClass.MakeSafeNow);
        over.LossHigh.ShouldBe(0);
        over.Why[0].ShouldBe("It can fall, and people pass or stand below.");
    }

    /// <summary>A firm's own danger that does not say how it hurts is judged by who is below.</summary>
    [Fact]
    public void A_firm_s_own_danger_goes_by_who_is_below()
    {
        var own = Book.FindCondition("chimney-short")! with { Hazard = null };
        Urgencies.Of(Book, own, Facts(own.Code)).Class.ShouldBe(UrgencyClass.WithinYear);
        Urgencies.Of(Book, own, Facts(own.Code) with { PeopleBelow = true }).Class.ShouldBe(UrgencyClass.MakeSafeNow);
    }

    [Fact]
    public void A_drain_that_is_clogged_where_nothing_else_drains_is_immediate_and_each_alone_is_not()
    {
        UrgencyClass ClassOf(string code, params string[] found)
        {
            var findings = found.Select(c => Roof.Finding(c, "drains")).ToList();
            var judged = Assessor.Assess(Membrane with { Findings = findings }, Book);
            return judged.Findings.Single(f => f.FindingId == findings[Array.IndexOf(found, code)].Id).Urgency.Class;
        }
        ClassOf("drain-clogged", "drain-clogged", "overflow-none").ShouldBe(UrgencyClass.MakeSafeNow);
        ClassOf("overflow-none", "drain-clogged", "overflow-none").ShouldBe(UrgencyClass.MakeSafeNow);
        ClassOf("drain-clogged", "drain-clogged").ShouldBe(UrgencyClass.BeforeNextRain); // cleared today all the same
        ClassOf("overflow-none", "overflow-none").ShouldBe(UrgencyClass.WithinYear);
    }

    /// <summary>What is immediate is made safe by its own remedy; the larger work that it belongs to comes after.</summary>
    [Fact]
    public void A_tile_over_a_door_is_refastened_and_the_roof_is_not_relaid_for_it()
    {
        var tile = Roof.Finding("tile-slipped", "edges") with
        {
            Deciding = [new DecidingAnswer("tile-lifting", "plane")],
            Evidence = WaterEvidence.Stained,
        };
        var felt = Roof.Finding("underlayment-perished", "edges") with { Evidence = WaterEvidence.Stained };
        FindingAssessment Judged(FindingFact finding) =>
            Assessor.Assess(Tile with { Findings = [finding, felt] }, Book).Findings.Single(f => f.FindingId == finding.Id);
        Judged(tile).RemedyTitle.ShouldNotBe("Refasten the tile");
        Judged(tile with { PeopleBelow = true }).RemedyTitle.ShouldBe("Refasten the tile");
    }

    /// <summary>What can hurt people is made safe: it is neither only monitored nor only put on record.</summary>
    [Theory]
    [InlineData(FindingOutcome.Watch)]
    [InlineData(FindingOutcome.DocumentOnly)]
    public void What_is_immediate_is_work_whatever_was_to_come_of_it(FindingOutcome outcome)
    {
        WorkItem? Work(bool below)
        {
            var tile = Roof.Found("tile-slipped", below: below) with { Outcome = outcome };
            return Assessor.Assess(Tile with { Findings = [tile] }, Book).Work.SingleOrDefault(w => w.FindingId == tile.Id);
        }
        Work(true)!.Title.ShouldBe("Refasten the tile");
        (Work(false)?.Title).ShouldBe(outcome == FindingOutcome.Watch ? "Monitor: slipped or loose tile" : null);
    }

    private static AssessInput Membrane { get; } = Roof.With(CoveringKind.Tpo, 2018);

    private static AssessInput Tile { get; } = Roof.With(CoveringKind.ClayTile, 2018);

    private static UrgencyFacts Facts(string code) =>
        new(code, WaterEvidence.NoneSeen, Extent.OnePlace, Under.HeatedRoom, false, VerdictOutcome.Seen, 0, false);
}
