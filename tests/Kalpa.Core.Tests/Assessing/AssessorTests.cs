using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Assessing;

public class AssessorTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly Gen<AssessInput> AnyVisit = Gen.Choose(0, 100_000).Select(seed => new VisitGenerator(seed).Visit());

    [Property(MaxTest = 60)]
    public Property The_order_of_facts_changes_nothing() =>
        Prop.ForAll(
            AnyVisit.ToArbitrary(),
            visit =>
            {
                var turned = visit with
                {
                    Slopes = [.. visit.Slopes.Reverse()],
                    Findings = [.. visit.Findings.Reverse()],
                    Coverings = [.. visit.Coverings.Reverse()],
                };
                var (a, b) = (Assessor.Assess(visit, Book), Assessor.Assess(turned, Book));
                return a.Work.Select(w => (w.FindingId, w.SlopeId, w.Urgency))
                        .SequenceEqual(b.Work.Select(w => (w.FindingId, w.SlopeId, w.Urgency)))
                    && a.Headline == b.Headline;
            }
        );

    [Property(MaxTest = 60)]
    public Property Work_comes_in_order_of_need_numbered_from_one() =>
        Prop.ForAll(
            AnyVisit.ToArbitrary(),
            visit =>
            {
                var work = Assessor.Assess(visit, Book).Work;
                return work.Zip(work.Skip(1)).All(p => p.First.Urgency >= p.Second.Urgency)
                    && work.Select(w => w.Number).SequenceEqual(Enumerable.Range(1, work.Count));
            }
        );

    [Property(MaxTest = 60)]
    public Property Every_generated_visit_can_be_recorded() =>
        Prop.ForAll(AnyVisit.ToArbitrary(), visit => FactChecks.Of(visit, Book).Count == 0);

    [Fact]
    public void An_unfit_slope_is_work_whatever_its_looks()
    {
        var (slope, covering) = Slope("0.7:12", 2024);
        var assessment = Assess(
            [slope],
            [covering],
            stages: [new StageFact(Guid.CreateVersion7(), Guid.Empty, slope.Id, [new StageShare(0, 100)])]
        );
        assessment.Slopes[0].Fitness!.State.ShouldBe(FitnessState.Unfit);
        assessment.Work.ShouldHaveSingleItem().Kind.ShouldBe(WorkKind.Rebuild);
        assessment.Headline.ShouldContain("not suitable as built");
    }

    [Fact]
    public void A_re_roof_does_not_rewrite_an_old_visit()
    {
        var (slope, old) = Slope("6/12", 1998);
        var ended = old with { EndedOn = new DateOnly(2024, 5, 1) };
        var fresh = old with { Id = Guid.CreateVersion7(), LaidFrom = 2024, LaidTo = 2024 };
        Assessor.CoveringOn([ended, fresh], slope.Id, new DateOnly(2020, 6, 1)).ShouldBe(ended);
        Assessor.CoveringOn([ended, fresh], slope.Id, new DateOnly(2024, 4, 30)).ShouldBe(ended); // earlier in the year of the re-roof
        Assessor.CoveringOn([ended, fresh], slope.Id, new DateOnly(2025, 6, 1)).ShouldBe(fresh);
        Assessor.CoveringOn([fresh], slope.Id, new DateOnly(2020, 6, 1)).ShouldBeNull();
    }

    [Fact]
    public void A_conforming_measure_is_reported_but_is_no_work()
    {
        var (slope, covering) = Slope("6/12", 2018);
        var finding = Finding(slope, "drip-edge-lap-short") with { Measure = new MeasureFact("2 1/2", 2.5, MeasuredHow.Tape) };
        var assessment = Assess([slope], [covering], findings: [finding]);
        assessment.Findings.ShouldHaveSingleItem().Verdict.Outcome.ShouldBe(VerdictOutcome.Conforms);
        assessment.Work.ShouldBeEmpty();
    }

    [Fact]
    public void Neither_looked_at_nor_excused_is_left_open_and_excuses_become_limitations()
    {
        var (slope, covering) = Slope("6/12", 2018);
        LookFact[] looks =
        [
            new(Guid.CreateVersion7(), Guid.Empty, "edges", slope.Id, LookState.Looked, LookHow.FromLadder),
            new(Guid.CreateVersion7(), Guid.Empty, "field", slope.Id, LookState.Excused, Excuse: ExcuseReason.Snow, Note: "north half"),
            new(Guid.CreateVersion7(), Guid.Empty, "walls", slope.Id, LookState.Excused, Excuse: ExcuseReason.NotThere),
        ];
        var coverage = Assess([slope], [covering], looks: looks).Coverage;
        coverage.Looked.ShouldBe(2);
        coverage.Limitations.ShouldBe([
            "Slope A (south), slope field: not checked – under snow or ice (north half). No conclusion is drawn.",
        ]);
        coverage.Left.Count.ShouldBe(coverage.Asked - 3);
        coverage.Left.ShouldNotContain(l => l.Station == "edges");
    }

    [Fact]
    public void A_hazard_above_people_comes_first()
    {
        var (slope, covering) = Slope("6/12", 2018, CoveringKind.ClayTile);
        var assessment = Assess(
            [slope],
            [covering],
            findings:
            [
                Finding(slope, "underlayment-perished") with
                {
                    Evidence = WaterEvidence.Active,
                },
                Finding(slope, "tile-slipped") with
                {
                    PeopleBelow = true,
                },
            ]
        );
        assessment.Work[0].Urgency.ShouldBe(UrgencyClass.MakeSafeNow);
        assessment.Work[0].Marks.ShouldBe(6);
        assessment.Cautions.ShouldContain(c => c.Contains("area below"));
    }

    [Fact]
    public void Observed_keeps_fact_and_suspicion_apart()
    {
        var (slope, covering) = Slope("6/12", 2018);
        var finding = Finding(slope, "drip-edge-lap-short") with
        {
            Measure = new MeasureFact("1/8", 0.125, MeasuredHow.Tape),
            Evidence = WaterEvidence.Suspected,
        };
        Assess([slope], [covering], findings: [finding])
            .Findings[0]
            .Observed.ShouldBe(
                "Slope A (south), at the pipe: The lengths of drip edge lapped too little. Measured 1/8 in; required at least 2 in (IRC 2021 R905.2.8.5): short by 1 7/8 in. Water entry is suspected, not confirmed."
            );
    }

    private static (SlopeFact Slope, CoveringFact Covering) Slope(string pitch, int laid, string kind = CoveringKind.LaminatedShingle)
    {
        var slope = new SlopeFact(
            Guid.CreateVersion7(),
            Guid.Empty,
            "A",
            "",
            TypedPitch.Of(pitch, PitchSource.Tape),
            Facing.South,
            Under.HeatedRoom
        );
        return (slope, new CoveringFact(Guid.CreateVersion7(), slope.Id, kind, laid, laid, AgeSource.Permit));
    }

    private static FindingFact Finding(SlopeFact slope, string condition) =>
        new(Guid.CreateVersion7(), Guid.Empty, slope.Id, "field", condition, "at the pipe", WaterEvidence.NoneSeen, Extent.OnePlace);

    private static Assessment Assess(
        SlopeFact[] slopes,
        CoveringFact[] coverings,
        LookFact[]? looks = null,
        StageFact[]? stages = null,
        FindingFact[]? findings = null
    ) =>
        Assessor.Assess(
            new AssessInput(
                WeatherExposure.Ordinary,
                new DateOnly(2026, 9, 14),
                slopes,
                coverings,
                looks ?? [],
                stages ?? [],
                findings ?? []
            ),
            Book
        );
}
