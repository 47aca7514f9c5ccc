using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;
using Kalpa.Samples;

namespace Kalpa.Core.Tests.Walking;

/// <summary>A shingled roof of two slopes with an open visit, for tests of the walk.</summary>
internal static class Roof
{
    public static readonly VisitFact Visit = new(Guid.CreateVersion7(), [Guid.Empty], new DateOnly(2026, 9, 18), "M", "");
    public static readonly SlopeFact A = Slope("A");
    public static readonly SlopeFact B = Slope("B");

    public static AssessInput Input { get; } =
        new(WeatherExposure.Ordinary, Visit.On, [A, B], [Covering(A), Covering(B)], [], [], [], Visit, VisitRecords.None);

    public static AssessInput With(AssessInput input, Func<VisitRecords, VisitRecords> change) =>
        input with
        {
            Records = change(input.Records ?? VisitRecords.None),
        };

    public static FindingFact Finding(string condition, string station) =>
        new(Guid.CreateVersion7(), Visit.Id, A.Id, station, condition, "", WaterEvidence.NoneSeen, Extent.OnePlace);

    /// <summary>
    /// A finding as it is recorded at its own station: what the condition presets, a measure typed and taken by tape, an answer as <c>decision=option</c>.
    /// </summary>
    public static FindingFact Found(
        string code,
        WaterEvidence water = WaterEvidence.NotChecked,
        string? measure = null,
        string? decided = null,
        bool below = false,
        Extent extent = Extent.OnePlace
    )
    {
        var condition = RuleBook.Current.FindCondition(code)!;
        return Finding(code, condition.Stations[0]) with
        {
            Evidence = water,
            Extent = extent,
            PeopleBelow = below,
            Outcome = condition.DefaultOutcome,
            Measure = measure is null ? null : Tape.Of(condition, measure),
            Deciding = Answer(decided) is { } answer ? [answer] : null,
        };
    }

    public static DecidingAnswer? Answer(string? decided) =>
        decided?.Split('=') is [var decision, var option] ? new DecidingAnswer(decision, option) : null;

    public static AssessInput With(string kind, int laid, params FindingFact[] findings) =>
        Input with
        {
            Slopes = [A],
            Coverings = [new CoveringFact(Guid.CreateVersion7(), A.Id, kind, laid, laid, AgeSource.Permit)],
            Findings = findings,
        };

    public static PhotoFact Photo(Guid? finding, PhotoRole role) =>
        new(Guid.CreateVersion7(), Visit.Id, finding, A.Id, new string('a', 64), "", null, null, role);

    private static SlopeFact Slope(string letter) =>
        new(Guid.CreateVersion7(), Guid.Empty, letter, "", TypedPitch.Of("6/12", PitchSource.Tape), Facing.South, Under.Attic);

    private static CoveringFact Covering(SlopeFact slope) =>
        new(Guid.CreateVersion7(), slope.Id, CoveringKind.LaminatedShingle, 2012, 2012, AgeSource.Permit);
}
