using Kalpa.Core.Assessing;
using Kalpa.Core.Facts;

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

    public static PhotoFact Photo(Guid? finding, PhotoRole role) =>
        new(Guid.CreateVersion7(), Visit.Id, finding, A.Id, new string('a', 64), "", null, null, role);

    private static SlopeFact Slope(string letter) =>
        new(Guid.CreateVersion7(), Guid.Empty, letter, "", TypedPitch.Of("6/12", PitchSource.Tape), Facing.South, Under.Attic);

    private static CoveringFact Covering(SlopeFact slope) =>
        new(Guid.CreateVersion7(), slope.Id, CoveringKind.LaminatedShingle, 2012, 2012, AgeSource.Permit);
}
