using System.Text.Json.Serialization;
using Kalpa.Core.Facts;
using Kalpa.Core.Life;

namespace Kalpa.Core.Rules;

/// <summary>How sure a limit is, by where it comes from.</summary>
[JsonConverter(typeof(CamelCaseEnum<SourceClass>))]
public enum SourceClass
{
    Published,
    CommonPractice,
    MakersInstruction,
    Memory,
}

[JsonConverter(typeof(CamelCaseEnum<Consequence>))]
public enum Consequence
{
    LifeSafety,
    WaterIn,
    HiddenWet,
    BlowOff,
    EarlyAgeing,
    Looks,
}

/// <summary>How a condition that endangers people comes to hurt them.</summary>
[JsonConverter(typeof(CamelCaseEnum<Hazard>))]
public enum Hazard
{
    /// <summary>As it is, and whoever stands where: flue gas indoors, wood on a flue, cut framing, a deck that gives way, an unguarded opening.</summary>
    Present,

    /// <summary>With another event only: an overflow is missed when the drain clogs, old fibers when they are disturbed.</summary>
    Dormant,
}

/// <summary>What it is that endangers people, the graver first: immediate dangers are done in this order (common practice).</summary>
[JsonConverter(typeof(CamelCaseEnum<HazardKind>))]
public enum HazardKind
{
    FlueGas,
    Fire,

    /// <summary>Something heavy that may fall, or framing that may give way.</summary>
    Structure,

    /// <summary>A deck that gives way, an opening without a guard.</summary>
    FallThrough,
    Electricity,
}

/// <summary>How fast a fault grows worse when left.</summary>
[JsonConverter(typeof(CamelCaseEnum<Progression>))]
public enum Progression
{
    None,
    Slow,
    Steady,
    Fast,
}

/// <summary>How much of the slope's water passes where a condition is met, when no place was put on a plan.</summary>
[JsonConverter(typeof(CamelCaseEnum<WaterAt>))]
public enum WaterAt
{
    /// <summary>By its station: all of it at the eave, half of it out on the slope.</summary>
    ByPlace,

    /// <summary>None: at a ridge or a hip water only leaves, and grease does its harm without any.</summary>
    None,

    /// <summary>A valley gathers half of each of two slopes.</summary>
    Gathered,
}

/// <summary>How likely the fault does its harm within a year, before any sign of water is weighed.</summary>
[JsonConverter(typeof(CamelCaseEnum<Likelihood>))]
public enum Likelihood
{
    Unlikely,
    Possible,
    Likely,
    NearlySure,
}

/// <summary>
/// A stop on the walk. Stations per slope are looked at on each slope; the others once for the roof.
/// <paramref name="Minutes"/> are what one place of it takes (common practice), for the agenda. <paramref name="Asks"/>: people are asked there, and nothing is
/// looked at.
/// </summary>
public sealed record Station(
    string Key,
    string Name,
    bool PerSlope,
    string LookFor,
    string Caution = "",
    double Minutes = 5,
    bool Asks = false
);

/// <summary>
/// A walk order: stations in the order practitioners take them; <c>*</c> stands for those of the order that suits the covering.
/// <paramref name="Families"/> null: for any covering, chosen by the commission.
/// </summary>
public sealed record WalkOrder(
    string Key,
    string Name,
    IReadOnlyList<CoveringFamily>? Families,
    IReadOnlyList<string> Stations,
    string Intro
);

/// <summary>
/// What a commission decides: walk order (<c>*</c>: by covering), opening words, claims, whether prices show, the report's sections in order, and the scope and limits that
/// are agreed on with the client.
/// </summary>
public sealed record CommissionRule(
    CommissionPurpose Purpose,
    string Name,
    string Walk,
    bool Prices,
    string Form,
    string Opening,
    IReadOnlyList<string> MayClaim,
    IReadOnlyList<string> Sections,
    string Scope,
    string Limits
);

[JsonConverter(typeof(CamelCaseEnum<QuestionKind>))]
public enum QuestionKind
{
    One,
    Many,
    Text,
    Length,
}

/// <summary>
/// An answer to be tapped. <paramref name="Findings"/>: conditions that it says are there; the first that suits the covering is offered as a finding. Null where it says nothing wrong.
/// </summary>
public sealed record QuestionOption(
    string Key,
    string Words,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<string>? Findings = null
);

/// <summary>A question answered by taps, asked before or during a visit; <paramref name="Station"/> is where it is asked on the walk.</summary>
public sealed record Question(
    string Key,
    string Group,
    string Text,
    QuestionKind Kind,
    IReadOnlyList<QuestionOption> Options,
    bool PerSlope = false,
    string Station = ""
);

/// <summary>A look that a condition asks for at a later station.</summary>
public sealed record FollowUp(string Station, string Text);

/// <summary>What becomes of a repair where the covering of its section is renewed.</summary>
[JsonConverter(typeof(CamelCaseEnum<AtRenewal>))]
public enum AtRenewal
{
    /// <summary>It is done with it, and is made tight for the time being where it cannot wait.</summary>
    Done,

    /// <summary>The same in spots. All over the covering, and letting no water in, it goes with the renewal where that is likely within a few years.</summary>
    Spots,

    /// <summary>It is upkeep, done now whatever becomes of the covering: a drain is cleared.</summary>
    Apart,

    /// <summary>Nothing of it can be made tight by itself: it is done with the renewal and not before.</summary>
    Within,

    /// <summary>The same where the renewal is likely within a few years. Where that is further off it would spread until then, and is repaired by itself.</summary>
    Near,

    /// <summary>It can be done only while the covering is off, so it waits for that, however far off it is.</summary>
    Only,
}

/// <summary>
/// Something that can be wrong, as one sees it, with its meaning and remedy. <paramref name="PhotosDue"/> are photos it must have by rule;
/// <paramref name="PhotoAt"/> is a station of which every slope concerned must be photographed; <paramref name="Footing"/> what it says of
/// standing there (an option of the question <c>footing</c>); <paramref name="Fault"/> when it may mean that the whole slope was built wrong;
/// <paramref name="Wears"/> what it says of a component's stage; <paramref name="LookAlikes"/> what it is taken for, each with what tells it apart;
/// <paramref name="Shots"/> the photos due, in words; <paramref name="Trade"/> who mends it where a roofer does not; <paramref name="BestPractice"/>:
/// its absence is noted fairly and is no defect by itself; <paramref name="Often"/>: it is met so often that it goes before the others of its station;
/// <paramref name="Water"/>: how much water passes there; <paramref name="Hazard"/>: how it endangers people, where it does by itself, and
/// <paramref name="HazardBy"/> by what, where that is immediate; <paramref name="Before"/>: what its work comes before, and <paramref name="After"/> what it waits for, where its element does not say it;
/// <paramref name="WithinLimit"/>: what a measure within the limit says, where that is more than that it conforms (no cricket required);
/// <paramref name="Shows"/>: the sign of water that it is (a stain), whatever is recorded beside it; <paramref name="Seen"/>: a defect that one sees, whose measure,
/// where one is taken, can only make it worse; <paramref name="Kinds"/>: on these coverings only, where the family is too wide;
/// <paramref name="Observed"/>: the sentence in which a report states that it was seen, in the past tense; <paramref name="Element"/>: the part of the roof that it
/// is on; <paramref name="Amount"/>: how its extent is given, where not as its element's; <paramref name="Makeshift"/>: put over a defect that it does not repair;
/// <paramref name="AtRenewal"/>: what becomes of its repair where the covering is renewed; <paramref name="IndoorAir"/>: moist air from inside harms there, not rain.
/// </summary>
public sealed record Condition(
    string Code,
    string Name,
    IReadOnlyList<string> Stations,
    string Sees,
    string Check,
    string Meaning,
    Consequence Consequence,
    Likelihood Likelihood,
    Progression Progression,
    Remedy Remedy,
    IReadOnlyList<string> Words,
    SourceClass SourceClass,
    IReadOnlyList<CoveringFamily>? Families = null,
    string? Quantity = null,
    bool CanFall = false,
    string Caution = "",
    IReadOnlyList<FollowUp>? Follows = null,
    IReadOnlyList<PhotoRole>? PhotosDue = null,
    string PhotoAt = "",
    string Footing = "",
    IReadOnlyList<string>? Causes = null,
    FindingOutcome DefaultOutcome = FindingOutcome.Mend,
    SystemFault? Fault = null,
    ComponentWear? Wears = null,
    IReadOnlyList<string>? LookAlikes = null,
    IReadOnlyList<string>? Shots = null,
    string Trade = "",
    bool BestPractice = false,
    bool Often = false,
    WaterAt Water = WaterAt.ByPlace,
    Hazard? Hazard = null,
    WaterEvidence? Shows = null,
    bool Seen = false,
    IReadOnlyList<string>? Kinds = null,
    string Observed = "",
    string Element = "",
    AmountKind? Amount = null,
    bool Makeshift = false,
    AtRenewal AtRenewal = AtRenewal.Done,
    bool IndoorAir = false,
    HazardKind? HazardBy = null,
    Precedes? Before = null,
    string WithinLimit = "",
    IReadOnlyList<Precedes>? After = null
)
{
    public bool AppliesTo(CoveringFamily? family) => Families is null || family is null || Families.Contains(family.Value);

    /// <summary>Whether its measure decides it. What is plainly seen is a defect without one.</summary>
    [JsonIgnore]
    public bool Measured => Quantity is not null && !Seen;
}

/// <summary>What mends it, as steps a roofer can price, and what looks like a repair and is not.</summary>
public sealed record Remedy(string Title, IReadOnlyList<string> Steps, string NotARepair = "");

/// <summary>
/// A kind of covering: its family, reference lives by exposure, stage breaks and what each stage looks like. <paramref name="KeepsWaterOut"/> names
/// the component that lies with it and keeps the water out where the covering itself only sheds it (underlayment under tile); null: the covering does;
/// <paramref name="Caution"/>: what to beware of in any work on it. <paramref name="Better"/>: the covering of the next grade that comes in its place;
/// <paramref name="BetterLayer"/>: the component of the next grade that keeps the water out under it; <paramref name="LowSlope"/>: what comes in its place where
/// a slope is too flat for it; null: none.
/// </summary>
public sealed record Covering(
    string Kind,
    CoveringFamily Family,
    string Name,
    string LifeOf,
    IReadOnlyList<ReferenceLife> Lives,
    StageModel Stages,
    IReadOnlyList<string> StageLooks,
    string? KeepsWaterOut = null,
    string Caution = "",
    string? Better = null,
    string? BetterLayer = null,
    string? LowSlope = null
)
{
    public ReferenceLife LifeIn(WeatherExposure exposure) => Lives.FirstOrDefault(l => l.Exposure == exposure) ?? Lives[0];
}

/// <summary>
/// Cost of the damage done in one event, by consequence, in the book's money (US dollars), and what it is made of. Harm to people has no row: it is not priced.
/// </summary>
public sealed record Harm(Consequence Consequence, double Low, double High, SourceClass SourceClass, string Why);

/// <summary>Chance that a condition of a likelihood does its harm within a year, before anything else is weighed, and why it is put there.</summary>
public sealed record YearChance(Likelihood Likelihood, double Chance, SourceClass SourceClass, string Why);

/// <summary>What a firm lays over the shipped book: its own entries and those it has changed, and keys it uses no more.</summary>
public sealed record BookOverlay(
    IReadOnlyList<Condition> Conditions,
    IReadOnlyList<Limit> Limits,
    IReadOnlyList<Quantity> Quantities,
    IReadOnlyList<Decision> Decisions,
    IReadOnlyList<RetiredKey> Retired,
    string Stamp
)
{
    /// <summary>Nothing laid over; <paramref name="stamp"/> names the state of what is added to it, for the hash of the book.</summary>
    public static BookOverlay Of(string stamp) => new([], [], [], [], [], stamp);
}
