using System.Text.Json.Serialization;
using Kalpa.Core.Facts;

namespace Kalpa.Core.Rules;

[JsonConverter(typeof(CamelCaseEnum<QuantityUnit>))]
public enum QuantityUnit
{
    Length,
    Pitch,
    Count,
    Percent,

    /// <summary>Thermal resistance in h·ft²·°F/Btu, as stamped on insulation.</summary>
    RValue,
}

/// <summary>Something measured. <paramref name="Likely"/> are the six values that stand on keys.</summary>
public sealed record Quantity(string Id, string Name, QuantityUnit Unit, string HowToMeasure, IReadOnlyList<string> Likely);

/// <summary>
/// A bound on a quantity: at least, at most, or both, in the quantity's unit. <paramref name="Kinds"/> null: any covering; <paramref name="Codes"/> null:
/// any family of codes. It speaks of slopes from <paramref name="PitchFrom"/> to under <paramref name="PitchBelow"/> (rise in 12), or, where a table says
/// "over 6 to 7", from steeper than <paramref name="PitchOver"/> up to and with <paramref name="PitchTo"/>. A reading may miss the bound by
/// <paramref name="Tolerance"/> and still conform. <paramref name="Edition"/> is the edition of the source where it is one. It holds only
/// <paramref name="Where"/> a deciding fact says so, or everywhere <paramref name="Unless"/> one does: an exception stands from the day it is shown.
/// <paramref name="Strict"/>: the least itself does not conform; <paramref name="NotOn"/>: on any covering but these.
/// </summary>
public sealed record Limit(
    string Id,
    string Quantity,
    double? Least,
    double? Most,
    SourceClass SourceClass,
    string Source,
    string Why,
    IReadOnlyList<string>? Kinds = null,
    IReadOnlyList<CodeFamily>? Codes = null,
    double? PitchFrom = null,
    double? PitchBelow = null,
    double Tolerance = 0,
    string Edition = "",
    DecidingFact? Where = null,
    DecidingFact? Unless = null,
    bool Strict = false,
    IReadOnlyList<string>? NotOn = null,
    double? PitchOver = null,
    double? PitchTo = null
)
{
    public bool AppliesTo(string? kind) =>
        (Kinds is null || (kind is not null && Kinds.Contains(kind))) && (NotOn is null || kind is null || !NotOn.Contains(kind));

    /// <summary>What is published or instructed binds; common practice and memory advise, and govern only where nothing binds.</summary>
    public bool Binds => SourceClass is SourceClass.Published or SourceClass.MakersInstruction;
}

/// <summary>
/// A fact that a limit hangs on: one of these answers to a decision's question. <paramref name="LocalShows"/>: a jurisdiction with a value of its own shows
/// that it is so. <paramref name="OnlyOnceKnown"/>: while nobody has answered, another limit stands and this one does not hang over it.
/// </summary>
public sealed record DecidingFact(string Decision, IReadOnlyList<string> Is, bool LocalShows = false, bool OnlyOnceKnown = false);

/// <summary>How a limit stands to the others on the same quantity at one place.</summary>
[JsonConverter(typeof(CamelCaseEnum<LimitStanding>))]
public enum LimitStanding
{
    Binds,
    Advises,

    /// <summary>The jurisdiction has a value of its own in its place.</summary>
    Overridden,

    /// <summary>It belongs to the other family of codes, to another pitch, or to where another fact holds.</summary>
    Elsewhere,
}

/// <summary>
/// Where something is measured: the covering, its pitch (rise in 12), what the place asks, the deciding facts recorded, and the
/// firm's own values; null where not known.
/// </summary>
public sealed record VerdictPlace(
    string? Kind,
    double? RisePer12 = null,
    LocalProfileFact? Local = null,
    IReadOnlyList<DecidingAnswer>? Deciding = null,
    IReadOnlyList<LocalLimit>? Firm = null
)
{
    /// <summary>The answer recorded to a decision's question; null where nobody has.</summary>
    public string? AnswerTo(string decision) => Deciding?.LastOrDefault(a => a.Decision == decision)?.Option;
}

/// <summary>
/// One of the limits on a quantity beside a measure. <paramref name="Headline"/> is its own verdict; <paramref name="Note"/> how it stands to the others.
/// </summary>
public sealed record LimitAnswer(
    string Id,
    string Text,
    VerdictOutcome Outcome,
    string Headline,
    SourceClass SourceClass,
    string Source,
    string Why,
    LimitStanding Standing,
    bool Governs,
    string Note
);
