using Kalpa.Core.Facts;
using Kalpa.Core.NewWork;
using Kalpa.Core.Rules;

namespace Kalpa.Samples;

/// <summary>Made-up further records of a visit, from a fixed seed.</summary>
internal sealed class RecordGenerator(int seed)
{
    private static readonly string Hash = new('a', 64);

    private readonly Random random = new(seed);

    public VisitRecords Of(Guid visitId, DateOnly on, List<SlopeFact> slopes, List<FindingFact> findings, RuleBook book)
    {
        var samples = slopes.Where(_ => random.Next(3) == 0).Select(s => Sample(visitId, s)).ToList();
        var items = findings.Where(_ => random.Next(4) == 0).Select(f => Item(visitId, f, on)).ToList();
        var replies = items.Where(_ => random.Next(2) == 0).Select(i => Reply(visitId, i)).ToList();
        return new VisitRecords(
            [.. findings.Where(_ => random.Next(2) == 0).Select(f => Photo(visitId, f))],
            [
                .. book.Questions.Where(q => !q.PerSlope && random.Next(2) == 0).Select(q => Answer(visitId, q, null)),
                .. slopes.Select(s => Answer(visitId, book.FindQuestion("footing")!, s.Id)),
            ],
            [.. findings.Where(_ => random.Next(4) == 0).Select(f => ToDo(visitId, f))],
            [
                .. slopes
                    .Where(_ => random.Next(5) == 0)
                    .Select(s => new ProtectionFact(random.NewId(), visitId, s.Id, null, "hole covered", "the crew", on.AddDays(30))),
            ],
            [
                .. slopes
                    .Where(_ => random.Next(5) == 0)
                    .Select(s => new ClipFact(random.NewId(), visitId, null, s.Id, "field", ClipKind.Speech, Hash, 4.5)),
            ],
            [],
            samples,
            [.. samples.SelectMany(s => s.Picked.Where(_ => random.Next(3) > 0).Select(c => Course(visitId, s.SlopeId, c)))],
            items,
            replies,
            [.. replies.Where(_ => random.Next(2) == 0).Select(r => Decision(visitId, r))],
            random.Next(2) == 0 ? null : new LastTime(random.NewId(), on.AddYears(-2), findings.Count == 0 ? [] : [findings[0]])
        );
    }

    private PhotoFact Photo(Guid visitId, FindingFact finding) =>
        new(
            random.NewId(),
            visitId,
            finding.Id,
            finding.SlopeId,
            Hash,
            "",
            null,
            finding.Station,
            random.Pick<PhotoRole>(),
            random.Next(4) == 0
        );

    private AnswerFact Answer(Guid visitId, Question question, Guid? slopeId) =>
        new(
            random.NewId(),
            visitId,
            question.Key,
            slopeId,
            question.Options.Count == 0 ? [] : [question.Options[random.Next(question.Options.Count)].Key],
            question.Kind == QuestionKind.Length ? "11' 6\"" : ""
        );

    private ToDoFact ToDo(Guid visitId, FindingFact finding) =>
        new(random.NewId(), visitId, "confirm the maker", random.Next(2) == 0 ? "" : "attic", null, finding.Id, "", random.Next(2) == 0);

    private SampleFact Sample(Guid visitId, SlopeFact slope)
    {
        var courses = random.Next(4, 60);
        return new SampleFact(random.NewId(), visitId, slope.Id, courses, CoursePicks.Of(visitId, slope.Id, courses));
    }

    private CourseFact Course(Guid visitId, Guid slopeId, int course) =>
        new(
            random.NewId(),
            visitId,
            slopeId,
            course,
            12,
            random.Next(3) > 0 ? [] : [new NailCount(random.Pick<NailFault>(), random.Next(1, 5))],
            random.Next(2) == 0 ? null : new MeasureFact("5 5/8", 5.625, MeasuredHow.Tape)
        );

    private PunchItemFact Item(Guid visitId, FindingFact finding, DateOnly on) =>
        new(
            random.NewId(),
            visitId,
            finding.Id,
            finding.SlopeId,
            "something",
            "put right",
            "crew 1",
            on.AddDays(random.Next(1, 9)),
            random.Next(3) == 0
        );

    private PunchReplyFact Reply(Guid visitId, PunchItemFact item) =>
        new(random.NewId(), visitId, item.Id, "crew 1", "done", Hash, random.Moment());

    private PunchDecisionFact Decision(Guid visitId, PunchReplyFact reply)
    {
        var accepted = random.Next(2) == 0;
        return new PunchDecisionFact(
            random.NewId(),
            visitId,
            reply.PunchItemId,
            reply.Id,
            accepted,
            accepted ? "" : "still loose",
            "Sample",
            random.Moment()
        );
    }
}
