using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Measures;
using Kalpa.Core.Rules;

namespace Kalpa.Samples;

/// <summary>Made-up visits from a fixed seed: for parity, properties and benchmarks. The same seed gives the same visits.</summary>
public sealed class VisitGenerator(int seed)
{
    private static readonly string[] Pitches =
    [
        "0.7:12",
        "2/12",
        "3/12",
        "4/12",
        "6:12",
        "18.4°",
        "33 %",
        "8/12",
        "12/12",
        "14\" over 42\"",
    ];
    private static readonly string[] Eaves = ["24'", "31' 6\"", "40 ft", "18' 3-1/2\"", "9144 mm"];
    private static readonly string[] Runs = ["8'", "12' 6\"", "15 ft", "10' 5 5/8\""];
    private static readonly string[] Places = ["", "above the porch", "third course", "north end"];

    private readonly Random random = new(seed);
    private readonly RecordGenerator records = new(seed + 1);
    private readonly LifeGenerator lives = new(seed + 2);
    private readonly JudgementGenerator judgements = new(seed + 3);

    public IEnumerable<AssessInput> Visits(int count) => Enumerable.Range(0, count).Select(_ => Visit());

    public AssessInput Visit(int? slopeCount = null, int? findingCount = null)
    {
        var book = RuleBook.Current;
        var visitId = random.NewId();
        var asOf = new DateOnly(random.Next(2015, 2031), random.Next(1, 13), random.Next(1, 28));
        var slopes = Enumerable.Range(0, slopeCount ?? random.Next(1, 6)).Select(Slope).ToList();
        var coverings = slopes.Where(_ => random.Next(10) > 0).Select(s => Covering(s, asOf)).ToList();
        List<FindingFact> findings =
        [
            .. Enumerable.Range(0, findingCount ?? random.Next(0, 12)).Select(_ => judgements.Into(Finding(visitId, slopes, book), book)),
        ];
        var components = lives.Components(slopes, asOf, book);
        return new AssessInput(
            random.Pick<WeatherExposure>(),
            asOf,
            slopes,
            coverings,
            [.. slopes.SelectMany(s => book.Stations.Where(st => st.PerSlope && random.Next(5) > 0).Select(st => Look(visitId, st, s)))],
            [.. slopes.Where(_ => random.Next(4) > 0).Select(s => Stage(visitId, s))],
            findings,
            VisitOf(visitId, asOf, book),
            lives.Into(records.Of(visitId, asOf, slopes, findings, book), visitId, asOf, slopes, components),
            components,
            random.Next(3) == 0 ? null : random.Next(-60, 65),
            random.Next(3) == 0 ? random.Pick<School>() : null,
            judgements.Local(book),
            judgements.Firm(book)
        );
    }

    /// <summary>Every walk order and every commission comes up, said or left to be suggested.</summary>
    private VisitFact VisitOf(Guid visitId, DateOnly asOf, RuleBook book) =>
        new(
            visitId,
            [Guid.Empty],
            asOf,
            "Sample",
            "",
            "",
            random.Next(5) == 0 ? null : new Commission(random.Pick<CommissionPurpose>()),
            random.Next(3) == 0 ? "" : Pick(book.Walks).Key
        );

    public LifeFacts Life()
    {
        var input = Visit(1, 0);
        var covering = Covering(input.Slopes[0], input.AsOf);
        return new LifeFacts(
            covering.Kind,
            input.Exposure,
            covering.LaidFrom,
            covering.LaidTo,
            covering.AgeSource,
            covering.Layers,
            Stage(Guid.Empty, input.Slopes[0]).Shares,
            input.AsOf,
            null,
            [
                .. input.Components!.Select(c => new ComponentLife(
                    c.Id,
                    c.Kind,
                    c.Place,
                    c.LaidFrom,
                    c.LaidTo,
                    c.AgeSource,
                    random.Next(2) == 0 ? null : lives.Shares()
                )),
            ],
            random.Next(2) == 0 ? null : lives.Shares(),
            random.Next(3) > 0 ? null : [new EarlierLook(input.AsOf.AddYears(-4), lives.Shares())],
            random.Next(3) > 0 ? null : lives.Evidence(input.AsOf),
            [.. RuleBook.Current.Factors.Where(_ => random.Next(2) == 0).Select(f => new WearFact(f.Key, Pick(f.Options).Key, "said"))],
            random.Next(2) == 0 ? null : 0.5 + random.NextDouble()
        );
    }

    private SlopeFact Slope(int index) =>
        new(
            random.NewId(),
            Guid.Empty,
            ((char)('A' + index)).ToString(),
            "",
            TypedPitch.Of(Pick(Pitches), random.Pick<PitchSource>()),
            random.Pick<Facing>(),
            random.Pick<Under>(),
            random.Next(5) == 0 ? null : TypedLength.Of(Pick(Eaves)),
            TypedLength.Of(Pick(Runs))
        );

    private CoveringFact Covering(SlopeFact slope, DateOnly asOf)
    {
        var from = asOf.Year - random.Next(0, 45);
        var known = random.Next(6) > 0;
        return new CoveringFact(
            random.NewId(),
            slope.Id,
            Pick(RuleBook.Current.Coverings).Kind,
            known ? from : null,
            known ? Math.Min(asOf.Year, from + random.Next(0, 6)) : null,
            (AgeSource)random.Next((int)AgeSource.Report),
            random.Next(1, 4)
        );
    }

    private LookFact Look(Guid visitId, Station station, SlopeFact slope)
    {
        var state = random.Next(6) > 0 ? LookState.Looked : random.Pick<LookState>();
        var looked = state == LookState.Looked;
        return new LookFact(
            random.NewId(),
            visitId,
            station.Key,
            slope.Id,
            state,
            looked ? random.Pick<LookHow>() : null,
            looked ? null : random.Pick<ExcuseReason>()
        );
    }

    private StageFact Stage(Guid visitId, SlopeFact slope)
    {
        var worst = random.Next(0, 5);
        var percent = random.Next(1, 20) * 5;
        List<StageShare> shares =
            worst == 0 || percent == 100
                ? [new StageShare(worst, 100)]
                : [new StageShare(worst - 1, 100 - percent), new StageShare(worst, percent, random.Next(4) == 0)];
        return new StageFact(random.NewId(), visitId, slope.Id, shares);
    }

    private FindingFact Finding(Guid visitId, List<SlopeFact> slopes, RuleBook book)
    {
        var condition = Pick(book.Conditions);
        var slope = random.Next(8) == 0 ? null : Pick(slopes);
        return new FindingFact(
            random.NewId(),
            visitId,
            slope?.Id,
            condition.Stations[0],
            condition.Code,
            Pick(Places),
            random.Pick<WaterEvidence>(),
            random.Pick<Extent>(),
            condition.Quantity is null || random.Next(5) == 0 ? null : Measure(book.FindQuantity(condition.Quantity)!),
            random.Next(5) == 0,
            "",
            random.Pick<FindingOutcome>(),
            random.Next(3) > 0
                ? null
                : new SuspectedCause("wind", [.. Enumerable.Range(0, random.Next(0, 3)).Select(_ => random.Pick<ProofKind>())])
        );
    }

    private MeasureFact Measure(Quantity quantity)
    {
        var typed = Pick(quantity.Likely);
        return new MeasureFact(typed, MeasureReading.Read(typed, quantity.Unit).Value!.Value, random.Pick<MeasuredHow>());
    }

    private T Pick<T>(IReadOnlyList<T> from) => from[random.Next(from.Count)];
}
