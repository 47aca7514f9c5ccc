using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;

namespace Kalpa.Demo;

/// <summary>The former schoolhouse of Saltmere: clay tile on felt of the nineties. All made up.</summary>
internal static class Schoolhouse
{
    private static readonly string[] Letters = ["A", "B", "C", "D"];

    public static DemoFacts Facts()
    {
        var facts = new DemoFacts("schoolhouse");
        facts.Property("Old Schoolhouse", "11 Net Loft Lane, Saltmere", "the Net Loft Lane trust", "Schoolhouse", "Hipped main roof");
        facts.Slope("A", "street side", "5/12", Facing.SouthWest, Under.Attic, "48'", "15'");
        facts.Slope("B", "playground side", "5/12", Facing.NorthEast, Under.Attic, "48'", "15'");
        facts.Slope("C", "east hip", "5/12", Facing.SouthEast, Under.HeatedRoom, "30'", "7' 6\"");
        facts.Slope("D", "west hip", "5/12", Facing.NorthWest, Under.HeatedRoom, "30'", "7' 6\"");
        foreach (var letter in Letters)
        {
            facts.Covering(letter, CoveringKind.ClayTile, 1999, 2001, AgeSource.Owner);
        }
        facts.Component(
            "A",
            "paper-underlayment",
            StackPlace.Under,
            1,
            1999,
            2001,
            AgeSource.Owner,
            [new YearEvidence(1997, 2000, AgeSource.Neighbours, "the terrace was roofed together")]
        );
        facts.Component("A", "ridge-mortar", StackPlace.Beside, 1, 1999, 2001);
        var plan = new DemoPlan(facts);
        plan.CommonForm("schoolhouse", StarterForm.Hip, 48, 30, rise: 5, frontAzimuth: 225);
        plan.Detail(DetailKind.Chimney, 6, 4, "stove-room chimney", 34, 30);
        plan.Detail(DetailKind.Vent, -9, -8, "cloakroom vent");
        plan.Settle();
        Visit2026(
            facts.Visit(
                "2026",
                new DateOnly(2026, 9, 16),
                "Osric Fennimore",
                "condition report for the trustees",
                "dry after two days of rain",
                "tile",
                new Commission(CommissionPurpose.Condition, "the Net Loft Lane trust")
            )
        );
        return facts;
    }

    private static void Visit2026(DemoVisit visit)
    {
        visit.LookAtAll(Letters, "fieldD", "ridgesD", "liftD");
        visit.Excuse("lift", "D", ExcuseReason.Fragile);
        var lifted = visit.Finding(
            "tile-lifted",
            "lift",
            "A",
            "second course, by the door",
            WaterEvidence.NoneSeen,
            outcome: FindingOutcome.DocumentOnly
        );
        visit.Photo("tile-courses.jpg", "Before lifting", lifted, "A", 20, PhotoRole.Before);
        visit.Photo("underlayment.jpg", "Underlayment below the lifted tile", lifted, "A", 21);
        visit.Photo("tile-courses.jpg", "Put back", lifted, "A", 24, PhotoRole.After);
        visit.Excuse("field", "D", ExcuseReason.Fragile, "tile cracks underfoot");
        visit.Excuse("ridges", "D", ExcuseReason.Fragile);
        visit.Stage("A", new StageShare(2, 65), new StageShare(3, 35));
        visit.Stage("B", new StageShare(1, 70), new StageShare(2, 30));
        visit.Stage("C", new StageShare(1, 50), new StageShare(2, 50));
        visit.StageOf("A", "covering-A", new StageShare(1, 90), new StageShare(2, 10));
        visit.StageOf("B", "covering-B", new StageShare(0, 60), new StageShare(1, 40));
        visit.StageOf("C", "covering-C", new StageShare(1, 100));
        visit.Answer("maintenance", "never");
        visit.SignOff("A", "Osric Fennimore", 1, 2);
        visit.SignOff("B", "Osric Fennimore", 6, 8);
        visit.SignOff("C", "Osric Fennimore", 3, 5);
        var slipped = visit.Finding("tile-slipped", "edges", "A", "third tile above the door", WaterEvidence.NoneSeen, peopleBelow: true);
        visit.Photo("tile-slipped.jpg", "Slid out of its course, over the entrance", slipped, "A", 6);
        var felt = visit.Finding("underlayment-perished", "edges", "A", "eave, east end", WaterEvidence.Stained, Extent.Scattered);
        visit.Photo("underlayment.jpg", "Felt curled and thin under the eave tile", felt, "A", 18);
        var lap = visit.Finding("tile-headlap-short", "field", "B", "upper courses", WaterEvidence.NoneSeen, Extent.Scattered, "2 1/4");
        visit.Photo("tile-courses.jpg", "Courses stretched toward the ridge", lap, "B", 33);
        var cracked = visit.Finding("tile-cracked", "field", "C", "middle of the hip", WaterEvidence.NoneSeen);
        visit.Photo("tile-cracked.jpg", "Crack over a sound lap", cracked, "C", 40);
        visit.Finding("weep-blocked", "edges", "B", "whole eave", WaterEvidence.Suspected, Extent.General);
    }
}
