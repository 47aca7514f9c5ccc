using Kalpa.Core.Assessing;
using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>
/// Keys of the rule book outlive the book that gave them: what this edition does not know stands as recorded, is named, and forbids any all-clear; a retired key
/// is judged as its successor.
/// </summary>
public class UnknownKeyTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 9, 18);
    private static readonly SlopeFact Slope = new(
        Guid.CreateVersion7(),
        Guid.Empty,
        "A",
        "",
        TypedPitch.Of("6/12", PitchSource.Tape),
        Facing.South,
        Under.HeatedRoom,
        TypedLength.Of("40'"),
        TypedLength.Of("15'")
    );
    private static readonly CoveringFact Shingles = new(
        Guid.CreateVersion7(),
        Slope.Id,
        CoveringKind.LaminatedShingle,
        2018,
        2018,
        AgeSource.Permit
    );

    private static FindingFact Finding(string condition) =>
        new(Guid.CreateVersion7(), Guid.Empty, Slope.Id, "field", condition, "", WaterEvidence.NoneSeen, Extent.OnePlace);

    private static Assessment Assess(CoveringFact covering, params FindingFact[] findings) =>
        Assessor.Assess(Inspected(new AssessInput(WeatherExposure.Ordinary, Day, [Slope], [covering], [], [], findings)), Book);

    /// <summary>Every place of the walk looked at.</summary>
    private static AssessInput Inspected(AssessInput input) =>
        input with
        {
            Looks =
            [
                .. Assessor
                    .Assess(input, Book)
                    .Coverage.Left.Select(l => new LookFact(Guid.CreateVersion7(), Guid.Empty, l.Station, l.SlopeId, LookState.Looked)),
            ],
        };

    /// <summary>Not inspected, inspected in part and inspected whole are three things; only the last is an all-clear.</summary>
    [Fact]
    public void Nothing_is_called_clear_that_nobody_has_looked_at()
    {
        var unseen = new AssessInput(WeatherExposure.Ordinary, Day, [Slope], [Shingles], [], [], []);
        var whole = Inspected(unseen);
        var excused = new LookFact(Guid.CreateVersion7(), Guid.Empty, "attic", null, LookState.Excused, Excuse: ExcuseReason.Locked);
        Says(unseen).ShouldBe("Not inspected.");
        Says(unseen with { Looks = [excused] }).ShouldBe("Not inspected.");
        Says(unseen with { Looks = [whole.Looks[0]] }).ShouldBe("No defects needing repair were observed in the places inspected.");
        Says(whole with { Looks = [.. whole.Looks.Where(l => l.Station != "attic"), excused] })
            .ShouldBe("No defects needing repair were observed in the places inspected.");
        Says(whole).ShouldBe("No defects needing repair were observed.");

        static string Says(AssessInput input)
        {
            var assessment = Assessor.Assess(input, Book);
            assessment.Work.ShouldBeEmpty();
            assessment.Headline.ShouldEndWith(assessment.NoWork);
            return assessment.NoWork;
        }
    }

    [Fact]
    public void A_finding_that_nobody_can_judge_stands_as_recorded_and_is_work()
    {
        var unknown = Finding("seamClipFatigue");
        var assessment = Assess(Shingles, Finding("boot-collar-torn"), unknown);

        assessment.Findings.Count.ShouldBe(2);
        var judged = assessment.Findings.Single(f => f.FindingId == unknown.Id);
        judged.Unjudged.ShouldBeTrue();
        judged.Name.ShouldBe("Recorded as “seam clip fatigue”");
        judged.Verdict.Outcome.ShouldBe(VerdictOutcome.CannotTell);
        judged.Verdict.ToSettle.ShouldBe("Choose a condition of the rule book, or update Kalpa.");
        assessment.Work.ShouldContain(w => w.FindingId == unknown.Id && w.Title.Contains("seam clip fatigue"));
        judged.Urgency.Why.ShouldBe(["The rule book in use does not know this condition, so it was not evaluated."]);
        assessment.Problems.ShouldHaveSingleItem().Code.ShouldBe("finding.unknown-condition");
        assessment.Headline.ShouldEndWith("1 finding was recorded but not assessed.");
    }

    [Fact]
    public void It_forbids_any_all_clear_even_where_it_is_only_documented()
    {
        var unknown = Finding("from-a-newer-book") with { Outcome = FindingOutcome.DocumentOnly };
        Assess(Shingles).Headline.ShouldContain("No defects needing repair were observed.");
        var headline = Assess(Shingles, unknown).Headline;
        Assess(Shingles).NoWork.ShouldBe("No defects needing repair were observed.");
        Assess(Shingles, unknown).NoWork.ShouldBe("No repairs are listed. 1 finding was recorded but not assessed.");
        headline.ShouldNotContain("No defects needing repair were observed.");
        headline.ShouldEndWith("1 finding was recorded but not assessed.");
        Assess(Shingles, unknown, unknown with { Id = Guid.CreateVersion7() })
            .Headline.ShouldEndWith("2 findings were recorded but not assessed.");
    }

    /// <summary>A record that cannot be read may have been the one that mattered.</summary>
    [Theory]
    [InlineData(0, "Not inspected.")]
    [InlineData(1, "1 saved record could not be read.")]
    [InlineData(3, "3 saved records could not be read.")]
    public void A_record_that_could_not_be_read_forbids_it_too(int unread, string end)
    {
        var property = new PropertyFact(Guid.CreateVersion7(), "House", "", "", WeatherExposure.Ordinary);
        var building = new BuildingFact(Guid.CreateVersion7(), property.Id, "House");
        var facts = new FactSet(
            [
                new StandingFact(FactKind.Property, property, Guid.Empty, false),
                new StandingFact(FactKind.Building, building, Guid.Empty, false),
                new StandingFact(FactKind.Roof, new RoofFact(Guid.CreateVersion7(), building.Id, "Main"), Guid.Empty, false),
            ],
            [.. Enumerable.Range(0, unread).Select(_ => new SetAsideFact(Guid.CreateVersion7(), FactKind.Finding, "unreadable"))]
        );
        DossierBuilder.Property(facts, property.Id, Day, Book)!.Summaries.ShouldHaveSingleItem().Headline.ShouldBe(end);
    }

    [Fact]
    public void Its_water_signs_and_people_below_still_weigh()
    {
        var finding = Finding("from-a-newer-book");
        int Class(FindingFact f) => (int)Assess(Shingles, f).Findings[0].Urgency.Class;
        Class(finding with { Evidence = WaterEvidence.Active }).ShouldBeGreaterThan(Class(finding));
        Class(finding with { Evidence = WaterEvidence.Active }).ShouldBeGreaterThanOrEqualTo((int)UrgencyClass.ThisSeason);
    }

    [Fact]
    public void A_covering_that_nobody_knows_has_no_years_is_named_and_breaks_nothing()
    {
        var assessment = Assess(Shingles with { Kind = "leadCoatedCopper" }, Finding("boot-collar-torn"));

        var slope = assessment.Slopes.ShouldHaveSingleItem();
        (slope.CoveringText, slope.Life, slope.Fitness).ShouldBe(("recorded as “lead coated copper”", null, null));
        var problem = assessment.Problems.ShouldHaveSingleItem();
        (problem.FactId, problem.Code).ShouldBe((Shingles.Id, "covering.unknown-kind"));
        assessment.Findings.ShouldHaveSingleItem().Unjudged.ShouldBeFalse();
        assessment.Work.ShouldHaveSingleItem();
    }

    [Fact]
    public void A_component_that_nobody_knows_is_named_and_left_out_of_the_years()
    {
        var component = new ComponentFact(
            Guid.CreateVersion7(),
            Slope.Id,
            "vapour-fleece",
            StackPlace.Under,
            1,
            2018,
            2018,
            AgeSource.Permit
        );
        var input = new AssessInput(WeatherExposure.Ordinary, Day, [Slope], [Shingles], [], [], []) { Components = [component] };
        var assessment = Assessor.Assess(input, Book);

        assessment.Problems.ShouldHaveSingleItem().Code.ShouldBe("component.unknown-kind");
        assessment.Slopes[0].Life!.Stated.ShouldBe(Assess(Shingles).Slopes[0].Life!.Stated);
    }

    [Theory]
    [InlineData("attic-mould", "attic-mold")]
    [InlineData("fibres-unknown", "unknown-fibers")]
    public void A_retired_code_is_judged_as_its_successor(string retired, string successor)
    {
        var finding = Finding(retired);
        var judged = Assess(Shingles, finding).Findings[0];
        var expected = Assess(Shingles, finding with { Condition = successor }).Findings[0];
        judged.Unjudged.ShouldBeFalse();
        (judged.Name, judged.Urgency.Class, judged.Observed, judged.RemedyTitle).ShouldBe(
            (expected.Name, expected.Urgency.Class, expected.Observed, expected.RemedyTitle)
        );
        FactChecks.Of(finding, Book).ShouldBeEmpty();
    }

    [Theory]
    [InlineData("finding with spaces", true)]
    [InlineData("<script>", true)]
    [InlineData("", true)]
    [InlineData("1st", true)]
    [InlineData("brandNew-key2", false)]
    public void Only_something_like_a_key_can_be_recorded(string key, bool refused) =>
        FactChecks.Of(Finding(key), Book).Any(FactChecks.Refuses).ShouldBe(refused);

    [Fact]
    public void A_detail_of_a_kind_that_nobody_knows_stands_on_the_plan()
    {
        var detail = new DetailFact(Guid.CreateVersion7(), Guid.Empty, "heatCable", new Spot(Slope.Id, 10, 10));
        FactChecks.Of(detail, Book).ShouldAllBe(p => !FactChecks.Refuses(p));
        FactChecks.Of(detail with { Kind = DetailKind.Boot }, Book).ShouldBeEmpty();
    }
}
