using System.Text.Json.Serialization;
using Kalpa.Core.Rules;
using Kalpa.Core.Urgency;

namespace Kalpa.Core.Facts;

/// <summary>How a finding is known. Seen, concluded from something else, or only suspected: they differ in the report's words.</summary>
[JsonConverter(typeof(CamelCaseEnum<Basis>))]
public enum Basis
{
    Observed,
    Inferred,
    Suspected,
}

/// <summary>The answer to a question that decides a matter: keys of the rule book's decision and of its option.</summary>
public sealed record DecidingAnswer(string Decision, string Option);

/// <summary>The view taken of a matter that good people differ on: keys of the decision and of its view.</summary>
public sealed record ChosenView(string Decision, string View);

/// <summary>The inspector acts sooner or later than Kalpa would; the reason is kept beside what was computed.</summary>
public sealed record MovedUrgency(UrgencyClass Class, string Reason, string By, DateTimeOffset At);

/// <summary>
/// The inspector's own sentences in place of the composed ones; empty keeps the composed. <paramref name="OverObserved"/> and <paramref name="OverMeans"/>: what the
/// composed ones said when these were written, or last read and kept, so that a change of their facts shows; null where that was not noted.
/// </summary>
public sealed record OwnWords(
    string Observed = "",
    string Means = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? OverObserved = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? OverMeans = null
);

/// <summary>
/// What the rule book has no condition for, in the inspector's own words: a name for it, what was seen, what it can lead to, what is recommended, and the trade
/// that does it (empty: a roofer). <paramref name="Words"/>: what people call it, for the search; <paramref name="By"/>: who wrote it.
/// </summary>
public sealed record OwnCondition(
    string Title,
    string Seen,
    Consequence Consequence,
    string Recommendation,
    string Trade = "",
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<string>? Words = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? By = null
)
{
    /// <summary>The condition under which a finding in one's own words is recorded.</summary>
    public const string Key = "own-words";
}

/// <summary>Which family of codes a building falls under.</summary>
[JsonConverter(typeof(CamelCaseEnum<CodeFamily>))]
public enum CodeFamily
{
    Residential,
    SmallCommercial,
}

/// <summary>A jurisdiction's value in the place of a limit of the rule book, in that limit's unit, and where it stands.</summary>
public sealed record LocalLimit(string LimitId, double? Least, double? Most, string Source = "");

/// <summary>What binds at a property: its family of codes, the jurisdiction with the edition it has adopted, and its own values.</summary>
public sealed record LocalProfileFact(
    Guid Id,
    Guid PropertyId,
    CodeFamily Code,
    string Jurisdiction,
    string Edition,
    IReadOnlyList<LocalLimit> Limits,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] LocalRain? Rain = null
) : IFact;

/// <summary>Rain that drainage is checked by here, inches an hour, where it comes from, and when it was looked up.</summary>
public sealed record LocalRain(double InchesPerHour, string Source, DateOnly On);

[JsonConverter(typeof(CamelCaseEnum<Voice>))]
public enum Voice
{
    Plain,
    Technical,
}

/// <summary>The firm's words for what a condition means, used whenever it is found.</summary>
public sealed record FirmPhrase(string Condition, string Means);

/// <summary>What the firm recommends for a condition in the place of the rule book's remedy, as a title and the steps a roofer can price.</summary>
public sealed record FirmRemedy(string Condition, string Title, IReadOnlyList<string> Steps);

/// <summary>Words by which the firm's people search a condition, besides the rule book's.</summary>
public sealed record FirmWords(string Condition, IReadOnlyList<string> Words);

/// <summary>A row of the firm's price list in US dollars (or percent, labor-hours, a factor: as the row has it): set by the firm, or an example it accepted.</summary>
public sealed record FirmPrice(string Key, double Low, double Likely, double High, DateOnly? On = null);

/// <summary>
/// The firm's ways: its view where the deciding fact is not known, its phrases, the voice of its reports, and conditions of its own: each is a finding in one's own
/// words that is offered again. <paramref name="Limits"/> are the firm's values where neither a code nor a maker's instruction sets one;
/// <paramref name="Version"/> counts its changes, the last of them by <paramref name="ChangedBy"/>. <paramref name="Prices"/> take the place of the shipped examples;
/// <paramref name="CostsForClients"/>: documents for clients print costs, once none of them rests on an example. <paramref name="Wood"/>: what the firm's finished jobs
/// found, by which wood is allowed for on the next.
/// </summary>
public sealed record FirmRulesFact(
    Guid Id,
    IReadOnlyList<ChosenView> Views,
    IReadOnlyList<FirmPhrase> Phrases,
    Voice Voice = Voice.Plain,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<OwnCondition>? Conditions = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<FirmRemedy>? Remedies = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<LocalLimit>? Limits = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<FirmWords>? Words = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] int? Version = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? ChangedBy = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<FirmPrice>? Prices = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] bool? CostsForClients = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<WoodFound>? Wood = null
) : IFact;

/// <summary>
/// Decayed wood that was replaced once a roof was open: <paramref name="Found"/> of what was <paramref name="Opened"/>. Of the deck, sheets of 32 ft² in squares; of the
/// fascia and of the starter board, feet of the feet along eaves.
/// </summary>
public sealed record WoodFound(WoodPart Part, double Opened, double Found);

/// <summary>What is to become of a slope or a roof.</summary>
[JsonConverter(typeof(CamelCaseEnum<OpinionAction>))]
public enum OpinionAction
{
    Monitor,
    Document,
    Investigate,
    HaveJudged,
    Repair,
    Replace,

    /// <summary>Tile or slate is lifted and laid again on new underlayment.</summary>
    Relay,

    /// <summary>A new covering over the old one.</summary>
    Recover,

    /// <summary>The slope is framed steeper, and covered anew.</summary>
    Reslope,
}

/// <summary>What an opinion waits for.</summary>
[JsonConverter(typeof(CamelCaseEnum<OpinionEvent>))]
public enum OpinionEvent
{
    None,
    Closing,
    Solar,
    Winter,
    Storm,
}

/// <summary>What follows if something turns out so: "if the roofer says no, look twice a year".</summary>
public sealed record OpinionBranch(string If, OpinionAction Then, string Words = "");

/// <summary>What was thought before, with the reason for changing it.</summary>
public sealed record EarlierOpinion(OpinionAction Action, string Who, string Because, string Reason, DateTimeOffset Until);

/// <summary>
/// An opinion on a slope, or on the whole roof where <paramref name="SlopeId"/> is null: a record of its own with history. <paramref name="Who"/> judges or
/// mends it; it may hang on an event, a day, and branch. <paramref name="Covering"/>: the covering of the book that is laid where it is renewed; null: the same again, or
/// one that suits the pitch.
/// </summary>
public sealed record OpinionFact(
    Guid Id,
    Guid VisitId,
    Guid? SlopeId,
    OpinionAction Action,
    string Who,
    string Because,
    OpinionEvent Event,
    DateOnly? ByDay,
    IReadOnlyList<OpinionBranch> Branches,
    IReadOnlyList<EarlierOpinion> Earlier,
    string By,
    DateTimeOffset At,
    Guid? RoofId = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] string? Covering = null
) : IRoofFact;

[JsonConverter(typeof(CamelCaseEnum<OwnerDecision>))]
public enum OwnerDecision
{
    Accepted,
    Declined,
    PutOff,
}

/// <summary>
/// What the owner says to a job, or to an option where <paramref name="Option"/> names one. A job is known by the finding that leads it, or by its slope and title;
/// <paramref name="Title"/> is what the owner was asked. <paramref name="Who"/> answered (empty: the owner), in <paramref name="Words"/> of their own.
/// </summary>
public sealed record OwnerReplyFact(
    Guid Id,
    Guid VisitId,
    string Title,
    OwnerDecision Decision,
    string Who,
    DateOnly On,
    string Words = "",
    Guid? FindingId = null,
    Guid? SlopeId = null,
    string Option = "",
    Guid? RoofId = null
) : IRoofFact;

/// <summary>
/// A job that was done. <paramref name="Title"/> is what was asked; <paramref name="Findings"/>: what it resolved; <paramref name="SlopeIds"/>: the slopes of a job that a
/// section asks for by itself, and <paramref name="Renewal"/> whether their covering was renewed with it. <paramref name="Cost"/> in dollars, as billed;
/// <paramref name="Warranty"/>: its terms, as given. <paramref name="Temporary"/>: water is kept out, and the findings are not resolved. <paramref name="Wood"/>: what was
/// found decayed and replaced.
/// </summary>
public sealed record JobDoneFact(
    Guid Id,
    Guid VisitId,
    string Title,
    DateOnly On,
    IReadOnlyList<Guid> Findings,
    IReadOnlyList<Guid> SlopeIds,
    bool Renewal = false,
    string Who = "",
    double? Cost = null,
    string Words = "",
    string Warranty = "",
    Guid? RoofId = null,
    bool Temporary = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)] IReadOnlyList<WoodFound>? Wood = null
) : IRoofFact;

/// <summary>
/// What a job takes as the inspector has it: the line of this <paramref name="Item"/> and <paramref name="Unit"/> gets this amount (nothing: it is not needed), for the
/// <paramref name="Reason"/> given. Without an item it is the labor-hours that are set. The job is known by a finding that it resolves, or by its slope and title.
/// </summary>
public sealed record QuantitySetFact(
    Guid Id,
    Guid VisitId,
    string Title,
    string Item,
    string Unit,
    double Amount,
    string Reason,
    Guid? FindingId = null,
    Guid? SlopeId = null,
    Guid? RoofId = null
) : IRoofFact;

/// <summary>
/// A price that a bidder names, US dollars: of a whole job, or of the unit of an <paramref name="Item"/> that is paid as found. The job is known by a finding that it
/// resolves, or by its slope and title; a price of neither is something that the bidder has added.
/// </summary>
public sealed record BidPrice(string Title, string Item, double Price, Guid? FindingId = null, Guid? SlopeId = null);

/// <summary>A bid on the scope of work, as it came in: who, when, for how much, with what warranties in years, and what the bidder says to it.</summary>
public sealed record BidFact(
    Guid Id,
    Guid VisitId,
    string Bidder,
    DateOnly On,
    IReadOnlyList<BidPrice> Prices,
    double? WorkmanshipYears = null,
    double? MakerYears = null,
    string Words = "",
    Guid? RoofId = null
) : IRoofFact;
