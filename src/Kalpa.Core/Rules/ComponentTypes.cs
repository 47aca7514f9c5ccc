using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;

namespace Kalpa.Core.Rules;

/// <summary>What a component is there for.</summary>
[JsonConverter(typeof(CamelCaseEnum<ComponentJob>))]
public enum ComponentJob
{
    ShedsWater,
    KeepsWaterOut,
    Flashing,
    Sealant,
    Fasteners,
    Edge,
    Drainage,
    Insulation,
    Deck,
}

/// <summary>How a component bears on the slope's life.</summary>
[JsonConverter(typeof(CamelCaseEnum<ComponentPart>))]
public enum ComponentPart
{
    /// <summary>Cannot be renewed without lifting the rest: when it ends, the slope's service ends.</summary>
    Governs,

    /// <summary>Can be renewed alone: it gets a due year of its own and becomes work.</summary>
    Renewable,

    /// <summary>Has no clock of its own (deck, insulation, an old roof beneath); its condition is recorded.</summary>
    Passive,
}

/// <summary>
/// A kind of component of a slope's assembly. <paramref name="Family"/> is the family whose factors bear on it; <paramref name="Lives"/> is empty for a
/// passive one; <paramref name="Renew"/> is the work that renews a renewable one.
/// </summary>
public sealed record ComponentKind(
    string Key,
    string Name,
    ComponentJob Job,
    ComponentPart Part,
    CoveringFamily Family,
    IReadOnlyList<ReferenceLife> Lives,
    StageModel Stages,
    IReadOnlyList<string> StageLooks,
    string Renew = ""
)
{
    public ReferenceLife? LifeIn(WeatherExposure exposure) =>
        Lives.FirstOrDefault(l => l.Exposure == exposure) ?? (Lives.Count > 0 ? Lives[0] : null);
}

/// <summary>
/// A factor of ISO 15686-8 that a recorded fact decides. An answer to the question of the same key picks the option; without one the worst option that a
/// finding implies. <paramref name="HeldByStage"/>: the effect shows in the stage, so that it is no factor as well once a stage is recorded;
/// <paramref name="Find"/> how it is found out.
/// </summary>
public sealed record WearFactor(
    string Key,
    string Letter,
    string Name,
    IReadOnlyList<CoveringFamily> Families,
    IReadOnlyList<WearOption> Options,
    bool HeldByStage,
    IReadOnlyList<ImpliedWear> Implied,
    SourceClass SourceClass,
    string Find
);

public sealed record WearOption(string Key, double Value, string Reason);

/// <summary>A finding of a condition implies an option of the factor.</summary>
public sealed record ImpliedWear(string Condition, string Option);

/// <summary>
/// A condition that may mean the whole slope was built wrong: proved by a measure from <paramref name="UnfitFrom"/> on, or by an extent from
/// <paramref name="UnfitAt"/> on; until then suspected, and <paramref name="Settle"/> says what settles it. <paramref name="Unless"/>: with these answers it is no fault.
/// </summary>
public sealed record SystemFault(
    string Settle,
    string Unfit,
    double? UnfitFrom = null,
    Extent? UnfitAt = null,
    DecidingFact? Unless = null
);

/// <summary>The stage that a finding says of a component where none was rated, by its extent.</summary>
public sealed record ComponentWear(string Component, int OnePlace, int Scattered, int General);
