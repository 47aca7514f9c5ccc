using Kalpa.Core.Facts;
using Kalpa.Core.Water;

namespace Kalpa.Demo;

/// <summary>The ship chandler's shop of Saltmere: a welded membrane over the shop, bitumen over the store; a visit half-way. All made up.</summary>
internal static class ChandlersShop
{
    public static DemoFacts Facts()
    {
        var facts = new DemoFacts("chandlers-shop");
        facts.Property("Chandler’s Shop", "2 Ropewalk Quay, Saltmere", "Oda Brinewater", "Shop and store", "Flat roofs");
        facts.Local(CodeFamily.SmallCommercial, "building code of 2024");
        facts.Slope("A", "over the shop", "1/4:12", Facing.East, Under.HeatedRoom, "64'", "38'");
        facts.Slope("B", "over the rope store", "1/2:12", Facing.South, Under.Attic, "30'", "22' 6\"");
        facts.Covering("A", CoveringKind.Tpo, 2011, 2011, AgeSource.Permit);
        facts.Covering("B", CoveringKind.ModifiedBitumen, 2000, 2004, AgeSource.Owner);
        facts.Component("A", "insulation", StackPlace.Under, 1, 2011, 2011, AgeSource.Permit);
        facts.Component("A", "old-roof", StackPlace.Under, 2, 1986, 1990);
        facts.Component("A", "deck", StackPlace.Under, 3, 1962, 1962);
        facts.Component("B", "coating", StackPlace.Over, 1, 2019, 2019);
        facts.Component("B", "copper", StackPlace.Beside, 1, 1984, 1988);
        var plan = new DemoPlan(facts);
        plan.OneSlope("shop", PartKind.Flat, 16, 0.25, 90, "A", [(38, 0, 18), (38, 64, 18), (0, 64, 18), (0, 0, 18)], Under.HeatedRoom);
        plan.OneSlope(
            "rope store",
            PartKind.Flat,
            11,
            0.5,
            180,
            "B",
            [(38, 10, 0), (68, 10, 0), (68, 32.5, 0), (38, 32.5, 0)],
            Under.Attic
        );
        plan.Detail(DetailKind.Drain, 37.4, 20, "drain over the counter");
        plan.Detail(DetailKind.Drain, 37.4, 47);
        plan.Detail(DetailKind.Scupper, 37.4, 58);
        plan.Detail(DetailKind.Curb, 16, 40, "cooler on its curb", 42, 60);
        plan.Detail(DetailKind.Skylight, 16, 18, "shop skylight", 48, 48);
        plan.Detail(DetailKind.PitchPan, 24, 42, "cooler lines");
        plan.Detail(DetailKind.Boot, 9, 54);
        plan.Detail(DetailKind.Downspout, 60, 10.5, "store downspout", 2, 3, gutter: new GutterSize(GutterShape.KStyle, 5));
        plan.Settle();
        Visit(
            facts.Visit(
                "2026",
                new DateOnly(2026, 9, 18),
                "Marit Quillon",
                "drips over the counter",
                "dry, light wind",
                "low-slope",
                new Commission(CommissionPurpose.Condition, "Oda Brinewater", new DateOnly(2026, 9, 25)),
                finished: false
            ),
            plan
        );
        return facts;
    }

    /// <summary>Between the two drains, as its ring was chalked.</summary>
    private static PondSeen Pond(DemoPlan plan) =>
        new(
            1.5,
            0.75,
            [
                .. new[] { (24.0, 24.0), (34, 23), (37, 30), (36, 40), (28, 43), (21, 36) }
                    .Select(p => plan.SpotAt(p.Item1, p.Item2))
                    .Select(s => new PondCorner(s.Along, s.Up)),
            ]
        );

    private static void Visit(DemoVisit visit, DemoPlan plan)
    {
        visit.LookAtAll(["A", "B"], "core", "wallsA", "wallsB", "edgesB", "penetrationsB", "drainsB", "seamsB");
        visit.Answer("leak-when", "heavy-rain", "long-after");
        visit.Answer("leak-delay", "hours");
        visit.Answer("leak-since", "months");
        visit.Answer("tried", "sealant");
        visit.Answer("warranty", "in-force");
        visit.Answer("access", "ladder");
        visit.Answer("hazards", "skylights");
        visit.Typed("eave-height", "13' 6\"");
        visit.Footing("A", "stained-below");
        visit.Stage("A", new StageShare(2, 80), new StageShare(3, 20));
        visit.Stage("B", new StageShare(1, 60), new StageShare(2, 40));
        visit.StageOf("B", "component-B-copper", new StageShare(1, 100));
        visit.SignOff("B", "Marit Quillon", 1, 2);
        var ceiling = visit.Finding(
            "ceiling-stain",
            "inside",
            "",
            "over the counter",
            WaterEvidence.Stained,
            spot: plan.SpotAt(26, 34),
            stain: new StainSeen(LeakSurface.Ceiling, StainShape.Spreading, LeakAssembly.FluteDeck)
        );
        visit.Photo("attic-stain.jpg", "Ring above the counter", ceiling, null, 5);
        var seam = visit.Finding(
            "seam-open",
            "seams",
            "A",
            "third sheet, above the counter",
            WaterEvidence.Stained,
            cause: new SuspectedCause("cold weld", [ProofKind.SeenFromOutside]),
            spot: plan.SpotAt(21, 33)
        );
        visit.Photo("seam-open.jpg", "The probe goes in; dirt inside", seam, "A", 32);
        visit.Finding("seam-dirt", "seams", "A", "third sheet, above the counter", WaterEvidence.Stained, spot: plan.SpotAt(21, 33));
        var pond = visit.Finding("ponding", "drains", "A", "north of the drain", WaterEvidence.NoneSeen, pond: Pond(plan));
        visit.Photo("ponding.jpg", "Rings of water two days after rain", pond, "A", 38);
        visit.Photo("pitch-pan.jpg", "", null, "A", 44, station: "penetrations", writeUp: true);
    }
}
