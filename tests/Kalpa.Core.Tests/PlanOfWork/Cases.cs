using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;
using Kalpa.Core.Tests.Walking;

namespace Kalpa.Core.Tests.PlanOfWork;

/// <summary>Roofs of a finished visit, for tests of the plan of work.</summary>
internal static class Cases
{
    /// <summary>Slope A alone, its covering rated at a stage all over (null: not rated).</summary>
    public static AssessInput On(string kind, int laid, int? stage, params FindingFact[] findings) =>
        Finished(Roof.With(kind, laid, findings)) with
        {
            Stages = stage is { } seen ? [new StageFact(Guid.CreateVersion7(), Roof.Visit.Id, Roof.A.Id, [new StageShare(seen, 100)])] : [],
        };

    /// <summary>A slope with its eave and its run on plan taped, inches.</summary>
    public static SlopeFact Taped(SlopeFact slope, string pitch, double eave, double run) =>
        slope with
        {
            Pitch = TypedPitch.Of(pitch, PitchSource.Tape),
            EaveLength = new TypedLength("", eave),
            PlanRun = new TypedLength("", run),
        };

    /// <summary>20 squares on the roof at 5:12 (36.92 ft on plan are 40 ft along it).</summary>
    public static readonly SlopeFact Steep = Taped(Roof.A, "5/12", 600, 480 * 12 / 13.0);

    /// <summary>Several slopes, each with its covering and the year it was laid.</summary>
    public static AssessInput Several(params (SlopeFact Slope, string Kind, int Laid)[] of) =>
        Finished(Roof.Input) with
        {
            Slopes = [.. of.Select(o => o.Slope)],
            Coverings = [.. of.Select(o => new CoveringFact(Guid.CreateVersion7(), o.Slope.Id, o.Kind, o.Laid, o.Laid, AgeSource.Permit))],
        };

    /// <summary>With the inspector's own likely years for slopes, so that a bound can be met exactly.</summary>
    public static AssessInput WithYears(AssessInput input, params (SlopeFact Slope, double Likely)[] years) =>
        Roof.With(
            input,
            r =>
                r with
                {
                    LifeOpinions =
                    [
                        .. years.Select(y => new LifeOpinionFact(
                            Guid.CreateVersion7(),
                            Roof.Visit.Id,
                            y.Slope.Id,
                            null,
                            new YearsLeft(0, y.Likely, 20),
                            "known here",
                            "M",
                            DateTimeOffset.UnixEpoch
                        )),
                    ],
                }
        );

    public static FindingFact At(
        string code,
        string place,
        WaterEvidence water = WaterEvidence.NotChecked,
        Extent extent = Extent.OnePlace,
        string? decided = null
    ) => Roof.Found(code, water, null, decided, false, extent) with { Place = place };

    /// <summary>The inspector's recommendation for a slope, or for the whole roof (null).</summary>
    public static OpinionFact Recommended(
        OpinionAction action,
        Guid? slope,
        string? day = null,
        OpinionEvent waitsFor = OpinionEvent.None
    ) =>
        new(
            Guid.CreateVersion7(),
            Roof.Visit.Id,
            slope,
            action,
            "a roofer",
            "The owner sells",
            waitsFor,
            day is null ? null : DateOnly.ParseExact(day, "yyyy-MM-dd"),
            [],
            [],
            "M",
            DateTimeOffset.UnixEpoch
        );

    public static AssessInput With(AssessInput input, params OpinionFact[] opinions) =>
        Roof.With(input, r => r with { SlopeOpinions = opinions });

    private static AssessInput Finished(AssessInput input) =>
        input with
        {
            Visit = Roof.Visit with { FinishedAt = DateTimeOffset.UnixEpoch },
        };
}
