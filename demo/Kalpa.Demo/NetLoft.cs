using Kalpa.Core.Facts;
using Kalpa.Core.RoofPlans.Editing;

namespace Kalpa.Demo;

/// <summary>A small house with a factory-built fireplace: its wood chase has taken in water under a dished cover. All made up.</summary>
internal static class NetLoft
{
    private static readonly string[] Both = ["A", "B"];

    public static DemoFacts Facts()
    {
        var facts = new DemoFacts("net-loft");
        facts.Property("Net Loft", "5 Herring Row, Saltmere", "Tamsin Reedlow", "House", "Gable roof");
        facts.Slope("A", "row side", "6/12", Facing.South, Under.Attic, "28'", "11'");
        facts.Slope("B", "garden side", "6/12", Facing.North, Under.Attic, "28'", "11'");
        foreach (var letter in Both)
        {
            facts.Covering(letter, CoveringKind.LaminatedShingle, 2016, 2016, AgeSource.Permit);
        }
        var plan = new DemoPlan(facts);
        plan.CommonForm("house", StarterForm.Gable, 28, 22, rise: 6, frontAzimuth: 180);
        plan.Detail(DetailKind.Chimney, 6, 4, "chase of the fireplace", 48, 30);
        plan.Settle();
        Visit2026(
            facts.Visit(
                "2026",
                new DateOnly(2026, 9, 16),
                "Osric Fennimore",
                "stain beside the fireplace",
                "dry, light wind",
                "house",
                new Commission(CommissionPurpose.Leak, "Tamsin Reedlow")
            )
        );
        return facts;
    }

    private static void Visit2026(DemoVisit visit)
    {
        visit.LookAtAll(Both);
        foreach (var letter in Both)
        {
            visit.Stage(letter, new StageShare(1, 100));
            visit.SignOff(letter, "Osric Fennimore", 9, 15);
        }
        const string Chase = "chase of the fireplace";
        visit.Finding("chase-cover-dished", "walls", "B", Chase, WaterEvidence.Active, note: "Pond of an inch around the liner.");
        visit.Finding("flue-collar-rusted", "walls", "B", Chase, WaterEvidence.Active);
        visit.Finding("chase-siding-swollen", "walls", "B", Chase, WaterEvidence.Stained, note: "Boards swollen from 7/8 to 1 5/8 in.");
        var boot = visit.Finding("boot-collar-torn", "penetrations", "A", "bath vent", WaterEvidence.NoneSeen);
        visit.Photo("boot-torn.jpg", "Collar split", boot, "A", 18);
    }
}
