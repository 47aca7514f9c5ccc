using Kalpa.Core.Dossiers;
using Kalpa.Core.Facts;
using Kalpa.Core.Rules;

namespace Kalpa.Core.Tests.Dossiers;

/// <summary>A house with one shingled slope and one visit, for tests of what is made of a visit as a whole.</summary>
internal static class OneHouse
{
    public static readonly PropertyFact Place = new(Guid.CreateVersion7(), "Tar Lane 3", "", "", WeatherExposure.Ordinary);
    public static readonly BuildingFact House = new(Guid.CreateVersion7(), Place.Id, "House");
    public static readonly RoofFact Roof = new(Guid.CreateVersion7(), House.Id, "Main roof");
    public static readonly SlopeFact A = new(
        Guid.CreateVersion7(),
        Roof.Id,
        "A",
        "",
        TypedPitch.Of("6/12", PitchSource.Tape),
        Facing.South,
        Under.Attic
    );
    public static readonly CoveringFact Shingles = new(
        Guid.CreateVersion7(),
        A.Id,
        CoveringKind.LaminatedShingle,
        2010,
        2010,
        AgeSource.Permit
    );

    public static readonly VisitFact Visit = new(Guid.CreateVersion7(), [Roof.Id], new DateOnly(2026, 9, 18), "Tess Tester", "");

    /// <summary>House, roof and slope, with the facts given; a fact given takes the place of the one of its id.</summary>
    public static FactSet Set(params IFact[] facts)
    {
        IFact[] ground = [Place, House, Roof, A, Shingles];
        return new([.. ground.Where(g => facts.All(f => f.Id != g.Id)).Concat(facts).Select(f => Standing(f))], []);
    }

    /// <summary>The dossier of <see cref="Visit"/> with the facts given.</summary>
    public static VisitDossier Dossier(params IFact[] facts) =>
        DossierBuilder.Visit(Set(facts.Any(f => f.Id == Visit.Id) ? facts : [Visit, .. facts]), Visit.Id, RuleBook.Current)!;

    public static StandingFact Standing(IFact fact, bool clash = false) => new(KindOf(fact), fact, Guid.NewGuid(), clash);

    private static FactKind KindOf(IFact fact) => Enum.Parse<FactKind>(fact.GetType().Name[..^"Fact".Length]);
}
