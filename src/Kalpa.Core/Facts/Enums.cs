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
    Answer,
    ToDo,
    Protection,
    Clip,
    Recheck,
    Sample,
    Course,
    PunchItem,
    PunchReply,
    PunchDecision,
    WeatherLimits,
    Plan,
    Detail,
    NoticeReply,
    Component,
    SignOff,
    LifeOpinion,
    LifeProfile,
    Planned,
    Series,
    Opinion,
    LocalProfile,
    FirmRules,
    OwnerReply,
    JobDone,
    QuantitySet,
    Bid,
    ReportSignature,
    ReportQuestion,
    Letterhead,
    Engagement,
    ReportDelivery,
    LeakTest,
    LeakRain,
}

/// <summary>How a pitch was read; each way has an error of its own.</summary>
[JsonConverter(typeof(CamelCaseEnum<PitchSource>))]
public enum PitchSource
{
    Tape,
    DigitalLevel,
    Phone,
    ByEye,

    /// <summary>Not read at the slope: it is what the plan draws, and follows it.</summary>
    Plan,
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
[JsonConverter(typeof(CamelCaseEnum<WeatherExposure>))]
public enum WeatherExposure
{
    Ordinary,
    HotOrHail,
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
    Glazing,
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

    /// <summary>As a report of another firm says.</summary>
    Report,
}

[JsonConverter(typeof(CamelCaseEnum<LookState>))]
public enum LookState
{
    Looked,

    /// <summary>Not seen, for the reason given.</summary>
    Excused,

    /// <summary>There, but hidden by something: snow, a ceiling, a covering.</summary>
    Hidden,
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
    Storm,
    Dark,
    Unsafe,
}

/// <summary>Signs of water at a finding, from most to least adverse; nobody looked for them where they were not checked.</summary>
[JsonConverter(typeof(CamelCaseEnum<WaterEvidence>))]
public enum WaterEvidence
{
    Active,
    Stained,
    Suspected,
    NoneSeen,
    NotChecked,
}

[JsonConverter(typeof(CamelCaseEnum<Extent>))]
public enum Extent
{
    OnePlace,
    Scattered,
    General,
}

[JsonConverter(typeof(CamelCaseEnum<CommissionPurpose>))]
public enum CommissionPurpose
{
    Condition,
    Buyer,
    Estimate,
    InstallerCheck,
    Leak,
    Claim,
    Sale,
    Solar,
    FollowUp,
}

/// <summary>
/// A part that a report may do without: nothing of it warns of anything, and the summary, the findings with their jobs, and what was not inspected are in every report.
/// </summary>
[JsonConverter(typeof(CamelCaseEnum<ReportSection>))]
public enum ReportSection
{
    SlopePhotos,
    OtherPhotos,
    PlannedUse,
    Options,
    NoDefects,
    Life,
    Quantities,
    Series,
    Practice,
}

/// <summary>What is to come of a finding: other outcomes exist besides mending.</summary>
[JsonConverter(typeof(CamelCaseEnum<FindingOutcome>))]
public enum FindingOutcome
{
    Mend,
    Watch,
    Investigate,
    HaveJudged,
    OtherTrade,
    DocumentOnly,
}

/// <summary>A kind of proof of a cause; two of different kinds settle it.</summary>
[JsonConverter(typeof(CamelCaseEnum<ProofKind>))]
public enum ProofKind
{
    SeenFromOutside,
    SeenFromInside,
    WaterTest,
    OpenedUp,
    Meter,
    OwnerSaw,
}

[JsonConverter(typeof(CamelCaseEnum<PhotoRole>))]
public enum PhotoRole
{
    Seen,
    Before,
    After,
}

[JsonConverter(typeof(CamelCaseEnum<ClipKind>))]
public enum ClipKind
{
    Speech,
    Video,
}

/// <summary>How an earlier finding stands today.</summary>
[JsonConverter(typeof(CamelCaseEnum<RecheckOutcome>))]
public enum RecheckOutcome
{
    Same,
    Worse,
    Mended,
    Gone,
}

/// <summary>In which way a nail is wrong.</summary>
[JsonConverter(typeof(CamelCaseEnum<NailFault>))]
public enum NailFault
{
    High,
    Low,
    OverDriven,
    UnderDriven,
    Crooked,
    InJoint,
    Missing,
}
