using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;

namespace Kalpa.Demo;

/// <summary>A shingled house and the flat workshop behind it, looked at on one visit. All made up.</summary>
internal static class CoopersYard
{
    private static readonly string[] House = ["A", "B"];
    private static readonly string[] Workshop = ["C"];

    public static DemoFacts Facts()
    {
        var facts = new DemoFacts("coopers-yard");
        facts.Property("Cooper’s Yard", "2 Barrel Stair, Saltmere", "Hedda Marrow", "House", "Main roof");
        var house = facts.RoofId;
        facts.Slope("A", "stair side", "7/12", Facing.SouthEast, Under.Attic, "36'", "14'");
        facts.Slope("B", "yard side", "7/12", Facing.NorthWest, Under.Attic, "36'", "14'");
        foreach (var letter in House)
        {
            facts.Covering(letter, CoveringKind.LaminatedShingle, 2006, 2007, AgeSource.Permit);
        }
        var plan = new DemoPlan(facts);
        plan.CommonForm("house", StarterForm.Gable, 36, 28, rise: 7, frontAzimuth: 135);
        plan.Settle();
        var workshop = facts.Building("workshop", "Workshop", "workshop-roof", "Flat roof");
        facts.Slope("C", "over the benches", "1/4:12", Facing.NorthWest, Under.HeatedRoom, "24'", "20'");
        facts.Covering("C", CoveringKind.Epdm, 2011, 2011, AgeSource.Owner);
        Visit2026(
            facts.Visit(
                "2026",
                new DateOnly(2026, 9, 15),
                "Marit Quillon",
                "house and workshop before the winter",
                "overcast, wind from the harbor",
                "",
                new Commission(CommissionPurpose.Condition, "Hedda Marrow")
            ),
            house,
            workshop
        );
        return facts;
    }

    private static void Visit2026(DemoVisit visit, Guid house, Guid workshop)
    {
        var onHouse = visit.On("house", house, "house");
        onHouse.LookAtAll(House);
        onHouse.Stage("A", new StageShare(2, 70), new StageShare(1, 30));
        onHouse.Stage("B", new StageShare(1, 80), new StageShare(2, 20));
        onHouse.Answer("maintenance", "some");
        onHouse.SignOff("A", "Marit Quillon", 4, 8);
        onHouse.SignOff("B", "Marit Quillon", 6, 11);
        var boot = onHouse.Finding("boot-collar-torn", "penetrations", "B", "bath vent, high on the slope", WaterEvidence.Stained);
        onHouse.Photo("yard.jpg", "House and workshop from the yard", null, null, 3);
        onHouse.Photo("slope-south.jpg", "", null, "A", 8, station: "field");
        onHouse.Photo("slope-north.jpg", "", null, "B", 12, station: "field");
        onHouse.Photo("boot-torn.jpg", "Collar split halfway around", boot, "B", 14);

        var onWorkshop = visit.On("workshop", workshop, "low-slope");
        onWorkshop.LookAtAll(Workshop, "core");
        onWorkshop.Excuse("core", "", ExcuseReason.NotThere, "no core cut was agreed");
        onWorkshop.Stage("C", new StageShare(1, 60), new StageShare(2, 40));
        onWorkshop.SignOff("C", "Marit Quillon", 3, 7);
        var seam = onWorkshop.Finding("seam-open", "seams", "C", "second lap from the yard door", WaterEvidence.Active);
        onWorkshop.Photo("workshop-flat.jpg", "From the yard door", null, "C", 30, station: "field");
        onWorkshop.Photo("seam-open.jpg", "Lap open, fleece wet below", seam, "C", 32);
        var pond = onWorkshop.Finding("ponding", "drains", "C", "before the outlet", WaterEvidence.NoneSeen);
        onWorkshop.Photo("ponding.jpg", "Silt ring of the standing water", pond, "C", 36);
    }
}
