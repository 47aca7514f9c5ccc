using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Monitoring;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;
using Kalpa.Core.Wording;

namespace Kalpa.Core.Tests.Assessing;

/// <summary>Bounds of the whole judgement at their values and either side (docs/methods.md); common practice where no source is named.</summary>
public class HeldValueTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly DateOnly Day = new(2026, 9, 18);
    private static readonly DateTimeOffset At = new(2026, 9, 18, 8, 0, 0, TimeSpan.Zero);
    private static readonly Guid VisitId = Guid.CreateVersion7();
    private static readonly SlopeFact Slope = new(
        Guid.CreateVersion7(),
        Guid.Empty,
        "A",
        "",
        TypedPitch.Of("6/12", PitchSource.Tape),
        Facing.South,
        Under.HeatedRoom
    );
    private static readonly CoveringFact Shingles = new(
        Guid.CreateVersion7(),
        Slope.Id,
        CoveringKind.LaminatedShingle,
        2010,
        2010,
        AgeSource.Permit
    );

    /// <summary>Judged with figures of the inspector's own, so that a bound can be met exactly.</summary>
    private static Assessment Stated(double likely, double low = 0, double high = 30, DateOnly? asOf = null, params FindingFact[] findings)
    {
        var opinion = new LifeOpinionFact(
            Guid.CreateVersion7(),
            VisitId,
            Slope.Id,
            null,
            new YearsLeft(low, likely, high),
            "known here",
            "Marit",
            At
        );
        return Assessor.Assess(
            new AssessInput(
                WeatherExposure.Ordinary,
                asOf ?? Day,
                [Slope],
                [Shingles],
                [],
                [],
                findings,
                new VisitFact(VisitId, [Guid.Empty], Day, "Marit", "", FinishedAt: At),
                VisitRecords.None with
                {
                    LifeOpinions = [opinion],
                }
            ),
            Book
        );
    }

    [Theory]
    [InlineData(1.0, "Re-roof slope A", UrgencyClass.WithinYear)]
    [InlineData(1.1, "Plan the re-roof of slope A", UrgencyClass.WithReroof)]
    [InlineData(5.0, "Plan the re-roof of slope A", UrgencyClass.WithReroof)]
    [InlineData(5.1, null, null)]
    public void A_re_roof_is_due_within_a_year_and_planned_within_five(double likely, string? title, UrgencyClass? urgency)
    {
        var work = Stated(likely).Work.SingleOrDefault(w => w.Kind == WorkKind.Reroof);
        (work?.Title, work?.Urgency).ShouldBe((title, urgency));
    }

    [Theory]
    [InlineData(5.0, UrgencyClass.WithReroof)]
    [InlineData(5.1, UrgencyClass.Watch)]
    public void Small_things_go_with_the_re_roof_within_five_years(double likely, UrgencyClass expected)
    {
        var finding = new FindingFact(
            Guid.CreateVersion7(),
            VisitId,
            Slope.Id,
            "edges",
            "overhang-off",
            "",
            WaterEvidence.NoneSeen,
            Extent.OnePlace
        );
        Stated(likely, findings: finding).Findings[0].Urgency.Class.ShouldBe(expected);
    }

    /// <summary>Shares typed in whole percent may miss a hundred by one.</summary>
    [Theory]
    [InlineData(38.9, false)]
    [InlineData(39, true)]
    [InlineData(41, true)]
    [InlineData(41.1, false)]
    public void Shares_of_a_stage_close_to_a_percent(double second, bool close) =>
        FactChecks
            .Of(new StageFact(Guid.CreateVersion7(), VisitId, Slope.Id, [new StageShare(1, 60), new StageShare(2, second)]), Book)
            .Any(p => p.Code == "stage.shares-do-not-close")
            .ShouldBe(!close);

    [Fact]
    public void Figures_of_one_s_own_grow_older_with_the_roof()
    {
        var then = Stated(10, 4, 20).Slopes[0].Life!.Stated;
        then.ShouldBe(new YearsLeft(4, 10, 20));
        Stated(10, 4, 20, Day.AddYears(3)).Slopes[0].Life!.Stated.ShouldBe(new YearsLeft(1, 7, 17));
        // Years that have run out are none, not less than none.
        Stated(10, 4, 20, Day.AddYears(6)).Slopes[0].Life!.Stated.ShouldBe(new YearsLeft(0, 4, 14));
    }

    [Theory]
    [InlineData(0.9, "A storm can bring water into the rooms below from now on")]
    [InlineData(1.0, "In about 8 years water is likely to come into the rooms below")]
    public void The_owner_is_warned_of_any_storm_while_the_low_figure_is_under_a_year(double low, string begins) =>
        Stated(8, low).Slopes[0].ForOwner!.IfNothing.ShouldStartWith(begins);

    [Theory]
    [InlineData("2024-05-01", "2024-04-30", true)]
    [InlineData("2024-05-01", "2024-05-01", false)]
    [InlineData("2024-05-01", "2024-05-02", false)]
    public void A_covering_lies_until_the_day_before_it_ends(string ended, string day, bool lies)
    {
        var covering = Shingles with { EndedOn = DateOnly.Parse(ended) };
        (Assessor.CoveringOn([covering], Slope.Id, DateOnly.Parse(day)) is not null).ShouldBe(lies);
    }

    [Theory]
    [InlineData(2026, true)]
    [InlineData(2027, false)]
    public void A_covering_lies_from_the_first_year_it_may_have_been_laid(int from, bool lies) =>
        (Assessor.CoveringOn([Shingles with { LaidFrom = from, LaidTo = from + 1 }], Slope.Id, Day) is not null).ShouldBe(lies);

    [Theory]
    [InlineData(2026, "2026-09-19", true)]
    [InlineData(2026, "2026-09-18", false)]
    [InlineData(2027, null, false)]
    [InlineData(2026, null, true)]
    public void A_component_lies_from_the_first_year_it_may_have_been_laid_until_the_day_before_it_ends(int from, string? ended, bool lies)
    {
        var component = new ComponentFact(Guid.CreateVersion7(), Slope.Id, "copper", StackPlace.Beside, 1, from, from, AgeSource.Permit)
        {
            EndedOn = ended is null ? null : DateOnly.Parse(ended),
        };
        var input = new AssessInput(WeatherExposure.Ordinary, Day, [Slope], [Shingles], [], [], []) { Components = [component] };
        Assessor.Assess(input, Book).Slopes[0].LifeFacts!.Components!.Any(c => c.Id == component.Id).ShouldBe(lies);
    }

    /// <summary>A length by eye is good to half an inch or a quarter of it, whichever is more; the lap wants 2 in (IRC 2021 R905.2.8.5).</summary>
    [Theory]
    [InlineData(MeasuredHow.ByEye, 1.49, VerdictOutcome.Short)]
    [InlineData(MeasuredHow.ByEye, 1.5, VerdictOutcome.CannotTell)]
    [InlineData(MeasuredHow.ByEye, 2.66, VerdictOutcome.CannotTell)]
    [InlineData(MeasuredHow.ByEye, 2.67, VerdictOutcome.Conforms)]
    [InlineData(MeasuredHow.ByTouch, 1.49, VerdictOutcome.Short)]
    [InlineData(MeasuredHow.ByTouch, 2.66, VerdictOutcome.CannotTell)]
    [InlineData(MeasuredHow.Tape, 1.99, VerdictOutcome.Short)]
    [InlineData(MeasuredHow.Tape, 2, VerdictOutcome.Conforms)]
    public void A_reading_is_as_good_as_the_way_it_was_taken(MeasuredHow how, double inches, VerdictOutcome expected) =>
        Verdicts
            .Of(Book, Book.FindCondition("drip-edge-lap-short")!, CoveringKind.LaminatedShingle, new MeasureFact($"{inches}", inches, how))
            .Outcome.ShouldBe(expected);

    [Theory]
    [InlineData(MeasuredHow.ByEye, "Measured about 1/8 in, estimated by eye; required at least 2 in")]
    [InlineData(MeasuredHow.ByTouch, "Measured about 1/8 in, by touch; required at least 2 in")]
    [InlineData(MeasuredHow.Tape, "Measured 1/8 in; required at least 2 in")]
    public void The_sentence_says_how_it_was_measured(MeasuredHow how, string says)
    {
        var condition = Book.FindCondition("drip-edge-lap-short")!;
        var finding = new FindingFact(
            Guid.CreateVersion7(),
            VisitId,
            Slope.Id,
            "edges",
            condition.Code,
            "",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            new MeasureFact("1/8", 0.125, how)
        );
        var verdict = Verdicts.Of(Book, condition, CoveringKind.LaminatedShingle, finding.Measure);
        Words.Observed(condition, finding, Slope, verdict, Book.FindQuantity(condition.Quantity!)).ShouldContain(says);
    }

    /// <summary>
    /// Two words on the year that do not agree, 2000 and 2010: 11 years are in question, and each word is right with its own chance and says nothing otherwise.
    /// By hand: with an owner (right 4 times in 5) against a permit (97 in 100) the weight of 2000 is (0.8 + 0.2/11)(0.03/11) of a sum in which it is 11 %, so the
    /// oldest twentieth lies 0.456 into 2000: 25.5 years on January 1, 2026. With neighbours (7 in 10) against the owner it is 33 %: 25.8 years.
    /// </summary>
    [Theory]
    [InlineData(AgeSource.Owner, AgeSource.Permit, 25.5)]
    [InlineData(AgeSource.Neighbours, AgeSource.Owner, 25.8)]
    public void A_source_weighs_by_the_chance_that_it_is_right(AgeSource one, AgeSource other, double oldest)
    {
        var facts = new LifeFacts(
            CoveringKind.LaminatedShingle,
            WeatherExposure.Ordinary,
            2000,
            2000,
            one,
            1,
            null,
            new DateOnly(2026, 1, 1),
            Evidence: [new YearEvidence(2010, 2010, other)]
        );
        RemainingLife.Of(Book, facts).Age!.High.ShouldBe(oldest);
    }

    /// <summary>Within half a year of each other inspector and Kalpa were equally near.</summary>
    [Theory]
    [InlineData(0.5, Nearer.Alike)]
    [InlineData(0.6, Nearer.Kalpa)]
    [InlineData(-0.5, Nearer.Alike)]
    [InlineData(-0.6, Nearer.Inspector)]
    public void Both_were_equally_near_within_half_a_year(double further, Nearer expected)
    {
        Assessment With(double guess)
        {
            var signOff = new SignOffFact(Guid.CreateVersion7(), VisitId, Slope.Id, guess, guess, "Marit", At);
            var stages = new StageFact(Guid.CreateVersion7(), VisitId, Slope.Id, [new StageShare(3, 100)]);
            var past = new PastVisit(VisitId, new DateOnly(2020, 9, 18), "Marit", [stages], [signOff], [], []);
            return Assessor.Assess(
                new AssessInput(
                    WeatherExposure.Ordinary,
                    Day,
                    [Slope],
                    [Shingles],
                    [],
                    [],
                    [],
                    Records: VisitRecords.None with
                    {
                        PastVisits = [past],
                    }
                ),
                Book
            );
        }
        var check = With(10).Slopes[0].LastForecast!;
        var ours = Math.Abs(check.Then.Likely - check.CameTo);
        With(Math.Round(check.CameTo + ours + further, 1)).Slopes[0].LastForecast!.Nearer.ShouldBe(expected);
    }
}
