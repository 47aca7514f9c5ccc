using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Rules;

namespace Kalpa.Samples;

/// <summary>Made-up assemblies, earlier visits, decisions and series, from a fixed seed.</summary>
internal sealed class LifeGenerator(int seed)
{
    private readonly Random random = new(seed);

    public List<ComponentFact> Components(IEnumerable<SlopeFact> slopes, DateOnly on, RuleBook book) =>
        [
            .. slopes.SelectMany(slope =>
                Enumerable
                    .Range(1, random.Next(0, 3))
                    .Select(order =>
                    {
                        var from = on.Year - random.Next(0, 40);
                        var known = random.Next(4) > 0;
                        return new ComponentFact(
                            random.NewId(),
                            slope.Id,
                            book.Components[random.Next(book.Components.Count)].Key,
                            random.Pick<StackPlace>(),
                            order,
                            known ? from : null,
                            known ? Math.Min(on.Year, from + random.Next(0, 5)) : null,
                            (AgeSource)random.Next((int)AgeSource.Report),
                            random.Next(4) == 0 ? Evidence(on) : null
                        );
                    })
            ),
        ];

    public List<YearEvidence> Evidence(DateOnly on) =>
        [
            .. Enumerable
                .Range(0, random.Next(1, 3))
                .Select(_ => new YearEvidence(
                    on.Year - random.Next(20, 40),
                    on.Year - random.Next(5, 20),
                    (AgeSource)random.Next((int)AgeSource.Report),
                    "an old photo"
                )),
        ];

    public VisitRecords Into(VisitRecords records, Guid visitId, DateOnly on, List<SlopeFact> slopes, List<ComponentFact> components) =>
        records with
        {
            SignOffs = [.. Some(slopes).Select(s => SignOff(visitId, s))],
            LifeOpinions =
            [
                .. Some(slopes)
                    .Select(s => new LifeOpinionFact(
                        random.NewId(),
                        visitId,
                        s.Id,
                        random.Next(2) == 0 ? random.Pick<School>() : null,
                        random.Next(2) == 0 ? new YearsLeft(2, 4, 7) : null,
                        "seen many of the kind",
                        "Sample",
                        random.Moment()
                    )),
            ],
            Planned =
            [
                .. Some(slopes)
                    .Take(1)
                    .Select(s => new PlannedFact(
                        random.NewId(),
                        visitId,
                        random.Pick<PlannedKind>(),
                        random.Next(1, 30),
                        [s.Id],
                        14_000,
                        3_500,
                        3
                    )),
            ],
            Series = [.. Some(slopes).Select(s => Series(visitId, s))],
            PastVisits = [.. Enumerable.Range(1, random.Next(0, 3)).Select(i => Past(on.AddYears(-3 * i), slopes, components))],
        };

    public IReadOnlyList<StageShare> Shares()
    {
        var stage = random.Next(0, 5);
        return stage == 0 || random.Next(2) == 0
            ? [new StageShare(stage, 100)]
            : [new StageShare(stage - 1, 70), new StageShare(stage, 30)];
    }

    private PastVisit Past(DateOnly on, List<SlopeFact> slopes, List<ComponentFact> components)
    {
        var id = random.NewId();
        return new PastVisit(
            id,
            on,
            "Sample",
            [
                .. Some(slopes).Select(s => new StageFact(random.NewId(), id, s.Id, Shares())),
                .. Some(components).Select(c => new StageFact(random.NewId(), id, c.SlopeId, Shares(), c.Id)),
            ],
            [.. Some(slopes).Select(s => SignOff(id, s))],
            [],
            [.. Some(slopes).Select(s => Series(id, s))]
        );
    }

    private SignOffFact SignOff(Guid visitId, SlopeFact slope) =>
        random.Next(3) == 0
            ? new SignOffFact(random.NewId(), visitId, slope.Id, null, null, "Sample", random.Moment())
            : new SignOffFact(random.NewId(), visitId, slope.Id, 5, 8, "Sample", random.Moment());

    private SeriesFact Series(Guid visitId, SlopeFact slope) =>
        new(
            random.NewId(),
            visitId,
            slope.Id,
            "board-thickness",
            SeriesAlong.DownTheWall,
            "by the porch",
            [.. Enumerable.Range(0, random.Next(1, 8)).Select(_ => random.Next(2) == 0 ? Reading("1 1/8", 1.125) : Reading("1 1/2", 1.5))]
        );

    private static MeasureFact Reading(string typed, double value) => new(typed, value, MeasuredHow.Tape);

    private List<T> Some<T>(IEnumerable<T> of) => of.Where(_ => random.Next(3) == 0).ToList();
}
