using Kalpa.Core.Facts;

namespace Kalpa.Demo;

/// <summary>The harbour pilot's house of Saltmere: two shingled wings and a boat porch laid too flat; visited in 2019 and 2026. All made up.</summary>
internal static class PilotHouse
{
    private static readonly string[] Letters = ["A", "B", "C", "D", "E"];

    private static readonly Commission Asked = new(CommissionPurpose.Condition, "the Harrowgate-Lund family", new DateOnly(2026, 10, 1));

    public static DemoFacts Facts()
    {
        var facts = new DemoFacts("pilot-house");
        facts.Property("Pilot’s House", "4 Lantern Steps, Saltmere", "the Harrowgate-Lund family", "House", "House and porch");
        facts.Local(CodeFamily.Residential, "residential code of 2024", new LocalLimit("vent-height", 12, null, "section 12"));
        facts.Slope("A", "main wing, harbor side", "6/12", Facing.South, Under.Attic, "42'", "14' 6\"");
        facts.Slope("B", "main wing, hill side", "6/12", Facing.North, Under.Attic, "42'", "14' 6\"");
        facts.Slope("C", "east wing, morning side", "8/12", Facing.East, Under.HeatedRoom, "24' 3\"", "10' 6\"");
        facts.Slope("D", "east wing, yard side", "8/12", Facing.West, Under.HeatedRoom, "24' 3\"", "10' 6\"");
        facts.Slope("E", "boat porch", "0.7:12", Facing.South, Under.Porch, "16'", "9' 4\"");
        foreach (var letter in Letters[..4])
        {
            facts.Covering(letter, CoveringKind.LaminatedShingle, 2006, 2006, AgeSource.Permit);
        }
        facts.Covering("E", CoveringKind.LaminatedShingle, 2018, 2018, AgeSource.Owner);
        facts.Component("A", "boot", StackPlace.Beside, 1, 2006, 2006, AgeSource.Permit);
        facts.Component("B", "counter-flashing", StackPlace.Beside, 1, 1994, 1998, AgeSource.Owner);
        facts.Component("C", "deck", StackPlace.Under, 1, 1978, 1978, AgeSource.Permit);
        facts.Component("D", "skylight", StackPlace.Beside, 1, 2006, 2006, AgeSource.Stamp);
        var plan = Plan(facts);
        Visit2019(
            facts.Visit("2019", new DateOnly(2019, 5, 14), "Marit Quillon", "yearly look after a windy winter", "dry, light wind", "house")
        );
        Visit2026(
            facts.Visit(
                "2026",
                new DateOnly(2026, 9, 14),
                "Marit Quillon",
                "what to repair before winter",
                "dry, 57 °F, overcast",
                "house",
                Asked
            ),
            plan
        );
        plan.Settle();
        return facts;
    }

    /// <summary>The wing runs out over the hill side; the porch leans under the harbour eave.</summary>
    private static DemoPlan Plan(DemoFacts facts)
    {
        var plan = new DemoPlan(facts) { IceBarrierInches = 36 };
        plan.Part("main wing", PartKind.House, 11, 6, [(0, 0, "A"), (42, 0, ""), (42, 29, "B"), (0, 29, "")], Under.Attic);
        plan.Part(
            "east wing",
            PartKind.Addition,
            11,
            8,
            [(18, 14.6, ""), (39, 14.6, "C"), (39, 53.25, ""), (18, 53.25, "D")],
            Under.HeatedRoom,
            "B"
        );
        plan.OneSlope(
            "boat porch",
            PartKind.Porch,
            8.5,
            0.7,
            180,
            "E",
            [(6, -8.33, 0), (22, -8.33, 0), (22, 1, 0), (6, 1, 0)],
            Under.Porch
        );
        plan.Detail(DetailKind.Boot, 30.5, 9, "soil pipe");
        plan.Detail(DetailKind.Vent, 9, 12.2, "bathroom vent");
        plan.Detail(DetailKind.Chimney, 8, 21, "kitchen chimney", 28, 24);
        plan.Detail(DetailKind.Chimney, 33.5, 43, "stove chimney", 34, 26, cricket: false);
        plan.Detail(DetailKind.Flue, 21.5, 46, "boiler flue");
        plan.Detail(DetailKind.Skylight, 22.5, 31, "stair skylight", 30, 46);
        plan.Detail(DetailKind.Downspout, 0.6, 0.5);
        plan.Detail(DetailKind.Downspout, 41.4, 0.5);
        return plan;
    }

    private static void Visit2019(DemoVisit visit)
    {
        visit.LookAtAll(Letters, "attic");
        visit.Excuse("attic", "", ExcuseReason.Locked, "key not found");
        visit.Stage("A", new StageShare(0, 60), new StageShare(1, 40));
        visit.Stage("B", new StageShare(0, 100));
        visit.Stage("C", new StageShare(0, 70), new StageShare(1, 30));
        visit.Stage("D", new StageShare(0, 80), new StageShare(1, 20));
        visit.SignOff("A", "Marit Quillon", 9, 12);
        visit.SignOff("B", "Marit Quillon", 13, 20);
        visit.SignOff("C", "Marit Quillon", 9, 12);
        visit.SignOff("D", "Marit Quillon", 13, 20);
        var tabs = visit.Finding("tab-unsealed", "field", "A", "fourth course, west end", WaterEvidence.NoneSeen);
        visit.Photo("shingles-fresh.jpg", "Slope A in 2019: granules still full", tabs, "A", 12);
        visit.Finding("gutter-clogged", "gutters", "", "yard corner", WaterEvidence.NoneSeen);
    }

    private static void Visit2026(DemoVisit visit, DemoPlan plan)
    {
        visit.LookAtAll(Letters, "wallsD", "fieldC", "ridgesE", "penetrationsE");
        visit.Excuse("field", "C", ExcuseReason.TooSteep, "seen from the ladder and by camera");
        visit.Excuse("ridges", "E", ExcuseReason.NotThere);
        visit.Excuse("penetrations", "E", ExcuseReason.NotThere);
        visit.Answer("leak-when", "heavy-rain");
        visit.Answer("tried", "sealant");
        visit.Answer("keep", "10");
        visit.Answer("warranty", "ended");
        visit.Answer("hazards", "wires");
        visit.Typed("eave-height", "11'");
        visit.Stage("A", new StageShare(1, 45), new StageShare(2, 40), new StageShare(3, 15));
        visit.Stage("B", new StageShare(0, 20), new StageShare(1, 80));
        visit.Stage("C", new StageShare(1, 60), new StageShare(2, 40));
        visit.Stage("D", new StageShare(1, 90), new StageShare(4, 10, Local: true));
        visit.Stage("E", new StageShare(0, 100));
        visit.Answer("ventilation", "short");
        visit.Answer("maintenance", "some");
        visit.AnswerOn("C", "trees", "over");
        visit.AnswerOn("A", "trees", "clear");
        visit.Dismiss("ventilation", "", "Vents go in with the re-roof of slope C");
        visit.Dismiss("trees", "C", "The owner has the tree cut back this fall");
        visit.SignOff("A", "Marit Quillon", 3, 5);
        visit.SignOff("B", "Marit Quillon", 6, 8);
        visit.SignOff("C", "Marit Quillon", 3, 5);
        visit.SignOff("D", "Marit Quillon", 6, 8);
        visit.Planned(PlannedKind.Solar, 25, "A", 9_800, 4_200, 3);
        visit.Series("C", "board-thickness", SeriesAlong.DownTheWall, "siding at the wall end", "3/4", "13/16", "7/8", "1", "1 5/16");
        visit.Agreed("Harrowgate-Lund family", 475, new DateTimeOffset(2026, 9, 11, 10, 20, 0, TimeSpan.Zero));
        HarbourSide(visit, plan);
        HillAndWing(visit, plan);
    }

    private static void HarbourSide(DemoVisit visit, DemoPlan plan)
    {
        var boot = visit.Finding(
            "boot-collar-torn",
            "penetrations",
            "A",
            "soil pipe above the bathroom",
            WaterEvidence.Stained,
            spot: plan.SpotAt(30.5, 9)
        );
        visit.Photo(
            "boot-torn.jpg",
            "Collar split on the high side",
            boot,
            "A",
            21,
            marks: new PhotoMark(PhotoMarkKind.Arrow, 0.9, 0.25, 0.67, 0.53)
        );
        visit.Photo("attic-stain.jpg", "Stain on the deck below it", boot, "A", 95);
        var nail = visit.Finding(
            "nail-exposed",
            "field",
            "A",
            "second course above the eave",
            WaterEvidence.NoneSeen,
            Extent.Scattered,
            spot: plan.SpotAt(34, 2.6)
        );
        visit.Photo("nail-exposed.jpg", "One of six exposed nails", nail, "A", 26);
        var tabs = visit.Finding(
            "tab-unsealed",
            "field",
            "A",
            "west third",
            WaterEvidence.NoneSeen,
            Extent.Scattered,
            spot: plan.SpotAt(9, 6.5)
        );
        visit.Photo("shingles-worn.jpg", "Granules gone in patches, edges dark", tabs, "A", 29);
        var drip = visit.Finding(
            "drip-edge-lap-short",
            "edges",
            "A",
            "eave, 12 ft from the west rake",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            "1/2",
            spot: plan.SpotAt(12, 0.2)
        );
        visit.Photo(
            "drip-edge.jpg",
            "Two lengths barely lap",
            drip,
            "A",
            8,
            marks: new PhotoMark(PhotoMarkKind.Circle, 0.42, 0.34, 0.61, 0.6)
        );
    }

    private static void HillAndWing(DemoVisit visit, DemoPlan plan)
    {
        var counter = visit.Finding(
            "counter-flashing-short",
            "walls",
            "B",
            "kitchen chimney",
            WaterEvidence.Suspected,
            Extent.OnePlace,
            "1 1/2",
            spot: plan.SpotAt(8, 21)
        );
        visit.Photo("counter-flashing.jpg", "Counter-flashing barely covers the apron", counter, "B", 41);
        visit.Finding("cricket-missing", "walls", "B", "kitchen chimney", WaterEvidence.NoneSeen, Extent.OnePlace, "28");
        var kickOut = visit.Finding(
            "kickout-missing",
            "walls",
            "C",
            "end of the wall above the porch",
            WaterEvidence.Stained,
            note: "Siding soft to the awl two boards down.",
            spot: plan.SpotAt(38.6, 30),
            decided: new DecidingAnswer("kickout", "signs")
        );
        visit.Photo(
            "kickout-missing.jpg",
            "Stain where the wall meets the gutter",
            kickOut,
            "C",
            52,
            marks: new PhotoMark(PhotoMarkKind.Arrow, 0.88, 0.3, 0.6, 0.62)
        );
        var valley = visit.Finding(
            "valley-debris",
            "ridges",
            "C",
            "valley to the main wing",
            WaterEvidence.NoneSeen,
            spot: plan.SpotAt(35.5, 25.5)
        );
        visit.Photo("valley-debris.jpg", "Leaves piled 4 in deep", valley, "C", 57);
        var flue = visit.Finding(
            "flue-collar-rusted",
            "penetrations",
            "D",
            "boiler flue",
            WaterEvidence.NoneSeen,
            spot: plan.SpotAt(21.5, 46)
        );
        visit.Photo("flue-rust.jpg", "Rust around the storm collar", flue, "D", 64);
        visit.Photo("house-street.jpg", "House and boat porch from the street, south side", null, null, 2);
        visit.Photo("slope-south.jpg", "From the ladder at the eave", null, "A", 10, station: "field");
        visit.Photo("slope-north.jpg", "Kitchen chimney at the ridge", null, "B", 40, station: "field");
        visit.Photo("slope-east.jpg", "From the ladder; too steep to walk", null, "C", 50, station: "field");
        visit.Photo("slope-west.jpg", "Stove chimney at the far end", null, "D", 62, station: "field");
        visit.Photo("slope-porch.jpg", "", null, "E", 70, station: "field");
        visit.Finding("gutter-clogged", "gutters", "", "harbor side, both outlets", WaterEvidence.NoneSeen);
        visit.Opinion(
            "A",
            OpinionAction.HaveJudged,
            "a roofer",
            "tabs let go over more of it each year",
            OpinionEvent.Winter,
            new OpinionBranch("the roofer says it holds", OpinionAction.Monitor, "twice a year")
        );
    }
}
