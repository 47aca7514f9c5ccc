using System.Text.Json.Serialization;

namespace Kalpa.Core.Facts;

[JsonConverter(typeof(CamelCaseEnum<FactKind>))]
public enum FactKind
{
    Property,
    Building,
    Roof,
    Slope,
    Covering,
    Visit,
    Look,
    Stage,
    Finding,
    Photo,
}

/// <summary>How a pitch was read; each way has an error of its own.</summary>
[JsonConverter(typeof(CamelCaseEnum<PitchSource>))]
public enum PitchSource
{
    Tape,
    DigitalLevel,
    Phone,
    ByEye,
}

[JsonConverter(typeof(CamelCaseEnum<MeasuredHow>))]
public enum MeasuredHow
{
    Tape,
    ByTouch,
    ByEye,
}

/// <summary>Eight points of the compass that a slope falls towards.</summary>
[JsonConverter(typeof(CamelCaseEnum<Facing>))]
public enum Facing
{
    North,
    NorthEast,
    East,
    SouthEast,
    South,
    SouthWest,
    West,
    NorthWest,
}

/// <summary>Weather that sets which reference life applies.</summary>
[JsonConverter(typeof(CamelCaseEnum<Exposure>))]
public enum Exposure
{
    Ordinary,
    HotOrHail,
}

[JsonConverter(typeof(CamelCaseEnum<CoveringKind>))]
public enum CoveringKind
{
    ThreeTabShingle,
    LaminatedShingle,
    ClayTile,
    ConcreteTile,
    Slate,
    WoodShingle,
    MetalLapped,
    MetalStandingSeam,
    RollRoofing,
    BuiltUp,
    ModifiedBitumen,
    Epdm,
    Tpo,
    Pvc,
}

[JsonConverter(typeof(CamelCaseEnum<CoveringFamily>))]
public enum CoveringFamily
{
    Asphalt,
    Tile,
    Slate,
    Wood,
    Metal,
    Membrane,
}

/// <summary>Where the age comes from. An age guessed from the look is not combined with the look.</summary>
[JsonConverter(typeof(CamelCaseEnum<AgeSource>))]
public enum AgeSource
{
    Permit,
    Stamp,
    Owner,
    Neighbours,
    ByEye,
    Unknown,
}

/// <summary>What lies under a slope: decides the harm, and how visible a leak would be.</summary>
[JsonConverter(typeof(CamelCaseEnum<Beneath>))]
public enum Beneath
{
    FinishedRoom,
    OpenAttic,
    Garage,
    Porch,
}

[JsonConverter(typeof(CamelCaseEnum<LookState>))]
public enum LookState
{
    Looked,
    Excused,
}

[JsonConverter(typeof(CamelCaseEnum<LookHow>))]
public enum LookHow
{
    Walked,
    FromLadder,
    FromGround,
    ByCamera,
    FromInside,
}

[JsonConverter(typeof(CamelCaseEnum<ExcuseReason>))]
public enum ExcuseReason
{
    TooSteep,
    TooHigh,
    Wet,
    Snow,
    Fragile,
    Locked,
    Covered,
    NotThere,
}

/// <summary>Signs of water at a finding, from most to least adverse.</summary>
[JsonConverter(typeof(CamelCaseEnum<WaterEvidence>))]
public enum WaterEvidence
{
    Active,
    Stained,
    Suspected,
    NoneSeen,
}

[JsonConverter(typeof(CamelCaseEnum<Extent>))]
public enum Extent
{
    OnePlace,
    Scattered,
    General,
}
