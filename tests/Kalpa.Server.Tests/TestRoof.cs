using Kalpa.Contracts;
using Kalpa.Core.Facts;

namespace Kalpa.Server.Tests;

/// <summary>A small property with fresh ids, as changes in the order a parent comes first.</summary>
public sealed class TestRoof
{
    public PropertyFact Property { get; } =
        new(Guid.CreateVersion7(), "Test House", "1 Test Lane", "the testers", WeatherExposure.Ordinary);
    public BuildingFact Building { get; }
    public RoofFact Roof { get; }
    public SlopeFact Slope { get; }
    public CoveringFact Covering { get; }
    public VisitFact Visit { get; }
    public FindingFact Finding { get; }

    public TestRoof()
    {
        Building = new BuildingFact(Guid.CreateVersion7(), Property.Id, "House");
        Roof = new RoofFact(Guid.CreateVersion7(), Building.Id, "Main");
        Slope = new SlopeFact(
            Guid.CreateVersion7(),
            Roof.Id,
            "A",
            "",
            TypedPitch.Of("6/12", PitchSource.Tape),
            Facing.South,
            Under.Attic,
            TypedLength.Of("40'"),
            TypedLength.Of("15")
        );
        Covering = new CoveringFact(Guid.CreateVersion7(), Slope.Id, CoveringKind.LaminatedShingle, 2010, 2010, AgeSource.Permit);
        Visit = new VisitFact(Guid.CreateVersion7(), [Roof.Id], new DateOnly(2026, 5, 1), "Tess Tester", "test");
        Finding = new FindingFact(
            Guid.CreateVersion7(),
            Visit.Id,
            Slope.Id,
            "edges",
            "drip-edge-lap-short",
            "east end",
            WaterEvidence.NoneSeen,
            Extent.OnePlace,
            new MeasureFact("1/8", 0.125, MeasuredHow.Tape)
        );
    }

    public FactChange[] Changes =>
        [
            Inspector.Change(FactKind.Property, Property),
            Inspector.Change(FactKind.Building, Building),
            Inspector.Change(FactKind.Roof, Roof),
            Inspector.Change(FactKind.Slope, Slope),
            Inspector.Change(FactKind.Covering, Covering),
            Inspector.Change(FactKind.Visit, Visit),
            Inspector.Change(FactKind.Finding, Finding),
        ];
}
