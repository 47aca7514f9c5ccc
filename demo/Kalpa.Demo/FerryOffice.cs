using Kalpa.Core.Facts;
using Kalpa.Core.NewWork;

namespace Kalpa.Demo;

/// <summary>The ferry office of Saltmere, shingled this summer: a check for its installer, with picked courses and a punch list. All made up.</summary>
internal static class FerryOffice
{
    private const int Courses = 38;

    public static DemoFacts Facts()
    {
        var facts = new DemoFacts("ferry-office");
        facts.Property("Ferry Office", "Pier Head, Saltmere", "the harbour board", "Office", "Gable roof");
        facts.Slope("A", "sea side", "7/12", Facing.SouthEast, Under.Attic, "36'", "13' 6\"");
        facts.Slope("B", "town side", "7/12", Facing.NorthWest, Under.Attic, "36'", "13' 6\"");
        facts.Covering("A", CoveringKind.LaminatedShingle, 2026, 2026, AgeSource.Permit);
        facts.Covering("B", CoveringKind.LaminatedShingle, 2026, 2026, AgeSource.Permit);
        var visit = facts.Visit(
            "2026",
            new DateOnly(2026, 9, 17),
            "Osric Fennimore",
            "check before the scaffold goes",
            "dry",
            "new-work",
            new Commission(CommissionPurpose.InstallerCheck, "Brackwater Roofing crew", new DateOnly(2026, 9, 24)),
            finished: false
        );
        visit.LookAtAll(["A", "B"], "coursesB", "gutters");
        visit.Stage("A", new StageShare(0, 100));
        visit.Stage("B", new StageShare(0, 100));
        Sample(facts, visit);
        Punch(facts, visit);
        return facts;
    }

    private static void Sample(DemoFacts facts, DemoVisit visit)
    {
        var picked = CoursePicks.Of(visit.VisitId, facts.Id("A"), Courses);
        facts.Add(FactKind.Sample, new SampleFact(facts.Id("sample-A"), visit.VisitId, facts.Id("A"), Courses, picked));
        var wrong = new[] { 0, 1, 0, 0, 2, 0, 1, 0 };
        string[] exposures = ["5 5/8", "5 5/8", "5 1/2", "5 3/4", "6", "5 5/8", "5 1/2", "5 5/8"];
        for (var i = 0; i < wrong.Length; i++)
        {
            var way = i % 2 == 0 ? NailFault.OverDriven : NailFault.High;
            facts.Add(
                FactKind.Course,
                new CourseFact(
                    facts.Id($"course-A-{picked[i]}"),
                    visit.VisitId,
                    facts.Id("A"),
                    picked[i],
                    12,
                    wrong[i] == 0 ? [] : [new NailCount(way, wrong[i])],
                    new MeasureFact(exposures[i], TypedLength.Of(exposures[i], Core.Measures.LengthUnit.Inch).Inches, MeasuredHow.Tape)
                )
            );
        }
    }

    private static void Punch(DemoFacts facts, DemoVisit visit)
    {
        var drip = visit.Finding("drip-edge-lap-short", "edges", "A", "4 ft from the east rake", WaterEvidence.NoneSeen, measure: "1");
        visit.Photo("drip-edge.jpg", "Two lengths barely lap", drip, "A", 12);
        var nail = visit.Finding("nail-exposed", "courses", "B", "below the ridge", WaterEvidence.NoneSeen, Extent.Scattered);
        visit.Photo("nail-exposed.jpg", "Exposed nail head", nail, "B", 20);
        Item(facts, visit, "1", drip, "A", "Short drip-edge lap", "Extend the drip-edge lap", hold: true);
        Item(facts, visit, "2", nail, "B", "Exposed nails", "Remove nail, seal the hole", hold: false);
    }

    private static void Item(
        DemoFacts facts,
        DemoVisit visit,
        string name,
        Guid finding,
        string letter,
        string what,
        string fix,
        bool hold
    ) =>
        facts.Add(
            FactKind.PunchItem,
            new PunchItemFact(
                facts.Id($"punch-{name}"),
                visit.VisitId,
                finding,
                facts.Id(letter),
                what,
                fix,
                "Brackwater crew 2",
                new DateOnly(2026, 9, 22),
                hold
            )
        );
}
