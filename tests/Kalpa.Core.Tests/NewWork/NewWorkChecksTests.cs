using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.NewWork;

public class NewWorkChecksTests
{
    private static readonly RuleBook Book = RuleBook.Current;
    private static readonly SlopeFact Slope = new(
        Guid.CreateVersion7(),
        Guid.Empty,
        "A",
        "",
        TypedPitch.Of("6/12", PitchSource.Tape),
        Facing.South,
        Under.Attic
    );
    private static readonly Guid Visit = Guid.CreateVersion7();
    private static readonly DateTimeOffset Morning = new(2026, 9, 1, 8, 0, 0, TimeSpan.Zero);

    [Fact]
    public void Only_courses_picked_beforehand_make_the_rate()
    {
        var sample = new SampleFact(Guid.CreateVersion7(), Visit, Slope.Id, 30, [3, 9, 21]);
        var hunted = Course(15, 12, 12);
        var answer = Check([sample], [Course(3, 12, 1), Course(9, 12, 0), hunted])!.Samples[0];
        (answer.Nails!.Wrong, answer.Nails.Looked).ShouldBe((1, 24));
        answer.Left.ShouldBe([21]);
        answer.Words.ShouldContain("2 of 3 preselected courses");
    }

    [Fact]
    public void A_course_counted_again_counts_once()
    {
        var sample = new SampleFact(Guid.CreateVersion7(), Visit, Slope.Id, 30, [3]);
        Check([sample], [Course(3, 12, 6), Course(3, 10, 1)])!.Samples[0].Nails!.Looked.ShouldBe(10);
    }

    // Common practice: 5 5/8 in for metric laminated shingles, a quarter either way.
    [Fact]
    public void Exposures_are_judged_each_by_itself_not_by_their_mean()
    {
        var sample = new SampleFact(Guid.CreateVersion7(), Visit, Slope.Id, 30, [1, 2, 3]);
        var courses = new[] { (1, "5"), (2, "5 5/8"), (3, "6 1/4") }.Select(c =>
            Course(c.Item1, 12, 0) with
            {
                Exposure = Inches(c.Item2),
            }
        );
        var spread = Check([sample], [.. courses])!.Samples[0].Exposures!;
        spread.Mean.ShouldBe(5.625, 0.001);
        spread.Outside.ShouldBe(2);
    }

    [Fact]
    public void An_item_is_open_then_fixed_then_refused_then_fixed_again_then_accepted()
    {
        var item = Guid.CreateVersion7();
        var first = Reply(item, 1);
        var second = Reply(item, 3);
        var refused = new PunchDecisionFact(Guid.CreateVersion7(), Visit, item, first.Id, false, "still loose", "M", Morning.AddHours(2));
        var accepted = new PunchDecisionFact(Guid.CreateVersion7(), Visit, item, second.Id, true, "", "M", Morning.AddHours(4));
        NewWorkChecks.StateOf(item, [], []).State.ShouldBe(PunchState.Open);
        NewWorkChecks.StateOf(item, [first], []).State.ShouldBe(PunchState.Fixed);
        NewWorkChecks.StateOf(item, [first], [refused]).State.ShouldBe(PunchState.Refused);
        NewWorkChecks.StateOf(item, [second, first], [refused]).State.ShouldBe(PunchState.Fixed);
        NewWorkChecks.StateOf(item, [first, second], [accepted, refused]).State.ShouldBe(PunchState.Accepted);
    }

    [Fact]
    public void Without_courses_and_items_there_is_no_check() => Check([], []).ShouldBeNull();

    private static NewWorkAnswer? Check(IReadOnlyList<SampleFact> samples, IReadOnlyList<CourseFact> courses) =>
        NewWorkChecks.Of(
            Book,
            new AssessInput(
                WeatherExposure.Ordinary,
                new DateOnly(2026, 9, 1),
                [Slope],
                [new CoveringFact(Guid.CreateVersion7(), Slope.Id, CoveringKind.LaminatedShingle, 2026, 2026, AgeSource.Permit)],
                [],
                [],
                [],
                null,
                VisitRecords.None with
                {
                    Samples = samples,
                    Courses = courses,
                }
            ),
            []
        );

    private static int made;

    /// <summary>Ids of version 7 sort by when they were made; a millisecond apart each, so that they do.</summary>
    private static CourseFact Course(int course, int looked, int wrong) =>
        new(
            Guid.CreateVersion7(Morning.AddMilliseconds(++made)),
            Visit,
            Slope.Id,
            course,
            looked,
            wrong == 0 ? [] : [new NailCount(NailFault.High, wrong)]
        );

    private static MeasureFact Inches(string typed) =>
        new(typed, TypedLength.Of(typed, Core.Measures.LengthUnit.Inch).Inches, MeasuredHow.Tape);

    private static PunchReplyFact Reply(Guid item, int hours) =>
        new(Guid.CreateVersion7(), Visit, item, "crew", "", new string('a', 64), Morning.AddHours(hours));
}
